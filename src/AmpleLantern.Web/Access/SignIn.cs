using AmpleLantern.Core;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using AmpleLantern.Demo;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Time;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Identity;

namespace AmpleLantern.Web.Access;

/// <param name="Code">Six digits of the second factor, or a recovery code, once it is asked for.</param>
/// <param name="NewPassword">One's own, where the one given was made by somebody else.</param>
public sealed record SignInRequest(string Name, string Password, string? Code = null, string? NewPassword = null);

/// <param name="Everywhere">On all devices, not only this one.</param>
/// <param name="Idle">The page locks itself because nobody touched it.</param>
public sealed record SignOutRequest(bool Everywhere = false, bool Idle = false);

/// <summary>Who is signed in here, how long the page may lie idle, and where the practice lives.</summary>
/// <param name="Id">By which this person stands in every record.</param>
/// <param name="MayRunPractice">May see the trail, people and rules' making.</param>
/// <param name="MaySign">May sign, and keep plans for the practice.</param>
/// <param name="MayTreat">May see clients' records and work on visits.</param>
public sealed record Me(
    string? Id,
    string? Name,
    string? DisplayName,
    IReadOnlyList<string> Roles,
    double IdleMinutes,
    bool NeedsSetup,
    bool Demo,
    string TimeZone,
    bool MayRunPractice,
    bool MaySign,
    bool MayTreat
);

/// <summary>Coming in and going out.</summary>
public static class SignIn
{
    public static void MapSignIn(this RouteGroupBuilder api)
    {
        api.MapGet("/me", (SigningIn signing) => signing.Describe(null)).AllowAnonymous();
        api.MapPost("/sign-in", In).AllowAnonymous().RequireRateLimiting(AccessSetup.SignInLimit);
        api.MapPost("/sign-out", Out).AllowAnonymous();
    }

    private static async Task<Me> In(
        SignInRequest request,
        SigningIn signing,
        UserManager<Staff> people,
        IConfiguration settings,
        SignInTries tries,
        SecondFactor second,
        Passwords passwords,
        PracticeClock clock
    )
    {
        // The demo's password is known to everybody and opens nothing but the demo.
        var useless =
            tries.ShutOut(request.Name, signing.Address) || request.Password == DemoPractice.Password && !settings.GetValue("demo", false);
        var person = await people.FindByNameAsync(request.Name.Trim());
        person = person?.LeftAt is null ? person : null;
        if (person is null || useless)
        {
            tries.AsIf(request.Password);
        }

        if (person is null || useless || !await people.CheckPasswordAsync(person, request.Password))
        {
            throw await signing.Refuse(person, request.Name, new("wrong-sign-in", "Name or password is wrong. Try again.", "/password"));
        }

        if (person.TwoFactorEnabled)
        {
            RefusalException.Unless(
                !string.IsNullOrWhiteSpace(request.Code),
                "second-factor",
                "Now the six digits your app shows, or one of your recovery codes.",
                "/code"
            );
            if (!await second.Takes(person, request.Code!))
            {
                throw await signing.Refuse(
                    person,
                    request.Name,
                    new(
                        "wrong-second-factor",
                        "This code is not right, or was used already. Wait for the next six digits and try again.",
                        "/code"
                    )
                );
            }
        }

        if (person.FirstPasswordUntil is { } until)
        {
            RefusalException.Unless(
                clock.Now < until,
                "first-password-over",
                "This first password has run out. Ask the owner for a new one.",
                "/password"
            );
            RefusalException.Unless(
                !string.IsNullOrEmpty(request.NewPassword),
                "choose-password",
                "This password was made for you. Choose your own now.",
                "/newPassword"
            );
            passwords.Require(request.NewPassword!, person, "/newPassword");
            passwords.Give(person, request.NewPassword!);
            person.FirstPasswordUntil = null;
            People.Require(await people.UpdateAsync(person));
        }

        tries.Right(request.Name, signing.Address);
        return await signing.Open(person);
    }

    private static async Task<Me> Out(SignOutRequest request, SigningIn signing) => await signing.Close(request);
}

/// <summary>Opens and closes the practice to a person, and notes it in the trail.</summary>
public sealed class SigningIn(
    IHttpContextAccessor context,
    SignInManager<Staff> signIn,
    UserManager<Staff> people,
    SignIns signIns,
    SignInTries tries,
    IConfiguration settings,
    PracticeClock clock,
    LanternDb db
)
{
    private HttpContext Http => context.HttpContext!;

    public string Address => Http.Connection.RemoteIpAddress?.ToString() ?? "";

    /// <summary>Lets them in on this device; whoever was in here before is out.</summary>
    public async Task<Me> Open(Staff person)
    {
        if (SignIns.IdOf(Http.User) is { } before)
        {
            await signIns.End([before]);
        }

        await Note(person, "signed-in", "");
        await signIn.SignInWithClaimsAsync(
            person,
            new AuthenticationProperties(),
            [new(SignIns.Claim, (await signIns.Begin(person.Id, Http)).ToString())]
        );
        // The token belongs to whoever is signed in: hand out a new one.
        return await Describe(person);
    }

    public async Task<Me> Close(SignOutRequest request)
    {
        if (await people.GetUserAsync(Http.User) is { } person)
        {
            await Note(
                person,
                "signed-out",
                request.Everywhere ? "everywhere"
                    : request.Idle ? "after lying idle"
                    : ""
            );
            await (request.Everywhere ? signIns.EndAll(person.Id) : signIns.End([SignIns.IdOf(Http.User)!.Value]));
        }

        await signIn.SignOutAsync();
        Http.User = new();
        return await Describe(null);
    }

    /// <summary>Counts a wrong try and notes it; the sentence is the same whoever it was.</summary>
    public async Task<RefusalException> Refuse(Staff? person, string name, RefusalException otherwise)
    {
        var shutOut = tries.ShutOut(name, Address);
        await Note(person, "refused", $"from {Address}");
        if (!shutOut)
        {
            tries.Wrong(name, Address);
        }

        return tries.ShutOut(name, Address)
            ? new(
                "locked-out",
                $"Too many wrong tries for this name from here. Wait {tries.ShutOutMinutes:0.#} minutes and try again.",
                otherwise.Pointer
            )
            : otherwise;
    }

    /// <param name="person">Who is in now; null for whoever the request says.</param>
    public async Task<Me> Describe(Staff? person)
    {
        Csrf.Hand(Http);
        person ??= await people.GetUserAsync(Http.User);
        IReadOnlyList<string> roles = person is null ? [] : [.. await people.GetRolesAsync(person)];
        bool Any(params string[] wanted) => roles.Any(wanted.Contains);
        return new(
            person?.Id,
            person?.UserName,
            person?.DisplayName,
            roles,
            AccessSetup.IdleMinutes(settings),
            person is null && !people.Users.Any(),
            settings.GetValue("demo", false),
            clock.Zone.Id,
            Any(Roles.Owner),
            Any(Roles.Owner, Roles.Practitioner),
            Any(Roles.Owner, Roles.Practitioner, Roles.Student)
        );
    }

    public async Task Note(Staff? person, string action, string what)
    {
        db.Audit.Add(
            new()
            {
                At = clock.Now,
                Who = person?.DisplayName ?? "unknown name",
                WhoId = person?.Id,
                Action = action,
                Subject = "sign-in",
                What = what,
            }
        );
        await db.SaveChangesAsync();
    }
}
