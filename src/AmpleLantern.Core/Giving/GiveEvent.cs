using NodaTime;

namespace AmpleLantern.Core.Giving;

public enum GiveEventKind { Start, Next, Back, Again, Pause, Resume, Response, GoOn, Finish }

/// <summary>One thing that happened while giving. The log of these is the session.</summary>
/// <param name="Id">Made by the client, so that a repeated delivery changes nothing.</param>
/// <param name="Response">Id of the response, for <see cref="GiveEventKind.Response"/>.</param>
/// <param name="Text">Free words: where it radiates to, what was said.</param>
public sealed record GiveEvent(Guid Id, Instant At, GiveEventKind Kind, string? Response = null, string? Text = null);

/// <summary>Where a running session stands.</summary>
public enum GivePhase { NotStarted, Running, Paused, Stopped, Finished }

/// <summary>A response with the step it was noted at.</summary>
public sealed record NotedResponse(Guid Id, Instant At, string Response, string Step, string? Text);

/// <summary>What was given of one step.</summary>
/// <param name="GivenSeconds">Time spent in it, repeats of the whole step included.</param>
/// <param name="Level">Level it was given at, after responses lowered it.</param>
public sealed record GivenStep(string Step, double PlannedSeconds, double GivenSeconds, int PlannedPresses, int GivenPresses, int Level);

/// <summary>A running session, folded from its events.</summary>
/// <param name="CursorSeconds">Place in the plan at <see cref="AnchoredAt"/>, in seconds from its start.</param>
/// <param name="Levels">Levels changed by responses, by step id.</param>
/// <param name="StoppedBy">The response that stopped it, while it is stopped.</param>
public sealed record SessionState(
    GivePhase Phase, Instant? StartedAt, Instant? AnchoredAt, double CursorSeconds, IReadOnlyList<NotedResponse> Responses,
    IReadOnlyDictionary<string, int> Levels, string? StoppedBy, IReadOnlyList<Stretch> Travelled, Instant? FinishedAt);

/// <summary>A stretch of the plan that was worked without a jump, in plan seconds.</summary>
public readonly record struct Stretch(double FromSeconds, double ToSeconds);
