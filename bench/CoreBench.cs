using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Exchange.Knowledge;
using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Columns;
using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using BenchmarkDotNet.Toolchains.InProcess.Emit;
using NodaTime;

namespace AmpleLantern.Bench;

/// <summary>
/// Limits: expand F1 under 1 ms, screen it under 2 ms, fit it under 50 ms; screen a plan of 60 steps under 3 ms, the next question of an
/// interview under 5 ms; all points of both sides in any pose under 20 ms,
/// a search under 5 ms.
/// </summary>
public class CoreBench
{
    private static readonly PracticeKnowledge Knowledge = KnowledgeFolder.Load(KnowledgeFolder.Shipped).WithRules([]);
    private static readonly Plan Legs = FlowPlans.FromFlow(Knowledge.Flows["legs-on-the-mat"], Knowledge, Knowledge.HouseSchool);
    private static readonly Tempo Tempo = TempoOf.Measures(14, 170, 8.5, Knowledge);

    private static readonly ScreenSubject Subject = new(
        new(2026, 3, 2),
        new LocalDate(1955, 1, 1),
        [new("anticoagulant"), new("knee-trouble"), new("varicose-veins"), new("hypermobility"), new("diabetes")]
    );

    [Benchmark]
    public Expansion Expand() => PlanExpansion.Expand(Legs, Tempo, Knowledge);

    [Benchmark]
    public ScreenResult Screen() => Screener.Run(Subject, Legs, Knowledge.HouseSchool, Tempo, Knowledge);

    /// <summary>Sixty steps of four flows, and a client with eight conditions.</summary>
    private static readonly Plan Largest = new(
        "Sixty steps",
        [
            .. new[] { "legs-on-the-mat", "treading-with-frame", "neck-then-shoulder", "belly-bowl" }
                .SelectMany(f =>
                    FlowPlans
                        .FromFlow(Knowledge.Flows[f], Knowledge, Knowledge.HouseSchool)
                        .Steps.Select(s => s with { Id = $"{f}.{s.Id}" })
                )
                .Take(60),
        ]
    );

    private static readonly ScreenSubject Hard = new(
        new(2026, 3, 2),
        new LocalDate(1955, 1, 1),
        [
            new("medicine", Detail: new Dictionary<string, string> { ["name"] = "warfarin" }),
            new("osteoporosis"),
            new("diabetes"),
            new("neuropathy"),
            new("varicose-veins"),
            new("hip-replacement", Side: Side.Left),
            new("hypermobility"),
            new("chronic-fatigue"),
        ],
        ConsentMustBeGiven: true
    );

    [Benchmark]
    public ScreenResult ScreenSixtySteps() => Screener.Run(Hard, Largest, Knowledge.HouseSchool, Tempo, Knowledge);

    [Benchmark]
    public InterviewResult NextQuestion() =>
        Interview.Run(
            Knowledge.Complaints["leg"],
            [new("hot", "no"), new("girth", Value: 2)],
            Side.Left,
            Hard,
            Knowledge.HouseSchool,
            Knowledge
        );

    private static readonly FactWords Dictionary = new(Knowledge);

    [Benchmark]
    public IReadOnlyList<WordFound> SearchWords() => Dictionary.Find("wafarin");

    [Benchmark]
    public FitResult FitTo33() => Fit.ToMinutes(Legs, 33, Tempo, Knowledge);

    [Benchmark]
    public FitResult FitTo50() => Fit.ToMinutes(Legs, 50, Tempo, Knowledge);

    private static readonly AtlasBase Atlas = Knowledge.Atlas;
    private static readonly BodySize Tall = BodySize.Of(new(191), Atlas.Stretches);
    private static readonly Posed Lying = new(Knowledge, new(Tall, Knowledge.Poses.Of("side-lying-left")));
    private static readonly View Above = Views.Of(Lying.Body, "right");
    private static readonly AtlasSearch Finder = new(Atlas, Knowledge.Regions);
    private static readonly LayersWanted AllPoints = LayersWanted.Nothing with { Points = [.. Atlas.Points.All.Select(p => p.Id)] };

    /// <summary>Lays a body out anew and places every point on both sides, with what is in the way.</summary>
    [Benchmark]
    public int AllPointsOnANewBody() => new Posed(Knowledge, new(Tall, Knowledge.Poses.Of("prone"))).Spots.Count;

    /// <summary>What a chart's request costs when the body is known: all points of both sides in one view.</summary>
    [Benchmark]
    public ChartLayers AllPointsInAView() => new LayerArtist(Lying, Above, Knowledge).Lay(AllPoints);

    [Benchmark]
    public IReadOnlyList<Hit> SearchByUse() => Finder.Find("sleep");

    /// <summary>A client's own figure; its CPU time is reported apart by <c>./lantern bench figures</c>.</summary>
    [Benchmark]
    public FigureDrawing DrawAFigure() => FigureArtist.Draw(Above, Picture.Take(Above), []);

    public static void Report() =>
        BenchmarkRunner.Run<CoreBench>(
            ManualConfig
                .Create(DefaultConfig.Instance)
                .AddJob(Job.ShortRun.WithToolchain(InProcessEmitToolchain.Instance).WithIterationCount(20))
                .AddColumn(StatisticColumn.P50, StatisticColumn.P95)
        );
}
