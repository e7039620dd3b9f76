using Microsoft.Extensions.Caching.Memory;

namespace AmpleLantern.Web.Serving;

/// <summary>
/// What was worked out before, kept while there is room: the platform's memory cache with its limit, each thing made by one caller
/// while the others wait for it.
/// </summary>
public sealed class Memo(IMemoryCache cache)
{
    private readonly Lock guard = new();

    /// <param name="key">Everything the answer depends on; begins with what kind of thing it is.</param>
    /// <param name="bytes">About how much room it takes.</param>
    public T Of<T>(object key, long bytes, Func<T> make)
    {
        Lazy<T> kept;
        lock (guard)
        {
            kept = cache.GetOrCreate(
                key,
                entry =>
                {
                    entry.Size = bytes;
                    return new Lazy<T>(make);
                }
            )!;
        }

        try
        {
            return kept.Value;
        }
        catch
        {
            // What could not be made is tried again by the next who asks.
            cache.Remove(key);
            throw;
        }
    }

    public T? Find<T>(object key)
        where T : class => cache.TryGetValue(key, out Lazy<T>? kept) ? kept!.Value : null;
}
