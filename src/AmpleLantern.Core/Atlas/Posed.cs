using System.Collections.Concurrent;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>One spot of a point on a body: its place on one side.</summary>
/// <param name="Side">1 the client's left, -1 the right, 0 the middle.</param>
public readonly record struct PointSpot(Point Point, int Side, Anchor Anchor, SkinAccess Access);

/// <summary>The atlas laid on one body in one pose. What is asked for is computed once and kept.</summary>
public sealed class Posed
{
    private readonly KnowledgeBase knowledge;
    private readonly Lazy<IReadOnlyList<PointSpot>> spots;
    private readonly Lazy<Reach> reach;
    private readonly Lazy<float> mat;
    private readonly Lazy<IReadOnlyList<Ink>> coarse;
    private readonly Lazy<IReadOnlyList<Ink>> fine;
    private readonly ConcurrentDictionary<(Patch, int), Anchor[,]> grids = [];

    public Posed(KnowledgeBase knowledge, Body body)
    {
        this.knowledge = knowledge;
        Body = body;
        Locator = new(knowledge.Atlas, body);
        // The middles of all regions are skin enough to tell where the mat is.
        reach = new(() =>
            new(
                body,
                knowledge
                    .Regions.All.SelectMany(r => r.Patches)
                    .AsParallel()
                    .SelectMany(p => Sides.Both.Select(s => Patches.Centre(Locator, p, s)))
                    .ToList()
            )
        );
        (coarse, fine) = (new(() => Inks(close: false)), new(() => Inks(close: true)));
        mat = new(() => Mat.HeightCm(body));
        spots = new(() => [.. knowledge.Atlas.Points.All.AsParallel().AsOrdered().SelectMany(SpotsOf)]);
    }

    private List<Ink> Inks(bool close) => [.. knowledge.Of<InkLine>().All.Where(l => l.Close == close).SelectMany(l => l.Draw(Locator))];

    internal KnowledgeBase Knowledge => knowledge;

    public Body Body { get; }

    public Locator Locator { get; }

    public Reach Reach => reach.Value;

    /// <summary>Height of what carries the body, along its up, in cm.</summary>
    public float MatCm => mat.Value;

    /// <summary>The view in which this position is read at a glance.</summary>
    public string UsualView => knowledge.Poses.ViewOf(Body.Pose.Id);

    /// <summary>The figure as it is drawn from a side.</summary>
    public FigureDrawing Draw(View view, Picture picture) =>
        FigureArtist.Draw(view, picture, Views.IsCloseUp(view.Id) ? coarse.Value.Concat(fine.Value) : coarse.Value);

    /// <summary>Every place of every point on both sides.</summary>
    public IReadOnlyList<PointSpot> Spots => spots.Value;

    /// <summary>The skin of a patch, row by row along it.</summary>
    public Anchor[,] GridOf(Patch patch, int side) => grids.GetOrAdd((patch, side), _ => Patches.Grid(Locator, patch, side));

    /// <summary>The places of one point.</summary>
    public IEnumerable<PointSpot> SpotsOf(Point point) =>
        point.Places.SelectMany(place => IsMiddle(place) ? [Spot(point, place, 1, 0)] : Sides.Both.Select(s => Spot(point, place, s, s)));

    /// <summary>Whether a point can be reached on a side (either side for 0).</summary>
    public SkinAccess AccessOf(Point point, int side) =>
        SpotsOf(point)
            .Where(s => side == 0 || s.Side == 0 || s.Side == side)
            .Select(s => s.Access)
            .DefaultIfEmpty(SkinAccess.Covered)
            .Min();

    /// <summary>Whether a region can be worked: half of its skin is open. Otherwise what shuts most of it.</summary>
    public SkinAccess AccessOf(Region region, int side)
    {
        const int Every = 3;
        var found = region
            .Patches.SelectMany(p => Sides.Both.Where(s => side == 0 || s == side).Select(s => GridOf(p, s)))
            .SelectMany(g => g.Cast<Anchor>().Where((_, i) => i % Every == 0))
            .Select(Reach.At)
            .ToList();
        return found.Count(a => a == SkinAccess.Free) * 2 >= found.Count
            ? SkinAccess.Free
            : found.GroupBy(a => a).Where(g => g.Key != SkinAccess.Free).MaxBy(g => g.Count())!.Key;
    }

    /// <summary>Lines of a channel or sen line on its sides.</summary>
    public IEnumerable<(int Side, List<Anchor> Line)> Lines(IReadOnlyList<Course> courses, IEnumerable<int> sides) =>
        sides.SelectMany(s => courses.Select(c => (s, OnSkin(c, s))));

    /// <summary>Places along a course in its direction; each of its points is one of them.</summary>
    public List<Anchor> OnSkin(Course course, int side) =>
        SkinLine.Through(Body, [.. course.Through.Select(s => Locator.On(s.Place ?? knowledge.Atlas.Points[s.Point!].Place, side))]);

    private PointSpot Spot(Point point, Place place, int side, int named)
    {
        var anchor = Locator.On(place, side);
        return new(point, named, anchor, Reach.At(anchor));
    }

    private static bool IsMiddle(Place place) =>
        place.Across is { Cun: 0 } || (place is { On: "trunk" or "head", At: { } at } && at[0] == 0);
}
