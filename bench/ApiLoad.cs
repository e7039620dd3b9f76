using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Demo;
using AmpleLantern.Web.Visits;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.Mvc.Testing.Handlers;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace AmpleLantern.Bench;

/// <summary>
/// Limits: p95 under 20 ms for every endpoint of the visit, with 20,000 clients and 10,000 stored visits that have their basis, log,
/// facts and findings; reading a visit within 4 times of a bare query for the same rows in the same run.
/// </summary>
public static class ApiLoad
{
    private const int StoredVisits = 10_000;
    private const int StoredClients = 20_000;
    private const int Rounds = 120;
    private const double LimitMilliseconds = 20;
    private static readonly string[] Conditions = ["diabetes", "varicose-veins", "osteoporosis", "knee-trouble", "hypertension"];

    public static async Task Report()
    {
        var folder = Path.Combine(Path.GetTempPath(), $"lantern-bench-{Guid.NewGuid():n}");
        await using var house = new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
        {
            b.UseSetting("data", folder);
            b.UseSetting("demo", "true");
            b.UseContentRoot(Path.Combine(ClientSize.Root(), "src", "AmpleLantern.Web"));
        });
        await Fill(house.Services);
        var cookies = new CookieContainer();
        using var http = house.CreateDefaultClient(new CookieContainerHandler(cookies));
        await http.GetAsync(new Uri("/api/me", UriKind.Relative));
        await Send(http, cookies, HttpMethod.Post, "/api/sign-in", new { name = "odile", password = DemoPractice.Password });
        var today = JsonNode.Parse(await http.GetStringAsync(new Uri("/api/today", UriKind.Relative)))!["visits"]!.AsArray();
        string Id(string client) =>
            (string)today.Single(v => ((string)v!["clientName"]!).StartsWith(client, StringComparison.Ordinal))!["id"]!;
        var (bram, wren) = (Id("Bram"), Id("Wren"));
        var signed = await Signed(house.Services);
        // Once through unmeasured: a practice's server has been answering since the morning.
        await Everything(told: false);
        Console.WriteLine(
            $"api     {StoredVisits} stored visits, {Rounds} calls each, of a server that has answered each {Rounds} times before"
        );
        await Everything(told: true);
        await ScreenEverybody(http, cookies);
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);

        async Task Everything(bool told)
        {
            async Task<double> Get(string name, string path) =>
                await Measure(name, told, () => Send(http, cookies, HttpMethod.Get, path, null));
            await Get("GET me", "/api/me");
            await Get("GET visit", $"/api/visits/{bram}");
            var read = await Get("GET signed visit", $"/api/visits/{signed}");
            if (told)
            {
                var (rows, records) = (BareQuery(folder, signed), await BareRead(house.Services, signed));
                Console.WriteLine(
                    $"  the same rows by bare queries p50 {rows:0.00} ms, as records {records:0.00} ms; GET signed visit is {read / rows:0.0} and {read / records:0.0} times that   ratio/limit {read / rows / 4:0.00}, {read / records / 4:0.00}"
                );
            }

            await Get("GET give", $"/api/visits/{wren}/give");
            await Measure(
                "POST give/events",
                told,
                () =>
                    Send(
                        http,
                        cookies,
                        HttpMethod.Post,
                        $"/api/visits/{wren}/give/events",
                        new
                        {
                            events = new[]
                            {
                                new
                                {
                                    id = Guid.NewGuid(),
                                    at = "2020-01-01T00:00:00Z",
                                    kind = "response",
                                    response = "sigh",
                                    device = "bench",
                                },
                            },
                        }
                    )
            );
            var version = VersionIn(await Send(http, cookies, HttpMethod.Get, $"/api/visits/{bram}", null));
            async Task Change(string name, HttpMethod method, string path, Func<int, object> body) =>
                await Measure(
                    name,
                    told,
                    () => Send(http, cookies, method, $"/api/visits/{bram}/{path}", body(version)),
                    answer => version = VersionIn(answer)
                );
            await Change("PUT facts", HttpMethod.Put, "facts", v => new { version = v, entry = new { fact = "fever", status = "no" } });
            await Change("PUT check-in", HttpMethod.Put, "check-in", v => new { version = v, words = "Heavy." });
            await Change(
                "POST plan/edits",
                HttpMethod.Post,
                "plan/edits",
                v => new
                {
                    version = v,
                    edit = new
                    {
                        kind = "level",
                        step = "thumbs.left",
                        number = 2 + v % 2,
                    },
                }
            );
            await Change("POST plan/fit", HttpMethod.Post, "plan/fit", v => new { version = v, minutes = 33 + v % 9 });
            await Change(
                "PUT reflect",
                HttpMethod.Put,
                "reflect",
                v => new { version = v, after = new[] { new { measure = "heaviness", after = v % 10 } } }
            );
            await Get("GET chart", "/api/chart?Position=supine&Regions=thigh-front&NoPressure=true");
            await Get("GET point", "/api/atlas/points/ST36");
            await Get("GET atlas/search", "/api/atlas/search?q=sleep");
            await Get("GET today", "/api/today");
        }
    }

    /// <summary>Cookies of someone signed in at a server that listens on a port, and its address.</summary>
    internal static async Task<(CookieContainer Cookies, Uri Address)> SignedIn(WebApplicationFactory<Program> house)
    {
        var cookies = new CookieContainer();
        var address = house.ClientOptions.BaseAddress;
        using var handler = new HttpClientHandler { CookieContainer = cookies };
        using var http = new HttpClient(handler) { BaseAddress = address };
        await http.GetAsync(new Uri("/api/me", UriKind.Relative));
        await Send(http, cookies, HttpMethod.Post, "/api/sign-in", new { name = "odile", password = DemoPractice.Password });
        return (cookies, address);
    }

    /// <summary>Limit: ten thousand clients screened anew for a changed rule in 30 s.</summary>
    private static async Task ScreenEverybody(HttpClient http, CookieContainer cookies)
    {
        await Send(
            http,
            cookies,
            HttpMethod.Post,
            "/api/rules",
            new
            {
                title = "Lighter with diabetes",
                when = new { fact = "diabetes" },
                then = new[]
                {
                    new
                    {
                        outcome = "modify",
                        on = new { levelAbove = 2 },
                        cap = new { level = 2 },
                    },
                },
                why = "For the measurement only.",
                instead = "Level 2.",
                reason = "For the measurement only.",
            }
        );
        var start = Stopwatch.GetTimestamp();
        var state = JsonNode.Parse(await Send(http, cookies, HttpMethod.Post, "/api/rules/rescreen", new { }))!;
        while ((bool)state["running"]!)
        {
            await Task.Delay(200);
            state = JsonNode.Parse(await Send(http, cookies, HttpMethod.Get, "/api/rules/rescreen", null))!;
        }

        var seconds = Stopwatch.GetElapsedTime(start).TotalSeconds;
        Console.WriteLine(
            $"  screen all clients {state["total"]} in {seconds:0.0} s, {state["changed"]} changed   time/limit {seconds * 10_000 / (int)state["total"]! / 30:0.00}   {(string?)state["failed"]}"
        );
    }

    /// <summary>Times until the whole answer is here; reading it is the caller's time, not the server's.</summary>
    private static async Task<double> Measure(string name, bool told, Func<Task<string>> call, Action<string>? then = null)
    {
        var times = new double[Rounds];
        for (var i = 0; i < Rounds; i++)
        {
            var start = Stopwatch.GetTimestamp();
            var answer = await call();
            times[i] = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
            then?.Invoke(answer);
        }

        Array.Sort(times);
        var (p50, p95) = (times[Rounds / 2], times[Rounds * 95 / 100]);
        if (told)
        {
            Console.WriteLine($"  {name, -18} p50 {p50, 6:0.0} ms   p95 {p95, 6:0.0} ms   p95/limit {p95 / LimitMilliseconds:0.00}");
        }

        return p50;
    }

    private static async Task<Guid> Signed(IServiceProvider services)
    {
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<LanternDb>();
        return await db
            .Visits.Where(v => v.SignedAt != null && v.Words == StoredWords)
            .OrderByDescending(v => v.Date)
            .Select(v => v.Id)
            .FirstAsync();
    }

    /// <summary>Milliseconds (p50) for the same rows as the records the program works with, in a database context of their own.</summary>
    private static async Task<double> BareRead(IServiceProvider services, Guid visit)
    {
        var times = new double[Rounds];
        for (var i = 0; i < Rounds; i++)
        {
            var start = Stopwatch.GetTimestamp();
            await using var scope = services.CreateAsyncScope();
            await scope.ServiceProvider.GetRequiredService<Web.Visits.VisitStore>().Read(visit);
            times[i] = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
        }

        Array.Sort(times);
        return times[Rounds / 2];
    }

    /// <summary>Milliseconds (p50) to read all rows of one visit and its client without the program: the floor.</summary>
    private static double BareQuery(string folder, Guid visit)
    {
        using var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(folder, Database.FileName)}");
        connection.Open();
        string[] queries =
        [
            "SELECT v.*, c.* FROM Visits v JOIN Clients c ON c.Id = v.ClientId WHERE v.Id = $id",
            "SELECT f.* FROM Facts f JOIN Visits v ON v.ClientId = f.ClientId WHERE v.Id = $id",
            "SELECT * FROM SessionEvents WHERE VisitId = $id",
            "SELECT b.*, w.* FROM Bases b JOIN Words w ON w.Id = b.WordsId WHERE b.VisitId = $id",
            "SELECT * FROM Addenda WHERE VisitId = $id",
        ];
        var times = new double[Rounds];
        for (var i = 0; i < Rounds; i++)
        {
            var start = Stopwatch.GetTimestamp();
            foreach (var query in queries)
            {
                using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Sentences of our own.
                command.CommandText = query;
#pragma warning restore CA2100
                command.Parameters.AddWithValue("$id", visit.ToString().ToUpperInvariant());
                using var reader = command.ExecuteReader();
                var row = new object[reader.FieldCount];
                while (reader.Read())
                {
                    reader.GetValues(row);
                }
            }

            times[i] = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
        }

        Array.Sort(times);
        return times[Rounds / 2];
    }

    internal static async Task<string> Send(HttpClient http, CookieContainer cookies, HttpMethod method, string path, object? body)
    {
        using var request = new HttpRequestMessage(method, path) { Content = body is null ? null : JsonContent.Create(body) };
        if (cookies.GetCookies(http.BaseAddress!)["lantern-token"] is { } token)
        {
            request.Headers.Add("X-Lantern-Token", Uri.UnescapeDataString(token.Value));
        }

        using var response = await http.SendAsync(request);
        var text = await response.Content.ReadAsStringAsync();
        return response.IsSuccessStatusCode ? text : throw new InvalidOperationException($"{path}: {text}");
    }

    private static int VersionIn(string answer)
    {
        var view = JsonNode.Parse(answer)!;
        return (int)(view["visit"] ?? view)["version"]!;
    }

    private const string StoredWords = "Stored.";

    /// <summary>A signed visit with its basis, a log of a dozen events and its seal, as a practice keeps thousands.</summary>
    private static Visit Given(Guid client, int n, Plan plan, string owner, Visit real)
    {
        var date = new LocalDate(2020, 1, 1).PlusDays(n % 2000);
        var start = date.At(new(9, 5)).InUtc().ToInstant();
        var visit = new Visit
        {
            ClientId = client,
            Date = date,
            At = new(9, 0),
            MinutesBooked = 50,
            PractitionerId = owner,
            School = "house",
            Plan = plan,
            Words = StoredWords,
            Ratings = real.Ratings,
            Seal = real.Seal,
            SignedAt = start + Duration.FromHours(1),
            SignedBy = owner,
        };
        for (var i = 0; i < 12; i++)
        {
            visit.Events.Add(
                new()
                {
                    Id = Guid.NewGuid(),
                    VisitId = visit.Id,
                    At = start + Duration.FromMinutes(i * 3),
                    ReceivedAt = start + Duration.FromMinutes(i * 3),
                    Kind =
                        i == 0 ? GiveEventKind.Start
                        : i == 11 ? GiveEventKind.Finish
                        : GiveEventKind.Response,
                    Response = i is 0 or 11 ? null : "sigh",
                    Step = plan.Steps[i].Id,
                    Device = "bench",
                    Counter = i,
                    By = owner,
                }
            );
        }

        visit.Bases.Add(
            new()
            {
                Id = visit.Events[0].Id,
                VisitId = visit.Id,
                From = start,
                Document = real.Bases[0].Document,
                WordsId = real.Bases[0].WordsId,
            }
        );
        return visit;
    }

    private static async Task Fill(IServiceProvider services)
    {
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<LanternDb>();
        var knowledge = scope.ServiceProvider.GetRequiredService<KnowledgeBase>();
        var plan = FlowPlans.FromFlow(knowledge.Flows["legs-on-the-mat"], knowledge, knowledge.HouseSchool);
        var real = await db
            .Visits.AsNoTracking()
            .Include(v => v.Bases)
                .ThenInclude(b => b.Words)
            .Where(v => v.SignedAt != null && v.Client!.Name.StartsWith("Anouk"))
            .FirstAsync();
        var denied = knowledge
            .Facts.All.Where(f => f is { Scope: FactScope.History, Derived: false, Group: not "consent" })
            .Take(60)
            .Select(f => f.Id)
            .ToList();
        var owner = await db.Users.Where(u => u.UserName == "odile").Select(u => u.Id).SingleAsync();
        var have = await db.Visits.CountAsync();
        for (var made = have; made < StoredVisits; )
        {
            for (var c = 0; c < 25; c++)
            {
                var client = new ClientRecord { Name = $"Stored {made}", BirthDate = new LocalDate(1980, 1, 1) };
                client.Facts.AddRange(
                    denied.Select(f => new ClientFact
                    {
                        ClientId = client.Id,
                        Fact = f,
                        Status = FactStatus.No,
                        RecordedBy = owner,
                    })
                );
                client.Facts.Add(
                    new()
                    {
                        ClientId = client.Id,
                        Fact = "diabetes",
                        RecordedBy = owner,
                    }
                );
                for (var v = 0; v < 20 && made < StoredVisits; v++, made++)
                {
                    client.Visits.Add(Given(client.Id, made, plan, owner, real));
                }

                db.Clients.Add(client);
            }

            await db.SaveChangesAsync();
            db.ChangeTracker.Clear();
        }

        for (var made = await db.Clients.CountAsync(); made < StoredClients; )
        {
            for (var c = 0; c < 250 && made < StoredClients; c++, made++)
            {
                var client = new ClientRecord { Name = $"Known {made}", BirthDate = new LocalDate(1940 + made % 70, 1, 1) };
                foreach (var fact in Conditions.Where((_, i) => (made >> i) % 2 == 0))
                {
                    client.Facts.Add(
                        new()
                        {
                            ClientId = client.Id,
                            Fact = fact,
                            RecordedBy = "bench",
                        }
                    );
                }

                client.Visits.Add(
                    new()
                    {
                        ClientId = client.Id,
                        Date = new LocalDate(2026, 1, 1),
                        At = new(9, 0),
                        MinutesBooked = 50,
                        PractitionerId = owner,
                        School = "house",
                        Plan = plan,
                    }
                );
                db.Clients.Add(client);
            }

            await db.SaveChangesAsync();
            db.ChangeTracker.Clear();
        }
    }
}
