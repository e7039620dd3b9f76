using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Review;

/// <summary>Balance: of the two sides, of cuts, and of the practitioner's own hands.</summary>
internal static class BalanceReviews
{
    /// <summary>Both sides get the same, or the worse side a little more.</summary>
    public static IEnumerable<Remark> BothSides(ReviewContext c, OrderRule rule)
    {
        foreach (var b in Dose.Of(c.Expansion).Balance)
        {
            var allowed = c.Plan.WorseSide is { } worse && worse == Longer(b) ? c.School.WorseSideExtraPercent : rule.Number("percent");
            if (b.Percent <= allowed)
            {
                continue;
            }

            var region = c.Knowledge.Regions[b.Region].Name;
            var longer = Longer(b);
            var steps = c.Steps.Where(s => s.Regions.Contains(b.Region) && s.Side == longer).ToList();
            var (more, less) = (Word(longer), Word(longer.Mirror()));
            if (b.Percent is null)
            {
                // One side alone is the worse slip: a person leaves crooked.
                yield return new(
                    steps,
                    $"Only the {more} {region} is worked.",
                    $"Do the same on the {less}",
                    () => PlanSets.WithTwins(c.Plan, steps, c.Knowledge)
                );
                continue;
            }

            var pairs = steps.Where(s => s.Pair is not null && Twin(c, s) is { } t && t.Repeats < s.Repeats).ToList();
            var lone = steps.Where(s => Twin(c, s) is null).ToList();
            yield return new(
                steps,
                FormattableString.Invariant($"The {more} {region} is worked {b.Percent:0} % longer than the {less}."),
                pairs.Count > 0 ? "Make the sides equal"
                    : lone.Count > 0 ? $"Do the same on the {less}"
                    : null,
                pairs.Count > 0 ? () => Equal(c, pairs)
                    : lone.Count > 0 ? () => PlanSets.WithTwins(c.Plan, lone, c.Knowledge)
                    : null
            );
        }
    }

    /// <summary>Cuts are the same on both sides, and the look again is kept.</summary>
    public static IEnumerable<Remark> EvenCuts(ReviewContext c, OrderRule rule)
    {
        if (c.Plan.WorseSide is null)
        {
            foreach (var step in c.Steps.Where(s => s.Side is Side.Left or Side.Right && Twin(c, s) is { } t && t.Repeats < s.Repeats))
            {
                yield return new(
                    [step, Twin(c, step)!],
                    $"{step.Name} is repeated {step.Repeats} times on one side and {Twin(c, step)!.Repeats} on the other.",
                    "As often on both sides",
                    () => Equal(c, [step])
                );
            }
        }

        if (c.Expansion.TotalSeconds >= rule.Number("recheckFromSeconds") && c.Steps.All(s => s.Role is not StepRole.Recheck))
        {
            yield return new(
                [c.Steps[^1]],
                "Nothing is looked at again before the end: what changed stays a guess.",
                Severity: Severity.Could
            );
        }
    }

    /// <summary>Long runs on the thumbs, and long treading, are broken up.</summary>
    public static IEnumerable<Remark> SpareTheThumbs(ReviewContext c, OrderRule rule)
    {
        var strong = rule.Number("thumbStrength");
        bool Thumbs(PlanStep s) =>
            c.Contact(s) is { Family: "thumb" } contact && contact.Strength >= strong && !c.Is(s, Trait.EasyOnThumbs);
        bool Treading(PlanStep s) => c.Is(s, Trait.Treads);
        foreach (
            var (share, most, say) in new[]
            {
                ((Func<PlanStep, bool>)Thumbs, rule.Number("thumbSeconds"), "on the thumbs"),
                (Treading, rule.Number("treadSeconds"), "treading"),
            }
        )
        {
            foreach (var run in Long(c, share, most))
            {
                var steps = run.Select(i => c.Steps[i]).ToList();
                var relief = c
                    .Steps.Skip(run[^1] + 1)
                    .FirstOrDefault(s =>
                        !share(s) && s.Role is StepRole.Work && s.Side == steps[^1].Side && c.Trunk(s) == c.Trunk(steps[^1])
                    );
                yield return new(
                    steps,
                    $"{run.Sum(c.Work) / 60:0.#} minutes {say} without a break.",
                    relief is null || steps is [{ Repeats: 1 }] ? null : $"Put {relief.Name} in between",
                    relief is null || steps is [{ Repeats: 1 }] ? null : () => Between(c, steps, relief)
                );
            }
        }
    }

    private static IEnumerable<IReadOnlyList<int>> Long(ReviewContext c, Func<PlanStep, bool> share, double most)
    {
        var run = new List<int>();
        for (var i = 0; i <= c.Steps.Count; i++)
        {
            if (i < c.Steps.Count && share(c.Steps[i]))
            {
                run.Add(i);
                continue;
            }

            if (run.Sum(c.Work) > most)
            {
                yield return [.. run];
            }

            run.Clear();
        }
    }

    /// <summary>Half way through the run; a run of one step is halved first.</summary>
    private static Plan Between(ReviewContext c, List<PlanStep> steps, PlanStep relief)
    {
        if (steps.Count > 1)
        {
            return c.MoveBefore([relief], steps[steps.Count / 2]);
        }

        var halved = c with { Plan = PlanSets.Split(c.Plan, steps[0]) };
        var second = halved.Plan.Steps[halved.Plan.Steps.ToList().FindIndex(s => s.Id == steps[0].Id) + 1];
        return halved.MoveBefore([relief], second);
    }

    private static Plan Equal(ReviewContext c, IReadOnlyList<PlanStep> longer) =>
        c.Plan.With(s =>
            longer.FirstOrDefault(l => l.Pair == s.Pair && l.Pair is not null) is { } l
                ? s with
                {
                    Repeats = l.Repeats,
                    Range = s.Range with { Max = Math.Max(s.Range.Max, l.Repeats) },
                }
                : s
        );

    private static PlanStep? Twin(ReviewContext c, PlanStep step) =>
        step.Pair is null ? null : c.Steps.FirstOrDefault(s => s.Pair == step.Pair && s.Side == step.Side.Mirror());

    private static Side Longer(DoseBalance b) => b.LeftSeconds > b.RightSeconds ? Side.Left : Side.Right;

    private static string Word(Side side) => side is Side.Left ? "left" : "right";
}
