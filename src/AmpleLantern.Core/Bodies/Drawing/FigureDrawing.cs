using System.Numerics;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>A drawn figure: lines in SVG path data, shading as a small grey picture. Units are millimetres on the page.</summary>
/// <param name="Left">The page's left edge in the camera's own cm, for placing overlays; <paramref name="Top"/> likewise.</param>
/// <param name="Outline">Closed paths of the silhouette.</param>
/// <param name="Lines">Closed pen strokes inside it.</param>
/// <param name="Hair">The cap of short hair; empty where the head is not seen.</param>
/// <param name="Features">Closed pen strokes of what is drawn on the skin: face, nails, creases.</param>
public sealed record FigureDrawing(
    float Width,
    float Height,
    float Left,
    float Top,
    string Outline,
    string Lines,
    string Hair,
    string Features,
    Shade Shade
);

/// <summary>How dark the wash is, row by row from the top, 0 none to 255.</summary>
public sealed record Shade(int Columns, int Rows, float Millimetres, byte[] Values);

/// <summary>Draws a body seen by a camera as ink and wash.</summary>
public static class FigureArtist
{
    /// <summary>Millimetres on the page to a centimetre of body: life size.</summary>
    public const float MmPerCm = 10;

    private const float WashSigma = 0.35f;
    private const float WashPixel = 0.42f;
    private const float LineSigma = 2.2f;
    private const float PenTaper = 1.8f;

    /// <param name="picture">What is seen in the view.</param>
    /// <param name="inks">Lines drawn on the skin.</param>
    public static FigureDrawing Draw(View view, Picture picture, IEnumerable<Ink> inks)
    {
        var (body, window, cmPerPixel) = (view.Shown, view.Window, view.CmPerPixel);
        var path = new SvgPath(cmPerPixel * MmPerCm);
        var outline = string.Concat(
            Outline.Of(picture.Edge.Blurred(0.55f)).Select(l => path.Closed(Curves.Simplified(Curves.Smoothed(l, true, 4), 0.05f, true)))
        );
        return new(
            picture.Width * cmPerPixel * MmPerCm,
            picture.Height * cmPerPixel * MmPerCm,
            window.Left,
            window.Top,
            outline,
            string.Concat(InnerLines.Of(picture).Select(l => Stroke(l, path, cmPerPixel))),
            Features.Hair(body, picture, path),
            Features.Strokes(inks, body, picture, path),
            Wash(picture)
        );
    }

    private static string Stroke(InnerLine line, SvgPath path, float cmPerPixel)
    {
        var points = Curves.Softened(line.Points, LineSigma);
        var steps = Curves.Softened([.. line.Step.Select(s => new Vector2(s, 0))], 4);
        var (n, taper) = (points.Length, PenTaper / cmPerPixel);
        return path.Stroke(
            points,
            i =>
            {
                var end = MathF.Sqrt(MathF.Min(1, MathF.Min(i, n - 1 - i) / taper));
                return (((1.1f + (3.2f * MathF.Min(1, steps[i].X / 5))) * end) + 0.15f) * PenScale(cmPerPixel);
            }
        );
    }

    /// <summary>Close-ups are drawn with a finer pen, so that all views look drawn by one hand.</summary>
    public static float PenScale(float cmPerPixel) => cmPerPixel / Views.WholePixel;

    private static Shade Wash(Picture picture)
    {
        var covered = new Grid(picture.Width, picture.Height);
        for (var i = 0; i < covered.Values.Length; i++)
        {
            covered.Values[i] = picture.Seen[i] ? 1 : 0;
        }

        var sigma = WashSigma / picture.CmPerPixel;
        var (tone, cover) = (picture.Tone.Blurred(sigma), covered.Blurred(sigma));
        var by = Math.Max(1, (int)MathF.Round(WashPixel / picture.CmPerPixel));
        for (var i = 0; i < tone.Values.Length; i++)
        {
            // Outside the figure the tone of its edge goes on, so that the wash has no pale rim.
            tone.Values[i] = cover.Values[i] > 0.02f ? Math.Clamp(0.94f - (tone.Values[i] / cover.Values[i]), 0, 0.72f) : 0;
        }

        var small = tone.Coarser(by);
        return new(small.Width, small.Height, by * picture.CmPerPixel * MmPerCm, [.. small.Values.Select(v => (byte)((int)(v * 85) * 3))]);
    }
}
