using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies.Flesh;

/// <summary>The foot in its own frame: x to the little toe, y up the leg, z to the toes; origin at the ankle joint.</summary>
internal static class FootFlesh
{
    private const int BodyDigit = 20;
    private const int FirstToeDigit = 21;

    /// <summary>One toe from its base over its joint to its tip, with the thickness there.</summary>
    public readonly record struct Toe(Vector3 Base, Vector3 Middle, Vector3 Tip, float R1, float R2, float R3, float Blend1, float Blend2);

    /// <summary>Big toe to little toe.</summary>
    public static readonly IReadOnlyList<Toe> Toes =
    [
        new(new(-2.55f, -5, 13), new(-2.35f, -5.45f, 16.3f), new(-2.2f, -5.55f, 17.9f), 1.45f, 1.15f, 1.15f, 0.6f, 0.4f),
        new(new(-0.55f, -5.05f, 12.8f), new(-0.3f, -5.1f, 16.2f), new(-0.25f, -5.75f, 17.7f), 1, 0.78f, 0.85f, 0.5f, 0.3f),
        new(new(0.95f, -5.1f, 12.2f), new(1.3f, -5.2f, 15.3f), new(1.35f, -5.85f, 16.6f), 0.95f, 0.74f, 0.8f, 0.5f, 0.3f),
        new(new(2.25f, -5.2f, 11.4f), new(2.7f, -5.3f, 14), new(2.75f, -5.9f, 15.1f), 0.92f, 0.72f, 0.76f, 0.5f, 0.3f),
        new(new(3.3f, -5.35f, 10.3f), new(3.85f, -5.5f, 12.5f), new(3.9f, -5.95f, 13.4f), 0.92f, 0.72f, 0.74f, 0.5f, 0.3f),
    ];

    public static void Build(Part part, Skeleton bones, int side)
    {
        var scale = bones.Size.Scale;
        var length = bones.Size.Foot;
        var foot = bones.Segment(Sides.On("foot", side));
        var clay = new Sculptor(part, scale);
        Vector3 H(float x, float y, float z) => foot.At(new Vector3(x, y, z > 0 ? z * length : z) * scale);
        void C(float x1, float y1, float z1, float r1, float x2, float y2, float z2, float r2, float blend, int digit = BodyDigit) =>
            clay.Cone(H(x1, y1, z1), H(x2, y2, z2), r1, r2, blend, digit);

        // Heel, tendon, instep, inner column, outer column, middle, ball.
        clay.Ellipsoid(foot.MovedTo(H(0, -3.7f, -3.3f)), 3.15f, 3.1f, 3.4f, 1, BodyDigit);
        C(0, 0.4f, -3.2f, 2, 0, -3.6f, -4, 2.4f, 2);
        C(0, -0.2f, -0.3f, 3.3f, -0.5f, -2.9f, 5.2f, 2.6f, 2.2f);
        C(-0.6f, -2.6f, 3, 2.5f, -2.1f, -4.5f, 11.4f, 1.85f, 2);
        C(0.9f, -4.2f, -1.5f, 2.4f, 3, -5.15f, 9.4f, 1.5f, 2);
        C(0.2f, -3.2f, 4, 2.5f, 0.5f, -4.8f, 11.3f, 1.75f, 2);
        C(-2.6f, -4.75f, 11.8f, 1.9f, -2.5f, -4.9f, 12.8f, 1.75f, 1.2f);
        C(-2.4f, -5, 12, 1.6f, 2.6f, -5.3f, 10.4f, 1.4f, 1.2f);
        for (var i = 0; i < Toes.Count; i++)
        {
            var t = Toes[i];
            C(t.Base.X, t.Base.Y, t.Base.Z, t.R1, t.Middle.X, t.Middle.Y, t.Middle.Z, t.R2, t.Blend1, FirstToeDigit + i);
            C(t.Middle.X, t.Middle.Y, t.Middle.Z, t.R2, t.Tip.X, t.Tip.Y, t.Tip.Z, t.R3, t.Blend2, FirstToeDigit + i);
        }
    }
}
