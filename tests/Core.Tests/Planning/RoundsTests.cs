using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>A series is one thing: given several times, moved, changed and fitted whole.</summary>
public sealed class RoundsTests
{
    private static Plan Given(Plan plan, int times, params string[] steps) =>
        PlanEdits.Apply(plan, new(PlanEditKind.Rounds, steps[0], times, Steps: [.. steps.Skip(1)]), Known.Base);

    public static TheoryData<string, string> Series =>
        [
            .. Known.Base.Flows.All.SelectMany(f =>
                Known.Flow(f.Id).Steps.Where(s => s.Series is not null).DistinctBy(s => s.Series).Select(s => (f.Id, s.Id))
            ),
        ];

    /// <summary>Every series of every flow three times: its steps in order, on both sides; then once again.</summary>
    [Theory]
    [MemberData(nameof(Series))]
    public void A_series_is_given_three_times_in_its_order_on_both_sides_and_once_again(string flow, string first)
    {
        var plan = Known.Flow(flow);
        var once = plan.SeriesOf(plan.Step(first));
        var thrice = Given(plan, 3, first);
        PlanCheck.Check(thrice, Known.Base);
        var run = thrice.SeriesOf(thrice.Step(first));
        var names = once.Select(s => (s.Name, s.Side)).ToList();
        Assert.Equal([.. names, .. names, .. names], run.Select(s => (s.Name, s.Side)));
        Assert.Equal(3, Rounds.Of(thrice, thrice.Step(first)));
        Assert.Equal(3, Rounds.Of(thrice, run[^1]));
        var sides = plan.Steps.Count(s => once.Any(o => plan.SameStep(o) == plan.SameStep(s)));
        Assert.Equal(plan.Steps.Count + (2 * sides), thrice.Steps.Count);
        Assert.Equal(Known.Expand(plan).Totals.DifferenceSeconds, Known.Expand(thrice).Totals.DifferenceSeconds - Lone(once, plan), 0.5);
        Assert.Equal(plan.Steps.Select(s => s.Id), Given(thrice, 1, run[^1].Id).Steps.Select(s => s.Id));
    }

    /// <summary>What a series on one side only adds to the difference of the sides, given twice more.</summary>
    private static double Lone(IReadOnlyList<PlanStep> once, Plan plan) =>
        2
        * once.Where(s => s.Pair is null || plan.Steps.Count(t => t.Pair == s.Pair) == 1)
            .Sum(s =>
                Known.Expand(plan).Steps.First(e => e.Id == s.Id).WorkSeconds
                * (
                    s.Side is Side.Left ? 1
                    : s.Side is Side.Right ? -1
                    : 0
                )
            );

    [Fact]
    public void What_is_chosen_becomes_a_series_and_is_moved_changed_fitted_and_left_out_whole()
    {
        var plan = Known.Flow(Known.Legs);
        var at = plan.Steps.ToList().FindIndex(s => s.Id == "thumbs.left");
        string[] chosen = [plan.Steps[at].Id, plan.Steps[at + 1].Id];
        var thrice = Given(plan with { Steps = [.. plan.Steps.Select(s => s with { Series = null })] }, 3, chosen);
        var run = thrice.SeriesOf(thrice.Step(chosen[0]));
        Assert.Equal(6, run.Count);
        Assert.Equal(6, thrice.SeriesOf(thrice.Step("thumbs.right")).Count);

        var lighter = PlanEdits.Apply(thrice, new(PlanEditKind.Level, run[2].Id, run[2].Level - 1), Known.Base);
        Assert.All(
            lighter.Steps.Where(s => s.Name == run[2].Name && s.Series == run[0].Series),
            s => Assert.Equal(run[2].Level - 1, s.Level)
        );
        var moved = PlanEdits.Apply(thrice, new(PlanEditKind.Move, run[3].Id, 0, BothSides: false), Known.Base);
        Assert.Equal(run.Select(s => s.Id), moved.SeriesOf(moved.Step(run[0].Id)).Select(s => s.Id));
        var fit = Fit.ToMinutes(thrice, 120, Known.Usual, Known.Base);
        Assert.All(
            fit.Plan.Steps.GroupBy(fit.Plan.SameStep).Where(g => g.Any(s => s.RoundOf is not null)),
            same => Assert.Single(same.Select(s => s.Repeats).Distinct())
        );
        var without = PlanEdits.Apply(thrice, new(PlanEditKind.Remove, run[4].Id), Known.Base);
        Assert.Equal(thrice.Steps.Count - 6, without.Steps.Count);
    }

    /// <summary>Copied, mirrored, halved or put into another plan, a series keeps its rounds and never counts those of another.</summary>
    [Fact]
    public void Rounds_stay_with_their_series_wherever_it_goes()
    {
        var flow = Known.Flow(Known.Legs);
        var first = flow.Steps.First(s => s.Series is not null && s.Side is Side.Left).Id;
        var plan = Given(flow, 3, first);
        var run = plan.SeriesOf(plan.Step(first));
        void Thrice(Plan now, IEnumerable<PlanStep> steps) => Assert.All(steps, s => Assert.Equal(3, Rounds.Of(now, s)));

        var put = PlanSets.Insert(Known.Flow("belly-bowl"), plan, null);
        Thrice(put, put.Steps.Where(s => s.RoundOf is not null));
        Assert.Equal(2 * run.Count / 3 * 2, put.Steps.Count(s => s.RoundOf is not null));

        var again = PlanSets.Again(plan, run);
        Thrice(again, again.Steps.Where(s => s.RoundOf is not null));
        Assert.Equal(plan.Steps.Count(s => s.RoundOf is not null) + (run.Count / 3 * 2), again.Steps.Count(s => s.RoundOf is not null));

        var lone = plan with { Steps = [.. plan.Steps.Where(s => s.Side is not Side.Right)] };
        var mirrored = PlanSets.WithTwins(lone, lone.SeriesOf(lone.Step(first)), Known.Base);
        Thrice(mirrored, mirrored.Steps.Where(s => s.RoundOf is not null));
        Assert.Contains(mirrored.Steps, s => s is { RoundOf: not null, Side: Side.Right });

        var other = StepChoices.Like(plan.Step(first), Known.Base)[0].Id;
        var exchanged = PlanEdits.Apply(plan, new(PlanEditKind.Change, first, Change: new() { Technique = other }), Known.Base);
        Assert.All(exchanged.Steps.Where(s => s.Series is null), s => Assert.Null(s.RoundOf));
    }

    [Fact]
    public void What_lies_apart_is_no_series_and_nothing_is_given_no_times()
    {
        var plan = Known.Flow(Known.Legs);
        var (first, last) = (plan.Steps.First(s => s.Series is null), plan.Steps.Last(s => s.Series is null));
        Assert.Equal("series-apart", Assert.Throws<RefusalException>(() => Given(plan, 2, first.Id, last.Id)).Code);
        Assert.Equal("rounds-out-of-range", Assert.Throws<RefusalException>(() => Given(plan, 0, first.Id)).Code);
        Assert.Equal("rounds-out-of-range", Assert.Throws<RefusalException>(() => Given(plan, 5000, first.Id)).Code);
    }
}
