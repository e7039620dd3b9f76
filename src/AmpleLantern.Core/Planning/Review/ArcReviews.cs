using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Review;

/// <summary>The arc of a session: how it opens, rises, falls and closes.</summary>
internal static class ArcReviews
{
    /// <summary>The first step opens; the last closes, still and long enough.</summary>
    public static IEnumerable<Remark> OpenAndClose(ReviewContext c, OrderRule rule)
    {
        var first = c.Steps.FirstOrDefault(s => !s.IsPreparing) ?? c.Steps[0];
        if (first.Role is not StepRole.Opening)
        {
            yield return new(
                [first],
                "The session begins with work, without arriving.",
                "Begin with still hands",
                () => c.Plan with { Steps = [Still(c, first, "open", StepRole.Opening, rule), .. c.Steps] }
            );
        }

        var last = c.Steps[^1];
        var least = rule.Number("closingSeconds");
        if (last.Role is not StepRole.Closing)
        {
            yield return new(
                [last],
                "The session ends with work, without stillness.",
                $"End with still hands, {least:0} s",
                () => c.Plan with { Steps = [.. c.Steps, Still(c, last, "close", StepRole.Closing, rule)] }
            );
        }
        else if (c.Work(c.Steps.Count - 1) < least - rule.Number("forgivenSeconds") && last.Pattern.Hold is not null)
        {
            yield return new(
                [last],
                $"The closing stillness is {c.Work(c.Steps.Count - 1):0} s.",
                $"Make it {least:0} s",
                () =>
                    c.Change(
                        [last],
                        s =>
                            s with
                            {
                                Pattern = s.Pattern with
                                {
                                    Hold = new(Math.Min(least, s.Pattern.Hold!.Min), least, Math.Max(least, s.Pattern.Hold.Max)),
                                },
                            }
                    )
            );
        }
    }

    /// <summary>The last fifth is lighter than the middle fifth.</summary>
    public static IEnumerable<Remark> LevelArc(ReviewContext c, OrderRule rule)
    {
        var total = c.Expansion.TotalSeconds;
        var (middle, last) = (
            Mean(c, rule.Number("middleFrom") * total, rule.Number("middleTo") * total),
            Mean(c, (1 - rule.Number("lastShare")) * total, total)
        );
        if (middle <= rule.Number("heavierThan") || last < middle)
        {
            yield break;
        }

        var from = (1 - rule.Number("lastShare")) * total;
        var heavy = c
            .Steps.Where((s, i) => c.End(i) > from && s.Level >= middle && s.Level > c.Knowledge.Techniques[s.Technique].Levels.Min)
            .ToList();
        if (heavy.Count == 0)
        {
            yield return new(
                [c.Steps[^1]],
                FormattableString.Invariant($"The end is as deep as the middle: level {last:0.0} against {middle:0.0}.")
            );
            yield break;
        }

        yield return new(
            heavy,
            FormattableString.Invariant($"The end is as deep as the middle: level {last:0.0} against {middle:0.0}."),
            "Take the end one level lighter",
            () => c.Change(heavy, s => s with { Level = s.Level - 1 })
        );
    }

    /// <summary>Nothing that wakes in the last minutes.</summary>
    public static IEnumerable<Remark> CalmAtTheEnd(ReviewContext c, OrderRule rule)
    {
        var from = c.Expansion.TotalSeconds - Math.Min(rule.Number("lastSeconds"), c.Expansion.TotalSeconds * rule.Number("lastShare"));
        var waking = c
            .Steps.Where(
                (s, i) => c.Start(i) >= from && s.Role is StepRole.Work && (c.Is(s, Trait.Wakes) || s.Serves(rule.PurposesOf("waking")))
            )
            .ToList();
        if (waking.Count == 0)
        {
            yield break;
        }

        var before = c.Steps.Where((s, i) => s.Role is StepRole.Work && c.Start(i) < from && !waking.Contains(s)).ToList();
        yield return new(
            waking,
            $"{Names(waking)} wakes near the end of the session.",
            before.Count == 0 ? null : "Give it earlier",
            before.Count == 0
                ? null
                : () =>
                    c.MoveBefore(
                        waking,
                        before.FirstOrDefault(b => b.Position == waking[0].Position && b.Side == waking[0].Side) ?? before[^1]
                    )
        );
    }

    internal static string Names(IEnumerable<PlanStep> steps) => string.Join(", ", steps.Select(s => s.Name).Distinct().Take(3));

    private static PlanStep Still(ReviewContext c, PlanStep beside, string id, StepRole role, OrderRule rule)
    {
        var seconds = rule.Number(role is StepRole.Opening ? "openingSeconds" : "closingSeconds");
        var technique =
            c.Knowledge.Techniques.All.FirstOrDefault(t => t.Family == Stillness && t.Positions.Contains(c.Trunk(beside)))
            ?? c.Knowledge.Techniques.All.First(t => t.Family == Stillness);
        return new()
        {
            Id = c.Fresh(id),
            Name = role is StepRole.Opening ? "Still hands, arriving" : "Still hands, ending",
            Block = beside.Block,
            Region = "whole-body",
            Side = Side.Mid,
            Position = c.Trunk(beside),
            Stance = beside.Stance,
            Technique = technique.Id,
            Contact = technique.Contacts[0],
            Pattern = new(PatternKind.Still, Hold: new(seconds, seconds, seconds * rule.Number("mostTimes"))),
            Level = technique.Levels.Min,
            Repeats = 1,
            Range = new(1, 1, 1),
            Purpose = role is StepRole.Opening ? "arrive" : "settle",
            Role = role,
            Breath = technique.Breath,
            SetupSeconds = 0,
            NoTouchSeconds = 0,
            AlsoIn = [],
            Props = [],
            Surface = beside.Surface,
        };
    }

    private const string Stillness = "stillness";

    /// <summary>Mean level over a stretch of time, weighted by the time of work in it.</summary>
    private static double Mean(ReviewContext c, double from, double to)
    {
        double level = 0,
            seconds = 0;
        for (var i = 0; i < c.Steps.Count; i++)
        {
            var inside = Math.Min(c.End(i), to) - Math.Max(c.Start(i), from);
            if (inside > 0)
            {
                level += inside * c.Steps[i].Level;
                seconds += inside;
            }
        }

        return seconds > 0 ? level / seconds : 0;
    }
}
