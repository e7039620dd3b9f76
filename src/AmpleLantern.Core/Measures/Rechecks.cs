using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;

namespace AmpleLantern.Core.Measures;

/// <summary>What is looked at again on the way.</summary>
public static class Rechecks
{
    /// <summary>
    /// By step that looks again, the measures that belong there: taken before, and of its place or of none. Where none of the place was
    /// taken, all that were.
    /// </summary>
    public static IReadOnlyDictionary<string, IReadOnlyList<string>> At(Plan plan, IReadOnlyList<Change> changes, KnowledgeBase knowledge)
    {
        var taken = changes
            .Where(c => c.Before is not null)
            .Select(c => knowledge.Measures.Find(c.Measure))
            .OfType<Measure>()
            .Where(m => m.Cones is null && !m.OfDays)
            .ToList();
        return plan
            .Steps.Where(s => s.Role is StepRole.Recheck)
            .ToDictionary(
                s => s.Id,
                s =>
                {
                    var here = taken.Where(m => m.Region is { } region && s.WorksAt(region, knowledge)).ToList();
                    var asked = here.Count > 0 ? here.Concat(taken.Where(m => m.Region is null)) : taken;
                    return (IReadOnlyList<string>)[.. asked.Select(m => m.Id)];
                }
            );
    }
}
