using System.Collections.Frozen;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>Which regions, limbs and areas share skin, worked out once.</summary>
public sealed class RegionMap
{
    private readonly FrozenDictionary<string, FrozenSet<string>> overlapping;
    private readonly FrozenDictionary<string, FrozenSet<string>> met;
    private readonly FrozenDictionary<string, FrozenSet<string>> within;

    public RegionMap(IReadOnlyList<Region> regions, IReadOnlyList<Area> areas)
    {
        var byId = regions.DistinctBy(r => r.Id).ToDictionary(r => r.Id);
        var all = byId.Keys.ToDictionary(id => id, id => Within(id, byId).ToFrozenSet());
        within = all.ToFrozenDictionary();
        foreach (var limb in regions.Where(r => r.Limb is not null).GroupBy(r => r.Limb!))
        {
            all[limb.Key] = limb.Select(r => r.Id).Append(limb.Key).ToFrozenSet();
        }

        foreach (var area in areas)
        {
            all[area.Id] = area.Regions.SelectMany(r => Within(r, byId)).Append(area.Id).ToFrozenSet();
        }

        overlapping = all.ToFrozenDictionary(a => a.Key, a => all.Where(b => b.Value.Overlaps(a.Value)).Select(b => b.Key).ToFrozenSet());
        met = all.ToFrozenDictionary(
            place => place.Key,
            place => byId.Values.Where(r => Meets(place.Key, place.Value, r, all, byId)).Select(r => r.Id).ToFrozenSet()
        );
    }

    /// <summary>Whether there is such a region, limb or area.</summary>
    public bool Has(string place) => overlapping.ContainsKey(place);

    public bool Overlap(string one, string other) => one == other || overlapping.TryGetValue(one, out var others) && others.Contains(other);

    /// <summary>Whether a region is another, or holds it wholly within.</summary>
    public bool Holds(string region, string other) => within.TryGetValue(region, out var parts) && parts.Contains(other);

    /// <summary>Whether work on a region touches a place.</summary>
    public bool Meets(string place, string worked) => place == worked || met.TryGetValue(place, out var others) && others.Contains(worked);

    /// <summary>
    /// Work on a region touches what lies in it, what it lies in, and all whose skin it shares. What nothing is pressed on (the throat,
    /// within the neck) is not touched by work on the rest: only where the skin is shared.
    /// </summary>
    private static bool Meets(
        string place,
        FrozenSet<string> within,
        Region worked,
        Dictionary<string, FrozenSet<string>> all,
        Dictionary<string, Region> byId
    ) =>
        within.Contains(worked.Id)
        || !worked.Anywhere
            && (
                all[worked.Id].Contains(place) && byId.GetValueOrDefault(place)?.NoPressure is null
                || within.Any(w => byId.TryGetValue(w, out var part) && part.Overlaps(worked))
            );

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
