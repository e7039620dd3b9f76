using System.Globalization;
using System.Numerics;
using System.Text;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>Writes lines as compact SVG path data: relative quadratic curves through the midpoints, in tenths of a unit.</summary>
/// <param name="unitsPerPixel">SVG units to a pixel of the picture; the charts use millimetres.</param>
public sealed class SvgPath(float unitsPerPixel)
{
    public string Closed(IReadOnlyList<Vector2> p)
    {
        var n = p.Count;
        var pen = new Pen(unitsPerPixel);
        pen.Move((p[n - 1] + p[0]) / 2);
        for (var i = 0; i < n; i++)
        {
            pen.Curve(p[i], (p[i] + p[(i + 1) % n]) / 2);
        }

        return pen.Text + "z";
    }

    public string Open(IReadOnlyList<Vector2> p)
    {
        var n = p.Count;
        var pen = new Pen(unitsPerPixel);
        pen.Move(p[0]);
        for (var i = 1; i < n - 1; i++)
        {
            pen.Curve(p[i], i == n - 2 ? p[n - 1] : (p[i] + p[i + 1]) / 2);
        }

        if (n == 2)
        {
            pen.Curve(p[1], p[1]);
        }

        return pen.Text;
    }

    /// <summary>A line drawn with a pen whose width changes along it, as a closed shape.</summary>
    /// <param name="width">Width in SVG units at a point's index.</param>
    public string Stroke(IReadOnlyList<Vector2> p, Func<int, float> width, float tolerance = 0.06f)
    {
        var n = p.Count;
        var (left, right) = (new List<Vector2>(n), new List<Vector2>(n));
        for (var i = 0; i < n; i++)
        {
            var d = p[Math.Min(n - 1, i + 1)] - p[Math.Max(0, i - 1)];
            d = d.LengthSquared() < 1e-9f ? Vector2.UnitX : Vector2.Normalize(d);
            var half = new Vector2(-d.Y, d.X) * width(i) / unitsPerPixel / 2;
            left.Add(p[i] + half);
            right.Add(p[i] - half);
        }

        right.Reverse();
        return Closed(Curves.Simplified([.. left, .. right], tolerance, true));
    }

    private sealed class Pen(float unitsPerPixel)
    {
        private readonly StringBuilder text = new();
        private int x;
        private int y;

        public string Text => text.ToString();

        public void Move(Vector2 to)
        {
            (x, y) = Tenths(to);
            text.Append('M');
            Write(x, y);
        }

        public void Curve(Vector2 control, Vector2 to)
        {
            var (cx, cy) = Tenths(control);
            var (tx, ty) = Tenths(to);
            text.Append('q');
            Write(cx - x, cy - y, tx - x, ty - y);
            (x, y) = (tx, ty);
        }

        private (int, int) Tenths(Vector2 v) => ((int)MathF.Round(v.X * unitsPerPixel * 10), (int)MathF.Round(v.Y * unitsPerPixel * 10));

        private void Write(params ReadOnlySpan<int> tenths)
        {
            for (var i = 0; i < tenths.Length; i++)
            {
                var s = (tenths[i] / 10m).ToString("0.#", CultureInfo.InvariantCulture);
                s =
                    s.StartsWith("0.", StringComparison.Ordinal) ? s[1..]
                    : s.StartsWith("-0.", StringComparison.Ordinal) ? "-" + s[2..]
                    : s;
                text.Append(i > 0 && s[0] != '-' ? " " : "").Append(s);
            }
        }
    }
}
