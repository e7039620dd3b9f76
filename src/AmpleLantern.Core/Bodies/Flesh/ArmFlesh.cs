using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies.Flesh;

/// <summary>Upper arm and forearm; the forearm's turning is spread along it.</summary>
internal static class ArmFlesh
{
    private static readonly Section[] Upper =
    [
        new(-0.5f, 2.6f, 2.4f, 2.8f, 2.8f),
        new(2.2f, 4.5f, 3.6f, 4.6f, 4.6f),
        new(6.5f, 5.1f, 4f, 4.9f, 4.9f),
        new(11, 4.6f, 4.1f, 4.7f, 4.7f),
        new(16, 4.1f, 3.9f, 4.7f, 4.6f),
        new(21, 3.8f, 3.8f, 4.4f, 4.3f),
        new(26, 3.6f, 3.8f, 3.8f, 3.7f),
        new(30, 3.7f, 4f, 3.4f, 3.4f),
        new(33.5f, 3.2f, 3.3f, 2.9f, 2.9f),
    ];

    private static readonly Section[] Fore =
    [
        new(-2.5f, 3.1f, 3.3f, 2.9f, 2.9f),
        new(0, 3.9f, 3.9f, 3.5f, 3.4f),
        new(4, 4.5f, 4f, 3.9f, 3.6f),
        new(8, 4.3f, 3.9f, 3.8f, 3.5f),
        new(13, 3.6f, 3.5f, 3.2f, 3f),
        new(18, 2.95f, 3f, 2.55f, 2.5f),
        new(22, 2.65f, 2.75f, 2.15f, 2.15f),
        new(25.2f, 2.75f, 2.8f, 1.95f, 2.05f),
        new(27, 2.6f, 2.6f, 1.7f, 1.8f),
    ];

    public static void BuildUpper(Part part, Skeleton bones, int side)
    {
        var (scale, length, girth) = (bones.Size.Scale, bones.Size.UpperArm, bones.Size.LimbGirth);
        var clay = new Sculptor(part, scale);
        var arm = bones.Segment(Sides.On("upper-arm", side));
        clay.Along(arm, length, Upper, 2, girth);
        clay.Ellipsoid(arm.MovedTo(arm.At(0.2f * scale, 1.2f * scale, 0)), 4.4f, 3.6f, 4.7f, 2);
        var elbow = 31.6f * scale * length;
        clay.Cone(
            arm.At(-0.6f * scale, elbow, -1.6f * scale),
            arm.At(-0.6f * scale, elbow - (2.1f * scale), -1.5f * scale),
            1.5f,
            1.4f,
            1.6f
        );
    }

    public static void BuildFore(Part part, Skeleton bones, int side)
    {
        const int Frames = 8;
        var (scale, length) = (bones.Size.Scale, bones.Size.Forearm);
        var name = Sides.On("forearm", side);
        var at = Enumerable.Range(0, Frames).Select(i => Fore[0].At + ((Fore[^1].At - Fore[0].At) * i / (Frames - 1))).ToArray();
        var frames = at.Select(t =>
            Skeleton.Pronated(bones.Segment(name), t * scale * length, bones.Pronation[name] * PronationShare(t / Skeleton.ForearmLength))
        );
        new Sculptor(part, scale).Loft([.. frames], at, Fore, 2, bones.Size.LimbGirth);
    }

    /// <summary>How much of the forearm's turning has happened at a fraction of its length.</summary>
    public static float PronationShare(float fraction) => Math.Clamp(((fraction * Skeleton.ForearmLength) - 2) / 22, 0, 1);
}
