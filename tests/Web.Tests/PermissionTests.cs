using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Tests.Support;

namespace AmpleLantern.Web.Tests;

/// <summary>Who may do what, asked of the running server at every address of its own API document, by everybody there is.</summary>
public sealed partial class PermissionTests(House house) : IClassFixture<House>
{
    /// <summary>As somebody of each role, and as nobody.</summary>
    private static readonly (string Role, string? Name)[] Everybody =
    [
        ("anonymous", null),
        ("owner", "odile"),
        ("practitioner", "teo"),
        ("student", "pim"),
        ("desk", "ansa"),
    ];

    /// <summary>What no sign-in is asked for.</summary>
    private static readonly string[] OpenToAll =
    [
        "GET /api/home/{token}",
        "GET /api/intake/{token}",
        "GET /api/me",
        "GET /api/phone-body/{view}",
        "POST /api/intake/{token}",
        "POST /api/setup",
        "POST /api/sign-in",
        "POST /api/sign-in/passkey",
        "POST /api/sign-in/passkey/begin",
        "POST /api/sign-out",
    ];

    private const int AnySeed = 7;

    [Fact]
    public async Task The_matrix_in_the_docs_is_what_the_server_does()
    {
        var odile = await house.Guest();
        var document = (await odile.Get("/api/openapi/v1.json"))!;
        // A visit nothing has happened to yet: what is refused on it is refused for the person, not for the hour.
        var visit = await odile.VisitOf("Bram");
        var client = (string)(await odile.Visit(visit))["client"]!["id"]!;
        var operations = document["paths"]!
            .AsObject()
            .SelectMany(p =>
                p.Value!.AsObject()
                    .Select(o =>
                        (Path: p.Key, Method: o.Key.ToUpperInvariant(), o.Value!["requestBody"]?["content"]?["application/json"]?["schema"])
                    )
            )
            .OrderBy(o => o.Path is "/api/sign-out")
            .ThenBy(o => o.Path, StringComparer.Ordinal)
            .ThenBy(o => o.Method, StringComparer.Ordinal)
            .ToList();
        Assert.True(operations.Count >= 82, $"{operations.Count} operations");
        var answers = new Dictionary<string, List<bool>>();
        foreach (var (_, name) in Everybody)
        {
            var guest = await house.Guest(name);
            foreach (var (path, method, schema) in operations)
            {
                var at = path.Replace("{visitId}", visit, StringComparison.Ordinal)
                    .Replace("{clientId}", client, StringComparison.Ordinal)
                    .Replace("{token}", "no-such-token", StringComparison.Ordinal);
                at = AnyId().Replace(at, Guid.Empty.ToString());
                // The same body for everybody, made on a version there never was: nothing is changed, and who asks is looked at first.
                var body = schema is null ? null : new Bodies(document, new Random(AnySeed)).Of(schema);
                if (body is JsonObject o && o.ContainsKey("version"))
                {
                    o["version"] = -1;
                }

                var answer = await guest.Send(new(method), at, body?.ToJsonString());
                Assert.True((int)guest.Last.StatusCode < 500, $"{method} {path} as {name}: {answer}");
                var refused = answer is JsonObject problem && (string?)problem["code"] is "signed-out" or "not-yours";
                var key = $"{method} {path}";
                (answers.TryGetValue(key, out var list) ? list : answers[key] = []).Add(!refused);
            }
        }

        Assert.Equal(OpenToAll, answers.Where(a => a.Value[0]).Select(a => a.Key).Order(StringComparer.Ordinal));
        // More trust never means less: what the desk or a student may, a practitioner may, and the owner may everything.
        Assert.All(answers, a => Assert.True(a.Value[1] && (a.Value[2] || !a.Value[3]) && (a.Value[2] || !a.Value[4]), a.Key));
        Repository.Holds(Repository.File("docs", "permissions.md"), Table(answers), "LANTERN_DOCS");
    }

    [GeneratedRegex(@"\{(id|\w+Id)\}")]
    private static partial Regex AnyId();

    private static string Table(Dictionary<string, List<bool>> answers)
    {
        var text = new StringBuilder(
            $"""
            # Who may ask what

            Printed by `PermissionTests` from what the running server answers at all {answers.Count} operations of its
            API document; never edited by hand.
            What may be done to a visit in which phase is in [may.md](may.md). A no is 401 without a sign-in, 403 with one.

            | operation | {string.Join(" | ", Everybody.Select(e => e.Role))} |
            |{string.Concat(Enumerable.Repeat(" --- |", Everybody.Length + 1))}

            """
        );
        foreach (
            var (operation, may) in answers
                .OrderBy(a => a.Key.Split(' ')[1], StringComparer.Ordinal)
                .ThenBy(a => a.Key, StringComparer.Ordinal)
        )
        {
            text.Append("| `").Append(operation).Append("` | ").AppendJoin(" | ", may.Select(m => m ? "yes" : "–")).Append(" |\n");
        }

        return text.ToString();
    }
}
