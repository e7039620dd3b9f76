namespace AmpleLantern.Core.Techniques;

/// <summary>The parts of one timed press, in seconds.</summary>
/// <param name="Breaths">Whole breaths it takes when bound to the breath, else null.</param>
public readonly record struct PressTiming(double Sink, double Hold, double Release, double Travel, int? Breaths)
{
    public double Seconds => Sink + Hold + Release + Travel;
}

/// <summary>Turns placements into seconds, free or bound to the client's breath.</summary>
public static class Timing
{
    /// <summary>Seconds of one breath at a rate. At 12 per minute 5 s, at 16 per minute 3.75 s.</summary>
    /// <param name="breathsPerMinute">Counted over 30 s and doubled; adults rest at 12-20.</param>
    public static double BreathSeconds(double breathsPerMinute) => 60 / breathsPerMinute;

    /// <summary>
    /// A press takes its own times, or, bound to the breath, whole breaths: the sum of sink, hold, release and travel
    /// rounded up, so that the next press again begins on an out-breath. The rounding goes to the time at depth.
    /// </summary>
    /// <remarks>
    /// A press of 2+2+2+1 s at 12 breaths a minute takes 2 breaths, 10 s, and stays 5 s; a hold of 3 breaths stays 15 s.
    /// </remarks>
    public static PressTiming Of(Placement placement, PressTimes times, BreathRule rule, double breathsPerMinute)
    {
        var breath = BreathSeconds(breathsPerMinute);
        var hold = placement.StaySeconds ?? (placement.StayBreaths is { } b ? b * breath : times.Hold);
        if (rule is BreathRule.Free)
        {
            return new(times.Sink, hold, times.Release, times.Travel, null);
        }

        var bare = times.Sink + hold + times.Release + times.Travel;
        // A hair of tolerance keeps 10.000000001 s at two whole breaths.
        var breaths = Math.Max(1, (int)Math.Ceiling(bare / breath - 1e-9));
        return new(times.Sink, hold + breaths * breath - bare, times.Release, times.Travel, breaths);
    }

    /// <summary>Tenths of a second: as fine as hands can follow, and what every sum is made of.</summary>
    public static double ToTenths(double seconds) => Math.Round(seconds * 10, MidpointRounding.AwayFromZero) / 10;
}
