using System.Numerics;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>The two sides of the body, as the sign of x: the client's left is positive.</summary>
public static class Sides
{
    public static readonly IReadOnlyList<int> Both = [1, -1];

    /// <summary>Name of a segment on a side, e.g. <c>thigh.left</c>.</summary>
    public static string On(string segment, int side) => side > 0 ? segment + ".left" : segment + ".right";
}

/// <summary>Frames of every segment of one body in one pose: bones without flesh.</summary>
/// <remarks>
/// Heights on the trunk are those of the reference figure (sole 0, crown 172); the spine runs them at the
/// body's own lengths and bends them by the pose. Limbs are two bones brought to their target.
/// </remarks>
public sealed class Skeleton
{
    /// <summary>Reference heights of trunk landmarks, in cm.</summary>
    public const float Hips = 91;
    public const float Pubis = 87.5f;
    public const float Navel = 103.2f;
    public const float Xiphoid = 122.9f;
    public const float Notch = 139.7f;

    public const float UpperArmLength = 31.5f;
    public const float ForearmLength = 25.2f;
    public const float ThighLength = 42f;
    public const float ShankLength = 42.3f;

    private const float ShoulderX = 16.7f;
    private const float ShoulderY = 136.6f;
    private const float ShoulderZ = -2.2f;
    private const float HipX = 8.6f;

    private readonly List<(float Y, Frame F)> spine = [];
    private readonly Dictionary<string, Frame> segments = [];
    private readonly Dictionary<string, float> lengths = [];

    public Skeleton(BodySize size, Pose pose)
    {
        Size = size;
        Pose = pose;
        BuildSpine();
        var neckTop = SpineAt(154.5f).Turned(pose.NeckFlex * 0.45f, pose.NeckTurn * 0.5f, pose.NeckSide * 0.4f);
        segments["head"] = neckTop.MovedTo(SpineAt(152).At(0, 0, -1 * size.Scale));
        foreach (var side in Sides.Both)
        {
            BuildLeg(side, side > 0 ? pose.LeftLeg : pose.RightLeg);
        }

        foreach (var side in Sides.Both)
        {
            BuildArm(side, side > 0 ? pose.LeftArm : pose.RightArm);
        }
    }

    public BodySize Size { get; }

    public Pose Pose { get; }

    public Frame Segment(string name) => segments[name];

    /// <summary>Length of a limb segment in cm.</summary>
    public float Length(string name) => lengths[name];

    /// <summary>A point of the trunk: sideways and forward in reference cm, at a reference height.</summary>
    public Vector3 Trunk(float x, float y, float z) => SpineAt(y).At(x * Size.Scale, 0, z * Size.Scale);

    public Frame TrunkFrame(float x, float y, float z) => SpineAt(y).MovedTo(Trunk(x, y, z));

    /// <summary>The spine's frame at a reference height; straight beyond its ends.</summary>
    public Frame SpineAt(float y)
    {
        if (y < spine[0].Y || y > spine[^1].Y)
        {
            var (endY, end) = y < spine[0].Y ? spine[0] : spine[^1];
            return end.MovedTo(end.O + (end.Y * (y - endY) * Size.Scale));
        }

        var i = 0;
        while (i < spine.Count - 2 && y > spine[i + 1].Y)
        {
            i++;
        }

        return Frame.Between(spine[i].F, spine[i + 1].F, (y - spine[i].Y) / (spine[i + 1].Y - spine[i].Y));
    }

    public Vector3 Shoulder(int side)
    {
        var forward = Pose.ShoulderForward;
        return Trunk(
            side * ((ShoulderX * Size.ShoulderWidth) - (MathF.Abs(forward) * 0.18f)),
            ShoulderY + Pose.ShoulderUp,
            ShoulderZ + forward
        );
    }

    public Vector3 Hip(int side) => SpineAt(Hips).At(side * HipX * Size.Scale * Size.HipWidth, 0, 0.3f * Size.Scale);

    private void BuildSpine()
    {
        var root = Frame.World.Turned(Pose.Pitch, 0, 0).MovedTo(new(0, Hips * Size.Scale, 0));
        var down = new List<(float, Frame)>();
        var o = root;
        for (var y = Hips; y >= 70; y -= 3)
        {
            down.Add((y, o));
            o = o.MovedTo(o.O - (o.Y * 3 * LengthFactor(y - 1.5f)));
        }

        down.Reverse();
        spine.AddRange(down);
        var current = Bend(root, Hips, 141, 2f, 95, 141, Pose.SpineFlex, Pose.SpineTwist, Pose.SpineSide);
        Bend(current, 141, 156, 1.5f, 141, 155, Pose.NeckFlex * 0.55f, Pose.NeckTurn * 0.5f, Pose.NeckSide * 0.6f);
    }

