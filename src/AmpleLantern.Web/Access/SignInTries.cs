using AmpleLantern.Data.Records;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Caching.Memory;

namespace AmpleLantern.Web.Access;

/// <summary>
/// Counts wrong passwords for a name from one address. A stranger elsewhere who tries somebody's name over and over shuts only himself
/// out, never that person. Names nobody has are counted and answered like any other.
/// </summary>
public sealed class SignInTries(IMemoryCache lately, IPasswordHasher<Staff> hasher, IConfiguration settings)
{
    private const int DefaultTries = 5;
    private const double DefaultMinutes = 10;
    private const int LongestName = 256;
    private static readonly Staff Nobody = new() { DisplayName = "" };

    public double ShutOutMinutes => settings.GetValue("Access:ShutOutMinutes", DefaultMinutes);

    public bool ShutOut(string name, string address) =>
        lately.TryGetValue(Key(name, address), out int wrong) && wrong >= settings.GetValue("Access:WrongPasswords", DefaultTries);

    public void Wrong(string name, string address)
    {
        var key = Key(name, address);
        lately.Set(
            key,
            lately.TryGetValue(key, out int wrong) ? wrong + 1 : 1,
            new MemoryCacheEntryOptions { Size = 1, AbsoluteExpirationRelativeToNow = TimeSpan.FromMinutes(ShutOutMinutes) }
        );
    }

    public void Right(string name, string address) => lately.Remove(Key(name, address));

    /// <summary>Takes the time of a check, where there is nobody to check: hashing is what a check does.</summary>
    public void AsIf(string password) => hasher.HashPassword(Nobody, password);

    private static (string, string, string) Key(string name, string address) =>
        ("sign-in", new string([.. name.Trim().Take(LongestName)]).ToUpperInvariant(), address);
}
