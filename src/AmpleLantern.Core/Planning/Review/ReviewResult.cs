using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Planning.Review;

/// <summary>What the review says of a plan's order.</summary>
/// <param name="Steps">Ids of the steps concerned, in order.</param>
/// <param name="What">What was found, in a sentence.</param>
/// <param name="Repair">What one click does about it; null where the hand has to.</param>
public sealed record OrderFinding(
    string Rule,
    string Name,
    Severity Severity,
    IReadOnlyList<string> Steps,
    string What,
    string Why,
    string? Repair,
    string Source
);

/// <summary>The review of a plan.</summary>
/// <param name="Silenced">Findings set aside for this plan, with the reason.</param>
public sealed record ReviewResult(IReadOnlyList<OrderFinding> Findings, IReadOnlyList<SilencedFinding> Silenced);

/// <summary>A finding that was read and set aside.</summary>
public sealed record SilencedFinding(OrderFinding Finding, string Reason, string By);