    private Frame Bend(Frame from, float y0, float y1, float step, float bendFrom, float bendTo, float flex, float twist, float side)
    {
        var done = 0f;
        for (var y = y0 + step; y <= y1 + 0.01f; y += step)
        {
            var share = Geometry.SmoothStep(bendFrom, bendTo, y);
            var o = from.O + (from.Y * step * LengthFactor(y - (step / 2)));
            from = from.Turned(flex * (share - done), twist * (share - done), side * (share - done)).MovedTo(o);
            done = share;
            spine.Add((y, from));
        }

        return from;
    }

    private float LengthFactor(float y) =>
        Size.Scale
        * y switch
        {
            < Pubis => 1,
            < Navel => Size.TrunkLower,
            < Xiphoid => Size.TrunkMiddle,
            < Notch => Size.TrunkUpper,
            _ => 1,
        };

    private void BuildLeg(int side, LimbPose pose)
    {
        var (thigh, shank) = (ThighLength * Size.Scale * Size.Thigh, ShankLength * Size.Scale * Size.Shank);
        var root = SpineAt(Hips);
        var hip = Hip(side);
        var reach = pose.Reach * (thigh + shank) / (ThighLength + ShankLength);
        var ankle = hip + root.Toward(reach.X * side, reach.Y, reach.Z);
        var pole = root.Toward(pose.Pole.X * side, pose.Pole.Y, pose.Pole.Z);
        var knee = TwoBones(hip, ref ankle, pole, thigh, shank);
        var (u, w) = (Vector3.Normalize(knee - hip), Vector3.Normalize(ankle - knee));
        var bend = MathF.Acos(Math.Clamp(Vector3.Dot(u, w), -1, 1));
        var front = Geometry.Across(bend > 0.06f ? -w : pole, u);
        var lateral = Vector3.Cross(front, u) * side;
        var shin = Vector3.Normalize(Vector3.Cross(w, lateral) * side);
        Keep("thigh", side, new(hip, lateral, u, front), thigh);
        Keep("shank", side, new(knee, lateral, w, shin), shank);
        Keep("foot", side, FootFrame(ankle, lateral, w, shin, pose, side), 0);
    }

    private static Frame FootFrame(Vector3 ankle, Vector3 lateral, Vector3 along, Vector3 shin, LimbPose pose, int side)
    {
        var p = Geometry.Radians(pose.End);
        var forward = (shin * MathF.Cos(p)) + (along * MathF.Sin(p));
        var up = (shin * MathF.Sin(p)) - (along * MathF.Cos(p));
        var x = lateral;
        if (pose.Turn != 0)
        {
            forward = Geometry.Turn(forward, up, pose.Turn * side);
            x = Geometry.Turn(x, up, pose.Turn * side);
        }

        if (pose.EndSide != 0)
        {
            up = Geometry.Turn(up, forward, pose.EndSide * side);
            x = Geometry.Turn(x, forward, pose.EndSide * side);
        }

        return new(ankle, x, up, forward);
    }

