using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Techniques;

/// <summary>The vertebrae by their usual codes, from the top: C1 to C7, T1 to T12, L1 to L5.</summary>
public static class Spine
{
    public static IReadOnlyList<string> Vertebrae { get; } = [.. Numbered('C', 7), .. Numbered('T', 12), .. Numbered('L', 5)];

    /// <summary>The vertebrae from one to another, both counted, upward or downward: C7 up to C1 are seven.</summary>
    /// <exception cref="KnowledgeException">A code that names no vertebra.</exception>
    public static IReadOnlyList<string> Between(string? from, string? to)
    {
        var (a, b) = (IndexOf(from), IndexOf(to));
        return a <= b ? [.. Vertebrae.Skip(a).Take(b - a + 1)] : [.. Vertebrae.Skip(b).Take(a - b + 1).Reverse()];
    }

    private static int IndexOf(string? vertebra) =>
        Enumerable.Range(0, Vertebrae.Count).Where(i => Vertebrae[i] == vertebra).DefaultIfEmpty(-1).First() is >= 0 and var i
            ? i
            : throw new KnowledgeException($"'{vertebra}' is no vertebra. Use C1 to C7, T1 to T12 or L1 to L5.");

    private static IEnumerable<string> Numbered(char letter, int count) => Enumerable.Range(1, count).Select(n => $"{letter}{n}");
}
