using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Pressure.Weights;

/// <summary>Where a hand or foot is to be, in the scene, and where its elbow or knee points.</summary>
/// <param name="Pole">From the line between shoulder and wrist (hip and ankle) towards the elbow (knee).</param>
/// <param name="End">Pointing of the foot or bending of the wrist, in degrees.</param>
internal readonly record struct LimbEnd(Vec At, Vec Pole, double End = 0);

/// <summary>A pose put into the scene: origin on the floor below the pivot, z forward.</summary>
/// <param name="Shift">From the skeleton's own place to the scene, in metres.</param>
internal sealed record Placed(Skeleton Bones, Vec Shift)
{
    public Vec Shoulder => Vec.FromCm((Bones.Shoulder(1) + Bones.Shoulder(-1)) / 2) + Shift;

    public Vec Hip => Vec.FromCm((Bones.Hip(1) + Bones.Hip(-1)) / 2) + Shift;

    public Vec Joint(string segment, int side) => Vec.FromCm(Bones.Segment(Sides.On(segment, side)).O) + Shift;
}

/// <summary>The practitioner's link lengths in metres, and poses made from places in the scene.</summary>
internal sealed class Links
{
    private const float BackFlex = 8;
    private const float NeckFlex = 14;
    private const float PalmBack = 170;

    /// <summary>Wrist bent back, so that the palm lies flat under a straight arm.</summary>
    private const double Bent = -72;
    private readonly BodySize size;
    private readonly double shoulderTilt;
    private readonly double shoulderX;
    private readonly double hipX;

    public Links(PractitionerBody body, PressureModel model, Postures places)
    {
        Places = places;
        size = body.Size;
        Model = model;
        Scale = size.Scale;
        // The back is held as one piece: measured once upright, it turns about the hips.
        var upright = new Skeleton(size, Upright);
        Root = Vec.FromCm(upright.SpineAt(Skeleton.Hips).O);
        var hips = Vec.FromCm((upright.Hip(1) + upright.Hip(-1)) / 2);
        HipFromRoot = hips - Root;
        ShoulderFromRoot = Vec.FromCm((upright.Shoulder(1) + upright.Shoulder(-1)) / 2) - Root;
        var chest = upright.SpineAt(136.6f).Y;
        shoulderTilt = Math.Atan2(chest.Z, chest.Y);
        shoulderX = Vec.FromCm(upright.Shoulder(1)).X;
        hipX = Vec.FromCm(upright.Hip(1)).X;
        Thigh = upright.Length("thigh.left") / 100;
        Shank = upright.Length("shank.left") / 100;
        UpperArm = upright.Length("upper-arm.left") / 100;
        Forearm = upright.Length("forearm.left") / 100;
    }

    /// <summary>Standing straight, arms and legs hanging: what a figure in pieces is drawn from.</summary>
    public static Pose Upright { get; } = Pose(0, HangingArm, HangingArm, HangingLeg, HangingLeg);

    private static LimbPose HangingArm => new(new(1.5f, -56.5f, 1), new(0.35f, 0, -1), PalmBack);

    private static LimbPose HangingLeg => LimbPose.Leg(1, 0, 0, 0);

    public PressureModel Model { get; }

    public Postures Places { get; }

    public double Scale { get; }

    public double Thigh { get; }

    public double Shank { get; }

    public double UpperArm { get; }

    public double Forearm { get; }

    public double Leg => (Thigh + Shank) * Places.Joints.StraightShare;

    public double Arm => (UpperArm + Forearm) * Places.Joints.StraightShare;

    /// <summary>Middle of the wrist above what the hand presses on.</summary>
    public double WristUp => Places.Joints.WristUp * Scale;

    /// <summary>Ankle joint above the floor.</summary>
    public double AnkleUp => Places.Joints.AnkleUp * Scale;

    /// <summary>Hip joints above what is sat on.</summary>
    public double SeatUp => Places.Joints.SeatUp * Scale;

    public double KneeUp => Model.Stance.KneeHeightCm / 100 * Scale;

    public double Step => Model.Stance.StepLengthCm / 100 * Scale;

    /// <summary>From the knee to the foot that is up, half-kneeling.</summary>
    public double HalfStep => Step * Model.Stance.HalfStepShare;

    private Vec Root { get; }

    private Vec HipFromRoot { get; }

    private Vec ShoulderFromRoot { get; }

    public double ShoulderSpan => ShoulderFromRoot.Length;

    /// <summary>Middle of the shoulders above the hips with the back tilted forward by radians.</summary>
    public Vec Shoulder(Vec hip, double tilt) => hip + Turned(ShoulderFromRoot - HipFromRoot, tilt);

    /// <summary>Forward tilt of the back that brings straight arms onto a place; null when it is out of reach.</summary>
    /// <param name="reach">From shoulder to what touches, in metres.</param>
    public double? TiltToReach(Vec hip, Vec wrist, double reach)
    {
        var d = wrist - hip;
        var (far, span) = (Math.Sqrt((d.Y * d.Y) + (d.Z * d.Z)), (ShoulderFromRoot - HipFromRoot).Length);
        if (far > span + reach)
        {
            return null;
        }

        var toward = Math.Atan2(d.Z, d.Y);
        var own = Math.Atan2((ShoulderFromRoot - HipFromRoot).Z, (ShoulderFromRoot - HipFromRoot).Y);
        var cos = ((far * far) + (span * span) - (reach * reach)) / (2 * far * span);
        // Nearer than stretched arms allow: the elbows give.
        var between = Math.Acos(Math.Clamp(cos, -1, 1));
        return Math.Clamp(toward - between - own, Places.Joints.LeastTilt, Places.Joints.MostTilt);
    }

