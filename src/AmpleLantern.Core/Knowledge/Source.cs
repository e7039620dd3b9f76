namespace AmpleLantern.Core.Knowledge;

/// <summary>Where a value of practice knowledge comes from, shown to the user beside the value.</summary>
/// <param name="Label">One of <c>published</c>, <c>common practice</c>, <c>from memory</c>, <c>our own judgement</c> (then the work says
/// what of), <c>invented</c>, or <c>own rule</c> of a practice.</param>
/// <param name="Work">The standard, handbook or paper, where there is one.</param>
public sealed record Source(string Label, string? Work = null)
{
    /// <summary>The labels the practice accepts; anything else stops the start.</summary>
    public static readonly IReadOnlyList<string> Labels =
    [
        "published",
        "common practice",
        "from memory",
        "our own judgement",
        "invented",
        OwnRule,
        OwnTechnique,
    ];

    /// <summary>Label of a rule that a practice wrote for itself; the work then names who, when and why.</summary>
    public const string OwnRule = "own rule";

    /// <summary>A way of working the practice made itself.</summary>
    public const string OwnTechnique = "own technique";

    /// <summary>The label and the work as one phrase.</summary>
    public override string ToString() => Work is null ? Label : $"{Label}: {Work}";
}

/// <summary>Something in the practice's knowledge that is referred to by a stable kebab-case id.</summary>
public interface IKnown
{
    string Id { get; }

    Source Source { get; }
}

/// <summary>The knowledge, or a question about it, is wrong in a way its author can mend.</summary>
public sealed class KnowledgeException(string message) : Exception(message);
