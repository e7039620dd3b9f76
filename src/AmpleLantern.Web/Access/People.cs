using System.Security.Cryptography;
using AmpleLantern.Core;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Atlas;
using AmpleLantern.Web.Practice;
using Microsoft.AspNetCore.Identity;

namespace AmpleLantern.Web.Access;

public sealed record NewPerson(string Name, string DisplayName, string Password, string Role);

public sealed record Person(string Name, string DisplayName, IReadOnlyList<string> Roles);

/// <summary>The breadths of one's own hand in cm; null until measured.</summary>
public sealed record MyHands(double? PalmBreadthCm = null, double? FourFingersCm = null);

public sealed record SetupRequest(string Code, string Name, string DisplayName, string Password);

/// <summary>A code shown only on the console, so that the first to reach the page is not therefore the owner.</summary>
public sealed class SetupCode
{
    public string Value { get; } = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(4));
}

/// <summary>The people of the practice, and its first owner.</summary>
public static class People
{
    public static void MapPeople(this RouteGroupBuilder api)
    {
        api.MapPost("/setup", SetUp).AllowAnonymous().RequireRateLimiting(AccessSetup.SignInLimit);
        api.MapGet("/people", All).RequireAuthorization(Policies.Own);
        api.MapGet("/me/hands", OwnHands);
        api.MapPut("/me/hands", MeasureHands);
        api.MapPost("/people", Add).RequireAuthorization(Policies.Own);
    }

    private static async Task<Me> SetUp(
        SetupRequest request, HttpContext http, UserManager<Staff> people, SignInManager<Staff> signIn, SetupCode code, IConfiguration settings,
        StaffNames names, LanternDb db, PracticeClock clock)
    {
        if (people.Users.Any())
        {
            throw new RefusalException("already-set-up", "This practice has an owner. Sign in instead.");
        }

        if (!CryptographicOperations.FixedTimeEquals(
            System.Text.Encoding.UTF8.GetBytes(request.Code.Trim()), System.Text.Encoding.UTF8.GetBytes(code.Value)))
        {
            throw new RefusalException("wrong-code", "This is not the code shown where the program was started. Look there and copy it.", "/code");
        }

        var owner = await Create(people, new(request.Name, request.DisplayName, request.Password, Roles.Owner));
        await names.Read(db);
        await signIn.SignInAsync(owner, isPersistent: false);
        http.User = await signIn.CreateUserPrincipalAsync(owner);
        Csrf.Hand(http);
        return await SignIn.Describe(owner, people, settings, clock);
    }

    private static async Task<MyHands> OwnHands(UserManager<Staff> people, CurrentPerson person)
    {
        var me = (await people.FindByIdAsync(person.Id!))!;
        return new(me.PalmBreadthCm, me.FourFingersCm);
    }

    private static async Task<MyHands> MeasureHands(MyHands hands, UserManager<Staff> people, CurrentPerson person, KnowledgeBase knowledge)
    {
        MeasureCheck.Check(ClientBody.Hands(hands.PalmBreadthCm, hands.FourFingersCm), knowledge.Atlas.Stretches, "");
        var me = (await people.FindByIdAsync(person.Id!))!;
        (me.PalmBreadthCm, me.FourFingersCm) = (hands.PalmBreadthCm, hands.FourFingersCm);
        await people.UpdateAsync(me);
        return hands;
    }

    private static async Task<IReadOnlyList<Person>> All(UserManager<Staff> people)
    {
        var all = new List<Person>();
        foreach (var p in people.Users.OrderBy(p => p.DisplayName).ToList())
        {
            all.Add(new(p.UserName!, p.DisplayName, [.. await people.GetRolesAsync(p)]));
        }

        return all;
    }

    private static async Task<IReadOnlyList<Person>> Add(NewPerson person, UserManager<Staff> people, StaffNames names, LanternDb db)
    {
        await Create(people, person);
        await names.Read(db);
        return await All(people);
    }

    /// <exception cref="RefusalException">Name taken, password too short, or no such role.</exception>
    public static async Task<Staff> Create(UserManager<Staff> people, NewPerson person)
    {
        if (!Roles.All.Contains(person.Role))
        {
            throw new RefusalException("unknown-role", $"A role is one of: {string.Join(", ", Roles.All)}.", "/role");
        }

        if (string.IsNullOrWhiteSpace(person.DisplayName))
        {
            throw new RefusalException("name-missing", "Write the name as it should stand in the record.", "/displayName");
        }

        var staff = new Staff { UserName = person.Name.Trim(), DisplayName = person.DisplayName.Trim() };
        Require(await people.CreateAsync(staff, person.Password));
        Require(await people.AddToRoleAsync(staff, person.Role));
        return staff;
    }

    private static void Require(IdentityResult result)
    {
        if (result.Errors.FirstOrDefault() is { } error)
        {
            var password = error.Code.Contains("Password", StringComparison.Ordinal);
            throw new RefusalException(
                password ? "weak-password" : "bad-name",
                password ? "The password needs at least 10 letters, not all the same. Choose a longer one." : $"{error.Description} Choose another name.",
                password ? "/password" : "/name");
        }
    }
}
