using AmpleLantern.Core;
using AmpleLantern.Data;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Demo;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Practice;
using Microsoft.AspNetCore.Identity;

namespace AmpleLantern.Web.Access;

public sealed record SignInRequest(string Name, string Password);

/// <summary>Who is signed in here, how long the page may lie idle, and where the practice lives.</summary>
/// <param name="Id">By which this person stands in every record.</param>
/// <param name="MayRunPractice">May see the trail, people and rules' making.</param>
/// <param name="MaySign">May sign, and keep plans for the practice.</param>
/// <param name="MayTreat">May see clients' records and work on visits.</param>
public sealed record Me(string? Id, string? Name, string? DisplayName, IReadOnlyList<string> Roles, double IdleMinutes, bool NeedsSetup, bool Demo, string TimeZone,
    bool MayRunPractice, bool MaySign, bool MayTreat);

/// <summary>Coming in and going out.</summary>
public static class SignIn
{
    public static void MapSignIn(this RouteGroupBuilder api)
    {
        api.MapGet("/me", Who).AllowAnonymous();
        api.MapPost("/sign-in", In).AllowAnonymous().RequireRateLimiting(AccessSetup.SignInLimit);
        api.MapPost("/sign-out", Out).AllowAnonymous();
    }

    private static async Task<Me> Who(HttpContext http, UserManager<Staff> people, IConfiguration settings, PracticeClock clock)
    {
        Csrf.Hand(http);
        return await Describe(await people.GetUserAsync(http.User), people, settings, clock);
    }

    private static async Task<Me> In(
        SignInRequest request, HttpContext http, SignInManager<Staff> signIn, UserManager<Staff> people, LanternDb db,
        IConfiguration settings, PracticeClock clock, SignInTries tries)
    {
        var address = http.Connection.RemoteIpAddress?.ToString() ?? "";
        var shutOut = tries.ShutOut(request.Name, address);
        // The demo's password is known to everybody and opens nothing but the demo.
        var useless = shutOut || request.Password == DemoPractice.Password && !settings.GetValue("demo", false);
        var person = await people.FindByNameAsync(request.Name.Trim());
        if (person is null || useless)
        {
            tries.AsIf(request.Password);
        }

        var comesIn = person is not null && !useless && (await signIn.CheckPasswordSignInAsync(person, request.Password, lockoutOnFailure: false)).Succeeded;
        db.Audit.Add(new()
        {
            At = clock.Now,
            Who = person?.DisplayName ?? "unknown name",
            WhoId = person?.Id,
            Action = comesIn ? "signed-in" : "refused",
            Subject = "sign-in",
            What = comesIn ? "" : $"from {address}",
        });
        await db.SaveChangesAsync();
        if (!comesIn)
        {
            if (!shutOut)
            {
                tries.Wrong(request.Name, address);
            }

            throw tries.ShutOut(request.Name, address)
                ? new RefusalException("locked-out", "Too many wrong passwords for this name from here. Wait ten minutes and try again.", "/password")
                : new RefusalException("wrong-sign-in", "Name or password is wrong. Try again.", "/password");
        }

        tries.Right(request.Name, address);
        await signIn.SignInAsync(person!, isPersistent: false);
        // The token belongs to whoever is signed in: hand out a new one.
        http.User = await signIn.CreateUserPrincipalAsync(person!);
        Csrf.Hand(http);
        return await Describe(person, people, settings, clock);
    }

    private static async Task<Me> Out(HttpContext http, SignInManager<Staff> signIn, UserManager<Staff> people, IConfiguration settings, PracticeClock clock)
    {
        await signIn.SignOutAsync();
        http.User = new();
        Csrf.Hand(http);
        return await Describe(null, people, settings, clock);
    }

    public static async Task<Me> Describe(Staff? person, UserManager<Staff> people, IConfiguration settings, PracticeClock clock)
    {
        IReadOnlyList<string> roles = person is null ? [] : [.. await people.GetRolesAsync(person)];
        bool Any(params string[] wanted) => roles.Any(wanted.Contains);
        return new(
            person?.Id, person?.UserName, person?.DisplayName, roles, settings.GetValue("Access:IdleMinutes", 15.0), person is null && !people.Users.Any(),
            settings.GetValue("demo", false), clock.Zone.Id, Any(Roles.Owner), Any(Roles.Owner, Roles.Practitioner), Any(Roles.Owner, Roles.Practitioner, Roles.Student));
    }
}
