using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>What is known about a fact. <c>No</c> was asked and denied; a fact never asked has no entry at all.</summary>
public enum FactStatus
{
    Known,
    Suspected,
    Past,
    No,
}

/// <summary>Where a fact belongs: the lasting history, or the check-in of one day.</summary>
public enum FactScope
{
    History,
    Today,
}

/// <summary>Something a client may have that changes what may be done.</summary>
[Kind("facts", "fact")]
public sealed record FactDefinition : IKnown, IChecked
{
    /// <summary>The group that is asked place by place.</summary>
    public const string ConsentGroup = "consent";

    public required string Id { get; init; }

    public required string Name { get; init; }

    public required Source Source { get; init; }

    public required string Group { get; init; }

    public required FactScope Scope { get; init; }

    /// <summary>How to ask it, in plain words.</summary>
    public required string Question { get; init; }

    /// <summary>Further details worth knowing, each with its kind.</summary>
    public required IReadOnlyList<FactDetail> Details { get; init; }

    /// <summary>Common words people use for it.</summary>
    public required IReadOnlyList<string> Words { get; init; }

    /// <summary>Has a side of the body.</summary>
    public bool Sided { get; init; }

    /// <summary>Has a region of the body.</summary>
    public bool Regional { get; init; }

    /// <summary>May be known more than once: a medicine each, a region each.</summary>
    public bool Several { get; init; }

    /// <summary>Said as past it is there still: a replaced joint, thin bones, nodes taken out.</summary>
    public bool Lasting { get; init; }

    /// <summary>Said as past it counts as present for so many days from its date; without a date, always.</summary>
    public int? RecentDays { get; init; }

    /// <summary>Noted when they speak of it, found by its words; not asked one by one.</summary>
    public bool OnMention { get; init; }

    /// <summary>Follows from other facts and is never asked.</summary>
    public bool Derived { get; init; }

    /// <summary>With it somebody else may have to decide for them, and gives consent.</summary>
    public bool Guardian { get; init; }

    /// <summary>Categories of open classifications.</summary>
    public IReadOnlyList<OpenCode>? Codes { get; init; }

    /// <summary>A no that nobody has given an age would be believed for ever.</summary>
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Scope is FactScope.History && !Derived && knowledge.NoAges.All.All(a => !a.Groups.Contains(Group))
            ? [new("/group", $"How long is a no to '{Group}' believed? Name the group in knowledge/asking/no-ages.json.")]
            : [];
}

/// <summary>A category of an open classification, e.g. ICD-10 I48 or ATC B01A.</summary>
public sealed record OpenCode(string System, string Code);

/// <summary>A detail of a fact: its key, label and kind (date, text, number or one of the choices).</summary>
/// <param name="Least">The least number anybody can have.</param>
/// <param name="Most">The most.</param>
/// <param name="Below">Key of a number it stays below: the lower of two readings.</param>
public sealed record FactDetail(
    string Key,
    string Name,
    string Kind,
    IReadOnlyList<string>? Choices = null,
    double? Least = null,
    double? Most = null,
    string? Below = null
);

/// <summary>A fact as recorded for one client.</summary>
/// <param name="Detail">Values by key; dates in ISO form.</param>
/// <param name="SaidBy">Who said it, in words, where that is kept.</param>
public sealed record FactEntry(
    [RefersTo<FactDefinition>] string Fact,
    FactStatus Status = FactStatus.Known,
    LocalDate? Since = null,
    LocalDate? Until = null,
    Side? Side = null,
    [RefersTo<Region>(OrAnother = true)] string? Region = null,
    IReadOnlyDictionary<string, string>? Detail = null,
    string? SaidBy = null,
    Instant? SaidAt = null
)
{
    /// <summary>Whether it holds on a day: not denied, begun, and not over.</summary>
    public bool HoldsOn(LocalDate day) => Status is not FactStatus.No && (Since is null || Since <= day) && (Until is null || Until >= day);

    /// <summary>Whether another entry says the same thing again: the same fact and, where there may be several, the same one.</summary>
    public bool SameAs(FactEntry other, FactDefinition definition) =>
        Fact == other.Fact
        && (
            !definition.Several
            || Region == other.Region && Side == other.Side && Of(FactWords.NameDetail) == other.Of(FactWords.NameDetail)
        );

    /// <summary>The value of a detail; null when it is not given or empty.</summary>
    public string? Of(string key) =>
        Detail is not null && Detail.TryGetValue(key, out var value) && value.Trim().Length > 0 ? value.Trim() : null;
}

/// <summary>The person and the day a plan is screened for.</summary>
/// <param name="Clearances">Physicians' written OKs.</param>
/// <param name="ConsentMustBeGiven">Whether a vulnerable region without a yes counts as one without consent. So it is in the
/// practice.</param>
/// <param name="Cards">Cards answered, at this visit and before; of each the answer that counts.</param>
public sealed record ScreenSubject(
    LocalDate Date,
    LocalDate? BirthDate,
    IReadOnlyList<FactEntry> Facts,
    IReadOnlyList<Clearance>? Clearances = null,
    bool ConsentMustBeGiven = false,
    IReadOnlyList<CardAnswer>? Cards = null
)
{
    /// <summary>Whole years on the day; null while the birth date is not known.</summary>
    public int? Age => BirthDate is { } b ? Period.Between(b, Date, PeriodUnits.Years).Years : null;
}
