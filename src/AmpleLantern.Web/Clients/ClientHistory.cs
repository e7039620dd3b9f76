using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Screening;
using AmpleLantern.Web.Visits;
using NodaTime;

namespace AmpleLantern.Web.Clients;

/// <summary>A past visit in a line.</summary>
/// <param name="Changes">Each of a measure of the client's trends.</param>
/// <param name="Unreadable">Why nothing else is said of it.</param>
public sealed record PastVisit(
    Guid Id,
    LocalDate Date,
    LocalTime At,
    string PlanName,
    VisitPhase Phase,
    string? CancelReason,
    string Next,
    IReadOnlyList<Change> Changes,
    string? Unreadable = null
);

/// <summary>A measure with its line over the visits.</summary>
public sealed record TrendShown(Measure Measure, Trend Trend);

/// <summary>Regions a client consented to being worked, in one line.</summary>
public sealed record ConsentLine(IReadOnlyList<string> Given, IReadOnlyList<string> Refused);

/// <summary>What the screen says today, of the plan that comes next or else of the last one.</summary>
/// <param name="Over">Name of that plan.</param>
/// <param name="NotAsked">Questions that could change it and were not asked.</param>
/// <param name="Unread">What could not be read, or does not fit together: nothing of it was screened as it stands.</param>
public sealed record LimitsNow(
    string Over,
    LocalDate Planned,
    IReadOnlyList<PlaceLimit> Places,
    int NotAsked,
    IReadOnlyList<string> Unread
);

/// <summary>A client's history: facts, visits, and each measure over the visits.</summary>
public sealed record ClientHistory
{
    public required Guid Id { get; init; }

    public required int Version { get; init; }

    public required string Name { get; init; }

    public required LocalDate? BirthDate { get; init; }

    public required int? Age { get; init; }

    public required string Occupation { get; init; }

    public required double? StatureCm { get; init; }

    /// <summary>How they are drawn.</summary>
    public required BodyForm Form { get; init; }

    public required string Contact { get; init; }

    public required string Words { get; init; }

    public required IReadOnlyList<FactSaid> Facts { get; init; }

    public required ConsentLine Consents { get; init; }

    /// <summary>What holds for them now; null where nothing was ever planned to work it out over.</summary>
    public LimitsNow? Limits { get; init; }

    /// <summary>Null where the last session went well, or there was none.</summary>
    public LastTime? LastTime { get; init; }

    /// <summary>What was struck out or answered anew.</summary>
    public required IReadOnlyList<EarlierLine> Earlier { get; init; }

    public required IReadOnlyList<PastVisit> Visits { get; init; }

    public required IReadOnlyList<TrendShown> Trends { get; init; }

    /// <summary>Other records of the same person that are read with this one, the latest first.</summary>
    public required IReadOnlyList<MergeShown> Merges { get; init; }

    public required MayAnswer MayEdit { get; init; }

    public required MayAnswer MayMerge { get; init; }
}

/// <summary>A record that was made one with this one.</summary>
public sealed record MergeShown(Guid Id, string Name, string By, Instant At, string Reason);

/// <summary>What was said before of a fact, and why it no longer stands.</summary>
public sealed record EarlierLine(string Saying, string By, Instant At, string? Reason);
