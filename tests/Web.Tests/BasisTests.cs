using System.Text.Json.Nodes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Knowledge;
using AmpleLantern.Web.Tests.Support;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Tests;

/// <summary>A session stands on what it began on, whatever is changed during it, after it, or in the knowledge.</summary>
public sealed class BasisTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;

    public async ValueTask InitializeAsync() => odile = await house.Guest();

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private static int Version(JsonNode visit) => (int)visit["version"]!;

    /// <summary>All that a started session shows, as text, without the clock.</summary>
    private static string Record(JsonNode visit)
    {
        string[] parts = ["plan", "expansion", "tempo", "departures", "given", "setOut", "vocabulary"];
        return string.Join('\n', parts.Select(p => visit[p]?.ToJsonString())) + visit["session"]!["responses"]!.ToJsonString();
    }

    [Theory]
    [InlineData("Wren")]
    [InlineData("Anouk")]
    public async Task Breath_stature_palm_and_settling_move_nothing_of_a_session_that_has_begun(string client)
    {
        var id = await odile.VisitOf(client);
        var before = await odile.Visit(id);
        var record = Record(before);
        var visit = (
            await odile.Put(
                $"/api/visits/{id}/check-in",
                new
                {
                    version = Version(before),
                    breathsCounted = 11,
                    statureCm = 191,
                }
            )
        )!;
        Assert.Equal(11, (double)visit["client"]!["breaths"]!["counted"]!);
        foreach (var who in new[] { "odile", "teo" })
        {
            await (await house.Guest(who)).Put("/api/me/hands", new { palmBreadthCm = 6.1, fourFingersCm = 7 });
            await (await house.Guest(who)).Put("/api/me/body", new { massKg = 99, statureM = 1.9 });
        }

        visit = (
            await odile.Put(
                $"/api/visits/{id}/facts",
                new { version = Version(visit), entry = new { fact = "osteoporosis", status = "known" } }
            )
        )!;
        foreach (var path in new[] { "settle", "plan/fit", "plan/repair" })
        {
            odile.Refused(
                409,
                client == "Wren" ? "session-running" : "session-over",
                await odile.Post(
                    $"/api/visits/{id}/{path}",
                    path == "plan/fit" ? new { version = Version(visit), minutes = 20 } : new { version = Version(visit) }
                )
            );
        }

        var swap = new
        {
            version = Version(visit),
            swaps = new[] { new { step = (string)visit["plan"]!["steps"]![0]!["id"]!, replacement = "leave-out" } },
        };
        odile.Refused(409, client == "Wren" ? "session-running" : "session-over", await odile.Post($"/api/visits/{id}/swaps", swap));
        Assert.Equal(record, Record(await odile.Visit(id)));
    }

    [Fact]
    public async Task What_was_pressed_stays_what_it_was_when_the_practitioner_changes()
    {
        var id = await odile.VisitOf("Bram");
        await odile.NoToTheRest(id);
        await odile.Post(
            $"/api/visits/{id}/give/events",
            new
            {
                events = new[]
                {
                    new
                    {
                        id = Guid.NewGuid(),
                        at = "2026-01-01T00:00:00Z",
                        kind = "start",
                    },
                },
            }
        );
        var before = (await odile.Get($"/api/visits/{id}/press"))!;
        await odile.Put("/api/me/body", new { massKg = 110, statureM = 1.95 });
        Assert.Equal(before["lines"]!.ToJsonString(), (await odile.Get($"/api/visits/{id}/press"))!["lines"]!.ToJsonString());
        Assert.True(before["lines"]!.AsArray().Count > 10);
    }

    [Fact]
    public async Task Every_signed_visit_of_the_demo_opens_with_its_own_measures_and_no_others()
    {
        var signed = await house.InDb(db => db.Visits.Where(v => v.SignedAt != null).Select(v => v.Id).ToListAsync());
        Assert.True(signed.Count >= 8);
        foreach (var id in signed)
        {
            var visit = await odile.Visit(id.ToString());
            Assert.Equal("signed", (string)visit["phase"]!);
            var changes = visit["changes"]!.AsArray().Select(c => (string)c!["measure"]!).ToList();
            Assert.Equal(changes, visit["outcome"]!["taken"]!.AsArray().Select(t => (string)t!["measure"]!["id"]!));
            Assert.NotEmpty(visit["vocabulary"]!["responses"]!.AsArray());
        }
    }

    [Fact]
    public async Task A_visit_of_a_whole_flow_with_its_words_is_stored_in_under_20_kB()
    {
        var id = await odile.VisitOf("Bram");
        await odile.NoToTheRest(id);
        var responses = Enumerable
            .Range(0, 10)
            .Select(i => new
            {
                id = Guid.NewGuid(),
                at = $"2026-01-01T00:{i + 10}:00Z",
                kind = "response",
                response = "sigh",
                step = "thumbs.left",
                device = "3f2c1d4e",
            });
        await odile.Post(
            $"/api/visits/{id}/give/events",
            new
            {
                events = new object[]
                {
                    new
                    {
                        id = Guid.NewGuid(),
                        at = "2026-01-01T00:00:00Z",
                        kind = "start",
                    },
                }
                    .Concat(responses)
                    .Append(
                        new
                        {
                            id = Guid.NewGuid(),
                            at = "2026-01-01T00:40:00Z",
                            kind = "finish",
                        }
                    ),
            }
        );
        var visit = await odile.Visit(id);
        await odile.Post($"/api/visits/{id}/sign", new { version = Version(visit) });
        Assert.True(visit["plan"]!["steps"]!.AsArray().Count > 40);
        var bytes = await house.InDb(async db =>
            await Length(db, "Visits", "Id", id)
            + await Length(db, "Bases", "VisitId", id)
            + await Length(db, "SessionEvents", "VisitId", id)
        );
        Assert.InRange(bytes, 5_000, 20_000);
    }

