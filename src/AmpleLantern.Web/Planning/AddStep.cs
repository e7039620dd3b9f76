using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Screening;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Planning;

/// <summary>Puts a step that is taught somewhere into the plan.</summary>
/// <param name="Taught">As it was found.</param>
/// <param name="After">The step it comes after.</param>
public sealed record AddRequest(int Version, string Taught, string After) : IOnVersion;

/// <summary>A step that could be put in, as it would be there.</summary>
/// <param name="Turns">The client would have to turn for it.</param>
public sealed record TaughtLine(string Id, string Flow, PlanStep Step, bool Turns, Standing Standing);

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

    /// <param name="after">The step it would come after; the last when not said.</param>
    public static async Task<IReadOnlyList<TaughtLine>> Find(Guid visitId, string? q, string? after, VisitStore visits)
    {
        var frame = await visits.Frame(await visits.Read(visitId));
        var at = after is null ? frame.Plan.Steps[^1] : frame.Plan.Step(after);
        var found = frame.Knowledge.Taught(frame.School).Find(q ?? "", MostOffered, at.Position);
        var (plan, ids) = PlanSets.Add(frame.Plan, [.. found.Select(t => t.Step)], at.Id, frame.Knowledge);
        var tried = new WouldStand(frame, plan, ids);
        return
        [
            .. found.Zip(
                ids,
                (t, id) => new TaughtLine(t.Id, t.Flow, tried.Step(id), tried.Step(id).Position != at.Position, tried.Of(id))
            ),
        ];
    }
}
