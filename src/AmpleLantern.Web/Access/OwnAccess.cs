using System.Text.Json;
using System.Text.Json.Nodes;
using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Records;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.WebUtilities;
using NodaTime;

namespace AmpleLantern.Web.Access;

/// <param name="Here">The one this page uses.</param>
public sealed record OwnSignIn(Guid Id, string Device, string Address, Instant Began, Instant Seen, bool Here);

/// <param name="Id">Of the credential, in base64url.</param>
public sealed record OwnPasskey(string Id, string Name, DateTimeOffset Made);

/// <summary>How one comes in: devices, second factor, passkeys.</summary>
/// <param name="RecoveryCodesLeft">0 where there is no second factor.</param>
public sealed record OwnAccessView(
    IReadOnlyList<OwnSignIn> SignIns,
    bool SecondFactor,
    int RecoveryCodesLeft,
    IReadOnlyList<OwnPasskey> Passkeys,
    double LongestHours
);

public sealed record PasswordRequest(string Password, string NewPassword);

/// <summary>What changes how one comes in is done only with one's password at hand.</summary>
public sealed record WithPassword(string Password);

public sealed record SecondFactorCode(string Code);

/// <summary>What the app is to be told: the secret in base32, and the same as an address for a QR code.</summary>
public sealed record SecondFactorSecret(string Secret, string Address);

/// <summary>Shown once, and kept only as hashes.</summary>
public sealed record RecoveryCodes(IReadOnlyList<string> Codes);

/// <param name="Credential">What the browser made, as it writes it.</param>
public sealed record NewPasskey(JsonObject Credential, string Name);

public sealed record PasskeySignIn(JsonObject Credential);

