using System.IO.Compression;
using System.Text.RegularExpressions;

namespace AmpleLantern.Bench;

/// <summary>Limit: first-route script under 250 kB gzipped.</summary>
public static class ClientSize
{
    private const double LimitKilobytes = 250;

    public static void Report()
    {
        var root = Path.Combine(Root(), "src", "AmpleLantern.Web", "wwwroot");
        var index = File.ReadAllText(Path.Combine(root, "index.html"));
        var scripts = Regex.Matches(index, "(?:src|href)=\"/(assets/[^\"]+\\.js)\"").Select(m => m.Groups[1].Value).Distinct().ToList();
        var total = scripts.Sum(s => Gzipped(Path.Combine(root, s))) / 1000;
        Console.WriteLine(
            $"client  first-route script {total:0.0} kB gzipped, {total / LimitKilobytes:0.00} of the limit ({scripts.Count} files)"
        );
    }

    public static string Root()
    {
        var at = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(at, "AmpleLantern.slnx")))
        {
            at = Path.GetDirectoryName(at)!;
        }

        return at;
    }

    private static double Gzipped(string path)
    {
        using var packed = new MemoryStream();
        using (var zip = new GZipStream(packed, CompressionLevel.Optimal, leaveOpen: true))
        {
            zip.Write(File.ReadAllBytes(path));
        }

        return packed.Length;
    }
}
