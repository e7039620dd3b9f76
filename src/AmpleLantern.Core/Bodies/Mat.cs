using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;

namespace AmpleLantern.Core.Bodies;

/// <summary>What carries a body: where the mat, the seat or the floor is.</summary>
public static class Mat
{
    private const float Apart = 4;
    private const float Hit = 0.05f;
    private const int MostSteps = 60;

    /// <summary>Height along the body's up, in cm: the seat of who sits on it, else the lowest skin.</summary>
    /// <remarks>Found by looking up from below along a grid of lines; the lowest hit is within a few millimetres.</remarks>
    public static float HeightCm(Body body)
    {
        var up = body.Pose.Up;
        if (body.Seat is { } seat && up == Vector3.UnitY)
        {
            return seat.Height;
        }

        var across = Vector3.Normalize(MathF.Abs(up.Y) > 0.9f ? Vector3.UnitX : Vector3.UnitY);
        var along = Vector3.Cross(up, across);
        var (lo, hi) = (new Vector3(float.MaxValue), new Vector3(float.MinValue));
        foreach (var s in body.Whole.Solids)
        {
            foreach (var end in new[] { s.From, s.To })
            {
                var at = new Vector3(Vector3.Dot(end, across), Vector3.Dot(end, along), Vector3.Dot(end, up));
                (lo, hi) = (Vector3.Min(lo, at - new Vector3(s.Radius)), Vector3.Max(hi, at + new Vector3(s.Radius)));
            }
        }

        var lowest = hi.Z;
        for (var a = lo.X; a <= hi.X; a += Apart)
        {
            for (var b = lo.Y; b <= hi.Y; b += Apart)
            {
                lowest = MathF.Min(lowest, FirstHit(body, (across * a) + (along * b), up, lo.Z, lowest));
            }
        }

        return lowest;
    }

    /// <summary>How high a line from below gets before it meets skin; no higher than what is asked.</summary>
    private static float FirstHit(Body body, Vector3 foot, Vector3 up, float from, float upTo)
    {
        var height = from;
        for (var i = 0; i < MostSteps && height < upTo; i++)
        {
            var free = body.Whole.Distance(foot + (up * height));
            if (free < Hit)
            {
                return height;
            }

            height += free;
        }

        return upTo;
    }
}
