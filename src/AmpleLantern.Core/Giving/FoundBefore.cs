using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Giving;

/// <summary>Something noted at an earlier session, with the step it was noted at as it then was.</summary>
public sealed record PastNote(LocalDate Date, NotedResponse Noted, PlanStep Step);

/// <summary>What was found at a place before.</summary>
/// <param name="Response">Id of what was noted.</param>
/// <param name="Place">Where, as it is called; null where only the step is known.</param>
/// <param name="Before">How strong the same was the time before that; null where it was not said.</param>
public sealed record FoundHere(LocalDate Date, string Response, string? Place, int? Strength, string? Text, int? Before);

/// <summary>Brings what was felt and found to the steps that work at the same place again.</summary>
public static class FoundBefore
{
    /// <summary>More than this nobody reads with a heel in their hand.</summary>
    public const int MostShown = 3;

    /// <summary>By the step's id, the latest first, each kind at each place once; steps of which nothing is known are left out.</summary>
    public static IReadOnlyDictionary<string, IReadOnlyList<FoundHere>> At(Plan plan, IReadOnlyList<PastNote> past)
    {
        var latest = past.OrderByDescending(p => p.Date).ThenByDescending(p => p.Noted.At).ToList();
        return plan.Steps.Select(s => (s.Id, Found: Here(s, latest))).Where(x => x.Found.Count > 0).ToDictionary(x => x.Id, x => x.Found);
    }

    private static IReadOnlyList<FoundHere> Here(PlanStep step, List<PastNote> latest) =>
        [
            .. latest
                .Where(p => IsHere(step, p))
                .GroupBy(p => (p.Noted.Response, p.Noted.Detail?.Place))
                .Select(g =>
                {
                    var (date, noted, _) = g.First();
                    var before = g.FirstOrDefault(p => p.Date < date)?.Noted.Detail?.Strength;
                    return new FoundHere(date, noted.Response, noted.Detail?.Place, noted.Detail?.Strength, noted.Text, before);
                })
                .Take(MostShown),
        ];

    /// <remarks>A point is itself only; where no point was named, the same region on the same side.</remarks>
    private static bool IsHere(PlanStep step, PastNote past)
    {
        var side = past.Noted.Detail?.Side ?? past.Step.Side;
        if (side is Side.Left or Side.Right && step.Side is Side.Left or Side.Right && side != step.Side)
        {
            return false;
        }

        return past.Noted.Detail?.Place is { } place && past.Step.Points?.Contains(place) == true
            ? step.Points?.Contains(place) == true
            : step.Id == past.Step.Id || step.Regions.Intersect(past.Step.Regions).Any();
    }
}
