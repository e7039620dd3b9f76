using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using Microsoft.AspNetCore.Identity;
using NodaTime;

namespace AmpleLantern.Demo;

/// <summary>Makes the demo's clients, their visits and what was noted at them, as of one day.</summary>
internal sealed class DemoDay(PracticeKnowledge knowledge, Instant now, DateTimeZone zone, IReadOnlyDictionary<string, string> staff)
{
    public const string Legs = "legs-on-the-mat";
    public const string Groin = "groin-hold";

    private readonly LocalDate today = now.InZone(zone).Date;
    private readonly Dictionary<Visit, SessionBasis> begun = [];

    public Dictionary<string, StoredWords> Words { get; } = [];

    /// <summary>Courses made, with the clients that have them.</summary>
    public List<Course> Courses { get; } = [];

    public LocalDate Today => today;

    public Instant Now => now;

    public IReadOnlyList<ClientRecord> Clients() =>
        [
            .. new TodaysPeople(this).All(),
            .. new HardestClients(this).All(),
            .. new RecordsToOpen(this).All(),
            .. new DemoCourses(this).All(),
        ];

    public static ClientRecord Client(string name, LocalDate birth, string occupation, double stature, double? breaths) =>
        new()
        {
            Name = name,
            BirthDate = birth,
            Occupation = occupation,
            StatureCm = stature,
            BreathsPerMinute = breaths,
        };

    public void Fact(ClientRecord client, FactEntry entry, LocalDate recorded)
    {
        var fact = new ClientFact
        {
            ClientId = client.Id,
            Fact = entry.Fact,
            RecordedBy = staff["odile"],
            RecordedAt = recorded == today ? now - Duration.FromMinutes(8) : recorded.AtMidnight().InZoneLeniently(zone).ToInstant(),
        };
        fact.Take(entry);
        client.Facts.Add(fact);
    }

    /// <summary>Everything else of the history was asked and denied.</summary>
    public void Asked(ClientRecord client)
    {
        // What a medicine on the list stands for was not denied.
        var implied = client
            .Facts.Select(f => f.ToEntry().Of(FactWords.NameDetail))
            .OfType<string>()
            .SelectMany(m => FactWords.Medicine(m, knowledge)?.Means ?? [])
            .Select(m => m.Fact)
            .ToHashSet();
        client.Cards =
        [
            .. knowledge
                .Cards.All.Where(c => c.At is CardPlace.Phone)
                .Select(c => No(c, client, today.PlusDays(-20), null) with { AnsweredBy = "the client, on their phone" }),
        ];
        client.Cards = [.. client.Cards.Select(c => c with { Denied = [.. c.Denied.Except(implied)] })];
        foreach (var region in knowledge.Regions.All.Where(r => r.Vulnerable && client.Facts.All(c => c.Region != r.Id)))
        {
            Fact(client, new(Consent.Given, Since: today.PlusDays(-100), Region: region.Id), today.PlusDays(-100));
        }
    }

    /// <summary>The cards of the door, each read out and denied as far as nothing of it is known.</summary>
    public Visit Door(Visit visit)
    {
        visit.Cards =
        [
            .. knowledge.Cards.All.Where(c => c.At is CardPlace.Door).Select(c => No(c, visit.Client!, visit.Date, visit.PractitionerId)),
        ];
        visit.Client!.Cards = [.. visit.Client.Cards, .. visit.Cards];
        return visit;
    }

    /// <summary>The interview about what they came for: the last answer, no, to each question that is asked.</summary>
    public void Interviewed(Visit visit, string complaint, Side side)
    {
        var client = visit.Client!;
        IReadOnlyList<FactEntry> known = [.. client.Facts.Select(f => f.ToEntry()), .. visit.CheckIn];
        var subject = new ScreenSubject(visit.Date, client.BirthDate, known);
        InterviewResult Asked(IReadOnlyList<InterviewAnswer> so) =>
            Interview.Run(knowledge.Complaints[complaint], so, side, subject, knowledge.HouseSchool, knowledge);
        List<InterviewAnswer> answers = [];
        while (Asked(answers).Next is { } next)
        {
            answers.Add(new(next.Id, next.Options[^1].Id));
        }

        visit.Interviews = [new(complaint, side, answers)];
        foreach (var said in Asked(answers).Facts.Where(f => known.All(k => !k.SameAs(f, knowledge.Facts[f.Fact]))))
        {
            var entry = said with { SaidBy = Interview.SaidBy };
            if (knowledge.Facts[said.Fact].Scope is FactScope.Today)
            {
                visit.CheckIn = [.. visit.CheckIn, entry];
            }
            else
            {
                Fact(client, entry, visit.Date);
            }
        }
    }

