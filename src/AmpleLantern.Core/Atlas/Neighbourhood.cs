using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>Another point, as far from this one and this way.</summary>
/// <param name="Cun">Of this point's own stretch where it is counted along one, else of the client's fingers.</param>
/// <param name="Ways">From this to the other; of what is told apart.</param>
public sealed record NearPoint(string Id, double Cm, double Cun, IReadOnlyList<WayOff> Ways);

/// <summary>Two points beside each other.</summary>
/// <param name="Between">Points that lie between them on their channel; null on two channels.</param>
/// <param name="Both">What both are used for, and what only one is.</param>
public sealed record PointsCompared(
    Point First,
    Point Second,
    NearPoint Apart,
    int? Between,
    IReadOnlyList<string> Both,
    IReadOnlyList<string> OnlyFirst,
    IReadOnlyList<string> OnlySecond
);

/// <summary>A point as it comes along its channel.</summary>
/// <param name="From">The first distance that is measured to it; null where none is.</param>
/// <param name="After">How far it is from the one before; null for the first.</param>
public sealed record PointInRow(Point Point, FromLandmark? From, NearPoint? After);

/// <summary>What lies round a point, on one body.</summary>
public static class Neighbourhood
{
    private const float SameFace = 0.5f;

    /// <summary>The nearest points on the same side of the same limb or trunk, nearest first.</summary>
    public static IReadOnlyList<NearPoint> Of(Point point, int side, Posed standing, CunScale scale)
    {
        var own = SpotOn(point, side, standing);
        var (cun, near) = (Location.CunCm(point.Place, scale), standing.Knowledge.Nearness);
        return
        [
            .. standing
                .Spots.Where(s =>
                    s.Point.Id != point.Id
                    && (s.Side == own.Side || s.Side == 0 || own.Side == 0)
                    && Location.LimbOf(s.Point.Place.On) == Location.LimbOf(point.Place.On)
                    // What lies behind the limb is not near for a hand.
                    && Vector3.Dot(s.Anchor.Normal, own.Anchor.Normal) > SameFace
                )
                .GroupBy(s => s.Point.Id)
                .Select(g => Apart(own, g.MinBy(s => (s.Anchor.At - own.Anchor.At).LengthSquared()), cun, standing))
                .Where(n => n.Cun <= near.WithinCun)
                .OrderBy(n => n.Cm)
                .Take(near.Most),
        ];
    }

    /// <summary>The points of a channel in their order, each from the one before.</summary>
    public static IReadOnlyList<PointInRow> Row(string channel, int side, Posed standing, CunScale scale, AtlasBase atlas)
    {
        var row = atlas.Points.All.Where(p => p.Channel == channel).ToList();
        var spots = row.ConvertAll(p => SpotOn(p, side, standing));
        return
        [
            .. row.Select(
                (p, i) =>
                    new PointInRow(
                        p,
                        Location.From(p, atlas, scale, standing, side).FirstOrDefault(f => f.Way != "level"),
                        i == 0 ? null : Apart(spots[i - 1], spots[i], Location.CunCm(p.Place, scale), standing)
                    )
            ),
        ];
    }

    public static PointsCompared Compare(Point first, Point second, int side, Posed standing, CunScale scale, KnowledgeBase knowledge)
    {
        var row = knowledge.Atlas.Points.All.Where(p => p.Channel == first.Channel).Select(p => p.Id).ToList();
        var apart = Apart(SpotOn(first, side, standing), SpotOn(second, side, standing), Location.CunCm(first.Place, scale), standing);
        return new(
            first,
            second,
            apart,
            first.Channel == second.Channel && first.Id != second.Id ? Math.Abs(row.IndexOf(first.Id) - row.IndexOf(second.Id)) - 1 : null,
            [.. first.Uses.Intersect(second.Uses)],
            [.. first.Uses.Except(second.Uses)],
            [.. second.Uses.Except(first.Uses)]
        );
    }

    private static PointSpot SpotOn(Point point, int side, Posed standing) =>
        standing.SpotsOf(point).OrderBy(s => s.Side == side || s.Side == 0 ? 0 : 1).First();

    private static NearPoint Apart(PointSpot from, PointSpot to, double cunCm, Posed standing)
    {
        var missed = Touch.From(to.Anchor.At, [from], standing.Knowledge.Nearness.TellCm);
        return new(to.Point.Id, Math.Round(missed.Cm, 1), Math.Round(missed.Cm / cunCm, 1), missed.Ways);
    }
}
