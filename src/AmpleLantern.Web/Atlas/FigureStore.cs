using System.Collections.Concurrent;
using System.IO.Hashing;
using System.Text;
using System.Threading.Channels;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.OnBody;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Checking;
using AmpleLantern.Exchange;
using AmpleLantern.Exchange.Pictures;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Serving;
using Microsoft.Extensions.Caching.Memory;

namespace AmpleLantern.Web.Atlas;

/// <summary>A drawn figure as the client gets it: SVG paths and the wash as a small picture. Millimetres.</summary>
public sealed record FigureView(
    float Width,
    float Height,
    string Outline,
    string Lines,
    string Hair,
    string Features,
    string Wash,
    float WashWidth,
    float WashHeight,
    float Pen
);

/// <summary>Which figure is meant.</summary>
/// <param name="Bent">1 or -1: the leg that a one-sided position bends.</param>
public sealed record FigureWanted(BodySize Size, string Position, int Bent, string View);

/// <summary>
/// Keeps drawn figures: those of the reference body come drawn with the program, a client's own is drawn in the background
/// once and then kept beside the data.
/// </summary>
public sealed class FigureStore
{
    /// <summary>Where the figures that come with the program lie.</summary>
    public static string Shipped => Path.Combine(AppContext.BaseDirectory, "figures");

    // About what each takes in memory, in bytes.
    private const long PosedBytes = 2_500_000;
    private const long LayersBytes = 60_000;
    private const long SmallBytes = 500;
    private const long AreaBytes = 2_000;

    /// <summary>Clients' own figures kept beside the data: some hundred megabytes.</summary>
    private const int MostKept = 1500;
    private readonly Memo memo;
    private readonly KnowledgeBase knowledge;
    private readonly string shipped;
    private readonly string kept;

    /// <summary>Stands for all knowledge a figure is drawn by beside pose and size.</summary>
    private readonly string drawnBy;
    private readonly ConcurrentDictionary<string, bool> waiting = new();
    private readonly System.Threading.Channels.Channel<(string Key, FigureWanted Wanted)> queue =
        System.Threading.Channels.Channel.CreateUnbounded<(string, FigureWanted)>();

    /// <param name="shipped">Folder of the figures that come with the program.</param>
    /// <param name="kept">Folder where clients' own are kept.</param>
    public FigureStore(KnowledgeBase knowledge, Memo memo, string shipped, string kept)
    {
        (this.knowledge, this.memo, this.shipped, this.kept) = (knowledge, memo, shipped, kept);
        drawnBy =
            $"{XxHash64.HashToUInt64(Encoding.UTF8.GetBytes(OpenJson.Write(knowledge.Of<InkLine>().All) + OpenJson.Write(knowledge.Regions.All))):x16}";
    }

    /// <summary>What is to be drawn in the background.</summary>
    public ChannelReader<(string Key, FigureWanted Wanted)> Waiting => queue.Reader;

    /// <summary>The atlas on a body in a position.</summary>
    public Posed Posed(BodySize size, string position, int bent)
    {
        var turned = knowledge.Poses.OneSided(position) ? bent : 1;
        return memo.Of(
            ("posed", size, position, turned),
            PosedBytes,
            () => new Posed(knowledge, new(size, knowledge.Poses.Of(position, turned)))
        );
    }

    /// <summary>How a region of the reference figure is got at in a position.</summary>
    public SkinAccess Reached(string position, int bent, Region region, int side) =>
        memo.Of(
            ("reached", position, bent, region.Id, side),
            SmallBytes,
            () => Posed(BodySize.Reference, position, bent).AccessOf(region, side)
        );

    /// <summary>Name of a figure: the same for the same drawing, another when program or knowledge draw differently.</summary>
    public string KeyOf(FigureWanted wanted)
    {
        var bent = knowledge.Poses.OneSided(wanted.Position) ? wanted.Bent : 1;
        var text =
            $"{typeof(Body).Module.ModuleVersionId}|{drawnBy}|{wanted.Size}|{knowledge.Poses.Of(wanted.Position, bent)}|{wanted.View}";
        return $"{wanted.Position}-{wanted.View}-{XxHash64.HashToUInt64(Encoding.UTF8.GetBytes(text)):x16}";
    }

