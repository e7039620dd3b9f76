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

/// <summary>Someone of the demo practice.</summary>
public sealed record DemoPerson(
    string Name,
    string DisplayName,
    string Role,
    double? PalmBreadthCm,
    double? FourFingersCm,
    Practitioner? Working = null
);

/// <summary>
/// The stilt house on Gannet Stair: a practice, its people and their histories, all invented. One visit stands at each
/// stage, and every outcome of a rule can be met.
/// </summary>
public static class DemoPractice
{
    /// <summary>For the demo only; a real practice sets its own at the first run.</summary>
    public const string Password = "gannet-stair-demo";

    public static readonly IReadOnlyList<DemoPerson> People =
    [
        new(
            "odile",
            "Odile Fenn",
            Roles.Owner,
            8.5,
            7.2,
            new(62, 1.66, AreasCm2: new Dictionary<string, double> { ["thumb"] = 3.2, ["arch-of-foot"] = 33 })
        ),
        new("teo", "Teo Marsh", Roles.Practitioner, 9.2, 7.9, new(84, 1.83)),
        new("pim", "Pim Reed", Roles.Student, 7.9, null),
        new("ansa", "Ansa Vole", Roles.Desk, null, null),
    ];

    /// <summary>
    /// What a database older than the mark is for: the demo where its first person comes in by the demo's password; what is wanted where
    /// nobody has been in it yet; a practice otherwise.
    /// </summary>
    public static DataKind KindOf(string database, DataKind wanted)
    {
        using var connection = Inspection.Open(database);
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT (SELECT COUNT(*) FROM AspNetUsers), (SELECT PasswordHash FROM AspNetUsers WHERE UserName = $name)";
        command.Parameters.AddWithValue("$name", People[0].Name);
        using var reader = command.ExecuteReader();
        reader.Read();
        var demo =
            !reader.IsDBNull(1)
            && new PasswordHasher<DemoPerson>().VerifyHashedPassword(People[0], reader.GetString(1), Password)
                is not PasswordVerificationResult.Failed;
        return demo ? DataKind.Demo
            : reader.GetInt32(0) == 0 ? wanted
            : DataKind.Practice;
    }

    private const string Legs = "legs-on-the-mat";
    private const string Groin = "groin-hold";

    /// <summary>Everybody with their visits, and the words their sessions were given in.</summary>
    public static (IReadOnlyList<ClientRecord> Clients, IReadOnlyCollection<StoredWords> Words) Records(
        PracticeKnowledge knowledge,
        Instant now,
        DateTimeZone zone,
        IReadOnlyDictionary<string, string> staff
    )
    {
        var day = new DemoDay(knowledge, now, zone, staff);
        return (day.Clients(), day.Words.Values);
    }

    internal sealed class DemoDay(PracticeKnowledge knowledge, Instant now, DateTimeZone zone, IReadOnlyDictionary<string, string> staff)
    {
        private readonly LocalDate today = now.InZone(zone).Date;
        private readonly Dictionary<Visit, SessionBasis> begun = [];

        public Dictionary<string, StoredWords> Words { get; } = [];

        public LocalDate Today => today;

        public Instant Now => now;

        public IReadOnlyList<ClientRecord> Clients() =>
            [
                Anouk(),
                Wren(),
                Ilse(),
                Tobin(),
                Bram(),
                Maren(),
                Sedge(),
                Corvin(),
                Hesper(),
                Jory(),
                Pell(),
                .. new HardestClients(this).All(),
                .. new RecordsToOpen(this).All(),
            ];

        private ClientRecord Anouk()
        {
            var c = Client("Anouk Veldt", today.PlusYears(-42), "tide-bell keeper", 164, 13);
            Asked(c);
            Past(c, 35, 7, 5, "The stairs of the bell tower are long in winter.");
            Past(c, 21, 6, 3, "Lighter for three days, then the stairs again.");
            Past(c, 10, 5, 2, "Slept through, twice.");
            var v = Visit(c, "odile", 8, 30, Legs, "mat room", "Legs light in the morning, heavy after the second bell.");
            (v.ArrivedAt, v.ScreenedAt) = (now - Duration.FromMinutes(70), now - Duration.FromMinutes(64));
            v.Ratings = [new("heaviness", 5, null), new("tension", 4, null)];
            Give(v, 58, 58 - 36, [(310, "warmth"), (700, "sigh"), (905, "too-much"), (1500, "gurgle")], finished: true);
            return c;
        }

