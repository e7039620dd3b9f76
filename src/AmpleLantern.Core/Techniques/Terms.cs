namespace AmpleLantern.Core.Techniques;

/// <summary>Side of the client's body. <c>Both</c> means both worked at the same time.</summary>
public enum Side { Left, Right, Both, Mid }

/// <summary>What a step is for in the arc of a session.</summary>
public enum StepRole { Opening, Work, Recheck, Closing }

/// <summary>Whether presses follow the client's breath or run freely.</summary>
public enum BreathRule { Free, Out }

/// <summary>The patterns from which presses are computed.</summary>
public enum PatternKind { ThirdsWalk, PalmWalk, RoundTrips, Hold, Percussion, Traction, Rest, Circle, Stretch, Rock, Still, PointSet, Glide, Sections, ContractRelax, Pump, Column }

public static class PatternKinds
{
    /// <summary>The pattern's id in the knowledge, e.g. <c>thirds-walk</c>.</summary>
    public static string Id(this PatternKind kind) =>
        string.Concat(kind.ToString().Select((c, i) => char.IsUpper(c) && i > 0 ? $"-{char.ToLowerInvariant(c)}" : $"{char.ToLowerInvariant(c)}"));
}

public static class Sides
{
    /// <summary>The same work on the other side; both and mid stay as they are.</summary>
    public static Side Mirror(this Side side) => side switch
    {
        Side.Left => Side.Right,
        Side.Right => Side.Left,
        _ => side,
    };

    /// <summary>Whether work on <paramref name="side"/> touches the side a finding speaks of; null speaks of every side.</summary>
    public static bool Touches(this Side side, Side? spokenOf) =>
        spokenOf is null or Side.Both || side is Side.Both || side == spokenOf;
}
