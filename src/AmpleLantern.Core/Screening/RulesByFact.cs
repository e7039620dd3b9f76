using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Screening;

/// <summary>Which rules can hold at all for what was said: most speak of facts that a person does not have.</summary>
internal sealed class RulesByFact
{
    private readonly Catalogue<Rule> rules;
    private readonly Dictionary<string, List<int>> byFact = [];
    private readonly List<int> whatever = [];

    public RulesByFact(Catalogue<Rule> rules)
    {
        this.rules = rules;
        for (var i = 0; i < rules.All.Count; i++)
        {
            foreach (var list in Needs(rules.All[i].When) is { } facts ? facts.Select(Of) : [whatever])
            {
                list.Add(i);
            }
        }
    }

    public IEnumerable<Rule> For(IReadOnlyList<FactEntry> facts)
    {
        var could = new SortedSet<int>(whatever);
        foreach (var fact in facts)
        {
            if (byFact.TryGetValue(fact.Fact, out var some))
            {
                could.UnionWith(some);
            }
        }

        return could.Select(i => rules.All[i]);
    }

    private List<int> Of(string fact) => byFact.TryGetValue(fact, out var some) ? some : byFact[fact] = [];

    /// <summary>Facts of which at least one is there whenever a condition holds; null where it can hold without any.</summary>
    private HashSet<string>? Needs(Condition when) =>
        when switch
        {
            { Any: { } any } => Either(any),
            { All: { } all } => all.Select(Needs).FirstOrDefault(n => n is not null),
            { AtLeast: { } several } => Either(several.Of),
            { As: { } other } => Needs(rules[other].When),
            { Fact: { } fact } => [fact],
            _ => null,
        };

    private HashSet<string>? Either(IReadOnlyList<Condition> conditions)
    {
        var each = conditions.Select(Needs).ToList();
        return each.Any(n => n is null) ? null : [.. each.SelectMany(n => n!)];
    }
}
