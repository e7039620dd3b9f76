using System.Numerics;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>Closed lines where a grid crosses zero (marching squares), inside on the right.</summary>
public static class Outline
{
    /// <returns>Closed lines in pixel coordinates, pixel centres at halves.</returns>
    public static List<Vector2[]> Of(Grid grid, int fewestPoints = 12)
    {
        var next = new Dictionary<(int X, int Y, bool Down), ((int, int, bool) To, Vector2 At)>();
        for (var y = -1; y < grid.Height; y++)
        {
            for (var x = -1; x < grid.Width; x++)
            {
                Cell(grid, x, y, next);
            }
        }

        var lines = new List<Vector2[]>();
        while (next.Count > 0)
        {
            var line = new List<Vector2>();
            var key = next.Keys.First();
            while (next.Remove(key, out var step))
            {
                line.Add(step.At);
                key = step.To;
            }

            if (line.Count > fewestPoints)
            {
                lines.Add([.. line]);
            }
        }

        return lines;
    }

    private static float Value(Grid g, int x, int y) => x < 0 || y < 0 || x >= g.Width || y >= g.Height ? -1 : g[x, y];

    private static void Cell(Grid grid, int x, int y, Dictionary<(int X, int Y, bool Down), ((int, int, bool) To, Vector2 At)> next)
    {
        var corners =
            (Value(grid, x, y) > 0 ? 1 : 0)
            | (Value(grid, x + 1, y) > 0 ? 2 : 0)
            | (Value(grid, x + 1, y + 1) > 0 ? 4 : 0)
            | (Value(grid, x, y + 1) > 0 ? 8 : 0);
        var (top, right, bottom, left) = ((x, y, false), (x + 1, y, true), (x, y + 1, false), (x, y, true));
        void Join((int X, int Y, bool Down) a, (int, int, bool) b) => next[a] = (b, Crossing(grid, a.X, a.Y, a.Down));
        switch (corners)
        {
            case 1:
                Join(top, left);
                break;
            case 2:
                Join(right, top);
                break;
            case 3:
                Join(right, left);
                break;
            case 4:
                Join(bottom, right);
                break;
            case 5:
                Join(top, left);
                Join(bottom, right);
                break;
            case 6:
                Join(bottom, top);
                break;
            case 7:
                Join(bottom, left);
                break;
            case 8:
                Join(left, bottom);
                break;
            case 9:
                Join(top, bottom);
                break;
            case 10:
                Join(right, top);
                Join(left, bottom);
                break;
            case 11:
                Join(right, bottom);
                break;
            case 12:
                Join(left, right);
                break;
            case 13:
                Join(top, right);
                break;
            case 14:
                Join(left, top);
                break;
        }
    }

    private static Vector2 Crossing(Grid grid, int x, int y, bool down)
    {
        var (a, b) = (Value(grid, x, y), down ? Value(grid, x, y + 1) : Value(grid, x + 1, y));
        var t = Math.Clamp(-a / (b - a), 0, 1);
        return down ? new(x + 0.5f, y + t + 0.5f) : new(x + t + 0.5f, y + 0.5f);
    }
}
