using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;

namespace AmpleLantern.Core.Screening;

/// <summary>Finds ways to answer a finding, and applies them. Every way offered has been screened itself.</summary>
public static class Swaps
{
    public const string LeaveOut = "leave-out";

    /// <summary>For each step touched by an avoid or a modify: the permitted ways, best first.</summary>
    public static IReadOnlyList<Swap> For(ScreenSubject subject, IReadOnlyList<Finding> findings, ScreenContext context)
    {
        var triggered = Screen.Triggered(subject, context.School, context.Knowledge);
        return
        [
            .. findings.Where(f => f.Outcome is Outcome.Avoid or Outcome.Modify)
                .SelectMany(f => f.Steps.SelectMany(id => Ways(f, context.Plan.Step(id), triggered, context))),
        ];
    }

    /// <summary>The plan with one swap carried out; what comes in keeps to the caps of the day.</summary>
    /// <exception cref="RefusalException">The plan has no such step any more.</exception>
    /// <exception cref="KnowledgeException">The replacement is not known.</exception>
    public static Plan Apply(ScreenSubject subject, string stepId, string replacement, ScreenContext context)
    {
        var step = context.Plan.Step(stepId);
        var triggered = Screen.Triggered(subject, context.School, context.Knowledge);
        var changed = Capped(Changed(step, replacement, context.School, context.Knowledge), triggered, context);
        return context.Plan with { Steps = [.. context.Plan.Steps.SelectMany(s => s.Id == stepId ? changed : [s])] };
    }

    /// <summary>
    /// The plan with the best way taken for every finding that has one, finding after finding, screened anew in between.
    /// What then still stands has no way and needs a decision.
    /// </summary>
    public static Plan Settle(ScreenSubject subject, ScreenContext context)
    {
        // Each round changes or removes every step one finding touches, so rounds are few; the limit is a safety line.
        for (var round = 0; round < MostRounds; round++)
        {
            var screen = Screen.Run(subject, context.Plan, context.School, context.Tempo, context.Knowledge);
            if (screen.Swaps.Count == 0)
            {
                break;
            }

            var rule = screen.Swaps[0].Rule;
            foreach (var best in screen.Swaps.Where(s => s.Rule == rule).DistinctBy(s => s.Step))
            {
                context = context with { Plan = Apply(subject, best.Step, best.Replacement, context) };
            }
        }

        return context.Plan;
    }

    private const int MostRounds = 60;

    private static IEnumerable<Swap> Ways(
        Finding finding, PlanStep step, IReadOnlyList<(Rule, IReadOnlyList<Trigger>)> triggered, ScreenContext context)
    {
        var before = WorkOf([step], context);
        // A change of level or position may stand on a step that is forbidden anyway, but must not make it so.
        var forbidden = finding.Outcome is Outcome.Modify && Forbidden([step], triggered, context);
        foreach (var (id, saying) in Candidates(finding, step, context.Knowledge))
        {
            var after = Capped(Changed(step, id, context.School, context.Knowledge), triggered, context);
            if (forbidden || !Forbidden(after, triggered, context))
            {
                yield return new(finding.Rule, step.Id, id, saying, WorkOf(after, context) - before);
            }
        }
    }

    private static IEnumerable<(string Id, string Saying)> Candidates(Finding finding, PlanStep step, KnowledgeBase knowledge)
    {
        if (finding.Outcome is Outcome.Modify)
        {
            foreach (var position in (finding.Cap?.Positions ?? []).Where(p => step.AlsoIn.Contains(p)))
            {
                yield return ($"position:{position}", $"{knowledge.Positions[position].Name} instead");
            }

            if (finding.Cap?.Level is { } level)
            {
                yield return ($"level:{level}", $"level {level} instead of {step.Level}");
            }

            yield break;
        }

        var technique = knowledge.Techniques[step.Technique];
        foreach (var r in knowledge.Replacements.All.Where(r =>
            r.For == technique.Family && (r.Regions.Count == 0 || r.Regions.Contains(step.Region))))
        {
            yield return (r.Id, r.Saying);
        }

        foreach (var contact in technique.Contacts.Where(c => c != step.Contact)
            .Select(c => knowledge.Contacts[c]).OrderBy(c => c.Strength))
        {
            yield return ($"contact:{contact.Id}", $"the same with the {contact.Name.ToLowerInvariant()}");
        }

        foreach (var position in step.AlsoIn)
        {
            yield return ($"position:{position}", $"the same, {knowledge.Positions[position].Name.ToLowerInvariant()}");
        }

        yield return (LeaveOut, "leave it out");
    }

    private static IReadOnlyList<PlanStep> Changed(PlanStep step, string replacement, School school, KnowledgeBase knowledge)
    {
        if (replacement == LeaveOut)
        {
            return [];
        }

        var parts = replacement.Split(':', 2);
        return parts switch
        {
            ["contact", var c] => [step with { Contact = knowledge.Contacts[c].Id, InsteadOf = step.InsteadOf ?? step.Name }],
            ["position", var p] => [step with { Position = knowledge.Positions[p].Id }],
            ["level", var l] when int.TryParse(l, out var level) => [step with { Level = Math.Min(step.Level, level) }],
            _ => [.. knowledge.Replacements[replacement].Steps.Select(t => Placed(t, step, school, knowledge))],
        };
    }

    private static PlanStep Placed(StepTemplate template, PlanStep step, School school, KnowledgeBase knowledge)
    {
        var pair = step.Pair is null ? null : $"{step.Pair}.{template.Id}";
        var placed = FlowPlans.Step(template, $"{step.Id}.{template.Id}", step.Block, step.Side, pair, knowledge, school);
        // The client stays as they lie, where the new work allows it.
        var position = template.AlsoIn?.Contains(step.Position) == true ? step.Position : placed.Position;
        return placed with { InsteadOf = step.Name, Role = step.Role, Position = position };
    }

    /// <summary>New steps keep to the level caps that stand today.</summary>
    private static IReadOnlyList<PlanStep> Capped(
        IReadOnlyList<PlanStep> steps, IReadOnlyList<(Rule Rule, IReadOnlyList<Trigger> Triggers)> triggered, ScreenContext context)
    {
        int Cap(PlanStep s) => triggered.SelectMany(t => t.Rule.Then.Where(e => e.Cap?.Level is not null)
                .Where(e => t.Triggers.Any(x => Screen.Touches(e.On, x.Entry, s, context.Knowledge))))
            .Select(e => e.Cap!.Level!.Value).DefaultIfEmpty(s.Level).Min();
        return [.. steps.Select(s => s with { Level = Math.Min(s.Level, Cap(s)) })];
    }

    private static bool Forbidden(
        IReadOnlyList<PlanStep> steps, IReadOnlyList<(Rule Rule, IReadOnlyList<Trigger> Triggers)> triggered, ScreenContext context) =>
        steps.Any(s => triggered.Any(t => t.Rule.Then.Any(e => e.Outcome is Outcome.Avoid && e.On is not null
            && t.Triggers.Any(x => Screen.Touches(e.On, x.Entry, s, context.Knowledge)))));

    private static double WorkOf(IReadOnlyList<PlanStep> steps, ScreenContext context) => Math.Round(
        steps.Sum(s => PlanExpansion.WorkSeconds(s, s.Repeats, context.Tempo, context.Knowledge)), 1);
}
