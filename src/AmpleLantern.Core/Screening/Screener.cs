using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening;

/// <summary>
/// Screening as a pure function: the person on a day, a plan, a school profile and the knowledge give findings and swaps.
/// The order of the facts does not matter.
/// </summary>
public static class Screener
{
    /// <summary>The verdict when nothing touches the plan.</summary>
    public const string Clear = "clear";

    public static ScreenResult Run(ScreenSubject subject, Plan plan, School school, Tempo tempo, PracticeKnowledge knowledge) =>
        Run(subject, new(plan, PlanExpansion.Expand(plan, tempo, knowledge), school, tempo, knowledge));

    /// <summary>The same, where the plan is expanded already.</summary>
    public static ScreenResult Run(ScreenSubject subject, ScreenContext context)
    {
        var (screen, triggered) = Judge(subject, context);
        return screen with { Swaps = Swaps.For(screen.Findings, triggered, context) };
    }

    /// <summary>What stands, without ways round it: for lists of many visits.</summary>
    public static ScreenResult Findings(ScreenSubject subject, ScreenContext context) => Judge(subject, context).Screen;

    private static (ScreenResult Screen, IReadOnlyList<(Rule, IReadOnlyList<Trigger>)> Triggered) Judge(
        ScreenSubject subject,
        ScreenContext context
    )
    {
        FactCheck.Check(subject, context.Knowledge);
        var triggered = Triggered(subject, context.School, context.Knowledge);
        var (touching, standing) = Findings(triggered, context);
        return (new(Verdict(touching), touching, [], standing, Derived.From(subject, context.Knowledge).Unresolved), triggered);
    }

    /// <summary>The verdict alone, for screening many people at once.</summary>
    public static string VerdictOf(ScreenSubject subject, Plan plan, School school, Tempo tempo, PracticeKnowledge knowledge)
    {
        var context = new ScreenContext(plan, PlanExpansion.Expand(plan, tempo, knowledge), school, tempo, knowledge);
        return Verdict(Findings(Triggered(subject, school, knowledge), context).Touching);
    }

    /// <summary>Findings alone, strongest first; those that touch the plan apart from those that only stand.</summary>
    public static (IReadOnlyList<Finding> Touching, IReadOnlyList<Finding> Standing) Findings(
        IReadOnlyList<(Rule Rule, IReadOnlyList<Trigger> Triggers)> triggered,
        ScreenContext context
    )
    {
        var all = triggered
            .SelectMany(t => t.Rule.Then.Select(e => Finding(t.Rule, e, t.Triggers, context)))
            .OrderBy(f => f.Outcome)
            .ThenBy(f => f.Rule, StringComparer.Ordinal)
            .ToList();
        return (
            [.. all.Where(f => f.WholeVisit || f.Steps.Count > 0)],
            [.. all.Where(f => !f.WholeVisit && f.Steps.Count == 0 && f.Fact != Conditions.AboutThePlan)]
        );
    }

    /// <summary>The rules that this person sets off today, whatever the plan, as the school and clearances leave them.</summary>
    public static IReadOnlyList<(Rule Rule, IReadOnlyList<Trigger> Triggers)> Triggered(
        ScreenSubject subject,
        School school,
        PracticeKnowledge knowledge
    )
    {
        var derived = Derived.From(subject, knowledge).Subject;
        return
        [
            .. knowledge
                .RulesFor(derived.Facts)
                .Select(r => (Rule: r, Triggers: Conditions.Triggers(r.When, derived, school, knowledge)))
                .Where(x => x.Triggers.Count > 0)
                .Select(x => (Cleared(InSchool(x.Rule, school, knowledge), derived), Spoken(x.Triggers))),
        ];
    }

    /// <summary>What only let a condition hold ("not this") has no side and no region: it touches nothing beside what was said.</summary>
    private static IReadOnlyList<Trigger> Spoken(IReadOnlyList<Trigger> triggers) =>
        triggers.Any(t => t.Fact.Length > 0) ? [.. triggers.Where(t => t.Fact.Length > 0)] : triggers;

