using System.Text;
using System.Text.Json.Nodes;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Demo;
using AmpleLantern.Web.Tests.Support;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.DependencyInjection;

namespace AmpleLantern.Web.Tests;

/// <summary>What every request meets before anybody looks at what it wants, as a practice runs it: in Production.</summary>
public sealed class SigningInTests(House house) : IClassFixture<House>
{
    [Theory]
    [InlineData("POST", "/api/sign-in", "{\"name\": \"odile\", \"password\"", 400, "broken-json")]
    [InlineData("POST", "/api/sign-in", "{\"name\": 5, \"password\": \"x\"}", 400, "wrong-type")]
    [InlineData("POST", "/api/sign-in", "{\"name\": \"a\", \"name\": \"b\", \"password\": \"x\"}", 422, "field-twice")]
    [InlineData("POST", "/api/sign-in", "{\"name\": \"a\\u0000b\", \"password\": \"x\"}", 422, "unreadable-text")]
    [InlineData("POST", "/api/sign-in", "{\"name\": \"\\ud800\", \"password\": \"x\"}", 422, "unreadable-text")]
    [InlineData("POST", "/api/sign-in", "", 400, "bad-request")]
    [InlineData("DELETE", "/api/me/hands", null, 405, "wrong-method")]
    [InlineData("GET", "/api/nowhere", null, 404, "not-found")]
    [InlineData("GET", "/api/visits/6e1bb9e5-1d54-4e5a-9b9a-0a6b0c0d0e0f", null, 404, "not-found")]
    [InlineData("GET", "/hubs/nothing", null, 404, "not-found")]
    [InlineData("PUT", "/api/me/hands", "{\"palmBreadthCm\": 1e308}", 422, "number-too-large")]
    [InlineData("POST", "/api/visits/6e1bb9e5-1d54-4e5a-9b9a-0a6b0c0d0e0f/give/events", "{\"events\": [null]}", 422, "empty-place")]
    public async Task Every_refusal_is_a_problem_with_a_sentence_and_the_usual_headers(
        string method,
        string path,
        string? body,
        int status,
        string code
    )
    {
        var odile = await house.Guest();
        var problem = await odile.Send(new(method), path, body);
        odile.Refused(status, code, problem);
        foreach (
            var header in new[] { "Content-Security-Policy", "X-Content-Type-Options", "Referrer-Policy", "Cross-Origin-Opener-Policy" }
        )
        {
            Assert.True(odile.Last.Headers.Contains(header), $"{header} is missing from a {status}");
        }
    }

    [Fact]
    public async Task A_body_that_is_no_json_or_names_no_kind_is_refused()
    {
        var guest = await house.Guest();
        using var http = house.CreateDefaultClient();
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/sign-in")
        {
            Content = new StringContent("name=odile", Encoding.UTF8, "application/x-www-form-urlencoded"),
        };
        request.Headers.Add("Cookie", guest.Cookies);
        request.Headers.Add("X-Lantern-Token", Uri.UnescapeDataString(guest.Cookies.Split("lantern-token=")[1].Split(';')[0]));
        var answer = await http.SendAsync(request);
        Assert.Equal(415, (int)answer.StatusCode);
        Assert.Equal("not-json", (string)JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["code"]!);
    }

    [Theory]
    [InlineData("http://localhost", 200)]
    [InlineData(null, 200)]
    [InlineData("http://elsewhere.example", 403)]
    [InlineData("null", 403)]
    public async Task The_line_to_the_mat_and_to_visits_is_opened_by_our_own_pages_only(string? origin, int status)
    {
        var teo = await house.Guest("teo");
        using var http = house.CreateDefaultClient();
        foreach (var hub in new[] { "mat", "visits" })
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, $"/hubs/{hub}/negotiate?negotiateVersion=1");
            request.Headers.Add("Cookie", teo.Cookies);
            if (origin is not null)
            {
                request.Headers.Add("Origin", origin);
            }

