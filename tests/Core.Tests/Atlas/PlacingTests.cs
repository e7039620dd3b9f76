using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Atlas;

public sealed class PlacingTests
{
    [Theory]
    [MemberData(nameof(Three.All), MemberType = typeof(Three))]
    public void Every_point_lies_on_the_skin(string who)
    {
        var posed = Three.Of(who);
        Assert.All(
            posed.Spots.Where(s => !s.Anchor.Buried),
            s =>
                Assert.True(
                    MathF.Abs(posed.Body.Whole.Distance(s.Anchor.At)) < 0.3f,
                    $"{s.Point.Id} is {posed.Body.Whole.Distance(s.Anchor.At):0.0} cm off"
                )
        );
        // With the arm hanging the armpit is shut; everything else is open skin.
        Assert.Subset(new HashSet<string> { "HT1", "GB22" }, posed.Spots.Where(s => s.Anchor.Buried).Select(s => s.Point.Id).ToHashSet());
    }

    /// <summary>The two channels of the middle keep to it, under the chin too.</summary>
    [Theory]
    [InlineData("cv")]
    [InlineData("gv")]
    public void A_middle_line_keeps_to_the_midline(string channel)
    {
        var standing = new Posed(Known.Base, new(BodySize.Reference, Known.Base.Poses.Standing));
        var line = Known.Base.Atlas.Channels[channel].Courses.SelectMany(c => standing.OnSkin(c, 1)).ToList();
        Assert.All(line, a => Assert.InRange(MathF.Abs(a.At.X), 0, 0.15f));
    }

    [Fact]
    public void Left_and_right_are_mirror_images_when_standing()
    {
        var posed = Three.Of("tall and slim");
        foreach (var pair in posed.Spots.Where(s => s.Side != 0).GroupBy(s => s.Point.Id))
        {
            var left = pair.Where(s => s.Side > 0).Select(s => s.Anchor.At).ToList();
            var right = pair.Where(s => s.Side < 0).Select(s => s.Anchor.At).ToList();
            Assert.All(left.Zip(right), p => Assert.True((p.First - (p.Second with { X = -p.Second.X })).Length() < 0.6f, pair.Key));
        }
    }

    [Fact]
    public void Every_point_lies_on_its_channels_course_and_courses_stay_on_the_skin()
    {
        var posed = Three.Of("middling, long in the leg");
        foreach (var channel in Known.Base.Atlas.Channels.All)
        {
            var course = posed.Lines(channel.Courses, [1]).SelectMany(l => l.Line).ToList();
            foreach (var point in Known.Base.Atlas.Points.All.Where(p => p.Channel == channel.Id))
            {
                var at = posed.Locator.On(point.Place, 1).At;
                Assert.True(course.Min(a => (a.At - at).Length()) < 0.1f, $"{point.Id} is off its channel");
            }

            var off = course.Count(a => !a.Buried && MathF.Abs(posed.Body.Whole.Distance(a.At)) > 0.5f);
            Assert.True(off <= course.Count / 50, $"{channel.Id}: {off} of {course.Count} places are off the skin");
        }
    }

    [Fact]
    public void Prone_hides_the_front_of_the_trunk_and_shows_the_back()
    {
        var posed = Three.Of("middling, long in the leg", "prone");
        var view = new Chart(Views.Of(posed.Body, "back"));
        string[] hidden = ["CV4", "CV8", "CV12", "CV17", "ST21", "ST25", "ST28", "KI16", "LR14"];
        string[] open = ["BL13", "BL23", "BL25", "BL36", "BL40", "BL57", "GB30", "SI11"];
        Assert.All(hidden, id => Assert.Equal(SkinAccess.AgainstTheMat, posed.AccessOf(Known.Base.Atlas.Points[id], 1)));
        Assert.All(open, id => Assert.Equal(SkinAccess.Free, posed.AccessOf(Known.Base.Atlas.Points[id], 1)));
        Assert.All(hidden, id => Assert.False(view.Sees(posed.SpotsOf(Known.Base.Atlas.Points[id]).First().Anchor)));
    }

