using System.Collections.Concurrent;
using AmpleLantern.Data;
using AmpleLantern.Web.Access;
using NodaTime;

namespace AmpleLantern.Web.Visits;

/// <summary>
/// Puts reads of clients' records in the trail. The same person looking at the same record again within ten minutes is
/// one reading: the page refreshes itself.
/// </summary>
public sealed class ReadTrail(IClock clock)
{
    private static readonly Duration OneReading = Duration.FromMinutes(10);
    private readonly ConcurrentDictionary<(string Who, string Subject), Instant> lately = new();

    public async Task Note(LanternDb db, CurrentPerson person, string subject, Guid? clientId)
    {
        var now = clock.GetCurrentInstant();
        var key = (person.Id ?? "", subject);
        if (lately.TryGetValue(key, out var last) && now - last < OneReading)
        {
            return;
        }

        db.Audit.Add(new() { At = now, Who = person.Name, Action = "read", Subject = subject, ClientId = clientId });
        await db.SaveChangesAsync();
        lately[key] = now;
        foreach (var old in lately.Where(l => now - l.Value > OneReading).Select(l => l.Key).ToList())
        {
            lately.TryRemove(old, out _);
        }
    }
}
