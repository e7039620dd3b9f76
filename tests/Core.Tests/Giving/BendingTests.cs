using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using NodaTime;

namespace AmpleLantern.Core.Tests.Giving;

/// <summary>A session that bends: levels within caps, the client's breath, pauses, and what happens beside the work.</summary>
public sealed class BendingTests
{
    private static readonly Instant Noon = Instant.FromUtc(2026, 3, 2, 12, 0);
    private static readonly Plan Legs = Known.Flow(Known.Legs);

    private static GiveEvent At(double second, GiveEventKind kind, string? word = null, EventDetail? detail = null, string? step = null) =>
        new(Guid.NewGuid(), Noon + Duration.FromSeconds(second), kind, word, Step: step, Counter: (long)(second * 10), Detail: detail);

    private static ScreenSubject Who(params string[] facts) =>
        new(Known.Day, new LocalDate(1980, 1, 1), [.. facts.Select(f => new FactEntry(f))]);

    private static (Session Session, Expansion Plan) Begun(Plan plan, params string[] facts)
    {
        var marked = Deepest.Marked(Who(facts), Known.Context(plan), []);
        return (new(marked, Known.Base), marked);
    }

    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    [Theory]
    [MemberData(nameof(Flows))]
    public void No_step_of_any_flow_goes_deeper_than_its_technique_or_lighter_than_one(string flow)
    {
        var plan = Known.Flow(flow);
        var (session, marked) = Begun(plan);
        foreach (var step in marked.Steps)
        {
            var most = Known.Base.Techniques[step.Technique].Levels.Max;
            Assert.InRange(step.Deepest!.Value, 1, most);
            GiveEvent[] Many(GiveEventKind kind) =>
                [At(0, GiveEventKind.Start), .. Enumerable.Range(1, 6).Select(i => At(i, kind, step: step.Id))];
            Assert.Equal(Math.Max(step.Level, step.Deepest.Value), LevelChange.LevelOf(session.Fold(Many(GiveEventKind.Deeper)), step));
            Assert.Equal(1, LevelChange.LevelOf(session.Fold(Many(GiveEventKind.Lighter)), step));
        }
    }

    [Fact]
    public void A_finding_caps_what_the_technique_would_let_and_one_said_on_the_way_refuses_in_words()
    {
        var free = Begun(Legs).Plan;
        var capped = Begun(Legs, "anticoagulant").Plan;
        var lowered = free.Steps.Zip(capped.Steps).Where(p => p.Second.Deepest < p.First.Deepest).Select(p => p.First).ToList();
        Assert.NotEmpty(lowered);
        // It began without that being known; now it is.
        var session = new Session(free, Known.Base);
        var step = lowered.First(s => s.Level < s.Deepest);
        var state = session.Fold([At(0, GiveEventKind.Start)]);
        var caps = Deepest.Caps(Who("anticoagulant"), Known.Context(Legs), []);
        var at = caps[step.Id].Level;
        GiveEvent[] To(int level) =>
            [
                At(0, GiveEventKind.Start),
                .. Enumerable.Range(step.Level, Math.Max(0, level - step.Level)).Select(i => At(i, GiveEventKind.Deeper, step: step.Id)),
            ];
        var there = session.Fold(To(at));
        var refused = Assert.Throws<RefusalException>(() =>
            Deepest.Require(At(9, GiveEventKind.Deeper, step: step.Id), session, there, caps)
        );
        Assert.Equal("deeper-than-allowed", refused.Code);
        Assert.Contains(step.Name, refused.Message, StringComparison.Ordinal);
        // Nothing forbids it to somebody of whom that is not known.
        Deepest.Require(At(9, GiveEventKind.Deeper, step: step.Id), session, state, Deepest.Caps(Who(), Known.Context(Legs), []));
        // What is really pressed is what is screened.
        Assert.Equal(at, Deepest.InForce(Legs, there).Step(step.Id).Level);
    }

