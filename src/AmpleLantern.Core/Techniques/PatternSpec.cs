using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Techniques;

/// <summary>Which pattern, with the numbers that pattern needs; the others stay null.</summary>
/// <param name="Stations">Number of stations n (thirds walk 3, circle n).</param>
/// <param name="Places">Names of the stations in order, when they have names (heel, arch, ball).</param>
/// <param name="Returning">Whether a walk comes back the way it went.</param>
/// <param name="Hold">
/// Seconds of a hold, shortest, usual, longest; also of rocking and stillness; in a walk, of each press at depth.
/// </param>
/// <param name="Breaths">Breaths a stretch or hold lasts, instead of seconds.</param>
/// <param name="Count">How many times within one repeat (tractions, circles, strokes, passes); in rocking, turns within its time.</param>
/// <param name="From">First vertebra of a column, e.g. <c>C7</c>.</param>
/// <param name="To">Last vertebra of a column, above or below the first.</param>
/// <param name="UntilPulseSlows">The hold may end early, from its shortest time on, when the pulse slows.</param>
public sealed record PatternSpec(
    PatternKind Kind,
    int? Stations = null,
    IReadOnlyList<string>? Places = null,
    bool Returning = false,
    HoldSeconds? Hold = null,
    int? Breaths = null,
    int? Count = null,
    bool UntilPulseSlows = false,
    string? From = null,
    string? To = null
)
{
    /// <summary>A circle goes as many turns the other way round after it.</summary>
    public bool BothWays { get; init; }

    /// <summary>Each press is the other side's where both are worked, else the other hand's.</summary>
    public bool ByTurns { get; init; }

    /// <summary>The level a ramp begins at; it ends at the step's own.</summary>
    public int? LevelFrom { get; init; }

    /// <summary>Seconds of a beat of what speeds up: the last, the usual, the first.</summary>
    public HoldSeconds? Beat { get; init; }

    /// <summary>Whether one placement lasts for a stated time rather than being a press among presses.</summary>
    public bool IsContinuous =>
        Kind
            is PatternKind.Hold
                or PatternKind.Rest
                or PatternKind.Rock
                or PatternKind.Still
                or PatternKind.Stretch
                or PatternKind.Traction
                or PatternKind.Glide
                or PatternKind.Pump
                or PatternKind.ContractRelax
                or PatternKind.Ramp
                or PatternKind.SpeedUp
                or PatternKind.Handling;

    /// <summary>Whether what it holds is each press among presses or beats, and not one placement.</summary>
    internal bool HoldsEachPress => !IsContinuous || Kind is PatternKind.Pump;

    /// <summary>Whether the pattern says how long each placement stays.</summary>
    public bool NeedsTime => IsContinuous || Kind is PatternKind.PointSet;
}
