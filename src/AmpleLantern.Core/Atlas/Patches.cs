using System.Numerics;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>Spreads a patch of skin into a grid of places.</summary>
public static class Patches
{
    private const int AlongLimb = 12;
    private const int Around = 9;

    /// <summary>Rows along the segment, columns across it.</summary>
    public static Anchor[,] Grid(Locator locator, Patch patch, int side)
    {
        var grid = new Anchor[AlongLimb, Around];
        Parallel.For(
            0,
            AlongLimb,
            r =>
            {
                for (var c = 0; c < Around; c++)
                {
                    grid[r, c] = At(locator, patch, (double)r / (AlongLimb - 1), (double)c / (Around - 1), side);
                }
            }
        );
        return grid;
    }

    /// <summary>The middle of a patch.</summary>
    public static Anchor Centre(Locator locator, Patch patch, int side) => At(locator, patch, 0.5, 0.5, side);

    /// <summary>Across a patch, from 0 to 1, where it comes nearest to the midline of the body.</summary>
    public static double Midline(Patch patch) =>
        (patch.Round ?? patch.Across) is not { } range || patch.On is not ("trunk" or "head")
            ? 0.5
            : Crossing(range, 0) ?? (patch.Round is null ? null : Crossing(range, HalfTurn)) ?? Nearer(range);

    private const double HalfTurn = 180;

    private static double? Crossing(IReadOnlyList<double> range, double at) =>
        (at - range[0]) / (range[1] - range[0]) is >= 0 and <= 1 and var share ? share : null;

    private static double Nearer(IReadOnlyList<double> range) =>
        Math.Abs(Math.Sin(range[0] * Math.PI / HalfTurn)) < Math.Abs(Math.Sin(range[1] * Math.PI / HalfTurn)) ? 0 : 1;

    /// <summary>A place of a patch: a share along it, in the order it is worked, and a share across.</summary>
    public static Anchor At(Locator locator, Patch patch, double u, double v, int side)
    {
        if (patch.From is { } from && patch.To is { } to && patch.Toward is { } toward)
        {
            // Two of the three directions have an extent: the longer runs along, the other across.
            var axes = Enumerable.Range(0, 3).OrderByDescending(i => Math.Abs(to[i] - from[i])).ToArray();
            var at = new float[3];
            for (var i = 0; i < 3; i++)
            {
                var share =
                    i == axes[0] ? u
                    : i == axes[1] ? v
                    : 0;
                at[i] = (float)(from[i] + ((to[i] - from[i]) * share));
            }

            return locator.Inside(patch.On, new(at[0], at[1], at[2]), new((float)toward[0], (float)toward[1], (float)toward[2]), side);
        }

        var station = Mix(patch.Station!, u);
        return patch.On switch
        {
            "head" => locator.Head(station, Mix(patch.Across!, v), side),
            "trunk" => locator.TrunkRound((float)station, (float)Mix(patch.Round!, v), side),
            _ => locator.LimbRound(patch.On, (float)station, (float)Mix(patch.Round!, v), side),
        };
    }

    private static double Mix(IReadOnlyList<double> range, double share) => range[0] + ((range[1] - range[0]) * share);
}
