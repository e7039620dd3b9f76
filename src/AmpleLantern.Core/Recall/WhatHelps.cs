using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Statistics;

namespace AmpleLantern.Core.Recall;

/// <summary>When visits say anything about what helped.</summary>
/// <param name="FewestEach">Visits with it, and visits without it.</param>
/// <param name="FewestVisits">Visits at which the measure was taken before and after.</param>
/// <param name="Sure">How sure the interval is, as a share.</param>
/// <param name="BetterPercent">What work that went together with a change for the better counts in composing; worse likewise.</param>
/// <param name="Held">It is called held where at least this share of a change still stood.</param>
[Kind("whatHelps", "reading of what helps", Single = true)]
public sealed record HelpReading(
    string Id,
    Source Source,
    int FewestEach,
    int FewestVisits,
    double Sure,
    double Held,
    int MostShown,
    int BetterPercent,
    int WorsePercent
) : IKnown;

/// <summary>How much better it was after visits with some work than after visits without it.</summary>
/// <param name="Work">Kinds of work that were always given together: which of them it was cannot be told.</param>
/// <param name="With">Mean change for the better, in the measure's unit, over <paramref name="VisitsWith"/> visits.</param>
/// <param name="From">The interval of the difference; of no width known where it is null.</param>
/// <param name="CanBeTold">Whether the interval leaves out no difference at all.</param>
public sealed record Helping(
    string Measure,
    IReadOnlyList<WorkKind> Work,
    int VisitsWith,
    int VisitsWithout,
    double With,
    double Without,
    double? From,
    double? To,
    bool CanBeTold,
    double Difference
);

/// <summary>How long a change held: what of it still stood when they came again.</summary>
/// <param name="Kept">Mean share of the change for the better that was left; over 1 where it went on.</param>
/// <param name="Hours">Median hours until then.</param>
/// <param name="HeldForHours">The longest after which it still held; null where it never did, or both happened after as long.</param>
/// <param name="LostByHours">The shortest after which it no longer held; null likewise.</param>
/// <param name="Share">It is called held from this share on.</param>
public sealed record Lasting(string Measure, int Times, double Kept, double Hours, double? HeldForHours, double? LostByHours, double Share);

/// <summary>What can be said of one measure, in the unit it is shown in.</summary>
/// <param name="Visits">Visits at which it was taken before and after; what asks about the days before, at this one and the next.</param>
/// <param name="Mean">Mean change for the better.</param>
/// <param name="From">Interval of that mean; null below two visits.</param>
/// <param name="TooFew">Nothing more is said: there are too few visits.</param>
/// <param name="Compared">How many works were compared, told or not: the more, the wider is each interval.</param>
/// <param name="Sure">How sure the mean's interval is, and those of all differences together, as a share.</param>
public sealed record MeasureHelped(
    string Measure,
    int Visits,
    double Mean,
    double? From,
    double? To,
    bool TooFew,
    int Compared,
    double Sure,
    IReadOnlyList<Helping> By,
    Lasting? Lasting
);

/// <summary>
/// Compares a client's visits with and without some work. Few visits, no chance assignment, and many comparisons: it says what went
/// together, with counts and intervals, and promises nothing.
/// </summary>
/// <remarks>
/// Intervals of Student for a mean and of Welch for a difference (Biometrika 6, 1908, and 34, 1947); those of several differences made
/// wider by Bonferroni's inequality (Dunn, Journal of the American Statistical Association 56, 1961). From memory.
/// </remarks>
public static class WhatHelps
{
    public static IReadOnlyList<MeasureHelped> Of(ClientPast past, KnowledgeBase knowledge)
    {
        var reading = knowledge.One<HelpReading>();
        var ratings = past.Ratings.ToLookup(ClientPast.Of);
        var given = VisitsOf(past.Steps);
        return
        [
            .. past
                .Ratings.GroupBy(r => (r.Measure, r.Named))
                .Where(g => knowledge.Measures.Find(g.Key.Measure) is { Direction: not "none" })
                .Select(g =>
                    Judge(
                        knowledge.Measures[g.Key.Measure],
                        g.Key.Named,
                        [.. past.Visits.Where(v => v.GivenSeconds > 0)],
                        ratings,
                        given,
                        reading
                    )
                )
                .Where(m => m.Visits > 0)
                .OrderByDescending(m => m.Visits)
                .ThenBy(m => m.Measure, StringComparer.Ordinal),
        ];
    }

