using System.Collections.Frozen;
using System.Numerics;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>How a limb lies, as it is written down: by the angles of its joints, or by where its end is taken.</summary>
public sealed record LimbSaid
{
    /// <summary>Taken sideways from the trunk, in degrees; a straight leg, or an arm bent at the elbow.</summary>
    public double? Abduction { get; init; }

    /// <summary>Of the elbow.</summary>
    public double Bend { get; init; }

    /// <summary>Of the forearm.</summary>
    public double Pronation { get; init; }

    /// <summary>Toes turned out.</summary>
    public double ToesOut { get; init; }

    /// <summary>Foot pointed.</summary>
    public double Pointed { get; init; }

    /// <summary>Knee turned out.</summary>
    public double KneeOut { get; init; }

    /// <summary>Or from shoulder or hip to wrist or ankle; see <see cref="LimbPose"/>, also for what follows.</summary>
    public IReadOnlyList<double>? Reach { get; init; }

    public IReadOnlyList<double>? Pole { get; init; }

    public double Turn { get; init; }

    public double End { get; init; }

    public double EndSide { get; init; }

    public IReadOnlyList<double>? Palm { get; init; }

    public IReadOnlyList<double>? Fingers { get; init; }

    public double? OnThigh { get; init; }
}

/// <summary>How a body is held in a client position of the same id, or standing.</summary>
[Kind("poses", "pose")]
public sealed record PoseSaid : IKnown, IChecked
{
    public required string Id { get; init; }

    public required Source Source { get; init; }

    /// <summary>The view in which it is read at a glance: from where the practitioner looks.</summary>
    public required string View { get; init; }

    /// <summary>The pose it differs from by what it says itself.</summary>
    [RefersTo<PoseSaid>]
    public string? Like { get; init; }

    /// <summary>The pose whose left and right it changes over.</summary>
    [RefersTo<PoseSaid>]
    public string? MirrorOf { get; init; }

    /// <summary>Bends one leg, here the left, so that the side matters.</summary>
    public bool OneSided { get; init; }

    /// <summary>Unit direction away from the mat.</summary>
    public IReadOnlyList<double>? Up { get; init; }

    /// <summary>Both arms; likewise legs.</summary>
    public LimbSaid? Arms { get; init; }

    public LimbSaid? Legs { get; init; }

    public LimbSaid? LeftArm { get; init; }

    public LimbSaid? RightArm { get; init; }

    public LimbSaid? LeftLeg { get; init; }

    public LimbSaid? RightLeg { get; init; }

    /// <summary>What carries who lies or sits so; of the pose it is like when not said.</summary>
    public IReadOnlyList<Rest>? Rests { get; init; }

    /// <summary>The trunk's own bends by name, in degrees and cm: see <see cref="Pose"/>.</summary>
    public TrunkSaid? Trunk { get; init; }

    /// <summary>The pose charts are read in.</summary>
    public const string Standing = "standing";

    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge)
    {
        var way = new List<PoseSaid> { this };
        while ((way[^1].Like ?? way[^1].MirrorOf) is { } next && knowledge.Of<PoseSaid>().Find(next) is { } said)
        {
            if (way.Contains(said))
            {
                return
                [
                    new(
                        "/like",
                        $"This pose is like itself: {string.Join(" → ", way.Append(said).Select(p => p.Id))}. Say one of them in full."
                    ),
                ];
            }

            way.Add(said);
        }

        if (Id != Standing && way.All(p => p.Rests is not { Count: > 0 }))
        {
            return [new("/rests", "Say on what somebody lies or sits so: nobody floats.")];
        }

        return way.Any(p => p.MirrorOf is not null) || Each.All(limb => way.Any(p => limb(p) is not null)) && way.Any(p => p.Up is not null)
            ? []
            : [new("", "Say which way is up, and how both arms and both legs lie; or a pose it is like.")];
    }

    private static readonly Func<PoseSaid, LimbSaid?>[] Each =
    [
        p => p.LeftArm ?? p.Arms,
        p => p.RightArm ?? p.Arms,
        p => p.LeftLeg ?? p.Legs,
        p => p.RightLeg ?? p.Legs,
    ];
}

/// <summary>How the trunk of a pose is bent; see <see cref="Pose"/>.</summary>
public sealed record TrunkSaid(
    double Pitch = 0,
    double SpineFlex = 0,
    double SpineSide = 0,
    double SpineTwist = 0,
    double NeckFlex = 0,
    double NeckSide = 0,
    double NeckTurn = 0,
    double ShoulderForward = 0,
    double ShoulderUp = 0,
    double? SeatDrop = null
);

/// <summary>A position nobody has said the pose of is refused: it would be drawn and reached as if the client stood.</summary>
internal sealed class PoseChecks : ICrossCheck
{
    public IEnumerable<KnowledgeProblem> Problems(KnowledgeBase knowledge) =>
        knowledge
            .Positions.All.Where(p => !knowledge.Of<PoseSaid>().Has(p.Id))
            .Select(p => new KnowledgeProblem(
                Kind.Of(typeof(Position)).Id,
                p.Id,
                "/id",
                $"No pose says how the body lies in '{p.Id}'. Add one of this id to body/poses.json."
            ));
}