    /// <summary>The figure's JSON if it is already drawn.</summary>
    public byte[]? Find(string key)
    {
        if (memo.Find<byte[]>(("figure", key)) is { } found)
        {
            return found;
        }

        if (key.AsSpan().ContainsAny('/', '\\') || key.Contains("..", StringComparison.Ordinal))
        {
            return null;
        }

        return FileOf(key + FigureEnd) is { } file ? Keep(key, File.ReadAllBytes(file)) : null;
    }

    /// <summary>What lies over a figure; worked out once for the same question.</summary>
    /// <param name="asked">Everything the answer depends on beside the figure.</param>
    public T Layers<T>(string key, string asked, Func<T> lay)
        where T : class => memo.Of(("layers", key, asked), LayersBytes, lay);

    /// <summary>The figure as far as it is drawn: while a client's own is on its way, the reference figure stands in.</summary>
    /// <param name="key">Under which it is fetched.</param>
    /// <param name="own">Whether it is the one that was wanted.</param>
    public FigureWanted ForNow(FigureWanted wanted, out string key, out bool own)
    {
        key = KeyOf(wanted);
        own = wanted.Size == BodySize.Reference || Find(key) is not null;
        if (!own)
        {
            Ask(key, wanted);
            wanted = wanted with { Size = BodySize.Reference };
            key = KeyOf(wanted);
        }

        Remember(key, wanted);
        return wanted;
    }

    /// <summary>What a figure lies or sits on, seen as it is; nothing in a close-up.</summary>
    public IReadOnlyList<RestShape> Rests(FigureWanted wanted)
    {
        if (Views.IsCloseUp(wanted.View))
        {
            return [];
        }

        return memo.Of(
            ("rests", KeyOf(wanted)),
            SmallBytes,
            () =>
            {
                var posed = Posed(wanted.Size, wanted.Position, wanted.Bent);
                return new RestArtist(posed.Body, posed.MatCm).Draw(
                    knowledge.Poses.RestsOf(wanted.Position),
                    Views.Of(posed.Body, wanted.View)
                );
            }
        );
    }

    /// <summary>Who lays something over a figure.</summary>
    public LayerArtist Artist(FigureWanted wanted)
    {
        var posed = Posed(wanted.Size, wanted.Position, wanted.Bent);
        var key = KeyOf(wanted);
        var laid = Regions(key);
        return new(
            posed,
            Views.Of(posed.Body, wanted.View),
            knowledge,
            (region, make) => laid is null ? memo.Of(("area", key, region), AreaBytes, make) : laid.GetValueOrDefault(region, [])
        );
    }

    /// <summary>The regions that were laid out when a figure was drawn; null while it is not.</summary>
    private Dictionary<string, IReadOnlyList<AreaShape>>? Regions(string key)
    {
        if (memo.Find<Dictionary<string, IReadOnlyList<AreaShape>>>(("regions", key)) is { } found)
        {
            return found;
        }

        return FileOf(key + RegionsEnd) is { } file && File.ReadAllBytes(file) is var json
            ? memo.Of(
                ("regions", key),
                json.Length,
                () => OpenJson.Read<Dictionary<string, IReadOnlyList<AreaShape>>>(Encoding.UTF8.GetString(json))
            )
            : null;
    }

    private const string FigureEnd = ".json";
    private const string RegionsEnd = ".regions";

    private string? FileOf(string name) => new[] { shipped, kept }.Select(folder => Path.Combine(folder, name)).FirstOrDefault(File.Exists);

    /// <summary>Keeps what a key stands for, so that the figure can be drawn when it is fetched.</summary>
    public void Remember(string key, FigureWanted wanted)
    {
        _ = memo.Of(("meant", key), SmallBytes, () => wanted);
    }