    /// <summary>A pose with the hips at a place, the back tilted forward by radians, hands and feet at their targets.</summary>
    /// <param name="leftArm">Sideways place of hands and feet is their own; zero keeps the limb below its joint.</param>
    public Placed Place(Vec hip, double tilt, LimbEnd leftLeg, LimbEnd rightLeg, LimbEnd leftArm, LimbEnd rightArm)
    {
        var root = hip - Turned(HipFromRoot, tilt);
        var shoulder = root + Turned(ShoulderFromRoot, tilt);
        var shoulderFrame = tilt + shoulderTilt;
        var pose = Pose(
            tilt,
            ArmTo(shoulder, leftArm, shoulderFrame, 1),
            ArmTo(shoulder, rightArm, shoulderFrame, -1),
            LegTo(hip, leftLeg, tilt, 1),
            LegTo(hip, rightLeg, tilt, -1)
        );
        return new(new(size, pose), root - Root);
    }

    public static Vec Turned(Vec v, double tilt)
    {
        var (sin, cos) = Math.SinCos(tilt);
        return new(v.X, (v.Y * cos) - (v.Z * sin), (v.Y * sin) + (v.Z * cos));
    }

    private LimbPose ArmTo(Vec shoulder, LimbEnd to, double frame, int side)
    {
        var reach = Turned(to.At - (shoulder + new Vec(side * shoulderX, 0, 0)), -frame);
        var k = 100 * (Skeleton.UpperArmLength + Skeleton.ForearmLength) / ((UpperArm + Forearm) * 100);
        var pole = Turned(to.Pole, -frame);
        return new(
            new((float)(reach.X * side * k), (float)(reach.Y * k), (float)(reach.Z * k)),
            new((float)(0.35 + (pole.X * side)), (float)pole.Y, (float)pole.Z),
            PalmBack,
            (float)to.End
        );
    }

    private LimbPose LegTo(Vec hip, LimbEnd to, double tilt, int side)
    {
        var reach = Turned(to.At - (hip + new Vec(side * hipX, 0, 0)), -tilt);
        var k = 100 * (Skeleton.ThighLength + Skeleton.ShankLength) / ((Thigh + Shank) * 100);
        var pole = Turned(to.Pole, -tilt);
        return new(
            new((float)(reach.X * side * k), (float)(reach.Y * k), (float)(reach.Z * k)),
            new((float)(pole.X * side), (float)pole.Y, (float)pole.Z),
            0,
            (float)to.End
        );
    }

    private static Pose Pose(double tilt, LimbPose leftArm, LimbPose rightArm, LimbPose leftLeg, LimbPose rightLeg) =>
        new()
        {
            Id = "working",
            Up = Vector3.UnitY,
            LeftArm = leftArm,
            RightArm = rightArm,
            LeftLeg = leftLeg,
            RightLeg = rightLeg,
            Pitch = (float)(tilt * 180 / Math.PI),
            SpineFlex = BackFlex,
            NeckFlex = NeckFlex,
        };

    /// <summary>A hand's target, left or right of the middle.</summary>
    /// <param name="apart">Whether two hands work side by side; one hand works in the middle.</param>
    public LimbEnd Hand(Vec at, int side, bool apart) =>
        new(at + new Vec(apart ? side * Places.Joints.HandsAside * Scale : side * 0.03, 0, 0), new(0, -0.1, -1), Bent);

    /// <summary>A hand resting beside the hip.</summary>
    public LimbEnd Resting(Vec hip, double tilt, int side) =>
        new(Shoulder(hip, tilt) + new Vec(side * (shoulderX + (0.04 * Scale)), -0.8 * Arm0, 0.12 * Scale), new(0, 0, -1));

    private double Arm0 => UpperArm + Forearm;

    /// <summary>A foot flat on the floor below or ahead of the hip; the knee bends forward.</summary>
    public LimbEnd FootFlat(Vec hip, Vec ankle)
    {
        var d = ankle - hip;
        var far = Math.Min(d.Length, Thigh + Shank);
        // Lean of the shank from the triangle of hip, knee and ankle, so that the sole lies flat.
        var atAnkle = Math.Acos(Math.Clamp(((Shank * Shank) + (far * far) - (Thigh * Thigh)) / (2 * Shank * far), -1, 1));
        var line = Math.Atan2(-d.Z, -d.Y);
        return new(ankle, new(0, 0.15, 1), -(line + atAnkle) * 180 / Math.PI);
    }

    /// <summary>A shin on the mat behind its knee.</summary>
    public LimbEnd Shin(Vec hip, Vec knee)
    {
        var ankle = knee + new Vec(0, 0, -Shank);
        var middle = (hip + ankle) * 0.5;
        return new(ankle, knee - middle, 62);
    }

    public double HipX => hipX;
}
