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

/// <summary>Verdicts in words.</summary>
public static class ChangeVerdicts
{
    public static string Said(this ChangeVerdict verdict) =>
        verdict switch
        {
            ChangeVerdict.Better => "better",
            ChangeVerdict.Worse => "worse",
            ChangeVerdict.Same => "no change that counts",
            ChangeVerdict.Changed => "changed",
            _ => "not measured again",
        };
}

/// <summary>What was taken at a visit, and when that was.</summary>
public sealed record TakenLast(LocalDate On, IReadOnlyList<Rating> Ratings);

/// <summary>A value of an earlier visit.</summary>
public sealed record EarlierValue(LocalDate On, double Value);

/// <summary>A change with the size that counts as one.</summary>
/// <param name="Threshold">Smallest change that counts here, in the measure's unit.</param>
/// <param name="Earlier">What it was judged against, where it asks about the days before; null where against the value before.</param>
public sealed record Change(
    string Measure,
    double? Before,
    double? After,
    double? Difference,
    double Threshold,
    ChangeVerdict Verdict,
    IReadOnlyList<double>? BeforeTries = null,
    IReadOnlyList<double>? AfterTries = null,
    string? Named = null,
    EarlierValue? Earlier = null
)
{
    /// <summary>The two values that were compared; null where there are not two.</summary>
    public (double From, double To)? Compared() =>
        this switch
        {
            { Earlier.Value: var from, Before: { } to } => (from, to),
            { Earlier: null, Before: { } from, After: { } to } => (from, to),
            _ => null,
        };

    /// <summary>What was measured, as it is said.</summary>
    public string Of(Measure measure) => Named is { Length: > 0 } ? $"“{Named}”" : measure.Name;
}

public static class ChangeJudge
{
    /// <summary>
    /// Judges a change. It counts from the smaller of the two thresholds: so many points, or so many percent of what was amiss at
    /// first. A pain of 7 going to 5 counts (2 points); 4 to 2.8 counts (30 %); 7 to 6 does not. Sleep of 3 has 7 amiss: 3 to 4 is
    /// no change that counts.
    /// </summary>
    /// <param name="last">What was taken at the visit before, for what asks about the days since.</param>
    /// <remarks>0-10 ratings: 2 points or 30 %, Farrar and others, Pain 94 (2001; from memory).</remarks>
    public static Change Judge(Measure measure, Rating rating, TakenLast? last = null)
    {
        var was = measure.OfDays ? last?.Ratings.FirstOrDefault(r => r.Measure == measure.Id && r.Named == rating.Named)?.Before : null;
        var change = new Change(
            measure.Id,
            rating.Before,
            rating.After,
            null,
            0,
            ChangeVerdict.NotMeasured,
            rating.BeforeTries,
            rating.AfterTries,
            rating.Named,
            was is { } value ? new(last!.On, value) : null
        );
        var compared = measure.OfDays && was is null ? null : change.Compared();
        var threshold = Threshold(measure, compared?.From ?? was ?? rating.Before);
        if (compared is not var (from, to))
        {
            return change with { Threshold = threshold };
        }

        var difference = Math.Round(to - from, 2);
        var counts = Math.Abs(difference) >= threshold - 1e-9 && difference != 0;
        return change with
        {
            Difference = difference,
            Threshold = Math.Round(threshold, 2),
            Verdict =
                !counts ? ChangeVerdict.Same
                : measure.Direction == "none" ? ChangeVerdict.Changed
                : difference < 0 == (measure.Direction == "lower") ? ChangeVerdict.Better
                : ChangeVerdict.Worse,
        };
    }

    private static double Threshold(Measure measure, double? from)
    {
        var amiss = measure.Direction == "higher" ? measure.Max - from : from;
        return measure.Percent is { } percent && amiss is > 0 ? Math.Min(measure.Points, amiss.Value * percent / 100) : measure.Points;
    }

    /// <exception cref="RefusalException">The value is outside what the measure can be.</exception>
    public static void Check(Measure measure, double? value, string pointer)
    {
        if (value is { } v && !(v >= measure.Min && v <= measure.Max))
        {
            throw new RefusalException(
                "rating-out-of-range",
                $"{measure.Name} goes from {measure.Say(measure.Min)} to {measure.SayWhole(measure.Max)}; {measure.Say(v)} is outside. Enter it again.",
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
            // From the first value to the last, whatever days it asks about.
            ChangeJudge.Judge(
                measure with
                {
                    OfDays = false,
                },
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
