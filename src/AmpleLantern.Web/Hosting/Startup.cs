using AmpleLantern.Core.Knowledge;
using AmpleLantern.Data;
using AmpleLantern.Data.Demo;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Access;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Hosting;

/// <summary>What happens before the first request: the database is brought up to date, the demo is filled, the way in is told.</summary>
public static class Startup
{
    public static async Task Prepare(WebApplication app)
    {
        await using var scope = app.Services.CreateAsyncScope();
        var services = scope.ServiceProvider;
        var db = services.GetRequiredService<LanternDb>();
        await Database.Prepare(db, Path.GetFullPath(app.Configuration["data"] ?? "data"), services.GetRequiredService<KnowledgeBase>().WithRules([]));
        await services.GetRequiredService<Practice.PracticeClock>().Read(db);
        await services.GetRequiredService<Practice.RuleBook>().Read(db);
        await AddRoles(services.GetRequiredService<RoleManager<IdentityRole>>());
        if (app.Configuration.GetValue("demo", false) && !await db.Clients.AnyAsync())
        {
            await FillDemo(services, db);
        }

        await services.GetRequiredService<StaffNames>().Read(db);
        var setup = await db.Users.AnyAsync() ? null : services.GetRequiredService<SetupCode>().Value;
        app.Lifetime.ApplicationStarted.Register(() => Tell(app, setup));
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
            var staff = await Access.People.Create(people, new(p.Name, p.DisplayName, DemoPractice.Password, p.Role));
            (staff.PalmBreadthCm, staff.FourFingersCm, staff.Working) = (p.PalmBreadthCm, p.FourFingersCm, p.Working);
            await people.UpdateAsync(staff);
            ids[p.Name] = staff.Id;
        }

        var knowledge = services.GetRequiredService<PracticeKnowledge>();
        var clock = services.GetRequiredService<Practice.PracticeClock>();
        var now = clock.Now;
        var (clients, words) = DemoPractice.Records(knowledge, now, clock.Zone, ids);
        db.Words.AddRange(words);
        db.Clients.AddRange(clients);
        db.Drills.AddRange(Bench.DemoRuns.Of(ids["odile"], DemoPractice.People[0].Working!, knowledge, now));
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
