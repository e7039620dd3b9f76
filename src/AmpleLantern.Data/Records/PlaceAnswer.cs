using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>A point somebody was asked to touch, and how far off they were. When it is asked again follows from all of them.</summary>
public sealed class PlaceAnswer
{
    /// <summary>Given by the device, so that an answer sent twice counts once.</summary>
    public required Guid Id { get; init; }

    public required string StaffId { get; init; }

    public required string Point { get; init; }

    public Instant At { get; init; }

    public double ErrorCm { get; init; }

    public double ErrorCun { get; init; }

    public int Grade { get; init; }
}
