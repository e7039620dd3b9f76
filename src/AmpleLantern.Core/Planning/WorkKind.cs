using System.Globalization;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>What work is told apart by.</summary>
public enum WorkBy
{
    Technique,
    Region,
    Contact,
    Depth,
}

/// <summary>Some kind of work.</summary>
/// <param name="Id">Of technique, region or contact; of a depth, the level.</param>
public sealed record WorkKind(WorkBy By, string Id)
{
    /// <summary>The kinds of work a step is.</summary>
    public static IEnumerable<WorkKind> Of(string technique, string contact, IEnumerable<string> regions, int level) =>
        regions
            .Select(r => new WorkKind(WorkBy.Region, r))
            .Append(new(WorkBy.Technique, technique))
            .Append(new(WorkBy.Contact, contact))
            .Append(new(WorkBy.Depth, level.ToString(CultureInfo.InvariantCulture)));

    /// <summary>What it is called; its id where the knowledge no longer has it.</summary>
    public string Called(KnowledgeBase knowledge) =>
        By switch
        {
            WorkBy.Technique => knowledge.Techniques.Find(Id)?.Name ?? Id,
            WorkBy.Region => knowledge.Regions.Find(Id)?.Name ?? Id,
            WorkBy.Contact => knowledge.Contacts.Find(Id)?.Name ?? Id,
            _ => $"level {Id}",
        };
}
