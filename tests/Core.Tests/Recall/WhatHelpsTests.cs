using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Recall;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using MathNet.Numerics.Statistics;
using NodaTime;

namespace AmpleLantern.Core.Tests.Recall;

/// <summary>Signed visits asked together: intervals against a published example, honesty about few visits, places over visits.</summary>
public class WhatHelpsTests
{
    /// <summary>
    /// Extra hours of sleep under two drugs: Student, Biometrika 6 (1908). The intervals are those that handbooks of the language R print
    /// for it, from memory: of the paired differences 0.700 to 2.460, of Welch's comparison -3.365 to 0.205.
    /// </summary>
    private static readonly double[] First = [0.7, -1.6, -0.2, -1.2, -0.1, 3.4, 3.7, 0.8, 0.0, 2.0];

    private static readonly double[] Second = [1.9, 0.8, 1.1, 0.1, -0.1, 4.4, 5.5, 1.6, 4.6, 3.4];

    [Fact]
    public void Intervals_are_those_of_students_own_example()
    {
        var (from, to) = WhatHelps.Interval([.. Second.Zip(First, (a, b) => a - b)], 0.95);
        Assert.Equal((0.7001, 2.4599), (Math.Round(from!.Value, 4), Math.Round(to!.Value, 4)));
        var (low, high) = WhatHelps.Apart(First, Second, 0.95);
        Assert.Equal((-3.3655, 0.2055), (Math.Round(low!.Value, 4), Math.Round(high!.Value, 4)));
        // One value, or values that do not vary, have no interval; it must not read as certainty.
        Assert.Equal((null, null), WhatHelps.Interval([3], 0.95));
        Assert.Equal((null, null), WhatHelps.Interval([2, 2, 2], 0.95));
        Assert.Equal((null, null), WhatHelps.Apart([2, 2], [1, 1], 0.95));
    }

    /// <summary>
    /// Two-sided points of Student's t for several comparisons, as tables of Bonferroni's t in handbooks print them (5 % for all of them
    /// together; degrees of freedom, comparisons, t; from memory).
    /// </summary>
    [Theory]
    [InlineData(10, 1, 2.228)]
    [InlineData(10, 2, 2.634)]
    [InlineData(10, 5, 3.169)]
    [InlineData(5, 5, 4.032)]
    [InlineData(20, 10, 3.153)]
    public void More_comparisons_make_each_interval_wider(int freedom, int compared, double t)
    {
        var values = Enumerable.Range(0, freedom + 1).Select(i => i * i % 7.0).ToList();
        var (from, to) = WhatHelps.Interval(values, WhatHelps.EachOf(compared, 0.95));
        Assert.Equal(t, (to!.Value - from!.Value) / 2 / (values.StandardDeviation() / Math.Sqrt(values.Count)), 3);
    }

    private static readonly LocalDate Day = new(2026, 3, 1);

    /// <summary>One visit a week; heaviness before and after, the technique given besides palm walks, what was noted.</summary>
    private static ClientPast Past(params (double Before, double After, string? Besides, RecalledResponse[] Noted)[] visits)
    {
        RecalledStep Step(int visit, int at, string technique, string name) =>
            new()
            {
                Id = visit * RecalledVisit.Room + at,
                Work = new()
                {
                    Key = name,
                    Name = name,
                    Technique = technique,
                    Contact = "palm",
                    Regions = ["calf"],
                    Points = [],
                    Side = Side.Left,
                },
                Level = 2,
                Seconds = 60,
            };
        return new(
            [
                .. visits.Select(
                    (v, i) =>
                        new RecalledVisit
                        {
                            Id = i + 1,
                            VisitId = Guid.NewGuid(),
                            Date = Day.PlusDays(7 * i),
                            Plan = "Legs",
                            GivenSeconds = 600,
                        }
                ),
            ],
            [
                .. visits.Select(
                    (v, i) =>
                        new RecalledRating
                        {
                            Id = (i + 1) * RecalledVisit.Room,
                            Measure = "heaviness",
                            Name = "Heavy legs",
                            Before = v.Before,
                            After = v.After,
                            Threshold = 2,
                            Verdict = ChangeVerdict.Better,
                        }
                ),
            ],
            [
                .. visits.SelectMany(
                    (v, i) =>
                        new[] { Step(i + 1, 0, "palm-press", "Calf walk") }.Concat(
                            v.Besides is { } t ? [Step(i + 1, 1, t, "Besides")] : Array.Empty<RecalledStep>()
                        )
                ),
            ],
            [.. visits.SelectMany((v, i) => v.Noted.Select((n, k) => Noted(i + 1, k, n)))]
        );
    }

    private static RecalledResponse Noted(int visit, int at, RecalledResponse like) =>
        new()
        {
            Id = visit * RecalledVisit.Room + at,
            Response = like.Response,
            Group = like.Group,
            StepName = like.StepName,
            Place = like.Place,
            Side = like.Side,
            Strength = like.Strength,
            Region = "calf",
        };

    [Fact]
    public void Few_visits_say_no_more_than_their_mean()
    {
        var helped = Assert.Single(WhatHelps.Of(Past((7, 5, null, []), (6, 5, "thumb-press", []), (6, 3, null, [])), Known.Base));
        Assert.True(helped.TooFew);
        Assert.Empty(helped.By);
        Assert.Equal(2, helped.Mean, 9);
    }

