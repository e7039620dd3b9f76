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

/// <summary>Letters to physicians, and their answers.</summary>
public static class LetterEndpoints
{
    public static void MapLetters(this RouteGroupBuilder visit)
    {
        visit.MapGet("/letters/{kind}", Draft);
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

    private static async Task<Letter> Draft(Guid visitId, string kind, VisitStore visits)
    {
        if (!Enum.TryParse<LetterKind>(kind, ignoreCase: true, out var wanted))
        {
            throw new RefusalException("not-found", "There are three letters: referral, clearance and consent.", "/kind");
        }

        var visit = await visits.Read(visitId);
        var frame = await visits.Frame(visit);
        var subject = new LetterSubject(visit.Client!.Name, frame.Subject, visit.Words, frame.Plan.Name, visits.Person.Name);
        return wanted is LetterKind.Consent
            ? Letters.ConsentForm(subject, frame.Consents, frame.Knowledge)
            : Letters.Draft(wanted, subject, frame.Screen.Findings, frame.Knowledge);
    }
}
