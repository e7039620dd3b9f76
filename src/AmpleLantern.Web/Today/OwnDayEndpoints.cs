using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Time;
using AmpleLantern.Web.Visits;
using NodaTime;

namespace AmpleLantern.Web.Today;

/// <summary>One thing to say of one's own day.</summary>
public sealed record OwnDayLine(string Fact, string Name, string Question, bool Said);

/// <summary>One's own card of the day. Nobody else is shown it.</summary>
public sealed record OwnDayView(LocalDate Date, IReadOnlyList<OwnDayLine> Lines);

/// <summary>All that holds of one's own day; an empty list says that nothing does.</summary>
public sealed record OwnDayRequest(IReadOnlyList<string> Facts);

/// <summary>The practitioner's own day: private, kept for the day, and read where they give.</summary>
public static class OwnDayEndpoints
{
    public static void MapOwnDay(this RouteGroupBuilder api)
    {
        api.MapGet("/me/day", async (OwnDays days) => days.View(await days.Mine())).RequireAuthorization(Policies.Treat);
        api.MapPut("/me/day", (OwnDayRequest r, OwnDays days) => days.Say(r.Facts)).RequireAuthorization(Policies.Treat);
    }

    public static void MapOwnLimits(this RouteGroupBuilder visit) =>
        visit.MapGet(
            "/own-limits",
            async (Guid visitId, VisitStore visits, OwnDays days) =>
            {
                var read = await visits.Read(visitId);
                if (read.PractitionerId != visits.By || await days.Mine() is not { } day)
                {
                    return OwnLimits.None;
                }

                var frame = await visits.Frame(read);
                return frame.Basis is null ? day.On(frame.Subject, frame.Context, []) : OwnLimits.None;
            }
        );
}

/// <summary>Reads and keeps the own day of whoever asks; yesterday's is forgotten.</summary>
public sealed class OwnDays(LanternDb db, KnowledgeBase knowledge, PracticeClock clock, CurrentPerson person)
{
    /// <summary>What was said today; null while nothing was.</summary>
    public async Task<OwnDay?> Mine() =>
        person.Id is { } id && (await db.Users.FindAsync(id))?.OwnDay is { } day && day.Date == clock.Today ? day : null;

    /// <summary>One's own limits on a day: lessened on the day something was said of.</summary>
    public async Task<LoadLimits> Lessened(LoadLimits limits, LocalDate on) =>
        await Mine() is { } day && day.Date == on ? day.Lessened(limits, knowledge) : limits;

    public async Task<OwnDayView> Say(IReadOnlyList<string> facts)
    {
        var me = person.Id is { } id ? await db.Users.FindAsync(id) : null;
        me = me ?? throw new RefusalException("not-found", "Sign in first.");
        me.OwnDay = OwnDay.Said(clock.Today, facts, knowledge);
        await db.SaveChangesAsync();
        return View(me.OwnDay);
    }

    public OwnDayView View(OwnDay? day) =>
        new(
            clock.Today,
            [.. OwnDay.Asked(knowledge).Select(f => new OwnDayLine(f.Id, f.Name, f.Question, day?.Facts.Contains(f.Id) == true))]
        );
}
