using AmpleLantern.Core;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Screening;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Screen;

/// <summary>A physician's OK as it stands on the paper.</summary>
public sealed record ClearanceRequest(
    int Version, string Rule, string Physician, NodaTime.LocalDate Given, NodaTime.LocalDate Expires, string Scope) : IOnVersion;

/// <summary>Letters to physicians, and their answers.</summary>
public static class LetterEndpoints
{
    public static void MapLetters(this RouteGroupBuilder visit)
    {
        visit.MapGet("/letters/{kind}", Draft);
        visit.MapPost("/clearances", (Guid visitId, ClearanceRequest r, VisitDesk desk) => desk.Change(visitId, VisitAction.Clear, r.Version, (v, f) =>
        {
            var clearance = new Clearance(r.Rule, r.Physician.Trim(), r.Given, r.Expires, r.Scope.Trim(), desk.By, desk.Now);
            ClearanceCheck.Check(clearance, v.Date, desk.Knowledge);
            v.Client!.Clearances = [.. v.Client.Clearances.Where(c => c.Rule != r.Rule), clearance];
        }));
        visit.MapPost("/clearances/withdraw", (Guid visitId, WithdrawRequest r, VisitDesk desk) => desk.Change(visitId, VisitAction.Clear, r.Version, (v, _) =>
            v.Client!.Clearances = [.. v.Client.Clearances.Where(c => c.Rule != r.Rule)]));
    }

    private static async Task<Letter> Draft(Guid visitId, string kind, VisitDesk desk)
    {
        if (!Enum.TryParse<LetterKind>(kind, ignoreCase: true, out var wanted))
        {
            throw new RefusalException("not-found", "There are two letters: referral and clearance.", "/kind");
        }

        var visit = await desk.Read(visitId);
        var frame = await desk.Frame(visit);
        return Letters.Draft(wanted, new(visit.Client!.Name, frame.Subject, visit.Words, frame.Plan.Name, desk.Person.Name), frame.Screen.Findings, frame.Knowledge);
    }
}
