using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using NodaTime;

namespace AmpleLantern.Core.Giving;

/// <summary>
/// The running session as a fold over its events. While it runs, the place in the plan moves with the clock; events only
/// move it, hold it or note something. A reload or a second tablet therefore shows the same moment.
/// </summary>
public sealed class Session(Expansion expansion, KnowledgeBase knowledge)
{
    /// <summary>Going back within this many seconds of a step's start goes to the step before.</summary>
    public const double BackToPreviousSeconds = 4;

    private static readonly SessionState Empty =
        new(GivePhase.NotStarted, null, null, 0, [], new Dictionary<string, int>(), null, [], null);

    /// <summary>Folds the log. Events are taken once each, by id; one that makes no sense where it stands changes nothing.</summary>
    public SessionState Fold(IEnumerable<GiveEvent> events) =>
        events.DistinctBy(e => e.Id).Aggregate(Empty, Apply);

    public SessionState Apply(SessionState state, GiveEvent e)
    {
        // A clock that ran backwards must not take work back.
        var at = state.AnchoredAt is { } last && e.At < last ? last : e.At;
        return (state.Phase, e.Kind) switch
        {
            (GivePhase.NotStarted, GiveEventKind.Start) => state with { Phase = GivePhase.Running, StartedAt = at, AnchoredAt = at },
            (GivePhase.Running or GivePhase.Paused, GiveEventKind.Next) => Jump(state, at, Next(Cursor(state, at))),
            (GivePhase.Running or GivePhase.Paused, GiveEventKind.Back) => Jump(state, at, Back(Cursor(state, at))),
            (GivePhase.Running or GivePhase.Paused, GiveEventKind.Again) => Jump(state, at, StepAt(Cursor(state, at)).StartSeconds),
            (GivePhase.Running, GiveEventKind.Pause) => Moved(state, at) with { Phase = GivePhase.Paused },
            (GivePhase.Paused, GiveEventKind.Resume) => state with { Phase = GivePhase.Running, AnchoredAt = at },
            (GivePhase.Stopped, GiveEventKind.GoOn) => state with { Phase = GivePhase.Running, AnchoredAt = at, StoppedBy = null },
            (GivePhase.Running or GivePhase.Paused or GivePhase.Stopped, GiveEventKind.Response) => Respond(state, e, at),
            (GivePhase.Running or GivePhase.Paused or GivePhase.Stopped, GiveEventKind.Finish) =>
                Moved(state, at) with { Phase = GivePhase.Finished, FinishedAt = at },
            _ => state,
        };
    }

    /// <summary>Place in the plan at an instant, in seconds from its start; never past its end.</summary>
    public double Cursor(SessionState state, Instant now) => Math.Min(
        expansion.TotalSeconds,
        state.Phase is GivePhase.Running && state.AnchoredAt is { } anchor && now > anchor
            ? state.CursorSeconds + (now - anchor).TotalSeconds
            : state.CursorSeconds);

    /// <summary>Seconds behind the plan (ahead when negative): time since the start less the place in the plan.</summary>
    public double LateSeconds(SessionState state, Instant now) => state.StartedAt is { } start
        ? ((state.FinishedAt ?? now) - start).TotalSeconds - Cursor(state, now)
        : 0;

    /// <summary>The step a place in the plan lies in; the last one at the end.</summary>
    public ExpandedStep StepAt(double cursor)
    {
        var steps = expansion.Steps;
        var (low, high) = (0, steps.Count - 1);
        while (low < high)
        {
            var middle = (low + high + 1) / 2;
            (low, high) = steps[middle].StartSeconds <= cursor + 1e-9 ? (middle, high) : (low, middle - 1);
        }

        return steps[low];
    }

    /// <summary>What was given, step by step, beside what was planned.</summary>
    public IReadOnlyList<GivenStep> Given(SessionState state) =>
    [
        .. expansion.Steps.Select(s => new GivenStep(
            s.Id, s.Seconds,
            Math.Round(state.Travelled.Sum(t => Overlap(t, s.StartSeconds, s.StartSeconds + s.Seconds)), 1),
            s.Presses.Count,
            state.Travelled.Sum(t => s.Presses.Count(p => p.StartSeconds >= t.FromSeconds - 1e-9 && p.StartSeconds < t.ToSeconds)),
            state.Levels.GetValueOrDefault(s.Id, s.Level))),
    ];

    private static double Overlap(Stretch t, double from, double to) =>
        Math.Max(0, Math.Min(t.ToSeconds, to) - Math.Max(t.FromSeconds, from));

    private SessionState Moved(SessionState state, Instant at)
    {
        var cursor = Cursor(state, at);
        return state with
        {
            AnchoredAt = at,
            CursorSeconds = cursor,
            Travelled = cursor > state.CursorSeconds ? [.. state.Travelled, new(state.CursorSeconds, cursor)] : state.Travelled,
        };
    }

    private SessionState Jump(SessionState state, Instant at, double to) => Moved(state, at) with { CursorSeconds = to };

    /// <summary>A hold is let go into its no-touch rest; anything else moves to the next step.</summary>
    private double Next(double cursor)
    {
        var step = StepAt(cursor);
        var end = step.StartSeconds + step.Seconds;
        var rest = end - step.RestSeconds;
        return step.RestSeconds > 0 && cursor < rest - 1e-9 ? rest : end;
    }

    private double Back(double cursor)
    {
        var step = StepAt(cursor);
        return cursor - step.StartSeconds > BackToPreviousSeconds
            ? step.StartSeconds
            : StepAt(Math.Max(0, step.StartSeconds - 0.05)).StartSeconds;
    }

    private SessionState Respond(SessionState state, GiveEvent e, Instant at)
    {
        if (e.Response is null || knowledge.Responses.Find(e.Response) is not { } kind)
        {
            return state;
        }

        var step = StepAt(Cursor(state, at));
        var noted = state with { Responses = [.. state.Responses, new(e.Id, at, kind.Id, step.Id, e.Text)] };
        return kind.Effect switch
        {
            "lower" => noted with { Levels = Lowered(state.Levels, step) },
            "stop" => Moved(noted, at) with { Phase = GivePhase.Stopped, StoppedBy = kind.Id },
            _ => noted,
        };
    }

    /// <summary>From this step on, the same contact on the same region goes one level lighter, never below 1.</summary>
    private Dictionary<string, int> Lowered(IReadOnlyDictionary<string, int> levels, ExpandedStep from)
    {
        var lowered = new Dictionary<string, int>(levels);
        foreach (var s in expansion.Steps.SkipWhile(s => s != from).Where(s => s.Contact == from.Contact && s.Region == from.Region))
        {
            lowered[s.Id] = Math.Max(1, levels.GetValueOrDefault(s.Id, s.Level) - 1);
        }

        return lowered;
    }
}
