using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Giving;

/// <summary>
/// The running session as a fold over its events. While it runs, the place in the plan moves with the clock; events only
/// move it, hold it or note something. A reload or a second tablet therefore shows the same moment.
/// </summary>
/// <param name="started">The plan it started on, worked out.</param>
/// <param name="amended">The plan from an amendment on, by the id of its event.</param>
public sealed class Session(Expansion started, KnowledgeBase knowledge, IReadOnlyDictionary<Guid, Expansion>? amended = null)
{
    private static readonly SessionState Empty = new()
    {
        Phase = GivePhase.NotStarted,
        Responses = [],
        Levels = new Dictionary<string, int>(),
        Travelled = [],
    };

    /// <summary>Folds the log. Events are taken once each, by id; one that makes no sense where it stands changes nothing.</summary>
    public SessionState Fold(IEnumerable<GiveEvent> events) => SessionLog.InOrder(events, Stops, OnePress).Aggregate(Empty, Apply);

    public SessionState Apply(SessionState state, GiveEvent e) => Apply(state, new LogEntry(e, e.At, LogPart.Whole));

    /// <summary>The plan the session stands on, worked out.</summary>
    public Expansion In(SessionState state) => state.Basis is { } id && amended?.GetValueOrDefault(id) is { } later ? later : started;

    private SessionState Apply(SessionState state, LogEntry entry)
    {
        var e = entry.Event;
        // A clock that ran backwards must not take work back.
        var at = state.AnchoredAt is { } last && entry.At < last ? last : entry.At;
        var stayed = state.StayingSince is not null;
        var next = Happened(stayed && EndsStay(entry) ? Left(state, at) : state, entry, at);
        // Who held on and then moves on is at work again; only a pause is ended by itself.
        next = stayed && next.Phase is GivePhase.Paused && Moves(e.Kind) ? next with { Phase = GivePhase.Running } : next;
        return Rests(state) && !Rests(next)
            ? next with
            {
                Pauses = [.. next.Pauses!.SkipLast(1), next.Pauses![^1] with { Until = at }],
            }
            : next;
    }

    private SessionState Happened(SessionState state, LogEntry entry, Instant at)
    {
        var e = entry.Event;
        var expansion = In(state);
        return (state.Phase, e.Kind) switch
        {
            (_, GiveEventKind.Response) => Respond(state, entry, at),
            (_, GiveEventKind.Annotate) => Annotated(state, e),
            (_, GiveEventKind.Happened or GiveEventKind.HappenedMore or GiveEventKind.FollowedUp) => SomethingHappened(state, e, at),
            (GivePhase.NotStarted, GiveEventKind.Start) => state with { Phase = GivePhase.Running, StartedAt = at, AnchoredAt = at },
            (GivePhase.Running or GivePhase.Paused, GiveEventKind.Next) => Jump(state, at, Next(expansion, Cursor(state, at))),
            (GivePhase.Running or GivePhase.Paused, GiveEventKind.Back) => Jump(state, at, Back(expansion, Cursor(state, at))),
            (GivePhase.Running or GivePhase.Paused, GiveEventKind.Again) => Jump(
                state,
                at,
                Again(expansion, Cursor(state, at), e.Detail?.Reach)
            ),
            (GivePhase.Running or GivePhase.Paused, GiveEventKind.Deeper) => LevelChange.By(1, state, e, expansion, StepOf(e, state, at)),
            (GivePhase.Running or GivePhase.Paused, GiveEventKind.Lighter) => LevelChange.By(-1, state, e, expansion, StepOf(e, state, at)),
            (GivePhase.Running, GiveEventKind.Stay) => Moved(state, at) with { Phase = GivePhase.Paused, StayingSince = at },
            (GivePhase.Running, GiveEventKind.Pause) => Paused(Moved(state, at), e, at),
            (GivePhase.Paused, GiveEventKind.Pause) => Rests(state) ? Explained(state, e) : Paused(state, e, at),
            (_, GiveEventKind.Breath) => Breathed(state, at),
            (not GivePhase.Finished, GiveEventKind.OutBy) => state with { EndSet = true, OutBy = e.Detail?.Until },
            (GivePhase.Paused, GiveEventKind.Resume) => state with { Phase = GivePhase.Running, AnchoredAt = at },
            (GivePhase.Stopped, GiveEventKind.GoOn) => state with { Phase = GivePhase.Running, AnchoredAt = at, StoppedBy = null },
            (GivePhase.Running or GivePhase.Paused or GivePhase.Stopped, GiveEventKind.PlanAmended) => Amend(state, e, at),
            (GivePhase.Running or GivePhase.Paused or GivePhase.Stopped, GiveEventKind.Finish) => Moved(state, at) with
            {
                Phase = GivePhase.Finished,
                FinishedAt = at,
            },
            _ => state,
        };
    }

