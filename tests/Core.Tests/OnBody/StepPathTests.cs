using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.OnBody;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.OnBody;

/// <summary>Where hands and feet go, on a body: every step of every flow.</summary>
public class StepPathTests(ITestOutputHelper output)
{
    private static readonly ReflexSet Feet = Known.Base.HouseSchool.Feet(Known.Base);
    private static readonly Posed Standing = Posed(PoseSaid.Standing, 1);

    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    private static Posed Posed(string position, int bent) => new(Known.Base, new(BodySize.Reference, Known.Base.Poses.Of(position, bent)));

    private static IReadOnlyList<StepWay> Ways(PlanStep step, Posed posed, int stations) =>
        new StepPath(posed, Feet, Known.Base).Of(step, stations);

    /// <summary>As many places as it has, on its own sides, on the skin; what touches nobody has none.</summary>
    [Theory]
    [MemberData(nameof(Flows))]
    public void Every_step_has_its_places_on_the_skin_of_its_side(string flow)
    {
        var plan = Known.Flow(flow);
        var expanded = Known.Expand(plan).Steps.ToDictionary(s => s.Id);
        var posed = plan
            .Steps.Select(s => (s.Position, Bent: PlanReach.BentSide(s.Side)))
            .Distinct()
            .ToDictionary(p => p, p => Posed(p.Position, p.Bent));
        var unseen = new List<string>();
        foreach (var step in plan.Steps)
        {
            var lying = posed[(step.Position, PlanReach.BentSide(step.Side))];
            var stations = expanded[step.Id].Stations;
            var ways = Ways(step, lying, stations);
            if (step.Pattern.Kind is PatternKind.Handling)
            {
                Assert.Empty(ways);
                continue;
            }

            Assert.Equal(step.Side is Side.Both ? 2 : 1, ways.Count);
            foreach (var way in ways)
            {
                Assert.NotEmpty(way.Stops);
                if (step.Points is null && step.Reflex is null && step.Pattern.Kind is not PatternKind.Glide)
                {
                    Assert.Equal(Enumerable.Range(1, stations), way.Stops.Select(s => s.Station));
                }

                // A line that misses the step's regions would leave it beside its line without a word.
                if (step is { Line: { } line, Points: null })
                {
                    var on = (Known.Base.Atlas.Channels.Find(line)?.Courses ?? Known.Base.Atlas.Sen[line].Courses)
                        .SelectMany(c => lying.OnSkin(c, way.Side < 0 ? -1 : 1))
                        .ToList();
                    var regions = Ways(step with { Line = null }, lying, stations).First(w => w.Side == way.Side).Line;
                    Assert.All(way.Stops, s => Assert.InRange(regions.Min(a => Vector3.Distance(a.At, s.At.At)), 0, 9));
                    Assert.All(
                        way.Stops,
                        s => Assert.True(on.Min(a => Vector3.Distance(a.At, s.At.At)) < 0.6f, $"{step.Id} is not on {line}")
                    );
                }

                // What is folded away in this pose lies where the fold is.
                Assert.All(way.Stops.Where(s => !s.At.Buried), s => Assert.InRange(MathF.Abs(lying.Body.Whole.Distance(s.At.At)), 0, 0.3f));
                if (Known.Base.Regions[step.Region].Limb is not null && step.Side is Side.Left or Side.Right)
                {
                    Assert.All(way.Stops, s => Assert.Equal(step.Side is Side.Left ? 1 : -1, s.Side));
                }
            }

            var view = StepView.Of(step, stations, 1, lying, Standing, Feet, Known.Base);
            var shown = Views.IsCloseUp(view) ? Standing : lying;
            var drawn = new StepMarks(shown, Views.Of(shown.Body, view), Known.Base).Draw(step, Ways(step, shown, stations));
            if (!drawn.Marks.Any(m => m.Station == drawn.Marks.Min(x => x.Station) && m.Visible))
            {
                unseen.Add($"{step.Id} ({step.Region}, {step.Position}, {view})");
            }
        }

        output.WriteLine($"{flow}: {unseen.Count} begin out of sight: {string.Join("; ", unseen)}");
        // What is worked from beneath a lifted limb is drawn as lying behind it.
        Assert.True(unseen.Count * 4 <= plan.Steps.Count, string.Join("; ", unseen));
    }

    /// <summary>A walk from the calf over thigh, buttock and flank to the arm is drawn over all of them, in that order.</summary>
    [Theory]
    [InlineData("treading-under-bars", "glide.left")]
    [InlineData("treading-under-bars", "sweep.left")]
    [InlineData("side-line-lower", "lower-leg.left")]
    [InlineData("treading-with-wall", "both-legs")]
    public void A_way_goes_through_all_its_regions_in_order(string flow, string id)
    {
        var step = Known.Flow(flow).Step(id);
        var lying = Posed(step.Position, PlanReach.BentSide(step.Side));
        var way = Ways(step, lying, 12)[0];
        var own = way.Side;
        var firsts = (step.Through ?? [])
            .Prepend(step.Region)
            .Select(r => Known.Base.Regions[r].Patches.Select(p => PatchSkin.Of(Patches.Grid(lying.Locator, p, own))).ToList())
            .Select(skins => way.Line.ToList().FindIndex(a => skins.Any(s => s.Holds(a))))
            .ToList();
        Assert.DoesNotContain(-1, firsts);
        Assert.Equal(firsts.Order(), firsts);
        if (step.Pattern.Kind is PatternKind.Glide)
        {
            Assert.Equal(way.Line[0].At, Assert.Single(way.Stops).At.At);
        }
    }

