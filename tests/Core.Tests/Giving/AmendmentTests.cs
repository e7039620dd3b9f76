using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using NodaTime;

namespace AmpleLantern.Core.Tests.Giving;

/// <summary>The plan changed while a session runs.</summary>
public class AmendmentTests
{
    private static readonly Instant Noon = Instant.FromUtc(2026, 3, 2, 12, 0);
    private static readonly Plan Legs = Known.Flow(Known.Legs);
    private static readonly Expansion Before = Known.Expand(Legs);

    private static GiveEvent At(double seconds, GiveEventKind kind, Guid? id = null) =>
        new(id ?? Guid.NewGuid(), Noon + Duration.FromSeconds(seconds), kind, Counter: (long)(seconds * 10));

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
        Assert.Equal(
            "nothing-left",
            Assert.Throws<RefusalException>(() => Amendment.StillToCome(Legs, Legs with { Steps = [] }, Legs.Steps[0].Id)).Code
        );
    }

    [Fact]
    public void A_level_set_by_hand_stands_above_what_a_response_made_of_the_old_one()
    {
        var step = Before.Steps.First(s => s.Level >= 3);
        var (session, id) = Amended(Legs.With(s => s.Id == step.Id ? s with { Level = 2 } : s));
        var lowered = new GiveEvent(
            Guid.NewGuid(),
            Noon + Duration.FromSeconds(step.StartSeconds + 1),
            GiveEventKind.Response,
            "too-much",
            Step: step.Id,
            Counter: 5
        );
        var state = session.Fold([At(0, GiveEventKind.Start), lowered, At(step.StartSeconds + 2, GiveEventKind.PlanAmended, id)]);
        Assert.Equal(2, session.Given(state).Single(g => g.Step == step.Id).Level);
    }

    [Fact]
    public void What_a_response_lightened_stays_light_where_the_plan_leaves_it_alone()
    {
        var step = Before.Steps.First(s => s.Level >= 3);
        var last = Legs.Steps[^1].Id;
        var (session, id) = Amended(Legs with { Steps = [.. Legs.Steps.Where(s => s.Id != last)] });
        var lowered = At(step.StartSeconds + 1, GiveEventKind.Response) with { Response = "too-much" };
        var state = session.Fold([At(0, GiveEventKind.Start), lowered, At(step.StartSeconds + 2, GiveEventKind.PlanAmended, id)]);
        Assert.Equal(step.Level - 1, state.Levels[step.Id]);
        Assert.All(state.Levels.Keys, k => Assert.NotEqual(last, k));
    }

    [Fact]
    public void Presses_given_before_and_after_a_change_are_one_sum_and_every_change_is_told()
    {
        var step = Before.Steps.First(s => s.Presses.Count >= 6);
        var into = step.Presses[2].StartSeconds + 0.1;
        var ids = new[] { Guid.NewGuid(), Guid.NewGuid() };
        var shorter = Known.Expand(Legs with { Steps = [.. Legs.Steps.SkipLast(1)] });
        var session = new Session(Before, Known.Base, ids.ToDictionary(i => i, _ => shorter));
        var state = session.Fold([
            At(0, GiveEventKind.Start),
            At(into, GiveEventKind.PlanAmended, ids[0]) with
            {
                Text = "left out: the end",
            },
            At(into + 1, GiveEventKind.PlanAmended, ids[1]),
            At(step.StartSeconds + step.Seconds, GiveEventKind.Finish),
        ]);
        Assert.Equal(step.Presses.Count, session.Given(state).Single(g => g.Step == step.Id).GivenPresses);
        Assert.Equal(["left out: the end", ""], state.Seams!.Select(s => s.Saying));
    }

    [Fact]
    public void A_step_that_is_gone_is_left_for_what_follows_the_last_one_that_is_still_there()
    {
        var here = Before.Steps[3];
        Assert.Equal(Before.Steps[4].Id, After(i => i is not (2 or 3)));
        Assert.Equal(Before.Steps[4].Id, After(i => i >= 4));

        string After(Func<int, bool> kept)
        {
            var (session, id) = Amended(Legs with { Steps = [.. Legs.Steps.Where((_, i) => kept(i))] });
            var at = here.StartSeconds + 5;
            var state = session.Fold([At(0, GiveEventKind.Start), At(at, GiveEventKind.PlanAmended, id)]);
            return session.StepAt(state, Noon + Duration.FromSeconds(at)).Id;
        }
    }

    [Fact]
    public void What_was_changed_is_said_part_by_part_and_long_lists_are_cut()
    {
        var (first, second) = (Legs.Steps[0], Legs.Steps[1]);
        Plan Changed(Func<PlanStep, PlanStep> how) => Legs.With(how);
        Assert.Equal($"left out: {first.Name}", Amendment.Say(Legs, Legs with { Steps = [.. Legs.Steps.Skip(1)] }));
        Assert.Equal($"added: {first.Name}", Amendment.Say(Legs with { Steps = [.. Legs.Steps.Skip(1)] }, Legs));
        Assert.Equal(
            $"from here on: {first.Name} at level {first.Level + 1}; done differently: {second.Name}",
            Amendment.Say(
                Legs,
                Changed(s =>
                    s.Id == first.Id ? s with { Level = s.Level + 1 }
                    : s.Id == second.Id ? s with { Repeats = s.Repeats + 1 }
                    : s
                )
            )
        );
        Assert.Equal("another order", Amendment.Say(Legs, Legs with { Steps = [.. Legs.Steps.Reverse()] }));
        var names = Legs.Steps.Select(s => s.Name).Distinct().ToList();
        Assert.EndsWith(
            $"{names[3]} and {names.Count - 4} more",
            Amendment.Say(Legs, Changed(s => s with { Repeats = s.Repeats + 1 })),
            StringComparison.Ordinal
        );
        var four = Legs with { Steps = [.. Legs.Steps.Where(s => names.Take(4).Contains(s.Name))] };
        Assert.DoesNotContain("more", Amendment.Say(four, four with { Steps = [] }), StringComparison.Ordinal);
    }

    [Fact]
    public void A_change_that_brings_in_what_is_not_settled_is_refused_and_one_that_only_leaves_it_is_not()
    {
        StartDecision clear = new(true, []),
            heavy = new(false, [new("clot", Outcome.Avoid, "Not on a clot", true, ["calf"])]),
            more = new(false, [new("clot", Outcome.Avoid, "Not on a clot", true, ["calf", "calf-again"])]);
        Assert.Contains(
            "Not on a clot",
            Assert.Throws<RefusalException>(() => Amendment.RequireNothingNew(clear, heavy)).Message,
            StringComparison.Ordinal
        );
        Amendment.RequireNothingNew(heavy, heavy);
        Amendment.RequireNothingNew(heavy, clear);
        // The same on one more step is new too.
        Assert.Throws<RefusalException>(() => Amendment.RequireNothingNew(heavy, more));
        Amendment.RequireNothingNew(more, heavy);
    }
}
