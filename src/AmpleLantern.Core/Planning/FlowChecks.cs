using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning;

/// <summary>Checks how the blocks of a flow hang together: its variants, what is given when, and what is given again.</summary>
internal static class FlowChecks
{
    public static IEnumerable<Flaw> Of(Flow flow, KnowledgeBase k) =>
        [
            .. (flow.Variants ?? []).SelectMany((v, i) => Variant(flow, v, i, k)),
            .. flow.Blocks.SelectMany(
                (b, i) =>
                    When(flow, b.When, $"/blocks/{i}/when", k)
                        .Concat(b.Steps.SelectMany((s, j) => When(flow, s.When, $"/blocks/{i}/steps/{j}/when", k)))
            ),
            .. (flow.Interleave ?? []).SelectMany((w, i) => Interleave(flow, w, i, k)),
            .. (flow.Leads ?? []).SelectMany((l, i) => Lead(flow, l, i, k)),
            .. (flow.Variants ?? []).SelectMany((v, i) => Unread(flow, v, i, k)),
            .. flow.Blocks.SelectMany(
                (b, i) => b.Steps.SelectMany((s, j) => StepChecks.Of(s, k).Select(f => f with { Path = $"/blocks/{i}/steps/{j}{f.Path}" }))
            ),
            .. flow.Blocks.SelectMany((b, i) => Series(flow, b, i)),
            .. flow
                .Blocks.SelectMany(b => b.Steps)
                .CountBy(s => s.Id)
                .Where(s => s.Value > 1)
                .Select(s => new Flaw("/blocks", $"The step id '{s.Key}' is used twice in this flow.")),
        ];

    private static IEnumerable<Flaw> Variant(Flow flow, FlowVariant v, int at, KnowledgeBase k)
    {
        var own = v is { Name: not null, Options.Count: > 1, Default: not null };
        if (!own && !k.Disagreements.Has(v.Id))
        {
            yield return new($"/variants/{at}", $"'{v.Id}' is no question schools differ in; give it a name, options and a default.");
        }
        else if (own && v.Options!.All(o => o.Id != v.Default))
        {
            yield return new($"/variants/{at}/default", $"The default '{v.Default}' is none of the options.");
        }
    }

    private static IEnumerable<Flaw> When(Flow flow, IReadOnlyDictionary<string, string>? when, string path, KnowledgeBase k)
    {
        foreach (var (id, option) in when ?? new Dictionary<string, string>())
        {
            var variant = flow.Variants?.FirstOrDefault(v => v.Id == id);
            var options = variant?.Options ?? (variant is null ? null : k.Disagreements.Find(id)?.Options);
            if (options is null)
            {
                yield return new($"{path}/{id}", $"'{id}' is none of the flow's variants.");
            }
            else if (options.All(o => o.Id != option))
            {
                yield return new(
                    $"{path}/{id}",
                    $"'{id}' has no option '{option}'; it has {string.Join(", ", options.Select(o => o.Id))}."
                );
            }
        }
    }

    private static IEnumerable<Flaw> Lead(Flow flow, FlowLead lead, int at, KnowledgeBase k) =>
        When(flow, lead.When, $"/leads/{at}/when", k)
            .Concat(
                lead.Blocks.Append(lead.After)
                    .Where(id => flow.Blocks.All(b => b.Id != id))
                    .Select(id => new Flaw($"/leads/{at}", $"This flow has no block '{id}'."))
            )
            .Concat(lead.Blocks.Contains(lead.After) ? [new($"/leads/{at}/after", $"'{lead.After}' cannot follow itself.")] : []);

    /// <summary>A series stands in one piece: two steps at least, none of another kind between them.</summary>
    private static IEnumerable<Flaw> Series(Flow flow, FlowBlock block, int at)
    {
        foreach (var series in block.Steps.Select((s, j) => (s.Series, At: j)).Where(x => x.Series is not null).GroupBy(x => x.Series))
        {
            var (first, last) = (series.First().At, series.Last().At);
            if (
                series.Count() < 2
                || last - first + 1 != series.Count()
                || flow.Blocks.Any(b => b.Id != block.Id && b.Steps.Any(s => s.Series == series.Key))
            )
            {
                yield return new(
                    $"/blocks/{at}/steps/{first}/series",
                    $"The series '{series.Key}' must be two steps or more that follow one another in one block."
                );
            }
        }
    }

    /// <summary>All options but one, the plain way, change something.</summary>
    private static IEnumerable<Flaw> Unread(Flow flow, FlowVariant v, int at, KnowledgeBase k)
    {
        var read = flow.ReadChoices().Where(c => c.Variant == v.Id).Select(c => c.Option).ToHashSet();
        var unread = (v.Options ?? k.Disagreements.Find(v.Id)?.Options ?? []).Where(o => !read.Contains(o.Id)).ToList();
        return unread.Count > 1
            ? [new($"/variants/{at}", $"Nothing changes between {string.Join(" and ", unread.Select(o => $"'{o.Id}'"))}.")]
            : [];
    }

    private static IEnumerable<Flaw> Interleave(Flow flow, FlowInterleave weave, int at, KnowledgeBase k)
    {
        foreach (var problem in When(flow, weave.When, $"/interleave/{at}/when", k))
        {
            yield return problem;
        }

        foreach (var unknown in weave.After.Append(weave.Set).Where(id => flow.Blocks.All(b => b.Id != id)))
        {
            yield return new($"/interleave/{at}", $"This flow has no block '{unknown}'.");
        }

        if (weave.After.Contains(weave.Set))
        {
            yield return new($"/interleave/{at}/after", $"The block '{weave.Set}' cannot come after itself: it would never end.");
        }
    }
}
