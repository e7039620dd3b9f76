using System.Collections.Frozen;
using System.Globalization;
using System.Text;

namespace AmpleLantern.Core.Knowledge;

/// <summary>Compares words as people write them: without case, tone marks, spaces and signs.</summary>
public static class Spelling
{
    /// <summary>Vowels with tone marks. A table of our own: the program runs without the system's language data.</summary>
    private static readonly FrozenDictionary<char, char> Untoned = new[] { "aāáǎà", "eēéěè", "iīíǐì", "oōóǒò", "uūúǔùüǖǘǚǜ" }
        .SelectMany(row => row[1..].Select(toned => (toned, vowel: row[0])))
        .ToFrozenDictionary(p => p.toned, p => p.vowel);

    /// <summary>Lower case, no tone marks, no spaces or signs: <c>Zúsānlǐ</c> and <c>zu san li</c> read the same.</summary>
    public static string Plain(string text) => string.Concat(Words(text));

    /// <summary>The same words as a sentence begins.</summary>
    public static string Sentence(string words) => char.ToUpperInvariant(words[0]) + words[1..];

    public static string[] Words(string text)
    {
        var plain = new StringBuilder();
        foreach (var c in text.ToLowerInvariant())
        {
            if (Untoned.TryGetValue(c, out var vowel))
            {
                plain.Append(vowel);
            }
            else if (char.IsLetterOrDigit(c))
            {
                plain.Append(c);
            }
            else if (CharUnicodeInfo.GetUnicodeCategory(c) != UnicodeCategory.NonSpacingMark && c is not ('\'' or '\u2019'))
            {
                plain.Append(' ');
            }
        }

        return plain.ToString().Split(' ', StringSplitOptions.RemoveEmptyEntries);
    }

    /// <summary>Edits between two words (Levenshtein 1966).</summary>
    public static int Apart(string a, string b)
    {
        var row = Enumerable.Range(0, b.Length + 1).ToArray();
        for (var i = 1; i <= a.Length; i++)
        {
            var (diagonal, left) = (row[0], i);
            row[0] = i;
            for (var j = 1; j <= b.Length; j++)
            {
                left = Math.Min(Math.Min(left, row[j]) + 1, diagonal + (a[i - 1] == b[j - 1] ? 0 : 1));
                (diagonal, row[j]) = (row[j], left);
            }
        }

        return row[b.Length];
    }
}
