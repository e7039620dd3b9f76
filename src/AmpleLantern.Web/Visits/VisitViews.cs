using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Screening;
using AmpleLantern.Web.Arrive;
using NodaTime;

namespace AmpleLantern.Web.Visits;

/// <summary>Whom the visit is about.</summary>
public sealed record ClientHeader(Guid Id, string Name, int? Age, LocalDate? BirthDate, string Occupation, int VisitNumber, double? StatureCm, BreathCount Breaths);

public enum LampState { Lit, Here, Ahead, Blocked }

/// <summary>One of the five lamps: a stage, how it stands, and a few words.</summary>
public sealed record Lamp(string Stage, LampState State, string Caption);

/// <summary>The log of a session as it stands.</summary>
/// <param name="SayLateFromSeconds">A smaller difference from the plan is not worth a word.</param>
/// <param name="Basis">The amendment it stands on; null for the basis it started on.</param>
/// <param name="Seams">Where the plan was changed on the way.</param>
public sealed record SessionView(
    GivePhase Phase, Instant Now, Instant? StartedAt, Instant? AnchoredAt, double CursorSeconds, double LateSeconds, double SayLateFromSeconds,
    IReadOnlyDictionary<string, int> Levels, string? StoppedBy, IReadOnlyList<NotedResponse> Responses, int Events, Guid? Basis,
    IReadOnlyList<Seam> Seams, Instant? FinishedAt);

public sealed record AddendumView(string Text, string By, Instant At);

/// <summary>Everything a visit's screens show, worked out.</summary>
/// <param name="SetAside">Parts of the plan this version can no longer read, each with a sentence.</param>
/// <param name="SetOut">What has to be at hand, each thing once.</param>
/// <param name="Sections">The plan in its parts, in order.</param>
/// <param name="Reconstructed">The basis was made afterwards, for a record older than bases.</param>
/// <param name="May">What may be done now by whoever asks, or why not.</param>
/// <param name="Vocabulary">The words of the trade this session was given in; null while it is read with today's.</param>
public sealed record VisitView(
    Guid Id, int Version, ClientHeader Client, LocalDate Date, LocalTime At, int MinutesBooked, double MinutesOnMat, string Room,
    string School, IReadOnlyList<Lamp> Lamps, string CurrentStage, string Words, IReadOnlyList<FactSaid> Facts,
    IReadOnlyList<MissingFact> Missing, Headline Headline, ScreenResult Screen, ScreenShown Shown, StartDecision Start,
    IReadOnlyList<Override> Overrides, Core.Planning.Plan Plan, IReadOnlyList<string> SetAside, IReadOnlyList<string> SetOut, IReadOnlyList<PlanSection> Sections,
    IReadOnlyList<Departure> Departures, Expansion Expansion, Tempo Tempo, IReadOnlyList<Change> Changes,
    SessionView Session, IReadOnlyList<GivenStep> Given, GivenSummary GivenSummary, VisitNote Note, bool NoteIsDraft, Instant? SignedAt, string? SignedBy,
    IReadOnlyList<AddendumView> Addenda, string KnowledgeVersion, bool Reconstructed, IReadOnlyList<OutOfReach> OutOfReach,
    IReadOnlyList<Clearance> Clearances, IReadOnlyList<InterviewView> Interviews, ReviewResult Review,
    VisitPhase Phase, IReadOnlyDictionary<VisitAction, MayAnswer> May, BasisWords? Vocabulary, OutcomeShown Outcome);
