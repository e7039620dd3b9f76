using AmpleLantern.Core;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Papers;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Papers;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Papers;

/// <summary>Papers of a visit: letters to physicians, the record and its short version, and what goes home.</summary>
public static class PaperEndpoints
{
    /// <summary>What stands at the head of a paper.</summary>
    public const string Practice = "Practice for bodywork";

    private const string Pdf = "application/pdf";

    public static void MapPapers(this RouteGroupBuilder visit)
    {
        visit.MapGet("/letters/{kind}", Asked);
        visit
            .MapPost(
                "/letters/{kind}/pdf",
                async (Guid visitId, string kind, LetterEdits edits, VisitStore visits) =>
                {
                    var letter = edits.Over(await Asked(visitId, kind, visits));
                    return Results.File(LetterPdf.Write([letter], Practice), Pdf, $"{kind}-{letter.Date.Replace(' ', '-')}.pdf");
                }
            )
            .Produces(StatusCodes.Status200OK, contentType: Pdf);
        visit.MapPost("/home-link", Make);
    }

    public static void MapClientPapers(this RouteGroupBuilder api)
    {
        api.MapGet("/clients/{clientId:guid}/record/pdf", Whole)
            .RequireAuthorization(Policies.Treat)
            .Produces(StatusCodes.Status200OK, contentType: Pdf);
        api.MapGet("/papers/{id:guid}", (Guid id, PaperProgress progress) => progress.Of(id)).RequireAuthorization(Policies.Treat);
    }

    /// <summary>Every signed visit of a client, one after another.</summary>
    /// <param name="paper">Under which its progress can be asked for while it is made.</param>
    private static async Task<IResult> Whole(Guid clientId, Guid? paper, VisitStore visits, ReadTrail trail, PaperProgress progress)
    {
        clientId = await visits.Db.PersonOf(clientId);
        await trail.Note(visits.Db, visits.Person, $"client {clientId}", clientId);
        var records = await visits.Db.RecordsOf(clientId);
        var ids = await visits
            .Db.Visits.Where(v => records.Contains(v.ClientId) && v.SignedAt != null)
            .OrderBy(v => v.Date)
            .ThenBy(v => v.At)
            .Select(v => v.Id)
            .ToListAsync();
        RefusalException.Unless(ids.Count > 0, "nothing-signed", "No visit of this client is signed yet. Sign one first.", "/clientId");
        var papers = await progress.Each(paper, ids, async id => await Draft(await visits.Read(id), LetterKind.Record, visits));
        return Results.File(LetterPdf.Write(papers, Practice), Pdf, "record.pdf");
    }

    private static async Task<Letter> Asked(Guid visitId, string kind, VisitStore visits)
    {
        if (!Enum.TryParse<LetterKind>(kind, ignoreCase: true, out var wanted) || !Enum.IsDefined(wanted))
        {
            throw new RefusalException("not-found", "There is no such paper. Go back to the visit.", "/kind");
        }

        return await Draft(await visits.Read(visitId), wanted, visits);
    }

    internal static async Task<Letter> Draft(Visit visit, LetterKind wanted, VisitStore visits)
    {
        var frame = await visits.Frame(visit);
        var subject = new LetterSubject(visit.Client!.Name, frame.Subject, visit.Words, frame.Plan.Name, visits.Person.Name);
        return wanted switch
        {
            LetterKind.Consent => Letters.ConsentForm(subject, frame.Consents, frame.Knowledge),
            LetterKind.Record => RecordPaper.Whole(subject, frame.Log, frame.Ground, frame.Knowledge),
            LetterKind.Short => RecordPaper.Short(subject, frame.Log, frame.Ground, frame.Knowledge),
            LetterKind.Home => HomePaper.Draft(subject, frame.Log, await EmergencyNumber(visits), frame.Knowledge),
            _ => Letters.Draft(wanted, subject, frame.Screen.Findings, frame.Knowledge),
        };
    }

    private static async Task<string> EmergencyNumber(VisitStore visits) =>
        await visits.Db.Settings.Select(s => s.EmergencyNumber).SingleOrDefaultAsync() ?? visits.Knowledge.GivingTimes.EmergencyNumber;

    /// <summary>A link to the page as it reads now, without a name above it. A new one ends the one before.</summary>
    private static async Task<NewHomeLink> Make(Guid visitId, LetterEdits edits, VisitStore visits)
    {
        var visit = await visits.Read(visitId);
        (await visits.Frame(visit)).AllowsAtAll(VisitAction.Note).Require();
        foreach (var old in await visits.Db.HomeLinks.Where(h => h.VisitId == visitId && h.Expires > visits.Now).ToListAsync())
        {
            old.Expires = visits.Now;
        }

        var token = LinkTokens.New();
        var link = new HomeLink
        {
            ClientId = visit.ClientId,
            VisitId = visitId,
            TokenHash = LinkTokens.Hash(token),
            Page = edits.Over(await Draft(visit, LetterKind.Home, visits)) with { Regarding = "" },
            MadeBy = visits.By,
            MadeAt = visits.Now,
            Expires = visits.Now + NodaTime.Duration.FromDays(visits.Knowledge.One<HomeAdvice>().LastsDays),
        };
        visits.Db.HomeLinks.Add(link);
        await visits.Save();
        return new($"/home/{token}", link.Expires);
    }
}
