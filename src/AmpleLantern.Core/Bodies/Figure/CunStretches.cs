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
    string How
) : IKnown;

/// <summary>Ids of the stretches that lengths of the figure hang on.</summary>
public static class CunStretches
{
    public const string NotchToXiphoid = "suprasternal-notch..xiphisternal-joint";
    public const string XiphoidToNavel = "xiphisternal-joint..navel";
    public const string NavelToPubis = "navel..pubic-symphysis";
    public const string NippleToNipple = "nipple..nipple";
    public const string ScapulaToScapula = "scapula-border..scapula-border";
    public const string AxillaToElbow = "axillary-fold..elbow-crease";
    public const string ElbowToWrist = "elbow-crease..wrist-crease";
    public const string PubisToPatella = "pubic-symphysis..patella-top";
    public const string TrochanterToKnee = "trochanter..popliteal-crease";
    public const string GlutealFoldToKnee = "gluteal-fold..popliteal-crease";
    public const string KneeToLateralMalleolus = "popliteal-crease..lateral-malleolus";
    public const string PatellaToMedialMalleolus = "patella-apex..medial-malleolus";
    public const string CondyleToMedialMalleolus = "medial-condyle..medial-malleolus";
}

/// <summary>The cun table with what is usual for a stature.</summary>
/// <param name="UsualStatureCm">Stature assumed until it is known.</param>
/// <param name="FootLengthOfStature">Foot length as a fraction of stature.</param>
public sealed record CunStretchTable(Catalogue<CunStretch> All, double UsualStatureCm, double FootLengthOfStature)
{
    public double EstimateCm(string id, double statureCm) => All[id].OfStature * statureCm;

    public double FootLengthMm(double statureCm) => FootLengthOfStature * statureCm * 10;
}
