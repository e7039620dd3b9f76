using System.Text.Json.Nodes;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Tests.Support;
using Microsoft.AspNetCore.Hosting;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Tests;

/// <summary>A house whose clock is set by hand.</summary>
public sealed class ClockHouse : House
{
    protected override bool FromTemplate => false;

    public ClockHouse() => Clock.Stands = Instant.FromUtc(2026, 3, 2, 9, 0);

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        base.ConfigureWebHost(builder);
        // Months pass here within a test.
        builder.UseSetting("Access:LongestHours", "100000");
    }
}

/// <summary>The diary: one clock, the plain edits, and who did what.</summary>
public sealed class DiaryTests : IAsyncLifetime
{
    private readonly ClockHouse house = new();
    private Guest odile = null!;

    public async ValueTask InitializeAsync() => odile = await house.Guest();

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private async Task<string> Una() =>
        (string)(await odile.Get("/api/clients"))!["clients"]!.AsArray().Single(c => (string)c!["name"]! == "Una Saltmarsh")!["id"]!;

    private async Task<JsonNode> Book(string date, string at, string practitioner = "teo", string room = "loft", int minutes = 40) =>
        (
            await odile.Post(
                "/api/visits",
                new
                {
                    clientId = await Una(),
                    date,
                    at = at + ":00",
                    minutesBooked = minutes,
                    flow = "groin-hold",
                    practitioner,
                    room,
                }
            )
        )!;

    [Fact]
    public async Task A_visit_is_booked_in_the_way_its_flow_shall_be_given()
    {
        async Task<JsonNode> In(string way) =>
            (
                await odile.Post(
                    "/api/visits",
                    new
                    {
                        clientId = await Una(),
                        date = "2026-05-04",
                        at = "09:00:00",
                        minutesBooked = 60,
                        flow = "first-back-session",
                        choices = new Dictionary<string, string> { ["back-lying"] = way },
                    }
                )
            )!;
        odile.Refused(422, "unknown-option", await In("hanging"));
        var visit = await odile.Visit((string)(await In("side"))["id"]!);
        Assert.Equal("side", (string)visit["plan"]!["choices"]!["back-lying"]!);
        Assert.DoesNotContain(visit["plan"]!["steps"]!.AsArray(), s => (string)s!["position"]! == "prone");
    }

    private async Task<IReadOnlyList<string>> Due() =>
        [.. (await odile.Get("/api/today"))!["due"]!.AsArray().Select(d => (string)d!["client"]!)];

    [Theory]
    // Half past eleven and half past midnight in the practice; in UTC both are other days, or the same.
    [InlineData("Asia/Tokyo", "2026-03-10T14:30:00Z", "2026-03-10T15:30:00Z", "2026-03-10", "2026-03-11")]
    [InlineData("America/Los_Angeles", "2026-03-11T06:30:00Z", "2026-03-11T07:30:00Z", "2026-03-10", "2026-03-11")]
    // The night the clocks go forward in Berlin, 29 March 2026, and back, 25 October 2026 (tz database).
    [InlineData("Europe/Berlin", "2026-03-28T22:30:00Z", "2026-03-29T21:30:00Z", "2026-03-28", "2026-03-29")]
    [InlineData("Europe/Berlin", "2026-10-24T21:30:00Z", "2026-10-25T22:30:00Z", "2026-10-24", "2026-10-25")]
    public async Task A_visit_falls_on_the_day_it_is_in_the_practice(string zone, string late, string early, string evening, string next)
    {
        await odile.Put("/api/settings", new { timeZone = zone });
        Assert.Equal(zone, (string)(await odile.Get("/api/me"))!["timeZone"]!);
        static Instant At(string text) => NodaTime.Text.InstantPattern.ExtendedIso.Parse(text).Value;
        house.Clock.Stands = At(late);
        var day = (await odile.Get("/api/today"))!;
        Assert.Equal(evening, (string)day["date"]!);
        Assert.StartsWith("23:30", (string)day["now"]!, StringComparison.Ordinal);
        var visit = await odile.Visit((string)(await Book(evening, "23:30"))["id"]!);
        // Said this evening, it is new this evening and not tomorrow.
        visit = (
            await odile.Put(
                $"/api/visits/{(string)visit["id"]!}/facts",
                new
                {
                    version = (int)visit["version"]!,
                    entry = new
                    {
                        fact = "diabetes",
                        status = "known",
                        since = evening,
                    },
                }
            )
        )!;
        Assert.True((bool)visit["facts"]!.AsArray().Single(f => (string)f!["entry"]!["fact"]! == "diabetes")!["isNew"]!);
        odile.Refused(
            422,
            "since-after-today",
            await odile.Put(
                $"/api/visits/{(string)visit["id"]!}/facts",
                new
                {
                    version = (int)visit["version"]!,
                    entry = new
                    {
                        fact = "diabetes",
                        status = "known",
                        since = next,
                    },
                }
            )
        );
        house.Clock.Stands = At(early);
        Assert.Equal(next, (string)(await odile.Get("/api/today"))!["date"]!);
        var later = await odile.Visit((string)(await Book(next, "00:30"))["id"]!);
        Assert.False((bool)later["facts"]!.AsArray().Single(f => (string)f!["entry"]!["fact"]! == "diabetes")!["isNew"]!);
        odile.Refused(422, "unknown-zone", await odile.Put("/api/settings", new { timeZone = "Atlantis/Sunken" }));
    }

