using System.Collections.Frozen;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Planning.Composing;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Training;

namespace AmpleLantern.Core.Knowledge;

/// <summary>Values of one kind by id, in the order they were written.</summary>
public sealed class Catalogue<T>(string kind, IReadOnlyList<T> all)
    where T : IKnown
{
    private readonly FrozenDictionary<string, T> byId = all
        .DistinctBy(x => x.Id, StringComparer.Ordinal).ToFrozenDictionary(x => x.Id, StringComparer.Ordinal);

    public IReadOnlyList<T> All => all;

    /// <exception cref="KnowledgeException">There is no such id; the message names near ones.</exception>
    public T this[string id] => byId.TryGetValue(id, out var found)
        ? found
        : throw new KnowledgeException($"There is no {kind} called '{id}'. Known: {Near(id)}.");

    public bool Has(string id) => byId.ContainsKey(id);

    public T? Find(string id) => byId.GetValueOrDefault(id);

    /// <summary>The same catalogue with other values laid over it; those of an id it has stand in its place.</summary>
    public Catalogue<T> Under(IReadOnlyList<T> over) => over.Count == 0 ? this : new(kind, [.. over, .. all.Where(x => over.All(o => o.Id != x.Id))]);

    private string Near(string id)
    {
        var head = id.Length > 3 ? id[..3] : id;
        var near = byId.Keys.Where(k => k.Contains(head, StringComparison.OrdinalIgnoreCase)).DefaultIfEmpty().ToList();
        var shown = near is [null] ? byId.Keys.Order(StringComparer.Ordinal).Take(8) : near.Order(StringComparer.Ordinal).Take(8);
        return string.Join(", ", shown);
    }
}

/// <summary>All of the trade's data as it ships, loaded once and immutable. Nobody is screened by it alone: see <see cref="PracticeKnowledge"/>.</summary>
/// <param name="Version">A hash over the content, kept with signed visits.</param>
public record KnowledgeBase(
    string Version,
    PracticeDefaults Defaults,
    Catalogue<Region> Regions,
    Catalogue<Contact> Contacts,
    Catalogue<Position> Positions,
    Catalogue<Stance> Stances,
    Catalogue<PatternName> Patterns,
    Catalogue<Technique> Techniques,
    Catalogue<Flow> Flows,
    Catalogue<Replacement> Replacements,
    Catalogue<FactDefinition> Facts,
    Catalogue<Rule> ShippedRules,
    Catalogue<School> Schools,
    Catalogue<ResponseKind> Responses,
    Catalogue<Measure> Measures,
    Catalogue<TechniqueFamily> Families,
    Catalogue<Product> Products,
    Catalogue<Term> Terms,
    Catalogue<Disagreement> Disagreements,
    Catalogue<SwapWay> SwapWays,
    Catalogue<Complaint> Complaints,
    Catalogue<OrderRule> OrderRules,
    Catalogue<Prop> Props,
    ComposingBase Composing,
    AtlasBase Atlas,
    MeasuringBase Measuring,
    PressureBase Pressure,
    TrainingBase Training)
{
    private readonly RegionMap overlaps = new(Regions.All);

    /// <summary>Whether two regions or limbs share skin: one lies within the other, or a part is common to both.</summary>
    public bool Overlap(string one, string other) => overlaps.Overlap(one, other);

    /// <summary>What a practice works by: this knowledge and the rules it added itself, after the shipped ones.</summary>
    public PracticeKnowledge WithRules(IReadOnlyList<Rule> own) => new(
        own.Count == 0 ? this : this with { Version = $"{Version}+{own.Count}" }, new("rule", [.. ShippedRules.All, .. own]));

    /// <summary>The profile used when nothing else is chosen: the first written.</summary>
    public School HouseSchool => Schools.All[0];

    public School School(string? id) => id is null ? HouseSchool : Schools[id];
}

/// <summary>The knowledge a practice works by: the shipped one and its own rules. Whatever screens a person asks for this type.</summary>
public sealed record PracticeKnowledge : KnowledgeBase
{
    internal PracticeKnowledge(KnowledgeBase shipped, Catalogue<Rule> rules)
        : base(shipped) => Rules = rules;

    /// <summary>Every rule that speaks here: the shipped ones, then the practice's.</summary>
    public Catalogue<Rule> Rules { get; init; }

    /// <summary>The same with one more rule, to try it.</summary>
    public PracticeKnowledge And(Rule rule) => this with { Rules = new("rule", [.. Rules.All, rule]) };
}
