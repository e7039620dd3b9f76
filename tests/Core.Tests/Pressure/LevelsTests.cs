using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Pressure;

public class LevelsTests
{
    private static readonly PractitionerBody Body = new(new(62, 1.66), Known.Base);

    /// <summary>Bars at 40 percent leave 60 percent of 62 kg: over sole, arch and heel by division on paper.</summary>
    [Theory]
    [InlineData("whole-sole", 36.48)]
    [InlineData("arch-of-foot", 104.23)]
    [InlineData("heel", 121.60)]
    public void The_same_weight_on_a_smaller_contact_presses_harder(string contact, double kPa)
    {
        var result = Treading(contact, 40, capLevel: 2);
        Assert.Equal(0.6 * 608.0123, result.NormalNewtons, 3);
        Assert.Equal(kPa, result.KPa!.Value, 2);
        Assert.True(result.AboveCap);
    }

    [Fact]
    public void The_cap_is_met_by_taking_weight_off()
    {
        var asked = Asked("whole-sole", capLevel: 2);
        var found = ContactPressure.For(
            asked,
            new(0, 0, 40),
            Way.Support,
            Treading("whole-sole", 40, 2).CapKPa!.Value,
            r => r.KPa,
            Known.Base
        )!;
        Assert.False(found.AboveCap);
        Assert.Equal(2, found.Level);
        // 20 kPa on 100 cm² is 200 N: the bars take the other 67 percent.
        Assert.Equal((1 - (200 / 608.0123)) * 100, found.Setting.SupportPercent, 1);
    }

    /// <summary>The way back is the way there: what the inverse sets makes what was wanted.</summary>
    [Fact]
    public void The_inverse_makes_what_was_wanted()
    {
        var mechanics = Known.Base.Pressure.Mechanics["lean-kneeling"];
        var asked = new PressureAsked(Body, mechanics, Known.Base.Contacts["palm"], new(0.12, 0, 2), "thigh-back");
        foreach (var kPa in new[] { 4.0, 9, 14, 19, 24 })
        {
            foreach (var way in new[] { Way.Lean, Way.Ahead })
            {
                if (ContactPressure.For(asked, Setting.Usual(mechanics), way, kPa, r => r.KPa, Known.Base) is { } found)
                {
                    Assert.Equal(kPa, found.KPa!.Value, 1);
                    Assert.True(found.Held.Feasible);
                }
                else
                {
                    Assert.True(way == Way.Ahead || kPa > 20, $"{way} reaches {kPa}");
                }
            }
        }
    }

    /// <summary>Only F cos(a) compresses, F sin(a) drags.</summary>
    [Fact]
    public void On_a_slope_part_of_the_force_drags()
    {
        var mechanics = Known.Base.Pressure.Mechanics["lean-kneeling"];
        var flat = ContactPressure.At(
            new(Body, mechanics, Known.Base.Contacts["palm"], new(0.12, 0, 1), "calf"),
            Setting.Usual(mechanics),
            Known.Base
        );
        var slope = ContactPressure.At(
            new(Body, mechanics, Known.Base.Contacts["palm"], new(0.12, 60, 1), "calf"),
            Setting.Usual(mechanics),
            Known.Base
        );
        Assert.Equal(flat.NormalNewtons / 2, slope.NormalNewtons, 6);
        Assert.Equal(flat.NormalNewtons * Math.Sqrt(3) / 2, slope.DragNewtons, 6);
    }

    /// <summary>Pooling adjacent violators by hand: 1, 3, 2, 2, 5 becomes 1, 7/3, 7/3, 7/3, 5.</summary>
    [Fact]
    public void Pooling_takes_the_mean_of_what_falls()
    {
        var fitted = OwnBands.Pooled([(1, 1, 1), (2, 3, 1), (3, 2, 1), (4, 2, 1), (5, 5, 1)]);
        Assert.Equal([1, 7 / 3.0, 7 / 3.0, 7 / 3.0, 5], fitted.Select(x => Math.Round(x, 12)).Select((x, i) => i is 0 or 4 ? x : 7 / 3.0));
        Assert.All(fitted.Skip(1).Take(3), x => Assert.Equal(7 / 3.0, x, 12));
    }

    [Fact]
    public void More_moves_a_band_up_and_too_much_moves_it_down()
    {
        var usual = Levels.Of(60, "palm", "thigh-back", null, Known.Base);
        var more = Learned(("more", 16), ("more", 18), ("more", 20));
        Assert.True(more.UpToKPa[1] > usual.UpToKPa[1]);
        Assert.True(more.At(16) <= usual.At(16));
        Assert.Contains("3 answers moved", more.Why, StringComparison.Ordinal);
        var less = Learned(("too-much", 16), ("too-much", 18));
        Assert.True(less.At(18) > usual.At(18));
        // The answers were about broad contacts: the thumb's bands stay.
        Assert.Equal(
            Levels.Of(3.5, "thumb", "thigh-back", null, Known.Base).UpToKPa,
            Levels.Of(3.5, "thumb", "thigh-back", Own(("more", 16)), Known.Base).UpToKPa
        );
    }

    /// <summary>Whatever a client answered, limits stay in order and a cap lets through no more than it did.</summary>
    [Fact]
    public void Answers_never_lift_a_cap_and_never_cross_levels()
    {
        string[] answers = ["more", "right", "less", "too-much"];
        var random = new Random(7);
        for (var run = 0; run < 300; run++)
        {
            var given = Enumerable
                .Range(0, random.Next(1, 12))
                .Select(_ => (answers[random.Next(4)], 1 + (random.NextDouble() * 60)))
                .ToArray();
            var levels = Levels.Of(60, "palm", "calf", Own(given), Known.Base);
            var usual = Levels.Of(60, "palm", "calf", null, Known.Base);
            Assert.Equal(levels.UpToKPa.Order(), levels.UpToKPa);
            for (var cap = 1; cap < Levels.Deepest; cap++)
            {
                Assert.True(levels.Cap(cap) <= usual.Cap(cap) + 1e-9);
            }
        }
    }

    private static Levels Learned(params (string Answer, double KPa)[] answers) =>
        Levels.Of(60, "palm", "thigh-back", Own(answers), Known.Base);

    private static OwnBands Own(params (string Answer, double KPa)[] answers) =>
        new(answers.Select(a => new PressureAnswer("thigh-back", 60, "palm", a.KPa, 3, a.Answer)), Known.Base);

    private static PressureAsked Asked(string contact, int? capLevel) =>
        new(
            Body,
            Known.Base.Pressure.Mechanics["treading-bars"],
            Known.Base.Contacts[contact],
            new(0.12, 0, 1),
            "thigh-back",
            null,
            capLevel
        );

    private static PressureResult Treading(string contact, double support, int? capLevel) =>
        ContactPressure.At(Asked(contact, capLevel), new(0, 0, support), Known.Base);

    [Fact]
    public void The_scale_gives_each_level_a_fifth_and_never_runs_back()
    {
        var levels = Levels.Of(60, "palm", "thigh-front", null, Known.Base);
        Assert.Equal(0, levels.OnScale(0));
        Assert.Equal([20, 40, 60, 80], levels.UpToKPa.Select(levels.OnScale));
        Assert.Equal(100, levels.OnScale(1e6));
        var places = Enumerable.Range(0, 400).Select(i => levels.OnScale(i)).ToList();
        Assert.Equal(places.Order(), places);
        Assert.All(Enumerable.Range(1, 5), level => Assert.InRange(levels.OnScale(levels.Middle(level)), (level - 1) * 20, level * 20));
    }
}
