using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Training;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Bench;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Time;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Clients;

public sealed record ClientLine(Guid Id, string Name, int Visits, LocalDate? LastVisit);

public sealed record NewClient(
    string Name,
    LocalDate? BirthDate = null,
    string Occupation = "",
    double? StatureCm = null,
    string Contact = "",
    string Words = ""
);

/// <summary>What is known of a client besides facts, as it should stand from now on.</summary>
/// <param name="Form">How they are drawn; null leaves it.</param>
public sealed record ClientEdit(
    int Version,
    string Name,
    LocalDate? BirthDate = null,
    string Occupation = "",
    double? StatureCm = null,
    string Contact = "",
    string Words = "",
    BodyForm? Form = null
);

/// <summary>A past visit in a line.</summary>
/// <param name="Unreadable">Why nothing else is said of it.</param>
public sealed record PastVisit(
    Guid Id,
    LocalDate Date,
    LocalTime At,
    string PlanName,
    VisitPhase Phase,
    string? CancelReason,
    string Next,
    IReadOnlyList<MeasureJudged> Changes,
    string? Unreadable = null
);

/// <summary>A measure with its line over the visits.</summary>
public sealed record TrendShown(Measure Measure, Trend Trend);

/// <summary>Regions a client consented to being worked, in one line.</summary>
public sealed record ConsentLine(IReadOnlyList<string> Given, IReadOnlyList<string> Refused);

/// <summary>A client's history: facts, visits, and each measure over the visits.</summary>
public sealed record ClientHistory
{
    public required Guid Id { get; init; }

    public required int Version { get; init; }

    public required string Name { get; init; }

    public required LocalDate? BirthDate { get; init; }

    public required int? Age { get; init; }

    public required string Occupation { get; init; }

    public required double? StatureCm { get; init; }

    /// <summary>How they are drawn.</summary>
    public required BodyForm Form { get; init; }

    public required string Contact { get; init; }

    public required string Words { get; init; }

    public required IReadOnlyList<FactSaid> Facts { get; init; }

    public required ConsentLine Consents { get; init; }

    /// <summary>What was struck out or answered anew.</summary>
    public required IReadOnlyList<EarlierLine> Earlier { get; init; }

    public required IReadOnlyList<PastVisit> Visits { get; init; }

    public required IReadOnlyList<TrendShown> Trends { get; init; }

    public required MayAnswer MayEdit { get; init; }
}

/// <summary>What was said before of a fact, and why it no longer stands.</summary>
public sealed record EarlierLine(string Saying, string By, Instant At, string? Reason);

/// <summary>The people who come, and their history.</summary>
public static class ClientEndpoints
{
    public static void MapClients(this RouteGroupBuilder api)
    {
        api.MapGet("/clients", All);
        api.MapPost("/clients", Add);
        api.MapGet("/clients/{clientId:guid}", History);
        api.MapPut("/clients/{clientId:guid}", Edit);
    }

    private static async Task<IReadOnlyList<ClientLine>> All(LanternDb db) =>
        await db
            .Clients.OrderBy(c => c.Name)
            .Select(c => new ClientLine(
                c.Id,
                c.Name,
                c.Visits.Count(v => v.CancelledAt == null),
                c.Visits.Where(v => v.CancelledAt == null).OrderByDescending(v => v.Date).Select(v => (LocalDate?)v.Date).FirstOrDefault()
            ))
            .ToListAsync();

    private static async Task<ClientLine> Add(
        NewClient request,
        LanternDb db,
        PracticeClock clock,
        KnowledgeBase knowledge,
        CurrentPerson person
    )
    {
        May.KeepDiary(person.Role).Require();
        Check(request.Name, request.BirthDate, request.StatureCm, clock, knowledge);
        var client = new ClientRecord
        {
            Name = request.Name.Trim(),
            BirthDate = request.BirthDate,
            Occupation = request.Occupation.Trim(),
            StatureCm = request.StatureCm,
            Contact = request.Contact.Trim(),
            Words = request.Words.Trim(),
        };
        db.Clients.Add(client);
        await db.SaveChangesAsync();
        return new(client.Id, client.Name, 0, null);
    }

