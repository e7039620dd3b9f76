using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning;

/// <summary>What the hands count in a step besides its single presses.</summary>
public enum CountedAs
{
    /// <summary>Once round.</summary>
    Turn,

    /// <summary>There and back.</summary>
    Trip,

    /// <summary>Along it once.</summary>
    Way,

    /// <summary>Over one section, before the next.</summary>
    Pass,

    Pull,
    Stroke,

    /// <summary>All its places, or pushing and letting go, once.</summary>
    Round,

    Breath,
    Hold,
}

/// <summary>What takes turns from one press to the next.</summary>
public enum ByTurns
{
    /// <summary>The client's left side, then the right.</summary>
    Sides,

    /// <summary>One hand or foot, then the other.</summary>
    Hands,
}

/// <summary>How presses come together to what is counted.</summary>
/// <param name="Of">How many there are; of passes, how many at each place.</param>
/// <param name="First">Presses of the first.</param>
/// <param name="Per">Presses of each further one.</param>
/// <param name="OtherWayAfter">The direction changes after every so many; null where it does not.</param>
public sealed record Counting(CountedAs What, int Of, int First, int Per, int? OtherWayAfter = null)
{
    /// <summary>What is counted in a pattern given so many times; null where nothing comes more than once.</summary>
    /// <param name="stations">Its places here.</param>
    public static Counting? In(PatternSpec pattern, int stations, int repeats)
    {
        var times = pattern.Count ?? 1;
        var thereAndBack = (2 * stations) - 1;
        Counting? counting = pattern.Kind switch
        {
            PatternKind.Circle => new(
                CountedAs.Turn,
                times * (pattern.BothWays ? 2 : 1) * repeats,
                stations,
                stations,
                pattern.BothWays ? times : null
            ),
            // The place where it turns is pressed once.
            PatternKind.RoundTrips => new(CountedAs.Trip, repeats, thereAndBack, thereAndBack - 1),
            PatternKind.ThirdsWalk or PatternKind.Percussion => Even(CountedAs.Trip, repeats, thereAndBack),
            PatternKind.PalmWalk when pattern.Returning => Even(CountedAs.Trip, repeats, thereAndBack),
            PatternKind.PalmWalk or PatternKind.Column => Even(CountedAs.Way, repeats, stations),
            PatternKind.Sections => Even(CountedAs.Pass, times, 1),
            PatternKind.PointSet => Even(CountedAs.Round, repeats, stations),
            PatternKind.ContractRelax => Even(CountedAs.Round, times * repeats, 2),
            PatternKind.Traction => Even(CountedAs.Pull, times * repeats, 1),
            PatternKind.Glide or PatternKind.Pump => Even(CountedAs.Stroke, times * repeats, 1),
            PatternKind.Ramp => Even(CountedAs.Breath, pattern.Breaths ?? 1, 1),
            PatternKind.SpeedUp or PatternKind.Handling => null,
            _ => Even(CountedAs.Hold, repeats, 1),
        };
        return counting is { Of: > 1 } ? counting : null;
    }

    private static Counting Even(CountedAs what, int of, int per) => new(what, of, per, per);

    /// <summary>Which one a press belongs to, from 1.</summary>
    /// <param name="press">From 1.</param>
    public int At(int press) => ((press <= First ? 0 : 1 + ((press - First - 1) / Per)) % Of) + 1;

    /// <summary>Whether a press goes the other way round.</summary>
    public bool OtherWay(int press) => OtherWayAfter is { } each && (At(press) - 1) / each % 2 == 1;
}
