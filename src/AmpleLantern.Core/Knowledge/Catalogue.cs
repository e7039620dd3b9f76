using System.Collections.Frozen;

namespace AmpleLantern.Core.Knowledge;

/// <summary>Entries of one kind, whatever the kind.</summary>
public interface ICatalogue
{
    /// <summary>The record its entries are.</summary>
    Type Record { get; }

    IEnumerable<IKnown> Entries { get; }

    /// <summary>Whether some entries had other ids before.</summary>
    bool HasRenamed { get; }

    /// <summary>Why an id names no entry, with near ones; null where it does.</summary>
    string? Missing(string id);

    /// <summary>The id an entry has today, for one it had before; any other as it is.</summary>
    string Present(string id);
}

/// <summary>Values of one kind by id, in the order they were written.</summary>
/// <param name="name">What one of them is called in a sentence.</param>
/// <param name="renamed">Ids that some of them had before, with the present ones: what was stored under them is still found.</param>
public sealed class Catalogue<T>(string name, IReadOnlyList<T> all, IReadOnlyDictionary<string, string>? renamed = null) : ICatalogue
    where T : IKnown
{
    private const int HeadLetters = 3,
        NearShown = 8;

    private readonly FrozenDictionary<string, T> byId = ById(all, renamed);

    public IReadOnlyList<T> All => all;

    public Type Record => typeof(T);

    public IEnumerable<IKnown> Entries => all.Cast<IKnown>();

    /// <exception cref="KnowledgeException">There is no such id; the message names near ones.</exception>
    public T this[string id] => byId.TryGetValue(id, out var found) ? found : throw new KnowledgeException(Missing(id)!);

    public bool HasRenamed => renamed is { Count: > 0 };

    public string Present(string id) => renamed is not null && renamed.TryGetValue(id, out var now) ? now : id;

    public bool Has(string id) => byId.ContainsKey(id);

    public T? Find(string id) => byId.GetValueOrDefault(id);

    public string? Missing(string id) => Has(id) ? null : $"There is no {name} called '{id}'. Known: {Near(id)}.";

    /// <summary>The same catalogue with other values laid over it; those of an id it has stand in its place.</summary>
    public Catalogue<T> Under(IReadOnlyList<T> over) =>
        over.Count == 0 ? this : Of([.. over, .. all.Where(x => over.All(o => o.Id != x.Id))]);

    /// <summary>The same kind with other values.</summary>
    public Catalogue<T> Of(IReadOnlyList<T> values) => new(name, values, renamed);

    private static FrozenDictionary<string, T> ById(IReadOnlyList<T> all, IReadOnlyDictionary<string, string>? renamed)
    {
        var present = all.DistinctBy(x => x.Id, StringComparer.Ordinal).ToDictionary(x => x.Id, StringComparer.Ordinal);
        foreach (var (was, now) in renamed ?? new Dictionary<string, string>())
        {
            if (present.TryGetValue(now, out var entry))
            {
                present.TryAdd(was, entry);
            }
        }

        return present.ToFrozenDictionary(StringComparer.Ordinal);
    }

    private string Near(string id)
    {
        var head = id.Length > HeadLetters ? id[..HeadLetters] : id;
        var ids = all.Select(x => x.Id).Distinct().Order(StringComparer.Ordinal).ToList();
        var near = ids.Where(k => k.Contains(head, StringComparison.OrdinalIgnoreCase)).ToList();
        return string.Join(", ", (near.Count > 0 ? near : ids).Take(NearShown));
    }
}
