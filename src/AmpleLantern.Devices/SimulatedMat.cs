using System.Runtime.CompilerServices;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Training;
using MathNet.Numerics.Distributions;

namespace AmpleLantern.Devices;

/// <summary>
/// Stand-in for a mat under a client: tissue that gives with a delay, a chest that breathes, a sensor with noise, a client who tenses.
/// </summary>
/// <remarks>
/// A jab (a fast rise) or too much force makes the client tense, which stiffens the tissue and pushes back; a steady press lets it
/// soften again. The same seed and the same presses give the same readings.
/// </remarks>
/// <param name="breathsPerMinute">Client's breathing.</param>
/// <param name="comfortNewtons">Force of both hands above which the client tenses.</param>
/// <param name="outBreathShare">Part of a breath that is breathed out, 0 to 1.</param>
public sealed class SimulatedMat(
    MatModel model,
    double jabNewtonsPerSecond,
    double breathsPerMinute,
    double comfortNewtons,
    double outBreathShare,
    int seed
) : IPressedMat
{
    /// <summary>The mat under the client of a drill.</summary>
    public static SimulatedMat Under(DrillTarget target, KnowledgeBase knowledge, int seed) =>
        new(
            knowledge.Training.Model.Mat,
            knowledge.Training.Model.JabNewtonsPerSecond,
            target.BreathsPerMinute,
            target.PeakNewtons * knowledge.Training.Model.Mat.ComfortShare,
            knowledge.Pace.OutBreathShare,
            seed
        );

    private const double PushBack = 0.12;
    private const double StiffWhenTense = 2;
    private readonly Normal noise = new(0, model.NoiseNewtons, new Random(seed));
    private readonly Lock guard = new();
    private double wantedLeft;
    private double wantedRight;
    private double left;
    private double right;
    private double tension;
    private long sent;

    public string Name => "simulated mat";

    /// <summary>The clock it sends by.</summary>
    public TimeProvider Time { get; init; } = TimeProvider.System;

    public void Press(double leftNewtons, double rightNewtons)
    {
        lock (guard)
        {
            (wantedLeft, wantedRight) = (Sane(leftNewtons), Sane(rightNewtons));
        }
    }

    private const double MostNewtons = 2000;

    private static double Sane(double newtons) => double.IsFinite(newtons) ? Math.Clamp(newtons, 0, MostNewtons) : 0;

    public async IAsyncEnumerable<MatSample> Read([EnumeratorCancellation] CancellationToken cancelled)
    {
        var began = Time.GetTimestamp();
        using var beat = new PeriodicTimer(TimeSpan.FromMilliseconds(1000.0 / model.SamplesPerSecond), Time);
        while (await Tick(beat, cancelled))
        {
            // A late beat sends what is due, so that time does not stretch.
            while (sent < (long)(Time.GetElapsedTime(began).TotalSeconds * model.SamplesPerSecond))
            {
                yield return Next();
            }
        }
    }

    private static async Task<bool> Tick(PeriodicTimer beat, CancellationToken cancelled)
    {
        try
        {
            return await beat.WaitForNextTickAsync(cancelled);
        }
        catch (OperationCanceledException)
        {
            return false;
        }
    }

    /// <summary>The next reading, one step later. Used alone, time is as fast as it is asked for.</summary>
    public MatSample Next()
    {
        lock (guard)
        {
            var dt = 1.0 / model.SamplesPerSecond;
            var seconds = sent++ * dt;
            var follow = 1 - Math.Exp(-dt / model.LagSeconds);
            var rise = Math.Max(wantedLeft - left, wantedRight - right) * follow / dt;
            left += (wantedLeft - left) * follow;
            right += (wantedRight - right) * follow;
            var upset = rise > jabNewtonsPerSecond || left + right > comfortNewtons;
            tension += ((upset ? 1 : 0) - tension) * (1 - Math.Exp(-dt / (upset ? model.TenseSeconds : model.SoftenSeconds)));
            var breath = Breath(seconds);
            var lifted = 1 + (model.BreathShare * breath) + (PushBack * tension);
            var depth = (left + right) / 2 / (model.StiffnessNewtonsPerCm * (1 + (StiffWhenTense * tension)));
            return new(
                Math.Round(seconds, 3),
                Read(left * lifted),
                Read(right * lifted),
                Math.Round(breath, 2),
                Math.Round(tension, 2),
                Math.Round(depth, 2)
            );
        }
    }

    private double Read(double newtons) => Math.Round(Math.Max(0, newtons + noise.Sample()), 1);

    /// <summary>Chest from full (1) down through the out-breath to empty (-1) and back, beginning with an out-breath.</summary>
    private double Breath(double seconds)
    {
        var phase = seconds * breathsPerMinute / 60 % 1;
        return phase < outBreathShare
            ? Math.Cos(Math.PI * phase / outBreathShare)
            : -Math.Cos(Math.PI * (phase - outBreathShare) / (1 - outBreathShare));
    }
}
