using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>Nobody is turned more often than they must be: all of one side, one turn, all of the other.</summary>
public sealed class OneSideTests
{
    private const string Upper = "side-line-upper";
    private const string Lower = "side-line-lower";

    private static int Turns(Plan plan) => Known.Expand(plan).Steps.Count(s => s.Change is "position" or "surface");

    private static Plan Joined() => PlanSets.Join(Known.Flow(Upper), Known.Flow(Lower), null, Known.Base);

    [Fact]
    public void Two_side_line_flows_put_together_turn_the_client_once()
    {
        var (upper, lower) = (Known.Flow(Upper), Known.Flow(Lower));
        var plan = Joined();
        PlanCheck.Check(plan, Known.Base);
        Assert.Equal(1, Turns(plan));
        // All the work of both, the order on each side kept, one opening.
        Assert.Equal(upper.Steps.Count + lower.Steps.Count(s => s.Role is StepRole.Work), plan.Steps.Count);
        Assert.Equal(StepRole.Opening, plan.Steps[0].Role);
        Assert.Single(plan.Steps, s => s.Role is StepRole.Opening);
        foreach (var position in new[] { "side-lying-left", "side-lying-right" })
        {
            Assert.Equal(
                upper.Steps.Concat(lower.Steps).Where(s => s.Position == position && s.Role is StepRole.Work).Select(s => s.Name),
                plan.Steps.Where(s => s.Position == position && s.Role is StepRole.Work).Select(s => s.Name)
            );
            // What closes a side comes when all of it is given.
            Assert.Equal(StepRole.Closing, plan.Steps.Last(s => s.Position == position).Role);
        }

        Assert.Equal(0, Known.Expand(plan).Totals.DifferenceSeconds);
    }

    /// <summary>Fitted to 75 minutes with the right side worse: in time, one turn, and the review has no remark that weighs.</summary>
    [Fact]
    public void Joined_and_fitted_with_a_worse_side_its_order_stands()
    {
        var fit = Fit.ToMinutes(Joined() with { WorseSide = Side.Right }, 75, Known.Usual, Known.Base);
        Assert.InRange(fit.Expansion.TotalSeconds, 0, 75 * 60);
        Assert.Equal(1, Turns(fit.Plan));
        Assert.True(fit.Expansion.Totals.RightSeconds > fit.Expansion.Totals.LeftSeconds);
        Assert.Empty(
            PlanReview
                .Run(fit.Plan, Known.Base.HouseSchool, Known.Usual, Known.Base)
                .Findings.Where(f => f.Severity is not Severity.Could)
                .Select(f => $"{f.Rule}: {f.What}")
        );
    }

    [Fact]
    public void Nothing_comes_before_the_opening()
    {
        var upper = Known.Flow(Upper);
        var plan = PlanSets.Join(upper, Known.Flow(Lower), upper.Steps[0].Id, Known.Base);
        Assert.Equal(upper.Steps[0].Id, plan.Steps[0].Id);
        Assert.Equal(1, Turns(plan));
    }

    [Fact]
    public void Joined_twice_it_is_still_one_turn() => Assert.Equal(1, Turns(PlanSets.Join(Joined(), Known.Flow(Lower), null, Known.Base)));

    [Fact]
    public void A_flow_on_the_back_keeps_its_place_when_one_on_the_side_comes()
    {
        var legs = Known.Flow(Known.Legs);
        var plan = PlanSets.Join(legs, Known.Flow(Upper), "recheck", Known.Base);
        Assert.Equal(legs.Steps.Select(s => s.Id), plan.Steps.Where(s => legs.Steps.Any(l => l.Id == s.Id)).Select(s => s.Id));
    }

    [Fact]
    public void A_step_moved_to_the_side_that_lies_on_the_mat_is_given_after_the_turn()
    {
        var upper = Known.Flow(Upper);
        var step = upper.Steps.First(s => s.Side is Side.Left && s.Role is StepRole.Work && s.Series is null);
        var plan = PlanEdits.Apply(upper, new(PlanEditKind.Side, step.Id, Word: "right"), Known.Base);
        var moved = plan.Step(step.Id);
        Assert.Equal((Side.Right, Known.Base.Positions[step.Position].Mirror), (moved.Side, moved.Position));
        Assert.Equal(Turns(upper), Turns(plan));
    }

    /// <summary>On one's back nobody turns: the chosen steps of the left, then those of the right.</summary>
    [Fact]
    public void Chosen_steps_are_given_on_one_side_through()
    {
        var legs = Known.Flow(Known.Legs);
        var chosen = legs.Steps.Where(s => s.Side is Side.Left or Side.Right).Select(s => s.Id).ToList();
        var mixed = legs with
        {
            Steps = [.. legs.Steps.Where(s => s.Pair is null), .. legs.Steps.Where(s => s.Pair is not null).OrderBy(s => s.Pair)],
        };
        var plan = PlanEdits.Apply(mixed, new(PlanEditKind.OneSide, chosen[0], Steps: [.. chosen.Skip(1)]), Known.Base);
        var sides = plan.Steps.Where(s => chosen.Contains(s.Id)).Select(s => s.Side).ToList();
        Assert.Equal(1, sides.Zip(sides.Skip(1)).Count(p => p.First != p.Second));
    }

    public static TheoryData<string, string> Pairs
    {
        get
        {
            var data = new TheoryData<string, string>();
            string[] flows = [Upper, Lower, "side-line-whole", Known.Legs, "belly-bowl", "neck-then-shoulder", "pushing-along-lines"];
            foreach (var one in flows)
            {
                foreach (var other in flows.Where(f => f != one))
                {
                    data.Add(one, other);
                }
            }

            return data;
        }
    }

    /// <summary>Whatever is put together: gathering, and mending all there is, leave no more turns than they found.</summary>
    [Theory]
    [MemberData(nameof(Pairs))]
    public void Mending_never_turns_the_client_more_often(string one, string other)
    {
        var joined = PlanSets.Insert(Known.Flow(one), Known.Flow(other), null);
        Assert.True(Turns(PlanSets.Join(Known.Flow(one), Known.Flow(other), null, Known.Base)) <= Turns(joined));
        var school = Known.Base.HouseSchool;
        foreach (var found in PlanReview.Run(joined, school, Known.Usual, Known.Base).Findings.Where(f => f.Rule == "few-position-changes"))
        {
            Assert.True(Turns(PlanReview.Repair(joined, found.Rule, found.Steps[0], school, Known.Usual, Known.Base)) <= Turns(joined));
        }

        Assert.True(Turns(PlanReview.RepairAll(joined, school, Known.Usual, Known.Base)) <= Turns(joined));
    }

    /// <summary>A series is moved whole and nothing is put into it.</summary>
    [Fact]
    public void A_series_stays_in_one_piece()
    {
        var plan = Known.Flow(Known.Legs);
        var series = plan.Steps.Select(plan.SeriesOf).First(r => r.Count > 1);
        var at = plan.Steps.ToList().FindIndex(s => s.Id == series[0].Id);
        var later = PlanEdits.Apply(plan, new(PlanEditKind.Move, series[1].Id, at + 4, BothSides: false), Known.Base);
        Assert.Equal(series.Select(s => s.Id), later.SeriesOf(later.Step(series[0].Id)).Select(s => s.Id));
        var into = PlanEdits.Apply(plan, new(PlanEditKind.Move, plan.Steps[0].Id, at, BothSides: false), Known.Base);
        Assert.Equal(series.Select(s => s.Id), into.SeriesOf(into.Step(series[0].Id)).Select(s => s.Id));
    }
}
