using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Screening;

/// <summary>
/// Screening as a pure function: the person on a day, a plan, a school profile and the knowledge give findings and swaps.
/// The order of the facts does not matter.
/// </summary>
public static class Screen
{
    public static ScreenResult Run(ScreenSubject subject, Plan plan, School school, Tempo tempo, KnowledgeBase knowledge)
    {
        FactCheck.Check(subject, knowledge);
        var context = new ScreenContext(plan, PlanExpansion.Expand(plan, tempo, knowledge), school, tempo, knowledge);
        var (touching, standing) = Findings(Triggered(subject, school, knowledge), context);
        return new(Verdict(touching), touching, Swaps.For(subject, touching, context), standing);
    }

    /// <summary>Findings alone, strongest first; those that touch the plan apart from those that only stand.</summary>
    public static (IReadOnlyList<Finding> Touching, IReadOnlyList<Finding> Standing) Findings(
        IReadOnlyList<(Rule Rule, IReadOnlyList<Trigger> Triggers)> triggered, ScreenContext context)
    {
        var all = triggered.SelectMany(t => t.Rule.Then.Select(e => Finding(t.Rule, e, t.Triggers, context)))
            .OrderBy(f => f.Outcome).ThenBy(f => f.Rule, StringComparer.Ordinal).ToList();
        return ([.. all.Where(f => f.WholeVisit || f.Steps.Count > 0)], [.. all.Where(f => !f.WholeVisit && f.Steps.Count == 0 && f.Fact != Conditions.AboutThePlan)]);
    }

    /// <summary>The rules that this person sets off today, whatever the plan.</summary>
    public static IReadOnlyList<(Rule Rule, IReadOnlyList<Trigger> Triggers)> Triggered(
        ScreenSubject subject, School school, KnowledgeBase knowledge) =>
    [
        .. knowledge.Rules.All
            .Select(r => (InSchool(r, school), Conditions.Triggers(r.When, subject, school, knowledge)))
            .Where(p => p.Item2.Count > 0),
    ];

    /// <summary>Whether an effect, set off by an entry, touches a step.</summary>
    public static bool Touches(Target? target, FactEntry? entry, PlanStep step, KnowledgeBase knowledge)
    {
        if (target is null)
        {
            return true;
        }

        var technique = knowledge.Techniques[step.Technique];
        var region = knowledge.Regions[step.Region];
        return In(target.Families, technique.Family)
            && In(target.Techniques, technique.Id)
            && In(target.Contacts, step.Contact)
            && In(target.Regions, region.Id, region.Limb)
            && In(target.LiesOn, knowledge.Positions[step.Position].LiesOn)
            && (target.LevelAbove is not { } level || step.Level > level)
            && (!target.NoTouchMissing || step.NoTouchSeconds <= 0)
            && (!target.SameSide || step.Side.Touches(entry?.Side))
            && (!target.SameRegion || entry?.Region is not { } named || named == region.Id || named == region.Limb);
    }

    /// <summary>Where the school chose the shorter list, the rule still says so, as a note.</summary>
    private static Rule InSchool(Rule rule, School school) => rule.UnlessSchool?.Choice == school.HoldExclusions
        ? rule with
        {
            Then = [.. rule.Then.Select(e => e with { Outcome = Outcome.Note, Cap = null, Say = $"Left to you by this school's choice: {rule.Title}" })],
        }
        : rule;

    private static bool In(IReadOnlyList<string>? wanted, params ReadOnlySpan<string?> given)
    {
        if (wanted is null)
        {
            return true;
        }

        foreach (var g in given)
        {
            if (g is not null && wanted.Contains(g))
            {
                return true;
            }
        }

        return false;
    }

    private static Finding Finding(Rule rule, Effect effect, IReadOnlyList<Trigger> triggers, ScreenContext context)
    {
        var knowledge = context.Knowledge;
        var steps = effect.On is null
            ? []
            : triggers.SelectMany(t => Touched(effect.On, t.Entry, context)).Distinct().ToList();
        // A step that already keeps to the cap is not touched by it.
        if (effect.Cap?.Level is { } cap)
        {
            steps.RemoveAll(id => context.Plan.Step(id).Level <= cap);
        }

        var ordered = context.Plan.Steps.Where(s => steps.Contains(s.Id)).Select(s => s.Id).ToList();
        var schools = rule.UnlessSchool is { } choice
            ? knowledge.Schools.All.Where(s => s.HoldExclusions != choice.Choice).Select(s => s.Name).ToList()
            : [];
        var trigger = triggers[0];
        return new(
            effect.Outcome, rule.Id, effect.Say ?? rule.Title, trigger.Fact,
            string.Join("; ", triggers.Select(t => t.Saying).Where(s => s.Length > 0).Distinct().Order(StringComparer.Ordinal)), ordered,
            rule.Why, [.. rule.Instead.Select(i => knowledge.Replacements.Find(i)?.Saying ?? i)], rule.Source.ToString(), schools,
            effect.Cap, effect.On is null);
    }

    private static IEnumerable<string> Touched(Target target, FactEntry? entry, ScreenContext context)
    {
        var touched = context.Plan.Steps.Select(s => Touches(target, entry, s, context.Knowledge)).ToList();
        if (target.ContinuousOverSeconds is not { } limit)
        {
            return context.Plan.Steps.Where((_, i) => touched[i]).Select(s => s.Id);
        }

        return LongRuns(context, touched, limit);
    }

    private static IEnumerable<string> LongRuns(ScreenContext context, List<bool> touched, int limit)
    {
        for (var i = 0; i < touched.Count;)
        {
            var end = i;
            while (end < touched.Count && touched[end])
            {
                end++;
            }

            if (context.Expansion.Steps.Skip(i).Take(end - i).Sum(s => s.Seconds) > limit)
            {
                foreach (var step in context.Plan.Steps.Skip(i).Take(end - i))
                {
                    yield return step.Id;
                }
            }

            i = Math.Max(end, i + 1);
        }
    }

    private static string Verdict(IReadOnlyList<Finding> findings) =>
        findings.Count == 0 ? Clear : Words.Of(findings.Min(f => f.Outcome));

    /// <summary>The verdict when nothing touches the plan.</summary>
    public const string Clear = "clear";
}

/// <summary>What screening a plan needs besides the person.</summary>
public sealed record ScreenContext(Plan Plan, Expansion Expansion, School School, Tempo Tempo, KnowledgeBase Knowledge);
