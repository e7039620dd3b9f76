using System.Diagnostics;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Web.Access;
using Microsoft.Data.Sqlite;
using NodaTime;

namespace AmpleLantern.Bench;

/// <summary>
/// A practice of many years on the real program: start to first page (limit 4 s), <c>check</c> and <c>verify</c> (2 min), an event while
/// a copy is taken (p95 60 ms). <c>./lantern bench keeping [visits]</c>.
/// </summary>
public static class KeepingCost
{
    private const int Port = 5195;

    /// <summary>The first client comes for years; the others a few times.</summary>
    public const int VisitsOfFirst = 200;
    private const int VisitsOfOthers = 4;
    private const int Starts = 3;
    private const int Rounds = 200;

    public static async Task Report(int visits)
    {
        var root = Path.Combine(Path.GetTempPath(), $"lantern-keeping-{Guid.NewGuid():n}");
        Directory.CreateDirectory(root);
        var folder = Path.Combine(root, "data");
        Directory.CreateDirectory(folder);
        var kept = Path.Combine(folder, Database.FileName);
        File.Move(await AmpleLantern.Bench.Starts.Filled(root, Port), kept);
        Timed("filling", () => Fill(kept, visits));
        Timed(
            "chain over what was filled",
            () =>
            {
                using var db = Inspection.Open(kept);
                Chain.Extend(db, SystemClock.Instance.GetCurrentInstant());
            }
        );
        Console.WriteLine($"keeping {visits} visits, {new FileInfo(kept).Length / 1_000_000} MB");
        for (var n = 0; n < Starts; n++)
        {
            var since = Stopwatch.GetTimestamp();
            using var started = LiveServer.Start(folder, Port);
            await started.Up();
            Console.WriteLine($"  start to the first answer {Stopwatch.GetElapsedTime(since).TotalSeconds:0.0} s   limit 4 s");
            started.Kill();
        }

        foreach (var what in new[] { "check", "verify" })
        {
            var since = Stopwatch.GetTimestamp();
            using var command = LiveServer.Command(what, "--data", folder);
            var said = command.StandardOutput.ReadToEndAsync();
            await command.StandardError.ReadToEndAsync();
            await command.WaitForExitAsync();
            Console.WriteLine(
                $"  {what} {Stopwatch.GetElapsedTime(since).TotalSeconds:0} s   limit 120 s   {(await said).Trim().Split('\n')[^1]}"
            );
        }

        using var server = LiveServer.Start(folder, Port);
        await server.Up();
        var visit = await Tablet.WrenVisit(server.Address);
        using var tablet = new Tablet("a", "teo", visit, server.Address);
        await tablet.SignIn();
        await Measure("an event, nothing beside it", tablet, () => true);
        using var copying = LiveServer.Command("backup", Path.Combine(root, "copy.db"), "--data", folder);
        await Measure("an event while a copy is taken", tablet, () => !copying.HasExited);
        await copying.WaitForExitAsync();
        server.Kill();
        SqliteConnection.ClearAllPools();
        Directory.Delete(root, recursive: true);
    }

    private static async Task Measure(string what, Tablet tablet, Func<bool> goesOn)
    {
        var took = new List<double>();
        while (took.Count < Rounds && goesOn())
        {
            var since = Stopwatch.GetTimestamp();
            await tablet.NoteOne();
            took.Add(Stopwatch.GetElapsedTime(since).TotalMilliseconds);
        }

        took.Sort();
        Console.WriteLine(
            $"  {what}: {took.Count} of them, p50 {took[took.Count / 2]:0} ms, p95 {took[took.Count * 95 / 100]:0} ms   limit 60 ms"
        );
    }

    internal static void Timed(string what, Action work)
    {
        var since = Stopwatch.GetTimestamp();
        work();
        Console.WriteLine($"  {what} {Stopwatch.GetElapsedTime(since).TotalSeconds:0} s");
    }

