using System.Text.Json.Nodes;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Tests.Support;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Tests;

/// <summary>Intake by link, interviews, written OKs, letters and a practice's own rules.</summary>
public sealed class ScreeningTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;

    public async ValueTask InitializeAsync() => odile = await house.Guest();

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private static int Version(JsonNode visit) => (int)visit["version"]!;

    private static IEnumerable<string> Rules(JsonNode visit) => visit["screen"]!["findings"]!.AsArray().Select(f => (string)f!["rule"]!);

    private static bool Knows(JsonNode visit, string fact, string status) =>
        visit["facts"]!.AsArray().Any(f => (string)f!["entry"]!["fact"]! == fact && (string)f["entry"]!["status"]! == status);

    private async Task<string> LinkFor(string visit) =>
        "/api" + (string)(await odile.Post($"/api/visits/{visit}/intake-link", new { }))!["path"]!;

    [Fact]
    public async Task A_link_opens_once_shows_nothing_of_the_record_and_what_comes_back_is_accepted_line_by_line()
    {
        var id = await odile.VisitOf("Maren");
        var link = await LinkFor(id);
        var phone = await house.Guest(null);
        var page = (await phone.Get(link))!;
        Assert.DoesNotContain("Maren", page.ToJsonString(), StringComparison.Ordinal);
        // Known already, and asked like anything else: what is left out would tell whoever holds the phone.
        Assert.Equal(6, page["lists"]!.AsArray().Count);
        Assert.Contains("\"pregnancy\"", page["lists"]!.ToJsonString(), StringComparison.Ordinal);
        phone.Refused(401, "signed-out", await phone.Get($"/api/visits/{id}"));

        await phone.Post(
            link,
            new
            {
                words = "Very tired.",
                answers = new object[] { new { fact = "diabetes", status = "known" }, new { fact = "asthma", status = "known" } },
                medicines = new[] { "heparin", " " },
                lists = new object[]
                {
                    new { card = "pregnancy-and-the-rest", version = 1 },
                    new { card = "heart-and-vessels", version = 1 },
                    new { card = "a list of another year", version = 1 },
                },
            }
        );
        phone.Refused(410, "link-used", await phone.Get(link));
        phone.Refused(
            410,
            "link-used",
            await phone.Post(
                link,
                new
                {
                    words = "Again.",
                    answers = Array.Empty<object>(),
                    medicines = Array.Empty<string>(),
                    lists = Array.Empty<object>(),
                }
            )
        );

        var untouched = await odile.Visit(id);
        Assert.False(Knows(untouched, "diabetes", "known"), "nothing counts before a practitioner has read it");
        var waiting = (await odile.Get($"/api/visits/{id}/intake"))!;
        // A list they went through stands against a pregnancy that is on record: said, and not taken back by it.
        Assert.Equal(
            ["Pregnancy and the rest: pregnancy, 24 weeks", "Heart and vessels: "],
            waiting["lists"]!.AsArray().Select(l => $"{l!["name"]}: {string.Join(", ", l["against"]!.AsArray().Select(a => (string)a!))}")
        );
        Assert.Equal(["diabetes", "asthma", "medicine: heparin"], waiting["lines"]!.AsArray().Select(l => (string)l!["saying"]!));
        var visit = (
            await odile.Post(
                $"/api/visits/{id}/intake/accept",
                new
                {
                    version = Version(untouched),
                    link = (string)waiting["link"]!,
                    lines = waiting["lines"]!
                        .AsArray()
                        .Skip(1)
                        .Concat(waiting["lists"]!.AsArray())
                        .Select(l => (string)l!["id"]!)
                        .ToArray(),
                    words = true,
                }
            )
        )!;
        Assert.False(Knows(visit, "diabetes", "known"), "put aside");
        Assert.True(Knows(visit, "asthma", "known"));
        Assert.True(Knows(visit, "pregnancy", "known"));
        // One record for each list, and no fact for what it denied.
        Assert.False(Knows(visit, "clot", "no"));
        var list = visit["asking"]!["lists"]!.AsArray().Single(l => (string)l!["id"]! == "pregnancy-and-the-rest")!;
        Assert.Equal("answered", (string)list["state"]!);
        Assert.Equal("the client, on their phone", (string)list["answer"]!["answeredBy"]!);
        var denied = list["answer"]!["denied"]!.AsArray().Select(d => (string)d!).ToList();
        Assert.Contains("cancer", denied);
        Assert.DoesNotContain("pregnancy", denied);
        Assert.DoesNotContain("asthma", denied);
        Assert.Contains("anticoagulant.pressure", Rules(visit));
        Assert.EndsWith("Very tired.", (string)visit["words"]!, StringComparison.Ordinal);
        var said = visit["facts"]!.AsArray().Single(f => (string)f!["entry"]!["fact"]! == "medicine")!;
        Assert.Equal("the client, on their phone", (string)said["entry"]!["saidBy"]!);
        Assert.Equal("Odile Fenn", (string)said["recordedBy"]!);
        Assert.Empty((await odile.Get($"/api/visits/{id}/intake"))!["lines"]!.AsArray());
    }

    [Fact]
    public async Task A_link_runs_out_a_new_one_shuts_the_old_and_a_wrong_one_opens_nothing()
    {
        var id = await odile.VisitOf("Maren");
        var (old, link) = (await LinkFor(id), await LinkFor(id));
        var phone = await house.Guest(null);
        phone.Refused(410, "link-expired", await phone.Get(old));
        Assert.NotNull((await phone.Get(link))!["lists"]);
        await house.InDb(db => db.Intakes.ExecuteUpdateAsync(s => s.SetProperty(i => i.Expires, Instant.FromUtc(2020, 1, 1, 0, 0))));
        phone.Refused(410, "link-expired", await phone.Get(link));
        phone.Refused(404, "no-such-link", await phone.Get("/api/intake/not-a-link"));
        Assert.All(
            await house.InDb(db => db.Intakes.Select(i => i.TokenHash).ToListAsync()),
            h => Assert.DoesNotContain(h, link, StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task What_cannot_be_is_refused_on_the_phone_too_and_can_be_sent_again()
    {
        var link = await LinkFor(await odile.VisitOf("Maren"));
        var phone = await house.Guest(null);
        await phone.Get(link);
        phone.Refused(
            422,
            "since-after-today",
            await phone.Post(
                link,
                new
                {
                    words = "",
                    answers = new[]
                    {
                        new
                        {
                            fact = "diabetes",
                            status = "known",
                            since = "2999-01-01",
                        },
                    },
                    medicines = Array.Empty<string>(),
                    lists = Array.Empty<object>(),
                }
            )
        );
        Assert.NotNull((await phone.Get(link))!["lists"]);
    }

    [Fact]
    public async Task Every_answer_of_an_interview_is_screened_at_once_and_taken_back_with_it()
    {
        var id = await odile.VisitOf("Bram");
        var visit = await odile.Visit(id);
        async Task<JsonNode> Answer(params object[] answers) =>
            visit = (
                await odile.Put(
                    $"/api/visits/{id}/interviews",
                    new
                    {
                        version = Version(visit),
                        complaint = "leg",
                        side = "left",
                        answers,
                    }
                )
            )!;

        var asked = await Answer();
        Assert.Equal("cold", (string)asked["interviews"]![0]!["result"]!["next"]!["id"]!);
        var girth = await Answer(new { question = "hot", option = "no" }, new { question = "girth", value = 3.4 });
        Assert.Equal("refer-first", (string)girth["screen"]!["verdict"]!);
        Assert.Contains("refer.calf-difference", Rules(girth));
        Assert.False((bool)girth["start"]!["mayStart"]!);
        var back = await Answer(new { question = "hot", option = "no" });
        Assert.DoesNotContain("refer.calf-difference", Rules(back));
        odile.Refused(
            422,
            "unknown-option",
            await odile.Put(
                $"/api/visits/{id}/interviews",
                new
                {
                    version = Version(visit),
                    complaint = "leg",
                    answers = new[] { new { question = "hot", option = "perhaps" } },
                }
            )
        );
        var dropped = (
            await odile.Put(
                $"/api/visits/{id}/interviews",
                new
                {
                    version = Version(visit),
                    complaint = "leg",
                    answers = Array.Empty<object>(),
                    drop = true,
                }
            )
        )!;
        Assert.Empty(dropped["interviews"]!.AsArray());
        Assert.DoesNotContain(dropped["facts"]!.AsArray(), f => (string)f!["entry"]!["fact"]! == "hot-swollen-calf");
    }

    [Fact]
    public async Task A_written_OK_is_kept_with_name_and_date_and_lifts_the_finding_for_whoever_may_sign()
    {
        var id = await odile.VisitOf("Jory");
        var letter = (await odile.Get($"/api/visits/{id}/letters/clearance"))!;
        Assert.Contains("cancer", letter["parts"]!.ToJsonString(), StringComparison.Ordinal);
        var visit = await odile.Visit(id);
        var ok = new
        {
            version = Version(visit),
            rule = "clearance.cancer-treatment",
            physician = "Dr Hale",
            given = (string)visit["date"]!,
            expires = "2999-01-01",
            scope = "light work, no heat",
        };
        var pim = await house.Guest("pim");
        pim.Refused(403, "not-yours", await pim.Post($"/api/visits/{id}/clearances", ok));
        var cleared = (await odile.Post($"/api/visits/{id}/clearances", ok))!;
        Assert.DoesNotContain(cleared["screen"]!["findings"]!.AsArray(), f => (string)f!["outcome"]! == "clearance");
        Assert.Contains(
            cleared["screen"]!["findings"]!.AsArray(),
            f => ((string)f!["title"]!).StartsWith("Cleared by Dr Hale", StringComparison.Ordinal)
        );
        Assert.Contains("cancer.light", Rules(cleared));
        Assert.Equal("Odile Fenn", (string)cleared["clearances"]![0]!["by"]!);
        odile.Refused(422, "no-ground", await odile.Get($"/api/visits/{id}/letters/referral"));
        odile.Refused(404, "not-found", await odile.Get($"/api/visits/{id}/letters/poem"));
    }

    private static object OwnRule(string reason = "A scald in the spring of last year.", string fact = "diabetes") =>
        new
        {
            title = "No towels with diabetes",
            when = new { fact },
            then = new[] { new { outcome = "avoid", on = new { warm = true } } },
            why = "Numb feet are often not noticed yet.",
            instead = "Warm hands.",
            reason,
        };

    [Fact]
    public async Task A_rule_written_here_is_tried_first_then_changes_the_next_screen_and_can_be_retired()
    {
        var ines = await odile.VisitOf("Ines");
        Assert.DoesNotContain(Rules(await odile.Visit(ines)), r => r.StartsWith("own.", StringComparison.Ordinal));
        var tried = (await odile.Post("/api/rules/try", OwnRule()))!;
        Assert.Equal(["Ines Kestrelow"], tried["changes"]!.AsArray().Select(c => (string)c!["client"]!));
        Assert.Equal(["Fluid through the feet"], tried["touches"]!.AsArray().Select(t => (string)t!));
        Assert.DoesNotContain(Rules(await odile.Visit(ines)), r => r.StartsWith("own.", StringComparison.Ordinal));

        var rules = (await odile.Post("/api/rules", OwnRule()))!;
        var own = rules.AsArray()[0]!;
        Assert.Equal("Odile Fenn", (string)own["author"]!);
        var finding = (await odile.Visit(ines))["screen"]!["findings"]!
            .AsArray()
            .Single(f => ((string)f!["rule"]!).StartsWith("own.", StringComparison.Ordinal))!;
        Assert.Contains("Odile Fenn", (string)finding["source"]!, StringComparison.Ordinal);
        Assert.Contains("A scald in the spring", (string)finding["source"]!, StringComparison.Ordinal);

        await odile.Post("/api/rules/retire", new { id = (string)own["rule"]!["id"]! });
        Assert.DoesNotContain(Rules(await odile.Visit(ines)), r => r.StartsWith("own.", StringComparison.Ordinal));
        odile.Refused(404, "not-found", await odile.Post("/api/rules/retire", new { id = "emergency.chest-pain" }));
    }

    [Fact]
    public async Task A_rule_without_a_reason_or_about_nothing_known_is_refused_and_only_the_owner_writes_one()
    {
        odile.Refused(422, "reason-too-short", await odile.Post("/api/rules", OwnRule(reason: "so")));
        odile.Refused(422, "rule-wrong", await odile.Post("/api/rules", OwnRule(fact: "sneezing")));
        odile.Refused(400, "unknown-field", await odile.Post("/api/rules", new { title = "x", when = new { weather = "rain" } }));
        var teo = await house.Guest("teo");
        teo.Refused(403, "not-yours", await teo.Post("/api/rules", OwnRule()));
    }

    [Fact]
    public async Task All_clients_are_screened_anew_with_progress()
    {
        await odile.Post("/api/rules", OwnRule(fact: "knee-trouble"));
        var state = (await odile.Post("/api/rules/rescreen", new { }))!;
        for (var i = 0; i < 100 && (bool)state["running"]!; i++)
        {
            await Task.Delay(100);
            state = (await odile.Get("/api/rules/rescreen"))!;
        }

        Assert.Null((string?)state["failed"]);
        Assert.Equal((int)state["total"]!, (int)state["done"]!);
        Assert.True((int)state["total"]! >= 16);
    }

    [Fact]
    public async Task A_card_is_answered_in_one_record_and_can_be_asked_again()
    {
        var id = await odile.VisitOf("Corvin");
        async Task<JsonNode?> Card(object how)
        {
            var body = System.Text.Json.JsonSerializer.SerializeToNode(how)!;
            (body["version"], body["card"], body["notConcerned"]) = (Version(await odile.Visit(id)), "now", false);
            body["cardVersion"] ??= 1;
            body["withdraw"] ??= false;
            return await odile.Put($"/api/visits/{id}/cards", body);
        }

        JsonNode Now(JsonNode visit) => visit["asking"]!["door"]!.AsArray().Single(c => (string)c!["id"]! == "now")!;
        Assert.Single((await odile.Visit(id))["redFlagsOpen"]!.AsArray());
        var visit = (await Card(new { yes = new[] { new { fact = "dizziness-today", status = "known" } } }))!;
        Assert.Equal("answered", (string)Now(visit)["state"]!);
        Assert.Equal("Odile Fenn", (string)Now(visit)["answer"]!["askedBy"]!);
        Assert.True(Knows(visit, "dizziness-today", "known"));
        Assert.Empty(visit["redFlagsOpen"]!.AsArray());
        // What was denied is no fact, and is not asked any more.
        Assert.False(Knows(visit, "chest-pain-at-rest", "no"));
        Assert.DoesNotContain(visit["missing"]!.AsArray(), m => (string)m!["fact"]! == "chest-pain-at-rest");
        odile.Refused(409, "card-changed", await Card(new { cardVersion = 7 }));
        odile.Refused(422, "not-on-card", await Card(new { yes = new[] { new { fact = "epilepsy", status = "known" } } }));
        visit = (await Card(new { withdraw = true }))!;
        Assert.Equal("open", (string)Now(visit)["state"]!);
        Assert.Contains(visit["missing"]!.AsArray(), m => (string)m!["fact"]! == "chest-pain-at-rest");
        Assert.True(Knows(visit, "dizziness-today", "known"), "what was said stays said");
    }
}
