using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>What a session takes beside the work itself.</summary>
/// <param name="TalkBeforeMinutes">Of the booked time, before the mat; likewise after.</param>
/// <param name="DiaryGrainMinutes">Minutes between the starts that the diary offers.</param>
/// <param name="OfferedMinutes">Lengths on the mat that are offered to choose from.</param>
/// <param name="ShortestPlanMinutes">A plan shorter than this is refused as a slip, as is one longer than the longest.</param>
[Kind("sessionTimes", "session times", Single = true)]
public sealed record SessionTimes(
    string Id,
    Source Source,
    ChangeTimes Changes,
    double TalkBeforeMinutes,
    double TalkAfterMinutes,
    int ShortestPlanMinutes,
    int LongestPlanMinutes,
    int DiaryGrainMinutes,
    IReadOnlyList<int> OfferedMinutes
) : IKnown;

/// <summary>What lies between two steps, in seconds.</summary>
/// <param name="PositionSeconds">For the client to turn over, sit up or lie down.</param>
/// <param name="SurfaceSeconds">For the client to get up from one surface and down on another.</param>
/// <param name="StanceSeconds">For the practitioner to come to another place or stance.</param>
/// <param name="DrapeSeconds">To uncover a place and cover it again.</param>
/// <param name="Draped">Areas and regions that are covered until they are worked bare.</param>
public sealed record ChangeTimes(
    double PositionSeconds,
    double SurfaceSeconds,
    double StanceSeconds,
    double DrapeSeconds,
    [RefersTo<Area, Region>] IReadOnlyList<string> Draped
)
{
    /// <summary>The most that can lie between two steps.</summary>
    internal double MostSeconds => Math.Max(Math.Max(PositionSeconds, SurfaceSeconds), StanceSeconds) + DrapeSeconds;
}

/// <summary>What planning goes by.</summary>
public static class PlanningKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public Catalogue<Flow> Flows => knowledge.Of<Flow>();

        public Catalogue<SingleStep> SingleSteps => knowledge.Of<SingleStep>();

        public Catalogue<OrderRule> OrderRules => knowledge.Of<OrderRule>();

        public Catalogue<School> Schools => knowledge.Of<School>();

        public Catalogue<Disagreement> Disagreements => knowledge.Of<Disagreement>();

        public PlanLimits PlanLimits => knowledge.One<PlanLimits>();

        /// <summary>What the other hand may be while one works: all that the technique is given with, or at rest.</summary>
        public IReadOnlyList<string> OtherHands(Technique technique) =>
            [.. technique.Contacts.Union(knowledge.Contacts.All.Where(c => c.Rests).Select(c => c.Id))];

        public SessionTimes SessionTimes => knowledge.One<SessionTimes>();

        /// <summary>The profile used when nothing else is chosen: the first written.</summary>
        public School HouseSchool => knowledge.Schools.All[0];

        public School School(string? id) => id is null ? knowledge.HouseSchool : knowledge.Schools[id];

        /// <summary>What somebody works by: their own, else the practice's, else the house's.</summary>
        public School SchoolOf(string? person) =>
            (person is null ? null : knowledge.Schools.Find(OwnSchool.IdOf(person)))
            ?? knowledge.Schools.Find(OwnSchool.OfPractice)
            ?? knowledge.HouseSchool;
    }
}
