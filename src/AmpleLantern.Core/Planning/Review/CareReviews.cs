using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Review;

/// <summary>Care with single steps: rests, places, arms and slow ways out.</summary>
internal static class CareReviews
{
    /// <summary>A compression hold is followed by no touch on that limb.</summary>
    public static IEnumerable<Remark> RestAfterHold(ReviewContext c, OrderRule rule)
    {
        var (least, usual) = (rule.Number("leastSeconds"), rule.Number("usualSeconds"));
        return c
            .Steps.Where(s => c.Is(s, Trait.HoldsBackBlood) && s.NoTouchSeconds < least)
            .Select(s => new Remark(
                [s],
                $"After {s.Name} the limb is touched again at once.",
                $"Rest {usual:0} s, touching nothing",
                () => c.Change([s], x => x with { NoTouchSeconds = usual })
            ));
    }

    /// <summary>The arm is not left overhead long.</summary>
    public static IEnumerable<Remark> ArmOverhead(ReviewContext c, OrderRule rule)
    {
        var most = rule.Number("mostSeconds");
        var runs = Runs(c, s => c.Is(s, Trait.ArmOverhead)).ToList();
        var worse = runs.Where(r => c.Plan.WorseSide is { } side && c.Steps[r[0]].Side.Touches(side)).ToList();
        foreach (var (first, again) in worse.Zip(worse.Skip(1)))
        {
            var rest = c.Start(again[0]) - c.End(first[^1]);
            if (rest < rule.Number("restSeconds"))
            {
                yield return new(
                    [c.Steps[first[^1]], c.Steps[again[0]]],
                    $"The worse arm goes overhead again after {rest:0} s, without a rest."
                );
            }
        }

        foreach (var run in runs)
        {
            var seconds = run.Sum(c.Work);
            if (seconds <= most)
            {
                continue;
            }

            var steps = run.Select(i => c.Steps[i]).ToList();
            var cut = steps.Where(s => s.Repeats > 1).ToList();
            yield return new(
                steps,
                $"The arm stays overhead for {seconds:0} s.",
                cut.Count == 0 ? null : "Once instead of again, then down",
                cut.Count == 0 ? null : () => c.Change(cut, s => s with { Repeats = 1, Range = new(1, 1, 1) })
            );
        }
    }

    /// <summary>Easy over places that can be hurt.</summary>
    public static IEnumerable<Remark> EasyPlaces(ReviewContext c, OrderRule rule) =>
        from step in c.Steps
        from region in step.Regions.Where(r => rule.Levels!.TryGetValue(r, out var level) && step.Level > level).Take(1)
        let most = rule.Levels![region]
        let name = c.Knowledge.Regions[region].Name
        select most > 0
            ? new Remark(
                [step],
                $"{step.Name}: level {step.Level} on the {name}, where {most} is the most.",
                $"Take it at level {most}",
                () => c.Change([step], s => s with { Level = most })
            )
            : new Remark(
                [step],
                $"{step.Name}: nothing is pressed on the {name}.",
                "Leave it out",
                () => c.Plan with { Steps = [.. c.Steps.Where(s => s.Id != step.Id)] }
            );

    /// <summary>Deep stretches come out slowly.</summary>
    public static IEnumerable<Remark> OutSlowly(ReviewContext c, OrderRule rule)
    {
        var least = rule.Number("releaseSeconds");
        foreach (var step in c.Steps.Where(s => c.Is(s, Trait.EndOfRange)))
        {
            var release = (c.Knowledge.Techniques[step.Technique].Times ?? c.Knowledge.Pace.Press).Release;
            if (release * 100 / (step.PacePercent ?? 100) >= least - rule.Number("forgivenSeconds"))
            {
                continue;
            }

            var paceStep = (int)rule.Number("paceStep");
            var pace = Math.Max((int)c.Knowledge.PlanLimits.Percent.Least, (int)Math.Floor(release * 100 / least / paceStep) * paceStep);
            yield return new(
                [step],
                FormattableString.Invariant($"{step.Name} comes out in {release:0.#} s."),
                $"Come out in {least:0} s",
                () => c.Change([step], s => s with { PacePercent = pace })
            );
        }
    }

    /// <summary>Runs of steps that follow each other and share something, as their places in the plan.</summary>
    internal static IEnumerable<IReadOnlyList<int>> Runs(ReviewContext c, Func<PlanStep, bool> share)
    {
        var run = new List<int>();
        for (var i = 0; i <= c.Steps.Count; i++)
        {
            if (i < c.Steps.Count && share(c.Steps[i]) && (run.Count == 0 || c.Steps[run[^1]].Side == c.Steps[i].Side))
            {
                run.Add(i);
                continue;
            }

            if (run.Count > 0)
            {
                yield return run;
                run = i < c.Steps.Count && share(c.Steps[i]) ? [i] : [];
            }
        }
    }
}
