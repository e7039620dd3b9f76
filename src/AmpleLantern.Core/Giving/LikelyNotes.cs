using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Giving;

/// <summary>Which notes come first at a step: what a foot can tell without looking must be one of few.</summary>
public static class LikelyNotes
{
    /// <summary>
    /// Ids of the likeliest notes at a step, the likeliest first; of equals, as they are written. What stops a session is never among
    /// them: it has a pedal of its own; nor what a step decides, which it asks itself.
    /// </summary>
    public static IReadOnlyList<string> At(PlanStep step, KnowledgeBase knowledge) =>
        [
            .. knowledge
                .Responses.All.Where(r => r.Effect != ResponseKind.Stop && r.Group != NoteGroup.Decided)
                .OrderByDescending(r => (r.Likely ?? []).Where(l => Fits(l, step, knowledge)).Select(l => l.Weight).DefaultIfEmpty().Max())
                .Take(knowledge.GivingTimes.NotesRanked)
                .Select(r => r.Id),
        ];

    private static bool Fits(LikelyAt at, PlanStep step, KnowledgeBase knowledge) =>
        (at.Families is null || at.Families.Contains(knowledge.Techniques[step.Technique].Family))
        && (at.Regions is null || at.Regions.Any(r => step.WorksAt(r, knowledge)))
        && step.Level >= (at.LevelFrom ?? 0);
}
