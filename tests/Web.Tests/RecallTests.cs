using System.Text.Json.Nodes;
using AmpleLantern.Data;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Recall;
using AmpleLantern.Exchange.Knowledge;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Papers;
using AmpleLantern.Web.Tests.Support;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace AmpleLantern.Web.Tests;

/// <summary>What signed visits say stands in rows and a text index, comes back on the client's page, and goes out on paper.</summary>
public sealed class RecallTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;

    public async ValueTask InitializeAsync() => odile = await house.Guest();

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private async Task<string> Client(string name) =>
        (string)
            (await odile.Get("/api/clients"))!["clients"]!
                .AsArray()
                .Single(c => ((string)c!["name"]!).StartsWith(name, StringComparison.Ordinal))!["id"]!;

    private async Task<JsonArray> Find(string text, string? client = null) =>
        (await odile.Get($"/api/search?text={Uri.EscapeDataString(text)}" + (client is null ? "" : $"&client={client}")))![
            "hits"
        ]!.AsArray();

    private async Task<string> LastSigned(string client) =>
        (string)
            (await odile.Get($"/api/clients/{await Client(client)}"))!["visits"]!.AsArray().First(v => (string)v!["phase"]! == "signed")![
                "id"
            ]!;

    [Fact]
    public async Task What_a_place_said_comes_back_visit_by_visit()
    {
        var past = (await odile.Get($"/api/clients/{await Client("Linnet")}/past"))!;
        var four = past["found"]!.AsArray().Single(f => (string)f!["place"]! == "4 o'clock")!;
        Assert.Equal([3, 3, 2, 2, 1, 0], four["visits"]!.AsArray().Select(v => (int)v!["strength"]!));
        var full = past["helps"]!.AsArray().Single(h => (string)h!["measure"]! == "Full belly")!;
        Assert.Equal(6, (int)full["visits"]!);
        Assert.False((bool)full["tooFew"]!);
        Assert.True(past["helps"]!.AsArray().All(h => (double?)h!["from"] is not { } from || from <= (double)h["mean"]!));
    }

    [Fact]
    public async Task Words_are_found_together_the_last_begun_and_only_of_whom_they_are()
    {
        var hits = await Find("tender 4 o'clock");
        Assert.Equal(5, hits.Count);
        Assert.All(hits, h => Assert.Equal("Linnet Aspery", (string)h!["clientName"]!));
        Assert.All(hits, h => Assert.Contains(h!["words"]!.AsArray(), w => (bool)w!["marked"]!));
        Assert.Equal(5, (await Find("tender 4 o'cl", await Client("Linnet"))).Count);
        Assert.Empty(await Find("tender 4 o'clock", await Client("Osric")));
        // What was given is found by its technique; signs of the index's own language are words like any other.
        Assert.NotEmpty(await Find("fist round the rim", await Client("Linnet")));
        Assert.Empty(await Find("\" OR NOT (* NEAR/2 Who:"));
        Assert.Empty(await Find("   "));
        odile.Refused(422, "search-too-long", await odile.Get($"/api/search?text={new string('x', 300)}"));
    }

    [Fact]
    public async Task Signing_an_addendum_and_a_late_note_write_the_rows_anew()
    {
        var id = await odile.VisitOf("Anouk");
        Assert.Empty(await Find("quillwort"));
        var version = (int)(await odile.Visit(id))["version"]!;
        await odile.Put($"/api/visits/{id}/reflect", new { version, note = new { next = "Bring quillwort tea." } });
        Assert.Empty(await Find("quillwort"));
        await odile.Post($"/api/visits/{id}/sign", new { version = (int)(await odile.Visit(id))["version"]! });
        Assert.Equal(id, (string)Assert.Single(await Find("quillwort"))!["visit"]!);
        await odile.Post($"/api/visits/{id}/addenda", new { text = "Called: the saltwhistle is gone." });
        Assert.Equal("added", (string)Assert.Single(await Find("saltwhistle"))!["kind"]!);
        var answer = await odile.Post(
            $"/api/visits/{id}/give/events",
            new
            {
                events = new[]
                {
                    new
                    {
                        id = Guid.NewGuid(),
                        at = "2026-03-02T11:00:00Z",
                        kind = "response",
                        response = "tender",
                        text = "marrowroot ache at night",
                    },
                },
            }
        );
        Assert.Equal("stored", (string)answer!["answers"]![0]!["result"]!);
        Assert.Equal("noted", (string)Assert.Single(await Find("marrowroot"))!["kind"]!);
        // Written anew, not once more.
        Assert.Single(await Find("quillwort"));
        using var scope = house.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<LanternDb>();
        Assert.Equal(await db.Visits.CountAsync(v => v.SignedAt != null), await db.Recalled.Select(r => r.VisitId).Distinct().CountAsync());
    }

    /// <summary>The class: whatever a signed record says of steps, measures, notes and findings stands in rows.</summary>
    [Fact]
    public async Task Every_signed_record_is_in_the_rows_and_they_can_be_built_from_nothing()
    {
        using var scope = house.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<LanternDb>();
        var before = await Rows(db);
        foreach (var visit in await db.Recalled.AsNoTracking().ToListAsync())
        {
            await RecallTexts.Forget(db, visit.Id);
        }

        Assert.Equal("0,0,0,0,0,0", await Rows(db));
        var knowledge = scope.ServiceProvider.GetRequiredService<Core.Screening.PracticeKnowledge>();
        Assert.Equal(await db.Visits.CountAsync(v => v.SignedAt != null), await Recaller.Missing(db, knowledge));
        Assert.Equal(before, await Rows(db));
        Assert.Equal(0, await Recaller.Missing(db, knowledge));
        var works = await db.RecalledWork.AsNoTracking().ToListAsync();
        Assert.Equal(works.Count, works.Select(w => w.Key).Distinct().Count());
        foreach (var visit in await db.Visits.AsNoTracking().Where(v => v.SignedAt != null).ToListAsync())
        {
            var number = (await db.Recalled.SingleAsync(r => r.VisitId == visit.Id)).Id * Core.Recall.RecalledVisit.Room;
            var to = number + Core.Recall.RecalledVisit.Room;
            var steps = await db.RecalledSteps.Where(s => s.Id >= number && s.Id < to).ToListAsync();
            Assert.Equal(visit.Seal!.Given.Sum(g => g.GivenSeconds), steps.Sum(s => s.Seconds), steps.Count + 0.1);
            Assert.All(steps, s => Assert.Contains(works, w => w.Id == s.WorkId));
            Assert.Equal(visit.Seal.Changes.Count, await db.RecalledRatings.CountAsync(s => s.Id >= number && s.Id < to));
            Assert.True(visit.Seal.Session.Responses.Count <= await db.RecalledResponses.CountAsync(s => s.Id >= number && s.Id < to));
        }
    }

    private static async Task<string> Rows(LanternDb db) =>
        string.Join(
            ',',
            await db.Recalled.CountAsync(),
            await db.RecalledFindings.CountAsync(),
            await db.RecalledRatings.CountAsync(),
            await db.RecalledSteps.CountAsync(),
            await db.RecalledResponses.CountAsync(),
            (await db.Database.SqlQueryRaw<int>("SELECT COUNT(*) AS Value FROM Texts").ToListAsync()).Single()
        );

    [Fact]
    public async Task The_clients_page_says_what_holds_now_and_over_which_plan()
    {
        var osric = (await odile.Get($"/api/clients/{await Client("Osric")}"))!;
        Assert.Equal("Shoulder freeing", (string)osric["limits"]!["over"]!);
        Assert.NotEmpty(osric["limits"]!["places"]!.AsArray());
        Assert.True((int)osric["limits"]!["notAsked"]! > 0);
        var desk = await house.Guest("ansa");
        Assert.Null((await desk.Get($"/api/clients/{await Client("Osric")}"))!["limits"]);
        await desk.Get("/api/search?text=tender");
        Assert.Equal(403, (int)desk.Last.StatusCode);
    }

    /// <summary>No rule says it: it stands on the client's page and at the door of the next visit; signed or not.</summary>
    [Fact]
    public async Task What_stopped_the_session_before_is_not_forgotten()
    {
        async Task<JsonNode?> Last(string client) => (await odile.Get($"/api/clients/{await Client(client)}"))!["lastTime"];
        var petra = (await Last("Petra"))!;
        Assert.StartsWith("Pain at Crescent", (string)Assert.Single(petra["stopped"]!.AsArray())!, StringComparison.Ordinal);
        Assert.True((bool)petra["worse"]!);
        Assert.Null(await Last("Linnet"));
        // Marlo grew dizzy, and the note is not signed yet.
        Assert.StartsWith("Dizzy at", (string)Assert.Single((await Last("Marlo"))!["stopped"]!.AsArray())!, StringComparison.Ordinal);
        var booked = (
            await odile.Post(
                "/api/visits",
                new
                {
                    clientId = await Client("Petra"),
                    date = (string)(await odile.Get("/api/today"))!["date"]!,
                    at = "19:30:00",
                    minutesBooked = 60,
                    flow = "feet-fluid",
                    room = "mat room",
                }
            )
        )!;
        var visit = await odile.Visit((string)(booked["id"] ?? booked["visitId"])!);
        Assert.Equal(petra.ToJsonString(), visit["lastTime"]!.ToJsonString());
        Assert.Null((await odile.Visit(await odile.VisitOf("Wren")))["lastTime"]);
    }

    /// <summary>What can be told from chance is offered to composing, with its counts; used where it is asked for, and said.</summary>
    [Fact]
    public async Task The_next_plan_may_lean_on_what_went_together_with_a_change()
    {
        var booked = await odile.Post(
            "/api/visits",
            new
            {
                clientId = await Client("Linnet"),
                date = "2027-04-06",
                at = "10:30:00",
                minutesBooked = 60,
                flow = "belly-bowl",
                room = "mat room",
            }
        );
        var visit = (string)booked!["id"]!;
        var leans = (await odile.Get($"/api/visits/{visit}/plan/leans"))!.AsArray();
        var full = leans.Single(l => ((string)l!["because"]!).Contains("Full belly", StringComparison.Ordinal))!;
        Assert.True((bool)full["better"]!);
        Assert.Contains("2.7 better (3 visits); without: 1.3 better (3).", (string)full["because"]!, StringComparison.Ordinal);
        async Task<string> Why(bool lean) =>
            (
                await odile.Post(
                    $"/api/visits/{visit}/plan/compose",
                    new
                    {
                        aims = new[] { new { region = "abdomen", quality = "bloated" } },
                        traditions = new[] { "shiatsu" },
                        minutes = 45,
                        lean,
                    }
                )
            )![0]!["proposal"]!["why"]!.ToJsonString();
        Assert.DoesNotContain("Counted more", await Why(false), StringComparison.Ordinal);
        Assert.Contains("Counted more", await Why(true), StringComparison.Ordinal);
    }

    /// <summary>A paper of many records says how far it is while it is made; nothing of that is left after it.</summary>
    [Fact]
    public async Task A_long_paper_says_how_far_it_is()
    {
        var (progress, id) = (new PaperProgress(), Guid.NewGuid());
        var seen = new List<PaperDone>();
        Guid[] records = [.. Enumerable.Range(0, 4).Select(_ => Guid.NewGuid())];
        var made = await progress.Each(
            id,
            records,
            r =>
            {
                seen.Add(progress.Of(id));
                return Task.FromResult(r);
            }
        );
        Assert.Equal(records, made);
        Assert.Equal([new(0, 0), new(1, 4), new(2, 4), new(3, 4)], seen);
        Assert.Equal(new(0, 0), progress.Of(id));
        await Assert.ThrowsAsync<InvalidOperationException>(() =>
            progress.Each<Guid>(id, records, r => seen.Count > 5 ? throw new InvalidOperationException() : Next(r))
        );
        Assert.Equal(new(0, 0), progress.Of(id));

        Task<Guid> Next(Guid r)
        {
            seen.Add(progress.Of(id));
            return Task.FromResult(r);
        }

        await odile.Get($"/api/clients/{await Client("Petra")}/record/pdf?paper={id}");
        Assert.Equal("application/pdf", odile.Last.Content.Headers.ContentType?.MediaType);
        Assert.Equal(0, (int)(await odile.Get($"/api/papers/{id}"))!["total"]!);
    }

    [Fact]
    public async Task Papers_are_drafted_and_the_page_that_goes_home_ends_by_itself()
    {
        var visit = await LastSigned("Petra");
        foreach (var kind in new[] { "record", "short", "home" })
        {
            Assert.NotEmpty((await odile.Get($"/api/visits/{visit}/letters/{kind}"))!["parts"]!.AsArray());
            await odile.Post($"/api/visits/{visit}/letters/{kind}/pdf", new { });
            Assert.Equal("application/pdf", odile.Last.Content.Headers.ContentType?.MediaType);
        }

        await odile.Get($"/api/clients/{await Client("Petra")}/record/pdf");
        Assert.Equal("application/pdf", odile.Last.Content.Headers.ContentType?.MediaType);
        odile.Refused(422, "nothing-signed", await odile.Get($"/api/clients/{await Client("Maren")}/record/pdf"));
        odile.Refused(404, "not-found", await odile.Get($"/api/visits/{visit}/letters/7"));

        var link = (string)(await odile.Post($"/api/visits/{visit}/home-link", new { }))!["path"]!;
        var anybody = new Guest(house);
        var page = (await anybody.Get($"/api{link}"))!;
        Assert.DoesNotContain("Petra", page.ToJsonString(), StringComparison.Ordinal);
        Assert.Contains("We stopped", page.ToJsonString(), StringComparison.Ordinal);
        // A new one ends the one before; nobody's token opens nothing.
        await odile.Post($"/api/visits/{visit}/home-link", new { });
        anybody.Refused(410, "link-expired", await anybody.Get($"/api{link}"));
        // What was changed on the page is what goes out; the record stands as it is.
        var parts = new[]
        {
            new
            {
                heading = "Today",
                text = "Rest your feet on the blue stool.",
                lines = Array.Empty<string>(),
            },
        };
        link = (string)(await odile.Post($"/api/visits/{visit}/home-link", new { parts }))!["path"]!;
        Assert.Contains("the blue stool", (await anybody.Get($"/api{link}"))!.ToJsonString(), StringComparison.Ordinal);
        await odile.Post($"/api/visits/{visit}/letters/home/pdf", new { parts });
        Assert.Equal("application/pdf", odile.Last.Content.Headers.ContentType?.MediaType);
        odile.Refused(422, "record-stands", await odile.Post($"/api/visits/{visit}/letters/record/pdf", new { parts }));
        odile.Refused(
            422,
            "empty-paper",
            await odile.Post($"/api/visits/{visit}/letters/short/pdf", new { parts = Array.Empty<object>() })
        );
        anybody.Refused(404, "no-such-link", await anybody.Get("/api/home/nobody"));
    }
}
