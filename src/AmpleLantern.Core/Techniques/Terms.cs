using AmpleLantern.Core.Bodies.Figure;

namespace AmpleLantern.Core.Techniques;

/// <summary>Whether presses follow the client's breath or run freely.</summary>
public enum BreathRule
{
    Free,
    Out,
}

/// <summary>The patterns from which presses are computed.</summary>
public enum PatternKind
{
    ThirdsWalk,
    PalmWalk,
    RoundTrips,
    Hold,
    Percussion,
    Traction,
    Rest,
    Circle,
    Stretch,
    Rock,
    Still,
    PointSet,
    Glide,
    Sections,
    ContractRelax,
    Pump,
    Column,
    Ramp,
    SpeedUp,
    Handling,
}

public static class PatternKinds
{
    /// <summary>The pattern's id in the knowledge, e.g. <c>thirds-walk</c>.</summary>
    public static string Id(this PatternKind kind) =>
        string.Concat(
            kind.ToString().Select((c, i) => char.IsUpper(c) && i > 0 ? $"-{char.ToLowerInvariant(c)}" : $"{char.ToLowerInvariant(c)}")
        );
}
