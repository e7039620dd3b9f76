using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Screening;

/// <summary>A flow of the library as it would go for this person today.</summary>
/// <param name="Verdict">Strongest outcome that would touch it.</param>
/// <param name="Touched">How many of its steps a finding of avoid would take out.</param>
/// <param name="Minutes">How long it takes whole, in minutes.</param>
/// <param name="Why">What stands in its way, or that nothing does.</param>
public sealed record OtherFlow(
    string Flow,
    string Name,
    string Tradition,
    string Verdict,
    int Touched,
    int Steps,
    double Minutes,
    string Why
);

/// <summary>When little is left of a plan: which other flows go today, the freest first.</summary>
public static class OtherFlows
{
    /// <summary>None while treatment is forbidden or waits for a physician: no other flow helps then.</summary>
    public static IReadOnlyList<OtherFlow> For(ScreenSubject subject, Plan plan, School school, Tempo tempo, PracticeKnowledge knowledge)
    {
        var flows = knowledge.Flows.All.Where(f => f.Id != plan.Flow).Select(f => Judge(f, subject, school, tempo, knowledge)).ToList();
        return flows.Count > 0 && flows.All(f => f.Screen.Findings.Any(x => x.WholeVisit && x.Outcome < Outcome.Avoid))
            ? []
            :
            [
                .. flows
                    .Select(f => f.Flow)
                    .Where(f => f.Touched * 2 < f.Steps)
                    .OrderBy(f => f.Touched)
                    .ThenByDescending(f => f.Verdict == Screener.Clear),
            ];
    }

    private static (OtherFlow Flow, ScreenResult Screen) Judge(
        Flow flow,
        ScreenSubject subject,
        School school,
        Tempo tempo,
        PracticeKnowledge knowledge
    )
    {
        var plan = FlowPlans.FromFlow(flow, knowledge, school);
        var expansion = PlanExpansion.Expand(plan, tempo, knowledge);
        var screen = Screener.Findings(subject, new(plan, expansion, school, tempo, knowledge));
        var avoided = screen.Findings.Where(f => f.Outcome is Outcome.Avoid).ToList();
        var why = avoided.Count == 0 ? "nothing of it is left out" : string.Join("; ", avoided.Select(f => f.Title).Distinct().Take(2));
        return (
            new(
                flow.Id,
                flow.Name,
                flow.Tradition,
                screen.Verdict,
                avoided.SelectMany(f => f.Steps).Distinct().Count(),
                plan.Steps.Count,
                Math.Round(expansion.TotalSeconds / 60),
                why
            ),
            screen
        );
    }
}
