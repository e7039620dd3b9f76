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
        var steps = past.Steps.ToLookup(ClientPast.Of);
        return
        [
            .. past
                .Responses.Where(r => r.Group is not NoteGroup.Decided)
                .GroupBy(r => (r.Response, Place: r.Place ?? r.StepName, Side: OneSide(r.Side)))
                .Select(g => Follow(g.Key.Response, g.Key.Place, g.Key.Side, [.. g], past.Visits, steps))
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
        ILookup<long, RecalledStep> steps
    )
    {
        var byVisit = noted.ToLookup(ClientPast.Of);
        var names = noted.Select(n => n.StepName).ToHashSet();
        var isPoint = steps.SelectMany(s => s).Any(s => s.Work.Points.Contains(place));
        bool Works(RecalledStep s) =>
            (isPoint ? s.Work.Points.Contains(place) : names.Contains(s.Work.Name))
            && (side is null || OneSide(s.Work.Side) is not { } at || at == side);
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
            var worked = here.Count > 0 || steps[v.Id].Any(Works);
            return new(
                v.VisitId,
                v.Date,
                worked,
                here.Count > 0,
                here.Count > 0 ? here.Max(h => h.Strength)
                    : worked ? 0
                    : null,
                here.Select(h => h.Text).FirstOrDefault(t => t is { Length: > 0 })
            );
        }
    }

    private static Side? OneSide(Side? side) => side is Side.Left or Side.Right ? side : null;
}