    private static MeasureHelped Judge(
        Measure measure,
        string? named,
        IReadOnlyList<RecalledVisit> visits,
        ILookup<long, RecalledRating> ratings,
        IReadOnlyDictionary<WorkKind, HashSet<long>> given,
        HelpReading reading
    )
    {
        var way = measure.Direction == "lower" ? -1 : 1;
        RecalledRating? At(RecalledVisit v) => ratings[v.Id].FirstOrDefault(r => r.Measure == measure.Id && r.Named == named);
        var name = named ?? measure.Name;
        var taken = visits.Select(v => (Visit: v, Rating: At(v))).ToList();
        // What asks about the days before tells at the next visit what came after this one.
        var pairs = measure.OfDays
            ? taken.Zip(taken.Skip(1), (v, next) => (v.Visit, From: v.Rating?.Before, To: next.Rating?.Before))
            : taken.Select(v => (v.Visit, From: v.Rating?.Before, To: v.Rating?.After));
        var changes = pairs
            .Where(p => p is { From: not null, To: not null })
            .Select(p => (p.Visit, Better: measure.Each * way * (p.To!.Value - p.From!.Value)))
            .ToList();
        var all = changes.Select(c => c.Better).ToList();
        var tooFew = all.Count < reading.FewestVisits;
        var (from, to) = Interval(all, reading.Sure);
        var by = tooFew ? [] : By(name, changes, given, reading);
        return new(
            name,
            all.Count,
            all.Count == 0 ? 0 : all.Mean(),
            from,
            to,
            tooFew,
            by.Count,
            reading.Sure,
            [.. by.Take(reading.MostShown)],
            // What asks about the days before has no value right after: nothing can have held of it.
            measure.OfDays
                ? null
                : Lasts(name, taken, way, reading.Held)
        );
    }

    /// <summary>Every work that can be compared, what can be told apart first.</summary>
    private static List<Helping> By(
        string name,
        List<(RecalledVisit Visit, double Better)> changes,
        IReadOnlyDictionary<WorkKind, HashSet<long>> given,
        HelpReading reading
    )
    {
        var compared = given
            .GroupBy(k => string.Concat(changes.Select(c => k.Value.Contains(c.Visit.Id) ? '1' : '0')), k => k.Key)
            .Select(g =>
            {
                var with = changes.Where((_, i) => g.Key[i] == '1').Select(c => c.Better).ToList();
                var without = changes.Where((_, i) => g.Key[i] == '0').Select(c => c.Better).ToList();
                return (Work: g.OrderBy(k => k.By).ThenBy(k => k.Id, StringComparer.Ordinal).ToList(), with, without);
            })
            .Where(x => x.with.Count >= reading.FewestEach && x.without.Count >= reading.FewestEach)
            .ToList();
        return
        [
            .. compared
                .Select(x =>
                {
                    var (from, to) = Apart(x.with, x.without, EachOf(compared.Count, reading.Sure));
                    return new Helping(
                        name,
                        x.Work,
                        x.with.Count,
                        x.without.Count,
                        x.with.Mean(),
                        x.without.Mean(),
                        from,
                        to,
                        from > 0 || to < 0,
                        x.with.Mean() - x.without.Mean()
                    );
                })
                .OrderByDescending(h => h.CanBeTold)
                .ThenByDescending(h => Math.Abs(h.Difference))
                .ThenBy(h => h.Work[0].By)
                .ThenBy(h => h.Work[0].Id, StringComparer.Ordinal),
        ];
    }

    /// <summary>At which visits each kind of work was given. Thousands of steps are of few works: each is told apart once.</summary>
    private static Dictionary<WorkKind, HashSet<long>> VisitsOf(IReadOnlyList<RecalledStep> steps)
    {
        var visits = new Dictionary<WorkKind, HashSet<long>>();
        foreach (var work in steps.GroupBy(s => (s.Work, s.Level)))
        {
            var (of, level) = work.Key;
            foreach (var kind in WorkKind.Of(of.Technique, of.Contact, of.Regions, level))
            {
                visits.TryAdd(kind, []);
                visits[kind].UnionWith(work.Select(ClientPast.Of));
            }
        }

        return visits;
    }

