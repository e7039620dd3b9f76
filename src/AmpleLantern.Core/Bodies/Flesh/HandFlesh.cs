using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies.Flesh;

/// <summary>The hand in its own frame: x to the thumb, y to the fingertips, z out of the palm; origin at the wrist crease.</summary>
internal static class HandFlesh
{
    /// <summary>The hand is drawn a little larger than the table below.</summary>
    public const float Size = 1.05f;

    /// <summary>One finger: where it starts, its length, lean, thickness and how far it curls.</summary>
    public readonly record struct Finger(float BaseX, float KnuckleX, float KnuckleY, float Length, float Lean, float Radius, float Curl);

    /// <summary>Index to little finger.</summary>
    public static readonly IReadOnlyList<Finger> Fingers =
    [
        new(1.5f, 2.85f, 9.2f, 7.3f, 0.045f, 0.92f, 9),
        new(0.5f, 0.95f, 9.5f, 8.1f, 0.01f, 0.95f, 11),
        new(-0.5f, -0.95f, 8.9f, 7.5f, -0.03f, 0.9f, 13),
        new(-1.4f, -2.75f, 8f, 5.9f, -0.08f, 0.8f, 16),
    ];

    private static readonly Vector3[] Thumb = [new(3.8f, 5, 1.7f), new(4.55f, 7.9f, 2.1f), new(4.75f, 10.3f, 2.2f)];

    private static readonly float[] Phalanges = [0.46f, 0.29f, 0.25f];

    /// <summary>Marks the solids of the palm and those of the thumb; fingers follow.</summary>
    private const int PalmDigit = 9;
    private const int ThumbDigit = 10;

    public static void Build(Part part, Skeleton bones, int side, LimbPose pose)
    {
        var scale = bones.Size.Scale;
        var hand = bones.Segment(Sides.On("hand", side));
        var clay = new Sculptor(part, scale);
        Vector3 H(float x, float y, float z) => hand.At(new Vector3(x, y, z) * Size * scale);
        Frame F(float x, float y, float z) => hand.MovedTo(H(x, y, z));

        foreach (var f in Fingers)
        {
            clay.Cone(H(f.BaseX, 0.2f, 0.05f), H(f.KnuckleX, f.KnuckleY, 0), 1.55f, 1.12f, 1.5f, PalmDigit);
        }

        clay.Ellipsoid(F(0, 4.8f, 0.5f), 3.3f, 4.4f, 1.3f, 1.2f, PalmDigit);
        clay.Ellipsoid(F(-2.2f, 4.2f, 0.6f), 1.3f, 3.4f, 1.4f, 1, PalmDigit);
        clay.Ellipsoid(F(2.1f, 3.5f, 0.9f), 1.7f, 2.9f, 1.5f, 1.2f, PalmDigit);
        clay.Cone(H(1.9f, 1.6f, 0.7f), H(Thumb[0].X, Thumb[0].Y, Thumb[0].Z), 1.5f, 1.15f, 1.2f, PalmDigit);
        clay.Cone(hand.At(Thumb[0] * Size * scale), hand.At(Thumb[1] * Size * scale), 1.1f, 1, 0.5f, ThumbDigit);
        clay.Cone(hand.At(Thumb[1] * Size * scale), hand.At(Thumb[2] * Size * scale), 1, 0.78f, 0.3f, ThumbDigit);
        for (var i = 0; i < Fingers.Count; i++)
        {
            var chain = Chain(i + 2, pose);
            var radius = Fingers[i].Radius;
            for (var q = 0; q < Phalanges.Length; q++)
            {
                var end = radius * (q == Phalanges.Length - 1 ? 0.84f : 0.95f);
                clay.Cone(
                    hand.At(chain[q] * Size * scale),
                    hand.At(chain[q + 1] * Size * scale),
                    radius,
                    end,
                    q == 0 ? 0.45f : 0.2f,
                    ThumbDigit + 1 + i
                );
                radius = end;
            }
        }
    }

    /// <summary>Joints of a digit from knuckle to tip in the hand's table cm; 1 is the thumb.</summary>
    public static IReadOnlyList<Vector3> Chain(int digit, LimbPose pose)
    {
        if (digit == 1)
        {
            return Thumb;
        }

        var f = Fingers[digit - 2];
        // A hand that is laid on something lies flatter than one that hangs.
        var curl = f.Curl * (pose.Fingers is not null || pose.OnThigh is not null ? 0.4f : 1);
        var angle = curl * 0.6f;
        var chain = new List<Vector3> { new(f.KnuckleX, f.KnuckleY, 0) };
        for (var q = 0; q < Phalanges.Length; q++)
        {
            var a = Geometry.Radians(angle);
            chain.Add(chain[^1] + (Vector3.Normalize(new(f.Lean, MathF.Cos(a), MathF.Sin(a))) * f.Length * Phalanges[q]));
            angle += curl * (q == 0 ? 1.25f : 0.8f);
        }

        return chain;
    }
}
