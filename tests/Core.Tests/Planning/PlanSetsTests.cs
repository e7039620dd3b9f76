using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Checking;
using FsCheck;
using FsCheck.Xunit;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>What is done to several steps at once, and what a plan then receives.</summary>
public class PlanSetsTests
{
    private static readonly Plan Legs = Known.Flow(Known.Legs);

    private static Plan Edit(Plan plan, PlanEditKind kind, string step, params string[] more) =>
        PlanEdits.Apply(plan, new(kind, step, Steps: more, BothSides: false), Known.Base);

    [Fact]
    public void Several_steps_move_together_and_keep_their_order()
    {
        var moved = PlanEdits.Apply(Legs, new(PlanEditKind.Move, "kneecaps", 1, Steps: ["calf-ease"], BothSides: false), Known.Base);
        Assert.Equal(["arrive", "calf-ease", "kneecaps", "feet-inner"], moved.Steps.Take(4).Select(s => s.Id));
    }

    [Fact]
    public void One_side_gets_its_mirror_the_client_lying_on_the_other_side_and_twice_changes_nothing()
    {
        var left = Known.Flow("side-line-lower") is var flow
            ? flow with
            {
                Steps = [.. flow.Steps.Where(s => s.Position == "side-lying-right")],
            }
            : null!;
        var both = Edit(
            left with
            {
                Steps = [.. left.Steps.Select(s => s with { Pair = null })],
            },
            PlanEditKind.Mirror,
            left.Steps[0].Id,
            [.. left.Steps.Skip(1).Select(s => s.Id)]
        );
        Assert.Equal(0, Known.Expand(both).Totals.DifferenceSeconds);
        Assert.All(both.Steps.Skip(left.Steps.Count), s => Assert.Equal("side-lying-left", s.Position));
        Assert.Equal(
            both.Steps.Count,
            Edit(both, PlanEditKind.Mirror, both.Steps[0].Id, [.. both.Steps.Skip(1).Select(s => s.Id)]).Steps.Count
        );
    }

    [Theory]
    [InlineData("foot-walk.left")]
    [InlineData("percussion.left")]
    [InlineData("close")]
    public void A_step_split_in_two_takes_as_long_as_before(string id)
    {
        var split = PlanSets.Split(Legs, Legs.Step(id));
        Assert.Equal(Legs.Steps.Count + 1, split.Steps.Count);
        // Each part sinks in and comes out again, and the setting up is repeated: never shorter.
        Assert.InRange(Known.Expand(split).TotalSeconds - Known.Expand(Legs).TotalSeconds, -0.5, 15);
    }

    [Fact]
    public void A_block_is_woven_in_after_others_on_each_side_and_never_after_itself()
    {
        var feet = Known.Flow("feet-fluid");
        var woven = PlanEdits.Apply(feet, new(PlanEditKind.Interleave, "", Word: "close", Blocks: ["open", "each-foot"]), Known.Base);
        Assert.Equal(3 * feet.Steps.Count(s => s.Block == "close"), woven.Steps.Count(s => s.Block == "close"));
        Assert.Equal(woven.Steps.Count, woven.Steps.Select(s => s.Id).Distinct().Count());
        Assert.Equal("interleaved-with-itself", Assert.Throws<RefusalException>(() => PlanSets.Interleave(feet, "close", ["close"])).Code);
        Assert.Equal("unknown-block", Assert.Throws<RefusalException>(() => PlanSets.Interleave(feet, "close", ["nowhere"])).Code);
    }

    [Fact]
    public void Another_flows_work_is_put_in_as_blocks_of_its_own_without_a_second_arrival()
    {
        var with = PlanSets.Join(Legs, Known.Flow("belly-bowl"), "recheck", Known.Base);
        PlanCheck.Check(with, Known.Base);
        Assert.Equal(1, with.Steps.Count(s => s.Role is StepRole.Opening));
        Assert.Equal(Known.Flow("belly-bowl").Steps.Count(s => s.Role is StepRole.Work), with.Steps.Count - Legs.Steps.Count);
        Assert.True(
            with.Steps.ToList().FindIndex(s => s.Technique == "belly-wave") < with.Steps.ToList().FindIndex(s => s.Id == "recheck")
        );
    }

    [Fact]
    public void Chosen_steps_become_a_block_with_a_name()
    {
        var grouped = PlanEdits.Apply(
            Legs,
            new(PlanEditKind.Group, "thumbs.left", Word: "Lines", Steps: ["calf-walk.left"], BothSides: false),
            Known.Base
        );
        var id = grouped.Blocks!.Single(b => b.Name == "Lines").Id;
        Assert.Equal(["thumbs.left", "calf-walk.left"], grouped.Steps.Where(s => s.Block == id).Select(s => s.Id));
    }

    [Property(MaxTest = 30 / Tries.Part)]
    public bool A_pinned_step_is_never_cut_and_the_time_is_kept(PositiveInt n)
    {
        var pinned = Legs.Steps.Where((s, i) => i % (2 + n.Get % 5) == 0).Select(s => s.Id).ToHashSet();
        var plan = Legs.With(s => pinned.Contains(s.Id) ? s with { Pinned = true } : s);
        var fit = Fit.ToMinutes(plan, 36 + n.Get % 20, Known.Usual, Known.Base);
        return fit.Cuts.All(c => !pinned.Contains(c.Step)) && fit.Expansion.TotalSeconds <= (36 + n.Get % 20) * 60;
    }

