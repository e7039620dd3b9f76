using AmpleLantern.Core;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange.Ask;

namespace AmpleLantern.Web.Atlas;

/// <summary>A point in a list.</summary>
public sealed record PointLine(string Id, string Channel, string Pinyin, string Characters, string Gloss);

/// <summary>What there is to look at.</summary>
public sealed record AtlasIndex(
    IReadOnlyList<PointLine> Points,
    IReadOnlyList<ChannelLine> Channels,
    IReadOnlyList<SenName> Sen,
    IReadOnlyList<SetName> Reflex,
    IReadOnlyList<SetName> Hara,
    IReadOnlyList<string> WholeViews,
    IReadOnlyList<string> CloseUps
);

public sealed record ChannelLine(string Id, string Code, string Name, string Polarity, string? Phase, string Limb, string Runs, int Points);

public sealed record SenName(string Id, string Name, string Set, string Side, IReadOnlyList<string> Spellings, string Course);

public sealed record SetName(string Id, string Name, string About);

/// <summary>A chart: which figure to show and what lies over it.</summary>
/// <param name="Figure">Key of the figure (<c>/api/figures/{key}</c>).</param>
/// <param name="Rests">What the body lies or sits on, to be drawn behind it.</param>
/// <param name="Own">Whether it is the client's own figure; false while that is being drawn.</param>
public sealed record ChartView(
    string Figure,
    bool Own,
    string View,
    string Position,
    int Bent,
    string? Client,
    ChartLayers Layers,
    IReadOnlyList<RestShape> Rests,
    SkinTone Skin
);

/// <summary>What a chart shows; ids separated by commas. What is empty is not asked for.</summary>
/// <param name="Landmarks">Ids, or <c>all</c> that can be felt.</param>
/// <param name="Build">With the three after it a form to try on.</param>
public sealed record ChartQuery(
    string Position = "standing",
    string View = "",
    string Bent = "left",
    Guid? ClientId = null,
    string Channels = "",
    string Points = "",
    string Sen = "",
    string Regions = "",
    string Reflex = "",
    string Hara = "",
    string Landmarks = "",
    bool NoPressure = false,
    string Side = "both",
    string Build = "",
    string Chest = "",
    string Pelvis = "",
    string Skin = ""
)
{
    /// <summary>A form to try on, where one is said.</summary>
    public BodyForm? Form =>
        (Build, Chest, Pelvis, Skin) is ("", "", "", "")
            ? null
            : new(
                Chosen(Build, Core.Bodies.Figure.Build.Average, "/build"),
                Chosen(Chest, ChestForm.Flat, "/chest"),
                Chosen(Pelvis, PelvisForm.Middle, "/pelvis"),
                Chosen(Skin, SkinTone.Paper, "/skin")
            );

    private static T Chosen<T>(string word, T usual, string pointer)
        where T : struct, Enum =>
        word == "" ? usual
        : Enum.TryParse<T>(word, ignoreCase: true, out var chosen) && Enum.IsDefined(chosen) ? chosen
        : throw new RefusalException(
            "unknown-form",
            $"There is no form '{word}'. Choose one of {string.Join(", ", Enum.GetNames<T>().Select(n => n.ToLowerInvariant()))}.",
            pointer
        );
}

/// <summary>A point's page: its facts, and where it is on this client.</summary>
public sealed record PointPage(
    Point Point,
    string ChannelName,
    IReadOnlyList<Caution> Cautions,
    PointLocation Location,
    string View,
    string? Client,
    double FourFingersInClientCun,
    bool FingersEstimated,
    string? Previous,
    string? Next,
    IReadOnlyList<NearPoint> Near
);

/// <summary>A channel's points in their order on one body, with what is minded at each.</summary>
/// <param name="Cautions">By the point's id.</param>
public sealed record ChannelPage(
    ChannelLine Channel,
    string? Client,
    IReadOnlyList<PointInRow> Row,
    IReadOnlyDictionary<string, IReadOnlyList<Caution>> Cautions
);

/// <summary>An area of a foot with its place in millimetres.</summary>
public sealed record AreaPlace(
    string Id,
    string Name,
    string System,
    string On,
    string Foot,
    double? FromHeelMm,
    double? FromInnerMm,
    string? Note
);

/// <summary>A reflex set, placed on one client's foot.</summary>
public sealed record ReflexView(string Id, string Name, string About, string Source, FootShape Foot, IReadOnlyList<AreaPlace> Areas);

