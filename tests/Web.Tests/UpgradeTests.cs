using System.Text.Json.Nodes;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Exchange.Knowledge;
using AmpleLantern.Web.Tests.Support;
using Microsoft.AspNetCore.Identity;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using NodaTime;

namespace AmpleLantern.Web.Tests;

/// <summary>Databases of every earlier migration, with the documents they held, open in today's program.</summary>
public sealed class UpgradeTests
{
    private const string Password = "stilt-house-1-old";
    private static readonly PracticeKnowledge Knowledge = KnowledgeFolder.Load(KnowledgeFolder.Shipped).WithRules([]);
    private static readonly Instant Began = Instant.FromUtc(2025, 5, 4, 9, 6);

    public static TheoryData<string> Earlier()
    {
        using var db = new LanternDb(Options("none.db"));
        var all = db.Database.GetMigrations().ToList();
        return [.. all.TakeWhile(m => !m.EndsWith(Frozen, StringComparison.Ordinal))];
    }

    /// <summary>From here on sessions have the basis they stand on; before, it is made from what there was.</summary>
    private const string Frozen = "_FrozenBasis";

    /// <summary>Those whose documents are written as today's: the shape alone is older.</summary>
    public static TheoryData<string> EarlierShapes()
    {
        using var db = new LanternDb(Options("none.db"));
        return [.. db.Database.GetMigrations().SkipWhile(m => !m.EndsWith(Frozen, StringComparison.Ordinal)).SkipLast(1)];
    }

    [Theory]
    [MemberData(nameof(EarlierShapes))]
    public async Task A_database_of_an_earlier_shape_opens_with_everything_it_held(string migration)
    {
        await using var house = new HouseOn(Path.Combine(Path.GetTempPath(), $"lantern-shape-{Guid.NewGuid():n}"));
        Directory.CreateDirectory(house.Folder);
        var file = Path.Combine(house.Folder, Database.FileName);
        File.Copy(House.FilledDatabase, file);
        Sql.Execute(file, "DROP TRIGGER Chain_no_update; DROP TRIGGER Chain_no_delete; DROP TRIGGER Chain_no_replace");
        await using (var db = new LanternDb(Options(file)))
        {
            await db.GetService<IMigrator>().MigrateAsync(migration, TestContext.Current.CancellationToken);
        }

        SqliteConnection.ClearAllPools();
        Sql.Execute(file, "PRAGMA user_version = 3");
        var odile = await house.Guest();
        Assert.Equal(16, (await odile.Get("/api/today"))!["visits"]!.AsArray().Count);
        foreach (var id in Sql.Lines(file, "SELECT Id FROM Visits WHERE SignedAt IS NOT NULL"))
        {
            Assert.Equal("signed", (string)(await odile.Visit(id))["phase"]!);
        }

        Assert.Single(Directory.GetFiles(house.Folder, $"*{migration}"));
        Assert.DoesNotContain((await odile.Get("/api/people"))!["people"]!.AsArray(), p => p!["leftAt"] is not null);
    }

