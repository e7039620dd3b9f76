using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Knowledge;

/// <summary>A template a practitioner can take whole, cut and mix.</summary>
/// <param name="Variants">Ways in which it can be given, each chosen when it is taken.</param>
/// <param name="Interleave">Blocks given again after others.</param>
public sealed record Flow(
    string Id, string Name, Source Source, string Tradition, string Summary, IReadOnlyList<string> Surfaces,
    IReadOnlyList<FlowBlock> Blocks, IReadOnlyList<string> Props, IReadOnlyList<FlowVariant>? Variants = null,
    IReadOnlyList<FlowInterleave>? Interleave = null) : IKnown;

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
    string Set, IReadOnlyList<string> After, IReadOnlyDictionary<string, string>? When = null, bool KeepsPlace = false);

/// <summary>Steps that belong together.</summary>
/// <param name="EachSide">The whole block is given on one side, then mirrored on the other.</param>
/// <param name="Round">Blocks for each side that follow one another with the same round are all given on one side before the other.</param>
/// <param name="When">Options under which it is given, by variant.</param>
public sealed record FlowBlock(
    string Id, string Name, bool EachSide, IReadOnlyList<StepTemplate> Steps, string? Round = null,
    IReadOnlyDictionary<string, string>? When = null);

/// <summary>A step before it is placed in a plan.</summary>
/// <param name="Side">Side the step works: <c>Both</c> together, <c>Mid</c>, or a side; in a block for each side it is replaced.</param>
/// <param name="Repeats">Whole repeats allowed, and the usual number.</param>
/// <param name="NoTouchSeconds">Rest with no touch on that limb, after the step.</param>
/// <param name="AlsoIn">Other client positions in which the step works unchanged.</param>
/// <param name="Points">Codes of the points worked, in order.</param>
/// <param name="Line">Channel or sen line followed, by id.</param>
/// <param name="Products">What is put on the skin, by id; heat counts as one.</param>
/// <param name="When">Options under which it is given, by variant.</param>
public sealed record StepTemplate(
    string Id, string Name, string Region, Side Side, string Position, string Stance, string Technique, string Contact,
    PatternSpec Pattern, int Level, RepeatRange Repeats, string Purpose, StepRole Role = StepRole.Work,
    BreathRule? Breath = null, double SetupSeconds = 0, double NoTouchSeconds = 0, string? Where = null,
    IReadOnlyList<string>? AlsoIn = null, IReadOnlyList<string>? Props = null, string? Note = null,
    IReadOnlyList<string>? Points = null, string? Line = null, IReadOnlyList<string>? Products = null,
    IReadOnlyDictionary<string, string>? When = null);

/// <summary>How often a step is done: usually, and between which limits.</summary>
public sealed record RepeatRange(int Usual, int Min, int Max);

/// <summary>Steps that can take the place of a step that is left out, serving the same purpose.</summary>
/// <param name="For">The technique family replaced.</param>
/// <param name="Regions">The regions of the step replaced; empty for any.</param>
public sealed record Replacement(
    string Id, string Name, Source Source, string For, IReadOnlyList<string> Regions, IReadOnlyList<StepTemplate> Steps,
    string Saying) : IKnown;
