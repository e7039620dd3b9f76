using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Demo;
using Microsoft.Data.Sqlite;
using NodaTime;

namespace AmpleLantern.Bench;

/// <summary>
/// Signed visits of many years asked together, on the real program: rows and text index written from nothing, the file (limit 1.5 GB), a
/// search (p95 50 ms), a client's page with 200 visits (p95 100 ms), a note's draft (20 ms, the whole answer), all records of a client as
/// PDF (3 s). <c>./lantern bench recall [visits]</c>.
/// </summary>
public static class RecallCost
{
    private const int Port = 5196;
    private const int WarmedBy = 10;
    private const int Rounds = 100;
    private const double Patience = 7200;

    public static async Task Report(int visits)
    {
        var root = Path.Combine(Path.GetTempPath(), $"lantern-recall-{Guid.NewGuid():n}");
        var folder = Path.Combine(root, "data");
        Directory.CreateDirectory(folder);
        var kept = Path.Combine(folder, Database.FileName);
        File.Move(await AmpleLantern.Bench.Starts.Filled(root, Port), kept);
        KeepingCost.Timed("filling", () => KeepingCost.Fill(kept, visits));
        using (var db = Inspection.Open(kept))
        {
            Chain.Extend(db, SystemClock.Instance.GetCurrentInstant());
        }

        var bare = new FileInfo(kept).Length;
        var since = Stopwatch.GetTimestamp();
        using var server = LiveServer.Start(folder, Port);
        await server.Up(Patience);
        var took = Stopwatch.GetElapsedTime(since).TotalSeconds;
        var log = new FileInfo(kept + "-wal");
        Console.WriteLine(
            $"recall  {visits} visits: rows and index from nothing in {took:0} s ({took * 1000 / visits:0.0} ms a visit); "
                + $"the file {bare / 1_000_000} MB without them, {new FileInfo(kept).Length / 1_000_000} MB with, "
                + $"and {(log.Exists ? log.Length : 0) / 1_000_000} MB of what is being written   limit 1500 MB"
        );

        var cookies = new CookieContainer();
        using var handler = new HttpClientHandler { CookieContainer = cookies };
        using var http = new HttpClient(handler) { BaseAddress = server.Address };
        await http.GetAsync(new Uri("/api/me", UriKind.Relative));
        await ApiLoad.Send(http, cookies, HttpMethod.Post, "/api/sign-in", new { name = "odile", password = DemoPractice.Password });
        async Task<string> Get(string path) => await ApiLoad.Send(http, cookies, HttpMethod.Get, path, null);
        var first = "aa000000-0000-4000-8000-000000000001";
        await Measure("search \"tender 4 o'clock\", in half of all visits", 50, () => Get("/api/search?text=tender%204%20o%27clock"));
        await Measure(
            "search \"tender 4 o'clock\" of one client",
            50,
            () => Get($"/api/search?text=tender%204%20o%27clock&client={first}")
        );
        await Measure("search of a technique, in half of all visits", 50, () => Get("/api/search?text=belly%20scoop"));
        await Measure("search of what nobody wrote", 50, () => Get("/api/search?text=quillwort%20tea"));
        await Measure("the clients who came or were added last", 50, () => Get("/api/clients"));
        await Measure("a client found by part of a name", 50, () => Get("/api/clients?find=client%20123"));
        await Measure($"client page, {KeepingCost.VisitsOfFirst} visits", 100, () => Get($"/api/clients/{first}"));
        await Measure(
            $"what was found over {KeepingCost.VisitsOfFirst} visits, and what helped",
            100,
            () => Get($"/api/clients/{first}/past")
        );
        var today = JsonNode.Parse(await Get("/api/today"))!["visits"]!.AsArray();
        var anouk = (string)today.Single(v => ((string)v!["clientName"]!).StartsWith("Anouk", StringComparison.Ordinal))!["id"]!;
        await Measure("a finished visit with its note drafted", 20, () => Get($"/api/visits/{anouk}"));
        var whole = Stopwatch.GetTimestamp();
        var pdf = await http.GetByteArrayAsync(new Uri($"/api/clients/{first}/record/pdf", UriKind.Relative));
        var pages = Regex.Count(Encoding.Latin1.GetString(pdf), @"/Type\s*/Page\b");
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"  all {KeepingCost.VisitsOfFirst} records as PDF {Stopwatch.GetElapsedTime(whole).TotalSeconds:0.0} s, {pages} pages, {pdf.Length / 1000} kB   limit 3 s for 100 pages"
            )
        );
        server.Kill();
        SqliteConnection.ClearAllPools();
        Directory.Delete(root, recursive: true);
    }

    private static async Task Measure(string what, double limit, Func<Task> ask)
    {
        var took = new List<double>();
        for (var i = 0; i < WarmedBy; i++)
        {
            await ask();
        }

        for (var i = 0; i < Rounds; i++)
        {
            var since = Stopwatch.GetTimestamp();
            await ask();
            took.Add(Stopwatch.GetElapsedTime(since).TotalMilliseconds);
        }

        took.Sort();
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"  {what}: p50 {took[took.Count / 2]:0.0} ms, p95 {took[took.Count * 95 / 100]:0.0} ms   limit {limit} ms"
            )
        );
    }
}
