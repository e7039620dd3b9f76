using NodaTime;

namespace AmpleLantern.Core.Learning;

/// <summary>A place that was asked for and touched.</summary>
public readonly record struct PlaceTry(string Point, LocalDate On, int Grade, double ErrorCun);

/// <summary>How well one place is known, and when it is asked again.</summary>
/// <param name="InARow">Days on which it was found, since it was last missed.</param>
/// <param name="Ease">What its intervals grow by.</param>
/// <param name="Due">The day it is asked again.</param>
public sealed record Learned(string Point, int Tries, int InARow, double Ease, int Days, LocalDate Due, double LastErrorCun)
{
    /// <summary>What follows from everything somebody tried, in the order it was tried.</summary>
    /// <remarks>Of several tries on one day the first counts: what was just shown is not yet known.</remarks>
    public static IReadOnlyDictionary<string, Learned> From(IEnumerable<PlaceTry> tries, Spacing spacing)
    {
        var known = new Dictionary<string, Learned>();
        var lastOn = new Dictionary<string, LocalDate>();
        foreach (var one in tries)
        {
            var before = known.GetValueOrDefault(one.Point);
            known[one.Point] =
                before is not null && lastOn[one.Point] == one.On
                    ? before with
                    {
                        Tries = before.Tries + 1,
                        LastErrorCun = one.ErrorCun,
                    }
                    : After(before, one, spacing);
            lastOn[one.Point] = one.On;
        }

        return known;
    }

    private static Learned After(Learned? before, PlaceTry one, Spacing spacing)
    {
        var missing = spacing.BestGrade - one.Grade;
        var ease = Math.Max(
            spacing.LeastEase,
            (before?.Ease ?? spacing.Ease) + spacing.Gain - (missing * (spacing.Loss + (missing * spacing.Steeper)))
        );
        var found = one.Grade >= spacing.PassGrade;
        var inARow = found ? (before?.InARow ?? 0) + 1 : 0;
        var days = inARow switch
        {
            <= 1 => spacing.FirstDays,
            2 => spacing.SecondDays,
            _ => (int)Math.Ceiling(before!.Days * ease),
        };
        return new(one.Point, (before?.Tries ?? 0) + 1, inARow, ease, days, one.On.PlusDays(days), one.ErrorCun);
    }
}

/// <summary>What is asked in a round.</summary>
public static class PlaceRound
{
    /// <summary>
    /// What is due, longest overdue first; then new places, those that sessions use most first; then, if there is room, the weakest of
    /// what is known. What was answered today is not asked again.
    /// </summary>
    /// <param name="pool">Points that may be asked, in the order they stand.</param>
    /// <param name="uses">How often sessions use each.</param>
    public static IReadOnlyList<string> Choose(
        IReadOnlyList<string> pool,
        IReadOnlyDictionary<string, Learned> known,
        IReadOnlySet<string> triedToday,
        LocalDate today,
        int count,
        Func<string, int> uses
    )
    {
        var open = pool.Where(p => !triedToday.Contains(p)).ToList();
        var (old, fresh) = (open.Where(known.ContainsKey).Select(p => known[p]).ToList(), open.Where(p => !known.ContainsKey(p)));
        return
        [
            .. old.Where(k => k.Due <= today)
                .OrderBy(k => k.Due)
                .ThenBy(k => k.Ease)
                .Select(k => k.Point)
                .Concat(fresh.OrderByDescending(uses))
                .Concat(old.Where(k => k.Due > today).OrderBy(k => k.Ease).ThenBy(k => k.Due).Select(k => k.Point))
                .Take(count),
        ];
    }
}
