using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Clients;

public sealed record ClientLine(Guid Id, string Name, int Visits, LocalDate? LastVisit);

public sealed record NewClient(string Name, LocalDate? BirthDate = null, string Occupation = "", double? StatureCm = null);

/// <summary>A past visit in a line.</summary>
public sealed record PastVisit(Guid Id, LocalDate Date, LocalTime At, string PlanName, bool Signed, string Next, IReadOnlyList<Change> Changes);

/// <summary>A client's history: facts, visits, and each measure over the visits.</summary>
public sealed record ClientHistory(
    Guid Id, string Name, int? Age, string Occupation, IReadOnlyList<FactView> Facts, IReadOnlyList<PastVisit> Visits, IReadOnlyList<Trend> Trends);

/// <summary>The people who come, and their history.</summary>
public static class ClientEndpoints
{
    public static void MapClients(this RouteGroupBuilder api)
    {
        api.MapGet("/clients", All);
        api.MapPost("/clients", Add);
        api.MapGet("/clients/{clientId:guid}", History).RequireAuthorization(Policies.Treat);
    }

    private static async Task<IReadOnlyList<ClientLine>> All(LanternDb db) => await db.Clients.OrderBy(c => c.Name)
        .Select(c => new ClientLine(c.Id, c.Name, c.Visits.Count, c.Visits.OrderByDescending(v => v.Date).Select(v => (LocalDate?)v.Date).FirstOrDefault()))
        .ToListAsync();

    private static async Task<ClientLine> Add(NewClient request, LanternDb db, VisitDesk desk)
    {
        if (string.IsNullOrWhiteSpace(request.Name))
        {
            throw new RefusalException("name-missing", "Write the client's name.", "/name");
        }

        FactCheck.CheckBirth(request.BirthDate, desk.Now.InUtc().Date);
        var client = new ClientRecord
        {
            Name = request.Name.Trim(),
            BirthDate = request.BirthDate,
            Occupation = request.Occupation.Trim(),
            StatureCm = request.StatureCm,
        };
        db.Clients.Add(client);
        await db.SaveChangesAsync();
        return new(client.Id, client.Name, 0, null);
    }

    private static async Task<ClientHistory> History(Guid clientId, LanternDb db, VisitDesk desk, ReadTrail trail, CurrentPerson person, KnowledgeBase knowledge)
    {
        var client = await db.Clients.Include(c => c.Facts).Include(c => c.Visits).AsSplitQuery().SingleOrDefaultAsync(c => c.Id == clientId)
            ?? throw new RefusalException("not-found", "There is no such client. Go back to the list.");
        await trail.Note(db, person, $"client {clientId}", clientId);
        var visits = client.Visits.OrderBy(v => v.Date).ThenBy(v => v.At).ToList();
        var today = desk.Now.InUtc().Date;
        return new(
            client.Id, client.Name, new ScreenSubject(today, client.BirthDate, []).Age, client.Occupation,
            [.. client.Facts.Where(f => f.Status is not FactStatus.No).OrderBy(f => f.Since).Select(f => new FactView(f.ToEntry(), Conditions.Saying(f.ToEntry(), today, knowledge), FactScope.History, f.RecordedBy, f.RecordedAt, false))],
            [.. Enumerable.Reverse(visits).Select(v => new PastVisit(v.Id, v.Date, v.At, v.Plan.Name, v.SignedAt is not null, v.Snapshot?.Note.Next ?? v.Note.Next ?? "", Judged(v, knowledge)))],
            [.. knowledge.Measures.All.Select(m => Trend.Of(m, Points(visits, m.Id))).Where(t => t.Points.Count > 0)]);
    }

    private static IReadOnlyList<Change> Judged(Visit visit, KnowledgeBase knowledge) =>
        [.. visit.Ratings.Where(r => knowledge.Measures.Has(r.Measure)).Select(r => Changes.Judge(knowledge.Measures[r.Measure], r))];

    private static IReadOnlyList<TrendPoint> Points(List<Visit> visits, string measure) =>
    [
        .. visits.Select(v => (v.Date, Rating: v.Ratings.FirstOrDefault(r => r.Measure == measure)))
            .Where(v => v.Rating is { } r && (r.Before ?? r.After) is not null).Select(v => new TrendPoint(v.Date, v.Rating!.Before, v.Rating.After)),
    ];
}
