using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>What touches the client.</summary>
/// <param name="Family">Bead shape on the thread: palm, thumb, foot, fist, forearm, knee, seat or stretch.</param>
/// <param name="Strength">Rank from softest (1) to strongest, for the same force.</param>
/// <param name="AreaCm2">Usual contact area in square centimetres, of one hand or foot.</param>
/// <param name="Spots">How many such contacts press at once.</param>
/// <param name="Singular">Whether the practitioner's breadth of this contact sets the stations of a walk.</param>
/// <param name="Print">What of hand, foot or body it is, as it is drawn where it lies; null in records from before.</param>
/// <param name="Rests">The other hand may lie so beside any work.</param>
/// <param name="Inked">Presses so often that the practitioner's own area is worth counting by ink on squared paper.</param>
[Kind("contacts", "contact")]
public sealed record Contact(
    string Id,
    string Name,
    Source Source,
    string Family,
    int Strength,
    double AreaCm2,
    bool Singular = false,
    int Spots = 1,
    bool Inked = false,
    ContactPrint? Print = null,
    bool Rests = false
) : IKnown;

/// <summary>What is drawn of a contact: the hand, foot or part of the body with what presses filled.</summary>
/// <param name="LengthCm">Of all that is drawn, from behind to before; the breadth across.</param>
public sealed record ContactPrint(PrintShape Shape, double LengthCm, double BreadthCm);

/// <summary>The part that presses.</summary>
public enum PrintShape
{
    Hand,
    PalmHeel,
    HandEdge,
    Web,
    Grip,
    Bowl,
    Fingers,
    Finger,
    Thumb,
    Fist,
    Forearm,
    Elbow,
    Sole,
    Arch,
    FootEdge,
    Ball,
    Heel,
    Toes,
    Knee,
    Shin,
    Seat,
    Cloth,
}
