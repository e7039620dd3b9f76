using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Planning;

/// <summary>Puts a step that is taught somewhere into the plan.</summary>
/// <param name="Taught">As it was found.</param>
/// <param name="After">The step it comes after.</param>
public sealed record AddRequest(int Version, string Taught, string After) : IOnVersion;

/// <summary>A step that could be put in, as it would be there.</summary>
/// <param name="Turns">The client would have to turn for it.</param>
/// <param name="Barred">Titles of what is against it today; <paramref name="Limited"/> of what makes it lighter.</param>
public sealed record TaughtLine(
    string Id,
    string Flow,
    PlanStep Step,
    double Seconds,
    bool Turns,
    IReadOnlyList<string> Barred,
    IReadOnlyList<string> Limited
);

/// <summary>Puts single steps into a plan: any that some flow teaches.</summary>
public static class AddStep
{
    /// <summary>Most that are offered at once: what is not among them wants another word.</summary>
    private const int MostOffered = 8;

    public static Task<VisitView> Add(Guid visitId, AddRequest request, VisitStore visits) =>
        visits.Change(
            visitId,
            VisitAction.EditPlan,
            request.Version,
            (v, f) =>
            {
                var taught = f.Knowledge.Taught(f.School)[request.Taught];
                var plan = PlanSets.Add(f.Plan, [taught.Step], request.After, visits.Knowledge).Plan;
                PlanCheck.Check(plan, visits.Knowledge);
                v.Plan = plan;
            }
        );

    public static async Task<IReadOnlyList<TaughtLine>> Find(Guid visitId, string q, string after, VisitStore visits)
    {
        var frame = await visits.Frame(await visits.Read(visitId));
        var at = frame.Plan.Step(after);
        var found = frame.Knowledge.Taught(frame.School).Find(q, MostOffered);
        // All are put in at once, to be timed and screened as they would stand.
        var (plan, ids) = PlanSets.Add(frame.Plan, [.. found.Select(t => t.Step)], after, frame.Knowledge);
        var context = frame.Context with { Plan = plan, Expansion = PlanExpansion.Expand(plan, frame.Tempo, frame.Knowledge) };
        var findings = Screener.Findings(frame.Subject, context).Findings;
        return [.. found.Zip(ids, (taught, id) => Line(taught, plan.Step(id)))];

        TaughtLine Line(TaughtStep taught, PlanStep step)
        {
            IReadOnlyList<string> Titles(Func<Outcome, bool> which) =>
                [.. findings.Where(f => which(f.Outcome) && f.Steps.Contains(step.Id)).Select(f => f.Title).Distinct()];
            return new(
                taught.Id,
                taught.Flow,
                step,
                context.Expansion.Steps.First(e => e.Id == step.Id).Seconds,
                step.Position != at.Position,
                Titles(o => o <= Outcome.Avoid),
                Titles(o => o is Outcome.Modify)
            );
        }
    }
}
