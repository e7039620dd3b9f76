using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>A change of whole repeats the fit made.</summary>
public sealed record Cut(string Step, string Name, int From, int To);

/// <summary>A plan fitted to a number of minutes.</summary>
/// <param name="Optimal">
/// No other choice of repeats is better under the stated order: the search is exact, but for a worse side's share.
/// </param>
public sealed record FitResult(Plan Plan, Expansion Expansion, IReadOnlyList<Cut> Cuts, bool Optimal, string Reason);

/// <summary>
/// Fits a plan to a number of minutes by whole repeats inside each step's range. Pairs keep equal repeats, or the worse side
/// what it has more and whole repeats beyond it, as far as the school allows; opening, re-check, closing and what is pinned keep theirs.
/// </summary>
/// <remarks>
/// Best means, in this order: never over the minutes; the least time left over, counted in half minutes; the changes
/// spread most evenly (least sum of squared changes of repeats); the least time left over to the tenth of a second.
/// Solved exactly by dynamic programming over tenths of a second.
/// </remarks>
public static class Fit
{
    private const int Unreachable = int.MaxValue;

    /// <param name="school">Says how much more the worse side may get; the house's when not said.</param>
    public static FitResult ToMinutes(Plan plan, double minutes, Tempo tempo, KnowledgeBase knowledge, School? school = null)
    {
        CheckMinutes(minutes, knowledge.SessionTimes);
        school ??= knowledge.HouseSchool;
        var budget = (int)Math.Round(minutes * 600);
        var groups = Groups(plan, tempo, knowledge);
        var fixedTenths = FixedTenths(plan, groups, tempo, knowledge);
        var shortest = fixedTenths + groups.Sum(g => g.Options.Min(o => o.Tenths));
        if (shortest > budget)
        {
            throw new RefusalException("cannot-fit", Impossible(plan, minutes, shortest, budget, tempo, knowledge), "/minutes");
        }

        var slack = Tenths(knowledge.PlanLimits.SlackSeconds);
        var chosen = Solve(groups, budget - fixedTenths, slack);
        if (plan.WorseSide is not null)
        {
            // Room for what the worse side gets more, as far as there is any above the shortest.
            var paired = groups.Zip(chosen).Where(p => p.First.Steps.Count > 1).Sum(p => p.Second.Tenths);
            chosen = Solve(groups, Math.Max(budget - WorseSide.Reserve(paired, school), shortest) - fixedTenths, slack);
        }

        var repeats = groups
            .Zip(chosen)
            .SelectMany(p => p.First.Steps.Select(s => (s.Id, Repeats: p.Second.Repeats + p.First.More(s))))
            .ToDictionary(p => p.Id, p => p.Repeats);
        var fitted = plan.With(s => repeats.TryGetValue(s.Id, out var n) ? s with { Repeats = n } : s);
        if (plan.WorseSide is { } worse)
        {
            fitted = WorseSide.GiveMore(fitted, worse, minutes * 60, school, tempo, knowledge);
        }

        var cuts = plan
            .Steps.Zip(fitted.Steps)
            .Where(p => p.First.Repeats != p.Second.Repeats)
            .Select(p => new Cut(p.First.Id, p.First.Name, p.First.Repeats, p.Second.Repeats))
            .ToList();
        var expansion = PlanExpansion.Expand(fitted, tempo, knowledge);
        return new(fitted, expansion, cuts, plan.WorseSide is null, Say(plan, cuts, expansion, budget));
    }

    /// <summary>
    /// After swaps: the plan fitted to the minutes when it has grown beyond them; as it is when it has not, or when even the fewest
    /// repeats take longer.
    /// </summary>
    public static Plan Within(Plan plan, double minutes, Tempo tempo, KnowledgeBase knowledge)
    {
        var budget = (int)Math.Round(minutes * 600);
        return
            minutes >= knowledge.SessionTimes.ShortestPlanMinutes
            && Shortest(plan, tempo, knowledge) <= budget
            && PlanExpansion.Expand(plan, tempo, knowledge).TotalSeconds > minutes * 60
            ? ToMinutes(plan, minutes, tempo, knowledge).Plan
            : plan;
    }

    /// <exception cref="RefusalException">The minutes are outside what a session can be.</exception>
    public static void CheckMinutes(double minutes, SessionTimes times)
    {
        if (!(minutes >= times.ShortestPlanMinutes && minutes <= times.LongestPlanMinutes))
        {
            throw new RefusalException(
                "minutes-out-of-range",
                $"A session takes {times.ShortestPlanMinutes} to {times.LongestPlanMinutes} minutes, not {minutes:0.#}. "
                    + "Give the minutes on the mat, without the talk before and after.",
                "/minutes"
            );
        }
    }

