using System.Numerics;

namespace AmpleLantern.Core.Bodies.Shapes;

/// <summary>The whole body, or as much of it as matters in one neighbourhood, as one signed distance.</summary>
/// <remarks>
/// Neighbouring parts blend near their joint; all others meet hard, so that an arm never webs to the trunk.
/// What rests on the mat or a seat is flattened by a smooth intersection with its plane.
/// </remarks>
public sealed class Field
{
    private const float Exact = 6f;
    private const float FloorRounding = 2.5f;
    private const float EndRounding = 5f;
    private readonly (int Part, Primitive[] Solids, Vector3 Centre, float Radius)[] parts;
    private readonly int[] slot;
    private readonly Joint[] joints;
    private readonly Vector3 floorUp;
    private readonly float floorAt;
    private readonly bool hasFloor;
    private readonly float scale;
    private readonly Floor?[] ends;

    private Field(IEnumerable<(int Part, Primitive[] Solids)> given, Floor?[] ends, IEnumerable<Joint> allJoints, Floor? floor, float scale)
    {
        this.ends = ends;
        parts = [.. given.Select(g => Bounded(g.Part, g.Solids))];
        slot = new int[ends.Length];
        Array.Fill(slot, -1);
        for (var i = 0; i < parts.Length; i++)
        {
            slot[parts[i].Part] = i;
        }

        joints = [.. allJoints.Where(j => slot[j.A] >= 0 && slot[j.B] >= 0)];
        hasFloor = floor is not null;
        floorUp = floor?.Up ?? Vector3.UnitY;
        floorAt = floor?.Height ?? 0;
        this.scale = scale;
    }

    public static Field Of(IReadOnlyList<Part> parts, IReadOnlyList<Joint> joints, Floor? floor, float scale) =>
        new(
            parts.Index().Where(p => !p.Item.Gone).Select(p => (p.Index, p.Item.Solids.ToArray())),
            [.. parts.Select(p => p.End)],
            joints,
            floor,
            scale
        );

    /// <summary>The solids whose bounds pass <paramref name="near"/>, and the joints between them.</summary>
    public Field Only(Func<Primitive, bool> near)
    {
        var kept = parts.Select(p => (p.Part, Solids: p.Solids.Where(near).ToArray())).Where(p => p.Solids.Length > 0);
        return new(kept, ends, joints, hasFloor ? new(floorUp, floorAt) : null, scale);
    }

    /// <summary>Some parts alone, as if the rest of the body were not there.</summary>
    public Field OnlyParts(Func<int, bool> wanted) =>
        new(parts.Where(p => wanted(p.Part)).Select(p => (p.Part, p.Solids)), ends, joints, hasFloor ? new(floorUp, floorAt) : null, scale);

    public bool IsEmpty => parts.Length == 0;

    public IEnumerable<Primitive> Solids => parts.SelectMany(p => p.Solids);

    public float Distance(Vector3 p) => Distance(p, out _);

    /// <summary>Signed distance in cm and the index of the nearest part.</summary>
    public float Distance(Vector3 p, out int part)
    {
        Span<float> d = stackalloc float[parts.Length];
        var exact = Exact * scale;
        var best = float.MaxValue;
        part = 0;
        for (var i = 0; i < parts.Length; i++)
        {
            d[i] = PartDistance(i, p, exact);
            if (d[i] < best)
            {
                best = d[i];
                part = parts[i].Part;
            }
        }

        if (best > exact)
        {
            return best;
        }

        var result = best;
        foreach (ref readonly var j in joints.AsSpan())
        {
            var (a, b) = (d[slot[j.A]], d[slot[j.B]]);
            if (MathF.Abs(a - b) > j.Blend || MathF.Min(a, b) > best + j.Blend)
            {
                continue;
            }

            var k = j.BlendAt(p);
            if (k >= 0.01f)
            {
                result = MathF.Min(result, Geometry.SmoothMin(a, b, k));
            }
        }

        return hasFloor ? -Geometry.SmoothMin(-result, Vector3.Dot(p, floorUp) - floorAt, FloorRounding * scale) : result;
    }

    /// <summary>Distance to one part alone.</summary>
    public float ToPart(int part, Vector3 p) => slot[part] < 0 ? float.MaxValue : PartDistance(slot[part], p, Exact * scale);

    /// <summary>Outward unit normal of the surface nearest to <paramref name="p"/>.</summary>
    public Vector3 Normal(Vector3 p, float step = 0.25f)
    {
        var (a, b, c, d) = (new Vector3(1, -1, -1), new Vector3(-1, -1, 1), new Vector3(-1, 1, -1), new Vector3(1, 1, 1));
        var n =
            (a * Distance(p + (a * step)))
            + (b * Distance(p + (b * step)))
            + (c * Distance(p + (c * step)))
            + (d * Distance(p + (d * step)));
        return n.LengthSquared() < 1e-12f ? Vector3.UnitY : Vector3.Normalize(n);
    }

    /// <summary>The finger or toe at a place on a hand or foot, 0 elsewhere.</summary>
    public int DigitAt(int part, Vector3 p)
    {
        var best = float.MaxValue;
        var digit = 0;
        foreach (var solid in parts[slot[part]].Solids)
        {
            if (solid.LowerBound(p) <= best && solid.Distance(p) is var d && d < best)
            {
                (best, digit) = (d, solid.Digit);
            }
        }

        return digit;
    }

    private float PartDistance(int i, Vector3 p, float exact)
    {
        ref readonly var part = ref parts[i];
        var bound = (p - part.Centre).Length() - part.Radius;
        if (bound > exact)
        {
            return bound;
        }

        var d = float.MaxValue;
        foreach (var solid in part.Solids)
        {
            var lower = solid.LowerBound(p);
            if (lower > exact)
            {
                d = MathF.Min(d, lower);
            }
            else if (lower <= d + solid.Blend)
            {
                d = Geometry.SmoothMin(d, solid.Distance(p), solid.Blend);
            }
        }

        // A limb that ends early ends round.
        return ends[part.Part] is { } end ? -Geometry.SmoothMin(-d, end.Height - Vector3.Dot(p, end.Up), EndRounding * scale) : d;
    }

    private static (int, Primitive[], Vector3, float) Bounded(int part, Primitive[] solids)
    {
        var (lo, hi) = (new Vector3(float.MaxValue), new Vector3(float.MinValue));
        foreach (var s in solids)
        {
            lo = Vector3.Min(lo, Vector3.Min(s.From, s.To) - new Vector3(s.Radius));
            hi = Vector3.Max(hi, Vector3.Max(s.From, s.To) + new Vector3(s.Radius));
        }

        var centre = (lo + hi) / 2;
        var radius = solids.Max(s => MathF.Max((s.From - centre).Length(), (s.To - centre).Length()) + s.Radius);
        return (part, solids, centre, radius);
    }
}

/// <summary>A plane that what lies on it is flattened against.</summary>
/// <param name="Up">Unit direction away from the plane.</param>
/// <param name="Height">Height of the plane along <paramref name="Up"/>, in cm.</param>
public sealed record Floor(Vector3 Up, float Height);
