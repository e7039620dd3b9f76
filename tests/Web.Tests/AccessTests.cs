using System.Text.Json.Nodes;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Demo;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Tests.Support;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace AmpleLantern.Web.Tests;

public sealed class AccessTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Nobody_comes_in_without_signing_in()
    {
        var guest = await house.Guest(null);
        foreach (
            var path in new[]
            {
                "/api/today",
                "/api/clients",
                "/api/vocabulary",
                "/api/rules",
                "/api/trail",
                "/api/people",
                $"/api/visits/{Guid.NewGuid()}",
            }
        )
        {
            guest.Refused(401, "signed-out", await guest.Get(path));
        }
    }

    [Fact]
    public async Task A_wrong_password_is_refused_and_five_lock_the_name_for_a_while()
    {
        await using var own = new House();
        var guest = await own.Guest(null);
        for (var i = 0; i < 4; i++)
        {
            guest.Refused(401, "wrong-sign-in", await guest.Post("/api/sign-in", new { name = "pim", password = "not this one" }));
        }

        guest.Refused(401, "locked-out", await guest.Post("/api/sign-in", new { name = "pim", password = "not this one" }));
        guest.Refused(401, "locked-out", await guest.Post("/api/sign-in", new { name = "pim", password = Demo.DemoPractice.Password }));
    }

    [Fact]
    public async Task A_change_without_the_pages_token_is_refused()
    {
        var guest = await house.Guest();
        guest.SendToken = false;
        guest.Refused(400, "stale-page", await guest.Post("/api/clients", new { name = "Forged" }));
    }

    [Fact]
    public async Task The_desk_sees_the_day_and_names_but_no_history()
    {
        var desk = await house.Guest("ansa");
        var today = (await desk.Get("/api/today"))!;
        Assert.All(
            today["visits"]!.AsArray(),
            v =>
            {
                Assert.Null(v!["answer"]);
                Assert.Null(v["age"]);
                Assert.Empty(v["lamps"]!.AsArray());
            }
        );
        desk.Refused(403, "not-yours", await desk.Get($"/api/visits/{(string)today["visits"]![0]!["id"]!}"));
        var particulars = (await desk.Get($"/api/clients/{(string)today["visits"]![0]!["clientId"]!}"))!;
        Assert.All(new[] { "facts", "earlier", "visits", "trends" }, part => Assert.Empty(particulars[part]!.AsArray()));
        Assert.Empty(particulars["consents"]!["given"]!.AsArray());
        var drawn = new
        {
            version = (int)particulars["version"]!,
            name = (string)particulars["name"]!,
            form = new { skin = "tan" },
        };
        desk.Refused(403, "not-yours", await desk.Put($"/api/clients/{(string)particulars["id"]!}", drawn));
    }

    [Fact]
    public async Task A_student_neither_signs_nor_goes_on_against_a_finding_and_only_the_owner_sees_the_trail()
    {
        var student = await house.Guest("pim");
        var id = await student.VisitOf("Tobin");
        var version = (int)(await student.Visit(id))["version"]!;
        student.Refused(403, "not-yours", await student.Post($"/api/visits/{id}/sign", new { version }));
        student.Refused(
            403,
            "not-yours",
            await student.Post(
                $"/api/visits/{id}/overrides",
                new
                {
                    version,
                    rule = "x",
                    reason = "because I say so",
                }
            )
        );
        student.Refused(403, "not-yours", await student.Get("/api/trail"));
        student.Refused(403, "not-yours", await student.Get("/api/people"));
    }

    [Fact]
    public async Task A_student_lifts_no_refer_first_by_any_door_and_a_practitioner_may()
    {
        await using var own = new House();
        var (pim, teo, odile) = (await own.Guest("pim"), await own.Guest("teo"), await own.Guest());
        var id = await pim.VisitOf("Sedge");
        async Task<int> Version() => (int)(await teo.Visit(id))["version"]!;
        var clot = new
        {
            fact = "clot",
            status = "suspected",
            side = "right",
        };
        async Task<JsonNode?> Strike(Guest who) =>
            await who.Post(
                $"/api/visits/{id}/facts/strike",
                new
                {
                    version = await Version(),
                    entry = clot,
                    reason = "It was a mistake.",
                }
            );
        pim.Refused(403, "not-yours", await Strike(pim));

        pim.Refused(
            403,
            "not-yours",
            await pim.Put(
                $"/api/visits/{id}/facts",
                new
                {
                    version = await Version(),
                    entry = new
                    {
                        fact = "clot",
                        status = "past",
                        side = "right",
                        since = "2020-01-01",
                    },
                }
            )
        );
        pim.Refused(
            403,
            "not-yours",
            await pim.Put(
                $"/api/visits/{id}/facts",
                new
                {
                    version = await Version(),
                    entry = new
                    {
                        fact = "clot",
                        status = "no",
                        side = "right",
                    },
                }
            )
        );
        await Strike(teo);
        Assert.Equal(200, (int)teo.Last.StatusCode);

        // A rule of our own that goes by age: a birth date put right by a student lifts it no more than a fact does.
        await odile.Post(
            "/api/rules",
            new
            {
                title = "A physician looks at our eldest first",
                when = new { age = "older-adult" },
                then = new[] { new { outcome = "refer-first" } },
                why = "For the test's sake only.",
                instead = "Ask their physician.",
                reason = "For the test's sake only.",
            }
        );
        Assert.Equal(200, (int)odile.Last.StatusCode);
        var eldest = (string)(await odile.Post("/api/clients", new { name = "Nan Underbough", birthDate = "1940-05-05" }))!["id"]!;
        await odile.Post(
            "/api/visits",
            new
            {
                clientId = eldest,
                date = "2030-01-07",
                at = "10:00:00",
                minutesBooked = 40,
                flow = "groin-hold",
                practitioner = "teo",
            }
        );
        Assert.Equal(200, (int)odile.Last.StatusCode);
        var client = (await odile.Get($"/api/clients/{eldest}"))!;
        object Edit() =>
            new
            {
                version = (int)client["version"]!,
                name = (string)client["name"]!,
                birthDate = "1990-05-05",
            };
        pim.Refused(403, "not-yours", await pim.Put($"/api/clients/{eldest}", Edit()));
        Assert.Equal(client["birthDate"]!.ToJsonString(), (await odile.Get($"/api/clients/{eldest}"))!["birthDate"]!.ToJsonString());
        await teo.Put($"/api/clients/{eldest}", Edit());
        Assert.Equal(200, (int)teo.Last.StatusCode);
    }

    [Fact]
    public async Task Reads_and_changes_are_in_a_trail_that_only_grows()
    {
        var guest = await house.Guest("teo");
        var id = await guest.VisitOf("Jory");
        var visit = await guest.Visit(id);
        await guest.Put($"/api/visits/{id}/check-in", new { version = (int)visit["version"]!, words = "Tired, but sleeping." });
        var owner = await house.Guest();
        var trail = (await owner.Get($"/api/trail?clientId={(string)visit["client"]!["id"]!}"))!.AsArray();
        Assert.Contains(
            trail,
            a =>
                (string)a!["who"]! == "Teo Marsh"
                && (string)a["action"]! == "read"
                && ((string)a["subject"]!).Contains(id, StringComparison.Ordinal)
        );
        Assert.Contains(
            trail,
            a =>
                (string)a!["who"]! == "Teo Marsh"
                && (string)a["action"]! == "changed"
                && ((string)a["what"]!).Contains("Words", StringComparison.Ordinal)
        );
        foreach (
            var sql in new[]
            {
                "UPDATE Audit SET Who = 'somebody else'",
                "DELETE FROM Audit",
                "DELETE FROM SessionEvents",
                "UPDATE SessionEvents SET Kind = 'Next'",
            }
        )
        {
            var error = await Assert.ThrowsAsync<Microsoft.Data.Sqlite.SqliteException>(() =>
                house.InDb(db => db.Database.ExecuteSqlRawAsync(sql))
            );
            Assert.Contains("only grows", error.Message, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task Every_answer_carries_the_headers_that_keep_strangers_out()
    {
        var guest = await house.Guest(null);
        await guest.Get("/api/me");
        var headers = guest.Last.Headers;
        Assert.Contains("default-src 'none'", headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.Contains("frame-ancestors 'none'", headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.DoesNotContain("unsafe", headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.Equal("nosniff", headers.GetValues("X-Content-Type-Options").Single());
        var cookie = (await house.Guest())
            .Last.Headers.GetValues("Set-Cookie")
            .Single(c => c.StartsWith("lantern=", StringComparison.Ordinal));
        Assert.Contains("httponly", cookie, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("samesite=strict", cookie, StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public async Task An_unknown_address_is_a_problem_not_a_page()
    {
        var guest = await house.Guest();
        guest.Refused(404, "not-found", await guest.Get("/api/nothing/here"));
        guest.Refused(404, "not-found", await guest.Get($"/api/visits/{Guid.NewGuid()}"));
    }

    [Fact]
    public async Task The_first_run_asks_for_the_owner_with_the_code_from_the_console()
    {
        await using var empty = new EmptyHouse();
        var guest = await empty.Guest(null);
        Assert.True((bool)(await guest.Get("/api/me"))!["needsSetup"]!);
        var owner = new
        {
            code = "guess",
            name = "first",
            displayName = "First Owner",
            password = "a long enough one",
        };
        guest.Refused(422, "wrong-code", await guest.Post("/api/setup", owner));
        var code = empty.Services.GetRequiredService<SetupCode>().Value;
        guest.Refused(422, "weak-password", await guest.Post("/api/setup", owner with { code = code, password = "short" }));
        var me = await guest.Post("/api/setup", owner with { code = code });
        Assert.Equal("owner", (string)me!["roles"]![0]!);
        guest.Refused(409, "already-set-up", await guest.Post("/api/setup", owner with { code = code, name = "second" }));
        Assert.Empty((await guest.Get("/api/clients"))!["clients"]!.AsArray());
    }

    [Fact]
    public async Task Too_many_tries_in_a_minute_are_stopped()
    {
        await using var strict = new StrictHouse();
        var guest = await strict.Guest(null);
        for (var i = 0; i < 12; i++)
        {
            await guest.Post("/api/sign-in", new { name = $"nobody{i}", password = "whatever it is" });
        }

        guest.Refused(
            429,
            "too-many-tries",
            await guest.Post("/api/sign-in", new { name = "odile", password = Demo.DemoPractice.Password })
        );
        // What comes in from phones is counted apart: a client in the waiting room is not shut out with them.
        guest.Refused(404, "no-such-link", await guest.Get("/api/intake/no-such-token"));
    }
}
