using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies.Flesh;

/// <summary>Pelvis, belly, chest, shoulders' yoke and neck.</summary>
internal static class TrunkFlesh
{
    private const float FrameEvery = 3.425f;

    private static readonly Section[] Sections =
    [
        Mid(79.5f, 2.2f, 3f, 3.5f),
        Mid(82f, 8f, 6.6f, 6.4f),
        Mid(85f, 13.6f, 8.8f, 8.4f, 2.1f),
        Mid(88f, 15.8f, 9.8f, 9.2f, 2.15f),
        Mid(91.5f, 16.1f, 10.3f, 9.5f, 2.2f),
        Mid(95f, 15.6f, 10.6f, 9.3f, 2.25f),
        Mid(99f, 14.6f, 10.7f, 8.5f, 2.3f),
        Mid(103f, 13.7f, 10.5f, 7.7f, 2.3f),
        Mid(107.5f, 13f, 10.1f, 7.3f, 2.3f),
        Mid(112f, 13.2f, 10.2f, 7.5f, 2.35f),
        Mid(117f, 14.1f, 10.7f, 8.5f, 2.4f),
        Mid(122f, 15.1f, 11.4f, 9.7f, 2.45f),
        Mid(127f, 15.9f, 11.6f, 10.6f, 2.45f),
        Mid(131.5f, 16.1f, 10.4f, 11f, 2.4f),
        Mid(135.5f, 15f, 8.8f, 10.7f, 2.3f),
        Mid(139f, 12.2f, 6.5f, 9.8f, 2.2f),
        Mid(142f, 7.6f, 3.6f, 8.2f, 2.1f),
        Mid(145f, 5.9f, 2.6f, 6.9f),
        Mid(148f, 5f, 2.6f, 5.8f),
    ];

    public static void Build(Part part, Skeleton bones)
    {
        var size = bones.Size;
        var clay = new Sculptor(part, size.Scale);
        var chest = size.TrunkGirth * size.ChestWidth;
        var at = new List<float>();
        for (var y = Sections[0].At; y <= Sections[^1].At + 0.1f; y += FrameEvery)
        {
            at.Add(y);
        }

        clay.Loft([.. at.Select(bones.SpineAt)], [.. at], [.. Sections.Select(s => Sized(s, size))], 3, 1);
        clay.Cone(bones.Trunk(0, 143, -2.4f), bones.Trunk(0, 155, -0.3f), 5.2f, 5f, 3);
        clay.Cone(bones.Trunk(0, 145, -3.9f), bones.Trunk(0, 157, -3.2f), 3.6f, 3.8f, 2);
        Child(clay, bones, size);
        foreach (var s in Sides.Both)
        {
            Breast(clay, bones, s, size, chest);
            Shoulders(clay, bones, s, size, chest);
            Back(clay, bones, s, size, chest);
        }
    }

    private static void Shoulders(Sculptor clay, Skeleton bones, int s, BodySize size, float chest)
    {
        var width = size.ShoulderWidth;
        // Upper trapezius.
        clay.Cone(bones.Trunk(s * 2.4f, 149, -4.2f), bones.Trunk(s * 7.6f, 141.8f, -4.6f), 2f, 2.1f, 3.5f);
        clay.Cone(bones.Trunk(s * 7.6f, 141.8f, -4.6f), bones.Trunk(s * 15.8f * width, 138.2f, -2.4f), 2.1f, 1.9f, 3.5f);
        // Collar bone.
        clay.Cone(bones.Trunk(s * 1.8f, 138.9f, 4.7f), bones.Trunk(s * 8.5f, 139.4f, 4.2f), 0.8f, 0.8f, 2);
        clay.Cone(bones.Trunk(s * 8.5f, 139.4f, 4.2f), bones.Trunk(s * 15.4f * width, 139f, -0.6f), 0.8f, 1f, 2.2f);
        // Sternomastoid.
        clay.Cone(bones.Trunk(s * 4.9f, 155.5f, -1.4f), bones.Trunk(s * 1.6f, 140.6f, 3.6f), 1.4f, 0.9f, 1.3f);
        // Breast muscle.
        clay.Ellipsoid(bones.TrunkFrame(s * 8.6f * chest, 128.4f, 6f * size.TrunkGirth).Turned(-8, s * 14, s * -8), 8.2f, 6f, 4.6f, 2.5f);
    }

