using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Screening;

/// <summary>A swap on one step.</summary>
public sealed record SwapChoice(string Step, string Replacement);

/// <summary>Swaps to carry out together.</summary>
public sealed record SwapRequest(int Version, IReadOnlyList<SwapChoice> Swaps) : IOnVersion;

/// <summary>A reason for going on against a finding.</summary>
public sealed record OverrideRequest(int Version, string Rule, string Reason) : IOnVersion;

public sealed record WithdrawRequest(int Version, string Rule) : IOnVersion;

/// <summary>Screen: may I, where not, what instead.</summary>
public static class ScreenEndpoints
{
    public static void MapScreen(this RouteGroupBuilder visit)
    {
        visit.MapGet(
            "/other-flows",
            async (Guid visitId, VisitStore visits) =>
            {
                var frame = await visits.Frame(await visits.Read(visitId));
                return OtherFlows.For(frame.Subject, frame.Context.Plan, frame.School, frame.Tempo, frame.Knowledge);
            }
        );
        visit.MapPost(
            "/swaps",
            (Guid visitId, SwapRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.Settle,
                    r.Version,
                    (v, frame) =>
                        v.Plan = r.Swaps.Aggregate(
                            frame.Plan,
                            (plan, s) => Swaps.Apply(frame.Subject, s.Step, s.Replacement, frame.Context with { Plan = plan })
                        )
                )
        );
        visit.MapPost(
            "/settle",
            (Guid visitId, DoneRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.Settle,
                    r.Version,
                    (v, frame) =>
                        v.Plan = Fit.Within(Swaps.Settle(frame.Subject, frame.Context), frame.MinutesOnMat, frame.Tempo, visits.Knowledge)
                )
        );
        visit.MapPost(
            "/overrides",
            (Guid visitId, OverrideRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.Override,
                    r.Version,
                    (v, frame) =>
                    {
                        StartGate.CheckOverride(r.Rule, r.Reason, frame.Screen.Findings);
                        v.Overrides = [.. v.Overrides.Where(o => o.Rule != r.Rule), new(r.Rule, r.Reason.Trim(), visits.By, visits.Now)];
                    }
                )
        );
        visit.MapPost(
            "/overrides/withdraw",
            (Guid visitId, WithdrawRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.WithdrawOverride,
                    r.Version,
                    (v, _) => v.Overrides = [.. v.Overrides.Where(o => o.Rule != r.Rule)]
                )
        );
        visit.MapPost(
            "/screened",
            (Guid visitId, DoneRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.Screened,
                    r.Version,
                    (v, _) =>
                    {
                        v.ArrivedAt ??= visits.Now;
                        v.ScreenedAt ??= visits.Now;
                    }
                )
        );
    }
}
