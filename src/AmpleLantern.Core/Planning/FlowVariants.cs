using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning;

/// <summary>A way in which a flow can be given, with the option that holds.</summary>
public sealed record VariantChoice(string Id, string Name, IReadOnlyList<DisagreementOption> Options, string Chosen);

/// <summary>Chooses among the ways of giving a flow.</summary>
public static class FlowVariants
{
    /// <summary>The option of each variant: what was chosen, else what the school says, else the flow's default.</summary>
    /// <exception cref="RefusalException">A variant or option the flow does not have.</exception>
    public static IReadOnlyDictionary<string, string> Choose(
        Flow flow,
        KnowledgeBase knowledge,
        School school,
        IReadOnlyDictionary<string, string>? choices
    )
    {
        var variants = Of(flow, knowledge, school);
        foreach (var (id, option) in choices ?? new Dictionary<string, string>())
        {
            var variant = variants.FirstOrDefault(v => v.Id == id);
            RefusalException.Unless(variant is not null, "unknown-variant", $"{flow.Name} has no choice '{id}'.", $"/choices/{id}");
            RefusalException.Unless(
                variant!.Options.Any(o => o.Id == option),
                "unknown-option",
                $"{variant.Name}: there is no '{option}'. Use {string.Join(", ", variant.Options.Select(o => o.Id))}.",
                $"/choices/{id}"
            );
        }

        return variants.ToDictionary(v => v.Id, v => choices?.GetValueOrDefault(v.Id) ?? v.Chosen);
    }

    /// <summary>The ways of giving a flow, with what the school takes.</summary>
    public static IReadOnlyList<VariantChoice> Of(Flow flow, KnowledgeBase knowledge, School school) =>
        [
            .. (flow.Variants ?? []).Select(v =>
                knowledge.Disagreements.Find(v.Id) is { } d
                    ? new VariantChoice(v.Id, d.Name, d.Options, school.Chose(v.Id, knowledge))
                    : new VariantChoice(v.Id, v.Name!, v.Options!, v.Default!)
            ),
        ];

    /// <summary>The blocks as they are given: those that hold, with what leads put first and sets interleaved.</summary>
    internal static IReadOnlyList<FlowBlock> Blocks(Flow flow, IReadOnlyDictionary<string, string> chosen)
    {
        var given = flow.Blocks.Where(b => Holds(b.When, chosen)).ToList();
        foreach (var lead in (flow.Leads ?? []).Where(l => Holds(l.When, chosen) && given.Any(b => b.Id == l.After)))
        {
            var moved = given.Where(b => lead.Blocks.Contains(b.Id)).ToList();
            given = [.. given.Except(moved).SelectMany(b => b.Id == lead.After ? [b, .. moved] : new[] { b })];
        }

        foreach (var weave in (flow.Interleave ?? []).Where(w => Holds(w.When, chosen)))
        {
            var set = flow.Blocks.First(b => b.Id == weave.Set);
            given =
            [
                .. given
                    .Where(b => weave.KeepsPlace || b.Id != weave.Set)
                    .SelectMany(b => weave.After.Contains(b.Id) ? new[] { b, set with { Round = b.Round } } : [b]),
            ];
        }

        return given;
    }

    internal static bool Holds(IReadOnlyDictionary<string, string>? when, IReadOnlyDictionary<string, string> chosen) =>
        when?.All(w => chosen.GetValueOrDefault(w.Key) == w.Value) ?? true;
}
