using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening;

/// <summary>A kind of change that answers a finding, and what it costs of the step's aim.</summary>
/// <param name="Cost">Points taken off 100.</param>
/// <param name="CostPerMinute">Points for each minute the plan gets longer or shorter.</param>
/// <param name="Why">What of the step stays.</param>
/// <param name="InAll">Needs no judgement: taken where everything is settled at once.</param>
/// <param name="Lessens">The same work, or less of it: no rule that did not touch the step can touch what is left.</param>
[Kind("swapWays", "way of swapping")]
public sealed record SwapWay(string Id, string Name, Source Source, int Cost, int CostPerMinute, string Why, bool InAll, bool Lessens)
    : IKnown;

/// <summary>The ways in which a step can change, and the step as it then is.</summary>
public static class SwapWays
{
    public const string LeaveOut = "leave-out";

    private const int MostOthers = 4;
    private const string Points = "points";
    private const string NoProduct = "no-product";

    /// <summary>The level a way goes down to; null where it is another kind of way.</summary>
    public static int? LevelOf(string way) => way.Split(':', 2) is ["level", var l] && int.TryParse(l, out var level) ? level : null;

    /// <summary>The ways that could answer a finding on a step. Each still has to be screened.</summary>
    public static IEnumerable<(string Kind, string Id, string Saying)> For(
        Finding finding,
        PlanStep step,
        Caps caps,
        ScreenContext context
    ) => finding.Outcome is Outcome.Modify ? Within(finding.Cap, step, context.Knowledge) : Around(step, caps, context);

    /// <summary>Other ways for the step, its aim or its place; the last is to leave it out.</summary>
    internal static IReadOnlyList<(string Kind, string Id, string Saying)> Around(PlanStep step, Caps caps, ScreenContext context) =>
        caps.Once(step, () => Find(step, caps, context));

    /// <summary>Whether a way may be taken without anybody choosing it.</summary>
    internal static bool InAll(string way, KnowledgeBase knowledge) =>
        knowledge.SwapWays.Find(way.Split(':', 2)[0]) is not { } known || known.InAll;

    /// <summary>The step with a way taken: none, one or several steps.</summary>
    /// <exception cref="KnowledgeException">The way is not known.</exception>
    public static IReadOnlyList<PlanStep> Changed(PlanStep step, string way, Caps caps, ScreenContext context)
    {
        var knowledge = context.Knowledge;
        return way.Split(':', 2) switch
        {
            [LeaveOut] => [],
            [Points] => WithoutPoints(step, caps.PointsOut(step)),
            [NoProduct] => [step with { Products = null }],
            ["contact", var c] =>
            [
                step with
                {
                    Contact = knowledge.Contacts[c].Id,
                    InsteadOf = step.InsteadOf ?? step.Name,
                    Replaces = step.Replaces ?? step.Id,
                },
            ],
            ["position", var p] => [step with { Position = knowledge.Positions[p].Id }],
            ["surface", var s] => [step with { Surface = s }],
            ["technique", var t] => [Other(step, knowledge.Techniques[t])],
            ["side", var s] when Enum.TryParse<Side>(s, true, out var side) => [step with { Side = side }],
            ["level", var l] when int.TryParse(l, out var level) => [step with { Level = Math.Min(step.Level, level) }],
            ["hold", var h] when int.TryParse(h, out var hold) => [step with { Pattern = Shorter(step.Pattern, hold) }],
            ["range", var r] when int.TryParse(r, out var range) => [step with { RangePercent = range }],
            ["pace", var p] when int.TryParse(p, out var pace) => [step with { PacePercent = pace }],
            _ => [.. knowledge.Replacements[way].Steps.Select(t => Placed(t, step, context.School, knowledge))],
        };
    }

    /// <summary>A pattern that stays no longer than this in one place.</summary>
    public static PatternSpec Shorter(PatternSpec pattern, int seconds) =>
        pattern.Hold is { } h
            ? pattern with
            {
                Hold = new(Math.Min(h.Min, seconds), Math.Min(h.Usual, seconds), Math.Min(h.Max, seconds)),
            }
            : pattern;

    private static IEnumerable<(string Kind, string Id, string Saying)> Within(Cap? cap, PlanStep step, KnowledgeBase knowledge)
    {
        foreach (var position in (cap?.Positions ?? []).Where(p => step.AlsoIn.Contains(p)))
        {
            yield return ("position", $"position:{position}", $"{knowledge.Positions[position].Name} instead");
        }

        if (cap?.Level is { } level)
        {
            yield return ("level", $"level:{level}", $"level {level} instead of {step.Level}");
        }

        if (cap?.HoldSeconds is { } hold)
        {
            yield return ("hold", $"hold:{hold}", $"{hold} s at most");
        }

        if (cap?.RangePercent is { } range)
        {
            yield return ("range", $"range:{range}", $"{range} percent of the range");
        }

        if (cap?.PacePercent is { } pace)
        {
            yield return ("pace", $"pace:{pace}", $"at {pace} percent of the usual pace");
        }

        if (
            cap?.Surface is { } surface
            && knowledge.Techniques[step.Technique] is { } technique
            && (surface == "mat" ? technique.Floor : technique.Table)
        )
        {
            yield return ("surface", $"surface:{surface}", $"the same on the {surface}");
        }
    }

