using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Screening;

/// <summary>A ruling of avoid or modify, and what set it off. One of each in a screening: told apart as objects.</summary>
/// <param name="kinds">The kinds of effects it means, a bit each.</param>
public sealed class Standing(Rule rule, Ruling ruling, IReadOnlyList<Trigger> triggers, int kinds)
{
    internal int Kinds => kinds;

    public Rule Rule => rule;

    public Ruling Ruling => ruling;

    public IReadOnlyList<Trigger> Triggers => triggers;
}

/// <summary>What the triggered rules ask of single steps: what stands on one, and how far it may go.</summary>
public sealed class Caps(IReadOnlyList<(Rule Rule, IReadOnlyList<Trigger> Triggers)> triggered, ScreenContext context)
{
    private readonly List<Standing> rulings =
    [
        .. triggered.SelectMany(t =>
            t.Rule.Then.Where(e => e is { On: not null, Outcome: Outcome.Avoid or Outcome.Modify })
                .Select(e => new Standing(t.Rule, e, t.Triggers, context.Touching.Kinds(e.On!)))
        ),
    ];

    private readonly Dictionary<PlanStep, IReadOnlyList<Standing>> standing = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<string, IReadOnlyList<(string Kind, string Id, string Saying)>> ways = [];

    /// <summary>The ways round a step are the same for every finding on it.</summary>
    internal IReadOnlyList<(string Kind, string Id, string Saying)> Once(
        PlanStep step,
        Func<IEnumerable<(string Kind, string Id, string Saying)>> find
    ) => ways.TryGetValue(step.Id, out var found) ? found : ways[step.Id] = [.. find()];

    /// <summary>What can take the place of a technique is the same for every step of it.</summary>
    internal Instead InsteadOf(Technique technique) =>
        context.Knowledge.Instead.GetOrAdd(
            technique.Id,
            static (_, x) => Instead.Of(x.Technique, x.Knowledge),
            (Technique: technique, context.Knowledge)
        );

    /// <summary>The rulings of avoid and modify that stand on a step. A cap the step keeps to does not.</summary>
    public IReadOnlyList<Standing> On(PlanStep step) =>
        standing.TryGetValue(step, out var known) ? known : standing[step] = Touching(rulings, step);

    /// <summary>The rulings that stand on any of several steps.</summary>
    public IEnumerable<Standing> On(IEnumerable<PlanStep> steps) => steps.SelectMany(On);

    /// <summary>The same of a part of a step, or of the step made gentler: only what stood on the whole can stand on it.</summary>
    public IEnumerable<Standing> OnPartOf(PlanStep whole, PlanStep part) => Touching(On(whole), part);

    /// <summary>New steps keep to the caps of level, hold, range and pace that stand today; the strictest wins.</summary>
    public IReadOnlyList<PlanStep> Capped(IReadOnlyList<PlanStep> steps) => [.. steps.Select(s => Capped(rulings, s))];

    /// <summary>The same of a part of a step, or of the step made gentler.</summary>
    public PlanStep CappedAsPartOf(PlanStep whole, PlanStep part) => Capped(On(whole), part);

    /// <summary>Points of a step that some finding takes out.</summary>
    public IReadOnlySet<string> PointsOut(PlanStep step) =>
        On(step)
            .Where(x => x.Ruling is { Outcome: Outcome.Avoid, On: { Points: not null } or { PointCautions: not null } })
            .SelectMany(x => context.Touching.PointsMeant(x.Ruling.On!, step))
            .ToHashSet();

    /// <summary>The effects for which rulings stand on a step.</summary>
    internal IReadOnlyList<BodyEffect> EffectsMeant(IEnumerable<Standing> meant, PlanStep step) =>
        [.. meant.SelectMany(x => x.Triggers.SelectMany(t => context.Touching.EffectsMeant(x.Ruling.On!, t.Entry, step)))];

    private List<Standing> Touching(IReadOnlyList<Standing> among, PlanStep step)
    {
        var found = new List<Standing>();
        for (var i = 0; i < among.Count; i++)
        {
            if (Touch(among[i], step))
            {
                found.Add(among[i]);
            }
        }

        return found;
    }

    private PlanStep Capped(IReadOnlyList<Standing> among, PlanStep step)
    {
        foreach (var x in among)
        {
            // Whether it goes further than the cap is seen at once, whether it is touched is not.
            if (x.Ruling.Cap is { } cap && Within(cap, step) is { } capped && Touch(x, step))
            {
                step = capped;
            }
        }

        return step;
    }

    /// <summary>The step within a cap; null where it keeps to it already.</summary>
    private static PlanStep? Within(Cap cap, PlanStep step)
    {
        var level = Math.Min(step.Level, cap.Level ?? step.Level);
        var (range, pace) = (Least(step.RangePercent, cap.RangePercent), Least(step.PacePercent, cap.PacePercent));
        var pattern = cap.HoldSeconds is { } hold ? SwapWays.Shorter(step.Pattern, hold) : step.Pattern;
        return level == step.Level && range == step.RangePercent && pace == step.PacePercent && pattern == step.Pattern
            ? null
            : step with
            {
                Level = level,
                RangePercent = range,
                PacePercent = pace,
                Pattern = pattern,
            };
    }

    private bool Touch(Standing x, PlanStep step) =>
        (x.Kinds & context.Touching.Kinds(step)) != 0 && context.Touching.Any(x.Ruling, x.Triggers, step);

    private static int? Least(int? have, int? cap) => cap is { } c ? Math.Min(have ?? 100, c) : have;
}
