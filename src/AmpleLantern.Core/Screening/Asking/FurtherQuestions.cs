using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Screening.Asking;

/// <summary>What is still worth asking after the cards, and what is left unasked.</summary>
/// <param name="Ask">At most five, the worst to have missed first.</param>
/// <param name="NotAsked">All the others: said to be unasked, never silently left out.</param>
public sealed record FurtherQuestions(IReadOnlyList<MissingFact> Ask, IReadOnlyList<MissingFact> NotAsked)
{
    /// <summary>More than this nobody answers with care.</summary>
    public const int Most = 5;

    /// <summary>
    /// By likelihood times harm, for this person and this plan. Consent for a place the plan works is asked by itself and is not among
    /// them.
    /// </summary>
    public static FurtherQuestions Of(IReadOnlyList<MissingFact> missing, ScreenSubject subject, KnowledgeBase knowledge)
    {
        var ranked = missing
            .Where(m => m.Region is null)
            .Select(m => (Missing: m, Weight: Weight(m, subject, knowledge)))
            .OrderByDescending(x => x.Weight)
            .ThenBy(x => x.Missing.Fact, StringComparer.Ordinal)
            .ToList();
        var ask = ranked.Where(x => x.Weight > 0).Take(Most).Select(x => x.Missing).ToList();
        return new(ask, [.. ranked.Select(x => x.Missing).Except(ask)]);
    }

    /// <summary>
    /// Of a thousand like them so many have it, times how bad it is not to know. What nobody has judged counts as if everybody had it.
    /// </summary>
    public static int Weight(MissingFact missing, ScreenSubject subject, KnowledgeBase knowledge) =>
        (knowledge.Likelihoods.Find(missing.Fact)?.At(subject.Age) ?? Everybody) * knowledge.Harms[Words.Of(missing.Strongest)].Weight;

    private const int Everybody = 1000;
}
