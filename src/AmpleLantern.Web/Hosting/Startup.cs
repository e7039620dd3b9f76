using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Recall;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Training;
using AmpleLantern.Data;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Recall;
using AmpleLantern.Data.Records;
using AmpleLantern.Demo;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Bench;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Rules;
using AmpleLantern.Web.Time;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Hosting;

/// <summary>
/// What happens before the first request: the folder is taken, the database is made or brought up to date, the way in is told.
/// </summary>
public static class Startup
{
    /// <exception cref="DataException">The data folder is not fit to serve from; the message says what to do.</exception>
    public static async Task Prepare(WebApplication app)
    {
        var folder = app.Services.GetRequiredService<DataFolder>();
        folder.Hold();
        var wanted = app.Configuration.GetValue("demo", false) ? DataKind.Demo : DataKind.Practice;
        var found = Found(folder);
        RequireKind(found is null ? wanted : found.Kind ?? DemoPractice.KindOf(folder.Kept, wanted), wanted, folder.Path);
        if (found is not null && wanted is DataKind.Demo && app.Configuration.GetValue("fresh", false))
        {
            DataFolder.Forget(folder.Kept);
            found = null;
        }

        if (found is not { IsCurrent: true })
        {
            await Make(app, folder, found, wanted);
        }

        await using var scope = app.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<LanternDb>();
        await Database.RequireDurable(db);
        await ReadPractice(scope.ServiceProvider, db);
        await Recaller.Missing(
            db,
            scope.ServiceProvider.GetRequiredService<PracticeKnowledge>(),
            n => Console.WriteLine($"  Making what {n} signed visits say ready to be searched. This is done once.")
        );
        var setup = await db.Users.AnyAsync() ? null : scope.ServiceProvider.GetRequiredService<SetupCode>().Value;
        app.Lifetime.ApplicationStarted.Register(() => Tell(app, setup));
    }

    private static Inspection? Found(DataFolder folder)
    {
        if (File.Exists(folder.Kept))
        {
            return Inspection.Of(folder.Kept);
        }

        return new FileInfo(folder.Kept + "-wal") is { Exists: true, Length: > 0 }
            ? throw new DataException(
                $"'{folder.Path}' holds the log of a database but not the database. Put the last good copy back with ./lantern restore."
            )
            : null;
    }

    private static void RequireKind(DataKind kind, DataKind wanted, string path)
    {
        if (kind != wanted)
        {
            throw new DataException(
                kind is DataKind.Demo
                    ? $"'{path}' holds the demo. For your own practice name another folder: ./lantern run --data FOLDER."
                    : $"'{path}' holds the records of a practice, and the demo keeps out of it. Start it with ./lantern run, or name another folder with --data."
            );
        }
    }

    /// <summary>
    /// Makes the database aside, from nothing or from a copy of what is there, and puts it in its place when all of it is done.
    /// </summary>
    private static async Task Make(WebApplication app, DataFolder folder, Inspection? found, DataKind kind)
    {
        folder.Make(found is null ? null : new Backup(app.Services.GetRequiredService<IClock>(), TheProgram).BeforeUpgrade(folder, found));
        await using (var scope = app.Services.CreateAsyncScope())
        {
            var services = scope.ServiceProvider;
            var db = services.GetRequiredService<LanternDb>();
            await Database.BringUp(db, services.GetRequiredService<KnowledgeBase>().WithRules([]), found?.Generation ?? 0);
            await AddRoles(services.GetRequiredService<RoleManager<IdentityRole>>());
            await ReadPractice(services, db);
            if (kind is DataKind.Demo && !await db.Clients.AnyAsync())
            {
                await FillDemo(services, db);
            }

            if (found is not null)
            {
                db.Audit.Add(
                    new()
                    {
                        At = app.Services.GetRequiredService<IClock>().GetCurrentInstant(),
                        Who = TheProgram.Name,
                        Action = "upgraded",
                        Subject = "database",
                        What = $"from {found.Applied[^1]}",
                    }
                );
                await db.SaveChangesAsync();
            }

            await Database.Mark(db, kind);
        }

        folder.Finish();
    }

    /// <summary>Who acts where nobody is signed in.</summary>
    private static readonly NamedActor TheProgram = new("the program");

    private static async Task ReadPractice(IServiceProvider services, LanternDb db)
    {
        await services.GetRequiredService<PracticeClock>().Read(db);
        await services.GetRequiredService<RuleBook>().Read(db);
        await services.GetRequiredService<StaffNames>().Read(db);
    }

    private static async Task AddRoles(RoleManager<IdentityRole> roles)
    {
        foreach (var role in Roles.All)
        {
            if (!await roles.RoleExistsAsync(role))
            {
                await roles.CreateAsync(new(role));
            }
        }
    }

    private static async Task FillDemo(IServiceProvider services, LanternDb db)
    {
        var people = services.GetRequiredService<UserManager<Staff>>();
        var ids = new Dictionary<string, string>();
        foreach (var p in DemoPractice.People)
        {
            var staff = await Access.People.Create(people, new(p.Name, p.DisplayName, p.Role), DemoPractice.Password);
            (staff.PalmBreadthCm, staff.FourFingersCm, staff.Working) = (p.PalmBreadthCm, p.FourFingersCm, p.Working);
            await people.UpdateAsync(staff);
            ids[p.Name] = staff.Id;
        }

        var knowledge = services.GetRequiredService<PracticeKnowledge>();
        var clock = services.GetRequiredService<PracticeClock>();
        var now = clock.Now;
        var records = DemoPractice.Records(knowledge, now, clock.Zone, ids);
        db.Words.AddRange(records.Words);
        db.Clients.AddRange(records.Clients);
        db.Courses.AddRange(records.Courses);
        db.Drills.AddRange(DemoRuns.Of(ids["odile"], DemoPractice.People[0].Working!, knowledge, now));
        db.Places.AddRange(DemoPlaces.Of([ids["odile"], ids["pim"]], knowledge, now));
        await db.SaveChangesAsync();
    }

    private static void Tell(WebApplication app, string? setupCode)
    {
        var address = app.Urls.FirstOrDefault() ?? "";
        Console.WriteLine();
        Console.WriteLine($"  Ample Lantern is lit:  {address}");
        if (app.Configuration.GetValue("demo", false))
        {
            Console.WriteLine($"  Sign in as:            {DemoPractice.People[0].Name}   password: {DemoPractice.Password}");
        }

        if (setupCode is not null)
        {
            Console.WriteLine($"  First run: open the address and enter this code to make the owner's account:  {setupCode}");
        }

        Console.WriteLine();
    }
}
