using System.Text.Json.Nodes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Knowledge;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Tests.Support;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Tests;

/// <summary>Records that cannot be read take nothing with them, are found and mended; what was written is not changed unseen.</summary>
public sealed class RecordTests : IAsyncLifetime
{
    private readonly HouseOn house = new(Path.Combine(Path.GetTempPath(), $"lantern-odd-{Guid.NewGuid():n}"));

    public ValueTask InitializeAsync()
    {
        Directory.CreateDirectory(house.Folder);
        File.Copy(House.FilledDatabase, Kept);
        return ValueTask.CompletedTask;
    }

    public async ValueTask DisposeAsync()
    {
        await house.DisposeAsync();
        SqliteConnection.ClearAllPools();
        if (Directory.Exists(house.Folder))
        {
            Directory.Delete(house.Folder, recursive: true);
        }
    }

    private string Kept => Path.Combine(house.Folder, Database.FileName);

    private const string OpenVisit =
        "(SELECT v.Id FROM Visits v JOIN Clients c ON c.Id = v.ClientId WHERE c.Name LIKE 'Maren%' AND v.SignedAt IS NULL)";

    /// <summary>What stands where it cannot be read, or says what cannot be; whether it can be mended.</summary>
    public static TheoryData<string, string, bool> Odd() =>
        new()
        {
            { "visit", $"UPDATE Visits SET CheckIn = '[{{' WHERE Id = {OpenVisit}", true },
            { "visit", $"UPDATE Visits SET Plan = x'00010203' WHERE Id = {OpenVisit}", true },
            { "visit", $"UPDATE Visits SET At = 'noon' WHERE Id = {OpenVisit}", false },
            { "fact", "UPDATE Facts SET Status = 'Perhaps' WHERE rowid = 3", true },
            { "fact", "UPDATE Facts SET Since = '2999-01-01' WHERE rowid = 3", true },
            { "client", "UPDATE Clients SET StatureCm = 1.7 WHERE Name LIKE 'Bram%'", true },
            { "client", "UPDATE Clients SET Measures = '{\"handsCm\":{\"palmBreadthCm\":99}}' WHERE Name LIKE 'Bram%'", true },
            { "client", "UPDATE Clients SET BirthDate = '2999-01-01' WHERE Name LIKE 'Bram%'", true },
            { "person", "UPDATE AspNetUsers SET PalmBreadthCm = 3.3 WHERE UserName = 'teo'", true },
            { "person", "UPDATE AspNetUsers SET Working = '{' WHERE UserName = 'teo'", true },
            { "rule", "INSERT INTO OwnRules (Id, Rule, Reason, Author, AddedAt) VALUES ('own.x', '{\"broken', 'x', 'y', 0)", false },
            {
                "kept flow",
                "INSERT INTO OwnFlows (Id, Name, Summary, Plan, Author, AddedAt) VALUES ('6E1BB9E5-1D54-4E5A-9B9A-0A6B0C0D0E0F', 'x', '', '{\"name\":\"x\",\"steps\":[]}', 'y', 0)",
                true
            },
            {
                "kept flow",
                "INSERT INTO OwnFlows (Id, Name, Summary, Plan, Author, AddedAt) VALUES ('6E1BB9E5-1D54-4E5A-9B9A-0A6B0C0D0E0F', 'x', '', 'no plan', 'y', 0)",
                false
            },
        };

