using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Screening;
using NodaTime;

namespace AmpleLantern.Web.Clients;

/// <summary>A past visit in a line.</summary>
/// <param name="Unreadable">Why nothing else is said of it.</param>
public sealed record PastVisit(
    Guid Id,
    LocalDate Date,
    LocalTime At,
    string PlanName,
    VisitPhase Phase,
    string? CancelReason,
    string Next,
    IReadOnlyList<MeasureJudged> Changes,
    string? Unreadable = null
);

/// <summary>A measure with its line over the visits.</summary>
public sealed record TrendShown(Measure Measure, Trend Trend);

/// <summary>Regions a client consented to being worked, in one line.</summary>
public sealed record ConsentLine(IReadOnlyList<string> Given, IReadOnlyList<string> Refused);

/// <summary>What the last signed visit leaves to be minded, whatever the rules say.</summary>
/// <param name="Stopped">What stopped it, and where.</param>
/// <param name="Worse">It was judged worse than before.</param>
public sealed record LastTime(LocalDate Date, IReadOnlyList<string> Stopped, bool Worse, string Next);

/// <summary>What the screen says today, of the plan that comes next or else of the last one.</summary>
/// <param name="Over">Name of that plan.</param>
/// <param name="NotAsked">Questions that could change it and were not asked.</param>
public sealed record LimitsNow(string Over, LocalDate Planned, IReadOnlyList<PlaceLimit> Places, int NotAsked);

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

    /// <summary>Null where the last visit went well, or none is signed.</summary>
    public LastTime? LastTime { get; init; }

    /// <summary>What was struck out or answered anew.</summary>
    public required IReadOnlyList<EarlierLine> Earlier { get; init; }

    public required IReadOnlyList<PastVisit> Visits { get; init; }

    public required IReadOnlyList<TrendShown> Trends { get; init; }

    public required MayAnswer MayEdit { get; init; }
}

/// <summary>What was said before of a fact, and why it no longer stands.</summary>
public sealed record EarlierLine(string Saying, string By, Instant At, string? Reason);
