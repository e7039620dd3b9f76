using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange.Ask;
using NodaTime;

namespace AmpleLantern.Core.Tests.Outcomes;

public class ChangeTests
{
    /// <summary>0-10 ratings: 2 points or 30 %. Farrar and others, Pain 94 (2001; from memory). Joint range: 5 degrees.</summary>
    [Theory]
    [InlineData("pain", 7, 5, ChangeVerdict.Better)] // 2 points
    [InlineData("pain", 7, 6, ChangeVerdict.Same)]
    [InlineData("pain", 3, 2, ChangeVerdict.Better)] // 33 %
    [InlineData("pain", 4, 3, ChangeVerdict.Same)] // 25 %
    [InlineData("pain", 5, 7, ChangeVerdict.Worse)]
    [InlineData("pain", 0, 0, ChangeVerdict.Same)]
    // Where more is better it is the lack that is judged: energy of 3 is a lack of 7.
    [InlineData("energy", 3, 4, ChangeVerdict.Same)]
    [InlineData("energy", 3, 5, ChangeVerdict.Better)]
    [InlineData("energy", 8, 9, ChangeVerdict.Better)]
    [InlineData("energy", 7, 6, ChangeVerdict.Worse)]
    [InlineData("hip-flexion-left", 100, 105, ChangeVerdict.Better)]
    [InlineData("hip-flexion-left", 100, 104, ChangeVerdict.Same)]
    [InlineData("hip-flexion-left", 100, 90, ChangeVerdict.Worse)]
    public void A_change_counts_from_its_threshold(string measure, double before, double after, ChangeVerdict verdict) =>
        Assert.Equal(verdict, ChangeJudge.Judge(Known.Base.Measures[measure], new(measure, before, after)).Verdict);

    /// <summary>A better and a worse scale say the same of the same person, upside down.</summary>
    [Fact]
    public void Upside_down_a_change_is_judged_the_same()
    {
        var up = Known.Base.Measures["energy"];
        var down = up with { Direction = "lower" };
        var values = Enumerable.Range(0, 21).Select(i => i / 2.0).ToList();
        foreach (var (before, after) in values.SelectMany(b => values.Select(a => (b, a))))
        {
            var one = ChangeJudge.Judge(up, new("energy", before, after));
            var other = ChangeJudge.Judge(down, new("energy", 10 - before, 10 - after));
            Assert.Equal((one.Verdict, one.Threshold), (other.Verdict, other.Threshold));
        }
    }

    [Fact]
    public void What_asks_about_the_days_before_is_judged_against_the_visit_before_and_does_not_say_that_today_helped()
    {
        var flushes = Known.Base.Measures["flushes"];
        var last = new TakenLast(new(2026, 3, 2), [new("flushes", 7)]);
        var change = ChangeJudge.Judge(flushes, new("flushes", 4), last);
        Assert.Equal((ChangeVerdict.Better, -3, (7.0, 4.0)), (change.Verdict, change.Difference, change.Compared()));
        var first = ChangeJudge.Judge(flushes, new("flushes", 7));
        Assert.Equal((ChangeVerdict.NotMeasured, null), (first.Verdict, first.Compared()));
        var fog = ChangeJudge.Judge(Known.Base.Measures["fog"], new("fog", 6, 6), last);
        var outcome = OutcomeShown.Of([change, fog], null, Known.Base);
        Assert.Equal((Helped.Same, "fog"), (outcome.Helped, Assert.Single(outcome.By).Measure.Id));
        Assert.Equal(
            ChangeVerdict.Better,
            Trend.Of(flushes, [new(new(2026, 3, 2), 7, null), new(new(2026, 3, 9), 4, null)]).Overall.Verdict
        );
    }

