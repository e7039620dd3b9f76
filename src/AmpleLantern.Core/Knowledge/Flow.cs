using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Knowledge;

/// <summary>A template a practitioner can take whole, cut and mix.</summary>
public sealed record Flow(
    string Id, string Name, Source Source, string Tradition, string Summary, IReadOnlyList<string> Surfaces,
    IReadOnlyList<FlowBlock> Blocks, IReadOnlyList<string> Props) : IKnown;

/// <summary>Steps that belong together.</summary>
/// <param name="EachSide">The whole block is given on one side, then mirrored on the other.</param>
public sealed record FlowBlock(string Id, string Name, bool EachSide, IReadOnlyList<StepTemplate> Steps);

/// <summary>A step before it is placed in a plan.</summary>
/// <param name="Side">Side the step works: <c>Both</c> together, <c>Mid</c>, or a side; in a block for each side it is replaced.</param>
/// <param name="Repeats">Whole repeats allowed, and the usual number.</param>
/// <param name="NoTouchSeconds">Rest with no touch on that limb, after the step.</param>
/// <param name="AlsoIn">Other client positions in which the step works unchanged.</param>
/// <param name="Points">Codes of the points worked, in order.</param>
/// <param name="Line">Channel or sen line followed, by id.</param>
/// <param name="Products">What is put on the skin, by id; heat counts as one.</param>
public sealed record StepTemplate(
    string Id, string Name, string Region, Side Side, string Position, string Stance, string Technique, string Contact,
    PatternSpec Pattern, int Level, RepeatRange Repeats, string Purpose, StepRole Role = StepRole.Work,
    BreathRule? Breath = null, double SetupSeconds = 0, double NoTouchSeconds = 0, string? Where = null,
    IReadOnlyList<string>? AlsoIn = null, IReadOnlyList<string>? Props = null, string? Note = null,
    IReadOnlyList<string>? Points = null, string? Line = null, IReadOnlyList<string>? Products = null);

/// <summary>How often a step is done: usually, and between which limits.</summary>
public sealed record RepeatRange(int Usual, int Min, int Max);

/// <summary>Steps that can take the place of a step that is left out, serving the same purpose.</summary>
/// <param name="For">The technique family replaced.</param>
/// <param name="Regions">The regions of the step replaced; empty for any.</param>
public sealed record Replacement(
    string Id, string Name, Source Source, string For, IReadOnlyList<string> Regions, IReadOnlyList<StepTemplate> Steps,
    string Saying) : IKnown;
