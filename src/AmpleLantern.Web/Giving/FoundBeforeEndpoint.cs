using AmpleLantern.Core.Giving;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Giving;

/// <summary>What was felt and found at the client's last sessions, at the steps of this one.</summary>
public static class FoundBeforeEndpoint
{
    /// <summary>Sessions that are looked back on.</summary>
    private const int MostSessions = 6;

    public static void MapFoundBefore(this RouteGroupBuilder visit) => visit.MapGet("/give/before", View);

    private static async Task<IReadOnlyDictionary<string, IReadOnlyList<FoundHere>>> View(Guid visitId, VisitStore visits)
    {
        var visit = await visits.Read(visitId);
        var frame = await visits.Frame(visit);
        var records = await visits.Db.RecordsOf(visit.Person);
        var earlier = await visits
            .Db.Visits.AsNoTracking()
            .Where(v =>
                records.Contains(v.ClientId)
                && v.CancelledAt == null
                && v.SignedAt != null
                && (v.Date < visit.Date || v.Date == visit.Date && v.At < visit.At)
            )
            .OrderByDescending(v => v.Date)
            .ThenByDescending(v => v.At)
            .Select(v => v.Id)
            .Take(MostSessions)
            .ToListAsync();
        var past = new List<PastNote>();
        foreach (var id in earlier)
        {
            var before = await visits.Read(id);
            var found = await visits.Frame(before);
            past.AddRange(
                found
                    .State.Responses.Where(r => found.Steps.ContainsKey(r.Step))
                    .Select(r => new PastNote(before.Date, r, found.Steps[r.Step]))
            );
        }

        return FoundBefore.At(frame.Plan, past);
    }
}
