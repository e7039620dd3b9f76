using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>From where to where a value is believed.</summary>
public sealed record Believed(double Least, double Most)
{
    public bool Holds(double value) => value >= Least && value <= Most;
}

/// <summary>What no living person exceeds: a value outside is a slip of the pen or of the unit, and is refused at every door.</summary>
/// <param name="HandCm">Breadths on a hand other than the palm.</param>
/// <param name="StretchShare">A measured stretch, of what is usual for the stature.</param>
[Kind("believableMeasures", "believable measures", Single = true)]
public sealed record BelievableMeasures(
    string Id,
    Source Source,
    Believed StatureCm,
    Believed PalmCm,
    Believed HandCm,
    Believed FootMm,
    Believed StretchShare,
    Believed GirthCm,
    Believed Degrees,
    int OldestAge
) : IKnown;
