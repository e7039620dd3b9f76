using System.Collections.Frozen;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Techniques;

/// <summary>
/// What a family or a technique is, for whatever goes by it: order, composing, mechanics, replacements. So a new technique says itself what
/// it is, and no list elsewhere has to be widened.
/// </summary>
[Kind("traits", "trait")]
public sealed record Trait(string Id, string Name, Source Source, string Meaning) : IKnown
{
    public const string Broad = "broad",
        Moving = "moving",
        Calming = "calming",
        Lengthens = "lengthens",
        Stretch = "stretch",
        EndOfRange = "end-of-range",
        BendsBack = "bends-back",
        Softens = "softens",
        Rocks = "rocks",
        OpensNothing = "no-opening",
        NeedsNoOpening = "needs-no-opening",
        HoldsBackBlood = "holds-back-blood",
        Treads = "treads",
        EasyOnThumbs = "easy-on-thumbs",
        Wakes = "wakes",
        ArmOverhead = "arm-overhead",
        Drags = "drags-skin",
        Pinches = "pinches-skin",
        Scrapes = "scrapes-skin",
        RubsAcross = "rubs-across",
        Drains = "drains",
        AsksEffort = "asks-effort",
        DeepBreath = "deep-breath",
        HeldBreath = "held-breath",
        SharpBreath = "sharp-breath",
        Leans = "leans",
        NoTouch = "no-touch";

    /// <summary>The traits that code goes by; the rest are named by data only.</summary>
    internal static readonly IReadOnlyList<string> InCode =
    [
        Broad,
        Moving,
        Calming,
        Lengthens,
        Stretch,
        EndOfRange,
        BendsBack,
        Softens,
        Rocks,
        OpensNothing,
        NeedsNoOpening,
        HoldsBackBlood,
        Treads,
        EasyOnThumbs,
        Wakes,
        ArmOverhead,
        Drags,
        Pinches,
        Scrapes,
        RubsAcross,
        Drains,
        AsksEffort,
        DeepBreath,
        HeldBreath,
        SharpBreath,
        Leans,
        NoTouch,
    ];
}

/// <summary>The traits of each family, to be asked quickly.</summary>
internal sealed class FamilyTraits(KnowledgeBase knowledge)
{
    private readonly FrozenDictionary<string, FrozenSet<string>> all = knowledge.Families.All.ToFrozenDictionary(
        f => f.Id,
        f => (f.Traits ?? []).Append(f.Id).ToFrozenSet()
    );

    public bool Has(string family, string trait) => all.TryGetValue(family, out var traits) && traits.Contains(trait);
}

/// <summary>Every trait code goes by is known.</summary>
internal sealed class TraitChecks : ICrossCheck
{
    public IEnumerable<KnowledgeProblem> Problems(KnowledgeBase knowledge) =>
        Trait
            .InCode.Select(knowledge.Of<Trait>().Missing)
            .OfType<string>()
            .Select(why => new KnowledgeProblem(Kind.Of(typeof(Trait)).Id, knowledge.Of<Trait>().All[0].Id, "", why));
}
