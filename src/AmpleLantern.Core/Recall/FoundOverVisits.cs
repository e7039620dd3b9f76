using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Recall;

/// <summary>What a place said at one visit.</summary>
/// <param name="Worked">Whether it was worked at all.</param>
/// <param name="Noted">Whether the same was noted there again.</param>
/// <param name="Strength">1 a little to 3 strongly; 0 where it was worked and nothing was noted; null where it was not said, or not
/// worked.</param>
public sealed record FoundThen(Guid Visit, LocalDate Date, bool Worked, bool Noted, int? Strength, string? Text);

/// <summary>What was felt or found at one place, over the visits since it first was.</summary>
/// <param name="Place">What the place is called; the step's name where only the step is known.</param>
/// <param name="Visits">The latest, in order of time.</param>
/// <param name="Point">Code of the point, where the place is one.</param>
/// <param name="Last">The last time anything was noted there.</param>
/// <param name="Now">The last time it was worked: what it is like now, as far as anybody knows.</param>
/// <param name="Warm">How much of it was there then, 0 to 1. Noted without saying how strong is read as all of it: the strict
/// reading.</param>
public sealed record PlaceFound(
    string Response,
    NoteGroup? Group,
    string Place,
    string? Point,
    string? Region,
    Side? Side,
    IReadOnlyList<FoundThen> Visits,
    FoundThen Last,
    FoundThen Now,
    double Warm
);

/// <summary>All of a client's signed visits, as they can be asked.</summary>
/// <param name="Visits">In order of time.</param>
public sealed record ClientPast(
    IReadOnlyList<RecalledVisit> Visits,
    IReadOnlyList<RecalledRating> Ratings,
    IReadOnlyList<RecalledStep> Steps,
    IReadOnlyList<RecalledResponse> Responses
)
{
    internal static long Of(IRecalled row) => row.Id / RecalledVisit.Room;
}

/// <summary>Follows what was felt and found from visit to visit: "tender at 4 o'clock: 3, 2, 0".</summary>
public static class FoundOverVisits
{
    /// <summary>More than these are not read beside each other: the latest places, the latest visits of each.</summary>
    private const int MostPlaces = 40;

    private const int MostVisits = 12;

    /// <summary>Each thing at each place, the latest first; what was decided by it is not told.</summary>
    public static IReadOnlyList<PlaceFound> Of(ClientPast past)
    {
        var worked = new WorkedAt(past.Steps);
        return
        [
            .. past
                .Responses.Where(r => r.Group is not NoteGroup.Decided)
                .GroupBy(r => (r.Response, Place: r.Place ?? r.StepName, Side: OneSide(r.Side)))
                .Select(g => Follow(g.Key.Response, g.Key.Place, g.Key.Side, [.. g], past.Visits, worked))
                .OrderByDescending(p => p.Last.Date)
                .ThenByDescending(p => p.Visits.Count(v => v.Noted))
                .ThenBy(p => p.Place, StringComparer.Ordinal)
                .Take(MostPlaces),
        ];
    }

    private static PlaceFound Follow(
        string response,
        string place,
        Side? side,
        List<RecalledResponse> noted,
        IReadOnlyList<RecalledVisit> visits,
        WorkedAt worked
    )
    {
        var byVisit = noted.ToLookup(ClientPast.Of);
        var isPoint = worked.IsPoint(place);
        var workedOn = isPoint ? worked.Point(place, side) : worked.Steps(noted.Select(n => n.StepName), side);
        List<FoundThen> then = [.. visits.SkipWhile(v => !byVisit.Contains(v.Id)).Select(Then)];
        var now = then.Last(t => t.Worked);
        return new(
            response,
            noted[^1].Group,
            place,
            isPoint ? place : null,
            noted[^1].Region,
            side,
            [.. then.TakeLast(MostVisits)],
            then.Last(t => t.Noted),
            now,
            now.Noted ? (now.Strength ?? EventDetail.MostStrength) / (double)EventDetail.MostStrength : 0
        );

        FoundThen Then(RecalledVisit v)
        {
            var here = byVisit[v.Id].ToList();
            var atAll = here.Count > 0 || workedOn.Contains(v.Id);
            return new(
                v.VisitId,
                v.Date,
                atAll,
                here.Count > 0,
                here.Count > 0 ? here.Max(h => h.Strength)
                    : atAll ? 0
                    : null,
                here.Select(h => h.Text).FirstOrDefault(t => t is { Length: > 0 })
            );
        }
    }

    private static Side? OneSide(Side? side) => side is Side.Left or Side.Right ? side : null;

    /// <summary>At which visits each point and each step was worked. Work that is of no one side counts for either.</summary>
    private sealed class WorkedAt(IReadOnlyList<RecalledStep> steps)
    {
        private readonly ILookup<string, RecalledStep> byName = steps.ToLookup(s => s.Work.Name);
        private readonly ILookup<string, RecalledStep> byPoint = steps
            .SelectMany(s => s.Work.Points, (s, point) => (s, point))
            .ToLookup(x => x.point, x => x.s);

        public bool IsPoint(string place) => byPoint.Contains(place);

        public HashSet<long> Point(string point, Side? side) => On(byPoint[point], side);

        public HashSet<long> Steps(IEnumerable<string> names, Side? side) => On(names.Distinct().SelectMany(n => byName[n]), side);

        private static HashSet<long> On(IEnumerable<RecalledStep> steps, Side? side) =>
            [.. steps.Where(s => side is null || OneSide(s.Work.Side) is not { } at || at == side).Select(ClientPast.Of)];
    }
}
