using System.Text.Json.Nodes;
using AmpleLantern.Web.Tests.Support;
using NodaTime;
using static AmpleLantern.Web.Tests.Support.Noted;

namespace AmpleLantern.Web.Tests;

/// <summary>A running session that bends: deeper within what is let, done in time, in their breath, and when something happens.</summary>
public sealed class BendingTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;
    private Guest teo = null!;
    private string id = "";

    public async ValueTask InitializeAsync()
    {
        (odile, teo) = (await house.Guest(), await house.Guest("teo"));
        id = await odile.VisitOf("Wren");
    }

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private async Task<JsonArray> Steps() => (await teo.Visit(id))["expansion"]!["steps"]!.AsArray();

    private async Task<int> InForce(string step) =>
        (int?)(await teo.Get($"/api/visits/{id}/give"))!["session"]!["levels"]![step] ?? (int)(await Step(step))["level"]!;

    private async Task<JsonNode> Step(string step) => (await Steps()).Single(s => (string)s!["id"]! == step)!;

    [Fact]
    public async Task Deeper_goes_as_far_as_is_let_and_no_further_once_something_is_said_that_forbids_it()
    {
        await teo.Put(
            $"/api/visits/{id}/facts",
            new { version = (int)(await teo.Visit(id))["version"]!, entry = new { fact = "anticoagulant", status = "known" } }
        );
        var found = ((string Id, int Cap)?)null;
        foreach (var s in await Steps())
        {
            var (step, deepest) = ((string)s!["id"]!, (int)s["deepest"]!);
            var press = (await teo.Get($"/api/visits/{id}/press/{step}"))!;
            if ((int?)press["capLevel"] is { } cap && cap < deepest && (int)s["level"]! <= cap)
            {
                found = (step, cap);
                break;
            }
        }

        var (at, most) = found!.Value;
        for (var level = await InForce(at); level < most; level++)
        {
            Assert.Equal(["stored"], Words(await Note(teo, id, Event("deeper", step: at))));
        }

        Assert.Equal(most, await InForce(at));
        var refused = await Note(teo, id, Event("deeper", step: at, detail: new { reach = "step" }));
        Assert.Equal(["set-aside deeper-than-allowed"], Words(refused));
        Assert.Equal(most, await InForce(at));
        Assert.StartsWith("Not deeper at", (string)refused["answers"]![0]!["detail"]!, StringComparison.Ordinal);
        // Lighter always goes, and the way to lean is worked out for it.
        Assert.Equal(["stored"], Words(await Note(teo, id, Event("lighter", step: at))));
        var lean = (await teo.Get($"/api/visits/{id}/press/{at}?Level={most - 1}"))!;
        Assert.Equal((int)(await Step(at))["level"]!, (int)lean["planned"]!);
    }

    [Fact]
    public async Task Late_there_are_two_ways_to_be_out_in_time_and_either_is_taken_by_its_edits()
    {
        var id = await Begun();
        // In two hours there is time to spare: what is still to come takes so much less.
        await Note(odile, id, Event("out-by", 1, detail: new { until = At(-7200) }));
        var togo = 7200 + (double)(await odile.Get($"/api/visits/{id}/give/offers"))!["overSeconds"]!;
        Assert.Equal(["stored"], Words(await Note(odile, id, Event("out-by", detail: new { until = At(600 - togo) }))));
        var offers = (await odile.Get($"/api/visits/{id}/give/offers"))!;
        Assert.InRange((double)offers["overSeconds"]!, 590, 610);
        Assert.Equal(["other-repeats", "leave-out"], offers["offers"]!.AsArray().Select(o => (string)o!["kind"]!));
        var offer = offers["offers"]![1]!;
        Assert.Equal(0, (double)offer["overSeconds"]!);
        var after = (
            await odile.Post(
                $"/api/visits/{id}/give/amend",
                new
                {
                    id = Guid.NewGuid(),
                    at = At(0),
                    edits = offer["edits"]!.AsArray().Select(e => e!.DeepClone()),
                }
            )
        )!;
        Assert.Equal(200, (int)odile.Last.StatusCode);
        var names = after["plan"]!["steps"]!.AsArray().Select(s => (string)s!["name"]!).ToList();
        Assert.All(offer["goes"]!.AsArray(), gone => Assert.DoesNotContain((string)gone!, names));
        Assert.True((double)(await odile.Get($"/api/visits/{id}/give/offers"))!["overSeconds"]! <= 1);
        // Whoever lets the end go is offered nothing.
        await Note(odile, id, Event("out-by"));
        Assert.Null((await odile.Get($"/api/visits/{id}/give/offers"))!["outBy"]);
    }

    [Fact]
    public async Task One_step_that_is_taught_is_put_in_behind_the_one_under_way()
    {
        var id = await Begun();
        var first = (string)(await odile.Visit(id))["plan"]!["steps"]![0]!["id"]!;
        var found = (await odile.Get($"/api/visits/{id}/plan/taught?q=heels&after={first}"))!.AsArray();
        var line = found.First(l => l!["standing"]!["barred"]!.AsArray().Count == 0)!;
        object Add(string taught) =>
            new
            {
                id = Guid.NewGuid(),
                at = At(0),
                add = new { taught, after = first },
            };
        var after = (await odile.Post($"/api/visits/{id}/give/amend", Add((string)line["id"]!)))!;
        var name = (string)line["step"]!["name"]!;
        Assert.Equal(name, (string)after["plan"]!["steps"]![1]!["name"]!);
        Assert.Equal($"added: {name}", (string)after["session"]!["seams"]!.AsArray()[^1]!["saying"]!);
        await odile.Post($"/api/visits/{id}/give/amend", Add("nobody-teaches-this"));
        Assert.Equal(422, (int)odile.Last.StatusCode);
    }

    /// <summary>A session that begins now.</summary>
    private async Task<string> Begun()
    {
        var client = (await odile.Get("/api/today?who=all"))!["visits"]!
            .AsArray()
            .First(v => ((string)v!["clientName"]!).StartsWith("Anouk", StringComparison.Ordinal))!;
        var booked = (
            await odile.Post(
                "/api/visits",
                new
                {
                    clientId = (string)client["clientId"]!,
                    date = DateTime.UtcNow.AddDays(3).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
                    at = "12:00:00",
                    minutesBooked = 60,
                    flow = "legs-on-the-mat",
                }
            )
        )!;
        var begun = (string)booked["id"]!;
        Assert.Equal(["stored"], Words(await Note(odile, begun, Event("start", 1))));
        return begun;
    }

    [Fact]
    public async Task Three_taps_tell_their_breath_and_the_rest_is_given_in_it()
    {
        var view = await Note(
            teo,
            id,
            Event("breath", 20, counter: 1),
            Event("breath", 13.3, counter: 2),
            Event("breath", 6.7, counter: 3)
        );
        Assert.Equal(9, (double)view["session"]!["breath"]!["perMinute"]!, 0.1);
        var before = (double)(await teo.Visit(id))["expansion"]!["totalSeconds"]!;
        object Amend(double breathsPerMinute) =>
            new
            {
                id = Guid.NewGuid(),
                at = At(0),
                breathsPerMinute,
            };
        var after = (await teo.Post($"/api/visits/{id}/give/amend", Amend(9)))!;
        Assert.Equal(9, (double)after["tempo"]!["breathsPerMinute"]!);
        Assert.True((double)after["expansion"]!["totalSeconds"]! > before);
        Assert.Equal("in 9 breaths a minute", (string)after["session"]!["seams"]!.AsArray()[^1]!["saying"]!);
        teo.Refused(422, "breaths-out-of-range", await teo.Post($"/api/visits/{id}/give/amend", Amend(90)));
    }

    [Fact]
    public async Task What_happened_stops_is_screened_stands_in_the_record_and_is_due_the_next_day_until_somebody_asked()
    {
        var fell = Guid.NewGuid();
        var view = await Note(
            teo,
            id,
            Event("happened", 9, "fainting", fell, counter: 1),
            Event(
                "happened-more",
                5,
                text: "as she sat up",
                counter: 2,
                detail: new
                {
                    of = fell,
                    done = new[] { "Raise both legs" },
                    told = "her sister",
                }
            ),
            Event("happened-more", 4, counter: 3, detail: new { of = fell, done = Enumerable.Repeat("x", 31) })
        );
        Assert.Equal(["stored", "stored", "set-aside detail-out-of-range"], Words(view));
        Assert.Equal("stopped", (string)view["phase"]!);
        Assert.False((bool)view["may"]!["go-on"]!["allowed"]!);
        await Note(teo, id, Event("finish", 1, counter: 4));
        var visit = await teo.Visit(id);
        Assert.Contains("Fainting during", (string)visit["note"]!["done"]!, StringComparison.Ordinal);
        Assert.Contains("told: her sister", (string)visit["note"]!["done"]!, StringComparison.Ordinal);
        await odile.Post($"/api/visits/{id}/sign", new { version = (int)visit["version"]! });
        Assert.Equal(200, (int)odile.Last.StatusCode);
        Assert.DoesNotContain("Fainting", await Due());
        house.Clock.By = Duration.FromDays(1);
        odile = await house.Guest();
        Assert.Contains("Fainting", await Due());
        // It is asked after though the record is signed, and stands in it.
        Assert.Equal(["stored"], Words(await Note(odile, id, Event("followed-up", text: "well, slept long", detail: new { of = fell }))));
        Assert.DoesNotContain("Fainting", await Due());
        Assert.Equal("well, slept long", (string)(await odile.Visit(id))["session"]!["happened"]![0]!["followedUp"]!);
    }

    private async Task<IReadOnlyList<string?>> Due() =>
        [.. (await odile.Get("/api/today"))!["due"]!.AsArray().Select(d => (string?)d!["happened"])];

    [Fact]
    public async Task The_practices_own_emergency_number_is_shown_once_it_is_set_and_is_a_number()
    {
        var usual = (await odile.Get("/api/settings"))!;
        Assert.False((bool)usual["emergencyNumberSet"]!);
        var zone = (string)usual["timeZone"]!;
        odile.Refused(422, "not-a-number", await odile.Put("/api/settings", new { timeZone = zone, emergencyNumber = "the porter" }));
        await odile.Put("/api/settings", new { timeZone = zone, emergencyNumber = "0 112" });
        Assert.Equal("0 112", (string)(await teo.Get("/api/settings"))!["emergencyNumber"]!);
        await odile.Put("/api/settings", new { timeZone = zone, emergencyNumber = "" });
        Assert.Equal((string)usual["emergencyNumber"]!, (string)(await teo.Get("/api/settings"))!["emergencyNumber"]!);
    }
}
