using System.Globalization;
using System.Text;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>A row of a flow as it is taught (common practice), written down apart from the knowledge.</summary>
/// <param name="Contact">With what it is worked.</param>
/// <param name="Count">The pattern, and after "×" how often.</param>
/// <param name="Seconds">Shortest, usual, longest; <c>b</c> for breaths.</param>
/// <param name="Step">The step that gives it, by its id in the flow; null where another says it.</param>
/// <param name="Why">Why it differs, or is no step of its own.</param>
public sealed record TaughtRow(
    string Flow,
    string Row,
    string Name,
    string Seconds,
    string Level,
    string? Contact = null,
    string? Count = null,
    string? Step = null,
    string? Why = null
);

/// <summary>A flow as a sheet to be read and corrected by a practitioner, made from the knowledge.</summary>
internal static class FlowSheet
{
    public static string Of(Flow flow, IReadOnlyList<TaughtRow> taught)
    {
        var page = new StringBuilder();
        page.Append(CultureInfo.InvariantCulture, $"# {flow.Name}\n\n{flow.Summary}\n");
        foreach (var (name, lines) in Round(flow.Guide))
        {
            page.Append(CultureInfo.InvariantCulture, $"\n**{name}.** {string.Join(" ", lines)}\n");
        }

        page.Append("\nTold for the client's left side; on the right everything swaps. Seconds: shortest, usual, longest.\n\n");
        page.Append(
            "| # | step | place | contact and hands | client; you | pattern | breath | seconds | L | to feel, to decide, to say | as taught |\n"
        );
        page.Append("| - | - | - | - | - | - | - | - | - | - | - |\n");
        var n = 0;
        foreach (var block in flow.Blocks)
        {
            var ways = block.When is { } when ? $" ({string.Join(", ", when.Select(w => $"{w.Key}: {w.Value}"))})" : "";
            page.Append(
                CultureInfo.InvariantCulture,
                $"| | **{block.Name}{(block.EachSide ? ", each side" : "")}**{ways} | | | | | | | | | |\n"
            );
            foreach (var step in block.Steps)
            {
                page.Append(
                    CultureInfo.InvariantCulture,
                    $"| {++n} | {string.Join(" | ", Cells(step, taught).Select(c => c.Replace("|", "/", StringComparison.Ordinal)))} |\n"
                );
            }
        }

        foreach (var row in taught.Where(t => t.Step is null))
        {
            page.Append(CultureInfo.InvariantCulture, $"\nTaught as {row.Row}, \"{row.Name}\": {row.Why}.\n");
        }

        return page.ToString();
    }

    private static IEnumerable<string> Cells(StepTemplate step, IReadOnlyList<TaughtRow> taught)
    {
        var k = Known.Base;
        var g = step.Guide;
        string Place(string id) => k.Regions[id].Name;
        yield return step.Name
            + (step.Series is { } series ? $" [series {series}]" : "")
            + (step.When is { } w ? $" ({string.Join(", ", w.Select(x => x.Value))})" : "");
        yield return string.Join(
            ", then ",
            [
                Place(step.Region) + string.Concat((step.AlsoAt ?? []).Select(a => $" with {Place(a)}")),
                .. (step.Through ?? []).Select(Place),
            ]
        )
            + (step.Side is Side.Both ? ", both" : "")
            + (step.Where is { } where ? $": {StepGuide.Plain(where)}" : "")
            + (step.Points is { Count: > 0 } points ? $" ({string.Join(", ", points)})" : "");
        yield return Joined([k.Contacts[step.Contact].Name, g?.Hands]);
        yield return $"{k.Positions[step.Position].Name}; {k.Stances[step.Stance].Name}";
        yield return Pattern(step);
        yield return (step.Breath ?? k.Techniques[step.Technique].Breath) is BreathRule.Out ? "out" : "free";
        yield return Seconds(step.Pattern);
        yield return step.Pattern.LevelFrom is { } from ? $"{from} to {step.Level}" : $"{step.Level}";
        yield return Joined([
            g?.Feel,
            g?.Decide,
            g?.Find,
            g?.Caution,
            g?.Say is { } say ? $"\"{say.TrimEnd('.')}\"" : null,
            g?.Self,
            step.Note,
        ]);
        yield return string.Join(
            "; ",
            taught
                .Where(t => t.Step == step.Id)
                .Select(t => $"{t.Row}: {Joined([t.Contact, t.Count])}; {t.Seconds} s, L {t.Level}{(t.Why is { } why ? $" ({why})" : "")}")
        );
    }

    public static string Seconds(PatternSpec p) =>
        p.Breaths is { } b && p.Hold is null ? $"{b}b"
        : p.Hold is { } h
            ? string.Create(CultureInfo.InvariantCulture, $"{h.Min:0.#}-{h.Usual:0.#}-{h.Max:0.#}")
                + (p.Breaths is { } then ? $", then {then}b" : "")
        : "";

    public static string Pattern(StepTemplate step)
    {
        var (p, r) = (step.Pattern, step.Repeats);
        var name = Known.Base.Patterns[p.Kind.Id()].Name;
        var stations = p.Stations is { } n ? $", {n} places" : "";
        var count = p.Count is { } c and > 1 ? $", {c} times" : "";
        var range = r.Min == r.Max ? $"{r.Usual}" : $"{r.Usual} ({r.Min} to {r.Max})";
        return $"{name}{stations}{count}{(p.Returning ? ", there and back" : "")}{(p.BothWays ? ", both ways" : "")} x {range}";
    }

    private static string Joined(IEnumerable<string?> parts) =>
        StepGuide.Plain(string.Join(". ", parts.OfType<string>().Select(p => p.TrimEnd('.'))))!;

    private static IEnumerable<(string Name, IReadOnlyList<string> Lines)> Round(FlowGuide? guide) =>
        guide is null
            ? []
            : new (string, IReadOnlyList<string>)[]
            {
                ("For", [guide.Purpose]),
                ("Before", guide.Before),
                ("On the way", guide.During),
                ("After", guide.After),
                ("Say", guide.Say),
                ("For today", guide.Aftercare),
                ("At home", guide.Home),
            }.Where(x => x.Item2.Count > 0);
}
