using System.Security.Cryptography;
using System.Text;
using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Atlas;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Serving;
using AmpleLantern.Web.Time;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Access;

public sealed record NewPerson(string Name, string DisplayName, string Role);

/// <param name="Name">To sign in with.</param>
/// <param name="FirstPasswordUntil">They have not yet chosen a password of their own.</param>
/// <param name="LeftAt">They left, and come in no more.</param>
/// <param name="Devices">How many sign-ins of theirs hold now.</param>
/// <param name="Ahead">Visits booked with them from today on.</param>
public sealed record Person(
    string Id,
    string Name,
    string DisplayName,
    IReadOnlyList<string> Roles,
    bool SecondFactor,
    Instant? FirstPasswordUntil,
    Instant? LeftAt,
    int Devices,
    int Ahead
);

/// <summary>The people here, and a password just made for one of them: told this once, to be handed over.</summary>
public sealed record PeopleView(IReadOnlyList<Person> People, string? For = null, string? FirstPassword = null);

public sealed record RoleRequest(string Role);

/// <param name="LostDevice">Second factor and passkeys go too: they were on what was lost.</param>
public sealed record ResetRequest(bool LostDevice);

/// <summary>The breadths of one's own hand in cm; null until measured.</summary>
public sealed record MyHands(double? PalmBreadthCm = null, double? FourFingersCm = null);

public sealed record SetupRequest(string Code, string Name, string DisplayName, string Password);

/// <summary>A code shown only on the console, so that the first to reach the page is not therefore the owner.</summary>
public sealed class SetupCode
{
    public string Value { get; } = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(4));
}

/// <summary>The people of the practice: who comes in, who leaves, and its first owner.</summary>
public static class People
{
    private static readonly Duration FirstPasswordLasts = Duration.FromDays(3);

    public static void MapPeople(this RouteGroupBuilder api)
    {
        api.MapPost("/setup", SetUp).AllowAnonymous().RequireRateLimiting(AccessSetup.SignInLimit);
        api.MapGet("/me/hands", OwnHands);
        api.MapPut("/me/hands", MeasureHands);
        var people = api.MapGroup("/people").RequireAuthorization(Policies.Own);
        people.MapGet("", (Staffing staffing) => staffing.All());
        people.MapPost("", (NewPerson p, Staffing staffing) => staffing.Add(p));
        people.MapPost("/{id}/role", (string id, RoleRequest r, Staffing staffing) => staffing.GiveRole(id, r.Role));
        people.MapPost("/{id}/reset", (string id, ResetRequest r, Staffing staffing) => staffing.Reset(id, r.LostDevice));
        people.MapPost("/{id}/sign-out", (string id, Staffing staffing) => staffing.SignOut(id));
        people.MapPost("/{id}/leave", (string id, Staffing staffing) => staffing.Leave(id));
        people.MapPost("/{id}/return", (string id, Staffing staffing) => staffing.Return(id));
    }

    private static async Task<Me> SetUp(
        SetupRequest request,
        UserManager<Staff> people,
        Passwords passwords,
        SetupCode code,
        StaffNames names,
        LanternDb db,
        SigningIn signing
    )
    {
        if (people.Users.Any())
        {
            throw new RefusalException("already-set-up", "This practice has an owner. Sign in instead.");
        }

        if (!CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(request.Code.Trim()), Encoding.UTF8.GetBytes(code.Value)))
        {
            throw new RefusalException(
                "wrong-code",
                "This is not the code shown where the program was started. Look there and copy it.",
                "/code"
            );
        }

        passwords.Require(request.Password, new() { UserName = request.Name, DisplayName = request.DisplayName }, "/password");
        var owner = await Create(people, new(request.Name, request.DisplayName, Roles.Owner), request.Password);
        await names.Read(db);
        return await signing.Open(owner);
    }

    private static async Task<MyHands> OwnHands(UserManager<Staff> people, CurrentPerson person)
    {
        var me = (await people.FindByIdAsync(person.Id!))!;
        return new(me.PalmBreadthCm, me.FourFingersCm);
    }

    private static async Task<MyHands> MeasureHands(MyHands hands, UserManager<Staff> people, CurrentPerson person, KnowledgeBase knowledge)
    {
        BodyMeasuresCheck.Check(BodyMeasures.OfHands(hands.PalmBreadthCm, hands.FourFingersCm), knowledge, "");
        var me = (await people.FindByIdAsync(person.Id!))!;
        (me.PalmBreadthCm, me.FourFingersCm) = (hands.PalmBreadthCm, hands.FourFingersCm);
        await people.UpdateAsync(me);
        return hands;
    }

    /// <exception cref="RefusalException">Name taken, or no such role.</exception>
    public static async Task<Staff> Create(UserManager<Staff> people, NewPerson person, string password, Instant? firstUntil = null)
    {
        RequireRole(person.Role);
        RefusalException.Unless(
            !string.IsNullOrWhiteSpace(person.DisplayName),
            "name-missing",
            "Write the name as it should stand in the record.",
            "/displayName"
        );
        var staff = new Staff
        {
            UserName = person.Name.Trim(),
            DisplayName = person.DisplayName.Trim(),
            FirstPasswordUntil = firstUntil,
        };
        Require(await people.CreateAsync(staff, password));
        Require(await people.AddToRoleAsync(staff, person.Role));
        return staff;
    }

    public static void RequireRole(string role) =>
        RefusalException.Unless(Roles.All.Contains(role), "unknown-role", $"A role is one of: {string.Join(", ", Roles.All)}.", "/role");

    public static void Require(IdentityResult result)
    {
        if (result.Errors.FirstOrDefault() is { } error)
        {
            throw new RefusalException("bad-name", $"{error.Description} Choose another name.", "/name");
        }
    }

    public static Instant FirstUntil(PracticeClock clock) => clock.Now + FirstPasswordLasts;
}

