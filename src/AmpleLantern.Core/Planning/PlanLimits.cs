using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning;

/// <summary>What a plan can be; beyond it is a slip of the pen.</summary>
[Kind("planLimits", "limits of a plan", Single = true)]
public sealed record PlanLimits : IKnown
{
    public required string Id { get; init; }

    public required Source Source { get; init; }

    public required int MostSteps { get; init; }

    public required int MostRepeats { get; init; }

    public required int LongestName { get; init; }

    /// <summary>Most times something is done within one repeat.</summary>
    public required int MostCount { get; init; }

    public required int MostBreaths { get; init; }

    /// <summary>Of setting up and of resting.</summary>
    public required double MostSetupSeconds { get; init; }

    public required Believed HoldSeconds { get; init; }

    /// <summary>The shortest pause at depth of a press among presses.</summary>
    public required double ShortestPressSeconds { get; init; }

    /// <summary>Of range and pace.</summary>
    public required Believed Percent { get; init; }

    public required Believed Level { get; init; }

    /// <summary>A path, and with the hand a walk, on which it is tried whether a pattern makes presses at all.</summary>
    public required double UsualPathMetres { get; init; }

    public required double UsualHandMetres { get; init; }

    /// <summary>Two plans that differ by less take about as long.</summary>
    public required double SameSeconds { get; init; }

    /// <summary>Time left over is compared in steps of this size before evenness is: less is not felt.</summary>
    public required double SlackSeconds { get; init; }
}
