using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>What is wanted over a figure. Lists of ids; empty for none.</summary>
/// <param name="Side">1, -1 or 0 for both.</param>
/// <param name="Reflex">A reflex set.</param>
/// <param name="Landmarks">Landmarks to show.</param>
/// <param name="LinesOnly">Channels without the points on them.</param>
public sealed record LayersWanted(
    IReadOnlyList<string> Channels,
    IReadOnlyList<string> Points,
    IReadOnlyList<string> Sen,
    IReadOnlyList<string> Regions,
    string? Reflex = null,
    string? Hara = null,
    IReadOnlyList<string>? Landmarks = null,
    bool NoPressure = false,
    int Side = 0,
    bool LinesOnly = false
)
{
    public static readonly LayersWanted Nothing = new([], [], [], []);
}

/// <summary>A line on the chart.</summary>
public sealed record LineShape(string Kind, string Id, int Side, string Seen, string Hidden);

/// <summary>A named spot on the chart, in millimetres from the page's corner.</summary>
/// <param name="Label">What is written beside it.</param>
public sealed record SpotShape(
    string Kind,
    string Id,
    string Label,
    string Title,
    int Side,
    float X,
    float Y,
    bool Visible,
    SkinAccess Access
);

/// <summary>A lit, hatched or coloured piece of skin.</summary>
/// <param name="X">Where a label would stand; <c>Labelled</c> says whether that place is seen.</param>
public sealed record AreaShape(string Kind, string Id, string Name, string Group, int Side, string Path, float X, float Y, bool Labelled);

/// <summary>Everything to be laid over a figure.</summary>
public sealed record ChartLayers(IReadOnlyList<LineShape> Lines, IReadOnlyList<SpotShape> Spots, IReadOnlyList<AreaShape> Areas);

/// <summary>Keeps the shapes of a region on one figure, made when they are first asked for.</summary>
public delegate IReadOnlyList<AreaShape> KeptAreas(string region, Func<IReadOnlyList<AreaShape>> make);

/// <summary>Lays the atlas over one view of a posed body.</summary>
/// <param name="picture">What is seen in the view, where it was just drawn.</param>
/// <param name="kept">Where shapes of regions are kept, by whoever asks for the same figure again.</param>
public sealed class LayerArtist(Posed posed, View view, KnowledgeBase knowledge, KeptAreas? kept = null, Picture? picture = null)
{
    private readonly KeptAreas keep = kept ?? ((_, make) => make());
    private readonly Chart chart = new(view, picture);
    private readonly AtlasBase atlas = knowledge.Atlas;

    public ChartLayers Lay(LayersWanted wanted)
    {
        var sides = wanted.Side == 0 ? Sides.Both : [wanted.Side];
        var channels = wanted.Channels.Select(id => atlas.Channels[id]).ToList();
        var points = wanted
            .Points.Select(id => atlas.Points[id])
            .Concat(channels.Where(_ => !wanted.LinesOnly).SelectMany(c => atlas.Points.All.Where(p => p.Channel == c.Id)))
            .Concat(wanted.Channels.Contains("extra") ? atlas.Points.All.Where(p => p.Channel == "extra") : [])
            .DistinctBy(p => p.Id);
        return new(
            [
                .. channels.SelectMany(c => Lines("channel", c.Id, c.Courses, c.Midline ? [1] : sides)),
                .. wanted.Sen.Select(id => atlas.Sen[id]).SelectMany(s => Lines("sen", s.Id, s.Courses, SidesOf(s.Side, sides))),
                .. wanted.Reflex is { } set && Views.IsCloseUp(view.Id) ? Guides(atlas.Reflex[set]) : [],
                .. wanted.Hara is { } map ? BellyLines(atlas.Hara[map]) : [],
            ],
            [
                .. points
                    .SelectMany(p => posed.SpotsOf(p))
                    .Where(s => s.Side == 0 || sides.Contains(s.Side))
                    .Select(s => Spot("point", s.Point.Id, s.Point.Id, $"{s.Point.Pinyin} {s.Point.Gloss}", s.Side, s.Anchor, s.Access))
                    .Where(s => s is not null)
                    .Select(s => s!),
                .. (wanted.Landmarks ?? []).Select(id => atlas.Landmarks[id]).SelectMany(l => Landmark(l, sides)),
            ],
            [
                .. wanted.Regions.Select(id => knowledge.Regions[id]).SelectMany(r => Regions("region", r, sides)),
                .. wanted.NoPressure
                    ? knowledge.Regions.All.Where(r => r.NoPressure is not null).SelectMany(r => Regions("no-pressure", r, Sides.Both))
                    : [],
                .. wanted.Reflex is { } id && Views.IsCloseUp(view.Id) ? Reflex(atlas.Reflex[id]) : [],
                .. wanted.Hara is { } belly ? BellyZones(atlas.Hara[belly]) : [],
            ]
        );
    }

    private List<LineShape> Lines(string kind, string id, IReadOnlyList<Course> courses, IEnumerable<int> sides) =>
        [
            .. posed
                .Lines(courses, sides)
                .AsParallel()
                .AsOrdered()
                .Select(l => (l.Side, Line: chart.Line(l.Line)))
                .Where(l => l.Line.Seen.Length + l.Line.Hidden.Length > 0)
                .Select(l => new LineShape(kind, id, l.Side, l.Line.Seen, Views.IsCloseUp(view.Id) ? "" : l.Line.Hidden)),
        ];

    private static IReadOnlyList<int> SidesOf(string said, IReadOnlyList<int> wanted) =>
        said switch
        {
            "left" => [1],
            "right" => [-1],
            "mid" => [1],
            _ => wanted,
        };

