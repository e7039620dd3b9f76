using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Giving;

/// <summary>One-key response or observation while giving.</summary>
/// <param name="Key">The key that records it.</param>
/// <param name="Effect">What it does to the rest of the plan: none, lower, or stop.</param>
[Kind("responses", "response")]
public sealed record ResponseKind(
    string Id,
    string Name,
    Source Source,
    string Key,
    string Effect,
    string? Advice = null,
    [RefersTo<FactDefinition>] string? AsksFact = null
) : IKnown, IChecked
{
    /// <summary>The rest of the same contact on the same region goes one level lighter.</summary>
    public const string Lower = "lower";

    /// <summary>The session stops and asks whether to go on.</summary>
    public const string Stop = "stop";

    /// <summary>Keys of Give that are no response's: to pause and to begin the step again.</summary>
    private static readonly string[] KeysTaken = ["p", "a"];

    /// <summary>One key, one response: a key pressed with busy hands must never mean two things.</summary>
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        KeysTaken.Contains(Key) || knowledge.Responses.All.Any(o => o.Id != Id && o.Key == Key)
            ? [new("/key", $"The key '{Key}' is taken already; give '{Name}' one of its own.")]
            : [];

    /// <summary>A response's name; one of an older vocabulary is read as the word its id is.</summary>
    public static string Said(string id, KnowledgeBase knowledge) =>
        knowledge.Responses.Find(id)?.Name ?? char.ToUpperInvariant(id[0]) + id[1..].Replace('-', ' ');
}
