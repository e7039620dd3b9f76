using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies.Flesh;

/// <summary>Skull, face and ears, in the head's own frame (origin at reference height 152, 1 cm behind the spine).</summary>
internal static class HeadFlesh
{
    /// <summary>Where the head frame's origin stands on the reference figure.</summary>
    public static readonly Vector3 Origin = new(0, 152, -1);

    public static void Build(Part part, Skeleton bones)
    {
        var scale = bones.Size.Scale;
        var clay = new Sculptor(part, scale);
        var head = bones.Segment("head");
        Vector3 P(float x, float y, float z) => head.At((new Vector3(x, y, z) - Origin) * scale);
        Frame F(float x, float y, float z) => head.MovedTo(P(x, y, z));

        clay.Ellipsoid(F(0, 162.6f, -0.6f), 7.5f, 9.3f, 9.2f, 1);
        clay.Ellipsoid(F(0, 161.4f, 2.6f), 6.7f, 7.6f, 6.6f, 2);
        clay.Ellipsoid(F(0, 155.6f, 3.4f), 5.4f, 6.3f, 5.3f, 2.5f);
        clay.Ellipsoid(F(0, 151.2f, 6.9f), 2.4f, 1.7f, 1.9f, 2f);
        foreach (var s in Sides.Both)
        {
            // Jaw, cheek bone, ear, wing of the nose.
            clay.Cone(P(s * 4.6f, 154.2f, 1.4f), P(s * 1.6f, 150.9f, 6.6f), 1.7f, 1.5f, 1.8f);
            clay.Ellipsoid(F(s * 3.9f, 157f, 4.9f), 2.9f, 2.6f, 3f, 2);
            clay.Ellipsoid(F(s * 7.7f, 158.6f, -0.6f).Turned(-12, s * -24, s * -7), 0.7f, 3.2f, 1.8f, 0.3f, 7);
            clay.Ellipsoid(F(s * 0.95f, 156.6f, 9.1f), 0.8f, 0.7f, 0.9f, 0.6f);
        }

        // Nose, brow, lips, the hollow under the lower lip left between lip and chin.
        clay.Cone(P(0, 161f, 8.2f), P(0, 157.4f, 10.35f), 0.65f, 0.92f, 1f);
        clay.Ellipsoid(F(0, 162f, 7.3f), 4.8f, 1.1f, 1.75f, 1.2f);
        clay.Ellipsoid(F(0, 154.6f, 7.9f), 2.1f, 0.75f, 1.1f, 0.7f);
        clay.Ellipsoid(F(0, 153.4f, 7.7f), 1.9f, 0.75f, 1.05f, 0.7f);
    }
}
