using System.Text.Json.Nodes;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Demo;
using AmpleLantern.Web.Tests.Support;
using Microsoft.AspNetCore.Http.Connections;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Tests;

/// <summary>A sign-in lives on the server: who ends it, and where it is ended then; second factor, first passwords, leavers.</summary>
public sealed class SignInTests : IAsyncLifetime
{
    private const string Own = "tidal reed hinge owl";

    private readonly House house = new();

    public ValueTask InitializeAsync() => ValueTask.CompletedTask;

    public async ValueTask DisposeAsync() => await house.DisposeAsync();

    [Fact]
    public async Task Signing_out_ends_a_copied_cookie_and_the_lines_held_open_with_it()
    {
        var teo = await house.Guest("teo");
        var copied = teo.Cookies;
        Assert.Equal(200, await teo.Copied(house, copied));
        var closed = new TaskCompletionSource();
        await using var line = await Line(teo);
        line.Closed += _ =>
        {
            closed.SetResult();
            return Task.CompletedTask;
        };
        await teo.Post("/api/sign-out", new { });
        Assert.Equal(401, await teo.Copied(house, copied));
        await closed.Task.WaitAsync(TimeSpan.FromSeconds(20), TestContext.Current.CancellationToken);
        await Assert.ThrowsAnyAsync<Exception>(() => Line(teo));
    }

    [Fact]
    public async Task Coming_in_again_in_the_same_browser_begins_a_new_sign_in_and_ends_the_old_one()
    {
        var browser = await house.Guest("teo");
        var old = browser.Cookies;
        await browser.Post("/api/sign-in", new { name = "odile", password = DemoPractice.Password });
        Assert.Equal("odile", (string)(await browser.Get("/api/me"))!["name"]!);
        Assert.Equal(401, await browser.Copied(house, old));
        Assert.Equal(200, await browser.Copied(house, browser.Cookies));
    }

    [Fact]
    public async Task A_sign_in_ends_after_its_longest_life_however_busy_and_outlives_a_restart_until_then()
    {
        var teo = await house.Guest("teo");
        var cookies = teo.Cookies;
        var folder = await house.Leave();
        await using var again = new HouseOn(folder);
        Assert.Equal(200, await teo.Copied(again, cookies));
        again.Clock.By = Duration.FromHours(11.9);
        Assert.Equal(200, await teo.Copied(again, cookies));
        again.Clock.By = Duration.FromHours(12.1);
        Assert.Equal(401, await teo.Copied(again, cookies));
        again.Clock.By = Duration.Zero;
        Assert.Equal(401, await teo.Copied(again, cookies));
    }

    [Fact]
    public async Task One_sees_ones_own_devices_and_ends_one_or_all_of_them()
    {
        var (here, tablet, other) = (await house.Guest("teo"), await house.Guest("teo"), await house.Guest("odile"));
        var door = (await here.Get("/api/me/access"))!;
        Assert.Equal(2, door["signIns"]!.AsArray().Count);
        var there = (string)door["signIns"]!.AsArray().Single(s => !(bool)s!["here"]!)!["id"]!;
        // Nobody ends somebody else's.
        other.Refused(404, "not-found", await other.Send(HttpMethod.Delete, $"/api/me/sign-ins/{there}", null));
        var after = (await here.Send(HttpMethod.Delete, $"/api/me/sign-ins/{there}", null))!;
        Assert.True((bool)Assert.Single(after["signIns"]!.AsArray())!["here"]!);
        tablet.Refused(401, "signed-out", await tablet.Get("/api/today"));
        var phone = await house.Guest("teo");
        await here.Post("/api/sign-out", new { everywhere = true });
        phone.Refused(401, "signed-out", await phone.Get("/api/today"));
        Assert.NotNull((await other.Get("/api/today"))!["visits"]);
        var trail = (await other.Get("/api/trail"))!.AsArray();
        Assert.Contains(
            trail,
            a => (string)a!["who"]! == "Teo Marsh" && (string)a["action"]! == "signed-out" && (string)a["what"]! == "everywhere"
        );
    }