    /// <summary>Plain edits. Sessions that have begun stand on their own basis and do not move.</summary>
    private static async Task<ClientLine> Edit(
        Guid clientId,
        ClientEdit edit,
        LanternDb db,
        PracticeClock clock,
        KnowledgeBase knowledge,
        CurrentPerson person,
        VisitStore visits
    )
    {
        May.KeepDiary(person.Role).Require();
        var client =
            await db.Clients.Include(c => c.Visits.Where(v => v.SignedAt == null)).SingleOrDefaultAsync(c => c.Id == clientId)
            ?? throw new RefusalException("not-found", "There is no such client. Go back to the list.");
        if (client.Version != edit.Version)
        {
            throw new RefusalException(
                "changed-elsewhere",
                "This was changed in another window a moment ago. Look at the latest, then make your change again.",
                "/version"
            );
        }

        RefusalException.Unless(
            edit.Form is null || person.Is(Roles.Owner, Roles.Practitioner, Roles.Student),
            "not-yours",
            "How a client is drawn is for those who treat them. Leave it as it is.",
            "/form"
        );
        Check(edit.Name, edit.BirthDate, edit.StatureCm, clock, knowledge);
        await using var all = await db.Database.BeginTransactionAsync();
        var before = edit.BirthDate == client.BirthDate ? [] : await Open(client, visits);
        (client.Name, client.BirthDate, client.Occupation) = (edit.Name.Trim(), edit.BirthDate, edit.Occupation.Trim());
        (client.StatureCm, client.Contact, client.Words) = (edit.StatureCm, edit.Contact.Trim(), edit.Words.Trim());
        client.Measures = edit.Form is null ? client.Measures : client.Measures.As(edit.Form);
        await db.SaveChangesAsync();
        // An age is what rules ask for, too: putting it right lifts no "do not treat" for those who may not.
        foreach (var (was, now) in before.Zip(before.Count == 0 ? [] : await Open(client, visits)))
        {
            now.RequireNothingLifted(was);
        }

        await all.CommitAsync();
        return new(client.Id, client.Name, 0, null);
    }

    /// <summary>The client's visits that are screened anew with every change, as they stand now.</summary>
    private static async Task<List<VisitFrame>> Open(ClientRecord client, VisitStore visits)
    {
        var frames = new List<VisitFrame>();
        foreach (var visit in client.Visits.Where(v => v.SignedAt is null && v.CancelledAt is null).OrderBy(v => v.Id))
        {
            var frame = await visits.Frame(await visits.Read(visit.Id));
            _ = frame.Start;
            frames.Add(frame);
        }

        return frames;
    }

    private const int LongestName = 120;

    private static void Check(string name, LocalDate? birth, double? statureCm, PracticeClock clock, KnowledgeBase knowledge)
    {
        RefusalException.Unless(!string.IsNullOrWhiteSpace(name), "name-missing", "Write the client's name.", "/name");
        RefusalException.Unless(name.Trim().Length <= LongestName, "name-too-long", $"A name has at most {LongestName} letters.", "/name");
        FactCheck.CheckBirth(birth, clock.Today, knowledge);
        // The same limits as wherever a stature is taken.
        _ = TempoOf.Measures(null, statureCm, null, knowledge);
    }

