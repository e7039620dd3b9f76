using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Web.Arrive;
using AmpleLantern.Web.Practice;
using NodaTime;

namespace AmpleLantern.Web.Visits;

/// <summary>Whom the visit is about.</summary>
public sealed record ClientHeader(
    Guid Id,
    string Name,
    int? Age,
    LocalDate? BirthDate,
    string Occupation,
    int VisitNumber,
    double? StatureCm,
    BreathCount Breaths
);

public enum LampState
{
    Lit,
    Here,
    Ahead,
    Blocked,
}

/// <summary>One of the five lamps: a stage, how it stands, and a few words.</summary>
public sealed record Lamp(string Stage, LampState State, string Caption);

/// <summary>The log of a session as it stands.</summary>
public sealed record SessionView
{
    public required GivePhase Phase { get; init; }

    public required Instant Now { get; init; }

    public required Instant? StartedAt { get; init; }

    public required Instant? AnchoredAt { get; init; }

    public required double CursorSeconds { get; init; }

    public required double LateSeconds { get; init; }

    /// <summary>A smaller difference from the plan is not worth a word.</summary>
    public required double SayLateFromSeconds { get; init; }

    /// <summary>Back goes to the step before within this of a step's begin.</summary>
    public required double BackToPreviousSeconds { get; init; }

    public required IReadOnlyDictionary<string, int> Levels { get; init; }

    /// <summary>Levels of single places, by step id and station.</summary>
    public required IReadOnlyDictionary<string, IReadOnlyDictionary<int, int>> PlaceLevels { get; init; }

    public required string? StoppedBy { get; init; }

    public required IReadOnlyList<NotedResponse> Responses { get; init; }

    public required int Events { get; init; }

    /// <summary>The amendment it stands on; null for the basis it started on.</summary>
    public required Guid? Basis { get; init; }

    /// <summary>Where the plan was changed on the way.</summary>
    public required IReadOnlyList<Seam> Seams { get; init; }

    public required Instant? FinishedAt { get; init; }

    /// <summary>Since when a place is held on for longer than planned; null while none is.</summary>
    public required Instant? StayingSince { get; init; }

    public required IReadOnlyList<PauseTaken> Pauses { get; init; }

    public required IReadOnlyList<Happened> Happened { get; init; }

    /// <summary>The client's breath as it was tapped along with; null while it was not.</summary>
    public required Breathing? Breath { get; init; }

    public required IReadOnlyList<BreathRate> BreathRates { get; init; }

    /// <summary>Taps further apart, or closer together, than these breaths a minute are none of one breath.</summary>
    public required double SlowestBreathsPerMinute { get; init; }

    public required double FastestBreathsPerMinute { get; init; }

    /// <summary>When it must be over: as was set, else as it is booked; null where it may end when it ends.</summary>
    public required Instant? OutBy { get; init; }

    /// <summary>From so many seconds beyond or short of that, ways to be done in time are offered.</summary>
    public required double OfferFromSeconds { get; init; }
}

public sealed record AddendumView(string Text, string By, Instant At);

/// <summary>Everything a visit's screens show, worked out.</summary>
public sealed record VisitView
{
    public required Guid Id { get; init; }

    public required int Version { get; init; }

    public required ClientHeader Client { get; init; }

    public required LocalDate Date { get; init; }

    public required LocalTime At { get; init; }

    public required int MinutesBooked { get; init; }

    public required double MinutesOnMat { get; init; }

    public required string Room { get; init; }

    public required string School { get; init; }

    public required IReadOnlyList<Lamp> Lamps { get; init; }

    public required string CurrentStage { get; init; }

    public required string Words { get; init; }

    public required IReadOnlyList<FactSaid> Facts { get; init; }

    public required IReadOnlyList<MissingFact> Missing { get; init; }

    /// <summary>Where asking stands; null once the session has begun.</summary>
    public required AskingShown? Asking { get; init; }

