using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>How a step of one plan stands in the other.</summary>
public enum CompareKind
{
    Same,
    Changed,
    OnlyFirst,
    OnlySecond,
}

/// <summary>A row of two plans side by side.</summary>
/// <param name="First">Id of the step in the first plan, if it has it.</param>
/// <param name="Differences">What differs, in words: "level 3, not 2".</param>
public sealed record CompareRow(CompareKind Kind, string? First, string? Second, IReadOnlyList<string> Differences);

/// <summary>Two plans side by side.</summary>
/// <param name="SecondsMore">How much longer the second takes.</param>
/// <param name="Summary">The difference in a sentence.</param>
public sealed record PlanComparison(IReadOnlyList<CompareRow> Rows, double SecondsMore, int PressesMore, string Summary);

/// <summary>Compares two plans step by step.</summary>
public static class PlanCompare
{
    /// <summary>
    /// Rows in order: the longest run of steps the plans share keeps its place, what only one has stands where it has it.
    /// Two steps are the same work when technique, region and side agree.
    /// </summary>
    public static PlanComparison Of(Plan first, Plan second, Tempo tempo, KnowledgeBase knowledge)
    {
        var (a, b) = (PlanExpansion.Expand(first, tempo, knowledge), PlanExpansion.Expand(second, tempo, knowledge));
        var rows = Rows(first.Steps, second.Steps, knowledge).ToList();
        var (more, presses) = (Timing.ToTenths(b.TotalSeconds - a.TotalSeconds), b.Totals.Presses - a.Totals.Presses);
        return new(rows, more, presses, Say(rows, more, knowledge.PlanLimits.SameSeconds));
    }

    private static IEnumerable<CompareRow> Rows(IReadOnlyList<PlanStep> a, IReadOnlyList<PlanStep> b, KnowledgeBase knowledge)
    {
        // Longest common subsequence, from the end, so that the walk forward keeps the order of both.
        var longest = new int[a.Count + 1, b.Count + 1];
        for (var i = a.Count - 1; i >= 0; i--)
        {
            for (var j = b.Count - 1; j >= 0; j--)
            {
                longest[i, j] = Same(a[i], b[j]) ? longest[i + 1, j + 1] + 1 : Math.Max(longest[i + 1, j], longest[i, j + 1]);
            }
        }

        var (x, y) = (0, 0);
        while (x < a.Count || y < b.Count)
        {
            if (x < a.Count && y < b.Count && Same(a[x], b[y]))
            {
                var differences = Differences(a[x], b[y], knowledge).ToList();
                yield return new(differences.Count == 0 ? CompareKind.Same : CompareKind.Changed, a[x++].Id, b[y++].Id, differences);
            }
            else if (y >= b.Count || x < a.Count && longest[x + 1, y] >= longest[x, y + 1])
            {
                yield return new(CompareKind.OnlyFirst, a[x++].Id, null, []);
            }
            else
            {
                yield return new(CompareKind.OnlySecond, null, b[y++].Id, []);
            }
        }
    }

    private static bool Same(PlanStep a, PlanStep b) => a.Technique == b.Technique && a.Region == b.Region && a.Side == b.Side;

    private static IEnumerable<string> Differences(PlanStep a, PlanStep b, KnowledgeBase k) =>
        new[]
        {
            (a.Repeats != b.Repeats, $"{b.Repeats} ×, not {a.Repeats} ×"),
            (a.Level != b.Level, $"level {b.Level}, not {a.Level}"),
            (a.Contact != b.Contact, $"{k.Contacts[b.Contact].Name}, not {k.Contacts[a.Contact].Name}"),
            (
                a.OtherContact != b.OtherContact,
                b.OtherContact is { } other ? $"the other hand: {k.Contacts[other].Name}" : "both hands alike"
            ),
            (a.Position != b.Position, $"{k.Positions[b.Position].Name}, not {k.Positions[a.Position].Name}"),
            (a.Pattern.Kind != b.Pattern.Kind, $"{k.Patterns[b.Pattern.Kind.Id()].Name}, not {k.Patterns[a.Pattern.Kind.Id()].Name}"),
            (a.Pattern.Hold?.Usual != b.Pattern.Hold?.Usual, $"{b.Pattern.Hold?.Usual ?? 0:0} s, not {a.Pattern.Hold?.Usual ?? 0:0} s"),
        }
            .Where(d => d.Item1)
            .Select(d => d.Item2);

    private static string Say(List<CompareRow> rows, double more, double sameSeconds)
    {
        int Count(CompareKind kind) => rows.Count(r => r.Kind == kind);
        var time = Math.Abs(more) < sameSeconds ? "about as long" : $"{Math.Abs(more) / 60:0.#} min {(more > 0 ? "longer" : "shorter")}";
        return Count(CompareKind.Same) == rows.Count
            ? "The two are the same."
            : $"The second is {time}: {Count(CompareKind.Same)} steps as they were, {Count(CompareKind.Changed)} changed, {Count(CompareKind.OnlyFirst)} left out, {Count(CompareKind.OnlySecond)} new.";
    }
}
