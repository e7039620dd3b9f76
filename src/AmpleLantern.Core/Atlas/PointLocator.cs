using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>Answers "where is it on this client, and can I get there".</summary>
public static class PointLocator
{
    /// <param name="side">1 left, -1 right, 0 for points in the middle.</param>
    /// <param name="position">A position to judge the reach in; null to leave that open.</param>
    /// <param name="posed">The figures already laid out, if the caller keeps them.</param>
    public static PointLocation Locate(
        Point point,
        int side,
        CunScale scale,
        BodySize size,
        string? position,
        KnowledgeBase knowledge,
        Func<string, Posed>? posed = null
    )
    {
        posed ??= id => new(knowledge, new(size, knowledge.Poses.Of(id, side < 0 ? -1 : 1)));
        var missing = posed(PoseSaid.Standing).AccessOf(point, side) == SkinAccess.Missing;
        var from = missing ? [] : Location.From(point, knowledge.Atlas, scale, posed(PoseSaid.Standing), side == 0 ? 1 : side);
        var reachedIn = missing
            ? []
            : knowledge.Positions.All.Select(p => p.Id).Where(id => posed(id).AccessOf(point, side) == SkinAccess.Free).ToList();
        return new(
            point.Id,
            side switch
            {
                > 0 => "left",
                < 0 => "right",
                _ => "mid",
            },
            from,
            position is null ? null : reachedIn.Contains(position),
            from.Any(f => f.Estimate),
            Math.Round(from.Select(f => f.ErrorCm).DefaultIfEmpty(0).Max(), 1),
            reachedIn,
            missing
        );
    }
}
