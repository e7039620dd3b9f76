using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Bodies;

public sealed class BodyTests
{
    // Drillis and Contini, Body Segment Parameters (1966): segment lengths as parts of stature, from memory.
    [Theory]
    [InlineData("thigh", 0.245)]
    [InlineData("shank", 0.246)]
    [InlineData("upper-arm", 0.186)]
    [InlineData("forearm", 0.146)]
    public void Limbs_have_the_published_parts_of_stature(string segment, double part)
    {
        var bones = new Skeleton(BodySize.Reference, Known.Base.Poses.Standing);
        Assert.Equal(part, bones.Length(Sides.On(segment, 1)) / BodySize.ReferenceStature, 0.005);
    }

    [Fact]
    public void A_standing_body_is_as_tall_as_its_stature_and_stands_on_its_soles()
    {
        var body = new Body(BodySize.Reference with { Scale = 1.1f }, Known.Base.Poses.Standing);
        var x = body.Bones.Hip(1).X;
        Assert.True(body.Whole.Distance(new(0, 172 * 1.1f + 1, 0)) > 0);
        Assert.True(body.Whole.Distance(new(0, 172 * 1.1f - 2, -1)) < 0);
        Assert.True(body.Whole.Distance(new(x, -3, 2)) > 0, "nothing reaches below the floor");
    }

    [Fact]
    public void A_measured_lower_leg_lengthens_the_lower_leg_and_nothing_else()
    {
        var table = Known.Base.Atlas.Stretches;
        var longer = BodySize.Of(
            new(
                172,
                StretchesCm: new Dictionary<string, double>
                {
                    ["popliteal-crease..lateral-malleolus"] = table.EstimateCm("popliteal-crease..lateral-malleolus", 172) * 1.1,
                }
            ),
            table
        );
        Assert.Equal(1.1, longer.Shank, 0.001);
        Assert.Equal(BodySize.Of(new(172), table) with { Shank = longer.Shank }, longer);
    }

    public static TheoryData<string> Positions => [.. Known.Base.Positions.All.Select(p => p.Id), "standing"];

    [Theory]
    [MemberData(nameof(Positions))]
    public void In_every_position_limbs_keep_their_lengths_and_joints_meet(string position)
    {
        var bones = new Skeleton(BodySize.Reference, Known.Base.Poses.Of(position));
        foreach (var side in Sides.Both)
        {
            var (thigh, shank, foot) = (
                bones.Segment(Sides.On("thigh", side)),
                bones.Segment(Sides.On("shank", side)),
                bones.Segment(Sides.On("foot", side))
            );
            Assert.Equal(42f, (shank.O - thigh.O).Length(), 0.1f);
            Assert.Equal(42.3f, (foot.O - shank.O).Length(), 0.1f);
            var (upper, fore, hand) = (
                bones.Segment(Sides.On("upper-arm", side)),
                bones.Segment(Sides.On("forearm", side)),
                bones.Segment(Sides.On("hand", side))
            );
            Assert.Equal(31.5f, (fore.O - upper.O).Length(), 0.1f);
            Assert.Equal(25.2f, (hand.O - fore.O).Length(), 0.1f);
            Assert.Equal(1f, thigh.X.Length(), 0.001f);
            Assert.Equal(0f, Vector3.Dot(thigh.X, thigh.Y), 0.001f);
        }
    }

    [Theory]
    [MemberData(nameof(Positions))]
    public void A_drawn_figure_is_one_whole_outline_of_the_right_size(string position)
    {
        var body = new Body(BodySize.Reference, Known.Base.Poses.Of(position));
        var view = Views.Of(body, Known.Base.Poses.ViewOf(position)) with { CmPerPixel = 0.8f };
        var figure = FigureArtist.Draw(view, Picture.Take(view), []);
        Assert.StartsWith("M", figure.Outline, StringComparison.Ordinal);
        Assert.InRange(figure.Shade.Values.Count(v => v > 0), 500, int.MaxValue);
        var area = Area(view);
        // Whatever the pose, a figure of 172 cm shows between a quarter and a whole square metre.
        Assert.InRange(area, 2500, 9000);
    }

    private static double Area(View view)
    {
        var picture = Picture.Take(view.Shown, view.Camera, view.Window, view.CmPerPixel);
        return picture.Seen.Count(s => s) * view.CmPerPixel * view.CmPerPixel;
    }

    [Fact]
    public void A_mirrored_pose_is_the_mirror_image()
    {
        var left = new Body(BodySize.Reference, Known.Base.Poses.Of("figure-four", 1));
        var right = new Body(BodySize.Reference, Known.Base.Poses.Of("figure-four", -1));
        var random = new Random(4);
        for (var i = 0; i < 300; i++)
        {
            var p = new Vector3(random.Next(-60, 60), random.Next(0, 175), random.Next(-20, 40));
            Assert.Equal(left.Whole.Distance(p), right.Whole.Distance(p with { X = -p.X }), 0.02f);
        }
    }

    [Fact]
    public void The_distance_never_promises_more_room_than_there_is()
    {
        var body = new Body(BodySize.Reference, Known.Base.Poses.Of("seated-floor"));
        var random = new Random(7);
        for (var i = 0; i < 400; i++)
        {
            // From anywhere outside, a step of the distance in any direction stays outside.
            var p = new Vector3(random.Next(-70, 70), random.Next(60, 180), random.Next(-50, 60));
            var d = body.Whole.Distance(p);
            if (d > 0.5f)
            {
                var direction = Vector3.Normalize(new(random.Next(-9, 10) + 0.1f, random.Next(-9, 10), random.Next(-9, 10)));
                Assert.True(body.Whole.Distance(p + (direction * d * 0.8f)) > -0.3f, $"at {p}, {d} cm away");
            }
        }
    }

    /// <summary>Whoever lies, lies on the lowest skin: no place of any region is below it, and some part comes near it.</summary>
    [Theory]
    [InlineData("supine")]
    [InlineData("prone")]
    [InlineData("side-lying-left")]
    [InlineData("seated-chair")]
    public void The_mat_is_where_the_lowest_skin_is(string position)
    {
        var posed = new Posed(Known.Base, new(BodySize.Reference, Known.Base.Poses.Of(position)));
        var heights = Known
            .Base.Regions.All.SelectMany(r => r.Patches)
            .SelectMany(p => Sides.Both.Select(s => Patches.Centre(posed.Locator, p, s)))
            .Select(a => System.Numerics.Vector3.Dot(a.At, posed.Body.Pose.Up))
            .ToList();
        Assert.InRange(heights.Min() - posed.MatCm, -0.3f, 3f);
    }
}
