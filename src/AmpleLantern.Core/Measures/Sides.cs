using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Measures;

/// <summary>A difference between left and right that has to be looked at.</summary>
/// <param name="Family">The measure, whatever the side.</param>
/// <param name="Thicker">The side with the larger value.</param>
public sealed record SidesDiffer(string Family, string Name, double By, string Unit, Side Thicker, string Says, Source Source);

/// <summary>Left against right.</summary>
public static class Sides
{
    /// <summary>Where the latest values of both sides lie further apart than they may.</summary>
    public static IReadOnlyList<SidesDiffer> Apart(IReadOnlyList<Change> changes, KnowledgeBase knowledge)
    {
        double? Now(Measure? m) => changes.FirstOrDefault(c => c.Measure == m?.Id) is { } c ? c.After ?? c.Before : null;
        return
        [
            .. knowledge
                .Measures.All.Where(m => m is { Side: Side.Left, Gap: not null })
                .Select(left => (Left: left, Right: knowledge.SidesOf(left.Family).FirstOrDefault(m => m.Side is Side.Right)))
                .Select(x => (x.Left, L: Now(x.Left), R: Now(x.Right)))
                .Where(x => x is { L: not null, R: not null } && Math.Abs(x.L!.Value - x.R!.Value) >= x.Left.Gap!.From - 1e-9)
                .Select(x => new SidesDiffer(
                    x.Left.Family,
                    x.Left.OfName ?? x.Left.Name,
                    Math.Round(Math.Abs(x.L!.Value - x.R!.Value), 1),
                    x.Left.Unit,
                    x.L > x.R ? Side.Left : Side.Right,
                    x.Left.Gap!.Says,
                    x.Left.Gap.Source
                )),
        ];
    }
}
