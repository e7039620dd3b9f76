using System.Text.Json.Nodes;
using AmpleLantern.Web.Tests.Support;

namespace AmpleLantern.Web.Tests;

/// <summary>
/// A course of six visits for a stiff shoulder: each plan is made from what the last visit found, and it says when to stop.
/// </summary>
public sealed class CourseTests : IAsyncLifetime
{
    private readonly ClockHouse house = new();
    private Guest odile = null!;
    private string client = "";

    public async ValueTask InitializeAsync()
    {
        odile = await house.Guest();
        client = (string)
            (await odile.Get("/api/clients"))!["clients"]!.AsArray().Single(c => (string)c!["name"]! == "Una Saltmarsh")!["id"]!;
    }

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private Task<JsonNode?> Book(int visits = 6, string at = "17:00:00", int everyDays = 7) =>
        odile.Post(
            "/api/visits",
            new
            {
                clientId = client,
                date = "2026-03-03",
                at,
                minutesBooked = 70,
                flow = "shoulder-freeing",
                practitioner = "odile",
                room = "loft",
                course = new
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
                    visits,
                    everyDays,
                    measures = new[] { "pain" },
                },
            }
        );

    private async Task<JsonNode> Course() => (await odile.Get($"/api/clients/{client}/courses"))!.AsArray()[0]!;

    /// <summary>Given to the end on its day, with what was felt at a step and how it was before and after; then signed.</summary>
    private async Task Give(JsonNode visit, double before, double after, string? step = null, string? felt = null)
    {
        var id = (string)visit["id"]!;
        var day = NodaTime.Text.LocalDatePattern.Iso.Parse((string)visit["date"]!).Value;
        var at = day.AtMidnight().PlusHours(17).InZoneLeniently(NodaTime.DateTimeZone.Utc).ToInstant();
        house.Clock.Stands = at;
        odile = await house.Guest();
        await odile.NoToTheRest(id);
        object Event(string kind, int minutes, string? response = null) =>
            new
            {
                id = Guid.NewGuid(),
                at = at.Plus(NodaTime.Duration.FromMinutes(minutes)).ToString(),
                kind,
                response,
                step = response is null ? null : step,
                device = "d",
                counter = minutes,
            };
        var events = felt is null
            ? [Event("start", 1), Event("finish", 50)]
            : new[] { Event("start", 1), Event("response", 9, felt), Event("finish", 50) };
        house.Clock.Stands = at.Plus(NodaTime.Duration.FromMinutes(55));
        var given = (await odile.Post($"/api/visits/{id}/give/events", new { events }))!;
        Assert.All(given["answers"]!.AsArray(), a => Assert.Equal("stored", (string)a!["result"]!));
        var now = await odile.Visit(id);
        var rated = (
            await odile.Put(
                $"/api/visits/{id}/reflect",
                new
                {
                    version = (int)now["version"]!,
                    after = new[]
                    {
                        new
                        {
                            measure = "pain",
                            before,
                            after,
                        },
                    },
                }
            )
        )!;
        var signed = (await odile.Post($"/api/visits/{id}/sign", new { version = (int)rated["version"]! }))!;
        Assert.Equal("signed", (string)signed["phase"]!);
    }

    private async Task<JsonNode> FromLast(JsonNode visit) => (await odile.Get($"/api/visits/{(string)visit["id"]!}/plan/from-last"))!;

    private static JsonNode Step(JsonNode plan, string id) => plan["steps"]!.AsArray().Single(s => (string)s!["id"]! == id)!;

    [Fact]
    public async Task Each_plan_is_made_from_what_the_last_visit_found_until_it_is_time_to_look_again()
    {
        Assert.NotNull((await Book())!["id"]);
        var visits = (await Course())["visits"]!.AsArray();
        Assert.Null((await FromLast(visits[0]!))["plan"]);

        // The first helps: what was given for it stays.
        await Give(visits[0]!, 6, 3);
        var second = await FromLast(visits[1]!);
        Assert.Contains("better", (string)second["reasons"]![0]!["because"]!, StringComparison.Ordinal);
        Assert.True((bool)second["taken"]!);

        // In the second something is too much, and the shoulder stays as it was.
        var plan = (await odile.Visit((string)visits[1]!["id"]!))["plan"]!;
        var tender = plan["steps"]!
            .AsArray()
            .First(s => ((string)s!["region"]!).Contains("shoulder", StringComparison.Ordinal) && (int)s["level"]! >= 2)!;
        var step = (string)tender["id"]!;
        await Give(visits[1]!, 5, 5, step, "too-much");
        var third = await FromLast(visits[2]!);
        var said = third["reasons"]!.AsArray().Select(r => (string)r!["because"]!).ToList();
        Assert.Contains(
            said,
            r => r.Contains("Too much", StringComparison.Ordinal) && r.Contains("one level lighter", StringComparison.Ordinal)
        );
        Assert.Contains(said, r => r.Contains("no change that counts", StringComparison.Ordinal));
        Assert.Equal((int)tender["level"]! - 1, (int)Step(third["plan"]!, step)["level"]!);
        // Taken, the third visit's plan is that.
        var before = await odile.Visit((string)visits[2]!["id"]!);
        Assert.Equal((int)tender["level"]!, (int)Step(before["plan"]!, step)["level"]!);
        var taken = (
            await odile.Put(
                $"/api/visits/{(string)visits[2]!["id"]!}/plan",
                new { version = (int)before["version"]!, plan = third["plan"]! }
            )
        )!;
        Assert.Equal((int)tender["level"]! - 1, (int)Step(taken["plan"]!, step)["level"]!);
        Assert.True((bool)(await FromLast(visits[2]!))["taken"]!);

        // What was too much comes back at that step, and is not said of the other side.
        var back = (await odile.Get($"/api/visits/{(string)visits[2]!["id"]!}/give/before"))!;
        Assert.Equal("too-much", (string)back[step]![0]!["response"]!);
        Assert.Equal((string)visits[1]!["date"]!, (string)back[step]![0]!["date"]!);
        var twin = taken["plan"]!["steps"]!
            .AsArray()
            .FirstOrDefault(s => (string?)s!["pair"] == (string?)tender["pair"] && (string)s["id"]! != step);
        Assert.True(twin is null || back[(string)twin["id"]!] is null);

        // Three without a change that counts: look again or refer.
        Assert.Null((await Course())["standing"]!["lookAgain"]);
        await Give(visits[2]!, 5, 5);
        await Give(visits[3]!, 5, 4.5);
        var course = await Course();
        Assert.Equal(["better", "same", "same", "same"], course["visits"]!.AsArray().Take(4).Select(v => (string)v!["helped"]!));
        Assert.Contains("refer", (string)course["standing"]!["lookAgain"]!, StringComparison.Ordinal);
        Assert.Contains("refer", (string)(await FromLast(visits[4]!))["lookAgain"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Six_visits_are_booked_together_or_none()
    {
        Assert.NotNull((await Book())!["id"]);
        var course = await Course();
        Assert.Equal(
            ["2026-03-03", "2026-03-10", "2026-03-17", "2026-03-24", "2026-03-31", "2026-04-07"],
            course["visits"]!.AsArray().Select(v => (string)v!["date"]!)
        );
        Assert.Null(course["standing"]!["lookAgain"]);
        // A day on which it is taken refuses all of it, and says which.
        var clash = await Book(visits: 2, at: "17:30:00", everyDays: 14);
        odile.Refused(409, "taken", clash);
        Assert.Contains("3 Mar 2026", (string)clash!["detail"]!, StringComparison.Ordinal);
        Assert.Single((await odile.Get($"/api/clients/{client}/courses"))!.AsArray());
        odile.Refused(422, "visits-out-of-range", await Book(visits: 99, at: "11:00:00"));

        var ended = (await odile.Post($"/api/courses/{(string)course["id"]!}/end", new { reason = "moved away", cancelRest = true }))!;
        Assert.Equal("moved away", (string)ended["endReason"]!);
        Assert.All(ended["visits"]!.AsArray(), v => Assert.Equal("cancelled", (string)v!["phase"]!));
    }
}
