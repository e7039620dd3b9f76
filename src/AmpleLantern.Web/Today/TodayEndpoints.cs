using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Courses;
using AmpleLantern.Core.Diary;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Bench;
using AmpleLantern.Web.Visits;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Today;

/// <summary>A visit in the day's column. Lamps and answer are not shown to the desk.</summary>
public sealed record DayVisit
{
    public required Guid Id { get; init; }

    public required Guid ClientId { get; init; }

    public required string ClientName { get; init; }

    public required int? Age { get; init; }

    public required string Occupation { get; init; }

    public required LocalTime At { get; init; }

    public required int MinutesBooked { get; init; }

    public required string Room { get; init; }

    public required string Practitioner { get; init; }

    /// <summary>Given by whoever asks.</summary>
    public required bool Mine { get; init; }

    public required string PlanName { get; init; }

    public required string CurrentStage { get; init; }

    public required VisitPhase? Phase { get; init; }

    public required string? Answer { get; init; }

    /// <summary>How the answer weighs: <c>no</c> (not today or worse), <c>settle</c>, <c>go</c> or <c>done</c>.</summary>
    public required string? Tone { get; init; }

    public required IReadOnlyList<Lamp> Lamps { get; init; }

    public required IReadOnlyList<string> SetOut { get; init; }

    /// <summary>Why this visit cannot be worked out; the others can.</summary>
    public string? Unreadable { get; init; }
}

/// <summary>The day: visits in order, what they add up to, what is due.</summary>
/// <param name="Now">Time of day in the practice, where the day shown is today.</param>
public sealed record Day(LocalDate Date, LocalTime? Now, IReadOnlyList<DayVisit> Visits, DayLoad Load, IReadOnlyList<DueLine> Due);

/// <summary>Something left over from an earlier day.</summary>
/// <param name="Happened">What happened there that nobody has asked after yet; null where the note waits to be signed.</param>
public sealed record DueLine(Guid VisitId, string Client, LocalDate Date, string? Happened = null);

/// <summary>A visit to be booked.</summary>
/// <param name="Choices">Options of the flow's variants; the school's, or the flow's own, where nothing is chosen.</param>
/// <param name="Course">Where it is the first of several booked together.</param>
public sealed record NewVisit(
    Guid ClientId,
    LocalDate Date,
    LocalTime At,
    int MinutesBooked,
    string Flow,
    string? School = null,
    string Room = "",
    string? Practitioner = null,
    IReadOnlyDictionary<string, string>? Choices = null,
    CourseTerms? Course = null
);

/// <summary>Someone who can be booked.</summary>
public sealed record Bookable(string Id, string Name, string DisplayName);

/// <summary>Today: who comes, what is due.</summary>
public static class TodayEndpoints
{
    public static void MapToday(this RouteGroupBuilder api)
    {
        api.MapGet("/today", Get);
        api.MapPost("/visits", Add);
        api.MapGet("/practitioners", async (UserManager<Staff> people) => await WhoTreats(people));
    }

    private static async Task<Day> Get(string? date, VisitStore visits, LanternDb db, CurrentPerson person, ReadTrail trail)
    {
        var day = DayOf(date, visits);
        var (booked, odd) = await db
            .Visits.AsNoTracking()
            .Include(v => v.Client!)
                .ThenInclude(c => c.Facts)
            .Include(v => v.Events)
            .Include(v => v.Bases)
                .ThenInclude(b => b.Words)
            .AsSplitQuery()
            .Where(v => v.Date == day && v.CancelledAt == null)
            .OrderBy(v => v.At)
            .ReadableAsync(v => v.Id);
        var staff = await db
            .Users.AsNoTracking()
            .Select(u => new
            {
                u.Id,
                u.DisplayName,
                u.PalmBreadthCm,
            })
            .ToListAsync();
        var names = staff.ToDictionary(u => u.Id, u => u.DisplayName);
        var palms = staff.ToDictionary(u => u.Id, u => u.PalmBreadthCm);
        var mayTreat = person.Is(Roles.Owner, Roles.Practitioner, Roles.Student);
        var shown = new List<DayVisit>();
        var mine = new List<Expansion>();
        foreach (var visit in booked)
        {
            var practitioner = names.GetValueOrDefault(visit.PractitionerId, "");
            try
            {
                var frame = visits.FrameInList(visit, palms);
                shown.Add(Show(visit, frame, practitioner, mayTreat, visits));
                if (visit.PractitionerId == person.Id)
                {
                    mine.Add(frame.Expansion);
                }
            }
            catch (Exception e) when (e is Core.RefusalException or KnowledgeException)
            {
                // One record that cannot be worked out must not take the day with it.
                shown.Add(Unreadable(visit, practitioner, visits, e.Message));
            }
        }

        foreach (var row in odd)
        {
            shown.Add(
                Unreadable(
                    row,
                    await db.Visits.Where(v => v.Id == row.Id).Select(v => v.ClientId).SingleAsync(),
                    await db.Visits.Where(v => v.Id == row.Id).Select(v => v.Client!.Name).SingleAsync()
                )
            );
        }

        if (mayTreat)
        {
            await trail.Note(db, person, $"day {day}", (Guid?)null);
        }

        return new(
            day,
            day == visits.Clock.Today ? visits.Clock.LocalOf(visits.Now).TimeOfDay : null,
            shown,
            DayLoad.Of(mine, visits.Knowledge),
            await Due(day, db, visits.Knowledge)
        );
    }

