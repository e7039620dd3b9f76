using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Screening.Asking;

/// <summary>A question whose answer could change what may be done in this plan.</summary>
/// <param name="Strongest">Strongest outcome an answer could have.</param>
/// <param name="Steps">Names of the steps it is asked for; empty when it concerns the whole visit.</param>
/// <param name="Region">The region it is asked about, for consent.</param>
/// <param name="DeniedOn">Asked before and denied, so long ago that it is asked again.</param>
/// <param name="StrictAnswer">The fact that the careful answer notes: the fact itself, or for consent its refusal.</param>
public sealed record MissingFact(
    string Fact,
    string Question,
    Outcome Strongest,
    string Why,
    IReadOnlyList<string> Steps,
    FactScope Scope,
    string? Region = null,
    string? StrictAnswer = null,
    LocalDate? DeniedOn = null
)
{
    /// <summary>What a yes notes.</summary>
    public FactEntry IfYes => new(Fact, Region: Region);

    /// <summary>What a no notes. Consent is asked the other way round: a yes allows, a no leaves the region out.</summary>
    public FactEntry IfNo => Region is not null && StrictAnswer is { } refused ? new(refused, Region: Region) : new(Fact, FactStatus.No);
}

/// <summary>Which facts have not been asked, and matter here.</summary>
public static class MissingFacts
{
    /// <returns>
    /// Facts never asked, or denied too long ago, that some rule would act on in this plan, strongest first;
    /// among them the vulnerable regions the plan works and nobody has asked consent for.
    /// </returns>
    public static IReadOnlyList<MissingFact> For(ScreenSubject subject, Plan plan, School school, PracticeKnowledge knowledge)
    {
        var touching = new Touching(knowledge);
        var asked = new Dictionary<string, bool>();
        bool Known(string id) =>
            asked.TryGetValue(id, out var known)
                ? known
                : asked[id] = Asked.Of(knowledge.Facts[id], subject, knowledge) is AskState.Said or AskState.Denied;
        // What speaks only of several facts together is no reason to ask for one while the others are not there.
        bool WouldSpeak(Rule rule, string fact) =>
            Conditions.Triggers(rule.When, subject with { Facts = [.. subject.Facts, new(fact)] }, school, knowledge).Count > 0;
        return
        [
            .. knowledge
                .Rules.All.SelectMany(r =>
                    Conditions
                        .FactsAsked(r.When, knowledge)
                        .Distinct()
                        .Where(f => Askable(knowledge.Facts[f]) && !Known(f) && WouldSpeak(r, f))
                        .SelectMany(f => r.Then.Select(e => (Fact: f, Rule: r, Ruling: e, Steps: Touched(e, plan, touching))))
                )
                .Where(x => x.Ruling.Outcome is not Outcome.Note && (x.Ruling.On is null || x.Steps.Count > 0))
                .GroupBy(x => x.Fact)
                .Select(g => Missing(g.Key, g.OrderBy(x => x.Ruling.Outcome).First(), subject, knowledge))
                .Concat(Consents(subject, plan, touching, knowledge))
                .OrderBy(m => m.Strongest)
                .ThenBy(m => m.Fact, StringComparer.Ordinal),
        ];
    }

    /// <summary>Consent is asked region by region; what follows from other facts, or is found by its words, is not asked at all.</summary>
    private static bool Askable(FactDefinition fact) =>
        fact is { Derived: false, OnMention: false, Group: not FactDefinition.ConsentGroup };

    private static IEnumerable<MissingFact> Consents(ScreenSubject subject, Plan plan, Touching touching, PracticeKnowledge knowledge)
    {
        var consent = knowledge.Facts[Consent.Given];
        return Consent
            .Places(subject, plan, touching, knowledge)
            .Where(p => p.Word is ConsentWord.Open)
            .Select(p => new MissingFact(
                Consent.Given,
                consent.Question.Replace("{region}", knowledge.Regions[p.Region].Name, StringComparison.Ordinal),
                Outcome.Avoid,
                knowledge.Rules[Consent.RefusedRule].Title,
                p.Names,
                consent.Scope,
                p.Region,
                Consent.Refused
            ));
    }

    private static List<string> Touched(Ruling ruling, Plan plan, Touching touching) =>
        ruling.On is null ? [] : [.. plan.Steps.Where(s => touching.Touches(ruling.On, null, s)).Select(s => s.Name).Distinct()];

    private static MissingFact Missing(
        string fact,
        (string Fact, Rule Rule, Ruling Ruling, List<string> Steps) strongest,
        ScreenSubject subject,
        PracticeKnowledge knowledge
    )
    {
        var definition = knowledge.Facts[fact];
        return new(
            fact,
            definition.Question,
            strongest.Ruling.Outcome,
            strongest.Ruling.Say ?? strongest.Rule.Title,
            strongest.Steps,
            definition.Scope,
            StrictAnswer: fact,
            DeniedOn: Asked.Denied(definition, subject)
        );
    }
}
