namespace AmpleLantern.Core.Knowledge;

/// <summary>
/// A named set of choices where practitioners disagree. Code asks the profile and never assumes.
/// </summary>
/// <param name="OlderAdultFromAge">Years; the age from which the cautions for older adults apply.</param>
/// <param name="ChildBelowAge">Years; below it a client counts as a child.</param>
/// <param name="GroinHold">Seconds of a compression hold: shortest, usual, longest.</param>
/// <param name="FirstSide">The client's side a session starts with.</param>
/// <param name="WorseSideExtraPercent">How much longer the worse side may be worked.</param>
/// <param name="OrderRulesOff">Rules of order this profile does not hold to.</param>
/// <param name="Choices">Options taken in <c>disagreements</c>, by question.</param>
public sealed record School(
    string Id, string Name, Source Source, int OlderAdultFromAge, int ChildBelowAge, HoldSeconds GroinHold,
    string FirstSide, int WorseSideExtraPercent, IReadOnlyDictionary<string, string> Choices,
    IReadOnlyList<string>? OrderRulesOff = null) : IKnown
{
    /// <summary>The option this profile takes in a question; the default where it says nothing.</summary>
    public string Chose(string question, KnowledgeBase knowledge) =>
        Choices.TryGetValue(question, out var choice) ? choice : knowledge.Disagreements[question].Default;
}

/// <summary>A question in which practitioners disagree.</summary>
/// <param name="Default">The option the house takes.</param>
/// <param name="Why">Why it does.</param>
public sealed record Disagreement(
    string Id, string Name, Source Source, IReadOnlyList<DisagreementOption> Options, string Default, string Why) : IKnown
{
    public DisagreementOption Option(string id) => Options.FirstOrDefault(o => o.Id == id)
        ?? throw new KnowledgeException($"'{Name}' has no option '{id}'. It has {string.Join(", ", Options.Select(o => o.Id))}.");
}

public sealed record DisagreementOption(string Id, string Name);

/// <summary>Seconds a hold lasts: at least, usually, at most. <c>Min &lt;= Usual &lt;= Max</c>.</summary>
public sealed record HoldSeconds(double Min, double Usual, double Max);

/// <summary>Values that apply where nothing more specific is known.</summary>
/// <param name="BreathsPerMinute">Resting breaths of an adult per minute, when not counted today.</param>
/// <param name="StatureCm">Stature assumed until it is measured.</param>
/// <param name="PalmBreadthCm">Practitioner's palm breadth until calibrated.</param>
/// <param name="OutBreathShare">Part of a resting breath that is breathed out, 0 to 1.</param>
/// <param name="Aftercare">What is said at the end of every session.</param>
/// <param name="FootLengthOfStature">Foot length, heel to longest toe, as a fraction of stature.</param>
/// <param name="FourFingersOfStature">Breadth of the four closed fingers as a fraction of stature.</param>
/// <param name="StatureErrorPercent">How far a person may be off the stature assumed while it is not known.</param>
/// <param name="YoungestPregnancyAge">Below it a pregnancy is doubted, not believed.</param>
/// <param name="OldestPregnancyAge">Above it a pregnancy is doubted, not believed.</param>
/// <param name="PregnancyDatesAgreeWithinDays">Two dates of one pregnancy further apart than this do not fit together.</param>
/// <param name="GivenOtherwiseSeconds">A step given this much longer or shorter than planned was given otherwise; less is the hand's own time.</param>
/// <param name="ShortestPlanMinutes">A plan shorter than this is refused as a slip.</param>
public sealed record PracticeDefaults(
    string Id, Source Source, PressTimes Press, double BreathsPerMinute, double SlowestBreathsPerMinute,
    double FastestBreathsPerMinute, double StatureCm, double PalmBreadthCm, double PositionChangeSeconds,
    double StanceChangeSeconds, double TalkBeforeMinutes, double TalkAfterMinutes, int ShortestPlanMinutes,
    int LongestPlanMinutes, int LongestPregnancyWeeks, int DaysFromLastPeriodToDueDate, int SecondTrimesterFromWeeks,
    int ThirdTrimesterFromWeeks, double OutBreathShare, string Aftercare, double FootLengthOfStature,
    double FourFingersOfStature, double StatureErrorPercent, int YoungestPregnancyAge, int OldestPregnancyAge, int PregnancyDatesAgreeWithinDays,
    double GivenOtherwiseSeconds, double SayLateFromSeconds, double BreathCountSeconds) : IKnown;
