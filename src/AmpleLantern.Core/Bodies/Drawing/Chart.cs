using System.Globalization;
using System.Numerics;
using System.Text;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>A spot on the page in millimetres from the page's upper left corner, and whether the eye sees it.</summary>
public readonly record struct Spot(float X, float Y, bool Visible);

/// <summary>A line on the page: what is seen of it, and what lies behind the body.</summary>
public readonly record struct ChartLine(string Seen, string Hidden);

/// <summary>Lays places on the skin over a drawn figure. Needs no picture: the body itself says what is hidden.</summary>
/// <param name="picture">If there is one, it says so sooner.</param>
public sealed class Chart(View view, Picture? picture = null)
{
    private readonly Body body = view.Shown;
    private readonly Camera camera = view.Camera;
    private readonly Window window = view.Window;

    private const float MmPerCm = FigureArtist.MmPerCm;
    private const float FacesEye = 0.1f;
    private const float Farthest = 130;

    /// <summary>Skin so far off the page, in cm, is not looked at: it would be cut off there.</summary>
    private const float BeyondThePage = 5;
    private const int GapToFill = 4;
    private const int ShortestRun = 4;

    public Vector2 OnPage(Vector3 p)
    {
        var seen = camera.See(p);
        return new((seen.X - window.Left) * MmPerCm, (window.Top - seen.Y) * MmPerCm);
    }

    public bool InWindow(Vector3 p) => window.Holds(camera.See(p));

    public Spot Spot(Anchor anchor)
    {
        var p = OnPage(anchor.At);
        return new(p.X, p.Y, Sees(anchor));
    }

    public bool Sees(Anchor anchor) =>
        !anchor.Buried
        && Vector3.Dot(anchor.Normal, camera.Toward) > FacesEye
        && anchor.IsOn(body)
        && (picture?.Shows(anchor.At) ?? anchor.FreeToward(body, camera.Toward, Farthest * body.Size.Scale));

    /// <summary>A line over the skin, broken where it passes behind.</summary>
    public ChartLine Line(IReadOnlyList<Anchor> along)
    {
        var seen = along.Select(a => InWindow(a.At) && Sees(a)).ToArray();
        Tidy(seen);
        var (shown, hidden) = (new StringBuilder(), new StringBuilder());
        var path = new SvgPath(1);
        for (var start = 0; start < seen.Length; )
        {
            var end = start;
            while (end < seen.Length && seen[end] == seen[start])
            {
                end++;
            }

            // Runs share the sample where they meet, so that no gap shows between them.
            // What runs over a limb that is not there, or off the page, is not behind anything.
            var run = along
                .Skip(Math.Max(0, start - 1))
                .Take(end - Math.Max(0, start - 1))
                .Where(a => !a.Missing && InWindow(a.At))
                .Select(a => OnPage(a.At))
                .ToList();
            if (run.Count > 1)
            {
                (seen[start] ? shown : hidden).Append(path.Open(Curves.Simplified(Curves.Softened(run, 1), 1f, false)));
            }

            start = end;
        }

        return new(shown.ToString(), hidden.ToString());
    }

    /// <summary>A piece of skin given as a grid of places: the quads that are seen, as one path.</summary>
    public string Area(Anchor[,] grid)
    {
        var text = new StringBuilder();
        var (rows, columns) = (grid.GetLength(0), grid.GetLength(1));
        var seen = new bool[rows, columns];
        var near = window.Wider(BeyondThePage);
        for (var r = 0; r < rows; r++)
        {
            for (var c = 0; c < columns; c++)
            {
                seen[r, c] = near.Holds(camera.See(grid[r, c].At)) && Sees(grid[r, c]);
            }
        }

        for (var r = 0; r + 1 < rows; r++)
        {
            for (var c = 0; c + 1 < columns; c++)
            {
                (int R, int C)[] quad = [(r, c), (r, c + 1), (r + 1, c + 1), (r + 1, c)];
                if (quad.Count(q => seen[q.R, q.C]) >= 3)
                {
                    text.Append('M')
                        .AppendJoin(
                            'L',
                            quad.Select(q => OnPage(grid[q.R, q.C].At))
                                .Select(p => string.Create(CultureInfo.InvariantCulture, $"{p.X:0} {p.Y:0}"))
                        )
                        .Append('z');
                }
            }
        }

        return text.ToString();
    }

    /// <summary>A closed ring of places as one shape, made of those that are seen; empty when too few are.</summary>
    public string Ring(IReadOnlyList<Anchor> ring)
    {
        var seen = ring.Where(Sees).Select(a => OnPage(a.At)).ToList();
        return seen.Count * 3 < ring.Count || seen.Count < 4 ? "" : new SvgPath(1).Closed(seen);
    }

    /// <summary>Fills short gaps inside a line and drops flecks at the rim.</summary>
    private static void Tidy(bool[] seen)
    {
        for (var start = 0; start < seen.Length; )
        {
            var end = start;
            while (end < seen.Length && seen[end] == seen[start])
            {
                end++;
            }

            var inside = start > 0 && end < seen.Length;
            if ((seen[start] && end - start < ShortestRun && inside) || (!seen[start] && inside && end - start < GapToFill))
            {
                Array.Fill(seen, !seen[start], start, end - start);
            }

            start = end;
        }
    }
}
