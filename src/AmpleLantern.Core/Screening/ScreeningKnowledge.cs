using System.Collections.Concurrent;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Weights;

namespace AmpleLantern.Core.Screening;

/// <summary>What screening reads.</summary>
public static class ScreeningKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public Catalogue<FactDefinition> Facts => knowledge.Of<FactDefinition>();

        public Catalogue<Rule> ShippedRules => knowledge.Of<Rule>();

        public Catalogue<Replacement> Replacements => knowledge.Of<Replacement>();

        public Catalogue<Term> Terms => knowledge.Of<Term>();

        public Catalogue<SwapWay> SwapWays => knowledge.Of<SwapWay>();

        public Catalogue<AskCard> Cards => knowledge.Of<AskCard>();

        public Catalogue<NoAge> NoAges => knowledge.Of<NoAge>();

        /// <summary>How many days a no to a fact of the history is believed.</summary>
        public int DaysOfNo(FactDefinition fact) =>
            knowledge.NoAges.All.FirstOrDefault(a => a.Facts.Contains(fact.Id))?.Days
            ?? knowledge.NoAges.All.First(a => a.Groups.Contains(fact.Group)).Days;

        /// <summary>What a practice works by: this knowledge and the rules it added itself, after the shipped ones.</summary>
        public PracticeKnowledge WithRules(IReadOnlyList<Rule> own) =>
            new(
                knowledge,
                own.Count == 0 ? knowledge.Version : $"{knowledge.Version}+{own.Count}",
                knowledge.ShippedRules.Of([.. knowledge.ShippedRules.All, .. own])
            );
    }
}

/// <summary>The knowledge a practice works by: the shipped one and its own rules. Whatever screens a person asks for this type.</summary>
public sealed class PracticeKnowledge : KnowledgeBase
{
    internal PracticeKnowledge(KnowledgeBase shipped, string version, Catalogue<Rule> rules, params IReadOnlyList<ICatalogue> instead)
        : base(shipped, version, instead)
    {
        Rules = rules;
        byFact = new(() => new(Rules));
        usualEffects = new(() =>
            new(this, new(this.Pressure.Model.Practitioner.UsualMassKg, this.UsualBody.StatureCm / CentimetresPerMetre))
        );
    }

    private const double CentimetresPerMetre = 100;

    /// <summary>What can take the place of a technique, as far as it was asked.</summary>
    internal ConcurrentDictionary<string, Instead> Instead { get; } = new();

    private readonly Lazy<RulesByFact> byFact;
    private readonly Lazy<EffectsOf> usualEffects;

    /// <summary>
    /// What steps do, whoever gives them: rules ask what rests on a client, not how heavy it is. What was found of places and joints serves
    /// every screening by this knowledge.
    /// </summary>
    internal EffectsOf UsualEffects => usualEffects.Value;

    /// <summary>Every rule that speaks here: the shipped ones, then the practice's.</summary>
    public Catalogue<Rule> Rules { get; }

    /// <summary>The rules that what is said of a person could set off, in their order.</summary>
    internal IEnumerable<Rule> RulesFor(IReadOnlyList<FactEntry> facts) => byFact.Value.For(facts);

    /// <summary>The same with one more rule, to try it.</summary>
    public PracticeKnowledge And(Rule rule) => new(this, Version, Rules.Of([.. Rules.All, rule]));

    public override PracticeKnowledge With(params IReadOnlyList<ICatalogue> instead) => new(this, Version, Rules, instead);
}