    private static async Task<ClientHistory> History(
        Guid clientId,
        LanternDb db,
        PracticeClock clock,
        ReadTrail trail,
        CurrentPerson person,
        PracticeKnowledge knowledge,
        StaffNames names
    )
    {
        var client =
            await db.Clients.AsNoTracking().Include(c => c.Facts).SingleOrDefaultAsync(c => c.Id == clientId)
            ?? throw new RefusalException("not-found", "There is no such client. Go back to the list.");
        await trail.Note(db, person, $"client {clientId}", clientId);
        // The desk keeps names and ways to reach people; what was said and done is for those who treat.
        var forTheDesk = new ClientHistory
        {
            Id = client.Id,
            Version = client.Version,
            Name = client.Name,
            BirthDate = client.BirthDate,
            Age = new ScreenSubject(clock.Today, client.BirthDate, []).Age,
            Occupation = client.Occupation,
            StatureCm = client.StatureCm,
            Form = new(),
            Contact = client.Contact,
            Words = client.Words,
            Facts = [],
            Consents = new([], []),
            Earlier = [],
            Visits = [],
            Trends = [],
            MayEdit = May.KeepDiary(person.Role),
        };
        if (person.Role is StaffRole.Desk)
        {
            return forTheDesk;
        }

        var (stored, odd) = await db
            .Visits.AsNoTracking()
            .Where(v => v.ClientId == clientId)
            .OrderBy(v => v.Date)
            .ThenBy(v => v.At)
            .ReadableAsync(v => v.Id);
        var begun = (
            await db
                .SessionEvents.Where(e =>
                    (e.Kind == GiveEventKind.Start || e.Kind == GiveEventKind.Finish)
                    && db.Visits.Any(v => v.Id == e.VisitId && v.ClientId == clientId)
                )
                .Select(e => new { e.VisitId, e.Kind })
                .ToListAsync()
        ).ToLookup(e => e.VisitId, e => e.Kind);
        var visits = stored
            .Select(v => new Past(v, begun[v.Id].Contains(GiveEventKind.Start), begun[v.Id].Contains(GiveEventKind.Finish)))
            .ToList();
        var earlier = await db
            .EarlierFacts.AsNoTracking()
            .Where(f => f.ClientId == clientId)
            .OrderByDescending(f => f.At)
            .Take(MostEarlier)
            .ToListAsync();
        string Say(FactEntry f) => knowledge.Facts.Has(f.Fact) ? Conditions.Saying(f, clock.Today, knowledge) : f.Fact.Replace('-', ' ');
        var entries = client.Facts.Select(f => f.ToEntry()).ToList();
        var rated = visits.SelectMany(v => Judged(v.Visit, knowledge).Select(j => j.Measure)).DistinctBy(m => m.Id).ToList();
        return forTheDesk with
        {
            Form = client.Measures.ToForm(),
            Facts =
            [
                .. client
                    .Facts.Where(f => f.Status is not FactStatus.No && f.Fact is not (Consent.Given or Consent.Refused))
                    .OrderBy(f => f.Since)
                    .Select(f => new FactSaid(
                        f.ToEntry(),
                        Say(f.ToEntry()),
                        FactScope.History,
                        names.Of(f.RecordedBy),
                        f.RecordedAt,
                        false
                    )),
            ],
            Consents = new(Regions(entries, Consent.Given, knowledge), Regions(entries, Consent.Refused, knowledge)),
            Earlier =
            [
                .. earlier.Select(f => new EarlierLine(
                    f.Entry.Status is FactStatus.No ? $"no {knowledge.Facts.Find(f.Entry.Fact)?.Name ?? f.Entry.Fact}" : Say(f.Entry),
                    names.Of(f.By),
                    f.At,
                    f.Reason
                )),
            ],
            Visits =
            [
                .. odd.Select(o => new PastVisit(
                    o.Id,
                    default,
                    default,
                    "",
                    VisitPhase.NotStarted,
                    null,
                    "",
                    [],
                    $"This visit cannot be read: {o.Why} The owner can mend it under Practice."
                )),
                .. Enumerable
                    .Reverse(visits)
                    .Select(v => new PastVisit(
                        v.Visit.Id,
                        v.Visit.Date,
                        v.Visit.At,
                        v.Visit.Plan.Name,
                        v.Phase,
                        v.Visit.CancelReason,
                        v.Visit.Seal?.Note.Next ?? v.Visit.Note.Next ?? "",
                        Judged(v.Visit, knowledge)
                    )),
            ],
            Trends = [.. rated.Select(m => new TrendShown(m, Trend.Of(m, Points(visits, m.Id, knowledge))))],
        };
    }

    private const int MostEarlier = 60;

    private sealed record Past(Visit Visit, bool Started, bool Finished)
    {
        public VisitPhase Phase =>
            Visit.CancelledAt is not null ? VisitPhase.Cancelled
            : Visit.SignedAt is not null ? VisitPhase.Signed
            : Finished ? VisitPhase.Finished
            : Started ? VisitPhase.Running
            : VisitPhase.NotStarted;
    }

    private static IReadOnlyList<string> Regions(List<FactEntry> facts, string consent, KnowledgeBase knowledge) =>
        [
            .. facts
                .Where(f => f.Fact == consent && f is { Status: not FactStatus.No, Region: not null })
                .Select(f => knowledge.Regions.Find(f.Region!)?.Name ?? f.Region!)
                .Distinct()
                .Order(StringComparer.Ordinal),
        ];

    /// <summary>A signed visit as it was judged then; an open one as it is judged now.</summary>
    private static IReadOnlyList<MeasureJudged> Judged(Visit visit, KnowledgeBase knowledge) =>
        OutcomeShown
            .Of(
                visit.Seal?.Changes
                    ??
                    [
                        .. visit
                            .Ratings.Where(r => knowledge.Measures.Has(r.Measure))
                            .Select(r => ChangeJudge.Judge(knowledge.Measures[r.Measure], r)),
                    ],
                visit.Seal?.Measures,
                knowledge
            )
            .Taken;

    private static IReadOnlyList<TrendPoint> Points(List<Past> visits, string measure, KnowledgeBase knowledge) =>
        [
            .. visits
                .Where(v => v.Phase is not VisitPhase.Cancelled)
                .Select(v => (v.Visit, Rating: Ratings.Of(v.Visit.Ratings, measure, knowledge)))
                .Where(v => v.Rating is { } r && (r.Before ?? r.After) is not null)
                .Select(v => new TrendPoint(
                    v.Visit.Date,
                    v.Rating!.Before,
                    v.Rating.After,
                    v.Visit.Plan.Name,
                    Judged(v.Visit, knowledge).FirstOrDefault(j => j.Measure.Id == measure)?.Change.Verdict ?? ChangeVerdict.NotMeasured
                )),
        ];
}