    [Theory]
    [MemberData(nameof(Odd))]
    public async Task An_odd_row_takes_no_list_with_it_is_told_of_and_mended_where_it_can_be(string kind, string sql, bool mends)
    {
        Sql.Execute(Kept, sql);
        var odile = await house.Guest();
        foreach (
            var path in new[]
            {
                "/api/today",
                "/api/clients",
                "/api/library",
                "/api/rules",
                "/api/people",
                "/api/today/press",
                "/api/trail",
                $"/api/clients/{await Client(odile, "Maren")}",
            }
        )
        {
            await odile.Get(path);
            Assert.True(odile.Last.IsSuccessStatusCode || (int)odile.Last.StatusCode == 422, $"{path}: {odile.Last.StatusCode}");
        }

        Assert.Equal(16, (await odile.Get("/api/today"))!["visits"]!.AsArray().Count);
        // A birth date that cannot be makes the visit odd as well.
        var odd = Assert.Single((await Look(odile))["odd"]!.AsArray(), o => (string)o!["kind"]! == kind)!;
        Assert.Matches(@"[.!?]$", (string)odd["what"]!);
        Assert.Equal(mends, odd["repair"] is not null);
        if (mends)
        {
            var after = (await odile.Post("/api/check/mend", new { kind, id = (string)odd["id"]! }))!;
            Assert.DoesNotContain(after["odd"]!.AsArray(), o => (string)o!["kind"]! == kind);
            Assert.Empty((await Look(odile))["odd"]!.AsArray());
            Assert.Contains(
                (await odile.Get("/api/trail"))!.AsArray(),
                a =>
                    (string)a!["action"]! is "mended" or "changed"
                    && ((string)a["subject"]!).StartsWith(kind, StringComparison.Ordinal)
                    && (string)a["who"]! == "Odile Fenn"
            );
            Assert.Single(Directory.GetFiles(Path.Combine(house.Folder, "copies")));
        }
    }

    [Theory]
    [InlineData("pattern", "{\"kind\":\"circle\",\"stations\":8,\"count\":-1000}")]
    [InlineData("pattern", "{\"kind\":\"thirds-walk\",\"stations\":1}")]
    [InlineData("pattern", "{\"kind\":\"sections\",\"stations\":3,\"count\":0}")]
    [InlineData("name", "\"\"")]
    [InlineData("repeats", "-3")]
    public async Task A_plan_that_cannot_be_given_is_refused_at_every_door_and_set_aside_where_it_is_stored(string member, string value)
    {
        var odile = await house.Guest();
        var bram = await odile.VisitOf("Bram");
        var visit = await odile.Visit(bram);
        var plan = JsonNode.Parse(visit["plan"]!.ToJsonString())!;
        var sound = plan.ToJsonString();
        plan["steps"]![2]![member] = JsonNode.Parse(value);
        await odile.Post(
            "/api/library",
            new
            {
                name = "Not to be given",
                summary = "",
                plan,
            }
        );
        Assert.Equal(422, (int)odile.Last.StatusCode);
        await odile.Put($"/api/visits/{bram}/plan", new { version = (int)visit["version"]!, plan });
        Assert.Equal(422, (int)odile.Last.StatusCode);
        Assert.Equal(sound, (await odile.Visit(bram))["plan"]!.ToJsonString());
        Sql.Execute(
            Kept,
            $"UPDATE Visits SET Plan = '{plan.ToJsonString().Replace("'", "''", StringComparison.Ordinal)}' WHERE Id = '{bram.ToUpperInvariant()}'"
        );
        Assert.Single((await odile.Visit(bram))["setAside"]!.AsArray());
        Assert.NotNull(Assert.Single((await Look(odile))["odd"]!.AsArray())!["repair"]);
    }

    [Fact]
    public async Task Every_table_is_looked_through()
    {
        var options = new DbContextOptionsBuilder<LanternDb>().UseSqlite($"Data Source={Kept};Pooling=False").Options;
        var knowledge = Exchange.Knowledge.KnowledgeFolder.Load(Exchange.Knowledge.KnowledgeFolder.Shipped).WithRules([]);
        var report = await new RecordCheck(() => new(options), knowledge, SystemClock.Instance, new NamedActor("the test")).Run(
            cancelled: TestContext.Current.CancellationToken
        );
        // What is worked out from the records is written anew from them, and no record.
        var tables = Sql.Lines(
            Kept,
            "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE '__EF%' AND name NOT LIKE 'Recalled%' AND name NOT LIKE 'Texts%'"
        );
        Assert.Equal(
            tables.Sum(t =>
                long.Parse(
                    Sql.Lines(Kept, $"SELECT CAST(COUNT(*) AS TEXT) FROM \"{t}\"")[0],
                    System.Globalization.CultureInfo.InvariantCulture
                )
            ),
            report.Looked
        );
        Assert.Empty(report.Odd);
    }

