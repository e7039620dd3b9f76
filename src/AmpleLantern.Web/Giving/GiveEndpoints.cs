using System.Text.Json;
using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Giving;

/// <summary>Something a device noted. Its kind is a word, so that one this server does not know is answered and not lost.</summary>
public sealed record NotedEvent(
    Guid Id,
    Instant At,
    string Kind,
    string? Response = null,
    string? Text = null,
    string? Step = null,
    string? Device = null,
    long Counter = 0,
    EventDetail? Detail = null
);

/// <summary>Events not yet answered, oldest first. Sending one again changes nothing.</summary>
public sealed record EventsRequest(IReadOnlyList<NotedEvent> Events);

public enum EventAnswerKind
{
    Stored,
    Already,
    SetAside,
}

/// <summary>The server's word on one event. Only now may the device let go of it.</summary>
/// <param name="Detail">Why it was set aside, for a person to read.</param>
public sealed record EventAnswer(Guid Id, EventAnswerKind Result, string? Code = null, string? Detail = null);

/// <summary>The running session, and what may be done with it.</summary>
public sealed record GiveView(
    SessionView Session,
    StartDecision Start,
    IReadOnlyDictionary<VisitAction, MayAnswer> May,
    VisitPhase Phase,
    IReadOnlyList<EventAnswer> Answers
);

/// <summary>Give: what now.</summary>
public static class GiveEndpoints
{
    /// <summary>Events taken at once; a device sends the rest afterwards.</summary>
    public const int MostEventsAtOnce = 50;

    private const int LongestText = 2000;
    private const int LongestPlace = 80;
    private const int MostDone = 30;

    public static void MapGive(this RouteGroupBuilder visit)
    {
        visit.MapGet("/give", async (Guid visitId, VisitStore visits) => await Answer(await visits.Read(visitId), [], visits));
        visit.MapPost("/give/events", Take);
    }

    /// <summary>
    /// Stores events one by one: what cannot be takes nothing else with it. Nothing that has a version is changed, so two tablets never
    /// stand in each other's way.
    /// </summary>
    private static async Task<GiveView> Take(Guid visitId, EventsRequest request, VisitStore visits, SessionStart start, VisitNews news)
    {
        if (request.Events.Count > MostEventsAtOnce)
        {
            throw new RefusalException("too-many-events", $"At most {MostEventsAtOnce} events at once. Send the rest afterwards.");
        }

        var visit = await visits.Read(visitId);
        var frame = await visits.Frame(visit);
        // Worked out before the database is held: it takes the longest.
        var basis =
            frame.Basis is null && request.Events.Any(e => Kind(e) is GiveEventKind.Start) && frame.Allows(VisitAction.Start).Allowed
                ? await start.Freeze(visit, frame)
                : null;
        var answers = new List<EventAnswer>();
        await using (var writing = await visits.Db.Database.BeginTransactionAsync())
        {
            var ids = request.Events.Select(e => e.Id).ToList();
            var known = await visits
                .Db.SessionEvents.AsNoTracking()
                .Where(e => ids.Contains(e.Id))
                .ToDictionaryAsync(e => e.Id, e => e.VisitId);
            var begun = await visits.Db.SessionEvents.AnyAsync(e => e.VisitId == visitId && e.Kind == GiveEventKind.Start);
            foreach (var e in request.Events.DistinctBy(e => e.Id))
            {
                var answer = known.TryGetValue(e.Id, out var of) ? Known(e, of, visitId) : Judge(e, frame, begun, visit);
                answers.Add(answer);
                if (answer.Result is EventAnswerKind.Stored)
                {
                    Store(visit, e, visits);
                    if (Kind(e) is GiveEventKind.Start)
                    {
                        begun = true;
                        await visits.Db.AddBasis(e.Id, visitId, e.At > visits.Now ? visits.Now : e.At, basis!);
                    }
                }
            }

            await visits.Save();
            await visits.ReadLog(visit);
            if (visit.SignedAt is not null)
            {
                await visits.Recall(visitId);
            }

            await writing.CommitAsync();
        }

        if (answers.Any(a => a.Result is EventAnswerKind.Stored))
        {
            await news.Noted(visitId);
        }

        return await Answer(visit, answers, visits);
    }

    private static EventAnswer Known(NotedEvent e, Guid of, Guid visitId) =>
        of == visitId
            ? new(e.Id, EventAnswerKind.Already)
            : new(
                e.Id,
                EventAnswerKind.SetAside,
                "other-visit",
                "This was noted under another visit already. Keep it as a note if it belongs here."
            );