/// <summary>A person's own way in, changed by themselves.</summary>
public sealed class OwnAccess(
    UserManager<Staff> people,
    SignInManager<Staff> signIn,
    SignIns signIns,
    Passwords passwords,
    SecondFactor second,
    SignInTries tries,
    SigningIn signing,
    CurrentPerson person,
    IHttpContextAccessor http
)
{
    private const string Issuer = "Ample Lantern";
    private const int LongestName = 60;

    private Guid Here => SignIns.IdOf(http.HttpContext!.User)!.Value;

    private async Task<Staff> Me() => (await people.FindByIdAsync(person.Id!))!;

    public async Task<OwnAccessView> View()
    {
        var me = await Me();
        var all = await signIns.Of(me.Id);
        return new(
            [.. all.Select(s => new OwnSignIn(s.Id, s.Device, s.Address, s.Began, s.Seen, s.Id == Here))],
            me.TwoFactorEnabled,
            me.TwoFactorEnabled ? await people.CountRecoveryCodesAsync(me) : 0,
            [
                .. (await people.GetPasskeysAsync(me))
                    .OrderBy(k => k.CreatedAt)
                    .Select(k => new OwnPasskey(WebEncoders.Base64UrlEncode(k.CredentialId), k.Name ?? "", k.CreatedAt)),
            ],
            signIns.Longest.TotalHours
        );
    }

    /// <summary>The other devices are out with it: whoever has the old password has nothing.</summary>
    public async Task<OwnAccessView> ChangePassword(PasswordRequest request)
    {
        var me = await Confirmed(request.Password);
        passwords.Require(request.NewPassword, me, "/newPassword");
        passwords.Give(me, request.NewPassword);
        People.Require(await people.UpdateAsync(me));
        await signIns.EndAll(me.Id, but: Here);
        return await View();
    }

    public async Task<SecondFactorSecret> BeginSecondFactor(WithPassword request)
    {
        var me = await Confirmed(request.Password);
        RefusalException.Unless(
            !me.TwoFactorEnabled,
            "second-factor-on",
            "Your second factor is on already. Turn it off first to set up another app.",
            "/password"
        );
        People.Require(await people.ResetAuthenticatorKeyAsync(me));
        var secret = (await people.GetAuthenticatorKeyAsync(me))!;
        return new(
            secret,
            $"otpauth://totp/{Uri.EscapeDataString(Issuer)}:{Uri.EscapeDataString(me.UserName!)}?secret={secret}&issuer={Uri.EscapeDataString(Issuer)}&digits=6&period=30"
        );
    }

    /// <summary>On only once the app has shown that it has the secret.</summary>
    public async Task<RecoveryCodes> ConfirmSecondFactor(SecondFactorCode request)
    {
        var me = await Me();
        RefusalException.Unless(!me.TwoFactorEnabled, "second-factor-on", "Your second factor is on already.", "/code");
        RefusalException.Unless(
            await people.GetAuthenticatorKeyAsync(me) is not null,
            "second-factor-not-begun",
            "Begin anew: the app has not been told its secret.",
            "/code"
        );
        if (!await second.Takes(me, request.Code))
        {
            throw await signing.Refuse(
                me,
                me.UserName!,
                new(
                    "wrong-second-factor",
                    "This is not what the app shows now. Look at the clock of the phone, wait for the next six digits and try again.",
                    "/code"
                )
            );
        }

        People.Require(await people.SetTwoFactorEnabledAsync(me, true));
        await signIns.EndAll(me.Id, but: Here);
        return new([.. (await people.GenerateNewTwoFactorRecoveryCodesAsync(me, SecondFactor.RecoveryCodes))!]);
    }

    public async Task<RecoveryCodes> NewRecoveryCodes(WithPassword request)
    {
        var me = await Confirmed(request.Password);
        RefusalException.Unless(me.TwoFactorEnabled, "second-factor-off", "Your second factor is off; it is set up first.", "/password");
        await signing.Note(me, "changed", "recovery codes");
        return new([.. (await people.GenerateNewTwoFactorRecoveryCodesAsync(me, SecondFactor.RecoveryCodes))!]);
    }

    public async Task<OwnAccessView> SecondFactorOff(WithPassword request)
    {
        await TakeOff(people, await Confirmed(request.Password));
        return await View();
    }

    /// <summary>The secret and the recovery codes go with it.</summary>
    public static async Task TakeOff(UserManager<Staff> people, Staff staff)
    {
        People.Require(await people.SetTwoFactorEnabledAsync(staff, false));
        People.Require(await people.ResetAuthenticatorKeyAsync(staff));
        await people.GenerateNewTwoFactorRecoveryCodesAsync(staff, 0);
    }

    public async Task<JsonNode> BeginPasskey(WithPassword request)
    {
        var me = await Confirmed(request.Password);
        return JsonNode.Parse(
            await signIn.MakePasskeyCreationOptionsAsync(
                new()
                {
                    Id = me.Id,
                    Name = me.UserName!,
                    DisplayName = me.DisplayName,
                }
            )
        )!;
    }

    public async Task<OwnAccessView> AddPasskey(NewPasskey request)
    {
        var me = await Me();
        var name = request.Name.Trim();
        RefusalException.Unless(
            name.Length is > 0 and <= LongestName,
            "name-missing",
            $"Give the passkey a name you know it by, at most {LongestName} letters.",
            "/name"
        );
        var made = await Try(() => signIn.PerformPasskeyAttestationAsync(request.Credential.ToJsonString()));
        RefusalException.Unless(
            made is { Succeeded: true },
            "bad-passkey",
            "This passkey could not be taken. Begin anew on this device.",
            "/credential"
        );
        made!.Passkey!.Name = name;
        People.Require(await people.AddOrUpdatePasskeyAsync(me, made.Passkey));
        return await View();
    }

    public async Task<OwnAccessView> RemovePasskey(string id)
    {
        var me = await Me();
        byte[]? credential = null;
        try
        {
            credential = WebEncoders.Base64UrlDecode(id);
        }
        catch (FormatException)
        {
            // Nobody's, like any other that is not found.
        }

        RefusalException.Unless(
            credential is not null && await people.GetPasskeyAsync(me, credential) is not null,
            "not-found",
            "You have no such passkey.",
            "/id"
        );
        People.Require(await people.RemovePasskeyAsync(me, credential!));
        return await View();
    }

    public async Task<JsonNode> AskPasskey() => JsonNode.Parse(await signIn.MakePasskeyRequestOptionsAsync(null))!;

    /// <summary>A passkey on a device that knows its owner is both factors at once.</summary>
    public async Task<Me> ComeInByPasskey(PasskeySignIn request)
    {
        var shown = await Try(() => signIn.PerformPasskeyAssertionAsync(request.Credential.ToJsonString()));
        if (shown is not { Succeeded: true } || shown.User.LeftAt is not null || shown.User.FirstPasswordUntil is not null)
        {
            throw await signing.Refuse(
                null,
                "by passkey",
                new("wrong-sign-in", "This passkey opens nothing here. Sign in with your name and password.", "/credential")
            );
        }

        await people.AddOrUpdatePasskeyAsync(shown.User, shown.Passkey);
        return await signing.Open(shown.User);
    }

    public async Task<OwnAccessView> EndSignIn(Guid id)
    {
        var mine = (await signIns.Of(person.Id!)).Any(s => s.Id == id);
        RefusalException.Unless(mine, "not-found", "This sign-in has ended already.", "/id");
        await signIns.End([id]);
        await signing.Note(await Me(), "signed-out", "another device");
        return await View();
    }

    /// <summary>Whoever sits at an open page is not yet its owner: tries are counted like at the door.</summary>
    private async Task<Staff> Confirmed(string password)
    {
        var me = await Me();
        return !tries.ShutOut(me.UserName!, signing.Address) && await people.CheckPasswordAsync(me, password)
            ? me
            : throw await signing.Refuse(
                me,
                me.UserName!,
                new("wrong-password", "This is not your password. Nothing was changed.", "/password")
            );
    }

    /// <summary>The platform throws on what is no credential at all, or on a ceremony that was never begun here.</summary>
    private static async Task<T?> Try<T>(Func<Task<T>> ceremony)
        where T : class
    {
        try
        {
            return await ceremony();
        }
        catch (Exception e)
            when (e is InvalidOperationException or JsonException or PasskeyException or ArgumentException or FormatException)
        {
            return null;
        }
    }
}

