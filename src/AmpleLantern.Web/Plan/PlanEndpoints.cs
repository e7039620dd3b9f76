using AmpleLantern.Core;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Plan;

/// <summary>One edit of one step.</summary>
public sealed record EditRequest(int Version, PlanEdit Edit) : IOnVersion;

/// <summary>Minutes on the mat to fit to.</summary>
public sealed record FitRequest(int Version, double Minutes) : IOnVersion;

/// <summary>The plan after fitting, with what was changed and why.</summary>
public sealed record FitView(VisitView Visit, IReadOnlyList<Cut> Cuts, bool Optimal, string Reason);

/// <summary>Starts again from a flow.</summary>
public sealed record FlowRequest(int Version, string Flow) : IOnVersion;

/// <summary>A whole plan, to go back to (undo) or brought from elsewhere.</summary>
public sealed record PlanRequest(int Version, Core.Planning.Plan Plan) : IOnVersion;

/// <summary>Plan: what, in what order, how deep, how long.</summary>
public static class PlanEndpoints
{
    public static void MapPlan(this RouteGroupBuilder visit)
    {
        visit.MapPost("/plan/edits", (Guid visitId, EditRequest r, VisitDesk desk) => desk.Change(visitId, r.Version, (v, f) =>
            v.Plan = Editable(f, PlanEdits.Apply(v.Plan, r.Edit, desk.Knowledge))));
        visit.MapPost("/plan/fit", FitTo);
        visit.MapPost("/plan/flow", (Guid visitId, FlowRequest r, VisitDesk desk) => desk.Change(visitId, r.Version, (v, f) =>
            v.Plan = Editable(f, FlowPlans.FromFlow(desk.Knowledge.Flows[r.Flow], desk.Knowledge, f.School))));
        visit.MapPut("/plan", (Guid visitId, PlanRequest r, VisitDesk desk) => desk.Change(visitId, r.Version, (v, f) =>
        {
            PlanCheck.Check(r.Plan, desk.Knowledge);
            v.Plan = Editable(f, r.Plan);
        }));
    }

    private static async Task<FitView> FitTo(Guid visitId, FitRequest request, VisitDesk desk)
    {
        FitResult? fit = null;
        var view = await desk.Change(visitId, request.Version, (v, f) =>
        {
            fit = Fit.ToMinutes(v.Plan, request.Minutes, f.Tempo, desk.Knowledge);
            v.Plan = Editable(f, fit.Plan);
        });
        return new(view, fit!.Cuts, fit.Optimal, fit.Reason);
    }

    /// <summary>The log of a session speaks of the plan it was started on: the plan then stays.</summary>
    private static Core.Planning.Plan Editable(VisitFrame frame, Core.Planning.Plan plan) => frame.State.Phase is GivePhase.NotStarted
        ? plan
        : throw new RefusalException("session-running", "The session has begun; its plan stays as it is. Skip or repeat steps while giving.");
}
