using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>A joint of the body: what a step moves, and what a client may have something with.</summary>
/// <param name="Regions">The skin over it.</param>
/// <param name="Limb">The limb it belongs to; null for neck, jaw and spine.</param>
[Kind("bodyJoints", "joint of the body")]
public sealed record BodyJoint(
    string Id,
    string Name,
    Source Source,
    bool Sided,
    [RefersTo<Region>] IReadOnlyList<string> Regions,
    string? Limb = null
) : IKnown;

/// <summary>A way in which a joint is moved.</summary>
/// <param name="Name">What a step then does: "bends the hip".</param>
/// <param name="Newtons">What a full pull comes to, where it draws the joint apart; null where it turns it.</param>
[Kind("jointMoves", "movement of a joint")]
public sealed record JointMove(string Id, string Name, Source Source, [RefersTo<BodyJoint>] string Joint, double? Newtons = null)
    : IKnown,
        IChecked
{
    public bool Pulls => Newtons is not null;

    /// <summary>An id begins with its joint, so that the rest says which way.</summary>
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Id.StartsWith($"{Joint}-", StringComparison.Ordinal) ? [] : [new("/id", $"Begin the id with its joint: '{Joint}-...'.")];
}

/// <summary>A movement a technique makes, or in which a position holds.</summary>
/// <param name="Share">How far it goes, in per cent of the range the joint usually has; of a pull, of what it can take.</param>
public sealed record Moved([RefersTo<JointMove>] string Move, int Share);

/// <summary>A great vessel near the skin.</summary>
/// <param name="Carries">artery or vein.</param>
/// <param name="Regions">Where a press reaches it.</param>
[Kind("vessels", "vessel")]
public sealed record Vessel(string Id, string Name, Source Source, string Carries, [RefersTo<Region>] IReadOnlyList<string> Regions)
    : IKnown;
