namespace AmpleLantern.Core.Atlas;

/// <summary>A place on anybody's body: a segment, cun along it, and how far round or across. Never a pixel.</summary>
/// <param name="On">
/// The segment: <c>front</c>, <c>back</c> and <c>trunk</c> (all the trunk), <c>head</c>, <c>upper-arm</c>, <c>forearm</c>,
/// <c>hand</c>, <c>finger</c>, <c>thigh</c>, <c>shank</c>, <c>foot</c>, <c>toe</c>.
/// </param>
/// <param name="Along">Cun along the segment from a landmark.</param>
/// <param name="Across">Cun sideways from the midline, on front, back and head.</param>
/// <param name="Station">Or where along the segment, in its own measure: a fraction of a limb or digit, cm of the reference trunk.</param>
/// <param name="Round">Degrees round the segment: 0 front (palm, sole), 90 outward (thumb, big toe), 180 back.</param>
/// <param name="At">Or a point inside the segment in cm of the reference figure, and where the skin lies from it (<paramref name="Toward"/>).</param>
/// <param name="Digit">Finger or toe, 1 thumb or big toe to 5.</param>
public sealed record Place(
    string On, Along? Along = null, Across? Across = null, double? Station = null, double? Round = null,
    IReadOnlyList<double>? At = null, IReadOnlyList<double>? Toward = null, int? Digit = null);

/// <summary>Cun from a landmark, positive towards the stretch's second end (down the trunk, out along a limb).</summary>
/// <param name="Stretch">The stretch whose cun are meant; none when the landmark itself is the place.</param>
public sealed record Along(string From, double Cun, string? Stretch = null);

/// <summary>Cun sideways from the midline, counted in a stretch that runs across.</summary>
public sealed record Across(string Stretch, double Cun);

/// <summary>A stop on a line: a point of its own, or a place that has no name.</summary>
public sealed record Stop(string? Point = null, Place? Place = null);

/// <summary>One unbroken line in its direction.</summary>
public sealed record Course(IReadOnlyList<Stop> Through);

/// <summary>A piece of skin: a range along and round a segment, or a box with one flat side.</summary>
/// <remarks>From and to are in the order in which it is usually worked: limbs towards the trunk, feet from heel to toes.</remarks>
/// <param name="Station">From and to along, in the segment's own measure (degrees over the crown for the head).</param>
/// <param name="Round">From and to in degrees round the segment.</param>
/// <param name="Across">From and to in degrees sideways, on the head.</param>
public sealed record Patch(
    string On, IReadOnlyList<double>? Station = null, IReadOnlyList<double>? Round = null, IReadOnlyList<double>? Across = null,
    IReadOnlyList<double>? From = null, IReadOnlyList<double>? To = null, IReadOnlyList<double>? Toward = null);
