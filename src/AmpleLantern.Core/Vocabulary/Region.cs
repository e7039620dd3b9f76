using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>A part of the body that is worked as one.</summary>
/// <param name="LengthOfStature">Length of the usual path along the region, as a fraction of stature.</param>
/// <param name="Limb">The limb it belongs to (<c>leg</c>, <c>arm</c>), for rules that speak of the whole limb.</param>
/// <param name="Patches">The skin it covers, on the left side or the middle; mirrored for the right.</param>
/// <param name="NoPressure">Why nothing is pressed there; null where pressing is possible.</param>
/// <param name="Vulnerable">Needs consent of its own before it is touched.</param>
/// <param name="Parts">Regions that lie within it.</param>
/// <param name="Anywhere">Hands rest where they may: no place in particular is touched, and what must not be is left out.</param>
/// <param name="FitsBeneath">A hand slips under it where it lies on the mat.</param>
[Kind("regions", "region")]
public sealed record Region(
    string Id,
    string Name,
    Source Source,
    double LengthOfStature,
    IReadOnlyList<Patch> Patches,
    string? Limb = null,
    bool Vulnerable = false,
    string? Tissue = null,
    string? NoPressure = null,
    [RefersTo<Region>] IReadOnlyList<string>? Parts = null,
    bool Anywhere = false,
    bool FitsBeneath = false
) : IKnown, IChecked
{
    /// <summary>A patch is a range along and round, or a box with one flat side; never both.</summary>
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Patches.SelectMany(
            (p, i) =>
                (p.Station is not null && (p.Round is not null || p.Across is not null))
                == (p.From is not null && p.To is not null && p.Toward is not null)
                    ? [new Flaw($"/patches/{i}", "Give station with round (or across), or from, to and toward.")]
                    : Array.Empty<Flaw>()
        );
}

/// <summary>A piece of skin: a range along and round a segment, or a box with one flat side.</summary>
/// <remarks>From and to are in the order in which it is usually worked: limbs towards the trunk, feet from heel to toes.</remarks>
/// <param name="Station">From and to along, in the segment's own measure (degrees over the crown for the head).</param>
/// <param name="Round">From and to in degrees round the segment.</param>
/// <param name="Across">From and to in degrees sideways, on the head.</param>
public sealed record Patch(
    string On,
    IReadOnlyList<double>? Station = null,
    IReadOnlyList<double>? Round = null,
    IReadOnlyList<double>? Across = null,
    IReadOnlyList<double>? From = null,
    IReadOnlyList<double>? To = null,
    IReadOnlyList<double>? Toward = null
);
