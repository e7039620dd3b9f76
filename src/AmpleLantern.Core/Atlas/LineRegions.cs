using System.Collections.Concurrent;
using System.Numerics;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>Which regions a channel or sen line runs through, found on the drawn body and kept.</summary>
public sealed class LineRegions(KnowledgeBase knowledge)
{
    /// <summary>A patch is known by a grid of places: what lies no further from one than this share of their distance is on it.</summary>
    private const float Reach = 0.6f;

    private readonly Lazy<Posed> standing = new(() => new(knowledge, new(BodySize.Reference, knowledge.Poses.Standing)));
    private readonly ConcurrentDictionary<string, IReadOnlyList<string>> known = new();
    private readonly ConcurrentDictionary<string, IReadOnlyList<Skin>> skins = new();

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

    private IReadOnlyList<Skin> SkinOf(Region region) =>
        skins.GetOrAdd(region.Id, _ => [.. region.Patches.Select(p => Skin.Of(Patches.Grid(standing.Value.Locator, p, 1)))]);

    /// <summary>A patch of skin as places with the distance that each stands for.</summary>
    private sealed record Skin(IReadOnlyList<(Anchor At, float Far)> Places)
    {
        public static Skin Of(Anchor[,] grid)
        {
            var places = new List<(Anchor, float)>();
            for (var r = 0; r < grid.GetLength(0); r++)
            {
                for (var c = 0; c < grid.GetLength(1); c++)
                {
                    var (next, across) = (grid[r > 0 ? r - 1 : 1, c], grid[r, c > 0 ? c - 1 : 1]);
                    var far = MathF.Max(Vector3.Distance(grid[r, c].At, next.At), Vector3.Distance(grid[r, c].At, across.At));
                    places.Add((grid[r, c], far * Reach));
                }
            }

            return new(places);
        }

        /// <summary>Near it and facing the same way: the two faces of a hand are near each other.</summary>
        public bool Holds(Anchor anchor)
        {
            foreach (var (at, far) in Places)
            {
                if (Vector3.DistanceSquared(at.At, anchor.At) <= far * far && Vector3.Dot(at.Normal, anchor.Normal) > 0)
                {
                    return true;
                }
            }

            return false;
        }
    }
}
