using System.Collections.Concurrent;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>Which regions a channel or sen line runs through, found on the drawn body and kept.</summary>
public sealed class LineRegions(KnowledgeBase knowledge)
{
    private readonly Lazy<Posed> standing = new(() => new(knowledge, new(BodySize.Reference, knowledge.Poses.Standing)));
    private readonly ConcurrentDictionary<string, IReadOnlyList<string>> known = new();
    private readonly ConcurrentDictionary<string, IReadOnlyList<PatchSkin>> skins = new();

    /// <summary>Ids of the regions a line runs through, in its direction; on both sides they are the same.</summary>
    /// <exception cref="KnowledgeException">There is no such line.</exception>
    public IReadOnlyList<string> Of(string line) => known.GetOrAdd(line, Find);

    private IReadOnlyList<string> Find(string line)
    {
        var courses = knowledge.Atlas.Channels.Find(line)?.Courses ?? knowledge.Atlas.Sen[line].Courses;
        List<Anchor> way = [.. courses.SelectMany(c => standing.Value.OnSkin(c, 1))];
        return
        [
            .. knowledge
                .Regions.All.Where(r => !r.Anywhere && r.Patches.Count > 0)
                .AsParallel()
                .AsOrdered()
                .Select(r => (r.Id, First: way.FindIndex(a => SkinOf(r).Any(s => s.Holds(a)))))
                .Where(x => x.First >= 0)
                .OrderBy(x => x.First)
                .Select(x => x.Id),
        ];
    }

    private IReadOnlyList<PatchSkin> SkinOf(Region region) =>
        skins.GetOrAdd(region.Id, _ => [.. region.Patches.Select(p => PatchSkin.Of(Patches.Grid(standing.Value.Locator, p, 1)))]);
}
