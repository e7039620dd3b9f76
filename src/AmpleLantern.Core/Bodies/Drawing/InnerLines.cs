using System.Numerics;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>A line inside the outline, with how deep the step behind it is at each point, in cm.</summary>
public readonly record struct InnerLine(Vector2[] Points, float[] Step);

/// <summary>Lines where one part of the body passes in front of another, and between fingers and toes.</summary>
/// <remarks>
/// A line is where depth jumps more than the slope of the farther surface explains; it must be strong somewhere and may be weak elsewhere.
/// </remarks>
public static class InnerLines
{
    private const float Weak = 0.3f;
    private const float Strong = 1.0f;
    private const float Shortest = 1.8f;
    private const float CreaseStep = 1.05f;
    private const float CreaseTurn = 0.93f;

    public static List<InnerLine> Of(Picture p)
    {
        var edges = Edges(p);
        var used = new HashSet<(int, int)>();
        var lines = new List<InnerLine>();
        foreach (var fromEnds in new[] { true, false })
        {
            foreach (var (start, around) in edges)
            {
                if (fromEnds && around.Count != 1)
                {
                    continue;
                }

                foreach (var (to, step) in around)
                {
                    if (!used.Contains(Key(start, to)))
                    {
                        Follow(p, edges, used, start, to, step, lines);
                    }
                }
            }
        }

        return lines;
    }

    private static (int, int) Key(int a, int b) => a < b ? (a, b) : (b, a);

    private static void Follow(
        Picture p,
        Dictionary<int, List<(int To, float Step)>> edges,
        HashSet<(int, int)> used,
        int a,
        int b,
        float step,
        List<InnerLine> lines
    )
    {
        Vector2 At(int k) => new(k % (p.Width + 1), k / (p.Width + 1));
        var points = new List<Vector2> { At(a) };
        var steps = new List<float> { step };
        while (true)
        {
            used.Add(Key(a, b));
            points.Add(At(b));
            steps.Add(step);
            // Go on as straight as the last few points went.
            var direction = points[^1] - points[Math.Max(0, points.Count - 6)];
            var (best, score) = (-1, float.MinValue);
            var from = b;
            foreach (var (to, s) in edges[b])
            {
                var straight = Vector2.Dot(direction, At(to) - At(from));
                if (!used.Contains(Key(b, to)) && straight > score)
                {
                    (best, score, step) = (to, straight, s);
                }
            }

            if (best < 0)
            {
                break;
            }

            (a, b) = (b, best);
        }

        if (points.Count * p.CmPerPixel >= Shortest && steps.Max() > Strong)
        {
            lines.Add(new([.. points], [.. steps]));
        }
    }

    private static Dictionary<int, List<(int To, float Step)>> Edges(Picture p)
    {
        var edges = new Dictionary<int, List<(int, float)>>();
        int Corner(int x, int y) => (y * (p.Width + 1)) + x;
        void Add(int a, int b, float step)
        {
            foreach (var (from, to) in new[] { (a, b), (b, a) })
            {
                (edges.TryGetValue(from, out var list) ? list : edges[from] = []).Add((to, step));
            }
        }

        for (var y = 0; y < p.Height; y++)
        {
            for (var x = 0; x < p.Width; x++)
            {
                var m = (y * p.Width) + x;
                if (x + 1 < p.Width && StepBetween(p, m, m + 1) is > Weak and var right)
                {
                    Add(Corner(x + 1, y), Corner(x + 1, y + 1), right);
                }

                if (y + 1 < p.Height && StepBetween(p, m, m + p.Width) is > Weak and var below)
                {
                    Add(Corner(x, y + 1), Corner(x + 1, y + 1), below);
                }
            }
        }

        return edges;
    }

    private static float StepBetween(Picture p, int m, int n)
    {
        if (!p.Seen[m] || !p.Seen[n])
        {
            return 0;
        }

        var far = p.Depth[m] < p.Depth[n] ? m : n;
        var facing = MathF.Max(0.12f, Vector3.Dot(p.Normals[far], p.Camera.Toward));
        var slope = MathF.Sqrt(MathF.Max(0, 1 - (facing * facing))) / facing * p.CmPerPixel;
        var step = MathF.Abs(p.Depth[m] - p.Depth[n]) - slope;
        return BetweenDigits(p.Digit[m], p.Digit[n]) && Vector3.Dot(p.Normals[m], p.Normals[n]) < CreaseTurn
            ? MathF.Max(step, CreaseStep)
            : step;
    }

    private static bool BetweenDigits(byte a, byte b) => a != b && ((a is >= 10 and <= 14 && b is >= 10 and <= 14) || (a >= 21 && b >= 21));
}