    [Fact]
    public void A_change_of_level_reaches_as_far_as_it_is_meant_and_what_is_done_stays()
    {
        var (session, plan) = Begun(Legs);
        var step = plan.Steps.First(s => s.SameAs is not null && s.Stations > 2 && s.Level > 1);
        var twin = plan.Steps.First(s => s.SameAs == step.SameAs && s.Id != step.Id);
        SessionState After(LevelReach reach, string from) =>
            session.Fold([At(0, GiveEventKind.Start), At(1, GiveEventKind.Lighter, detail: new(Station: 2, Reach: reach), step: from)]);
        var place = After(LevelReach.Place, step.Id);
        Assert.Equal(step.Level - 1, LevelChange.LevelOf(place, step, 2));
        Assert.Equal(step.Level, LevelChange.LevelOf(place, step, 1));
        Assert.Empty(place.Levels);
        Assert.Equal([step.Id], After(LevelReach.Step, step.Id).Levels.Keys);
        Assert.Equal([step.Id, twin.Id], After(LevelReach.BothSides, step.Id).Levels.Keys);
        // The other side was given already.
        Assert.Equal([twin.Id], After(LevelReach.BothSides, twin.Id).Levels.Keys);
        var rest = After(LevelReach.Rest, step.Id).Levels.Keys.ToList();
        Assert.All(rest, id => Assert.Equal((step.Contact, step.Region), (Find(id).Contact, Find(id).Region)));
        Assert.Contains(twin.Id, rest);
        ExpandedStep Find(string id) => plan.Steps.Single(s => s.Id == id);
    }

    [Fact]
    public void How_deep_a_session_of_an_older_record_may_go_is_not_known_so_it_goes_no_deeper()
    {
        var session = new Session(Known.Expand(Legs), Known.Base);
        var step = Legs.Steps[2];
        var state = session.Fold([At(0, GiveEventKind.Start), At(1, GiveEventKind.Deeper, step: step.Id)]);
        Assert.Equal(step.Level, state.Levels[step.Id]);
        var refused = Assert.Throws<RefusalException>(() =>
            Deepest.Require(At(1, GiveEventKind.Deeper, step: step.Id), session, state, new Dictionary<string, StepCap>())
        );
        Assert.Equal("depth-not-known", refused.Code);
    }

    [Theory]
    // Three taps five seconds apart are twelve a minute; a gap no breath is as long as begins anew; so does a double tap.
    [InlineData(new double[] { 0, 5, 10 }, 12.0)]
    [InlineData(new double[] { 0, 4, 8, 14, 20 }, 10.0)]
    [InlineData(new double[] { 0, 5 }, null)]
    [InlineData(new double[] { 0, 5, 65, 70 }, null)]
    [InlineData(new double[] { 0, 0.2, 5.2 }, null)]
    public void Taps_at_the_out_breath_tell_how_fast(double[] taps, double? perMinute)
    {
        var session = new Session(Known.Expand(Legs), Known.Base);
        var state = session.Fold([At(0, GiveEventKind.Start), .. taps.Select(t => At(60 + t, GiveEventKind.Breath))]);
        Assert.Equal(perMinute, state.Breath!.PerMinute);
        Assert.Equal(Noon + Duration.FromSeconds(60 + taps[^1]), state.Breath.Since);
        Assert.Equal(perMinute is not null, state.BreathRates is { Count: > 0 });
    }

    [Fact]
    public void What_is_pressed_with_the_breath_waits_for_the_out_breath_by_at_most_half_of_one()
    {
        var plan = Known.Base.Flows.All.Select(f => Known.Expand(Known.Flow(f.Id)));
        var moved = 0;
        foreach (var expansion in plan)
        {
            foreach (var step in expansion.Steps)
            {
                foreach (var press in step.Presses.Where(p => p.Breaths is > 1).Take(2))
                {
                    var one = press.Seconds / press.Breaths!.Value;
                    var cursor = press.StartSeconds + (one * 1.3);
                    var on = Breathing.OnTheBreath(step, cursor);
                    Assert.InRange(Math.Abs(on - cursor), 0, (one / 2) + 0.001);
                    Assert.Equal(one, on - press.StartSeconds, 2);
                    moved++;
                }

                var free = step.Presses.FirstOrDefault(p => p.Breaths is null, new Press());
                Assert.True(free.Seconds == 0 || Breathing.OnTheBreath(step, free.StartSeconds + 0.7) == free.StartSeconds + 0.7);
            }
        }

        Assert.True(moved > 50);
    }