    private CardAnswer No(AskCard card, ClientRecord client, LocalDate on, string? askedBy) =>
        new(
            card.Id,
            card.Version,
            on,
            [.. card.Facts.Except(client.Facts.Select(f => f.Fact))],
            askedBy,
            "the client, in the room",
            on.AtMidnight().InZoneLeniently(zone).ToInstant() + Duration.FromHours(10)
        );

    public Visit Visit(ClientRecord client, string who, int hour, int minute, string flow, string room, string words)
    {
        var visit = NewVisit(client, today, new(hour, minute), who, flow, room, words);
        client.Visits.Add(visit);
        return visit;
    }

    private Visit NewVisit(
        ClientRecord client,
        LocalDate date,
        LocalTime at,
        string who,
        string flow,
        string room,
        string words,
        Guid? course = null
    ) =>
        new()
        {
            ClientId = client.Id,
            Client = client,
            CourseId = course,
            Date = date,
            At = at,
            MinutesBooked =
                flow == Groin ? 30
                : flow == "belly-bowl" ? 40
                : 60 - (flow == Legs ? 10 : 0),
            Room = room,
            PractitionerId = staff[who],
            School = knowledge.HouseSchool.Id,
            Words = words,
            Plan = FlowPlans.FromFlow(knowledge.Flows[flow], knowledge, knowledge.HouseSchool),
        };

    public Visit Past(ClientRecord client, int daysAgo, double before, double after, string words)
    {
        var visit = Earlier(client, daysAgo, "odile", Legs, words);
        visit.Ratings = [new("heaviness", before, after)];
        Give(visit, visit.ArrivedAt!.Value + Duration.FromMinutes(6), [(400, "sigh"), (1100, "tender")], whole: true);
        Sign(visit, "odile");
        return visit;
    }

    /// <summary>A visit of another day; the client arrived and was screened.</summary>
    public Visit Earlier(ClientRecord client, int daysAgo, string who, string flow, string words, Guid? course = null)
    {
        var date = today.PlusDays(-daysAgo);
        var visit = NewVisit(client, date, new(10, 0), who, flow, "mat room", words, course);
        var arrived = date.At(new(10, 0)).InZoneLeniently(zone).ToInstant();
        (visit.ArrivedAt, visit.ScreenedAt) = (arrived, arrived + Duration.FromMinutes(3));
        client.Visits.Add(visit);
        return visit;
    }

    public void Give(Visit visit, int startedMinutesAgo, int endedMinutesAgo, (int Second, string Response)[] responses, bool finished) =>
        Give(
            visit,
            now - Duration.FromMinutes(startedMinutesAgo),
            responses,
            end: finished ? now - Duration.FromMinutes(endedMinutesAgo) : null
        );

