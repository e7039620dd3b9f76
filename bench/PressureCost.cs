using System.Diagnostics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Steps;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Training;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Records;
using AmpleLantern.Demo;
using AmpleLantern.Devices;
using AmpleLantern.Exchange;
using AmpleLantern.Exchange.Knowledge;
using AmpleLantern.Web.Bench;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;

namespace AmpleLantern.Bench;

/// <summary>
/// Limits: a stance under 50 microseconds, an inverse under 1 ms, a reading on screen within 50 ms, an hour's recording under 2 MB.
/// </summary>
public static class PressureCost
{
    private const int Runs = 4000;
    private static readonly KnowledgeBase Knowledge = KnowledgeFolder.Load(KnowledgeFolder.Shipped);

    public static async Task Report()
    {
        Console.WriteLine("pressure");
        var body = new PractitionerBody(new(62, 1.66), Knowledge);
        var weighted = Knowledge.Pressure.Mechanics.All.Where(m => m.Kind is not (MechanicsKind.Hand or MechanicsKind.None)).ToList();
        // The compiler improves hot code for a while: it is measured after that.
        for (var i = 0; i < 2500; i++)
        {
            foreach (var m in weighted)
            {
                _ = Balance.Hold(body, m, Setting.Usual(m), new(m.PlaceCm / 100, 0, 1));
            }
        }

        await Task.Delay(500);
        foreach (var m in weighted)
        {
            var (setting, place) = (Setting.Usual(m), new WorkedPlace(m.PlaceCm / 100, 0, 1));
            Times($"stance {m.Id}", Runs, 0.05, () => Balance.Hold(body, m, setting, place));
        }

        var kneeling = new PressureAsked(
            body,
            Knowledge.Pressure.Mechanics["lean-kneeling"],
            Knowledge.Contacts["palm"],
            new(0.12, 0, 2),
            "thigh-back"
        );
        Times(
            "inverse, lean",
            800,
            1,
            () => ContactPressure.For(kneeling, Setting.Usual(kneeling.Mechanics), Way.Lean, 16, r => r.KPa, Knowledge)
        );
        var treading = kneeling with
        {
            Mechanics = Knowledge.Pressure.Mechanics["treading-bars"],
            Contact = Knowledge.Contacts["whole-sole"],
            Place = new(0.12, 0, 1),
        };
        Times(
            "inverse, bars",
            800,
            1,
            () => ContactPressure.For(treading, Setting.Usual(treading.Mechanics), Way.Support, 16, r => r.KPa, Knowledge)
        );
        var plan = FlowPlans.FromFlow(Knowledge.Flows["legs-on-the-mat"], Knowledge, Knowledge.HouseSchool);
        var clients = new Dictionary<(string, int), Posed>();
        Posed Client(string position, int bent) =>
            clients.TryGetValue((position, bent), out var found)
                ? found
                : clients[(position, bent)] = new(Knowledge, new(BodySize.Reference, Knowledge.Poses.Of(position, bent)));
        var between = new PressureBetween(body, Client, null);
        Times("a plan of 42 steps", 30, 100, () => plan.Steps.Select(s => StepPressure.Of(s, between, null, Knowledge)).ToList());
        Recording();
        await Delay();
    }

    private static void Times(string name, int runs, double limitMs, Func<object?> work)
    {
        for (var i = 0; i < Math.Max(20, runs / 2); i++)
        {
            _ = work();
        }

        var times = new double[runs];
        for (var i = 0; i < runs; i++)
        {
            var start = Stopwatch.GetTimestamp();
            _ = work();
            times[i] = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
        }

        Array.Sort(times);
        Console.WriteLine(
            $"  {name, -28} p50 {times[runs / 2]:0.0000} ms   p95 {times[runs * 95 / 100]:0.0000} ms   p95/limit {times[runs * 95 / 100] / limitMs:0.00}"
        );
    }

    private static void Recording()
    {
        var model = Knowledge.Training.Model;
        var mat = new SimulatedMat(model.Mat, model.JabNewtonsPerSecond, 14, 300, Knowledge.Pace.OutBreathShare, 3);
        var samples = new List<MatSample>();
        for (var i = 0; i < 3600 * model.Mat.SamplesPerSecond; i++)
        {
            var force = 90 + (85 * Math.Sin(i / 300.0));
            mat.Press(force, force * 0.93);
            samples.Add(mat.Next());
        }

        var bytes = Recordings.Pack(samples).Length;
        Console.WriteLine($"  an hour's recording          {bytes / 1e6:0.00} MB   size/limit {bytes / 2e6:0.00}");
    }

    /// <summary>How long a reading takes from the mat to a page on a web socket; beside the quickest, which is taken as none.</summary>
    private static async Task Delay()
    {
        var folder = Path.Combine(Path.GetTempPath(), $"lantern-bench-{Guid.NewGuid():n}");
        await using var house = new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
        {
            b.UseSetting("data", folder);
            b.UseSetting("demo", "true");
            b.UseContentRoot(Path.Combine(ClientSize.Root(), "src", "AmpleLantern.Web"));
        });
        house.UseKestrel(0);
        house.StartServer();
        var (cookies, address) = await ApiLoad.SignedIn(house);
        await using var line = new HubConnectionBuilder()
            .WithUrl(new Uri(address, "/hubs/mat"), o => o.Cookies = cookies)
            .AddJsonProtocol(o => OpenJson.Configure(o.PayloadSerializerOptions, strict: true))
            .Build();
        await line.StartAsync();
        var clock = Stopwatch.StartNew();
        var arrived = new List<double>();
        await foreach (var batch in line.StreamAsync<MatBatch>("Run", "both-hands", (string?)null))
        {
            var now = clock.Elapsed.TotalSeconds;
            arrived.AddRange(batch.Samples.Select(s => now - s.Seconds));
            await line.SendAsync("Press", 40.0, 40.0);
            if (batch.Samples is [.., { Seconds: > 20 }])
            {
                break;
            }
        }

        var settled = arrived.Skip(100).Order().ToList();
        var late = settled.Select(d => (d - settled[0]) * 1000).ToList();
        Console.WriteLine(
            $"  readings {arrived.Count / 20.0:0} a second, delay     p50 {late[late.Count / 2]:0} ms   p95 {late[late.Count * 95 / 100]:0} ms   p95/limit {late[late.Count * 95 / 100] / 50:0.00}"
        );
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }
}
