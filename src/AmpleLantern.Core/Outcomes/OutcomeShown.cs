using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Outcomes;

/// <summary>What a session's measures come to, in one word.</summary>
public enum Helped
{
    NotMeasured,
    Better,
    Same,
    Worse,
}

/// <summary>A measure as it was taken and judged.</summary>
public sealed record MeasureJudged(Measure Measure, Change Change);

/// <summary>Whether it helped: what decides the headline, and what was taken.</summary>
/// <param name="By">The measures behind the verdict.</param>
/// <param name="Taken">Measures with a value before or after.</param>
public sealed record OutcomeShown(Helped Helped, IReadOnlyList<MeasureJudged> By, IReadOnlyList<MeasureJudged> Taken)
{
    /// <param name="sealedWith">The measures a signed visit was judged by; changes without a measure anywhere are left out.</param>
    public static OutcomeShown Of(IReadOnlyList<Change> changes, IReadOnlyList<Measure>? sealedWith, KnowledgeBase knowledge)
    {
        var judged = changes
            .Select(c => (Measure: sealedWith?.FirstOrDefault(m => m.Id == c.Measure) ?? knowledge.Measures.Find(c.Measure), c))
            .Where(x => x.Measure is not null)
            // As it was judged then, in the unit that is read now.
            .Select(x => new MeasureJudged(x.Measure! with { Shown = knowledge.Measures.Find(x.Measure.Id)?.Shown }, x.c))
            .ToList();
        // What asks about the days before tells of the session before, not of this one.
        List<MeasureJudged> With(ChangeVerdict verdict) => [.. judged.Where(j => j.Change.Verdict == verdict && !j.Measure.OfDays)];
        var taken = judged.Where(j => j.Change.Before is not null || j.Change.After is not null).ToList();
        var (helped, by) =
            With(ChangeVerdict.Worse) is { Count: > 0 } worse ? (Helped.Worse, worse)
            : With(ChangeVerdict.Better) is { Count: > 0 } better ? (Helped.Better, better)
            : With(ChangeVerdict.Same) is { Count: > 0 } same ? (Helped.Same, same)
            : (Helped.NotMeasured, []);
        return new(helped, by, taken);
    }
}

/// <summary>A step that was given otherwise than planned.</summary>
public sealed record GivenOtherwise(string Step, string Name, double PlannedSeconds, double GivenSeconds);

/// <summary>What was given against what was planned, added up.</summary>
/// <param name="EndedAt">Name of the step the session ended in, where it ended before the plan did.</param>
/// <param name="NotReached">Steps after the end that were never begun; they are one fact, not many.</param>
/// <param name="Otherwise">Steps left out or given clearly shorter or longer, before the end.</param>
public sealed record GivenSummary(
    double GivenSeconds,
    double PlannedSeconds,
    int GivenSteps,
    int PlannedSteps,
    int GivenPresses,
    string? EndedAt,
    int NotReached,
    IReadOnlyList<GivenOtherwise> Otherwise
)
{
    /// <param name="clearSeconds">A smaller difference between given and planned is not told:
    /// <see cref="Giving.GivingTimes.GivenOtherwiseSeconds"/>.</param>
    public static GivenSummary Of(
        IReadOnlyList<GivenStep> given,
        SessionState state,
        Expansion expansion,
        IReadOnlyDictionary<string, PlanStep> steps,
        double clearSeconds
    )
    {
        var done = given.Where(g => g.GivenSeconds > 0).ToList();
        var last = given.ToList().FindLastIndex(g => g.GivenSeconds > 0);
        var early = state.Phase is GivePhase.Finished && state.CursorSeconds < expansion.TotalSeconds - 1;
        var upTo = early ? given.Take(last + 1) : given;
        string Name(string step) => steps.GetValueOrDefault(step)?.Name ?? step;
        return new(
            Math.Round(done.Sum(g => g.GivenSeconds), 1),
            expansion.TotalSeconds,
            done.Count,
            given.Count,
            given.Sum(g => g.GivenPresses),
            early && last >= 0 ? Name(given[last].Step) : null,
            early ? given.Count - last - 1 : 0,
            state.Phase is GivePhase.NotStarted
                ? []
                :
                [
                    .. upTo.Where(g => g.GivenSeconds <= 0 || Math.Abs(g.GivenSeconds - g.PlannedSeconds) > clearSeconds)
                        .Select(g => new GivenOtherwise(g.Step, Name(g.Step), g.PlannedSeconds, g.GivenSeconds)),
                ]
        );
    }
}
