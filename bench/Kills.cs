using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Runtime.InteropServices;
using System.Text.Json.Nodes;
using AmpleLantern.Data.Demo;

namespace AmpleLantern.Bench;

/// <summary>
/// Kills the real program with SIGKILL again and again while two devices note responses in one running session, and counts: everything
/// acknowledged is stored, once, each device's in its order. <c>./lantern bench kills [times]</c>; Ctrl-C stops early and
/// still counts what was done. Never part of the tests.
/// </summary>
public static class Kills
{
    private const int Port = 5197;
    private const int LongestBetweenKills = 300;
    private static readonly TimeSpan LongestSilence = TimeSpan.FromSeconds(30);
    private static readonly Uri Address = new($"http://127.0.0.1:{Port}");

    public static async Task<bool> Report(int times)
    {
        var folder = Path.Combine(Path.GetTempPath(), $"lantern-kills-{Guid.NewGuid():n}");
        var random = new Random(11);
        var server = LiveServer.Start(folder, Port);
        await server.Up();
        var visit = await WrenVisit();
        using var over = new CancellationTokenSource();
        var devices = new[] { new Device("a", "teo", visit), new Device("b", "odile", visit) };
        var noting = devices.Select(d => d.Note(over.Token)).ToList();
        var down = new List<double>();
        var proved = 0;
        var wanted = times;
        int Acknowledged() => devices.Sum(d => d.Taken);
        using var early = PosixSignalRegistration.Create(PosixSignal.SIGINT, stop =>
        {
            stop.Cancel = true;
            wanted = 0;
        });
        while (down.Count < wanted)
        {
            // A kill before anything was taken proves nothing: first something must have come through since the last one.
            var had = Acknowledged();
            for (var since = Stopwatch.GetTimestamp(); Acknowledged() == had && Stopwatch.GetElapsedTime(since) < LongestSilence;)
            {
                await Task.Delay(10);
            }

            proved += Acknowledged() > had ? 1 : 0;
            await Task.Delay(random.Next(LongestBetweenKills));
            server.Kill();
            server.Dispose();
            var stopped = Stopwatch.GetTimestamp();
            server = LiveServer.Start(folder, Port);
            await server.Up();
            down.Add(Stopwatch.GetElapsedTime(stopped).TotalSeconds);
            if (down.Count % 10 == 0)
            {
                Console.WriteLine($"  {down.Count} kills, {Acknowledged()} acknowledged");
            }
        }

        await Task.Delay(1500);
        await over.CancelAsync();
        await Task.WhenAll(noting);
        using var reader = new Device("reader", "teo", visit);
        await reader.SignIn();
        var session = (await reader.Get($"/api/visits/{visit}/give"))!["session"]!;
        var stored = session["responses"]!.AsArray().Select(r => Guid.Parse((string)r!["id"]!)).ToList();
        var good = proved == down.Count;
        foreach (var device in devices)
        {
            var lost = device.Acknowledged.Except(stored).Count();
            var mine = stored.Where(device.Noted.Contains).ToList();
            var twice = mine.Count - mine.Distinct().Count();
            var inOrder = mine.SequenceEqual(device.Noted.Where(mine.Contains));
            good &= lost == 0 && twice == 0 && inOrder;
            Console.WriteLine($"  device {device.Name}: {device.Noted.Count} noted, {device.Acknowledged.Count} acknowledged, {lost} of them lost, {twice} stored twice, in order: {inOrder}; answers that failed on the way: {device.Failures}");
        }

        down.Sort();
        Console.WriteLine($"  {down.Count} kills of {times} asked for, {proved} of them after something new was acknowledged; started again each time, in {down[down.Count / 2]:0.0} s (p50), {down[down.Count * 95 / 100]:0.0} s (p95); {(good ? "nothing acknowledged was lost" : "NOT PROVED: see above")}");
        server.Kill();
        server.Dispose();
        Directory.Delete(folder, recursive: true);
        return good;
    }

    private static async Task<string> WrenVisit()
    {
        using var device = new Device("finder", "teo", "");
        await device.SignIn();
        var visits = (await device.Get("/api/today"))!["visits"]!.AsArray();
        return (string)visits.Single(v => ((string)v!["clientName"]!).StartsWith("Wren", StringComparison.Ordinal))!["id"]!;
    }

    /// <summary>A tablet beside the mat: keeps what it notes until the server has spoken on each, as the client does.</summary>
    private sealed class Device : IDisposable
    {
        private static readonly string[] Kinds = ["sigh", "warmth", "tender", "gurgle"];
        private readonly string who;
        private readonly string visit;
        private readonly CookieContainer cookies = new();
        private readonly HttpClient http;
        private readonly List<(Guid Id, object Event)> waiting = [];

        public Device(string name, string who, string visit)
        {
            (Name, this.who, this.visit) = (name, who, visit);
            http = new(new HttpClientHandler { CookieContainer = cookies }) { BaseAddress = Address, Timeout = TimeSpan.FromSeconds(10) };
        }

        public string Name { get; }

        public List<Guid> Noted { get; } = [];

        public HashSet<Guid> Acknowledged { get; } = [];

        /// <summary>How many are acknowledged: read from another thread while they are.</summary>
        public int Taken { get; private set; }

        public int Failures { get; private set; }

        public async Task SignIn()
        {
            await Get("/api/me");
            await Post("/api/sign-in", new { name = who, password = DemoPractice.Password });
        }

        public async Task Note(CancellationToken over)
        {
            var signedIn = false;
            for (var n = 1; !over.IsCancellationRequested; n++)
            {
                var id = Guid.NewGuid();
                Noted.Add(id);
                waiting.Add((id, new
                {
                    id,
                    at = DateTimeOffset.UtcNow.ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", CultureInfo.InvariantCulture),
                    kind = "response",
                    response = Kinds[n % Kinds.Length],
                    device = Name,
                    counter = n,
                }));
                try
                {
                    if (!signedIn)
                    {
                        await SignIn();
                        signedIn = true;
                    }

                    var answer = await Post($"/api/visits/{visit}/give/events", new { events = waiting.Take(50).Select(w => w.Event) });
                    foreach (var a in answer!["answers"]!.AsArray())
                    {
                        Acknowledged.Add(Guid.Parse((string)a!["id"]!));
                    }

                    Taken = Acknowledged.Count;
                    waiting.RemoveAll(w => Acknowledged.Contains(w.Id));
                }
                catch (Exception e) when (e is HttpRequestException or IOException or InvalidOperationException or TaskCanceledException)
                {
                    Failures++;
                }

                await Task.Delay(40, CancellationToken.None);
            }
        }

        public async Task<JsonNode?> Get(string path) => JsonNode.Parse(await http.GetStringAsync(new Uri(path, UriKind.Relative)));

        private async Task<JsonNode?> Post(string path, object body)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = JsonContent.Create(body) };
            request.Headers.Add("X-Lantern-Token", Uri.UnescapeDataString(cookies.GetCookies(Address)["lantern-token"]!.Value));
            using var response = await http.SendAsync(request);
            var text = await response.Content.ReadAsStringAsync();
            return response.IsSuccessStatusCode ? JsonNode.Parse(text) : throw new InvalidOperationException(text);
        }

        public void Dispose() => http.Dispose();
    }
}
