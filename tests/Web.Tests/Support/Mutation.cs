using System.Text.Json.Nodes;

namespace AmpleLantern.Web.Tests.Support;

/// <summary>Changes one or a few places of a JSON document into something a person, a bug or an attacker might send.</summary>
public sealed class Mutation(Random random)
{
    private static readonly Func<JsonNode?>[] Nasty =
    [
        () => null,
        () => "",
        () => "   ",
        () => 0,
        () => -1,
        () => 1e308,
        () => -1e12,
        () => 2147483647,
        () => 2147483648,
        () => 1e-300,
        () => 0.5,
        () => true,
        () => new JsonArray(),
        () => new JsonArray((JsonNode?)null),
        () => new JsonObject(),
        () => new JsonArray(1, "a"),
        () => "0001-01-01",
        () => "9999-12-31",
        () => "2026-02-30",
        () => "1e9",
        () => "../../etc/passwd",
        () => "'; DROP TABLE Visits; --",
        () => "<script>x</script>",
        () => new string('a', 200_000),
        () => new string('ä', 1_999),
        () => "\u0000",
        () => "\u202Ereversed",
        () => "👩‍🦽",
        () => "00000000-0000-0000-0000-000000000000",
        () => "24:00",
        () => "23:59:59.999",
        () => "left",
        () => "known",
        () => "none",
        () => new JsonObject { ["fact"] = "diabetes" },
    ];

    public JsonNode? Of(JsonNode? body)
    {
        var copy = body?.DeepClone();
        for (var times = random.Next(1, 4); times > 0; times--)
        {
            copy = Once(copy);
        }

        return copy;
    }

    private JsonNode? Once(JsonNode? body)
    {
        var places = new List<(JsonNode Parent, string? Name, int Index)>();
        Walk(body, places);
        if (places.Count == 0)
        {
            return Nasty[random.Next(Nasty.Length)]();
        }

        var (parent, name, index) = places[random.Next(places.Count)];
        var value = Nasty[random.Next(Nasty.Length)]();
        switch (parent)
        {
            case JsonObject o when random.Next(8) == 0:
                o.Remove(name!);
                break;
            case JsonObject o when random.Next(12) == 0:
                o["unheardOf"] = value;
                break;
            case JsonObject o:
                o[name!] = value;
                break;
            case JsonArray a when random.Next(4) == 0:
                a.Add(a[index]?.DeepClone());
                break;
            case JsonArray a when random.Next(6) == 0:
                a.RemoveAt(index);
                break;
            case JsonArray a:
                a[index] = value;
                break;
        }

        return body;
    }

    private static void Walk(JsonNode? node, List<(JsonNode, string?, int)> places)
    {
        switch (node)
        {
            case JsonObject o:
                foreach (var (name, child) in o)
                {
                    places.Add((o, name, 0));
                    Walk(child, places);
                }

                break;
            case JsonArray a:
                for (var i = 0; i < a.Count; i++)
                {
                    places.Add((a, null, i));
                    Walk(a[i], places);
                }

                break;
        }
    }
}

/// <summary>Bodies as the API document describes them, filled with values that answers of the API hold under the same names.</summary>
public sealed class Bodies(JsonNode document, Random random)
{
    private const int Deepest = 5;
    private readonly Dictionary<string, List<JsonNode>> seen = [];

    public void Learn(JsonNode? answer)
    {
        switch (answer)
        {
            case JsonObject o:
                foreach (var (name, child) in o)
                {
                    if (child is not null)
                    {
                        var known = seen.TryGetValue(name, out var list) ? list : seen[name] = [];
                        if (known.Count < 400)
                        {
                            known.Add(child);
                        }
                    }

                    Learn(child);
                }

                break;
            case JsonArray a:
                foreach (var child in a)
                {
                    Learn(child);
                }

                break;
        }
    }

    public JsonNode? Of(JsonNode schema, string name = "", int depth = 0)
    {
        if ((string?)schema["$ref"] is { } reference)
        {
            return Of(document["components"]!["schemas"]![reference.Split('/')[^1]]!, name, depth);
        }

        if ((schema["oneOf"] ?? schema["anyOf"]) is JsonArray choices)
        {
            return Of(choices[random.Next(choices.Count)]!, name, depth);
        }

        var types = schema["type"] is JsonArray several
            ? [.. several.Select(t => (string)t!)]
            : new[] { (string?)schema["type"] ?? "string" };
        var type = types[random.Next(types.Length)];
        if (schema["enum"] is JsonArray words && type is "string")
        {
            return words[random.Next(words.Count)]?.DeepClone();
        }

        if (Known(name, type) is { } known && random.Next(10) > 1)
        {
            return known.DeepClone();
        }

        return type switch
        {
            "object" when depth < Deepest && schema["properties"] is JsonObject properties => Filled(
                properties,
                schema["required"] as JsonArray,
                depth
            ),
            "object" => new JsonObject(),
            "array" when depth < Deepest && schema["items"] is { } items => new JsonArray([
                .. Enumerable.Range(0, random.Next(3)).Select(_ => Of(items, name, depth + 1)),
            ]),
            "array" => new JsonArray(),
            "integer" => random.Next(-2, 90),
            "number" => Math.Round(random.NextDouble() * 200, 1),
            "boolean" => random.Next(2) == 0,
            "null" => null,
            _ => (string?)schema["format"] switch
            {
                "uuid" => Guid.NewGuid().ToString(),
                "date" => $"{random.Next(1930, 2030)}-{random.Next(1, 13):00}-{random.Next(1, 29):00}",
                "time" => $"{random.Next(24):00}:{random.Next(60):00}:00",
                "date-time" => $"2026-{random.Next(1, 13):00}-{random.Next(1, 29):00}T10:00:00Z",
                _ => "a few words",
            },
        };
    }

    private JsonObject Filled(JsonObject properties, JsonArray? required, int depth)
    {
        var filled = new JsonObject();
        foreach (var (name, schema) in properties)
        {
            if (required?.Any(r => (string)r! == name) == true || random.Next(3) == 0)
            {
                filled[name] = Of(schema!, name, depth + 1);
            }
        }

        return filled;
    }

    private JsonNode? Known(string name, string type)
    {
        var fits = seen.GetValueOrDefault(name)
            ?.Where(n =>
                n.GetValueKind() switch
                {
                    System.Text.Json.JsonValueKind.String => type is "string",
                    System.Text.Json.JsonValueKind.Number => type is "number" or "integer",
                    System.Text.Json.JsonValueKind.Object => type is "object",
                    System.Text.Json.JsonValueKind.Array => type is "array",
                    _ => false,
                }
            )
            .ToList();
        return fits is { Count: > 0 } ? fits[random.Next(fits.Count)] : null;
    }
}
