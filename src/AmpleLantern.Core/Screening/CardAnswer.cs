using AmpleLantern.Core.Knowledge;
using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>A card answered: one record, whatever it denies.</summary>
/// <param name="Version">Of the card as it was asked.</param>
/// <param name="Denied">Ids of the facts to which the answer was no. What was said yes to is kept as facts.</param>
/// <param name="AskedBy">Id of who asked; null where the client read it themselves.</param>
/// <param name="AnsweredBy">Who answered, in words.</param>
/// <param name="NotConcerned">It does not concern this person, and is not asked again.</param>
/// <param name="Withdrawn">It was answered by a slip, and counts as not asked.</param>
public sealed record CardAnswer(
    string Card,
    int Version,
    LocalDate On,
    IReadOnlyList<string> Denied,
    string? AskedBy,
    string AnsweredBy,
    Instant? At = null,
    bool NotConcerned = false,
    bool Withdrawn = false
)
{
    /// <summary>A no to a card: to all of it that the person is not known to have.</summary>
    /// <param name="yes">Facts of it that were said yes to just now.</param>
    /// <exception cref="RefusalException">The card was changed meanwhile, or a yes is to nothing on it.</exception>
    public static CardAnswer To(
        AskCard card,
        int version,
        ScreenSubject subject,
        IReadOnlyList<FactEntry> yes,
        string? askedBy,
        string answeredBy,
        Instant at
    )
    {
        RefusalException.Unless(
            version == card.Version,
            "card-changed",
            $"The card '{card.Name}' asks something else now. Look at the latest and ask it again.",
            "/cardVersion"
        );
        for (var i = 0; i < yes.Count; i++)
        {
            RefusalException.Unless(
                card.Facts.Contains(yes[i].Fact),
                "not-on-card",
                $"The card '{card.Name}' does not ask about '{yes[i].Fact}'.",
                $"/yes/{i}/fact"
            );
        }

        var said = subject.Facts.Concat(yes).Where(f => f.Status is not FactStatus.No).Select(f => f.Fact).ToHashSet();
        return new(card.Id, card.Version, subject.Date, [.. card.Facts.Where(f => !said.Contains(f))], askedBy, answeredBy, at);
    }
}

/// <summary>How it stands with a fact: what was said of it, and whether that is still believed.</summary>
public enum AskState
{
    NotAsked,

    /// <summary>Denied so long ago that it is asked again: "still so?".</summary>
    StillSo,
    Denied,
    Said,
}

/// <summary>What has been asked of a person, by cards and one by one.</summary>
public static class Asked
{
    /// <summary>How it stands with a fact on the day.</summary>
    public static AskState Of(FactDefinition fact, ScreenSubject subject, KnowledgeBase knowledge)
    {
        if (subject.Facts.Any(f => f.Fact == fact.Id && f.Status is not FactStatus.No))
        {
            return AskState.Said;
        }

        return Denied(fact, subject) switch
        {
            null => AskState.NotAsked,
            { } on when Holds(on, fact, subject, knowledge) => AskState.Denied,
            _ => AskState.StillSo,
        };
    }

    /// <summary>The last day on which a fact was denied; null where it never was.</summary>
    public static LocalDate? Denied(FactDefinition fact, ScreenSubject subject)
    {
        LocalDate? last = null;
        foreach (var card in subject.Cards ?? [])
        {
            if (!card.Withdrawn && card.Denied.Contains(fact.Id))
            {
                last = Later(last, card.NotConcerned ? subject.Date : card.On);
            }
        }

        foreach (var entry in subject.Facts)
        {
            if (entry.Fact == fact.Id && entry.Status is FactStatus.No)
            {
                // What is of the day was said at this visit; so was what has no record of when.
                last = Later(last, fact.Scope is FactScope.Today ? subject.Date : entry.SaidAt?.InUtc().Date ?? subject.Date);
            }
        }

        return last;
    }

    /// <summary>Number of facts something was said of, yes or no, at this visit or before.</summary>
    public static int Answers(ScreenSubject subject) =>
        subject
            .Facts.Select(f => f.Fact)
            .Concat((subject.Cards ?? []).Where(c => !c.Withdrawn).SelectMany(c => c.Denied))
            .Distinct(StringComparer.Ordinal)
            .Count();

    /// <summary>Whether a card was answered at this visit, or does not concern this person.</summary>
    public static bool Today(AskCard card, ScreenSubject subject) =>
        !card.IsFor(subject.Age)
        || (subject.Cards ?? []).Any(c =>
            c.Card == card.Id && !c.Withdrawn && (c.NotConcerned || c.On == subject.Date && c.Version == card.Version)
        );

    /// <summary>Names of the cards of red flags that were not answered at this visit.</summary>
    public static IReadOnlyList<string> RedFlagsOpen(ScreenSubject subject, KnowledgeBase knowledge) =>
        [.. knowledge.Cards.All.Where(c => c.RedFlags && !Today(c, subject)).Select(c => c.Name)];

    private static bool Holds(LocalDate on, FactDefinition fact, ScreenSubject subject, KnowledgeBase knowledge) =>
        fact.Scope is FactScope.Today ? on == subject.Date : Period.DaysBetween(on, subject.Date) <= knowledge.DaysOfNo(fact);

    private static LocalDate Later(LocalDate? one, LocalDate other) => one is { } o && o > other ? o : other;
}
