using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Training;
using AmpleLantern.Devices;

namespace AmpleLantern.Core.Tests.Training;

public class DrillTests
{
    private const double Breaths = 14;
    private static readonly Practitioner Learner = new(62, 1.66);

    public static TheoryData<string> All => [.. Known.Base.Training.Drills.All.Select(d => d.Id)];

    /// <summary>The peak is the middle of the drill's level times the area of both palms: 16.5 kPa on 2 x 60 cm².</summary>
    [Fact]
    public void The_peak_is_what_the_level_asks_of_these_hands()
    {
        var target = Target("hold-forty");
        Assert.Equal(16.5 * 6 * 2, target.PeakNewtons, 1);
        var small = DrillTarget.For(
            Known.Base.Training.Drills["hold-forty"],
            Learner with
            {
                AreasCm2 = new Dictionary<string, double> { ["palm"] = 48 },
            },
            Breaths,
            Known.Base
        );
        Assert.Equal(target.PeakNewtons * 0.8, small.PeakNewtons, 1);
    }

    [Theory]
    [MemberData(nameof(All))]
    public void The_target_never_jumps_and_ends_where_it_says(string drill)
    {
        var target = Target(drill);
        Assert.Equal(target.Phases.Sum(p => p.Seconds), target.Seconds, 9);
        foreach (var (before, after) in target.Phases.Zip(target.Phases.Skip(1)))
        {
            Assert.Equal(before.StartSeconds + before.Seconds, after.StartSeconds, 9);
            Assert.Equal(before.ToNewtons, after.FromNewtons, 6);
        }
    }

    [Theory]
    [MemberData(nameof(All))]
    public void The_band_lies_about_what_is_wanted_at_every_moment(string drill)
    {
        var target = Target(drill);
        var band = target.Band;
        Assert.Equal(0, band[0].Seconds);
        Assert.Equal(target.Seconds, band[^1].Seconds, 2);
        for (var t = 0.05; t < target.Seconds; t += 0.37)
        {
            var (from, to) = band.Zip(band.Skip(1)).First(c => c.First.Seconds <= t && t < c.Second.Seconds);
            var share = (t - from.Seconds) / (to.Seconds - from.Seconds);
            var high = from.High + ((to.High - from.High) * share);
            Assert.InRange(high - target.At(t) - target.ToleranceNewtons, -3, 3);
            Assert.True(from.Low >= 0 && from.Low <= from.High);
        }
    }

    [Fact]
    public void At_a_moment_it_says_what_to_do_and_how_the_client_takes_it()
    {
        var target = Target("hold-forty");
        var hold = target.Phases.Single(p => p.Holds);
        var mat = Known.Base.Training.Model.Mat;
        MatSample Reading(int i, double breath, double tension) => new(hold.StartSeconds + 2 + (i / 100.0), 80, 80, breath, tension);
        var calm = target.MomentAt(
            [.. Enumerable.Range(0, 20).Select(i => Reading(i, 1 - (i * 0.02), mat.TenseFrom - 0.1))],
            Known.Base.Training.Model
        );
        Assert.Equal(new(hold.Say, Math.Round(target.PeakNewtons, 1), BreathesOut: true, Tenses: false), calm);
        var tense = target.MomentAt(
            [.. Enumerable.Range(0, 20).Select(i => Reading(i, -1 + (i * 0.02), mat.TenseFrom + 0.1))],
            Known.Base.Training.Model
        );
        Assert.Equal((false, true), (tense.BreathesOut, tense.Tenses));
        Assert.Equal(new(target.Phases[0].Say, Math.Round(target.At(0), 1), null, null), target.MomentAt([], Known.Base.Training.Model));
    }

    /// <summary>On the breath, an out-breath and an in-breath together last 60 / rate seconds.</summary>
    [Fact]
    public void A_drill_on_the_breath_keeps_to_it()
    {
        var phases = Target("out-breath").Phases;
        Assert.Equal(60 / Breaths, phases[0].Seconds + phases[1].Seconds, 6);
        Assert.True(phases[0].Seconds > phases[1].Seconds);
    }