    [Fact]
    public void Work_given_at_some_visits_is_compared_and_work_given_at_all_is_not()
    {
        var helped = Assert.Single(
            WhatHelps.Of(
                Past(
                    (7, 6, null, []),
                    (7, 6.5, null, []),
                    (6, 5, null, []),
                    (6, 2, "thumb-press", []),
                    (5, 1.5, "thumb-press", []),
                    (5, 1, "thumb-press", [])
                ),
                Known.Base
            )
        );
        var by = Assert.Single(helped.By);
        Assert.Equal([new WorkKind(WorkBy.Technique, "thumb-press")], by.Work);
        Assert.Equal((3, 3), (by.VisitsWith, by.VisitsWithout));
        Assert.True(by.CanBeTold);
        Assert.InRange(by.Difference, by.From!.Value, by.To!.Value);
        Assert.Equal(1, helped.Compared);
        // With another kind of work to compare besides, each interval is as wide as it must be for both together.
        var more = Assert.Single(
            WhatHelps.Of(
                Past(
                    (7, 6, null, []),
                    (7, 6.5, "fist-press", []),
                    (6, 5, null, []),
                    (6, 2, "thumb-press", []),
                    (5, 1.5, "thumb-press", []),
                    (5, 1, "thumb-press", []),
                    (5, 4, "fist-press", [])
                ),
                Known.Base
            )
        );
        Assert.Equal(2, more.Compared);
        var thumb = more.By.Single(h => h.Work[0].Id == "thumb-press");
        double[] with = [4, 3.5, 4];
        double[] without = [1, 0.5, 1, 1];
        Assert.Equal(WhatHelps.Apart(with, without, 0.975), (thumb.From, thumb.To));
        // 7 to 6, then 7 again: nothing stood. 7 to 6.5, then 6: twice of it. 6 to 2, then 5: a quarter.
        Assert.Equal(5, helped.Lasting!.Times);
        Assert.Equal(7 * 24, helped.Lasting.Hours);
        // Held and lost after a week each: it does not go by time.
        Assert.Equal((null, null), (helped.Lasting.HeldForHours, helped.Lasting.LostByHours));
        Assert.Equal((0 / 1.0 + -1 / -0.5 + 0 / 1.0 + -1 / -4.0 + 0 / 1.0) / 5, helped.Lasting.Kept, 9);
    }

    /// <summary>Flushes asked about at a visit are those after the visit before: six values tell of five sessions.</summary>
    [Fact]
    public void What_asks_about_the_days_before_is_laid_to_the_session_they_followed()
    {
        string?[] besides = [null, "thumb-press", null, "thumb-press", "thumb-press", null];
        double[] flushes = [8, 8, 5, 5, 2, 0];
        var past = Past([.. besides.Select(b => (5.0, 5.0, b, Array.Empty<RecalledResponse>()))]);
        var ratings = past.Ratings.Select(
            (r, i) =>
                new RecalledRating
                {
                    Id = r.Id,
                    Measure = "flushes",
                    Name = "Heat",
                    Before = flushes[i],
                    Threshold = 2,
                    Verdict = ChangeVerdict.Same,
                }
        );
        var helped = Assert.Single(WhatHelps.Of(past with { Ratings = [.. ratings] }, Known.Base));
        // Better by 0, 3, 0, 3 and 2; the last session's is not known yet.
        Assert.Equal((5, 1.6, null), (helped.Visits, helped.Mean, helped.Lasting));
        var by = Assert.Single(helped.By);
        Assert.Equal((3, 2), (by.VisitsWith, by.VisitsWithout));
        Assert.Equal((8.0 / 3, 0.0), (by.With, by.Without));
    }

    [Fact]
    public void How_long_it_held_goes_by_the_hours_until_they_came_again()
    {
        int[] days = [0, 1, 4, 14, 35];
        var past = Past((8, 4, null, []), (5, 3, null, []), (4, 2, null, []), (4, 2, null, []), (4, 2, null, []));
        var visits = past.Visits.Select(
            (v, i) =>
                new RecalledVisit
                {
                    Id = v.Id,
                    VisitId = v.VisitId,
                    Date = Day.PlusDays(days[i]),
                    At = new(i == 1 ? 18 : 9, 0),
                    Plan = "Legs",
                    GivenSeconds = 600,
                }
        );
        var lasting = Assert.Single(WhatHelps.Of(past with { Visits = [.. visits] }, Known.Base)).Lasting!;
        // Three quarters after 33 hours, half after 63; nothing after ten days nor after three weeks.
        Assert.Equal((4, 63, 240), (lasting.Times, lasting.HeldForHours, lasting.LostByHours));
    }

    [Fact]
    public void What_was_found_is_followed_also_where_nothing_was_noted_or_nothing_worked()
    {
        RecalledResponse Tender(int? strength) =>
            new()
            {
                Response = "tender",
                Group = NoteGroup.Felt,
                StepName = "Besides",
                Place = "4 o'clock",
                Side = Side.Left,
                Strength = strength,
            };
        var decided = new RecalledResponse
        {
            Response = "decided",
            Group = NoteGroup.Decided,
            StepName = "Besides",
        };
        var found = FoundOverVisits.Of(
            Past(
                (5, 5, "thumb-press", []),
                (5, 5, "thumb-press", [Tender(3), decided]),
                (5, 5, "thumb-press", [Tender(null)]),
                (5, 5, null, []),
                (5, 5, "thumb-press", [Tender(1), Tender(2)]),
                (5, 5, "thumb-press", [])
            )
        );
        var place = Assert.Single(found);
        // Begins where it first was; no word of strength and no work are no zero, worked and nothing noted is.
        Assert.Equal([3, null, null, 2, 0], place.Visits.Select(v => v.Strength));
        Assert.Equal([true, true, false, true, true], place.Visits.Select(v => v.Worked));
        Assert.Equal((Day.PlusDays(28), Day.PlusDays(35)), (place.Last.Date, place.Now.Date));
    }
}
