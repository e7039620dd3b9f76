namespace AmpleLantern.Core.Vocabulary;

/// <summary>Whether two pieces of skin have some in common. Both are given on the left or in the middle.</summary>
public static class PatchOverlap
{
    private const double Turn = 360;
    private static readonly double[] Turns = [-Turn, 0, Turn];

    public static bool Overlaps(this Region one, Region other) => one.Patches.Any(a => other.Patches.Any(b => Overlaps(a, b)));

    /// <summary>
    /// The largest share, 0 to 1, that skin common to both has of a patch of either. Boxes on the head have no lengths to compare: they
    /// share all or nothing.
    /// </summary>
    public static double SharedWith(this Region one, Region other) =>
        one.Patches.SelectMany(a => other.Patches.Where(b => Overlaps(a, b)).Select(b => Share(a, b))).DefaultIfEmpty(0).Max();

    private static double Share(Patch one, Patch other)
    {
        var (along, alongOther) = Shares(one.Station, other.Station, [0]);
        var (round, roundOther) = Shares(one.Round, other.Round, Turns);
        return Math.Max(along * round, alongOther * roundOther);
    }

    private static (double Of, double OfOther) Shares(IReadOnlyList<double>? one, IReadOnlyList<double>? other, double[] turns)
    {
        if (one is null || other is null)
        {
            return (1, 1);
        }

        var shared = turns.Max(t => Math.Min(one.Max(), other.Max() + t) - Math.Max(one.Min(), other.Min() + t));
        return (shared / (one.Max() - one.Min()), shared / (other.Max() - other.Min()));
    }

    public static bool Overlaps(Patch one, Patch other) =>
        one.On == other.On
        && Meet(one.Station, other.Station)
        && Round(one.Round, other.Round)
        && Meet(one.Across, other.Across)
        && Box(one, other);

    /// <summary>What one of them does not say holds for the whole segment.</summary>
    private static bool Meet(IReadOnlyList<double>? one, IReadOnlyList<double>? other) =>
        one is null || other is null || Math.Max(one.Min(), other.Min()) < Math.Min(one.Max(), other.Max());

    private static bool Round(IReadOnlyList<double>? one, IReadOnlyList<double>? other)
    {
        if (one is null || other is null)
        {
            return true;
        }

        return Turns.Any(t => Meet(one, [other[0] + t, other[1] + t]));
    }

    /// <summary>Boxes look the same way and meet in the two directions along the skin; a flat side has no thickness.</summary>
    private static bool Box(Patch one, Patch other)
    {
        if (one.From is null || other.From is null)
        {
            return true;
        }

        var along = Enumerable.Range(0, 3).Where(i => Math.Abs(one.Toward![i]) < 0.5 && Math.Abs(other.Toward![i]) < 0.5);
        return Enumerable.Range(0, 3).Sum(i => one.Toward![i] * other.Toward![i]) > 0
            && along.All(i => Meet([one.From[i], one.To![i]], [other.From[i], other.To![i]]));
    }
}