/// <summary>How the body is held in each client position.</summary>
public sealed class Poses
{
    private readonly FrozenDictionary<string, (Pose Pose, PoseSaid Said)> all;

    internal Poses(KnowledgeBase knowledge)
    {
        var said = knowledge.Of<PoseSaid>();
        all = said.All.ToFrozenDictionary(p => p.Id, p => (Pose: Of(p, said) with { Id = p.Id }, p));
    }

    /// <summary>Upright, arms a little away: the pose charts are read in.</summary>
    public Pose Standing => all[PoseSaid.Standing].Pose;

    /// <summary>The pose of a client position.</summary>
    /// <param name="position">Position id.</param>
    /// <param name="bentSide">For positions that bend one leg: 1 for the left, -1 for the right.</param>
    /// <exception cref="KnowledgeException">There is no such position.</exception>
    public Pose Of(string position, int bentSide = 1)
    {
        var (pose, said) = Found(position);
        return bentSide < 0 && said.OneSided ? pose.Mirrored() : pose;
    }

    /// <summary>Whether the position bends one leg, so that the side matters.</summary>
    public bool OneSided(string position) => Found(position).Said.OneSided;

    /// <summary>The view in which a position is read at a glance.</summary>
    public string ViewOf(string position) => Found(position).Said.View;

    /// <summary>What carries who lies or sits so.</summary>
    public IReadOnlyList<Rest> RestsOf(string position)
    {
        var said = Found(position).Said;
        while (said.Rests is null && (said.Like ?? said.MirrorOf) is { } other)
        {
            said = Found(other).Said;
        }

        return said.Rests ?? [];
    }

    private (Pose Pose, PoseSaid Said) Found(string position) =>
        all.TryGetValue(position, out var found)
            ? found
            : throw new KnowledgeException(
                $"There is no pose of '{position}'. Known: {string.Join(", ", all.Keys.Order(StringComparer.Ordinal))}."
            );

    private static Pose Of(PoseSaid said, Catalogue<PoseSaid> all)
    {
        if (said.MirrorOf is { } mirrored)
        {
            return Of(all[mirrored], all).Mirrored();
        }

        var like = said.Like is { } other ? Of(all[other], all) : null;
        LimbPose Limb(LimbSaid? own, LimbSaid? both, LimbPose? likewise, bool arm) => (own ?? both) is { } limb ? Of(limb, arm) : likewise!;
        var pose = new Pose
        {
            Id = said.Id,
            Up = said.Up is { } up ? Vector(up) : like!.Up,
            LeftArm = Limb(said.LeftArm, said.Arms, like?.LeftArm, arm: true),
            RightArm = Limb(said.RightArm, said.Arms, like?.RightArm, arm: true),
            LeftLeg = Limb(said.LeftLeg, said.Legs, like?.LeftLeg, arm: false),
            RightLeg = Limb(said.RightLeg, said.Legs, like?.RightLeg, arm: false),
        };
        return said.Trunk is not { } t
            ? like is null
                ? pose
                : like with
                {
                    LeftArm = pose.LeftArm,
                    RightArm = pose.RightArm,
                    LeftLeg = pose.LeftLeg,
                    RightLeg = pose.RightLeg,
                    Up = pose.Up,
                }
            : pose with
            {
                Pitch = (float)t.Pitch,
                SpineFlex = (float)t.SpineFlex,
                SpineSide = (float)t.SpineSide,
                SpineTwist = (float)t.SpineTwist,
                NeckFlex = (float)t.NeckFlex,
                NeckSide = (float)t.NeckSide,
                NeckTurn = (float)t.NeckTurn,
                ShoulderForward = (float)t.ShoulderForward,
                ShoulderUp = (float)t.ShoulderUp,
                SeatDrop = (float?)t.SeatDrop,
            };
    }

    private static LimbPose Of(LimbSaid limb, bool arm) =>
        limb switch
        {
            { Abduction: { } abduction } when arm => LimbPose.Arm((float)abduction, (float)limb.Pronation, (float)limb.Bend),
            { Abduction: { } abduction } => LimbPose.Leg((float)abduction, (float)limb.ToesOut, (float)limb.Pointed, (float)limb.KneeOut),
            _ => new(
                limb.Reach is { } reach ? Vector(reach) : Vector3.Zero,
                Vector(limb.Pole!),
                (float)limb.Turn,
                (float)limb.End,
                (float)limb.EndSide,
                limb.Palm is { } palm ? Vector(palm) : null,
                limb.Fingers is { } fingers ? Vector(fingers) : null,
                (float?)limb.OnThigh
            ),
        };

    private static Vector3 Vector(IReadOnlyList<double> v) => new((float)v[0], (float)v[1], (float)v[2]);
}
