using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Library;

/// <summary>Where a plan is taken from: a flow of the library, one kept by the practice, a past visit, or an empty frame.</summary>
public enum PlanSourceKind
{
    Flow,
    Own,
    Visit,
    Blank,
}

/// <summary>A plan to take.</summary>
/// <param name="Id">Id of the flow, the kept plan or the visit; none for an empty one.</param>
/// <param name="Choices">Options of the flow's variants.</param>
public sealed record PlanSource(PlanSourceKind Kind, string? Id = null, IReadOnlyDictionary<string, string>? Choices = null);

/// <summary>Fetches plans from wherever they are kept.</summary>
public sealed class PlanSources(LanternDb db, PracticeKnowledge knowledge)
{
    /// <exception cref="RefusalException">There is no such plan.</exception>
    public async Task<Plan> Take(PlanSource source, School school)
    {
        switch (source.Kind)
        {
            case PlanSourceKind.Flow:
                return FlowPlans.FromFlow(
                    knowledge.Flows.Find(source.Id ?? "") ?? throw Missing("flow"),
                    knowledge,
                    school,
                    source.Choices
                );
            case PlanSourceKind.Own:
                var kept = Guid.TryParse(source.Id, out var own)
                    ? await db.OwnFlows.AsNoTracking().SingleOrDefaultAsync(f => f.Id == own)
                    : null;
                return PlanCheck.Readable(kept?.Plan ?? throw Missing("kept plan"), knowledge).Plan;
            case PlanSourceKind.Visit:
                var past = Guid.TryParse(source.Id, out var id)
                    ? await db.Visits.AsNoTracking().Where(v => v.Id == id).Select(v => v.Plan).SingleOrDefaultAsync()
                    : null;
                return PlanCheck.Readable(past ?? throw Missing("visit"), knowledge).Plan;
            default:
                return FlowPlans.Blank(knowledge, school);
        }
    }

    private static RefusalException Missing(string what) =>
        new("not-found", $"There is no such {what}. Reload the library and choose again.", "/id");
}
