using AmpleLantern.Core.Screening;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>A page of advice that a client may open at home, for a while.</summary>
public sealed class HomeLink : IOfClient
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid ClientId { get; init; }

    public Guid VisitId { get; init; }

    /// <summary>Hash of the token in the link; the token itself is not kept.</summary>
    public required string TokenHash { get; init; }

    /// <summary>The page as it was given out, without a name.</summary>
    public required Letter Page { get; init; }

    /// <summary>Id of who made it.</summary>
    public required string MadeBy { get; init; }

    public Instant MadeAt { get; init; }

    public Instant Expires { get; set; }
}
