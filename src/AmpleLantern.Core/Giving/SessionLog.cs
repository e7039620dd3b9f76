using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using NodaTime;

namespace AmpleLantern.Core.Giving;

/// <summary>What of an event counts at its place in the log.</summary>
public enum LogPart
{
    Whole,
    NoteOnly,
    EffectOnly,
}

/// <summary>An event at the instant it counts from.</summary>
public readonly record struct LogEntry(GiveEvent Event, Instant At, LogPart Part);

/// <summary>Puts the events of several devices in the one order they are folded in.</summary>
public static class SessionLog
{
    /// <summary>
    /// Each id once. A device's own events keep the order of its counter, so that a clock set back moves nothing; between devices
    /// the time decides. A stop that reached the server after others had already moved on is noted where it was felt and stops from
    /// the moment it became known: it must not undo work that was really given.
    /// </summary>
    /// <param name="stops">Whether a response stops the session.</param>
    /// <param name="onePress">Two remotes that tell the same within so long told it once; what is noted is kept from both.</param>
    public static IReadOnlyList<LogEntry> InOrder(IEnumerable<GiveEvent> events, Func<string, bool> stops, Duration onePress = default)
    {
        var timed = events.DistinctBy(e => e.Id).GroupBy(e => e.Device ?? "").SelectMany(Timed).ToList();
        LogEntry[] ordered =
        [
            .. timed
                .SelectMany(e => Parts(e, timed, stops))
                .OrderBy(e => e.At)
                .ThenBy(e => e.Event.Device ?? "", StringComparer.Ordinal)
                .ThenBy(e => e.Event.Counter)
                .ThenBy(e => e.Event.Id),
        ];
        var kept = new List<LogEntry>(ordered.Length);
        foreach (var e in ordered)
        {
            if (!kept.AsEnumerable().Reverse().TakeWhile(o => e.At - o.At < onePress).Any(o => Echoes(e, o)))
            {
                kept.Add(e);
            }
        }

        return kept;
    }

    private static bool Echoes(LogEntry e, LogEntry of) =>
        e.Event.Kind == of.Event.Kind
        && e.Event.Device != of.Event.Device
        && e.Event.Kind
            is GiveEventKind.Next
                or GiveEventKind.Back
                or GiveEventKind.Again
                or GiveEventKind.Pause
                or GiveEventKind.Resume
                or GiveEventKind.Stay;

    private static IEnumerable<LogEntry> Timed(IEnumerable<GiveEvent> ofOneDevice)
    {
        var latest = Instant.MinValue;
        foreach (var e in ofOneDevice.OrderBy(e => e.Counter).ThenBy(e => e.At))
        {
            latest = Instant.Max(latest, e.At);
            yield return new(e, latest, LogPart.Whole);
        }
    }

    private static IEnumerable<LogEntry> Parts(LogEntry e, List<LogEntry> all, Func<string, bool> stops) =>
        e.Event is { Kind: GiveEventKind.Response, Response: { } response, ReceivedAt: { } received }
        && stops(response)
        && all.Any(o => o.Event.Device != e.Event.Device && o.At > e.At && o.Event.ReceivedAt < received && Moves(o.Event.Kind))
            ? [e with { Part = LogPart.NoteOnly }, new(e.Event, Instant.Max(received, e.At), LogPart.EffectOnly)]
            : [e];

    private static bool Moves(GiveEventKind kind) =>
        kind
            is not (
                GiveEventKind.Response
                or GiveEventKind.Annotate
                or GiveEventKind.Deeper
                or GiveEventKind.Lighter
                or GiveEventKind.Breath
                or GiveEventKind.OutBy
                or GiveEventKind.Happened
                or GiveEventKind.HappenedMore
                or GiveEventKind.FollowedUp
                or GiveEventKind.Pause
                or GiveEventKind.Stay
            );
}
