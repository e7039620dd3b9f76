using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Giving;

/// <summary>A change of the plan while a session runs: only what is still to come moves.</summary>
public static class Amendment
{
    /// <summary>The plan as edited, with every step before the present one as it was.</summary>
    /// <param name="here">Id of the step the session is in; it may be changed or left out.</param>
    /// <exception cref="RefusalException">Nothing would be changed, or nothing would be left.</exception>
    public static Plan StillToCome(Plan before, Plan edited, string here)
    {
        var done = before.Steps.TakeWhile(s => s.Id != here).ToList();
        var ids = done.Select(s => s.Id).ToHashSet();
        var plan = edited with { Steps = [.. done, .. edited.Steps.Where(s => !ids.Contains(s.Id))] };
        RefusalException.Unless(
            plan.Steps.Count > 0,
            "nothing-left",
            "Nothing of the plan would be left. End the session instead.",
            "/edits"
        );
        RefusalException.Unless(
            !plan.Steps.SequenceEqual(before.Steps),
            "nothing-changed",
            "This changes nothing of what is still to come.",
            "/edits"
        );
        return plan;
    }

    /// <summary>What was changed, in words for the record.</summary>
    /// <param name="breath">The tempo from then on, where that was changed.</param>
    public static string Say(Plan before, Plan after, Tempo? breath = null)
    {
        var (was, now) = (before.Steps.ToDictionary(s => s.Id), after.Steps.ToDictionary(s => s.Id));
        var left = before.Steps.Where(s => !now.ContainsKey(s.Id)).Select(s => s.Name).Distinct().ToList();
        var came = after.Steps.Where(s => !was.ContainsKey(s.Id)).Select(s => s.Name).Distinct().ToList();
        var levels = after
            .Steps.Where(s => was.TryGetValue(s.Id, out var w) && w.Level != s.Level)
            .Select(s => $"{s.Name} at level {s.Level}")
            .Distinct()
            .ToList();
        var others = after
            .Steps.Where(s => was.TryGetValue(s.Id, out var w) && w.Level == s.Level && w != s)
            .Select(s => s.Name)
            .Distinct()
            .ToList();
        string[] parts =
        [
            .. Part("left out", left),
            .. Part("added", came),
            .. Part("from here on", levels),
            .. Part("done differently", others),
            .. breath is null ? [] : new[] { FormattableString.Invariant($"in {breath.BreathsPerMinute:0.#} breaths a minute") },
        ];
        return parts.Length > 0 ? string.Join("; ", parts) : "another order";
    }

    /// <summary>Refuses a change that would bring a finding nobody has settled.</summary>
    /// <exception cref="RefusalException">It would.</exception>
    public static void RequireNothingNew(StartDecision before, StartDecision after)
    {
        // The same finding on a step that had none is new too.
        var fresh = after.Obstacles.FirstOrDefault(o =>
            !before.Obstacles.Any(b => b.Rule == o.Rule && b.Title == o.Title && o.Steps.All(b.Steps.Contains))
        );
        if (fresh is not null)
        {
            throw new RefusalException(
                "not-cleared",
                $"This would bring in what is not settled: {fresh.Title}. Choose another change.",
                "/edits"
            );
        }
    }

    private const int MostNamed = 4;

    private static string[] Part(string how, List<string> names) =>
        names.Count == 0
            ? []
            :
            [
                $"{how}: {string.Join(", ", names.Take(MostNamed))}{(names.Count > MostNamed ? $" and {names.Count - MostNamed} more" : "")}",
            ];
}
