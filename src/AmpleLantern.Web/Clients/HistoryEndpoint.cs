using AmpleLantern.Core;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Recall;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Time;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Clients;

/// <summary>A client's page: what is known and holds, each visit in a line, each measure over the visits.</summary>
public static class HistoryEndpoint
{
    private const int MostEarlier = 60;

    public static void MapHistory(this RouteGroupBuilder api) => api.MapGet("/clients/{clientId:guid}", History);

    private static async Task<ClientHistory> History(
        Guid clientId,
        LanternDb db,
        PracticeClock clock,
        ReadTrail trail,
        CurrentPerson person,
        PracticeKnowledge knowledge,
        StaffNames names,
        VisitStore store
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

        var signed = await PastReading.Of(db, clientId, withWork: false);
        var (open, odd) = await db
            .Visits.AsNoTracking()
            .Where(v => v.ClientId == clientId && !db.Recalled.Any(r => r.VisitId == v.Id))
            .OrderBy(v => v.Date)
            .ThenBy(v => v.At)
            .ReadableAsync(v => v.Id);
        var openIds = open.Select(v => v.Id).ToList();
        var begun = (
            await db
                .SessionEvents.Where(e => openIds.Contains(e.VisitId) && (e.Kind == GiveEventKind.Start || e.Kind == GiveEventKind.Finish))
                .Select(e => new { e.VisitId, e.Kind })
                .ToListAsync()
        ).ToLookup(e => e.VisitId, e => e.Kind);
        var ratings = signed.Ratings.ToLookup(r => r.Id / RecalledVisit.Room);
        List<PastVisit> visits =
        [
            .. signed
                .Visits.Select(v => Signed(v, ratings[v.Id], knowledge))
                .Concat(open.Select(v => Open(v, begun[v.Id].ToHashSet(), knowledge)))
                .OrderBy(v => v.Date)
                .ThenBy(v => v.At),
        ];
        var earlier = await db
            .EarlierFacts.AsNoTracking()
            .Where(f => f.ClientId == clientId)
            .OrderByDescending(f => f.At)
            .Take(MostEarlier)
            .ToListAsync();
        string Say(FactEntry f) => knowledge.Facts.Has(f.Fact) ? Conditions.Saying(f, clock.Today, knowledge) : f.Fact.Replace('-', ' ');
        var entries = client.Facts.Select(f => f.ToEntry()).ToList();
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
            Limits = await Limits(client, open, signed, clock, db, store),
            LastTime = await LastTime(signed, db, knowledge),
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
                .. Enumerable.Reverse(visits),
            ],
            Trends =
            [
                .. visits
                    .SelectMany(v => v.Changes.Select(j => j.Measure))
                    .DistinctBy(m => m.Id)
                    .Select(m => new TrendShown(m, Trend.Of(m, Points(visits, m.Id)))),
            ],
        };
    }

    /// <summary>As it was judged when it was signed; a measure the vocabulary no longer has keeps its name.</summary>
    private static PastVisit Signed(RecalledVisit v, IEnumerable<RecalledRating> ratings, KnowledgeBase knowledge)
    {
        MeasureJudged Judged(RecalledRating r)
        {
            var measure =
                knowledge.Measures.Find(knowledge.Measures.Present(r.Measure))
                ?? Measure.NoLonger(r.Measure, r.Name, [.. new[] { r.Before, r.After }.OfType<double>()]);
            return new(measure, new(measure.Id, r.Before, r.After, r.After - r.Before, r.Threshold, r.Verdict, Named: r.Named));
        }

        return new(
            v.VisitId,
            v.Date,
            v.At,
            v.Plan,
            VisitPhase.Signed,
            null,
            v.Next,
            [.. ratings.Where(r => r.Before is not null || r.After is not null).Select(Judged)]
        );
    }

    /// <summary>As it is judged now.</summary>
    private static PastVisit Open(Visit v, HashSet<GiveEventKind> begun, KnowledgeBase knowledge) =>
        new(
            v.Id,
            v.Date,
            v.At,
            v.Plan.Name,
            v.CancelledAt is not null ? VisitPhase.Cancelled
                : v.SignedAt is not null ? VisitPhase.Signed
                : begun.Contains(GiveEventKind.Finish) ? VisitPhase.Finished
                : begun.Contains(GiveEventKind.Start) ? VisitPhase.Running
                : VisitPhase.NotStarted,
            v.CancelReason,
            v.Note.Next ?? "",
            OutcomeShown
                .Of(
                    [
                        .. v
                            .Ratings.Select(r => r with { Measure = knowledge.Measures.Present(r.Measure) })
                            .Where(r => knowledge.Measures.Has(r.Measure))
                            .Select(r => ChangeJudge.Judge(knowledge.Measures[r.Measure], r)),
                    ],
                    null,
                    knowledge
                )
                .Taken
        );

    private static IReadOnlyList<TrendPoint> Points(List<PastVisit> visits, string measure) =>
        [
            .. visits
                .Where(v => v.Phase is not VisitPhase.Cancelled)
                .Select(v => (Visit: v, Taken: v.Changes.FirstOrDefault(p => p.Measure.Id == measure)?.Change))
                .Where(v => v.Taken is not null)
                .Select(v => new TrendPoint(v.Visit.Date, v.Taken!.Before, v.Taken.After, v.Visit.PlanName, v.Taken.Verdict)),
        ];

    /// <summary>A session that was stopped, or made it worse, is no rule's finding and must not be forgotten for that.</summary>
    private static async Task<LastTime?> LastTime(ClientPast signed, LanternDb db, KnowledgeBase knowledge)
    {
        if (signed.Visits.Count == 0)
        {
            return null;
        }

        var last = signed.Visits[^1];
        var noted = await db
            .RecalledResponses.AsNoTracking()
            .Where(r => r.Id >= last.Id * RecalledVisit.Room && r.Id < (last.Id + 1) * RecalledVisit.Room)
            .ToListAsync();
        var stopped = noted
            .Where(r => knowledge.Responses.Find(r.Response)?.Effect == ResponseKind.Stop)
            .Select(r =>
                string.Join(
                    ", ",
                    new[]
                    {
                        $"{ResponseKind.Said(r.Response, knowledge)} at {r.Place ?? r.StepName}",
                        r.Side is Side.Left or Side.Right ? r.Side.ToString()!.ToLowerInvariant() : null,
                        r.Text,
                    }.Where(t => t is { Length: > 0 })
                )
            )
            .Distinct()
            .ToList();
        var worse = last.Helped is Helped.Worse;
        return stopped.Count > 0 || worse ? new(last.Date, stopped, worse, last.Next) : null;
    }

    /// <summary>The screen of today, over the plan that comes next, or else the last one.</summary>
    private static async Task<LimitsNow?> Limits(
        ClientRecord client,
        IReadOnlyList<Visit> open,
        ClientPast signed,
        PracticeClock clock,
        LanternDb db,
        VisitStore store
    )
    {
        var planned =
            open.FirstOrDefault(v => v.CancelledAt is null && v.SignedAt is null && v.Date >= clock.Today)
            ?? open.LastOrDefault(v => v.CancelledAt is null);
        if (planned is null && signed.Visits.Count > 0)
        {
            var last = signed.Visits[^1].VisitId;
            var (read, _) = await db.Visits.AsNoTracking().Where(v => v.Id == last).ReadableAsync(v => v.Id);
            planned = read.FirstOrDefault();
        }

        if (planned is null)
        {
            return null;
        }

        var frame = store.FrameInList(
            new()
            {
                Client = client,
                ClientId = client.Id,
                Date = clock.Today,
                PractitionerId = planned.PractitionerId,
                School = planned.School,
                Plan = planned.Plan,
                CheckIn = planned.Date == clock.Today ? planned.CheckIn : [],
            },
            new Dictionary<string, double?>()
        );
        var asking = frame.Screen.Findings.Where(f => f.Outcome.NeedsAnswer()).ToList();
        return new(planned.Plan.Name, planned.Date, PlaceLimits.Of(asking, frame.Subject, frame.Context), frame.Missing.Count);
    }

    private static IReadOnlyList<string> Regions(List<FactEntry> facts, string consent, KnowledgeBase knowledge) =>
        [
            .. facts
                .Where(f => f.Fact == consent && f is { Status: not FactStatus.No, Region: not null })
                .Select(f => knowledge.Regions.Find(f.Region!)?.Name ?? f.Region!)
                .Distinct()
                .Order(StringComparer.Ordinal),
        ];
}
