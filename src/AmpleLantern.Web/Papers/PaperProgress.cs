using System.Collections.Concurrent;

namespace AmpleLantern.Web.Papers;

/// <summary>How far a paper has come that takes longer than a page waits.</summary>
/// <param name="Total">Records it is made of; 0 while they are still counted, and when it is done or never was.</param>
public sealed record PaperDone(int Done, int Total);

/// <summary>Papers that are being made now, each by an id its page thought of.</summary>
public sealed class PaperProgress
{
    private readonly ConcurrentDictionary<Guid, PaperDone> underway = new();

    public PaperDone Of(Guid id) => underway.GetValueOrDefault(id) ?? new(0, 0);

    /// <summary>Does something for each of some records, counted as it goes on.</summary>
    public async Task<IReadOnlyList<T>> Each<T>(Guid? id, IReadOnlyList<Guid> records, Func<Guid, Task<T>> make)
    {
        var made = new List<T>();
        try
        {
            foreach (var record in records)
            {
                made.Add(await make(record));
                if (id is { } of)
                {
                    underway[of] = new(made.Count, records.Count);
                }
            }

            return made;
        }
        finally
        {
            if (id is { } of)
            {
                underway.TryRemove(of, out _);
            }
        }
    }
}
