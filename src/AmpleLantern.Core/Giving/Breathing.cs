using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using NodaTime;

namespace AmpleLantern.Core.Giving;

/// <summary>How fast the client was found to breathe.</summary>
public sealed record BreathRate(Instant At, double PerMinute);

/// <summary>The client's breath as it is tapped along with: each tap is the beginning of an out-breath.</summary>
/// <param name="Since">The last out-breath that was tapped.</param>
/// <param name="Taps">The taps a rate is made of, the last one included.</param>
/// <param name="PerMinute">The rate of the last taps; null until there are enough.</param>
public sealed record Breathing(Instant Since, IReadOnlyList<Instant> Taps, double? PerMinute = null)
{
    /// <summary>So many taps tell how fast.</summary>
    public const int TapsForRate = 3;

    /// <summary>One more tap. After a gap no breath is as long as, or too soon to be one, counting begins anew.</summary>
    public static Breathing Tapped(Breathing? before, Instant at, Pace pace)
    {
        var taps = before is not null && Believed(before.Taps[^1], at, pace) ? before.Taps.Append(at).TakeLast(TapsForRate).ToList() : [at];
        double? rate =
            taps.Count < TapsForRate ? before?.PerMinute : Math.Round((taps.Count - 1) * 60 / (taps[^1] - taps[0]).TotalSeconds, 1);
        return new(at, taps, rate);
    }

    /// <summary>
    /// Where the plan stands when an out-breath begins now: what is pressed with the breath begins, or deepens, on it, so it waits or
    /// comes forward by up to half a breath.
    /// </summary>
    /// <param name="cursor">Place in the plan, in seconds.</param>
    public static double OnTheBreath(ExpandedStep step, double cursor)
    {
        foreach (var press in step.Presses)
        {
            var into = cursor - press.StartSeconds;
            if (press.Breaths is { } breaths && breaths > 0 && into >= 0 && into < press.Seconds)
            {
                var one = press.Seconds / breaths;
                return Math.Round(press.StartSeconds + (Math.Round(into / one) * one), 3);
            }
        }

        return cursor;
    }

    private static bool Believed(Instant before, Instant at, Pace pace)
    {
        var seconds = (at - before).TotalSeconds;
        return seconds >= 60 / pace.FastestBreathsPerMinute && seconds <= 60 / pace.SlowestBreathsPerMinute;
    }
}
