using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>A part of the body made of regions: the trunk, a foot. Rules and facts may name one where they name a region.</summary>
[Kind("areas", "area of the body")]
public sealed record Area(string Id, string Name, Source Source, [RefersTo<Region>] IReadOnlyList<string> Regions) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        knowledge.Regions.Has(Id) || knowledge.Regions.All.Any(r => r.Limb == Id)
            ? [new("/id", $"'{Id}' is a region or a limb already.")]
            : [];
}
