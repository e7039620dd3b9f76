using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Atlas;

/// <summary>
/// The drawn head against the anthropometric survey of US Army personnel (Gordon et al. 1989; from memory): from the 5th percentile of
/// women to the 95th of men, in mm, where a person of 172 cm lies within.
/// </summary>
public sealed class HeadMeasuresTests
{
    private static readonly Posed Standing = new(Known.Base, new(BodySize.Reference with { Scale = 1 }, Known.Base.Poses.Standing));

    private static Vector3 Point(string id, int side = 1) => Standing.Locator.On(Known.Base.Atlas.Points[id].Place, side).At;

    private static Vector3 Landmark(string id, int side = 1) => Standing.Locator.On(Known.Base.Atlas.Landmarks[id], side).At;

    /// <summary>The skin of the head met from its middle.</summary>
    private static Vector3 Skin(Vector3 from, Vector3 toward) => Standing.Locator.Inside("head", from, toward, 1).At;

    private static readonly Vector3 Middle = new(0, 162, 0);

    private static double Along(params Vector3[] places)
    {
        var line = SkinLine.Through(Standing.Body, [.. places.Select(p => Anchor.OnSurface(Standing.Body, p))]);
        return line.Zip(line.Skip(1), (a, b) => (b.At - a.At).Length()).Sum() * 10;
    }

    private static double Apart(Vector3 a, Vector3 b) => (a - b).Length() * 10;

    // The notch above the tragus, from where the survey measures.
    private static Vector3 Ear(int side) => Point("TE21", side);

    private static readonly Vector3 Chin = Skin(new(0, 151.5f, 6.6f), -Vector3.UnitY);

    [Fact]
    public void Ear_to_ear() => Assert.InRange(Apart(Ear(1), Ear(-1)), 122, 155);

    [Fact]
    public void Ear_to_ear_over_the_crown() =>
        Assert.InRange(Along(Ear(1), Skin(Middle, new(1, 0.6f, 0)), Point("GV20"), Skin(Middle, new(-1, 0.6f, 0)), Ear(-1)), 320, 380);

    [Fact]
    public void The_crown_stands_above_the_ear() => Assert.InRange((Skin(Middle, Vector3.UnitY).Y - Ear(1).Y) * 10, 115, 146);

    [Fact]
    public void Breadth_and_length_of_the_skull()
    {
        Assert.InRange(
            Apart(Skin(Middle + new Vector3(0, 2, -1), Vector3.UnitX), Skin(Middle + new Vector3(0, 2, -1), -Vector3.UnitX)),
            137,
            165
        );
        Assert.InRange(Apart(Landmark("glabella"), Skin(Middle, -Vector3.UnitZ)), 176, 212);
    }

    [Fact]
    public void The_front_hairline_stands_above_the_chin() => Assert.InRange(Apart(Landmark("front-hairline"), Chin), 164, 214);

    [Fact]
    public void The_root_of_the_nose_stands_above_the_chin() => Assert.InRange((Point("BL1").Y - Chin.Y) * 10, 96, 133);

    // Common practice: the back hairline stands about level with the lobe of the ear, the occiput's bump about level with its opening.
    [Fact]
    public void The_nape_is_level_with_the_lobe_and_the_occiput_with_the_ears_opening()
    {
        var opening = Point("SI19").Y;
        Assert.InRange((Landmark("back-hairline").Y - opening) * 10, -40, 5);
        Assert.InRange((Landmark("occiput").Y - opening) * 10, -15, 35);
    }
}
