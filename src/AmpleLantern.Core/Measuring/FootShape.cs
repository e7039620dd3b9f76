using AmpleLantern.Core.Bodies;

namespace AmpleLantern.Core.Measuring;

/// <summary>One traced foot: where its edges run, so that fractions become millimetres.</summary>
/// <param name="LengthMm">Heel to longest toe.</param>
/// <param name="BallWidthMm">Across the ball.</param>
/// <param name="HeelWidthMm">Across the heel.</param>
public sealed record FootShape(double LengthMm, double BallWidthMm, double HeelWidthMm, bool Estimate)
{
    private const double BallOfLength = 0.385;
    private const double HeelOfLength = 0.255;
    private const double HeelUpTo = 0.2;
    private const double BallFrom = 0.6;

    // Edges of an average sole from heel to toes, as fractions of the ball's width from its middle: level, inner, outer.
    private static readonly (double Y, double Inner, double Outer)[] Edges =
    [
        (0, 0.05, -0.05), (0.01, 0.165, -0.17), (0.048, 0.275, -0.285), (0.11, 0.325, -0.338), (0.2, 0.318, -0.36), (0.3, 0.286, -0.402),
        (0.41, 0.264, -0.45), (0.48, 0.278, -0.478), (0.555, 0.322, -0.503), (0.62, 0.383, -0.512), (0.685, 0.455, -0.49),
        (0.735, 0.482, -0.43), (0.785, 0.468, -0.32), (0.83, 0.46, -0.2), (0.86, 0.45, -0.1), (1, 0.3, -0.1),
    ];

    private const double BallAtRest = 0.994;
    private const double HeelAtRest = 0.663;

    /// <summary>The traced foot where it was traced, an average foot of this stature elsewhere.</summary>
    public static FootShape Of(BodyMeasures measures, StretchTable stretches)
    {
        var length = measures.Foot(FootMeasures.Length) ?? stretches.FootLengthMm(measures.StatureCm ?? stretches.UsualStatureCm);
        return new(
            length, measures.Foot(FootMeasures.BallWidth) ?? (length * BallOfLength),
            measures.Foot(FootMeasures.HeelWidth) ?? (length * HeelOfLength), measures.FootMm is not { Count: > 0 });
    }

    /// <summary>Millimetres from the heel and from the inner edge at that level.</summary>
    /// <param name="x">Fraction of the width at that level, from the inner edge.</param>
    /// <param name="y">Fraction of the length, from the heel.</param>
    public (double FromHeelMm, double FromInnerMm) At(double x, double y)
    {
        var (inner, outer) = EdgesAt(y);
        return (Math.Round(y * LengthMm, 1), Math.Round(x * (inner - outer), 1));
    }

    /// <summary>Width of the sole at a level, in mm.</summary>
    public double WidthAt(double y)
    {
        var (inner, outer) = EdgesAt(y);
        return inner - outer;
    }

    private (double Inner, double Outer) EdgesAt(double y)
    {
        var i = 0;
        while (i < Edges.Length - 2 && y > Edges[i + 1].Y)
        {
            i++;
        }

        var t = Math.Clamp((y - Edges[i].Y) / (Edges[i + 1].Y - Edges[i].Y), 0, 1);
        var share = Math.Clamp((y - HeelUpTo) / (BallFrom - HeelUpTo), 0, 1);
        var scale = (HeelWidthMm / HeelAtRest * (1 - share)) + (BallWidthMm / BallAtRest * share);
        return (scale * (Edges[i].Inner + ((Edges[i + 1].Inner - Edges[i].Inner) * t)),
            scale * (Edges[i].Outer + ((Edges[i + 1].Outer - Edges[i].Outer) * t)));
    }
}
