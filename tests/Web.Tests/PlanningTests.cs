using System.Text.Json.Nodes;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Tests.Support;

namespace AmpleLantern.Web.Tests;

/// <summary>Planning over HTTP: the library, composing, mending, comparing, keeping.</summary>
public sealed class PlanningTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;
    private string id = "";

    public async ValueTask InitializeAsync()
    {
        odile = await house.Guest();
        id = await odile.VisitOf("Bram");
    }

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private static int Version(JsonNode visit) => (int)visit["version"]!;

    private async Task<JsonNode> Change(string path, Func<int, object> body) =>
        (await odile.Post($"/api/visits/{id}/{path}", body(Version(await odile.Visit(id)))))!;

    [Fact]
    public async Task A_step_is_found_by_words_and_put_behind_the_chosen_one()
    {
        var before = await odile.Visit(id);
        var steps = before["plan"]!["steps"]!.AsArray().Select(s => (string)s!["id"]!).ToList();
        var found = (await odile.Get($"/api/visits/{id}/plan/taught?q=temples&after={steps[3]}"))!.AsArray();
        var temples = found.First(l => (string)l!["step"]!["name"]! == "Temples")!;
        Assert.True((double)temples["standing"]!["seconds"]! > 3);
        var after = await Change(
            "plan/add",
            version => new
            {
                version,
                taught = (string)temples["id"]!,
                after = steps[3],
            }
        );
        var now = after["plan"]!["steps"]!.AsArray().Select(s => (string)s!["name"]!).ToList();
        Assert.Equal("Temples", now[4]);
        Assert.Equal(steps.Count + 1, now.Count);
        // Beside its own time the client turns to it and back.
        Assert.InRange(
            (double)after["expansion"]!["totalSeconds"]! - (double)before["expansion"]!["totalSeconds"]!,
            (double)temples["standing"]!["seconds"]!,
            (double)temples["standing"]!["seconds"]! + 120
        );
        odile.Refused(
            422,
            "unknown-taught-step",
            await odile.Post(
                $"/api/visits/{id}/plan/add",
                new
                {
                    version = Version(after),
                    taught = "no/such",
                    after = steps[3],
                }
            )
        );
        odile.Refused(
            422,
            "unknown-step",
            await odile.Post(
                $"/api/visits/{id}/plan/add",
                new
                {
                    version = Version(after),
                    taught = (string)temples["id"]!,
                    after = "no",
                }
            )
        );
    }

    [Fact]
    public async Task What_is_against_a_step_today_is_said_before_it_is_put_in()
    {
        var pregnant = await odile.VisitOf("Maren");
        var first = (string)(await odile.Visit(pregnant))["plan"]!["steps"]![0]!["id"]!;
        var found = (await odile.Get($"/api/visits/{pregnant}/plan/taught?q=abdomen&after={first}"))!.AsArray();
        Assert.NotEmpty(found);
        Assert.All(found, l => Assert.NotEmpty(l!["standing"]!["barred"]!.AsArray()));
        Assert.Empty((await odile.Get($"/api/visits/{pregnant}/plan/taught?q=zeppelin&after={first}"))!.AsArray());
    }

    [Fact]
    public async Task The_library_has_every_flow_worked_out_and_opens_it_in_its_ways_fitted()
    {
        var cards = (await odile.Get("/api/library"))!.AsArray();
        Assert.Equal(
            Directory.GetFiles(Repository.File("knowledge", "flows"), "*.json").Select(Path.GetFileNameWithoutExtension).Order(),
            cards.Select(c => (string)c!["id"]!).Order()
        );
        Assert.All(
            cards,
            c =>
                Assert.True((double)c!["minutes"]! > 2 && (double)c["shortest"]! <= (double)c["minutes"]! && c["runs"]!.AsArray().Count > 0)
        );
        var zones = await odile.Get("/api/library/flow/feet-glands-between-systems?choices=gland-set:after-every-zone&minutes=45");
        Assert.Contains(zones!["plan"]!["steps"]!.AsArray(), s => (string)s!["block"]! == "zone-1");
        Assert.True((double)zones["expansion"]!["totalSeconds"]! <= 45 * 60);
        Assert.Equal("after-every-zone", (string)zones["variants"]![0]!["chosen"]!);
        odile.Refused(422, "unknown-option", await odile.Get("/api/library/flow/feet-glands-between-systems?choices=gland-set:never"));
        odile.Refused(404, "not-found", await odile.Get("/api/library/flow/no-such-flow"));
    }

    [Fact]
    public async Task A_session_is_composed_taken_mended_and_kept_for_others()
    {
        var proposals = (
            await odile.Post(
                $"/api/visits/{id}/plan/compose",
                new
                {
                    aims = new[]
                    {
                        new
                        {
                            region = "shoulder",
                            side = "right",
                            quality = "stiff",
                        },
                    },
                    traditions = new[] { "tui-na" },
                    minutes = 30,
                }
            )
        )!.AsArray();
        Assert.NotEmpty(proposals);
        Assert.True((double)proposals[0]!["expansion"]!["totalSeconds"]! <= 30 * 60);
        var plan = proposals[0]!["proposal"]!["plan"]!;
        var visit = (await odile.Put($"/api/visits/{id}/plan", new { version = Version(await odile.Visit(id)), plan }))!;
        Assert.Equal((string)plan["name"]!, (string)visit["plan"]!["name"]!);

        // The closing goes; the review says so; one click brings one back.
        var last = visit["plan"]!["steps"]!.AsArray()[^1]!;
        var without = await Change(
            "plan/edits",
            version => new
            {
                version,
                edit = new
                {
                    kind = "remove",
                    step = (string)last["id"]!,
                    bothSides = false,
                },
            }
        );
        var remark = without["review"]!["findings"]!.AsArray().Single(f => (string)f!["rule"]! == "open-and-close")!;
        var mended = await Change(
            "plan/repair",
            version => new
            {
                version,
                rule = "open-and-close",
                step = (string)remark["steps"]![0]!,
            }
        );
        Assert.DoesNotContain(mended["review"]!["findings"]!.AsArray(), f => (string)f!["rule"]! == "open-and-close");

        var kept = (
            await odile.Post(
                "/api/library",
                new
                {
                    name = "Freeing the right shoulder",
                    summary = "After a winter of rowing.",
                    plan = mended["plan"],
                }
            )
        )!;
        Assert.True((bool)kept["kept"]!);
        var again = await Change(
            "plan/start",
            version => new
            {
                version,
                from = new { kind = "own", id = (string)kept["id"]! },
                insert = false,
            }
        );
        Assert.Equal("Freeing the right shoulder", (string)again["plan"]!["name"]!);
        Assert.Contains(
            (await odile.Get($"/api/visits/{id}/plan/sources"))!.AsArray(),
            s => (string)s!["name"]! == "Freeing the right shoulder"
        );
        odile.Refused(
            422,
            "name-missing",
            await odile.Post(
                "/api/library",
                new
                {
                    name = "",
                    summary = "",
                    plan = mended["plan"],
                }
            )
        );
    }

    [Fact]
    public async Task A_remark_is_set_aside_with_the_name_of_who_is_signed_in()
    {
        var visit = await odile.Visit(id);
        var rule = (string)visit["review"]!["findings"]![0]!["rule"]!;
        var aside = await Change(
            "plan/edits",
            version => new
            {
                version,
                edit = new
                {
                    kind = "silence",
                    step = "",
                    bothSides = false,
                    rule,
                    word = "they asked for it so",
                    by = "Somebody",
                },
            }
        );
        var silenced = aside["review"]!["silenced"]!.AsArray().First(s => (string)s!["finding"]!["rule"]! == rule)!;
        Assert.StartsWith("Odile", (string)silenced["by"]!, StringComparison.Ordinal);
        odile.Refused(
            422,
            "reason-too-short",
            await Change(
                "plan/edits",
                version => new
                {
                    version,
                    edit = new
                    {
                        kind = "silence",
                        step = "",
                        bothSides = false,
                        rule,
                        word = "x",
                    },
                }
            )
        );
    }

    [Fact]
    public async Task Another_plan_stands_beside_this_one_and_its_work_can_be_put_in()
    {
        var compared = (await odile.Post($"/api/visits/{id}/plan/compare", new { with = new { kind = "flow", id = "belly-bowl" } }))!;
        Assert.Contains("shorter", (string)compared["comparison"]!["summary"]!, StringComparison.Ordinal);
        // Any two may stand there: neither is the visit's own.
        var two = (
            await odile.Post(
                $"/api/visits/{id}/plan/compare",
                new { first = new { kind = "flow", id = "side-line-whole" }, with = new { kind = "flow", id = "side-line-upper" } }
            )
        )!;
        Assert.Equal("Side line, whole", (string)two["first"]!["name"]!);
        Assert.True((double)two["firstExpansion"]!["totalSeconds"]! > (double)two["expansion"]!["totalSeconds"]!);
        Assert.Contains(two["comparison"]!["rows"]!.AsArray(), r => (string)r!["kind"]! == "same");
        var before = (await odile.Visit(id))["plan"]!["steps"]!.AsArray().Count;
        var with = await Change(
            "plan/start",
            version => new
            {
                version,
                from = new { kind = "flow", id = "belly-bowl" },
                insert = true,
            }
        );
        var flow = (await odile.Get("/api/library/flow/belly-bowl"))!["plan"]!["steps"]!.AsArray();
        Assert.Equal(before + flow.Count(s => (string)s!["role"]! == "work"), with["plan"]!["steps"]!.AsArray().Count);
        var dose = (await odile.Get($"/api/visits/{id}/plan/dose"))!;
        Assert.Contains(dose["regions"]!.AsArray(), r => (string)r!["region"]! == "abdomen" && (double)r["seconds"]! > 60);
        var blank = await Change(
            "plan/start",
            version => new
            {
                version,
                from = new { kind = "blank" },
                insert = false,
            }
        );
        Assert.Equal(2, blank["plan"]!["steps"]!.AsArray().Count);
        odile.Refused(
            404,
            "not-found",
            await Change(
                "plan/start",
                version => new
                {
                    version,
                    from = new { kind = "visit", id = "nothing" },
                    insert = false,
                }
            )
        );
    }

    [Theory]
    [InlineData("{\"aims\":[],\"traditions\":[\"thai\"],\"minutes\":30}", "no-aims")]
    [InlineData("{\"aims\":[{\"region\":\"elbow-pit\"}],\"traditions\":[\"thai\"],\"minutes\":30}", "unknown-word")]
    [InlineData(
        "{\"aims\":[{\"region\":\"hand\",\"quality\":\"stiff\"}],\"traditions\":[\"reflexology\"],\"minutes\":30}",
        "nothing-serves"
    )]
    public async Task What_cannot_be_composed_gets_a_sentence_and_changes_nothing(string body, string code)
    {
        var before = Version(await odile.Visit(id));
        odile.Refused(422, code, await odile.Post($"/api/visits/{id}/plan/compose", JsonNode.Parse(body)!));
        Assert.Equal(before, Version(await odile.Visit(id)));
    }
}