        private ClientRecord Wren()
        {
            var c = Client("Wren Dallimore", today.PlusYears(-34), "lamp-glass blower", 171, 14);
            Asked(c);
            var v = Visit(c, "teo", 9, 0, Legs, "river room", "Stood at the furnace all week.");
            (v.ArrivedAt, v.ScreenedAt) = (now - Duration.FromMinutes(20), now - Duration.FromMinutes(14));
            v.Ratings = [new("heaviness", 6, null)];
            Give(v, 10, 0, [(220, "sigh"), (420, "tender")], finished: false);
            return c;
        }

        private ClientRecord Ilse()
        {
            var c = Client("Ilse Marrow", today.PlusYears(-47), "rope-walk hand", 168, 14);
            Fact(c, new("anticoagulant", Since: today.PlusDays(-22), Detail: Detail("medicine", "for the knee operation")), today);
            Fact(c, new("knee-trouble", Since: today.PlusMonths(-7), Side: Side.Left), today.PlusMonths(-5));
            Asked(c);
            c.Measures = new(
                StretchesCm: new Dictionary<string, double> { ["popliteal-crease..lateral-malleolus"] = 41.0 },
                HandsCm: new Dictionary<string, double> { ["fourFingersCm"] = 6.9 }
            );
            Past(c, 60, 6, 4, "Rope season. Both calves like wood.");
            var v = Door(Visit(c, "odile", 10, 0, Legs, "mat room", "New tablets since the knee; bruises on the shins."));
            v.ArrivedAt = now - Duration.FromMinutes(6);
            v.Ratings = [new("heaviness", 7, null), new("pain", 3, null)];
            return c;
        }

        private ClientRecord Tobin()
        {
            var c = Client("Tobin Askerell", today.PlusYears(-58), "ferry winder", 176, 15);
            Fact(c, new("implanted-cardiac-device", Since: today.PlusYears(-3)), today.PlusYears(-1));
            Asked(c);
            var v = Visit(c, "odile", 11, 30, Groin, "mat room", "Heavy, tired legs after the night crossings.");
            v.ArrivedAt = now - Duration.FromMinutes(3);
            return c;
        }

        private ClientRecord Bram()
        {
            var c = Client("Bram Osterlick", today.PlusYears(-38), "moss weigher", 181, 12);
            Asked(c);
            Past(c, 28, 6, 6, "The same at night.");
            Past(c, 14, 6, 5, "No real difference.");
            var v = Door(Visit(c, "odile", 13, 0, Legs, "mat room", "Still heavy at night."));
            (v.ArrivedAt, v.ScreenedAt) = (now - Duration.FromMinutes(2), now - Duration.FromMinutes(1));
            v.Ratings = [new("heaviness", 6, null)];
            return c;
        }

        private ClientRecord Maren()
        {
            var c = Client("Maren Tolliver", today.PlusYears(-31), "signal-flag sewer", 166, 16);
            Fact(c, new("pregnancy", Detail: Detail("dueDate", Iso(today.PlusDays(112)))), today.PlusDays(-30));
            Visit(c, "teo", 10, 0, Legs, "river room", "Ankles thick in the evening.");
            return c;
        }

        private ClientRecord Sedge()
        {
            var c = Client("Sedge Oumari", today.PlusYears(-51), "dune surveyor", 173, null);
            Fact(c, new("clot", FactStatus.Suspected, today, Side: Side.Right), today);
            var v = Visit(c, "teo", 12, 0, Legs, "river room", "Right calf hot since yesterday, one finger thicker.");
            (v.ArrivedAt, v.CheckIn) = (now, [new("hot-swollen-calf", Side: Side.Right)]);
            return c;
        }

        private ClientRecord Corvin()
        {
            var c = Client("Corvin Haldetree", today.PlusYears(-29), "kite glazier", 178, null);
            Asked(c);
            var v = Visit(c, "teo", 14, 0, Legs, "river room", "Shivering since noon.");
            (v.ArrivedAt, v.CheckIn) = (now, [new("fever")]);
            return c;
        }

