using AmpleLantern.Core.Knowledge;
using AmpleLantern.Data.Keeping;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>
/// A link of the chain over the trail, signed visits and their addenda: a digest of what was kept, bound to all links before it. Whoever
/// changes, removes or slips in something afterwards breaks the chain; see <see cref="Keeping.Chain"/>.
/// </summary>
public sealed class ChainLink
{
    public long Id { get; init; }

    /// <summary>What kind of record, and in which way its digest is made.</summary>
    public required string Kind { get; init; }

    /// <summary>Id of the record.</summary>
    public required string Of { get; init; }

    public required Instant At { get; init; }

    /// <summary>SHA-256 of the record, 32 bytes.</summary>
    public required byte[] Digest { get; init; }

    /// <summary>SHA-256 over the head before it, kind, id and digest, 32 bytes: the chain's head once this is its last link.</summary>
    public required byte[] Head { get; init; }
}
