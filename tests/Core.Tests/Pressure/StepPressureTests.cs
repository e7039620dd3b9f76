using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Steps;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Pressure;

public class StepPressureTests
{
    private static readonly Dictionary<(string, int), Posed> Clients = [];

    internal static readonly PressureBetween Between = new(new(new(62, 1.66), Known.Base), Client, null);

    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    [Theory]
    [MemberData(nameof(Flows))]
    public void Every_step_of_every_flow_can_be_worked_out(string flow)
    {
        var plan = Known.Flow(flow);
        foreach (var step in plan.Steps)
        {
            var press = StepPressure.Of(step, Between, null, Known.Base);
            Assert.InRange(press.Newtons, 0, Between.Practitioner.Weight * 1.2);
            if (press.Result is { Held.Feasible: true } result && press.Way is not null)
            {
                // Found for its level, it makes its level, or says what would, or nothing this stance can do comes nearer.
                int Off(PressureResult r) => Math.Abs((r.Level ?? step.Level) - step.Level);
                Assert.True(
                    Off(result) == 0
                        || Advices.For(step, press.Asked!, result, Known.Base).Count > 0
                        || Off(
                            ContactPressure.Nearest(
                                press.Asked!,
                                result.Setting,
                                press.Way.Value,
                                result.Levels.Middle(step.Level),
                                r => r.KPa,
                                Known.Base
                            )
                        ) >= Off(result),
                    step.Id
                );
                Assert.All(result.Held.Forces, f => Assert.True(double.IsFinite(f.Newtons.Length)));
            }
        }
    }

    /// <summary>A finding's cap of level 2 on treading: with no help from the solver the plan is above it, and the fix is named.</summary>
    [Fact]
    public void Treading_above_a_cap_says_how_much_more_the_bars_must_take()
    {
        var step = Known.Flow("treading-under-bars").Steps.First(s => s.Contact == "whole-sole" || s.Contact == "arch-of-foot") with
        {
            Press = new(0, 0, 40),
        };
        var press = StepPressure.Of(step, Between, 2, Known.Base);
        Assert.True(press.Result!.AboveCap);
        Assert.Equal(0.6 * Between.Practitioner.Weight, press.Newtons, 6);
        var advice = Advices.For(step, press.Asked!, press.Result, Known.Base);
        Assert.Matches(@"^arms on the bars take \d+ kg more$", advice[0].Say);
        var after = ContactPressure.At(press.Asked!, advice[0].Setting!, Known.Base);
        Assert.False(after.AboveCap);
        Assert.InRange(after.Level!.Value, 1, 2);
    }

    [Fact]
    public void Left_to_itself_a_step_never_goes_past_its_cap()
    {
        foreach (
            var step in Known
                .Base.Flows.All.SelectMany(f => Known.Flow(f.Id).Steps)
                .DistinctBy(s => (s.Stance, s.Technique, s.Contact, s.Region, s.Position))
        )
        {
            var press = StepPressure.Of(step, Between, 1, Known.Base);
            if (press.Result is { AboveCap: true } result)
            {
                // Only where nothing that can be held is light enough; it then says so or offers another contact.
                Assert.True(
                    StepPressure
                        .Ways(press.Mechanics)
                        .All(w =>
                            ContactPressure.For(press.Asked!, result.Setting, w, result.CapKPa!.Value * 0.9, r => r.KPa, Known.Base) is null
                        ),
                    step.Id
                );
            }
        }
    }

    /// <summary>
    /// A client who always wants more does not lean anyone past a finding: weighed against the shipped bands, hand work too.
    /// </summary>
    [Fact]
    public void Wanting_more_never_presses_past_a_cap()
    {
        var more = new OwnBands(
            Enumerable
                .Range(0, 9)
                .SelectMany(i =>
                    new[] { 6.0, 30, 120 }.Zip(
                        [60.0, 20, 3.5],
                        (kPa, area) => new PressureAnswer("thigh-back", area, "palm", kPa * (1 + (0.2 * i)), 2, "more")
                    )
                ),
            Known.Base
        );
        foreach (var step in Known.Flow(Known.Legs).Steps.Concat(Known.Flow("feet-fluid").Steps))
        {
            var press = StepPressure.Of(step, Between with { Own = more }, 2, Known.Base);
            Assert.False(press.Result is { AboveCap: true, Held.Feasible: true } && press.Way is Way.Lean, step.Id);
            // A pull, or no press at all, makes no level.
            var presses = press.Mechanics.Kind is not (MechanicsKind.None or MechanicsKind.Pull);
            Assert.True(!presses || press.Level <= 2 || press.Result is { AboveCap: true }, $"{step.Id}: level {press.Level}");
        }
    }

    [Fact]
    public void The_load_is_the_sum_of_its_steps_and_thumbs_can_be_spared()
    {
        var plan = Known.Flow("feet-glands-between-systems");
        var expansion = Known.Expand(plan);
        var presses = plan.Steps.ToDictionary(s => s.Id, s => StepPressure.Of(s, Between, null, Known.Base));
        var limits = Known.Base.Pressure.Model.Limits;
        var load = PractitionerLoad.Of(expansion, presses, limits, Known.Base);
        Assert.Equal(expansion.Steps.Sum(s => PractitionerLoad.ThumbKgMinutesOf(s, presses[s.Id], Known.Base)), load.ThumbKgMinutes, 1);
        Assert.True(load.ThumbKgMinutes > 0);
        Assert.Equal(2 * load.ThumbKgMinutes, PractitionerLoad.Sum([load, load]).ThumbKgMinutes, 1);
        Assert.Contains("above your limit of 1", load.Warnings(limits with { ThumbKgMinutes = 1 })[0], StringComparison.Ordinal);
        var swaps = SparingSwaps.For(plan, expansion, presses, Known.Base);
        Assert.All(swaps, s => Assert.NotEqual("thumb", Known.Base.Contacts[s.Contact].Family));
    }

    /// <summary>The dose counts what is pressed: a deeper level is more weight on the same region for the same time.</summary>
    [Fact]
    public void The_dose_weighs_what_is_pressed()
    {
        var plan = Known.Flow(Known.Legs);
        double Weight(Plan p) =>
            Dose.Of(Known.Expand(p), p.Steps.ToDictionary(s => s.Id, s => StepPressure.Of(s, Between, null, Known.Base).Newtons))
                .Regions.Sum(r => r.KilogramMinutes ?? 0);
        var deeper = plan.With(s => s.Level < 4 ? s with { Level = s.Level + 1 } : s);
        Assert.True(Weight(deeper) > Weight(plan) * 1.1);
        Assert.Null(Dose.Of(Known.Expand(plan)).Regions[0].KilogramMinutes);
    }

    private static Posed Client(string position, int bent)
    {
        lock (Clients)
        {
            return Clients.TryGetValue((position, bent), out var found)
                ? found
                : Clients[(position, bent)] = new(Known.Base, new Body(BodySize.Reference, Known.Base.Poses.Of(position, bent)));
        }
    }
}
