using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

public class ExpansionTests
{
    private readonly Plan legs = Known.Flow(Known.Legs);

    [Fact]
    public void The_first_foot_step_is_heel_arch_ball_arch_heel_on_both_feet()
    {
        var step = Known.Expand(legs).Steps.First(s => s.Region.StartsWith("foot", StringComparison.Ordinal));
        Assert.Equal(["heel", "arch", "ball", "arch", "heel"], step.Presses.Select(p => p.Place));
        Assert.Equal(Side.Both, step.Side);
    }

    [Theory]
    [InlineData(2, 3)]
    [InlineData(5, 9)]
    [InlineData(9, 17)]
    public void Another_number_of_stations_gives_2n_minus_1(int n, int presses)
    {
        var plan = legs.With(s => s.Id == "feet-inner" ? s with { Pattern = s.Pattern with { Stations = n, Places = null } } : s);
        Assert.Equal(presses, Known.Expand(plan).Steps.Single(s => s.Id == "feet-inner").Presses.Count);
    }

    [Fact]
    public void Legs_on_the_mat_has_about_three_hundred_presses_and_takes_thirty_to_fifty_minutes()
    {
        var expansion = Known.Expand(legs);
        Assert.InRange(expansion.Totals.Presses, 240, 330);
        Assert.InRange(expansion.TotalSeconds / 60, 30, 50);
        Assert.Equal(0, expansion.Totals.DifferenceSeconds);
    }

    [Fact] // Common practice: the brief's steps (a) to (k) on each leg, and what comes before.
    public void Legs_on_the_mat_gives_every_step_of_the_leg_on_both_sides()
    {
        string[] leg =
        [
            "twist-outer",
            "twist-inner",
            "carry",
            "four-press",
            "four-walk",
            "four-again",
            "arm-aside",
            "foot-press",
            "foot-walk",
            "leg-lock",
            "lean-back",
            "percussion",
            "front-stretch",
            "cross-pull",
            "lace-press",
            "lace-squeeze",
            "thumbs",
            "calf-walk",
            "calf-squeeze",
        ];
        Assert.Equal(leg.Select(s => s + ".left"), legs.Steps.Where(s => s.Side is Side.Left).Select(s => s.Id));
        Assert.Equal(leg.Select(s => s + ".right"), legs.Steps.Where(s => s.Side is Side.Right).Select(s => s.Id));
        foreach (
            var thirds in new[]
            {
                "feet-inner",
                "twist-outer.left",
                "foot-press.left",
                "lace-press.left",
                "lace-squeeze.left",
                "thumbs.left",
                "calf-squeeze.left",
            }
        )
        {
            var step = Known.Expand(legs).Steps.Single(s => s.Id == thirds);
            Assert.Equal([1, 2, 3, 2, 1], step.Presses.Take(5).Select(p => p.Station));
        }
    }

    [Fact]
    public void Times_run_on_without_gaps_or_overlaps()
    {
        foreach (var rate in new[] { 9.0, 12, 13.7, 20 })
        {
            var expansion = PlanExpansion.Expand(legs, Known.Usual with { BreathsPerMinute = rate }, Known.Base);
            var clock = 0.0;
            foreach (var step in expansion.Steps)
            {
                Assert.Equal(clock, step.StartSeconds, 6);
                Assert.All(
                    step.Presses.Zip(step.Presses.Skip(1)),
                    p => Assert.Equal(p.First.StartSeconds + p.First.Seconds, p.Second.StartSeconds, 6)
                );
                clock = step.StartSeconds + step.Seconds;
            }

            Assert.Equal(clock, expansion.TotalSeconds, 6);
        }
    }

    [Fact]
    public void A_compression_hold_is_followed_by_ten_to_twenty_seconds_of_no_touch()
    {
        foreach (var flow in new[] { Known.Legs, Known.Groin })
        {
            var hold = Known.Expand(Known.Flow(flow)).Steps.Single(s => s.Technique == "compression-hold");
            Assert.InRange(hold.RestSeconds, 10, 20);
            Assert.InRange(hold.Presses.Single().HoldSeconds, 35, 45);
        }
    }

    [Fact]
    public void Mirroring_twice_gives_the_same_plan_and_once_swaps_the_sides()
    {
        var mirrored = legs.Mirror(Known.Base);
        Assert.Equal(legs.Steps, mirrored.Mirror(Known.Base).Steps);
        Assert.Equal("twist-outer.left", mirrored.Steps.First(s => s.Side is Side.Right).Id);
        Assert.Equal(Known.Expand(legs).Totals.LeftSeconds, Known.Expand(mirrored).Totals.RightSeconds);
    }

    [Fact]
    public void The_sums_by_region_and_by_contact_are_the_work_of_all_steps()
    {
        var expansion = Known.Expand(legs);
        var work = expansion.Steps.Sum(s => s.WorkSeconds);
        // What is worked at the same time, by the other hand, counts for each of its places.
        var placed = legs.Steps.Zip(expansion.Steps).Sum(s => s.Second.WorkSeconds * (1 + (s.First.AlsoAt?.Count ?? 0)));
        Assert.True(placed > work);
        Assert.Equal(placed, expansion.Totals.Regions.Sum(r => r.Seconds), 3);
        Assert.Equal(work, expansion.Totals.Contacts.Sum(r => r.Seconds), 3);
        Assert.Equal(expansion.TotalSeconds, work + expansion.Totals.ChangeSeconds, 3);
    }
}
