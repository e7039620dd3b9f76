using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange;
using AmpleLantern.Exchange.Ask;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>One visit, from the door to the signed record.</summary>
public sealed class Visit : IVersioned, IOfClient
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <summary>The record it was given under. Until it has begun it moves where two records of one person are merged.</summary>
    public Guid ClientId { get; set; }

    public ClientRecord? Client { get; set; }

    /// <summary>The record that is kept of whom it was given to; the client must have been read.</summary>
    public Guid Person => Client!.Person;

    /// <summary>The course it is one of, if any.</summary>
    public Guid? CourseId { get; init; }

    public LocalDate Date { get; set; }

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

    /// <summary>Cards answered at this visit, each answer once, in their order.</summary>
    public IReadOnlyList<CardAnswer> Cards { get; set; } = [];

    /// <summary>Interviews about complaints, with the answers given so far.</summary>
    public IReadOnlyList<InterviewHeld> Interviews { get; set; } = [];

    public IReadOnlyList<Override> Overrides { get; set; } = [];

    public IReadOnlyList<Rating> Ratings { get; set; } = [];

    /// <summary>What of the note was written by hand; the rest is drafted from the log until it is signed.</summary>
    public NoteEdits Note { get; set; } = NoteEdits.None;

    public Instant? ArrivedAt { get; set; }

    public Instant? ScreenedAt { get; set; }

    public Instant? CancelledAt { get; set; }

    /// <summary>Id of who cancelled it.</summary>
    public string? CancelledBy { get; set; }

    public string? CancelReason { get; set; }

    public Instant? SignedAt { get; set; }

    /// <summary>Id of who signed it.</summary>
    public string? SignedBy { get; set; }

    /// <summary>What signing sealed besides basis and log.</summary>
    public Seal? Seal { get; set; }

    public List<SessionEvent> Events { get; init; } = [];

    public List<StoredBasis> Bases { get; init; } = [];

    public List<Addendum> Addenda { get; init; } = [];

    public int Version { get; set; }
}

/// <summary>An interview held at a visit.</summary>
public sealed record InterviewHeld(string Complaint, Side? Side, IReadOnlyList<InterviewAnswer> Answers);

/// <summary>
/// What signing adds to basis and log, so that a signed visit reads the same whatever is computed differently later: the log folded,
/// what was given, how it is judged, the note.
/// </summary>
/// <param name="Screen">What the screen said at the end, where responses had changed it since the start.</param>
/// <param name="Measures">The measures the changes are judged by.</param>
public sealed record Seal(
    IReadOnlyList<GivenStep> Given,
    SessionState Session,
    IReadOnlyList<Change> Changes,
    VisitNote Note,
    ScreenResult? Screen = null,
    IReadOnlyList<Measure>? Measures = null
);

/// <summary>The basis a session stands on from one of its events on. Never changed, never removed.</summary>
public sealed class StoredBasis
{
    /// <summary>Id of the event it begins with: the start, or an amendment. Of its own where nothing was ever given.</summary>
    public Guid Id { get; init; }

    public Guid VisitId { get; init; }

    public Instant From { get; init; }

    /// <summary>The <see cref="SessionBasis"/> without its words, packed.</summary>
    public required byte[] Document { get; init; }

    public required string WordsId { get; init; }

    public StoredWords? Words { get; init; }

    /// <param name="stored">Words that are stored already, or are about to be.</param>
    public static StoredBasis Of(Guid id, Guid visitId, Instant from, SessionBasis basis, StoredWords stored) =>
        new()
        {
            Id = id,
            VisitId = visitId,
            From = from,
            Document = PackedJson.Write(basis with { Words = BasisWords.None }, smallest: true),
            WordsId = stored.Id,
        };

    public SessionBasis Read() => ReadWithoutWords() with { Words = PackedJson.Read<BasisWords>(Words!.Document) };

    /// <summary>Where the words are read once for many.</summary>
    public SessionBasis ReadWithoutWords() => PackedJson.Read<SessionBasis>(Document);
}

/// <summary>The words of the trade that sessions were given in, once for all that use the same. Never changed, never removed.</summary>
public sealed class StoredWords
{
    /// <summary>Hash of the document.</summary>
    public required string Id { get; init; }

    /// <summary>The <see cref="BasisWords"/>, packed.</summary>
    public required byte[] Document { get; init; }

    public static StoredWords Of(BasisWords words)
    {
        var document = PackedJson.Write(words, smallest: true);
        return new() { Id = Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(document))[..24], Document = document };
    }
}

/// <summary>One event of the running session as stored. Never changed, never removed.</summary>
public sealed class SessionEvent
{
    /// <summary>Made by the client's device.</summary>
    public Guid Id { get; init; }

    public Guid VisitId { get; init; }

    public Instant At { get; init; }

    public Instant ReceivedAt { get; init; }

    public GiveEventKind Kind { get; init; }

    public string? Response { get; init; }

    public string? Text { get; init; }

    /// <summary>Id of the step it was noted at.</summary>
    public string? Step { get; init; }

    /// <summary>Where it was noted and how strong it was; null where nothing of it was said.</summary>
    public EventDetail? Detail { get; init; }

    /// <summary>The page it was noted on, and its order there.</summary>
    public string? Device { get; init; }

    public long Counter { get; init; }

    /// <summary>Id of who noted it.</summary>
    public required string By { get; init; }

    public GiveEvent ToEvent() => new(Id, At, Kind, Response, Text, Step, Device, Counter, ReceivedAt, Detail);
}

/// <summary>Something added to a signed note.</summary>
public sealed class Addendum
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid VisitId { get; init; }

    public required string Text { get; init; }

    /// <summary>Id of who wrote it.</summary>
    public required string By { get; init; }

    public Instant At { get; init; }
}
