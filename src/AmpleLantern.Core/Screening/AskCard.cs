using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Screening;

/// <summary>Where a card is asked.</summary>
public enum CardPlace
{
    /// <summary>Spoken at the door, at every visit.</summary>
    Door,

    /// <summary>A list on the client's phone, once; or read out where there is none.</summary>
    Phone,
}

/// <summary>Several things asked in one breath. A no to it is one record.</summary>
/// <param name="Version">Raised when what it asks changes: a no to an older one denied only what that one asked.</param>
/// <param name="Say">To be read aloud as it stands.</param>
/// <param name="FromAge">The youngest it is asked of; null for anybody.</param>
/// <param name="ToAge">The oldest it is asked of.</param>
/// <param name="RedFlags">Nothing reads as clear at a visit where it was not asked.</param>
/// <param name="MayNotConcern">May be set aside for a person for good.</param>
[Kind("cards", "card")]
public sealed record AskCard(
    string Id,
    string Name,
    Source Source,
    CardPlace At,
    int Version,
    string Say,
    IReadOnlyList<CardLine> Lines,
    int? FromAge = null,
    int? ToAge = null,
    bool RedFlags = false,
    bool MayNotConcern = false
) : IKnown, IChecked
{
    /// <summary>Ids of all the facts it asks about.</summary>
    public IEnumerable<string> Facts => Lines.SelectMany(l => l.Facts);

    /// <summary>Whether it is asked of a person of an age; where that is not known, it is.</summary>
    public bool IsFor(int? age) =>
        (FromAge is not { } from || age is null || age >= from) && (ToAge is not { } to || age is null || age <= to);

    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Lines
            .SelectMany((l, i) => l.Facts.Select((f, j) => (Fact: f, Path: $"/lines/{i}/facts/{j}")))
            .GroupBy(x => x.Fact)
            .Where(g => g.Count() > 1)
            .Select(g => new Flaw(g.Last().Path, $"The card '{Id}' asks '{g.Key}' twice."));
}

/// <summary>One line of a card, in a client's own words. A yes to it asks which of its facts.</summary>
public sealed record CardLine(string Say, [RefersTo<FactDefinition>] IReadOnlyList<string> Facts);

/// <summary>How long a no is believed. A no to something of the day holds that visit only and needs no age.</summary>
/// <param name="Groups">Groups of facts whose no holds so long.</param>
/// <param name="Facts">Single facts of other groups for which it does too.</param>
[Kind("noAges", "age of a no")]
public sealed record NoAge(
    string Id,
    string Name,
    Source Source,
    int Days,
    IReadOnlyList<string> Groups,
    [RefersTo<FactDefinition>] IReadOnlyList<string> Facts
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Groups
            .Select((group, i) => (group, i))
            .Where(x => knowledge.Facts.All.All(f => f.Group != x.group))
            .Select(x => new Flaw($"/groups/{x.i}", $"No fact is of the group '{x.group}'."));
}
