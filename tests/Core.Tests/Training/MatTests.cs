using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Training;
using AmpleLantern.Devices;
using Microsoft.Extensions.Time.Testing;

namespace AmpleLantern.Core.Tests.Training;

public class MatTests
{
    internal static SimulatedMat Mat(double comfort, int seed = 1, TimeProvider? time = null) =>
        new(Known.Base.Training.Model.Mat, Known.Base.Training.Model.JabNewtonsPerSecond, 14, comfort, Known.Base.Pace.OutBreathShare, seed)
        {
            Time = time ?? TimeProvider.System,
        };

    /// <summary>A step of force is taken up like a first-order lag: 63 percent after one time constant.</summary>
    [Fact]
    public void Tissue_takes_up_a_force_with_a_delay()
    {
        var model = Known.Base.Training.Model.Mat with { NoiseNewtons = 1e-9, BreathShare = 1e-9 };
        var mat = new SimulatedMat(model, 1e9, 14, 1e9, 0.55, 1);
        mat.Press(100, 50);
        var after = Take(mat, (int)(model.LagSeconds * model.SamplesPerSecond))[^1];
        Assert.Equal(100 * (1 - Math.Exp(-1)), after.Left, 0);
        var settled = Take(mat, 200)[^1];
        Assert.Equal(100, settled.Left, 0);
        Assert.Equal(50, settled.Right, 0);
        Assert.Equal(150 / 2 / model.StiffnessNewtonsPerCm, settled.DepthCm!.Value, 1);
    }

    /// <summary>The client reacts: a jab tenses at once and is let go slowly, a slow sink does not tense.</summary>
    [Fact]
    public void The_client_tenses_at_a_jab_and_softens_under_a_steady_press()
    {
        var jabbed = Mat(1e9);
        jabbed.Press(120, 120);
        var tense = Take(jabbed, 60).Max(s => s.Tension)!.Value;
        var later = Take(jabbed, 2500)[^1].Tension!.Value;
        Assert.True(tense > 0.2, $"{tense}");
        Assert.True(later < tense / 3, $"{later} after {tense}");
        var sunk = Mat(1e9);
        for (var i = 0; i < 400; i++)
        {
            sunk.Press(i * 0.3, i * 0.3);
            Assert.Equal(0, sunk.Next().Tension);
        }
    }

    [Fact]
    public void Too_much_tenses_too_and_stiffens()
    {
        var (soft, hard) = (Mat(1e9), Mat(100));
        foreach (var mat in new[] { soft, hard })
        {
            for (var i = 0; i < 1000; i++)
            {
                mat.Press(Math.Min(100, i * 0.2), Math.Min(100, i * 0.2));
                _ = mat.Next();
            }
        }

        var (a, b) = (soft.Next(), hard.Next());
        Assert.True(b.Tension > 0.8 && a.Tension < 0.05);
        Assert.True(b.DepthCm < a.DepthCm / 2);
    }

    [Fact]
    public void The_same_seed_and_presses_give_the_same_readings_and_noise_has_its_size()
    {
        Assert.Equal(Take(Mat(100), 300), Take(Mat(100), 300));
        var mat = Mat(1e9);
        mat.Press(80, 80);
        var readings = Take(mat, 6000).Skip(5000).Select(s => s.Left).ToList();
        var mean = readings.Average();
        // Breath lifts by 3.5 percent of 80 N (its own deviation 2.0 N), noise by 0.8 N.
        Assert.InRange(Math.Sqrt(readings.Average(x => (x - mean) * (x - mean))), 1.4, 2.9);
    }

    /// <summary>By a clock of the test's own: how fast this machine is does not count.</summary>
    [Theory]
    [InlineData(0.01, 1)]
    [InlineData(1.5, 150)]
    public async Task It_sends_a_hundred_readings_a_second_late_beats_too(double seconds, int readings)
    {
        var time = new FakeTimeProvider();
        var samples = await After(seconds, time, Mat(100, time: time));
        Assert.Equal(readings, samples.Count);
        Assert.All(samples.Zip(samples.Skip(1)), pair => Assert.Equal(0.01, pair.Second.Seconds - pair.First.Seconds, 6));
    }

