using AmpleLantern.Core.Screening;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>A rule a practice added to the shipped ones. Never changed: it is retired and another is added.</summary>
public sealed class OwnRule
{
    /// <summary>The rule's id.</summary>
    public required string Id { get; init; }

    public required Rule Rule { get; init; }

    public required string Reason { get; init; }

    public required string Author { get; init; }

    public Instant AddedAt { get; init; }

    public Instant? RetiredAt { get; set; }

    public string? RetiredBy { get; set; }
}
