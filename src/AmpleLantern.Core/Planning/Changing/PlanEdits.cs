using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Changing;

/// <summary>The edits a plan takes one at a time.</summary>
public enum PlanEditKind
{
    Move,
    Level,
    Repeats,
    Hold,
    Contact,
    Side,
    Remove,
    AllowRest,
    Range,
    Pin,
    Unpin,
    Note,
    Position,
    Mirror,
    Split,
    Again,
    Group,
    Interleave,
    WorseSide,
    Silence,
    Unsilence,
    Rename,
    Press,
    Change,
    OneSide,
    Rounds,
}

/// <summary>One edit of one step, or of several.</summary>
/// <param name="Number">The level, repeats, seconds of the hold or rest, the least of the range, how often the series is given, or the
/// new place in the list (0 is first).</param>
/// <param name="Word">
/// The contact, side, position, note, heading, reason, new name, or the block that is given again after others.
/// </param>
/// <param name="BothSides">Do the same to the step's twin on the other side, so that the sides stay equal.</param>
/// <param name="Steps">Further steps the same is done to.</param>
/// <param name="Upper">The most of the range.</param>
/// <param name="Blocks">The blocks after which another is given again.</param>
/// <param name="Rule">The order rule that is set aside.</param>
/// <param name="Press">How the body leans or hangs for the step; none to have it worked out from the level.</param>
/// <param name="Change">What of the step is otherwise.</param>
/// <param name="By">Who does it, for what is kept with a name.</param>
public sealed record PlanEdit(
    PlanEditKind Kind,
    string Step,
    double? Number = null,
    string? Word = null,
    bool BothSides = true,
    IReadOnlyList<string>? Steps = null,
    int? Upper = null,
    IReadOnlyList<string>? Blocks = null,
    string? Rule = null,
    string? By = null,
    Setting? Press = null,
    StepChange? Change = null
);

public static class PlanEdits
{
    /// <summary>The plan after one edit, checked.</summary>
    /// <exception cref="RefusalException">The edit cannot be; the plan is as before.</exception>
    public static Plan Apply(Plan plan, PlanEdit edit, KnowledgeBase knowledge)
    {
        var edited = edit.Kind switch
        {
            PlanEditKind.WorseSide => plan with { WorseSide = edit.Word is null ? null : SideOf(edit.Word) },
            PlanEditKind.Rename => plan with { Name = Said(edit, "name") },
            PlanEditKind.Silence => Silence(plan, edit, knowledge),
            PlanEditKind.Unsilence => plan with { Silenced = [.. (plan.Silenced ?? []).Where(s => s.Rule != edit.Rule)] },
            PlanEditKind.Interleave => PlanSets.Interleave(plan, Said(edit, "block"), edit.Blocks ?? []),
            _ => OfSteps(plan, edit, knowledge),
        };
        PlanCheck.Check(edited, knowledge);
        var before = plan.Steps.ToDictionary(s => s.Id);
        foreach (var step in edited.Steps)
        {
            if (before.TryGetValue(step.Id, out var was) && was != step)
            {
                StepAllows.Check(was, step, knowledge);
            }
        }

        return edited;
    }

