using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Steps;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Giving;

/// <summary>What a step's press came to when the session began.</summary>
/// <param name="ByWeight">Body weight makes it, not the hand's own strength.</param>
public sealed record BasisPressure(
    string Step,
    bool ByWeight,
    double Newtons,
    double? KPa,
    int Level,
    int Planned,
    bool AboveCap,
    bool Feasible
);

/// <summary>The person as they were when the session began: what was asked, answered and cleared.</summary>
/// <param name="NotAsked">Questions that could have changed something and were not asked.</param>
/// <param name="Cards">Cards answered by then, without what each denied; null in a record older than cards.</param>
/// <param name="Answers">How many facts something was said of, yes or no; null where that was not counted.</param>
public sealed record BasisClient(
    LocalDate Date,
    LocalDate? BirthDate,
    BodyMeasures Body,
    IReadOnlyList<FactSaid> Facts,
    IReadOnlyList<Clearance> Clearances,
    IReadOnlyList<MissingFact> NotAsked,
    IReadOnlyList<CardAnswer>? Cards = null,
    int? Answers = null
)
{
    /// <summary>The person as screening sees them.</summary>
    public ScreenSubject Subject => new(Date, BirthDate, [.. Facts.Select(f => f.Entry)], Clearances, ConsentMustBeGiven: true, Cards);
}

/// <summary>The one who works, as they were when the session began.</summary>
/// <param name="Estimated">Mass or stature was not known; the usual ones stood in.</param>
public sealed record BasisPractitioner(string StaffId, Practitioner Body, bool Estimated);

/// <summary>
/// All that a session stands on, written once when it begins and again, whole, when its plan is amended. The log speaks of it and of
/// nothing else: no later edit, measure or knowledge moves what was noted.
/// </summary>
public sealed record SessionBasis
{
    public required string KnowledgeVersion { get; init; }

    /// <summary>Made afterwards for a record older than bases: facts and bodies are as they stood at that moment.</summary>
    public required bool Reconstructed { get; init; }

    public required Plan Plan { get; init; }

    public required Expansion Expansion { get; init; }

    public required Tempo Tempo { get; init; }

    public required BasisClient Client { get; init; }

    public BasisPractitioner? Practitioner { get; init; }

    public required School School { get; init; }

    /// <summary>What the screen said, without the ways round it.</summary>
    public required ScreenResult Screen { get; init; }

    public required IReadOnlyList<Override> Overrides { get; init; }

    public required IReadOnlyList<Departure> Departures { get; init; }

    public required IReadOnlyList<BasisPressure> Presses { get; init; }

    public PractitionerLoad? Load { get; init; }

    /// <summary>The words of the trade it uses, so that it reads the same when an id has gone from the knowledge.</summary>
    public required BasisWords Words { get; init; }

    /// <summary>Freezes what a session begins on.</summary>
    /// <param name="ratings">Measures taken so far; their definitions are kept with the words.</param>
    public static SessionBasis Of(
        ScreenContext context,
        BasisClient client,
        BasisPractitioner? practitioner,
        ScreenResult screen,
        IReadOnlyList<Override> overrides,
        IReadOnlyList<Rating> ratings,
        IReadOnlyList<BasisPressure>? presses = null,
        PractitionerLoad? load = null,
        bool reconstructed = false
    ) =>
        new()
        {
            KnowledgeVersion = context.Knowledge.Version,
            Reconstructed = reconstructed,
            Plan = context.Plan,
            // How deep it may go is not known afterwards.
            Expansion = reconstructed ? context.Expansion : Deepest.Marked(client.Subject, context, overrides),
            Tempo = context.Tempo,
            Client = client,
            Practitioner = practitioner,
            School = context.School,
            Screen = screen with { Swaps = [] },
            Overrides = overrides,
            Departures = PlanDepartures.Of(context.Plan, context.Knowledge, context.School),
            Presses = presses ?? [],
            Load = load,
            Words = BasisWords.Of(context.Plan, ratings, context.Knowledge),
        };