    /// <summary>Walks every measure of days: none is taken after, nor looked at again on the way.</summary>
    [Fact]
    public void What_asks_about_the_days_before_is_taken_on_arriving_only()
    {
        var days = Known.Base.Measures.All.Where(m => m.OfDays).ToList();
        Assert.Equal(["flushes", "sleep", "temper"], days.Select(m => m.Id).Order(StringComparer.Ordinal));
        Assert.All(
            days,
            m =>
            {
                Assert.Single(Ratings.Merge([], [new(m.Id, 3)], Known.Base));
                Assert.Equal("of-days", Assert.Throws<RefusalException>(() => Ratings.Merge([], [new(m.Id, After: 3)], Known.Base)).Code);
                var again = Rechecks.At(Known.Flow(Known.Legs), [ChangeJudge.Judge(m, new(m.Id, 3))], Known.Base);
                Assert.All(again.Values, Assert.Empty);
            }
        );
    }

    [Fact]
    public void A_rating_outside_its_scale_is_refused() =>
        Assert.Equal(
            "rating-out-of-range",
            Assert.Throws<RefusalException>(() => ChangeJudge.Check(Known.Base.Measures["pain"], 11, "/after")).Code
        );

    [Fact]
    public void A_trend_goes_from_the_first_before_to_the_last_after()
    {
        var trend = Trend.Of(
            Known.Base.Measures["heaviness"],
            [new(new(2026, 1, 1), 7, 5), new(new(2026, 1, 9), 6, 3), new(new(2026, 2, 1), 4, null)]
        );
        Assert.Equal((7, 4), (trend.Overall.Before, trend.Overall.After));
        Assert.Equal(ChangeVerdict.Better, trend.Overall.Verdict);
    }

    [Theory]
    [InlineData(null, null)]
    [InlineData(4.0, null)]
    [InlineData(null, 4.0)]
    public void A_measure_taken_less_than_twice_is_not_called_unchanged(double? before, double? after)
    {
        var overall = Trend
            .Of(Known.Base.Measures["heaviness"], [new(new(2026, 1, 1), before, after), new(new(2026, 1, 9), null, null)])
            .Overall;
        Assert.Equal((ChangeVerdict.NotMeasured, before ?? after, null), (overall.Verdict, overall.Before, overall.After));
    }

    [Fact]
    public void The_note_is_drafted_from_the_log_with_nothing_to_type()
    {
        var plan = Known.Flow(Known.Legs);
        var session = new Session(Known.Expand(plan), Known.Base);
        var noon = Instant.FromUtc(2026, 3, 2, 12, 0);
        var state = session.Fold([
            new(Guid.NewGuid(), noon, GiveEventKind.Start),
            new(Guid.NewGuid(), noon + Duration.FromMinutes(3), GiveEventKind.Response, "too-much"),
            new(Guid.NewGuid(), noon + Duration.FromMinutes(4), GiveEventKind.Response, "hard-spot", "like a pea"),
            new(Guid.NewGuid(), noon + Duration.FromMinutes(5), GiveEventKind.Response, "decided", "Even muscle"),
            new(Guid.NewGuid(), noon + Duration.FromMinutes(10), GiveEventKind.Finish),
        ]);
        var colour = ChangeJudge.Judge(Known.Base.Measures["foot-colour-left"], new("foot-colour-left", 0, 1));
        var change = ChangeJudge.Judge(Known.Base.Measures["heaviness"], new("heaviness", 7, 4));
        var note = NoteDraft.From(
            new(
                "Heavy since the storm.",
                [],
                [],
                plan,
                plan.Steps.ToDictionary(s => s.Id),
                [new(DepartureKind.LeftOut, ["Percussion"], "", 2)],
                session.Given(state),
                state,
                [change, colour]
            ),
            Known.Base
        );
        // What the hands found stands under found; what was felt and decided, under done.
        Assert.Matches("Hard spot at .* \\(like a pea\\)", note.Found);
        Assert.DoesNotContain("Hard spot", note.Done, StringComparison.Ordinal);
        Assert.Matches("Decided at .* \\(Even muscle\\)", note.Done);
        Assert.Contains("Colour of the foot, left pale to rosy: changed", note.Found, StringComparison.Ordinal);
        Assert.StartsWith("Heavy since the storm.", note.Said, StringComparison.Ordinal);
        Assert.Contains("7 to 4: better", note.Found, StringComparison.Ordinal);
        Assert.Contains("Left out: percussion.", note.Done, StringComparison.Ordinal);
        Assert.Contains("Not given:", note.Done, StringComparison.Ordinal);
        Assert.Contains("Too much at", note.Done, StringComparison.Ordinal);
        Assert.Contains("repeat Legs on the mat", note.Next, StringComparison.Ordinal);
    }

