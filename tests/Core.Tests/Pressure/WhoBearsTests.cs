using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Steps;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Pressure;

/// <summary>Who bears a practitioner of 62 kg in each step with foot or seat: client, floor, wall, frame, bars, hands.</summary>
public class WhoBearsTests(ITestOutputHelper output)
{
    private const double Kg = 62;
    private static readonly PressureBetween Between = StepPressureTests.Between;

    public static TheoryData<string> Treading => [.. Known.Base.Flows.All.Where(f => f.Tradition == "foot-pressure").Select(f => f.Id)];

    /// <summary>Nothing is lost: what the client bears is the weight less what all others take, and never less than it is.</summary>
    [Theory]
    [MemberData(nameof(Treading))]
    public void What_is_on_the_client_is_the_weight_less_what_others_take(string flow)
    {
        foreach (var step in Known.Flow(flow).Steps.Where(s => Known.Base.Contacts[s.Contact].Family is "foot" or "seat"))
        {
            var press = StepPressure.Of(step, Between, null, Known.Base);
            if (step.Stance == "sitting-at-head")
            {
                // Toes under the skull: the head lies on them, no weight of the giver goes in.
                Assert.Null(press.Result);
                continue;
            }

            Assert.True(press.Result is not null, $"{step.Id} has no mechanics: {press.Mechanics.Name}");
            if (press.Mechanics.Kind is not (MechanicsKind.Weight or MechanicsKind.Seat or MechanicsKind.Heels))
            {
                continue;
            }

            var held = press.Result.Held;

            var kilograms = press.Newtons / PractitionerBody.Gravity;
            output.WriteLine($"{step.Id, -28} {press.Mechanics.Name, -60} {kilograms, 5:0.0} kg on them");
            Assert.Equal(0, held.Forces.Sum(f => f.Newtons.Y), 1);
            Assert.InRange(kilograms, 0.5, Kg + 0.01);
            switch (step.Stance)
            {
                case "both-feet-on":
                    Assert.InRange(kilograms, 50, 60);
                    break;
                case "hanging-in-frame" or "one-foot-beside-frame":
                    Assert.True(kilograms < Kg / 2, $"{step.Id} bears {kilograms:0} kg and should be able to be light");
                    break;
                case "standing-at-wall":
                    Assert.True(kilograms <= Kg * 0.9 + 0.01, step.Id);
                    break;
                default:
                    break;
            }
        }
    }

    /// <summary>By hand: both feet on them with 6 % at the wall leaves 94 % of 62 kg; hanging with 85 % in the frame leaves 15 %.</summary>
    [Theory]
    [InlineData("both-feet-on", "treading-wall", 6, 58.28)]
    [InlineData("both-feet-on", "treading-wall", 14, 53.32)]
    [InlineData("hanging-in-frame", "hanging-frame", 85, 9.3)]
    [InlineData("one-foot-beside-frame", "frame-one-foot", 80, 12.4)]
    public void A_share_taken_elsewhere_is_off_the_client(string stance, string mechanics, double percent, double kilograms)
    {
        var step = Known.Flow("treading-with-frame").Step("float") with { Stance = stance, Press = new(0, 0, percent) };
        var press = StepPressure.Of(step, Between, null, Known.Base);
        Assert.Equal(mechanics, press.Mechanics.Id);
        Assert.Equal(kilograms, press.Newtons / PractitionerBody.Gravity, 2);
    }

    /// <summary>A knee, a foot or a seat is never worked out as if arms leaned on it.</summary>
    [Fact]
    public void No_arm_carries_what_a_knee_a_foot_or_the_seat_does() =>
        Assert.Empty(
            from flow in Known.Base.Flows.All
            from step in Known.Flow(flow.Id).Steps
            where Known.Base.Contacts[step.Contact].Family is "foot" or "seat" or "knee"
            let press = StepPressure.Of(step, Between, null, Known.Base)
            where press.Mechanics.Kind is MechanicsKind.Lean
            select $"{flow.Id} {step.Id}: {press.Mechanics.Name}"
        );

    /// <summary>On broad soles level 3 is half a body to most of one; a hand as broad needs far less for it.</summary>
    [Fact]
    public void A_broad_sole_has_bands_of_its_own()
    {
        var sole = Levels.Of(100, "foot", "thigh-back", null, Known.Base);
        Assert.Equal(3, sole.At(ContactPressure.KPa(Kg * PractitionerBody.Gravity / 2, 100)));
        Assert.Equal(
            4,
            Levels.Of(100, "palm", "thigh-back", null, Known.Base).At(ContactPressure.KPa(Kg * PractitionerBody.Gravity / 2, 100))
        );
        var seat = Levels.Of(300, "seat", "sacrum", null, Known.Base);
        Assert.InRange(seat.At(ContactPressure.KPa(Kg * 0.8 * PractitionerBody.Gravity, 300)), 3, 4);
    }
}