/// <summary>Addresses of one's own way in.</summary>
public static class OwnAccessEndpoints
{
    public static void MapOwnDoor(this RouteGroupBuilder api)
    {
        var mine = api.MapGroup("/me");
        mine.MapGet("/access", (OwnAccess own) => own.View());
        mine.MapPost("/password", (PasswordRequest r, OwnAccess own) => own.ChangePassword(r));
        mine.MapDelete("/sign-ins/{id:guid}", (Guid id, OwnAccess own) => own.EndSignIn(id));
        mine.MapPost("/second-factor", (WithPassword r, OwnAccess own) => own.BeginSecondFactor(r));
        mine.MapPost("/second-factor/confirm", (SecondFactorCode r, OwnAccess own) => own.ConfirmSecondFactor(r));
        mine.MapPost("/second-factor/codes", (WithPassword r, OwnAccess own) => own.NewRecoveryCodes(r));
        mine.MapPost("/second-factor/off", (WithPassword r, OwnAccess own) => own.SecondFactorOff(r));
        mine.MapPost("/passkeys/begin", (WithPassword r, OwnAccess own) => own.BeginPasskey(r));
        mine.MapPost("/passkeys", (NewPasskey r, OwnAccess own) => own.AddPasskey(r));
        mine.MapDelete("/passkeys/{id}", (string id, OwnAccess own) => own.RemovePasskey(id));
        api.MapPost("/sign-in/passkey/begin", (OwnAccess own) => own.AskPasskey())
            .AllowAnonymous()
            .RequireRateLimiting(AccessSetup.SignInLimit);
        api.MapPost("/sign-in/passkey", (PasskeySignIn r, OwnAccess own) => own.ComeInByPasskey(r))
            .AllowAnonymous()
            .RequireRateLimiting(AccessSetup.SignInLimit);
    }
}
