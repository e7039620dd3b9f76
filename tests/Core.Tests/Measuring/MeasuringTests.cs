using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Tests.Measuring;

public sealed class MeasuringTests
{
    private const string Lower = "popliteal-crease..lateral-malleolus";
    private static readonly CunStretchTable Table = Known.Base.Atlas.Stretches;

    private static CunScale Scale(BodyMeasures client, BodyMeasures? practitioner = null) =>
        new(client, practitioner ?? BodyMeasures.Nothing, Table, Known.Base.UsualBody);

    [Fact]
    public void Forty_one_centimetres_of_sixteen_cun_put_leg_three_measures_7_7_cm_down()
    {
        // 41.0 / 16 x 3 = 7.6875.
        var of = Scale(new(StretchesCm: new Dictionary<string, double> { [Lower] = 41.0 })).Of(Lower, 3);
        Assert.Equal(7.6875, of.Cm, 6);
        Assert.Equal((false, 0.0), (of.Estimate, of.ErrorCm));
    }

    [Fact]
    public void The_practitioners_hand_is_scaled_to_the_clients()
    {
        // Client's four fingers 7.0 cm are 3 cun; the practitioner's 8.0 cm are 3 x 8 / 7 = 3.43 of the client's cun.
        var scale = Scale(Hand(7.0), Hand(8.0));
        Assert.Equal(3.43, scale.PractitionerFourFingersInClientCun, 2);
        Assert.Equal(4, scale.PractitionerFingers(8.0), 6);
    }

    private static BodyMeasures Hand(double cm) => new(HandsCm: new Dictionary<string, double> { [HandMeasures.FourFingers] = cm });

