using System.Globalization;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Exchange.Knowledge;
using AmpleLantern.Web.Tests.Support;

namespace AmpleLantern.Web.Tests;

/// <summary>
/// Thousands of bodies nobody should send, at every address that takes one: none breaks the server, none is stored that cannot be read
/// back.
/// </summary>
public sealed partial class FuzzTests
{
    private const int Bodies = 3000;
    private const int Questions = 1000;

    /// <summary>Takes the better part of a second each, whatever is asked.</summary>
    private const int Composed = 12;

    /// <summary>These end the sign-in or the fixture, or are measured elsewhere.</summary>
    private static readonly string[] NotHere =
    [
        "/api/sign-out",
        "/api/setup",
        "/api/copies",
        "/api/rules/rescreen",
        "/api/me/sign-ins/{id}",
        "/api/people/{id}/role",
        "/api/people/{id}/reset",
        "/api/people/{id}/sign-out",
        "/api/people/{id}/leave",
        "/api/people/{id}/return",
    ];

    [Theory]
    [InlineData(20261126)]
    public async Task No_body_breaks_the_server_and_what_is_stored_can_be_read_back(int seed)
    {
        await using var house = new House();
        var odile = await house.Guest();
        var random = new Random(seed);
        var document = (await odile.Get("/api/openapi/v1.json"))!;
        var bodies = new Bodies(document, random);
        var mutation = new Mutation(random);
        var visits = (await odile.Get("/api/today"))!["visits"]!.AsArray().Select(v => (string)v!["id"]!).ToArray();
        foreach (
            var path in (string[])
                [
                    "/api/vocabulary",
                    "/api/library",
                    "/api/rules",
                    "/api/clients",
                    "/api/people",
                    "/api/me",
                    "/api/today",
                    .. visits.Take(6).Select(v => $"/api/visits/{v}"),
                ]
        )
        {
            bodies.Learn(await odile.Get(path));
        }

        var operations = document["paths"]!
            .AsObject()
            .SelectMany(p =>
                p.Value!.AsObject()
                    .Where(o => o.Key is "post" or "put" or "delete")
                    .Select(o =>
                        (
                            Path: p.Key,
                            Method: new HttpMethod(o.Key.ToUpperInvariant()),
                            Schema: o.Value!["requestBody"]?["content"]?["application/json"]?["schema"]
                        )
                    )
            )
            .Where(o => !NotHere.Contains(o.Path))
            .ToList();
        Assert.True(operations.Count > 40);
        var (sent, taken, composed, said) = (0, 0, 0, new SortedDictionary<int, int>());
        var versions = new Dictionary<string, int>();
        var lastTaken = "";
        var broken = new SortedDictionary<string, string>();
        while (sent < Bodies)
        {
            var (template, method, schema) = operations[random.Next(operations.Count)];
            if (template.EndsWith("/compose", StringComparison.Ordinal) && ++composed > Composed)
            {
                continue;
            }

            var visit = visits[random.Next(visits.Length)];
            var client = (string)bodies.Of(JsonNode.Parse("{\"type\":\"string\"}")!, "clientId")!;
            var path = template
                .Replace("{visitId}", visit, StringComparison.Ordinal)
                .Replace("{clientId}", client, StringComparison.Ordinal)
                .Replace("{id}", Guid.NewGuid().ToString(), StringComparison.Ordinal)
                .Replace("{token}", "no-such-token", StringComparison.Ordinal);
            var body = schema is null ? null : bodies.Of(schema);
            if (body is JsonObject o && o.ContainsKey("version"))
            {
                if (!versions.TryGetValue(visit, out var version))
                {
                    var read = await odile.Get($"/api/visits/{visit}");
                    versions[visit] = version = (int?)read?["version"] ?? 0;
                    if (!odile.Last.IsSuccessStatusCode)
                    {
                        broken[$"reading {visit} after {lastTaken}"] = read?.ToJsonString() ?? "nothing";
                    }
                }

                o["version"] = version;
            }

            var sendable = random.Next(3) == 0 ? body : mutation.Of(body);
            var text = sendable?.ToJsonString() ?? "null";
            var answer = await odile.Send(method, path, schema is null ? null : text);
            var status = (int)odile.Last.StatusCode;
            said[status] = said.GetValueOrDefault(status) + 1;
            sent++;
            taken += status < 300 ? 1 : 0;
            if (status >= 500 || status >= 400 && (answer?["code"] is null || ((string)answer["detail"]!).Length <= 10))
            {
                broken[$"{method} {template}"] = $"{status} to {text[..Math.Min(900, text.Length)]}";
            }

            if (status is 409)
            {
                versions.Remove(visit);
            }

            if (answer is JsonObject { Count: > 0 } view && view["version"] is { } now && status < 300)
            {
                versions[visit] = (int)now;
            }

            if (status < 300)
            {
                lastTaken = $"{method} {path} {text[..Math.Min(400, text.Length)]}";
            }

            if (status < 300 && path.EndsWith("/sign-in", StringComparison.Ordinal))
            {
                odile = await house.Guest();
            }
        }

        Assert.True(broken.Count == 0, string.Join(Environment.NewLine, broken.Select(b => $"{b.Key}: {b.Value}")));
        // Enough got in to say something about what is stored.
        Assert.True(taken > Bodies / 20, $"only {taken} were taken: {string.Join(", ", said)}");
        await EverythingReads(odile);
    }

