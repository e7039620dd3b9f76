using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>A stop on a line: a point of its own, or a place that has no name.</summary>
public sealed record Stop([RefersTo<Point>] string? Point = null, Place? Place = null);

/// <summary>One unbroken line in its direction.</summary>
public sealed record Course(IReadOnlyList<Stop> Through);

/// <summary>A point with its names, its place and what it is known for.</summary>
/// <param name="Id">Its code, e.g. <c>ST36</c>.</param>
/// <param name="Gloss">What its name says, in our own plain words.</param>
/// <param name="Location">Where it is, in our own words.</param>
/// <param name="Also">Further places, where one name stands for several (four alert spirits, lining the spine).</param>
[Kind("points", "point")]
public sealed record Point(
    string Id,
    string Channel,
    string Pinyin,
    string Characters,
    string Gloss,
    string Location,
    Place Place,
    IReadOnlyList<PointCategory> Categories,
    [RefersTo<Caution>] IReadOnlyList<string> Cautions,
    IReadOnlyList<string> Uses,
    Source Source,
    IReadOnlyList<Place>? Also = null
) : IKnown, IChecked
{
    /// <summary>Points outside the channels.</summary>
    public const string Extra = "extra";

    /// <summary>All its places.</summary>
    public IEnumerable<Place> Places => [Place, .. Also ?? []];

    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        [
            .. Channel != Extra && knowledge.Atlas.Channels.Missing(Channel) is { } missing
                ? [new Flaw("/channel", missing)]
                : Array.Empty<Flaw>(),
            .. Places.Select(AtlasChecks.On(knowledge).Unfound).OfType<string>().Select(why => new Flaw("/place", why)),
        ];
}

/// <summary>What kind of point it is, e.g. <c>source</c>, <c>alarm</c> of an organ, <c>spring</c> with its phase.</summary>
public sealed record PointCategory(string Kind, string? Of = null, string? Phase = null);

/// <summary>Something to mind at a point.</summary>
/// <param name="NoPressure">Nothing is pressed there at all.</param>
[Kind("cautions", "caution")]
public sealed record Caution(string Id, string Name, Source Source, string Why, bool NoPressure) : IKnown;

/// <summary>A channel: its points in order and its courses over the skin.</summary>
/// <param name="Points">How many points the standard counts.</param>
/// <param name="Midline">Runs on the midline, so that it has no left and right.</param>
[Kind("channels", "channel")]
public sealed record Channel(
    string Id,
    string Code,
    string Name,
    Source Source,
    string Polarity,
    string Limb,
    string Runs,
    int Points,
    bool Midline,
    IReadOnlyList<Course> Courses,
    string? Phase = null
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        [
            .. knowledge.Atlas.Points.All.Count(p => p.Channel == Id) is var written && written != Points
                ? [new Flaw("/points", $"Says {Points} points, but {written} are written down.")]
                : Array.Empty<Flaw>(),
            .. AtlasChecks.On(knowledge).Stops(Courses),
        ];
}

/// <summary>A sen line, or a working line of hands and feet. Courses differ between schools; one is kept here.</summary>
/// <param name="Set"><c>sen</c>, the ten lines of the teaching; <c>working</c>, the numbered lines that steps are given along.</param>
/// <param name="Side"><c>left</c>, <c>right</c>, <c>both</c> or <c>mid</c>.</param>
[Kind("sen", "sen line")]
public sealed record SenLine(
    string Id,
    string Name,
    Source Source,
    string Set,
    string Side,
    IReadOnlyList<string> Spellings,
    string Course,
    IReadOnlyList<Course> Courses,
    IReadOnlyList<string> Uses
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) => AtlasChecks.On(knowledge).Stops(Courses);
}

/// <summary>One school's chart of the feet.</summary>
[Kind("reflex", "reflex set")]
public sealed record ReflexSet(
    string Id,
    string Name,
    Source Source,
    string About,
    IReadOnlyList<ReflexArea> Areas,
    IReadOnlyList<FootGuide> Guides
) : IKnown;

/// <summary>A reflex area.</summary>
/// <param name="On"><c>sole</c>, <c>top</c>, <c>inner</c> or <c>outer</c> edge.</param>
/// <param name="At">
/// Centre: on sole and top, fraction of the width at that level from the inner edge, and of the length from the heel; on the edges,
/// fraction of the length from the heel and of the height from the sole to the ankle. On toes: across (-1..1) and up (0..1) the toe.
/// </param>
/// <param name="Size">Width and height in the same fractions.</param>
/// <param name="Toes">The toes it lies on, if it lies on toes.</param>
public sealed record ReflexArea(
    string Id,
    string Name,
    string System,
    string On,
    string Foot,
    IReadOnlyList<double> At,
    IReadOnlyList<double> Size,
    IReadOnlyList<int>? Toes = null,
    double Turn = 0,
    string? Note = null
);

/// <summary>A line across or along the sole that areas are found from.</summary>
public sealed record FootGuide(string Id, string Name, string How, IReadOnlyList<IReadOnlyList<double>> Through);

/// <summary>A map of the belly. Positions in cun from the navel: to the client's left, and down.</summary>
[Kind("hara", "hara map")]
public sealed record HaraMap(
    string Id,
    string Name,
    Source Source,
    string About,
    double RimCun,
    int Clock,
    IReadOnlyList<HaraZone> Zones,
    IReadOnlyList<HaraStop> BowelWalk
) : IKnown;

public sealed record HaraZone(string Id, string Name, IReadOnlyList<double> At, IReadOnlyList<double> Size);

public sealed record HaraStop(IReadOnlyList<double> At);

/// <summary>All that is known of where things are.</summary>
public sealed record AtlasBase(
    Catalogue<Point> Points,
    Catalogue<Caution> Cautions,
    Catalogue<Channel> Channels,
    Catalogue<SenLine> Sen,
    Catalogue<ReflexSet> Reflex,
    Catalogue<HaraMap> Hara,
    Catalogue<Landmark> Landmarks,
    CunStretchTable Stretches
);
