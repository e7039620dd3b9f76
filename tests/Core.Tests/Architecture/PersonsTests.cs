using System.Text.RegularExpressions;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Architecture;

/// <summary>
/// A person may have several records. Who looks for what belongs to somebody looks through all of them; only what moves rows from one
/// record to another, and what tells of that, asks for one alone.
/// </summary>
public partial class PersonsTests
{
    private static readonly string[] Moves = ["Clients/Merging.cs"];

    [Fact]
    public void Nothing_is_looked_for_under_one_record_of_a_person_alone()
    {
        var root = Repository.File("src/AmpleLantern.Web");
        var alone = Directory
            .EnumerateFiles(root, "*.cs", SearchOption.AllDirectories)
            .Select(f => (File: Path.GetRelativePath(root, f).Replace('\\', '/'), Text: File.ReadAllText(f)))
            .Where(f => !f.File.StartsWith("obj/", StringComparison.Ordinal) && !Moves.Contains(f.File))
            .SelectMany(f => Alone().Matches(f.Text).Select(m => $"{f.File}: {m.Value}"));
        Assert.Empty(alone);
    }

    [GeneratedRegex(@"(?<!\.Merges\.Where\(m => )\b\w+\.ClientId\s*==\s*[\w.!]+|By\((\w+) => \1\.ClientId\)")]
    private static partial Regex Alone();
}
