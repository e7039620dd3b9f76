using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.OnBody;

/// <summary>One place where hands or feet go.</summary>
/// <param name="Station">Its number in the step, from 1.</param>
/// <param name="Side">1 the client's left, -1 the right, 0 the middle.</param>
/// <param name="Point">Code of the point it is.</param>
/// <param name="Area">Reflex area it is.</param>
public sealed record StepStop(int Station, int Side, Anchor At, string? Point = null, ReflexArea? Area = null);

/// <summary>Where a step goes on one side of a body.</summary>
/// <param name="Line">Places along its way in the order it is travelled; empty where it goes from point to point.</param>
/// <param name="Also">Where the other hand or foot is meanwhile.</param>
public sealed record StepWay(int Side, IReadOnlyList<Anchor> Line, IReadOnlyList<StepStop> Stops)
{
    public IReadOnlyList<Anchor> Also { get; init; } = [];
}

/// <summary>Lays a step on a body: its points, its reflex areas, its line, or the way through its regions.</summary>
public sealed class StepPath(Posed posed, ReflexSet set, KnowledgeBase knowledge)
{
    private const int Samples = 25;
    private readonly Locator locator = posed.Locator;

    /// <summary>The step on each of its sides; nothing for turning, covering and talking, which have no places.</summary>
    /// <param name="stations">How many places it has, as it was expanded.</param>
    public IReadOnlyList<StepWay> Of(PlanStep step, int stations) =>
        step.Pattern.Kind is PatternKind.Handling
            ? []
            :
            [
                .. SidesOf(step.Side)
                    .Select(side =>
                        OnSide(step, stations, side) with
                        {
                            Also = [.. (step.AlsoAt ?? []).Select(r => Centre(knowledge.Regions[r], side))],
                        }
                    ),
            ];

    private Anchor Centre(Region region, int side) =>
        Patches.At(locator, region.Patches[0], Half, side == 0 ? Patches.Midline(region.Patches[0]) : Half, side < 0 ? -1 : 1);

    private static IReadOnlyList<int> SidesOf(Side side) =>
        side switch
        {
            Side.Left => [1],
            Side.Right => [-1],
            Side.Mid => [0],
            _ => Sides.Both,
        };

    private StepWay OnSide(PlanStep step, int stations, int side)
    {
        if (step.Reflex is { Count: > 0 } areas)
        {
            return new(side, [], [.. Areas(areas, side)]);
        }

        if (step.Points is { Count: > 0 } points && step.Line is null)
        {
            return new(side, [], [.. points.SelectMany((p, i) => AtPoint(p, stations > 1 ? i + 1 : 1, side))]);
        }

        var regions = (step.Through ?? []).Prepend(step.Region).Select(r => knowledge.Regions[r]).ToList();
        if (step.Across)
        {
            var across = SideBySide(regions[0], stations, side);
            return new(side, [], [.. across.Select((a, i) => new StepStop(i + 1, side, a))]);
        }

        if (step.Pattern.Kind is PatternKind.Circle)
        {
            var ring = Round(regions[0], stations, side);
            return new(side, [.. ring, ring[0]], [.. ring.Select((a, i) => new StepStop(i + 1, side, a))]);
        }

        var way = Through(regions, side);
        if (step.Line is { } line && Along(line, regions, side, way) is { Count: > 1 } drawn)
        {
            way = drawn;
        }

        // A stroke is shown where it sets out, with the way it takes.
        return step.Pattern.Kind is PatternKind.Glide
            ? new(side, way, [new(1, side, way[0])])
            : new(side, way, [.. Spread(way, stations).Select((a, i) => new StepStop(i + 1, side, a))]);
    }

    private IEnumerable<StepStop> AtPoint(string code, int station, int side) =>
        posed
            .SpotsOf(knowledge.Atlas.Points[code])
            .Where(s => s.Side == 0 || side == 0 || s.Side == side)
            .Select(s => new StepStop(station, s.Side, s.Anchor, code));

    /// <summary>The areas there are on this foot, each under the number of its place.</summary>
    private IEnumerable<StepStop> Areas(IReadOnlyList<string> areas, int side)
    {
        var places = new ReflexPlaces(locator);
        var foot = side < 0 ? "right" : "left";
        return areas.SelectMany(
            (id, i) =>
                set
                    .Areas.Where(a => a.Id == id && (a.Foot == "both" || a.Foot == foot))
                    .Select(a => new StepStop(i + 1, side, places.Centre(a, side), null, a))
        );
    }

    /// <summary>The way through the patches of regions with the least ground between them.</summary>
    /// <remarks>Region by region the best way to each way through it: what lies before does not matter but for where it ends.</remarks>
    private List<Anchor> Through(IReadOnlyList<Region> regions, int side)
    {
        List<Stretch> best = [new(0, [])];
        foreach (var region in regions)
        {
            best =
            [
                .. WaysThrough([.. Chain(region.Patches).Select(p => Middle(p, side))])
                    .Select(next => best.Select(before => before.Then(next)).MinBy(w => w.Ground)!),
            ];
        }

        return best.MinBy(w => w.Ground)!.Way;
    }

    /// <summary>A piece of way, with the ground between its parts that is not worked.</summary>
    private sealed record Stretch(float Ground, List<Anchor> Way)
    {
        public Stretch Then(Stretch next) =>
            new(Ground + next.Ground + (Way.Count > 0 && next.Way.Count > 0 ? Apart(Way[^1], next.Way[0]) : 0), [.. Way, .. next.Way]);
    }

