using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Demo;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Tests.Support;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Tests;

/// <summary>The data folder: it always starts or says why not, belongs to one program, and is copied and put back whole.</summary>
public sealed class KeepingTests : IAsyncLifetime
{
    private static readonly Backup Backups = new(SystemClock.Instance, new NamedActor("the test"));
    private readonly string aside = Path.Combine(Path.GetTempPath(), $"lantern-keep-{Guid.NewGuid():n}");
    private readonly HouseOn house = new(Path.Combine(Path.GetTempPath(), $"lantern-kept-{Guid.NewGuid():n}"));

    public ValueTask InitializeAsync()
    {
        Directory.CreateDirectory(house.Folder);
        Directory.CreateDirectory(aside);
        File.Copy(House.FilledDatabase, Kept);
        return ValueTask.CompletedTask;
    }

    public async ValueTask DisposeAsync()
    {
        await house.DisposeAsync();
        SqliteConnection.ClearAllPools();
        foreach (var folder in new[] { aside, house.Folder }.Where(Directory.Exists))
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    private string Kept => Path.Combine(house.Folder, Database.FileName);

    private string Copy => Path.Combine(aside, "copy.db");

    [Fact]
    public async Task A_folder_belongs_to_one_program_until_it_ends()
    {
        await house.Guest();
        var told = Refused(["--data", house.Folder, "--demo", "true"]);
        Assert.Contains($"in use by a running program (process {Environment.ProcessId})", told, StringComparison.Ordinal);
        Assert.Equal(16, (await (await house.Guest()).Get("/api/today"))!["visits"]!.AsArray().Count);
        await using var next = new HouseOn(await house.Leave());
        Assert.Equal(16, (await (await next.Guest()).Get("/api/today"))!["visits"]!.AsArray().Count);
    }

    [Fact]
    public async Task What_a_killed_start_left_behind_does_not_keep_the_next_from_starting()
    {
        // A first start, a fill or an upgrade killed halfway, a migration's lock nobody holds any more, and a lock file of a program long
        // gone.
        await File.WriteAllTextAsync(Kept + ".new", "half a database");
        await File.WriteAllTextAsync(Kept + ".new-wal", "half a log");
        await File.WriteAllTextAsync(Path.Combine(house.Folder, "lantern.lock"), "999999");
        Sql.Execute(Kept, "INSERT INTO __EFMigrationsLock VALUES (1, '2026-01-01'); PRAGMA user_version = 2; PRAGMA application_id = 0");
        var guest = await house.Guest();
        Assert.Equal(16, (await guest.Get("/api/today"))!["visits"]!.AsArray().Count);
        Assert.Contains((await guest.Get("/api/trail"))!.AsArray(), l => (string)l!["action"]! == "upgraded");
        Assert.False(File.Exists(Kept + ".new"));
        Assert.Single(Directory.GetFiles(house.Folder, $"{Database.FileName}.before-*"));
    }

    [Fact]
    public async Task A_value_nobody_has_makes_nothing_unreadable_and_is_remarked()
    {
        // By whatever door it came: today's doors refuse it.
        Sql.Execute(Kept, "UPDATE Clients SET StatureCm = 1.7, BreathsPerMinute = 400; UPDATE AspNetUsers SET PalmBreadthCm = 0.3");
        var odile = await house.Guest();
        odile.Refused(422, "measure-out-of-range", await odile.Put("/api/me/hands", new { palmBreadthCm = 3.3 }));
        Assert.Equal(16, (await odile.Get("/api/today"))!["visits"]!.AsArray().Count);
        var remarks = (await odile.Visit(await odile.VisitOf("Bram")))["setAside"]!.AsArray().Select(r => (string)r!).ToList();
        Assert.Contains("1.7 cm of stature cannot be: it is 50 to 250. Measure again. Until then it is reckoned with 170.", remarks);
        Assert.Equal(3, remarks.Count);
        foreach (
            var path in new[]
            {
                "/api/clients",
                "/api/library",
                "/api/rules",
                $"/api/visits/{await odile.VisitOf("Bram")}/press",
                $"/api/visits/{await odile.VisitOf("Maren")}",
            }
        )
        {
            await odile.Get(path);
            Assert.True(odile.Last.IsSuccessStatusCode, $"{path}: {odile.Last.StatusCode}");
        }
    }

    public static TheoryData<string, string, string> Bad() =>
        new()
        {
            { "empty", "", "is empty" },
            { "text", "These are my records, honest.", "is no database" },
            { "cut off", "", "is damaged" },
            { "another program's", "CREATE TABLE recipes (name TEXT)", "not one of this program" },
            { "newer", "PRAGMA user_version = 999", "newer version" },
            { "from tomorrow", "INSERT INTO __EFMigrationsHistory VALUES ('29991231235959_FromTomorrow', '99.0.0')", "newer version" },
        };

    [Theory]
    [MemberData(nameof(Bad))]
    public async Task A_file_that_is_no_sound_database_of_ours_is_left_alone_with_one_sentence(string what, string content, string says)
    {
        switch (what)
        {
            case "empty" or "text":
                await File.WriteAllTextAsync(Kept, content);
                break;
            case "cut off":
                await File.WriteAllBytesAsync(Kept, (await File.ReadAllBytesAsync(Kept))[..60_000]);
                break;
            case "another program's":
                File.Delete(Kept);
                Sql.Execute(Kept, content, create: true);
                break;
            default:
                Sql.Execute(Kept, content);
                break;
        }

        var before = await File.ReadAllBytesAsync(Kept);
        Assert.Contains(says, Told(() => Inspection.Of(Kept)), StringComparison.Ordinal);
        Assert.Contains(says, Told(() => Backups.Take(house.Folder, Copy)), StringComparison.Ordinal);
        Assert.Equal(before, await File.ReadAllBytesAsync(Kept));
    }

    [Fact]
    public void A_folder_that_cannot_be_served_ends_the_start_with_one_sentence()
    {
        string Start(bool demo = true) => Refused(["--data", house.Folder, "--demo", demo ? "true" : "false"]);
        Assert.Contains("holds the demo", Start(demo: false), StringComparison.Ordinal);
        using (var holder = Sql.Open(Kept, create: false))
        {
            Sql.Execute(holder, "PRAGMA locking_mode = EXCLUSIVE; BEGIN EXCLUSIVE");
            Assert.Contains("Another program holds the database", Start(), StringComparison.Ordinal);
        }

        File.Move(Kept, Kept + "-wal");
        Assert.Contains("holds the log of a database", Start(), StringComparison.Ordinal);
        File.WriteAllBytes(Kept, []);
        File.Delete(Kept + "-wal");
        Assert.Contains("is empty", Start(), StringComparison.Ordinal);
        Assert.Contains(
            "cannot be opened for writing",
            Refused(["--data", Path.Combine(Kept, "data"), "--demo", "true"]),
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData(13, "is full")]
    [InlineData(8, "cannot be opened for writing")]
    [InlineData(14, "cannot be opened for writing")]
    [InlineData(5, "Another program holds")]
    [InlineData(6, "Another program holds")]
    [InlineData(11, "is damaged")]
    [InlineData(26, "is damaged")]
    [InlineData(10, "did not read or write")]
    public void Every_fault_of_disk_and_file_is_told_in_a_sentence(int code, string says)
    {
        // The result codes of SQLite: https://www.sqlite.org/rescode.html
        var told = DataFaults.Sentence(new DbUpdateException("x", new SqliteException("x", code)), "/somewhere")!;
        Assert.Contains(says, told, StringComparison.Ordinal);
        Assert.EndsWith(".", told, StringComparison.Ordinal);
        Assert.Null(DataFaults.Sentence(new DbUpdateException("x", new SqliteException("x", 19)), "/somewhere"));
    }

    [Fact]
    public async Task A_demo_account_opens_no_practice_and_a_practice_is_no_demo()
    {
        await using var empty = new EmptyHouse();
        await empty.Guest(null);
        var folder = await empty.Leave();
        Assert.Contains(
            "holds the records of a practice",
            Refused(["--data", folder, "--demo", "true", "--fresh", "true"]),
            StringComparison.Ordinal
        );
        // Even somebody of the practice with the demo's name does not come in by its password.
        Sql.Execute(
            Path.Combine(folder, Database.FileName),
            "INSERT INTO AspNetUsers (Id, UserName, NormalizedUserName, DisplayName, PasswordHash, SecurityStamp, EmailConfirmed, PhoneNumberConfirmed, TwoFactorEnabled, LockoutEnabled, AccessFailedCount) "
                + $"VALUES ('x', 'odile', 'ODILE', 'Odile', '{new Microsoft.AspNetCore.Identity.PasswordHasher<string>().HashPassword("", DemoPractice.Password)}', 's', 0, 0, 0, 0, 0)"
        );
        await using var again = new HouseOn(folder, demo: false);
        var guest = await again.Guest();
        Assert.Equal(401, (int)guest.Last.StatusCode);
    }

    [Fact]
    public async Task A_copy_taken_while_running_is_put_back_whole_and_both_stand_in_the_trail()
    {
        await house.Guest();
        Assert.Equal("", Backups.Take(house.Folder, Copy).Besides);
        Assert.Contains("exists", Told(() => Backups.Take(house.Folder, Copy)), StringComparison.Ordinal);
        Backups.Take(house.Folder, Copy, force: true);
        Assert.Contains("in use", Told(() => Backups.Restore(Copy, house.Folder)), StringComparison.Ordinal);
        var id = await house.InDb(db => db.Clients.OrderBy(c => c.Name).Select(c => c.Id).FirstAsync());
        var folder = await house.Leave();
        Sql.Execute(Kept, $"UPDATE Clients SET Name = 'Changed since' WHERE Id = '{id.ToString().ToUpperInvariant()}'");
        var before = Backups.Restore(Copy, folder)!;
        Assert.Equal(["Changed since"], Names(before).Where(n => n == "Changed since"));
        Assert.DoesNotContain("Changed since", Names(Kept));
        await using var again = new HouseOn(folder);
        var trail = (await (await again.Guest()).Get("/api/trail"))!
            .AsArray()
            .Select(l => $"{(string)l!["who"]!} {(string)l["action"]!}")
            .ToList();
        Assert.Equal(2, trail.Count(l => l == "the test backup"));
        Assert.Contains("the test restore", trail);
    }

    [Fact]
    public async Task The_owner_sees_how_old_the_last_good_copy_is_and_what_the_last_try_said()
    {
        var odile = await house.Guest();
        Assert.Null((await odile.Get("/api/copies"))!["ageHours"]);
        await odile.Post("/api/copies", new { });
        var view = (await odile.Post("/api/copies", new { }))!;
        Assert.Equal(2, view["copies"]!.AsArray().Count);
        Assert.InRange((double)view["ageHours"]!, 0, 0.1);
        Inspection.RequireWhole(Path.Combine((string)view["folder"]!, (string)view["copies"]![0]!["name"]!));
        var teo = await house.Guest("teo");
        teo.Refused(403, "not-yours", await teo.Post("/api/copies", new { }));

        var copies = (string)view["folder"]!;
        Directory.Move(copies, aside + "/moved");
        await File.WriteAllTextAsync(copies, "in the way");
        odile.Refused(507, "data", await odile.Post("/api/copies", new { }));
        Assert.Contains(copies, (string)(await odile.Get("/api/copies"))!["trouble"]!, StringComparison.Ordinal);
    }

    [Fact]
    public void A_copy_never_lands_on_the_database_itself()
    {
        var link = Path.Combine(aside, "looks-harmless.db");
        File.CreateSymbolicLink(link, Kept);
        var folderLink = Path.Combine(aside, "elsewhere");
        Directory.CreateSymbolicLink(folderLink, house.Folder);
        foreach (
            var file in new[]
            {
                Kept,
                Kept + "-wal",
                Kept + ".new",
                link,
                Path.Combine(folderLink, Database.FileName),
                Path.Combine(house.Folder, ".", Database.FileName),
            }
        )
        {
            Assert.Contains("is the database itself", Told(() => Backups.Take(house.Folder, file, force: true)), StringComparison.Ordinal);
        }

        Assert.True(Names(Kept).Count > 10);
    }

    [Fact]
    public async Task Only_a_sound_copy_of_ours_is_put_back()
    {
        Backups.Take(house.Folder, Copy);
        var folder = house.Folder;
        string Bad(string name, Action<string> make)
        {
            var file = Path.Combine(aside, name);
            make(file);
            return Told(() => Backups.Restore(file, folder));
        }

        Assert.Contains("There is no file", Bad("nowhere.db", _ => { }), StringComparison.Ordinal);
        Assert.Contains("is empty", Bad("empty.db", f => File.WriteAllBytes(f, [])), StringComparison.Ordinal);
        Assert.Contains("is no database", Bad("text.db", f => File.WriteAllText(f, "hello")), StringComparison.Ordinal);
        Assert.Contains(
            "not one of this program",
            Bad("other.db", f => Sql.Execute(f, "CREATE TABLE recipes (name TEXT)", create: true)),
            StringComparison.Ordinal
        );
        Assert.Contains("damaged", Bad("cut.db", f => File.WriteAllBytes(f, File.ReadAllBytes(Copy)[..^50_000])), StringComparison.Ordinal);
        Assert.Contains(
            "newer version",
            Bad(
                "newer.db",
                f =>
                {
                    File.Copy(Copy, f);
                    Sql.Execute(f, "PRAGMA user_version = 999");
                }
            ),
            StringComparison.Ordinal
        );
        Assert.Contains("is the database itself", Told(() => Backups.Restore(Kept, folder)), StringComparison.Ordinal);
        Assert.Equal([Kept], Directory.GetFiles(folder, "lantern.db*"));

        // A damaged database is what a copy is put back for; it is kept beside.
        await File.WriteAllBytesAsync(Kept, [1, 2, 3]);
        Assert.Equal([1, 2, 3], await File.ReadAllBytesAsync(Backups.Restore(Copy, folder)!));
        Assert.True(Names(Kept).Count > 10);
    }

    [Fact]
    public void A_copy_under_a_passphrase_opens_only_with_it()
    {
        Backups.Take(house.Folder, Copy, passphrase: "wick and tallow");
        var bytes = File.ReadAllBytes(Copy);
        Assert.DoesNotContain("SQLite format", System.Text.Encoding.Latin1.GetString(bytes[..4000]), StringComparison.Ordinal);
        var folder = Path.Combine(aside, "restored");
        Assert.Contains("--passphrase-file", Told(() => Backups.Restore(Copy, folder)), StringComparison.Ordinal);
        Assert.Contains("passphrase", Told(() => Backups.Restore(Copy, folder, "tallow and wick")), StringComparison.Ordinal);
        bytes[bytes.Length / 2] ^= 1;
        File.WriteAllBytes(Copy + ".touched", bytes);
        Told(() => Backups.Restore(Copy + ".touched", folder, "wick and tallow"));
        Assert.False(File.Exists(Path.Combine(folder, Database.FileName)));
        Assert.Null(Backups.Restore(Copy, folder, "wick and tallow"));
        Assert.Equal(Names(Kept), Names(Path.Combine(folder, Database.FileName)));
    }

    [Fact]
    public void What_only_grows_cannot_be_replaced_either()
    {
        foreach (var table in new[] { "Audit", "SessionEvents", "Addenda", "Bases" })
        {
            foreach (
                var sql in new[]
                {
                    $"INSERT OR REPLACE INTO {table} SELECT * FROM {table} LIMIT 1",
                    $"UPDATE {table} SET Id = Id",
                    $"DELETE FROM {table}",
                }
            )
            {
                Assert.Throws<SqliteException>(() => Sql.Execute(Kept, sql));
            }
        }

        var triggers = Sql.Lines(Kept, "SELECT name FROM sqlite_master WHERE type = 'trigger'");
        Assert.All(
            new[] { "Audit", "SessionEvents", "Addenda", "Bases", "Words", "EarlierFacts" }.SelectMany(t =>
                new[] { $"{t}_no_update", $"{t}_no_delete", $"{t}_no_replace" }
            ),
            t => Assert.Contains(t, triggers)
        );
        Assert.Throws<SqliteException>(() =>
            Sql.Execute(Kept, "INSERT OR REPLACE INTO Visits SELECT * FROM Visits WHERE SignedAt IS NOT NULL LIMIT 1")
        );
    }

    [Fact]
    [System.Runtime.Versioning.UnsupportedOSPlatform("windows")]
    public async Task The_folder_is_readable_for_the_programs_owner_only()
    {
        Backups.Take(house.Folder, Path.Combine(house.Folder, "lying-about.db"));
        File.SetUnixFileMode(Path.Combine(house.Folder, "lying-about.db"), (UnixFileMode)0b110_100_100);
        await house.Guest();
        Assert.All(
            Directory.GetFiles(house.Folder, "*", SearchOption.AllDirectories),
            f => Assert.Equal((UnixFileMode)0b110_000_000, File.GetUnixFileMode(f))
        );
        Assert.All(
            Directory.GetDirectories(house.Folder, "*", SearchOption.AllDirectories).Append(house.Folder),
            f => Assert.Equal((UnixFileMode)0b111_000_000, File.GetUnixFileMode(f))
        );
    }

    /// <summary>Starts the program as it is started, waits for its end, and gives the one line it says.</summary>
    private static string Refused(string[] settings)
    {
        var program = typeof(Program).Assembly.Location;
        var (code, said, told) = Shell.Run([
            "--contentRoot",
            Path.GetDirectoryName(program)!,
            "--webroot",
            "/",
            "--urls",
            "http://127.0.0.1:0",
            .. settings,
        ]);
        Assert.Equal(Hosting.DataCommands.DataTrouble, code);
        Assert.Equal("", said);
        Assert.DoesNotContain('\n', told);
        Assert.EndsWith(".", told, StringComparison.Ordinal);
        return told;
    }

    private static string Told(Action work)
    {
        var told = Assert.Throws<DataException>(work).Message;
        Assert.EndsWith(".", told, StringComparison.Ordinal);
        return told;
    }

    private static List<string> Names(string file) => Sql.Lines(file, "SELECT Name FROM Clients ORDER BY Name");
}
