using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Giving;

/// <summary>What the client feels or shows, what the hand finds, or what was decided by it.</summary>
public enum NoteGroup
{
    Felt,
    Found,
    Decided,
}

/// <summary>Where a note is likely: at work of these families, in these regions, from this level on; of what is not said, at all.</summary>
/// <param name="Weight">How likely, against the others.</param>
public sealed record LikelyAt(
    int Weight,
    [RefersTo<TechniqueFamily>] IReadOnlyList<string>? Families = null,
    [RefersTo<Region, Area>] IReadOnlyList<string>? Regions = null,
    int? LevelFrom = null
);

/// <summary>A response or observation while giving.</summary>
/// <param name="Group">In which row it stands.</param>
/// <param name="Likely">At what work it is offered first.</param>
/// <param name="Key">The key that records it; what is noted more rarely has none and is touched.</param>
/// <param name="Effect">What it does to the rest of the plan: none, lower, raise, or stop.</param>
[Kind("responses", "response")]
public sealed record ResponseKind(
    string Id,
    string Name,
    Source Source,
    string Effect,
    string? Key = null,
    string? Advice = null,
    [RefersTo<FactDefinition>] string? AsksFact = null,
    NoteGroup Group = NoteGroup.Felt,
    IReadOnlyList<LikelyAt>? Likely = null
) : IKnown, IChecked
{
    /// <summary>The rest of the same contact on the same region goes one level lighter.</summary>
    public const string Lower = "lower";

    /// <summary>The session stops and asks whether to go on.</summary>
    public const string Stop = "stop";

    /// <summary>Keys of Give that are no response's: to pause, to begin the step again, to hold on here, to tell a breath.</summary>
    private static readonly string[] KeysTaken = ["p", "a", "h", "v"];

    /// <summary>One key, one response: a key pressed with busy hands must never mean two things.</summary>
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Key is not null && (KeysTaken.Contains(Key) || knowledge.Responses.All.Any(o => o.Id != Id && o.Key == Key))
            ? [new("/key", $"The key '{Key}' is taken already; give '{Name}' one of its own.")]
            : [];

    /// <summary>A response's name; one of an older vocabulary is read as the word its id is.</summary>
    public static string Said(string id, KnowledgeBase knowledge) =>
        knowledge.Responses.Find(id)?.Name ?? char.ToUpperInvariant(id[0]) + id[1..].Replace('-', ' ');
}
