using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>What hands count: turns, trips, pulls, not presses.</summary>
public sealed class CountingTests
{
    [Theory]
    // kind, places, count, repeats, both ways: what is counted, how many, at the first, the last of the first, and the last press
    [InlineData(PatternKind.Circle, 8, 4, 1, false, CountedAs.Turn, 4)]
    [InlineData(PatternKind.Circle, 8, 3, 1, true, CountedAs.Turn, 6)]
    [InlineData(PatternKind.RoundTrips, 5, 1, 3, false, CountedAs.Trip, 3)]
    [InlineData(PatternKind.ThirdsWalk, 3, 1, 2, false, CountedAs.Trip, 2)]
    [InlineData(PatternKind.PalmWalk, 6, 1, 4, false, CountedAs.Way, 4)]
    [InlineData(PatternKind.Sections, 4, 3, 1, false, CountedAs.Pass, 3)]
    public void Presses_come_together_to_what_is_counted(
        PatternKind kind,
        int places,
        int count,
        int repeats,
        bool bothWays,
        CountedAs what,
        int of
    )
    {
        var pattern = new PatternSpec(kind, Stations: places, Count: count) { BothWays = bothWays };
        var placements = PatternExpansion.Expand(pattern, places, repeats);
        var counting = Counting.In(pattern, places, repeats)!;
        Assert.Equal((what, of), (counting.What, counting.Of));
        Assert.Equal(1, counting.At(1));
        Assert.Equal(of, counting.At(placements.Count));
    }

    [Fact]
    public void A_circle_goes_the_other_way_where_its_places_do()
    {
        var pattern = new PatternSpec(PatternKind.Circle, Stations: 8, Count: 3) { BothWays = true };
        var stations = PatternExpansion.Expand(pattern, 8, 1).Select(p => p.Station).ToList();
        var counting = Counting.In(pattern, 8, 1)!;
        for (var press = 1; press < stations.Count; press++)
        {
            var step = stations[press] - stations[press - 1];
            if (counting.At(press) == counting.At(press + 1))
            {
                Assert.Equal(counting.OtherWay(press), step < 0);
            }
        }
    }

    [Fact]
    public void In_every_step_of_every_flow_the_count_goes_up_by_one_and_ends_at_its_number()
    {
        var counted = 0;
        foreach (var step in Known.Base.Flows.All.SelectMany(f => Known.Expand(Known.Flow(f.Id)).Steps))
        {
            if (step.Counting is not { } c)
            {
                continue;
            }

            counted++;
            var said = Enumerable.Range(1, step.Presses.Count).Select(c.At).ToList();
            Assert.True(said[0] == 1 && said[^1] == c.Of, $"{step.Id} counts {said[0]} to {said[^1]} of {c.Of} {c.What}");
            Assert.All(
                said.Zip(said.Skip(1)),
                p => Assert.True(p.Second - p.First is 0 or 1 || (c.What is CountedAs.Pass && p.Second == 1 && p.First == c.Of))
            );
        }

        Assert.True(counted > 100);
    }

    [Fact]
    public void What_takes_turns_says_so_and_is_counted_so()
    {
        var steps = Known.Base.Flows.All.SelectMany(f => Known.Flow(f.Id).Steps).ToList();
        Assert.All(
            steps.Where(s => $"{s.Name} {s.Where} {s.Guide?.Hands}".Contains("by turns", StringComparison.Ordinal)),
            s => Assert.True(s.Pattern.ByTurns, $"{s.Name} says that it goes by turns, and its pattern does not.")
        );
        Assert.Contains(steps, s => s.Pattern.ByTurns && s.Side == Side.Both);
    }

    [Fact]
    public void Every_question_a_step_is_decided_by_has_an_answer_that_goes_on()
    {
        var asked = Known.Base.Flows.All.SelectMany(f => Known.Flow(f.Id).Steps).Where(s => s.Guide?.Answers is not null).ToList();
        Assert.NotEmpty(asked);
        Assert.All(
            asked,
            s =>
            {
                Assert.NotNull(s.Guide!.Decide);
                Assert.Equal(s.Guide.Answers!.Count, s.Guide.Answers.Select(a => a.When).Distinct().Count());
                Assert.Contains(s.Guide.Answers, a => a.Goes is not (StepGoes.LeaveOut or StepGoes.Stay or StepGoes.Again));
            }
        );
    }
}
