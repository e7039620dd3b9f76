using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>The parts a plan is read in, of every flow.</summary>
public class PlanSectionsTests
{
    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    [Theory]
    [MemberData(nameof(Flows))]
    public void The_parts_hold_every_step_once_in_order_and_all_the_time(string flow)
    {
        var plan = Known.Flow(flow);
        var expansion = Known.Expand(plan);
        var parts = PlanSections.Of(plan, expansion);
        Assert.Equal(plan.Steps.Select(s => s.Id), parts.SelectMany(p => p.Steps));
        Assert.Equal(expansion.Steps.Sum(s => s.Seconds), parts.Sum(p => p.Seconds), 6);
        Assert.All(parts.Zip(parts.Skip(1)), p => Assert.False(p.First.Block == p.Second.Block && p.First.Side == p.Second.Side));
        // One part for each side of a block that is given on each side, whatever side a step in it works.
        var taught = Known.Base.Flows[flow];
        Assert.All(
            parts.Where(p => taught.Interleave is null && taught.Blocks.Any(b => b.Id == p.Block && b.EachSide)).CountBy(p => p.Block),
            b => Assert.Equal(2, b.Value)
        );
        Assert.DoesNotContain(parts, p => p.Side is Side.Mid || p.Name.Length == 0);
    }

    [Theory]
    [MemberData(nameof(Flows))]
    public void A_card_lists_of_each_pair_one_side_and_says_so(string flow)
    {
        var plan = Known.Flow(flow);
        var card = PlanSections.OnACard(plan, Known.Expand(plan));
        var listed = card.SelectMany(p => p.Steps).ToHashSet();
        foreach (var pair in plan.Steps.Where(s => s.Pair is not null).GroupBy(s => s.Pair))
        {
            Assert.Equal(pair.First().Id, Assert.Single(pair, s => listed.Contains(s.Id)).Id);
            Assert.Equal(pair.Count() > 1, card.Single(p => p.Steps.Contains(pair.First().Id)).Mirrored);
        }

        Assert.All(plan.Steps.Where(s => s.Pair is null), s => Assert.Contains(s.Id, listed));
    }

    /// <summary>Common practice: breaths are counted for half a minute and doubled.</summary>
    [Theory]
    [InlineData(7, 14)]
    [InlineData(8.5, 17)]
    public void Breaths_counted_in_half_a_minute_are_twice_as_many_in_a_whole_one(double counted, double perMinute)
    {
        Assert.Equal(perMinute, BreathCount.PerMinute(counted, Known.Base.Pace));
        Assert.Equal(counted, BreathCount.Of(perMinute, Known.Base.Pace).Counted);
        Assert.Null(BreathCount.Of(null, Known.Base.Pace).Counted);
        Assert.Equal(60 / perMinute, new Tempo(perMinute, 1.7, 0.08).BreathSeconds);
    }
}