    [Fact]
    public async Task Somebody_new_comes_in_by_a_first_password_and_chooses_an_own_one()
    {
        var odile = await house.Guest();
        var made = (
            await odile.Post(
                "/api/people",
                new
                {
                    name = "rook",
                    displayName = "Rook Mayweed",
                    role = "practitioner",
                }
            )
        )!;
        var first = (string)made["firstPassword"]!;
        var rook = await house.Guest(null);
        async Task<JsonNode?> In(string password, string? chosen) =>
            await rook.Post(
                "/api/sign-in",
                new
                {
                    name = "rook",
                    password,
                    newPassword = chosen,
                }
            );
        rook.Refused(401, "choose-password", await In(first, null));
        rook.Refused(422, "weak-password", await In(first, "password1234"));
        rook.Refused(422, "repeated-password", await In(first, first));
        rook.Refused(401, "signed-out", await rook.Get("/api/today"));
        Assert.Equal("Rook Mayweed", (string)(await In(first, Own))!["displayName"]!);
        Assert.NotNull((await rook.Get("/api/today"))!["visits"]);
        var again = await house.Guest(null);
        again.Refused(401, "wrong-sign-in", await again.Post("/api/sign-in", new { name = "rook", password = first }));

        var reset = (await odile.Post($"/api/people/{(string)(await rook.Get("/api/me"))!["id"]!}/reset", new { lostDevice = false }))!;
        rook.Refused(401, "signed-out", await rook.Get("/api/today"));
        house.Clock.By = Duration.FromDays(3.1);
        again.Refused(
            401,
            "first-password-over",
            await again.Post(
                "/api/sign-in",
                new
                {
                    name = "rook",
                    password = (string)reset["firstPassword"]!,
                    newPassword = "hinge owl tidal reed",
                }
            )
        );
    }

    [Theory]
    [InlineData("short1!", "weak-password", "at least")]
    [InlineData("password12", "weak-password", "a known password")]
    [InlineData("letmein123456", "weak-password", "guessed soon")]
    [InlineData("aaaaaaaaaaaa", "weak-password", "repeats")]
    [InlineData("qwertyuiop", "weak-password", "guessed soon")]
    [InlineData("1234567890", "weak-password", "guessed soon")]
    [InlineData("abcdefghijkl", "weak-password", "follow one another")]
    [InlineData("odile fenn 1", "weak-password", "guessed soon")]
    [InlineData(DemoPractice.Password, "repeated-password", "before")]
    public async Task Known_short_and_repeated_passwords_are_refused_with_a_sentence_that_says_why(string wanted, string code, string says)
    {
        var odile = await house.Guest();
        var problem = await odile.Post("/api/me/password", new { password = DemoPractice.Password, newPassword = wanted });
        odile.Refused(422, code, problem);
        Assert.Contains(says, (string)problem!["detail"]!, StringComparison.Ordinal);
        Assert.Equal("/newPassword", (string)problem["pointer"]!);
    }

    [Fact]
    public async Task Changing_ones_password_needs_the_old_one_signs_out_the_others_and_is_remembered()
    {
        var (here, there) = (await house.Guest("teo"), await house.Guest("teo"));
        here.Refused(422, "wrong-password", await here.Post("/api/me/password", new { password = "not this one", newPassword = Own }));
        await here.Post("/api/me/password", new { password = DemoPractice.Password, newPassword = Own });
        Assert.Equal(200, (int)here.Last.StatusCode);
        Assert.NotNull((await here.Get("/api/today"))!["visits"]);
        there.Refused(401, "signed-out", await there.Get("/api/today"));
        await there.Get("/api/me");
        here.Refused(
            422,
            "repeated-password",
            await here.Post("/api/me/password", new { password = Own, newPassword = DemoPractice.Password })
        );
        there.Refused(401, "wrong-sign-in", await there.Post("/api/sign-in", new { name = "teo", password = DemoPractice.Password }));
    }

    [Fact]
    public void The_apps_digits_are_those_of_the_standard()
    {
        // RFC 6238, appendix B, SHA-1, last six of eight digits; secret "12345678901234567890".
        var secret = "12345678901234567890"u8.ToArray();
        foreach (
            var (seconds, digits) in new[]
            {
                (59L, "287082"),
                (1111111109L, "081804"),
                (1111111111L, "050471"),
                (1234567890L, "005924"),
                (2000000000L, "279037"),
            }
        )
        {
            Assert.Equal(digits, Totp.Shown(secret, seconds / 30));
        }
    }

