using System.Text.Json.Nodes;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Tests.Support;
using NodaTime;

namespace AmpleLantern.Web.Tests;

/// <summary>What stands in the trail, and under whose name; what is taken once only; what watches over the program.</summary>
public sealed class TrailTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Whatever_is_read_of_a_visit_stands_in_the_trail_with_its_client()
    {
        var odile = await house.Guest();
        var id = await odile.VisitOf("Sedge");
        var client = (string)(await odile.Visit(id))["client"]!["id"]!;
        var step = (string)(await odile.Visit(id))["plan"]!["steps"]![0]!["id"]!;
        var addresses = await odile.ReadAll(id, step);

        var lines = (await odile.Get($"/api/trail?clientId={client}"))!.AsArray().Where(a => (string)a!["action"]! == "read").ToList();
        foreach (var address in addresses)
        {
            var part = string.Join(' ', address.Split(id)[1].Split('/', StringSplitOptions.RemoveEmptyEntries));
            var line = Assert.Single(lines, a => (string)a!["subject"]! == (part.Length == 0 ? $"visit {id}" : $"{part} of visit {id}"))!;
            Assert.Equal("Odile Fenn", (string)line["who"]!);
            // Two of one name are told apart by the name they sign in with.
            Assert.Equal("odile", (string)line["signsInAs"]!);
        }
    }

    [Fact]
    public async Task Nobody_signs_with_another_name_by_sending_one_along()
    {
        var (pim, me) = (await house.Guest("pim"), "");
        me = (string)(await pim.Get("/api/me"))!["id"]!;
        var id = await pim.VisitOf("Ines");
        var visit = await pim.Visit(id);
        var plan = JsonNode.Parse(visit["plan"]!.ToJsonString())!;
        plan["silenced"] = new JsonArray(
            new JsonObject
            {
                ["rule"] = "closing",
                ["reason"] = "Said somebody else.",
                ["by"] = "odile",
            }
        );
        var after = (await pim.Put($"/api/visits/{id}/plan", new { version = (int)visit["version"]!, plan }))!;
        Assert.Equal(me, (string)after["plan"]!["silenced"]![0]!["by"]!);
    }

    [Fact]
    public async Task A_link_is_used_once_even_when_it_is_sent_twice_at_the_same_moment_and_asks_everybody_the_same()
    {
        var odile = await house.Guest();
        var asked = new List<string>();
        foreach (var name in new[] { "Bram", "Quill" })
        {
            var id = await odile.VisitOf(name);
            var path = "/api" + (string)(await odile.Post($"/api/visits/{id}/intake-link", new { }))!["path"]!;
            var phones = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => house.Guest(null)));
            asked.Add((await phones[0].Get(path))!["lists"]!.ToJsonString());
            foreach (var phone in phones)
            {
                await phone.Get(path);
            }

            await Task.WhenAll(
                phones.Select(
                    (p, i) =>
                        p.Post(
                            path,
                            new
                            {
                                words = $"From phone {i}.",
                                answers = Array.Empty<object>(),
                                medicines = Array.Empty<string>(),
                                lists = Array.Empty<object>(),
                            }
                        )
                )
            );
            Assert.Single(phones, p => (int)p.Last.StatusCode == 200);
            Assert.All(phones.Where(p => (int)p.Last.StatusCode != 200), p => Assert.Equal(410, (int)p.Last.StatusCode));
        }

        // A client nobody knows anything of, and one whose history is long.
        Assert.Equal(asked[0], asked[1]);
    }

    [Theory]
    [InlineData(60, 60, null)]
    [InlineData(75, 60, null)]
    [InlineData(3660, 60, 3600.0)]
    [InlineData(-3540, 60, -3600.0)]
    // Asleep for an hour, and the steady counter with it.
    [InlineData(3660, 3660, null)]
    public void A_clock_that_jumps_is_noticed_against_the_steady_counter(double moved, double passed, double? off)
    {
        var then = Instant.FromUtc(2026, 3, 2, 9, 0);
        Assert.Equal(
            off is { } s ? Duration.FromSeconds(s) : null,
            ClockWatch.Jumped(then, then + Duration.FromSeconds(moved), TimeSpan.FromSeconds(passed))
        );
    }

    [Fact]
    public async Task A_clock_that_stands_before_the_records_is_remarked_at_the_start()
    {
        await using var first = new House();
        await first.Guest();
        var folder = await first.Leave();
        Sql.Execute(
            Path.Combine(folder, Data.Keeping.Database.FileName),
            "INSERT INTO Audit (At, Who, Action, Subject, What) VALUES (4102444800000, 'x', 'read', 'day', '')"
        );
        await using var again = new HouseOn(folder);
        var odile = await again.Guest();
        JsonNode? line = null;
        for (var i = 0; i < 50 && line is null; i++)
        {
            line = (await odile.Get("/api/trail"))!.AsArray().FirstOrDefault(a => (string)a!["subject"]! == "clock");
            await Task.Delay(100, TestContext.Current.CancellationToken);
        }

        Assert.Contains("before the newest line", (string)line!["what"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Whoever_watches_over_the_program_learns_that_it_is_well_and_nothing_else()
    {
        using var http = house.CreateDefaultClient();
        var answer = await http.GetAsync(new Uri("/health", UriKind.Relative), TestContext.Current.CancellationToken);
        Assert.Equal(
            "200 Healthy",
            $"{(int)answer.StatusCode} {await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)}"
        );
    }
}