    private static EventAnswer Judge(NotedEvent e, VisitFrame frame, bool begun, Visit visit)
    {
        if (e.Text?.Length > LongestText)
        {
            return new(
                e.Id,
                EventAnswerKind.SetAside,
                "too-long",
                $"At most {LongestText} letters can be noted at once. Keep it as a note."
            );
        }

        if (e.Detail is { } detail && (!detail.CanBe || TooLong(detail)))
        {
            return new(
                e.Id,
                EventAnswerKind.SetAside,
                "detail-out-of-range",
                $"How strong it was goes from 1 to {EventDetail.MostStrength}, and its place is a few words. Keep it as a note."
            );
        }

        return Kind(e) switch
        {
            null or GiveEventKind.PlanAmended => new(
                e.Id,
                EventAnswerKind.SetAside,
                "unknown-kind",
                $"This server does not know '{e.Kind}'. Keep it as a note, and reload the page."
            ),
            GiveEventKind.Response => e.Response is { Length: > 0 and <= LongestPlace }
                ? new(e.Id, EventAnswerKind.Stored)
                : new(e.Id, EventAnswerKind.SetAside, "response-missing", "What was noted has no name. Keep it as a note."),
            GiveEventKind.Happened => e.Response is { Length: > 0 and <= LongestPlace }
                ? new(e.Id, EventAnswerKind.Stored)
                : new(e.Id, EventAnswerKind.SetAside, "happening-missing", "What happened has no name. Keep it as a note."),
            // What is said of it, and how they are later, is always kept.
            GiveEventKind.HappenedMore or GiveEventKind.FollowedUp => new(e.Id, EventAnswerKind.Stored),
            // Another device began a moment ago: the session is the same.
            GiveEventKind.Start when begun => new(e.Id, EventAnswerKind.Already, "begun-already", null),
            GiveEventKind.Start when !frame.Allows(VisitAction.Start).Allowed => Refused(e, frame.Allows(VisitAction.Start)),
            GiveEventKind.GoOn when frame.Phase is VisitPhase.Stopped && !frame.Allows(VisitAction.GoOn).Allowed => Refused(
                e,
                frame.Allows(VisitAction.GoOn)
            ),
            GiveEventKind.Deeper when visit.SignedAt is null => Deeper(e, frame),
            _ when visit.SignedAt is not null || visit.CancelledAt is not null => Refused(e, frame.AllowsAtAll(VisitAction.Move)),
            _ => new(e.Id, EventAnswerKind.Stored),
        };
    }

    private static bool TooLong(EventDetail detail) =>
        detail.Place?.Length > LongestPlace
        || detail.Told?.Length > LongestText
        || detail.Done?.Count > MostDone
        || detail.Done?.Any(d => d.Length > LongestText) == true;

    private static EventAnswer Deeper(NotedEvent e, VisitFrame frame)
    {
        try
        {
            Deepest.Require(
                new(e.Id, e.At, GiveEventKind.Deeper, Step: e.Step, Detail: e.Detail),
                frame.Session,
                frame.State,
                Deepest.Caps(frame.Subject, frame.Context, frame.Overrides)
            );
            return new(e.Id, EventAnswerKind.Stored);
        }
        catch (RefusalException refused)
        {
            return new(e.Id, EventAnswerKind.SetAside, refused.Code, refused.Message);
        }
    }

    private static EventAnswer Refused(NotedEvent e, MayAnswer may) => new(e.Id, EventAnswerKind.SetAside, may.Code, may.Why);

    private static GiveEventKind? Kind(NotedEvent e) =>
        Enum.GetValues<GiveEventKind>()
            .Cast<GiveEventKind?>()
            .FirstOrDefault(k => JsonNamingPolicy.KebabCaseLower.ConvertName(k.ToString()!) == e.Kind);

    private static void Store(Visit visit, NotedEvent e, VisitStore visits) =>
        visits.Db.SessionEvents.Add(
            new()
            {
                Id = e.Id,
                VisitId = visit.Id,
                At = e.At > visits.Now ? visits.Now : e.At,
                ReceivedAt = visits.Now,
                Kind = Kind(e)!.Value,
                Response = e.Response,
                Text = e.Text,
                Step = e.Step,
                Device = e.Device,
                Counter = e.Counter,
                Detail = e.Detail,
                By = visits.By,
            }
        );

    internal static async Task<GiveView> Answer(Visit visit, IReadOnlyList<EventAnswer> answers, VisitStore visits)
    {
        var frame = await visits.Frame(visit);
        return new(
            frame.SessionAt(visits.Now),
            frame.Start,
            Enum.GetValues<VisitAction>().ToDictionary(a => a, frame.Allows),
            frame.Phase,
            answers
        );
    }
}
