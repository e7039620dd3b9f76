using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening;

/// <summary>Finds ways to answer a finding, and applies them. Every way offered has been screened itself.</summary>
public static class Swaps
{
    /// <summary>For each step touched by an avoid or a modify: the permitted ways, best first.</summary>
    public static IReadOnlyList<Swap> For(
        IReadOnlyList<Finding> findings,
        IReadOnlyList<(Rule, IReadOnlyList<Trigger>)> triggered,
        ScreenContext context
    )
    {
        var caps = new Caps(triggered, context);
        var tried = new Dictionary<(string Step, string Way), Tried>();
        var steps = context.Plan.Steps.ToDictionary(s => s.Id);
        return
        [
            .. findings
                .Where(f => f.Outcome is Outcome.Avoid or Outcome.Modify)
                .SelectMany(f => f.Steps.SelectMany(id => Ways(f, steps[id], caps, context, tried))),
        ];
    }

    /// <summary>What a way makes of a step, and what then stands on it. Several findings ask about the same.</summary>
    private sealed record Tried(
        IReadOnlyList<PlanStep> After,
        IReadOnlyList<(Rule Rule, Ruling Ruling)> Standing,
        double Added,
        bool Possible
    );

    /// <summary>The plan with one swap carried out; what comes in keeps to the caps of the day.</summary>
    /// <exception cref="RefusalException">The plan has no such step any more.</exception>
    /// <exception cref="KnowledgeException">The replacement is not known.</exception>
    public static Plan Apply(ScreenSubject subject, string stepId, string replacement, ScreenContext context)
    {
        var step = context.Plan.Step(stepId);
        var caps = new Caps(Screener.Triggered(subject, context.School, context.Knowledge), context);
        var changed = caps.Capped(SwapWays.Changed(step, replacement, caps, context));
        return context.Plan with { Steps = [.. context.Plan.Steps.SelectMany(s => s.Id == stepId ? changed : [s])] };
    }

    /// <summary>
    /// The plan with the best way taken for every finding that has one, finding after finding, screened anew in between. Only ways that
    /// need no judgement are taken: the written replacement, the same step made gentler, or leaving it out. What then still stands needs
    /// a decision.
    /// </summary>
    public static Plan Settle(ScreenSubject subject, ScreenContext context)
    {
        // Each round changes or removes every step one finding touches, so rounds are few; the limit is a safety line.
        for (var round = 0; round < MostRounds; round++)
        {
            var screen = Screener.Run(subject, context.Plan, context.School, context.Tempo, context.Knowledge);
            var offered = screen.Swaps.Where(s => SwapWays.InAll(s.Replacement, context.Knowledge)).ToList();
            // What is taken out first need not be made gentler.
            var next = screen.Findings.Select(f => f.Rule).FirstOrDefault(r => offered.Any(s => s.Rule == r));
            if (next is null)
            {
                break;
            }

            foreach (var best in offered.Where(s => s.Rule == next).DistinctBy(s => s.Step))
            {
                context = context with { Plan = Apply(subject, best.Step, best.Replacement, context) };
            }
        }

        return context.Plan;
    }

    private const int MostRounds = 200;

    private static IEnumerable<Swap> Ways(
        Finding finding,
        PlanStep step,
        Caps caps,
        ScreenContext context,
        Dictionary<(string Step, string Way), Tried> tried
    )
    {
        var stood = caps.On(step);
        IEnumerable<(string Kind, string Id, string Saying)> Good(IEnumerable<(string Kind, string Id, string Saying)> ways) =>
            ways.Where(way => Better(finding, step, stood, Once(way.Id), caps));
        Tried Once(string way) => tried.TryGetValue((step.Id, way), out var t) ? t : tried[(step.Id, way)] = Try(step, way, caps, context);
        var good = Good(SwapWays.For(finding, step, caps, context)).ToList();
        // What cannot be made gentle enough (nobody stands lightly) is exchanged or left out.
        if (good.Count == 0 && finding.Outcome is Outcome.Modify)
        {
            good = [.. Good(SwapWays.Around(step, caps, context))];
        }

        return good.Select(way =>
            {
                var (known, added) = (context.Knowledge.SwapWays[way.Kind], Once(way.Id).Added);
                var score = Math.Max(0, 100 - known.Cost - (int)Math.Round(Math.Abs(added) / 60 * known.CostPerMinute));
                return new Swap(finding.Rule, step.Id, way.Id, way.Saying, added, score, known.Why, finding.Title);
            })
            .OrderByDescending(s => s.Score);
    }

    private static Tried Try(PlanStep step, string way, Caps caps, ScreenContext context)
    {
        var after = caps.Capped(SwapWays.Changed(step, way, caps, context));
        var added = after is [var only] && LastsAsLong(only, step) ? 0 : Math.Round(WorkOf(after, context) - WorkOf([step], context), 1);
        var possible = after.All(s => s.Level >= step.Level && s.Technique == step.Technique || s.Level >= context.Touching.LeastLevel(s));
        return new(after, [.. after.SelectMany(caps.On)], added, possible);
    }

