using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>One visit, from the door to the signed record.</summary>
public sealed class Visit : IVersioned, IOfClient
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid ClientId { get; init; }

    public ClientRecord? Client { get; init; }

    public LocalDate Date { get; init; }

    public LocalTime At { get; set; }

    public int MinutesBooked { get; set; }

    public string Room { get; set; } = "";

    public required string PractitionerId { get; set; }

    public required string School { get; set; }

    public required Plan Plan { get; set; }

    /// <summary>What the client says today, in their words.</summary>
    public string Words { get; set; } = "";

    /// <summary>Facts of this day only.</summary>
    public IReadOnlyList<FactEntry> CheckIn { get; set; } = [];

    /// <summary>Interviews about complaints, with the answers given so far.</summary>
    public IReadOnlyList<InterviewHeld> Interviews { get; set; } = [];

    public IReadOnlyList<Override> Overrides { get; set; } = [];

    public IReadOnlyList<Rating> Ratings { get; set; } = [];

    /// <summary>What of the note was written by hand; the rest is drafted from the log until it is signed.</summary>
    public NoteEdits Note { get; set; } = NoteEdits.None;

    public Instant? ArrivedAt { get; set; }

    public Instant? ScreenedAt { get; set; }

    public Instant? StartedAt { get; set; }

    public Instant? FinishedAt { get; set; }

    public Instant? SignedAt { get; set; }

    public string? SignedBy { get; set; }

    /// <summary>What the visit was based on, kept at signing.</summary>
    public Snapshot? Snapshot { get; set; }

    public List<SessionEvent> Events { get; init; } = [];

    public List<Addendum> Addenda { get; init; } = [];

    public int Version { get; set; }
}

/// <summary>An interview held at a visit.</summary>
public sealed record InterviewHeld(string Complaint, Side? Side, IReadOnlyList<InterviewAnswer> Answers);

/// <summary>Everything a signed visit was based on, so that it reads the same when the knowledge has moved on.</summary>
public sealed record Snapshot(
    string KnowledgeVersion, ScreenResult Screen, Expansion Expansion, IReadOnlyList<GivenStep> Given, SessionState Session,
    IReadOnlyList<Change> Changes, VisitNote Note);

/// <summary>One event of the running session as stored. Never changed, never removed.</summary>
public sealed class SessionEvent
{
    /// <summary>Made by the client's device.</summary>
    public Guid Id { get; init; }

    public Guid VisitId { get; init; }

    /// <summary>Order of arrival within the visit.</summary>
    public int Sequence { get; init; }

    public Instant At { get; init; }

    public Instant ReceivedAt { get; init; }

    public GiveEventKind Kind { get; init; }

    public string? Response { get; init; }

    public string? Text { get; init; }

    public required string By { get; init; }

    public GiveEvent ToEvent() => new(Id, At, Kind, Response, Text);
}

/// <summary>Something added to a signed note.</summary>
public sealed class Addendum
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid VisitId { get; init; }

    public required string Text { get; init; }

    public required string By { get; init; }

    public Instant At { get; init; }
}
