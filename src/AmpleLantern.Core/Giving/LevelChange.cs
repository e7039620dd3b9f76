using AmpleLantern.Core.Planning;

namespace AmpleLantern.Core.Giving;

/// <summary>What a change of level holds for, from the step under way on.</summary>
public enum LevelReach
{
    /// <summary>This place of the step, whenever it comes.</summary>
    Place,
    Step,

    /// <summary>The step, its other side and its further rounds.</summary>
    BothSides,

    /// <summary>Wherever the same contact works the same region.</summary>
    Rest,
}

/// <summary>One level deeper or lighter on the way. Lighter goes down to 1, deeper as far as the step is let.</summary>
public static class LevelChange
{
    private const int Lightest = 1;

    internal static SessionState By(int levels, SessionState state, GiveEvent e, Expansion expansion, ExpandedStep at) =>
        By(levels, state, e.Detail?.Reach ?? LevelReach.Step, e.Detail?.Station, expansion, at);

    /// <param name="levels">1 for deeper, -1 for lighter.</param>
    /// <param name="station">The place, for <see cref="LevelReach.Place"/>; without one the step is meant.</param>
    internal static SessionState By(int levels, SessionState state, LevelReach reach, int? station, Expansion expansion, ExpandedStep at)
    {
        if (reach is LevelReach.Place && station is { } place)
        {
            return WithPlace(state, at, place, To(levels, LevelOf(state, at, place), at));
        }

        var steps = Reached(expansion, at, reach).ToList();
        var changed = new Dictionary<string, int>(state.Levels);
        foreach (var step in steps)
        {
            changed[step.Id] = To(levels, state.Levels.GetValueOrDefault(step.Id, step.Level), step);
        }

        var places = steps.SelectMany(s => (state.PlaceLevels?.GetValueOrDefault(s.Id) ?? Nowhere).Select(p => (Step: s, Place: p)));
        return places.Aggregate(
            state with
            {
                Levels = changed,
            },
            (next, p) => WithPlace(next, p.Step, p.Place.Key, To(levels, p.Place.Value, p.Step))
        );
    }

    /// <summary>The level in force at a place of a step; of the step as a whole when no place is said.</summary>
    public static int LevelOf(SessionState state, ExpandedStep step, int? station = null) =>
        station is { } place && state.PlaceLevels?.GetValueOrDefault(step.Id)?.TryGetValue(place, out var there) == true
            ? there
            : state.Levels.GetValueOrDefault(step.Id, step.Level);

    /// <summary>The steps a change reaches, this one first.</summary>
    public static IEnumerable<ExpandedStep> Reached(Expansion expansion, ExpandedStep at, LevelReach reach) =>
        expansion
            .Steps.SkipWhile(s => s.Id != at.Id)
            .Where(s =>
                s.Id == at.Id
                || reach switch
                {
                    LevelReach.BothSides => s.SameAs is not null && s.SameAs == at.SameAs,
                    LevelReach.Rest => s.Contact == at.Contact && s.Region == at.Region,
                    _ => false,
                }
            );

    private static readonly IReadOnlyDictionary<int, int> Nowhere = new Dictionary<int, int>();

    /// <remarks>How deep a step may go is not known in a record from before it was kept: then it goes no deeper.</remarks>
    private static int To(int levels, int level, ExpandedStep step) =>
        levels < 0 ? Math.Max(Lightest, level - 1) : Math.Max(level, Math.Min(level + 1, step.Deepest ?? level));

    private static SessionState WithPlace(SessionState state, ExpandedStep step, int station, int level) =>
        state with
        {
            PlaceLevels = new Dictionary<string, IReadOnlyDictionary<int, int>>(
                state.PlaceLevels ?? new Dictionary<string, IReadOnlyDictionary<int, int>>()
            )
            {
                [step.Id] = new Dictionary<int, int>(state.PlaceLevels?.GetValueOrDefault(step.Id) ?? Nowhere) { [station] = level },
            },
        };
}
