using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Training;

/// <summary>What a drill judges, each from 0 to 100.</summary>
public enum Judged { Overshoot, Jabs, Evenness, Symmetry, Hold, Release, Breath }

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
public sealed record Drill(
    string Id, string Name, Source Source, string About, string Contact, string Region, int Level, int Rounds, bool OnBreath,
    double TolerancePercent, IReadOnlyList<DrillPhase> Phases, IReadOnlyList<Judged> Judges) : IKnown;

/// <summary>Limits that scoring goes by.</summary>
/// <param name="JabNewtonsPerSecond">A faster rise than this on a hand is a jab.</param>
/// <param name="SymmetryPercent">Sides within this of each other count as equal.</param>
/// <param name="OvershootPercent">Above the envelope by this share of the peak: nothing is left of that mark.</param>
/// <param name="UnevenPercent">Root mean square off the plateau, of the peak, at which nothing is left of that mark.</param>
/// <param name="JabCost">Points that each jab costs.</param>
/// <param name="PassMark">Points from which a drill counts as done.</param>
public sealed record TrainingModel(
    string Id, Source Source, double JabNewtonsPerSecond, double SymmetryPercent, double OvershootPercent, double UnevenPercent, double JabCost,
    double PassMark, MatModel Mat) : IKnown;

/// <summary>The stand-in's physics.</summary>
/// <param name="LagSeconds">Time constant with which tissue takes up a force.</param>
/// <param name="NoiseNewtons">Standard deviation of the sensor's noise.</param>
/// <param name="BreathShare">How far the client's breath lifts and lowers the force, as a share of it.</param>
/// <param name="StiffnessNewtonsPerCm">Of soft tissue, per hand, before it tenses.</param>
/// <param name="TenseSeconds">How fast the client tenses after a jab, and how slowly (<paramref name="SoftenSeconds"/>) lets go under a steady press.</param>
/// <param name="SamplesPerSecond">How often it sends.</param>
/// <param name="ComfortShare">Of a drill's peak, above which the client tenses.</param>
/// <param name="TenseFrom">Tension, 0 to 1, from which it is said that the client tenses.</param>
public sealed record MatModel(
    double LagSeconds, double NoiseNewtons, double BreathShare, double StiffnessNewtonsPerCm, double TenseSeconds, double SoftenSeconds, int SamplesPerSecond,
    double ComfortShare, double TenseFrom);

/// <summary>What practising is made from.</summary>
public sealed record TrainingBase(Catalogue<Drill> Drills, TrainingModel Model);

/// <summary>One reading of a pressure mat.</summary>
/// <param name="Seconds">Since it began to send.</param>
/// <param name="Left">Newtons under the left hand.</param>
/// <param name="Right">Newtons under the right hand.</param>
/// <param name="Breath">Client's chest: -1 empty to 1 full; null where the mat cannot tell.</param>
/// <param name="Tension">How much the client tenses, 0 to 1; null where the mat cannot tell.</param>
/// <param name="DepthCm">How far the hands have sunk in; null where the mat cannot tell.</param>
public readonly record struct MatSample(double Seconds, double Left, double Right, double? Breath = null, double? Tension = null, double? DepthCm = null)
{
    public double Total => Left + Right;
}