    /// <summary>Says why it cannot be, and the least that would make it possible.</summary>
    private static string Impossible(Plan plan, double minutes, int shortest, int budget, Tempo tempo, KnowledgeBase knowledge)
    {
        // With a step its way there goes too: what is left is asked, not reckoned.
        bool Enough(IEnumerable<IReadOnlyList<PlanStep>> left) =>
            left.SelectMany(steps => steps).ToHashSet() is var gone
            && Shortest(plan with { Steps = [.. plan.Steps.Where(s => !gone.Contains(s))] }, tempo, knowledge) <= budget;
        List<(IReadOnlyList<PlanStep> Steps, int Tenths)> parts =
        [
            .. plan
                .Steps.Where(s => s.Role is StepRole.Work && !s.Pinned)
                .GroupBy(plan.SameStep)
                .Select(g => (g.ToList(), g.Sum(s => Tenths(PlanExpansion.WorkSeconds(s, s.Range.Min, tempo, knowledge)))))
                .OrderByDescending(p => p.Item2),
        ];
        // No more can be won than the work and the ways to and from it: what falls short of that need not be tried.
        var times = knowledge.SessionTimes;
        var way = 2 * Tenths(times.Changes.MostSeconds);
        bool CouldBe(IEnumerable<(IReadOnlyList<PlanStep> Steps, int Tenths)> left) =>
            left.Sum(p => p.Tenths + (way * p.Steps.Count)) >= shortest - budget;
        // The least that is enough by itself costs the plan least; else the longest go until it is.
        var one = parts.FindLastIndex(p => CouldBe([p]) && Enough([p.Steps]));
        var several = Enumerable
            .Range(1, parts.Count)
            .FirstOrDefault(n => CouldBe(parts.Take(n)) && Enough(parts.Take(n).Select(p => p.Steps)));
        var leave =
            one >= 0
                ? $"leave out {parts[one].Steps[0].Name}{(parts[one].Steps.Count > 1 ? " on both sides" : "")} ({Spoken(parts[one].Tenths)}), or "
            : several > 0 ? $"leave out {string.Join("; ", parts.Take(several).Select(p => p.Steps[0].Name))}, or "
            : plan.Steps.Any(s => s.Pinned) ? $"take the pin off {plan.Steps.First(s => s.Pinned).Name} or others, or "
            : "";
        return $"This plan cannot be given in {minutes:0.#} minutes: with the fewest repeats it takes {Spoken(shortest)}. "
            + $"To make it possible, {leave}give it {Math.Ceiling(shortest / 600.0):0} minutes.";
    }

    /// <summary>Tenths of a second that a plan takes with the fewest repeats.</summary>
    private static int Shortest(Plan plan, Tempo tempo, KnowledgeBase knowledge)
    {
        var groups = Groups(plan, tempo, knowledge);
        return FixedTenths(plan, groups, tempo, knowledge) + groups.Sum(g => g.Options.Min(o => o.Tenths));
    }

    /// <summary>Steps whose repeats are chosen together, with the time each choice takes.</summary>
    /// <param name="WorseMore">What the worse side has more than the other, in repeats.</param>
    internal sealed record Group(IReadOnlyList<PlanStep> Steps, IReadOnlyList<Option> Options, Side? Worse = null, int WorseMore = 0)
    {
        public int More(PlanStep step) => step.Side == Worse ? WorseMore : 0;
    }

    internal readonly record struct Option(int Repeats, int Tenths, int Unevenness);

    internal static IReadOnlyList<Group> Groups(Plan plan, Tempo tempo, KnowledgeBase knowledge) =>
        [
            .. plan
                .Steps.Where(MayChange)
                .GroupBy(plan.SameStep)
                .Select(g =>
                {
                    var steps = g.ToList();
                    var least = steps.MinBy(s => s.Repeats)!;
                    var more =
                        plan.WorseSide is { } worse && least.Side != worse
                            ? steps.Where(s => s.Side == worse).Select(s => s.Repeats - least.Repeats).DefaultIfEmpty(0).Max()
                            : 0;
                    var group = new Group(steps, [], plan.WorseSide, more);
                    var options = Enumerable
                        .Range(steps[0].Range.Min, Math.Max(1, steps[0].Range.Max - more - steps[0].Range.Min + 1))
                        .Select(n => new Option(
                            n,
                            steps.Sum(s => Tenths(PlanExpansion.WorkSeconds(s, n + group.More(s), tempo, knowledge))),
                            steps.Sum(s => (n + group.More(s) - s.Repeats) * (n + group.More(s) - s.Repeats))
                        ));
                    return group with { Options = [.. options] };
                }),
        ];