    /// <summary>Place in the plan at an instant, in seconds from its start; never past its end.</summary>
    public double Cursor(SessionState state, Instant now) =>
        Math.Min(
            In(state).TotalSeconds,
            state.Phase is GivePhase.Running && state.AnchoredAt is { } anchor && now > anchor
                ? state.CursorSeconds + (now - anchor).TotalSeconds
                : state.CursorSeconds
        );

    /// <summary>Seconds behind the plan (ahead when negative): time since the start less the place in the plan.</summary>
    public double LateSeconds(SessionState state, Instant now) =>
        state.StartedAt is { } start ? ((state.FinishedAt ?? now) - start).TotalSeconds - Cursor(state, now) : 0;

    /// <summary>The step a session is in at an instant; the last one at the end.</summary>
    public ExpandedStep StepAt(SessionState state, Instant now) => StepAt(In(state), Cursor(state, now));

    /// <summary>The step a place in a plan lies in; the last one at the end.</summary>
    public static ExpandedStep StepAt(Expansion expansion, double cursor)
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

    /// <summary>
    /// What was given, step by step, beside what was planned; steps that an amendment took out are listed as far as they were given.
    /// </summary>
    public IReadOnlyList<GivenStep> Given(SessionState state)
    {
        var banked = (state.Banked ?? []).ToDictionary(b => b.Step);
        var now = In(state)
            .Steps.Select(s =>
            {
                var before = banked.GetValueOrDefault(s.Id);
                return new GivenStep(
                    s.Id,
                    s.Seconds,
                    Math.Round(
                        (before?.GivenSeconds ?? 0)
                            + (state.Stayed?.GetValueOrDefault(s.Id) ?? 0)
                            + state.Travelled.Sum(t => Overlap(t, s.StartSeconds, s.StartSeconds + s.Seconds)),
                        1
                    ),
                    s.Presses.Count,
                    (before?.GivenPresses ?? 0)
                        + state.Travelled.Sum(t =>
                            s.Presses.Count(p => p.StartSeconds >= t.FromSeconds - 1e-9 && p.StartSeconds < t.ToSeconds)
                        ),
                    state.Levels.GetValueOrDefault(s.Id, s.Level)
                );
            })
            .ToList();
        var still = now.Select(g => g.Step).ToHashSet();
        return [.. banked.Values.Where(b => b.GivenSeconds > 0 && !still.Contains(b.Step)), .. now];
    }

    private static double Overlap(ClockSpan t, double from, double to) =>
        Math.Max(0, Math.Min(t.ToSeconds, to) - Math.Max(t.FromSeconds, from));

    /// <summary>Paused with the hands off, not held on.</summary>
    private static bool Rests(SessionState state) =>
        state is { Phase: GivePhase.Paused, StayingSince: null, Pauses: [.., { Until: null }] };

    private SessionState Paused(SessionState state, GiveEvent e, Instant at) =>
        state with
        {
            Phase = GivePhase.Paused,
            Pauses = [.. state.Pauses ?? [], new(at, StepAt(In(state), state.CursorSeconds).Id, Why: e.Text)],
        };

