using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>The counts that are facts of the trade (common practice), flow by flow.</summary>
public class FlowCountsTests
{
    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    [Fact]
    public void Every_family_has_a_technique()
    {
        var used = Known.Base.Techniques.All.Select(t => t.Family).ToHashSet();
        Assert.All(Known.Base.Families.All, f => Assert.Contains(f.Id, used));
    }

    [Theory]
    // 1-2-3-2-1: five presses for three stations, 2n-1.
    [InlineData("legs-on-the-mat", "feet-inner", 5)]
    [InlineData("legs-on-the-mat", "twist-outer.left", 5)]
    [InlineData("legs-on-the-mat", "foot-press.right", 5)]
    [InlineData("legs-on-the-mat", "lace-press.left", 5)]
    [InlineData("legs-on-the-mat", "thumbs.left", 5)]
    [InlineData("legs-on-the-mat", "calf-squeeze.right", 5)]
    [InlineData("groin-hold", "groin-hold", 1)]
    [InlineData("feet-glands-between-systems", "zones-sole.left", 5)]
    [InlineData("feet-glands-between-systems", "zones-toe.right", 5)]
    // Three lengthwise sections of three passes are nine.
    [InlineData("feet-fluid", "pump.left", 9)]
    [InlineData("feet-fluid", "pump-again.right", 9)]
    // Four grooves between five metatarsals, once each; three strokes on each face of the heel; in line with each of five toes.
    [InlineData("feet-fluid", "grooves.left", 4)]
    [InlineData("feet-fluid", "heel-inner.left", 3)]
    [InlineData("feet-fluid", "heel-outer.left", 3)]
    [InlineData("feet-fluid", "chest.left", 5)]
    [InlineData("inner-thigh-release", "contract.left", 6)]
    // Three yang lines of the arm, three strokes each.
    [InlineData("pushing-along-lines", "yang-li.left", 3)]
    [InlineData("pushing-along-lines", "yang.left", 3)]
    [InlineData("pushing-along-lines", "yang-si.left", 3)]
    [InlineData("whole-body-table", "bowel", 9)]
    [InlineData("whole-body-table", "column", 7)]
    [InlineData("whole-body-table", "fingers.left", 5)]
    [InlineData("side-line-lower", "crescent-palm.left", 6)]
    [InlineData("neck-then-shoulder", "lift", 7)]
    // Two pairs of the crown, four rounds.
    [InlineData("neck-then-shoulder", "crown", 8)]
    [InlineData("neck-then-shoulder", "neck-points", 2)]
    public void A_step_has_its_presses(string flow, string step, int presses)
    {
        var plan = Known.Flow(flow).With(s => s.Id == step ? s with { Repeats = 1 } : s);
        Assert.Equal(presses, Known.Expand(plan).Steps.Single(s => s.Id == step).Presses.Count);
    }

    [Theory]
    [InlineData("groin-hold", "groin-hold", 35, 45)]
    [InlineData("feet-fluid", "plexus", 30, 30)]
    [InlineData("inner-thigh-release", "contract.left", 5, 8)]
    [InlineData("whole-body-table", "arm-armpit.left", 30, 60)]
    [InlineData("neck-then-shoulder", "lift", 10, 15)]
    [InlineData("neck-then-shoulder", "pluck.left", 8, 15)]
    [InlineData("treading-with-frame", "faster", 120, 120)]
    [InlineData("side-line-lower", "weight-hold.left", 35, 45)]
    [InlineData("long-leg-stretches", "silence", 60, 60)]
    public void A_hold_has_its_seconds(string flow, string step, double least, double most)
    {
        var hold = Known
            .Flow(flow)
            .Steps.First(s => s.Id == step || s.Id.StartsWith(step.Split('.')[0] + ".", StringComparison.Ordinal))
            .Pattern.Hold!;
        Assert.InRange(hold.Usual, least, most);
    }

    [Fact]
    public void The_replacement_of_the_hold_is_three_or_four_round_trips()
    {
        var steps = Known.Base.Replacements["palm-press-rounds"].Steps;
        Assert.Equal((3, 4), (steps.Sum(s => s.Repeats.Min), steps.Sum(s => s.Repeats.Max)));
        Assert.All(steps, s => Assert.Equal(PatternKind.RoundTrips, s.Pattern.Kind));
    }

    [Theory]
    [InlineData("after-every-system", 4)]
    [InlineData("after-every-zone", 4)]
    [InlineData("once", 1)]
    public void The_gland_set_comes_after_every_system_every_zone_or_once_on_each_foot(string option, int sets)
    {
        var plan = FlowPlans.FromFlow(
            Known.Base.Flows["feet-glands-between-systems"],
            Known.Base,
            Known.Base.HouseSchool,
            new Dictionary<string, string> { ["gland-set"] = option }
        );
        foreach (var side in new[] { Side.Left, Side.Right })
        {
            Assert.Equal(
                sets,
                plan.Steps.Count(s => s.Block == "glands" && s.Side == side && s.Name.StartsWith("Pineal", StringComparison.Ordinal))
            );
        }

        // One foot whole before the other, and every step has its twin.
        var order = plan
            .Steps.Where(s => s.Block != "relax" && s.Block != "link" && s.Side is Side.Left or Side.Right)
            .Where(s => s.Block is "glands" or "breathing" or "zone-1")
            .Select(s => s.Side)
            .ToList();
        Assert.Equal(1, order.Zip(order.Skip(1)).Count(p => p.First != p.Second));
        Assert.All(plan.Steps.Where(s => s.Pair is not null).GroupBy(s => s.Pair), g => Assert.Equal(2, g.Count()));
        Assert.Equal(plan.Steps.Count, plan.Steps.Select(s => s.Id).Distinct().Count());
    }

