using System.Security.Cryptography;
using System.Text;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;

namespace AmpleLantern.Web.Access;

/// <summary>Six digits of an app (TOTP, RFC 6238), or a recovery code; each is taken once.</summary>
public sealed class SecondFactor(UserManager<Staff> people, IMemoryCache lately)
{
    public const int RecoveryCodes = 10;

    private const int Digits = 6;

    /// <summary>The platform takes codes of some steps of 30 s around now; a used one is remembered for longer than that.</summary>
    private static readonly TimeSpan Remembered = TimeSpan.FromMinutes(10);

    public async Task<bool> Takes(Staff person, string code)
    {
        var plain = new string([.. code.Where(c => !char.IsWhiteSpace(c))]);
        if (plain.Length != Digits || !plain.All(char.IsAsciiDigit))
        {
            return (await people.RedeemTwoFactorRecoveryCodeAsync(person, plain.ToUpperInvariant())).Succeeded;
        }

        var key = ("second-factor", person.Id, plain);
        if (
            lately.TryGetValue(key, out _)
            || !await people.VerifyTwoFactorTokenAsync(person, TokenOptions.DefaultAuthenticatorProvider, plain)
        )
        {
            return false;
        }

        lately.Set(key, true, new MemoryCacheEntryOptions { Size = 1, AbsoluteExpirationRelativeToNow = Remembered });
        return true;
    }
}

/// <summary>Keeps recovery codes as hashes: they are random, so a plain hash is enough, and none can be read from a copy.</summary>
public sealed class StaffStore(LanternDb db, IdentityErrorDescriber? describer = null)
    : UserStore<Staff, IdentityRole, LanternDb>(db, describer)
{
    /// <summary>Redeeming one puts the rest back, which are hashes already.</summary>
    public override Task ReplaceCodesAsync(Staff user, IEnumerable<string> recoveryCodes, CancellationToken cancellationToken) =>
        base.ReplaceCodesAsync(user, recoveryCodes.Select(c => c.Length == HashLetters ? c : Hash(c)), cancellationToken);

    public override Task<bool> RedeemCodeAsync(Staff user, string code, CancellationToken cancellationToken) =>
        base.RedeemCodeAsync(user, Hash(code), cancellationToken);

    private const int HashLetters = 64;

    private static string Hash(string code) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(code)));
}