    [Fact]
    public void A_note_of_a_visit_at_which_nothing_was_given_says_so_and_does_not_send_them_to_rest()
    {
        var plan = Known.Flow(Known.Groin);
        var session = new Session(Known.Expand(plan), Known.Base);
        var state = session.Fold([]);
        var screen = Known.Screened(plan, null, new FactEntry("hot-swollen-calf", Side: Side.Right));
        VisitNote Note(IReadOnlyList<Finding> findings) =>
            NoteDraft.From(
                new("Hot calf.", findings, [], plan, plan.Steps.ToDictionary(s => s.Id), [], session.Given(state), state, []),
                Known.Base
            );
        Assert.Equal("Nothing was given.", Note(screen.Findings).Done);
        Assert.StartsWith("A physician looks first", Note(screen.Findings).Next, StringComparison.Ordinal);
        Assert.Equal("", Note([]).Next);
    }

    [Fact]
    public void A_part_taken_over_by_hand_keeps_what_the_draft_says_later_apart()
    {
        VisitNote Draft(string found) => new("Said.", found, "Done.", "Next.");
        var edits = NoteEdits.None.With(new(Found: "Mine."), Draft("Tight at the rim. Full at 4."), caughtUp: false);
        // What stood there when the hand took over was read and left out on purpose.
        Assert.Equal("", edits.Since(Draft("Tight at the rim. Full at 4.")).Found);
        var later = Draft("Tight at the rim. Hard spot at 7. Full at 4.");
        Assert.Equal("Hard spot at 7.", edits.Since(later).Found);
        // Writing on does not swallow it; saying that it was read does, and so does writing it.
        var on = edits.With(new(Found: "Mine, longer."), later, caughtUp: false);
        Assert.Equal("Hard spot at 7.", on.Since(later).Found);
        Assert.Equal("", on.With(new(Found: "Mine, longer."), later, caughtUp: true).Since(later).Found);
        Assert.Equal("", on.With(new(Found: "Mine. Hard spot at 7."), later, caughtUp: false).Since(later).Found);
        // Parts that follow the log have nothing to catch up with.
        Assert.Equal(new VisitNote("", "", "", ""), on.Since(later) with { Found = "" });
        Assert.Equal("Mine, longer.", on.Over(later).Found);
    }

    [Fact]
    public void Left_entered_for_right_is_put_right_in_one_step_and_back()
    {
        var known = Known.Base;
        Rating[] taken =
        [
            new("ankle-girth-left", 24, 23.5),
            new("leg-girth-10-left", 26),
            new("leg-girth-20-left", 34),
            new("grip-right", 24, BeforeTries: [21, 24]),
        ];
        var merged = Ratings.Merge([], taken, known);
        double? Of(IReadOnlyList<Rating> all, string id) => Ratings.Of(all, id, known)?.Before;
        Assert.NotNull(Of(merged, "leg-volume-left"));
        var swapped = Ratings.Swapped(merged, "ankle-girth", after: false, known);
        Assert.Equal((null, 24), (Of(swapped, "ankle-girth-left"), Of(swapped, "ankle-girth-right")));
        // What was after stays where it was, and what is worked out follows.
        Assert.Equal(23.5, Ratings.Of(swapped, "ankle-girth-left", known)!.After);
        Assert.Null(Of(swapped, "leg-volume-left"));
        var back = Ratings.Swapped(swapped, "ankle-girth", after: false, known);
        Assert.Equal(Of(merged, "leg-volume-left"), Of(back, "leg-volume-left"));
        Assert.Equal([21, 24], Ratings.Of(Ratings.Swapped(merged, "grip", false, known), "grip-left", known)!.BeforeTries);
        Assert.Equal("no-sides", Assert.Throws<RefusalException>(() => Ratings.Swapped(merged, "pain", false, known)).Code);
        Assert.Equal("nothing-taken", Assert.Throws<RefusalException>(() => Ratings.Swapped([], "grip", false, known)).Code);
    }
}
