using NodaTime;

namespace AmpleLantern.Core.Giving;

/// <summary>What was noted after a visit was signed: kept beside the record, and marked.</summary>
public static class LateNotes
{
    public static SessionState Over(SessionState sealedState, IEnumerable<GiveEvent> events, Instant signedAt)
    {
        var after = events.Where(e => e.ReceivedAt > signedAt).OrderBy(e => e.At).ToList();
        var sealedIn = sealedState.Responses.Select(r => r.Id).ToHashSet();
        var late = after
            .Where(e => e is { Kind: GiveEventKind.Response, Response: not null } && !sealedIn.Contains(e.Id))
            .Select(e => new NotedResponse(e.Id, e.At, e.Response!, e.Step ?? "", e.Text, NotedWhen.Late, e.Detail))
            .ToList();
        return sealedState with
        {
            Responses = late.Count == 0 ? sealedState.Responses : [.. sealedState.Responses, .. late],
            Happened = after.Aggregate(sealedState.Happened, (all, e) => Happened.With(all, e, e.Step ?? "")),
        };
    }
}
