using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using NodaTime;

namespace AmpleLantern.Core.Tests.Giving;

/// <summary>Several devices, clocks that jump, and what comes late.</summary>
public class LogOrderTests
{
    private static readonly Instant Noon = Instant.FromUtc(2026, 3, 2, 12, 0);
    private static readonly Expansion Legs = Known.Expand(Known.Flow(Known.Legs));
    private static readonly Session Session = new(Legs, Known.Base);
    private static int made;

    private static GiveEvent At(
        double seconds,
        GiveEventKind kind,
        string? response = null,
        string device = "a",
        long? counter = null,
        double? receivedAfter = null,
        string? step = null
    ) =>
        new(
            Guid.NewGuid(),
            Noon + Duration.FromSeconds(seconds),
            kind,
            response,
            Step: step,
            Device: device,
            Counter: counter ?? Interlocked.Increment(ref made),
            ReceivedAt: Noon + Duration.FromSeconds(receivedAfter ?? seconds + 0.1)
        );

    [Fact]
    public void A_device_whose_clock_is_set_back_keeps_the_order_of_its_own_events()
    {
        var events = new[]
        {
            At(0, GiveEventKind.Start),
            At(100, GiveEventKind.Next),
            At(40, GiveEventKind.Pause),
            At(50, GiveEventKind.Resume),
            At(130, GiveEventKind.Next),
        };
        var kinds = SessionLog.InOrder(events.Reverse(), _ => false).Select(e => e.Event.Kind);
        Assert.Equal(events.Select(e => e.Kind), kinds);
        Assert.All(
            SessionLog.InOrder(events, _ => false).Zip(SessionLog.InOrder(events, _ => false).Skip(1)),
            p => Assert.True(p.First.At <= p.Second.At)
        );
    }

    [Fact]
    public void Whatever_order_they_arrive_in_the_session_is_the_same()
    {
        var events = new List<GiveEvent> { At(0, GiveEventKind.Start) };
        for (var i = 1; i < 30; i++)
        {
            events.Add(
                At(
                    i * 11,
                    (i % 4) switch
                    {
                        0 => GiveEventKind.Next,
                        1 => GiveEventKind.Response,
                        2 => GiveEventKind.Pause,
                        _ => GiveEventKind.Resume,
                    },
                    "tender",
                    $"device {i % 3}"
                )
            );
        }

        var once = Session.Fold(events);
        var random = new Random(7);
        for (var i = 0; i < 20; i++)
        {
            var other = Session.Fold(events.OrderBy(_ => random.Next()).Concat(events.Take(5)));
            Assert.Equal(once.CursorSeconds, other.CursorSeconds);
            Assert.Equal(once.Responses, other.Responses);
        }
    }

    [Fact]
    public void A_response_that_comes_late_stays_at_the_step_it_was_noted_at()
    {
        var first = Legs.Steps[0].Id;
        var state = Session.Fold([
            At(0, GiveEventKind.Start),
            At(10, GiveEventKind.Next),
            At(20, GiveEventKind.Next),
            At(5, GiveEventKind.Response, "sigh", "b", receivedAfter: 900, step: first),
        ]);
        Assert.Equal(first, state.Responses.Single().Step);
    }

    [Fact]
    public void A_stop_that_came_after_others_had_moved_on_stops_from_when_it_was_known_and_takes_no_work_back()
    {
        var end = Legs.Steps[1].StartSeconds;
        var state = Session.Fold([
            At(0, GiveEventKind.Start),
            At(30, GiveEventKind.Next),
            At(60, GiveEventKind.Next),
            At(20, GiveEventKind.Response, "dizzy", "b", receivedAfter: 90, step: Legs.Steps[0].Id),
        ]);
        Assert.Equal(GivePhase.Stopped, state.Phase);
        Assert.Equal(Legs.Steps[0].Id, state.Responses.Single().Step);
        Assert.Equal(Noon + Duration.FromSeconds(20), state.Responses.Single().At);
        Assert.True(state.CursorSeconds > end);
        Assert.Equal(90, Session.Given(state).Sum(g => g.GivenSeconds), 1);
    }

    /// <summary>A stop is moved to when it became known only past what others had really done by then.</summary>
    [Theory]
    [InlineData("b", 60, 90, GiveEventKind.Next, 2)]
    [InlineData("a", 60, 90, GiveEventKind.Next, 1)]
    [InlineData("b", 60, 90, GiveEventKind.Pause, 1)]
    [InlineData("b", 60, 90, GiveEventKind.Response, 1)]
    [InlineData("b", 60, 60.1, GiveEventKind.Next, 1)]
    [InlineData("b", 20, 90, GiveEventKind.Next, 1)]
    [InlineData("b", 15, 90, GiveEventKind.Next, 1)]
    public void A_late_stop_is_split_from_its_note_by_work_of_others_and_by_nothing_else(
        string device,
        double otherAt,
        double stopReceived,
        GiveEventKind other,
        int parts
    )
    {
        var stop = At(20, GiveEventKind.Response, "dizzy", device, 5, stopReceived);
        GiveEvent[] log = [At(0, GiveEventKind.Start, counter: 0), At(otherAt, other, "sigh", counter: 9), stop];
        Assert.Equal(parts, SessionLog.InOrder(log, r => r == "dizzy").Count(e => e.Event.Id == stop.Id));
    }

    [Fact]
    public void What_happens_at_one_instant_is_ordered_by_device_then_by_its_counter()
    {
        GiveEvent[] log =
        [
            At(10, GiveEventKind.Next, device: "b", counter: 1),
            At(10, GiveEventKind.Back, device: "a", counter: 8),
            At(10, GiveEventKind.Next, device: "a", counter: 7),
            At(10, GiveEventKind.Pause) with
            {
                Device = null,
            },
        ];
        Assert.Equal([log[3], log[2], log[1], log[0]], SessionLog.InOrder(log, _ => false).Select(e => e.Event));
    }

    [Fact]
    public void What_is_noted_before_the_start_or_after_the_end_is_kept_and_said_to_be()
    {
        var state = Session.Fold([
            At(-50, GiveEventKind.Response, "cold"),
            At(0, GiveEventKind.Start),
            At(5, GiveEventKind.Response, "sigh"),
            At(9, GiveEventKind.Finish),
            At(60, GiveEventKind.Response, "dizzy"),
        ]);
        Assert.Equal([NotedWhen.Early, NotedWhen.During, NotedWhen.Late], state.Responses.Select(r => r.When));
        Assert.Equal(GivePhase.Finished, state.Phase);
    }

    [Fact]
    public void A_response_of_an_older_vocabulary_is_kept_as_the_word_it_is()
    {
        var state = Session.Fold([At(0, GiveEventKind.Start), At(5, GiveEventKind.Response, "knees-like-jelly")]);
        Assert.Equal("knees-like-jelly", state.Responses.Single().Response);
        Assert.Equal("Knees like jelly", ResponseKind.Said("knees-like-jelly", Known.Base));
        Assert.Equal(GivePhase.Running, state.Phase);
    }
}
