using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Techniques;
using MathNet.Numerics.LinearAlgebra;

namespace AmpleLantern.Core.Pressure.Weights;

/// <summary>A place in metres, a force in newtons or a direction: x to the practitioner's left, y up, z forward.</summary>
public readonly record struct Vec(double X, double Y, double Z)
{
    public static readonly Vec Zero = new(0, 0, 0);
    public static readonly Vec Up = new(0, 1, 0);
    public static readonly Vec Forward = new(0, 0, 1);

    public static Vec FromCm(Vector3 cm) => new(cm.X / 100.0, cm.Y / 100.0, cm.Z / 100.0);

    public static Vec operator +(Vec a, Vec b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);

    public static Vec operator -(Vec a, Vec b) => new(a.X - b.X, a.Y - b.Y, a.Z - b.Z);

    public static Vec operator *(Vec a, double s) => new(a.X * s, a.Y * s, a.Z * s);

    public double Length => Math.Sqrt(Dot(this));

    public Vec Normalised() => this * (1 / Length);

    public double Dot(Vec b) => (X * b.X) + (Y * b.Y) + (Z * b.Z);

    public Vec Cross(Vec b) => new((Y * b.Z) - (Z * b.Y), (Z * b.X) - (X * b.Z), (X * b.Y) - (Y * b.X));
}

/// <summary>A force on the practitioner's body.</summary>
/// <param name="Support">What gives it, e.g. <c>knees</c>, <c>left-hand</c>, <c>bars</c>.</param>
public readonly record struct Force(string Support, Vec At, Vec Newtons);

/// <summary>A support whose force is not known: where it acts and along which direction it can push.</summary>
public readonly record struct Support(string Id, Vec At, Vec Direction);

/// <summary>Equilibrium of one body at rest: no net force, no net moment.</summary>
public static class Statics
{
    private const double Residual = 1e-6;

    /// <summary>The forces at the supports that hold a body, or null when none can: too few supports, or not independent ones.</summary>
    /// <param name="loads">Known forces, weight among them.</param>
    /// <remarks>
    /// Six equations (three of force, three of moment about the origin) for the supports' sizes, by QR; those the supports cannot
    /// touch must hold by themselves. A negative size means that the support would have to pull.
    /// </remarks>
    public static Force[]? Solve(IReadOnlyList<Force> loads, IReadOnlyList<Support> supports)
    {
        var a = Matrix<double>.Build.Dense(6, supports.Count);
        for (var i = 0; i < supports.Count; i++)
        {
            Fill(supports[i].At, supports[i].Direction, (row, value) => a[row, i] = value);
        }

        var b = MathNet.Numerics.LinearAlgebra.Vector<double>.Build.Dense(6);
        var scale = 0.0;
        foreach (var load in loads)
        {
            Fill(load.At, load.Newtons, (row, value) => b[row] -= value);
            scale = Math.Max(scale, load.Newtons.Length);
        }

        var qr = a.QR(MathNet.Numerics.LinearAlgebra.Factorization.QRMethod.Thin);
        if (!qr.IsFullRank)
        {
            return null;
        }

        var sizes = qr.Solve(b);
        return (a * sizes - b).L2Norm() > Residual * scale
            ? null
            : [.. supports.Select((s, i) => new Force(s.Id, s.At, s.Direction * sizes[i]))];
    }

    private static void Fill(Vec at, Vec force, Action<int, double> set)
    {
        var moment = at.Cross(force);
        set(0, force.X);
        set(1, force.Y);
        set(2, force.Z);
        set(3, moment.X);
        set(4, moment.Y);
        set(5, moment.Z);
    }

    /// <summary>Sum of forces.</summary>
    public static Vec Total(IEnumerable<Force> forces) => forces.Aggregate(Vec.Zero, (sum, f) => sum + f.Newtons);

    /// <summary>Sum of moments about a place, in newton metres.</summary>
    public static Vec Moment(IEnumerable<Force> forces, Vec about) =>
        forces.Aggregate(Vec.Zero, (sum, f) => sum + (f.At - about).Cross(f.Newtons));
}