    [Fact]
    public async Task Booking_the_same_person_or_room_twice_is_refused_with_the_next_free_time()
    {
        await Book("2026-05-04", "10:00");
        var busy = await Book("2026-05-04", "10:30", room: "cellar");
        odile.Refused(409, "taken", busy);
        Assert.Equal("Teo Marsh has Una Saltmarsh at 10:00 for 40 min. Free next at 10:40.", (string)busy["detail"]!);
        var room = await Book("2026-05-04", "09:45", "odile");
        odile.Refused(409, "taken", room);
        Assert.Contains("The loft has", (string)room["detail"]!, StringComparison.Ordinal);
        Assert.Equal(200, await Status(Book("2026-05-04", "10:40", "odile")));
        Assert.Equal(200, await Status(Book("2026-05-04", "10:00", "odile", "cellar")));
        odile.Refused(422, "minutes-out-of-range", await Book("2026-05-04", "15:00", minutes: 2000));
    }

    private async Task<int> Status(Task<JsonNode> asked)
    {
        await asked;
        return (int)odile.Last.StatusCode;
    }

    [Fact]
    public async Task A_visit_is_moved_given_to_another_and_cancelled_with_a_reason_by_the_desk_too()
    {
        var id = (string)(await Book("2026-05-04", "10:00"))["id"]!;
        await Book("2026-05-05", "12:00", "odile", "cellar");
        var desk = await house.Guest("ansa");
        var booking = (await desk.Get($"/api/bookings/{id}"))!;
        object Move(string date, string at, string who) =>
            new
            {
                version = (int)booking["version"]!,
                date,
                at = at + ":00",
                minutesBooked = 50,
                room = "cellar",
                practitioner = who,
            };
        desk.Refused(409, "taken", await desk.Put($"/api/bookings/{id}", Move("2026-05-05", "12:10", "odile")));
        booking = (await desk.Put($"/api/bookings/{id}", Move("2026-05-05", "13:00", "odile")))!;
        Assert.Equal(
            ("2026-05-05", "13:00:00", "odile", 50),
            ((string)booking["date"]!, (string)booking["at"]!, (string)booking["practitioner"]!, (int)booking["minutesBooked"]!)
        );
        desk.Refused(
            422,
            "reason-too-short",
            await desk.Post($"/api/bookings/{id}/cancel", new { version = (int)booking["version"]!, reason = " " })
        );
        booking = (
            await desk.Post($"/api/bookings/{id}/cancel", new { version = (int)booking["version"]!, reason = "Called off by mail." })
        )!;
        Assert.True((bool)booking["cancelled"]!);
        Assert.Single((await odile.Get("/api/today?date=2026-05-05"))!["visits"]!.AsArray());
        Assert.Equal(200, await Status(Book("2026-05-05", "13:00", "odile", "cellar")));
        var visit = await odile.Visit(id);
        Assert.Equal("cancelled", (string)visit["phase"]!);
        odile.Refused(
            409,
            "cancelled",
            await odile.Put($"/api/visits/{id}/check-in", new { version = (int)visit["version"]!, words = "Too late." })
        );
        desk.Refused(
            409,
            "cancelled",
            await desk.Post($"/api/bookings/{id}/cancel", new { version = (int)booking["version"]!, reason = "Once more." })
        );
        var pim = await house.Guest("pim");
        pim.Refused(
            403,
            "not-yours",
            await pim.Post($"/api/bookings/{await odile.VisitOf("Bram")}/cancel", new { version = 0, reason = "No reason." })
        );
        desk.Refused(
            409,
            "session-running",
            await desk.Put($"/api/bookings/{await odile.VisitOf("Wren")}", Move("2026-06-05", "13:00", "odile"))
        );
    }