    internal static bool MayChange(PlanStep step) => step.Role is StepRole.Work && !step.Pinned && step.Range.Max > step.Range.Min;

    private static int FixedTenths(Plan plan, IReadOnlyList<Group> groups, Tempo tempo, KnowledgeBase knowledge)
    {
        var free = groups.SelectMany(g => g.Steps).Select(s => s.Id).ToHashSet();
        PlanStep? before = null;
        var sum = 0;
        foreach (var step in plan.Steps)
        {
            sum += Tenths(PlanExpansion.Change(before, step, knowledge).Seconds);
            sum += free.Contains(step.Id) ? 0 : Tenths(PlanExpansion.WorkSeconds(step, step.Repeats, tempo, knowledge));
            before = step;
        }

        return sum;
    }

    /// <summary>Least unevenness for every reachable total, group by group; then the best total, then back along the choices.</summary>
    internal static IReadOnlyList<Option> Solve(IReadOnlyList<Group> groups, int budget, int slackTenths)
    {
        var cost = new int[budget + 1];
        Array.Fill(cost, Unreachable);
        cost[0] = 0;
        var choices = new byte[groups.Count][];
        var reached = 0;
        for (var g = 0; g < groups.Count; g++)
        {
            var next = new int[budget + 1];
            Array.Fill(next, Unreachable);
            var choice = choices[g] = new byte[budget + 1];
            for (var o = 0; o < groups[g].Options.Count; o++)
            {
                var (_, tenths, uneven) = groups[g].Options[o];
                for (var t = 0; t <= Math.Min(reached, budget - tenths); t++)
                {
                    if (cost[t] != Unreachable && cost[t] + uneven < next[t + tenths])
                    {
                        next[t + tenths] = cost[t] + uneven;
                        choice[t + tenths] = (byte)o;
                    }
                }
            }

            reached = Math.Min(budget, reached + groups[g].Options.Max(o => o.Tenths));
            cost = next;
        }

        var best = Enumerable
            .Range(0, budget + 1)
            .Where(t => cost[t] != Unreachable)
            .MinBy(t => ((budget - t) / slackTenths, cost[t], budget - t));
        var chosen = new Option[groups.Count];
        for (var (g, t) = (groups.Count - 1, best); g >= 0; g--)
        {
            chosen[g] = groups[g].Options[choices[g][t]];
            t -= chosen[g].Tenths;
        }

        return chosen;
    }

    private static int Tenths(double seconds) => (int)Math.Round(seconds * 10);

    private static string Say(Plan plan, List<Cut> cuts, Expansion expansion, int budget)
    {
        var total = expansion.TotalSeconds;
        var sides = plan.WorseSide is not { } worse
            ? "both sides stay equal"
            : FormattableString.Invariant(
                $"the {worse.ToString().ToLowerInvariant()} side gets {WorseSide.MorePercent(expansion, worse) ?? 0:0} % more"
            );
        var left = budget - Tenths(total);
        var rest = left < 10 ? "to the second" : $"with {Spoken(left)} to spare";
        if (cuts.Count == 0)
        {
            return $"Nothing had to change: the plan takes {Spoken(Tenths(total))}, {rest}.";
        }

        var fewer = cuts.Count(c => c.To < c.From);
        var more = cuts.Count - fewer;
        var parts = new[] { (fewer, "fewer"), (more, "more") }
            .Where(p => p.Item1 > 0)
            .Select(p => $"{p.Item2} repeats in {p.Item1} of {plan.Steps.Count} steps");
        return $"{Spelling.Sentence(string.Join(" and ", parts))}; {sides}; opening, re-check and close are kept. "
            + $"It takes {Spoken(Tenths(total))}, {rest}.";
    }

    private static string Spoken(int tenths)
    {
        var seconds = (tenths + 5) / 10;
        return (seconds / 60, seconds % 60) switch
        {
            (0, var s) => $"{s} s",
            (var m, 0) => $"{m} min",
            var (m, s) => $"{m} min {s} s",
        };
    }
}
