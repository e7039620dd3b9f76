using System.Text.Json.Nodes;
using AmpleLantern.Data;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Web.Tests.Support;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace AmpleLantern.Web.Tests;

/// <summary>Two records of one person: made one, read as one everywhere, and made two again in one step.</summary>
public sealed class MergeTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;
    private string petra = "",
        again = "";

    public async ValueTask InitializeAsync()
    {
        odile = await house.Guest();
        (petra, again) = (await Client("Petra Quenby"), await Client("Quenby, Petra Maria"));
    }

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private async Task<string> Client(string name) =>
        (string)(await odile.Get("/api/clients"))!["clients"]!.AsArray().Single(c => (string)c!["name"]! == name)!["id"]!;

    private async Task<JsonNode> Page(string client) => (await odile.Get($"/api/clients/{client}"))!;

    private Task<JsonNode?> Merge(string kept, string other, string reason = "She said so herself on the telephone.") =>
        odile.Post($"/api/clients/{kept}/merge", new { other, reason });

    private async Task<string> Book(string client, int day, string flow = "first-back-session")
    {
        var booked = (
            await odile.Post(
                "/api/visits",
                new
                {
                    clientId = client,
                    date = $"2027-04-{day:00}",
                    at = "19:30:00",
                    minutesBooked = 60,
                    flow,
                    room = "mat room",
                }
            )
        )!;
        return (string)(booked["id"] ?? booked["visitId"])!;
    }

    private static IEnumerable<string> Findings(JsonNode visit) =>
        visit["screen"]!["findings"]!.AsArray().Select(f => (string)f!["rule"]!).Distinct();

    /// <summary>All that a client's page, and what it asks afterwards, says; without versions and what was answered before.</summary>
    private async Task<string> All(string client)
    {
        var page = await Page(client);
        page.AsObject().Remove("version");
        page.AsObject().Remove("earlier");
        var past = await odile.Get($"/api/clients/{client}/past");
        var courses = await odile.Get($"/api/clients/{client}/courses");
        var list = (await odile.Get("/api/clients"))!["clients"]!.AsArray().SingleOrDefault(c => (string)c!["id"]! == client);
        return $"{page.ToJsonString()}\n{past!.ToJsonString()}\n{courses!.ToJsonString()}\n{list?.ToJsonString()}";
    }

    [Fact]
    public async Task A_record_written_twice_is_found_and_says_what_would_come()
    {
        var twice = Assert.Single((await odile.Get($"/api/clients/{petra}/doubles"))!.AsArray())!;
        Assert.Equal(again, (string)twice["id"]!);
        Assert.Equal(2, twice["why"]!.AsArray().Count);
        Assert.Empty((await odile.Get($"/api/clients/{await Client("Linnet Aspery")}/doubles"))!.AsArray());
        var ahead = (await odile.Get($"/api/clients/{petra}/merge/{again}"))!;
        Assert.Null(ahead["impossible"]);
        var comes = Assert.Single(ahead["comes"]!.AsArray())!;
        Assert.Contains("since", (string)comes["now"]!, StringComparison.Ordinal);
    }

    /// <summary>Whichever of the two is kept, the next session is screened with what either said, and every page reads both.</summary>
    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task Both_are_read_as_one_everywhere_and_undone_nothing_is_left_of_it(bool keepTheOld)
    {
        var (kept, other) = keepTheOld ? (petra, again) : (again, petra);
        var (mine, theirs, feet) = (await Book(petra, 6), await Book(again, 7), await Book(again, 8, "feet-fluid"));
        var before = (One: await All(petra), Other: await All(again));
        var screened = (Mine: Findings(await odile.Visit(mine)).ToList(), Theirs: Findings(await odile.Visit(theirs)).ToList());
        Assert.Contains("anticoagulant", string.Join(',', screened.Theirs), StringComparison.Ordinal);
        Assert.DoesNotContain("anticoagulant", string.Join(',', screened.Mine), StringComparison.Ordinal);

        await Merge(kept, other);
        Assert.Equal(200, (int)odile.Last.StatusCode);

        var page = await Page(kept);
        Assert.Equal(6, page["visits"]!.AsArray().Count(v => (string)v!["phase"]! != "cancelled"));
        Assert.NotEmpty(page["trends"]!.AsArray());
        Assert.NotNull(page["lastTime"]);
        Assert.Contains(page["facts"]!.AsArray(), f => (string)f!["entry"]!["fact"]! == "anticoagulant");
        Assert.Equal(kept, (string)(await Page(other))["id"]!);
        Assert.NotEmpty((await odile.Get($"/api/clients/{kept}/past"))!["found"]!.AsArray());
        Assert.Single((await odile.Get($"/api/clients/{kept}/courses"))!.AsArray());
        foreach (var id in new[] { kept, other })
        {
            var hits = (await odile.Get($"/api/search?text=swelling&client={id}"))!["hits"]!.AsArray();
            Assert.NotEmpty(hits);
            Assert.All(hits, h => Assert.Equal(kept, (string)h!["client"]!));
            await odile.Get($"/api/clients/{id}/record/pdf");
            Assert.Equal(200, (int)odile.Last.StatusCode);
        }

        Assert.DoesNotContain((await odile.Get("/api/clients"))!["clients"]!.AsArray(), c => (string)c!["id"]! == other);
        var listed = (await odile.Get("/api/clients"))!["clients"]!.AsArray().Single(c => (string)c!["id"]! == kept)!;
        Assert.Equal(6, (int)listed["visits"]!);
        Assert.Equal("2027-04-08", (string)listed["lastVisit"]!);
        foreach (var id in new[] { mine, theirs })
        {
            var visit = await odile.Visit(id);
            Assert.Equal(kept, (string)visit["client"]!["id"]!);
            Assert.Contains("anticoagulant", string.Join(',', Findings(visit)), StringComparison.Ordinal);
            Assert.NotNull(visit["lastTime"]);
        }

        Assert.Equal(5, (int)(await odile.Visit(theirs))["client"]!["visitNumber"]!);
        // What was felt under the one record stands at the steps of a visit booked under the other.
        Assert.NotEmpty((await odile.Get($"/api/visits/{feet}/give/before"))!.AsObject());
        Assert.NotNull((await odile.Get($"/api/visits/{feet}/plan/from-last"))!["date"]);
        // What was signed stays where it was signed: the chain still holds, and it opens as it was.
        var signed = (string)page["visits"]!.AsArray().First(v => (string)v!["phase"]! == "signed")!["id"]!;
        Assert.Equal(petra, (string)(await odile.Visit(signed))["client"]!["id"]!);
        Assert.Empty(await Faults());

        // The desk is not told how it is known.
        Assert.Empty((await (await house.Guest("ansa")).Get($"/api/clients/{kept}"))!["merges"]!.AsArray());
        var merge = (string)Assert.Single((await Page(kept))["merges"]!.AsArray())!["id"]!;
        Assert.Empty((await odile.Post($"/api/clients/{kept}/merge/{merge}/undo", new { }))!["stays"]!.AsArray());
        Assert.Equal(200, (int)odile.Last.StatusCode);
        Assert.Equal(before, (await All(petra), await All(again)));
        Assert.Equal(screened.Mine, Findings(await odile.Visit(mine)));
        Assert.Equal(screened.Theirs, Findings(await odile.Visit(theirs)));
        odile.Refused(404, "not-found", await odile.Post($"/api/clients/{kept}/merge/{merge}/undo", new { }));
    }

    private async Task<IReadOnlyList<string>> Faults()
    {
        using var scope = house.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<LanternDb>();
        await db.Database.OpenConnectionAsync();
        var connection = (SqliteConnection)db.Database.GetDbConnection();
        Chain.Extend(connection, SystemClock.Instance.GetCurrentInstant());
        return Chain.Verify(connection).Faults;
    }

    [Fact]
    public async Task What_was_answered_or_signed_since_stays_where_it_was_and_that_is_said_before()
    {
        var theirs = await Book(again, 9);
        await Merge(petra, again);
        var visit = await Book(petra, 8);
        await odile.Put(
            $"/api/visits/{visit}/facts",
            new { version = (int)(await odile.Visit(visit))["version"]!, entry = new { fact = "anticoagulant", status = "past" } }
        );
        Assert.True(odile.Last.IsSuccessStatusCode, await odile.Last.Content.ReadAsStringAsync());
        // Booked under the other record, and signed under the kept one.
        await house.InDb(async db =>
        {
            (await db.Visits.SingleAsync(v => v.Id == Guid.Parse(theirs))).SignedAt = SystemClock.Instance.GetCurrentInstant();
            return await db.SaveChangesAsync();
        });
        var merge = (string)(await Page(petra))["merges"]![0]!["id"]!;
        var ahead = (await odile.Get($"/api/clients/{petra}/merge/{merge}/undo"))!["stays"]!.AsArray().Select(s => (string)s!).ToList();
        Assert.Equal(2, ahead.Count);
        Assert.Contains(ahead, s => s.Contains("blood thinner", StringComparison.OrdinalIgnoreCase));
        Assert.Contains("The visit of 9 April 2027 was signed since.", ahead);
        // Looking changes nothing.
        Assert.Single((await Page(petra))["merges"]!.AsArray());
        var undone = (await odile.Post($"/api/clients/{petra}/merge/{merge}/undo", new { }))!;
        Assert.Equal(ahead, undone["stays"]!.AsArray().Select(s => (string)s!));
        Assert.Contains((await Page(petra))["visits"]!.AsArray(), v => (string)v!["id"]! == theirs);
        Assert.Contains(
            (await Page(petra))["facts"]!.AsArray(),
            f => (string)f!["entry"]!["fact"]! == "anticoagulant" && (string)f["entry"]!["status"]! == "past"
        );
        Assert.Contains(
            (await Page(again))["facts"]!.AsArray(),
            f => (string)f!["entry"]!["fact"]! == "anticoagulant" && (string)f["entry"]!["status"]! == "known"
        );
    }

    /// <summary>A chain of records is one person; it is taken apart from its latest link.</summary>
    [Fact]
    public async Task Three_records_are_one_and_come_apart_in_the_order_they_came_together()
    {
        var third = (string)(await odile.Post("/api/clients", new { name = "Petra Quenby", birthDate = (string?)null }))!["id"]!;
        await Merge(again, petra);
        await Merge(third, again);
        Assert.Equal(200, (int)odile.Last.StatusCode);
        Assert.Equal(third, (string)(await Page(petra))["id"]!);
        Assert.Equal(3, (await Page(third))["visits"]!.AsArray().Count(v => (string)v!["phase"]! == "signed"));
        odile.Refused(404, "not-found", await odile.Get($"/api/clients/{again}/doubles"));
        var outer = (string)Assert.Single((await Page(third))["merges"]!.AsArray())!["id"]!;
        await odile.Post($"/api/clients/{third}/merge/{outer}/undo", new { });
        Assert.Equal(again, (string)(await Page(petra))["id"]!);
        Assert.Empty((await Page(third))["visits"]!.AsArray());
        var inner = (string)Assert.Single((await Page(again))["merges"]!.AsArray())!["id"]!;
        var late = (string)(await odile.Post("/api/clients", new { name = "Petra Quenby" }))!["id"]!;
        await Merge(again, late);
        odile.Refused(422, "later-merge", await odile.Post($"/api/clients/{again}/merge/{inner}/undo", new { }));
    }

    [Fact]
    public async Task Two_people_are_not_made_one_nor_by_whom_may_not_nor_while_something_is_open()
    {
        var linnet = await Client("Linnet Aspery");
        odile.Refused(422, "two-people", await Merge(petra, linnet));
        odile.Refused(422, "same-record", await Merge(petra, petra));
        odile.Refused(422, "reason-too-short", await Merge(petra, again, "same"));
        odile.Refused(404, "not-found", await Merge(petra, Guid.NewGuid().ToString()));
        var running = (string)(await odile.Visit(await odile.VisitOf("Wren")))["client"]!["id"]!;
        var nobody = (string)(await odile.Post("/api/clients", new { name = "Wren" }))!["id"]!;
        odile.Refused(422, "not-signed", await Merge(running, nobody));
        foreach (var (who, status) in new[] { ("pim", 403), ("ansa", 403) })
        {
            var guest = await house.Guest(who);
            await guest.Post($"/api/clients/{petra}/merge", new { other = again, reason = "It is the same person." });
            Assert.Equal(status, (int)guest.Last.StatusCode);
        }

        // Every refusal left everything as it was.
        using var scope = house.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<LanternDb>();
        Assert.Equal(0, await db.Merges.CountAsync());
        Assert.Equal(0, await db.Clients.CountAsync(c => c.MergedInto != null));
    }
}
