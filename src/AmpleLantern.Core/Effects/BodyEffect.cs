using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Effects;

/// <summary>What a step does to a body, of one kind each.</summary>
public enum EffectKind
{
    /// <summary>The giver's weight rests on the client: kilograms, on a region.</summary>
    BearsWeight,

    /// <summary>Pressure into a region: its level.</summary>
    Presses,

    /// <summary>A joint is moved: per cent of its range.</summary>
    MovesJoint,

    /// <summary>The client lies with a joint so far moved: per cent of its range.</summary>
    HoldsJoint,

    /// <summary>A joint is drawn apart: newtons.</summary>
    PullsJoint,

    /// <summary>Pressure along a great vessel: its level.</summary>
    PressesVessel,

    /// <summary>A great vessel is pressed shut: seconds.</summary>
    ShutsVessel,

    DragsSkin,
    PinchesSkin,
    ScrapesSkin,
    RubsAcross,

    /// <summary>Shaking, rocking, trembling: per cent of the usual pace.</summary>
    Shakes,

    /// <summary>Drumming: per cent of the usual pace.</summary>
    Drums,

    /// <summary>The client is asked to push against the giver.</summary>
    AsksEffort,

    /// <summary>A deep, held or sharp breath is asked of the client.</summary>
    AsksBreath,

    /// <summary>Heat comes to the skin.</summary>
    Warms,

    /// <summary>A product, or something in it, comes on the skin.</summary>
    PutsOnSkin,

    /// <summary>Fluid is moved towards the trunk.</summary>
    MovesFluid,

    /// <summary>How the client lies: minutes on end.</summary>
    Lies,

    /// <summary>A place that needs consent of its own is touched.</summary>
    TouchesVulnerable,

    /// <summary>A point with a caution of its own is held: seconds.</summary>
    HoldsPoint,

    /// <summary>A channel or sen line is worked along.</summary>
    FollowsLine,
}

/// <summary>One thing a step does to a body.</summary>
/// <param name="On">Id of the region, joint, vessel, point or product; of how the client lies.</param>
/// <param name="Side">Null where the thing has none.</param>
/// <param name="Amount">In the unit of its kind; null where there is nothing to count.</param>
/// <param name="By">What makes it: the movement of a joint, the contact that bears, the caution of a point.</param>
public sealed record BodyEffect(EffectKind Kind, string On, Side? Side = null, double? Amount = null, string? By = null)
{
    public bool IsOfJoint => Kind is EffectKind.MovesJoint or EffectKind.PullsJoint or EffectKind.HoldsJoint;
}

/// <summary>All that a step does.</summary>
/// <param name="Step">Id of the step.</param>
/// <param name="Sayings">Each effect in words.</param>
public sealed record StepEffects(string Step, IReadOnlyList<BodyEffect> Effects, IReadOnlyList<string> Sayings);
