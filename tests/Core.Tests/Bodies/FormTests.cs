using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Tests.Bodies;

/// <summary>Whatever somebody looks like, points lie on their skin, and what is not there is nowhere.</summary>
public sealed class FormTests
{
    private static readonly LocalDate Today = new(2026, 3, 1);

    private static Posed Of(BodySize size, string? pose = null) =>
        new(Known.Base, new(size, pose is null ? Known.Base.Poses.Standing : Known.Base.Poses.Of(pose)));

    private static BodySize Sized(BodyMeasures measures) => BodySize.Of(measures, Known.Base.Atlas.Stretches);

    public static TheoryData<Build, ChestForm, PelvisForm> Forms =>
        [
            .. from build in Enum.GetValues<Build>()
            from chest in Enum.GetValues<ChestForm>()
            from pelvis in Enum.GetValues<PelvisForm>()
            select (build, chest, pelvis),
        ];

    [Theory]
    [MemberData(nameof(Forms))]
    public void Every_point_lies_on_the_skin_of_every_form(Build build, ChestForm chest, PelvisForm pelvis)
    {
        var posed = Of(Sized(new BodyMeasures(165).As(new(build, chest, pelvis))));
        Assert.All(
            posed.Spots.Where(s => !s.Anchor.Buried),
            s => Assert.True(MathF.Abs(posed.Body.Whole.Distance(s.Anchor.At)) < 0.3f, $"{s.Point.Id} floats")
        );
        Assert.DoesNotContain(posed.Spots, s => s.Access == SkinAccess.Missing);
        // No more points are out of sight than the armpit and the crotch of the usual figure hide.
        Assert.InRange(posed.Spots.Count(s => s.Anchor.Buried), 0, 6);
    }

    [Fact]
    public void Forms_differ_where_they_say()
    {
        static float Half(BodySize size, float height)
        {
            var body = new Body(size, Known.Base.Poses.Standing).Only(p => p is "trunk" or "thigh.left");
            var y = body.Bones.SpineAt(height).O.Y;
            return Enumerable.Range(0, 400).Select(i => i * 0.1f).Last(x => body.Whole.Distance(new(x, y, 0)) < 0);
        }

        static float Front(BodySize size, float height, float aside) =>
            new Locator(Known.Base.Atlas, new(size, Known.Base.Poses.Standing))
                .Inside("trunk", new(aside, height, 2), Vector3.UnitZ, 1)
                .At.Z;

        var waists = Enum.GetValues<Build>().Select(b => Half(Sized(new(172, b)), 107)).ToList();
        Assert.Equal(waists.Order(), waists);
        Assert.True(Half(Sized(new(172, Pelvis: PelvisForm.Wide)), 91) > Half(Sized(new(172, Pelvis: PelvisForm.Narrow)), 91) + 0.8f);
        Assert.True(Front(Sized(new(172, Chest: ChestForm.Small)), 126, 9) > Front(BodySize.Reference, 126, 9) + 0.5f);
        Assert.True(Front(Sized(new(172, Chest: ChestForm.Full)), 126, 9) > Front(Sized(new(172, Chest: ChestForm.Small)), 126, 9) + 1.5f);
    }

    // McDonald (1906): the top of the womb stands as many cm above the pubic bone as there are weeks, from the 16th to the 36th.
    [Theory]
    [InlineData(16)]
    [InlineData(20)]
    [InlineData(28)]
    [InlineData(36)]
    public void The_belly_reaches_as_high_as_the_week_says(int weeks)
    {
        float Front(BodySize size, float above) =>
            new Locator(Known.Base.Atlas, new(size, Known.Base.Poses.Standing))
                .Inside("trunk", new(0, Skeleton.Pubis + above, 2), Vector3.UnitZ, 1)
                .At.Z;
        var pregnant = FormOfFacts.Pregnant(BodySize.Reference, weeks, Known.Base.PregnancyCalendar);
        var highest = Enumerable.Range(0, 45).Last(cm => Front(pregnant, cm) > Front(BodySize.Reference, cm) + 0.3f);
        Assert.InRange(highest, weeks - 4, weeks + 4);
    }

    public static TheoryData<string> Ends => [.. Known.Base.Of<LimbEnd>().All.Select(e => e.Name)];

