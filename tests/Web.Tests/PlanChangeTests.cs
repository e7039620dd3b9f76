using System.Text.Json.Nodes;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Web.Tests.Support;

namespace AmpleLantern.Web.Tests;

/// <summary>
/// A plan bent to what a practitioner does: steps changed, ways of one's own, plans as files, answers where schools differ.
/// </summary>
public sealed class PlanChangeTests : IAsyncLifetime
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

    private async Task<JsonNode> Post(string path, Func<int, object> body) =>
        (await odile.Post($"/api/visits/{id}/{path}", body((int)(await odile.Visit(id))["version"]!)))!;

    private async Task<JsonNode> Changed(string step, object change) =>
        await Post(
            "plan/edits",
            version => new
            {
                version,
                edit = new
                {
                    kind = "change",
                    step,
                    change,
                },
            }
        );

    private static JsonNode Step(JsonNode visit, string step) => visit["plan"]!["steps"]!.AsArray().Single(s => (string)s!["id"]! == step)!;

    [Fact]
    public async Task What_a_step_could_be_is_offered_taken_and_otherwise_refused_with_nothing_lost()
    {
        var offered = (await odile.Get($"/api/visits/{id}/plan/steps/thumbs.left/choices"))!;
        var points = offered["choices"]!["points"]!.AsArray().Select(p => (string)p!["id"]!).ToList();
        Assert.Contains("BL37", points);
        Assert.DoesNotContain("LU5", points);
        var like = offered["like"]!.AsArray();
        Assert.Contains(like, l => l!["standing"]!["barred"]!.AsArray().Count == 0);
        Assert.All(like, l => Assert.True((double)l!["standing"]!["seconds"]! > 0));
        var chosen = (string)like.First(l => l!["standing"]!["barred"]!.AsArray().Count == 0)!["technique"]!;
        var exchanged = await Changed("thumbs.left", new { technique = chosen });
        Assert.All(["thumbs.left", "thumbs.right"], s => Assert.Equal(chosen, (string)Step(exchanged, s)["technique"]!));
        var pointed = await Changed("thumbs.left", new { points = new[] { "BL37" } });
        Assert.Equal("BL37", (string)Step(pointed, "thumbs.right")["points"]![0]!);
        var before = (await odile.Visit(id))["plan"]!.ToJsonString();
        odile.Refused(422, "point-not-here", await Changed("thumbs.left", new { points = new[] { "LU5" } }));
        odile.Refused(422, "region-not-possible", await Changed("thumbs.left", new { technique = "belly-wave" }));
        Assert.Equal(before, (await odile.Visit(id))["plan"]!.ToJsonString());
    }

    private async Task<List<JsonNode>> Found(string query) =>
        [.. (await odile.Get($"/api/visits/{id}/plan/taught?{query}"))!.AsArray().Select(l => l!)];

    private static object Begin() =>
        new
        {
            id = Guid.NewGuid(),
            at = DateTime.UtcNow,
            kind = "start",
        };

    private static List<string> Ids(List<JsonNode> lines) => [.. lines.Select(l => (string)l["id"]!)];

    [Fact]
    public async Task Favourites_are_ones_own_and_stand_before_anything_is_typed()
    {
        Assert.Empty(await Found("q="));
        var calf = Ids(await Found("q=calf"));
        await odile.Post("/api/techniques/favourites", new { taught = calf[^1], favourite = true });
        Assert.Equal([calf[^1]], Ids(await Found("q=")));
        Assert.True((bool)(await Found("q=")).Single()["favourite"]!);
        var teo = await house.Guest("teo");
        Assert.Empty((await teo.Get($"/api/visits/{id}/plan/taught?q="))!.AsArray());
        odile.Refused(
            422,
            "unknown-taught-step",
            await odile.Post("/api/techniques/favourites", new { taught = "no/such", favourite = true })
        );
        await odile.Post("/api/techniques/favourites", new { taught = calf[^1], favourite = false });
        Assert.Empty(await Found("q="));
    }

    [Fact]
    public async Task What_is_not_here_is_named_and_left_out_where_only_what_is_at_hand_is_wanted()
    {
        var settings = (await odile.Get("/api/settings"))!;
        var zone = (string)settings["timeZone"]!;
        odile.Refused(422, "unknown-prop", await odile.Put("/api/settings", new { timeZone = zone, notHere = new[] { "moon" } }));
        await odile.Put(
            "/api/settings",
            new { timeZone = zone, notHere = new[] { "stool", "cushion", "knee-cushion", "pillow", "portable-frame" } }
        );
        await odile.Put("/api/settings", new { timeZone = zone });
        Assert.Equal(5, (await odile.Get("/api/settings"))!["notHere"]!.AsArray().Count);
        var all = await Found("q=heels along the back");
        Assert.Contains(all, l => l["notHere"]!.AsArray().Count > 0);
        var here = await Found("q=heels along the back&atHand=true");
        Assert.All(here, l => Assert.Empty(l["notHere"]!.AsArray()));
    }

    [Fact]
    public async Task What_bars_or_asks_too_much_is_left_out_where_that_is_wanted()
    {
        var all = await Found("q=thumb");
        Assert.All(await Found("q=thumb&allowed=true"), l => Assert.Empty(l["standing"]!["barred"]!.AsArray()));
        // A bent knee turns nobody; what does turn is left out where nobody shall be turned.
        Assert.Contains(await Found("q=heels along the back&after=arrive"), l => (bool)l["turns"]!);
        Assert.All(await Found("q=heels along the back&after=arrive&lying=true"), l => Assert.False((bool)l["turns"]!));
        var calf = (await Found("q=calf&after=arrive")).Where(l => (string)l["step"]!["position"]! == "knees-bent").ToList();
        Assert.NotEmpty(calf);
        Assert.All(calf, l => Assert.False((bool)l["turns"]!));
        // With almost nothing the thumbs may carry, every step on them is beyond it, and none is left.
        var mine = (await odile.Get("/api/me/body"))!["practitioner"]!;
        mine["limits"] = JsonNode.Parse("""{ "thumbKgMinutes": 1, "kneelingMinutes": 240, "lumbarNm": 400, "treadingMinutes": 240 }""");
        await odile.Put("/api/me/body", mine);
        var beyond = await Found("q=thumb");
        Assert.Contains(beyond, l => l["beyondOwn"]!.AsArray().Any(b => ((string)b!).Contains("thumb", StringComparison.Ordinal)));
        Assert.All(await Found("q=thumb&withinOwn=true"), l => Assert.Empty(l["beyondOwn"]!.AsArray()));
        Assert.Equal(Ids(all), Ids(beyond));
    }

    [Fact]
    public async Task A_plan_is_tried_in_other_minutes_before_it_is_taken()
    {
        var before = (await odile.Visit(id))["plan"]!.ToJsonString();
        var tried = (await odile.Get($"/api/visits/{id}/plan/fit?minutes=37"))!;
        Assert.True((double)tried["expansion"]!["totalSeconds"]! <= 37 * 60);
        Assert.Equal(before, (await odile.Visit(id))["plan"]!.ToJsonString());
        odile.Refused(422, "cannot-fit", await odile.Get($"/api/visits/{id}/plan/fit?minutes=12"));
    }

    private static object Way(JsonNode step, string name, string? from = null, string? family = null) =>
        new
        {
            name,
            how = "Thumbs sink and draw a small half moon.",
            purpose = "release",
            contacts = new[] { "thumb" },
            positions = new[] { "knees-bent", "supine" },
            levels = new { min = 1, max = 3 },
            moves = Array.Empty<object>(),
            cautions = new[] { "Not over a bruise." },
            step,
            from,
            family,
        };

    [Fact]
    public async Task A_way_of_ones_own_is_kept_found_given_and_screened_like_every_other()
    {
        var step = Step(await odile.Visit(id), "thumbs.left").DeepClone();
        var kept = (await odile.Post("/api/techniques", Way(step, "Half moons with the thumbs", from: "thumb-press")))!.AsArray();
        Assert.Equal("Odile Fenn", (string)kept[0]!["author"]!);
        var found = (await odile.Get($"/api/visits/{id}/plan/taught?q=half moons&after=thumbs.left"))!.AsArray();
        var added = await Post(
            "plan/add",
            version => new
            {
                version,
                taught = (string)found[0]!["id"]!,
                after = "thumbs.left",
            }
        );
        var own = added["plan"]!["steps"]!.AsArray().Single(s => (string)s!["name"]! == "Half moons with the thumbs")!;
        Assert.StartsWith("own.", (string)own["technique"]!, StringComparison.Ordinal);
        Assert.True((double)added["expansion"]!["steps"]!.AsArray().Single(s => (string)s!["id"]! == (string)own["id"]!)!["seconds"]! > 5);
        Assert.Contains(
            (await odile.Get("/api/vocabulary"))!["techniques"]!.AsArray(),
            t => (string)t!["id"]! == (string)own["technique"]!
        );

        // Whatever is worked out of the visit is worked out with it too.
        await odile.ReadAll(id, (string)own["id"]!, but: "letters");

        // What it is made from is to be minded in it too: a clot bars it as it bars pressing the thigh.
        var maren = await odile.VisitOf("Maren");
        var first = (string)(await odile.Visit(maren))["plan"]!["steps"]![0]!["id"]!;
        var there = (await odile.Get($"/api/visits/{maren}/plan/taught?q=half moons&after={first}"))!.AsArray();
        var pressed = (await odile.Get($"/api/visits/{maren}/plan/taught?q=thumbs on the centre line&after={first}"))!.AsArray();
        Assert.Equal(
            pressed[0]!["standing"]!["barred"]!.AsArray().Select(b => (string)b!),
            there[0]!["standing"]!["barred"]!.AsArray().Select(b => (string)b!)
        );

        // A file takes it along into a practice that does not know it.
        var file = await odile.Get($"/api/visits/{id}/plan/file");
        await using (var elsewhere = new House())
        {
            var other = await elsewhere.Guest();
            var card = (await other.Post("/api/library/file", file!))!;
            Assert.Empty(card["setAside"]!.AsArray());
            Assert.Contains((await other.Get("/api/techniques"))!.AsArray(), t => (string)t!["name"]! == "Half moons with the thumbs");
        }

        // A session begun with it has it for good.
        var begun = await odile.Post($"/api/visits/{id}/give/events", new { events = new[] { Begin() } });
        Assert.Equal("stored", (string)begun!["answers"]![0]!["result"]!);
        await odile.ReadAll(id, (string)own["id"]!, but: "letters");

        // Retired it is offered no more; the plan that has it is still read.
        await odile.Post($"/api/techniques/{(string)own["technique"]!}/retire", new { });
        Assert.DoesNotContain(
            (await odile.Get($"/api/visits/{maren}/plan/taught?q=half moons&after={first}"))!.AsArray(),
            l => (string)l!["step"]!["technique"]! == (string)own["technique"]!
        );
        Assert.Empty((await odile.Visit(id))["setAside"]!.AsArray());
        odile.Refused(404, "not-found", await odile.Post("/api/techniques/thumb-press/retire", new { }));
    }

    [Fact]
    public async Task A_way_of_ones_own_that_could_not_be_screened_is_refused()
    {
        var step = Step(await odile.Visit(id), "thumbs.left").DeepClone();
        odile.Refused(422, "family-missing", await odile.Post("/api/techniques", Way(step, "From nothing at all")));
        odile.Refused(409, "taken", await odile.Post("/api/techniques", Way(step, "Thumb press", from: "thumb-press")));
        // A stretch that names no joint would be let through by every rule of joints.
        odile.Refused(422, "technique-wrong", await odile.Post("/api/techniques", Way(step, "Long reach", family: "end-range-stretch")));
        var pim = await house.Guest("pim");
        pim.Refused(403, "not-yours", await pim.Post("/api/techniques", Way(step, "Half moons", from: "thumb-press")));
    }

    [Fact]
    public async Task A_plan_goes_out_as_a_file_and_comes_in_checked()
    {
        var text = (await odile.Get($"/api/visits/{id}/plan/file"))!;
        Assert.Equal("ample-lantern-plan", (string)text["format"]!);
        var card = (await odile.Post("/api/library/file", text))!;
        Assert.Equal((int)(await odile.Visit(id))["plan"]!["steps"]!.AsArray().Count, (int)card["steps"]!);
        var again = (await odile.Get($"/api/library/own/{(string)card["id"]!}/file"))!;
        Assert.Equal(text["plan"]!.ToJsonString(), again["plan"]!.ToJsonString());

        async Task Refused(string code, JsonNode file) => odile.Refused(422, code, await odile.Post("/api/library/file", file));
        JsonNode With(Action<JsonNode> change)
        {
            var copy = text.DeepClone();
            change(copy);
            return copy;
        }

        await Refused("no-plan-file", JsonValue.Create("a letter"));
        await Refused("no-plan-file", new JsonObject { ["format"] = "somebody-elses", ["version"] = 1 });
        await Refused("newer-version", With(f => f["version"] = 2));
        await Refused("not-as-described", With(f => f["plan"]!["colour"] = "red"));
        await Refused("unknown-word", With(f => f["plan"]!["steps"]![3]!["technique"] = "levitation"));
        await Refused("hold-out-of-range", With(f => Hold(f, 10_800)));
        await Refused("hold-out-of-range", With(f => Hold(f, 0)));
    }

    private static void Hold(JsonNode file, double seconds) =>
        file["plan"]!["steps"]!.AsArray().First(s => s!["pattern"]!["hold"] is not null)!["pattern"]!["hold"] = new JsonObject
        {
            ["min"] = seconds,
            ["usual"] = seconds,
            ["max"] = seconds,
        };

    [Fact]
    public async Task Answers_where_schools_differ_are_seen_worked_out_and_taken_for_oneself_or_all()
    {
        var view = (await odile.Get("/api/school?flow=feet-glands-between-systems"))!;
        var glands = view["questions"]!.AsArray().Single(q => (string)q!["id"]! == "gland-set")!["options"]!.AsArray();
        var zone = glands.Single(o => (string)o!["id"]! == "after-every-zone")!;
        Assert.False((bool)zone["chosen"]!);
        Assert.NotEqual(0, (double)zone["seconds"]!);
        Assert.True((int)glands.Single(o => (string)o!["id"]! == "once")!["steps"]! < 0);
        // The numbers are those of the flow given so.
        var open = (await odile.Get("/api/library/flow/feet-glands-between-systems?choices=gland-set:after-every-zone"))!;
        var usual = (await odile.Get("/api/library/flow/feet-glands-between-systems"))!;
        Assert.Equal(
            (double)open["expansion"]!["totalSeconds"]! - (double)usual["expansion"]!["totalSeconds"]!,
            (double)zone["seconds"]!,
            1
        );

        object Choice(string option) => new { @base = "house", choices = new Dictionary<string, string> { ["gland-set"] = option } };
        await odile.Put("/api/school", new { forPractice = true, school = Choice("once") });
        await odile.Put("/api/school", new { forPractice = false, school = Choice("after-every-zone") });
        Assert.Equal("Odile Fenn", (string)(await odile.Get("/api/school"))!["name"]!);
        var mine = (await odile.Get("/api/library/flow/feet-glands-between-systems"))!;
        Assert.Equal((double)open["expansion"]!["totalSeconds"]!, (double)mine["expansion"]!["totalSeconds"]!);
        var teo = await house.Guest("teo");
        Assert.Equal("Our practice", (string)(await teo.Get("/api/school"))!["name"]!);
        teo.Refused(403, "not-yours", await teo.Put("/api/school", new { forPractice = true, school = Choice("once") }));
        teo.Refused(422, "unknown-option", await teo.Put("/api/school", new { forPractice = false, school = Choice("never") }));
        // A visit booked from now on is planned by who gives it.
        var client = (string)(await odile.Visit(id))["client"]!["id"]!;
        var booked = (
            await odile.Post(
                "/api/visits",
                new
                {
                    clientId = client,
                    date = "2031-05-05",
                    at = "09:00:00",
                    minutesBooked = 60,
                    flow = "feet-glands-between-systems",
                    practitioner = "teo",
                }
            )
        )!;
        var plan = (await odile.Visit((string)booked["id"]!))["plan"]!;
        Assert.Equal("once", (string)plan["choices"]!["gland-set"]!);
        await odile.Put("/api/school", new { forPractice = false, school = (object?)null });
        Assert.Equal("Our practice", (string)(await odile.Get("/api/school"))!["name"]!);
    }
}
