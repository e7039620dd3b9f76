using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Courses;

/// <summary>What a course of visits goes by.</summary>
/// <param name="LookAgainAfter">Visits measured without a change that counts, after which one looks again or refers.</param>
/// <param name="UsualVisits">How many are offered, and how many days apart.</param>
/// <param name="Lighter">Responses after which a step is given lighter the next time; <paramref name="More"/> once more.</param>
[Kind("courseRules", "rules of a course", Single = true)]
public sealed record CourseRules(
    string Id,
    Source Source,
    int LookAgainAfter,
    int UsualVisits,
    int UsualEveryDays,
    int MostVisits,
    int MostEveryDays,
    [RefersTo<ResponseKind>] IReadOnlyList<string> Lighter,
    [RefersTo<ResponseKind>] IReadOnlyList<string> More
) : IKnown;

public static class CourseKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public CourseRules CourseRules => knowledge.One<CourseRules>();
    }
}
