using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Screening;

/// <summary>A physician's OK as it stands on the paper.</summary>
public sealed record ClearanceRequest(
    int Version,
    string Rule,
    string Physician,
    NodaTime.LocalDate Given,
    NodaTime.LocalDate Expires,
    string Scope
) : IOnVersion;

/// <summary>A physician's written OK, as it stands on the paper.</summary>
public static class ClearanceEndpoints
{
    public static void MapClearances(this RouteGroupBuilder visit)
    {
        visit.MapPost(
            "/clearances",
            (Guid visitId, ClearanceRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.Clear,
                    r.Version,
                    (v, f) =>
                    {
                        var clearance = new Clearance(
                            r.Rule,
                            r.Physician.Trim(),
                            r.Given,
                            r.Expires,
                            r.Scope.Trim(),
                            visits.By,
                            visits.Now
                        );
                        ClearanceCheck.Check(clearance, v.Date, visits.Knowledge);
                        v.Client!.Clearances = [.. v.Client.Clearances.Where(c => c.Rule != r.Rule), clearance];
                    }
                )
        );
        visit.MapPost(
            "/clearances/withdraw",
            (Guid visitId, WithdrawRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.Clear,
                    r.Version,
                    (v, _) => v.Client!.Clearances = [.. v.Client.Clearances.Where(c => c.Rule != r.Rule)]
                )
        );
    }
}