    private static Plan OfSteps(Plan plan, PlanEdit edit, KnowledgeBase knowledge)
    {
        var step = plan.Step(edit.Step);
        var steps = (edit.Steps ?? []).Prepend(edit.Step).Distinct().Select(plan.Step).ToList();
        var inOrder = plan.Steps.Where(s => steps.Any(x => x.Id == s.Id)).ToList();
        bool Concerned(PlanStep s) => steps.Any(x => Concerns(plan, s, x, edit));
        return edit.Kind switch
        {
            PlanEditKind.Move => Move(plan, inOrder, Whole(edit, "place")),
            PlanEditKind.Remove => plan with { Steps = [.. plan.Steps.Where(s => !Concerned(s))] },
            PlanEditKind.Mirror => PlanSets.WithTwins(plan, inOrder, knowledge),
            PlanEditKind.Split => plan.Steps.Where(Concerned).Aggregate(plan, (p, s) => PlanSets.Split(p, p.Step(s.Id))),
            PlanEditKind.Rounds => Rounds.Given(plan, inOrder, Whole(edit, "number of rounds"), knowledge),
            PlanEditKind.Again => PlanSets.Again(plan, inOrder),
            PlanEditKind.OneSide when steps.Count == 1 => OneSide.Through(plan, knowledge),
            PlanEditKind.OneSide => OneSide.Through(plan, inOrder, knowledge),
            PlanEditKind.Side => OnSide(plan, step, SideOf(edit.Word), knowledge),
            PlanEditKind.Group => PlanSets.Group(plan, inOrder, Said(edit, "heading")),
            PlanEditKind.Level when steps.Count > 1 => plan.With(s =>
                Concerned(s) ? s with { Level = s.Level + Whole(edit, "level") - step.Level, Press = null } : s
            ),
            PlanEditKind.Repeats when steps.Count > 1 => plan.With(s =>
                Concerned(s) ? WithRepeats(s, s.Repeats + Whole(edit, "number of repeats") - step.Repeats) : s
            ),
            PlanEditKind.Change when edit.Change is { } change => plan.With(s =>
                !Concerned(s) ? s
                : s.Side == step.Side ? change.On(s, knowledge)
                : change.Mirrored().On(s, knowledge)
            ),
            _ => plan.With(s => Concerned(s) ? Changed(s, edit) : s),
        };
    }

    /// <remarks>What is changed in one round of a series is changed in all.</remarks>
    private static bool Concerns(Plan plan, PlanStep s, PlanStep step, PlanEdit edit) =>
        s.Id == step.Id
        || edit.Kind is not PlanEditKind.Side
            && plan.SameStep(s) == plan.SameStep(step)
            && (edit.BothSides || plan.FirstRound(s).Id == plan.FirstRound(step).Id);

    private static PlanStep Changed(PlanStep step, PlanEdit edit) =>
        edit.Kind switch
        {
            PlanEditKind.Level => step with { Level = Whole(edit, "level"), Press = null },
            PlanEditKind.Repeats => WithRepeats(step, Whole(edit, "number of repeats")),
            PlanEditKind.Hold => WithHold(step, Number(edit)),
            PlanEditKind.Contact => step with { Contact = edit.Word ?? "", Press = null },
            PlanEditKind.AllowRest => step with { NoTouchSeconds = Number(edit) },
            PlanEditKind.Range => WithRange(step, Whole(edit, "least"), edit.Upper ?? Whole(edit, "least")),
            PlanEditKind.Pin => step with { Pinned = true },
            PlanEditKind.Unpin => step with { Pinned = false },
            PlanEditKind.Note => step with { Note = string.IsNullOrWhiteSpace(edit.Word) ? null : edit.Word.Trim() },
            PlanEditKind.Position => step with { Position = edit.Word ?? "" },
            PlanEditKind.Press => step with { Press = edit.Press },
            _ => step,
        };

    /// <summary>
    /// The step on another side. Of a client who lies on that side it is given when they lie on the other, with what is given then.
    /// </summary>
    private static Plan OnSide(Plan plan, PlanStep step, Side side, KnowledgeBase knowledge)
    {
        var there = step with { Side = side, Pair = null, RoundOf = null };
        if (!OneSide.IsBelow(there, knowledge) || OneSide.IsBelow(step, knowledge))
        {
            return plan.With(s => s.Id == step.Id ? there : s);
        }

        var turned = there with { Position = knowledge.Positions[there.Position].Mirror! };
        var last = plan.Steps.LastOrDefault(s => s.Id != step.Id && s.Position == turned.Position && s.Role is StepRole.Work) ?? step;
        return plan with
        {
            Steps =
            [
                .. plan
                    .Steps.Where(s => s.Id != step.Id || s == last)
                    .SelectMany(s =>
                        s.Id == step.Id ? [turned]
                        : s == last ? [s, turned]
                        : new[] { s }
                    ),
            ],
        };
    }

    private static Plan Silence(Plan plan, PlanEdit edit, KnowledgeBase knowledge)
    {
        RefusalException.Unless(
            edit.Rule is not null && knowledge.OrderRules.Has(edit.Rule),
            "unknown-rule",
            "There is no such rule of order.",
            "/rule"
        );
        RefusalException.Unless(
            edit.Word?.Trim().Length >= ShortestReason,
            "reason-too-short",
            "Say in a few words why it is right here.",
            "/word"
        );
        return plan with
        {
            Silenced = [.. (plan.Silenced ?? []).Where(s => s.Rule != edit.Rule), new(edit.Rule!, edit.Word!.Trim(), edit.By ?? "")],
        };
    }