    [Theory]
    [MemberData(nameof(Earlier))]
    public async Task An_older_practice_opens_with_everything_it_held(string migration)
    {
        var folder = Path.Combine(Path.GetTempPath(), $"lantern-old-{Guid.NewGuid():n}");
        Directory.CreateDirectory(folder);
        try
        {
            var old = new OldPractice(Path.Combine(folder, Database.FileName), migration);
            await old.Write();
            await using (var house = new HouseOn(folder, demo: false))
            {
                var odile = await house.Guest("old.odile", Password);
                Assert.Equal(200, (int)odile.Last.StatusCode);
                var signed = await odile.Visit(old.Signed.ToString());
                Assert.Equal("signed", (string)signed["phase"]!);
                Assert.True((bool)signed["reconstructed"]!);
                Assert.Equal("old0", (string)signed["knowledgeVersion"]!);
                Assert.Equal(old.Expansion.TotalSeconds, (double)signed["expansion"]!["totalSeconds"]!);
                Assert.Equal(OpenJson.Write(old.Expansion.Steps[3].Presses), signed["expansion"]!["steps"]![3]!["presses"]!.ToJsonString());
                Assert.Equal("It was light.", (string)signed["note"]!["said"]!);
                Assert.Equal("sigh", (string)signed["session"]!["responses"]![0]!["response"]!);
                Assert.Equal("heaviness", (string)signed["changes"]!.AsArray().Single()!["measure"]!);
                Assert.Equal("Odile of Old", (string)signed["signedBy"]!);
                Assert.Equal("Odile of Old", (string)signed["addenda"]![0]!["by"]!);
                Assert.Contains("knee cushion", signed["setOut"]!.AsArray().Select(s => (string)s!));
                Assert.DoesNotContain("cushion for the knee", signed["setOut"]!.AsArray().Select(s => (string)s!));

                var running = await odile.Visit(old.Running.ToString());
                Assert.Equal("stopped", (string)running["phase"]!);
                Assert.Equal(
                    ["tender during", "dizzy during"],
                    running["session"]!["responses"]!.AsArray().Select(r => $"{(string)r!["response"]!} {(string)r["when"]!}")
                );
                Assert.True((bool)running["reconstructed"]!);
                Assert.Equal("not-started", (string)(await odile.Visit(old.Open.ToString()))["phase"]!);

                var history = (await odile.Get($"/api/clients/{old.Client}"))!;
                Assert.Equal(3, history["visits"]!.AsArray().Count);
                Assert.Equal("Odile of Old", (string)history["facts"]![0]!["recordedBy"]!);
                foreach (
                    var path in new[]
                    {
                        "/api/today?date=2025-05-04",
                        "/api/trail",
                        "/api/library",
                        "/api/rules",
                        $"/api/visits/{old.Running}/intake",
                        $"/api/visits/{old.Signed}/plan/dose",
                        $"/api/visits/{old.Signed}/press",
                    }
                )
                {
                    await odile.Get(path);
                    Assert.True(odile.Last.IsSuccessStatusCode, $"{path}: {odile.Last.StatusCode}");
                }

                // What was locked and only grew still is and does.
                var sql = $"UPDATE Visits SET Words = 'rewritten' WHERE Id = '{old.Signed.ToString().ToUpperInvariant()}'";
                await Assert.ThrowsAsync<SqliteException>(() => house.InDb(db => db.Database.ExecuteSqlRawAsync(sql)));
                await Assert.ThrowsAsync<SqliteException>(() => house.InDb(db => db.SessionEvents.ExecuteDeleteAsync()));
                await Assert.ThrowsAsync<SqliteException>(() => house.InDb(db => db.Bases.ExecuteDeleteAsync()));
                await house.Leave();
            }

            // The copy made before is the older database, whole.
            var copy = Directory.GetFiles(folder, $"{Database.FileName}.before-*").Single();
            Assert.EndsWith(migration, copy, StringComparison.Ordinal);
            Assert.Equal("3", await Scalar(copy, "SELECT COUNT(*) FROM Visits"));
            Assert.Equal("1", await Scalar(copy, "SELECT COUNT(*) FROM Visits WHERE Snapshot LIKE '%\"knowledgeVersion\":\"old0\"%'"));

            await using var again = new HouseOn(folder, demo: false);
            var guest = await again.Guest("old.odile", Password);
            Assert.Equal(2, await again.InDb(db => db.Bases.CountAsync()));
            Assert.Equal("signed", (string)(await guest.Visit(old.Signed.ToString()))["phase"]!);
            Assert.Single(Directory.GetFiles(folder, $"{Database.FileName}.before-*"));
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            if (Directory.Exists(folder))
            {
                Directory.Delete(folder, recursive: true);
            }
        }
    }

