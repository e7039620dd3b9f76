using AmpleLantern.Core.Recall;
using AmpleLantern.Data;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Visits;

/// <summary>Reads a client's signed visits from their rows, in order of time.</summary>
public static class PastReading
{
    public static async Task<ClientPast> Of(LanternDb db, Guid client, bool withWork = true)
    {
        var records = await db.RecordsOf(client);
        var visits = await db
            .Recalled.AsNoTracking()
            .Where(v => records.Contains(v.ClientId))
            .OrderBy(v => v.Date)
            .ThenBy(v => v.At)
            .ToListAsync();
        return new(
            visits,
            await Rows(db.RecalledRatings, db, records),
            withWork ? await Steps(db, records) : [],
            withWork ? await Rows(db.RecalledResponses, db, records) : []
        );
    }

    private static async Task<IReadOnlyList<RecalledStep>> Steps(LanternDb db, IReadOnlyList<Guid> records)
    {
        var steps = await Rows(db.RecalledSteps, db, records);
        var ids = steps.Select(s => s.WorkId).ToHashSet();
        var works = await db.RecalledWork.AsNoTracking().Where(w => ids.Contains(w.Id)).ToDictionaryAsync(w => w.Id);
        foreach (var step in steps)
        {
            step.Work = works[step.WorkId];
        }

        return steps;
    }

    /// <remarks>Rows of one visit lie together, so each visit is one look.</remarks>
    private static async Task<IReadOnlyList<T>> Rows<T>(IQueryable<T> rows, LanternDb db, IReadOnlyList<Guid> records)
        where T : class, IRecalled =>
        await db
            .Recalled.Where(v => records.Contains(v.ClientId))
            .SelectMany(_ => rows, (v, r) => new { Visit = v.Id, Row = r })
            .Where(x => x.Row.Id >= x.Visit * RecalledVisit.Room && x.Row.Id < (x.Visit + 1) * RecalledVisit.Room)
            .Select(x => x.Row)
            .AsNoTracking()
            .OrderBy(r => r.Id)
            .ToListAsync();
}