    [Fact]
    public async Task Clients_are_found_by_parts_of_the_name_and_the_rest_is_a_number()
    {
        foreach (var name in new[] { "Éloïse Tarn-Hollow", "Tarn Eloway", "Ruan Hollow" })
        {
            await odile.Post("/api/clients", new { name });
        }

        async Task<(int All, int Matching, string[] Names)> Find(string query)
        {
            var found = (await odile.Get($"/api/clients?{query}"))!;
            return ((int)found["all"]!, (int)found["matching"]!, [.. found["clients"]!.AsArray().Select(c => (string)c!["name"]!)]);
        }

        var (all, matching, everyone) = await Find("");
        Assert.Equal((all, all), (matching, everyone.Length));
        Assert.Equal(["Tarn Eloway", "Éloïse Tarn-Hollow"], (await Find("find=tarn%20elo")).Names.Order(StringComparer.Ordinal));
        Assert.Equal((all, 2, 1), ((await Find("find=hollow&most=1")) is var few ? (few.All, few.Matching, few.Names.Length) : default));
        Assert.Empty((await Find("find=nobody%20of%20this%20name")).Names);
        // Who is chosen stays among them.
        var una = await Una();
        Assert.Contains("Una Saltmarsh", (await Find($"find=tarn&also={una}")).Names);
        // Nobody is asked for and not all fit: who came last, not who stands first in the alphabet.
        var (_, of, last) = await Find("most=1");
        Assert.Equal(all, of);
        var days = new Dictionary<string, string?>();
        foreach (var line in (await odile.Get("/api/clients"))!["clients"]!.AsArray())
        {
            days[(string)line!["name"]!] = (string?)line["lastVisit"];
        }

        Assert.DoesNotContain(days, d => string.CompareOrdinal(d.Value, days[last.Single()]) > 0);

        // Somebody new has not come yet, and is not to be looked for.
        await odile.Post("/api/clients", new { name = "Aubin Newcome" });
        Assert.Contains("Aubin Newcome", (await Find("most=2")).Names);
        odile.Refused(422, "most-out-of-range", await odile.Get("/api/clients?most=0"));
    }

    [Fact]
    public async Task A_clients_plain_particulars_are_put_right_and_a_session_that_has_begun_keeps_its_own()
    {
        var wren = await odile.Visit(await odile.VisitOf("Wren"));
        var client = (string)wren["client"]!["id"]!;
        var h = (await odile.Get($"/api/clients/{client}"))!;
        object Edit(string name, double? stature, string? born = "1991-01-01") =>
            new
            {
                version = (int)h["version"]!,
                name,
                birthDate = born,
                occupation = "glass blower",
                statureCm = stature,
                contact = "by the bell",
                words = "Left-handed.",
                form = new
                {
                    build = "slim",
                    chest = "full",
                    pelvis = "wide",
                    skin = "tan",
                },
            };
        odile.Refused(422, "stature-out-of-range", await odile.Put($"/api/clients/{client}", Edit("Wren", 1.7)));
        odile.Refused(422, "name-missing", await odile.Put($"/api/clients/{client}", Edit(" ", 170)));
        await odile.Put($"/api/clients/{client}", Edit("Wren Dallimore-Voss", 160));
        odile.Refused(409, "changed-elsewhere", await odile.Put($"/api/clients/{client}", Edit("Late", 170)));
        var after = await odile.Visit((string)wren["id"]!);
        Assert.Equal("Wren Dallimore-Voss", (string)after["client"]!["name"]!);
        Assert.Equal("tan", (string)(await odile.Get($"/api/clients/{client}"))!["form"]!["skin"]!);
        Assert.Equal("tan", (string)(await odile.Get($"/api/chart?ClientId={client}&NoPressure=false"))!["skin"]!);
        Assert.Equal(wren["tempo"]!.ToJsonString(), after["tempo"]!.ToJsonString());
        Assert.Equal(wren["expansion"]!.ToJsonString(), after["expansion"]!.ToJsonString());
        Assert.Equal("by the bell", (string)(await odile.Get($"/api/clients/{client}"))!["contact"]!);
        odile.Refused(422, "stature-out-of-range", await odile.Post("/api/clients", new { name = "Tiny", statureCm = 1.7 }));
    }

