using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using NodaTime;

namespace AmpleLantern.Core.Measures;

/// <summary>A measure taken on a day, before and after.</summary>
/// <param name="BeforeTries">What each try came to, where it is taken several times.</param>
/// <param name="Named">What is measured, where it is in the client's own words.</param>
public sealed record Rating(
    [RefersTo<Measure>] string Measure,
    double? Before = null,
    double? After = null,
    IReadOnlyList<double>? BeforeTries = null,
    IReadOnlyList<double>? AfterTries = null,
    string? Named = null
);

public enum ChangeVerdict
{
    Better,
    Same,
    Worse,

    /// <summary>Another, where neither way is the better.</summary>
    Changed,
    NotMeasured,
}

/// <summary>A change with the size that counts as one.</summary>
/// <param name="Threshold">Smallest change that counts here, in the measure's unit.</param>
public sealed record Change(
    string Measure,
    double? Before,
    double? After,
    double? Difference,
    double Threshold,
    ChangeVerdict Verdict,
    IReadOnlyList<double>? BeforeTries = null,
    IReadOnlyList<double>? AfterTries = null,
    string? Named = null
)
{
    /// <summary>What was measured, as it is said.</summary>
    public string Of(Measure measure) => Named is { Length: > 0 } ? $"“{Named}”" : measure.Name;
}

public static class ChangeJudge
{
    /// <summary>
    /// Judges a change. It counts from the smaller of the two thresholds: so many points, or so many percent of the first
    /// value. A pain of 7 going to 5 counts (2 points); 4 to 2.8 counts (30 %); 7 to 6 does not.
    /// </summary>
    /// <remarks>0-10 ratings: 2 points or 30 %, Farrar and others, Pain 94 (2001; from memory).</remarks>
    public static Change Judge(Measure measure, Rating rating) =>
        Worked(measure, rating) with
        {
            BeforeTries = rating.BeforeTries,
            AfterTries = rating.AfterTries,
            Named = rating.Named,
        };

    private static Change Worked(Measure measure, Rating rating)
    {
        var threshold =
            measure.Percent is { } percent && rating.Before is > 0
                ? Math.Min(measure.Points, rating.Before.Value * percent / 100)
                : measure.Points;
        if (rating is not { Before: { } before, After: { } after })
        {
            return new(measure.Id, rating.Before, rating.After, null, threshold, ChangeVerdict.NotMeasured);
        }

        var difference = Math.Round(after - before, 2);
        var counts = Math.Abs(difference) >= threshold - 1e-9 && difference != 0;
        var better = difference < 0 == (measure.Direction == "lower");
        return new(
            measure.Id,
            before,
            after,
            difference,
            Math.Round(threshold, 2),
            !counts ? ChangeVerdict.Same
                : measure.Direction == "none" ? ChangeVerdict.Changed
                : better ? ChangeVerdict.Better
                : ChangeVerdict.Worse
        );
    }

    /// <exception cref="RefusalException">The value is outside what the measure can be.</exception>
    public static void Check(Measure measure, double? value, string pointer)
    {
        if (value is { } v && !(v >= measure.Min && v <= measure.Max))
        {
            throw new RefusalException(
                "rating-out-of-range",
                FormattableString.Invariant(
                    $"{measure.Name} goes from {measure.Min} to {measure.Max} {measure.Unit}; {v} is outside. Enter it again."
                ),
                pointer
            );
        }
    }
}

/// <summary>One visit's value of a measure, for the line over visits.</summary>
/// <param name="Plan">Name of what was given.</param>
/// <param name="Verdict">What the visit came to, by the threshold of its own time.</param>
public sealed record TrendPoint(
    LocalDate Date,
    double? Before,
    double? After,
    string Plan = "",
    ChangeVerdict Verdict = ChangeVerdict.NotMeasured
);

/// <summary>
/// A measure over visits: from the first value taken to the last. A single value is no change, neither for better nor "the same":
/// it is not yet measured again.
/// </summary>
public sealed record Trend(string Measure, IReadOnlyList<TrendPoint> Points, Change Overall)
{
    public static Trend Of(Measure measure, IReadOnlyList<TrendPoint> points)
    {
        List<double> taken = [.. points.SelectMany(p => new[] { p.Before, p.After }).OfType<double>()];
        return new(
            measure.Id,
            points,
            ChangeJudge.Judge(
                measure,
                taken switch
                {
                    [] => new(measure.Id),
                    [var only] => new(measure.Id, Before: only),
                    [var first, .., var last] => new(measure.Id, first, last),
                }
            )
        );
    }
}
