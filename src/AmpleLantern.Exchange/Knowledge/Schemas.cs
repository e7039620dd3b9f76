using System.Text.Json.Nodes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using Json.Schema;

namespace AmpleLantern.Exchange.Knowledge;

/// <summary>
/// The schema of each kind: what its record's types cannot say, such as ranges and how an id is written. A schema file describes one entry;
/// what every entry has and what several kinds share stands once, in <c>schemas/common.schema.json</c>. That a member is known, is there
/// and is of its type is the record's to say.
/// </summary>
internal sealed class Schemas
{
    private const string Common = "common.schema.json",
        Members = "properties",
        Definitions = "$defs";
    private readonly Dictionary<string, JsonSchema> byKind;

    /// <summary>The folder beside the knowledge that holds them.</summary>
    public const string Folder = "schemas";

    /// <exception cref="KnowledgeException">There are none, or a kind has none.</exception>
    public Schemas(string knowledge)
    {
        var folder = Path.Combine(knowledge, Folder);
        if (!File.Exists(Path.Combine(folder, Common)))
        {
            throw new KnowledgeException($"The knowledge folder '{knowledge}' is missing or has no schemas. Install the program again.");
        }

        var common = Read(folder, Common);
        byKind = Kind.All.ToDictionary(k => k.Id, k => OfFiles(k, Read(folder, $"{k.Id}.schema.json"), common));
    }

    /// <summary>What is wrong with a file, with the place inside it.</summary>
    public IEnumerable<string> Problems(string file, string kind, JsonNode? root) =>
        !byKind.TryGetValue(kind, out var schema)
            ? [$"{file}: /: holds '{kind}', which is none of {string.Join(", ", byKind.Keys.Order(StringComparer.Ordinal))}."]
        : schema.Evaluate(root, new EvaluationOptions { OutputFormat = OutputFormat.List }) is { IsValid: false } result
            ? result.Details.Where(d => d.HasErrors).SelectMany(d => d.Errors!.Select(e => $"{file}: {d.InstanceLocation}: {e.Value}"))
        : [];

    private static JsonObject Read(string folder, string file) =>
        File.Exists(Path.Combine(folder, file))
            ? JsonNode.Parse(File.ReadAllText(Path.Combine(folder, file)))!.AsObject()
            : throw new KnowledgeException($"schemas/{file} is missing: every kind of knowledge has a schema.");

    /// <summary>The schema of a file with entries of this kind.</summary>
    private static JsonSchema OfFiles(Kind kind, JsonObject entry, JsonObject common)
    {
        var definitions = Joined(common[Definitions]!.AsObject(), entry[Definitions]?.AsObject());
        entry.Remove(Definitions);
        entry[Members] = Joined(common["entry"]![Members]!.AsObject(), entry[Members]?.AsObject());
        var entries = new JsonObject
        {
            ["type"] = "array",
            ["minItems"] = 1,
            ["items"] = entry,
        };
        if (kind.Single)
        {
            entries["maxItems"] = 1;
        }

        return JsonSchema.FromText(
            new JsonObject
            {
                ["$schema"] = "https://json-schema.org/draft/2020-12/schema",
                ["additionalProperties"] = false,
                [Members] = new JsonObject { [kind.Id] = entries },
                [Definitions] = definitions,
            }.ToJsonString()
        );
    }

    /// <summary>Members of both; where both have one, the second's.</summary>
    private static JsonObject Joined(JsonObject shared, JsonObject? own)
    {
        var all = shared.DeepClone().AsObject();
        foreach (var (name, value) in own ?? [])
        {
            all[name] = value!.DeepClone();
        }

        return all;
    }
}