    [Fact]
    public async Task A_second_factor_is_asked_for_taken_once_and_a_recovery_code_stands_in_once()
    {
        var teo = await house.Guest("teo");
        var secret = (string)(await teo.Post("/api/me/second-factor", new { password = DemoPractice.Password }))!["secret"]!;
        teo.Refused(401, "wrong-second-factor", await teo.Post("/api/me/second-factor/confirm", new { code = "12345" }));
        // One moment throughout: a step of the clock in between would make a code new that was used.
        var moment = DateTimeOffset.UtcNow;
        string Now(int steps = 0) => Totp.Shown(secret, moment.AddSeconds(30 * steps));
        var codes = (await teo.Post("/api/me/second-factor/confirm", new { code = Now() }))!["codes"]!
            .AsArray()
            .Select(c => (string)c!)
            .ToList();
        Assert.Equal(10, codes.Distinct().Count());
        // What is kept of them opens nothing.
        var kept = await house.InDb(db =>
            db.UserTokens.AsNoTracking().Where(t => t.Name == "RecoveryCodes").Select(t => t.Value).SingleAsync()
        );
        Assert.All(codes, c => Assert.DoesNotContain(c, kept!, StringComparison.OrdinalIgnoreCase));

        var there = await house.Guest(null);
        async Task<JsonNode?> In(string? code, string password = DemoPractice.Password) =>
            await there.Post(
                "/api/sign-in",
                new
                {
                    name = "teo",
                    password,
                    code,
                }
            );
        there.Refused(401, "second-factor", await In(null));
        // A wrong password does not tell that there is a second factor.
        there.Refused(401, "wrong-sign-in", await In(null, "not this one"));
        there.Refused(401, "wrong-second-factor", await In(Now()));
        Assert.Equal("Teo Marsh", (string)(await In(Now(1)))!["displayName"]!);
        there.Refused(401, "wrong-second-factor", await In(Now(1)));
        Assert.Equal("Teo Marsh", (string)(await In(codes[0]))!["displayName"]!);
        there.Refused(401, "wrong-second-factor", await In(codes[0]));
        Assert.Equal(9, (int)(await teo.Get("/api/me/access"))!["recoveryCodesLeft"]!);

        // A lost phone: the owner takes all of it off.
        var odile = await house.Guest();
        var first = (string)
            (await odile.Post($"/api/people/{(string)(await teo.Get("/api/me"))!["id"]!}/reset", new { lostDevice = true }))![
                "firstPassword"
            ]!;
        teo.Refused(401, "signed-out", await teo.Get("/api/today"));
        await there.Get("/api/me");
        Assert.Equal(
            "Teo Marsh",
            (string)
                (
                    await there.Post(
                        "/api/sign-in",
                        new
                        {
                            name = "teo",
                            password = first,
                            newPassword = Own,
                        }
                    )
                )!["displayName"]!
        );
        Assert.False((bool)(await there.Get("/api/me/access"))!["secondFactor"]!);
    }

    [Fact]
    public async Task Whoever_leaves_is_out_at_once_and_stays_in_the_records_and_an_owner_always_stays()
    {
        var odile = await house.Guest();
        var teo = await house.Guest("teo");
        var id = (string)(await teo.Get("/api/me"))!["id"]!;
        var mine = (string)(await odile.Get("/api/me"))!["id"]!;
        foreach (var (tail, body) in new[] { ("leave", (object)new { }), ("role", new { role = "desk" }) })
        {
            odile.Refused(409, "last-owner", await odile.Post($"/api/people/{mine}/{tail}", body));
        }

        await odile.Post($"/api/people/{id}/leave", new { });
        teo.Refused(401, "signed-out", await teo.Get("/api/today"));
        await teo.Get("/api/me");
        teo.Refused(401, "wrong-sign-in", await teo.Post("/api/sign-in", new { name = "teo", password = DemoPractice.Password }));
        Assert.Contains(
            (await odile.Get("/api/people"))!["people"]!.AsArray(),
            p => (string)p!["displayName"]! == "Teo Marsh" && p["leftAt"] is not null
        );
        Assert.DoesNotContain((await odile.Get("/api/practitioners"))!.AsArray(), p => (string)p!["name"]! == "teo");
        Assert.Contains(
            (await odile.Get("/api/trail"))!.AsArray(),
            a => (string)a!["action"]! == "changed" && ((string)a["what"]!).Contains("LeftAt", StringComparison.Ordinal)
        );
        var back = (string)(await odile.Post($"/api/people/{id}/return", new { }))!["firstPassword"]!;
        Assert.Equal(
            "Teo Marsh",
            (string)
                (
                    await teo.Post(
                        "/api/sign-in",
                        new
                        {
                            name = "teo",
                            password = back,
                            newPassword = Own,
                        }
                    )
                )!["displayName"]!
        );
        Assert.NotNull((await teo.Get("/api/today"))!["visits"]);
    }

    [Fact]
    public async Task Another_role_holds_from_the_next_sign_in_on_and_the_old_one_not_a_moment_longer()
    {
        var odile = await house.Guest();
        var teo = await house.Guest("teo");
        await odile.Post($"/api/people/{(string)(await teo.Get("/api/me"))!["id"]!}/role", new { role = "desk" });
        teo.Refused(401, "signed-out", await teo.Get("/api/rules"));
        var again = await house.Guest("teo");
        again.Refused(403, "not-yours", await again.Get("/api/rules"));
    }

    private async Task<HubConnection> Line(Guest guest)
    {
        var line = new HubConnectionBuilder()
            .WithUrl(
                new Uri(house.Server.BaseAddress, "/hubs/visits"),
                o =>
                {
                    o.HttpMessageHandlerFactory = _ => house.Server.CreateHandler();
                    o.Transports = HttpTransportType.LongPolling;
                    o.Headers["Cookie"] = guest.Cookies;
                }
            )
            .Build();
        await line.StartAsync();
        return line;
    }
}
