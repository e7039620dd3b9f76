using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>A place on anybody's body: a segment, cun along it, and how far round or across. Never a pixel.</summary>
/// <param name="On">
/// The segment: <c>front</c>, <c>back</c> and <c>trunk</c> (all the trunk), <c>head</c>, <c>upper-arm</c>, <c>forearm</c>,
/// <c>hand</c>, <c>finger</c>, <c>thigh</c>, <c>shank</c>, <c>foot</c>, <c>toe</c>.
/// </param>
/// <param name="Along">Cun along the segment from a landmark.</param>
/// <param name="Across">Cun sideways from the midline, on front, back and head.</param>
/// <param name="Station">Or where along the segment, in its own measure: a fraction of a limb or digit, cm of the reference trunk.</param>
/// <param name="Round">Degrees round the segment: 0 front (palm, sole), 90 outward (thumb, big toe), 180 back.</param>
/// <param name="At">Or a point inside the segment in cm of the reference figure, and where the skin lies from it
/// (<paramref name="Toward"/>).</param>
/// <param name="Digit">Finger or toe, 1 thumb or big toe to 5.</param>
public sealed record Place(
    string On,
    Along? Along = null,
    Across? Across = null,
    double? Station = null,
    double? Round = null,
    IReadOnlyList<double>? At = null,
    IReadOnlyList<double>? Toward = null,
    int? Digit = null
);

/// <summary>Cun from a landmark, positive towards the stretch's second end (down the trunk, out along a limb).</summary>
/// <param name="Stretch">The stretch whose cun are meant; none when the landmark itself is the place.</param>
public sealed record Along([RefersTo<Landmark>] string From, double Cun, [RefersTo<CunStretch>] string? Stretch = null);

/// <summary>Cun sideways from the midline, counted in a stretch that runs across.</summary>
public sealed record Across([RefersTo<CunStretch>] string Stretch, double Cun);

/// <summary>A place one finds others from.</summary>
/// <param name="Felt">Whether it can be felt or seen.</param>
/// <param name="Stations">Where it stands along each segment that is measured from it.</param>
/// <param name="Across">How far from the midline: cm of the reference trunk, degrees on the head.</param>
/// <param name="Place">Where it is when no segment is measured from it.</param>
[Kind("landmarks", "landmark")]
public sealed record Landmark(
    string Id,
    string Name,
    Source Source,
    string How,
    bool Felt,
    IReadOnlyDictionary<string, double>? Stations = null,
    double? Across = null,
    double? Round = null,
    Place? Place = null
) : IKnown;
