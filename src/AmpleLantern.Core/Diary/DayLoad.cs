using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Diary;

/// <summary>Load of one person's hands over a day, in minutes of planned work.</summary>
/// <param name="MinutesOnMat">All planned time, changes of place included.</param>
/// <param name="ThumbMinutes">Of these, on thumbs and fingers.</param>
/// <param name="FootMinutes">Of these, with the feet.</param>
/// <param name="Changes">How often the client is turned or the practitioner moves to another place.</param>
public sealed record DayLoad(double MinutesOnMat, double ThumbMinutes, double FootMinutes, int Changes)
{
    public static DayLoad Of(IReadOnlyList<Expansion> sessions, KnowledgeBase knowledge)
    {
        var steps = sessions.SelectMany(s => s.Steps).ToList();
        double On(string family) => Minutes(steps.Where(s => knowledge.Contacts[s.Contact].Family == family).Sum(s => s.WorkSeconds));
        return new(
            Minutes(sessions.Sum(s => s.TotalSeconds)),
            On("thumb"),
            On("foot"),
            steps.Count(s => s.Change is not (null or PlanExpansion.DrapeChange))
        );
    }

    private static double Minutes(double seconds) => Math.Round(seconds / 60, 1);
}
