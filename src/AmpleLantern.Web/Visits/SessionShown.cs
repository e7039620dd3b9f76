using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Techniques;
using NodaTime;

namespace AmpleLantern.Web.Visits;

/// <summary>The running session as a device is shown it.</summary>
public static class SessionShown
{
    /// <param name="events">How many there are: an answer with fewer is older.</param>
    public static SessionView Of(VisitFrame frame, int events, Instant at) =>
        new()
        {
            Phase = frame.State.Phase,
            Now = at,
            StartedAt = frame.State.StartedAt,
            AnchoredAt = frame.State.AnchoredAt,
            CursorSeconds = frame.State.CursorSeconds,
            LateSeconds = Math.Round(frame.Session.LateSeconds(frame.State, at), 1),
            SayLateFromSeconds = frame.Knowledge.GivingTimes.SayLateFromSeconds,
            BackToPreviousSeconds = frame.Knowledge.GivingTimes.BackToPreviousSeconds,
            Levels = frame.State.Levels,
            PlaceLevels = frame.State.PlaceLevels ?? new Dictionary<string, IReadOnlyDictionary<int, int>>(),
            StoppedBy = frame.State.StoppedBy,
            Responses = frame.State.Responses,
            Events = events,
            Basis = frame.State.Basis,
            Seams = frame.State.Seams ?? [],
            FinishedAt = frame.State.FinishedAt,
            StayingSince = frame.State.StayingSince,
            Pauses = frame.State.Pauses ?? [],
            Breath = frame.State.Breath,
            BreathRates = frame.State.BreathRates ?? [],
            SlowestBreathsPerMinute = frame.Knowledge.Pace.SlowestBreathsPerMinute,
            FastestBreathsPerMinute = frame.Knowledge.Pace.FastestBreathsPerMinute,
            OutBy = frame.OutBy(at),
            Happened = frame.State.Happened ?? [],
            OfferFromSeconds = frame.Knowledge.GivingTimes.OfferFromSeconds,
        };
}
