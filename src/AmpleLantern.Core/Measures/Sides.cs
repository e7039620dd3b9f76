using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Measures;

/// <summary>A difference between left and right that has to be looked at.</summary>
/// <param name="Family">The measure, whatever the side.</param>
/// <param name="Said">How much, with its unit.</param>
/// <param name="Thicker">The side with the larger value.</param>
public sealed record SidesDiffer(string Family, string Name, string Said, Side Thicker, string Says, Source Source);

/// <summary>Left against right.</summary>
public static class Sides
{
    /// <summary>What the sides measured before say to the screen: a gap that is there, or that there is none.</summary>
    public static IReadOnlyList<FactEntry> Said(IReadOnlyList<Rating> ratings, KnowledgeBase knowledge)
    {
        double? Before(Measure? m) => m is null ? null : Ratings.Of(ratings, m.Id, knowledge)?.Before;
        return
        [
            .. Gaps(knowledge)
                .Select(x => (x.Left, L: Before(x.Left), R: Before(x.Right)))
                .Where(x => x is { L: not null, R: not null })
                .Select(x =>
                    Math.Abs(x.L!.Value - x.R!.Value) is var by && by >= x.Left.Gap!.From - 1e-9
                        ? new FactEntry(
                            x.Left.Gap.Fact,
                            Side: x.L > x.R ? Side.Left : Side.Right,
                            Detail: new Dictionary<string, string>
                            {
                                [x.Left.Gap.Detail] = by.ToString("0.#", System.Globalization.CultureInfo.InvariantCulture),
                            }
                        )
                        : new FactEntry(x.Left.Gap!.Fact, FactStatus.No)
                ),
        ];
    }

    private static IEnumerable<(Measure Left, Measure? Right)> Gaps(KnowledgeBase knowledge) =>
        knowledge
            .Measures.All.Where(m => m is { Side: Side.Left, Gap: not null })
            .Select(left => (left, knowledge.SidesOf(left.Family).FirstOrDefault(m => m.Side is Side.Right)));

    /// <summary>Where the latest values of both sides lie further apart than they may.</summary>
    public static IReadOnlyList<SidesDiffer> Apart(IReadOnlyList<Change> changes, KnowledgeBase knowledge)
    {
        double? Now(Measure? m) => changes.FirstOrDefault(c => c.Measure == m?.Id) is { } c ? c.After ?? c.Before : null;
        return
        [
            .. Gaps(knowledge)
                .Select(x => (x.Left, L: Now(x.Left), R: Now(x.Right)))
                .Where(x => x is { L: not null, R: not null } && Math.Abs(x.L!.Value - x.R!.Value) >= x.Left.Gap!.From - 1e-9)
                .Select(x => new SidesDiffer(
                    x.Left.Family,
                    x.Left.OfName ?? x.Left.Name,
                    x.Left.SayWhole(Math.Round(Math.Abs(x.L!.Value - x.R!.Value), 1)),
                    x.L > x.R ? Side.Left : Side.Right,
                    x.Left.Gap!.Says,
                    x.Left.Gap.Source
                )),
        ];
    }
}
