using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Screening;
using AmpleLantern.Web.Arrive;
using NodaTime;

namespace AmpleLantern.Web.Visits;

/// <summary>Whom the visit is about.</summary>
public sealed record ClientHeader(Guid Id, string Name, int? Age, LocalDate? BirthDate, string Occupation, int VisitNumber, double? StatureCm, double? BreathsPerMinute);

public enum LampState { Lit, Here, Ahead, Blocked }

/// <summary>One of the five lamps: a stage, how it stands, and a few words.</summary>
public sealed record Lamp(string Stage, LampState State, string Caption);

/// <summary>A fact with where it comes from.</summary>
/// <param name="IsNew">First said at this visit.</param>
/// <param name="Saying">The fact as it is said today, with what follows from its dates.</param>
public sealed record FactView(FactEntry Entry, string Saying, FactScope Scope, string? RecordedBy, Instant? RecordedAt, bool IsNew);

/// <summary>The log of a session as it stands.</summary>
public sealed record SessionView(
    GivePhase Phase, Instant Now, Instant? StartedAt, Instant? AnchoredAt, double CursorSeconds, double LateSeconds,
    IReadOnlyDictionary<string, int> Levels, string? StoppedBy, IReadOnlyList<NotedResponse> Responses, int Events);

public sealed record AddendumView(string Text, string By, Instant At);

/// <summary>Everything a visit's screens show, worked out.</summary>
public sealed record VisitView(
    Guid Id, int Version, ClientHeader Client, LocalDate Date, LocalTime At, int MinutesBooked, double MinutesOnMat, string Room,
    string School, IReadOnlyList<Lamp> Lamps, string CurrentStage, string Words, IReadOnlyList<FactView> Facts,
    IReadOnlyList<MissingFact> Missing, Headline Headline, ScreenResult Screen, StartDecision Start,
    IReadOnlyList<Override> Overrides, Core.Planning.Plan Plan, IReadOnlyList<Departure> Departures, Expansion Expansion, Tempo Tempo, IReadOnlyList<Change> Changes,
    SessionView Session, IReadOnlyList<GivenStep> Given, VisitNote Note, bool NoteIsDraft, Instant? SignedAt, string? SignedBy,
    IReadOnlyList<AddendumView> Addenda, string KnowledgeVersion, IReadOnlyList<OutOfReach> OutOfReach,
    IReadOnlyList<Clearance> Clearances, IReadOnlyList<InterviewView> Interviews, ReviewResult Review);
