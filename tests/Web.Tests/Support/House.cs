using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using AmpleLantern.Data;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Demo;
using AmpleLantern.Web.Access;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.Mvc.Testing.Handlers;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace AmpleLantern.Web.Tests.Support;

/// <summary>The whole server on a real SQLite file in a folder of its own.</summary>
public class House : WebApplicationFactory<Program>
{
    public virtual string Folder { get; } = Path.Combine(Path.GetTempPath(), $"lantern-{Guid.NewGuid():n}");

    protected virtual bool OwnsFolder => true;

    /// <summary>Whether it may move into a copy of the demo that was filled once for all houses.</summary>
    protected virtual bool FromTemplate => Demo && OwnsFolder;

    /// <summary>The database of a demo as it is just filled.</summary>
    public static string FilledDatabase => Path.Combine(Template.Value, Database.FileName);

    private static readonly Lazy<string> Template = new(() =>
    {
        using var first = new FirstHouse();
        _ = first.Services;
        return first.Folder;
    });

    private sealed class FirstHouse : House
    {
        protected override bool FromTemplate => false;

        protected override bool DeletesFolder => false;
    }

    private bool leaves;

    protected virtual bool DeletesFolder => OwnsFolder;

    protected virtual bool Demo => true;

    protected virtual int SignInTries => 10_000;

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        if (FromTemplate)
        {
            Directory.CreateDirectory(Folder);
            File.Copy(FilledDatabase, Path.Combine(Folder, Database.FileName));
        }

        // As a practice runs it: what Development forgives or explains is not there.
        builder.UseEnvironment("Production");
        builder.UseSetting("data", Folder);
        builder.UseSetting("figures", Path.Combine(Path.GetTempPath(), "lantern-figures"));
        builder.UseSetting("ahead", "false");
        builder.UseSetting("demo", Demo ? "true" : "false");
        builder.UseSetting("Access:SignInTriesPerMinute", SignInTries.ToString(System.Globalization.CultureInfo.InvariantCulture));
        builder.ConfigureServices(s => s.AddSingleton<IClock>(Clock));
    }

    /// <summary>The time in this house.</summary>
    public HouseClock Clock { get; } = new();

    public async Task<Guest> Guest(string? name = "odile", string password = DemoPractice.Password)
    {
        var guest = new Guest(this);
        await guest.Get("/api/me");
        if (name is not null)
        {
            await guest.Post("/api/sign-in", new { name, password });
        }

        return guest;
    }

    public async Task<T> InDb<T>(Func<LanternDb, Task<T>> work)
    {
        await using var scope = Services.CreateAsyncScope();
        return await work(scope.ServiceProvider.GetRequiredService<LanternDb>());
    }

    /// <summary>Ends the program and leaves its data, for the next start on them: one program has a folder at a time.</summary>
    public async Task<string> Leave()
    {
        leaves = true;
        await DisposeAsync();
        return Folder;
    }

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        if (DeletesFolder && !leaves && Directory.Exists(Folder))
        {
            Delete(Folder);
        }
    }

    /// <summary>A figure asked for at the very end may still be on its way to the folder.</summary>
    private static void Delete(string folder)
    {
        for (var tries = 1; ; tries++)
        {
            try
            {
                Directory.Delete(folder, recursive: true);
                return;
            }
            catch (IOException) when (tries < 20)
            {
                Thread.Sleep(100);
            }
        }
    }
}

/// <summary>The time as it is, or later by as much as a test says, or standing where it is put.</summary>
public sealed class HouseClock : IClock
{
    public Duration By { get; set; } = Duration.Zero;

    public Instant? Stands { get; set; }

    public Instant GetCurrentInstant() => Stands ?? SystemClock.Instance.GetCurrentInstant() + By;
}

/// <summary>
/// Another start of the program on the same data, perhaps with other knowledge or on a practice's own; what it moved into goes with it.
/// </summary>
public sealed class HouseOn(string folder, string? knowledge = null, bool demo = true) : House
{
    public override string Folder => folder;

    protected override bool FromTemplate => false;

    protected override bool Demo => demo;

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        base.ConfigureWebHost(builder);
        if (knowledge is not null)
        {
            builder.UseSetting("knowledge", knowledge);
        }
    }
}

/// <summary>A house with nobody in it yet.</summary>
public sealed class EmptyHouse : House
{
    protected override bool Demo => false;
}

/// <summary>A house whose mat breaks off after half a second.</summary>
public sealed class BrokenMatHouse : House
{
    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        base.ConfigureWebHost(builder);
        builder.UseSetting("mat:unplugAfterSeconds", "0.5");
    }
}

/// <summary>A house with the usual limit on sign-in tries.</summary>
public sealed class StrictHouse : House
{
    protected override int SignInTries => 12;
}

