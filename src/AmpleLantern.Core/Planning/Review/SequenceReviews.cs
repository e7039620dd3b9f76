using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Review;

/// <summary>What comes before what.</summary>
internal static class SequenceReviews
{
    /// <summary>Broad contact before thumbs and elbows, place by place.</summary>
    public static IEnumerable<Remark> GeneralFirst(ReviewContext c, OrderRule rule)
    {
        var (specific, broad) = (rule.Number("specificStrength"), rule.Number("broadStrength"));
        var said = new HashSet<(string, Side)>();
        for (var i = 0; i < c.Steps.Count; i++)
        {
            var step = c.Steps[i];
            if (
                step.Role is not StepRole.Work
                || c.Contact(step).Strength < specific
                || step.Level < 2
                || c.Is(step, Trait.NeedsNoOpening)
                || !said.Add((step.Region, step.Side))
            )
            {
                continue;
            }

            bool General(PlanStep s) =>
                s.Role is StepRole.Work && c.Contact(s).Strength <= broad && c.Overlap(s, step) && !c.Is(s, Trait.OpensNothing);
            if (
                c.Steps.Take(i).Any(General)
                || c.Steps.Skip(i + 1).FirstOrDefault(s => General(s) && s.Side == step.Side && !c.TaughtInOrder(step, s)) is not { } later
            )
            {
                continue;
            }

            yield return new(
                [step, later],
                $"{step.Name} goes in with the {c.Contact(step).Name} before anything broad; {later.Name} comes after it.",
                $"{later.Name} first",
                () => c.MoveBefore([later], step)
            );
        }
    }

    /// <summary>Muscles first, stretches after; something rocked before the first stretch at the end of a range.</summary>
    public static IEnumerable<Remark> MusclesBeforeStretches(ReviewContext c, OrderRule rule)
    {
        for (var i = 0; i < c.Steps.Count; i++)
        {
            var step = c.Steps[i];
            bool Softens(PlanStep s) => c.Is(s, Trait.Softens) && c.Overlap(s, step) && !s.Serves(rule.PurposesOf("settling"));
            if (
                !c.Is(step, Trait.Stretch)
                // A hand that sinks into the muscle while it lengthens softens it on the way.
                || c.Is(step, Trait.Softens)
                || step.Role is not StepRole.Work
                || c.Steps.Take(i).Any(Softens)
                || c
                    .Steps.Skip(i + 1)
                    .LastOrDefault(s => Softens(s) && (s.Side == step.Side || s.Side is Side.Both) && !c.TaughtInOrder(step, s))
                    is not { } last
            )
            {
                continue;
            }

            yield return new(
                [step, last],
                $"{step.Name} stretches what {last.Name} softens only later.",
                $"Stretch after {last.Name}",
                () => c.MoveAfter([step], last)
            );
        }

        var first = c.Steps.ToList().FindIndex(s => c.Is(s, Trait.Stretch) && s.Role is StepRole.Work);
        if (first >= 0 && !c.Steps.Take(first).Any(s => c.Is(s, Trait.Rocks) || s.Pattern.Kind is PatternKind.Rock))
        {
            var rock = c
                .Steps.Skip(first + 1)
                .FirstOrDefault(s => s.Role is StepRole.Work && s.Side == c.Steps[first].Side && c.Is(s, Trait.Rocks));
            yield return new(
                [c.Steps[first]],
                $"Nothing is rocked or moved before {c.Steps[first].Name} goes to the end of the range.",
                rock is null ? null : $"{rock.Name} first",
                rock is null ? null : () => c.MoveBefore([rock], c.Steps[first]),
                Severity.Could
            );
        }
    }

    /// <summary>
    /// Seated: the neck before the shoulder, as the school has it; calming of the head kept short before active shoulder work.
    /// </summary>
    public static IEnumerable<Remark> NeckAndHead(ReviewContext c, OrderRule rule)
    {
        bool Seated(PlanStep s) => rule.Positions!.Contains(c.Trunk(s)) && c.Knowledge.Techniques[s.Technique].Tradition == "tui-na";
        bool Neck(PlanStep s) => Seated(s) && s.Regions.Any(rule.RegionsOf("neck").Contains);
        bool Shoulder(PlanStep s) => Seated(s) && s.Role is StepRole.Work && s.Regions.Any(rule.RegionsOf("shoulder").Contains);
        var shoulder = c.Steps.ToList().FindIndex(Shoulder);
        if (shoulder < 0)
        {
            yield break;
        }

        var (neckFirst, necks) = (c.School.Chose(Disagreement.NeckOrShoulder, c.Knowledge) == "neck-first", c.Steps.Where(Neck).ToList());
        if (neckFirst && necks.Count > 0 && c.Steps.ToList().IndexOf(necks[0]) > shoulder)
        {
            yield return new(
                [c.Steps[shoulder], .. necks.Take(1)],
                $"{c.Steps[shoulder].Name} comes before the neck is softened.",
                "The neck first",
                () => c.MoveBefore(necks, c.Steps[shoulder])
            );
        }

        var active = c.Steps.ToList().FindLastIndex(s => Shoulder(s) && s.Serves(rule.PurposesOf("active")));
        bool Calms(PlanStep s) => s.Role is StepRole.Work && c.In(s, rule.RegionsOf("head")) && s.Serves(rule.PurposesOf("calming"));
        var calming = c.Steps.Where((s, i) => i < active && Calms(s)).ToList();
        var seconds = calming.Sum(s => c.Expansion.Steps.First(e => e.Id == s.Id).WorkSeconds);
        var end = c.Steps.LastOrDefault(s => s.Role is not StepRole.Closing);
        if (seconds > rule.Number("calmSeconds") && end is not null)
        {
            yield return new(
                calming,
                $"{seconds:0} s of calming the head before active work on the shoulder: the person gets too drowsy.",
                "Calm the head at the end",
                () => c.MoveAfter(calming, end)
            );
        }
    }

