using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Library;

/// <summary>Where a plan is taken from: a flow of the library, one kept by the practice, a past visit, or an empty frame.</summary>
public enum PlanSourceKind { Flow, Own, Visit, Blank }

/// <summary>A plan to take.</summary>
/// <param name="Id">Id of the flow, the kept plan or the visit; none for an empty one.</param>
/// <param name="Choices">Options of the flow's variants.</param>
public sealed record PlanSource(PlanSourceKind Kind, string? Id = null, IReadOnlyDictionary<string, string>? Choices = null);

/// <summary>Fetches plans from wherever they are kept.</summary>
public sealed class PlanShelf(LanternDb db, KnowledgeBase knowledge)
{
    /// <exception cref="RefusalException">There is no such plan.</exception>
    public async Task<Core.Planning.Plan> Take(PlanSource source, School school)
    {
        switch (source.Kind)
        {
            case PlanSourceKind.Flow:
                return FlowPlans.FromFlow(
                    knowledge.Flows.Find(source.Id ?? "") ?? throw Missing("flow"), knowledge, school, source.Choices);
            case PlanSourceKind.Own:
                var kept = Guid.TryParse(source.Id, out var own) ? await db.OwnFlows.AsNoTracking().SingleOrDefaultAsync(f => f.Id == own) : null;
                return kept?.Plan ?? throw Missing("kept plan");
            case PlanSourceKind.Visit:
                var past = Guid.TryParse(source.Id, out var id) ? await db.Visits.AsNoTracking().Where(v => v.Id == id).Select(v => v.Plan).SingleOrDefaultAsync() : null;
                return past ?? throw Missing("visit");
            default:
                return Blank(school);
        }
    }

    /// <summary>An opening and a closing, and room between them.</summary>
    private Core.Planning.Plan Blank(School school)
    {
        var still = knowledge.Flows.All.SelectMany(f => FlowPlans.FromFlow(f, knowledge, school).Steps).ToList();
        var open = still.First(s => s is { Role: StepRole.Opening, Position: "supine" });
        var close = still.First(s => s is { Role: StepRole.Closing, Position: "supine" });
        return new("New session", [open with { Block = "session" }, close with { Block = "session" }], Blocks: [new("session", "Session")]);
    }

    private static RefusalException Missing(string what) => new("not-found", $"There is no such {what}. Reload the library and choose again.", "/id");
}