    [Theory]
    [MemberData(nameof(All))]
    public void Pressed_as_asked_it_passes_with_hardly_a_mark_lost(string drill)
    {
        var score = Score(drill, (t, target) => (target.At(t + 0.1) / 2, target.At(t + 0.1) / 2));
        Assert.True(score.Passed, string.Join("; ", score.Marks.Select(m => $"{m.Judged} {m.Points}: {m.Say}")));
        Assert.Equal(0, score.Jabs);
        Assert.True(score.Points >= 80, $"{score.Points}");
    }

    public static TheoryData<string, Judged, Func<double, DrillTarget, (double, double)>> Faults =>
        new()
        {
            { "slow-sink", Judged.Overshoot, (t, g) => Half(g.At(t) * 1.5) },
            {
                "slow-sink",
                Judged.Jabs,
                (t, g) => Half(t is > 3 and < 3.4 or > 5 and < 5.4 or > 7 and < 7.4 ? g.PeakNewtons * 0.9 : 0.1 * g.PeakNewtons)
            },
            { "hold-forty", Judged.Evenness, (t, g) => Half(g.At(t) * (1 + (0.3 * Math.Sin(t * 2)))) },
            { "hold-forty", Judged.Hold, (t, g) => Half(t > 20 ? 0 : g.At(t)) },
            { "both-hands", Judged.Symmetry, (t, g) => (g.At(t) * 0.8, g.At(t) * 0.2) },
            { "slow-sink", Judged.Release, (t, g) => Half(t < 12 ? g.At(t) : 0) },
            { "out-breath", Judged.Breath, (t, g) => Half(g.At(t + (60 / Breaths / 2))) },
        };

    [Theory]
    [MemberData(nameof(Faults))]
    public void Each_fault_costs_its_own_mark(string drill, Judged judged, Func<double, DrillTarget, (double, double)> press)
    {
        var good = Score(drill, (t, target) => Half(target.At(t + 0.1)));
        var bad = Score(drill, press);
        double Points(DrillScore s) => s.Marks.Single(m => m.Judged == judged).Points;
        Assert.True(Points(bad) < Points(good) - 20, $"{judged}: {Points(bad)} after {Points(good)}");
        Assert.True(Points(bad) < Known.Base.Training.Model.PassMark);
    }

    [Fact]
    public void Stopping_early_is_said_and_does_not_pass()
    {
        var target = Target("hold-forty");
        var score = DrillScore.Of(target, [.. Pressed(target, (t, g) => Half(g.At(t))).TakeWhile(s => s.Seconds < 20)], Known.Base);
        Assert.False(score.Passed);
        Assert.Contains("You stopped after 20 of 52 s", score.Next, StringComparison.Ordinal);
        var refused = Assert.Throws<RefusalException>(() => DrillScore.Of(target, [new(0, 1, 1)], Known.Base));
        Assert.Contains("too little", refused.Message, StringComparison.Ordinal);
    }

    private static (double, double) Half(double newtons) => (newtons / 2, newtons / 2);

    private static DrillTarget Target(string drill) => DrillTarget.For(Known.Base.Training.Drills[drill], Learner, Breaths, Known.Base);

    private static DrillScore Score(string drill, Func<double, DrillTarget, (double Left, double Right)> press)
    {
        var target = Target(drill);
        return DrillScore.Of(target, Pressed(target, press), Known.Base);
    }

    private static List<MatSample> Pressed(DrillTarget target, Func<double, DrillTarget, (double Left, double Right)> press)
    {
        var mat = MatTests.Mat(target.PeakNewtons * 1.35);
        var samples = new List<MatSample>();
        for (var t = 0.0; t < target.Seconds; t += 0.01)
        {
            var (left, right) = press(t, target);
            mat.Press(left, right);
            samples.Add(mat.Next());
        }

        return samples;
    }
}
