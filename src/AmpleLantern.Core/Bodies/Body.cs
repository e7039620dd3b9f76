using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Flesh;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies;

/// <summary>One person's body in one pose: bones, and flesh as a signed distance.</summary>
/// <remarks>
/// An articulated implicit surface. Everything that asks where something is on this client, in this position, asks here:
/// the chart, the centimetres, what can be reached. Lengths in cm.
/// </remarks>
public sealed class Body
{
    private readonly List<Part> parts = [];
    private readonly IReadOnlyList<(Vector3 From, Vector3 To)> lost;

    private const float ThickestLimb = 10;
    private const float HandLength = 19;
    private const float FootLength = 18;

    public Body(BodySize size, Pose pose)
    {
        Bones = new(size, pose);
        TrunkFlesh.Build(Add("trunk"), Bones);
        HeadFlesh.Build(Add("head"), Bones);
        foreach (var s in Sides.Both)
        {
            LegFlesh.BuildThigh(Add(Sides.On("thigh", s)), Bones, s);
            LegFlesh.BuildShank(Add(Sides.On("shank", s)), Bones, s);
            FootFlesh.Build(Add(Sides.On("foot", s)), Bones, s);
        }

        foreach (var s in Sides.Both)
        {
            ArmFlesh.BuildUpper(Add(Sides.On("upper-arm", s)), Bones, s);
            ArmFlesh.BuildFore(Add(Sides.On("forearm", s)), Bones, s);
            HandFlesh.Build(Add(Sides.On("hand", s)), Bones, s, s > 0 ? pose.LeftArm : pose.RightArm);
        }

        lost =
        [
            .. Sides.Both.SelectMany(s =>
                Lose(["upper-arm", "forearm", "hand"], s, size.Arm(s)).Concat(Lose(["thigh", "shank", "foot"], s, size.Leg(s)))
            ),
        ];
        Joints = [.. Neighbours()];
        Seat = pose.SeatDrop is { } drop ? new(pose.Up, Vector3.Dot(Bones.SpineAt(Skeleton.Hips).O, pose.Up) - (drop * size.Scale)) : null;
        Whole = Field.Of(parts, Joints, Seat, size.Scale);
    }

    private Body(Body whole, Func<string, bool> shown)
    {
        (parts, lost, Bones, Joints, Seat) = (whole.parts, whole.lost, whole.Bones, whole.Joints, whole.Seat);
        Whole = whole.Whole.OnlyParts(i => shown(whole.parts[i].Name));
    }

    /// <summary>The same body with only some parts there, for a close-up of a hand without the thigh behind it.</summary>
    public Body Only(Func<string, bool> shown) => new(this, shown);

    public Skeleton Bones { get; }

    public BodySize Size => Bones.Size;

    public Pose Pose => Bones.Pose;

    /// <summary>The whole surface.</summary>
    public Field Whole { get; }

    public IReadOnlyList<Joint> Joints { get; }

    /// <summary>What it sits on, if it sits.</summary>
    public Floor? Seat { get; }

    public IReadOnlyList<Part> Parts => parts;

    public int PartNamed(string name) => parts.FindIndex(p => p.Name == name);

    /// <summary>Whether a place lies where a limb would be that is not there.</summary>
    public bool Lost(Vector3 p) =>
        lost.Count > 0
        && lost.Any(l => Geometry.ToSegment(p, l.From, l.To) < ThickestLimb * Size.Scale * Size.LimbGirth)
        && Whole.Distance(p) > 0;

    /// <summary>Ends a limb where it ends, and tells where the rest of it would be.</summary>
    private IEnumerable<(Vector3, Vector3)> Lose(string[] segments, int side, float there)
    {
        foreach (var (i, segment) in segments.Index())
        {
            var (of, left) = (Sides.On(segment, side), there - i);
            if (left >= 1)
            {
                continue;
            }

            var (frame, part) = (Bones.Segment(of), parts[PartNamed(of)]);
            var (along, length) = segment switch
            {
                "hand" => (frame.Y, HandLength * Size.Scale),
                "foot" => (frame.Z, FootLength * Size.Scale),
                _ => (frame.Y, Bones.Length(of)),
            };
            var end = frame.O + (along * length * MathF.Max(0, left));
            (part.Gone, part.End) = (left <= 0, left <= 0 ? null : new(along, Vector3.Dot(end, along)));
            yield return (end, frame.O + (along * length));
        }
    }

    private Part Add(string name)
    {
        var part = new Part(name);
        parts.Add(part);
        return part;
    }

    private IEnumerable<Joint> Neighbours()
    {
        const float FoldedKnee = 1.6f;
        var scale = Size.Scale;
        Joint J(string a, string b, Vector3 at, float blend, float reach) =>
            new(PartNamed(a), PartNamed(b), at, blend * scale, reach * scale);
        yield return J("trunk", "head", Bones.Segment("head").At(new Vector3(0, 1, -1) * scale), 2.2f, 12);
        foreach (var s in Sides.Both)
        {
            var (thigh, shank) = (Bones.Segment(Sides.On("thigh", s)), Bones.Segment(Sides.On("shank", s)));
            var flexed = Angle(thigh.Y, -Bones.SpineAt(88).Y);
            yield return J("trunk", Sides.On("thigh", s), thigh.O, 3.4f - MathF.Min(1.6f, flexed * 1.1f), 19);
            yield return J(Sides.On("thigh", s), Sides.On("shank", s), shank.O, Angle(thigh.Y, shank.Y) > FoldedKnee ? 1.2f : 2.2f, 11);
            yield return J(Sides.On("shank", s), Sides.On("foot", s), Bones.Segment(Sides.On("foot", s)).O, 1.8f, 8);
            yield return J("trunk", Sides.On("upper-arm", s), Bones.Segment(Sides.On("upper-arm", s)).O, 3f, 14);
            yield return J(Sides.On("upper-arm", s), Sides.On("forearm", s), Bones.Segment(Sides.On("forearm", s)).O, 2f, 9);
            yield return J(Sides.On("forearm", s), Sides.On("hand", s), Bones.Segment(Sides.On("wrist", s)).O, 1.4f, 7);
        }
    }

    private static float Angle(Vector3 a, Vector3 b) => MathF.Acos(Math.Clamp(Vector3.Dot(a, b), -1, 1));
}
