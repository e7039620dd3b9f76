using System.Collections.Concurrent;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>Which regions lines run through and points lie on, found on the drawn body and kept.</summary>
public sealed class SkinRegions(KnowledgeBase knowledge)
{
    private readonly Lazy<Posed> standing = new(() => new(knowledge, new(BodySize.Reference, knowledge.Poses.Standing)));
    private readonly ConcurrentDictionary<string, IReadOnlyList<string>> lines = new();
    private readonly ConcurrentDictionary<string, IReadOnlyList<string>> points = new();
    private readonly ConcurrentDictionary<string, IReadOnlyList<PatchSkin>> skins = new();

    /// <summary>Ids of the regions a line runs through, in its direction; on both sides they are the same.</summary>
    /// <exception cref="KnowledgeException">There is no such line.</exception>
    public IReadOnlyList<string> OfLine(string line) =>
        lines.GetOrAdd(
            line,
            id =>
                Under([
                    .. (knowledge.Atlas.Channels.Find(id)?.Courses ?? knowledge.Atlas.Sen[id].Courses).SelectMany(c =>
                        standing.Value.OnSkin(c, 1)
                    ),
                ])
        );

    /// <summary>Ids of the regions a point lies on.</summary>
    /// <exception cref="KnowledgeException">There is no such point.</exception>
    public IReadOnlyList<string> OfPoint(string code) =>
        points.GetOrAdd(
            code,
            id => Under([.. standing.Value.SpotsOf(knowledge.Atlas.Points[id]).Where(s => s.Side >= 0).Select(s => s.Anchor)])
        );

    private IReadOnlyList<string> Under(List<Anchor> way) =>
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

    private IReadOnlyList<PatchSkin> SkinOf(Region region) =>
        skins.GetOrAdd(region.Id, _ => [.. region.Patches.Select(p => PatchSkin.Of(Patches.Grid(standing.Value.Locator, p, 1)))]);
}
