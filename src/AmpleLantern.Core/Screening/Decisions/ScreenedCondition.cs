using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening.Decisions;

/// <summary>A class of condition as the table of decisions asks about it.</summary>
/// <param name="Facts">What is known of such a client.</param>
/// <param name="Spares">What is to be spared: an effect that loads none of it needs no limit.</param>
/// <param name="Place">Where the condition is, or where work would meet it first.</param>
/// <param name="Joint">The joint it would be met in first.</param>
/// <param name="Age">In years.</param>
/// <param name="Nothing">Effects that load what is spared and are left all the same, each with the reason.</param>
[Kind("screenedConditions", "condition of the table")]
public sealed record ScreenedCondition(
    string Id,
    string Name,
    Source Source,
    IReadOnlyList<FactEntry> Facts,
    IReadOnlyList<string> Spares,
    [RefersTo<Region>] string Place,
    [RefersTo<BodyJoint>] string Joint,
    int Age,
    IReadOnlyList<Silence>? Nothing = null
) : IKnown;

/// <summary>Nothing is limited, for a reason.</summary>
public sealed record Silence([RefersTo<EffectClass>] IReadOnlyList<string> Effects, string Because);
