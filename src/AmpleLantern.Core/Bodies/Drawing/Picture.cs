using System.Numerics;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>What a camera sees of a body, pixel by pixel: depth, normal, part, tone, and how far the edge is.</summary>
/// <remarks>
/// Rays walk down the signed distance. Each tile of pixels first gathers the solids near it and walks one thick
/// ray for all of them, which saves most of the work.
/// </remarks>
public sealed class Picture
{
    private const int Tile = 8;
    private const float Near = 7f;
    private const float Hit = 0.02f;

    /// <summary>What lies so far behind what is seen, in cm, is still the same skin.</summary>
    private const float Behind = 0.5f;
    private readonly Body body;
    private readonly float nearest;
    private readonly float farthest;

    private Picture(Body body, Camera camera, Window window, float cmPerPixel)
    {
        (this.body, Camera, Window, CmPerPixel) = (body, camera, window, cmPerPixel);
        Width = (int)(window.Width / cmPerPixel) + 1;
        Height = (int)(window.Height / cmPerPixel) + 1;
        var n = Width * Height;
        (Depth, Seen, Normals, Points, PartOf, Digit) = (
            new float[n],
            new bool[n],
            new Vector3[n],
            new Vector3[n],
            new byte[n],
            new byte[n]
        );
        (Tone, Edge) = (new(Width, Height), new(Width, Height));
        Array.Fill(Depth, float.MinValue);
        Array.Fill(Edge.Values, -1.5f * cmPerPixel);
        nearest = body.Whole.Solids.Max(s => MathF.Max(camera.See(s.From).Z, camera.See(s.To).Z) + s.Radius) + 1;
        farthest = body.Whole.Solids.Min(s => MathF.Min(camera.See(s.From).Z, camera.See(s.To).Z) - s.Radius) - 1;
    }

    public Camera Camera { get; }

    public Window Window { get; }

    public float CmPerPixel { get; }

    public int Width { get; }

    public int Height { get; }

    public float[] Depth { get; }

    public bool[] Seen { get; }

    public Vector3[] Normals { get; }

    public Vector3[] Points { get; }

    public byte[] PartOf { get; }

    public byte[] Digit { get; }

    /// <summary>Light on the surface, 0 dark to 1 bright.</summary>
    public Grid Tone { get; }

    /// <summary>Signed distance to the outline in cm, positive inside, exact near it.</summary>
    public Grid Edge { get; }

    /// <param name="threads">How many work on it at most; -1 for as many as there are.</param>
    public static Picture Take(View view, int threads = -1) => Take(view.Shown, view.Camera, view.Window, view.CmPerPixel, threads);

    public static Picture Take(Body body, Camera camera, Window window, float cmPerPixel, int threads = -1)
    {
        var shared = new ParallelOptions { MaxDegreeOfParallelism = threads };
        var picture = new Picture(body, camera, window, cmPerPixel);
        var (across, down) = ((picture.Width + Tile - 1) / Tile, (picture.Height + Tile - 1) / Tile);
        Parallel.For(0, across * down, shared, i => picture.TakeTile(i % across * Tile, i / across * Tile));
        Parallel.For(1, picture.Height - 1, shared, picture.RefineEdges);
        return picture;
    }

    /// <summary>Pixel coordinates of a point on the body.</summary>
    public Vector2 ToPixel(Vector3 p)
    {
        var seen = Camera.See(p);
        return new((seen.X - Window.Left) / CmPerPixel, (Window.Top - seen.Y) / CmPerPixel);
    }

    /// <summary>Whether nothing seen here lies before a place on the skin.</summary>
    public bool Shows(Vector3 p)
    {
        var (at, depth) = (ToPixel(p), Camera.See(p).Z);
        var (x, y) = ((int)at.X, (int)at.Y);
        if (at.X < 0 || at.Y < 0 || x >= Width || y >= Height)
        {
            return false;
        }

        for (var row = Math.Max(0, y - 1); row <= Math.Min(Height - 1, y + 1); row++)
        {
            for (var column = Math.Max(0, x - 1); column <= Math.Min(Width - 1, x + 1); column++)
            {
                if (Seen[(row * Width) + column] && Depth[(row * Width) + column] <= depth + Behind)
                {
                    return true;
                }
            }
        }

        return false;
    }

    private Vector3 OnPage(float px, float py) =>
        (Camera.Right * (Window.Left + (px * CmPerPixel))) + (Camera.Up * (Window.Top - (py * CmPerPixel)));