    /// <summary>From the heel upward, never back and forth (common practice: limbs are worked towards the trunk).</summary>
    [Fact]
    public void A_walk_from_heel_to_buttock_climbs()
    {
        var step = Known.Flow("legs-on-the-mat").Step("feet-inner") with
        {
            Region = "achilles",
            Through = ["calf", "thigh-back", "buttocks"],
            Side = Side.Left,
            Position = "prone",
            Pattern = new(PatternKind.PalmWalk),
        };
        var stops = Ways(step, Posed("prone", 1), 10).Single().Stops;
        var heights = stops.Select(s => s.At.At.Y).ToList();
        Assert.Equal(heights.Order(), heights);
        // From above the heel to the buttock is about half of the body.
        Assert.InRange(heights[^1] - heights[0], 60, 95);
    }

    [Fact]
    public void Points_are_worked_where_they_lie()
    {
        var step = Known.Flow("neck-then-shoulder").Step("neck-points");
        var lying = Posed(step.Position, 1);
        foreach (var stop in Ways(step, lying, 2).SelectMany(w => w.Stops))
        {
            Assert.Contains(lying.SpotsOf(Known.Base.Atlas.Points[stop.Point!]), s => s.Side == stop.Side && s.Anchor.At == stop.At.At);
        }
    }

    /// <summary>The hours of the belly as the client's own clock: 12 towards the head, 3 at the client's left (common practice).</summary>
    [Fact]
    public void A_circle_goes_round_like_a_clock_on_the_client()
    {
        var step = Known.Flow("belly-bowl").Step("rim-survey");
        var stops = Ways(step, Posed("supine", 1), 12).Single().Stops.Select(s => s.At.At).ToList();
        Assert.Equal(stops.Max(s => s.Y), stops[0].Y);
        Assert.Equal(stops.Max(s => s.X), stops[3].X);
        Assert.Equal(stops.Min(s => s.Y), stops[6].Y);
        Assert.Equal(stops.Min(s => s.X), stops[9].X);
    }

    /// <summary>Five lines of the sole lie side by side, the first at the big toe's side.</summary>
    [Fact]
    public void Lines_side_by_side_are_not_stations_along()
    {
        var step = Known.Flow("feet-glands-between-systems").Step("zones-sole.left");
        var foot = Standing.Body.Bones.Segment("foot.left");
        var stops = Ways(step, Standing, 5).Single().Stops.Select(s => foot.ToLocal(s.At.At)).ToList();
        Assert.InRange(stops.Max(s => s.Z) - stops.Min(s => s.Z), 0, 3);
        Assert.True(MathF.Abs(stops[^1].X - stops[0].X) > 3);
    }

    /// <summary>Each area of the foot is looked at on the face it lies on, of the foot that is worked.</summary>
    [Theory]
    [InlineData("bones.left", 1, "foot-inner.left")]
    [InlineData("bones.right", 5, "foot-outer.right")]
    [InlineData("adrenals.right", 1, "sole.right")]
    [InlineData("breathing.left", 2, "foot-top.left")]
    [InlineData("ovary.left", 1, "foot-outer.left")]
    public void A_gland_is_looked_at_on_its_face_of_the_foot(string id, int at, string view)
    {
        var step = Known.Flow("feet-glands-between-systems").Step(id);
        Assert.Equal(view, StepView.Of(step, 7, at, Posed(step.Position, 1), Standing, Feet, Known.Base));
    }

    /// <summary>A place this foot does not have never shows the other foot.</summary>
    [Theory]
    [InlineData("adrenals.right", "spleen", ".right")]
    [InlineData("adrenals.left", "liver", ".left")]
    public void An_organ_of_the_other_side_does_not_turn_to_the_other_foot(string id, string area, string foot)
    {
        var step = Known.Flow("feet-glands-between-systems").Step(id) with { Reflex = [area] };
        var view = StepView.Of(step, 1, 1, Posed(step.Position, 1), Standing, Feet, Known.Base);
        Assert.EndsWith(foot, view, StringComparison.Ordinal);
    }

    /// <summary>Liver and gallbladder have their area on the right foot alone: on the left that place is not drawn at all.</summary>
    [Theory]
    [InlineData("digestion.left", new[] { 1, 4, 5 })]
    [InlineData("digestion.right", new[] { 1, 2, 3, 4, 5 })]
    public void An_organ_of_one_side_is_worked_on_its_foot(string id, int[] places)
    {
        var step = Known.Flow("feet-glands-between-systems").Step(id);
        Assert.Equal(places, Ways(step, Standing, 5).Single().Stops.Select(s => s.Station));
    }

    /// <summary>Fingers and toes point where the practitioner looks: from the feet to the head, from the head to the feet.</summary>
    [Theory]
    [InlineData("treading-with-wall", "both-feet", 0)]
    [InlineData("treading-under-bars", "seated-heels", 180)]
    public void A_contact_is_turned_as_the_practitioner_stands(string flow, string id, float degrees)
    {
        var step = Known.Flow(flow).Step(id);
        var lying = Posed(step.Position, 1);
        var marks = new StepMarks(lying, Views.Of(lying.Body, "back"), Known.Base).Draw(step, Ways(step, lying, 4)).Marks;
        Assert.All(marks, m => Assert.Equal(degrees, MathF.Abs(m.Degrees)));
        // Seen from behind, the client's left is on the left of the page; so is the left foot of who looks the same way.
        Assert.All(marks, m => Assert.Equal(degrees == 0 ? m.Side > 0 : m.Side < 0, m.Left));
    }
}
