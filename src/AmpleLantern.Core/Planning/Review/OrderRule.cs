using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Planning.Review;

/// <summary>How much a remark on the order weighs: it can harm, it should be otherwise, it could be better.</summary>
public enum Severity { Must, Should, Could }

/// <summary>One rule of the order of a session. Its id names the reviewer that checks it; its numbers and lists are what it checks by.</summary>
/// <param name="Why">The reason, in a sentence.</param>
/// <param name="Numbers">Limits by name: seconds, levels, shares.</param>
/// <param name="Lists">Ids of families, regions, techniques or purposes by name.</param>
/// <param name="Levels">Highest level by region.</param>
public sealed record OrderRule(
    string Id, string Name, Source Source, Severity Severity, string Why, IReadOnlyDictionary<string, double>? Numbers = null,
    IReadOnlyDictionary<string, IReadOnlyList<string>>? Lists = null, IReadOnlyDictionary<string, int>? Levels = null) : IKnown
{
    /// <exception cref="KnowledgeException">The rule does not say it.</exception>
    public double Number(string name) => Numbers is not null && Numbers.TryGetValue(name, out var n)
        ? n
        : throw new KnowledgeException($"The order rule '{Id}' needs the number '{name}'.");

    /// <exception cref="KnowledgeException">The rule does not say it.</exception>
    public IReadOnlyList<string> List(string name) => Lists is not null && Lists.TryGetValue(name, out var l)
        ? l
        : throw new KnowledgeException($"The order rule '{Id}' needs the list '{name}'.");
}

/// <summary>What the review says of a plan's order.</summary>
/// <param name="Steps">Ids of the steps concerned, in order.</param>
/// <param name="What">What was found, in a sentence.</param>
/// <param name="Repair">What one click does about it; null where the hand has to.</param>
public sealed record OrderFinding(
    string Rule, string Name, Severity Severity, IReadOnlyList<string> Steps, string What, string Why, string? Repair, string Source);

/// <summary>The review of a plan.</summary>
/// <param name="Silenced">Findings set aside for this plan, with the reason.</param>
public sealed record ReviewResult(IReadOnlyList<OrderFinding> Findings, IReadOnlyList<SilencedFinding> Silenced);

/// <summary>A finding that was read and set aside.</summary>
public sealed record SilencedFinding(OrderFinding Finding, string Reason, string By);
