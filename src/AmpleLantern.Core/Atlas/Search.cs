using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>Something found in the atlas.</summary>
/// <param name="Kind"><c>point</c>, <c>channel</c>, <c>sen</c>, <c>region</c>, <c>reflex</c> or <c>landmark</c>.</param>
/// <param name="Why">What of it matched.</param>
public sealed record Hit(string Kind, string Id, string Name, string Detail, string Why, int Rank);

/// <summary>Finds points and places by code, pinyin with or without tone marks, characters, gloss, place or use.</summary>
public sealed class AtlasSearch
{
    private const int MostNear = 5;

    private readonly List<Entry> entries = [];

    /// <param name="regions">All regions, which are found by name.</param>
    public AtlasSearch(AtlasBase atlas, Catalogue<Region> regions)
    {
        foreach (var p in atlas.Points.All)
        {
            var name = $"{p.Id} {p.Pinyin}";
            Add(
                "point",
                p.Id,
                name,
                p.Gloss,
                ("code", p.Id, 0),
                ("name", p.Pinyin, 1),
                ("characters", p.Characters, 1),
                ("meaning", p.Gloss, 3),
                ("place", p.Location, 5)
            );
            foreach (var use in p.Uses)
            {
                Add("point", p.Id, name, p.Gloss, ("use", use, 4));
            }
        }

        foreach (var c in atlas.Channels.All)
        {
            Add("channel", c.Id, c.Name + " channel", c.Runs, ("code", c.Code, 0), ("name", c.Name, 1));
        }

        foreach (var s in atlas.Sen.All)
        {
            Add("sen", s.Id, "Sen " + s.Name, s.Course, [.. s.Spellings.Select(x => ("spelling", x, 2)), ("name", s.Name, 1)]);
        }

        foreach (var r in regions.All)
        {
            Add("region", r.Id, r.Name, r.Tissue ?? "", ("name", r.Name, 2));
        }

        foreach (var l in atlas.Landmarks.All.Where(l => l.Felt))
        {
            Add("landmark", l.Id, l.Name, l.How, ("name", l.Name, 3));
        }

        foreach (var area in atlas.Reflex.All.SelectMany(s => s.Areas).DistinctBy(a => a.Id))
        {
            Add("reflex", area.Id, area.Name, area.On, ("name", area.Name, 2));
        }
    }

    /// <summary>Best matches first; nothing for an empty question.</summary>
    public IReadOnlyList<Hit> Find(string text, int most = 20)
    {
        var asked = Spelling.Plain(text);
        if (asked.Length == 0)
        {
            return [];
        }

        var words = Spelling.Words(text);
        var hits = new Dictionary<(string, string), Hit>();
        foreach (var e in entries)
        {
            if (Rank(e, asked, words) is { } rank && (!hits.TryGetValue((e.Kind, e.Id), out var best) || rank < best.Rank))
            {
                hits[(e.Kind, e.Id)] = new(e.Kind, e.Id, e.Name, e.Detail, e.Why, rank);
            }
        }

        return [.. hits.Values.OrderBy(h => h.Rank).Take(most)];
    }

    /// <summary>The point with exactly this code or name.</summary>
    /// <exception cref="RefusalException">There is none; near ones are named.</exception>
    public string Point(string text)
    {
        var asked = Spelling.Plain(text);
        var exact = entries.FirstOrDefault(e => e.Kind == "point" && e.Weight <= 1 && e.Plain == asked);
        if (exact is not null)
        {
            return exact.Id;
        }

        var near = entries
            .Where(e => e.Kind == "point" && e.Weight <= 1)
            .OrderBy(e => Spelling.Apart(e.Plain, asked))
            .Select(e => e.Name)
            .Distinct()
            .Take(MostNear);
        throw new RefusalException("unknown-point", $"There is no point '{text}'. Near ones: {string.Join(", ", near)}.", "/point");
    }

    private static int? Rank(Entry e, string asked, string[] words)
    {
        if (e.Plain == asked)
        {
            return e.Weight;
        }

        if (e.Plain.StartsWith(asked, StringComparison.Ordinal))
        {
            return 10 + e.Weight;
        }

        return words.All(w => e.Words.Any(x => x.StartsWith(w, StringComparison.Ordinal))) ? 20 + e.Weight
            : asked.Length > 2 && e.Plain.Contains(asked, StringComparison.Ordinal) ? 30 + e.Weight
            : null;
    }

    private void Add(string kind, string id, string name, string detail, params (string Why, string Text, int Weight)[] texts)
    {
        foreach (var (why, text, weight) in texts)
        {
            entries.Add(new(kind, id, name, detail, why, Spelling.Plain(text), Spelling.Words(text), weight));
        }
    }

    private sealed record Entry(string Kind, string Id, string Name, string Detail, string Why, string Plain, string[] Words, int Weight);
}
