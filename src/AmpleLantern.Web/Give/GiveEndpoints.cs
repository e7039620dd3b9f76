using AmpleLantern.Core;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Give;

/// <summary>Events not yet acknowledged, oldest first. Sending one again changes nothing.</summary>
public sealed record EventsRequest(IReadOnlyList<GiveEvent> Events);

/// <summary>The running session, and whether it may go on.</summary>
/// <param name="Acknowledged">Ids of the events now stored for good.</param>
public sealed record GiveView(SessionView Session, StartDecision Start, IReadOnlyList<Guid> Acknowledged, int Version);

/// <summary>Give: what now.</summary>
public static class GiveEndpoints
{
    private const int MostEventsAtOnce = 500;

    public static void MapGive(this RouteGroupBuilder visit)
    {
        visit.MapGet("/give", async (Guid visitId, VisitDesk desk) => await Answer(await desk.Load(visitId), [], desk));
        visit.MapPost("/give/events", Take);
    }

    private static async Task<GiveView> Take(Guid visitId, EventsRequest request, VisitDesk desk)
    {
        if (request.Events.Count > MostEventsAtOnce)
        {
            throw new RefusalException("too-many-events", $"At most {MostEventsAtOnce} events at once. Send the rest afterwards.");
        }

        var visit = await desk.Load(visitId);
        var known = visit.Events.Select(e => e.Id).ToHashSet();
        var fresh = request.Events.DistinctBy(e => e.Id).Where(e => !known.Contains(e.Id)).ToList();
        if (fresh.Count > 0)
        {
            await Store(visit, fresh, desk);
        }

        return await Answer(visit, [.. request.Events.Select(e => e.Id)], desk);
    }

    private static async Task Store(Visit visit, List<GiveEvent> fresh, VisitDesk desk)
    {
        if (visit.SignedAt is not null)
        {
            throw new RefusalException("locked", "This visit is signed and locked. Write an addendum instead.");
        }

        var frame = await desk.Frame(visit);
        if (fresh.Any(e => e.Kind is GiveEventKind.Start or GiveEventKind.GoOn) && !frame.Start.MayStart)
        {
            var why = string.Join("; ", frame.Start.Obstacles.Select(o => o.Title).Distinct());
            throw new RefusalException("not-cleared", $"The session cannot go on: {why}. Settle it on the Screen page first.");
        }

        var now = desk.Now;
        foreach (var e in fresh)
        {
            var row = new SessionEvent
            {
                Id = e.Id,
                VisitId = visit.Id,
                Sequence = visit.Events.Count,
                At = e.At > now ? now : e.At,
                ReceivedAt = now,
                Kind = e.Kind,
                Response = e.Response,
                Text = e.Text,
                By = desk.Person.Name,
            };
            desk.Db.SessionEvents.Add(row);
            AskAgain(visit, e, desk);
            visit.StartedAt ??= e.Kind is GiveEventKind.Start ? row.At : null;
            visit.FinishedAt ??= e.Kind is GiveEventKind.Finish ? row.At : null;
        }

        await desk.Save();
    }

    /// <summary>A response that is also a fact of the day goes into the check-in, so that the screen answers it.</summary>
    private static void AskAgain(Visit visit, GiveEvent e, VisitDesk desk)
    {
        if (e.Response is { } id && desk.Knowledge.Responses[id].AsksFact is { } fact)
        {
            visit.CheckIn = [.. visit.CheckIn.Where(f => f.Fact != fact), new FactEntry(fact)];
        }
    }

    private static async Task<GiveView> Answer(Visit visit, IReadOnlyList<Guid> acknowledged, VisitDesk desk)
    {
        var frame = await desk.Frame(visit);
        return new(frame.SessionAt(desk.Now), frame.Start, acknowledged, visit.Version);
    }
}
