using System.Text.RegularExpressions;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Architecture;

/// <summary>Days are the practice's: nothing takes Greenwich's, or the machine's, for them.</summary>
public partial class DaysTests
{
    /// <summary>Files that may, with the reason.</summary>
    private static readonly Dictionary<string, string> Apart = new()
    {
        ["AmpleLantern.Core/Screening/CardAnswer.cs"] = "how old a no is, in weeks and months: a day more or less asks no question sooner",
    };

    [Fact]
    public void No_instant_becomes_a_day_but_in_the_practices_zone()
    {
        var src = Repository.File("src");
        Assert.Empty(
            Directory
                .EnumerateFiles(src, "*.cs", SearchOption.AllDirectories)
                .Select(f => (Name: Path.GetRelativePath(src, f).Replace('\\', '/'), File: f))
                .Where(f =>
                    !f.Name.Contains("/obj/", StringComparison.Ordinal) && !f.Name.Contains("/Migrations/", StringComparison.Ordinal)
                )
                .Where(f => !Apart.ContainsKey(f.Name) && Others().IsMatch(File.ReadAllText(f.File)))
                .Select(f => f.Name)
        );
    }

    [GeneratedRegex(@"\.InUtc\(\)|DateTime\.(Now|Today)|DateOnly\.FromDateTime")]
    private static partial Regex Others();
}