    private void BuildArm(int side, LimbPose pose)
    {
        var (upper, fore) = (UpperArmLength * Size.Scale * Size.UpperArm, ForearmLength * Size.Scale * Size.Forearm);
        var shoulder = Shoulder(side);
        var trunk = SpineAt(ShoulderY);
        Vector3 World(Vector3 v) => trunk.Toward(v.X * side, v.Y, v.Z);
        var pole = World(pose.Pole);
        var wrist = pose.OnThigh is { } along
            ? OnThigh(side, along)
            : shoulder + (World(pose.Reach) * (upper + fore) / (UpperArmLength + ForearmLength));
        var elbow = TwoBones(shoulder, ref wrist, pole, upper, fore);
        var (u, w) = (Vector3.Normalize(elbow - shoulder), Vector3.Normalize(wrist - elbow));
        var hinge = Vector3.Cross(w, u).Length();
        var front = Geometry.Across(hinge > 0.05f ? w : -pole, u);
        if (hinge < 0.1f && Vector3.Dot(front, -pole) < 0)
        {
            front = Geometry.Across(-pole, u);
        }

        var lateral = Vector3.Cross(front, u) * side;
        var crease = Vector3.Normalize(Vector3.Cross(w, lateral) * side);
        if (hinge < 0.2f && Vector3.Dot(crease, front) < -0.2f)
        {
            crease = -crease;
        }

        var forearm = new Frame(elbow, lateral, w, crease);
        Keep("upper-arm", side, new(shoulder, lateral, u, front), upper);
        Keep("forearm", side, forearm, fore);
        var resting = pose.OnThigh is not null;
        var palm =
            resting ? World(new(-0.1f, -1, 0))
            : pose.Palm is { } look ? World(look)
            : (Vector3?)null;
        var fingers =
            resting ? segments[Sides.On("thigh", side)].Y + World(new(0, -0.35f, 0))
            : pose.Fingers is { } f ? World(f)
            : (Vector3?)null;
        var pronation = palm is { } looks ? PronationToward(forearm, looks) : pose.Turn;
        Pronation[Sides.On("forearm", side)] = pronation;
        var end = Pronated(forearm, fore, pronation);
        Keep("wrist", side, end, 0);
        Keep("hand", side, HandFrame(end, pose, palm, fingers, side), 0);
    }

    /// <summary>Pronation of each forearm in degrees, spread along it by the flesh.</summary>
    public Dictionary<string, float> Pronation { get; } = [];

    /// <summary>A forearm's frame turned about its length, at a distance from the elbow.</summary>
    public static Frame Pronated(Frame forearm, float at, float degrees)
    {
        var a = Geometry.Radians(degrees);
        return new(
            forearm.At(0, at, 0),
            (forearm.X * MathF.Cos(a)) + (forearm.Z * MathF.Sin(a)),
            forearm.Y,
            (forearm.Z * MathF.Cos(a)) - (forearm.X * MathF.Sin(a))
        );
    }

    private Vector3 OnThigh(int side, float along)
    {
        var thigh = segments[Sides.On("thigh", side)];
        return thigh.At(0, lengths[Sides.On("thigh", side)] * along, 0) + (SpineAt(Hips).Toward(0, 9.2f, -1) * Size.Scale * Size.LimbGirth);
    }

    private static float PronationToward(Frame forearm, Vector3 palm)
    {
        var degrees = MathF.Atan2(-Vector3.Dot(forearm.X, palm), Vector3.Dot(forearm.Z, palm)) * 180 / MathF.PI;
        return Math.Clamp(degrees < -60 ? degrees + 360 : degrees, -10, 190);
    }

    private static Frame HandFrame(Frame wrist, LimbPose pose, Vector3? palm, Vector3? fingers, int side)
    {
        if (fingers is { } point)
        {
            var along = Vector3.Normalize(point);
            var looks = Geometry.Across(palm ?? wrist.Z, along);
            return new(wrist.O, Vector3.Cross(looks, along) * side, along, looks);
        }

        var a = Geometry.Radians(pose.End);
        var y = (wrist.Y * MathF.Cos(a)) + (wrist.Z * MathF.Sin(a));
        var z = (wrist.Z * MathF.Cos(a)) - (wrist.Y * MathF.Sin(a));
        var b = Geometry.Radians(pose.EndSide);
        return new(wrist.O, (wrist.X * MathF.Cos(b)) - (y * MathF.Sin(b)), (y * MathF.Cos(b)) + (wrist.X * MathF.Sin(b)), z);
    }

    private void Keep(string segment, int side, Frame frame, float length)
    {
        segments[Sides.On(segment, side)] = frame;
        lengths[Sides.On(segment, side)] = length;
    }

    /// <summary>The middle joint of a two-bone limb; a target out of reach is drawn in.</summary>
    private static Vector3 TwoBones(Vector3 from, ref Vector3 to, Vector3 pole, float first, float second)
    {
        var d = to - from;
        var length = d.Length();
        var wanted = Math.Clamp(length, MathF.Abs(first - second) * 1.02f, (first + second) * 0.9995f);
        to = from + (d * wanted / length);
        var u = Vector3.Normalize(d);
        var x = ((first * first) - (second * second) + (wanted * wanted)) / (2 * wanted);
        var h = MathF.Sqrt(MathF.Max(0, (first * first) - (x * x)));
        return from + (u * x) + (Geometry.Across(pole, u) * h);
    }
}
