using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange.Ask;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>Plans from elsewhere that cannot be given are refused with the place and a sentence.</summary>
public class PlanCheckTests
{
    private static readonly Plan Groin = Known.Flow(Known.Groin);

    public static TheoryData<Func<PlanStep, PlanStep>, string, string> Broken =>
        new()
        {
            { s => s with { Region = "tail" }, "unknown-word", "/plan/steps/1/region" },
            { s => s with { Position = "floating" }, "unknown-word", "/plan/steps/1/position" },
            { s => s with { Stance = "on-one-leg" }, "unknown-word", "/plan/steps/1/stance" },
            { s => s with { Technique = "tickle" }, "unknown-word", "/plan/steps/1/technique" },
            { s => s with { Contact = "elbow" }, "contact-not-possible", "/plan/steps/1/contact" },
            { s => s with { Level = 0 }, "level-out-of-range", "/plan/steps/1/level" },
            { s => s with { Level = 9 }, "level-out-of-range", "/plan/steps/1/level" },
            { s => s with { Repeats = -2 }, "repeats-out-of-range", "/plan/steps/1/repeats" },
            { s => s with { Range = new(1, 3, 2) }, "range-out-of-order", "/plan/steps/1/range" },
            { s => s with { NoTouchSeconds = -5 }, "seconds-out-of-range", "/plan/steps/1/noTouchSeconds" },
            {
                s => s with { Pattern = s.Pattern with { Hold = new HoldSeconds(40, 30, 50) } },
                "hold-out-of-range",
                "/plan/steps/1/pattern/hold"
            },
            { s => s with { Pattern = new(PatternKind.Hold) }, "hold-missing", "/plan/steps/1/pattern" },
            { s => s with { Pattern = new(PatternKind.ThirdsWalk, 900) }, "stations-out-of-range", "/plan/steps/1/pattern/stations" },
            { s => s with { Id = "arrive" }, "same-id", "/plan/steps/1/id" },
        };

    [Theory]
    [MemberData(nameof(Broken))]
    public void A_step_that_cannot_be_is_refused(Func<PlanStep, PlanStep> broken, string code, string pointer)
    {
        var refusal = Assert.Throws<RefusalException>(() =>
            PlanCheck.Check(Groin with { Steps = [.. Groin.Steps.Select((s, i) => i == 1 ? broken(s) : s)] }, Known.Base)
        );
        Assert.Equal((code, pointer), (refusal.Code, refusal.Pointer));
        Assert.EndsWith(".", refusal.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_plan_without_steps_or_with_far_too_many_is_refused()
    {
        Assert.Equal("plan-size", Assert.Throws<RefusalException>(() => PlanCheck.Check(Groin with { Steps = [] }, Known.Base)).Code);
        var many = Enumerable.Range(0, Known.Base.PlanLimits.MostSteps + 1).Select(i => Groin.Steps[0] with { Id = $"s{i}" });
        Assert.Equal(
            "plan-size",
            Assert.Throws<RefusalException>(() => PlanCheck.Check(Groin with { Steps = [.. many] }, Known.Base)).Code
        );
    }

    [Theory]
    [InlineData(null, null, null, 14, 1.70, 0.085)]
    [InlineData(12.0, 160.0, 7.5, 12, 1.60, 0.075)]
    public void A_tempo_is_what_was_measured_and_the_defaults_for_the_rest(
        double? breaths,
        double? stature,
        double? palm,
        double rate,
        double metres,
        double hand
    )
    {
        var tempo = TempoOf.Measures(breaths, stature, palm, Known.Base);
        Assert.Equal((rate, metres, hand), (tempo.BreathsPerMinute, tempo.StatureMetres, tempo.PalmBreadthMetres));
    }

    [Theory]
    [InlineData(0.0, null, null)]
    [InlineData(90.0, null, null)]
    [InlineData(null, 20.0, null)]
    [InlineData(null, null, 40.0)]
    [InlineData(double.NaN, null, null)]
    public void A_body_nobody_has_is_refused(double? breaths, double? stature, double? palm) =>
        Assert.Throws<RefusalException>(() => TempoOf.Measures(breaths, stature, palm, Known.Base));

    [Fact]
    public void A_school_that_begins_on_the_right_and_holds_longer_is_followed()
    {
        var school = Known.Base.HouseSchool with { FirstSide = "right", GroinHold = new(30, 45, 60) };
        var plan = FlowPlans.FromFlow(Known.Base.Flows[Known.Legs], Known.Base, school);
        Assert.Equal(Side.Right, plan.Steps.First(s => s.Pair is not null).Side);
        Assert.Equal(45, plan.Step("groin-hold").Pattern.Hold!.Usual);
        Assert.Equal(Known.Expand(plan).Totals.LeftSeconds, Known.Expand(plan).Totals.RightSeconds);
    }

    [Fact]
    public void The_groin_hold_flow_opens_holds_feels_and_closes() =>
        Assert.Equal(["arrive", "groin-hold", "feet-warm", "close"], Groin.Steps.Select(s => s.Id));
}
