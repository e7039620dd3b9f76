using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Exchange.Knowledge;
using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Columns;
using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using BenchmarkDotNet.Toolchains.InProcess.Emit;
using NodaTime;

namespace AmpleLantern.Bench;

/// <summary>Limits: expand F1 under 1 ms, screen it under 2 ms, fit it under 50 ms.</summary>
public class CoreBench
{
    private static readonly KnowledgeBase Knowledge = KnowledgeFolder.Load(KnowledgeFolder.Shipped);
    private static readonly Plan Legs = FlowPlans.FromFlow(Knowledge.Flows["legs-on-the-mat"], Knowledge, Knowledge.HouseSchool);
    private static readonly Tempo Tempo = TempoOf.Measures(14, 170, 8.5, Knowledge.Defaults);

    private static readonly ScreenSubject Subject = new(new(2026, 3, 2), new LocalDate(1955, 1, 1),
        [new("anticoagulant"), new("knee-trouble"), new("varicose-veins"), new("hypermobility"), new("diabetes")]);

    [Benchmark]
    public Expansion Expand() => PlanExpansion.Expand(Legs, Tempo, Knowledge);

    [Benchmark]
    public ScreenResult Screen() => Core.Screening.Screen.Run(Subject, Legs, Knowledge.HouseSchool, Tempo, Knowledge);

    [Benchmark]
    public FitResult FitTo33() => Fit.ToMinutes(Legs, 33, Tempo, Knowledge);

    [Benchmark]
    public FitResult FitTo50() => Fit.ToMinutes(Legs, 50, Tempo, Knowledge);

    public static void Report() => BenchmarkRunner.Run<CoreBench>(ManualConfig.Create(DefaultConfig.Instance)
        .AddJob(Job.ShortRun.WithToolchain(InProcessEmitToolchain.Instance).WithIterationCount(20))
        .AddColumn(StatisticColumn.P50, StatisticColumn.P95));
}
