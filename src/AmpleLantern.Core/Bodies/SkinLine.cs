using System.Numerics;

namespace AmpleLantern.Core.Bodies;

/// <summary>A smooth line on the skin through given places.</summary>
public static class SkinLine
{
    /// <summary>How far apart the places of a channel are laid, and those of a line of the drawing.</summary>
    public const float EveryCm = 0.6f;
    public const float OfInkCm = 0.15f;

    /// <summary>Places about as far apart as said, on the skin, through all of <paramref name="anchors"/>.</summary>
    /// <remarks>A Catmull-Rom curve laid onto the surface point by point; each given anchor is one of the points.</remarks>
    public static List<Anchor> Through(Body body, IReadOnlyList<Anchor> anchors, float every = EveryCm)
    {
        var line = new List<Anchor>();
        for (var i = 0; i < anchors.Count - 1; i++)
        {
            var (a, b) = (anchors[i], anchors[i + 1]);
            var (before, after) = (anchors[Math.Max(0, i - 1)].At, anchors[Math.Min(anchors.Count - 1, i + 2)].At);
            line.Add(a);
            // Laid down straight, not sliding off to a side where the skin is folded: under the chin, beside a tendon.
            var sideways = Vector3.Cross(b.At - a.At, a.Normal + b.Normal);
            var n = Math.Max(2, (int)((b.At - a.At).Length() / every));
            for (var k = 1; k < n; k++)
            {
                line.Add(Anchor.OnSurface(body, Curve(before, a.At, b.At, after, (float)k / n), sideways));
            }
        }

        line.Add(anchors[^1]);
        return line;
    }

    private static Vector3 Curve(Vector3 a, Vector3 b, Vector3 c, Vector3 d, float t) =>
        0.5f * ((2 * b) + ((c - a) * t) + (((2 * a) - (5 * b) + (4 * c) - d) * t * t) + (((3 * b) - a - (3 * c) + d) * t * t * t));
}
