using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Tests.Giving;

/// <summary>What is felt is kept with its place and strength, and the likeliest of it comes first.</summary>
public sealed class NotesTests
{
    private static readonly Instant Noon = Instant.FromUtc(2026, 3, 2, 12, 0);
    private static readonly Session Session = new(Known.Expand(Known.Flow(Known.Legs)), Known.Base);
    private static readonly Guid Note = Guid.Parse("00000000-0000-0000-0000-00000000000a");

    private static GiveEvent At(int second, GiveEventKind kind, EventDetail? detail = null, Guid? id = null, string? text = null) =>
        new(
            id ?? Guid.NewGuid(),
            Noon + Duration.FromSeconds(second),
            kind,
            kind is GiveEventKind.Response ? "tender" : null,
            text,
            Detail: detail
        );

    [Fact]
    public void A_note_keeps_its_place_and_takes_strength_and_words_later()
    {
        var noted = new EventDetail(4, "BL57", Side.Left);
        var log = new[]
        {
            At(0, GiveEventKind.Start),
            At(30, GiveEventKind.Response, noted, Note),
            At(40, GiveEventKind.Annotate, new(Strength: 2, Of: Note)),
            At(50, GiveEventKind.Annotate, new(Of: Note), text: "down to the heel"),
            // Of a note that never was: nothing.
            At(60, GiveEventKind.Annotate, new(Strength: 3, Of: Guid.NewGuid())),
        };
        var state = Session.Fold(log);
        var kept = Assert.Single(state.Responses);
        Assert.Equal((4, "BL57", Side.Left, 2), (kept.Detail!.Station, kept.Detail.Place, kept.Detail.Side, kept.Detail.Strength));
        Assert.Equal("down to the heel", kept.Text);
        // The clock goes on as if nothing had been added.
        var bare = Session.Fold(log.Where(e => e.Kind is not GiveEventKind.Annotate));
        var later = Noon + Duration.FromSeconds(300);
        Assert.Equal(Session.Cursor(bare, later), Session.Cursor(state, later));
        // It may come twice, and in any order of arrival.
        Assert.Equal(state.Responses, Session.Fold(log.Concat(log).Reverse()).Responses);
    }

    [Theory]
    [InlineData(0, null)]
    [InlineData(4, null)]
    [InlineData(2, 0)]
    [InlineData(2, 9000)]
    public void A_strength_or_place_that_cannot_be_is_none(int strength, int? station) =>
        Assert.False(new EventDetail(station, Strength: strength).CanBe);

    [Fact]
    public void What_is_not_said_can_be() => Assert.True(new EventDetail().CanBe && new EventDetail(1, "T5", Side.Mid, 3).CanBe);

    /// <summary>Held on for 40 s at the 60th second: the clock waits, the step is given those 40 s, and moving on goes on.</summary>
    [Fact]
    public void Holding_on_keeps_the_place_and_counts_for_its_step()
    {
        var staying = Session.Fold([At(0, GiveEventKind.Start), At(60, GiveEventKind.Stay)]);
        var later = Noon + Duration.FromSeconds(100);
        Assert.Equal((GivePhase.Paused, 60.0), (staying.Phase, Session.Cursor(staying, later)));
        Assert.Equal(40, Session.LateSeconds(staying, later), 1);
        var step = Session.StepAt(staying, later).Id;
        // A note does not take the hands off.
        var noted = Session.Apply(staying, At(80, GiveEventKind.Response));
        Assert.NotNull(noted.StayingSince);
        foreach (var kind in new[] { GiveEventKind.Resume, GiveEventKind.Next, GiveEventKind.Pause })
        {
            var on = Session.Apply(noted, At(100, kind));
            Assert.Null(on.StayingSince);
            Assert.Equal(kind is GiveEventKind.Pause ? GivePhase.Paused : GivePhase.Running, on.Phase);
            var given = Session.Given(on).Single(g => g.Step == step).GivenSeconds;
            var bare = Session.Given(Session.Fold([At(0, GiveEventKind.Start), At(60, GiveEventKind.Pause)])).Single(g => g.Step == step);
            Assert.Equal(bare.GivenSeconds + 40, given, 1);
        }
    }

    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    /// <summary>
    /// Notes to choose from at every step of every flow, none of which stops; where it presses, one of them is that it is too much.
    /// </summary>
    [Theory]
    [MemberData(nameof(Flows))]
    public void The_likeliest_notes_are_ranked_at_every_step(string flow)
    {
        foreach (var step in Known.Flow(flow).Steps)
        {
            var likely = LikelyNotes.At(step, Known.Base);
            Assert.Equal(Known.Base.GivingTimes.NotesRanked, likely.Distinct().Count());
            Assert.True(step.Level < 2 || likely.Contains("too-much"), $"{step.Name}: {string.Join(", ", likely)}");
            Assert.All(likely, id => Assert.NotEqual(ResponseKind.Stop, Known.Base.Responses[id].Effect));
        }
    }

    /// <summary>Common practice: the thumbs find what is tender, the belly gurgles, the held vessel warms, very deep is too much.</summary>
    [Theory]
    [InlineData("legs-on-the-mat", "thumb-press", null, "tender")]
    [InlineData("groin-hold", "compression-hold", null, "warmth")]
    [InlineData("belly-bowl", null, "abdomen", "gurgle")]
    public void The_likeliest_note_is_what_such_work_calls_forth(string flow, string? family, string? region, string first)
    {
        var steps = Known
            .Flow(flow)
            .Steps.Where(s =>
                (family is null || Known.Base.Techniques[s.Technique].Family == family)
                && (region is null || s.Region == region)
                && s.Level is > 0 and < 4
            )
            .ToList();
        Assert.NotEmpty(steps);
        Assert.All(steps, s => Assert.Equal(first, LikelyNotes.At(s, Known.Base)[0]));
        Assert.Equal("too-much", LikelyNotes.At(steps[0] with { Level = 5 }, Known.Base)[0]);
    }

    [Fact]
    public void What_stops_by_a_foot_stops() =>
        Assert.Equal(ResponseKind.Stop, Known.Base.Responses[Known.Base.GivingTimes.StopByPedal].Effect);
}