    /// <summary>The places the plan works that need a yes of their own.</summary>
    public required IReadOnlyList<ConsentPlace> Consents { get; init; }

    /// <summary>Cards of red flags not asked at this visit: nothing may read as clear before they were.</summary>
    public required IReadOnlyList<string> RedFlagsOpen { get; init; }

    /// <summary>What was said as the session was begun: that it was begun without asking.</summary>
    public required string? BegunWith { get; init; }

    public required Headline Headline { get; init; }

    public required ScreenResult Screen { get; init; }

    public required ScreenShown Shown { get; init; }

    public required StartDecision Start { get; init; }

    public required IReadOnlyList<Override> Overrides { get; init; }

    public required Plan Plan { get; init; }

    /// <summary>Parts of the plan this version can no longer read, each with a sentence.</summary>
    public required IReadOnlyList<string> SetAside { get; init; }

    /// <summary>What has to be at hand, each thing once.</summary>
    public required IReadOnlyList<string> SetOut { get; init; }

    /// <summary>The plan in its parts, in order.</summary>
    public required IReadOnlyList<PlanSection> Sections { get; init; }

    public required IReadOnlyList<Departure> Departures { get; init; }

    /// <summary>The same step by step, for the thread; empty once the session has begun.</summary>
    public required IReadOnlyList<StepDeparture> DepartedSteps { get; init; }

    public required Expansion Expansion { get; init; }

    public required Tempo Tempo { get; init; }

    public required IReadOnlyList<Change> Changes { get; init; }

    public required SessionView Session { get; init; }

    public required IReadOnlyList<GivenStep> Given { get; init; }

    public required GivenSummary GivenSummary { get; init; }

    public required VisitNote Note { get; init; }

    public required bool NoteIsDraft { get; init; }

    /// <summary>What the draft says more since parts of the note were written by hand; null where there is nothing to compare.</summary>
    public VisitNote? NoteSince { get; init; }

    public required Instant? SignedAt { get; init; }

    public required string? SignedBy { get; init; }

    public required IReadOnlyList<AddendumView> Addenda { get; init; }

    public required string KnowledgeVersion { get; init; }

    /// <summary>The basis was made afterwards, for a record older than bases.</summary>
    public required bool Reconstructed { get; init; }

    public required IReadOnlyList<OutOfReach> OutOfReach { get; init; }

    public required IReadOnlyList<Clearance> Clearances { get; init; }

    /// <summary>Ids of the notes that are likeliest at each step, by the step's id.</summary>
    public required IReadOnlyDictionary<string, IReadOnlyList<string>> LikelyNotes { get; init; }

    /// <summary>What the complaints of the day suggest: aims of a session, and what is worth measuring.</summary>
    public required Suggested Suggested { get; init; }

    /// <summary>What is worth measuring, the likeliest to tell first.</summary>
    public required IReadOnlyList<ProposedMeasure> Proposed { get; init; }

    /// <summary>By step that looks again, the measures that are taken anew there.</summary>
    public required IReadOnlyDictionary<string, IReadOnlyList<string>> RecheckedAt { get; init; }

    /// <summary>Sides that differ more than they may.</summary>
    public required IReadOnlyList<SidesDiffer> SidesApart { get; init; }

    public required IReadOnlyList<InterviewView> Interviews { get; init; }

    public required ReviewResult Review { get; init; }

    public required VisitPhase Phase { get; init; }

    /// <summary>What may be done now by whoever asks, or why not.</summary>
    public required IReadOnlyDictionary<VisitAction, MayAnswer> May { get; init; }

    /// <summary>The words of the trade this session was given in; null while it is read with today's.</summary>
    public required BasisWords? Vocabulary { get; init; }

    public required OutcomeShown Outcome { get; init; }

    /// <summary>What the session before leaves to be minded, until this one begins; null where it went well, or there was none.</summary>
    public LastTime? LastTime { get; init; }
}
