using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>
/// A way of working the practice made. Never changed: it is retired and another is added; sessions keep what they were given by.
/// </summary>
public sealed class OwnTechnique
{
    /// <summary>The technique's id.</summary>
    public required string Id { get; init; }

    public required OwnWay Way { get; init; }

    public required string Author { get; init; }

    public Instant AddedAt { get; init; }

    public Instant? RetiredAt { get; set; }
}
