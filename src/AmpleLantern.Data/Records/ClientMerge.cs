using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Screening;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>
/// Two records of one person made one, with all it takes to make them two again. What was signed stays where it was signed and is read
/// with the record that is kept.
/// </summary>
public sealed class ClientMerge : IOfClient
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <summary>The record that is kept.</summary>
    public Guid ClientId { get; init; }

    /// <summary>The record that is no longer listed.</summary>
    public Guid OtherId { get; init; }

    public required string Reason { get; init; }

    /// <summary>Id of who did it.</summary>
    public required string By { get; init; }

    public Instant At { get; init; }

    public required MergeDone Did { get; init; }

    /// <summary>Id of who took it back; null while it holds.</summary>
    public string? UndoneBy { get; set; }

    public Instant? UndoneAt { get; set; }
}

/// <summary>What a merge changed.</summary>
/// <param name="Visits">Visits not begun, moved to the record that is kept.</param>
/// <param name="Under">Records that were merged into the other before.</param>
public sealed record MergeDone(
    IReadOnlyList<Guid> Visits,
    IReadOnlyList<Guid> Under,
    IReadOnlyList<FactMoved> Facts,
    ClientParts Before,
    ClientParts After
);

/// <summary>A fact of the record that is kept, before and after.</summary>
/// <param name="Id">The fact's own.</param>
/// <param name="Was">Null where it came from the other record.</param>
/// <param name="By">Id of who had recorded it before.</param>
/// <param name="Now">Null where it no longer stands.</param>
public sealed record FactMoved(Guid Id, FactEntry? Was, string? By, FactEntry? Now);

/// <summary>What a record says of a person besides facts.</summary>
public sealed record ClientParts
{
    public LocalDate? BirthDate { get; init; }

    public required string Occupation { get; init; }

    public required string Contact { get; init; }

    public required string Words { get; init; }

    public double? StatureCm { get; init; }

    public double? BreathsPerMinute { get; init; }

    public required BodyMeasures Measures { get; init; }

    public required IReadOnlyList<Clearance> Clearances { get; init; }

    public required IReadOnlyList<CardAnswer> Cards { get; init; }
}
