using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using NodaTime;

namespace AmpleLantern.Core.Tests.Giving;

public class SessionTests
{
    private static readonly Instant Noon = Instant.FromUtc(2026, 3, 2, 12, 0);
    private static readonly Expansion Legs = Known.Expand(Known.Flow(Known.Legs));
    private static readonly Session Session = new(Legs, Known.Base);

    private static GiveEvent At(double seconds, GiveEventKind kind, string? response = null) =>
        new(Guid.NewGuid(), Noon + Duration.FromSeconds(seconds), kind, response);

    private static Instant Time(double seconds) => Noon + Duration.FromSeconds(seconds);

    [Fact]
    public void The_clock_moves_through_the_steps_by_itself()
    {
        var state = Session.Fold([At(0, GiveEventKind.Start)]);
        foreach (var step in Legs.Steps)
        {
            Assert.Equal(step.Id, Session.StepAt(state, Time(step.StartSeconds + 0.1)).Id);
        }

        Assert.Equal(Legs.TotalSeconds, Session.Cursor(state, Time(99_999)));
    }

    [Fact]
    public void A_hold_let_go_early_still_rests_without_touch()
    {
        var hold = Legs.Steps.Single(s => s.Id == "groin-hold");
        var early = hold.StartSeconds + 30;
        var state = Session.Fold([At(0, GiveEventKind.Start), At(early, GiveEventKind.Next)]);
        Assert.Equal(hold.StartSeconds + hold.Seconds - hold.RestSeconds, state.CursorSeconds, 3);
        Assert.Equal(hold.Id, Session.StepAt(state, Time(early + hold.RestSeconds - 1)).Id);
        Assert.NotEqual(hold.Id, Session.StepAt(state, Time(early + hold.RestSeconds + 1)).Id);
    }

    [Fact]
    public void A_pause_makes_it_late_by_as_long_as_it_lasts()
    {
        var state = Session.Fold([At(0, GiveEventKind.Start), At(100, GiveEventKind.Pause), At(160, GiveEventKind.Resume)]);
        Assert.Equal(60, Session.LateSeconds(state, Time(200)), 3);
        Assert.Equal(140, Session.Cursor(state, Time(200)), 3);
    }

    [Fact]
    public void Too_much_lowers_the_same_contact_on_the_same_region_from_here_on_and_nothing_else()
    {
        var step = Legs.Steps.Single(s => s.Id == "lace-squeeze.left");
        var state = Session.Fold([At(0, GiveEventKind.Start), At(step.StartSeconds + 2, GiveEventKind.Response, "too-much")]);
        Assert.Equal(["lace-press.right", "lace-squeeze.left", "lace-squeeze.right"], state.Levels.Keys.Order());
        Assert.All(state.Levels, l => Assert.Equal(Legs.Steps.Single(s => s.Id == l.Key).Level - 1, l.Value));
    }

    [Theory]
    [InlineData("pain")]
    [InlineData("dizzy")]
    [InlineData("tap-out")]
    public void Some_responses_stop_it_until_they_want_to_go_on(string response)
    {
        var stopped = Session.Fold([At(0, GiveEventKind.Start), At(50, GiveEventKind.Response, response)]);
        Assert.Equal(GivePhase.Stopped, stopped.Phase);
        Assert.Equal(50, Session.Cursor(stopped, Time(500)), 3);
        Assert.Equal(GivePhase.Running, Session.Apply(stopped, At(90, GiveEventKind.GoOn)).Phase);
    }

    [Fact]
    public void Skipped_steps_are_not_given_and_repeated_ones_count_twice()
    {
        var first = Legs.Steps[0];
        var events = new[]
        {
            At(0, GiveEventKind.Start),
            At(20, GiveEventKind.Next),
            At(30, GiveEventKind.Again),
            At(40, GiveEventKind.Next),
            At(41, GiveEventKind.Finish),
        };
        var given = Session.Given(Session.Fold(events));
        Assert.Equal(20, given[0].GivenSeconds, 3);
        Assert.Equal(20, given[1].GivenSeconds, 3);
        Assert.Equal(1, given[2].GivenSeconds, 3);
        Assert.Equal(0, given[^1].GivenSeconds);
        Assert.Equal(first.Seconds, given[0].PlannedSeconds);
    }

