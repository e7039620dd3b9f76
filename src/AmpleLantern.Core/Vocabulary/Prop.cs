using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>A thing to set out. It has one name; the others it went by are read as it.</summary>
[Kind("props", "thing to set out")]
public sealed record Prop(string Id, string Name, Source Source, IReadOnlyList<string>? Aliases = null) : IKnown, IChecked
{
    private IEnumerable<string> Names => (Aliases ?? []).Append(Name);

    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Names
            .Where(n => knowledge.Props.All.Any(o => o.Id != Id && o.Names.Contains(n)))
            .Select(n => new Flaw("/aliases", $"'{n}' is a name of another thing too."));
}
