using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Techniques;

/// <summary>Seconds a hold lasts: at least, usually, at most. <c>Min &lt;= Usual &lt;= Max</c>.</summary>
public sealed record HoldSeconds(double Min, double Usual, double Max)
{
    internal bool IsOrdered => Min <= Usual && Usual <= Max && Max > 0;
}

/// <summary>The parts of one press in seconds, before they are bound to the breath.</summary>
public sealed record PressTimes(double Sink, double Hold, double Release, double Travel)
{
    public double Total => Sink + Hold + Release + Travel;

    /// <summary>The same press at a share of the usual pace: at 50 percent it goes in and comes out twice as slowly.</summary>
    public PressTimes AtPace(int percent) =>
        percent == 100
            ? this
            : this with
            {
                Sink = Sink * 100 / percent,
                Release = Release * 100 / percent,
                Travel = Travel * 100 / percent,
            };
}

/// <summary>How fast a usual press and a usual breath go, where nothing more specific is known.</summary>
/// <param name="BreathsPerMinute">Resting breaths of an adult per minute, when not counted today.</param>
/// <param name="SlowestBreathsPerMinute">A count below it, or above the fastest, is not believed.</param>
/// <param name="BreathCountSeconds">How long one counts.</param>
/// <param name="OutBreathShare">Part of a resting breath that is breathed out, 0 to 1.</param>
/// <param name="PalmBreadthCm">Practitioner's palm breadth until calibrated.</param>
[Kind("pace", "pace", Single = true)]
public sealed record Pace(
    string Id,
    Source Source,
    PressTimes Press,
    double BreathsPerMinute,
    double SlowestBreathsPerMinute,
    double FastestBreathsPerMinute,
    double BreathCountSeconds,
    double OutBreathShare,
    double PalmBreadthCm
) : IKnown;