    private static void Breast(Sculptor clay, Skeleton bones, int s, BodySize size, float chest)
    {
        if (size.Breast <= 0)
        {
            return;
        }

        // On the back it lies flatter and falls outwards.
        var lying = bones.Pose.Up.Z > 0.7f ? 1 : 0;
        var full = size.Breast;
        clay.Ellipsoid(
            bones.TrunkFrame(
                s * ((8.9f * chest) + (1.2f * lying * full)),
                126.6f - (2.4f * full * (1 - lying)),
                (7.6f + (2 * full)) * size.TrunkGirth
            ),
            4.4f + (2.4f * full),
            4.7f + (2.4f * full),
            (4 + (2.4f * full)) * (1 - (0.28f * lying)),
            3.8f
        );
    }

    private static void Child(Sculptor clay, Skeleton bones, BodySize size)
    {
        var (top, grown) = (size.WombTopCm, size.WombGrown);
        if (top <= 0)
        {
            return;
        }

        var deep = 9 + (3.5f * grown);
        clay.Ellipsoid(
            bones.TrunkFrame(0, Skeleton.Pubis + (top / 2), ((10.4f + (11.5f * grown)) * MathF.Sqrt(size.TrunkGirth)) - deep),
            9 + (5 * grown),
            (top / 2) + 1,
            deep,
            5
        );
    }

    private static void Back(Sculptor clay, Skeleton bones, int s, BodySize size, float chest)
    {
        var (girth, waist, hips) = (size.TrunkGirth, size.WaistGirth, size.HipWidth * size.TrunkGirth);
        // Shoulder blade, broad back muscle, long back muscles, buttock (the part that stays with the pelvis).
        clay.Ellipsoid(bones.TrunkFrame(s * 8.6f * chest, 131, -7.3f * girth).Turned(0, s * 10, s * 8), 6.6f, 8.8f, 4.2f, 3);
        clay.Cone(bones.Trunk(s * 12.9f * chest, 132, -5.5f), bones.Trunk(s * 10.4f * waist, 112, -3), 3.9f, 2.2f, 5);
        clay.Cone(bones.Trunk(s * 3.4f, 118, -5.6f * girth), bones.Trunk(s * 3f, 98, -5.9f * girth), 2.6f, 2.6f, 2.5f);
        clay.Ellipsoid(bones.TrunkFrame(s * 7.6f * hips, 88.4f, -4.7f), 7.8f * hips, 8.6f, 7.6f * girth, 2.2f);
        clay.Ellipsoid(bones.TrunkFrame(s * 6.6f * hips, 95.5f, -4.1f), 7.2f * hips, 8.2f, 5.9f * girth, 3f);
    }

    private static Section Mid(float y, float half, float front, float back, float squareness = 2) =>
        new(y, half, half, front, back, 0, 0, squareness);

    /// <summary>Girth factors change smoothly along the trunk, or the waist would notch.</summary>
    private static Section Sized(Section s, BodySize size)
    {
        const float NeckFrom = 144;
        if (s.At > NeckFrom)
        {
            return s;
        }

        var (girth, waist) = (size.TrunkGirth, size.WaistGirth);
        var chest = s.At > 133 ? size.ShoulderWidth : girth * size.ChestWidth;
        var wide = Blend(s.At, size.HipWidth * girth, waist, chest);
        var front = Blend(s.At, MathF.Sqrt(girth), waist, s.At > 133 ? 1 : girth);
        var back = Blend(s.At, girth, MathF.Sqrt(waist), girth);
        return s with { Lateral = s.Lateral * wide, Medial = s.Medial * wide, Front = s.Front * front, Back = s.Back * back };
    }

    private static float Blend(float y, float hips, float waist, float chest) =>
        y < 107 ? hips + ((waist - hips) * Geometry.SmoothStep(90, 104, y)) : waist + ((chest - waist) * Geometry.SmoothStep(111, 126, y));
}