/// <summary>Atlas: where is it.</summary>
public static class AtlasEndpoints
{
    public static void MapAtlas(this RouteGroupBuilder api)
    {
        api.MapGet("/atlas", Index);
        api.MapGet("/atlas/search", (string q, AtlasSearch search) => search.Find(q));
        api.MapGet("/atlas/points/{id}", Page);
        api.MapGet("/atlas/points/{id}/against/{other}", ComparePoints);
        api.MapGet("/atlas/channels/{id}", Row);
        api.MapGet("/atlas/regions/{id}", (string id, KnowledgeBase k) => k.Regions.Find(id) ?? throw Missing("region", id));
        api.MapGet("/atlas/reflex/{id}", Reflex);
        api.MapGet("/atlas/reflex/{first}/against/{second}", Compare);
        api.MapGet("/chart", Chart);
        api.MapPost("/chart/step", StepCharts.Of);
        api.MapGet("/figures/{key}", Figure).Produces<FigureView>();
    }

    private static AtlasIndex Index(KnowledgeBase k) =>
        new(
            [.. k.Atlas.Points.All.Select(p => new PointLine(p.Id, p.Channel, p.Pinyin, p.Characters, p.Gloss))],
            [.. k.Atlas.Channels.All.Select(Line)],
            [.. k.Atlas.Sen.All.Select(s => new SenName(s.Id, s.Name, s.Set, s.Side, s.Spellings, s.Course))],
            [.. k.Atlas.Reflex.All.Select(s => new SetName(s.Id, s.Name, s.About))],
            [.. k.Atlas.Hara.All.Select(s => new SetName(s.Id, s.Name, s.About))],
            Views.Whole,
            Views.CloseUps
        );

    private static ChannelLine Line(Core.Atlas.Channel c) => new(c.Id, c.Code, c.Name, c.Polarity, c.Phase, c.Limb, c.Runs, c.Points);

    private static async Task<ChannelPage> Row(
        string id,
        Guid? clientId,
        string? side,
        KnowledgeBase k,
        ClientBody bodies,
        FigureStore figures
    )
    {
        var channel = k.Atlas.Channels.Find(id) ?? throw Missing("channel", id);
        var body = await bodies.Of(clientId);
        var row = Neighbourhood.Row(id, side == "right" ? -1 : 1, figures.Posed(body.Size, PoseSaid.Standing, 1), body.Scale, k.Atlas);
        return new(
            Line(channel),
            body.Name,
            row,
            row.Where(r => r.Point.Cautions.Count > 0)
                .ToDictionary(r => r.Point.Id, r => (IReadOnlyList<Caution>)[.. r.Point.Cautions.Select(c => k.Atlas.Cautions[c])])
        );
    }

    private static async Task<PointPage> Page(
        string id,
        Guid? clientId,
        string? side,
        string? position,
        KnowledgeBase k,
        AtlasSearch search,
        ClientBody bodies,
        FigureStore figures
    )
    {
        var point = k.Atlas.Points[search.Point(id)];
        var body = await bodies.Of(clientId);
        var middle = figures.Posed(BodySize.Reference, PoseSaid.Standing, 1).SpotsOf(point).First().Side == 0;
        var sign =
            middle ? 0
            : side == "right" ? -1
            : 1;
        // What faces up does not depend on size: reach is looked up on the reference figure, which is kept.
        var location = PointLocator.Locate(
            point,
            sign,
            body.Scale,
            body.Size,
            position,
            k,
            p => figures.Posed(p == PoseSaid.Standing ? body.Size : BodySize.Reference, p, sign < 0 ? -1 : 1)
        );
        var row = k.Atlas.Points.All.Where(p => p.Channel == point.Channel).Select(p => p.Id).ToList();
        var at = row.IndexOf(point.Id);
        return new(
            point,
            k.Atlas.Channels.Find(point.Channel)?.Name ?? "Extra points",
            [.. point.Cautions.Select(c => k.Atlas.Cautions[c])],
            location,
            ViewChoice.For(point, figures.Posed(BodySize.Reference, PoseSaid.Standing, 1), sign),
            body.Name,
            Math.Round(body.Scale.PractitionerFourFingersInClientCun, 2),
            body.Scale.PractitionerFourFingers.Estimate || body.Scale.ClientFourFingers.Estimate,
            at > 0 ? row[at - 1] : null,
            at < row.Count - 1 ? row[at + 1] : null,
            Neighbourhood.Of(point, sign, figures.Posed(body.Size, PoseSaid.Standing, 1), body.Scale)
        );
    }

