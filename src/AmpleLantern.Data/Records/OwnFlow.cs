using AmpleLantern.Core.Planning;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>A plan a practitioner kept to use again.</summary>
public sealed class OwnFlow
{
    public Guid Id { get; init; }

    public required string Name { get; init; }

    /// <summary>What it is good for, in the words of whoever kept it.</summary>
    public required string Summary { get; init; }

    public required Plan Plan { get; init; }

    public required string Author { get; init; }

    public Instant AddedAt { get; init; }

    public Instant? RetiredAt { get; set; }
}
