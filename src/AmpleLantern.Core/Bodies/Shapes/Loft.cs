using System.Numerics;

namespace AmpleLantern.Core.Bodies.Shapes;

/// <summary>A sweep of cross-sections along a run of frames: a limb or the trunk.</summary>
/// <param name="frames">At least two, in order along the segment.</param>
/// <param name="at">Where each frame stands along the profile.</param>
/// <param name="girth">Scale of all radii.</param>
public sealed class Loft(Frame[] frames, float[] at, Profile profile, float blend, float girth)
    : Primitive(frames[0].O, frames[^1].O, Bound(frames, profile, girth), blend)
{
    private const float CapRounding = 1.2f;

    public override float Distance(Vector3 p)
    {
        var n = frames.Length;
        var s = 0;
        float beyond;
        while (true)
        {
            beyond = Vector3.Dot(p - frames[s + 1].O, frames[s + 1].Y);
            if (beyond <= 0 || s == n - 2)
            {
                break;
            }

            s++;
        }

        var before = Vector3.Dot(p - frames[s].O, frames[s].Y);
        var u = before - beyond > 1e-4f ? Math.Clamp(before / (before - beyond), 0, 1) : 0;
        var (a, b) = (frames[s], frames[s + 1]);
        var q = p - Vector3.Lerp(a.O, b.O, u);
        var c = profile.At(at[s] + ((at[s + 1] - at[s]) * u));
        var x = Vector3.Dot(q, Vector3.Lerp(a.X, b.X, u)) - (c.CentreX * girth);
        var z = Vector3.Dot(q, Vector3.Lerp(a.Z, b.Z, u)) - (c.CentreZ * girth);
        var around = Outline(x, z, (x > 0 ? c.Lateral : c.Medial) * girth, (z > 0 ? c.Front : c.Back) * girth, c.Squareness) + CapRounding;
        var past = MathF.Max(Vector3.Dot(frames[0].O - p, frames[0].Y), Vector3.Dot(p - frames[n - 1].O, frames[n - 1].Y)) + CapRounding;
        var (ox, oy) = (MathF.Max(around, 0), MathF.Max(past, 0));
        return MathF.Min(MathF.Max(around, past), 0) + MathF.Sqrt((ox * ox) + (oy * oy)) - CapRounding;
    }

    private static float Outline(float x, float z, float a, float b, float n)
    {
        if (n < 2.02f)
        {
            var (xa, zb) = (x / a, z / b);
            var r = MathF.Sqrt((xa * xa) + (zb * zb));
            var g = MathF.Sqrt((xa * xa / (a * a)) + (zb * zb / (b * b)));
            return g < 1e-5f ? -MathF.Min(a, b) : r * (r - 1) / g;
        }

        var (ax, az) = ((MathF.Abs(x) / a) + 1e-5f, (MathF.Abs(z) / b) + 1e-5f);
        var (xn, zn) = (MathF.Pow(ax, n - 1), MathF.Pow(az, n - 1));
        var k = MathF.Pow((xn * ax) + (zn * az), 1 / n);
        var kk = MathF.Pow(k, 1 - n);
        var (gx, gz) = (xn / a * kk, zn / b * kk);
        return (k - 1) / MathF.Max(1e-5f, MathF.Sqrt((gx * gx) + (gz * gz)));
    }

    private static float Bound(Frame[] frames, Profile profile, float girth)
    {
        var bend = frames.Max(f => Geometry.ToSegment(f.O, frames[0].O, frames[^1].O));
        return (profile.Reach * girth * 1.02f) + bend;
    }
}
