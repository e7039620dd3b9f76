using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;

namespace AmpleLantern.Core.Atlas;

/// <summary>A point with its names, its place and what it is known for.</summary>
/// <param name="Id">Its code, e.g. <c>ST36</c>.</param>
/// <param name="Gloss">What its name says, in our own plain words.</param>
/// <param name="Location">Where it is, in our own words.</param>
/// <param name="Also">Further places, where one name stands for several (four alert spirits, lining the spine).</param>
public sealed record Point(
    string Id, string Channel, string Pinyin, string Characters, string Gloss, string Location, Place Place,
    IReadOnlyList<PointCategory> Categories, IReadOnlyList<string> Cautions, IReadOnlyList<string> Uses, Source Source,
    IReadOnlyList<Place>? Also = null) : IKnown
{
    /// <summary>All its places.</summary>
    public IEnumerable<Place> Places => [Place, .. Also ?? []];
}

/// <summary>What kind of point it is, e.g. <c>source</c>, <c>alarm</c> of an organ, <c>spring</c> with its phase.</summary>
public sealed record PointCategory(string Kind, string? Of = null, string? Phase = null);

/// <summary>Something to mind at a point.</summary>
/// <param name="NoPressure">Nothing is pressed there at all.</param>
public sealed record Caution(string Id, string Name, Source Source, string Why, bool NoPressure) : IKnown;

/// <summary>A channel: its points in order and its courses over the skin.</summary>
/// <param name="Points">How many points the standard counts.</param>
/// <param name="Midline">Runs on the midline, so that it has no left and right.</param>
public sealed record Channel(
    string Id, string Code, string Name, Source Source, string Polarity, string Limb, string Runs, int Points, bool Midline,
    IReadOnlyList<Course> Courses, string? Phase = null) : IKnown;

/// <summary>A sen line. Courses differ between schools; one is kept here.</summary>
/// <param name="Side"><c>left</c>, <c>right</c>, <c>both</c> or <c>mid</c>.</param>
public sealed record SenLine(
    string Id, string Name, Source Source, string Side, IReadOnlyList<string> Spellings, string Course,
    IReadOnlyList<Course> Courses, IReadOnlyList<string> Uses) : IKnown;

/// <summary>One school's chart of the feet.</summary>
public sealed record ReflexSet(
    string Id, string Name, Source Source, string About, IReadOnlyList<ReflexArea> Areas, IReadOnlyList<FootGuide> Guides) : IKnown;

/// <summary>A reflex area.</summary>
/// <param name="On"><c>sole</c>, <c>top</c>, <c>inner</c> or <c>outer</c> edge.</param>
/// <param name="At">
/// Centre: on sole and top, fraction of the width at that level from the inner edge, and of the length from the heel; on the edges,
/// fraction of the length from the heel and of the height from the sole to the ankle. On toes: across (-1..1) and up (0..1) the toe.
/// </param>
/// <param name="Size">Width and height in the same fractions.</param>
/// <param name="Toes">The toes it lies on, if it lies on toes.</param>
public sealed record ReflexArea(
    string Id, string Name, string System, string On, string Foot, IReadOnlyList<double> At, IReadOnlyList<double> Size,
    IReadOnlyList<int>? Toes = null, double Turn = 0, string? Note = null);

/// <summary>A line across or along the sole that areas are found from.</summary>
public sealed record FootGuide(string Id, string Name, string How, IReadOnlyList<IReadOnlyList<double>> Through);

/// <summary>A map of the belly. Positions in cun from the navel: to the client's left, and down.</summary>
public sealed record HaraMap(
    string Id, string Name, Source Source, string About, double RimCun, int Clock, IReadOnlyList<HaraZone> Zones,
    IReadOnlyList<HaraStop> BowelWalk) : IKnown;

public sealed record HaraZone(string Id, string Name, IReadOnlyList<double> At, IReadOnlyList<double> Size);

public sealed record HaraStop(IReadOnlyList<double> At);

/// <summary>A place one finds others from.</summary>
/// <param name="Felt">Whether it can be felt or seen.</param>
/// <param name="Stations">Where it stands along each segment that is measured from it.</param>
/// <param name="Across">How far from the midline: cm of the reference trunk, degrees on the head.</param>
/// <param name="Place">Where it is when no segment is measured from it.</param>
public sealed record Landmark(
    string Id, string Name, Source Source, string How, bool Felt, IReadOnlyDictionary<string, double>? Stations = null,
    double? Across = null, double? Round = null, Place? Place = null) : IKnown;

/// <summary>All that is known of where things are.</summary>
public sealed record AtlasBase(
    Catalogue<Point> Points, Catalogue<Caution> Cautions, Catalogue<Channel> Channels, Catalogue<SenLine> Sen,
    Catalogue<ReflexSet> Reflex, Catalogue<HaraMap> Hara, Catalogue<Landmark> Landmarks, StretchTable Stretches);
