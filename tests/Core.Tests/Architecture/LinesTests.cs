using System.Text.RegularExpressions;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Architecture;

/// <summary>
/// Lines are read, not scrolled: 140 characters in C# and in TypeScript. The formatters see to code; this sees to what they leave alone. A
/// text that stands alone on its line may be longer, as a sentence is searched for whole.
/// </summary>
public partial class LinesTests
{
    private const int Longest = 140;

    [Theory]
    [InlineData("src", "*.cs")]
    [InlineData("tests", "*.cs")]
    [InlineData("bench", "*.cs")]
    [InlineData("client/src", "*.ts")]
    [InlineData("client/src", "*.tsx")]
    public void No_line_is_longer_than_a_screen(string folder, string files)
    {
        var root = Repository.File(folder);
        var long_ = Directory
            .EnumerateFiles(root, files, SearchOption.AllDirectories)
            .Where(f => !Made().IsMatch(Path.GetRelativePath(root, f).Replace('\\', '/')))
            .SelectMany(f => File.ReadLines(f).Select((line, i) => (File: f, Number: i + 1, Line: line)))
            .Where(l => l.Line.Length > Longest && !AText().IsMatch(l.Line))
            .Select(l => $"{Path.GetRelativePath(root, l.File)}:{l.Number} has {l.Line.Length}: {l.Line.Trim()[..60]}");
        Assert.Empty(long_);
    }

    /// <summary>
    /// A browser test clicks by way of its page, which tries again while something slides over what it wants. The routes compiled with the
    /// program forget what a word is where it is not said, if an attribute names it.
    /// </summary>
    [Theory]
    [InlineData("tests/Browser.Tests", ".Click();", "Page.cs")]
    [InlineData("src/AmpleLantern.Web", "FromQuery(", "")]
    public void Some_ways_are_not_taken(string folder, string way, string butIn)
    {
        var root = Repository.File(folder);
        var taken = Directory
            .EnumerateFiles(root, "*.cs", SearchOption.AllDirectories)
            .Where(f => Path.GetFileName(f) != butIn && !Made().IsMatch(Path.GetRelativePath(root, f).Replace('\\', '/')))
            .SelectMany(f => File.ReadLines(f).Select((line, i) => (File: f, Number: i + 1, Line: line)))
            .Where(l => l.Line.Contains(way, StringComparison.Ordinal))
            .Select(l => $"{Path.GetFileName(l.File)}:{l.Number} {l.Line.Trim()}");
        Assert.Empty(taken);
    }

    [GeneratedRegex("(^|/)(bin|obj|Migrations)/|schema\\.d\\.ts$")]
    private static partial Regex Made();

    [GeneratedRegex("""^\s*([?:+]|return|=>|\w+:)?\s*[$@]*["'`].*["'`][,;)\s]*$""")]
    private static partial Regex AText();
}
