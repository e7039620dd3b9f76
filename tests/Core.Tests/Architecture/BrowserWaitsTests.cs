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
        var atOnce = Directory
            .EnumerateFiles(Repository.File("tests/Browser.Tests"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal) && !f.Contains("/bin/", StringComparison.Ordinal))
            .SelectMany(f => AtOnce().Matches(File.ReadAllText(f)).Select(m => $"{Path.GetFileName(f)}: {m.Value}"));
        Assert.Empty(atOnce);
    }

    [GeneratedRegex(@"Assert\.(Equal|NotEmpty|Single|Contains|True)\([^;]*FindElements\([^;]*;")]
    private static partial Regex AtOnce();
}
