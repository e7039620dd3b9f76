using AmpleLantern.Core.Diary;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Visits;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Today;

/// <summary>A visit in the day's column. Lamps and answer are not shown to the desk.</summary>
public sealed record DayVisit(
    Guid Id, Guid ClientId, string ClientName, int? Age, string Occupation, LocalTime At, int MinutesBooked, string Room, string Practitioner,
    string PlanName, string CurrentStage, string? Answer, IReadOnlyList<Lamp> Lamps, IReadOnlyList<string> SetOut);

/// <summary>The day: visits in order, what they add up to, what is due.</summary>
public sealed record Day(LocalDate Date, IReadOnlyList<DayVisit> Visits, DayLoad Load, IReadOnlyList<string> Due);

public sealed record NewVisit(Guid ClientId, LocalDate Date, LocalTime At, int MinutesBooked, string Flow, string? School = null, string Room = "", string? Practitioner = null);

/// <summary>Someone who can be booked.</summary>
public sealed record Bookable(string Name, string DisplayName);

/// <summary>Today: who comes, what is due.</summary>
public static class TodayEndpoints
{
    public static void MapToday(this RouteGroupBuilder api)
    {
        api.MapGet("/today", Get);
        api.MapPost("/visits", Add);
        api.MapGet("/practitioners", async (UserManager<Staff> people) => await WhoTreats(people));
    }

    private static async Task<Day> Get(string? date, VisitDesk desk, LanternDb db, CurrentPerson person, ReadTrail trail)
    {
        var day = DayOf(date, desk);
        var visits = await db.Visits.AsNoTracking().Include(v => v.Client!).ThenInclude(c => c.Facts).Include(v => v.Events).AsSplitQuery()
            .Where(v => v.Date == day).OrderBy(v => v.At).ToListAsync();
        var staff = await db.Users.AsNoTracking().Select(u => new { u.Id, u.DisplayName, u.PalmBreadthCm }).ToListAsync();
        var names = staff.ToDictionary(u => u.Id, u => u.DisplayName);
        var palms = staff.ToDictionary(u => u.Id, u => u.PalmBreadthCm);
        var mayTreat = person.Is(Roles.Owner, Roles.Practitioner, Roles.Student);
        var shown = new List<DayVisit>();
        var mine = new List<Expansion>();
        foreach (var visit in visits)
        {
            var frame = desk.FrameInList(visit, palms);
            if (visit.PractitionerId == person.Id)
            {
                mine.Add(frame.Expansion);
            }

            shown.Add(Show(visit, frame, names.GetValueOrDefault(visit.PractitionerId, ""), mayTreat, desk));
        }

        if (mayTreat)
        {
            await trail.Note(db, person, $"day {day}", null);
        }

        return new(day, shown, DayLoad.Of(mine, desk.Knowledge), await Due(day, db));
    }

    /// <summary>The day asked for; today when none is.</summary>
    internal static LocalDate DayOf(string? text, VisitDesk desk) => text is null ? desk.Now.InZone(DateTimeZoneProviders.Tzdb.GetSystemDefault()).Date
        : NodaTime.Text.LocalDatePattern.Iso.Parse(text) is { Success: true } day ? day.Value
        : throw new Core.RefusalException("bad-date", $"'{text}' is not a date. Write it as year-month-day, like 2026-03-02.", "/date");

    private static DayVisit Show(Visit visit, VisitFrame frame, string practitioner, bool mayTreat, VisitDesk desk)
    {
        var lamps = Lamps.Of(visit, frame, desk.Now);
        return new(
            visit.Id, visit.ClientId, visit.Client!.Name, mayTreat ? frame.Subject.Age : null, mayTreat ? visit.Client.Occupation : "", visit.At,
            visit.MinutesBooked, visit.Room, practitioner, visit.Plan.Name, Lamps.Current(lamps), mayTreat ? Answer(visit, frame) : null,
            mayTreat ? lamps : [], SetOut.For(visit.Plan, desk.Knowledge));
    }

    private static string Answer(Visit visit, VisitFrame frame) => frame.State.Phase switch
    {
        _ when visit.SignedAt is not null => "Signed.",
        GivePhase.Finished => "Given. Measure again and sign.",
        GivePhase.NotStarted => frame.Headline.Answer,
        _ => "Being given.",
    };

    /// <summary>Notes of earlier days that are not signed yet.</summary>
    private static async Task<IReadOnlyList<string>> Due(LocalDate day, LanternDb db)
    {
        var unsigned = await db.Visits.Where(v => v.SignedAt == null && v.Date < day && v.StartedAt != null)
            .OrderBy(v => v.Date).Select(v => new { v.Client!.Name, v.Date }).Take(10).ToListAsync();
        return [.. unsigned.Select(v => $"Sign the note of {v.Name}, {v.Date:d MMM}")];
    }

    private static async Task<IReadOnlyList<Bookable>> WhoTreats(UserManager<Staff> people)
    {
        var all = new List<Bookable>();
        foreach (var role in new[] { Roles.Owner, Roles.Practitioner, Roles.Student })
        {
            all.AddRange((await people.GetUsersInRoleAsync(role)).Select(p => new Bookable(p.UserName!, p.DisplayName)));
        }

        return [.. all.DistinctBy(p => p.Name)];
    }

    private static async Task<DayVisit> Add(NewVisit request, VisitDesk desk, LanternDb db, CurrentPerson person, UserManager<Staff> people)
    {
        var client = await db.Clients.Include(c => c.Facts).SingleOrDefaultAsync(c => c.Id == request.ClientId)
            ?? throw new Core.RefusalException("not-found", "There is no such client. Choose one from the list.", "/clientId");
        var defaults = desk.Knowledge.Defaults;
        Fit.CheckMinutes(request.MinutesBooked - defaults.TalkBeforeMinutes - defaults.TalkAfterMinutes, defaults);
        var school = desk.Knowledge.School(request.School);
        var practitioner = await people.FindByNameAsync(request.Practitioner ?? (await WhoTreats(people)).FirstOrDefault(p => p.DisplayName == person.Name)?.Name ?? "")
            ?? throw new Core.RefusalException("no-practitioner", "Choose who gives this visit.", "/practitioner");
        var visit = new Visit
        {
            ClientId = client.Id,
            Client = client,
            Date = request.Date,
            At = request.At,
            MinutesBooked = request.MinutesBooked,
            Room = request.Room,
            PractitionerId = practitioner.Id,
            School = school.Id,
            Plan = FlowPlans.FromFlow(desk.Knowledge.Flows[request.Flow], desk.Knowledge, school),
        };
        db.Visits.Add(visit);
        await db.SaveChangesAsync();
        return Show(visit, await desk.Frame(visit), practitioner.DisplayName, person.Is(Roles.Owner, Roles.Practitioner, Roles.Student), desk);
    }
}
