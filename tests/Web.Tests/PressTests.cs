using System.Text.Json.Nodes;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Tests.Support;

namespace AmpleLantern.Web.Tests;

/// <summary>Weight into pressure over HTTP: a step's press, caps, what is kept, what is learned, the load.</summary>
public sealed class PressTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;

    public async ValueTask InitializeAsync() => odile = await house.Guest();

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private static string StepWith(JsonNode visit, Func<JsonNode, bool> wanted) =>
        (string)visit["plan"]!["steps"]!.AsArray().First(s => wanted(s!))!["id"]!;

    [Fact]
    public async Task A_step_comes_with_both_figures_its_forces_and_every_position_of_its_sliders()
    {
        var id = await odile.VisitOf("Bram");
        var step = StepWith(
            await odile.Visit(id),
            s => (string)s["technique"]! == "palm-walk" || (string)s["name"]! == "Palm walk up both thighs"
        );
        var view = (await odile.Get($"/api/visits/{id}/press/{step}"))!;
        Assert.Equal("lean", (string)view["kind"]!);
        Assert.Equal((int)view["planned"]!, (int)view["now"]!["level"]!);
        Assert.False((bool)view["estimated"]!);
        Assert.Equal("Odile Fenn", (string)view["practitioner"]!);
        var forces = view["now"]!["forces"]!.AsArray();
        Assert.Equal(-608, (double)forces[0]!["up"]!, 0);
        Assert.InRange(forces.Sum(f => (double)f!["up"]!), -0.3, 0.3);
        Assert.Equal(13, view["scene"]!["order"]!.AsArray().Count);
        Assert.Equal(39, view["now"]!["pieces"]!.AsArray().Count);
        var lean = view["sliders"]!.AsArray().Single(s => (string)s!["way"]! == "lean")!;
        Assert.Equal((((double)lean["most"]! - (double)lean["least"]!) / (double)lean["step"]!) + 1, lean["frames"]!.AsArray().Count, 6);
        // The picture of the client is there to be fetched.
        Assert.NotNull((await odile.Get($"/api/figures/{(string)view["scene"]!["figure"]!}"))!["outline"]);

        var further = (await odile.Get($"/api/visits/{id}/press/{step}?lean=30"))!;
        Assert.True((double)further["now"]!["newtons"]! > (double)view["now"]!["newtons"]!);
        Assert.NotEmpty(further["advice"]!.AsArray());
        odile.Refused(422, "press-out-of-range", await odile.Get($"/api/visits/{id}/press/{step}?support=140"));
        odile.Refused(422, "unknown-step", await odile.Get($"/api/visits/{id}/press/no-such-step"));
    }

    [Fact]
    public async Task Treading_above_a_findings_cap_is_shown_with_its_fix()
    {
        var id = await odile.VisitOf("Quill");
        var visit = await odile.Visit(id);
        var step = StepWith(visit, s => (string)s["contact"]! == "whole-sole");
        var view = (await odile.Get($"/api/visits/{id}/press/{step}?support=40"))!;
        Assert.Equal(2, (int)view["capLevel"]!);
        Assert.True((bool)view["now"]!["aboveCap"]!);
        Assert.Equal(608 * 0.6, (double)view["now"]!["newtons"]!, 0);
        Assert.Contains("Pressure level 2 at most everywhere", view["capBy"]!.AsArray().Select(x => (string)x!));
        var overview = (await odile.Get($"/api/visits/{id}/press"))!;
        Assert.Contains(overview["lines"]!.AsArray(), l => (bool)l!["byWeight"]!);
        Assert.True((double)overview["load"]!["treadingMinutes"]! > 1);
    }

    [Fact]
    public async Task What_is_set_is_kept_with_the_step_and_its_twin_until_it_is_worked_out_again()
    {
        var id = await odile.VisitOf("Bram");
        var visit = await odile.Visit(id);
        var step = StepWith(visit, s => (string)s["id"]! == "four-walk.left");
        async Task<JsonNode> Edit(object? press) =>
            (
                await odile.Post(
                    $"/api/visits/{id}/plan/edits",
                    new
                    {
                        version = (int)(await odile.Visit(id))["version"]!,
                        edit = new
                        {
                            kind = "press",
                            step,
                            bothSides = true,
                            press,
                        },
                    }
                )
            )!;
        var kept = await Edit(
            new
            {
                lean = 12,
                aheadCm = 50,
                supportPercent = 0,
                sidewaysCm = 0,
            }
        );
        Assert.Equal(2, kept["plan"]!["steps"]!.AsArray().Count(s => s!["press"] is not null));
        var view = (await odile.Get($"/api/visits/{id}/press/{step}"))!;
        Assert.True((bool)view["kept"]!);
        Assert.Equal(12, (double)view["setting"]!["lean"]!);
        Assert.DoesNotContain((await Edit(null))["plan"]!["steps"]!.AsArray(), s => s!["press"] is not null);
        odile.Refused(
            422,
            "press-out-of-range",
            await Edit(
                new
                {
                    lean = 500,
                    aheadCm = 50,
                    supportPercent = 0,
                    sidewaysCm = 0,
                }
            )
        );
    }

    [Fact]
    public async Task Ones_own_body_changes_the_press_and_nonsense_is_refused_keeping_the_last_good()
    {
        var id = await odile.VisitOf("Bram");
        var step = StepWith(await odile.Visit(id), s => (string)s["name"]! == "Palm walk up both thighs");
        var before = (await odile.Get($"/api/visits/{id}/press/{step}?lean=5&ahead=55"))!;
        await odile.Put(
            "/api/me/body",
            new
            {
                massKg = 80,
                statureM = 1.8,
                proportions = "men",
                areasCm2 = new { palm = 75 },
            }
        );
        var after = (await odile.Get($"/api/visits/{id}/press/{step}?lean=5&ahead=55"))!;
        Assert.True((double)after["now"]!["newtons"]! > (double)before["now"]!["newtons"]!);
        Assert.Equal(75, (double)after["areaCm2"]!);
        odile.Refused(422, "mass-out-of-range", await odile.Put("/api/me/body", new { massKg = 400, statureM = 1.8 }));
        odile.Refused(422, "stature-out-of-range", await odile.Put("/api/me/body", new { massKg = 80, statureM = 180 }));
        odile.Refused(
            422,
            "area-out-of-range",
            await odile.Put(
                "/api/me/body",
                new
                {
                    massKg = 80,
                    statureM = 1.8,
                    areasCm2 = new { palm = 0 },
                }
            )
        );
        Assert.Equal(80, (double)(await odile.Get("/api/me/body"))!["practitioner"]!["massKg"]!);
        // A student has given nothing yet: it is worked out for a usual body and says so.
        var pim = await house.Guest("pim");
        Assert.False((bool)(await pim.Get("/api/me/body"))!["given"]!);
        var desk = await house.Guest("ansa");
        await desk.Get("/api/me/body");
        Assert.Equal(403, (int)desk.Last.StatusCode);
    }

    [Fact]
    public async Task The_day_adds_up_and_limits_of_ones_own_warn()
    {
        var day = (await odile.Get("/api/today/press"))!;
        Assert.True((double)day["load"]!["kneelingMinutes"]! > 10);
        await odile.Put(
            "/api/me/body",
            new
            {
                massKg = 62,
                statureM = 1.66,
                limits = new
                {
                    thumbKgMinutes = 1,
                    kneelingMinutes = 5,
                    lumbarNm = 500,
                    treadingMinutes = 600,
                },
            }
        );
        var warned = (await odile.Get("/api/today/press"))!["warnings"]!.AsArray().Select(w => (string)w!).ToList();
        Assert.Contains(warned, w => w.Contains("minutes on the knees, above your limit of 5", StringComparison.Ordinal));
        Assert.DoesNotContain(warned, w => w.Contains("low back", StringComparison.Ordinal));
    }

    /// <summary>Answers given at a signed visit move this client's bands at the next, for that kind of contact only.</summary>
    [Fact]
    public async Task What_a_client_answers_moves_their_bands_from_the_next_visit_on()
    {
        var id = await odile.VisitOf("Bram");
        var visit = await odile.NoToTheRest(id);
        var steps = visit["expansion"]!["steps"]!.AsArray();
        var palm = steps.First(s => (string)s!["name"]! == "Palm walk up both thighs")!;
        var at = DateTimeOffset.UtcNow.AddMinutes(-40);
        var inStep = at.AddSeconds((double)palm["startSeconds"]! + 20);
        object Event(string kind, DateTimeOffset when, string? response = null) =>
            new
            {
                id = Guid.NewGuid(),
                at = when.ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", System.Globalization.CultureInfo.InvariantCulture),
                kind,
                response,
            };
        await odile.Post(
            $"/api/visits/{id}/give/events",
            new
            {
                events = new[]
                {
                    Event("start", at),
                    Event("response", inStep, "more"),
                    Event("response", inStep.AddSeconds(9), "more"),
                    Event("response", inStep.AddSeconds(19), "right"),
                    Event("finish", at.AddMinutes(35)),
                },
            }
        );
        Assert.True(odile.Last.IsSuccessStatusCode, await odile.Last.Content.ReadAsStringAsync());
        await odile.Post($"/api/visits/{id}/sign", new { version = (int)(await odile.Visit(id))["version"]! });
        Assert.True(odile.Last.IsSuccessStatusCode, await odile.Last.Content.ReadAsStringAsync());

        var next = (
            await odile.Post(
                "/api/visits",
                new
                {
                    clientId = (string)visit["client"]!["id"]!,
                    date = DateOnly
                        .FromDateTime(DateTime.Now.AddDays(7))
                        .ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
                    at = "10:00:00",
                    minutesBooked = 50,
                    flow = "legs-on-the-mat",
                }
            )
        )!;
        Assert.True(odile.Last.IsSuccessStatusCode, await odile.Last.Content.ReadAsStringAsync());
        var nextId = (string)next["id"]!;
        var step = StepWith(await odile.Visit(nextId), s => (string)s["name"]! == "Palm walk up both thighs");
        var view = (await odile.Get($"/api/visits/{nextId}/press/{step}"))!;
        Assert.Contains("3 answers moved", (string)view["levels"]!["why"]!, StringComparison.Ordinal);
        Assert.True((double)view["levels"]!["upToKPa"]![1]! > (double)view["levels"]!["usualKPa"]![1]!);
        Assert.Single((await odile.Get($"/api/visits/{nextId}/press"))!["learned"]!.AsArray());
    }

    [Fact]
    public async Task The_dose_weighs_what_is_pressed()
    {
        var id = await odile.VisitOf("Bram");
        var dose = (await odile.Get($"/api/visits/{id}/plan/dose"))!;
        Assert.Contains(dose["regions"]!.AsArray(), r => (double?)r!["kilogramMinutes"] > 1);
    }
}
