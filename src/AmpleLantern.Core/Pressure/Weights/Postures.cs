using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Pressure.Weights;

/// <summary>
/// Where hands, feet and seat are in the postures: what the forces depend on. Metres of the reference figure where not said otherwise.
/// </summary>
[Kind("postures", "places of the postures", Single = true)]
public sealed record Postures(
    string Id,
    Source Source,
    JointPlaces Joints,
    LeaningPlaces Leaning,
    TreadingPlaces Treading,
    SeatedPlaces Seated,
    StoolHeelsPlaces StoolHeels,
    BracingPlaces Bracing,
    PullingPlaces Pulling
) : IKnown;

/// <summary>Joints above what carries them, and how far they go.</summary>
/// <param name="StraightShare">Length of a stretched limb that is not locked, of its bones.</param>
/// <param name="WristUp">Middle of the wrist above what the hand presses on; ankle above the floor, hips above what is sat on
/// likewise.</param>
/// <param name="HandsAside">Each of two hands from the middle.</param>
/// <param name="LumbarAboveHipsCm">The lowest lumbar joint.</param>
/// <param name="LeastTilt">Of the back, in radians; most likewise.</param>
/// <param name="ReachSpare">Share of the arms' length up to which a place still counts as reached.</param>
public sealed record JointPlaces(
    double StraightShare,
    double WristUp,
    double AnkleUp,
    double SeatUp,
    double HandsAside,
    double LumbarAboveHipsCm,
    double LeastTilt,
    double MostTilt,
    double ReachSpare
);

/// <param name="MidFoot">Where the feet carry, ahead of the ankles, standing.</param>
/// <param name="StoolFoot">The feet ahead of the seat on a stool; on the mat likewise.</param>
/// <param name="MatAnkleUp">The ankle of a leg that lies bent on the mat.</param>
/// <param name="LeastFoot">The heels never carry nearer to the seat than this.</param>
public sealed record LeaningPlaces(double MidFoot, double StoolFoot, double MatFoot, double MatAnkleUp, double LeastFoot);

/// <param name="Ball">Ball of the foot ahead of the ankle; the heel behind it.</param>
/// <param name="OtherFoot">The free foot ahead.</param>
/// <param name="MostLean">In radians.</param>
/// <param name="ForgivenNewtons">A foot that lifts or slides by less still stands.</param>
/// <param name="NearEnough">The centre of mass this near to its place is there.</param>
/// <param name="LeastHeight">Of the centre of mass above what is stood on, in the correction of the lean.</param>
public sealed record TreadingPlaces(
    double Ball,
    double Heel,
    double OtherFoot,
    double MostLean,
    double ForgivenNewtons,
    double NearEnough,
    double LeastHeight
);

/// <param name="Foot">The feet ahead of the seat.</param>
/// <param name="Front">Front edge of what is sat with, ahead of its middle.</param>
public sealed record SeatedPlaces(double Foot, double Front);

/// <param name="Apart">Each heel from the middle.</param>
/// <param name="ToesUp">Of the feet, in degrees.</param>
/// <param name="HandAboveKnee">The wrists above the joint.</param>
public sealed record StoolHeelsPlaces(double Apart, double ToesUp, double HandAboveKnee);

/// <param name="LeastSole">The braced sole is never lower.</param>
/// <param name="SoleBeyondLeg">How far past the straight leg the sole reaches.</param>
/// <param name="GripAboveSole">The grip above the sole at least; below the shoulder at most.</param>
/// <param name="GripReachShare">Share of the arms' length to the grip.</param>
/// <param name="Heels">The heels ahead of the seat.</param>
public sealed record BracingPlaces(
    double LeastSole,
    double SoleBeyondLeg,
    double GripAboveSole,
    double GripBelowShoulder,
    double GripReachShare,
    double Heels
);

/// <param name="FoldFromShare">A grip further below the shoulders than this share of the arms is reached by folding at the hips.</param>
/// <param name="MostFold">In radians; by steps of <paramref name="FoldStep"/>.</param>
/// <param name="Heel">Behind the ankle.</param>
public sealed record PullingPlaces(double FoldFromShare, double MostFold, double FoldStep, double Heel);
