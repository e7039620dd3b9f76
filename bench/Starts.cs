using System.Diagnostics;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Data;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Demo;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace AmpleLantern.Bench;

/// <summary>
/// Kills the real program with SIGKILL at random moments of a first start with its filling, an ordinary start, an upgrade, a copy being
/// taken and a session being given. Each time the next start must serve, <c>check</c> and <c>verify</c> must find nothing, and what
/// was acknowledged must be there. <c>./lantern bench starts [times]</c>.
/// </summary>
public static class Starts
{
    private const int Port = 5196;
    private const int Seed = 12;

    /// <summary>Moments are drawn from the whole of what is being done, and a little over.</summary>
    private static readonly TimeSpan LongestFirst = TimeSpan.FromSeconds(11),
        LongestStart = TimeSpan.FromSeconds(8),
        LongestCopy = TimeSpan.FromSeconds(1.6),
        LongestGiving = TimeSpan.FromSeconds(3);

    private static readonly Random Chance = new(Seed);

    private delegate Task Situation(string folder);

    public static async Task<bool> Report(int times)
    {
        var root = Path.Combine(Path.GetTempPath(), $"lantern-starts-{Guid.NewGuid():n}");
        Directory.CreateDirectory(root);
        var filled = await Filled(root, Port);
        var older = Older(root, filled);
        (string Name, Situation Kill)[] situations =
        [
            ("first start and fill", f => Starting(f, LongestFirst)),
            (
                "ordinary start",
                f =>
                {
                    File.Copy(filled, Path.Combine(f, Database.FileName));
                    return Starting(f, LongestStart);
                }
            ),
            (
                "upgrade",
                f =>
                {
                    File.Copy(older, Path.Combine(f, Database.FileName));
                    return Starting(f, LongestFirst);
                }
            ),
            (
                "backup",
                f =>
                {
                    File.Copy(filled, Path.Combine(f, Database.FileName));
                    return Copying(f);
                }
            ),
            (
                "give",
                f =>
                {
                    File.Copy(filled, Path.Combine(f, Database.FileName));
                    return Giving(f);
                }
            ),
        ];
        var (good, bad) = (new Dictionary<string, int>(), new List<string>());
        for (var n = 0; n < times; n++)
        {
            var (name, kill) = situations[n % situations.Length];
            var folder = Path.Combine(root, $"{n}");
            Directory.CreateDirectory(folder);
            try
            {
                await kill(folder);
                await ServesAndIsClean(folder);
                good[name] = good.GetValueOrDefault(name) + 1;
                Directory.Delete(folder, recursive: true);
            }
            catch (Exception e) when (e is InvalidOperationException or HttpRequestException or IOException)
            {
                bad.Add($"{name}, round {n} ({folder} is kept): {e.Message}");
            }

            if ((n + 1) % 10 == 0)
            {
                Console.WriteLine($"  {n + 1} kills, {bad.Count} bad");
            }
        }

        foreach (var (name, _) in situations)
        {
            Console.WriteLine(
                $"  {name}: {good.GetValueOrDefault(name)} kills, each time the next start served and check and verify were clean"
            );
        }

        bad.ForEach(b => Console.WriteLine($"  BAD {b}"));
        Console.WriteLine($"  {good.Values.Sum()} of {times} good");
        if (bad.Count == 0)
        {
            Directory.Delete(root, recursive: true);
        }

        return bad.Count == 0;
    }

    private static TimeSpan Sometime(TimeSpan longest) => longest * Chance.NextDouble();

    private static async Task Starting(string folder, TimeSpan longest)
    {
        using var server = LiveServer.Start(folder, Port);
        await Task.Delay(Sometime(longest));
        server.Kill();
    }

    /// <summary>The copy and the program are killed; the copy is there whole, or not at all.</summary>
    private static async Task Copying(string folder)
    {
        using var server = LiveServer.Start(folder, Port);
        await server.Up();
        var copy = Path.Combine(folder, "copy.db");
        using var copying = LiveServer.Command("backup", copy, "--data", folder);
        await Task.Delay(Sometime(LongestCopy));
        copying.Kill(entireProcessTree: true);
        await copying.WaitForExitAsync();
        server.Kill();
        if (File.Exists(copy))
        {
            Inspection.RequireWhole(copy);
        }
    }

    /// <summary>What was acknowledged before the kill is there after it.</summary>
    private static async Task Giving(string folder)
    {
        var server = LiveServer.Start(folder, Port);
        await server.Up();
        var visit = await Tablet.WrenVisit(server.Address);
        using var over = new CancellationTokenSource();
        using var tablet = new Tablet("a", "teo", visit, server.Address);
        var noting = tablet.Note(over.Token);
        await Task.Delay(TimeSpan.FromSeconds(1) + Sometime(LongestGiving));
        server.Kill();
        server.Dispose();
        await over.CancelAsync();
        await noting;
        using var db = Inspection.Open(Path.Combine(folder, Database.FileName));
        using var command = db.CreateCommand();
        command.CommandText = "SELECT Id FROM SessionEvents";
        using var reader = command.ExecuteReader();
        var stored = new HashSet<Guid>();
        while (reader.Read())
        {
            stored.Add(Guid.Parse(reader.GetString(0)));
        }

        if (tablet.Acknowledged.Count == 0 || !tablet.Acknowledged.IsSubsetOf(stored))
        {
            throw new InvalidOperationException(
                $"{tablet.Acknowledged.Count} acknowledged, {tablet.Acknowledged.Except(stored).Count()} of them lost"
            );
        }
    }

    private static async Task ServesAndIsClean(string folder)
    {
        using var server = LiveServer.Start(folder, Port);
        await server.Up();
        foreach (var what in new[] { "check", "verify" })
        {
            using var command = LiveServer.Command(what, "--data", folder);
            var said = await command.StandardOutput.ReadToEndAsync();
            var told = await command.StandardError.ReadToEndAsync();
            await command.WaitForExitAsync();
            if (command.ExitCode != 0)
            {
                throw new InvalidOperationException($"{what}: {said} {told}");
            }
        }

        server.Kill();
    }

    /// <summary>The database of a demo just filled.</summary>
    public static async Task<string> Filled(string root, int port)
    {
        var folder = Path.Combine(root, "filled");
        using (var server = LiveServer.Start(folder, port))
        {
            await server.Up();
            server.Kill();
        }

        var file = Path.Combine(root, "filled.db");
        using var command = LiveServer.Command("backup", file, "--data", folder);
        await command.WaitForExitAsync();
        return file;
    }

    /// <summary>The same as the version before would have left it.</summary>
    private static string Older(string root, string filled)
    {
        var file = Path.Combine(root, "older.db");
        File.Copy(filled, file);
        using var db = new LanternDb(new DbContextOptionsBuilder<LanternDb>().UseSqlite($"Data Source={file};Pooling=False").Options);
        foreach (var drop in (string[])["update", "delete", "replace"])
        {
#pragma warning disable EF1002 // Names of our own.
            db.Database.ExecuteSqlRaw($"DROP TRIGGER IF EXISTS Chain_no_{drop}");
#pragma warning restore EF1002
        }

        db.GetService<IMigrator>().Migrate(Inspection.Known[^2]);
        db.Database.ExecuteSqlRaw("PRAGMA user_version = 3");
        db.Database.ExecuteSqlRaw("PRAGMA wal_checkpoint(TRUNCATE)");
        return file;
    }
}