    /// <summary>The day asked for; today when none is.</summary>
    internal static LocalDate DayOf(string? text, VisitStore visits) =>
        text is null ? visits.Clock.Today
        : NodaTime.Text.LocalDatePattern.Iso.Parse(text) is { Success: true } day ? day.Value
        : throw new Core.RefusalException("bad-date", $"'{text}' is not a date. Write it as year-month-day, like 2026-03-02.", "/date");

    private static DayVisit Show(Visit visit, VisitFrame frame, string practitioner, bool mayTreat, VisitStore visits)
    {
        var lamps = Lamps.Of(visit, frame, visits.Now);
        return new()
        {
            Id = visit.Id,
            ClientId = visit.ClientId,
            ClientName = visit.Client!.Name,
            Age = mayTreat ? frame.Subject.Age : null,
            Occupation = mayTreat ? visit.Client.Occupation : "",
            At = visit.At,
            MinutesBooked = visit.MinutesBooked,
            Room = visit.Room,
            Practitioner = practitioner,
            Mine = visit.PractitionerId == visits.Person.Id,
            PlanName = frame.Plan.Name,
            CurrentStage = Lamps.Current(lamps),
            Phase = mayTreat ? frame.Phase : null,
            Answer = mayTreat ? Answer(frame) : null,
            Tone = mayTreat ? Tone(frame) : null,
            Lamps = mayTreat ? lamps : [],
            SetOut = SetOut.For(frame.Plan, frame.Knowledge),
        };
    }

    private static DayVisit Unreadable(Visit visit, string practitioner, VisitStore visits, string why) =>
        new()
        {
            Id = visit.Id,
            ClientId = visit.ClientId,
            ClientName = visit.Client!.Name,
            Age = null,
            Occupation = "",
            At = visit.At,
            MinutesBooked = visit.MinutesBooked,
            Room = visit.Room,
            Practitioner = practitioner,
            Mine = visit.PractitionerId == visits.Person.Id,
            PlanName = visit.Plan.Name,
            CurrentStage = "arrive",
            Phase = null,
            Answer = null,
            Tone = null,
            Lamps = [],
            SetOut = [],
            Unreadable = $"This visit cannot be worked out: {why}",
        };

    /// <summary>A visit of which not even the row can be read.</summary>
    private static DayVisit Unreadable(OddRow<Guid> row, Guid client, string name) =>
        new()
        {
            Id = row.Id,
            ClientId = client,
            ClientName = name,
            Age = null,
            Occupation = "",
            At = default,
            MinutesBooked = 0,
            Room = "",
            Practitioner = "",
            Mine = false,
            PlanName = "",
            CurrentStage = "arrive",
            Phase = null,
            Answer = null,
            Tone = null,
            Lamps = [],
            SetOut = [],
            Unreadable = $"This visit cannot be read: {row.Why} The owner can mend it under Practice.",
        };

    private static string Answer(VisitFrame frame) =>
        frame.Phase switch
        {
            VisitPhase.Signed => "Signed.",
            VisitPhase.Finished => "Given. Measure again and sign.",
            VisitPhase.NotStarted => frame.Headline.Answer,
            _ => "Being given.",
        };

    private static string Tone(VisitFrame frame) =>
        frame.Phase switch
        {
            VisitPhase.Signed or VisitPhase.Finished => "done",
            _ when frame.Start.Obstacles.Any(o =>
                    o.Outcome is Outcome.Emergency or Outcome.ReferFirst or Outcome.Postpone or Outcome.Clearance
                ) => "no",
            _ when frame.Start.Obstacles.Count > 0 => "settle",
            _ => "go",
        };

