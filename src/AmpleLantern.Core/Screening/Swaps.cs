using AmpleLantern.Core.Effects;
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

    /// <summary>What a way makes of a step, and what of that which stood on the step then still stands.</summary>
    private sealed class Tried(IReadOnlyList<PlanStep> after, IReadOnlyList<Standing> standing)
    {
        public static readonly Tried Useless = new([], []);

        private double? added;

        public IReadOnlyList<PlanStep> After => after;

        public IReadOnlyList<Standing> Standing => standing;

        public bool Useful => !ReferenceEquals(this, Useless);

        /// <summary>Seconds it adds; worked out only for what is offered.</summary>
        public double Added(PlanStep step, ScreenContext context) => added ??= Swaps.Added(after, step, context);
    }

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
        List<Standing> meant = [.. caps.On(step).Where(x => Makes(x, finding))];
        var barred = new Lazy<IReadOnlyList<BodyEffect>>(() => finding.Outcome is Outcome.Avoid ? caps.EffectsMeant(meant, step) : []);
        IEnumerable<(string Kind, string Id, string Saying)> Good(IEnumerable<(string Kind, string Id, string Saying)> ways) =>
            ways.Where(way => Better(finding, meant, barred, step, Once(way.Kind, way.Id), context));
        Tried Once(string kind, string way) =>
            tried.TryGetValue((step.Id, way), out var t) ? t : tried[(step.Id, way)] = Try(step, kind, way, caps, context);
        var good = Good(SwapWays.For(finding, step, caps, context)).ToList();
        // What cannot be made gentle enough (nobody stands lightly) is exchanged or left out.
        if (good.Count == 0 && finding.Outcome is Outcome.Modify)
        {
            good = [.. Good(SwapWays.Around(step, caps, context))];
        }

        return good.Select(way =>
            {
                var known = context.Knowledge.SwapWays[way.Kind];
                var added = Once(way.Kind, way.Id).Added(step, context);
                var score = Math.Max(0, 100 - known.Cost - (int)Math.Round(Math.Abs(added) / 60 * known.CostPerMinute));
                return new Swap(finding.Rule, step.Id, way.Id, way.Saying, added, score, known.Why, finding.Title);
            })
            .OrderByDescending(s => s.Score);
    }

    private static Tried Try(PlanStep step, string kind, string way, Caps caps, ScreenContext context)
    {
        var lessens = context.Knowledge.SwapWays[kind].Lessens;
        var after = SwapWays.Changed(step, way, caps, context);
        after = lessens ? [.. after.Select(s => caps.CappedAsPartOf(step, s))] : caps.Capped(after);
        var possible = after.All(s => s.Level >= step.Level && s.Technique == step.Technique || s.Level >= context.Touching.LeastLevel(s));
        var standing = lessens ? after.SelectMany(s => caps.OnPartOf(step, s)) : caps.On(after);
        // What cannot be done, or raises what did not stand, answers no finding: the rest need not be known of it.
        return possible && standing.All(caps.On(step).Contains) ? new(after, [.. standing]) : Tried.Useless;
    }

    private static double Added(IReadOnlyList<PlanStep> after, PlanStep step, ScreenContext context) =>
        after is [var only] && LastsAsLong(only, step) ? 0 : Math.Round(WorkOf(after, context) - WorkOf([step], context), 1);

    /// <summary>
    /// A way after which the finding is gone and nothing stands as strong. Another work in the place of what is barred for its effect has
    /// none of that effect, however little.
    /// </summary>
    /// <param name="meant">What of the rulings on the step makes the finding.</param>
    /// <param name="barred">The effects it bars.</param>
    private static bool Better(
        Finding finding,
        IReadOnlyList<Standing> meant,
        Lazy<IReadOnlyList<BodyEffect>> barred,
        PlanStep step,
        Tried tried,
        ScreenContext context
    ) =>
        tried.Useful
        && tried.Standing.All(x => !meant.Contains(x) && (x.Ruling.Outcome > finding.Outcome || finding.Outcome is Outcome.Modify))
        && tried.After.All(s => s.Technique == step.Technique || !context.Touching.HasAnyLike(barred.Value, s));

    private static bool Makes(Standing x, Finding finding) =>
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