    /// <summary>A press counts as given when its beginning was lived through, whether or not the session was held in between.</summary>
    [Fact]
    public void Presses_are_given_one_by_one_as_the_place_in_the_plan_comes_to_them()
    {
        var step = Legs.Steps.First(s => s.Presses.Count >= 6);
        var third = step.Presses[2].StartSeconds;
        GiveEvent[] held = [At(0, GiveEventKind.Start), At(third, GiveEventKind.Pause)];
        Assert.Equal(2, Given([.. held]));
        Assert.Equal(3, Given([At(0, GiveEventKind.Start), At(third + 0.2, GiveEventKind.Pause)]));
        var end = step.StartSeconds + step.Seconds;
        Assert.Equal(step.Presses.Count, Given([.. held, At(third + 50, GiveEventKind.Resume), At(end + 50, GiveEventKind.Finish)]));
        Assert.Equal(
            3 + step.Presses.Count,
            Given([At(0, GiveEventKind.Start), At(third + 0.2, GiveEventKind.Again), At(third + 0.2 + step.Seconds, GiveEventKind.Finish)])
        );

        int Given(GiveEvent[] log) => Session.Given(Session.Fold(log)).Single(g => g.Step == step.Id).GivenPresses;
    }

    [Fact]
    public void On_goes_to_the_rest_then_to_the_next_step_and_without_a_rest_straight_there()
    {
        var hold = Legs.Steps.Single(s => s.Id == "groin-hold");
        var rest = hold.StartSeconds + hold.Seconds - hold.RestSeconds;
        Assert.Equal(rest, After(hold.StartSeconds), 3);
        Assert.Equal(hold.StartSeconds + hold.Seconds, After(rest), 3);
        var plain = Legs.Steps.First(s => s is { RestSeconds: 0, StartSeconds: > 0 });
        Assert.Equal(plain.StartSeconds + plain.Seconds, After(plain.StartSeconds), 3);

        static double After(double seconds) => Session.Fold([At(0, GiveEventKind.Start), At(seconds, GiveEventKind.Next)]).CursorSeconds;
    }

    [Fact]
    public void A_response_to_a_named_step_is_noted_there_and_lightens_what_that_step_shares()
    {
        var (here, named) = (Legs.Steps[0], Legs.Steps.Single(s => s.Id == "lace-squeeze.left"));
        var state = Session.Fold([At(0, GiveEventKind.Start), At(2, GiveEventKind.Response, "too-much") with { Step = named.Id }]);
        Assert.NotEqual(here.Region, named.Region);
        Assert.Equal(named.Id, state.Responses.Single().Step);
        Assert.Equal(named.Level - 1, state.Levels[named.Id]);
        Assert.DoesNotContain(here.Id, state.Levels.Keys);
    }

    [Property(MaxTest = 100 / Tries.Part)]
    public Property Sending_events_again_changes_nothing_and_time_never_runs_back() =>
        Prop.ForAll(
            SomeLog(),
            log =>
            {
                var once = Session.Fold(log);
                var again = Session.Fold([.. log, .. log.Take(3), .. log]);
                return once.CursorSeconds == again.CursorSeconds
                    && once.Phase == again.Phase
                    && once.Responses.Count == again.Responses.Count
                    && once.CursorSeconds >= 0
                    && once.CursorSeconds <= Legs.TotalSeconds
                    && once.Travelled.All(t => t.ToSeconds > t.FromSeconds);
            }
        );

    private static Arbitrary<GiveEvent[]> SomeLog()
    {
        var one =
            from seconds in Gen.Choose(0, 3000)
            from kind in Gen.Elements(Enum.GetValues<GiveEventKind>())
            from response in Gen.Elements(Known.Base.Responses.All.Select(r => r.Id))
            select At(seconds, kind, response);
        return Gen.ArrayOf(one, 25).Select(log => log.OrderBy(e => e.At).Prepend(At(0, GiveEventKind.Start)).ToArray()).ToArbitrary();
    }
}