    [Fact]
    public void Lying_on_the_left_side_the_gallbladder_line_is_open_on_the_right_and_shut_below()
    {
        var posed = Three.Of("tall and slim", "side-lying-left");
        string[] line = ["GB26", "GB29", "GB31", "GB34"];
        Assert.All(line, id => Assert.Equal(SkinAccess.Free, posed.AccessOf(Known.Base.Atlas.Points[id], -1)));
        Assert.All(line, id => Assert.NotEqual(SkinAccess.Free, posed.AccessOf(Known.Base.Atlas.Points[id], 1)));
    }

    [Fact]
    public void The_same_cun_are_different_centimetres_on_different_people()
    {
        var near = Three.Scale("short and broad").Of("popliteal-crease..lateral-malleolus", 3).Cm;
        var far = Three.Scale("tall and slim").Of("popliteal-crease..lateral-malleolus", 3).Cm;
        Assert.Equal(150d / 195, near / far, 3);
        var (small, tall) = (Three.Of("short and broad"), Three.Of("tall and slim"));
        float Between(Posed posed) =>
            Vector3.Distance(
                posed.Locator.On(Known.Base.Atlas.Points["ST35"].Place, 1).At,
                posed.Locator.On(Known.Base.Atlas.Points["ST36"].Place, 1).At
            );
        Assert.InRange(Between(small) / Between(tall), 0.68, 0.86);
    }

    [Theory]
    [MemberData(nameof(Three.All), MemberType = typeof(Three))]
    public void Every_region_and_reflex_area_finds_skin(string who)
    {
        var posed = Three.Of(who);
        foreach (var region in Known.Base.Regions.All)
        {
            Assert.All(
                region.Patches,
                p =>
                    Assert.All(
                        Patches.Grid(posed.Locator, p, 1).Cast<Anchor>().Where(a => !a.Buried),
                        a => Assert.True(MathF.Abs(posed.Body.Whole.Distance(a.At)) < 0.5f, region.Id)
                    )
            );
        }

        var places = new ReflexPlaces(posed.Locator);
        foreach (var area in Known.Base.Atlas.Reflex.All.SelectMany(s => s.Areas))
        {
            Assert.True(MathF.Abs(posed.Body.Whole.Distance(places.Centre(area, 1).At)) < 0.5f, area.Id);
        }
    }

    [Theory]
    [InlineData("thigh-front", 5)]
    [InlineData("calf", 3)]
    [InlineData("foot-inner-edge", 3)]
    public void Stations_go_along_a_region_in_the_order_it_is_worked(string region, int count)
    {
        // Limbs towards the trunk, feet from heel to toes: common practice on the mat.
        var posed = Three.Of("tall and slim");
        var patch = Known.Base.Regions[region].Patches[0];
        var along = Enumerable
            .Range(0, count)
            .Select(i => Patches.At(posed.Locator, patch, (i + 0.5) / count, 0.5, 1))
            .Select(a => patch.On == "foot" ? a.At.Z : a.At.Y)
            .ToList();
        Assert.Equal(count, along.Count);
        Assert.Equal(along.Order(), along);
    }

    [Fact]
    public void A_layer_of_all_channels_shows_points_and_lines_of_both_sides()
    {
        var posed = Three.Of("short and broad");
        var layers = new LayerArtist(posed, Views.Of(posed.Body, "front"), Known.Base).Lay(
            LayersWanted.Nothing with
            {
                Channels = ["st", "bl"],
                Regions = ["thigh-front"],
                NoPressure = true,
                Landmarks = ["navel", "l4"],
            }
        );
        Assert.Equal(90, layers.Spots.Count(s => s.Kind == "point" && s.Id.StartsWith("ST", StringComparison.Ordinal)));
        Assert.Equal([-1, 1], layers.Lines.Where(l => l.Id == "st" && l.Seen.Length > 0).Select(l => l.Side).Distinct().Order());
        Assert.Equal(2, layers.Areas.Count(a => a.Id == "thigh-front"));
        Assert.Contains(layers.Areas, a => a is { Kind: "no-pressure", Id: "femoral-triangle" });
        Assert.DoesNotContain(layers.Spots, s => s is { Id: "BL23", Visible: true });
        Assert.Equal(["navel"], layers.Spots.Where(s => s.Kind == "landmark").Select(s => s.Id));
    }
}