    /// <summary>Starts a session on its basis and notes what came up.</summary>
    /// <param name="whole">It ends with its plan.</param>
    public void Give(
        Visit visit,
        Instant start,
        (int Second, string Response)[] responses,
        bool whole = false,
        Instant? end = null,
        IReadOnlyList<DemoNote>? notes = null
    )
    {
        var by = visit.PractitionerId;
        var palm = DemoPractice.People.First(p => staff[p.Name] == by).PalmBreadthCm;
        var client = visit.Client!;
        var tempo = TempoOf.Measures(client.BreathsPerMinute, client.StatureCm, palm, knowledge);
        var expansion = PlanExpansion.Expand(visit.Plan, tempo, knowledge);
        var context = new ScreenContext(visit.Plan, expansion, knowledge.HouseSchool, tempo, knowledge);
        var facts = client
            .Facts.Where(f => f.RecordedAt < start)
            .Select(f => new FactSaid(
                f.ToEntry(),
                f.Status is FactStatus.No ? "" : Conditions.Saying(f.ToEntry(), visit.Date, knowledge),
                FactScope.History,
                f.RecordedBy,
                f.RecordedAt,
                false
            ))
            .Concat(
                visit.CheckIn.Select(f => new FactSaid(f, Conditions.Saying(f, visit.Date, knowledge), FactScope.Today, by, f.SaidAt, true))
            )
            .ToList();
        var who = new BasisClient(visit.Date, client.BirthDate, client.Body, facts, client.Clearances, []);
        var basis = SessionBasis.Of(context, who, null, Screener.Run(who.Subject, context), visit.Overrides, visit.Ratings);
        var log = new List<GiveEvent> { new(Guid.NewGuid(), start, GiveEventKind.Start) };
        log.AddRange(
            responses.Select(r => new GiveEvent(Guid.NewGuid(), start + Duration.FromSeconds(r.Second), GiveEventKind.Response, r.Response))
        );
        log.AddRange((notes ?? []).Select(n => n.At(visit.Plan, expansion, start)).Where(e => end is null || e.At < end));
        if (whole || end is not null)
        {
            log.Add(new(Guid.NewGuid(), end ?? start + Duration.FromSeconds(expansion.TotalSeconds), GiveEventKind.Finish));
        }

        var words = StoredWords.Of(basis.Words);
        Words.TryAdd(words.Id, words);
        visit.Bases.Add(StoredBasis.Of(log[0].Id, visit.Id, start, basis, words));
        begun[visit] = basis;
        visit.Events.AddRange(
            log.Select(
                (x, i) =>
                    new SessionEvent
                    {
                        Id = x.Id,
                        VisitId = visit.Id,
                        Counter = i,
                        Device = "demo",
                        At = x.At,
                        ReceivedAt = x.At,
                        Kind = x.Kind,
                        Response = x.Response,
                        Text = x.Text,
                        Step = x.Step,
                        Detail = x.Detail,
                        By = by,
                    }
            )
        );
    }

    /// <summary>Signs a visit that was given, or one that never was.</summary>
    public void Sign(Visit visit, string who)
    {
        if (visit.Bases.Count == 0)
        {
            Give(visit, visit.ScreenedAt!.Value, []);
            visit.Events.Clear();
        }

        var basis = begun[visit];
        var session = new Session(basis.Expansion, knowledge);
        var state = session.Fold(visit.Events.Select(e => e.ToEvent()));
        var changes = visit.Ratings.Select(r => ChangeJudge.Judge(knowledge.Measures[r.Measure], r)).ToList();
        var steps = basis.Plan.Steps.ToDictionary(s => s.Id);
        var note = visit.Note.Over(
            NoteDraft.From(
                new(
                    visit.Words,
                    basis.Screen.Findings,
                    visit.Overrides,
                    basis.Plan,
                    steps,
                    basis.Departures,
                    session.Given(state),
                    state,
                    changes
                ),
                knowledge
            )
        );
        visit.Seal = new(session.Given(state), state, changes, note, null, [.. changes.Select(c => knowledge.Measures[c.Measure])]);
        (visit.SignedAt, visit.SignedBy) = ((state.FinishedAt ?? visit.ScreenedAt!.Value) + Duration.FromMinutes(9), staff[who]);
    }

    public string Staff(string name) => staff[name];

    public static Dictionary<string, string> Detail(string key, string value) => new() { [key] = value };

    public static string Iso(LocalDate date) => NodaTime.Text.LocalDatePattern.Iso.Format(date);
}

/// <summary>Something noted at a step of a demo session.</summary>
/// <param name="Step">Its name.</param>
internal sealed record DemoNote(
    string Response,
    string Step,
    string? Place = null,
    int? Strength = null,
    Side? Side = null,
    string? Text = null
)
{
    public GiveEvent At(Plan plan, Expansion expansion, Instant start)
    {
        var step = plan.Steps.First(s =>
            s.Name == Step && (Side is null || s.Side == Side || s.Side is not (Core.Vocabulary.Side.Left or Core.Vocabulary.Side.Right))
        );
        var worked = expansion.Steps.First(s => s.Id == step.Id);
        return new(
            Guid.NewGuid(),
            start + Duration.FromSeconds(worked.StartSeconds + worked.Seconds / 2),
            GiveEventKind.Response,
            Response,
            Text,
            step.Id,
            Detail: new(Place: Place, Side: Side, Strength: Strength)
        );
    }
}