    private static SessionState Explained(SessionState state, GiveEvent e) =>
        e.Text is null ? state : state with { Pauses = [.. state.Pauses!.SkipLast(1), state.Pauses![^1] with { Why = e.Text }] };

    private SessionState Breathed(SessionState state, Instant at)
    {
        var breath = Breathing.Tapped(state.Breath, at, knowledge.Pace);
        var told = breath is { PerMinute: { } rate, Taps.Count: Breathing.TapsForRate } ? new BreathRate(at, rate) : null;
        var tapped = state with { Breath = breath, BreathRates = told is null ? state.BreathRates : [.. state.BreathRates ?? [], told] };
        return state.Phase is not GivePhase.Running ? tapped
            : Moved(tapped, at) is var moved
                ? moved with
                {
                    CursorSeconds = Breathing.OnTheBreath(StepAt(In(moved), moved.CursorSeconds), moved.CursorSeconds),
                }
            : tapped;
    }

    /// <summary>It is always kept; what happens while hands are on stops them.</summary>
    private SessionState SomethingHappened(SessionState state, GiveEvent e, Instant at)
    {
        var noted = state with { Happened = Giving.Happened.With(state.Happened, e, StepOf(e, state, at).Id) };
        return e is { Kind: GiveEventKind.Happened, Response: not null } && state.Phase is GivePhase.Running or GivePhase.Paused
            ? Moved(noted, at) with
            {
                Phase = GivePhase.Stopped,
                StoppedBy = e.Response,
            }
            : noted;
    }

    private Duration OnePress => Duration.FromSeconds(knowledge.GivingTimes.OnePressSeconds);

    private bool Stops(string response) => knowledge.Responses.Find(response)?.Effect == ResponseKind.Stop;

    private static bool Moves(GiveEventKind kind) => kind is GiveEventKind.Next or GiveEventKind.Back or GiveEventKind.Again;

    /// <summary>Whether the hands are off the place after it.</summary>
    private bool EndsStay(LogEntry entry) =>
        entry.Event.Kind switch
        {
            GiveEventKind.Response => entry.Part is not LogPart.NoteOnly && entry.Event.Response is { } response && Stops(response),
            GiveEventKind.Pause or GiveEventKind.Resume or GiveEventKind.Finish or GiveEventKind.PlanAmended or GiveEventKind.Happened =>
                true,
            var kind => Moves(kind),
        };

    /// <summary>The time a place was held on for is the step's.</summary>
    private SessionState Left(SessionState state, Instant at)
    {
        var step = StepAt(In(state), state.CursorSeconds).Id;
        var seconds = Math.Max(0, (at - state.StayingSince!.Value).TotalSeconds);
        return state with
        {
            StayingSince = null,
            Stayed = new Dictionary<string, double>(state.Stayed ?? new Dictionary<string, double>())
            {
                [step] = (state.Stayed?.GetValueOrDefault(step) ?? 0) + seconds,
            },
        };
    }

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
    private static double Next(Expansion expansion, double cursor)
    {
        var step = StepAt(expansion, cursor);
        var end = step.StartSeconds + step.Seconds;
        var rest = end - step.RestSeconds;
        return step.RestSeconds > 0 && cursor < rest - 1e-9 ? rest : end;
    }

    /// <summary>The step again, or the place of it that is under way.</summary>
    private static double Again(Expansion expansion, double cursor, LevelReach? reach)
    {
        var step = StepAt(expansion, cursor);
        return reach is LevelReach.Place && step.Presses.Any(p => p.StartSeconds <= cursor)
            ? step.Presses.Last(p => p.StartSeconds <= cursor).StartSeconds
            : step.StartSeconds;
    }

    private double Back(Expansion expansion, double cursor)
    {
        var step = StepAt(expansion, cursor);
        return cursor - step.StartSeconds > knowledge.GivingTimes.BackToPreviousSeconds
            ? step.StartSeconds
            : StepAt(expansion, Math.Max(0, step.StartSeconds - 0.05)).StartSeconds;
    }

