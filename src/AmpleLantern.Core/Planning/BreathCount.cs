using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning;

/// <summary>A client's breathing as it is counted beside the mat: breaths in so many seconds.</summary>
/// <param name="Counted">Null until it was counted.</param>
/// <param name="Usual">What is assumed until then.</param>
/// <param name="Seconds">How long one counts.</param>
public sealed record BreathCount(double? Counted, double Usual, double Seconds)
{
    public static BreathCount Of(double? breathsPerMinute, Pace pace)
    {
        var share = pace.BreathCountSeconds / 60;
        return new(breathsPerMinute * share, pace.BreathsPerMinute * share, pace.BreathCountSeconds);
    }

    /// <summary>The rate a minute that a count stands for.</summary>
    public static double? PerMinute(double? counted, Pace pace) => counted * 60 / pace.BreathCountSeconds;
}
