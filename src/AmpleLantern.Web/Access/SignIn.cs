using AmpleLantern.Core;
using AmpleLantern.Data;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Records;
using Microsoft.AspNetCore.Identity;
using NodaTime;

namespace AmpleLantern.Web.Access;

public sealed record SignInRequest(string Name, string Password);

/// <summary>Who is signed in here, and how long the page may lie idle.</summary>
public sealed record Me(string? Name, string? DisplayName, IReadOnlyList<string> Roles, double IdleMinutes, bool NeedsSetup, bool Demo);

/// <summary>Coming in and going out.</summary>
public static class SignIn
{
    public static void MapSignIn(this RouteGroupBuilder api)
    {
        api.MapGet("/me", Who).AllowAnonymous();
        api.MapPost("/sign-in", In).AllowAnonymous().RequireRateLimiting(AccessSetup.SignInLimit);
        api.MapPost("/sign-out", Out).AllowAnonymous();
    }

    private static async Task<Me> Who(HttpContext http, UserManager<Staff> people, IConfiguration settings)
    {
        Csrf.Hand(http);
        return await Describe(await people.GetUserAsync(http.User), people, settings);
    }

    private static async Task<Me> In(
        SignInRequest request, HttpContext http, SignInManager<Staff> signIn, UserManager<Staff> people, LanternDb db, IClock clock,
        IConfiguration settings)
    {
        var person = await people.FindByNameAsync(request.Name.Trim());
        var result = person is null ? SignInResult.Failed : await signIn.CheckPasswordSignInAsync(person, request.Password, lockoutOnFailure: true);
        db.Audit.Add(new()
        {
            At = clock.GetCurrentInstant(),
            Who = person?.DisplayName ?? "unknown name",
            Action = result.Succeeded ? "signed-in" : "refused",
            Subject = "sign-in",
        });
        await db.SaveChangesAsync();
        if (!result.Succeeded)
        {
            throw new RefusalException(
                result.IsLockedOut ? "locked-out" : "wrong-sign-in",
                result.IsLockedOut ? "Too many wrong passwords. Wait ten minutes and try again." : "Name or password is wrong. Try again.",
                "/password");
        }

        await signIn.SignInAsync(person!, isPersistent: false);
        // The token belongs to whoever is signed in: hand out a new one.
        http.User = await signIn.CreateUserPrincipalAsync(person!);
        Csrf.Hand(http);
        return await Describe(person, people, settings);
    }

    private static async Task<Me> Out(HttpContext http, SignInManager<Staff> signIn, UserManager<Staff> people, IConfiguration settings)
    {
        await signIn.SignOutAsync();
        http.User = new();
        Csrf.Hand(http);
        return await Describe(null, people, settings);
    }

    public static async Task<Me> Describe(Staff? person, UserManager<Staff> people, IConfiguration settings) => new(
        person?.UserName, person?.DisplayName, person is null ? [] : [.. await people.GetRolesAsync(person)],
        settings.GetValue("Access:IdleMinutes", 15.0), person is null && !people.Users.Any(), settings.GetValue("demo", false));
}
