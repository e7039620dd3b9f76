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

    /// <summary>A visit with what was measured at it; on the page each measure is told once.</summary>
    private sealed record VisitJudged(PastVisit Visit, IReadOnlyList<MeasureJudged> Judged)
    {
        public bool Cancelled => Visit.Phase is VisitPhase.Cancelled;
    }

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
        clientId = await db.PersonOf(clientId);
        var client = await db.Clients.AsNoTracking().Include(c => c.Facts).SingleAsync(c => c.Id == clientId);
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
            Merges = [],
            MayEdit = May.KeepDiary(person.Role),
            MayMerge = May.MergeRecords(person.Role),
        };
        if (person.Role is StaffRole.Desk)
        {
            return forTheDesk;
        }

        var records = await db.RecordsOf(clientId);
        var signed = await PastReading.Of(db, clientId, withWork: false);
        var (open, odd) = await db
            .Visits.AsNoTracking()
            .Where(v => records.Contains(v.ClientId) && !db.Recalled.Any(r => r.VisitId == v.Id))
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
        List<VisitJudged> visits =
        [
            .. signed
                .Visits.Select(v => Signed(v, ratings[v.Id], knowledge))
                .Concat(open.Select(v => Open(v, begun[v.Id].ToHashSet(), knowledge)))
                .OrderBy(v => v.Visit.Date)
                .ThenBy(v => v.Visit.At),
        ];
        visits = [.. visits.Select((v, i) => SinceTheVisitBefore(v, visits.Take(i)))];
        var earlier = await db
            .EarlierFacts.AsNoTracking()
            .Where(f => records.Contains(f.ClientId))
            .OrderByDescending(f => f.At)
            .Take(MostEarlier)
            .ToListAsync();
        string Say(FactEntry f) => knowledge.Facts.Has(f.Fact) ? Conditions.Saying(f, clock.Today, knowledge) : f.Fact.Replace('-', ' ');
        var entries = client.Facts.Select(f => f.ToEntry()).ToList();
        return forTheDesk with
        {
            Form = client.Measures.ToForm(),
            // Why two records are known to be one person's may be told by what was said in a session.
            Merges = await Merges(clientId, db, names),
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
            LastTime = await store.LastTime(clientId, clock.Today.PlusDays(1), NodaTime.LocalTime.Midnight),
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
                .. Enumerable.Reverse(visits).Select(v => v.Visit with { Changes = [.. v.Judged.Select(j => j.Change)] }),
            ],
            Trends =
            [
                .. visits
                    .SelectMany(v => v.Judged.Select(j => j.Measure))
                    .DistinctBy(m => m.Id)
                    .Select(m => new TrendShown(m, Trend.Of(m, Points(visits, m.Id)))),
            ],
        };
    }

    /// <summary>Records that were made one with this one, the latest first.</summary>
    private static async Task<IReadOnlyList<MergeShown>> Merges(Guid clientId, LanternDb db, StaffNames names) =>
        [
            .. (
                await db
                    .Merges.Where(m => m.ClientId == clientId && m.UndoneAt == null)
                    .OrderByDescending(m => m.At)
                    .Select(m => new
                    {
                        m.Id,
                        Name = db.Clients.Where(c => c.Id == m.OtherId).Select(c => c.Name).Single(),
                        m.By,
                        m.At,
                        m.Reason,
                    })
                    .ToListAsync()
            ).Select(m => new MergeShown(m.Id, m.Name, names.Of(m.By), m.At, m.Reason)),
        ];

    /// <summary>As it was judged when it was signed; a measure the vocabulary no longer has keeps its name.</summary>
    private static VisitJudged Signed(RecalledVisit v, IEnumerable<RecalledRating> ratings, KnowledgeBase knowledge)
    {
        MeasureJudged Judged(RecalledRating r)
        {
            var measure =
                knowledge.Measures.Find(knowledge.Measures.Present(r.Measure))
                ?? Measure.NoLonger(r.Measure, r.Name, [.. new[] { r.Before, r.After }.OfType<double>()]);
            return new(measure, new(measure.Id, r.Before, r.After, r.After - r.Before, r.Threshold, r.Verdict, Named: r.Named));
        }

        return new(
            new(v.VisitId, v.Date, v.At, v.Plan, VisitPhase.Signed, null, v.Next, []),
            [.. ratings.Where(r => r.Before is not null || r.After is not null).Select(Judged)]
        );
    }

    /// <summary>As it is judged now.</summary>
    private static VisitJudged Open(Visit v, HashSet<GiveEventKind> begun, KnowledgeBase knowledge) =>
        new(
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
                []
            ),
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

    /// <summary>
    /// What asks about the days before, beside the value of the visit before. A signed visit keeps the verdict of its day; an open one is
    /// judged now.
    /// </summary>
    private static VisitJudged SinceTheVisitBefore(VisitJudged visit, IEnumerable<VisitJudged> before)
    {
        if (!visit.Judged.Any(j => j.Measure.OfDays) || before.LastOrDefault(v => !v.Cancelled) is not { } last)
        {
            return visit;
        }

        var taken = new TakenLast(
            last.Visit.Date,
            [.. last.Judged.Select(j => new Rating(j.Measure.Id, j.Change.Before, Named: j.Change.Named))]
        );
        Change Beside(MeasureJudged j)
        {
            var judged = ChangeJudge.Judge(j.Measure, new(j.Measure.Id, j.Change.Before, j.Change.After, Named: j.Change.Named), taken);
            return visit.Visit.Phase is not VisitPhase.Signed ? judged
                : j.Change.Verdict is ChangeVerdict.NotMeasured || j.Change.After is not null ? j.Change
                : j.Change with { Earlier = judged.Earlier };
        }

        return visit with
        {
            Judged = [.. visit.Judged.Select(j => j.Measure.OfDays ? j with { Change = Beside(j) } : j)],
        };
    }

    private static IReadOnlyList<TrendPoint> Points(List<VisitJudged> visits, string measure) =>
        [
            .. visits
                .Where(v => !v.Cancelled)
                .Select(v => (v.Visit, Taken: v.Judged.FirstOrDefault(p => p.Measure.Id == measure)?.Change))
                .Where(v => v.Taken is not null)
                .Select(v => new TrendPoint(v.Visit.Date, v.Taken!.Before, v.Taken.After, v.Visit.PlanName, v.Taken.Verdict)),
        ];

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

        // What was said and measured on another day is that day's.
        var today = planned.Date == clock.Today;
        var frame = store.FrameInList(
            new()
            {
                Client = client,
                ClientId = client.Id,
                Date = clock.Today,
                PractitionerId = planned.PractitionerId,
                School = planned.School,
                Plan = planned.Plan,
                CheckIn = today ? planned.CheckIn : [],
                Cards = today ? planned.Cards : [],
                Ratings = today ? planned.Ratings : [],
            },
            new Dictionary<string, double?>()
        );
        var asking = frame.Screen.Findings.Where(f => f.Outcome.NeedsAnswer()).ToList();
        return new(
            planned.Plan.Name,
            planned.Date,
            PlaceLimits.Of(asking, frame.Subject, frame.Context),
            frame.Missing.Count,
            [.. (frame.Screen.Unresolved ?? []).Select(u => u.Saying), .. frame.SetAside]
        );
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