    private byte[] Keep(string key, byte[] json) => memo.Of(("figure", key), json.Length, () => json);

    /// <summary>The figure, drawn now if it is known what is meant; null for a key nobody was given.</summary>
    public byte[]? FindOrDraw(string key) =>
        Find(key) ?? (memo.Find<FigureWanted>(("meant", key)) is { } wanted ? Draw(key, wanted) : null);

    /// <summary>Asks for a figure to be drawn in the background; asking twice does no harm.</summary>
    public void Ask(string key, FigureWanted wanted)
    {
        if (waiting.TryAdd(key, true))
        {
            queue.Writer.TryWrite((key, wanted));
        }
    }

    /// <summary>It could not be drawn: the next who asks has it tried again.</summary>
    public void Failed(string key) => waiting.TryRemove(key, out _);

    /// <summary>Draws a figure now and keeps it.</summary>
    /// <param name="threads">How many work on it at most; -1 for as many as there are.</param>
    public byte[] Draw(string key, FigureWanted wanted, int threads = -1) => Draw(key, wanted, kept, threads);

    /// <summary>Draws all usual figures of the reference body into a folder, at build time.</summary>
    public static void DrawShipped(KnowledgeBase knowledge, string folder)
    {
        Directory.CreateDirectory(folder);
        var figures = new FigureStore(knowledge, new(new MemoryCache(new MemoryCacheOptions())), folder, folder);
        var usual = Usual(knowledge).ToDictionary(figures.KeyOf);
        Parallel.ForEach(
            usual.Where(u => figures.FileOf(u.Key + FigureEnd) is null),
            new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount },
            u => figures.Draw(u.Key, u.Value, folder, 1)
        );
        foreach (var old in Directory.GetFiles(folder).Where(f => !usual.ContainsKey(Path.GetFileNameWithoutExtension(f))))
        {
            File.Delete(old);
        }
    }

    private static readonly string[] StandingViews = ["front", "back", "left", "right"];

    private static IEnumerable<FigureWanted> Usual(KnowledgeBase knowledge)
    {
        var figures = new FigureStore(knowledge, new(new MemoryCache(new MemoryCacheOptions())), "", "");
        return StandingViews
            .Concat(Views.CloseUps)
            .Select(v => new FigureWanted(BodySize.Reference, PoseSaid.Standing, 1, v))
            .Concat(
                knowledge.Positions.All.SelectMany(p =>
                    knowledge.Poses.OneSided(p.Id)
                        ? Sides.Both.Select(b => new FigureWanted(BodySize.Reference, p.Id, b, knowledge.Poses.ViewOf(p.Id)))
                        : [new(BodySize.Reference, p.Id, 1, knowledge.Poses.ViewOf(p.Id))]
                )
            )
            // And those from which a step of a flow is seen.
            .Concat(
                knowledge
                    .Flows.All.SelectMany(f => FlowPlans.FromFlow(f, knowledge, knowledge.HouseSchool).Steps)
                    .DistinctBy(s =>
                        (
                            s.Region,
                            s.Position,
                            s.Side,
                            s.Stance,
                            string.Join(' ', (s.Through ?? []).Concat(s.AlsoAt ?? []).Concat(s.Points ?? []).Concat(s.Reflex ?? []))
                        )
                    )
                    .AsParallel()
                    .AsOrdered()
                    .Select(s => figures.WantedOf(s, 1, 1, knowledge.HouseSchool.Feet(knowledge)))
            )
            .DistinctBy(figures.KeyOf);
    }

    /// <summary>The reference figure a step is shown on, seen from where it is seen best.</summary>
    /// <param name="at">The place given now, from 1.</param>
    public FigureWanted WantedOf(PlanStep step, int stations, int at, ReflexSet set)
    {
        var bent = PlanReach.BentSide(step.Side);
        var view = StepView.Of(
            step,
            stations,
            at,
            Posed(BodySize.Reference, step.Position, bent),
            Posed(BodySize.Reference, PoseSaid.Standing, 1),
            set,
            knowledge
        );
        // A close-up shows them standing, whose figure is always at hand.
        return Views.IsCloseUp(view)
            ? new(BodySize.Reference, PoseSaid.Standing, 1, view)
            : new(BodySize.Reference, step.Position, bent, view);
    }

    private byte[] Draw(string key, FigureWanted wanted, string folder, int threads = -1)
    {
        var posed = Posed(wanted.Size, wanted.Position, wanted.Bent);
        var view = Views.Of(posed.Body, wanted.View);
        var picture = Picture.Take(view, threads);
        var figure = posed.Draw(view, picture);
        var wash = figure.Shade;
        var json = Encoding.UTF8.GetBytes(
            OpenJson.Write(
                new FigureView(
                    figure.Width,
                    figure.Height,
                    figure.Outline,
                    figure.Lines,
                    figure.Hair,
                    figure.Features,
                    "data:image/png;base64," + Convert.ToBase64String(GreyPng.Write(wash.Columns, wash.Rows, wash.Values)),
                    wash.Columns * wash.Millimetres,
                    wash.Rows * wash.Millimetres,
                    FigureArtist.PenScale(view.CmPerPixel)
                )
            )
        );
        Directory.CreateDirectory(folder);
        // The regions first: whoever finds the figure finds them too.
        var regions = new LayerArtist(posed, view, knowledge, picture: picture).AllRegions();
        Write(folder, key + RegionsEnd, Encoding.UTF8.GetBytes(OpenJson.Write(regions)));
        Write(folder, key + FigureEnd, json);
        waiting.TryRemove(key, out _);
        if (folder == kept)
        {
            Prune();
        }

        return Keep(key, json);
    }

    /// <summary>Written aside and moved, so that a kill leaves no half figure.</summary>
    private static void Write(string folder, string name, byte[] bytes)
    {
        var file = Path.Combine(folder, name);
        var aside = file + "." + Guid.NewGuid().ToString("n");
        File.WriteAllBytes(aside, bytes);
        File.Move(aside, file, overwrite: true);
    }

    /// <summary>The figures asked for longest ago make room: they are drawn anew when somebody looks.</summary>
    private void Prune()
    {
        foreach (var old in new DirectoryInfo(kept).EnumerateFiles().OrderByDescending(f => f.LastWriteTimeUtc).Skip(MostKept * 2).ToList())
        {
            old.Delete();
        }
    }
}

