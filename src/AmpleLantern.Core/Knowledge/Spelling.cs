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

    /// <summary>Edits between two words, two neighbours changed about being one (Damerau 1964, in its restricted form).</summary>
    public static int Apart(string a, string b)
    {
        var (before, last, row) = (new int[b.Length + 1], Enumerable.Range(0, b.Length + 1).ToArray(), new int[b.Length + 1]);
        for (var i = 1; i <= a.Length; i++)
        {
            row[0] = i;
            for (var j = 1; j <= b.Length; j++)
            {
                row[j] = Math.Min(Math.Min(row[j - 1], last[j]) + 1, last[j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1));
                if (i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1])
                {
                    row[j] = Math.Min(row[j], before[j - 2] + 1);
                }
            }

            (before, last, row) = (last, row, before);
        }

        return last[b.Length];
    }
}