    private const int ShortestReason = 5;

    private static string Said(PlanEdit edit, string what) =>
        !string.IsNullOrWhiteSpace(edit.Word) ? edit.Word.Trim() : throw new RefusalException("word-missing", $"Give a {what}.", "/word");

    private static PlanStep WithRange(PlanStep step, int least, int most)
    {
        RefusalException.Unless(
            least >= 1 && least <= most,
            "range-out-of-order",
            "The range of repeats must go from 1 or more upward.",
            "/number"
        );
        RefusalException.Unless(
            step.Repeats >= least && step.Repeats <= most,
            "range-excludes-repeats",
            $"{step.Name} is repeated {step.Repeats} times, which the range {least} to {most} leaves out. Change the repeats first, or widen the range.",
            "/number"
        );
        return step with { Range = new(step.Range.Usual, least, most) };
    }

    /// <summary>A series is moved whole, and nothing is put into the middle of one.</summary>
    private static Plan Move(Plan plan, List<PlanStep> moved, int to)
    {
        var whole = plan.Steps.Where(s => moved.SelectMany(plan.SeriesOf).Any(m => m.Id == s.Id)).ToList();
        // The place that was meant is that of the step that was taken hold of.
        var at = to - whole.FindIndex(s => s.Id == moved[0].Id);
        var steps = plan.Steps.Where(s => whole.All(m => m.Id != s.Id)).ToList();
        at = Math.Clamp(at, 0, steps.Count);
        if (at > 0 && at < steps.Count && plan.SeriesOf(steps[at]) is { Count: > 1 } series && series.Any(s => s.Id == steps[at - 1].Id))
        {
            var (first, last) = (steps.FindIndex(s => s.Id == series[0].Id), steps.FindIndex(s => s.Id == series[^1].Id));
            at = plan.Steps.ToList().IndexOf(whole[0]) < first ? last + 1 : first;
        }

        steps.InsertRange(at, whole);
        return plan with { Steps = steps };
    }

    /// <summary>A number outside the range widens it: the hand knows better, the fit then keeps to it.</summary>
    private static PlanStep WithRepeats(PlanStep step, int repeats) =>
        step with
        {
            Repeats = repeats,
            Range = step.Range with { Min = Math.Min(step.Range.Min, Math.Max(1, repeats)), Max = Math.Max(step.Range.Max, repeats) },
        };

    private static PlanStep WithHold(PlanStep step, double seconds)
    {
        if (!step.Pattern.NeedsTime)
        {
            throw new RefusalException("no-hold", $"{step.Name} is a walk, not a hold. Change its repeats instead.", "/number");
        }

        var hold = step.Pattern.Hold ?? new HoldSeconds(seconds, seconds, seconds);
        if (step.Pattern.UntilPulseSlows && (seconds < hold.Min || seconds > hold.Max))
        {
            throw new RefusalException(
                "hold-outside-school",
                $"This hold lasts {hold.Min:0} to {hold.Max:0} s by your school. Choose a number in between.",
                "/number"
            );
        }

        return step with
        {
            Pattern = step.Pattern with { Breaths = null, Hold = new(Math.Min(hold.Min, seconds), seconds, Math.Max(hold.Max, seconds)) },
        };
    }

    private static Side SideOf(string? word) =>
        Enum.TryParse<Side>(word, ignoreCase: true, out var side)
            ? side
            : throw new RefusalException("unknown-side", "A side is left, right, both or mid.", "/word");

    private static double Number(PlanEdit edit) =>
        edit.Number is { } n && double.IsFinite(n) ? n : throw new RefusalException("number-missing", "Give a number.", "/number");

    private static int Whole(PlanEdit edit, string what) =>
        Number(edit) is var n && n == Math.Floor(n) && Math.Abs(n) < 10_000
            ? (int)n
            : throw new RefusalException("not-whole", $"The {what} is a whole number.", "/number");
}
