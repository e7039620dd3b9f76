using AnyAscii;

namespace AmpleLantern.Core.Clients;

/// <summary>A name as it is compared: in plain letters without case and marks, and without what stands between its words.</summary>
/// <remarks>The program knows no culture, in which the framework takes no marks off.</remarks>
public static class PersonName
{
    public static IReadOnlyList<string> Words(string name) =>
        new string([.. name.Transliterate().Select(c => char.IsAsciiLetterOrDigit(c) ? char.ToLowerInvariant(c) : ' ')]).Split(
            ' ',
            StringSplitOptions.RemoveEmptyEntries
        );

    /// <summary>Whether each of the typed words is a part of the name, in whatever order.</summary>
    public static bool Has(string name, IReadOnlyList<string> typed)
    {
        var words = Words(name);
        return typed.All(t => words.Any(w => w.Contains(t, StringComparison.Ordinal)));
    }
}
