using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>A length of the body between two landmarks that counts a fixed number of cun.</summary>
/// <param name="Cun">How many equal parts it is divided into.</param>
/// <param name="OfStature">Its usual length as a fraction of stature.</param>
/// <param name="ErrorPercent">How far a person may be off that estimate, as one standard deviation in per cent.</param>
[Kind("stretches", "stretch")]
public sealed record CunStretch(
    string Id,
    string Name,
    Source Source,
    [RefersTo<Landmark>] string From,
    [RefersTo<Landmark>] string To,
    double Cun,
    double OfStature,
    double ErrorPercent,
    Source OfStatureSource,
    string How,
    Segment? Segment = null,
    [RefersTo<CunStretch>] string? SameCunAs = null
) : IKnown;

/// <summary>Parts of the figure that are sized by what is measured along them.</summary>
public enum Segment
{
    Chest,
    TrunkLower,
    TrunkMiddle,
    TrunkUpper,
    UpperArm,
    Forearm,
    Thigh,
    Shank,
}

/// <summary>Ids of stretches that are asked for by name.</summary>
public static class CunStretches
{
    public const string XiphoidToNavel = "xiphisternal-joint..navel";
    public const string NavelToPubis = "navel..pubic-symphysis";
    public const string NippleToNipple = "nipple..nipple";
    public const string ElbowToWrist = "elbow-crease..wrist-crease";
    public const string TrochanterToKnee = "trochanter..popliteal-crease";
    public const string KneeToLateralMalleolus = "popliteal-crease..lateral-malleolus";
}

/// <summary>The cun table with what is usual for a stature.</summary>
/// <param name="UsualStatureCm">Stature assumed until it is known.</param>
/// <param name="FootLengthOfStature">Foot length as a fraction of stature.</param>
public sealed record CunStretchTable(Catalogue<CunStretch> All, double UsualStatureCm, double FootLengthOfStature)
{
    public double EstimateCm(string id, double statureCm) => All[id].OfStature * statureCm;

    /// <summary>How much longer than usual a segment is by what was measured along it, the mean of several; else null.</summary>
    public double? MeasuredFactor(Segment segment, BodyMeasures measures, double statureCm)
    {
        var given = All
            .All.Where(s => s.Segment == segment && measures.Stretch(s.Id) is > 0)
            .Select(s => measures.Stretch(s.Id)!.Value / EstimateCm(s.Id, statureCm))
            .ToList();
        return given.Count == 0 ? null : given.Average();
    }

    public double FootLengthMm(double statureCm) => FootLengthOfStature * statureCm * 10;
}
