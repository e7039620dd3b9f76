using System.Numerics;

namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>How the body is held in each client position. One-sided positions take the side that is bent.</summary>
public static class Poses
{
    private static readonly Vector3 FaceUp = Vector3.UnitZ;
    private static readonly LimbPose RestingArm = LimbPose.Arm(17, 25, 14);
    private static readonly LimbPose RestingLeg = LimbPose.Leg(5, 6, 44, 14);

    /// <summary>Upright, arms a little away: the pose charts are read in.</summary>
    public static readonly Pose Standing = new(
        "standing", Vector3.UnitY, LimbPose.Arm(15, 55, 12), LimbPose.Arm(15, 55, 12), LimbPose.Leg(2.4f, 9, 0, 6), LimbPose.Leg(2.4f, 9, 0, 6));

    private static readonly Pose Supine = new("supine", FaceUp, RestingArm, RestingArm, RestingLeg, RestingLeg);

    private static readonly LimbPose ProneArm = LimbPose.Arm(17, 40, 10);
    private static readonly LimbPose ProneLeg = LimbPose.Leg(6, 0, 62, -6);
    private static readonly Pose Prone = new("prone", -FaceUp, ProneArm, ProneArm, ProneLeg, ProneLeg, ShoulderUp: 0.6f);

    // Left side down: the lower arm under the head, the upper hand before the chest, upper knee forward.
    private static readonly Pose OnTheLeft = new(
        "side-lying-left", -Vector3.UnitX,
        new(new(-2, 27, 14), new(0, -0.1f, 1), Palm: new(-1, 0, -0.3f), Fingers: new(-0.1f, 0.8f, -0.7f)),
        new(new(-14, -19, 27), new(0.5f, -1, -0.15f), Palm: new(-1, 0.1f, -0.2f), Fingers: new(-0.3f, 0.55f, 1)),
        new(new(-2, -82.2f, 1), new(0.1f, 0, 1), End: 32), new(new(-8, -56, 24), new(-0.05f, 0.2f, 1), End: 28),
        SpineFlex: 14, NeckFlex: 8, ShoulderForward: 3);

    private static readonly LimbPose HandOnThigh = new(Vector3.Zero, new(1, -0.25f, -0.8f), OnThigh: 0.74f);

    private static readonly Pose SeatedFloor = new(
        "seated-floor", Vector3.UnitY, HandOnThigh, HandOnThigh,
        new(new(-17, -5.5f, 24), new(1, -0.12f, 0.62f), End: 35, EndSide: -25),
        new(new(-17, -4.5f, 33), new(1, -0.12f, 0.62f), End: 35, EndSide: -25),
        Pitch: -2, SpineFlex: 9, NeckFlex: 2, ShoulderForward: 1, SeatDrop: 11.2f);

    private static readonly LimbPose ChairLeg = new(new(4, -42, 39), new(0.1f, 0.7f, 1), Turn: 6);

    private static readonly Pose SeatedChair = new(
        "seated-chair", Vector3.UnitY, HandOnThigh with { OnThigh = 0.7f }, HandOnThigh with { OnThigh = 0.7f }, ChairLeg, ChairLeg,
        SpineFlex: 5, ShoulderForward: 1);

    private static readonly LimbPose LongLeg = new(new(4, -6, 83), new(0.15f, 1, 0), Turn: 8, End: 20);

    private static readonly Pose WallSeated = new(
        "wall-seated", Vector3.UnitY, HandOnThigh with { OnThigh = 0.5f }, HandOnThigh with { OnThigh = 0.5f }, LongLeg, LongLeg,
        SpineFlex: 3, ShoulderForward: 1, SeatDrop: 11.2f);

    // Propped to 45 degrees: the trunk leans back, the legs lie long with a cushion under the knees.
    private static readonly LimbPose ReclinedLeg = new(new(6, -54, 58), new(0.15f, 0.7f, 1), Turn: 10, End: 34);

    private static readonly Pose HalfReclined = new(
        "half-reclined", Vector3.UnitY, HandOnThigh with { OnThigh = 0.45f }, HandOnThigh with { OnThigh = 0.45f }, ReclinedLeg, ReclinedLeg,
        Pitch: -45, SpineFlex: 5, NeckFlex: 6);

    private static readonly LimbPose FigureFourLeg = new(new(-14.2f, -36.5f, 10), new(1, -0.05f, 0.18f), End: 15);
    private static readonly LimbPose KneeUpLeg = new(new(3, -44, 1), new(0.06f, 0.1f, 1), End: 30);
    private static readonly LimbPose RightAngleLeg = new(new(3, -42, 41), new(0.03f, 0.2f, 1), End: 8);
    private static readonly LimbPose OverThighLeg = new(new(16, -62, 40), new(0.15f, 0.6f, 1), End: 24);

    /// <summary>The pose of a client position.</summary>
    /// <param name="position">Position id.</param>
    /// <param name="bentSide">For positions that bend one leg: 1 for the left, -1 for the right.</param>
    public static Pose Of(string position, int bentSide = 1)
    {
        var pose = Left(position);
        return bentSide < 0 && OneSided(position) ? pose.Mirrored() : pose;
    }

    /// <summary>Whether the position bends one leg, so that the side matters.</summary>
    public static bool OneSided(string position) => position is "figure-four" or "knees-bent" or "hip-knee-90" or "leg-over-thigh";

    private static Pose Left(string position) => position switch
    {
        "supine" => Supine,
        "prone" => Prone,
        "side-lying-left" => OnTheLeft,
        "side-lying-right" => OnTheLeft.Mirrored() with { Id = "side-lying-right" },
        "seated-floor" => SeatedFloor,
        "seated-chair" => SeatedChair,
        "wall-seated" => WallSeated,
        "half-reclined" => HalfReclined,
        "figure-four" => Supine with { Id = position, LeftLeg = FigureFourLeg, LeftArm = LimbPose.Arm(38, 25, 20) },
        "knees-bent" => Supine with { Id = position, LeftLeg = KneeUpLeg },
        "hip-knee-90" => Supine with { Id = position, LeftLeg = RightAngleLeg },
        "leg-over-thigh" => Supine with { Id = position, LeftLeg = OverThighLeg },
        _ => Standing,
    };
}