#pragma warning disable EF1002 // Names of our own.
    /// <summary>Bytes of all columns of a visit's rows in a table.</summary>
    private static async Task<long> Length(Data.LanternDb db, string table, string key, string visit)
    {
        var columns = await db.Database.SqlQueryRaw<string>($"SELECT name AS Value FROM pragma_table_info('{table}')").ToListAsync();
        var sum = string.Join(" + ", columns.Select(c => $"COALESCE(LENGTH(CAST(\"{c}\" AS BLOB)), 0)"));
        return (
            await db
                .Database.SqlQueryRaw<long>($"SELECT SUM({sum}) AS Value FROM \"{table}\" WHERE \"{key}\" = '{visit.ToUpperInvariant()}'")
                .ToListAsync()
        ).Single();
    }
#pragma warning restore EF1002

    [Fact]
    public async Task A_student_can_neither_answer_nor_strike_away_what_means_do_not_treat()
    {
        var pim = await house.Guest("pim");
        var id = await odile.VisitOf("Sedge");
        var visit = await pim.Visit(id);
        var clot = visit["facts"]!.AsArray().Select(f => f!["entry"]!).First(e => (string)e["fact"]! == "clot");
        pim.Refused(
            403,
            "not-yours",
            await pim.Post(
                $"/api/visits/{id}/facts/strike",
                new
                {
                    version = Version(visit),
                    entry = JsonNode.Parse(clot.ToJsonString()),
                    reason = "It was nothing.",
                }
            )
        );
        pim.Refused(
            403,
            "not-yours",
            await pim.Put($"/api/visits/{id}/facts", new { version = Version(visit), entry = new { fact = "clot", status = "no" } })
        );
        Assert.Equal(visit["screen"]!.ToJsonString(), (await pim.Visit(id))["screen"]!.ToJsonString());
        Assert.Equal(0, await house.InDb(db => db.EarlierFacts.CountAsync()));
        Assert.False((bool)(visit["may"]!["sign"]!["allowed"]!));

        await odile.Post(
            $"/api/visits/{id}/facts/strike",
            new
            {
                version = Version(visit),
                entry = JsonNode.Parse(clot.ToJsonString()),
                reason = "Ultrasound this morning: no clot.",
            }
        );
        Assert.Equal(200, (int)odile.Last.StatusCode);
        var struck = await house.InDb(db => db.EarlierFacts.SingleAsync());
        Assert.Equal(
            ("clot", FactStatus.Suspected, "Ultrasound this morning: no clot."),
            (struck.Entry.Fact, struck.Entry.Status, struck.Reason)
        );
        await Assert.ThrowsAsync<Microsoft.Data.Sqlite.SqliteException>(() => house.InDb(db => db.EarlierFacts.ExecuteDeleteAsync()));
    }

    [Fact]
    public async Task One_stale_rule_kept_flow_fact_or_plan_is_set_aside_with_a_sentence_and_the_rest_works()
    {
        var id = await odile.VisitOf("Bram");
        var plan = await house.InDb(db => db.Visits.Where(v => v.Id == Guid.Parse(id)).Select(v => v.Plan).SingleAsync());
        var stale = plan with { Steps = [plan.Steps[0], plan.Steps[1] with { Technique = "long-forgotten-press" }, .. plan.Steps.Skip(2)] };
        await house.InDb(async db =>
        {
            var visit = await db.Visits.Include(v => v.Client).SingleAsync(v => v.Id == Guid.Parse(id));
            visit.Plan = stale;
            db.Facts.Add(
                new()
                {
                    ClientId = visit.ClientId,
                    Fact = "humours-out-of-balance",
                    RecordedBy = "x",
                }
            );
            db.OwnFlows.Add(
                new()
                {
                    Id = Guid.NewGuid(),
                    Name = "All gone",
                    Summary = "",
                    Plan = plan with { Steps = [stale.Steps[1]] },
                    Author = "x",
                }
            );
            var rule = (await odile.Get("/api/rules"))!.AsArray()[0]!;
            db.OwnRules.Add(
                new()
                {
                    Id = "own.stale",
                    Reason = "Once it made sense.",
                    Author = "x",
                    AddedAt = NodaTime.Instant.FromUtc(2026, 1, 1, 0, 0),
                    Rule = new(
                        "own.stale",
                        "Gone",
                        new("own rule"),
                        new() { Fact = "humours-out-of-balance" },
                        [new(Outcome.Avoid)],
                        "Because.",
                        ["Nothing."],
                        []
                    ),
                }
            );
            return await db.SaveChangesAsync();
        });
        await using var again = new HouseOn(await house.Leave());
        var guest = await again.Guest();
        Assert.Equal(16, (await guest.Get("/api/today"))!["visits"]!.AsArray().Count);
        var shown = await guest.Visit(id);
        Assert.Equal(Legs.Steps - 1, shown["plan"]!["steps"]!.AsArray().Count);
        Assert.Contains("long-forgotten-press", (string)shown["setAside"]![0]!, StringComparison.Ordinal);
        Assert.Contains(
            shown["screen"]!["unresolved"]!.AsArray(),
            u => ((string)u!["saying"]!).Contains("humours out of balance", StringComparison.Ordinal)
        );
        var kept = (await guest.Get("/api/library"))!.AsArray().Single(c => (string)c!["name"]! == "All gone")!;
        Assert.Contains("long-forgotten-press", (string)kept["setAside"]![0]!, StringComparison.Ordinal);
        var ownRule = (await guest.Get("/api/rules"))!.AsArray().Single(r => (string)r!["rule"]!["id"]! == "own.stale")!;
        Assert.Contains("does not speak any more", (string)ownRule["setAside"]!, StringComparison.Ordinal);
        foreach (
            var path in new[]
            {
                "/api/clients",
                "/api/people",
                "/api/trail",
                $"/api/visits/{id}/press",
                $"/api/visits/{id}/plan/dose",
                $"/api/visits/{id}/plan/sources",
            }
        )
        {
            await guest.Get(path);
            Assert.Equal(200, (int)guest.Last.StatusCode);
        }
    }

    [Fact]
    public async Task A_signed_visit_reads_the_same_when_words_of_it_have_gone_from_the_knowledge()
    {
        var id = (
            await house.InDb(db =>
                db.Visits.Where(v => v.SignedAt != null && v.Client!.Name.StartsWith("Marlo")).Select(v => v.Id).SingleAsync()
            )
        ).ToString();
        var before = await odile.Visit(id);
        var knowledge = Path.Combine(house.Folder, "knowledge");
        foreach (var file in Directory.GetFiles(Exchange.Knowledge.KnowledgeFolder.Shipped, "*", SearchOption.AllDirectories))
        {
            var to = Path.Combine(knowledge, Path.GetRelativePath(Exchange.Knowledge.KnowledgeFolder.Shipped, file));
            Directory.CreateDirectory(Path.GetDirectoryName(to)!);
            // The response goes, and a measure is called otherwise: both stand in the record.
            var text = File.ReadAllText(file);
            File.WriteAllText(
                to,
                Path.GetFileName(file) switch
                {
                    "responses.json" => WithoutEntry(text, "responses", "tender"),
                    "home-advice.json" => text.Replace("\"tender\", ", "", StringComparison.Ordinal),
                    "felt.json" => text.Replace("\"name\": \"Heavy legs\"", "\"name\": \"Weight of the legs\"", StringComparison.Ordinal),
                    _ => text,
                }
            );
        }

        await using var again = new HouseOn(await house.Leave(), knowledge);
        var guest = await again.Guest();
        var after = await guest.Visit(id);
        Assert.NotEqual((string)before["knowledgeVersion"]!, (string)(await guest.Visit(await guest.VisitOf("Bram")))["knowledgeVersion"]!);
        Assert.Equal((string)before["knowledgeVersion"]!, (string)after["knowledgeVersion"]!);
        Assert.Equal(Record(before), Record(after));
        Assert.Equal(before["note"]!.ToJsonString(), after["note"]!.ToJsonString());
        Assert.Equal(before["outcome"]!.ToJsonString(), after["outcome"]!.ToJsonString());
        Assert.Equal(before["screen"]!.ToJsonString(), after["screen"]!.ToJsonString());
        Assert.Contains(after["vocabulary"]!["responses"]!.AsArray(), r => (string)r!["id"]! == "tender");
        await guest.Get($"/api/clients/{(string)after["client"]!["id"]!}");
        Assert.Equal(200, (int)guest.Last.StatusCode);
    }

    private static string WithoutEntry(string json, string kind, string id)
    {
        var root = JsonNode.Parse(json)!;
        var list = root[kind]!.AsArray();
        list.Remove(list.Single(e => (string)e!["id"]! == id));
        return root.ToJsonString();
    }
}
