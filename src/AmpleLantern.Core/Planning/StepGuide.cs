using System.Text.RegularExpressions;

namespace AmpleLantern.Core.Planning;

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
public sealed partial record StepGuide(
    string? Hands = null,
    string? Feel = null,
    string? Decide = null,
    string? Find = null,
    string? Caution = null,
    string? Say = null,
    string? Self = null
)
{
    /// <summary>The same on the other side.</summary>
    public StepGuide Mirror() =>
        new(Swapped(Hands), Swapped(Feel), Swapped(Decide), Swapped(Find), Swapped(Caution), Swapped(Say), Swapped(Self));

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