    /// <summary>
    /// What it had more by hand it keeps; the fit gives it more, no region beyond the school's share, and the time is kept.
    /// </summary>
    [Theory]
    [InlineData(38)]
    [InlineData(45)]
    [InlineData(60)]
    public void The_worse_side_gets_its_share_more_when_the_plan_is_fitted(double minutes)
    {
        var plan = Legs.With(s => s.Id == "cross-pull.right" ? s with { Repeats = 3 } : s) with { WorseSide = Side.Right };
        var fit = Fit.ToMinutes(plan, minutes, Known.Usual, Known.Base);
        Assert.True(fit.Expansion.TotalSeconds <= minutes * 60);
        Assert.True(fit.Plan.Step("cross-pull.right").Repeats >= fit.Plan.Step("cross-pull.left").Repeats + 2);
        Assert.All(
            fit.Plan.Steps.Where(s => s.Side is Side.Right && s.Pair is not null),
            s => Assert.True(s.Repeats >= fit.Plan.Steps.Single(t => t.Pair == s.Pair && t.Side is Side.Left).Repeats, s.Name)
        );
        var review = PlanReview.Run(fit.Plan, Known.Base.HouseSchool, Known.Usual, Known.Base);
        // Only what was set by hand may be beyond the share.
        Assert.All(review.Findings.Where(f => f.Rule == "both-sides"), f => Assert.Contains("cross-pull.right", f.Steps));
        var more = fit.Expansion.Totals.RightSeconds / fit.Expansion.Totals.LeftSeconds;
        Assert.InRange(more, minutes < 40 ? 1.0 : 1.03, 1.25);
        Assert.Contains("% more", fit.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void Minutes_too_few_for_the_pins_say_what_would_make_it_possible()
    {
        var all = Legs.With(s => s with { Pinned = true });
        var pinned = Assert.Throws<RefusalException>(() => Fit.ToMinutes(all, 20, Known.Usual, Known.Base)).Message;
        Assert.Contains("take the pin off", pinned, StringComparison.Ordinal);
        Assert.Matches(@"give it \d+ minutes", pinned);
        var least = Assert.Throws<RefusalException>(() => Fit.ToMinutes(Legs, 22, Known.Usual, Known.Base)).Message;
        Assert.Matches(@"leave out .+", least);
        // What it says is enough is enough.
        var needed = int.Parse(
            System.Text.RegularExpressions.Regex.Match(pinned, @"give it (\d+)").Groups[1].Value,
            System.Globalization.CultureInfo.InvariantCulture
        );
        Assert.NotNull(Fit.ToMinutes(all, needed, Known.Usual, Known.Base));
    }

    [Fact]
    public void A_dose_is_time_touched_for_each_side_and_mirrors_with_the_plan()
    {
        var dose = Dose.Of(Known.Expand(Legs));
        Assert.All(dose.Balance, b => Assert.Equal(0, b.Percent));
        // By hand: nine presses of the pump of 9 s each, level 2.
        var pump = Known.Expand(Known.Flow("feet-fluid")).Steps.Single(s => s.Id == "pump.left");
        var row = Dose.Of(new(0, [pump], new(0, 0, 0, 0, 0, [], []))).Regions.Single();
        Assert.Equal((9, Side.Left), (row.Presses, row.Side));
        Assert.Equal(pump.Presses.Sum(p => p.Seconds), row.Seconds, 1);
        Assert.Equal(2 * row.Seconds, row.LevelSeconds, 1);
        var mirrored = Dose.Of(Known.Expand(Legs.Mirror(Known.Base)));
        Assert.Equal(
            dose.Regions.Where(r => r.Side is Side.Left).Sum(r => r.LevelSeconds),
            mirrored.Regions.Where(r => r.Side is Side.Right).Sum(r => r.LevelSeconds),
            1
        );
    }

    [Fact]
    public void A_dose_stands_beside_the_average_of_earlier_visits()
    {
        var (legs, feet) = (Dose.Of(Known.Expand(Legs)), Dose.Of(Known.Expand(Known.Flow("feet-fluid"))));
        var beside = legs.Against([legs, feet]);
        var thigh = beside.Regions.Single(r => r is { Region: "thigh-front", Side: Side.Left });
        Assert.Equal(thigh.Seconds / 2, thigh.UsualSeconds!.Value, 1);
        Assert.Contains(beside.Regions, r => r is { Region: "foot-top", Seconds: 0, UsualSeconds: > 0 });
    }

    [Fact]
    public void Two_plans_are_compared_step_by_step()
    {
        var changed = Legs.With(s => s.Id == "thigh-walk" ? s with { Level = 2 } : s);
        var without = changed with { Steps = [.. changed.Steps.Where(s => s.Id != "kneecaps")] };
        var compared = PlanCompare.Of(Legs, without, Known.Usual, Known.Base);
        Assert.Equal("kneecaps", Assert.Single(compared.Rows, r => r.Kind is CompareKind.OnlyFirst).First);
        Assert.Equal(["level 2, not 3"], Assert.Single(compared.Rows, r => r.Kind is CompareKind.Changed).Differences);
        Assert.Equal(Legs.Steps.Count - 2, compared.Rows.Count(r => r.Kind is CompareKind.Same));
        Assert.All(PlanCompare.Of(Legs, Legs, Known.Usual, Known.Base).Rows, r => Assert.Equal(CompareKind.Same, r.Kind));
    }

    [Fact]
    public void A_range_that_leaves_out_the_repeats_is_refused()
    {
        var refusal = Assert.Throws<RefusalException>(() =>
            PlanEdits.Apply(Legs, new(PlanEditKind.Range, "thigh-walk", 5, Upper: 6), Known.Base)
        );
        Assert.Equal("range-excludes-repeats", refusal.Code);
    }
}