    [Theory]
    [InlineData("INSERT INTO __EFMigrationsHistory VALUES ('29991231235959_FromTomorrow', '99.0.0')")]
    [InlineData("PRAGMA user_version = 999")]
    public async Task A_database_of_a_newer_version_is_left_alone_with_a_sentence(string newer)
    {
        await using var house = new House();
        await house.Guest();
        await house.InDb(db => db.Database.ExecuteSqlRawAsync(newer));
        await using var again = new HouseOn(await house.Leave());
        // The program ends before it listens; its sentence goes to the console.
        await Assert.ThrowsAnyAsync<Exception>(() => again.Guest());
        Assert.Empty(Directory.GetFiles(house.Folder, $"{Database.FileName}.before-*"));
        var told = Assert.Throws<DataException>(() => Inspection.Of(Path.Combine(house.Folder, Database.FileName)));
        Assert.Contains("newer version", told.Message, StringComparison.Ordinal);
    }

    private static DbContextOptions<LanternDb> Options(string path) =>
        new DbContextOptionsBuilder<LanternDb>()
            .UseSqlite($"Data Source={path}")
            .AddInterceptors(new AuditInterceptor(new NamedActor("test"), SystemClock.Instance))
            .Options;

    private static async Task<string> Scalar(string path, string sql)
    {
        await using var connection = new SqliteConnection($"Data Source={path}");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Sentences of our own.
        command.CommandText = sql;
#pragma warning restore CA2100
        return (await command.ExecuteScalarAsync())!.ToString()!;
    }

    /// <summary>A practice as it was written at a migration: only the columns there were, documents in the shape they had.</summary>
    private sealed class OldPractice(string path, string migration)
    {
        private readonly Plan plan = FlowPlans.FromFlow(Knowledge.Flows["legs-on-the-mat"], Knowledge, Knowledge.HouseSchool);

        public Guid Client { get; } = Guid.NewGuid();

        public Guid Signed { get; } = Guid.NewGuid();

        public Guid Running { get; } = Guid.NewGuid();

        public Guid Open { get; } = Guid.NewGuid();

        public Expansion Expansion { get; } =
            PlanExpansion.Expand(
                FlowPlans.FromFlow(Knowledge.Flows["legs-on-the-mat"], Knowledge, Knowledge.HouseSchool),
                TempoOf.Measures(11, 180, 9, Knowledge),
                Knowledge
            );

