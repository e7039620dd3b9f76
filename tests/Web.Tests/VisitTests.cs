using System.Text.Json.Nodes;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Tests.Support;
using AmpleLantern.Web.Today;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Tests;

/// <summary>A visit from the door to the record, each test on a house of its own.</summary>
public sealed class VisitTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;

    public async ValueTask InitializeAsync() => odile = await house.Guest();

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private static int Version(JsonNode visit) => (int)visit["version"]!;

    private async Task<JsonNode> Post(string id, string path, object body) => (await odile.Post($"/api/visits/{id}/{path}", body))!;

    private async Task<JsonNode> Settled(string client)
    {
        var id = await odile.VisitOf(client);
        var visit = await odile.NoToTheRest(id);
        return await Post(id, "settle", new { version = Version(visit) });
    }

    [Fact]
    public async Task Questions_that_matter_are_asked_and_a_yes_changes_the_screen_at_once()
    {
        var id = await odile.VisitOf("Tobin");
        var before = await odile.Visit(id);
        Assert.Contains(before["missing"]!.AsArray(), m => (string)m!["fact"]! == "fever");
        var after = (
            await odile.Put($"/api/visits/{id}/facts", new { version = Version(before), entry = new { fact = "fever", status = "known" } })
        )!;
        Assert.Equal("postpone", (string)after["screen"]!["verdict"]!);
        Assert.False((bool)after["start"]!["mayStart"]!);
        odile.Refused(
            422,
            "reason-too-short",
            await odile.Post(
                $"/api/visits/{id}/facts/strike",
                new
                {
                    version = Version(after),
                    entry = new { fact = "fever" },
                    reason = "no",
                }
            )
        );
        var back = await Post(
            id,
            "facts/strike",
            new
            {
                version = Version(after),
                entry = new { fact = "fever" },
                reason = "A slip of the finger.",
            }
        );
        Assert.Contains(back["missing"]!.AsArray(), m => (string)m!["fact"]! == "fever");
    }

    [Fact]
    public async Task Two_windows_do_not_overwrite_each_other_silently()
    {
        var id = await odile.VisitOf("Bram");
        var version = Version(await odile.Visit(id));
        await odile.Put($"/api/visits/{id}/check-in", new { version, words = "First window." });
        odile.Refused(409, "changed-elsewhere", await odile.Put($"/api/visits/{id}/check-in", new { version, words = "Second window." }));
        Assert.Equal("First window.", (string)(await odile.Visit(id))["words"]!);
    }

    [Theory]
    [InlineData(
        "{\"version\":V,\"entry\":{\"fact\":\"pregnancy\",\"status\":\"known\",\"detail\":{\"lastPeriod\":\"2001-01-01\"}}}",
        422,
        "impossible-pregnancy"
    )]
    [InlineData("{\"version\":V,\"entry\":{\"fact\":\"sneezing\"}}", 422, "unknown-fact")]
    [InlineData("{\"version\":V,\"entry\":{\"fact\":\"diabetes\",\"since\":\"2999-01-01\"}}", 422, "since-after-today")]
    [InlineData("{\"version\":V,\"entry\":{\"fact\":\"diabetes\",\"since\":\"yesterday\"}}", 400, "wrong-type")]
    [InlineData("{\"version\":\"one\",\"entry\":{\"fact\":\"diabetes\"}}", 400, "wrong-type")]
    [InlineData("{\"version\":V,\"entry\":{\"fact\":\"diabetes\",\"certain\":true}}", 400, "unknown-field")]
    [InlineData("{\"version\":V,\"entry\":", 400, "broken-json")]
    public async Task Bad_input_gets_a_sentence_and_changes_nothing(string body, int status, string code)
    {
        var id = await odile.VisitOf("Maren");
        var version = Version(await odile.Visit(id));
        odile.Refused(
            status,
            code,
            await odile.Send(
                HttpMethod.Put,
                $"/api/visits/{id}/facts",
                body.Replace("V", version.ToString(System.Globalization.CultureInfo.InvariantCulture), StringComparison.Ordinal)
            )
        );
        var visit = await odile.Visit(id);
        Assert.Equal(version, Version(visit));
        Assert.Equal("pregnancy", (string)visit["facts"]!.AsArray().Single()!["entry"]!["fact"]!);
    }

    [Fact]
    public async Task The_plan_is_edited_fitted_and_screened_again_after_every_edit()
    {
        var id = await odile.VisitOf("Bram");
        var visit = await odile.NoToTheRest(id);
        var level = await Post(
            id,
            "plan/edits",
            new
            {
                version = Version(visit),
                edit = new
                {
                    kind = "level",
                    step = "thumbs.left",
                    number = 4,
                },
            }
        );
        Assert.All(
            level["plan"]!["steps"]!.AsArray().Where(s => ((string)s!["id"]!).StartsWith("thumbs", StringComparison.Ordinal)),
            s => Assert.Equal(4, (int)s!["level"]!)
        );
        odile.Refused(
            422,
            "level-out-of-range",
            await odile.Post(
                $"/api/visits/{id}/plan/edits",
                new
                {
                    version = Version(level),
                    edit = new
                    {
                        kind = "level",
                        step = "thumbs.left",
                        number = 9,
                    },
                }
            )
        );
        odile.Refused(
            422,
            "minutes-out-of-range",
            await odile.Post($"/api/visits/{id}/plan/fit", new { version = Version(level), minutes = 0 })
        );
        odile.Refused(
            422,
            "minutes-out-of-range",
            await odile.Post($"/api/visits/{id}/plan/fit", new { version = Version(level), minutes = 1440 })
        );
        var fit = await Post(id, "plan/fit", new { version = Version(level), minutes = 45 });
        Assert.True((double)fit["visit"]!["expansion"]!["totalSeconds"]! <= 45 * 60);
        Assert.NotEmpty(fit["cuts"]!.AsArray());
        var rest = await Post(
            id,
            "plan/edits",
            new
            {
                version = Version(fit["visit"]!),
                edit = new
                {
                    kind = "allow-rest",
                    step = "groin-hold",
                    number = 0,
                },
            }
        );
        Assert.Contains(rest["screen"]!["findings"]!.AsArray(), f => (string)f!["rule"]! == "compression-hold.no-touch");
    }

    [Fact]
    public async Task The_hold_is_swapped_in_one_go_and_the_session_may_then_begin()
    {
        var visit = await Settled("Tobin");
        Assert.True((bool)visit["start"]!["mayStart"]!);
        Assert.Equal(
            ["history", "arrive", "groin-hold.palm-rounds", "groin-hold.spread-rounds", "groin-hold.twist-rounds", "feet-warm", "close"],
            visit["plan"]!["steps"]!.AsArray().Select(s => (string)s!["id"]!)
        );
        Assert.Equal("Go ahead, with one step exchanged.", (string)visit["headline"]!["answer"]!);
    }

    [Fact]
    public async Task A_reason_lifts_an_avoid_but_never_a_referral()
    {
        var tobin = await odile.VisitOf("Tobin");
        var visit = await odile.Visit(tobin);
        var rule = (string)visit["screen"]!["findings"]![0]!["rule"]!;
        odile.Refused(
            422,
            "reason-too-short",
            await odile.Post(
                $"/api/visits/{tobin}/overrides",
                new
                {
                    version = Version(visit),
                    rule,
                    reason = "fine",
                }
            )
        );
        visit = await Post(
            tobin,
            "overrides",
            new
            {
                version = Version(visit),
                rule,
                reason = "Cardiologist's letter of Monday allows it.",
            }
        );
        Assert.Equal("Odile Fenn", (string)visit["overrides"]![0]!["by"]!);
        Assert.True((bool)visit["start"]!["mayStart"]!);
        var sedge = await odile.VisitOf("Sedge");
        visit = await odile.Visit(sedge);
        odile.Refused(
            422,
            "cannot-override",
            await odile.Post(
                $"/api/visits/{sedge}/overrides",
                new
                {
                    version = Version(visit),
                    rule = "refer.clot-suspected",
                    reason = "It looks like nothing.",
                }
            )
        );
        Assert.Equal(["set-aside not-cleared"], Answers((await odile.Post($"/api/visits/{sedge}/give/events", Events("start")))!));
    }

    [Fact]
    public async Task Events_sent_twice_count_once_and_the_log_survives()
    {
        var visit = await Settled("Tobin");
        var id = (string)visit["id"]!;
        var events = Events("start", "next", "response:tender");
        var first = await Post(id, "give/events", events);
        var again = await Post(id, "give/events", events);
        Assert.Equal(["stored", "stored", "stored"], Answers(first));
        Assert.Equal(["already", "already", "already"], Answers(again));
        Assert.Equal(3, (int)again["session"]!["events"]!);
        Assert.Single(again["session"]!["responses"]!.AsArray());
        Assert.Equal(3, await house.InDb(db => db.SessionEvents.CountAsync(e => e.VisitId == Guid.Parse(id))));
        odile.Refused(
            409,
            "session-running",
            await odile.Post($"/api/visits/{id}/plan/fit", new { version = Version(await odile.Visit(id)), minutes = 20 })
        );
        odile.Refused(409, "session-running", await odile.Post($"/api/visits/{id}/sign", new { version = Version(await odile.Visit(id)) }));
    }

    [Fact]
    public async Task Dizzy_stops_the_session_and_is_screened_before_it_may_go_on()
    {
        var visit = await Settled("Tobin");
        var id = (string)visit["id"]!;
        var view = await Post(id, "give/events", Events("start", "response:dizzy"));
        Assert.Equal("stopped", (string)view["session"]!["phase"]!);
        Assert.False((bool)view["start"]!["mayStart"]!);
        Assert.Equal(["set-aside not-cleared"], Answers((await odile.Post($"/api/visits/{id}/give/events", Events("go-on")))!));
        Assert.Equal("postpone", (string)(await odile.Visit(id))["screen"]!["verdict"]!);
    }

    [Fact]
    public async Task A_signed_visit_is_locked_and_reads_the_same_whatever_changes_later()
    {
        var id = await odile.VisitOf("Anouk");
        var visit = (
            await odile.Put(
                $"/api/visits/{id}/reflect",
                new { version = Version(await odile.Visit(id)), after = new[] { new { measure = "heaviness", after = 2 } } }
            )
        )!;
        Assert.Contains("5 to 2: better", (string)visit["note"]!["found"]!, StringComparison.Ordinal);
        odile.Refused(
            422,
            "rating-out-of-range",
            await odile.Put(
                $"/api/visits/{id}/reflect",
                new { version = Version(visit), after = new[] { new { measure = "heaviness", after = 12 } } }
            )
        );
        visit = (
            await odile.Put($"/api/visits/{id}/reflect", new { version = Version(visit), note = new { next = "Bring the other shoes." } })
        )!;
        visit = (
            await odile.Put(
                $"/api/visits/{id}/reflect",
                new { version = Version(visit), after = new[] { new { measure = "tension", after = 1 } } }
            )
        )!;
        Assert.Equal("Bring the other shoes.", (string)visit["note"]!["next"]!);
        Assert.Contains("Tension 4 to 1: better", (string)visit["note"]!["found"]!, StringComparison.Ordinal);
        var signed = await Post(id, "sign", new { version = Version(visit) });
        Assert.Equal("Odile Fenn", (string)signed["signedBy"]!);
        odile.Refused(
            409,
            "locked",
            await odile.Put(
                $"/api/visits/{id}/reflect",
                new
                {
                    version = Version(signed),
                    note = new
                    {
                        said = "",
                        found = "",
                        done = "",
                        next = "",
                    },
                }
            )
        );
        Assert.Equal(["set-aside locked"], Answers((await odile.Post($"/api/visits/{id}/give/events", Events("next")))!));
        var sql = $"UPDATE Visits SET Words = 'rewritten' WHERE Id = '{id.ToUpperInvariant()}'";
        await Assert.ThrowsAsync<Microsoft.Data.Sqlite.SqliteException>(() => house.InDb(db => db.Database.ExecuteSqlRawAsync(sql)));
        await house.InDb(db =>
            db.Facts.Where(f => f.Fact == "anticoagulant").ExecuteUpdateAsync(s => s.SetProperty(f => f.Status, FactStatus.Known))
        );
        var later = await odile.Visit(id);
        Assert.Equal(signed["screen"]!.ToJsonString(), later["screen"]!.ToJsonString());
        Assert.Equal(signed["expansion"]!.ToJsonString(), later["expansion"]!.ToJsonString());
        var added = await Post(id, "addenda", new { text = "Called on day 1: slept well." });
        Assert.Equal("Called on day 1: slept well.", (string)added["addenda"]![0]!["text"]!);
    }

    [Fact]
    public async Task The_desk_books_a_visit_for_a_practitioner_and_it_starts_from_its_flow()
    {
        var desk = await house.Guest("ansa");
        var client = (await desk.Post("/api/clients", new { name = "Lune Harrow", birthDate = "1979-05-04" }))!;
        desk.Refused(422, "birth-after-today", await desk.Post("/api/clients", new { name = "Not Yet", birthDate = "2999-01-01" }));
        object Booking(int minutes, string? practitioner) =>
            new
            {
                clientId = (string)client["id"]!,
                date = "2026-12-01",
                at = "09:30:00",
                minutesBooked = minutes,
                flow = "groin-hold",
                practitioner,
            };
        desk.Refused(422, "no-practitioner", await desk.Post("/api/visits", Booking(40, null)));
        desk.Refused(422, "minutes-out-of-range", await desk.Post("/api/visits", Booking(0, "teo")));
        var booked = (await desk.Post("/api/visits", Booking(40, "teo")))!;
        Assert.Equal("Teo Marsh", (string)booked["practitioner"]!);
        var visit = await odile.Visit((string)booked["id"]!);
        Assert.Equal("arrive", (string)visit["currentStage"]!);
        var other = await Post(
            (string)booked["id"]!,
            "plan/start",
            new { version = Version(visit), from = new { kind = "flow", id = "legs-on-the-mat" } }
        );
        Assert.Equal(Legs.Steps, other["plan"]!["steps"]!.AsArray().Count);
        Assert.Equal("Lune Harrow", (string)(await odile.Get("/api/today?date=2026-12-01"))!["visits"]![0]!["clientName"]!);
        odile.Refused(422, "bad-date", await odile.Get("/api/today?date=soon"));
    }

    [Fact]
    public async Task The_history_shows_what_moved_and_what_did_not()
    {
        var today = (await odile.Get("/api/today"))!["visits"]!.AsArray();
        string Client(string name) =>
            (string)today.Single(v => ((string)v!["clientName"]!).StartsWith(name, StringComparison.Ordinal))!["clientId"]!;
        Assert.Equal("better", (string)Heaviness((await odile.Get($"/api/clients/{Client("Anouk")}"))!)["overall"]!["verdict"]!);
        Assert.Equal("same", (string)Heaviness((await odile.Get($"/api/clients/{Client("Bram")}"))!)["overall"]!["verdict"]!);
    }

    [Fact]
    public async Task The_demo_shows_every_outcome_and_a_visit_at_every_stage()
    {
        var visits = (await odile.Get("/api/today"))!["visits"]!.AsArray();
        Assert.Equal(["arrive", "give", "plan", "reflect", "screen"], visits.Select(v => (string)v!["currentStage"]!).Distinct().Order());
        var outcomes = new HashSet<string>();
        foreach (var v in visits)
        {
            outcomes.UnionWith(
                (await odile.Visit((string)v!["id"]!))["screen"]!["findings"]!.AsArray().Select(f => (string)f!["outcome"]!)
            );
        }

        Assert.Equal(["avoid", "clearance", "emergency", "modify", "note", "postpone", "refer-first"], outcomes.Order());
    }

    private static JsonNode Heaviness(JsonNode history) =>
        history["trends"]!.AsArray().Single(t => (string)t!["measure"]!["id"]! == "heaviness")!["trend"]!;

    /// <summary>The server's word on each event, with the code where it was set aside.</summary>
    private static IEnumerable<string> Answers(JsonNode view) =>
        view["answers"]!.AsArray().Select(a => $"{(string)a!["result"]!} {(string?)a["code"]}".Trim());

    private static object Events(params string[] kinds) =>
        new
        {
            events = kinds
                .Select(
                    (k, i) =>
                        new
                        {
                            id = Guid.NewGuid(),
                            at = DateTimeOffset
                                .UtcNow.AddSeconds(-60 + 10 * i)
                                .ToString("O", System.Globalization.CultureInfo.InvariantCulture)
                                .Replace("+00:00", "Z", StringComparison.Ordinal),
                            kind = k.Split(':')[0],
                            response = k.Contains(':', StringComparison.Ordinal) ? k.Split(':')[1] : null,
                        }
                )
                .ToArray(),
        };
}