    /// <summary>
    /// Two signed visits of the demo with log and basis, over and over, days apart and for clients of their own; a line of the trail each.
    /// </summary>
    internal static void Fill(string file, int visits)
    {
        string Columns(SqliteConnection db, string table, params string[] but)
        {
            using var command = db.CreateCommand();
#pragma warning disable CA2100 // Names of our own.
            command.CommandText =
                $"SELECT group_concat('\"' || name || '\"') FROM pragma_table_info('{table}') WHERE name NOT IN ({string.Join(',', but.Select(b => $"'{b}'"))})";
#pragma warning restore CA2100
            return (string)command.ExecuteScalar()!;
        }

        using var db = Inspection.Open(file);
        const string Many = "WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < {0})";
        static string Id(string kind, string number) => $"printf('{kind}000000-0000-4000-8000-%012X', {number})";
        var (client, visit) = (Columns(db, "Clients", "Id", "Name", "BirthDate"), Columns(db, "Visits", "Id", "ClientId", "Date"));
        var (logged, basis) = (Columns(db, "SessionEvents", "Id", "VisitId"), Columns(db, "Bases", "Id", "VisitId"));
        var many = string.Format(System.Globalization.CultureInfo.InvariantCulture, Many, visits);
        foreach (
            var sql in new[]
            {
                "CREATE TEMP TABLE one AS SELECT 0 AS K, * FROM (SELECT v.Id, v.ClientId FROM Visits v WHERE v.SignedAt IS NOT NULL ORDER BY (SELECT COUNT(*) FROM SessionEvents e WHERE e.VisitId = v.Id) * (SELECT COUNT(*) FROM Bases b WHERE b.VisitId = v.Id) DESC LIMIT 1)",
                // One in which places were named.
                "INSERT INTO one SELECT 1, v.Id, v.ClientId FROM Visits v WHERE v.SignedAt IS NOT NULL AND EXISTS (SELECT 1 FROM SessionEvents e WHERE e.VisitId = v.Id AND e.Detail LIKE '%clock%') ORDER BY v.Date LIMIT 1",
                // The log of the busiest session there is: signed ones of the demo were short.
                "CREATE TEMP TABLE busy AS SELECT VisitId AS Id FROM SessionEvents GROUP BY VisitId ORDER BY COUNT(*) DESC LIMIT 1",
                $"{string.Format(System.Globalization.CultureInfo.InvariantCulture, Many, visits / VisitsOfOthers + 2)} INSERT INTO Clients (Id, Name, BirthDate, {client}) SELECT {Id("AA", "i")}, 'Client ' || i, date(BirthDate, (i % 9000) || ' days'), {client} FROM n, Clients c WHERE c.Id = (SELECT ClientId FROM one WHERE K = 0)",
                $"{many} INSERT INTO Visits (Id, Date, ClientId, {visit}) SELECT {Id("BB", "i")}, date(Date, -(i * 5 % 3000) || ' days'), {Id("AA", $"iif(i <= {VisitsOfFirst}, 1, (i - {VisitsOfFirst}) / {VisitsOfOthers} + 2)")}, {visit} FROM n, Visits v WHERE v.Id = (SELECT Id FROM one WHERE K = i % 2)",
                $"{many} INSERT INTO SessionEvents (Id, VisitId, {logged}) SELECT printf('CC%06X-%04X-4000-8000-%012X', e.rowid, 0, i), {Id("BB", "i")}, {logged} FROM n, SessionEvents e WHERE e.VisitId = (SELECT Id FROM busy)",
                $"{many} INSERT INTO Bases (Id, VisitId, {basis}) SELECT printf('DD%06X-%04X-4000-8000-%012X', b.rowid, 0, i), {Id("BB", "i")}, {basis} FROM n, Bases b WHERE b.VisitId = (SELECT Id FROM one WHERE K = i % 2)",
                $"{many} INSERT INTO Audit (At, Who, Action, Subject, What) SELECT 1767225600000 + i, 'the bench', 'changed', 'visit ' || lower({Id("BB", "i")}), 'SignedAt' FROM n",
            }
        )
        {
            using var command = db.CreateCommand();
            command.CommandTimeout = 0;
#pragma warning disable CA2100 // Sentences of our own.
            command.CommandText = sql;
#pragma warning restore CA2100
            command.ExecuteNonQuery();
        }
    }
}
