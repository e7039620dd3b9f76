using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.WebUtilities;

namespace AmpleLantern.Web.Access;

/// <summary>The secret part of a link that needs no sign-in. Told once; only its hash is kept.</summary>
public static class LinkTokens
{
    private const int Bytes = 18;

    public static string New() => WebEncoders.Base64UrlEncode(RandomNumberGenerator.GetBytes(Bytes));

    public static string Hash(string token) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token)));
}
