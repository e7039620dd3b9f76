using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Tests.Support;
using NodaTime;

namespace AmpleLantern.Core.Tests.Giving;

/// <summary>The plan changed while a session runs.</summary>
public class AmendmentTests
{
    private static readonly Instant Noon = Instant.FromUtc(2026, 3, 2, 12, 0);
    private static readonly Plan Legs = Known.Flow(Known.Legs);
    private static readonly Expansion Before = Known.Expand(Legs);

    private static GiveEvent At(double seconds, GiveEventKind kind, Guid? id = null) => new(id ?? Guid.NewGuid(), Noon + Duration.FromSeconds(seconds), kind, Counter: (long)(seconds * 10));

    private static (Session Session, Guid Id) Amended(Plan plan)
    {
        var id = Guid.NewGuid();
        return (new(Before, Known.Base, new Dictionary<Guid, Expansion> { [id] = Known.Expand(plan) }), id);
    }

    [Fact]
    public void What_was_given_before_stays_and_the_place_in_the_step_too()
    {
        var here = Before.Steps[3];
        var into = here.StartSeconds + 4;
        var without = Legs with { Steps = [.. Legs.Steps.Where((_, i) => i != 6)] };
        var (session, id) = Amended(without);
        var state = session.Fold([At(0, GiveEventKind.Start), At(into, GiveEventKind.PlanAmended, id)]);
        Assert.Equal(here.Id, session.StepAt(state, Noon + Duration.FromSeconds(into)).Id);
        Assert.Equal(4, state.CursorSeconds - session.In(state).Steps.Single(s => s.Id == here.Id).StartSeconds, 2);
        Assert.Equal(into, session.Given(state).Sum(g => g.GivenSeconds), 1);
        Assert.Equal(Before.Steps[0].Seconds, session.Given(state)[0].GivenSeconds, 1);
        Assert.DoesNotContain(session.Given(state), g => g.Step == Legs.Steps[6].Id);
        Assert.Equal(id, Assert.Single(state.Seams!).Id);
    }

    [Fact]
    public void A_step_left_out_while_it_is_given_keeps_what_was_given_of_it()
    {
        var here = Before.Steps[2];
        var (session, id) = Amended(Legs with { Steps = [.. Legs.Steps.Where(s => s.Id != here.Id)] });
        var state = session.Fold([At(0, GiveEventKind.Start), At(here.StartSeconds + 9, GiveEventKind.PlanAmended, id)]);
        var given = session.Given(state).Single(g => g.Step == here.Id);
        Assert.Equal(9, given.GivenSeconds, 1);
        Assert.Equal(Before.Steps[3].Id, session.StepAt(state, Noon + Duration.FromSeconds(here.StartSeconds + 9.2)).Id);
    }

    [Fact]
    public void Only_what_is_still_to_come_can_be_changed()
    {
        var here = Legs.Steps[4].Id;
        var edited = Legs.With(s => s with { Level = 1 }) with { Steps = [.. Legs.With(s => s with { Level = 1 }).Steps.Skip(2)] };
        var plan = Amendment.StillToCome(Legs, edited, here);
        Assert.Equal(Legs.Steps.Take(4), plan.Steps.Take(4));
        Assert.All(plan.Steps.Skip(4), s => Assert.Equal(1, s.Level));
        Assert.Equal("nothing-changed", Assert.Throws<RefusalException>(() => Amendment.StillToCome(Legs, Legs, here)).Code);
        Assert.Equal("nothing-left", Assert.Throws<RefusalException>(() => Amendment.StillToCome(Legs, Legs with { Steps = [] }, Legs.Steps[0].Id)).Code);
    }

    [Fact]
    public void A_level_set_by_hand_stands_above_what_a_response_made_of_the_old_one()
    {
        var step = Before.Steps.First(s => s.Level >= 3);
        var (session, id) = Amended(Legs.With(s => s.Id == step.Id ? s with { Level = 2 } : s));
        var lowered = new GiveEvent(Guid.NewGuid(), Noon + Duration.FromSeconds(step.StartSeconds + 1), GiveEventKind.Response, "too-much", Step: step.Id, Counter: 5);
        var state = session.Fold([At(0, GiveEventKind.Start), lowered, At(step.StartSeconds + 2, GiveEventKind.PlanAmended, id)]);
        Assert.Equal(2, session.Given(state).Single(g => g.Step == step.Id).Level);
    }
}
