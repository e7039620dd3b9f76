using System.Buffers.Binary;
using System.Security.Cryptography;

namespace AmpleLantern.Web.Tests.Support;

/// <summary>
/// What an app shows: TOTP by RFC 6238, six digits, 30 s, SHA-1. Written for the tests from the RFC, apart from what the program uses.
/// </summary>
public static class Totp
{
    private const string Base32 = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";

    /// <param name="secret">In base32, as the page shows it.</param>
    public static string Shown(string secret, DateTimeOffset at) => Shown(Decode(secret), at.ToUnixTimeSeconds() / 30);

    public static string Shown(byte[] secret, long step)
    {
        var message = new byte[8];
        BinaryPrimitives.WriteInt64BigEndian(message, step);
#pragma warning disable CA5350 // What the RFC says and apps do.
        var hash = HMACSHA1.HashData(secret, message);
#pragma warning restore CA5350
        var at = hash[^1] & 0xf;
        return ((BinaryPrimitives.ReadInt32BigEndian(hash.AsSpan(at, 4)) & 0x7fffffff) % 1_000_000).ToString(
            "000000",
            System.Globalization.CultureInfo.InvariantCulture
        );
    }

    private static byte[] Decode(string text)
    {
        var bits = string.Concat(text.Select(c => Convert.ToString(Base32.IndexOf(c, StringComparison.Ordinal), 2).PadLeft(5, '0')));
        return [.. Enumerable.Range(0, bits.Length / 8).Select(i => Convert.ToByte(bits.Substring(i * 8, 8), 2))];
    }
}