    [Fact]
    public void What_is_not_measured_is_an_estimate_with_an_error_and_a_source()
    {
        var known = Scale(new(172)).Of(Lower, 16);
        var guessed = Scale(BodyMeasures.Nothing).Of(Lower, 16);
        Assert.Equal(0.2435 * 172, known.Cm, 2);
        Assert.True(
            known.Estimate && guessed.ErrorCm > known.ErrorCm && known.Source.Work!.StartsWith("Drillis", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void The_figures_own_landmarks_are_as_far_apart_as_the_estimates_say()
    {
        var posed = new Posed(Known.Base, new(BodySize.Reference, Known.Base.Poses.Standing));
        foreach (var s in Table.All.All)
        {
            var (from, to) = (Known.Base.Atlas.Landmarks[s.From], Known.Base.Atlas.Landmarks[s.To]);
            var shared = (from.Stations?.Keys ?? []).Intersect(to.Stations?.Keys ?? []).FirstOrDefault(k => k is not "head");
            if (shared is null || s.From == s.To)
            {
                continue;
            }

            var station = Math.Abs(from.Stations![shared] - to.Stations![shared]);
            var cm = shared is "front" or "back" ? station : station * posed.Body.Bones.Length(Sides.On(shared, 1));
            Assert.Equal(s.OfStature * BodySize.ReferenceStature, cm, cm * 0.03);
        }
    }

    [Theory]
    [InlineData(38.2, 34.9, 3.3, true)]
    [InlineData(36.0, 35.6, 0.4, false)]
    public void A_calf_three_centimetres_bigger_is_a_reason_to_refer(double left, double right, double difference, bool refer)
    {
        // Wells criteria: calf swelling of more than 3 cm against the other leg; from memory.
        var measured = Calculators.GirthDifference(Known.Base.Measuring.Girths["calf"], left, right, Known.Base.Believable);
        Assert.Equal(difference, measured.Value, 3);
        Assert.Equal(refer, measured.Says!.Contains("refer", StringComparison.Ordinal));
    }

    [Fact]
    public void Twenty_drops_are_a_millilitre()
    {
        // 10 drops = 0.5 ml in 49.5 ml make 1 %.
        var body = Known.Base.Measuring.Dilutions["body"];
        Assert.Equal(1, Calculators.Percent(body, 10, 49.5, Known.Base.DilutionLimits).Value, 6);
        Assert.Equal(10, Calculators.Drops(body, 1, 49.5, Known.Base.DilutionLimits).Value);
        Assert.Contains(
            "Too strong",
            Calculators.Percent(Known.Base.Measuring.Dilutions["pregnancy"], 10, 20, Known.Base.DilutionLimits).Says,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Dates_count_as_the_calendar_does()
    {
        // Last period 1 January 2026: due 8 October 2026 (280 days); on 21 May 140 days, 20 weeks.
        var weeks = Calculators.Weeks(new(2026, 1, 1), null, new(2026, 5, 21), Known.Base.PregnancyCalendar);
        Assert.Equal(20, weeks.Value);
        Assert.Contains("due 2026-10-08", weeks.Says, StringComparison.Ordinal);
        Assert.Equal(32, Calculators.DaysSince(new(2026, 1, 30), new(2026, 3, 3)).Value);
        Assert.Throws<RefusalException>(() => Calculators.DaysSince(new LocalDate(2026, 3, 4), new(2026, 3, 3)));
    }

    // American Academy of Orthopaedic Surgeons, Joint Motion (1965), from memory.
    [Theory]
    [InlineData("shoulder-flexion", 180)]
    [InlineData("hip-flexion", 120)]
    [InlineData("hip-extension", 30)]
    [InlineData("knee-flexion", 135)]
    [InlineData("ankle-dorsiflexion", 20)]
    [InlineData("ankle-plantar-flexion", 50)]
    [InlineData("neck-rotation", 60)]
    public void Joints_are_judged_against_the_published_normals(string joint, double normal)
    {
        var range = Known.Base.Measuring.Joints[joint];
        Assert.Equal(normal, range.NormalDegrees);
        Assert.Equal(50, Calculators.Range(range, normal / 2, null, Known.Base.Believable).Value, 0.5);
        Assert.Contains("which counts", Calculators.Range(range, 10, 16, Known.Base.Believable).Says, StringComparison.Ordinal);
        Assert.Contains("the same", Calculators.Range(range, 10, 13, Known.Base.Believable).Says, StringComparison.Ordinal);
    }

    [Fact]
    public void A_traced_foot_turns_fractions_into_millimetres()
    {
        var foot = FootShape.Of(
            new(
                FootMm: new Dictionary<string, double>
                {
                    [FootMeasures.Length] = 260,
                    [FootMeasures.BallWidth] = 100,
                    [FootMeasures.HeelWidth] = 66,
                }
            ),
            Known.Base
        );
        Assert.False(foot.Estimate);
        Assert.Equal(130, foot.At(0.5, 0.5).FromHeelMm, 3);
        Assert.InRange(foot.WidthAt(0.65), 91, 102);
        Assert.InRange(foot.WidthAt(0.12), 60, 70);
        Assert.Equal(foot.WidthAt(0.4), foot.At(1, 0.4).FromInnerMm, 1);
    }

    [Theory]
    [InlineData(20, null, null, "/statureCm")]
    [InlineData(170, "knee..elbow", 30.0, "/stretchesCm")]
    [InlineData(170, Lower, 4.1, "/stretchesCm/" + Lower)]
    [InlineData(170, Lower, 410.0, "/stretchesCm/" + Lower)]
    public void A_length_nobody_has_is_refused_by_name(double stature, string? stretch, double? cm, string pointer)
    {
        var measures = new BodyMeasures(
            stature,
            StretchesCm: stretch is null ? null : new Dictionary<string, double> { [stretch] = cm!.Value }
        );
        Assert.Equal(pointer, Assert.Throws<RefusalException>(() => BodyMeasuresCheck.Check(measures, Known.Base, "")).Pointer);
    }

    [Fact]
    public void For_a_plan_of_legs_the_lengths_of_the_legs_are_worth_measuring()
    {
        var worth = WhatToMeasure.For(Known.Expand(Known.Flow(Known.Legs)), Scale(new(170)), Known.Base);
        Assert.InRange(worth.Count, 2, 3);
        Assert.Equal(
            ["popliteal-crease..lateral-malleolus", "trochanter..popliteal-crease"],
            worth.Take(2).Select(w => w.Stretch).Order(StringComparer.Ordinal)
        );
        Assert.All(worth, w => Assert.True(w.Estimate && w.PlanSeconds > 0));
    }

    [Fact]
    public void A_step_against_the_mat_is_out_of_reach_and_says_where_it_is_reached()
    {
        var plan = Known.Flow(Known.Legs);
        var reach = new PlanReach(
            Known.Base,
            (position, bent, region, side) =>
                new Posed(Known.Base, new(BodySize.Reference, Known.Base.Poses.Of(position, bent))).AccessOf(region, side)
        );
        Assert.Empty(reach.Of(plan));
        var onBack = plan.With(s => s.Id == "arrive" ? s with { Region = "lower-back" } : s);
        var found = Assert.Single(reach.Of(onBack));
        Assert.Equal("arrive", found.Step);
        Assert.Contains("against the mat", found.Why, StringComparison.Ordinal);
    }
}
