using System.Diagnostics;
using System.Runtime.InteropServices;
using AmpleLantern.Web.Access;

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
        var visit = await Tablet.WrenVisit(Address);
        using var over = new CancellationTokenSource();
        var devices = new[] { new Tablet("a", "teo", visit, Address), new Tablet("b", "odile", visit, Address) };
        var noting = devices.Select(d => d.Note(over.Token)).ToList();
        var down = new List<double>();
        var proved = 0;
        var wanted = times;
        int Acknowledged() => devices.Sum(d => d.Taken);
        using var early = PosixSignalRegistration.Create(
            PosixSignal.SIGINT,
            stop =>
            {
                stop.Cancel = true;
                wanted = 0;
            }
        );
        while (down.Count < wanted)
        {
            // A kill before anything was taken proves nothing: first something must have come through since the last one.
            var had = Acknowledged();
            for (var since = Stopwatch.GetTimestamp(); Acknowledged() == had && Stopwatch.GetElapsedTime(since) < LongestSilence; )
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
        using var reader = new Tablet("reader", "teo", visit, Address);
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
            Console.WriteLine(
                $"  device {device.Name}: {device.Noted.Count} noted, {device.Acknowledged.Count} acknowledged, {lost} of them lost, {twice} stored twice, in order: {inOrder}; answers that failed on the way: {device.Failures}"
            );
        }

        down.Sort();
        Console.WriteLine(
            $"  {down.Count} kills of {times} asked for, {proved} of them after something new was acknowledged; started again each time, in {down[down.Count / 2]:0.0} s (p50), {down[down.Count * 95 / 100]:0.0} s (p95); {(good ? "nothing acknowledged was lost" : "NOT PROVED: see above")}"
        );
        server.Kill();
        server.Dispose();
        Directory.Delete(folder, recursive: true);
        return good;
    }
}
