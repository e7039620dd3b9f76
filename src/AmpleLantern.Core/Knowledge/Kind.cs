using System.Reflection;

namespace AmpleLantern.Core.Knowledge;

/// <summary>Makes a record a kind of knowledge: its files, its schema and its checks follow from this.</summary>
/// <param name="id">The member that holds its entries in a file, and the name of its schema.</param>
/// <param name="name">What one entry is called in a sentence.</param>
[AttributeUsage(AttributeTargets.Class)]
public sealed class KindAttribute(string id, string name) : Attribute
{
    public string Id => id;

    public string Name => name;

    /// <summary>There is exactly one entry of it: numbers that hold everywhere.</summary>
    public bool Single { get; init; }
}

/// <summary>A kind of knowledge: a record, read from the files that hold its id, with what one entry is called.</summary>
public sealed record Kind(string Id, string Name, Type Record, bool Single)
{
    /// <summary>Every kind the modules of Core have, by id.</summary>
    public static IReadOnlyList<Kind> All { get; } =
    [
        .. typeof(Kind)
            .Assembly.GetTypes()
            .Select(t => (Record: t, Kind: t.GetCustomAttribute<KindAttribute>()))
            .Where(t => t.Kind is not null)
            .Select(t => new Kind(t.Kind!.Id, t.Kind.Name, t.Record, t.Kind.Single))
            .OrderBy(k => k.Id, StringComparer.Ordinal),
    ];

    public static Kind Of(Type record) => All.First(k => k.Record == record);

    /// <summary>Its entries as one catalogue.</summary>
    /// <param name="renamed">Former ids with the present ones.</param>
    public ICatalogue Catalogue(IReadOnlyList<IKnown> entries, IReadOnlyDictionary<string, string>? renamed = null)
    {
        var typed = Array.CreateInstance(Record, entries.Count);
        for (var i = 0; i < entries.Count; i++)
        {
            typed.SetValue(entries[i], i);
        }

        return (ICatalogue)Activator.CreateInstance(typeof(Catalogue<>).MakeGenericType(Record), Name, typed, renamed)!;
    }
}
