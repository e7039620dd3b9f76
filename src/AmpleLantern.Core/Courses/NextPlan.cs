using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Courses;

/// <summary>What a session left behind.</summary>
/// <param name="Plan">As it stood at the end.</param>
/// <param name="Responses">What was felt, at which step.</param>
/// <param name="Changes">The measures, judged.</param>
/// <param name="Aims">What it was for; what the complaints of the day suggest where nothing else is known.</param>
public sealed record SessionFound(
    Plan Plan,
    IReadOnlyList<GivenStep> Given,
    IReadOnlyList<(string Step, string Response)> Responses,
    IReadOnlyList<Change> Changes,
    IReadOnlyList<WantedAim> Aims
);

/// <summary>A change of the plan, and what was found that asks for it.</summary>
public sealed record PlanReason(string Because, IReadOnlyList<string> Steps);

/// <summary>A plan made from what the last session found.</summary>
public sealed record PlanFromLast(Plan Plan, IReadOnlyList<PlanReason> Reasons);

/// <summary>Makes the next plan from the last session: what was felt, what was not reached, what the measures say.</summary>
public static class NextPlan
{
    public static PlanFromLast From(SessionFound last, double minutes, School school, Tempo tempo, KnowledgeBase knowledge)
    {
        var draft = new Draft(last.Plan with { Silenced = null }, knowledge);
        Felt(last, draft, knowledge);
        Missed(last, draft, knowledge);
        Measured(last, draft, knowledge);
        Sided(last, draft, knowledge);
        PlanCheck.Check(draft.Plan, knowledge);
        return new(Fit.Within(draft.Plan, minutes, tempo, knowledge), draft.Reasons);
    }

    private static void Felt(SessionFound last, Draft draft, KnowledgeBase knowledge)
    {
        var rules = knowledge.CourseRules;
        foreach (var (step, responses) in last.Responses.GroupBy(r => r.Step).Select(g => (g.Key, g.Select(r => r.Response).ToList())))
        {
            string Named(string id) => knowledge.Responses.Find(id)?.Name ?? id;
            if (responses.Find(rules.Lighter.Contains) is { } lighter)
            {
                draft.Change(
                    [step],
                    s => s with { Level = draft.Lighter(s), Press = null },
                    n => $"“{Named(lighter)}” at {n}: one level lighter"
                );
            }
            else if (responses.Find(rules.More.Contains) is { } more)
            {
                draft.Change([step], Draft.OnceMore, n => $"“{Named(more)}” at {n}: once more");
            }
        }
    }

    /// <summary>What serves the aim and was not reached is kept by the next fit.</summary>
    private static void Missed(SessionFound last, Draft draft, KnowledgeBase knowledge)
    {
        var given = last.Given.Where(g => g.GivenSeconds > 0).Select(g => g.Step).ToHashSet();
        if (given.Count == 0)
        {
            return;
        }

        var missed = last
            .Plan.Steps.Where(s => s.Role is StepRole.Work && !given.Contains(s.Id) && Serves(s, last.Aims, knowledge))
            .Select(s => s.Id)
            .ToList();
        draft.Change(missed, s => s with { Pinned = true }, n => $"Not reached last time: {n} is pinned");
    }

    /// <summary>No change that counts asks for more of it; worse for less.</summary>
    private static void Measured(SessionFound last, Draft draft, KnowledgeBase knowledge)
    {
        var verdicts = last.Changes.Where(c => c.Verdict is not ChangeVerdict.NotMeasured).ToList();
        var aimed = draft.Plan.Steps.Where(s => s.Role is StepRole.Work && Serves(s, last.Aims, knowledge)).Select(s => s.Id).ToList();
        string Measures(ChangeVerdict v) => string.Join(", ", verdicts.Where(c => c.Verdict == v).Select(c => Said(c, knowledge)));
        if (verdicts.Any(c => c.Verdict is ChangeVerdict.Worse))
        {
            draft.Change(
                aimed,
                s => s with { Level = draft.Lighter(s), Press = null },
                n => $"{Measures(ChangeVerdict.Worse)}, worse: {n} one level lighter"
            );
        }
        else if (verdicts.Any(c => c.Verdict is ChangeVerdict.Better))
        {
            draft.Say($"{Measures(ChangeVerdict.Better)}, better: what was given for it stays", aimed);
        }
        else if (
            verdicts.Count > 0
            && !draft.Change(aimed, Draft.OnceMore, n => $"{Measures(ChangeVerdict.Same)}, no change that counts: once more of {n}")
        )
        {
            draft.Say(
                $"{Measures(ChangeVerdict.Same)}, no change that counts, and what is for it is given as often as it may be: exchange a step",
                aimed
            );
        }
    }

