using System.Text.RegularExpressions;

namespace AmpleLantern.Core.Planning;

/// <summary>What an answer under the hand makes of a step.</summary>
public enum StepGoes
{
    /// <summary>As it was planned.</summary>
    AsPlanned,

    /// <summary>It is done; the next one comes.</summary>
    On,
    Stay,
    Again,
    Lighter,
    Deeper,
    LeaveOut,
}

/// <summary>One answer to what a step is decided by.</summary>
/// <param name="When">What is found; without a side, so that it reads the same on both.</param>
public sealed record StepAnswer(string When, StepGoes Goes);

/// <summary>
/// How a step is done, beyond what can be counted. Sides are written <c>{left}</c> and <c>{right}</c>, for the side the step is written
/// for, and change places when it is mirrored.
/// </summary>
/// <param name="Hands">What each hand or foot does.</param>
/// <param name="Feel">What answers under the hand.</param>
/// <param name="Decide">What makes one go deeper, wait, lighten or go on.</param>
/// <param name="Find">What is looked at or measured here.</param>
/// <param name="Caution">What can go wrong.</param>
/// <param name="Say">What the client is told or asked.</param>
/// <param name="Self">The cue for one's own body.</param>
/// <param name="Answers">What may be found where the step is decided by it, and what each makes of the step.</param>
public sealed partial record StepGuide(
    string? Hands = null,
    string? Feel = null,
    string? Decide = null,
    string? Find = null,
    string? Caution = null,
    string? Say = null,
    string? Self = null,
    IReadOnlyList<StepAnswer>? Answers = null
)
{
    /// <summary>The same on the other side.</summary>
    public StepGuide Mirror() =>
        new(Swapped(Hands), Swapped(Feel), Swapped(Decide), Swapped(Find), Swapped(Caution), Swapped(Say), Swapped(Self), Answers);

    /// <summary>Words whose sides are marked, on the other side.</summary>
    public static string? Swapped(string? words) =>
        words is null ? null : Sides().Replace(words, m => m.Value == "{left}" ? "{right}" : "{left}");

    /// <summary>Words as they are typed, their sides marked.</summary>
    public static string? Marked(string? words) => words is null ? null : Unmarked().Replace(Plain(words)!, m => $"{{{m.Value}}}");

    /// <summary>Words as they are read, without the marks.</summary>
    public static string? Plain(string? words) => words is null ? null : Sides().Replace(words, m => m.Value.Trim('{', '}'));

    [GeneratedRegex(@"\{left\}|\{right\}")]
    private static partial Regex Sides();

    [GeneratedRegex(@"\b(left|right)\b")]
    private static partial Regex Unmarked();
}