    private static async Task EverythingReads(Guest odile)
    {
        var paths = new List<string>
        {
            "/api/today",
            "/api/clients",
            "/api/library",
            "/api/rules",
            "/api/people",
            "/api/trail",
            "/api/bench",
            "/api/vocabulary",
            "/api/me/hands",
            "/api/me/body",
        };
        foreach (var client in (await odile.Get("/api/clients"))!["clients"]!.AsArray().Select(c => (string)c!["id"]!))
        {
            paths.Add($"/api/clients/{client}");
            foreach (var visit in (await odile.Get($"/api/clients/{client}"))!["visits"]!.AsArray().Select(v => (string)v!["id"]!))
            {
                paths.AddRange(
                    new[] { "", "/give", "/press", "/plan/dose", "/plan/card", "/plan/sources" }.Select(part =>
                        $"/api/visits/{visit}{part}"
                    )
                );
            }
        }

        foreach (var path in paths)
        {
            var answer = await odile.Get(path);
            Assert.True(
                (int)odile.Last.StatusCode is 200 or 422 or 409 or 404,
                $"{path}: {(int)odile.Last.StatusCode} {answer?.ToJsonString()}"
            );
            Assert.True(
                path.Contains("/visits/", StringComparison.Ordinal) && path.Split('/').Length > 4 || odile.Last.IsSuccessStatusCode,
                $"{path} cannot be read: {answer?.ToJsonString()}"
            );
        }
    }

    [Theory]
    [InlineData(11262026)]
    public void No_question_breaks_ask(int seed)
    {
        var random = new Random(seed);
        var mutation = new Mutation(random);
        var answers = new Answers(KnowledgeFolder.Load(KnowledgeFolder.Shipped).WithRules([]));
        var examples = Example()
            .Matches(File.ReadAllText(Repository.File("docs", "ask.md")))
            .Select(m => (Question: m.Groups["q"].Value, Body: m.Groups["in"].Value))
            .Where(e => e.Question is not "compose")
            .ToList();
        Assert.True(examples.Count > 12);
        var answered = 0;
        for (var i = 0; i < Questions; i++)
        {
            var (question, body) = examples[random.Next(examples.Count)];
            var text = mutation.Of(Parsed(body))?.ToJsonString() ?? "null";
            var (exit, json) = AskProgram.Ask(question, text, () => answers);
            var answer = JsonNode.Parse(json)!;
            answered += exit == AskProgram.Answered ? 1 : 0;
            Assert.True(
                exit == AskProgram.Answered
                    || exit == AskProgram.Refused && answer["code"] is not null && ((string)answer["detail"]!).Length > 10,
                string.Create(CultureInfo.InvariantCulture, $"{question} {text[..Math.Min(900, text.Length)]} gave {exit} {json}")
            );
        }

        Assert.True(answered > Questions / 40, $"only {answered} were answered");
    }

    /// <summary>Some examples of the document are no JSON on purpose.</summary>
    private static JsonNode? Parsed(string text)
    {
        try
        {
            return JsonNode.Parse(text);
        }
        catch (System.Text.Json.JsonException)
        {
            return text;
        }
    }

    [GeneratedRegex("```json question (?<q>\\S+)\n(?<in>.*?)```", RegexOptions.Singleline)]
    private static partial Regex Example();
}
