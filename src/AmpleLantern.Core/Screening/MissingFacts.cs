using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;

namespace AmpleLantern.Core.Screening;

/// <summary>A question whose answer could change what may be done in this plan.</summary>
/// <param name="Strongest">Strongest outcome a yes could have.</param>
/// <param name="Steps">Names of the steps it is asked for; empty when it concerns the whole visit.</param>
public sealed record MissingFact(string Fact, string Question, Outcome Strongest, string Why, IReadOnlyList<string> Steps, FactScope Scope);

/// <summary>Which facts have not been asked, and matter here.</summary>
public static class MissingFacts
{
    /// <returns>
    /// Facts without any entry (of the day, for facts of the day) that some rule would act on in this plan, strongest first.
    /// </returns>
    public static IReadOnlyList<MissingFact> For(ScreenSubject subject, Plan plan, School school, KnowledgeBase knowledge)
    {
        var asked = subject.Facts.Select(f => f.Fact).ToHashSet();
        return
        [
            .. knowledge.Rules.All
                .SelectMany(r => Conditions.FactsAsked(r.When).Distinct().Where(f => !asked.Contains(f))
                    .SelectMany(f => r.Then.Select(e => (Fact: f, Rule: r, Effect: e, Steps: Touched(e, plan, knowledge)))))
                .Where(x => x.Effect.Outcome is not Outcome.Note && (x.Effect.On is null || x.Steps.Count > 0))
                .GroupBy(x => x.Fact)
                .Select(g => Missing(g.Key, g.OrderBy(x => x.Effect.Outcome).First(), knowledge))
                .OrderBy(m => m.Strongest).ThenBy(m => m.Fact, StringComparer.Ordinal),
        ];
    }

    private static List<string> Touched(Effect effect, Plan plan, KnowledgeBase knowledge) => effect.On is null
        ? []
        : [.. plan.Steps.Where(s => Screen.Touches(effect.On, null, s, knowledge)).Select(s => s.Name).Distinct()];

    private static MissingFact Missing(
        string fact, (string Fact, Rule Rule, Effect Effect, List<string> Steps) strongest, KnowledgeBase knowledge)
    {
        var definition = knowledge.Facts[fact];
        return new(fact, definition.Question, strongest.Effect.Outcome, strongest.Effect.Say ?? strongest.Rule.Title,
            strongest.Steps, definition.Scope);
    }
}