        public async Task Write()
        {
            await using (var db = new LanternDb(Options(path)))
            {
                await db.GetService<IMigrator>().MigrateAsync(migration);
            }

            await using var connection = new SqliteConnection($"Data Source={path};Foreign Keys=False");
            await connection.OpenAsync();
            var owner = new Staff
            {
                Id = Guid.NewGuid().ToString(),
                UserName = "old.odile",
                DisplayName = "Odile of Old",
            };
            await Insert(
                connection,
                "AspNetRoles",
                new()
                {
                    ["Id"] = "r",
                    ["Name"] = "owner",
                    ["NormalizedName"] = "OWNER",
                    ["ConcurrencyStamp"] = "x",
                }
            );
            await Insert(
                connection,
                "AspNetUsers",
                new()
                {
                    ["Id"] = owner.Id,
                    ["UserName"] = "old.odile",
                    ["NormalizedUserName"] = "OLD.ODILE",
                    ["DisplayName"] = owner.DisplayName,
                    ["PasswordHash"] = new PasswordHasher<Staff>().HashPassword(owner, Password),
                    ["SecurityStamp"] = "stamp",
                    ["ConcurrencyStamp"] = "x",
                    ["EmailConfirmed"] = 0,
                    ["PhoneNumberConfirmed"] = 0,
                    ["TwoFactorEnabled"] = 0,
                    ["LockoutEnabled"] = 0,
                    ["AccessFailedCount"] = 0,
                }
            );
            await Insert(connection, "AspNetUserRoles", new() { ["UserId"] = owner.Id, ["RoleId"] = "r" });
            await Insert(
                connection,
                "Clients",
                new()
                {
                    ["Id"] = Id(Client),
                    ["Name"] = "Isa Oldham",
                    ["BirthDate"] = "1970-02-03",
                    ["Occupation"] = "wick trimmer",
                    ["StatureCm"] = 170.0,
                    ["BreathsPerMinute"] = 14.0,
                    ["Version"] = 0,
                    ["Measures"] = "{}",
                    ["Clearances"] = "[]",
                }
            );
            await Insert(
                connection,
                "Facts",
                new()
                {
                    ["Id"] = Id(Guid.NewGuid()),
                    ["ClientId"] = Id(Client),
                    ["Fact"] = "diabetes",
                    ["Status"] = "Known",
                    ["RecordedBy"] = "Odile of Old",
                    ["RecordedAt"] = Ms(Began - Duration.FromDays(3)),
                }
            );
            await Visit(connection, Signed, owner.Id, "2025-05-04", snapshot: OldSnapshot(), signedBy: "Odile of Old", started: true);
            await Visit(connection, Running, owner.Id, "2025-05-05", started: true);
            await Visit(connection, Open, owner.Id, "2025-05-06");
            await Events(connection, Signed, ("Start", 0, null), ("Response", 60, "sigh"), ("Finish", 900, null));
            await Events(
                connection,
                Running,
                ("Start", 0, null),
                ("Response", 60, "tender"),
                ("Next", 70, null),
                ("Response", 90, "dizzy")
            );
            await Insert(
                connection,
                "Addenda",
                new()
                {
                    ["Id"] = Id(Guid.NewGuid()),
                    ["VisitId"] = Id(Signed),
                    ["Text"] = "Slept well.",
                    ["By"] = "Odile of Old",
                    ["At"] = Ms(Began + Duration.FromDays(1)),
                }
            );
            await Insert(
                connection,
                "Audit",
                new()
                {
                    ["At"] = Ms(Began),
                    ["Who"] = "Odile of Old",
                    ["Action"] = "read",
                    ["Subject"] = "visit x",
                    ["What"] = "",
                }
            );
            await Insert(
                connection,
                "Intakes",
                new()
                {
                    ["Id"] = Id(Guid.NewGuid()),
                    ["ClientId"] = Id(Client),
                    ["VisitId"] = Id(Running),
                    ["TokenHash"] = "00",
                    ["MadeBy"] = "Odile of Old",
                    ["MadeAt"] = Ms(Began),
                    ["Expires"] = Ms(Began),
                    ["FilledAt"] = Ms(Began),
                    ["Words"] = "Tired.",
                    ["Answers"] = "[{\"fact\":\"asthma\",\"status\":\"known\"}]",
                }
            );
            await Insert(
                connection,
                "OwnFlows",
                new()
                {
                    ["Id"] = Id(Guid.NewGuid()),
                    ["Name"] = "Old legs",
                    ["Summary"] = "",
                    ["Plan"] = OldPlan(),
                    ["Author"] = "Odile of Old",
                    ["AddedAt"] = Ms(Began),
                }
            );
        }

        private async Task Visit(
            SqliteConnection connection,
            Guid id,
            string practitioner,
            string date,
            string? snapshot = null,
            string? signedBy = null,
            bool started = false
        ) =>
            await Insert(
                connection,
                "Visits",
                new()
                {
                    ["Id"] = Id(id),
                    ["ClientId"] = Id(Client),
                    ["Date"] = date,
                    ["At"] = "09:00",
                    ["MinutesBooked"] = 50,
                    ["Room"] = "mat room",
                    ["PractitionerId"] = practitioner,
                    ["School"] = "house",
                    ["Plan"] = OldPlan(),
                    ["Words"] = "Heavy.",
                    ["CheckIn"] = "[{\"fact\":\"fever\",\"status\":\"no\"}]",
                    ["Interviews"] = "[]",
                    ["Overrides"] = "[]",
                    ["Ratings"] = "[{\"measure\":\"heaviness\",\"before\":7,\"after\":4}]",
                    ["Note"] = "{}",
                    ["ArrivedAt"] = Ms(Began),
                    ["ScreenedAt"] = Ms(Began),
                    ["StartedAt"] = started ? Ms(Began) : null,
                    ["FinishedAt"] = snapshot is null ? null : Ms(Began),
                    ["SignedAt"] = snapshot is null ? null : Ms(Began + Duration.FromHours(1)),
                    ["SignedBy"] = signedBy,
                    ["Snapshot"] = snapshot,
                    ["Version"] = 3,
                }
            );

