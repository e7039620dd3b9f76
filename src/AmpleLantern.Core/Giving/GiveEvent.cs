using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Giving;

public enum GiveEventKind
{
    Start,
    Next,
    Back,
    Again,
    Pause,
    Resume,
    Stay,
    Deeper,
    Lighter,
    Breath,
    OutBy,
    Happened,
    HappenedMore,
    FollowedUp,
    Response,
    Annotate,
    GoOn,
    Finish,
    PlanAmended,
}

/// <summary>One thing that happened while giving. The log of these is the session.</summary>
/// <param name="Id">Made by the client, so that a repeated delivery changes nothing.</param>
/// <param name="At">When it was done, by the device's clock set to the server's.</param>
/// <param name="Response">Id of the response, for <see cref="GiveEventKind.Response"/>; of what happened, for
/// <see cref="GiveEventKind.Happened"/>.</param>
/// <param name="Text">Free words: where it radiates to, what was said; for an amendment, what was changed.</param>
/// <param name="Step">Id of the step that was on the screen, so that a late arrival stays where it was noted.</param>
/// <param name="Device">The page it was noted on; its events are in the order of <paramref name="Counter"/>, whatever its clock
/// did.</param>
/// <param name="Detail">Of a response: where it was and how strong. Of an annotation: what is added to an earlier one. Of a change of
/// level: how far it reaches. Of an end: when it is.</param>
/// <param name="ReceivedAt">When the server stored it; null while it waits on the device.</param>
public sealed record GiveEvent(
    Guid Id,
    Instant At,
    GiveEventKind Kind,
    string? Response = null,
    string? Text = null,
    string? Step = null,
    string? Device = null,
    long Counter = 0,
    Instant? ReceivedAt = null,
    EventDetail? Detail = null
);

/// <summary>Where something was noted or changed, and how strong it was.</summary>
/// <param name="Station">The place of the step that was under way, from 1.</param>
/// <param name="Place">What that is called: a point, a vertebra, a part.</param>
/// <param name="Strength">1 a little, 2 clearly, 3 strongly.</param>
/// <param name="Of">Id of the response it is added to, for <see cref="GiveEventKind.Annotate"/>; of what happened, for what is said of
/// it later.</param>
/// <param name="Reach">What a change of level holds for, or what is given again; the step when not said.</param>
/// <param name="Until">When the session must be over, for <see cref="GiveEventKind.OutBy"/>; null where it may end when it ends.</param>
/// <param name="Done">What was done when something happened.</param>
/// <param name="Told">Who was told of it.</param>
public sealed record EventDetail(
    int? Station = null,
    string? Place = null,
    Side? Side = null,
    int? Strength = null,
    Guid? Of = null,
    LevelReach? Reach = null,
    Instant? Until = null,
    IReadOnlyList<string>? Done = null,
    string? Told = null
)
{
    /// <summary>The strongest that can be said.</summary>
    public const int MostStrength = 3;

    /// <summary>Whether its numbers can be.</summary>
    public bool CanBe => Strength is null or (>= 1 and <= MostStrength) && Station is null or (>= 1 and <= Patterns.MostStations);

    /// <summary>What is said later laid over it.</summary>
    public EventDetail With(EventDetail? later) =>
        later is null
            ? this
            : this with
            {
                Station = later.Station ?? Station,
                Place = later.Place ?? Place,
                Side = later.Side ?? Side,
                Strength = later.Strength ?? Strength,
            };
}

/// <summary>Where a running session stands.</summary>
public enum GivePhase
{
    NotStarted,
    Running,
    Paused,
    Stopped,
    Finished,
}

/// <summary>Whether a response was noted while the session ran, before it began or after it was over.</summary>
public enum NotedWhen
{
    During,
    Early,
    Late,
}

/// <summary>A response with the step it was noted at.</summary>
/// <param name="Response">Its id; one that this knowledge does not have is read as the word it is.</param>
public sealed record NotedResponse(
    Guid Id,
    Instant At,
    string Response,
    string Step,
    string? Text,
    NotedWhen When = NotedWhen.During,
    EventDetail? Detail = null
);

/// <summary>What was given of one step.</summary>
/// <param name="GivenSeconds">Time spent in it, repeats of the whole step included.</param>
/// <param name="Level">Level it was given at, as it was changed on the way.</param>
public sealed record GivenStep(string Step, double PlannedSeconds, double GivenSeconds, int PlannedPresses, int GivenPresses, int Level);

/// <summary>A place on the thread where the plan was changed on the way.</summary>
/// <param name="AtSeconds">Place in the plan as it then was, from its start.</param>
/// <param name="Saying">What was changed.</param>
public sealed record Seam(Guid Id, Instant At, double AtSeconds, string Saying);

/// <summary>A running session, folded from its events.</summary>
public sealed record SessionState
{
    public required GivePhase Phase { get; init; }

    public Instant? StartedAt { get; init; }

    public Instant? AnchoredAt { get; init; }

    /// <summary>Place in the plan at <see cref="AnchoredAt"/>, in seconds from its start.</summary>
    public double CursorSeconds { get; init; }

    public required IReadOnlyList<NotedResponse> Responses { get; init; }

    /// <summary>Levels changed on the way, by step id.</summary>
    public required IReadOnlyDictionary<string, int> Levels { get; init; }

    /// <summary>Levels of single places of a step, where they were changed: by step id, then by station.</summary>
    public IReadOnlyDictionary<string, IReadOnlyDictionary<int, int>>? PlaceLevels { get; init; }

    /// <summary>The response that stopped it, while it is stopped.</summary>
    public string? StoppedBy { get; init; }

    public required IReadOnlyList<ClockSpan> Travelled { get; init; }

    public Instant? FinishedAt { get; init; }

    /// <summary>The amendment it stands on; null for the basis it started on.</summary>
    public Guid? Basis { get; init; }

    /// <summary>What was given of each step under earlier bases.</summary>
    public IReadOnlyList<GivenStep>? Banked { get; init; }

    public IReadOnlyList<Seam>? Seams { get; init; }

    /// <summary>While a place is held on for longer than planned: since when. The clock waits, the hands do not rest.</summary>
    public Instant? StayingSince { get; init; }

    /// <summary>Seconds held on longer at a step, by its id.</summary>
    public IReadOnlyDictionary<string, double>? Stayed { get; init; }

    public IReadOnlyList<PauseTaken>? Pauses { get; init; }

    /// <summary>What happened beside the work: fainting, a fall, pain that stays.</summary>
    public IReadOnlyList<Happened>? Happened { get; init; }

    /// <summary>The last out-breaths that were tapped along with, and the rate they came to.</summary>
    public Breathing? Breath { get; init; }

    /// <summary>How fast the client breathed, each time it was told.</summary>
    public IReadOnlyList<BreathRate>? BreathRates { get; init; }

    /// <summary>Whether an end was set on the way, also the end that it may end when it ends.</summary>
    public bool EndSet { get; init; }

    /// <summary>When it must be over, where that was set.</summary>
    public Instant? OutBy { get; init; }
}

/// <summary>Hands off, and why.</summary>
/// <param name="Until">Null while it lasts.</param>
/// <param name="Why">Null until somebody says.</param>
public sealed record PauseTaken(Instant At, string Step, Instant? Until = null, string? Why = null);

/// <summary>A stretch of the plan that was worked without a jump, in plan seconds.</summary>
public readonly record struct ClockSpan(double FromSeconds, double ToSeconds);
