using System.Numerics;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>Lines on the page, as lists of points.</summary>
public static class Curves
{
    /// <summary>Shrink-free smoothing (Taubin 1995): a step in, a slightly longer step out.</summary>
    public static Vector2[] Smoothed(IReadOnlyList<Vector2> points, bool closed, int rounds)
    {
        const float In = 0.5f;
        const float Out = -0.52f;
        var n = points.Count;
        Vector2[] a = [.. points];
        for (var k = 0; k < rounds * 2 && n > 3; k++)
        {
            var b = (Vector2[])a.Clone();
            for (var i = 0; i < n; i++)
            {
                if (closed || (i > 0 && i < n - 1))
                {
                    b[i] = a[i] + ((((a[(i + n - 1) % n] + a[(i + 1) % n]) / 2) - a[i]) * (k % 2 == 0 ? In : Out));
                }
            }

            a = b;
        }

        return a;
    }

    /// <summary>Gaussian smoothing of an open line whose ends stay.</summary>
    public static Vector2[] Softened(IReadOnlyList<Vector2> points, float sigma)
    {
        var n = points.Count;
        var reach = (int)(sigma * 3);
        var result = new Vector2[n];
        for (var i = 0; i < n; i++)
        {
            var r = Math.Min(reach, Math.Min(i, n - 1 - i));
            var (sum, weight) = (Vector2.Zero, 0f);
            for (var k = -r; k <= r; k++)
            {
                var g = MathF.Exp(-k * k / (2 * sigma * sigma));
                (sum, weight) = (sum + (points[i + k] * g), weight + g);
            }

            result[i] = sum / weight;
        }

        return result;
    }

    /// <summary>
    /// Fewer points, none of the dropped farther than <paramref name="tolerance"/> off (Ramer 1972, Douglas and Peucker 1973).
    /// </summary>
    public static Vector2[] Simplified(IReadOnlyList<Vector2> p, float tolerance, bool closed)
    {
        if (p.Count < 4)
        {
            return [.. p];
        }

        if (!closed)
        {
            return Open(p, tolerance);
        }

        var far = Enumerable.Range(0, p.Count).MaxBy(i => (p[i] - p[0]).LengthSquared());
        var there = Open([.. p.Take(far + 1)], tolerance);
        var back = Open([.. p.Skip(far), p[0]], tolerance);
        return [.. there, .. back[1..^1]];
    }

    private static Vector2[] Open(IReadOnlyList<Vector2> p, float tolerance)
    {
        var keep = new bool[p.Count];
        keep[0] = keep[^1] = true;
        var spans = new Stack<(int, int)>([(0, p.Count - 1)]);
        while (spans.TryPop(out var span))
        {
            var (i, j) = span;
            var ab = p[j] - p[i];
            var length = ab.Length();
            var (worst, at) = (0f, -1);
            for (var k = i + 1; k < j; k++)
            {
                var off = p[k] - p[i];
                var d = length < 1e-6f ? off.Length() : MathF.Abs((off.X * ab.Y) - (off.Y * ab.X)) / length;
                if (d > worst)
                {
                    (worst, at) = (d, k);
                }
            }

            if (worst > tolerance)
            {
                keep[at] = true;
                spans.Push((i, at));
                spans.Push((at, j));
            }
        }

        return [.. p.Where((_, i) => keep[i])];
    }
}
