using AmpleLantern.Core.Measuring;

namespace AmpleLantern.Core.Bodies;

/// <summary>Refuses lengths that nobody has, and names nobody knows.</summary>
public static class MeasureCheck
{
    /// <summary>In centimetres, for every door: what goes in by one of them can be reckoned with behind all.</summary>
    public const double ShortestStature = 50;
    public const double TallestStature = 250;
    public const double LeastPalmCm = 4;
    public const double MostPalmCm = 16;

    private const double LeastOfUsual = 0.5;
    private const double MostOfUsual = 2;
    private const double LeastHandCm = 1;
    private const double MostHandCm = 15;
    private const double LeastFootMm = 20;
    private const double MostFootMm = 400;

    /// <param name="pointer">Where the measures stand in what was sent.</param>
    /// <exception cref="RefusalException">The first value that cannot be right.</exception>
    public static BodyMeasures Check(BodyMeasures measures, StretchTable stretches, string pointer)
    {
        if (measures.StatureCm is { } stature)
        {
            Within(stature, ShortestStature, TallestStature, "cm of stature", $"{pointer}/statureCm");
        }

        foreach (var (id, cm) in measures.StretchesCm ?? new Dictionary<string, double>())
        {
            var known = stretches.All.Find(id) ?? throw Unknown(id, stretches.All.All.Select(s => s.Id), $"{pointer}/stretchesCm");
            var usual = stretches.EstimateCm(id, measures.StatureCm ?? stretches.UsualStatureCm);
            Within(cm, usual * LeastOfUsual, usual * MostOfUsual, $"cm for {known.Name}", $"{pointer}/stretchesCm/{id}");
        }

        foreach (var (id, cm) in measures.HandsCm ?? new Dictionary<string, double>())
        {
            Named(id, HandMeasures.All, $"{pointer}/handsCm");
            var (least, most) = id == HandMeasures.Palm ? (LeastPalmCm, MostPalmCm) : (LeastHandCm, MostHandCm);
            Within(cm, least, most, "cm", $"{pointer}/handsCm/{id}");
        }

        foreach (var (id, mm) in measures.FootMm ?? new Dictionary<string, double>())
        {
            Named(id, FootMeasures.All, $"{pointer}/footMm");
            Within(mm, LeastFootMm, MostFootMm, "mm", $"{pointer}/footMm/{id}");
        }

        return measures;
    }

    private static void Named(string id, IReadOnlyList<string> all, string pointer)
    {
        if (!all.Contains(id))
        {
            throw Unknown(id, all, pointer);
        }
    }

    private static RefusalException Unknown(string id, IEnumerable<string> all, string pointer) =>
        new("unknown-measure", $"There is no measure '{id}'. Use one of {string.Join(", ", all)}.", pointer);

    private static void Within(double value, double least, double most, string what, string pointer)
    {
        if (!(value >= least && value <= most))
        {
            throw new RefusalException(
                "measure-out-of-range",
                FormattableString.Invariant($"{value:0.#} is outside {least:0.#} to {most:0.#} {what}. Measure again and enter it."), pointer);
        }
    }
}
