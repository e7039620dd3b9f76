using System.Collections.Frozen;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>Which regions and limbs share skin, worked out once.</summary>
public sealed class RegionMap
{
    private readonly FrozenDictionary<string, FrozenSet<string>> overlapping;

    public RegionMap(IReadOnlyList<Region> regions)
    {
        var byId = regions.DistinctBy(r => r.Id).ToDictionary(r => r.Id);
        var all = byId.Keys.ToDictionary(id => id, id => Within(id, byId).ToFrozenSet());
        foreach (var limb in regions.Where(r => r.Limb is not null).GroupBy(r => r.Limb!))
        {
            all[limb.Key] = limb.Select(r => r.Id).Append(limb.Key).ToFrozenSet();
        }

        overlapping = all.ToFrozenDictionary(a => a.Key, a => all.Where(b => b.Value.Overlaps(a.Value)).Select(b => b.Key).ToFrozenSet());
    }

    public bool Overlap(string one, string other) => one == other || overlapping.TryGetValue(one, out var others) && others.Contains(other);

    private static HashSet<string> Within(string id, Dictionary<string, Region> byId)
    {
        var found = new HashSet<string> { id };
        var open = new Queue<string>([id]);
        while (open.TryDequeue(out var next))
        {
            foreach (var part in byId.GetValueOrDefault(next)?.Parts ?? [])
            {
                if (found.Add(part))
                {
                    open.Enqueue(part);
                }
            }
        }

        return found;
    }
}
