using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Training;

/// <summary>What a drill judges, each from 0 to 100.</summary>
public enum Judged
{
    Overshoot,
    Jabs,
    Evenness,
    Symmetry,
    Hold,
    Release,
    Breath,
}

/// <summary>A piece of a drill's target: from one share of the peak to another.</summary>
/// <param name="Say">What to do, in a few words.</param>
/// <param name="Seconds">Its length; of an out- or in-breath where the drill follows the breath.</param>
/// <param name="From">Share of the peak at its start, 0 to 1.</param>
/// <param name="Holds">Whether it is a plateau that is judged for evenness.</param>
public sealed record DrillPhase(string Say, double Seconds, double From, double To, bool Holds = false);

/// <summary>An exercise on the pressure mat.</summary>
/// <param name="Contact">What presses; with the region and level it sets the peak for this practitioner.</param>
/// <param name="Rounds">How often the phases are gone through.</param>
/// <param name="OnBreath">The phases' seconds are counts of out- and in-breaths in turn, beginning with an out-breath.</param>
/// <param name="TolerancePercent">Half width of the envelope, of the peak.</param>
[Kind("drills", "drill")]
public sealed record Drill(
    string Id,
    string Name,
    Source Source,
    string About,
    [RefersTo<Contact>] string Contact,
    [RefersTo<Region>] string Region,
    int Level,
    int Rounds,
    bool OnBreath,
    double TolerancePercent,
    IReadOnlyList<DrillPhase> Phases,
    IReadOnlyList<Judged> Judges
) : IKnown;

/// <summary>Limits that scoring goes by.</summary>
/// <param name="JabNewtonsPerSecond">A faster rise than this on a hand is a jab.</param>
/// <param name="SymmetryPercent">Sides within this of each other count as equal.</param>
/// <param name="OvershootPercent">Above the envelope by this share of the peak: nothing is left of that mark.</param>
/// <param name="UnevenPercent">Root mean square off the plateau, of the peak, at which nothing is left of that mark.</param>
/// <param name="JabCost">Points that each jab costs.</param>
/// <param name="PassMark">Points from which a drill counts as done.</param>
[Kind("trainingModel", "training model", Single = true)]
public sealed record TrainingModel(
    string Id,
    Source Source,
    double JabNewtonsPerSecond,
    double SymmetryPercent,
    double OvershootPercent,
    double UnevenPercent,
    double JabCost,
    double PassMark,
    DrillMarks Marks,
    MatModel Mat
) : IKnown;

/// <summary>How the marks are read off a recording.</summary>
public sealed record DrillMarks
{
    /// <summary>First moment of a plateau, in which a hand still settles.</summary>
    public required double SettleSeconds { get; init; }

    /// <summary>Of a drill's time; who stopped before is told to stay.</summary>
    public required double WholeShare { get; init; }

    /// <summary>Less is too little to judge, as is less than <see cref="LeastSeconds"/>.</summary>
    public required int LeastSamples { get; init; }

    public required double LeastSeconds { get; init; }

    /// <summary>Of the most allowed, under which a plateau was even.</summary>
    public required double EvenShare { get; init; }

    /// <summary>Of the wanted time, from which a hold was held.</summary>
    public required double WellHeldShare { get; init; }

    /// <summary>
    /// As fast as the sinking: up to it the release was slow. At one more than <see cref="WorstReleaseTimes"/> nothing is left.
    /// </summary>
    public required double SlowReleaseTimes { get; init; }

    public required double WorstReleaseTimes { get; init; }

    /// <summary>Over which sinking is told from the sensor's noise.</summary>
    public required double BreathApartSeconds { get; init; }

    /// <summary>Of the sinking on the out-breath; <see cref="BreathChancePercent"/> is what chance makes of it.</summary>
    public required double BreathGoodPercent { get; init; }

    public required double BreathChancePercent { get; init; }

    /// <summary>Between two readings; more counts as this.</summary>
    public required double LongestGapSeconds { get; init; }

    /// <summary>What follows a jab within it is the same.</summary>
    public required double SameJabSeconds { get; init; }

    /// <summary>Over which a force's change is taken; a share of it is enough.</summary>
    public required double RateWindowSeconds { get; init; }

    public required double RateWindowShare { get; init; }

    /// <summary>Readings between which the breath is said to go out or in.</summary>
    public required int BreathLookBack { get; init; }
}

/// <summary>The stand-in's physics.</summary>
/// <param name="LagSeconds">Time constant with which tissue takes up a force.</param>
/// <param name="NoiseNewtons">Standard deviation of the sensor's noise.</param>
/// <param name="BreathShare">How far the client's breath lifts and lowers the force, as a share of it.</param>
/// <param name="StiffnessNewtonsPerCm">Of soft tissue, per hand, before it tenses.</param>
/// <param name="TenseSeconds">How fast the client tenses after a jab, and how slowly (<paramref name="SoftenSeconds"/>) lets go under a
/// steady press.</param>
/// <param name="SamplesPerSecond">How often it sends.</param>
/// <param name="ComfortShare">Of a drill's peak, above which the client tenses.</param>
/// <param name="TenseFrom">Tension, 0 to 1, from which it is said that the client tenses.</param>
public sealed record MatModel(
    double LagSeconds,
    double NoiseNewtons,
    double BreathShare,
    double StiffnessNewtonsPerCm,
    double TenseSeconds,
    double SoftenSeconds,
    int SamplesPerSecond,
    double ComfortShare,
    double TenseFrom
);

/// <summary>What practising is made from.</summary>
public sealed record TrainingBase(Catalogue<Drill> Drills, TrainingModel Model);

/// <summary>One reading of a pressure mat.</summary>
/// <param name="Seconds">Since it began to send.</param>
/// <param name="Left">Newtons under the left hand.</param>
/// <param name="Right">Newtons under the right hand.</param>
/// <param name="Breath">Client's chest: -1 empty to 1 full; null where the mat cannot tell.</param>
/// <param name="Tension">How much the client tenses, 0 to 1; null where the mat cannot tell.</param>
/// <param name="DepthCm">How far the hands have sunk in; null where the mat cannot tell.</param>
public readonly record struct MatSample(
    double Seconds,
    double Left,
    double Right,
    double? Breath = null,
    double? Tension = null,
    double? DepthCm = null
)
{
    public double Total => Left + Right;
}