    /// <summary>Each position is taken once.</summary>
    public static IEnumerable<Remark> FewPositionChanges(ReviewContext c, OrderRule rule)
    {
        var order = new List<string>();
        var again = new List<PlanStep>();
        string? before = null;
        foreach (var step in c.Steps.Where(s => s.Role is StepRole.Work))
        {
            var trunk = c.Trunk(step);
            if (trunk != before && order.Contains(trunk))
            {
                again.Add(step);
            }
            else if (!order.Contains(trunk))
            {
                order.Add(trunk);
            }

            before = trunk;
        }

        if (again.Count < rule.Number("returns"))
        {
            yield break;
        }

        var seconds = again.Count * c.Knowledge.SessionTimes.Changes.PositionSeconds;
        yield return new(
            again,
            $"The client turns back {again.Count} time{(again.Count == 1 ? "" : "s")} into a position they had left ({seconds:0} s of turning).",
            "Gather each position",
            () =>
            {
                var work = c.Steps.Where(s => s.Role is StepRole.Work).OrderBy(s => order.IndexOf(c.Trunk(s))).ToList();
                var next = 0;
                return PlanSurfaces.Together(c.Plan with { Steps = [.. c.Steps.Select(s => s.Role is StepRole.Work ? work[next++] : s)] });
            }
        );
    }

    /// <summary>Vulnerable places after trust, unless the session is about them.</summary>
    public static IEnumerable<Remark> VulnerableLater(ReviewContext c, OrderRule rule)
    {
        bool Vulnerable(PlanStep s) => s.Role is StepRole.Work && s.Regions.Any(r => c.Knowledge.Regions[r].Vulnerable);
        var total = c.Expansion.TotalSeconds;
        if (c.Steps.Select((s, i) => Vulnerable(s) ? c.Work(i) : 0).Sum() > total * rule.Number("aboutShare"))
        {
            yield break;
        }

        var early = c.Steps.Where((s, i) => Vulnerable(s) && c.Start(i) < total * rule.Number("firstShare")).ToList();
        if (early.Count == 0)
        {
            yield break;
        }

        // What is moved no longer stands before it.
        var moved = c.Steps.Select((s, i) => early.Contains(s) ? c.Work(i) : 0).Sum();
        var after = c
            .Steps.Where(
                (s, i) =>
                    s.Role is StepRole.Work
                    && !early.Contains(s)
                    && c.Trunk(s) == c.Trunk(early[^1])
                    && c.End(i) - moved >= total * rule.Number("firstShare")
            )
            .FirstOrDefault(s => s.Side == early[^1].Side || early.All(e => e.Side is Side.Both or Side.Mid));
        yield return new(
            early,
            $"{ArcReviews.Names(early)} comes in the first third, before trust is built.",
            after is null ? null : $"Give it after {after.Name}",
            after is null ? null : () => c.MoveAfter(early, after)
        );
    }

    /// <summary>No heavy belly work straight after a backbend; the belly before long work face down.</summary>
    public static IEnumerable<Remark> Belly(ReviewContext c, OrderRule rule)
    {
        bool Belly(PlanStep s) => s.Role is StepRole.Work && s.Regions.Any(rule.RegionsOf("belly").Contains);
        for (var i = 0; i < c.Steps.Count; i++)
        {
            if (!Belly(c.Steps[i]) || c.Steps[i].Level < rule.Number("heavyLevel"))
            {
                continue;
            }

            var bend = c
                .Steps.Where((s, j) => j < i && c.Is(s, Trait.BendsBack) && c.Start(i) - c.End(j) < rule.Number("afterSeconds"))
                .FirstOrDefault();
            if (bend is not null)
            {
                yield return new(
                    [c.Steps[i], bend],
                    $"{c.Steps[i].Name} comes straight after {bend.Name}.",
                    "The belly before the backbend",
                    () => c.MoveBefore([c.Steps[i]], bend)
                );
            }
        }

        var belly = c.Steps.Where(Belly).ToList();
        if (belly.Count == 0)
        {
            yield break;
        }

        var at = c.Steps.ToList().IndexOf(belly[0]);
        var prone = c.Steps.Where((s, i) => i < at && c.Trunk(s) == "prone" && s.Role is StepRole.Work).ToList();
        if (prone.Sum(s => c.Work(c.Steps.ToList().IndexOf(s))) > rule.Number("proneSeconds"))
        {
            yield return new(
                [belly[0], prone[0]],
                "The belly comes after long work face down; before it the belly lies easier.",
                "The belly first",
                () => c.MoveBefore(belly, prone[0]),
                Severity.Could
            );
        }
    }
}
