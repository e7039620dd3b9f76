using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>A template a practitioner can take whole, cut and mix.</summary>
/// <param name="Variants">Ways in which it can be given, each chosen when it is taken.</param>
/// <param name="Interleave">Blocks given again after others.</param>
/// <param name="Leads">Blocks given earlier than they are written.</param>
[Kind("flows", "flow")]
public sealed record Flow(
    string Id,
    string Name,
    Source Source,
    string Tradition,
    string Summary,
    IReadOnlyList<string> Surfaces,
    IReadOnlyList<FlowBlock> Blocks,
    [RefersTo<Prop>] IReadOnlyList<string> Props,
    IReadOnlyList<FlowVariant>? Variants = null,
    IReadOnlyList<FlowInterleave>? Interleave = null,
    FlowGuide? Guide = null,
    IReadOnlyList<FlowLead>? Leads = null
) : IKnown, IChecked
{
    /// <summary>The options that change something here, by variant.</summary>
    public IEnumerable<(string Variant, string Option)> ReadChoices() =>
        Blocks
            .SelectMany(b => b.Steps.Select(s => s.When).Append(b.When))
            .Concat((Interleave ?? []).Select(w => w.When))
            .Concat((Leads ?? []).Select(l => l.When))
            .SelectMany(w => w ?? new Dictionary<string, string>())
            .Select(w => (w.Key, w.Value));

    /// <summary>Which of its steps this is, counted from the first; null for a step that is not one of them.</summary>
    public int? PlaceOf(PlanStep step)
    {
        var at = 0;
        foreach (var template in Blocks.SelectMany(b => b.Steps))
        {
            if (template.Id == (step.Pair ?? step.Id) && template.Technique == step.Technique && template.Region == step.Region)
            {
                return at;
            }

            at++;
        }

        return null;
    }

    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) => FlowChecks.Of(this, knowledge);
}

/// <summary>What belongs to a flow round its steps, each a sentence or two.</summary>
/// <param name="Purpose">What it is for.</param>
/// <param name="Before">Asked, looked at and measured before.</param>
/// <param name="During">Looked at on the way.</param>
/// <param name="After">Looked at again at the end.</param>
/// <param name="Say">What the client is told.</param>
/// <param name="Aftercare">What they are told for the rest of the day.</param>
/// <param name="Home">What they practise until the next time.</param>
public sealed record FlowGuide(
    string Purpose,
    IReadOnlyList<string> Before,
    IReadOnlyList<string> During,
    IReadOnlyList<string> After,
    IReadOnlyList<string> Say,
    IReadOnlyList<string> Aftercare,
    IReadOnlyList<string> Home
);

/// <summary>A way in which a flow can be given.</summary>
/// <param name="Id">A question of <c>disagreements</c>, answered by the school unless chosen; or one of the flow's own.</param>
/// <param name="Options">The flow's own options; those of the question when not said.</param>
/// <param name="Default">The flow's own default.</param>
public sealed record FlowVariant(string Id, string? Name = null, IReadOnlyList<DisagreementOption>? Options = null, string? Default = null);

/// <summary>A block given again after each of others, as glands between systems.</summary>
/// <param name="Set">The block that is given again.</param>
/// <param name="After">The blocks after which it comes.</param>
/// <param name="When">Options under which it holds, by variant.</param>
/// <param name="KeepsPlace">Whether it is also given where it stands itself.</param>
public sealed record FlowInterleave(
    string Set,
    IReadOnlyList<string> After,
    IReadOnlyDictionary<string, string>? When = null,
    bool KeepsPlace = false
);

/// <summary>Blocks that come earlier in one way of giving a flow, as the shoulder before the neck.</summary>
/// <param name="Blocks">What comes earlier, its own order kept.</param>
/// <param name="After">The block it then follows.</param>
/// <param name="When">Options under which it holds, by variant.</param>
public sealed record FlowLead(IReadOnlyList<string> Blocks, string After, IReadOnlyDictionary<string, string> When);

/// <summary>Steps that belong together.</summary>
/// <param name="EachSide">The whole block is given on one side, then mirrored on the other.</param>
/// <param name="Round">Blocks for each side that follow one another with the same round are all given on one side before the other.</param>
/// <param name="When">Options under which it is given, by variant.</param>
public sealed record FlowBlock(
    string Id,
    string Name,
    bool EachSide,
    IReadOnlyList<StepTemplate> Steps,
    string? Round = null,
    IReadOnlyDictionary<string, string>? When = null
);

/// <summary>A step before it is placed in a plan.</summary>
public sealed record StepTemplate
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    [RefersTo<Region>]
    public required string Region { get; init; }

    /// <summary>Regions it travels on through, in order, after the first.</summary>
    [RefersTo<Region>]
    public IReadOnlyList<string>? Through { get; init; }

    /// <summary>Regions worked at the same time, by the other hand or the other end of a pull.</summary>
    [RefersTo<Region>]
    public IReadOnlyList<string>? AlsoAt { get; init; }

    /// <summary>Side the step works: <c>Both</c> together, <c>Mid</c>, or a side; in a block for each side it is replaced.</summary>
    public required Side Side { get; init; }

    [RefersTo<Position>]
    public required string Position { get; init; }

    [RefersTo<Stance>]
    public required string Stance { get; init; }

    [RefersTo<Technique>]
    public required string Technique { get; init; }

    [RefersTo<Contact>]
    public required string Contact { get; init; }

    public required PatternSpec Pattern { get; init; }

    public required int Level { get; init; }

    /// <summary>Whole repeats allowed, and the usual number.</summary>
    public required RepeatRange Repeats { get; init; }

    public required string Purpose { get; init; }

    public StepRole Role { get; init; } = StepRole.Work;

    public BreathRule? Breath { get; init; }

    public double SetupSeconds { get; init; }

    /// <summary>Rest with no touch on that limb, after the step.</summary>
    public double NoTouchSeconds { get; init; }

    public string? Where { get; init; }

    /// <summary>Other client positions in which the step works unchanged.</summary>
    [RefersTo<Position>]
    public IReadOnlyList<string>? AlsoIn { get; init; }

    [RefersTo<Prop>]
    public IReadOnlyList<string>? Props { get; init; }

    public string? Note { get; init; }

    /// <summary>How it is done, beyond what can be counted.</summary>
    public StepGuide? Guide { get; init; }

    /// <summary>Ids it had in a plan before, its sides marked as in the guide: <c>beside-{left}</c>.</summary>
    public IReadOnlyList<string>? Formerly { get; init; }

    /// <summary>Codes of the points worked, in order.</summary>
    [RefersTo<Point>]
    public IReadOnlyList<string>? Points { get; init; }

    /// <summary>Channel or sen line followed, by id.</summary>
    [RefersTo<SenLine, Channel>]
    public string? Line { get; init; }

    /// <summary>Reflex areas worked in turn, by the names they have in every chart of the feet.</summary>
    public IReadOnlyList<string>? Reflex { get; init; }

    /// <summary>Whether its places lie side by side across the region, and not one after another along it.</summary>
    public bool Across { get; init; }

    /// <summary>What is put on the skin, by id; heat counts as one.</summary>
    [RefersTo<Product>]
    public IReadOnlyList<string>? Products { get; init; }

    /// <summary>Options under which it is given, by variant.</summary>
    public IReadOnlyDictionary<string, string>? When { get; init; }

    /// <summary>Steps next to each other with the same word make sense only together, in this order.</summary>
    public string? Series { get; init; }
}

/// <summary>How often a step is done: usually, and between which limits.</summary>
public sealed record RepeatRange(int Usual, int Min, int Max);
