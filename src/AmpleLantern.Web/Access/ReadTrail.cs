using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using Microsoft.Extensions.Caching.Memory;
using NodaTime;

namespace AmpleLantern.Web.Access;

/// <summary>
/// Puts reads of clients' records in the trail. The same person looking at the same record again within ten minutes is
/// one reading: the page refreshes itself.
/// </summary>
public sealed class ReadTrail(IClock clock, IMemoryCache lately)
{
    private static readonly Duration OneReading = Duration.FromMinutes(10);

    public Task Note(LanternDb db, CurrentPerson person, string subject, Guid? clientId) =>
        Note(db, person, subject, () => Task.FromResult(clientId));

    /// <param name="client">Whose record it is; asked only when the reading is noted.</param>
    public async Task Note(LanternDb db, CurrentPerson person, string subject, Func<Task<Guid?>> client)
    {
        var now = clock.GetCurrentInstant();
        var key = ("read", person.Id ?? "", subject);
        if (lately.TryGetValue(key, out Instant last) && now - last < OneReading)
        {
            return;
        }

        db.Audit.Add(
            new()
            {
                At = now,
                Who = person.Name,
                WhoId = person.Id,
                Action = "read",
                Subject = subject,
                ClientId = await client(),
            }
        );
        await db.SaveChangesAsync();
        lately.Set(key, now, new MemoryCacheEntryOptions { Size = 1, AbsoluteExpirationRelativeToNow = OneReading.ToTimeSpan() });
    }
}