    private void TakeTile(int x0, int y0)
    {
        var (x1, y1) = (Math.Min(x0 + Tile, Width), Math.Min(y0 + Tile, Height));
        var centre = OnPage((x0 + x1) / 2f, (y0 + y1) / 2f);
        var half = Tile * CmPerPixel * 0.71f;
        var reach = half + (Near * body.Size.Scale);
        var (page, cam) = (Camera.See(centre), Camera);
        var field = body.Whole.Only(s =>
        {
            var (a, b) = (cam.See(s.From), cam.See(s.To));
            return Geometry.ToSegment(new(page.X, page.Y, 0), a with { Z = 0 }, b with { Z = 0 }) < s.Radius + reach;
        });
        if (field.IsEmpty)
        {
            return;
        }

        var from = nearest;
        while (from > farthest)
        {
            var free = field.Distance(centre + (Camera.Toward * from)) - half;
            if (free < 0.1f)
            {
                break;
            }

            from -= free;
        }

        if (from <= farthest)
        {
            return;
        }

        for (var y = y0; y < y1; y++)
        {
            for (var x = x0; x < x1; x++)
            {
                TakePixel(field, x, y, MathF.Min(nearest, from + half));
            }
        }
    }

    private void TakePixel(Field field, int x, int y, float from)
    {
        const int MostSteps = 200;
        var o = OnPage(x + 0.5f, y + 0.5f);
        var m = (y * Width) + x;
        var z = from;
        var closest = float.MaxValue;
        for (var k = 0; k < MostSteps && z > farthest; k++)
        {
            var d = field.Distance(o + (Camera.Toward * z), out var part);
            closest = MathF.Min(closest, d);
            if (d < Hit)
            {
                Seen[m] = true;
                Shade(field, m, o + (Camera.Toward * z), z, part);
                Edge.Values[m] = 1.5f * CmPerPixel;
                return;
            }

            z -= MathF.Max(Hit, d * 0.85f);
        }

        Edge.Values[m] = -MathF.Min(closest, 1.5f * CmPerPixel);
    }

    private void Shade(Field field, int m, Vector3 p, float z, int part)
    {
        var scale = body.Size.Scale;
        var n = field.Normal(p, 0.3f * scale);
        (Depth[m], Points[m], PartOf[m], Normals[m]) = (z, p, (byte)part, n);
        var name = body.Parts[part].Name;
        if (name.StartsWith("hand", StringComparison.Ordinal) || name.StartsWith("foot", StringComparison.Ordinal))
        {
            Digit[m] = (byte)field.DigitAt(part, p);
        }

        var (shut, weight) = (0f, 1f);
        foreach (var away in (ReadOnlySpan<float>)[1.2f, 3f, 6f])
        {
            var h = away * scale;
            shut += weight * MathF.Max(0, h - field.Distance(p + (n * h))) / h;
            weight *= 0.6f;
        }

        Tone.Values[m] = Light(n, Math.Clamp(shut * 0.62f, 0, 1));
    }

    /// <summary>Soft light from the upper left, darker towards the rim and where the surface shuts itself in.</summary>
    private float Light(Vector3 normal, float shut)
    {
        var n = Camera.See(normal);
        var lit = 0.5f + (0.5f * ((n.X * -0.42f) + (n.Y * 0.5f) + (n.Z * 0.757f)));
        var rim = MathF.Pow(1 - Math.Clamp(n.Z, 0, 1), 2.2f);
        return Math.Clamp((0.62f * lit) + 0.38f - (0.3f * rim) - (0.42f * shut), 0, 1);
    }

    /// <summary>Beside a gap, how deep the ray through a seen pixel goes into the body tells how far the edge is.</summary>
    private void RefineEdges(int y)
    {
        for (var x = 1; x < Width - 1; x++)
        {
            var m = (y * Width) + x;
            if (
                Seen[m]
                && (
                    !Seen[m - 1]
                    || !Seen[m + 1]
                    || !Seen[m - Width]
                    || !Seen[m + Width]
                    || !Seen[m - Width - 1]
                    || !Seen[m - Width + 1]
                    || !Seen[m + Width - 1]
                    || !Seen[m + Width + 1]
                )
            )
            {
                Edge.Values[m] = MathF.Min(1.5f * CmPerPixel, -Deepest(Points[m]));
            }
        }
    }

    private float Deepest(Vector3 p)
    {
        var through = 14 * body.Size.Scale;
        var near = body.Whole.Only(s => Geometry.ToSegment(p, s.From, s.To) < s.Radius + through + 4);
        var (best, at) = (0f, 0f);
        for (var t = 0.1f; t < through; t += MathF.Max(0.25f, t * 0.08f))
        {
            var d = near.Distance(p - (Camera.Toward * t));
            if (d < best)
            {
                (best, at) = (d, t);
            }
        }

        for (var step = 0.3f; step > 0.01f && best < 0; step /= 2)
        {
            foreach (var t in (ReadOnlySpan<float>)[at - step, at + step])
            {
                var d = near.Distance(p - (Camera.Toward * t));
                if (d < best)
                {
                    (best, at) = (d, t);
                }
            }
        }

        return best;
    }
}
