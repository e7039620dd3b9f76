using AmpleLantern.Core;
using AmpleLantern.Core.Clients;
using AmpleLantern.Data;
using AmpleLantern.Web.Time;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Clients;

public sealed record ClientLine(Guid Id, string Name, int Visits, LocalDate? LastVisit);

/// <summary>Those of the people who come that are looked for.</summary>
/// <param name="All">Everyone there is.</param>
/// <param name="Matching">Those with such a name, shown or not.</param>
/// <param name="Clients">By name; where not all can be shown and none is asked for by name, those who came or were added last.</param>
public sealed record ClientsFound(int All, int Matching, IReadOnlyList<ClientLine> Clients);

/// <summary>The people who come, found by name. However many there are, a page gets a few.</summary>
public static class ClientList
{
    /// <summary>More than these are not looked through by eye.</summary>
    private const int Shown = 60;

    private const int MostShown = 500;

    /// <summary>Visits looked back over for those who came last: some come more than once.</summary>
    private const int LookedBack = 5;

    /// <summary>Who was added last is waiting for a first visit, most likely.</summary>
    private const int AddedLast = 12;

    public static void MapClientList(this RouteGroupBuilder api) => api.MapGet("/clients", Find);

    /// <param name="find">Words of a name; empty for everyone.</param>
    /// <param name="most">At most so many, 1 to 500.</param>
    /// <param name="also">Somebody who is listed whatever is looked for: who is chosen already.</param>
    private static async Task<ClientsFound> Find(LanternDb db, PracticeClock clock, string find = "", int most = Shown, Guid? also = null)
    {
        RefusalException.Unless(
            most is >= 1 and <= MostShown,
            "most-out-of-range",
            $"Between 1 and {MostShown} clients are listed at once, not {most}.",
            "/most"
        );
        var everyone = await db.People.Select(c => new { c.Id, c.Name }).ToListAsync();
        var typed = PersonName.Words(find);
        var named = typed.Count == 0 ? everyone : [.. everyone.Where(c => PersonName.Has(c.Name, typed))];
        var fits = named.Count <= most;
        var ids =
            fits || typed.Count > 0
                ? [.. named.OrderBy(c => c.Name, StringComparer.Ordinal).Take(most).Select(c => c.Id)]
                : await Latest(db, clock, most);
        if (also is { } chosen && !ids.Contains(chosen))
        {
            ids.Add(chosen);
        }

        return new(everyone.Count, named.Count, await Lines(db, ids));
    }

    private static async Task<List<Guid>> Latest(LanternDb db, PracticeClock clock, int most)
    {
        var today = clock.Today;
        var lately = await db
            .Visits.Where(v => v.CancelledAt == null && v.Date <= today)
            .OrderByDescending(v => v.Date)
            .Take(most * LookedBack)
            .Select(v => v.Client!.MergedInto ?? v.ClientId)
            .ToListAsync();
        // Records are numbered in the order they are made in.
        var added = await db.People.OrderByDescending(c => c.Id).Take(Math.Min(AddedLast, most / 2)).Select(c => c.Id).ToListAsync();
        return [.. added.Concat(lately).Distinct().Take(most)];
    }

    private static async Task<IReadOnlyList<ClientLine>> Lines(LanternDb db, List<Guid> ids) =>
        await db
            .People.Where(c => ids.Contains(c.Id))
            .OrderBy(c => c.Name)
            .Select(c => new ClientLine(
                c.Id,
                c.Name,
                db.Visits.Count(v =>
                    v.CancelledAt == null
                    && db.Clients.Where(r => r.Id == c.Id || r.MergedInto == c.Id).Select(r => r.Id).Contains(v.ClientId)
                ),
                db.Visits.Where(v =>
                        v.CancelledAt == null
                        && db.Clients.Where(r => r.Id == c.Id || r.MergedInto == c.Id).Select(r => r.Id).Contains(v.ClientId)
                    )
                    .Max(v => (LocalDate?)v.Date)
            ))
            .ToListAsync();
}