    /// <summary>One region: its pieces from either end, each in either direction; as written is a little nearer.</summary>
    private static List<Stretch> WaysThrough(IReadOnlyList<List<Anchor>> pieces)
    {
        List<Stretch> all = [];
        IReadOnlyList<List<Anchor>>[] orders = pieces.Count > 1 ? [pieces, [.. pieces.Reverse()]] : [pieces];
        foreach (var order in orders)
        {
            List<Stretch> ways = [new(0, [])];
            foreach (var piece in order)
            {
                Stretch[] turns = [new(0, piece), new(TurnedCm, [.. piece.AsEnumerable().Reverse()])];
                ways = [.. ways.SelectMany(w => turns.Select(w.Then))];
            }

            all.AddRange(ways);
        }

        return all;
    }

    /// <summary>Working a part against its usual direction counts as so much ground.</summary>
    private const float TurnedCm = 0.5f;

    /// <summary>Patches that follow one another; those beside one, as the two tendons of a knee, are the same stretch.</summary>
    private static IEnumerable<Patch> Chain(IReadOnlyList<Patch> patches) =>
        patches.Where((p, i) => !patches.Take(i).Any(before => before.On == p.On));

    private List<Anchor> Middle(Patch patch, int side)
    {
        var own = side < 0 ? -1 : 1;
        return
        [
            .. Enumerable
                .Range(0, Samples)
                .Select(i => Patches.At(locator, patch, (double)i / (Samples - 1), side == 0 ? Patches.Midline(patch) : Half, own)),
        ];
    }

    private const double Half = 0.5;

    private List<Anchor> SideBySide(Region region, int stations, int side) =>
        [
            .. Enumerable
                .Range(0, stations)
                .Select(i => Patches.At(locator, region.Patches[0], Half, (i + Half) / stations, side < 0 ? -1 : 1)),
        ];

    /// <summary>Places round the middle of a region, as a clock lies on the client: 12 towards the head, 3 at their left.</summary>
    private List<Anchor> Round(Region region, int stations, int side)
    {
        var own = side < 0 ? -1 : 1;
        var patch = region.Patches[0];
        var (headUp, leftUp) = Heading(patch, own);
        return
        [
            .. Enumerable
                .Range(0, stations)
                .Select(i => 2 * Math.PI * i / stations)
                .Select(a =>
                    Patches.At(locator, patch, Half + (headUp * RingShare * Math.Cos(a)), Half + (leftUp * RingShare * Math.Sin(a)), own)
                ),
        ];
    }

    /// <summary>Which way along and across a patch leads to the head and to the client's left.</summary>
    private (int Head, int Left) Heading(Patch patch, int own)
    {
        var standing = posed.Body.Bones.SpineAt(HeadEnd).O - posed.Body.Bones.SpineAt(FootEnd).O;
        var along = Patches.At(locator, patch, 1, Half, own).At - Patches.At(locator, patch, 0, Half, own).At;
        var across = Patches.At(locator, patch, Half, 1, own).At - Patches.At(locator, patch, Half, 0, own).At;
        var left = posed.Body.Bones.Shoulder(1) - posed.Body.Bones.Shoulder(-1);
        return (Vector3.Dot(along, standing) < 0 ? -1 : 1, Vector3.Dot(across, left) < 0 ? -1 : 1);
    }

    private const double RingShare = 0.36;
    private const float HeadEnd = 140;
    private const float FootEnd = 90;

    /// <summary>What of a line lies on the regions, travelled the way the regions are.</summary>
    private List<Anchor>? Along(string id, IReadOnlyList<Region> regions, int side, List<Anchor> way)
    {
        var own = side < 0 ? -1 : 1;
        var skins = regions.SelectMany(r => r.Patches).Select(p => PatchSkin.Of(Patches.Grid(locator, p, own))).ToList();
        var courses = knowledge.Atlas.Channels.Find(id)?.Courses ?? knowledge.Atlas.Sen[id].Courses;
        var lines = courses.Select(c => posed.OnSkin(c, own)).ToList();
        var on = lines.Select(l => l.Where(a => skins.Any(s => s.Holds(a))).ToList()).Where(l => l.Count > 1).SelectMany(l => l).ToList();
        if (on.Count <= 1)
        {
            // The line runs along the regions' border: as far as they go beside it.
            var line = lines.MinBy(l => l.Min(a => Apart(a, way[0])))!;
            var (from, to) = (Nearest(line, way[0]), Nearest(line, way[^1]));
            on =
                Math.Max(Apart(line[from], way[0]), Apart(line[to], way[^1])) > BesideCm
                    ? []
                    : line.GetRange(Math.Min(from, to), Math.Abs(to - from) + 1);
        }

        return on.Count > 1 && Apart(on[0], way[0]) + Apart(on[^1], way[^1]) > Apart(on[^1], way[0]) + Apart(on[0], way[^1])
            ? [.. on.AsEnumerable().Reverse()]
            : on;
    }

    /// <summary>Farther off, a line does not run beside a region: the step keeps to its regions.</summary>
    private const float BesideCm = 9;

    private static int Nearest(List<Anchor> line, Anchor to) => Enumerable.Range(0, line.Count).MinBy(i => Apart(line[i], to));

    /// <summary>The middles of equal parts of a way.</summary>
    private static IEnumerable<Anchor> Spread(List<Anchor> way, int stations)
    {
        var far = new float[way.Count];
        for (var i = 1; i < way.Count; i++)
        {
            far[i] = far[i - 1] + Apart(way[i - 1], way[i]);
        }

        for (var n = 0; n < stations; n++)
        {
            var at = (float)((n + Half) / stations) * far[^1];
            var i = Array.FindIndex(far, f => f >= at);
            yield return way[i > 0 && at - far[i - 1] < far[i] - at ? i - 1 : i];
        }
    }

    private static float Apart(Anchor a, Anchor b) => Vector3.Distance(a.At, b.At);
}
