using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Learning;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Tests.Support;
using Xunit;

namespace AmpleLantern.Core.Tests.Atlas;

/// <summary>A touch on a drawing is a place on the skin; what is near is near on the skin.</summary>
public class TouchTests
{
    private static readonly Posed Standing = new(Known.Base, new(BodySize.Reference, Known.Base.Poses.Of(PoseSaid.Standing, 1)));

    private static readonly CunScale Scale = new(
        BodyMeasures.Nothing,
        BodyMeasures.Nothing,
        Known.Base.Atlas.Stretches,
        Known.Base.UsualBody
    );

    /// <summary>Nearly every point can be asked for: whoever touches it where it is drawn has found it.</summary>
    [Fact]
    public void Nearly_every_point_can_be_asked_for()
    {
        var points = Known.Base.Atlas.Points.All;
        var not = points.AsParallel().Where(p => Touch.AskedIn(p, Standing) is null).Select(p => p.Id).Order().ToList();
        // Between legs and fingers, in the armpit and under the chin nothing standing is seen.
        Assert.True(not.Count * 20 < points.Count, string.Join(", ", not));
        Assert.Empty(not.Intersect(["ST36", "LI4", "BL40", "GB20", "PC6", "LU1", "KI1", "CV12", "GV20"]));
    }

    [Fact]
    public void Beside_the_body_is_nothing() => Assert.Null(Touch.Skin(Views.Of(Standing.Body, "front"), 1, 1));

    /// <summary>An error made on the page is the error that is told, and the way it went.</summary>
    [Theory]
    [InlineData("CV6", 0, 30, 3, "down")]
    [InlineData("CV6", 0, -30, 3, "up")]
    [InlineData("ST25", 20, 0, 2, "out")]
    [InlineData("ST25", -20, 0, 2, "in")]
    public void An_error_is_told_in_centimetres_and_ways(string code, double right, double down, double cm, string way)
    {
        var view = Views.Of(Standing.Body, "front");
        var point = Known.Base.Atlas.Points[code];
        // From the front the client's left is to the right of the page.
        var spots = Standing.SpotsOf(point).Where(s => s.Side >= 0).ToList();
        var at = new Chart(view).Spot(spots[0].Anchor);
        var missed = Touch.From(Touch.Skin(view, at.X + right, at.Y + down)!.Value, spots, Known.Base.Nearness.TellCm);
        Assert.InRange(missed.Cm, cm - 0.05, cm + 0.5);
        Assert.Equal(way, missed.Ways[0].Way);
        Assert.Equal(cm, missed.Ways[0].Cm, 1);
    }

    /// <summary>Neighbours on a channel and the cun between them. Source: WHO Standard Acupuncture Point Locations, 2008.</summary>
    [Theory]
    [InlineData("CV4", "CV3", 1)]
    [InlineData("CV12", "CV10", 2)]
    [InlineData("ST36", "ST37", 3)]
    [InlineData("LI11", "LI10", 2)]
    [InlineData("PC6", "PC5", 1)]
    [InlineData("SP6", "SP7", 3)]
    public void Two_points_are_as_many_cun_apart_as_the_standard_says(string first, string second, double cun)
    {
        var compared = Neighbourhood.Compare(
            Known.Base.Atlas.Points[first],
            Known.Base.Atlas.Points[second],
            1,
            Standing,
            Scale,
            Known.Base
        );
        Assert.InRange(compared.Apart.Cun, cun * 0.9, cun * 1.1);
    }

    [Fact]
    public void What_lies_near_is_on_the_same_face_of_the_same_limb_and_side()
    {
        var near = Neighbourhood.Of(Known.Base.Atlas.Points["ST36"], 1, Standing, Scale);
        Assert.Contains(near, n => n.Id == "GB34");
        Assert.DoesNotContain(near, n => n.Id is "BL40" or "KI10" or "SP9" or "ST36");
        Assert.Equal(near.Select(n => n.Cm).Order(), near.Select(n => n.Cm));
    }

    [Fact]
    public void A_channel_is_read_in_its_order_each_point_from_the_one_before()
    {
        var row = Neighbourhood.Row("st", 1, Standing, Scale, Known.Base.Atlas);
        Assert.Equal(Enumerable.Range(1, 45).Select(i => $"ST{i}"), row.Select(r => r.Point.Id));
        Assert.Null(row[0].After);
        Assert.All(row.Skip(1), r => Assert.InRange(r.After!.Cm, 0.5, 35));
    }
}
