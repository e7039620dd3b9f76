using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning;

/// <summary>The edits a plan takes one at a time.</summary>
public enum PlanEditKind { Move, Level, Repeats, Hold, Contact, Side, Remove, AllowRest }

/// <summary>One edit of one step.</summary>
/// <param name="Number">The level, repeats, seconds of the hold or rest, or the new place in the list (0 is first).</param>
/// <param name="Word">The contact or side.</param>
/// <param name="BothSides">Do the same to the step's twin on the other side, so that the sides stay equal.</param>
public sealed record PlanEdit(PlanEditKind Kind, string Step, double? Number = null, string? Word = null, bool BothSides = true);

public static class PlanEdits
{
    /// <summary>The plan after one edit, checked.</summary>
    /// <exception cref="RefusalException">The edit cannot be; the plan is as before.</exception>
    public static Plan Apply(Plan plan, PlanEdit edit, KnowledgeBase knowledge)
    {
        var step = plan.Step(edit.Step);
        var edited = edit.Kind switch
        {
            PlanEditKind.Move => Move(plan, step, Whole(edit, "place")),
            PlanEditKind.Remove => plan with { Steps = [.. plan.Steps.Where(s => !Concerns(s, step, edit))] },
            _ => plan.With(s => Concerns(s, step, edit) ? Changed(s, edit) : s),
        };
        PlanCheck.Check(edited, knowledge);
        return edited;
    }

    private static bool Concerns(PlanStep s, PlanStep step, PlanEdit edit) =>
        s.Id == step.Id || edit.BothSides && edit.Kind is not PlanEditKind.Side && step.Pair is not null && s.Pair == step.Pair;

    private static PlanStep Changed(PlanStep step, PlanEdit edit) => edit.Kind switch
    {
        PlanEditKind.Level => step with { Level = Whole(edit, "level") },
        PlanEditKind.Repeats => WithRepeats(step, Whole(edit, "number of repeats")),
        PlanEditKind.Hold => WithHold(step, Number(edit)),
        PlanEditKind.Contact => step with { Contact = edit.Word ?? "" },
        PlanEditKind.Side => step with { Side = SideOf(edit.Word), Pair = null },
        PlanEditKind.AllowRest => step with { NoTouchSeconds = Number(edit) },
        _ => step,
    };

    private static Plan Move(Plan plan, PlanStep step, int to)
    {
        var steps = plan.Steps.Where(s => s.Id != step.Id).ToList();
        steps.Insert(Math.Clamp(to, 0, steps.Count), step);
        return plan with { Steps = steps };
    }

    /// <summary>A number outside the range widens it: the hand knows better, the fit then keeps to it.</summary>
    private static PlanStep WithRepeats(PlanStep step, int repeats) => step with
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
            throw new RefusalException("hold-outside-school",
                $"This hold lasts {hold.Min:0} to {hold.Max:0} s by your school. Choose a number in between.", "/number");
        }

        return step with
        {
            Pattern = step.Pattern with { Breaths = null, Hold = new(Math.Min(hold.Min, seconds), seconds, Math.Max(hold.Max, seconds)) },
        };
    }

    private static Side SideOf(string? word) => Enum.TryParse<Side>(word, ignoreCase: true, out var side)
        ? side
        : throw new RefusalException("unknown-side", "A side is left, right, both or mid.", "/word");

    private static double Number(PlanEdit edit) => edit.Number is { } n && double.IsFinite(n)
        ? n
        : throw new RefusalException("number-missing", "Give a number.", "/number");

    private static int Whole(PlanEdit edit, string what) => Number(edit) is var n && n == Math.Floor(n) && Math.Abs(n) < 10_000
        ? (int)n
        : throw new RefusalException("not-whole", $"The {what} is a whole number.", "/number");
}
