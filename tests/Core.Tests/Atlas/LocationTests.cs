using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Planning.OnBody;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Atlas;

/// <summary>The way to a point as it is told to the practitioner.</summary>
public sealed class LocationTests
{
    private static IReadOnlyList<FromLandmark> From(string point, string who = "middling, long in the leg") =>
        Location.From(Known.Base.Atlas.Points[point], Known.Base.Atlas, Three.Scale(who), Three.Of(who), 1);

    // Landmark, way and cun as the WHO standard (2008) words them, from memory.
    [Theory]
    [InlineData("ST36", "outer-knee-hollow", "below", 3)]
    [InlineData("SP6", "medial-malleolus", "above", 3)]
    [InlineData("GB39", "lateral-malleolus", "above", 3)]
    [InlineData("PC6", "wrist-crease", "above", 2)]
    [InlineData("LI10", "elbow-crease", "towards the hand from", 2)]
    [InlineData("CV12", "navel", "above", 4)]
    [InlineData("CV4", "navel", "below", 3)]
    [InlineData("SP10", "patella-top", "above", 2)]
    [InlineData("GV20", "front-hairline", "behind", 5)]
    public void Distances_start_from_the_landmark_one_would_start_from(string point, string landmark, string way, double cun)
    {
        var first = From(point)[0];
        Assert.Equal((landmark, way, cun), (first.Landmark, first.Way, first.Cun));
        Assert.NotEmpty(first.How);
        Assert.Contains("cun", first.Formula, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("BL23", "l2", 1.5)]
    [InlineData("BL52", "l2", 3)]
    [InlineData("ST25", "navel", 2)]
    public void Points_beside_the_midline_give_a_level_and_a_distance_outward(string point, string level, double cun)
    {
        var from = From(point);
        Assert.Equal((level, "level"), (from[0].Landmark, from[0].Way));
        Assert.Equal(("midline", "outward", cun), (from[1].Landmark, from[1].Way, from[1].Cun));
        Assert.True(from[1].Cm > 0 && from[1].Estimate);
    }

    [Fact]
    public void Points_that_no_stretch_counts_are_near_landmarks_on_this_figure_and_say_so()
    {
        var (short_, tall) = (From("GB20", "short and broad"), From("GB20", "tall and slim"));
        Assert.Equal(short_.Select(f => f.Landmark), tall.Select(f => f.Landmark));
        Assert.All(short_.Zip(tall), f => Assert.True(f.First.Cm < f.Second.Cm && f.First.Estimate && f.First.Way == "from"));
    }

    [Fact]
    public void Every_point_can_be_told_and_no_distance_is_absurd()
    {
        foreach (var point in Known.Base.Atlas.Points.All)
        {
            var from = From(point.Id);
            Assert.NotEmpty(from);
            Assert.All(from, f => Assert.InRange(f.Cm, 0, 45));
            Assert.All(from, f => Assert.False(string.IsNullOrEmpty(f.Source.Label)));
        }
    }

    [Fact]
    public void Measuring_a_stretch_changes_its_points_and_no_others()
    {
        var measures = new BodyMeasures(172, StretchesCm: new Dictionary<string, double> { [CunStretches.ElbowToWrist] = 28 });
        var (before, after) = (Scale(new(172)), Scale(measures));
        Assert.Equal(28d / 12 * 2, after.Of(CunStretches.ElbowToWrist, 2).Cm, 6);
        Assert.All(
            Known.Base.Atlas.Stretches.All.All.Where(s => s.Id != CunStretches.ElbowToWrist),
            s => Assert.Equal(before.Length(s), after.Length(s))
        );
    }

    private static CunScale Scale(BodyMeasures m) => new(m, BodyMeasures.Nothing, Known.Base.Atlas.Stretches, Known.Base.UsualBody);

    // What a hand gets to in each position: common practice.
    [Theory]
    [InlineData("ST36", "supine", true)]
    [InlineData("BL23", "supine", false)]
    [InlineData("BL23", "prone", true)]
    [InlineData("BL23", "seated-floor", true)]
    [InlineData("CV12", "half-reclined", true)]
    [InlineData("GB21", "seated-chair", true)]
    [InlineData("BL40", "supine", false)]
    [InlineData("BL40", "prone", true)]
    [InlineData("LI4", "supine", true)]
    [InlineData("BL57", "hip-knee-90", true)]
    [InlineData("GB30", "side-lying-right", true)]
    [InlineData("GB30", "supine", false)]
    public void Reach_follows_from_how_the_client_lies(string point, string position, bool reached)
    {
        var located = PointLocator.Locate(Known.Base.Atlas.Points[point], 1, Scale(new(172)), BodySize.Reference, position, Known.Base);
        Assert.Equal(reached, located.Reachable);
    }

    [Fact]
    public void Mirrored_positions_reach_mirrored_places()
    {
        var (left, right) = (Three.Of("tall and slim", "side-lying-left"), Three.Of("tall and slim", "side-lying-right"));
        foreach (var id in new[] { "GB31", "SP9", "ST25", "LU7", "BL23", "GB20", "LR8" })
        {
            var point = Known.Base.Atlas.Points[id];
            Assert.Equal(left.AccessOf(point, 1), right.AccessOf(point, -1));
            Assert.Equal(left.AccessOf(point, -1), right.AccessOf(point, 1));
        }
    }

    [Theory]
    [InlineData("ST36", "front")]
    [InlineData("BL23", "back")]
    [InlineData("GB31", "left")]
    [InlineData("KI1", "sole.left")]
    [InlineData("LR3", "foot-top.left")]
    [InlineData("PC8", "palm.left")]
    [InlineData("TE3", "hand-back.left")]
    [InlineData("ST2", "face")]
    [InlineData("GV20", "head-top")]
    [InlineData("TE20", "ear.left")]
    public void A_point_is_looked_at_from_where_it_is_seen(string point, string view) =>
        Assert.Equal(view, ViewChoice.For(Known.Base.Atlas.Points[point], Three.Of("middling, long in the leg"), 1));

    [Theory]
    [InlineData("thigh-front", "supine", "front")]
    [InlineData("sole", "supine", "sole.left")]
    [InlineData("foot-inner-edge", "supine", "foot-inner.left")]
    [InlineData("lower-back", "prone", "back")]
    public void A_region_is_looked_at_from_where_most_of_it_is_seen(string region, string position, string view) =>
        Assert.Equal(
            view,
            StepView.Of(
                Known.Flow("legs-on-the-mat").Step("feet-inner") with
                {
                    Region = region,
                    Position = position,
                    Side = Side.Left,
                },
                3,
                1,
                Three.Of("middling, long in the leg", position),
                Three.Of("middling, long in the leg"),
                Known.Base.Atlas.Reflex.All[0],
                Known.Base
            )
        );

    [Fact]
    public void Two_sets_compared_with_themselves_do_not_differ_and_the_other_way_round_is_as_far()
    {
        var (first, second) = (Known.Base.Atlas.Reflex.All[0], Known.Base.Atlas.Reflex.All[1]);
        var foot = FootShape.Of(new(172), Known.Base);
        Assert.Empty(ReflexCompare.Between(first, first, foot));
        var there = ReflexCompare
            .Between(first, second, foot)
            .Where(d => d.ApartMm is not null)
            .ToDictionary(d => d.Id, d => d.ApartMm!.Value);
        var back = ReflexCompare
            .Between(second, first, foot)
            .Where(d => d.ApartMm is not null)
            .ToDictionary(d => d.Id, d => d.ApartMm!.Value);
        Assert.Equal(there.Keys.Order(StringComparer.Ordinal), back.Keys.Order(StringComparer.Ordinal));
        Assert.All(there, d => Assert.Equal(d.Value, back[d.Key], 1d));
        // Solar plexus: a tenth of the width apart on a foot of about 10 cm, and a little nearer the toes.
        Assert.InRange(there["solar-plexus"], 6, 14);
    }
}