    [Fact]
    public void The_fluid_set_doubled_fills_an_hour_with_other_reflexes_between()
    {
        var flow = Known.Base.Flows["feet-fluid"];
        var doubled = FlowPlans.FromFlow(
            flow,
            Known.Base,
            Known.Base.HouseSchool,
            new Dictionary<string, string> { ["length"] = "doubled" }
        );
        Assert.Equal(
            ["open", "each-foot", "others", "each-foot"],
            doubled
                .Steps.Select(s => s.Block)
                .Where(b => b != "close")
                .Aggregate(
                    new List<string>(),
                    (l, b) =>
                    {
                        if (l.Count == 0 || l[^1] != b)
                        {
                            l.Add(b);
                        }

                        return l;
                    }
                )
                .Take(4)
        );
        Assert.InRange(Known.Expand(doubled).TotalSeconds / 60, 45, 62);
        Assert.InRange(Fit.ToMinutes(doubled, 60, Known.Usual, Known.Base).Expansion.TotalSeconds / 60, 59, 60);
    }

    [Theory]
    [InlineData("abdomen-order", "whole-body-table", "clockwise-right", "lower right")]
    [InlineData("abdomen-order", "whole-body-table", "left-first", "lower left")]
    public void The_belly_starts_where_the_school_says(string question, string flow, string option, string first)
    {
        var plan = FlowPlans.FromFlow(
            Known.Base.Flows[flow],
            Known.Base,
            Known.Base.HouseSchool,
            new Dictionary<string, string> { [question] = option }
        );
        Assert.Equal(first, plan.Steps.Single(s => s.Technique == "bowel-walk").Pattern.Places![0]);
    }

    [Fact]
    public void Drainage_goes_up_or_down_as_the_school_says_and_an_option_that_is_not_there_is_refused()
    {
        var flow = Known.Base.Flows["feet-fluid"];
        Plan With(string option) =>
            FlowPlans.FromFlow(
                flow,
                Known.Base,
                Known.Base.HouseSchool,
                new Dictionary<string, string> { ["drainage-direction"] = option }
            );
        Assert.Contains(With("upward").Steps, s => s.Where == "upward, towards the heart");
        Assert.DoesNotContain(With("toes").Steps, s => s.Where == "upward, towards the heart");
        Assert.Equal("unknown-option", Assert.Throws<RefusalException>(() => With("sideways")).Code);
    }

    /// <summary>Our own flows hold to our own order: nothing that can harm, nothing that should be otherwise.</summary>
    [Theory]
    [MemberData(nameof(Flows))]
    public void A_flow_opens_closes_keeps_its_sides_equal_and_passes_the_review(string id)
    {
        var plan = Known.Flow(id);
        PlanCheck.Check(plan, Known.Base);
        Assert.Equal(0, Known.Expand(plan).Totals.DifferenceSeconds);
        // Talking, looking and covering come before the first touch.
        var given = plan.Steps.SkipWhile(s => s.IsPreparing).ToList();
        Assert.Equal((StepRole.Opening, StepRole.Closing), (given[0].Role, given[^1].Role));
        Assert.DoesNotContain(
            PlanReview.Run(plan, Known.Base.HouseSchool, Known.Usual, Known.Base).Findings,
            f => f.Severity is not Severity.Could
        );
    }

    [Theory]
    [MemberData(nameof(Flows))]
    public void A_flow_fits_to_an_hour_or_says_what_it_can_fill(string id)
    {
        // The longest take more than an hour with their fewest repeats.
        var plan = Known.Flow(id);
        var shortest = Known.Expand(plan.With(s => s.Role is StepRole.Work ? s with { Repeats = s.Range.Min } : s)).TotalSeconds;
        var seconds = Math.Max(3600, 60 * Math.Ceiling(shortest / 60));
        var fit = Fit.ToMinutes(plan, seconds / 60, Known.Usual, Known.Base);
        Assert.True(fit.Expansion.TotalSeconds <= seconds);
        Assert.True(fit.Reason.Length > 20);
        // Either the hour is full, or what is left of the repeats is less than the half minute that is not counted.
        var more = fit
            .Plan.Steps.Where(s => s.Role is StepRole.Work && s.Repeats < s.Range.Max)
            .Select(s => s.Pair ?? s.Id)
            .Distinct()
            .ToList();
        Assert.True(fit.Expansion.TotalSeconds > seconds - 90 || more.Count <= 1, string.Join(", ", more));
    }
}
