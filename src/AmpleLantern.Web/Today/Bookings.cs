using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Diary;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Visits;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Today;

/// <summary>When, where and with whom a visit is from now on.</summary>
/// <param name="Practitioner">Sign-in name of who gives it.</param>
public sealed record BookingEdit(int Version, LocalDate Date, LocalTime At, int MinutesBooked, string Room, string Practitioner)
    : IOnVersion;

public sealed record CancelRequest(int Version, string Reason) : IOnVersion;

/// <summary>A visit as the diary has it, for whoever keeps the diary.</summary>
public sealed record Booking
{
    public required Guid Id { get; init; }

    public required int Version { get; init; }

    public required Guid ClientId { get; init; }

    public required string ClientName { get; init; }

    public required LocalDate Date { get; init; }

    public required LocalTime At { get; init; }

    public required int MinutesBooked { get; init; }

    public required string Room { get; init; }

    public required string Practitioner { get; init; }

    public required bool Cancelled { get; init; }

    public required string? CancelReason { get; init; }

    public required MayAnswer MayMove { get; init; }

    public required MayAnswer MayCancel { get; init; }
}

/// <summary>The diary's plain changes: a visit moved, given to somebody else, cancelled with a reason.</summary>
public static class Bookings
{
    private const int ShortestReason = 4;

    public static void MapBookings(this RouteGroupBuilder api)
    {
        var bookings = api.MapGroup("/bookings/{visitId:guid}");
        bookings.MapGet("", async (Guid visitId, VisitStore visits, LanternDb db) => await Show(await visits.Read(visitId), visits, db));
        bookings.MapPut("", Move);
        bookings.MapPost("/cancel", Cancel);
    }

    private static async Task<Booking> Show(Visit visit, VisitStore visits, LanternDb db)
    {
        var frame = await visits.Frame(visit);
        var practitioner = await db.Users.Where(u => u.Id == visit.PractitionerId).Select(u => u.UserName).SingleOrDefaultAsync();
        return new()
        {
            Id = visit.Id,
            Version = visit.Version,
            ClientId = visit.ClientId,
            ClientName = visit.Client!.Name,
            Date = visit.Date,
            At = visit.At,
            MinutesBooked = visit.MinutesBooked,
            Room = visit.Room,
            Practitioner = practitioner ?? "",
            Cancelled = visit.CancelledAt is not null,
            CancelReason = visit.CancelReason,
            MayMove = frame.AllowsAtAll(VisitAction.MoveVisit),
            MayCancel = frame.AllowsAtAll(VisitAction.CancelVisit),
        };
    }

    private static async Task<Booking> Move(Guid visitId, BookingEdit edit, VisitStore visits, LanternDb db, UserManager<Staff> people)
    {
        (await visits.Frame(await visits.Read(visitId))).AllowsAtAll(VisitAction.MoveVisit).Require();
        var practitioner =
            await people.FindByNameAsync(edit.Practitioner)
            ?? throw new RefusalException("no-practitioner", "Choose who gives this visit.", "/practitioner");
        await RequireFree(
            db,
            visits.Knowledge,
            new(visitId, edit.Date, edit.At, edit.MinutesBooked, edit.Room, practitioner.Id, practitioner.DisplayName)
        );
        await visits.Change(
            visitId,
            VisitAction.MoveVisit,
            edit.Version,
            (visit, _) =>
            {
                FactCheck.CheckBirth(visit.Client!.BirthDate, edit.Date, visits.Knowledge);
                (visit.Date, visit.At, visit.MinutesBooked) = (edit.Date, edit.At, edit.MinutesBooked);
                (visit.Room, visit.PractitionerId) = (edit.Room.Trim(), practitioner.Id);
            }
        );
        return await Show(await visits.Read(visitId), visits, db);
    }

    private static async Task<Booking> Cancel(Guid visitId, CancelRequest request, VisitStore visits, LanternDb db)
    {
        RefusalException.Unless(
            request.Reason.Trim().Length >= ShortestReason,
            "reason-too-short",
            "Say in a few words why it is cancelled.",
            "/reason"
        );
        await visits.Change(
            visitId,
            VisitAction.CancelVisit,
            request.Version,
            (visit, _) => (visit.CancelledAt, visit.CancelledBy, visit.CancelReason) = (visits.Now, visits.By, request.Reason.Trim())
        );
        return await Show(await visits.Read(visitId), visits, db);
    }

    /// <summary>A place in the diary that is wanted.</summary>
    public sealed record Wanted(
        Guid? VisitId,
        LocalDate Date,
        LocalTime At,
        int MinutesBooked,
        string Room,
        string PractitionerId,
        string PractitionerName
    );

    /// <summary>Refuses a second booking of the same person or room, and says when both are free next.</summary>
    /// <exception cref="RefusalException">The person or the room is taken, or the minutes cannot be.</exception>
    /// <param name="named">Whether the refusal says which day it is: where several are wanted.</param>
    public static async Task RequireFree(LanternDb db, KnowledgeBase knowledge, Wanted wanted, bool named = false)
    {
        var times = knowledge.SessionTimes;
        Fit.CheckMinutes(wanted.MinutesBooked - times.TalkBeforeMinutes - times.TalkAfterMinutes, times);
        var day = await db
            .Visits.AsNoTracking()
            .Where(v => v.Date == wanted.Date && v.CancelledAt == null && v.Id != wanted.VisitId)
            .Select(v => new
            {
                v.At,
                v.MinutesBooked,
                v.Room,
                v.PractitionerId,
                v.Client!.Name,
            })
            .ToListAsync();
        var room = wanted.Room.Trim();
        var taken = day.Where(v =>
                v.PractitionerId == wanted.PractitionerId
                || (room.Length > 0 && string.Equals(v.Room, room, StringComparison.OrdinalIgnoreCase))
            )
            .Select(v => new Slot(v.At, v.MinutesBooked))
            .ToList();
        var clash = day.Where(v => new Slot(v.At, v.MinutesBooked).Overlaps(new(wanted.At, wanted.MinutesBooked)))
            .FirstOrDefault(v =>
                v.PractitionerId == wanted.PractitionerId
                || (room.Length > 0 && string.Equals(v.Room, room, StringComparison.OrdinalIgnoreCase))
            );
        if (clash is null)
        {
            return;
        }

        var who = clash.PractitionerId == wanted.PractitionerId ? wanted.PractitionerName : $"The {room}";
        var next = Slot.NextFree(taken, new(wanted.At, wanted.MinutesBooked), times.DiaryGrainMinutes);
        throw new RefusalException(
            "taken",
            (named ? $"On {DaysSaid.Short.Format(wanted.Date)}: " : "")
                + $"{who} has {clash.Name} at {Spoken(clash.At)} for {clash.MinutesBooked} min. {(next is { } free ? $"Free next at {Spoken(free)}." : "Nothing is free later that day.")}",
            "/at"
        );
    }

    private static string Spoken(LocalTime time) => NodaTime.Text.LocalTimePattern.CreateWithInvariantCulture("HH:mm").Format(time);
}
