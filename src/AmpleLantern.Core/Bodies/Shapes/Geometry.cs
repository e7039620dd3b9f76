using System.Numerics;

namespace AmpleLantern.Core.Bodies.Shapes;

/// <summary>Small pieces of geometry used all over the body.</summary>
public static class Geometry
{
    public static float Radians(float degrees) => degrees * MathF.PI / 180f;

    /// <summary>0 below <paramref name="a"/>, 1 above <paramref name="b"/>, smooth between.</summary>
    public static float SmoothStep(float a, float b, float x)
    {
        var t = Math.Clamp((x - a) / (b - a), 0, 1);
        return t * t * (3 - (2 * t));
    }

    /// <summary>The smaller of two distances, rounded off within <paramref name="k"/> of each other.</summary>
    public static float SmoothMin(float a, float b, float k)
    {
        if (k < 1e-4f)
        {
            return MathF.Min(a, b);
        }

        var h = MathF.Max(k - MathF.Abs(a - b), 0) / k;
        return MathF.Min(a, b) - (h * h * k * 0.25f);
    }

    /// <summary>The part of <paramref name="v"/> at right angles to <paramref name="axis"/>, as a unit vector.</summary>
    public static Vector3 Across(Vector3 v, Vector3 axis) => Vector3.Normalize(v - (axis * Vector3.Dot(v, axis)));

    public static Vector3 Turn(Vector3 v, Vector3 axis, float degrees) =>
        Vector3.Transform(v, Quaternion.CreateFromAxisAngle(Vector3.Normalize(axis), Radians(degrees)));

    /// <summary>Distance from a point to the segment from <paramref name="a"/> to <paramref name="b"/>.</summary>
    public static float ToSegment(Vector3 p, Vector3 a, Vector3 b)
    {
        var ab = b - a;
        var l = ab.LengthSquared();
        var t = l < 1e-6f ? 0 : Math.Clamp(Vector3.Dot(p - a, ab) / l, 0, 1);
        return (p - a - (ab * t)).Length();
    }
}
