using System.Security.Cryptography;
using AmpleLantern.Core;
using AmpleLantern.Data.Records;
using Microsoft.AspNetCore.Identity;

namespace AmpleLantern.Web.Access;

/// <summary>Which passwords are taken, and why others are not: long enough, not known, not guessed quickly, not one had before.</summary>
public sealed class Passwords(IPasswordHasher<Staff> hasher)
{
    public const int Shortest = 10;
    public const int Longest = 128;

    private const int Remembered = 5;

    /// <summary>
    /// 0 to 4 by the estimate of how many guesses it takes; 3 stands for 10^8 guesses and more (Wheeler, "zxcvbn", USENIX Security 2016).
    /// </summary>
    private const int LeastScore = 3;

    /// <summary>The estimate takes long on long texts, and nothing beyond this makes a password weaker.</summary>
    private const int Looked = 72;

    private const int WordsOfFirst = 4;

    /// <summary>What the estimate calls the kinds of guesses, in words.</summary>
    private static readonly Dictionary<string, string> Why = new()
    {
        ["dictionary"] = "it is mostly a known password, a word or a name",
        ["repeat"] = "it repeats the same letters",
        ["sequence"] = "its letters or digits follow one another",
        ["spatial"] = "its letters lie beside one another on the keyboard",
        ["date"] = "it is mostly a date",
        ["year"] = "it is mostly a year",
        ["digits"] = "it is mostly digits",
    };

    /// <exception cref="RefusalException">It is not taken; the sentence says why.</exception>
    /// <param name="pointer">Where the password stands in the request.</param>
    public void Require(string password, Staff of, string pointer)
    {
        RefusalException.Unless(
            password.Length >= Shortest,
            "weak-password",
            $"A password has at least {Shortest} letters. Choose a longer one; several words that do not go together are easy to keep.",
            pointer
        );
        RefusalException.Unless(password.Length <= Longest, "weak-password", $"A password has at most {Longest} letters.", pointer);
        var guessed = Zxcvbn.Zxcvbn.MatchPassword(
            password[..Math.Min(password.Length, Looked)],
            [of.UserName ?? "", of.DisplayName, .. of.DisplayName.Split(' '), "ample", "lantern"]
        );
        if (guessed.Score < LeastScore)
        {
            var why = Why.GetValueOrDefault(
                guessed.MatchSequence.MaxBy(m => m.Token.Length)?.Pattern ?? "",
                "it is made of few different letters"
            );
            throw new RefusalException(
                "weak-password",
                $"This password would be guessed soon: {why}. Choose another; several words that do not go together are easy to keep.",
                pointer
            );
        }

        var had = of.EarlierPasswords.Append(of.PasswordHash).OfType<string>();
        RefusalException.Unless(
            had.All(h => hasher.VerifyHashedPassword(of, h, password) is PasswordVerificationResult.Failed),
            "repeated-password",
            "You had this password before. Choose one you have not used here.",
            pointer
        );
    }

    /// <summary>Gives somebody a password; the one before is remembered, to be refused later.</summary>
    public void Give(Staff person, string password)
    {
        person.EarlierPasswords =
        [
            .. (person.PasswordHash is { } before ? [before] : Array.Empty<string>()).Concat(person.EarlierPasswords).Take(Remembered),
        ];
        person.PasswordHash = hasher.HashPassword(person, password);
        person.SecurityStamp = Guid.NewGuid().ToString("n");
    }

    /// <summary>
    /// A password to be handed over and changed at once: four groups of letters nobody mistakes for one another (about 74 bits).
    /// </summary>
    public static string First() =>
        string.Join('-', Enumerable.Range(0, WordsOfFirst).Select(_ => RandomNumberGenerator.GetString("abcdefghkmnpqrstuvwxyz", 4)));
}
