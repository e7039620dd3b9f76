using System.Globalization;
using System.Text.Json.Nodes;

namespace AmpleLantern.Web.Tests.Support;

/// <summary>What a device notes while giving, and the server's word on it.</summary>
public static class Noted
{
    public static string At(double secondsAgo) =>
        DateTimeOffset.UtcNow.AddSeconds(-secondsAgo).ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", CultureInfo.InvariantCulture);

    public static object Event(
        string kind,
        double secondsAgo = 0,
        string? response = null,
        Guid? id = null,
        string? step = null,
        string? device = null,
        long counter = 0,
        string? text = null,
        object? detail = null
    ) =>
        new
        {
            id = id ?? Guid.NewGuid(),
            at = At(secondsAgo),
            kind,
            response,
            step,
            device,
            counter,
            text,
            detail,
        };

    public static async Task<JsonNode> Note(Guest who, string visit, params object[] events) =>
        (await who.Post($"/api/visits/{visit}/give/events", new { events }))!;

    public static IReadOnlyList<string> Words(JsonNode view) =>
        [.. view["answers"]!.AsArray().Select(a => $"{(string)a!["result"]!} {(string?)a["code"]}".Trim())];
}
