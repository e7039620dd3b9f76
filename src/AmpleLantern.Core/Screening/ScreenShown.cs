using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening;

/// <summary>One way to answer a card: the same replacement on one step or several.</summary>
/// <param name="Level">The level it goes down to, where that is the way.</param>
public sealed record WayOut(
    string Replacement,
    string Saying,
    IReadOnlyList<string> Steps,
    double AddedSeconds,
    int Score,
    string Why,
    int? Level,
    bool LeavesOut
);

/// <summary>Findings that ask for the same thing, as one card.</summary>
/// <param name="Steps">Names of the steps it touches, each once.</param>
/// <param name="StepCount">How many steps it touches.</param>
/// <param name="Settled">Every finding of it has a reason on record.</param>
/// <param name="Final">It means: do not treat. No reason lifts it.</param>
/// <param name="AsksConsent">It is about places nobody has been asked about.</param>
/// <param name="WithoutWay">Steps the best way does not answer.</param>
public sealed record FindingCard(
    Outcome Outcome,
    IReadOnlyList<Finding> Findings,
    IReadOnlyList<string> Steps,
    int StepCount,
    bool Settled,
    bool Final,
    bool AsksClearance,
    bool AsksConsent,
    IReadOnlyList<Override> Reasons,
    IReadOnlyList<WayOut> Ways,
    int WithoutWay
);

/// <summary>Cards that ask for the same kind of decision.</summary>
/// <param name="Cards">How many, without those settled.</param>
/// <param name="Steps">How many steps they touch; one touched by several is counted once.</param>
/// <param name="Minutes">How long these steps last.</param>
public sealed record CardGroup(Outcome Outcome, int Cards, int Steps, double Minutes);

/// <summary>A screen result made ready to be read: what belongs together, what is flagged, what can be changed.</summary>
/// <param name="Flagged">Ids of steps on which something stands that has no reason on record.</param>
/// <param name="LeftOut">Ids of steps that are to be left out.</param>
/// <param name="Changeable">How many steps a swap is known for.</param>
/// <param name="MostIsOut">Half the plan or more is to be left out: another flow may serve better.</param>
public sealed record ScreenShown(
    IReadOnlyList<FindingCard> Cards,
    IReadOnlyList<CardGroup> Groups,
    IReadOnlyList<Finding> Notes,
    IReadOnlyList<PlaceLimit> Limits,
    IReadOnlyList<string> Flagged,
    IReadOnlyList<string> LeftOut,
    int Changeable,
    bool MostIsOut
)
{
    public static ScreenShown Of(ScreenResult screen, ScreenSubject subject, ScreenContext context, IReadOnlyList<Override> overrides)
    {
        var (plan, expansion) = (context.Plan, context.Expansion);
        var asking = screen.Findings.Where(f => f.Outcome.NeedsAnswer()).ToList();
        var open = asking.Where(f => overrides.All(o => o.Rule != f.Rule)).ToList();
        var steps = plan.Steps.ToDictionary(s => s.Id);
        var leftOut = asking.Where(f => f.Outcome is Outcome.Avoid).SelectMany(f => f.Steps).Distinct().ToList();
        List<FindingCard> cards = [.. asking.GroupBy(Alike).Select(g => Card([.. g], screen, steps, overrides))];
        return new(
            cards,
            [.. cards.GroupBy(c => c.Outcome).Select(g => Group(g.Key, [.. g], expansion))],
            [.. screen.Findings.Where(f => !f.Outcome.NeedsAnswer())],
            PlaceLimits.Of(open, subject, context),
            [.. open.SelectMany(f => f.Steps).Distinct()],
            leftOut,
            screen.Swaps.Select(s => s.Step).Distinct().Count(),
            leftOut.Count * 2 >= plan.Steps.Count
        );
    }

    private static CardGroup Group(Outcome outcome, IReadOnlyList<FindingCard> cards, Expansion expansion)
    {
        var touched = cards.SelectMany(c => c.Findings).SelectMany(f => f.Steps).ToHashSet();
        var seconds = expansion.Steps.Where(s => touched.Contains(s.Id)).Sum(s => s.Seconds);
        return new(outcome, cards.Count(c => !c.Settled), touched.Count, Math.Round(seconds / SecondsPerMinute, 1));
    }

    private const double SecondsPerMinute = 60;

    private static (Outcome, string) Alike(Finding f) => StartDecision.Alike(f.Outcome, f.Steps, f.Rule + f.Title);

    private static FindingCard Card(
        List<Finding> same,
        ScreenResult screen,
        Dictionary<string, PlanStep> steps,
        IReadOnlyList<Override> overrides
    )
    {
        var first = same[0];
        var reasons = overrides.Where(o => same.Any(f => f.Rule == o.Rule)).ToList();
        var touched = first.Steps.Select(steps.GetValueOrDefault).OfType<PlanStep>().ToList();
        var ways = Ways(first, screen.Swaps);
        return new(
            first.Outcome,
            same,
            [.. touched.Select(s => s.Name).Distinct()],
            first.Steps.Count,
            same.All(f => reasons.Any(o => o.Rule == f.Rule)),
            first.Outcome.ForbidsTreatment(),
            first.Outcome is Outcome.Clearance,
            same.Exists(f => f.Fact == Consent.Missing),
            reasons,
            ways,
            ways.Count > 0 ? first.Steps.Count - ways[0].Steps.Count : 0
        );
    }

    private static List<WayOut> Ways(Finding finding, IReadOnlyList<Swap> swaps) =>
        [
            .. swaps
                .Where(s => s.Rule == finding.Rule && s.Answers == finding.Title && finding.Steps.Contains(s.Step))
                .GroupBy(s => s.Replacement)
                .Select(g => new WayOut(
                    g.Key,
                    g.First().Saying,
                    [.. g.Select(s => s.Step)],
                    Math.Round(g.Sum(s => s.AddedSeconds), 1),
                    g.First().Score,
                    g.First().Why,
                    SwapWays.LevelOf(g.Key),
                    g.Key == SwapWays.LeaveOut
                ))
                .OrderByDescending(w => w.Score),
        ];
}
