using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>A parallel view of the body. Nothing is foreshortened by distance, so lengths can be read off.</summary>
/// <param name="toward">From the body to the eye.</param>
/// <param name="up">What is up on the page.</param>
public sealed class Camera(Vector3 toward, Vector3 up)
{
    public Vector3 Toward { get; } = Vector3.Normalize(toward);

    public Vector3 Up { get; } = Geometry.Across(up, Vector3.Normalize(toward));

    public Vector3 Right => Vector3.Cross(Up, Toward);

    /// <summary>Right, up and depth towards the eye, in cm.</summary>
    public Vector3 See(Vector3 p) => new(Vector3.Dot(p, Right), Vector3.Dot(p, Up), Vector3.Dot(p, Toward));
}

/// <summary>The piece of the view that is drawn, in cm on the page: x to the right, y up.</summary>
public readonly record struct Window(float Left, float Bottom, float Right, float Top)
{
    public float Width => Right - Left;

    public float Height => Top - Bottom;

    public Window Wider(float by) => new(Left - by, Bottom - by, Right + by, Top + by);

    /// <summary>Whether something seen there falls on the page.</summary>
    public bool Holds(Vector3 seen) => seen.X >= Left && seen.X <= Right && seen.Y >= Bottom && seen.Y <= Top;

    /// <summary>Around solids as the camera sees them, with a margin.</summary>
    public static Window Around(IEnumerable<Primitive> solids, Camera camera, float margin)
    {
        var (lo, hi) = (new Vector3(float.MaxValue), new Vector3(float.MinValue));
        foreach (var s in solids)
        {
            foreach (var end in new[] { s.From, s.To })
            {
                var seen = camera.See(end);
                lo = Vector3.Min(lo, seen - new Vector3(s.Radius));
                hi = Vector3.Max(hi, seen + new Vector3(s.Radius));
            }
        }

        return new(lo.X - margin, lo.Y - margin, hi.X + margin, hi.Y + margin);
    }
}