    /// <summary>What of it can be told apart from chance, for the next plan to lean on.</summary>
    public static IReadOnlyList<Lean> Leans(IReadOnlyList<MeasureHelped> helped, KnowledgeBase knowledge)
    {
        var reading = knowledge.One<HelpReading>();
        return
        [
            .. helped
                .SelectMany(m => m.By)
                .Where(h => h.CanBeTold)
                .Select(h => new Lean(
                    h.Work,
                    h.Difference > 0,
                    FormattableString.Invariant(
                        $"With {string.Join(", ", h.Work.Select(w => w.Called(knowledge)))}: {h.Measure} {Said(h.With)} ({h.VisitsWith} visits); without: {Said(h.Without)} ({h.VisitsWithout})."
                    ),
                    h.Difference > 0 ? reading.BetterPercent : reading.WorsePercent
                )),
        ];
    }

    private static string Said(double better) => FormattableString.Invariant($"{Math.Abs(better):0.#} {(better < 0 ? "worse" : "better")}");

    /// <summary>What stood before the next visit, of what was gained at this one.</summary>
    private static Lasting? Lasts(string name, IReadOnlyList<(RecalledVisit Visit, RecalledRating? Rating)> taken, int way, double share)
    {
        var pairs = taken
            .Zip(taken.Skip(1))
            .Where(p =>
                p.First.Rating is { Before: not null, After: not null }
                && p.Second.Rating is { Before: not null }
                && way * (p.First.Rating.After - p.First.Rating.Before) > 0
            )
            .Select(p =>
                (
                    Kept: (p.Second.Rating!.Before!.Value - p.First.Rating!.Before!.Value)
                        / (p.First.Rating.After!.Value - p.First.Rating.Before.Value),
                    Hours: (double)NodaTime.Period.Between(Begun(p.First.Visit), Begun(p.Second.Visit), NodaTime.PeriodUnits.Hours).Hours
                )
            )
            .ToList();
        if (pairs.Count == 0)
        {
            return null;
        }

        double? held = pairs.Where(p => p.Kept >= share).Max(p => (double?)p.Hours);
        double? lost = pairs.Where(p => p.Kept < share).Min(p => (double?)p.Hours);
        // Held after two weeks and lost after one: then time is not what it went by.
        var mixed = held >= lost;
        return new(
            name,
            pairs.Count,
            pairs.Average(p => p.Kept),
            pairs.Select(p => p.Hours).Median(),
            mixed ? null : held,
            mixed ? null : lost,
            share
        );
    }

    private static NodaTime.LocalDateTime Begun(RecalledVisit visit) => visit.Date + visit.At;

    /// <summary>Student's interval of a mean; none below two values, or where all are the same.</summary>
    public static (double? From, double? To) Interval(IReadOnlyList<double> values, double sure)
    {
        if (values.Count < 2 || values.StandardDeviation() is var sd && sd < 1e-9)
        {
            return (null, null);
        }

        var half = Quantile(sure, values.Count - 1) * values.StandardDeviation() / Math.Sqrt(values.Count);
        return (values.Mean() - half, values.Mean() + half);
    }

    /// <summary>Welch's interval of the difference of two means; none below two values each, or where nothing varies.</summary>
    public static (double? From, double? To) Apart(IReadOnlyList<double> with, IReadOnlyList<double> without, double sure)
    {
        if (with.Count < 2 || without.Count < 2)
        {
            return (null, null);
        }

        var (a, b) = (with.Variance() / with.Count, without.Variance() / without.Count);
        if (a + b < 1e-9)
        {
            return (null, null);
        }

        var freedom = (a + b) * (a + b) / (a * a / (with.Count - 1) + b * b / (without.Count - 1));
        var half = Quantile(sure, freedom) * Math.Sqrt(a + b);
        var difference = with.Mean() - without.Mean();
        return (difference - half, difference + half);
    }

    /// <summary>How sure each of several intervals is to be, for all of them together to be that sure (Bonferroni).</summary>
    public static double EachOf(int compared, double sure) => 1 - (1 - sure) / Math.Max(1, compared);

    private static double Quantile(double sure, double freedom) => StudentT.InvCDF(0, 1, freedom, (1 + sure) / 2);
}
