using System.Text.Json.Nodes;
using AmpleLantern.Web.Tests.Support;

namespace AmpleLantern.Web.Tests;

/// <summary>Measures are proposed by what somebody came for, taken on both sides, judged, and seen over the visits.</summary>
public sealed class MeasureTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;
    private string id = "";

    public async ValueTask InitializeAsync()
    {
        odile = await house.Guest();
        id = await odile.VisitOf("Tobin");
    }

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private async Task<int> Version() => (int)(await odile.Visit(id))["version"]!;

    private async Task<JsonNode> Before(params object[] before) =>
        (await odile.Put($"/api/visits/{id}/check-in", new { version = await Version(), before }))!;

    private static IEnumerable<string> Rules(JsonNode visit) => visit["screen"]!["findings"]!.AsArray().Select(f => (string)f!["rule"]!);

    private static JsonNode? Change(JsonNode visit, string measure) =>
        visit["changes"]!.AsArray().SingleOrDefault(c => (string)c!["measure"]! == measure);

    private static List<string> Proposed(JsonNode visit, string why) =>
        [.. visit["proposed"]!.AsArray().Where(p => (string)p!["for"]! == why).Select(p => (string)p!["measure"]!)];

    [Fact]
    public async Task What_they_came_for_decides_what_is_proposed_on_both_sides()
    {
        Assert.Empty(Proposed(await odile.Visit(id), "complaint"));
        var visit = (
            await odile.Put(
                $"/api/visits/{id}/interviews",
                new
                {
                    version = await Version(),
                    complaint = "shoulder",
                    side = "left",
                    answers = Array.Empty<object>(),
                }
            )
        )!;
        var proposed = Proposed(visit, "complaint");
        Assert.Equal(["pain", "arm-raise-forward-left", "arm-raise-forward-right"], proposed.Take(3));
        // What is proposed can be taken though nobody took it yet; what is not is left to be added.
        Assert.NotNull(Change(visit, "arm-raise-forward-left"));
        Assert.Null(Change(visit, "grip-left"));
    }

    /// <summary>What is kept stays; what is shown, said and read follows the practice's setting, which its owner makes.</summary>
    [Fact]
    public async Task Measures_are_shown_and_read_in_the_units_of_the_practice()
    {
        await Before(new { measure = "calf-girth-left", before = 33.02 });
        async Task<JsonNode> Set(string units) =>
            (await odile.Put("/api/settings", new { timeZone = (string)(await odile.Get("/api/settings"))!["timeZone"]!, units }))!;
        async Task<JsonNode> Girth() =>
            (await odile.Get("/api/vocabulary"))!["measures"]!.AsArray().Single(m => (string)m!["id"]! == "calf-girth-left")!;
        Assert.Equal("metric", (string)(await odile.Get("/api/settings"))!["units"]!);
        Assert.Equal("cm", (string)(await Girth())["shown"]?["unit"]! ?? (string)(await Girth())["unit"]!);
        Assert.Contains("33.02 cm", (string)(await odile.Visit(id))["note"]!["said"]!, StringComparison.Ordinal);
        Assert.Equal("in, lb, fl oz", (string)(await Set("imperial"))["unitsToChoose"]![1]!["name"]!);
        Assert.Equal("in", (string)(await Girth())["shown"]!["unit"]!);
        Assert.Contains("13 in", (string)(await odile.Visit(id))["note"]!["said"]!, StringComparison.Ordinal);
        Assert.Equal(33.02, (double)Change(await odile.Visit(id), "calf-girth-left")!["before"]!);
        async Task<JsonNode?> Read(string text) => await odile.Get($"/api/measures/calf-girth-left/read?text={Uri.EscapeDataString(text)}");
        Assert.Equal(33.02, (double)(await Read("13"))!["value"]!);
        Assert.Equal(34, (double)(await Read("34 cm"))!["value"]!);
        odile.Refused(422, "cannot-be-read", await Read("13 stone"));
        odile.Refused(422, "rating-out-of-range", await Read("200 in"));
        odile.Refused(422, "unknown-word", await Set("cubits"));
        Assert.Equal("imperial", (string)(await odile.Get("/api/settings"))!["units"]!);
        await Set("metric");
        Assert.Contains("33.02 cm", (string)(await odile.Visit(id))["note"]!["said"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_no_joint_can_do_is_refused_and_nothing_taken_is_lost()
    {
        await Before(new { measure = "knee-bend-left", before = 118 });
        odile.Refused(422, "rating-out-of-range", await Before(new { measure = "knee-bend-left", before = 720 }));
        odile.Refused(422, "worked-out", await Before(new { measure = "leg-volume-left", before = 900 }));
        odile.Refused(422, "too-many-tries", await Before(new { measure = "grip-left", beforeTries = new[] { 20, 21, 22, 23 } }));
        Assert.Equal(118, (double)Change(await odile.Visit(id), "knee-bend-left")!["before"]!);
    }

    [Fact]
    public async Task The_best_try_counts_girths_make_a_volume_and_a_thicker_calf_is_said()
    {
        var visit = await Before(
            new { measure = "grip-right", beforeTries = new[] { 21.0, 24.5, 23 } },
            new { measure = "ankle-girth-left", before = 24 },
            new { measure = "leg-girth-10-left", before = 26 },
            new { measure = "leg-girth-20-left", before = 34 },
            new { measure = "calf-girth-left", before = 36 },
            new { measure = "calf-girth-right", before = 39.5 }
        );
        Assert.Equal(24.5, (double)Change(visit, "grip-right")!["before"]!);
        Assert.Equal([21, 24.5, 23], Change(visit, "grip-right")!["beforeTries"]!.AsArray().Select(t => (double)t!));
        // Two cones of 10 cm: h (a² + ab + b²) / 12π each.
        Assert.Equal(1218, (double)Change(visit, "leg-volume-left")!["before"]!, 1.0);
        var apart = Assert.Single(visit["sidesApart"]!.AsArray())!;
        Assert.Equal(("right", "3.5 cm"), ((string)apart["thicker"]!, (string)apart["said"]!));
        Assert.Contains("Wells", (string)apart["source"]!["work"]!, StringComparison.Ordinal);
        // The tape is screened as if it had been said; measured anew and even, it is no more.
        Assert.Contains("refer.calf-difference", Rules(visit));
        Assert.False((bool)visit["start"]!["mayStart"]!);
        Assert.DoesNotContain("refer.calf-difference", Rules(await Before(new { measure = "calf-girth-right", before = 36.5 })));
    }

    /// <summary>The days before are asked about on arriving, and judged at the next visit, for each of what midlife brings.</summary>
    [Fact]
    public async Task Heat_sleep_and_temper_are_compared_with_the_visit_before()
    {
        var client = (string)(await odile.Visit(id))["client"]!["id"]!;
        async Task<string> Book(string at) =>
            (string)
                (
                    await odile.Post(
                        "/api/visits",
                        new
                        {
                            clientId = client,
                            date = (string)(await odile.Visit(id))["date"]!,
                            at,
                            minutesBooked = 60,
                            flow = "feet-glands-between-systems",
                            room = "mat room",
                        }
                    )
                )!["id"]!;
        var (first, second) = (await Book("21:00:00"), await Book("22:30:00"));
        (string Measure, double Then, double Now, string Verdict)[] asked =
        [
            ("flushes", 7, 4, "better"),
            ("sleep", 3, 4, "same"),
            ("temper", 4, 6, "worse"),
        ];
        id = first;
        await Before([.. asked.Select(a => new { measure = a.Measure, before = a.Then })]);
        id = second;
        var visit = await Before([.. asked.Select(a => new { measure = a.Measure, before = a.Now })]);
        Assert.Equal(
            asked,
            asked.Select(a =>
                (
                    a.Measure,
                    (double)Change(visit, a.Measure)!["earlier"]!["value"]!,
                    (double)Change(visit, a.Measure)!["before"]!,
                    (string)Change(visit, a.Measure)!["verdict"]!
                )
            )
        );
        Assert.Equal("not-measured", (string)visit["outcome"]!["helped"]!);
        // The client's page lists it in the same way.
        var listed = (await odile.Get($"/api/clients/{client}"))!["visits"]!.AsArray().Single(v => (string)v!["id"]! == second)!["changes"]!
            .AsArray()
            .Select(c => c!)
            .ToList();
        Assert.Equal(
            asked.Select(a => (a.Then, a.Verdict)),
            asked.Select(a =>
            {
                var change = listed.Single(c => (string)c["measure"]! == a.Measure);
                return ((double)change["earlier"]!["value"]!, (string)change["verdict"]!);
            })
        );
        Assert.Contains("Heat that comes in waves 7 to 4 since ", (string)visit["note"]!["found"]!, StringComparison.Ordinal);
        odile.Refused(
            422,
            "of-days",
            await odile.Put(
                $"/api/visits/{id}/reflect",
                new { version = await Version(), after = new[] { new { measure = "sleep", after = 9 } } }
            )
        );
    }

    [Fact]
    public async Task What_matters_most_is_named_in_their_words_before_it_is_rated()
    {
        odile.Refused(422, "not-named", await Before(new { measure = "own-words", before = 3 }));
        await Before(new { measure = "own-words", named = "Hang the washing" });
        var visit = await Before(new { measure = "own-words", before = 3 });
        Assert.Equal(
            ("Hang the washing", 3),
            ((string)Change(visit, "own-words")!["named"]!, (double)Change(visit, "own-words")!["before"]!)
        );
        Assert.Contains("“Hang the washing” before: 3 of 10", (string)visit["note"]!["said"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Over_the_visits_each_stands_with_what_was_given_and_how_it_was_judged_then()
    {
        var client = (string)(await odile.Visit(await odile.VisitOf("Anouk")))["client"]!["id"]!;
        var points = (await odile.Get($"/api/clients/{client}"))!["trends"]!
            .AsArray()
            .Single(t => (string)t!["measure"]!["id"]! == "heaviness")!["trend"]!["points"]!.AsArray();
        Assert.True(points.Count > 1);
        Assert.All(points, p => Assert.NotEqual("", (string)p!["plan"]!));
        Assert.All(
            points.Where(p => p!["before"] is not null && p["after"] is not null),
            p => Assert.NotEqual("not-measured", (string)p!["verdict"]!)
        );
    }
}