    [Theory]
    [MemberData(nameof(Ends))]
    public void Beyond_the_end_of_a_limb_there_is_nothing_and_before_it_everything(string ends)
    {
        var end = Known.Base.Of<LimbEnd>().All.Single(e => e.Name == ends);
        var fact = new FactEntry(
            "limb-missing",
            FactStatus.Known,
            Side: Side.Left,
            Detail: new Dictionary<string, string> { ["ends"] = ends }
        );
        var size = BodySize.Reference.With([fact], Today, Known.Base);
        Assert.Equal((float)end.There, end.Limb == "arm" ? size.LeftArm : size.LeftLeg);
        string[] segments = end.Limb == "arm" ? ["upper-arm", "forearm", "hand", "finger"] : ["thigh", "shank", "foot", "toe"];
        foreach (var pose in new[] { null, "supine" })
        {
            var (posed, whole) = (Of(size, pose), Of(BodySize.Reference, pose));
            foreach (var (spot, before) in posed.Spots.Zip(whole.Spots))
            {
                var at = Array.IndexOf(segments, spot.Point.Place.On);
                // Fingers and toes go with the hand or foot.
                at = Math.Min(at, 2);
                var gone = spot.Side > 0 && at >= 0 && at >= end.There;
                var here = spot.Side < 0 || at < 0 || at + 1 <= end.There;
                if (gone)
                {
                    Assert.True(spot.Access == SkinAccess.Missing, $"{spot.Point.Id} is drawn on a limb that ends {ends}");
                }
                else if (here && !before.Anchor.Buried)
                {
                    Assert.True(spot.Access != SkinAccess.Missing, $"{spot.Point.Id} is lost with a limb that ends {ends}");
                }
            }
        }
    }

    [Fact]
    public void A_lost_foot_is_told_as_missing_and_takes_its_steps_out()
    {
        var fact = new FactEntry(
            "limb-missing",
            FactStatus.Past,
            Side: Side.Left,
            Detail: new Dictionary<string, string> { ["ends"] = "below the knee" }
        );
        var size = BodySize.Reference.With([fact], Today, Known.Base);
        var scale = new CunScale(BodyMeasures.Nothing, BodyMeasures.Nothing, Known.Base.Atlas.Stretches, Known.Base.UsualBody);
        var found = PointLocator.Locate(Known.Base.Atlas.Points["ST44"], 1, scale, size, "supine", Known.Base);
        Assert.True(found.Missing);
        Assert.Empty(found.From);
        Assert.Empty(found.ReachedIn);
        Assert.False(PointLocator.Locate(Known.Base.Atlas.Points["ST44"], -1, scale, size, "supine", Known.Base).Missing);
    }

    [Fact]
    public void What_is_not_said_leaves_the_figure_as_it_is()
    {
        FactEntry[] facts =
        [
            new("limb-missing", FactStatus.Known, Side: Side.Left),
            new("limb-missing", FactStatus.No, Side: Side.Left, Detail: new Dictionary<string, string> { ["ends"] = "at the hip" }),
            new("pregnancy", FactStatus.Known),
            new("pregnancy", FactStatus.Past, Detail: new Dictionary<string, string> { ["dueDate"] = "2026-03-20" }),
        ];
        Assert.Equal(BodySize.Reference, BodySize.Reference.With(facts, Today, Known.Base));
        FactEntry due = new("pregnancy", FactStatus.Known, Detail: new Dictionary<string, string> { ["dueDate"] = "2026-03-20" });
        Assert.Equal(36, BodySize.Reference.With([due], Today, Known.Base).WombTopCm);
    }

    [Fact]
    public void Every_drawn_line_lies_on_the_skin_and_is_seen_in_some_view()
    {
        var posed = Of(BodySize.Reference);
        var views = Views.CloseUps.Concat(["front", "back", "left", "right"]).Select(v => Views.Of(posed.Body, v)).ToList();
        foreach (var line in Known.Base.Of<InkLine>().All)
        {
            foreach (var ink in line.Draw(posed.Locator))
            {
                Assert.All(
                    ink.Along,
                    a => Assert.True(!a.Buried && MathF.Abs(posed.Body.Whole.Distance(a.At)) < 0.15f, $"{line.Id} leaves the skin")
                );
                var middle = ink.Along[ink.Along.Count / 2];
                Assert.True(views.Any(v => new Chart(v).Sees(middle)), $"{line.Id} is seen nowhere");
            }
        }
    }

    // P3 of the second reading: one distance from the midline for the whole line.
    [Theory]
    [InlineData("LU1")]
    [InlineData("LU2")]
    [InlineData("SP17")]
    [InlineData("SP18")]
    [InlineData("SP19")]
    [InlineData("SP20")]
    public void The_six_cun_line_of_the_chest_is_as_far_out_as_it_is_told(string id)
    {
        var posed = Of(BodySize.Reference);
        var place = Known.Base.Atlas.Points[id].Place;
        var told = 6.0 / 8 * 2 * Known.Base.Atlas.Landmarks["nipple"].Across!.Value;
        Assert.Equal(told, posed.Locator.On(place, 1).At.X, 0.3);
    }
}