/// <summary>What the owner does about the people here. Whatever takes something from somebody ends their sign-ins at once.</summary>
public sealed class Staffing(
    UserManager<Staff> people,
    SignIns signIns,
    Passwords passwords,
    StaffNames names,
    PracticeClock clock,
    CurrentPerson me,
    LanternDb db
)
{
    public async Task<PeopleView> All()
    {
        var today = clock.Today;
        var ahead = await db
            .Visits.Where(v => v.Date >= today && v.CancelledAt == null && v.SignedAt == null)
            .GroupBy(v => v.PractitionerId)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Count);
        var all = new List<Person>();
        foreach (var p in (await people.Users.AsNoTracking().ReadableAsync(p => p.Id)).Read)
        {
            all.Add(
                new(
                    p.Id,
                    p.UserName!,
                    p.DisplayName,
                    [.. await people.GetRolesAsync(p)],
                    p.TwoFactorEnabled,
                    p.FirstPasswordUntil,
                    p.LeftAt,
                    p.LeftAt is null ? (await signIns.Of(p.Id)).Count : 0,
                    ahead.GetValueOrDefault(p.Id)
                )
            );
        }

        return new([.. all.OrderBy(p => p.LeftAt is not null).ThenBy(p => p.DisplayName, StringComparer.OrdinalIgnoreCase)]);
    }

    public async Task<PeopleView> Add(NewPerson person)
    {
        var password = Passwords.First();
        var staff = await People.Create(people, person, password, People.FirstUntil(clock));
        await names.Read(db);
        return await All() with { For = staff.DisplayName, FirstPassword = password };
    }

    public async Task<PeopleView> GiveRole(string id, string role)
    {
        People.RequireRole(role);
        var staff = await Find(id);
        await RequireAnotherOwner(staff, role is Roles.Owner);
        People.Require(await people.RemoveFromRolesAsync(staff, (await people.GetRolesAsync(staff)).Except([role])));
        if (!await people.IsInRoleAsync(staff, role))
        {
            People.Require(await people.AddToRoleAsync(staff, role));
        }

        await signIns.EndAll(id);
        return await All();
    }

    /// <summary>A password to hand over; theirs is worth nothing any more.</summary>
    public async Task<PeopleView> Reset(string id, bool lostDevice)
    {
        var staff = await Find(id);
        RefusalException.Unless(id != me.Id, "your-own", "Change your own password under \"Your sign-in\".", "/id");
        var password = await Reset(people, passwords, staff, lostDevice, People.FirstUntil(clock));
        await signIns.EndAll(id);
        return await All() with { For = staff.DisplayName, FirstPassword = password };
    }

    public static async Task<string> Reset(UserManager<Staff> people, Passwords passwords, Staff staff, bool lostDevice, Instant until)
    {
        var password = Passwords.First();
        passwords.Give(staff, password);
        staff.FirstPasswordUntil = until;
        if (lostDevice)
        {
            await OwnAccess.TakeOff(people, staff);
            foreach (var key in await people.GetPasskeysAsync(staff))
            {
                People.Require(await people.RemovePasskeyAsync(staff, key.CredentialId));
            }
        }

        People.Require(await people.UpdateAsync(staff));
        return password;
    }

    public async Task<PeopleView> SignOut(string id)
    {
        var staff = await Find(id);
        await signIns.EndAll(id);
        db.Audit.Add(
            new()
            {
                At = clock.Now,
                Who = me.Name,
                WhoId = me.Id,
                Action = "signed-out",
                Subject = $"person {staff.Id}",
                What = "everywhere",
            }
        );
        await db.SaveChangesAsync();
        return await All();
    }

    /// <summary>They come in no more; what they did keeps their name.</summary>
    public async Task<PeopleView> Leave(string id)
    {
        var staff = await Find(id);
        await RequireAnotherOwner(staff, false);
        staff.LeftAt ??= clock.Now;
        People.Require(await people.UpdateAsync(staff));
        await signIns.EndAll(id);
        return await All();
    }

    /// <summary>Back again, with a password to be handed over: the old one may be anywhere by now.</summary>
    public async Task<PeopleView> Return(string id)
    {
        var staff = await Find(id);
        RefusalException.Unless(staff.LeftAt is not null, "not-left", "They have not left.", "/id");
        staff.LeftAt = null;
        var password = await Reset(people, passwords, staff, lostDevice: true, People.FirstUntil(clock));
        return await All() with { For = staff.DisplayName, FirstPassword = password };
    }

    private async Task<Staff> Find(string id) =>
        await people.FindByIdAsync(id)
        ?? throw new RefusalException("not-found", "There is nobody of that kind here. Look at the list.", "/id");

    private async Task RequireAnotherOwner(Staff staff, bool staysOwner)
    {
        var others = (await people.GetUsersInRoleAsync(Roles.Owner)).Any(o => o.Id != staff.Id && o.LeftAt is null);
        RefusalException.Unless(
            staysOwner || others || !await people.IsInRoleAsync(staff, Roles.Owner),
            "last-owner",
            "A practice keeps an owner. Make somebody else an owner first.",
            "/id"
        );
    }
}
