using System.Numerics;
using AmpleLantern.Core.Bodies.Flesh;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>What is drawn on the skin rather than seen as form: hair, and the lines of <see cref="Ink"/>.</summary>
internal static class Features
{
    private const float FacesEye = 0.12f;
    private const int ShortestRun = 4;

    /// <summary>The lines that are seen, as closed pen strokes; one that passes out of sight is broken there.</summary>
    public static string Strokes(IEnumerable<Ink> inks, Body body, Picture picture, SvgPath path) =>
        string.Concat(inks.SelectMany(i => Strokes(i, body, picture, path)));

    private static IEnumerable<string> Strokes(Ink ink, Body body, Picture picture, SvgPath path)
    {
        var toward = picture.Camera.Toward;
        var pen = ink.Pen * FigureArtist.PenScale(picture.CmPerPixel);
        var run = new List<Vector2>();
        foreach (var a in ink.Along.Append(default))
        {
            if (a.At != default && Vector3.Dot(a.Normal, toward) > FacesEye && Shown(a))
            {
                run.Add(picture.ToPixel(a.At));
                continue;
            }

            if (run.Count > ShortestRun)
            {
                var n = run.Count;
                yield return path.Stroke(Curves.Softened(run, 1), i => pen * (0.25f + (0.75f * MathF.Sin(MathF.PI * i / (n - 1)))), 0.04f);
            }

            run = [];
        }

        bool Shown(Anchor a) => !a.Buried && a.IsOn(body) && picture.Shows(a.At);
    }

    public static string Hair(Body body, Picture picture, SvgPath path)
    {
        var (head, part) = (body.Bones.Segment("head"), (byte)body.PartNamed("head"));
        var field = new Grid(picture.Width, picture.Height);
        var any = false;
        for (var i = 0; i < field.Values.Length; i++)
        {
            field.Values[i] =
                !picture.Seen[i] ? 0
                : picture.PartOf[i] != part ? -0.5f
                : Math.Clamp(InHair((head.ToLocal(picture.Points[i]) / body.Size.Scale) + HeadFlesh.Origin) * 0.4f, -0.5f, 0.5f);
            any |= field.Values[i] > 0;
        }

        if (!any)
        {
            return "";
        }

        var soft = field.Blurred(1.6f);
        for (var i = 0; i < soft.Values.Length; i++)
        {
            soft.Values[i] -= 0.02f;
        }

        return string.Concat(Outline.Of(soft, 30).Select(l => path.Closed(Curves.Simplified(Curves.Smoothed(l, true, 6), 0.12f, true))));
    }

    /// <summary>How far inside the hairline a place on the head is, in reference cm; negative on the face and neck.</summary>
    private static float InHair(Vector3 p)
    {
        var temple = p.Z > 0 ? MathF.Max(0, MathF.Abs(p.X) - 3.5f) * 0.28f : 0;
        var front = ((p.Y - 165.2f) * 0.75f) - ((p.Z - 4.6f) * 0.62f) + temple;
        var nape = p.Y - 155.2f;
        var overEar = p.Z is > -3.2f and < 3f ? p.Y - (160.9f + (p.Z < 0 ? 0 : p.Z * 0.5f)) : 9;
        return MathF.Min(MathF.Min(front, nape), overEar);
    }
}