    /// <summary>Who is to be asked after what happened, then notes of earlier days that are not signed yet.</summary>
    private static async Task<IReadOnlyList<DueLine>> Due(LocalDate day, LanternDb db, KnowledgeBase knowledge)
    {
        var happened = await db
            .Visits.AsNoTracking()
            .Where(v => v.Date < day && v.Events.Any(e => e.Kind == GiveEventKind.Happened))
            .OrderByDescending(v => v.Date)
            .Select(v => new
            {
                v.Id,
                v.Client!.Name,
                v.Date,
                What = v.Events.Where(e => e.Kind == GiveEventKind.Happened).Select(e => new { e.Id, e.Response }).ToList(),
                Asked = v.Events.Where(e => e.Kind == GiveEventKind.FollowedUp).Select(e => e.Detail).ToList(),
            })
            .Take(MostLookedBack)
            .ToListAsync();
        var unsigned = await db
            .Visits.Where(v => v.SignedAt == null && v.Date < day && v.Events.Any(e => e.Kind == GiveEventKind.Start))
            .OrderBy(v => v.Date)
            .Select(v => new DueLine(v.Id, v.Client!.Name, v.Date, null))
            .Take(MostDue)
            .ToListAsync();
        return
        [
            .. happened.SelectMany(v =>
                v.What.Where(w => v.Asked.All(a => a?.Of != w.Id))
                    .Select(w => new DueLine(v.Id, v.Name, v.Date, knowledge.Happenings.Find(w.Response!)?.Name ?? w.Response))
            ),
            .. unsigned,
        ];
    }

    private const int MostDue = 10;
    private const int MostLookedBack = 50;

    private static async Task<IReadOnlyList<Bookable>> WhoTreats(UserManager<Staff> people)
    {
        var all = new List<Bookable>();
        foreach (var role in new[] { Roles.Owner, Roles.Practitioner, Roles.Student })
        {
            all.AddRange(
                (await people.GetUsersInRoleAsync(role))
                    .Where(p => p.LeftAt is null)
                    .Select(p => new Bookable(p.Id, p.UserName!, p.DisplayName))
            );
        }

        return [.. all.DistinctBy(p => p.Name)];
    }

    private static async Task<DayVisit> Add(
        NewVisit request,
        VisitStore visits,
        LanternDb db,
        CurrentPerson person,
        UserManager<Staff> people
    )
    {
        May.KeepDiary(person.Role).Require();
        var client =
            await db.People.Include(c => c.Facts).SingleOrDefaultAsync(c => c.Id == request.ClientId)
            ?? throw new Core.RefusalException("not-found", "There is no such client. Choose one from the list.", "/clientId");
        FactCheck.CheckBirth(client.BirthDate, request.Date, visits.Knowledge);
        var practitioner =
            await people.FindByNameAsync(
                request.Practitioner ?? (await WhoTreats(people)).FirstOrDefault(p => p.Id == person.Id)?.Name ?? ""
            ) ?? throw new Core.RefusalException("no-practitioner", "Choose who gives this visit.", "/practitioner");
        var school = request.School is null ? visits.Knowledge.SchoolOf(practitioner.Id) : visits.Knowledge.School(request.School);
        request.Course?.Check(visits.Knowledge);
        IReadOnlyList<LocalDate> days = request.Course?.Days(request.Date) ?? [request.Date];
        foreach (var day in days)
        {
            var wanted = new Bookings.Wanted(
                null,
                day,
                request.At,
                request.MinutesBooked,
                request.Room,
                practitioner.Id,
                practitioner.DisplayName
            );
            await Bookings.RequireFree(db, visits.Knowledge, wanted, named: days.Count > 1);
        }

        var course = request.Course is null
            ? null
            : new Course
            {
                ClientId = client.Id,
                Terms = request.Course,
                By = visits.By,
                MadeAt = visits.Now,
            };
        if (course is not null)
        {
            db.Courses.Add(course);
        }

        var plan = FlowPlans.FromFlow(visits.Knowledge.Flows[request.Flow], visits.Knowledge, school, request.Choices);
        var booked = days.Select(day => new Visit
            {
                ClientId = client.Id,
                Client = client,
                CourseId = course?.Id,
                Date = day,
                At = request.At,
                MinutesBooked = request.MinutesBooked,
                Room = request.Room,
                PractitionerId = practitioner.Id,
                School = school.Id,
                Plan = plan,
            })
            .ToList();
        db.Visits.AddRange(booked);
        await db.SaveChangesAsync();
        var visit = booked[0];
        return Show(
            visit,
            await visits.Frame(visit),
            practitioner.DisplayName,
            person.Is(Roles.Owner, Roles.Practitioner, Roles.Student),
            visits
        );
    }
}