/// <summary>Draws what was asked for, one figure after the other, behind everything else.</summary>
public sealed class FigureDrawer(FigureStore figures, KnowledgeBase knowledge, IConfiguration settings, ILogger<FigureDrawer> log)
    : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // Where lines and points lie is asked for at the first change of a step; it is worked out before that.
        var ahead = settings.GetValue("ahead", true);
        await Task.Run(
            () =>
            {
                if (!ahead)
                {
                    return;
                }

                foreach (var line in knowledge.Atlas.Channels.All.Select(c => c.Id).Concat(knowledge.Atlas.Sen.All.Select(l => l.Id)))
                {
                    stoppingToken.ThrowIfCancellationRequested();
                    knowledge.RegionsOfLine(line);
                }

                foreach (var point in knowledge.Atlas.Points.All)
                {
                    stoppingToken.ThrowIfCancellationRequested();
                    knowledge.RegionsOfPoint(point.Id);
                }
            },
            stoppingToken
        );
        await foreach (var (key, wanted) in figures.Waiting.ReadAllAsync(stoppingToken))
        {
            try
            {
                // Those who look at something now come first.
                await Task.Run(() => figures.Draw(key, wanted, Math.Max(1, Environment.ProcessorCount / 2)), stoppingToken);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                figures.Failed(key);
                log.LogError(e, "The figure {Key} could not be drawn", key);
            }
        }
    }
}
