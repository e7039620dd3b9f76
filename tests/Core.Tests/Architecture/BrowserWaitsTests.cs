using System.Text.RegularExpressions;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Architecture;

/// <summary>
/// A page is drawn in its own time. A browser test that counts what is on it at once passes on a quick machine and fails on a slow one, so
/// what shall be there is waited for (<c>Page.Count</c>, <c>Page.Find</c>).
/// </summary>
public partial class BrowserWaitsTests
{
    [Fact]
    public void What_shall_be_on_the_page_is_waited_for()
    {
        var atOnce = Written("tests/Browser.Tests", ".cs")
            .SelectMany(f => AtOnce().Matches(File.ReadAllText(f)).Select(m => $"{Path.GetFileName(f)}: {m.Value}"));
        Assert.Empty(atOnce);
    }

    /// <summary>A class that was renamed in the client is waited for in vain, and only after half an hour.</summary>
    [Fact]
    public void What_is_looked_for_by_class_is_in_the_client()
    {
        var client = string.Concat(Written("client/src", ".tsx", ".ts", ".scss").Select(File.ReadAllText));
        var known = Word().Matches(client).Select(m => m.Value).ToHashSet(StringComparer.Ordinal);
        var asked = Written("tests/Browser.Tests", ".cs")
            .SelectMany(f =>
                Quoted()
                    .Matches(File.ReadAllText(f))
                    .SelectMany(q => Class().Matches(q.Value))
                    .Select(m => (In: Path.GetFileName(f), Class: m.Groups[1].Value))
            )
            .ToList();
        Assert.True(asked.Count > 100, $"Only {asked.Count} classes were found in the browser tests.");
        Assert.Empty(asked.Where(a => !known.Contains(a.Class) && a.Class != OfBootstrap).Distinct());
    }

    /// <summary>The cross of a dialog, which the component library draws.</summary>
    private const string OfBootstrap = "btn-close";

    private static IEnumerable<string> Written(string folder, params string[] kinds) =>
        Directory
            .EnumerateFiles(Repository.File(folder), "*", SearchOption.AllDirectories)
            .Where(f => kinds.Contains(Path.GetExtension(f)) && !f.Contains("/obj/", StringComparison.Ordinal))
            .Where(f => !f.Contains("/bin/", StringComparison.Ordinal));

    [GeneratedRegex(@"Assert\.(Equal|NotEmpty|Single|Contains|True)\([^;]*FindElements\([^;]*;")]
    private static partial Regex AtOnce();

    [GeneratedRegex("\"[^\"\\n]*\"|'[^'\\n]*'")]
    private static partial Regex Quoted();

    [GeneratedRegex(@"(?<=[""' >,(:])\.([a-z][A-Za-z-]*)")]
    private static partial Regex Class();

    [GeneratedRegex("[A-Za-z][A-Za-z-]*")]
    private static partial Regex Word();
}
