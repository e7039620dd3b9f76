using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Planning;

/// <summary>What a step would be where it would stand.</summary>
/// <param name="Barred">Titles of what is against it today, and why it cannot be reached.</param>
/// <param name="Limited">Titles of what makes it lighter.</param>
public sealed record Standing(double Seconds, int Stations, IReadOnlyList<string> Barred, IReadOnlyList<string> Limited);

/// <summary>Steps put into the plan of a visit to try them: all at once, timed and screened as they would stand.</summary>
public sealed class WouldStand
{
    private readonly Plan plan;
    private readonly IReadOnlyList<Finding> findings;
    private readonly IReadOnlyList<OutOfReach> shut;

    /// <param name="tried">Ids of the steps that were put in.</param>
    public WouldStand(VisitFrame frame, Plan plan, IReadOnlyList<string> tried)
    {
        shut = frame.ReachOf(plan with { Steps = [.. tried.Select(plan.Step)] });
        this.plan = plan;
        Context = frame.Context with { Plan = plan, Expansion = PlanExpansion.Expand(plan, frame.Tempo, frame.Knowledge) };
        findings = Screener.Findings(frame.Subject, Context).Findings;
    }

    /// <summary>The plan with all that is tried in it.</summary>
    public ScreenContext Context { get; }

    public PlanStep Step(string id) => plan.Step(id);

    public Standing Of(string step)
    {
        var expanded = Context.Expansion.Steps.First(e => e.Id == step);
        return new(
            expanded.Seconds,
            expanded.Stations,
            [.. Titles(step, o => o <= Outcome.Avoid), .. shut.Where(s => s.Step == step).Select(s => s.Why)],
            Titles(step, o => o is Outcome.Modify)
        );
    }

    private List<string> Titles(string step, Func<Outcome, bool> which) =>
        [.. findings.Where(f => which(f.Outcome) && f.Steps.Contains(step)).Select(f => f.Title).Distinct()];
}
