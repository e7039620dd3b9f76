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
            { s => s with { Id = "history" }, "same-id", "/plan/steps/1/id" },
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

    private static readonly PlanLimits Limits = Known.Base.PlanLimits;

    private static PlanStep Held(PlanStep s, double min, double usual, double max) =>
        s with
        {
            Pattern = s.Pattern with { Hold = new(min, usual, max) },
        };

    /// <summary>What a plan may just be, and what is one too much: every limit from both sides.</summary>
    public static TheoryData<string, Func<PlanStep, PlanStep>, Func<PlanStep, PlanStep>> Edges =>
        new()
        {
            {
                "name-missing",
                s => s with { Name = " " + new string('x', Limits.LongestName) + " " },
                s => s with { Name = new string('x', Limits.LongestName + 1) }
            },
            { "name-missing", s => s with { Name = "x" }, s => s with { Name = "  " } },
            { "level-out-of-range", s => s with { Level = (int)Limits.Level.Most }, s => s with { Level = (int)Limits.Level.Most + 1 } },
            { "level-out-of-range", s => s with { Level = (int)Limits.Level.Least }, s => s with { Level = (int)Limits.Level.Least - 1 } },
            {
                "repeats-out-of-range",
                s => s with { Repeats = Limits.MostRepeats, Range = new(1, 1, Limits.MostRepeats) },
                s => s with { Repeats = Limits.MostRepeats + 1 }
            },
            {
                "level-out-of-range",
                s => s with { Pattern = new(PatternKind.Ramp, Breaths: 3) { LevelFrom = 1 } },
                s => s with { Pattern = new(PatternKind.Ramp, Breaths: 3) { LevelFrom = 6 } }
            },
            {
                "pattern-not-possible",
                s => s with { Pattern = new(PatternKind.Ramp, Breaths: 2) { LevelFrom = 1 } },
                s => s with { Pattern = new(PatternKind.Ramp, Breaths: 1) }
            },
            { "repeats-out-of-range", s => s with { Repeats = 1 }, s => s with { Repeats = 0 } },
            { "range-out-of-order", s => s with { Range = new(1, 1, 1) }, s => s with { Range = new(1, 0, 1) } },
            {
                "range-out-of-order",
                s => s with { Range = new(1, 1, Limits.MostRepeats) },
                s => s with { Range = new(1, 1, Limits.MostRepeats + 1) }
            },
            {
                "seconds-out-of-range",
                s => s with { SetupSeconds = Limits.MostSetupSeconds, NoTouchSeconds = Limits.MostSetupSeconds },
                s => s with { SetupSeconds = Limits.MostSetupSeconds + 1 }
            },
            { "seconds-out-of-range", s => s with { SetupSeconds = 0 }, s => s with { SetupSeconds = -1 } },
            { "seconds-out-of-range", s => s with { NoTouchSeconds = 0 }, s => s with { NoTouchSeconds = Limits.MostSetupSeconds + 1 } },
            {
                "hold-out-of-range",
                s => Held(s, Limits.HoldSeconds.Least, 5, Limits.HoldSeconds.Most),
                s => Held(s, Limits.HoldSeconds.Least - 0.5, 5, 6)
            },
            { "hold-out-of-range", s => Held(s, 5, 5, 5), s => Held(s, 5, 6, Limits.HoldSeconds.Most + 1) },
            { "hold-out-of-range", s => Held(s, 5, 6, 6), s => Held(s, 5, 7, 6) },
            {
                "hold-missing",
                s => s with { Pattern = new(PatternKind.Hold, Breaths: 1) },
                s => s with { Pattern = new(PatternKind.Hold, Breaths: 0) }
            },
            {
                "stations-out-of-range",
                s => s with { Pattern = new(PatternKind.PalmWalk, Patterns.MostStations) },
                s => s with { Pattern = new(PatternKind.PalmWalk, Patterns.MostStations + 1) }
            },
            { "percent-out-of-range", s => s with { RangePercent = 10, PacePercent = 100 }, s => s with { RangePercent = 9 } },
            { "percent-out-of-range", s => s with { RangePercent = 100, PacePercent = 10 }, s => s with { PacePercent = 101 } },
            {
                "count-out-of-range",
                s => s with { Pattern = new(PatternKind.Traction, Breaths: 1, Count: Limits.MostCount) },
                s => s with { Pattern = new(PatternKind.Traction, Breaths: 1, Count: Limits.MostCount + 1) }
            },
            {
                "count-out-of-range",
                s => s with { Pattern = new(PatternKind.Traction, Breaths: 1, Count: 1) },
                s => s with { Pattern = new(PatternKind.Traction, Breaths: 1, Count: 0) }
            },
            {
                "breaths-out-of-range",
                s => s with { Pattern = new(PatternKind.Hold, Breaths: Limits.MostBreaths) },
                s => s with { Pattern = new(PatternKind.Hold, Breaths: Limits.MostBreaths + 1) }
            },
            {
                "pattern-not-possible",
                s => s with { Pattern = new(PatternKind.Circle, 3) },
                s => s with { Pattern = new(PatternKind.Circle, 2) }
            },
            { "unknown-word", s => s with { Points = ["ST36"] }, s => s with { Points = ["ST99"] } },
            { "unknown-word", s => s with { Through = ["calf"] }, s => s with { Through = ["tail"] } },
            { "unknown-word", s => s with { AlsoAt = ["calf"] }, s => s with { AlsoAt = ["calf", "tail"] } },
            { "unknown-word", s => s with { Products = [Known.Base.Products.All[0].Id] }, s => s with { Products = ["mud"] } },
        };

    [Theory]
    [MemberData(nameof(Edges))]
    public void A_limit_is_kept_to_and_one_beyond_is_refused(string code, Func<PlanStep, PlanStep> just, Func<PlanStep, PlanStep> beyond)
    {
        Plan With(Func<PlanStep, PlanStep> change) => Groin with { Steps = [.. Groin.Steps.Select((s, i) => i == 1 ? change(s) : s)] };
        PlanCheck.Check(With(just), Known.Base);
        Assert.Equal(code, Assert.Throws<RefusalException>(() => PlanCheck.Check(With(beyond), Known.Base)).Code);
        // The same limits hold for what is read from a record: there the step is set aside with a sentence.
        Assert.Single(PlanCheck.Readable(With(beyond), Known.Base).SetAside);
        Assert.Empty(PlanCheck.Readable(With(just), Known.Base).SetAside);
    }

    [Fact]
    public void A_plan_without_steps_or_with_far_too_many_is_refused()
    {
        Assert.Equal("plan-size", Assert.Throws<RefusalException>(() => PlanCheck.Check(Groin with { Steps = [] }, Known.Base)).Code);
        var many = Enumerable.Range(0, Known.Base.PlanLimits.MostSteps + 1).Select(i => Groin.Steps[0] with { Id = $"s{i}" }).ToList();
        PlanCheck.Check(Groin with { Steps = [.. many.Skip(1)] }, Known.Base);
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
        Assert.Equal(["history", "arrive", "groin-hold", "feet-warm", "close"], Groin.Steps.Select(s => s.Id));
}
