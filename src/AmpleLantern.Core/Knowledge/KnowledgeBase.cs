using System.Collections.Concurrent;
using System.Collections.Frozen;
using System.Runtime.CompilerServices;

namespace AmpleLantern.Core.Knowledge;

/// <summary>
/// All of the trade's data, loaded once and immutable: a catalogue for every kind. Each module says by extension members what it keeps here
/// (<c>knowledge.Regions</c>). Nobody is screened by it alone, but by what a practice works by.
/// </summary>
public class KnowledgeBase
{
    private readonly FrozenDictionary<Type, ICatalogue> catalogues;
    private readonly ConcurrentDictionary<Type, Lazy<object>> worked;

    /// <summary>What follows from a catalogue that may be laid over, for as long as that is used.</summary>
    private static readonly ConditionalWeakTable<ICatalogue, ConcurrentDictionary<Type, Lazy<object>>> workedOf = [];

    /// <param name="version">A hash over the content, kept with signed visits.</param>
    public KnowledgeBase(string version, IEnumerable<ICatalogue> catalogues)
        : this(version, catalogues.ToFrozenDictionary(c => c.Record), new()) { }

    /// <summary>The same knowledge with some catalogues in place of its own.</summary>
    protected KnowledgeBase(KnowledgeBase like, string version, params IReadOnlyList<ICatalogue> instead)
        : this(version, instead.Count == 0 ? like.catalogues : Replaced(like, instead), like.worked) { }

    private KnowledgeBase(string version, FrozenDictionary<Type, ICatalogue> catalogues, ConcurrentDictionary<Type, Lazy<object>> worked) =>
        (Version, this.catalogues, this.worked, HasRenamed) = (version, catalogues, worked, catalogues.Values.Any(c => c.HasRenamed));

    /// <summary>A hash over the content, kept with signed visits.</summary>
    public string Version { get; }

    public IEnumerable<ICatalogue> Catalogues => catalogues.Values;

    /// <summary>Whether anything has another id than it had; where nothing has, what is stored need not be looked through.</summary>
    public bool HasRenamed { get; }

    /// <summary>The entries of a kind.</summary>
    public Catalogue<T> Of<T>()
        where T : IKnown => (Catalogue<T>)catalogues[typeof(T)];

    public ICatalogue Of(Type record) => catalogues[record];

    /// <summary>The entry of a kind that has only one.</summary>
    public T One<T>()
        where T : IKnown => Of<T>().All[0];

    /// <summary>What follows from the knowledge, worked out once for it. What is laid over it later does not change it.</summary>
    public T Once<T>(Func<KnowledgeBase, T> work)
        where T : class => worked.TryGetValue(typeof(T), out var done) ? (T)done.Value : Work(work);

    /// <summary>What follows from a catalogue a practice may add to: worked out once for each that is laid over.</summary>
    public T OnceOf<T>(ICatalogue of, Func<KnowledgeBase, T> work)
        where T : class => (T)workedOf.GetValue(of, _ => []).GetOrAdd(typeof(T), _ => new(() => work(this))).Value;

    // Apart, so that asking for what is worked out already makes nothing anew: it is asked for at every touch.
    private T Work<T>(Func<KnowledgeBase, T> work)
        where T : class => (T)worked.GetOrAdd(typeof(T), _ => new(() => work(this))).Value;

    /// <summary>The same with other catalogues in place of its own.</summary>
    public virtual KnowledgeBase With(params IReadOnlyList<ICatalogue> instead) => new(this, Version, instead);

    private static FrozenDictionary<Type, ICatalogue> Replaced(KnowledgeBase like, IReadOnlyList<ICatalogue> instead)
    {
        var all = like.catalogues.ToDictionary();
        foreach (var catalogue in instead)
        {
            all[catalogue.Record] = catalogue;
        }

        return all.ToFrozenDictionary();
    }
}
