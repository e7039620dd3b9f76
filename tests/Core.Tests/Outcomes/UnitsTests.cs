using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Tests.Support;
using UnitsNet;

namespace AmpleLantern.Core.Tests.Outcomes;

/// <summary>Measures in the units a practice reads: kept as they were, said and read in others. Checked against UnitsNet.</summary>
public class UnitsTests
{
    private static readonly Dictionary<(string Of, string Unit), double> Reference = new()
    {
        [("cm", "cm")] = 1,
        [("cm", "mm")] = Length.FromCentimeters(1).Millimeters,
        [("cm", "in")] = Length.FromCentimeters(1).Inches,
        [("mm", "mm")] = 1,
        [("mm", "cm")] = Length.FromMillimeters(1).Centimeters,
        [("mm", "in")] = Length.FromMillimeters(1).Inches,
        [("kg", "kg")] = 1,
        [("kg", "lb")] = Mass.FromKilograms(1).Pounds,
        [("ml", "ml")] = 1,
        [("ml", "fl oz")] = UnitsNet.Volume.FromMilliliters(1).UsOunces,
        [("degrees", "degrees")] = 1,
        [("s", "s")] = 1,
    };

    [Fact]
    public void Every_unit_is_what_the_reference_library_says()
    {
        Assert.All(Known.Base.Units.All, u => Assert.Equal(Reference[(u.Of, u.Unit)], u.Each, Reference[(u.Of, u.Unit)] * 1e-6));
        // Every unit that has one here has a measure it stands for.
        Assert.All(Known.Base.Units.All, u => Assert.Contains(Known.Base.Measures.All, m => m.Unit == u.Of));
    }

    /// <summary>The class: whatever is said of any value in any system is read back as that value, within what its digits tell.</summary>
    [Fact]
    public void What_is_said_of_any_measure_in_any_system_is_read_back()
    {
        foreach (var system in Known.Base.UnitSystems)
        {
            var knowledge = Known.Base.ShownIn(system);
            foreach (var m in knowledge.Measures.All.Where(m => m.Words is null && m.Cones is null))
            {
                foreach (var share in new[] { 0.1, 0.5, 0.9 })
                {
                    var value = Math.Round(m.Min + share * (m.Max - m.Min), 1);
                    var digit = Math.Pow(10, -(m.Shown?.Decimals ?? 2)) / m.Each / 2;
                    Assert.InRange(MeasureUnits.Read(m, m.Say(value), knowledge), value - digit - 0.01, value + digit + 0.01);
                    if (knowledge.Units.All.Any(u => u.Of == m.Unit))
                    {
                        Assert.InRange(MeasureUnits.Read(m, m.SayWhole(value), knowledge), value - digit - 0.01, value + digit + 0.01);
                    }
                }

                // It is judged by what is kept, whatever it is shown in.
                var rating = new Rating(m.Id, m.Min, Math.Min(m.Max, m.Min + m.Points));
                Assert.Equal(ChangeJudge.Judge(Known.Base.Measures[m.Id], rating), ChangeJudge.Judge(m, rating));
            }
        }
    }

    [Theory]
    [InlineData("33", 33)]
    [InlineData("33,5", 33.5)]
    [InlineData(" 33.5 cm ", 33.5)]
    [InlineData("335 mm", 33.5)]
    [InlineData("13 in", 33.02)]
    [InlineData("13\"", 33.02)]
    [InlineData("13 Inches", 33.02)]
    public void A_girth_is_read_as_it_is_written(string text, double cm) =>
        Assert.Equal(cm, MeasureUnits.Read(Known.Base.Measures["calf-girth-left"], text, Known.Base), 2);

    [Theory]
    [InlineData("")]
    [InlineData("thick")]
    [InlineData("13 stone")]
    [InlineData("13 kg")]
    [InlineData("1 000")]
    [InlineData("3 3 cm")]
    [InlineData("1e2")]
    [InlineData("NaN")]
    [InlineData("33 in")]
    [InlineData("-3")]
    public void What_is_no_girth_is_refused_with_what_to_write(string text)
    {
        var refused = Assert.Throws<RefusalException>(() => MeasureUnits.Read(Known.Base.Measures["calf-girth-left"], text, Known.Base));
        Assert.Matches("(Write a number, in cm or mm or in|Enter it again)\\.$", refused.Message);
    }

    [Fact]
    public void A_number_alone_is_in_the_unit_that_is_shown()
    {
        var inches = Known.Base.ShownIn("imperial");
        Assert.Equal(33.02, MeasureUnits.Read(inches.Measures["calf-girth-left"], "13", inches), 2);
        Assert.Equal("13 in", inches.Measures["calf-girth-left"].SayWhole(33.02));
        Assert.Equal("40 degrees", inches.Measures["hip-flexion-left"].SayWhole(40));
    }
}
