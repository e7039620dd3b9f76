using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Courses;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Recall;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Giving;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Time;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Visits;

/// <summary>A change to a visit, made on what version of it.</summary>
public interface IOnVersion
{
    int Version { get; }
}

/// <summary>A change that needs nothing but the version it was made on.</summary>
public sealed record DoneRequest(int Version) : IOnVersion;

/// <summary>Loads visits, works them out, and saves changes to them.</summary>
public sealed class VisitStore(
    LanternDb db,
    PracticeKnowledge knowledge,
    PlanReach reach,
    PracticeClock clock,
    CurrentPerson person,
    StaffNames names,
    BasisStore bases,
    VisitNews news
)
{
    private Around? around;
    private TakenLast? taken;

    public Instant Now => clock.Now;

    public PracticeClock Clock => clock;

    public async Task<VisitView> View(Guid id) => (await Frame(await Read(id))).View(Now);

    /// <summary>A visit with all that belongs to it, to look at. What is changed in it is not saved: see <see cref="Change"/>.</summary>
    /// <exception cref="RefusalException">There is no such visit.</exception>
    public async Task<Visit> Read(Guid id) => await ToRead(db, id) ?? throw NotHere;

    /// <summary>Reads the log of a visit anew, and what it stands on: other devices note things meanwhile.</summary>
    public async Task ReadLog(Visit visit)
    {
        visit.Events.Clear();
        visit.Events.AddRange(await db.SessionEvents.AsNoTracking().Where(e => e.VisitId == visit.Id).ToListAsync());
        visit.Bases.Clear();
        visit.Bases.AddRange(await db.Bases.AsNoTracking().Include(b => b.Words).Where(b => b.VisitId == visit.Id).ToListAsync());
    }

    // Compiled once: every stage of every visit asks these.
    private static readonly Func<LanternDb, Guid, Task<Visit?>> ToRead = EF.CompileAsyncQuery(
        (LanternDb db, Guid id) =>
            db
                .Visits.Include(v => v.Client!)
                    .ThenInclude(c => c.Facts)
                .Include(v => v.Events)
                .Include(v => v.Bases)
                    .ThenInclude(b => b.Words)
                .Include(v => v.Addenda)
                .AsSplitQuery()
                .AsNoTracking()
                .SingleOrDefault(v => v.Id == id)
    );

    private static readonly Func<LanternDb, Guid, Task<Visit?>> ToChange = EF.CompileAsyncQuery(
        (LanternDb db, Guid id) =>
            db
                .Visits.Include(v => v.Client!)
                    .ThenInclude(c => c.Facts)
                .Include(v => v.Events)
                .Include(v => v.Bases)
                    .ThenInclude(b => b.Words)
                .Include(v => v.Addenda)
                .AsSplitQuery()
                .SingleOrDefault(v => v.Id == id)
    );

    private static readonly Func<LanternDb, Guid, Guid, Task<Around?>> ToPlace = EF.CompileAsyncQuery(
        (LanternDb db, Guid id, Guid person) =>
            db
                .Visits.Where(v => v.Id == id)
                .Select(v => new Around(
                    v.Id,
                    1
                        + db.Visits.Count(o =>
                            db.Clients.Where(c => c.Id == person || c.MergedInto == person).Select(c => c.Id).Contains(o.ClientId)
                            && o.CancelledAt == null
                            && (o.Date < v.Date || o.Date == v.Date && o.At < v.At)
                        ),
                    db.Users.Where(u => u.Id == v.PractitionerId).Select(u => u.PalmBreadthCm).SingleOrDefault(),
                    db.Visits.Where(o =>
                            db.Clients.Where(c => c.Id == person || c.MergedInto == person).Select(c => c.Id).Contains(o.ClientId)
                            && o.CancelledAt == null
                            && (o.Date < v.Date || o.Date == v.Date && o.At < v.At)
                        )
                        .OrderByDescending(o => o.Date)
                        .ThenByDescending(o => o.At)
                        .Select(o => (Guid?)o.Id)
                        .FirstOrDefault(),
                    db.Courses.Where(c => c.Id == v.CourseId).Select(c => c.Terms).FirstOrDefault()
                ))
                .SingleOrDefault()
    );

    private static readonly Func<LanternDb, Guid, Task<TakenLast?>> ToTaken = EF.CompileAsyncQuery(
        (LanternDb db, Guid id) => db.Visits.Where(v => v.Id == id).Select(v => new TakenLast(v.Date, v.Ratings)).SingleOrDefault()
    );

    private static RefusalException NotHere => new("not-found", "There is no such visit. It may be on another day; look at Today.");

    /// <summary>Works a visit out. What the database alone knows of it is asked once a request.</summary>
    public async Task<VisitFrame> Frame(Visit visit)
    {
        if (around?.Visit != visit.Id)
        {
            around = await ToPlace(db, visit.Id, visit.Person) ?? throw NotHere;
            taken = around.Last is { } last ? await ToTaken(db, last) : null;
        }

        return new(
            visit,
            Setting(visit, around.Number, around.PalmCm) with
            {
                MeasuredLast = taken,
                MeasuredInCourse = around.Course?.Measures ?? [],
                LastTime = visit.Bases.Count == 0 && visit.SignedAt is null ? await Before(visit) : null,
            }
        );
    }

    private (Guid Visit, LastTime? Last)? before;

    private async Task<LastTime?> Before(Visit visit)
    {
        before = before?.Visit == visit.Id ? before : (visit.Id, await LastTime(visit.Person, visit.Date, visit.At));
        return before.Value.Last;
    }

    /// <summary>A session stopped, or after which it was worse, is no rule's finding and is still not forgotten; signed or not.</summary>
    /// <returns>Null where the last session before then went well, or there was none.</returns>
    public async Task<LastTime?> LastTime(Guid client, LocalDate date, LocalTime at)
    {
        var records = await db.RecordsOf(client);
        var last = await db
            .Visits.AsNoTracking()
            .Where(v => records.Contains(v.ClientId) && v.CancelledAt == null && (v.Date < date || v.Date == date && v.At < at))
            .Where(v => v.Events.Any(e => e.Kind == GiveEventKind.Start))
            .OrderByDescending(v => v.Date)
            .ThenByDescending(v => v.At)
            .Select(v => new { v.Id, v.Date })
            .FirstOrDefaultAsync();
        if (last is null)
        {
            return null;
        }

        var stops = knowledge.Responses.All.Where(r => r.Effect == ResponseKind.Stop).Select(r => r.Id).ToList();
        var stopped = await db.SessionEvents.AnyAsync(e =>
            e.VisitId == last.Id && (e.Kind == GiveEventKind.Happened || e.Kind == GiveEventKind.Response && stops.Contains(e.Response!))
        );
        var signed = await db.Recalled.Where(r => r.VisitId == last.Id).Select(r => new { r.Helped, r.Next }).SingleOrDefaultAsync();
        var worse = signed?.Helped is Helped.Worse;
        return stopped || worse ? new(last.Date, stopped ? await Stops(last.Id, stops) : [], worse, signed?.Next ?? "") : null;
    }

    private async Task<IReadOnlyList<string>> Stops(Guid visit, List<string> stops)
    {
        var frame = await Frame(await Read(visit));
        return
        [
            .. frame
                .State.Responses.Where(r => stops.Contains(r.Response))
                .Select(r => NotedLine.Of(r, frame.Steps, frame.Knowledge))
                .Distinct(),
            .. (frame.State.Happened ?? []).Select(h => knowledge.Happenings.Find(h.What)?.Name ?? h.What),
        ];
    }

    /// <summary>Works many visits out for a list, where their numbers are not shown.</summary>
    public VisitFrame FrameInList(Visit visit, IReadOnlyDictionary<string, double?> palms) =>
        new(visit, Setting(visit, 0, palms.GetValueOrDefault(visit.PractitionerId)) with { InList = true });

    private VisitSetting Setting(Visit visit, int number, double? palmCm) =>
        new(knowledge, reach, clock, names, person.Role, bases.Of(visit), number, palmCm);

    /// <param name="Number">Which of the client's visits it is, from 1; what was cancelled is not counted.</param>
    /// <param name="Last">What was measured at the visit before.</param>
    private sealed record Around(Guid Visit, int Number, double? PalmCm, Guid? Last, CourseTerms? Course);

    /// <summary>Makes one change on the version the caller saw, saves it and gives the visit as it then is.</summary>
    /// <exception cref="RefusalException">It may not be done now or by this person, or the visit was changed elsewhere.</exception>
    public async Task<VisitView> Change(Guid id, VisitAction action, int version, Action<Visit, VisitFrame> change)
    {
        var visit = await ToChange(db, id) ?? throw NotHere;
        var before = await Frame(visit);
        before.AllowsAtAll(action).Require();
        if (visit.Version != version)
        {
            throw new RefusalException(
                "changed-elsewhere",
                "This was changed in another window a moment ago. Look at the latest, then make your change again.",
                "/version"
            );
        }

        // Screened before anything is changed: what is asked for afterwards is compared with it.
        _ = before.Start;
        change(visit, before);
        var after = await Frame(visit);
        after.RequireNothingLifted(before);
        var view = after.View(Now);
        // Facts of the client change what this visit shows, so they count as a change of the visit too.
        db.Entry(visit).Property(v => v.Version).IsModified = true;
        await db.SaveChangesAsync();
        await news.Changed(id);
        return view with { Version = visit.Version };
    }

    /// <summary>Adds to the log or the record of a visit without touching the visit itself.</summary>
    public async Task Save() => await db.SaveChangesAsync();

    /// <summary>Writes anew what a signed visit says into the rows and the index that are asked across visits.</summary>
    public Task Recall(Guid visit) => Recaller.Write(db, [visit], knowledge);

    public LanternDb Db => db;

    public CurrentPerson Person => person;

    /// <summary>Id of whoever asks, for the record.</summary>
    public string By => person.Id ?? person.Name;

    public PracticeKnowledge Knowledge => knowledge;
}