        private static async Task Events(
            SqliteConnection connection,
            Guid visit,
            params (string Kind, int Seconds, string? Response)[] events
        )
        {
            for (var i = 0; i < events.Length; i++)
            {
                await Insert(
                    connection,
                    "SessionEvents",
                    new()
                    {
                        ["Id"] = Id(Guid.NewGuid()),
                        ["VisitId"] = Id(visit),
                        ["Sequence"] = i,
                        ["At"] = Ms(Began + Duration.FromSeconds(events[i].Seconds)),
                        ["ReceivedAt"] = Ms(Began + Duration.FromSeconds(events[i].Seconds)),
                        ["Kind"] = events[i].Kind,
                        ["Response"] = events[i].Response,
                        ["By"] = "Odile of Old",
                    }
                );
            }
        }

        /// <summary>A plan before points, surfaces and pins, with things called as they were.</summary>
        private string OldPlan()
        {
            var json = JsonNode.Parse(OpenJson.Write(plan))!.AsObject();
            foreach (var step in json["steps"]!.AsArray().Select(s => s!.AsObject()))
            {
                foreach (var newer in new[] { "points", "line", "products", "surface", "rangePercent", "pacePercent", "pinned", "press" })
                {
                    step.Remove(newer);
                }

                step["props"] = new JsonArray([
                    .. step["props"]!.AsArray().Select(p => (JsonNode)((string)p! == "knee-cushion" ? "cushion for the knee" : (string)p!)),
                ]);
            }

            json.Remove("choices");
            return json.ToJsonString();
        }

        private string OldSnapshot()
        {
            var session = new Session(Expansion, Knowledge);
            var state = session.Fold([
                new(Guid.NewGuid(), Began, GiveEventKind.Start),
                new(Guid.NewGuid(), Began + Duration.FromSeconds(60), GiveEventKind.Response, "sigh"),
                new(Guid.NewGuid(), Began + Duration.FromSeconds(900), GiveEventKind.Finish),
            ]);
            var old = JsonNode
                .Parse(
                    OpenJson.Write(
                        new
                        {
                            KnowledgeVersion = "old0",
                            Screen = new ScreenResult("clear", [], [], []),
                            Expansion,
                            Given = session.Given(state),
                            Session = state,
                            Changes = new[] { ChangeJudge.Judge(Knowledge.Measures["heaviness"], new("heaviness", 7, 4)) },
                            Note = new VisitNote("It was light.", "Found.", "Done.", "Next."),
                        }
                    )
                )!
                .AsObject();
            foreach (var step in old["expansion"]!["steps"]!.AsArray())
            {
                step!.AsObject().Remove("timed");
            }

            foreach (var response in old["session"]!["responses"]!.AsArray())
            {
                response!.AsObject().Remove("when");
            }

            return old.ToJsonString();
        }

        private static string Id(Guid id) => id.ToString().ToUpperInvariant();

        private static long Ms(Instant at) => at.ToUnixTimeMilliseconds();

#pragma warning disable CA2100 // Names of our own.
        /// <summary>Inserts what the table has columns for; a table that was not there yet is left.</summary>
        private static async Task Insert(SqliteConnection connection, string table, Dictionary<string, object?> row)
        {
            var columns = new List<string>();
            await using (var ask = connection.CreateCommand())
            {
                ask.CommandText = $"SELECT name FROM pragma_table_info('{table}')";
                await using var reader = await ask.ExecuteReaderAsync();
                while (await reader.ReadAsync())
                {
                    columns.Add(reader.GetString(0));
                }
            }

            var there = row.Where(c => columns.Contains(c.Key)).ToList();
            if (there.Count == 0)
            {
                return;
            }

            await using var insert = connection.CreateCommand();
            insert.CommandText =
                $"INSERT INTO \"{table}\" ({string.Join(", ", there.Select(c => $"\"{c.Key}\""))}) VALUES ({string.Join(", ", there.Select((_, i) => $"$p{i}"))})";
            for (var i = 0; i < there.Count; i++)
            {
                insert.Parameters.AddWithValue($"$p{i}", there[i].Value ?? DBNull.Value);
            }

            await insert.ExecuteNonQueryAsync();
        }
#pragma warning restore CA2100
    }
}