    private static IEnumerable<(string Kind, string Id, string Saying)> Find(PlanStep step, Caps caps, ScreenContext context)
    {
        var knowledge = context.Knowledge;
        var technique = knowledge.Techniques[step.Technique];
        var instead = caps.InsteadOf(technique);
        foreach (
            var r in instead.Replacements.Where(r =>
                r.Regions.Count == 0 || r.Regions.Any(x => x == step.Region || knowledge.Overlap(x, step.Region))
            )
        )
        {
            yield return ("replacement", r.Id, r.Saying);
        }

        var pointsOut = caps.PointsOut(step);
        if (step.Points is { } points && points.Any(pointsOut.Contains) && !points.All(pointsOut.Contains))
        {
            yield return (Points, Points, $"without {string.Join(", ", points.Where(pointsOut.Contains))}");
        }

        if (step.Products is { Count: > 0 })
        {
            yield return (NoProduct, NoProduct, "the same with nothing on the skin");
        }

        // Half of a movement of the whole trunk is no movement of one side.
        if (step.Side is Side.Both && !context.Touching.Effects(step).Any(e => e.Kind is EffectKind.MovesJoint && e.Side is null))
        {
            yield return ("side", "side:left", "the left side only");
            yield return ("side", "side:right", "the right side only");
        }

        foreach (
            var contact in technique
                .Contacts.Where(c => c != step.Contact)
                .Select(c => knowledge.Contacts[c])
                .Where(c => c.Strength <= knowledge.Contacts[step.Contact].Strength)
                .OrderBy(c => c.Strength)
        )
        {
            yield return ("contact", $"contact:{contact.Id}", $"the same with the {contact.Name.ToLowerInvariant()}");
        }

        foreach (var position in step.AlsoIn.Where(p => p != step.Position))
        {
            yield return ("position", $"position:{position}", $"the same, {knowledge.Positions[position].Name.ToLowerInvariant()}");
        }

        var taught = knowledge.AsTaught;
        // A long list of others helps nobody to choose.
        foreach (
            var other in instead.Others.Where(t => CanBeGiven(t, step) && step.Regions.All(r => taught.IsOn(t.Id, r))).Take(MostOthers)
        )
        {
            yield return ("technique", $"technique:{other.Id}", $"{other.Name.ToLowerInvariant()} in its place");
        }

        yield return (LeaveOut, LeaveOut, "leave it out");
    }

    /// <summary>Whether a technique can be given here as things stand.</summary>
    private static bool CanBeGiven(Technique other, PlanStep step) =>
        other.Positions.Contains(step.Position) && other.Patterns.Contains(step.Pattern.Kind);

    private static PlanStep Other(PlanStep step, Technique technique) =>
        step with
        {
            Technique = technique.Id,
            Name = $"{technique.Name} in place of {step.InsteadOf ?? step.Name}",
            Contact = technique.Contacts.Contains(step.Contact) ? step.Contact : technique.Contacts[0],
            Level = technique.Levels.Clamp(step.Level),
            Breath = technique.Breath,
            InsteadOf = step.InsteadOf ?? step.Name,
            Replaces = step.Replaces ?? step.Id,
        };

    private static IReadOnlyList<PlanStep> WithoutPoints(PlanStep step, IReadOnlySet<string> taken)
    {
        List<string> left = [.. (step.Points ?? []).Where(p => !taken.Contains(p))];
        var pattern = step.Pattern.Kind is PatternKind.PointSet ? step.Pattern with { Places = left, Stations = left.Count } : step.Pattern;
        return left.Count == 0 ? [] : [step with { Points = left, Pattern = pattern }];
    }

    private static PlanStep Placed(StepTemplate template, PlanStep step, School school, KnowledgeBase knowledge)
    {
        var pair = step.Pair is null ? null : $"{step.Pair}.{template.Id}";
        var placed = FlowPlans.Step(template, $"{step.Id}.{template.Id}", step.Block, step.Side, pair, knowledge, school);
        // The client stays as they lie, where the new work allows it.
        var position = template.AlsoIn?.Contains(step.Position) == true ? step.Position : placed.Position;
        return placed with
        {
            InsteadOf = step.Name,
            Replaces = step.Replaces ?? step.Id,
            Role = step.Role,
            Position = position,
            Surface = step.Surface,
        };
    }
}

/// <summary>What can take the place of a technique, wherever it is worked.</summary>
/// <param name="Others">
/// Another family of the same tradition for one of the same purposes, that goes no deeper; the nearest in purpose first.
/// </param>
internal sealed record Instead(IReadOnlyList<Replacement> Replacements, IReadOnlyList<Technique> Others)
{
    public static Instead Of(Technique technique, KnowledgeBase knowledge) =>
        new(
            [.. knowledge.Replacements.All.Where(r => knowledge.Is(technique, r.For))],
            [
                .. knowledge
                    .Techniques.All.Where(other =>
                        other.Family != technique.Family
                        && other.Tradition == technique.Tradition
                        && other.Levels.Max <= technique.Levels.Max
                        && other.Purposes.Any(technique.Purposes.Contains)
                    )
                    .OrderByDescending(other => other.Purposes.Count(technique.Purposes.Contains)),
            ]
        );
}
