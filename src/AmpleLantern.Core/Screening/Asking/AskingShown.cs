using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Screening.Asking;

/// <summary>How it stands with a card.</summary>
public enum CardState
{
    /// <summary>Not asked: at the door at this visit, a list never.</summary>
    Open,

    /// <summary>Asked so long ago that some of its noes are not believed any longer.</summary>
    StillSo,
    Answered,

    /// <summary>Said not to concern this person.</summary>
    NotConcerned,
}

/// <summary>A fact on a line of a card.</summary>
/// <param name="Said">Known already, or said now.</param>
public sealed record CardFact(string Fact, string Name, string Question, bool Sided, bool Regional, bool Said);

/// <summary>A line of a card.</summary>
public sealed record CardLineShown(string Say, IReadOnlyList<CardFact> Facts);

/// <summary>A card as it stands for a person on a day.</summary>
/// <param name="Answer">The answer that counts; null where there is none.</param>
public sealed record CardShown(
    string Id,
    string Name,
    CardPlace At,
    int Version,
    string Say,
    bool RedFlags,
    bool MayNotConcern,
    CardState State,
    CardAnswer? Answer,
    IReadOnlyList<CardLineShown> Lines
);

/// <summary>Where asking stands: the cards of the door, the lists, what is worth asking beyond them, and what stays unasked.</summary>
public sealed record AskingShown(IReadOnlyList<CardShown> Door, IReadOnlyList<CardShown> Lists, FurtherQuestions Further)
{
    public static AskingShown Of(IReadOnlyList<MissingFact> missing, ScreenSubject subject, KnowledgeBase knowledge)
    {
        IReadOnlyList<CardShown> At(CardPlace place) =>
            [.. knowledge.Cards.All.Where(c => c.At == place && c.IsFor(subject.Age)).Select(c => Shown(c, subject, knowledge))];
        var (door, lists) = (At(CardPlace.Door), At(CardPlace.Phone));
        // What an open card asks is asked there.
        var onCards = door.Where(c => c.State is CardState.Open)
            .Concat(lists.Where(c => c.State is CardState.Open or CardState.StillSo))
            .SelectMany(c => c.Lines.SelectMany(l => l.Facts.Select(f => f.Fact)))
            .ToHashSet();
        var further = FurtherQuestions.Of([.. missing.Where(m => !onCards.Contains(m.Fact))], subject, knowledge);
        return new(door, lists, further);
    }

    private static CardShown Shown(AskCard card, ScreenSubject subject, KnowledgeBase knowledge)
    {
        var answer = (subject.Cards ?? []).LastOrDefault(c => c.Card == card.Id && !c.Withdrawn);
        bool Aged() => card.Facts.Any(f => Asked.Of(knowledge.Facts[f], subject, knowledge) is AskState.StillSo or AskState.NotAsked);
        var state = answer switch
        {
            null => CardState.Open,
            { NotConcerned: true } => CardState.NotConcerned,
            _ when card.At is CardPlace.Door => Asked.Today(card, subject) ? CardState.Answered : CardState.Open,
            _ => Aged() ? CardState.StillSo : CardState.Answered,
        };
        bool Said(string fact) => subject.Facts.Any(f => f.Fact == fact && f.Status is not FactStatus.No);
        return new(
            card.Id,
            card.Name,
            card.At,
            card.Version,
            card.Say,
            card.RedFlags,
            card.MayNotConcern,
            state,
            answer,
            [
                .. card.Lines.Select(l => new CardLineShown(
                    l.Say,
                    [
                        .. l
                            .Facts.Select(f => knowledge.Facts[f])
                            .Select(f => new CardFact(f.Id, f.Name, f.Question, f.Sided, f.Regional, Said(f.Id))),
                    ]
                )),
            ]
        );
    }
}
