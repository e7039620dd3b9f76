using System.Numerics;

namespace AmpleLantern.Core.Bodies.Shapes;

/// <summary>A place and three unit directions: X lateral, Y along the segment, Z towards its front.</summary>
/// <remarks>
/// All of Bodies computes in centimetres; the world is x to the client's left, y to the head, z to the front when standing.
/// </remarks>
public readonly record struct Frame(Vector3 O, Vector3 X, Vector3 Y, Vector3 Z)
{
    public static readonly Frame World = new(Vector3.Zero, Vector3.UnitX, Vector3.UnitY, Vector3.UnitZ);

    /// <summary>World position of local coordinates.</summary>
    public Vector3 At(float x, float y, float z) => O + (X * x) + (Y * y) + (Z * z);

    public Vector3 At(Vector3 local) => At(local.X, local.Y, local.Z);

    /// <summary>World direction of local components; not normalised.</summary>
    public Vector3 Toward(float x, float y, float z) => (X * x) + (Y * y) + (Z * z);

    public Vector3 Toward(Vector3 local) => Toward(local.X, local.Y, local.Z);

    public Vector3 ToLocal(Vector3 world)
    {
        var d = world - O;
        return new(Vector3.Dot(d, X), Vector3.Dot(d, Y), Vector3.Dot(d, Z));
    }

    public Frame MovedTo(Vector3 origin) => this with { O = origin };

    /// <summary>Turned about its own axes by degrees: flexion about X, turning about Y, side bending about Z.</summary>
    public Frame Turned(float aboutX, float aboutY, float aboutZ)
    {
        var (x, y, z) = (X, Y, Z);
        Turn(X, aboutX);
        Turn(Y, aboutY);
        Turn(Z, aboutZ);
        return new(O, x, y, z);

        void Turn(Vector3 axis, float degrees)
        {
            if (degrees == 0)
            {
                return;
            }

            var q = Quaternion.CreateFromAxisAngle(Vector3.Normalize(axis), Geometry.Radians(degrees));
            (x, y, z) = (Vector3.Transform(x, q), Vector3.Transform(y, q), Vector3.Transform(z, q));
        }
    }

    /// <summary>Between two frames, made orthonormal again.</summary>
    public static Frame Between(Frame a, Frame b, float t)
    {
        var y = Vector3.Normalize(Vector3.Lerp(a.Y, b.Y, t));
        var x = Geometry.Across(Vector3.Lerp(a.X, b.X, t), y);
        var z = Vector3.Lerp(a.Z, b.Z, t);
        z = Vector3.Normalize(z - (y * Vector3.Dot(z, y)) - (x * Vector3.Dot(z, x)));
        return new(Vector3.Lerp(a.O, b.O, t), x, y, z);
    }

    /// <summary>Equally spaced frames from <paramref name="a"/> to <paramref name="b"/>.</summary>
    public static Frame[] Run(Frame a, Frame b, int count) =>
        [.. Enumerable.Range(0, count).Select(i => Between(a, b, (float)i / (count - 1)))];
}