    /// <summary>A response is always kept. Only one noted while the session runs changes what comes after it.</summary>
    private SessionState Respond(SessionState state, LogEntry entry, Instant at)
    {
        var e = entry.Event;
        if (e.Response is null)
        {
            return state;
        }

        var when = state.Phase switch
        {
            GivePhase.NotStarted => NotedWhen.Early,
            GivePhase.Finished => NotedWhen.Late,
            _ => NotedWhen.During,
        };
        var step = StepOf(e, state, at);
        var noted =
            entry.Part is LogPart.EffectOnly
                ? state
                : state with
                {
                    Responses = [.. state.Responses, new(e.Id, e.At, e.Response, e.Step ?? step.Id, e.Text, when, e.Detail)],
                };
        if (when is not NotedWhen.During || entry.Part is LogPart.NoteOnly)
        {
            return noted;
        }

        return knowledge.Responses.Find(e.Response)?.Effect switch
        {
            ResponseKind.Lower => LevelChange.By(-1, noted, LevelReach.Rest, null, In(state), step),
            ResponseKind.Stop => Moved(noted, at) with { Phase = GivePhase.Stopped, StoppedBy = e.Response },
            _ => noted,
        };
    }

    /// <summary>Words and strength added to what was noted; what is not said stays.</summary>
    private static SessionState Annotated(SessionState state, GiveEvent e) =>
        state with
        {
            Responses =
            [
                .. state.Responses.Select(r =>
                    r.Id != e.Detail?.Of ? r : r with { Text = e.Text ?? r.Text, Detail = (r.Detail ?? new()).With(e.Detail) }
                ),
            ],
        };

    /// <summary>The step an event was noted at: the one it names, else the one under way.</summary>
    public ExpandedStep StepOf(GiveEvent e, SessionState state, Instant at) =>
        (e.Step is { } id ? In(state).Steps.FirstOrDefault(s => s.Id == id) : null) ?? StepAt(state, at);

    /// <summary>
    /// What was given so far is put by; the place in the step stays, or comes after what was done last when the step is gone.
    /// </summary>
    private SessionState Amend(SessionState state, GiveEvent e, Instant at)
    {
        if (amended?.GetValueOrDefault(e.Id) is not { } next)
        {
            return state;
        }

        var moved = Moved(state, at);
        var old = In(state);
        var cursor = Carried(old, next, moved.CursorSeconds);
        var levels = old.Steps.ToDictionary(s => s.Id, s => s.Level);
        // A level planned anew stands above what was made of the old one.
        bool AsBefore(string step) =>
            next.Steps.FirstOrDefault(s => s.Id == step) is { } s && s.Level == levels.GetValueOrDefault(step, s.Level);
        return moved with
        {
            Basis = e.Id,
            Banked = Given(moved),
            Travelled = [],
            Stayed = null,
            CursorSeconds = cursor,
            Levels = moved.Levels.Where(l => AsBefore(l.Key)).ToDictionary(),
            PlaceLevels = moved.PlaceLevels?.Where(l => AsBefore(l.Key)).ToDictionary(),
            Seams = [.. moved.Seams ?? [], new(e.Id, at, cursor, e.Text ?? "")],
        };
    }

    private static double Carried(Expansion old, Expansion next, double cursor)
    {
        var here = StepAt(old, cursor);
        if (next.Steps.FirstOrDefault(s => s.Id == here.Id) is { } same)
        {
            return Math.Round(same.StartSeconds + Math.Min(cursor - here.StartSeconds, same.Seconds), 3);
        }

        var before = old.Steps.TakeWhile(s => s.Id != here.Id).LastOrDefault(s => next.Steps.Any(n => n.Id == s.Id));
        return before is null ? 0
            : next.Steps.First(s => s.Id == before.Id) is var left ? left.StartSeconds + left.Seconds
            : 0;
    }
}
