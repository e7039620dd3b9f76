using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Pressure;

public class PractitionerBodyTests
{
    /// <summary>Standing centre of mass lies at about 55 to 57 percent of stature (handbooks of biomechanics; from memory).</summary>
    [Theory]
    [InlineData(48, 1.50, Proportions.Women)]
    [InlineData(62, 1.66, Proportions.Mean)]
    [InlineData(75, 1.74, Proportions.Men)]
    [InlineData(110, 1.95, Proportions.Men)]
    public void The_centre_of_mass_standing_lies_where_handbooks_put_it(double mass, double stature, Proportions proportions)
    {
        var body = new PractitionerBody(new(mass, stature, proportions), Known.Base);
        var centre = body.Centre(new(body.Size, Known.Base.Poses.Standing));
        Assert.InRange(centre.Y / stature, 0.545, 0.575);
        Assert.InRange(centre.X, -0.002, 0.002);
    }

    [Fact]
    public void The_segments_weigh_what_the_body_weighs()
    {
        var body = new PractitionerBody(new(62, 1.66), Known.Base);
        var bones = new Skeleton(body.Size, Known.Base.Poses.Standing);
        _ = body.LegsCentre(bones, out var legs);
        _ = body.UpperCentre(bones, out var upper);
        Assert.Equal(62, legs + upper, 9);
        // Both legs, of women and men in the mean: 2 x (14.47 + 4.57 + 1.33) percent (de Leva 1996; from memory).
        Assert.Equal(62 * 0.4074, legs, 1);
        Assert.Equal(608.01, body.Weight, 2);
    }

    [Theory]
    [InlineData(0, 1.66, "massKg")]
    [InlineData(400, 1.66, "massKg")]
    [InlineData(62, 166, "statureM")]
    public void A_body_nobody_has_is_refused_with_its_place(double mass, double stature, string where)
    {
        var refused = Assert.Throws<RefusalException>(() => new PractitionerBody(new(mass, stature), Known.Base));
        Assert.Equal($"/practitioner/{where}", refused.Pointer);
    }

    [Fact]
    public void An_area_of_nothing_is_refused_and_a_counted_one_is_used()
    {
        var refused = Assert.Throws<RefusalException>(() =>
            new PractitionerBody(new(62, 1.66, AreasCm2: new Dictionary<string, double> { ["thumb"] = 0 }), Known.Base)
        );
        Assert.Contains("Count the squares again", refused.Message, StringComparison.Ordinal);
        var own = new Practitioner(62, 1.66, AreasCm2: new Dictionary<string, double> { ["thumb"] = 2.9 });
        Assert.Equal(2.9, own.AreaCm2(Known.Base.Contacts["thumb"]));
        Assert.Equal(60, own.AreaCm2(Known.Base.Contacts["palm"]));
    }
}
