using System.Numerics;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>Where a hand or a foot is taken, and how the limb follows.</summary>
/// <param name="Reach">
/// From the shoulder or hip to the wrist or ankle, in cm of the reference figure, in the trunk's own directions
/// (x outward to the limb's own side).
/// </param>
/// <param name="Pole">Where the elbow or knee points.</param>
/// <param name="Turn">Pronation of the forearm, or toes turned out, in degrees.</param>
/// <param name="End">Wrist flexion, or pointing of the foot, in degrees.</param>
/// <param name="EndSide">Wrist or foot tilted sideways, in degrees.</param>
/// <param name="Palm">Where the palm looks, if the hand is placed.</param>
/// <param name="Fingers">Where the fingers point, if the hand is placed.</param>
/// <param name="OnThigh">For an arm: the hand rests on the thigh of its side, this far along it (0..1).</param>
public sealed record LimbPose(
    Vector3 Reach,
    Vector3 Pole,
    float Turn = 0,
    float End = 0,
    float EndSide = 0,
    Vector3? Palm = null,
    Vector3? Fingers = null,
    float? OnThigh = null
)
{
    private const float UpperArm = 31.5f;
    private const float Forearm = 25.2f;
    private const float WholeLeg = 84.3f;

    /// <summary>An arm beside the body: raised sideways and bent at the elbow by degrees.</summary>
    public static LimbPose Arm(float abduction, float pronation, float bend)
    {
        var a = Shapes.Geometry.Radians(abduction);
        var length = MathF.Sqrt(
            (UpperArm * UpperArm) + (Forearm * Forearm) + (2 * UpperArm * Forearm * MathF.Cos(Shapes.Geometry.Radians(bend)))
        );
        return new(Vector3.Normalize(new(MathF.Sin(a), -MathF.Cos(a), 0.02f)) * length, new(0.35f, 0, -1), pronation);
    }

    /// <summary>A straight leg: taken sideways, toes turned out, foot pointed, knee turned out, in degrees.</summary>
    public static LimbPose Leg(float abduction, float toesOut, float pointed, float kneeOut)
    {
        var a = Shapes.Geometry.Radians(abduction);
        var k = Shapes.Geometry.Radians(kneeOut);
        return new(new Vector3(MathF.Sin(a), -MathF.Cos(a), -0.01f) * WholeLeg, new(MathF.Sin(k), 0, MathF.Cos(k)), toesOut, pointed);
    }
}

/// <summary>How a body is held. Immutable; angles in degrees.</summary>
public sealed record Pose
{
    /// <summary>The client position it belongs to, or <c>standing</c>.</summary>
    public required string Id { get; init; }

    /// <summary>Unit direction away from the mat or floor.</summary>
    public required Vector3 Up { get; init; }

    public required LimbPose LeftArm { get; init; }

    public required LimbPose RightArm { get; init; }

    public required LimbPose LeftLeg { get; init; }

    public required LimbPose RightLeg { get; init; }

    /// <summary>The pelvis tipped forward about the left-right axis.</summary>
    public float Pitch { get; init; }

    public float SpineFlex { get; init; }

    public float SpineSide { get; init; }

    public float SpineTwist { get; init; }

    public float NeckFlex { get; init; }

    public float NeckSide { get; init; }

    public float NeckTurn { get; init; }

    public float ShoulderForward { get; init; }

    public float ShoulderUp { get; init; }

    /// <summary>Where the body sits: distance of the seat below the hip joints in cm of the reference figure.</summary>
    public float? SeatDrop { get; init; }

    /// <summary>The same pose with left and right changed over.</summary>
    public Pose Mirrored() =>
        this with
        {
            Up = Up with { X = -Up.X },
            LeftArm = RightArm,
            RightArm = LeftArm,
            LeftLeg = RightLeg,
            RightLeg = LeftLeg,
            SpineSide = -SpineSide,
            SpineTwist = -SpineTwist,
            NeckSide = -NeckSide,
            NeckTurn = -NeckTurn,
        };
}