            Assert.Equal(status, (int)(await http.SendAsync(request)).StatusCode);
        }
    }

    [Theory]
    [InlineData("10.1.2.3", "10.1.2.3", true)]
    [InlineData("10.1.2.3", "10.9.9.9", false)]
    [InlineData("", "10.1.2.3", false)]
    public async Task Only_a_named_proxy_is_believed(string known, string sender, bool believed)
    {
        await using var behind = new ProxyHouse(known, sender);
        using var http = behind.CreateDefaultClient();
        using var request = new HttpRequestMessage(HttpMethod.Get, "http://lantern.example/api/me");
        request.Headers.Add("X-Forwarded-Proto", "https");
        request.Headers.Add("X-Forwarded-For", "192.0.2.7");
        var answer = await http.SendAsync(request);
        Assert.Equal(200, (int)answer.StatusCode);
        var cookies = answer.Headers.GetValues("Set-Cookie").ToList();
        Assert.NotEmpty(cookies);
        Assert.Equal(believed, cookies.TrueForAll(c => c.Contains("secure", StringComparison.OrdinalIgnoreCase)));
        Assert.Equal(believed, answer.Headers.Contains("Strict-Transport-Security"));
        Assert.Equal(believed ? "192.0.2.7" : sender, behind.Seen);
    }

    [Fact]
    public async Task A_stranger_shuts_out_himself_and_nobody_else_and_learns_no_names()
    {
        await using var strict = new ProxyHouse("10.1.2.3", "10.1.2.3");
        using var http = strict.CreateDefaultClient();
        var cookies = (await http.GetAsync(new Uri("/api/me", UriKind.Relative)))
            .Headers.GetValues("Set-Cookie")
            .Select(c => c.Split(';')[0])
            .ToList();
        var token = Uri.UnescapeDataString(
            cookies.Single(c => c.StartsWith("lantern-token=", StringComparison.Ordinal))["lantern-token=".Length..]
        );
        async Task<(int Status, string Body)> Try(string name, string password, string from)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, "/api/sign-in")
            {
                Content = System.Net.Http.Json.JsonContent.Create(new { name, password }),
            };
            request.Headers.Add("Cookie", string.Join("; ", cookies));
            request.Headers.Add("X-Lantern-Token", token);
            request.Headers.Add("X-Forwarded-For", from);
            var answer = await http.SendAsync(request);
            return ((int)answer.StatusCode, await answer.Content.ReadAsStringAsync());
        }

        for (var i = 0; i < 7; i++)
        {
            // Somebody and nobody: the same words, and shut out after as many.
            Assert.Equal(await Try("nobody-here", "a wrong password", "192.0.2.66"), await Try("odile", "a wrong password", "192.0.2.66"));
        }

        Assert.Contains("locked-out", (await Try("odile", Demo.DemoPractice.Password, "192.0.2.66")).Body, StringComparison.Ordinal);
        Assert.Equal(200, (await Try("odile", Demo.DemoPractice.Password, "192.0.2.7")).Status);
    }

    private sealed class ProxyHouse(string known, string sender) : House
    {
        public string? Seen { get; private set; }

        protected override void ConfigureWebHost(IWebHostBuilder builder)
        {
            base.ConfigureWebHost(builder);
            builder.UseSetting("Proxy:Known", known);
            builder.ConfigureServices(s => s.AddSingleton<IStartupFilter>(new From(sender, address => Seen = address)));
        }

        private sealed class From(string sender, Action<string> seen) : IStartupFilter
        {
            public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) =>
                app =>
                {
                    app.Use(
                        async (http, on) =>
                        {
                            http.Connection.RemoteIpAddress = System.Net.IPAddress.Parse(sender);
                            await on();
                            seen(http.Connection.RemoteIpAddress!.ToString());
                        }
                    );
                    next(app);
                };
        }
    }
}