    /// <summary>Where it is tomorrow already, what was said to begin today is nothing odd.</summary>
    [Fact]
    public async Task The_check_of_records_goes_by_the_practices_day()
    {
        await odile.Put("/api/settings", new { timeZone = "Pacific/Auckland" });
        house.Clock.Stands = Instant.FromUtc(2026, 3, 10, 20, 0);
        await house.InDb(db => db.Facts.Take(1).ExecuteUpdateAsync(f => f.SetProperty(x => x.Since, new LocalDate(2026, 3, 11))));
        var state = (await odile.Post("/api/check", new { }))!;
        while ((bool)state["running"]!)
        {
            await Task.Delay(100, TestContext.Current.CancellationToken);
            state = (await odile.Get("/api/check"))!;
        }

        Assert.Empty(state["odd"]!.AsArray());
    }

    [Fact]
    public async Task The_trail_tells_of_kept_flows_own_rules_staff_bookings_and_bases_with_the_id_of_who_did_it()
    {
        var me = (string)(await odile.Get("/api/me"))!["id"]!;
        var bram = await odile.Visit(await odile.VisitOf("Bram"));
        await odile.Post(
            "/api/library",
            new
            {
                name = "Legs, kept",
                summary = "",
                plan = JsonNode.Parse(bram["plan"]!.ToJsonString()),
            }
        );
        await odile.Post(
            "/api/people",
            new
            {
                name = "rook",
                displayName = "Rook Mayweed",
                role = "student",
            }
        );
        await odile.Post(
            "/api/rules",
            new
            {
                title = "Lighter with diabetes",
                when = new { fact = "diabetes" },
                then = new[] { new { outcome = "note" } },
                why = "For the trail's sake only.",
                instead = "Nothing.",
                reason = "For the trail's sake only.",
            }
        );
        await odile.Put("/api/settings", new { timeZone = "Europe/Lisbon" });
        var id = (string)(await Book("2026-05-04", "10:00"))["id"]!;
        await odile.Post($"/api/bookings/{id}/cancel", new { version = 0, reason = "For the trail." });
        await odile.NoToTheRest((string)bram["id"]!);
        await odile.Post(
            $"/api/visits/{(string)bram["id"]!}/give/events",
            new
            {
                events = new[]
                {
                    new
                    {
                        id = Guid.NewGuid(),
                        at = "2026-03-02T09:00:00Z",
                        kind = "start",
                    },
                },
            }
        );
        var lines = await house.InDb(db =>
            db.Audit.AsNoTracking().Where(a => a.WhoId == me).Select(a => a.Action + " " + a.Subject).ToListAsync()
        );
        foreach (
            var wanted in new[]
            {
                "added kept flow",
                "added person",
                "added role of",
                "added rule",
                "changed settings",
                "added visit",
                "changed visit",
                "added event",
                "added basis",
                "read visit",
            }
        )
        {
            Assert.Contains(lines, l => l.StartsWith(wanted, StringComparison.Ordinal));
        }

        // What belongs to a visit is in the trail of its client, whether the visit itself was at hand or not.
        var bramsId = Guid.Parse((string)bram["client"]!["id"]!);
        var whose = await house.InDb(db =>
            db.Audit.AsNoTracking()
                .Where(a => a.Action == "added" && (a.Subject.StartsWith("event ") || a.Subject.StartsWith("basis ")))
                .Where(a => a.WhoId == me)
                .Select(a => a.ClientId)
                .ToListAsync()
        );
        Assert.NotEmpty(whose);
        Assert.All(whose, w => Assert.Equal(bramsId, w));
        Assert.Contains(await house.InDb(db => db.Drills.AsNoTracking().Select(d => d.StaffId).ToListAsync()), s => s == me);
        Assert.Contains("Marlo Tannerick", await Due());
    }
}