    [Fact]
    public void A_pause_keeps_how_long_it_was_and_why_and_holding_on_is_none()
    {
        var session = new Session(Known.Expand(Legs), Known.Base);
        var why = At(112, GiveEventKind.Pause) with { Text = "Toilet" };
        var state = session.Fold([
            At(0, GiveEventKind.Start),
            At(50, GiveEventKind.Stay),
            At(60, GiveEventKind.Resume),
            At(100, GiveEventKind.Pause),
            why,
            At(220, GiveEventKind.Resume),
            At(300, GiveEventKind.Pause),
            At(330, GiveEventKind.Response, "dizzy"),
        ]);
        Assert.Equal([(120.0, "Toilet"), (30.0, null)], state.Pauses!.Select(p => ((p.Until!.Value - p.At).TotalSeconds, p.Why)));
        Assert.Equal(GivePhase.Stopped, state.Phase);
    }

    [Fact]
    public void What_happened_stops_the_session_is_told_more_of_and_asked_after()
    {
        var session = new Session(Known.Expand(Legs), Known.Base);
        var fell = At(90, GiveEventKind.Happened, "fainting");
        var state = session.Fold([
            At(0, GiveEventKind.Start),
            fell,
            At(95, GiveEventKind.HappenedMore, detail: new(Of: fell.Id, Done: ["Hands off; lay them flat where they are"])),
            At(99, GiveEventKind.HappenedMore, detail: new(Of: fell.Id, Told: "her sister")) with
            {
                Text = "when she sat up",
            },
            At(90_000, GiveEventKind.FollowedUp, detail: new(Of: fell.Id)) with
            {
                Text = "well again",
            },
        ]);
        var kept = Assert.Single(state.Happened!);
        Assert.Equal((GivePhase.Stopped, "fainting"), (state.Phase, state.StoppedBy));
        Assert.Equal(("when she sat up", "her sister", "well again"), (kept.Text, kept.Told, kept.FollowedUp));
        Assert.Single(kept.Done);
        // It means something for going on: whoever fainted is seen by a physician first.
        var fact = kept.Fact(Legs.Step(kept.Step), Known.Base)!;
        var screen = Screener.Run(Who() with { Facts = [fact] }, Legs, Known.Base.HouseSchool, Known.Usual, Known.Base);
        Assert.Contains(screen.Findings, f => f.Outcome.ForbidsTreatment());
    }

    [Fact]
    public void Two_remotes_that_go_on_at_once_go_on_once_and_both_notes_are_kept()
    {
        var session = new Session(Known.Expand(Legs), Known.Base);
        GiveEvent By(string device, double second, GiveEventKind kind, string? word = null) =>
            At(second, kind, word) with
            {
                Device = device,
            };
        var state = session.Fold([
            By("a", 0, GiveEventKind.Start),
            By("a", 20, GiveEventKind.Next),
            By("b", 20.3, GiveEventKind.Next),
            By("a", 30, GiveEventKind.Response, "tender"),
            By("b", 30.2, GiveEventKind.Response, "tender"),
            By("b", 40, GiveEventKind.Next),
            By("b", 40.3, GiveEventKind.Next),
        ]);
        Assert.Equal(2, state.Responses.Count);
        // One person's two presses are two; two persons' one is one.
        Assert.Equal(Legs.Steps[3].Id, session.StepAt(state, Noon + Duration.FromSeconds(40.4)).Id);
    }

    [Fact]
    public void Everything_that_may_happen_means_what_can_be_screened()
    {
        foreach (var happening in Known.Base.Happenings.All.Where(h => h.AsksFact is not null))
        {
            foreach (var step in Legs.Steps)
            {
                var fact = new Happened(Guid.NewGuid(), Noon, happening.Id, step.Id, []).Fact(step, Known.Base)!;
                FactCheck.Check(Who() with { Facts = [fact] }, Known.Base);
            }
        }
    }
}