    /// <summary>Tampering as somebody with the file at hand would, guards taken off first; what the chain says of it.</summary>
    [Theory]
    [InlineData("DROP TRIGGER Audit_no_update; UPDATE Audit SET Who = 'Nobody' WHERE Id = 17", "The trail's lines 1 to 200")]
    [InlineData("DROP TRIGGER Audit_no_delete; DELETE FROM Audit WHERE Id = 300", "The trail's lines 201 to")]
    [InlineData(
        "DROP TRIGGER Audit_no_delete; DELETE FROM Audit WHERE Id = 300; INSERT INTO Audit (Id, At, Who, Action, Subject, What) VALUES (300, 0, 'x', 'read', 'visit', '')",
        "The trail's lines 201 to"
    )]
    [InlineData(
        "DROP TRIGGER visits_signed; UPDATE Visits SET Words = 'Never said.' WHERE Id = (SELECT Id FROM Visits WHERE SignedAt IS NOT NULL LIMIT 1)",
        "The signed visit"
    )]
    [InlineData(
        "PRAGMA foreign_keys = OFF; DROP TRIGGER visits_signed_stay; DELETE FROM Visits WHERE Id = (SELECT Id FROM Visits WHERE SignedAt IS NOT NULL LIMIT 1)",
        "or is gone"
    )]
    [InlineData(
        "INSERT INTO SessionEvents (Id, VisitId, At, ReceivedAt, Kind, Counter, By) SELECT 'FFFFFFFF-1D54-4E5A-9B9A-0A6B0C0D0E0F', Id, SignedAt - 1, SignedAt - 1, 'Next', 0, 'x' FROM Visits WHERE SignedAt IS NOT NULL LIMIT 1",
        "The signed visit"
    )]
    [InlineData(
        "INSERT INTO Visits SELECT * FROM (SELECT 'FFFFFFFF-1D54-4E5A-9B9A-0A6B0C0D0E0F' AS Id) JOIN (SELECT {rest} FROM Visits WHERE SignedAt IS NOT NULL LIMIT 1)",
        "stands outside the chain"
    )]
    [InlineData("DROP TRIGGER Addenda_no_update; UPDATE Addenda SET Text = 'No pain at all.'", "The addendum")]
    [InlineData("DROP TRIGGER Chain_no_delete; DELETE FROM Chain WHERE Id = 2", "does not follow")]
    public void What_was_changed_behind_the_programs_back_is_found(string tampering, string says)
    {
        var (code, said, _) = Linked();
        Assert.Equal(0, code);
        var rest = string.Join(
            ", ",
            Sql.Lines(Kept, "SELECT name FROM pragma_table_info('Visits') WHERE name <> 'Id'").Select(n => $"\"{n}\"")
        );
        // The columns of the copy come in their own order, so they are named.
        Sql.Execute(
            Kept,
            tampering
                .Replace("INSERT INTO Visits SELECT", $"INSERT INTO Visits (Id, {rest}) SELECT", StringComparison.Ordinal)
                .Replace("{rest}", rest, StringComparison.Ordinal)
        );
        (code, said, _) = Shell.Run("verify", "--data", house.Folder);
        Assert.Equal(Hosting.DataCommands.Found, code);
        Assert.Contains(says, said, StringComparison.Ordinal);
    }

    [Fact]
    public void A_head_noted_on_a_copy_shows_a_chain_that_was_written_anew()
    {
        var head = Linked().Said.Split("head ")[1][..12];
        Assert.Equal(0, Shell.Run("verify", "--data", house.Folder, "--head", head).Code);
        // All of it anew: a line changed, and a chain that fits.
        Sql.Execute(
            Kept,
            "DROP TRIGGER Audit_no_update; UPDATE Audit SET Who = 'Nobody' WHERE Id = 17; DROP TRIGGER Chain_no_delete; DELETE FROM Chain"
        );
        Assert.Equal(0, Linked().Code);
        var (code, said, _) = Shell.Run("verify", "--data", house.Folder, "--head", head);
        Assert.Equal(Hosting.DataCommands.Found, code);
        Assert.Contains("never had the head", said, StringComparison.Ordinal);
    }