    [Fact]
    public void A_recording_comes_back_from_text_as_it_was()
    {
        var mat = Mat(100);
        mat.Press(50, 40);
        var samples = Take(mat, 300);
        Assert.Equal(samples, MatCsv.Read(MatCsv.Write(samples)));
        var bare = MatCsv.Read("Seconds,Left,Right\n0,1,2\n0.01,3,4\n");
        Assert.Equal(new MatSample(0.01, 3, 4), bare[1]);
    }

    [Theory]
    [InlineData("time,force\n1,2\n", "seconds, left, right")]
    [InlineData("seconds,left,right\n0,1,2\n0.01,many,2\n", "Line 3: 'many' is not a number for left")]
    [InlineData("seconds,left,right\n1,1,2\n0.5,1,2\n", "Line 3: the seconds must go up")]
    [InlineData("seconds,left,right\n1,-4,2\n", "between 0 and 5000 N")]
    [InlineData("seconds,left,right\n", "no reading")]
    public void A_text_that_is_no_recording_says_where(string text, string says) =>
        Assert.Contains(says, Assert.Throws<RefusalException>(() => MatCsv.Read(text)).Message, StringComparison.Ordinal);

    [Fact]
    public async Task A_replay_plays_what_was_recorded_in_its_own_time()
    {
        var samples = Take(Mat(100), 60);
        var time = new FakeTimeProvider();
        await using var played = new ReplayMat(samples, speed: 2) { Time = time }
            .Read(CancellationToken.None)
            .GetAsyncEnumerator();
        var before = 0.0;
        foreach (var sample in samples)
        {
            var next = played.MoveNextAsync();
            Assert.Equal(sample.Seconds == before, next.IsCompleted);
            time.Advance(TimeSpan.FromMilliseconds(Math.Round((sample.Seconds - before) / 2 * 1000)));
            Assert.True(await next);
            Assert.Equal(sample, played.Current);
            before = sample.Seconds;
        }

        Assert.False(await played.MoveNextAsync());
    }

    [Fact]
    public async Task A_mat_that_is_unplugged_stops_sending_without_a_word()
    {
        var time = new FakeTimeProvider();
        var samples = await After(0.8, time, new UnpluggedMat(Mat(100, time: time), 0.2));
        Assert.InRange(samples[^1].Seconds, 0.15, 0.2);
    }

    /// <summary>An hour of readings stays under 2 MB and loses nothing that was sent.</summary>
    [Fact]
    public void An_hour_packs_into_less_than_two_megabytes()
    {
        var mat = Mat(150);
        var samples = new List<MatSample>(360_000);
        for (var i = 0; i < 360_000; i++)
        {
            var force = 50 + (45 * Math.Sin(i / 350.0));
            mat.Press(force, force * 0.95);
            samples.Add(mat.Next());
        }

        var packed = Recordings.Pack(samples);
        Assert.True(packed.Length < 2_000_000, $"{packed.Length} bytes");
        var back = Recordings.Unpack(packed);
        Assert.Equal(samples.Count, back.Count);
        foreach (var i in new[] { 0, 1, 1777, 200_000, 359_999 })
        {
            Assert.Equal(samples[i].Seconds, back[i].Seconds, 3);
            Assert.Equal(samples[i].Left, back[i].Left, 1);
            Assert.Equal(samples[i].Breath!.Value, back[i].Breath!.Value, 0.006);
        }

        Assert.Null(Recordings.Unpack(Recordings.Pack([new(0, 1, 2), new(0.01, 3, 4)]))[1].Breath);
    }

    /// <summary>What a mat has sent when its clock has gone on so far, and not a reading more.</summary>
    private static async Task<List<MatSample>> After(double seconds, FakeTimeProvider time, IPressureMat mat)
    {
        using var stop = new CancellationTokenSource();
        await using var sent = mat.Read(stop.Token).GetAsyncEnumerator(CancellationToken.None);
        var samples = new List<MatSample>();
        var next = sent.MoveNextAsync();
        Assert.False(next.IsCompleted);
        time.Advance(TimeSpan.FromSeconds(seconds));
        while (samples.Count == 0 || next.IsCompleted)
        {
            Assert.True(await next);
            samples.Add(sent.Current);
            next = sent.MoveNextAsync();
        }

        await stop.CancelAsync();
        Assert.False(await next);
        return samples;
    }

    private static List<MatSample> Take(SimulatedMat mat, int count) => [.. Enumerable.Range(0, count).Select(_ => mat.Next())];
}
