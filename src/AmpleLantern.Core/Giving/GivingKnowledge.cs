using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Giving;

/// <summary>What is said and forgiven around a session that is given.</summary>
/// <param name="Aftercare">What is said at the end of every session.</param>
/// <param name="GivenOtherwiseSeconds">A step given this much longer or shorter than planned was given otherwise; less is the hand's own
/// time.</param>
/// <param name="BackToPreviousSeconds">Back goes to the step before within this of a step's begin, and to that begin later.</param>
/// <param name="EmergencyNumber">Where the practice has set none; it works from any mobile telephone (3GPP TS 22.101, from memory).</param>
/// <param name="StopByPedal">What is noted when a foot or an elbow stops the session; why comes after.</param>
/// <param name="OfferFromSeconds">Ways to be done in time are offered from so much beyond, or short of, the end on.</param>
/// <param name="NotesRanked">So many notes are ranked at a step: two are offered, and what was noted there makes room for the next.</param>
/// <param name="OnePressSeconds">Two remotes that go on within so long of each other meant it once.</param>
/// <param name="PauseReasons">What a pause is usually for, to be told by one touch.</param>
/// <param name="SayLateFromSeconds">A session is said to be late from this on.</param>
[Kind("givingTimes", "giving times", Single = true)]
public sealed record GivingTimes(
    string Id,
    Source Source,
    string Aftercare,
    double GivenOtherwiseSeconds,
    double SayLateFromSeconds,
    double BackToPreviousSeconds,
    double OfferFromSeconds,
    int NotesRanked,
    double OnePressSeconds,
    IReadOnlyList<string> PauseReasons,
    [RefersTo<ResponseKind>] string StopByPedal,
    string EmergencyNumber
) : IKnown;

/// <summary>What giving goes by.</summary>
public static class GivingKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public Catalogue<ResponseKind> Responses => knowledge.Of<ResponseKind>();

        public Catalogue<Happening> Happenings => knowledge.Of<Happening>();

        public GivingTimes GivingTimes => knowledge.One<GivingTimes>();
    }
}
