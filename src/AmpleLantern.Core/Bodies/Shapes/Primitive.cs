using System.Numerics;

namespace AmpleLantern.Core.Bodies.Shapes;

/// <summary>A solid given by its signed distance: negative inside, in cm.</summary>
/// <remarks>Bounded by a capsule, so that far solids are skipped without evaluating them.</remarks>
public abstract class Primitive(Vector3 from, Vector3 to, float radius, float blend)
{
    public Vector3 From { get; } = from;

    public Vector3 To { get; } = to;

    /// <summary>Radius of the bounding capsule.</summary>
    public float Radius { get; } = radius;

    /// <summary>How far it melts into its neighbours of the same group, in cm.</summary>
    public float Blend { get; } = blend;

    /// <summary>Tells fingers and toes apart, so that the crease between two can be drawn; 0 for none.</summary>
    public int Digit { get; init; }

    public abstract float Distance(Vector3 p);

    /// <summary>Never more than the distance; cheap.</summary>
    public float LowerBound(Vector3 p) => Geometry.ToSegment(p, From, To) - Radius;
}

/// <summary>A rounded cone from one sphere to another.</summary>
public sealed class Cone(Vector3 a, Vector3 b, float ra, float rb, float blend) : Primitive(a, b, MathF.Max(ra, rb), blend)
{
    public override float Distance(Vector3 p)
    {
        var ba = To - From;
        var l2 = Vector3.Dot(ba, ba);
        var rr = ra - rb;
        var a2 = l2 - (rr * rr);
        var il2 = 1 / l2;
        var pa = p - From;
        var y = Vector3.Dot(pa, ba);
        var z = y - l2;
        var x2 = ((pa * l2) - (ba * y)).LengthSquared();
        var y2 = y * y * l2;
        var z2 = z * z * l2;
        var k = MathF.Sign(rr) * rr * rr * x2;
        if (MathF.Sign(z) * a2 * z2 > k)
        {
            return (MathF.Sqrt(x2 + z2) * il2) - rb;
        }

        return MathF.Sign(y) * a2 * y2 < k ? (MathF.Sqrt(x2 + y2) * il2) - ra : (((MathF.Sqrt(x2 * a2 * il2) + (y * rr)) * il2) - ra);
    }
}

/// <summary>An ellipsoid in a frame; the distance is a close estimate near its surface.</summary>
public sealed class Ellipsoid(Frame frame, Vector3 radii, float blend)
    : Primitive(frame.O, frame.O, MathF.Max(radii.X, MathF.Max(radii.Y, radii.Z)), blend)
{
    public override float Distance(Vector3 p)
    {
        var a = frame.ToLocal(p) / radii;
        var k0 = a.Length();
        var k1 = (a / radii).Length();
        return k1 < 1e-5f ? -MathF.Min(radii.X, MathF.Min(radii.Y, radii.Z)) : k0 * (k0 - 1) / k1;
    }
}
