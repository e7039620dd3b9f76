using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Planning.Changing;

/// <summary>A series given several times: its steps in their order, then all of them again.</summary>
public static class Rounds
{
    /// <summary>
    /// The series of a step given so many times, on both sides where it is. What is chosen and no series yet becomes one.
    /// </summary>
    /// <param name="chosen">In the order of the plan; the first says which series is meant.</param>
    /// <exception cref="RefusalException">The steps are not one after the other, or the times cannot be.</exception>
    public static Plan Given(Plan plan, IReadOnlyList<PlanStep> chosen, int times, KnowledgeBase knowledge)
    {
        var most = knowledge.PlanLimits.MostRepeats;
        RefusalException.Unless(
            times >= 1 && times <= most,
            "rounds-out-of-range",
            $"A series is given 1 to {most} times, not {times}. To leave it out, remove its steps.",
            "/number"
        );
        var kept = chosen[0].Series is null ? Kept(plan, chosen) : plan;
        var series = kept.SeriesOf(kept.Step(chosen[0].Id));
        var same = series.Select(kept.SameStep).ToHashSet();
        var all = kept.Steps.Where(s => s.Series == series[0].Series && same.Contains(kept.SameStep(s))).ToList();
        var once = kept with { Steps = [.. kept.Steps.Where(s => s.RoundOf is null || all.All(a => a.Id != s.Id))] };
        return all.Where(s => s.RoundOf is null)
            .Select(s => once.SeriesOf(s))
            .DistinctBy(run => run[0].Id)
            .Aggregate(once, (p, run) => Repeated(p, run, times));
    }

    /// <summary>How often the series of a step is given; once where it stands in none.</summary>
    public static int Of(Plan plan, PlanStep step)
    {
        var first = plan.FirstRound(step).Id;
        return 1 + plan.Steps.Count(s => s.RoundOf == first);
    }

    private static Plan Repeated(Plan plan, IReadOnlyList<PlanStep> run, int times)
    {
        var rounds = Enumerable
            .Range(2, times - 1)
            .SelectMany(n =>
                run.Select(s => s with { Id = $"{s.Id}.r{n}", Pair = s.Pair is null ? null : $"{s.Pair}.r{n}", RoundOf = s.Id })
            );
        return plan with { Steps = [.. plan.Steps.SelectMany(s => s.Id == run[^1].Id ? [s, .. rounds] : new[] { s })] };
    }

    /// <summary>The chosen steps as a series, and their twins as the same on the other side.</summary>
    private static Plan Kept(Plan plan, IReadOnlyList<PlanStep> chosen)
    {
        var ids = chosen.Select(s => s.Id).ToHashSet();
        var pairs = chosen.Select(s => s.Pair).OfType<string>().ToHashSet();
        var twins = plan.Steps.Where(s => !ids.Contains(s.Id) && s.Pair is { } p && pairs.Contains(p)).ToList();
        foreach (var part in new[] { chosen, twins }.Where(p => p.Count > 0))
        {
            var from = plan.Steps.ToList().FindIndex(s => s.Id == part[0].Id);
            RefusalException.Unless(
                plan.Steps.Skip(from).Take(part.Count).Select(s => s.Id).SequenceEqual(part.Select(s => s.Id)),
                "series-apart",
                "A series is given one after the other, and these steps have others between them. Move them together first.",
                "/steps"
            );
        }

        var word = $"kept-{chosen[0].Id}";
        return plan.With(s => ids.Contains(s.Id) || twins.Any(t => t.Id == s.Id) ? s with { Series = word } : s);
    }
}