    [Fact]
    public void Check_mends_what_can_be_after_a_copy_and_a_drill_tries_the_newest_copy()
    {
        Sql.Execute(Kept, "UPDATE Clients SET StatureCm = 1.7 WHERE Name LIKE 'Bram%'");
        var (code, said, _) = Shell.Run("check", "--data", house.Folder);
        Assert.Equal(Hosting.DataCommands.Found, code);
        Assert.Contains("(Bram Osterlick): 1.7 cm of stature cannot be", said, StringComparison.Ordinal);
        Assert.Equal(0, Shell.Run("check", "--data", house.Folder, "--mend", "true").Code);
        Assert.Single(Directory.GetFiles(house.Folder, "*.before-mending-*"));
        (code, said, _) = Shell.Run("check", "--data", house.Folder);
        Assert.True(code == 0, said);
        (code, _, var told) = Shell.Run("drill", "--data", house.Folder);
        Assert.Equal(Hosting.DataCommands.DataTrouble, code);
        Assert.Contains("There is no copy", told, StringComparison.Ordinal);
        Directory.CreateDirectory(Path.Combine(house.Folder, "copies"));
        Shell.Run("backup", Path.Combine(house.Folder, "copies", "lantern-20260101T000000000Z.db"), "--data", house.Folder);
        (code, said, _) = Shell.Run("drill", "--data", house.Folder);
        Assert.True(code == 0, said);
        string Count(string table) => Sql.Lines(Kept, $"SELECT CAST(COUNT(*) AS TEXT) FROM {table}")[0];
        Assert.Contains($"{Count("Clients")} clients, {Count("Visits")} visits, 4 people", said, StringComparison.Ordinal);
        Assert.Contains("The drill passed", said, StringComparison.Ordinal);
        Assert.Empty(Directory.GetDirectories(Path.GetTempPath(), "lantern-drill-*"));
    }

    /// <summary>What a signed record was based on is damaged: it has no rows, and takes neither start nor search with it.</summary>
    [Fact]
    public async Task A_signed_record_that_cannot_be_read_through_stops_neither_the_start_nor_the_search()
    {
        const string Of =
            "(SELECT v.Id FROM Visits v JOIN Clients c ON c.Id = v.ClientId WHERE c.Name LIKE 'Linnet%' ORDER BY v.Date LIMIT 1)";
        Sql.Execute(Kept, $"DROP TRIGGER Bases_no_update; UPDATE Bases SET Document = x'00010203' WHERE VisitId = {Of}");
        Sql.Execute(Kept, "DELETE FROM Recalled; DELETE FROM RecalledFindings; DELETE FROM RecalledRatings; DELETE FROM RecalledSteps");
        Sql.Execute(Kept, "DELETE FROM RecalledResponses; DELETE FROM Texts");
        var odile = await house.Guest();
        var hits = (await odile.Get($"/api/search?text={Uri.EscapeDataString("tender 4 o'clock")}"))!["hits"]!.AsArray();
        Assert.Equal(4, hits.Count);
        var client = (await odile.Get($"/api/clients/{await Client(odile, "Linnet")}"))!;
        Assert.Equal(6, client["visits"]!.AsArray().Count);
    }

    /// <summary>The chain brought up to the trail, as a copy does it, and looked through.</summary>
    private (int Code, string Said, string Told) Linked()
    {
        using (var db = Sql.Open(Kept, create: false))
        {
            Chain.Extend(db, SystemClock.Instance.GetCurrentInstant(), TestContext.Current.CancellationToken);
        }

        return Shell.Run("verify", "--data", house.Folder);
    }

    private static async Task<string> Client(Guest guest, string name) =>
        (string)
            (await guest.Get("/api/clients"))!["clients"]!
                .AsArray()
                .Single(c => ((string)c!["name"]!).StartsWith(name, StringComparison.Ordinal))!["id"]!;

    private static async Task<JsonNode> Look(Guest guest)
    {
        var state = (await guest.Post("/api/check", new { }))!;
        while ((bool)state["running"]!)
        {
            await Task.Delay(100, TestContext.Current.CancellationToken);
            state = (await guest.Get("/api/check"))!;
        }

        Assert.Null(state["failed"]);
        return state;
    }
}
