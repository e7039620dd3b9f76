using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies.Flesh;

/// <summary>Thigh with the half of the buttock that moves with it, kneecap, and lower leg with its ankle bones.</summary>
internal static class LegFlesh
{
    private static readonly Section[] Thigh =
    [
        new(-3, 5.6f, 5.4f, 6.2f, 6.4f),
        new(1, 7.6f, 7.6f, 8f, 8.4f),
        new(6, 8.35f, 8.6f, 8.9f, 9.2f),
        new(11, 8.15f, 8.3f, 9.2f, 9f),
        new(17, 7.7f, 7.4f, 9.1f, 8.4f, 0, 0.2f),
        new(23, 7.1f, 6.4f, 8.5f, 7.2f, 0, 0.3f),
        new(29, 6.3f, 5.6f, 7.4f, 6.3f, 0, 0.3f),
        new(34, 5.6f, 5.3f, 6.2f, 5.7f, 0, 0.1f),
        new(38, 5.15f, 5.3f, 5.6f, 5.3f),
        new(42, 5, 5.1f, 5.2f, 5),
        new(46, 4.3f, 4.4f, 4.2f, 4.2f),
    ];

    private static readonly Section[] Shank =
    [
        new(-3.5f, 4.1f, 4.2f, 4, 3.9f),
        new(0, 4.9f, 5, 4.9f, 4.8f),
        new(3.5f, 4.65f, 4.7f, 4.7f, 5),
        new(7, 5.15f, 4.85f, 4.2f, 5.9f),
        new(10.5f, 5.65f, 5.45f, 4, 6.9f),
        new(14, 5.5f, 5.85f, 3.9f, 7.2f),
        new(18, 4.9f, 5.5f, 3.8f, 6.8f),
        new(23, 3.95f, 4.4f, 3.6f, 5.6f),
        new(28, 3.3f, 3.5f, 3.4f, 4.5f),
        new(33, 2.95f, 3, 3.2f, 3.8f),
        new(37.5f, 3, 3, 3.2f, 3.7f),
        new(41, 3.3f, 3.3f, 3.3f, 3.8f),
        new(44, 3, 3, 2.9f, 3.4f),
    ];

    public static void BuildThigh(Part part, Skeleton bones, int side)
    {
        var (scale, length, girth) = (bones.Size.Scale, bones.Size.Thigh, bones.Size.LimbGirth);
        var clay = new Sculptor(part, scale);
        var leg = bones.Segment(Sides.On("thigh", side));
        Frame F(float x, float y, float z) => leg.MovedTo(leg.At(x * scale, y * scale * length, z * scale));
        clay.Along(leg, length, Thigh, 2, girth);
        // Kneecap, inner bulge of the thigh muscle, buttock.
        clay.Ellipsoid(F(0, 39.2f, 4f * girth), 2.6f, 3.2f, 1.9f, 1.8f);
        clay.Ellipsoid(F(-3.2f, 34.5f, 3.2f * girth), 2.6f, 5, 2.6f, 2.5f);
        clay.Ellipsoid(leg.MovedTo(leg.At(-0.2f * scale, 1.2f * scale, -4.2f * scale)), 7.4f, 8.8f, 6.8f * girth, 3.4f);
    }

    public static void BuildShank(Part part, Skeleton bones, int side)
    {
        var (scale, length, girth) = (bones.Size.Scale, bones.Size.Shank, bones.Size.LimbGirth);
        var clay = new Sculptor(part, scale);
        var leg = bones.Segment(Sides.On("shank", side));
        Frame F(float x, float y, float z) => leg.MovedTo(leg.At(x * scale, y * scale * length, z * scale));
        clay.Along(leg, length, Shank, 2, girth);
        // Shin bone's bump, head of the fibula, inner and outer ankle bones.
        clay.Ellipsoid(F(0.2f, 5f, 4f * girth), 1.5f, 2.4f, 1.1f, 1.6f);
        clay.Ellipsoid(F(4.2f * girth, 5.2f, -1.2f), 1.3f, 1.9f, 1.5f, 1.5f);
        clay.Ellipsoid(F(-3.3f, 40.6f, 0.6f), 1f, 2f, 1.6f, 1.4f);
        clay.Ellipsoid(F(3.2f, 42f, -0.7f), 1.15f, 2.1f, 1.4f, 1.3f);
    }
}