    /// <summary>Where the school chose the shorter list, the rule still says so, as a note.</summary>
    private static Rule InSchool(Rule rule, School school, PracticeKnowledge knowledge) =>
        rule.UnlessSchool is { } unless && unless.Choice == school.Chose(unless.Question, knowledge)
            ? rule with
            {
                Then =
                [
                    .. rule.Then.Select(e =>
                        e with
                        {
                            Outcome = Outcome.Note,
                            Cap = null,
                            Say = $"Left to you by this school's choice: {rule.Title}",
                        }
                    ),
                ],
            }
            : rule;

    /// <summary>A physician's OK turns "only with an OK" into a note; whatever else the rule says stays.</summary>
    private static Rule Cleared(Rule rule, ScreenSubject subject) =>
        rule.Then.Any(e => e.Outcome is Outcome.Clearance)
        && subject.Clearances?.LastOrDefault(c => c.Rule == rule.Id && c.HoldsOn(subject.Date)) is { } ok
            ? rule with
            {
                Then =
                [
                    .. rule.Then.Select(e =>
                        e.Outcome is not Outcome.Clearance
                            ? e
                            : e with
                            {
                                Outcome = Outcome.Note,
                                Say = $"Cleared by {ok.Physician} until {DaysSaid.Short.Format(ok.Expires)}: {ok.Scope}",
                            }
                    ),
                ],
            }
            : rule;

    private static Finding Finding(Rule rule, Ruling ruling, IReadOnlyList<Trigger> triggers, ScreenContext context)
    {
        var knowledge = context.Knowledge;
        var ordered = ruling.On is null ? [] : context.Touching.Steps(ruling, triggers, context);
        var schools = rule.UnlessSchool is { } choice
            ? knowledge.Schools.All.Where(s => s.Chose(choice.Question, knowledge) != choice.Choice).Select(s => s.Name).ToList()
            : [];
        triggers = Told(ruling, triggers, ordered, context);
        var trigger = triggers.FirstOrDefault(t => t.Fact.Length > 0) ?? triggers[0];
        return new()
        {
            Outcome = ruling.Outcome,
            Rule = rule.Id,
            Title = ruling.Say ?? rule.Title,
            Fact = trigger.Fact,
            Because = string.Join("; ", triggers.Select(t => t.Saying).Where(s => s.Length > 0).Distinct().Order(StringComparer.Ordinal)),
            Steps = ordered,
            Why = rule.Why,
            Instead = [.. rule.Instead.Select(i => knowledge.Replacements.Find(i)?.Saying ?? i)],
            Source = rule.Source.ToString(),
            Schools = schools,
            Cap = ruling.Cap,
            WholeVisit = ruling.On is null,
            When = Conditions.Spoken(rule.When, knowledge),
            Refer = ruling.Refer || ruling.Imaging,
            Imaging = ruling.Imaging,
        };
    }

    /// <summary>Of several of a kind (places, products, sides) those for which a step is touched: the others are no reason here.</summary>
    private static IReadOnlyList<Trigger> Told(
        Ruling ruling,
        IReadOnlyList<Trigger> triggers,
        IReadOnlyList<string> steps,
        ScreenContext context
    )
    {
        var follows = ruling.On is { } on && (on.SameSide || on.SameRegion || on.SameLimb || on.NamedProduct);
        if (triggers.Count == 1 || steps.Count == 0 || !follows)
        {
            return triggers;
        }

        List<PlanStep> touched = [.. context.Plan.Steps.Where(s => steps.Contains(s.Id))];
        List<Trigger> told = [.. triggers.Where(t => touched.Exists(s => context.Touching.Touches(ruling.On, t.Entry, s)))];
        return told.Count > 0 ? told : triggers;
    }

    private static string Verdict(IReadOnlyList<Finding> findings) => findings.Count == 0 ? Clear : Words.Of(findings.Min(f => f.Outcome));
}

/// <summary>What screening a plan needs besides the person.</summary>
public sealed record ScreenContext(Plan Plan, Expansion Expansion, School School, Tempo Tempo, PracticeKnowledge Knowledge)
{
    /// <summary>What the steps do is worked out once, however the plan is changed.</summary>
    internal Touching Touching { get; } = new(Knowledge);
}
