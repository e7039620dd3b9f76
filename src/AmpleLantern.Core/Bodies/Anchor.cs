using System.Numerics;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies;

/// <summary>A place on the skin.</summary>
/// <param name="Buried">
/// Not to be got at: pressed into another part of the body in this pose, as the calf against the thigh in a deep bend, or missing.
/// </param>
/// <param name="Missing">The limb ends before it.</param>
public readonly record struct Anchor(Vector3 At, Vector3 Normal, bool Buried, bool Missing = false)
{
    private const float DeepInside = 2f;
    private const float OnSkin = 0.005f;
    private const float OffSkin = 1.5f;
    private const float FarthestOut = 40;
    private const float TooShort = 0.01f;

    /// <summary>From inside one part, straight out to the skin.</summary>
    /// <param name="from">A point inside the part; one outside is first brought in against <paramref name="toward"/>.</param>
    public static Anchor Snap(Body body, int part, Vector3 from, Vector3 toward)
    {
        if (body.Parts[part].Gone || body.Lost(from))
        {
            return new(from, Vector3.Normalize(toward), Buried: true, Missing: true);
        }

        var p = Out(body.Whole, part, from, Vector3.Normalize(toward), body.Size.Scale);
        return OnSurface(body, p);
    }

    /// <summary>The nearest place on the skin to a point close to it.</summary>
    /// <param name="sideways">A direction it does not move in, of any length; none if left out.</param>
    public static Anchor OnSurface(Body body, Vector3 p, Vector3 sideways = default)
    {
        var held = sideways.LengthSquared() < TooShort ? Vector3.Zero : Vector3.Normalize(sideways);
        var field = body.Whole;
        var f = field.Distance(p);
        var n = field.Normal(p);
        var missing = f > OffSkin && body.Lost(p);
        if (missing || f < -DeepInside * body.Size.Scale)
        {
            return new(p, n, true, missing);
        }

        for (var i = 0; i < 5 && MathF.Abs(f) > OnSkin; i++)
        {
            var along = n - (held * Vector3.Dot(n, held));
            p -= (along.LengthSquared() < TooShort ? n : Vector3.Normalize(along)) * f;
            f = field.Distance(p);
            n = field.Normal(p);
        }

        return new(p, n, MathF.Abs(f) > 0.25f);
    }

    private static Vector3 Out(Field field, int part, Vector3 p, Vector3 toward, float scale)
    {
        var d = field.ToPart(part, p);
        var (nearest, best) = (p, d);
        for (var i = 0; i < 40 && d > 0.01f; i++)
        {
            p -= toward * Math.Clamp(d, 0.05f, 1f);
            d = field.ToPart(part, p);
            (nearest, best) = d < best ? (p, d) : (nearest, best);
        }

        if (best > 0.01f)
        {
            // The line misses the part: where it came closest is as near as there is.
            return nearest;
        }

        var gone = 0f;
        for (var i = 0; i < 120 && d < -0.01f && gone < FarthestOut * scale; i++)
        {
            var step = MathF.Max(0.02f, -d * 0.8f);
            p += toward * step;
            gone += step;
            d = field.ToPart(part, p);
        }

        return p;
    }

    /// <summary>Whether this is on what a close-up shows: skin of a part that is left out lies off its surface.</summary>
    public bool IsOn(Body shown) => MathF.Abs(shown.Whole.Distance(At)) < 0.6f;

    /// <summary>Whether a straight line outwards from the skin in a direction leaves the body free.</summary>
    public bool FreeToward(Body body, Vector3 direction, float distance)
    {
        var field = body.Whole;
        var o = At + (Normal * 0.5f * body.Size.Scale);
        var t = 0.3f;
        while (t < distance)
        {
            var d = field.Distance(o + (direction * t));
            if (d < 0.05f)
            {
                return false;
            }

            t += MathF.Max(0.15f, d * 0.9f);
        }

        return true;
    }
}
