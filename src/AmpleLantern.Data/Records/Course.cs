using AmpleLantern.Core.Courses;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>Several visits of a client planned together.</summary>
public sealed class Course : IOfClient
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid ClientId { get; init; }

    public required CourseTerms Terms { get; init; }

    /// <summary>Id of who planned it.</summary>
    public required string By { get; init; }

    public Instant MadeAt { get; init; }

    public Instant? EndedAt { get; set; }

    /// <summary>Id of who ended it.</summary>
    public string? EndedBy { get; set; }

    public string? EndReason { get; set; }
}