    /// <summary>The same person, practitioner and day on a changed plan: what an amendment stands on.</summary>
    /// <param name="subject">The person with what was said since it began.</param>
    public SessionBasis Amended(
        ScreenSubject subject,
        ScreenContext context,
        ScreenResult screen,
        IReadOnlyList<BasisPressure> presses,
        PractitionerLoad? load
    ) =>
        this with
        {
            Plan = context.Plan,
            Expansion = Deepest.Marked(subject, context, Overrides),
            Tempo = context.Tempo,
            Screen = screen with { Swaps = [] },
            Departures = PlanDepartures.Of(context.Plan, context.Knowledge, context.School),
            Presses = presses,
            Load = load,
            Words = BasisWords.Of(context.Plan, [], context.Knowledge).And(Words.Measures),
        };
}

/// <summary>The vocabulary one session uses, frozen with it.</summary>
public sealed record BasisWords(
    IReadOnlyList<Region> Regions,
    IReadOnlyList<Contact> Contacts,
    IReadOnlyList<Position> Positions,
    IReadOnlyList<Stance> Stances,
    IReadOnlyList<PatternName> Patterns,
    IReadOnlyList<Technique> Techniques,
    IReadOnlyList<Product> Products,
    IReadOnlyList<Prop> Props,
    IReadOnlyList<ResponseKind> Responses,
    IReadOnlyList<Measure> Measures
)
{
    public static readonly BasisWords None = new([], [], [], [], [], [], [], [], [], []);

    /// <summary>The words a plan uses, all responses, and the measures taken. Regions go without the skin they cover.</summary>
    public static BasisWords Of(Plan plan, IReadOnlyList<Rating> ratings, KnowledgeBase knowledge)
    {
        IReadOnlyList<T> Used<T>(Catalogue<T> all, IEnumerable<string> ids)
            where T : class, IKnown => [.. ids.Distinct().Select(all.Find).OfType<T>()];
        var steps = plan.Steps;
        return new(
            [.. Used(knowledge.Regions, steps.SelectMany(s => s.Regions)).Select(r => r with { Patches = [] })],
            Used(knowledge.Contacts, steps.SelectMany(s => s.Contacts)),
            Used(knowledge.Positions, steps.SelectMany(s => s.AlsoIn.Prepend(s.Position))),
            Used(knowledge.Stances, steps.Select(s => s.Stance)),
            [.. steps.Select(s => knowledge.PatternOf(s.Pattern.Kind)).OfType<PatternName>().Distinct()],
            Used(knowledge.Techniques, steps.Select(s => s.Technique)),
            Used(knowledge.Products, steps.SelectMany(s => s.Products ?? [])),
            SetOut(plan, knowledge),
            knowledge.Responses.All,
            Used(knowledge.Measures, ratings.Select(r => r.Measure))
        );
    }

    /// <summary>The same with the measures a signed visit was judged by.</summary>
    public BasisWords And(IReadOnlyList<Measure> measures) => this with { Measures = [.. Measures.Concat(measures).DistinctBy(m => m.Id)] };

    /// <summary>The knowledge as this session reads it: its own words first, today's for the rest.</summary>
    public PracticeKnowledge Over(PracticeKnowledge now) =>
        now.With([
            // Where the skin lies is only drawn, so it is taken from today's body where the region still exists.
            now.Regions.Under([.. Regions.Select(r => r with { Patches = now.Regions.Find(r.Id)?.Patches ?? [] })]),
            now.Contacts.Under([.. Contacts.Select(c => c.Print is null ? c with { Print = now.Contacts.Find(c.Id)?.Print } : c)]),
            // So is what moves a joint, in records from before it was said.
            now.Positions.Under([.. Positions.Select(p => p.Moves is null ? p with { Moves = now.Positions.Find(p.Id)?.Moves } : p)]),
            now.Stances.Under(Stances),
            now.Patterns.Under(Patterns),
            now.Techniques.Under([.. Techniques.Select(t => t.Moves is null ? t with { Moves = now.Techniques.Find(t.Id)?.Moves } : t)]),
            now.Products.Under(Products),
            now.Props.Under(Props),
            now.Responses.Under(Responses),
            now.Measures.Under(Measures),
        ]);

    private static IReadOnlyList<Prop> SetOut(Plan plan, KnowledgeBase knowledge) => Planning.SetOut.Props(plan, knowledge);
}
