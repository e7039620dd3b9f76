using System.Diagnostics;
using System.IO.Compression;
using System.Text;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange.Knowledge;
using AmpleLantern.Web.Atlas;

namespace AmpleLantern.Bench;

/// <summary>Limits: a client's own figure under 1 s of CPU a view, under 60 kB gzipped; a kept one served under 5 ms.</summary>
public static class FigureCost
{
    private const double LimitCpuSeconds = 1;
    private const double LimitKilobytes = 60;

    public static void Report()
    {
        var knowledge = KnowledgeFolder.Load(KnowledgeFolder.Shipped);
        var folder = Path.Combine(Path.GetTempPath(), $"lantern-figures-{Guid.NewGuid():n}");
        var shelf = new FigureStore(
            knowledge,
            new(new Microsoft.Extensions.Caching.Memory.MemoryCache(new Microsoft.Extensions.Caching.Memory.MemoryCacheOptions())),
            folder,
            folder
        );
        var size = BodySize.Of(new(158, Build.Broad), knowledge.Atlas.Stretches);
        var wanted = knowledge
            .Positions.All.Select(p => new FigureWanted(size, p.Id, 1, knowledge.Poses.ViewOf(p.Id)))
            .Concat(
                ["front", "back", "left", .. Views.CloseUps.Where(v => !v.EndsWith(".right", StringComparison.Ordinal))],
                v => new(size, "standing", 1, v)
            )
            .ToList();
        shelf.Draw("warm-up", wanted[0]);
        var (cpu, bytes) = (new List<double>(), new List<double>());
        foreach (var w in wanted)
        {
            var before = Process.GetCurrentProcess().TotalProcessorTime;
            var json = shelf.Draw(shelf.KeyOf(w), w);
            cpu.Add((Process.GetCurrentProcess().TotalProcessorTime - before).TotalSeconds);
            bytes.Add(Packed(json) / 1000.0);
        }

        var clock = Stopwatch.StartNew();
        const int Rounds = 2000;
        for (var i = 0; i < Rounds; i++)
        {
            _ = shelf.Find(shelf.KeyOf(wanted[i % wanted.Count]));
        }

        Console.WriteLine(
            FormattableString.Invariant(
                $"figures {wanted.Count} views of one client: CPU s p50 {At(cpu, 0.5):0.00}, p95 {At(cpu, 0.95):0.00} (x{At(cpu, 0.95) / LimitCpuSeconds:0.00} of the limit); kB gzip p50 {At(bytes, 0.5):0}, largest {bytes.Max():0} (x{bytes.Max() / LimitKilobytes:0.00}); a kept one found in {clock.Elapsed.TotalMilliseconds / Rounds:0.000} ms"
            )
        );
        Directory.Delete(folder, recursive: true);
    }

    private static IEnumerable<FigureWanted> Concat(
        this IEnumerable<FigureWanted> first,
        IEnumerable<string> views,
        Func<string, FigureWanted> wanted
    ) => first.Concat(views.Select(wanted));

    private static double At(List<double> values, double share) =>
        values.Order().ElementAt((int)Math.Min(values.Count - 1, Math.Floor(share * values.Count)));

    private static long Packed(byte[] json)
    {
        using var packed = new MemoryStream();
        using (var gzip = new GZipStream(packed, CompressionLevel.Optimal, leaveOpen: true))
        {
            gzip.Write(json);
        }

        return packed.Length;
    }
}
