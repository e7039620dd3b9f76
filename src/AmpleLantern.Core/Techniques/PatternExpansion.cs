using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Techniques;

/// <summary>From a step's pattern to its placements, for given bodies.</summary>
public static class PatternExpansion
{
    /// <summary>Number of stations the pattern has here: given, named, or counted by hand breadths along the region.</summary>
    public static int Stations(PatternSpec spec, double pathMetres, double handBreadthMetres) =>
        spec switch
        {
            { Stations: { } n } => n,
            { Places: { Count: > 0 } places } => places.Count,
            { Kind: PatternKind.ThirdsWalk } => 3,
            { Kind: PatternKind.Column } => Spine.Between(spec.From, spec.To).Count,
            _ when spec.IsContinuous => 1,
            _ => Patterns.StationsByHand(pathMetres, handBreadthMetres),
        };

    /// <summary>All placements of a step in order, its whole repeats included.</summary>
    /// <param name="repeats">1 or more; round trips turn without pressing the turning station twice.</param>
    public static IReadOnlyList<Placement> Expand(PatternSpec spec, int stations, int repeats)
    {
        if (repeats < 1)
        {
            throw new KnowledgeException($"Repeats must be 1 or more, not {repeats}.");
        }

        if (spec.Kind is PatternKind.RoundTrips)
        {
            return Patterns.RoundTrips(stations, repeats);
        }

        var once = Once(spec, stations);
        return repeats == 1 ? once : [.. Enumerable.Repeat(once, repeats).SelectMany(p => p)];
    }

    private static IReadOnlyList<Placement> Once(PatternSpec spec, int stations) =>
        spec.Kind switch
        {
            PatternKind.ThirdsWalk => Patterns.OutAndBack(stations),
            PatternKind.PalmWalk => spec.Returning ? Patterns.OutAndBack(stations) : Patterns.OneWay(stations),
            PatternKind.Circle => Patterns.Circle(stations, spec.Count ?? 1, spec.BothWays),
            PatternKind.Percussion => Patterns.PercussionPass(stations),
            PatternKind.PointSet => Patterns.PointSet(stations, spec.Hold?.Usual, spec.Breaths),
            PatternKind.Sections => Patterns.Sections(stations, spec.Count ?? 1),
            PatternKind.Column => Patterns.OneWay(stations),
            PatternKind.ContractRelax => Patterns.ContractRelax(spec.Count ?? 1, spec.Hold?.Usual, spec.Breaths),
            PatternKind.Ramp => Patterns.Ramp(spec.Breaths),
            PatternKind.SpeedUp => Patterns.SpeedUp(spec.Hold?.Usual, spec.Beat),
            PatternKind.Traction or PatternKind.Glide or PatternKind.Pump => Patterns.Traction(
                spec.Count ?? 1,
                spec.Hold?.Usual,
                spec.Breaths
            ),
            _ => Patterns.Hold(spec.Hold?.Usual, spec.Breaths),
        };
}
