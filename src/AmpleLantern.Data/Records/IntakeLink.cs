using AmpleLantern.Core.Screening;
using AmpleLantern.Exchange.Ask;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>
/// A way in for one client, once, for a while: to fill their history or today's check-in on their own phone. What they say waits
/// here until a practitioner has read it line by line.
/// </summary>
public sealed class IntakeLink : IOfClient
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid ClientId { get; init; }

    public Guid VisitId { get; init; }

    /// <summary>Hash of the token in the link; the token itself is not kept.</summary>
    public required string TokenHash { get; init; }

    /// <summary>Id of who made it.</summary>
    public required string MadeBy { get; init; }

    public Instant MadeAt { get; init; }

    public Instant Expires { get; set; }

    public Instant? FilledAt { get; set; }

    /// <summary>What the client said today, in their words.</summary>
    public string Words { get; set; } = "";

    /// <summary>What they answered and nobody has read yet.</summary>
    public IReadOnlyList<IntakeAnswer> Answers { get; set; } = [];

    /// <summary>Lists they went through: no to all of each that they did not tick.</summary>
    public IReadOnlyList<ListSeen> Lists { get; set; } = [];
}

/// <summary>A list gone through on the phone, by an id of its own, and the version of it that was shown.</summary>
public sealed record ListSeen(Guid Id, string Card, int Version);

/// <summary>One answer of a client's, by an id of its own.</summary>
public sealed record IntakeAnswer(Guid Id, FactEntry Entry);