    private IEnumerable<SpotShape> Landmark(Landmark l, IReadOnlyList<int> sides) =>
        (l.Across == 0 ? [1] : sides)
            .Select(s => Spot("landmark", l.Id, l.Name, l.How, s, posed.Locator.On(l, s), SkinAccess.Free))
            .Where(s => s is { Visible: true })
            .Select(s => s!);

    private SpotShape? Spot(string kind, string id, string label, string title, int side, Anchor anchor, SkinAccess access)
    {
        if (!chart.InWindow(anchor.At) || !anchor.IsOn(view.Shown))
        {
            return null;
        }

        var spot = chart.Spot(anchor);
        return new(kind, id, label, title, side, MathF.Round(spot.X, 1), MathF.Round(spot.Y, 1), spot.Visible, access);
    }

    private IEnumerable<AreaShape> Regions(string kind, Region region, IReadOnlyList<int> sides) =>
        sides.SelectMany(side => keep(Kept(kind, region, side), () => RegionOn(kind, region, side)));

    private static readonly string[] Kinds = ["region", "no-pressure"];

    private static string Kept(string kind, Region region, int side) => $"{kind}/{region.Id}/{side}";

    /// <summary>Every region that is seen, named as it is asked to be kept.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<AreaShape>> AllRegions() =>
        (
            from region in knowledge.Regions.All
            from kind in Kinds
            where kind == Kinds[0] || region.NoPressure is not null
            from side in Sides.Both
            select (Name: Kept(kind, region, side), Shapes: RegionOn(kind, region, side))
        )
            .Where(r => r.Shapes.Count > 0)
            .ToDictionary(r => r.Name, r => r.Shapes);

    private IReadOnlyList<AreaShape> RegionOn(string kind, Region region, int side)
    {
        var path = string.Concat(region.Patches.Select(p => chart.Area(posed.GridOf(p, side))));
        return path.Length == 0
            ? []
            :
            [
                Area(
                    kind,
                    region.Id,
                    region.Name,
                    region.NoPressure ?? region.Tissue ?? "",
                    side,
                    path,
                    Patches.Centre(posed.Locator, region.Patches[0], side)
                ),
            ];
    }

    private IEnumerable<LineShape> Guides(ReflexSet set)
    {
        var places = new ReflexPlaces(posed.Locator);
        return view.Id.StartsWith("sole", StringComparison.Ordinal)
            ? set.Guides.Select(g => new LineShape("guide", g.Id, SideOfView, chart.Line(places.Guide(g, SideOfView)).Seen, ""))
            : [];
    }

    private List<AreaShape> Reflex(ReflexSet set)
    {
        var on = view.Id switch
        {
            var v when v.StartsWith("sole", StringComparison.Ordinal) => "sole",
            var v when v.StartsWith("foot-top", StringComparison.Ordinal) => "top",
            var v when v.StartsWith("foot-inner", StringComparison.Ordinal) => "inner",
            var v when v.StartsWith("foot-outer", StringComparison.Ordinal) => "outer",
            _ => "",
        };
        var foot = SideOfView > 0 ? "left" : "right";
        var places = new ReflexPlaces(posed.Locator);
        return
        [
            .. set
                .Areas.Where(a => a.On == on && (a.Foot == "both" || a.Foot == foot))
                .AsParallel()
                .AsOrdered()
                .Select(a =>
                    Area(
                        "reflex",
                        a.Id,
                        a.Name,
                        a.System,
                        SideOfView,
                        string.Concat(places.Area(a, SideOfView).Select(chart.Ring)),
                        places.Centre(a, SideOfView)
                    )
                ),
        ];
    }

    private const int RingSteps = 24;

    private IEnumerable<LineShape> BellyLines(HaraMap map)
    {
        yield return Line("rim", Ring(0, 0, map.RimCun, map.RimCun));
        yield return Line("bowel-walk", map.BowelWalk.Select(s => OnBelly(s.At[0], s.At[1])));
        LineShape Line(string id, IEnumerable<Anchor> places) =>
            new("hara", id, 0, chart.Line(SkinLine.Through(posed.Body, [.. places])).Seen, "");
    }

    private IEnumerable<AreaShape> BellyZones(HaraMap map) =>
        map.Zones.Select(z =>
            Area(
                "hara",
                z.Id,
                z.Name,
                "",
                0,
                chart.Ring([.. Ring(z.At[0], z.At[1], z.Size[0] / 2, z.Size[1] / 2)]),
                OnBelly(z.At[0], z.At[1])
            )
        );

    /// <summary>A ring on the belly, in cun from the navel to the client's left and down.</summary>
    private IEnumerable<Anchor> Ring(double x, double y, double rx, double ry) =>
        Enumerable
            .Range(0, RingSteps + 1)
            .Select(i => 2 * Math.PI * i / RingSteps)
            .Select(a => OnBelly(x + (rx * Math.Sin(a)), y - (ry * Math.Cos(a))));

    private Anchor OnBelly(double left, double down) =>
        posed.Locator.On(
            new Place(
                "front",
                new("navel", down, down < 0 ? CunStretches.XiphoidToNavel : CunStretches.NavelToPubis),
                new(CunStretches.NippleToNipple, Math.Abs(left))
            ),
            left < 0 ? -1 : 1
        );

    private int SideOfView => view.Id.EndsWith(".right", StringComparison.Ordinal) ? -1 : 1;

    private AreaShape Area(string kind, string id, string name, string group, int side, string path, Anchor centre)
    {
        var spot = chart.Spot(centre);
        return new(kind, id, name, group, side, path, MathF.Round(spot.X, 1), MathF.Round(spot.Y, 1), spot.Visible);
    }
}