    /// <summary>
    /// A way that can be done, after which the finding is gone and nothing stands that did not stand before, nor as strong. Another work
    /// in the place of what is barred for its effect has none of that effect, however little.
    /// </summary>
    private static bool Better(Finding finding, PlanStep step, IReadOnlyList<(Rule Rule, Ruling Ruling)> stood, Tried tried, Caps caps) =>
        tried.Possible
        && tried.Standing.All(x =>
            stood.Contains(x) && !Makes(x, finding) && (x.Ruling.Outcome > finding.Outcome || finding.Outcome is Outcome.Modify)
        )
        && (
            finding.Outcome is not Outcome.Avoid
            || stood
                .Where(x => Makes(x, finding))
                .All(x => !tried.After.Any(s => s.Technique != step.Technique && caps.HasAnyOf(x, step, s)))
        );

    private static bool Makes((Rule Rule, Ruling Ruling) x, Finding finding) =>
        x.Rule.Id == finding.Rule && x.Ruling.Outcome == finding.Outcome && (x.Ruling.Say ?? x.Rule.Title) == finding.Title;

    /// <summary>Whether nothing that takes time has changed.</summary>
    private static bool LastsAsLong(PlanStep one, PlanStep other) =>
        ReferenceEquals(one.Pattern, other.Pattern)
        && one.Technique == other.Technique
        && one.PacePercent == other.PacePercent
        && one.Breath == other.Breath;

    private static double WorkOf(IReadOnlyList<PlanStep> steps, ScreenContext context) =>
        steps.Sum(s => PlanExpansion.WorkSeconds(s, s.Repeats, context.Tempo, context.Knowledge));
}

/// <summary>What the triggered rules ask of single steps: what stands on one, and how far it may go.</summary>
public sealed class Caps(IReadOnlyList<(Rule Rule, IReadOnlyList<Trigger> Triggers)> triggered, ScreenContext context)
{
    private readonly List<(Rule Rule, Ruling Ruling, IReadOnlyList<Trigger> Triggers)> rulings =
    [
        .. triggered.SelectMany(t =>
            t.Rule.Then.Where(e => e.On is not null && e.Outcome is Outcome.Avoid or Outcome.Modify && e.On is not null)
                .Select(e => (t.Rule, e, t.Triggers))
        ),
    ];

    private readonly Dictionary<PlanStep, IReadOnlyList<(Rule Rule, Ruling Ruling)>> standing = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<string, IReadOnlyList<(string Kind, string Id, string Saying)>> ways = [];

    /// <summary>The ways round a step are the same for every finding on it.</summary>
    internal IReadOnlyList<(string Kind, string Id, string Saying)> Once(
        PlanStep step,
        Func<IEnumerable<(string Kind, string Id, string Saying)>> find
    ) => ways.TryGetValue(step.Id, out var found) ? found : ways[step.Id] = [.. find()];

    /// <summary>The rulings of avoid and modify that stand on a step. A cap the step keeps to does not.</summary>
    public IReadOnlyList<(Rule Rule, Ruling Ruling)> On(PlanStep step) =>
        standing.TryGetValue(step, out var known) ? known : standing[step] = Standing(step);

    /// <summary>The rulings that stand on any of several steps.</summary>
    public IEnumerable<(Rule Rule, Ruling Ruling)> On(IEnumerable<PlanStep> steps) => steps.SelectMany(On);

    /// <summary>New steps keep to the caps of level, hold, range and pace that stand today; the strictest wins.</summary>
    public IReadOnlyList<PlanStep> Capped(IReadOnlyList<PlanStep> steps) => [.. steps.Select(Capped)];

    /// <summary>Points of a step that some finding takes out.</summary>
    public IReadOnlySet<string> PointsOut(PlanStep step) =>
        rulings
            .Where(x => x.Ruling is { Outcome: Outcome.Avoid, On: { Points: not null } or { PointCautions: not null } } && Touch(x, step))
            .SelectMany(x => context.Touching.PointsMeant(x.Ruling.On!, step))
            .ToHashSet();

    /// <summary>Whether another step has any, however little, of the effects for which a ruling stands on a step.</summary>
    internal bool HasAnyOf((Rule Rule, Ruling Ruling) x, PlanStep step, PlanStep other) =>
        rulings
            .Where(r => r.Ruling == x.Ruling)
            .Any(r => r.Triggers.Any(t => context.Touching.SharesEffect(r.Ruling.On!, t.Entry, step, other)));

    private List<(Rule Rule, Ruling Ruling)> Standing(PlanStep step)
    {
        var found = new List<(Rule, Ruling)>();
        foreach (var x in rulings)
        {
            if (Touch(x, step))
            {
                found.Add((x.Rule, x.Ruling));
            }
        }

        return found;
    }

    private PlanStep Capped(PlanStep step)
    {
        foreach (var x in rulings)
        {
            if (x.Ruling.Cap is not { } cap || !Touch(x, step))
            {
                continue;
            }

            step = step with
            {
                Level = Math.Min(step.Level, cap.Level ?? step.Level),
                RangePercent = Least(step.RangePercent, cap.RangePercent),
                PacePercent = Least(step.PacePercent, cap.PacePercent),
                Pattern = cap.HoldSeconds is { } hold ? SwapWays.Shorter(step.Pattern, hold) : step.Pattern,
            };
        }

        return step;
    }

    private bool Touch((Rule Rule, Ruling Ruling, IReadOnlyList<Trigger> Triggers) x, PlanStep step) =>
        context.Touching.Any(x.Ruling, x.Triggers, step);

    private static int? Least(int? have, int? cap) => cap is { } c ? Math.Min(have ?? 100, c) : have;
}