        private ClientRecord Hesper()
        {
            var c = Client("Hesper Quillon", today.PlusYears(-67), "retired harbour reader", 159, null);
            var v = Visit(c, "odile", 15, 0, Groin, "mat room", "A weight on the chest, sitting still.");
            (v.ArrivedAt, v.CheckIn) = (now, [new("chest-pain-at-rest")]);
            return c;
        }

        private ClientRecord Jory()
        {
            var c = Client("Jory Fenwhistle", today.PlusYears(-55), "salt grader", 169, null);
            Fact(c, new("cancer", Since: today.PlusMonths(-4), Detail: Detail("stage", "in-treatment")), today.PlusDays(-9));
            var v = Visit(c, "odile", 16, 0, Legs, "mat room", "Between two treatments; tired.");
            v.ArrivedAt = now;
            return c;
        }

        private ClientRecord Pell()
        {
            var c = Client("Pell Ravensby", today.PlusYears(-16).PlusDays(-40), "apprentice reed cutter", 172, null);
            Visit(c, "teo", 15, 30, Groin, "river room", "Legs buzz after the reed harvest; father is present.");
            return c;
        }

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
        private Visit Door(Visit visit)
        {
            visit.Cards =
            [
                .. knowledge
                    .Cards.All.Where(c => c.At is CardPlace.Door)
                    .Select(c => No(c, visit.Client!, visit.Date, visit.PractitionerId)),
            ];
            visit.Client!.Cards = [.. visit.Client.Cards, .. visit.Cards];
            return visit;
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

        private Visit NewVisit(ClientRecord client, LocalDate date, LocalTime at, string who, string flow, string room, string words) =>
            new()
            {
                ClientId = client.Id,
                Client = client,
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

        private Visit Past(ClientRecord client, int daysAgo, double before, double after, string words)
        {
            var visit = Earlier(client, daysAgo, "odile", Legs, words);
            visit.Ratings = [new("heaviness", before, after)];
            Give(visit, visit.ArrivedAt!.Value + Duration.FromMinutes(6), [(400, "sigh"), (1100, "tender")], whole: true);
            Sign(visit, "odile");
            return visit;
        }

        /// <summary>A visit of another day; the client arrived and was screened.</summary>
        public Visit Earlier(ClientRecord client, int daysAgo, string who, string flow, string words)
        {
            var date = today.PlusDays(-daysAgo);
            var visit = NewVisit(client, date, new(10, 0), who, flow, "mat room", words);
            var arrived = date.At(new(10, 0)).InZoneLeniently(zone).ToInstant();
            (visit.ArrivedAt, visit.ScreenedAt) = (arrived, arrived + Duration.FromMinutes(3));
            client.Visits.Add(visit);
            return visit;
        }

        private void Give(
            Visit visit,
            int startedMinutesAgo,
            int endedMinutesAgo,
            (int Second, string Response)[] responses,
            bool finished
        ) =>
            Give(
                visit,
                now - Duration.FromMinutes(startedMinutesAgo),
                responses,
                end: finished ? now - Duration.FromMinutes(endedMinutesAgo) : null
            );

        /// <summary>Starts a session on its basis and notes what came up.</summary>
        /// <param name="whole">It ends with its plan.</param>
        public void Give(Visit visit, Instant start, (int Second, string Response)[] responses, bool whole = false, Instant? end = null)
        {
            var by = visit.PractitionerId;
            var palm = People.First(p => staff[p.Name] == by).PalmBreadthCm;
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
                    visit.CheckIn.Select(f => new FactSaid(
                        f,
                        Conditions.Saying(f, visit.Date, knowledge),
                        FactScope.Today,
                        by,
                        f.SaidAt,
                        true
                    ))
                )
                .ToList();
            var who = new BasisClient(visit.Date, client.BirthDate, client.Body, facts, client.Clearances, []);
            var basis = SessionBasis.Of(context, who, null, Screener.Run(who.Subject, context), visit.Overrides, visit.Ratings);
            var log = new List<GiveEvent> { new(Guid.NewGuid(), start, GiveEventKind.Start) };
            log.AddRange(
                responses.Select(r => new GiveEvent(
                    Guid.NewGuid(),
                    start + Duration.FromSeconds(r.Second),
                    GiveEventKind.Response,
                    r.Response
                ))
            );
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

        private static string Iso(LocalDate date) => NodaTime.Text.LocalDatePattern.Iso.Format(date);
    }
}
