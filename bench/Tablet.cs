using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Demo;
using AmpleLantern.Web.Access;

namespace AmpleLantern.Bench;

/// <summary>A tablet beside the mat: keeps what it notes until the server has spoken on each, as the client does.</summary>
internal sealed class Tablet : IDisposable
{
    private static readonly string[] Kinds = ["sigh", "warmth", "tender", "gurgle"];
    private readonly string who;
    private readonly string visit;
    private readonly Uri address;
    private readonly CookieContainer cookies = new();
    private readonly HttpClient http;
    private readonly List<(Guid Id, object Event)> waiting = [];

    public Tablet(string name, string who, string visit, Uri address)
    {
        (Name, this.who, this.visit, this.address) = (name, who, visit, address);
        http = new(new HttpClientHandler { CookieContainer = cookies }) { BaseAddress = address, Timeout = TimeSpan.FromSeconds(10) };
    }

    public string Name { get; }

    public List<Guid> Noted { get; } = [];

    public HashSet<Guid> Acknowledged { get; } = [];

    /// <summary>How many are acknowledged: read from another thread while they are.</summary>
    public int Taken { get; private set; }

    public int Failures { get; private set; }

    public async Task SignIn()
    {
        await Get("/api/me");
        await Post("/api/sign-in", new { name = who, password = DemoPractice.Password });
    }

    public async Task Note(CancellationToken over)
    {
        var signedIn = false;
        for (var n = 1; !over.IsCancellationRequested; n++)
        {
            var id = Guid.NewGuid();
            Noted.Add(id);
            waiting.Add(
                (
                    id,
                    new
                    {
                        id,
                        at = DateTimeOffset.UtcNow.ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", CultureInfo.InvariantCulture),
                        kind = "response",
                        response = Kinds[n % Kinds.Length],
                        device = Name,
                        counter = n,
                    }
                )
            );
            try
            {
                if (!signedIn)
                {
                    await SignIn();
                    signedIn = true;
                }

                var answer = await Post($"/api/visits/{visit}/give/events", new { events = waiting.Take(50).Select(w => w.Event) });
                foreach (var a in answer!["answers"]!.AsArray())
                {
                    Acknowledged.Add(Guid.Parse((string)a!["id"]!));
                }

                Taken = Acknowledged.Count;
                waiting.RemoveAll(w => Acknowledged.Contains(w.Id));
            }
            catch (Exception e) when (e is HttpRequestException or IOException or InvalidOperationException or TaskCanceledException)
            {
                Failures++;
            }

            await Task.Delay(40, CancellationToken.None);
        }
    }

    /// <summary>One response, until it is acknowledged.</summary>
    public Task NoteOne() =>
        Post(
            $"/api/visits/{visit}/give/events",
            new
            {
                events = new[]
                {
                    new
                    {
                        id = Guid.NewGuid(),
                        at = DateTimeOffset.UtcNow.ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", CultureInfo.InvariantCulture),
                        kind = "response",
                        response = Kinds[0],
                        device = Name,
                    },
                },
            }
        );

    public async Task<JsonNode?> Get(string path) => JsonNode.Parse(await http.GetStringAsync(new Uri(path, UriKind.Relative)));

    private async Task<JsonNode?> Post(string path, object body)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = JsonContent.Create(body) };
        request.Headers.Add("X-Lantern-Token", Uri.UnescapeDataString(cookies.GetCookies(address)["lantern-token"]!.Value));
        using var response = await http.SendAsync(request);
        var text = await response.Content.ReadAsStringAsync();
        return response.IsSuccessStatusCode ? JsonNode.Parse(text) : throw new InvalidOperationException(text);
    }

    /// <summary>The visit of the demo that is being given.</summary>
    public static async Task<string> WrenVisit(Uri address)
    {
        using var device = new Tablet("finder", "teo", "", address);
        await device.SignIn();
        var visits = (await device.Get("/api/today"))!["visits"]!.AsArray();
        return (string)visits.Single(v => ((string)v!["clientName"]!).StartsWith("Wren", StringComparison.Ordinal))!["id"]!;
    }

    public void Dispose() => http.Dispose();
}
