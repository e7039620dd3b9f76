using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Pressure.Weights;

namespace AmpleLantern.Core.Pressure.Stances;

/// <summary>What the practitioner does with the stance.</summary>
/// <param name="Lean">In degrees; the stance's own range says of what.</param>
/// <param name="AheadCm">Hands ahead of knees, feet or seat.</param>
/// <param name="SupportPercent">Of the weight taken by an aid.</param>
/// <param name="SidewaysCm">The weight shifted towards the left hand.</param>
public sealed record Setting(double Lean, double AheadCm, double SupportPercent, double SidewaysCm = 0)
{
    public double Of(Way way) =>
        way switch
        {
            Way.Lean => Lean,
            Way.Ahead => AheadCm,
            _ => SupportPercent,
        };

    public Setting With(Way way, double value) =>
        way switch
        {
            Way.Lean => this with { Lean = value },
            Way.Ahead => this with { AheadCm = value },
            _ => this with { SupportPercent = value },
        };

    /// <exception cref="RefusalException">A setting nobody can take; what can be taken but not held is said by the stance.</exception>
    public void Check(string pointer, SettingLimits limits) =>
        RefusalException.Unless(
            double.IsFinite(Lean)
                && Math.Abs(Lean) <= limits.MostLeanDegrees
                && AheadCm >= 0
                && AheadCm <= limits.MostAheadCm
                && SupportPercent is >= 0 and <= 100
                && Math.Abs(SidewaysCm) <= limits.MostSidewaysCm,
            "press-out-of-range",
            $"A lean goes up to {limits.MostLeanDegrees:0} degrees, a distance up to {limits.MostAheadCm:0} cm, a share of the weight from 0 to 100 percent.",
            pointer
        );

    /// <summary>The usual setting of a stance.</summary>
    public static Setting Usual(Mechanics mechanics) =>
        new(mechanics.Lean?.Usual ?? 0, mechanics.Ahead?.Usual ?? 0, mechanics.Support?.Usual ?? 0);
}

/// <summary>The place that is worked, as the practitioner meets it.</summary>
/// <param name="HeightM">Above the floor the practitioner kneels or stands on.</param>
/// <param name="SlopeDegrees">Between straight up and the outward normal of the skin.</param>
/// <param name="Spots">How many contacts share the force.</param>
/// <param name="ForearmContact">What touches lies on the forearm or elbow rather than the hand.</param>
public sealed record WorkedPlace(double HeightM, double SlopeDegrees, int Spots, bool ForearmContact = false);

/// <summary>A stance worked out: posture, all forces on the practitioner, and what reaches the client.</summary>
/// <param name="Forces">All forces on the practitioner, weight first; they and their moments add up to nothing.</param>
/// <param name="OnClient">Force into the client at the contact, in newtons.</param>
/// <param name="Pull">Force of the pull, in newtons, for stances that lean back.</param>
/// <param name="TiltDegrees">Forward tilt of the back.</param>
/// <param name="ArmsOffPlumbDegrees">How far the arms stand off the plumb line.</param>
/// <param name="LumbarNm">Moment that the low back must hold, in newton metres.</param>
/// <param name="Problems">Why it cannot be held so; empty when it can.</param>
public sealed record Held(
    Skeleton Bones,
    Vec Shift,
    IReadOnlyList<Force> Forces,
    Vec ContactAt,
    Vec OnClient,
    Vec? Pull,
    double TiltDegrees,
    double ArmsOffPlumbDegrees,
    double LumbarNm,
    IReadOnlyList<string> Problems
)
{
    public bool Feasible => Problems.Count == 0;

    public double Newtons => OnClient.Length;
}
