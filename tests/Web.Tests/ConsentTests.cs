using System.Globalization;
using System.Text.Json.Nodes;
using AmpleLantern.Web.Tests.Support;
using NodaTime;

namespace AmpleLantern.Web.Tests;

/// <summary>Consent place by place, at the door and while giving; and the practitioner's own day, which is nobody else's.</summary>
public sealed class ConsentTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;

    public async ValueTask InitializeAsync() => odile = await house.Guest();

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private static IEnumerable<string> Rules(JsonNode visit) => visit["screen"]!["findings"]!.AsArray().Select(f => (string)f!["rule"]!);

    private static IReadOnlyList<string> Places(JsonNode visit, string word) =>
        [.. visit["consents"]!.AsArray().Where(c => (string)c!["word"]! == word).Select(c => (string)c!["region"]!)];

    private async Task<JsonNode> Say(string visit, string region, string answer, string? by = null) =>
        (
            await odile.Put(
                $"/api/visits/{visit}/consents",
                new
                {
                    version = (int)(await odile.Visit(visit))["version"]!,
                    region,
                    answer,
                    by,
                }
            )
        )!;

    [Fact]
    public async Task Each_place_waits_for_its_own_yes_and_a_yes_is_taken_back_with_one_word()
    {
        var id = await odile.VisitOf("Pell");
        var visit = await odile.Visit(id);
        var open = Places(visit, "open");
        Assert.NotEmpty(open);
        Assert.Contains("consent.not-given", Rules(visit));
        var form = (await odile.Get($"/api/visits/{id}/letters/consent"))!;
        Assert.Equal(visit["consents"]!.AsArray().Count, form["parts"]!.AsArray().Count - 2);
        foreach (var place in open)
        {
            Assert.Contains("consent.not-given", Rules(await odile.Visit(id)));
            visit = await Say(id, place, "today", "Ina Tarn, mother");
        }

        Assert.DoesNotContain("consent.not-given", Rules(visit));
        Assert.All(
            visit["consents"]!.AsArray().Where(c => open.Contains((string)c!["region"]!)),
            c => Assert.Equal((string)visit["date"]!, (string)c!["entry"]!["until"]!)
        );
        visit = await Say(id, open[0], "no");
        Assert.Contains("consent.region", Rules(visit));
        Assert.Equal([open[0]], Places(visit, "refused"));
        visit = await Say(id, open[0], "until-taken-back", "Ina Tarn, mother");
        Assert.DoesNotContain("consent.region", Rules(visit));
        Assert.Single(visit["facts"]!.AsArray(), f => (string?)f!["entry"]!["region"] == open[0]);
        odile.Refused(422, "no-consent-needed", await Say(id, "calf", "today"));
    }

    [Fact]
    public async Task A_childs_yes_names_who_gave_it()
    {
        // Pell is a minor.
        var id = await odile.VisitOf("Pell");
        var visit = await odile.Visit(id);
        var place = Places(visit, "open")[0];
        Assert.True((bool)visit["consents"]![0]!["guardian"]!);
        odile.Refused(422, "guardian-missing", await Say(id, place, "today"));
        visit = await Say(id, place, "today", "Ina Tarn, mother");
        Assert.Contains(place, Places(visit, "given"));
        Assert.Contains("\"Ina Tarn, mother\"", visit["consents"]!.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_yes_taken_back_while_giving_takes_out_what_is_still_to_come_there()
    {
        var id = await odile.VisitOf("Bram");
        var visit = await odile.Visit(id);
        var place = visit["consents"]!.AsArray().First(c => (string)c!["word"]! == "given")!;
        var (region, steps) = ((string)place["region"]!, place["ifRefused"]!.AsArray().Select(s => (string)s!).ToList());
        var now = DateTimeOffset.UtcNow.ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", CultureInfo.InvariantCulture);
        object[] start =
        [
            new
            {
                id = Guid.NewGuid(),
                at = now,
                kind = "start",
            },
        ];
        await odile.Post($"/api/visits/{id}/give/events", new { events = start });
        visit = await Say(id, region, "no");
        Assert.Contains("consent.region", Rules(visit));
        visit = (
            await odile.Post(
                $"/api/visits/{id}/give/amend",
                new
                {
                    id = Guid.NewGuid(),
                    at = now,
                    swaps = steps.Select(step => new { step, replacement = "leave-out" }),
                }
            )
        )!;
        Assert.DoesNotContain("consent.region", Rules(visit));
        Assert.DoesNotContain(region, visit["consents"]!.AsArray().Select(c => (string)c!["region"]!));
        Assert.DoesNotContain(visit["plan"]!["steps"]!.AsArray(), s => steps.Contains((string)s!["id"]!));
    }

    [Fact]
    public async Task Ones_own_day_is_shown_to_nobody_else_and_is_over_tomorrow()
    {
        var id = await odile.VisitOf("Bram");
        var before = (await odile.Visit(id))["screen"]!.ToJsonString();
        var said = (await odile.Put("/api/me/day", new { facts = new[] { "giver-thumb" } }))!;
        Assert.Single(said["lines"]!.AsArray(), l => (bool)l!["said"]!);
        var mine = (await odile.Get($"/api/visits/{id}/own-limits"))!;
        Assert.All(
            mine["cards"]!.AsArray().SelectMany(c => c!["findings"]!.AsArray()),
            f => Assert.Equal("giver.thumb", (string)f!["rule"]!)
        );
        Assert.NotEmpty(mine["cards"]!.AsArray());
        // Neither the visit nor anybody else's screen knows of it, and the trail says only that it was touched.
        Assert.Equal(before, (await odile.Visit(id))["screen"]!.ToJsonString());
        Assert.DoesNotContain("giver-thumb", (await odile.Visit(id)).ToJsonString(), StringComparison.Ordinal);
        var teo = await house.Guest("teo");
        Assert.Empty((await teo.Get($"/api/visits/{id}/own-limits"))!["cards"]!.AsArray());
        Assert.DoesNotContain((await teo.Get("/api/me/day"))!["lines"]!.AsArray(), l => (bool)l!["said"]!);
        Assert.DoesNotContain("giver-thumb", (await odile.Get("/api/trail"))!.ToJsonString(), StringComparison.Ordinal);
        odile.Refused(422, "not-your-day", await odile.Put("/api/me/day", new { facts = new[] { "pregnancy" } }));
        var version = (int)(await odile.Visit(id))["version"]!;
        odile.Refused(
            422,
            "not-of-the-client",
            await odile.Put($"/api/visits/{id}/facts", new { version, entry = new { fact = "giver-wart", status = "known" } })
        );
        house.Clock.By = Duration.FromDays(1);
        var tomorrow = await house.Guest();
        Assert.DoesNotContain((await tomorrow.Get("/api/me/day"))!["lines"]!.AsArray(), l => (bool)l!["said"]!);
    }
}
