using System.Text.Json.Nodes;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Tests.Support;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Tests;

/// <summary>Charts, points and measuring over the API.</summary>
public sealed class AtlasTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;

    public async ValueTask InitializeAsync() => odile = await house.Guest();

    public ValueTask DisposeAsync() => house.DisposeAsync();

    [Fact]
    public async Task A_chart_names_a_figure_that_is_there_and_lays_the_channel_over_it()
    {
        var chart = (await odile.Get("/api/chart?Position=standing&View=palm.left&Channels=pc&NoPressure=false"))!;
        Assert.Contains(chart["layers"]!["spots"]!.AsArray(), s => (string)s!["id"]! == "PC8" && (bool)s["visible"]!);
        Assert.DoesNotContain(chart["layers"]!["spots"]!.AsArray(), s => (string)s!["id"]! == "PC3");
        var figure = (await odile.Get($"/api/figures/{(string)chart["figure"]!}"))!;
        Assert.StartsWith("M", (string)figure["outline"]!, StringComparison.Ordinal);
        var wash = Convert.FromBase64String(((string)figure["wash"]!).Split(',')[1]);
        Assert.Equal([137, 80, 78, 71, 13, 10, 26, 10], wash[..8]);
        Assert.Contains("immutable", odile.Last.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("Position=hovering", "unknown-position")]
    [InlineData("Position=supine&View=beneath", "unknown-view")]
    [InlineData("Position=supine&Channels=zz", "not-found")]
    [InlineData("Position=supine&Build=round", "unknown-form")]
    [InlineData("Position=supine&Skin=7", "unknown-form")]
    public async Task A_chart_of_what_is_not_known_is_refused_with_a_sentence(string query, string code)
    {
        var problem = await odile.Get($"/api/chart?{query}&NoPressure=false");
        Assert.Equal(code, (string)problem!["code"]!);
        Assert.EndsWith(".", (string)problem["detail"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_form_is_tried_on_without_being_kept()
    {
        var client = (string)(await odile.Visit(await odile.VisitOf("Bram")))["client"]!["id"]!;
        async Task<string> Figure(string more) =>
            (string)(await odile.Get($"/api/chart?Position=standing&View=front&ClientId={client}&NoPressure=false{more}"))!["figure"]!;
        async Task<string> Own(string more)
        {
            for (var i = 0; i < 100; i++)
            {
                var chart = (await odile.Get($"/api/chart?Position=standing&View=front&ClientId={client}&NoPressure=false{more}"))!;
                if ((bool)chart["own"]!)
                {
                    return (string)chart["figure"]!;
                }

                await Task.Delay(200);
            }

            throw new TimeoutException("The figure was never drawn.");
        }

        var usual = await Own("");
        var tried = await Own("&Build=heavy&Chest=full&Pelvis=wide&Skin=dark");
        Assert.NotEqual(usual, tried);
        // A tone is laid on by the page: it is no other drawing.
        Assert.Equal(tried, await Figure("&Build=heavy&Chest=full&Pelvis=wide&Skin=pale"));
        Assert.Equal(usual, await Figure(""));
    }

    [Fact]
    public async Task A_missing_limb_is_neither_drawn_nor_measured()
    {
        var id = await odile.VisitOf("Bram");
        var visit = await odile.Visit(id);
        var client = (string)visit["client"]!["id"]!;
        await odile.Put(
            $"/api/visits/{id}/facts",
            new
            {
                version = (int)visit["version"]!,
                entry = new
                {
                    fact = "limb-missing",
                    status = "known",
                    side = "left",
                    detail = new Dictionary<string, string> { ["ends"] = "below the knee" },
                },
            }
        );
        var left = (await odile.Get($"/api/atlas/points/ST44?clientId={client}&side=left"))!;
        Assert.True((bool)left["location"]!["missing"]!);
        Assert.Empty(left["location"]!["from"]!.AsArray());
        Assert.False((bool)(await odile.Get($"/api/atlas/points/ST44?clientId={client}&side=right"))!["location"]!["missing"]!);
    }

    [Fact]
    public async Task A_step_is_drawn_with_its_contacts_its_way_and_what_carries_the_client()
    {
        var visit = await odile.Visit(await odile.VisitOf("Bram"));
        var step = visit["plan"]!["steps"]!.AsArray().First(s => (string)s!["pattern"]!["kind"]! == "thirds-walk")!;
        var drawn = (await odile.Post("/api/chart/step", Asked(visit, step)))!;
        Assert.Equal([1, 2, 3], drawn["drawing"]!["marks"]!.AsArray().Select(m => (int)m!["station"]!).Distinct());
        Assert.NotNull(drawn["print"]!["shape"]);
        Assert.NotNull(await odile.Get($"/api/figures/{(string)drawn["chart"]!["figure"]!}"));
        step["region"] = "tail";
        odile.Refused(422, "unknown-word", await odile.Post("/api/chart/step", Asked(visit, step)));
    }

    private static object Asked(System.Text.Json.Nodes.JsonNode visit, System.Text.Json.Nodes.JsonNode step) =>
        new
        {
            step,
            stations = 3,
            at = 1,
            clientId = (string)visit["client"]!["id"]!,
            school = (string)visit["school"]!,
            touchable = Array.Empty<string>(),
            leftOut = Array.Empty<string>(),
        };

    [Theory]
    [InlineData("..%2F..%2Fsecrets")]
    [InlineData("no-such-figure")]
    public async Task A_figure_nobody_was_given_is_not_found(string key) =>
        odile.Refused(404, "not-found", await odile.Get($"/api/figures/{key}"));

    [Fact]
    public async Task What_is_measured_changes_the_clients_centimetres_and_their_own_figure_is_drawn()
    {
        var id = await odile.VisitOf("Bram");
        var visit = await odile.Visit(id);
        var client = (string)visit["client"]!["id"]!;
        var before = (await odile.Get($"/api/atlas/points/ST36?clientId={client}"))!;
        Assert.True((bool)before["location"]!["estimate"]!);
        var measured = (
            await odile.Put(
                $"/api/visits/{id}/measures",
                new
                {
                    version = (int)visit["version"]!,
                    stretchesCm = new Dictionary<string, double> { ["popliteal-crease..lateral-malleolus"] = 48 },
                }
            )
        )!;
        var after = (await odile.Get($"/api/atlas/points/ST36?clientId={client}"))!;
        Assert.Equal(9.0, (double)after["location"]!["from"]![0]!["cm"]!, 3);
        Assert.False((bool)after["location"]!["estimate"]!);
        var worth = (await odile.Get($"/api/visits/{id}/measuring"))!["worth"]!.AsArray();
        Assert.Contains(worth, w => (string)w!["stretch"]! == "popliteal-crease..lateral-malleolus" && !(bool)w["estimate"]!);
        odile.Refused(
            422,
            "measure-out-of-range",
            await odile.Put(
                $"/api/visits/{id}/measures",
                new
                {
                    version = (int)measured["version"]!,
                    stretchesCm = new Dictionary<string, double> { ["popliteal-crease..lateral-malleolus"] = 480 },
                }
            )
        );
        Assert.Equal(9.0, (double)(await odile.Get($"/api/atlas/points/ST36?clientId={client}"))!["location"]!["from"]![0]!["cm"]!, 3);
        await OwnFigure(client);
        Assert.True(await house.InDb(db => db.Audit.AnyAsync(a => a.Action == "read" && a.Subject == $"client {client}")));
    }

    private async Task OwnFigure(string client)
    {
        var path = $"/api/chart?Position=standing&View=sole.left&ClientId={client}&NoPressure=false";
        for (var i = 0; i < 100; i++)
        {
            if ((bool)(await odile.Get(path))!["own"]!)
            {
                return;
            }

            await Task.Delay(200);
        }

        Assert.Fail("The client's own figure is never drawn.");
    }

    [Fact]
    public async Task The_desk_may_look_at_the_atlas_but_not_at_a_clients_measures()
    {
        var desk = await house.Guest("ansa");
        Assert.Equal("ST36", (string)(await desk.Get("/api/atlas/points/zusanli"))!["point"]!["id"]!);
        var client = (string)(await odile.Visit(await odile.VisitOf("Bram")))["client"]!["id"]!;
        desk.Refused(403, "not-yours", await desk.Get($"/api/atlas/points/ST36?clientId={client}"));
    }

    [Fact]
    public async Task A_step_that_lies_on_its_place_is_told_with_the_visit()
    {
        var id = await odile.VisitOf("Bram");
        var visit = await odile.Visit(id);
        Assert.Empty(visit["outOfReach"]!.AsArray());
        var plan = JsonNode.Parse(visit["plan"]!.ToJsonString())!;
        plan["steps"]![0]!["region"] = "lower-back";
        var turned = (await odile.Put($"/api/visits/{id}/plan", new { version = (int)visit["version"]!, plan }))!;
        Assert.Equal((string)plan["steps"]![0]!["id"]!, (string)turned["outOfReach"]![0]!["step"]!);
    }

    [Fact]
    public async Task Two_reflex_sets_are_compared_on_a_foot()
    {
        var index = (await odile.Get("/api/atlas"))!;
        var sets = index["reflex"]!.AsArray().Select(s => (string)s!["id"]!).ToList();
        var differ = (await odile.Get($"/api/atlas/reflex/{sets[0]}/against/{sets[1]}"))!.AsArray();
        Assert.Contains(differ, d => (string)d!["id"]! == "solar-plexus" && (double)d["apartMm"]! > 3);
        Assert.DoesNotContain(differ, d => (string)d!["id"]! == "small-intestine");
    }
}
