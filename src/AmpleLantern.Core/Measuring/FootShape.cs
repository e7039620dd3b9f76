using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Measuring;

/// <summary>An average sole, from which an untraced one is told.</summary>
/// <param name="BallOfLength">Width of the ball, of the length; the heel's likewise.</param>
/// <param name="HeelUpTo">Level up to which the heel's width holds, of the length; the ball's from <paramref name="BallFrom"/> on.</param>
/// <param name="BallAtRest">Width of the ball in the outline itself; the heel's likewise.</param>
/// <param name="SameMm">Areas nearer to each other lie in the same place.</param>
/// <param name="Edges">From heel to toes, as fractions of the ball's width from its middle: level, inner, outer.</param>
[Kind("footOutline", "outline of the foot", Single = true)]
public sealed record FootOutline(
    string Id,
    Source Source,
    double BallOfLength,
    double HeelOfLength,
    double HeelUpTo,
    double BallFrom,
    double BallAtRest,
    double HeelAtRest,
    double SameMm,
    IReadOnlyList<IReadOnlyList<double>> Edges
) : IKnown;

/// <summary>One traced foot: where its edges run, so that fractions become millimetres.</summary>
/// <param name="LengthMm">Heel to longest toe.</param>
/// <param name="BallWidthMm">Across the ball.</param>
/// <param name="HeelWidthMm">Across the heel.</param>
public sealed record FootShape(double LengthMm, double BallWidthMm, double HeelWidthMm, bool Estimate)
{
    internal FootOutline Outline { get; init; } = null!;

    /// <summary>The traced foot where it was traced, an average foot of this stature elsewhere.</summary>
    public static FootShape Of(BodyMeasures measures, KnowledgeBase knowledge)
    {
        var (stretches, outline) = (knowledge.Stretches, knowledge.FootOutline);
        var length = measures.Foot(FootMeasures.Length) ?? stretches.FootLengthMm(measures.StatureCm ?? stretches.UsualStatureCm);
        return new(
            length,
            measures.Foot(FootMeasures.BallWidth) ?? (length * outline.BallOfLength),
            measures.Foot(FootMeasures.HeelWidth) ?? (length * outline.HeelOfLength),
            measures.FootMm is not { Count: > 0 }
        )
        {
            Outline = outline,
        };
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

    private const int Level = 0,
        Inner = 1,
        Outer = 2;

    private (double Inner, double Outer) EdgesAt(double y)
    {
        var edges = Outline.Edges;
        var i = 0;
        while (i < edges.Count - 2 && y > edges[i + 1][Level])
        {
            i++;
        }

        var t = Math.Clamp((y - edges[i][Level]) / (edges[i + 1][Level] - edges[i][Level]), 0, 1);
        var share = Math.Clamp((y - Outline.HeelUpTo) / (Outline.BallFrom - Outline.HeelUpTo), 0, 1);
        var scale = (HeelWidthMm / Outline.HeelAtRest * (1 - share)) + (BallWidthMm / Outline.BallAtRest * share);
        return (
            scale * (edges[i][Inner] + ((edges[i + 1][Inner] - edges[i][Inner]) * t)),
            scale * (edges[i][Outer] + ((edges[i + 1][Outer] - edges[i][Outer]) * t))
        );
    }
}
