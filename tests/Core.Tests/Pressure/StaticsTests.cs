using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Weights;
using UnitsNet;

namespace AmpleLantern.Core.Tests.Pressure;

/// <summary>The equilibrium against cases of any textbook of statics, and units against a library of units.</summary>
public class StaticsTests
{
    /// <summary>A beam on two supports 4 m apart, 100 N at 1 m: 75 N and 25 N.</summary>
    [Fact]
    public void A_beam_on_two_supports()
    {
        var f = Statics.Solve([new("load", new(0, 0, 1), Vec.Up * -100)], [new("a", Vec.Zero, Vec.Up), new("b", new(0, 0, 4), Vec.Up)])!;
        Assert.Equal(75, f[0].Newtons.Y, 9);
        Assert.Equal(25, f[1].Newtons.Y, 9);
    }

    /// <summary>A load beyond the support: the far one has to pull, 100 N at 5 m gives -25 N and 125 N.</summary>
    [Fact]
    public void A_beam_that_overhangs_pulls_at_its_far_end()
    {
        var f = Statics.Solve([new("load", new(0, 0, 5), Vec.Up * -100)], [new("a", Vec.Zero, Vec.Up), new("b", new(0, 0, 4), Vec.Up)])!;
        Assert.Equal(-25, f[0].Newtons.Y, 9);
        Assert.Equal(125, f[1].Newtons.Y, 9);
    }

    /// <summary>
    /// A ladder of weight W at 60 degrees on a smooth wall: the wall gives W / (2 tan 60), which the floor's friction holds.
    /// </summary>
    [Fact]
    public void A_ladder_on_a_smooth_wall()
    {
        var (sin, cos) = Math.SinCos(Math.PI / 3);
        var f = Statics.Solve(
            [new("weight", new(0, 2.5 * sin, 2.5 * cos), Vec.Up * -200)],
            [
                new("floor", Vec.Zero, Vec.Up),
                new("friction", Vec.Zero, Vec.Forward),
                new("wall", new(0, 5 * sin, 5 * cos), Vec.Forward * -1),
            ]
        )!;
        Assert.Equal(200, f[0].Newtons.Y, 9);
        Assert.Equal(200 / (2 * Math.Tan(Math.PI / 3)), f[1].Newtons.Z, 9);
        Assert.Equal(-f[1].Newtons.Z, f[2].Newtons.Z, 9);
    }

    /// <summary>A table on three legs in a triangle: a load over the centroid is shared in thirds.</summary>
    [Fact]
    public void A_table_on_three_legs_shares_by_thirds()
    {
        var f = Statics.Solve(
            [new("load", new(0, 1, 0), Vec.Up * -90)],
            [new("a", new(0, 0, 1), Vec.Up), new("b", new(0.6, 0, -0.5), Vec.Up), new("c", new(-0.6, 0, -0.5), Vec.Up)]
        )!;
        Assert.All(f, x => Assert.Equal(30, x.Newtons.Y, 9));
    }

    [Fact]
    public void Supports_that_cannot_hold_are_told_from_those_that_can()
    {
        // One on top of the other: not independent.
        Assert.Null(Statics.Solve([new("load", new(0, 0, 1), Vec.Up * -100)], [new("a", Vec.Zero, Vec.Up), new("b", Vec.Zero, Vec.Up)]));
        // Nothing holds against a push to the side.
        Assert.Null(Statics.Solve([new("push", Vec.Zero, new(0, 0, 10))], [new("a", Vec.Zero, Vec.Up), new("b", new(0, 0, 1), Vec.Up)]));
    }

    /// <summary>A coin of 5 g and 21.21 mm lying flat: 0.139 kPa.</summary>
    [Fact]
    public void A_coin_presses_with_its_weight_over_its_face()
    {
        var area = Math.PI * 1.0605 * 1.0605;
        Assert.Equal(0.139, ContactPressure.KPa(0.005 * PractitionerBody.Gravity, area), 3);
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(365, 35)]
    [InlineData(12.5, 3.4)]
    public void Units_agree_with_a_library_of_units(double newtons, double cm2)
    {
        var pressure = UnitsNet.Force.FromNewtons(newtons) / UnitsNet.Area.FromSquareCentimeters(cm2);
        Assert.Equal(pressure.Kilopascals, ContactPressure.KPa(newtons, cm2), 9);
        Assert.Equal(newtons, ContactPressure.Newtons(pressure.Kilopascals, cm2), 9);
        Assert.Equal(UnitsNet.Force.FromNewtons(newtons).KilogramsForce, newtons / PractitionerBody.Gravity, 9);
    }
}
