using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Flesh;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>What is drawn on the skin rather than seen as form: hair, brows, closed eyes, mouth, navel.</summary>
internal static class Features
{
    // In the head's reference cm (see HeadFlesh): x outward, y height; both sides.
    private static readonly (Vector2[] Line, float Width)[] Face =
    [
        ([new(1.7f, 159f), new(2.4f, 158.55f), new(3.3f, 158.4f), new(4.2f, 158.6f), new(4.8f, 159.1f)], 2.6f),
        ([new(1.5f, 161.3f), new(2.6f, 162f), new(4, 162.1f), new(5.2f, 161.3f)], 2.4f),
        ([new(-0.1f, 154f), new(0.7f, 154.1f), new(1.6f, 154f), new(2.4f, 154.3f)], 2.4f),
        ([new(0, 156.25f), new(0.6f, 156.2f), new(1.2f, 156.4f), new(1.6f, 157f)], 2.2f),
    ];

    private static readonly Vector2[] Navel =
    [
        new(-0.8f, 103.6f),
        new(-0.5f, 102.9f),
        new(0, 102.6f),
        new(0.5f, 102.9f),
        new(0.8f, 103.6f),
    ];

    public static string FaceAndNavel(Body body, Camera camera, Picture picture, SvgPath path)
    {
        var scale = body.Size.Scale;
        var (head, headPart) = (body.Bones.Segment("head"), body.PartNamed("head"));
        var strokes = new List<string>();
        foreach (var (line, width) in Face)
        {
            foreach (var side in Figure.Sides.Both)
            {
                var anchors = line.Select(p =>
                    Anchor.Snap(body, headPart, head.At((new Vector3(side * p.X, p.Y, 4) - HeadFlesh.Origin) * scale), head.Z)
                );
                Add(anchors, width);
            }
        }

        var trunk = body.PartNamed("trunk");
        Add(Navel.Select(p => Anchor.Snap(body, trunk, body.Bones.Trunk(p.X, p.Y, 4), body.Bones.SpineAt(p.Y).Z)), 3.4f);
        return string.Concat(strokes);

        void Add(IEnumerable<Anchor> anchors, float width)
        {
            var seen = SkinLine
                .Through(body, [.. anchors])
                .Where(a => Vector3.Dot(a.Normal, camera.Toward) > 0.12f && a.FreeToward(body, camera.Toward, 100 * scale))
                .Select(a => picture.ToPixel(a.At))
                .ToList();
            if (seen.Count > 5)
            {
                var n = seen.Count;
                var pen = width * FigureArtist.PenScale(picture.CmPerPixel);
                strokes.Add(path.Stroke(Curves.Softened(seen, 1), i => pen * (0.25f + (0.75f * MathF.Sin(MathF.PI * i / (n - 1)))), 0.04f));
            }
        }
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