    /// <summary>A measure taken on both sides says which is the worse.</summary>
    private static void Sided(SessionFound last, Draft draft, KnowledgeBase knowledge)
    {
        Measure? Known(Change c) => knowledge.Measures.Find(c.Measure);
        foreach (var left in last.Changes.Where(c => Known(c)?.Side is Side.Left))
        {
            var measure = Known(left)!;
            var right = last.Changes.FirstOrDefault(c => Known(c) is { Side: Side.Right } other && other.Family == measure.Family);
            if (
                measure.Direction == "none"
                || (left.After ?? left.Before) is not { } l
                || (right?.After ?? right?.Before) is not { } r
                || Math.Abs(l - r) < measure.Points
            )
            {
                continue;
            }

            var worse = l < r == (measure.Direction == "higher") ? Side.Left : Side.Right;
            if (draft.Plan.WorseSide != worse)
            {
                draft.Plan = draft.Plan with { WorseSide = worse };
                draft.Say(
                    $"{measure.Name} {measure.SayWhole(l)}, the other side {measure.Say(r)}: the {Word(worse)} side is the worse",
                    []
                );
            }
        }
    }

    internal static bool Serves(PlanStep step, IReadOnlyList<WantedAim> aims, KnowledgeBase knowledge) =>
        aims.Any(a =>
            step.Regions.Any(r => knowledge.Overlap(a.Region, r))
            && (a.Side is not (Side.Left or Side.Right) || step.Side is not (Side.Left or Side.Right) || a.Side == step.Side)
        );

    internal static string Said(Change change, KnowledgeBase knowledge) =>
        $"{knowledge.Measures.Find(change.Measure)?.Name ?? change.Measure} {Value(change, change.Compared()?.From, knowledge)} "
        + $"to {Value(change, change.Compared()?.To, knowledge)}";

    private static string Value(Change change, double? value, KnowledgeBase knowledge) =>
        value is not { } v ? "-" : knowledge.Measures.Find(change.Measure)?.Say(v) ?? FormattableString.Invariant($"{v:0.#}");

    private static string Word(Side side) => side.ToString().ToLowerInvariant();

    /// <summary>The plan as it is being made, and why.</summary>
    private sealed class Draft(Plan plan, KnowledgeBase knowledge)
    {
        private const int NamesTold = 3;

        public Plan Plan { get; set; } = plan;

        public List<PlanReason> Reasons { get; } = [];

        public void Say(string because, IReadOnlyList<string> steps) => Reasons.Add(new($"{because}.", steps));

        /// <summary>Changes steps and their twins; what cannot change is not told of.</summary>
        public bool Change(IReadOnlyList<string> ids, Func<PlanStep, PlanStep> change, Func<string, string> because)
        {
            var pairs = Plan.Steps.Where(s => ids.Contains(s.Id) && s.Pair is not null).Select(s => s.Pair).ToHashSet();
            var changed = Plan
                .Steps.Where(s => (ids.Contains(s.Id) || pairs.Contains(s.Pair)) && change(s) != s)
                .ToDictionary(s => s.Id, change);
            if (changed.Count == 0)
            {
                return false;
            }

            Plan = Plan.With(s => changed.GetValueOrDefault(s.Id) ?? s);
            var names = changed.Values.Select(s => s.Name).Distinct().ToList();
            var told = string.Join(", ", names.Take(NamesTold));
            Say(because(names.Count > NamesTold ? $"{told} and {names.Count - NamesTold} more" : told), [.. changed.Keys]);
            return true;
        }

        public int Lighter(PlanStep step) =>
            Math.Max(Math.Min(step.Level, knowledge.Techniques[step.Technique].Levels.Min), step.Level - 1);

        public static PlanStep OnceMore(PlanStep step) =>
            step.Repeats < step.Range.Max && !step.Pinned ? step with { Repeats = step.Repeats + 1 } : step;
    }
}
