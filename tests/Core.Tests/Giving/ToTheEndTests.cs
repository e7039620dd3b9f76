using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Giving;

/// <summary>The two ways to be done in time, of every flow, from several places and by several minutes.</summary>
public sealed class ToTheEndTests
{
    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    [Theory]
    [MemberData(nameof(Flows))]
    public void Each_offer_does_what_it_says_keeps_the_sides_and_the_close_and_touches_nothing_begun(string flow)
    {
        var plan = Known.Flow(flow);
        var expansion = Known.Expand(plan);
        foreach (var share in new[] { 0.02, 0.3, 0.6 })
        {
            var cursor = expansion.TotalSeconds * share;
            var togo = expansion.TotalSeconds - cursor;
            var here = Session.StepAt(expansion, cursor).Id;
            foreach (var late in new[] { 120.0, 600, 1500, -300 })
            {
                var left = togo - late;
                foreach (var offer in ToTheEnd.For(plan, expansion, cursor, left, Known.Usual, Known.Base))
                {
                    var changed = offer.Edits.Aggregate(plan, (p, e) => PlanEdits.Apply(p, e, Known.Base));
                    Assert.Equal(offer.Seconds, Known.Expand(changed).TotalSeconds - cursor, 0.2);
                    Assert.Equal(Math.Max(0, offer.Seconds - Math.Max(0, left)), offer.OverSeconds, 0.2);
                    // In time, or it could not be: then everything that may go has gone.
                    Assert.True(offer.OverSeconds == 0 || offer.Seconds < togo);
                    Assert.Equal(
                        plan.Steps.TakeWhile(s => s.Id != here).Append(plan.Step(here)),
                        changed.Steps.TakeWhile(s => s.Id != here).Append(changed.Step(here))
                    );
                    Assert.Equal(plan.Steps.Where(s => s.Role is not StepRole.Work), changed.Steps.Where(s => s.Role is not StepRole.Work));
                    Assert.Subset(Uneven(plan).ToHashSet(), Uneven(changed).ToHashSet());
                }
            }
        }
    }

    /// <summary>Pairs that are not given alike on both sides.</summary>
    private static IEnumerable<string> Uneven(Plan plan) =>
        plan
            .Steps.Where(s => s.Pair is not null)
            .GroupBy(s => s.Pair!)
            .Where(g => On(g, Side.Left) != On(g, Side.Right))
            .Select(g => g.Key);

    private static int On(IEnumerable<PlanStep> pair, Side side) => pair.Where(s => s.Side == side).Sum(s => s.Repeats);

    [Fact]
    public void Ten_minutes_late_there_are_two_ways_that_fit()
    {
        var plan = Known.Flow(Known.Legs);
        var expansion = Known.Expand(plan);
        var offers = ToTheEnd.For(plan, expansion, 60, expansion.TotalSeconds - 60 - 600, Known.Usual, Known.Base);
        Assert.Equal([EndOfferKind.OtherRepeats, EndOfferKind.LeaveOut], offers.Select(o => o.Kind));
        Assert.All(offers, o => Assert.Equal(0, o.OverSeconds));
        Assert.NotEmpty(offers[0].Changes);
        Assert.NotEmpty(offers[1].Goes);
        // Nothing more than needed is given up.
        Assert.All(offers, o => Assert.True(o.Seconds > expansion.TotalSeconds - 60 - 600 - 240));
    }

    [Fact]
    public void With_time_to_spare_there_is_more_of_everything_and_nothing_goes()
    {
        var plan = Known.Flow(Known.Legs);
        var expansion = Known.Expand(plan);
        var offer = Assert.Single(ToTheEnd.For(plan, expansion, 60, expansion.TotalSeconds + 240, Known.Usual, Known.Base));
        Assert.All(offer.Changes, c => Assert.True(c.To > c.From));
        Assert.Empty(offer.Goes);
    }

    /// <summary>Once one side is given, its other side is due: nothing can go without leaving the sides unequal.</summary>
    [Fact]
    public void Until_the_first_leg_is_well_begun_there_are_two_ways_and_on_the_second_there_is_none()
    {
        var plan = Known.Flow(Known.Legs);
        var expansion = Known.Expand(plan);
        int Offers(double share) =>
            expansion.TotalSeconds * share is var at
                ? ToTheEnd.For(plan, expansion, at, expansion.TotalSeconds - at - 600, Known.Usual, Known.Base).Count
                : 0;
        Assert.Equal([2, 2, 2], new[] { 0.1, 0.2, 0.3 }.Select(Offers));
        Assert.Equal(0, Offers(0.7));
    }

    [Theory]
    // Against trying every choice: least lost, then fewest.
    [InlineData(new double[] { 30, 45, 60, 90 }, 50)]
    [InlineData(new double[] { 30, 45, 60, 90 }, 75)]
    [InlineData(new double[] { 30, 45, 60, 90 }, 150)]
    [InlineData(new double[] { 10, 10, 10, 30 }, 30)]
    [InlineData(new double[] { 100, 40, 35 }, 500)]
    public void What_goes_is_the_least_that_is_enough(double[] seconds, double wanted)
    {
        var all = Enumerable
            .Range(0, 1 << seconds.Length)
            .Select(mask => Enumerable.Range(0, seconds.Length).Where(i => (mask >> i) % 2 == 1).ToList())
            .ToList();
        var enough = all.Where(set => set.Sum(i => seconds[i]) >= wanted).ToList();
        var best = enough.Count > 0 ? enough.MinBy(set => (set.Sum(i => seconds[i]), set.Count))! : all[^1];
        var chosen = ToTheEnd.Least(seconds, wanted);
        Assert.Equal((best.Sum(i => seconds[i]), best.Count), (chosen.Sum(i => seconds[i]), chosen.Count));
    }
}
