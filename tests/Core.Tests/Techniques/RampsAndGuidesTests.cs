using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Techniques;

/// <summary>Ramps, what speeds up, circles both ways, handling; and the words beside a step.</summary>
public class RampsAndGuidesTests
{
    private static PlanStep Step(PatternSpec pattern, int level = 4) =>
        Known.Flow(Known.Legs).Steps.First(s => s.Technique == "palm-press") with
        {
            Pattern = pattern,
            Level = level,
            Repeats = 1,
            Breath = BreathRule.Free,
        };

    private static ExpandedStep Expanded(PlanStep step) => Known.Expand(Known.Flow(Known.Legs) with { Steps = [step] }).Steps[0];

    [Fact]
    public void A_ramp_gives_its_weight_breath_by_breath_up_to_its_level()
    {
        var presses = Expanded(Step(new(PatternKind.Ramp, Breaths: 5) { LevelFrom = 1 })).Presses;
        Assert.Equal([1, 2, 3, 3, 4], presses.Select(p => p.Level));
        Assert.All(presses, p => Assert.Equal((1, 1), (p.Station, (int)Math.Round(p.Seconds / Timing.BreathSeconds(12)))));
        // Capped below where it would begin, no press of it is above the cap.
        var capped = Expanded(Step(new(PatternKind.Ramp, Breaths: 5) { LevelFrom = 3 }, level: 2)).Presses;
        Assert.All(capped, p => Assert.Equal(2, p.Level));
        Assert.Throws<KnowledgeException>(() => Patterns.Ramp(1));
    }

    /// <summary>Beats shrink evenly from 2 s to half a second and fill the two minutes.</summary>
    [Fact]
    public void What_speeds_up_fills_its_time_with_ever_shorter_beats()
    {
        var beats = Patterns.SpeedUp(120, new(0.5, 1, 2));
        Assert.Equal(96, beats.Count);
        Assert.Equal((2.0, 0.5), (beats[0].StaySeconds, beats[^1].StaySeconds));
        Assert.Equal(120, beats.Sum(b => b.StaySeconds!.Value), 6);
        Assert.All(beats.Zip(beats.Skip(1)), b => Assert.True(b.First.StaySeconds > b.Second.StaySeconds));
        Assert.Throws<KnowledgeException>(() => Patterns.SpeedUp(null, new(0.5, 1, 2)));
        Assert.Throws<KnowledgeException>(() => Patterns.SpeedUp(60, null));
    }

    [Fact]
    public void A_circle_goes_back_the_way_it_came()
    {
        var round = Patterns.Circle(4, 2, bothWays: true).Select(p => p.Station).ToList();
        Assert.Equal([1, 2, 3, 4, 1, 2, 3, 4, 4, 3, 2, 1, 4, 3, 2, 1], round);
    }

    [Fact]
    public void A_walk_that_says_how_long_each_press_stays_is_given_so()
    {
        var walk = new PatternSpec(PatternKind.PalmWalk, Stations: 5);
        double Stay(PatternSpec p) => Expanded(Step(p)).Presses[0].HoldSeconds;
        Assert.Equal(4, Stay(walk with { Hold = new(3, 4, 6) }), 1);
        Assert.NotEqual(4, Stay(walk), 1);
    }

    [Fact]
    public void Handling_takes_time_and_is_no_dose()
    {
        var step = Step(new(PatternKind.Handling, Hold: new(20, 30, 40)), 1) with { Technique = "set-up", SetupSeconds = 0 };
        Assert.All(Expanded(step).Presses, p => Assert.Equal(0, p.Level));
        Assert.Equal(30, Expanded(step).WorkSeconds, 1);
        Assert.Empty(Dose.Of(Known.Expand(Known.Flow(Known.Legs) with { Steps = [step] })).Regions);
    }

    /// <summary>Walks every step of every flow: mirrored twice is as it was, and every mark is a side.</summary>
    [Fact]
    public void The_words_of_a_step_change_sides_with_it()
    {
        var marked = 0;
        foreach (var step in Known.Base.Flows.All.SelectMany(f => Known.Flow(f.Id).Steps))
        {
            var mirrored = FlowPlans.Mirrored(step, Known.Base);
            Assert.Equal(step.Guide, FlowPlans.Mirrored(mirrored, Known.Base).Guide);
            foreach (var words in new[] { step.Where, step.Guide?.Hands, step.Guide?.Feel, step.Guide?.Decide, step.Guide?.Find })
            {
                Assert.DoesNotContain("{", StepGuide.Plain(words) ?? "");
                marked += words?.Contains('{') == true ? 1 : 0;
            }

            if (step.Guide?.Hands?.Contains("{left}", StringComparison.Ordinal) == true)
            {
                Assert.Contains("{right}", mirrored.Guide!.Hands);
                Assert.NotEqual(Side.Mid, step.Side);
            }
        }

        Assert.True(marked > 0);
    }
}