/// <summary>Somebody at a browser: cookies and token are kept as a page would.</summary>
public sealed class Guest
{
    private readonly CookieContainer cookies = new();
    private readonly HttpClient http;

    public Guest(House house) => http = house.CreateDefaultClient(new CookieContainerHandler(cookies));

    public bool SendToken { get; set; } = true;

    /// <summary>The cookies as one header, for what does not go through this guest.</summary>
    public string Cookies => cookies.GetCookieHeader(http.BaseAddress!);

    /// <summary>What another browser would bring that got at these cookies.</summary>
    public async Task<int> Copied(House house, string cookies, string path = "/api/today")
    {
        using var elsewhere = house.CreateDefaultClient();
        using var request = new HttpRequestMessage(HttpMethod.Get, path);
        request.Headers.Add("Cookie", cookies);
        return (int)(await elsewhere.SendAsync(request)).StatusCode;
    }

    public HttpResponseMessage Last { get; private set; } = new();

    public Task<JsonNode?> Get(string path) => Send(HttpMethod.Get, path, null);

    public Task<JsonNode?> Post(string path, object body) => Send(HttpMethod.Post, path, body);

    public Task<JsonNode?> Put(string path, object body) => Send(HttpMethod.Put, path, body);

    public async Task<JsonNode?> Send(HttpMethod method, string path, object? body)
    {
        using var request = new HttpRequestMessage(method, path);
        if (body is not null)
        {
            request.Content = body is string text
                ? new StringContent(text, System.Text.Encoding.UTF8, "application/json")
                : JsonContent.Create(body);
        }

        if (SendToken && cookies.GetCookies(http.BaseAddress!)["lantern-token"] is { } token)
        {
            request.Headers.Add("X-Lantern-Token", Uri.UnescapeDataString(token.Value));
        }

        Last = await http.SendAsync(request);
        var answer = await Last.Content.ReadAsStringAsync();
        return answer.Length > 0 && Last.Content.Headers.ContentType?.MediaType?.Contains("json", StringComparison.Ordinal) == true
            ? JsonNode.Parse(answer)
            : null;
    }

    /// <summary>Id of today's visit of a client of the demo.</summary>
    public async Task<string> VisitOf(string client)
    {
        var today = await Get("/api/today");
        return (string)
            today!["visits"]!.AsArray().Single(v => ((string)v!["clientName"]!).StartsWith(client, StringComparison.Ordinal))!["id"]!;
    }

    /// <summary>Asks everything that can be asked of a visit and one of its steps, and has to be answered.</summary>
    /// <param name="but">What is not asked: a letter that nothing calls for is refused.</param>
    /// <returns>What was asked.</returns>
    public async Task<List<string>> ReadAll(string visit, string step, string but = "nothing")
    {
        var addresses = (await Get("/api/openapi/v1.json"))!["paths"]!
            .AsObject()
            .Where(p => p.Key.StartsWith("/api/visits/{visitId}", StringComparison.Ordinal) && p.Value!["get"] is not null)
            .Where(p => !p.Key.Contains(but, StringComparison.Ordinal))
            .Select(p =>
                p.Key.Replace("{visitId}", visit, StringComparison.Ordinal)
                    .Replace("{kind}", "referral", StringComparison.Ordinal)
                    .Replace("{step}", step, StringComparison.Ordinal)
            )
            .ToList();
        Assert.True(addresses.Count >= 10, $"{addresses.Count} addresses");
        foreach (var address in addresses)
        {
            await Get(address);
            Assert.True(Last.IsSuccessStatusCode, $"{address}: {Last.StatusCode}");
        }

        return addresses;
    }

    public async Task<JsonNode> Visit(string id) => (await Get($"/api/visits/{id}"))!;

    /// <summary>Answers every card of the door and every list with no, as far as nothing of it is known.</summary>
    public async Task<JsonNode> NoToTheRest(string id)
    {
        var visit = await Visit(id);
        var asking = visit["asking"]!;
        foreach (var card in asking["door"]!.AsArray().Concat(asking["lists"]!.AsArray()))
        {
            visit = (
                await Put(
                    $"/api/visits/{id}/cards",
                    new
                    {
                        version = (int)visit["version"]!,
                        card = (string)card!["id"]!,
                        cardVersion = (int)card["version"]!,
                        notConcerned = false,
                        withdraw = false,
                    }
                )
            )!;
        }

        return visit;
    }

    public void Refused(int status, string code, JsonNode? problem)
    {
        Xunit.Assert.Equal(status, (int)Last.StatusCode);
        Xunit.Assert.Equal("application/problem+json", Last.Content.Headers.ContentType?.MediaType);
        Xunit.Assert.Equal(code, (string?)problem!["code"]);
        Xunit.Assert.Matches(@"[.!?]$", (string)problem["detail"]!);
    }
}
