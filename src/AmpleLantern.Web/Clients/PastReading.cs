using AmpleLantern.Core.Recall;
using AmpleLantern.Data;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Clients;

/// <summary>Reads a client's signed visits from their rows, in order of time.</summary>
public static class PastReading
{
    public static async Task<ClientPast> Of(LanternDb db, Guid client, bool withWork = true)
    {
        var visits = await db.Recalled.AsNoTracking().Where(v => v.ClientId == client).OrderBy(v => v.Date).ThenBy(v => v.At).ToListAsync();
        return new(
            visits,
            await Rows(db.RecalledRatings, db, client),
            withWork ? await Steps(db, client) : [],
            withWork ? await Rows(db.RecalledResponses, db, client) : []
        );
    }

    private static async Task<IReadOnlyList<RecalledStep>> Steps(LanternDb db, Guid client)
    {
        var steps = await Rows(db.RecalledSteps, db, client);
        var ids = steps.Select(s => s.WorkId).ToHashSet();
        var works = await db.RecalledWork.AsNoTracking().Where(w => ids.Contains(w.Id)).ToDictionaryAsync(w => w.Id);
        foreach (var step in steps)
        {
            step.Work = works[step.WorkId];
        }

        return steps;
    }

    /// <remarks>Rows of one visit lie together, so each visit is one look.</remarks>
    private static async Task<IReadOnlyList<T>> Rows<T>(IQueryable<T> rows, LanternDb db, Guid client)
        where T : class, IRecalled =>
        await db
            .Recalled.Where(v => v.ClientId == client)
            .SelectMany(_ => rows, (v, r) => new { Visit = v.Id, Row = r })
            .Where(x => x.Row.Id >= x.Visit * RecalledVisit.Room && x.Row.Id < (x.Visit + 1) * RecalledVisit.Room)
            .Select(x => x.Row)
            .AsNoTracking()
            .OrderBy(r => r.Id)
            .ToListAsync();
}