    private static async Task<PointsCompared> ComparePoints(
        string id,
        string other,
        Guid? clientId,
        string? side,
        KnowledgeBase k,
        AtlasSearch search,
        ClientBody bodies,
        FigureStore figures
    )
    {
        var body = await bodies.Of(clientId);
        return Neighbourhood.Compare(
            k.Atlas.Points[search.Point(id)],
            k.Atlas.Points[search.Point(other)],
            side == "right" ? -1 : 1,
            figures.Posed(body.Size, PoseSaid.Standing, 1),
            body.Scale,
            k
        );
    }

    private static async Task<ReflexView> Reflex(string id, Guid? clientId, KnowledgeBase k, ClientBody bodies)
    {
        var set = k.Atlas.Reflex.Find(id) ?? throw Missing("reflex set", id);
        var foot = FootShape.Of((await bodies.Of(clientId)).Measures, k);
        return new(set.Id, set.Name, set.About, set.Source.ToString(), foot, [.. set.Areas.Select(a => Placed(a, foot))]);
    }

    private static async Task<IReadOnlyList<AreaDifference>> Compare(
        string first,
        string second,
        Guid? clientId,
        KnowledgeBase k,
        ClientBody bodies
    ) =>
        ReflexCompare.Between(
            k.Atlas.Reflex.Find(first) ?? throw Missing("reflex set", first),
            k.Atlas.Reflex.Find(second) ?? throw Missing("reflex set", second),
            FootShape.Of((await bodies.Of(clientId)).Measures, k)
        );

    private static AreaPlace Placed(ReflexArea area, FootShape foot)
    {
        if (area.Toes is not null || area.On is "inner" or "outer")
        {
            return new(
                area.Id,
                area.Name,
                area.System,
                area.On,
                area.Foot,
                area.Toes is null ? Math.Round(area.At[0] * foot.LengthMm, 0) : null,
                null,
                area.Note
            );
        }

        var (heel, inner) = foot.At(area.At[0], area.At[1]);
        return new(area.Id, area.Name, area.System, area.On, area.Foot, heel, inner, area.Note);
    }

    private static async Task<ChartView> Chart([AsParameters] ChartQuery q, KnowledgeBase k, ClientBody bodies, FigureStore figures)
    {
        CheckPosition(q.Position, k);
        var bent = q.Bent == "right" ? -1 : 1;
        var body = await bodies.Of(q.ClientId, q.Form);
        var wanted = figures.ForNow(
            new(body.Size, q.Position, bent, q.View == "" ? k.Poses.ViewOf(q.Position) : q.View),
            out var key,
            out var own
        );
        var asked = new LayersWanted(
            Ids(q.Channels, k.Atlas.Channels),
            Ids(q.Points, k.Atlas.Points),
            Ids(q.Sen, k.Atlas.Sen),
            Ids(q.Regions, k.Regions),
            Known(q.Reflex, k.Atlas.Reflex),
            Known(q.Hara, k.Atlas.Hara),
            q.Landmarks == "all" ? [.. k.Atlas.Landmarks.All.Where(l => l.Felt).Select(l => l.Id)] : Ids(q.Landmarks, k.Atlas.Landmarks),
            q.NoPressure,
            q.Side switch
            {
                "left" => 1,
                "right" => -1,
                _ => 0,
            }
        );
        var layers = figures.Layers(key, (q with { ClientId = null }).ToString(), () => figures.Artist(wanted).Lay(asked));
        return new(key, own, wanted.View, q.Position, bent, body.Name, layers, figures.Rests(wanted), body.Skin);
    }

    private static void CheckPosition(string position, KnowledgeBase k) =>
        RefusalException.Unless(
            position == PoseSaid.Standing || k.Positions.Has(position),
            "unknown-position",
            $"There is no position '{position}'.",
            "/position"
        );

    private static IResult Figure(string key, FigureStore figures, HttpContext http)
    {
        var figure = figures.FindOrDraw(key) ?? throw new RefusalException("not-found", "There is no such figure. Load the page again.");
        http.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return Results.Bytes(figure, "application/json");
    }

    private static string[] Ids<T>(string text, Catalogue<T> all)
        where T : IKnown =>
        [.. text.Split(',', StringSplitOptions.RemoveEmptyEntries).Where(id => all.Has(id) ? true : throw Missing("entry", id))];

    private static string? Known<T>(string id, Catalogue<T> all)
        where T : IKnown =>
        id == "" ? null
        : all.Has(id) ? id
        : throw Missing("set", id);

    private static RefusalException Missing(string what, string id) => new("not-found", $"There is no {what} called '{id}'.");
}
