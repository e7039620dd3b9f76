namespace AmpleLantern.Core.Vocabulary;

/// <summary>Whether two pieces of skin have some in common. Both are given on the left or in the middle.</summary>
public static class PatchOverlap
{
    private const double Turn = 360;

    public static bool Overlaps(this Region one, Region other) => one.Patches.Any(a => other.Patches.Any(b => Overlaps(a, b)));

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

        double[] turns = [-Turn, 0, Turn];
        return turns.Any(t => Meet(one, [other[0] + t, other[1] + t]));
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
