using System.Security.Cryptography;
using System.Text.Json;
using System.Text.Json.Nodes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Exchange.Knowledge;

/// <summary>The files of a knowledge folder, entry by entry, with what is wrong with them.</summary>
internal sealed class KnowledgeFiles
{
    /// <summary>The member by which any entry says which ids it had before.</summary>
    private const string FormerIds = "was";

    /// <summary>The member by which an entry says that it stands for both sides.</summary>
    private const string EachSide = "eachSide";
    private const int Told = 20,
        VersionLetters = 12;

    private readonly Dictionary<string, List<(string File, string Path, JsonNode Entry)>> entries = [];
    private readonly List<string> problems = [];

    /// <param name="schemas">What the files are held to; null where this build has done so already.</param>
    /// <exception cref="KnowledgeException">A file that is no JSON, or not what its kind's schema says.</exception>
    public KnowledgeFiles(string folder, Schemas? schemas)
    {
        var apart = Path.Combine(folder, Schemas.Folder) + Path.DirectorySeparatorChar;
        var files = Directory
            .GetFiles(folder, "*.json", SearchOption.AllDirectories)
            .Where(f => !f.StartsWith(apart, StringComparison.Ordinal));
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        foreach (var file in files.Order(StringComparer.Ordinal))
        {
            var text = File.ReadAllBytes(file);
            hash.AppendData(text);
            Read(Path.GetRelativePath(folder, file), text, schemas);
        }

        Version = Convert.ToHexStringLower(hash.GetHashAndReset())[..VersionLetters];
        ThrowIfWrong();
    }

    /// <summary>A hash over what all files hold.</summary>
    public string Version { get; }

    /// <summary>The entries of a kind.</summary>
    /// <exception cref="KnowledgeException">There are none, or one of them cannot be read as its record.</exception>
    public ICatalogue Catalogue(Kind kind)
    {
        var read = new List<IKnown>();
        foreach (var (file, path, entry) in entries.GetValueOrDefault(kind.Id) ?? [])
        {
            try
            {
                read.Add((IKnown)entry.Deserialize(kind.Record, OpenJson.Strict)!);
            }
            catch (JsonException e)
            {
                var plain = Problem.From(e);
                problems.Add($"{file}: {path}{plain.Pointer}: {plain.Detail}");
            }
        }

        ThrowIfWrong();
        return read.Count > 0
            ? kind.Catalogue(read, Renamed(kind.Id))
            : throw new KnowledgeException($"There is no knowledge of the kind '{kind.Id}'.");
    }

    /// <exception cref="KnowledgeException">There are problems; each is told with its file.</exception>
    public void Refuse(IReadOnlyList<KnowledgeProblem> found)
    {
        foreach (var p in found)
        {
            var (file, path, _) = entries[p.Kind].First(e => IdOf(e.Entry) == p.Id);
            problems.Add($"{file}: {path}{p.Path}: {p.Reason}");
        }

        ThrowIfWrong();
    }

    private readonly Dictionary<string, Dictionary<string, string>> renamed = [];

    /// <summary>
    /// Former ids with the present ones. An id that is still in use, or that two entries had, would lead in a circle or two ways.
    /// </summary>
    private Dictionary<string, string> Renamed(string kind)
    {
        var map = renamed.GetValueOrDefault(kind) ?? [];
        var present = entries[kind].Select(e => IdOf(e.Entry)).ToHashSet();
        foreach (var (was, now) in map.Where(m => present.Contains(m.Key)))
        {
            var (file, path, _) = entries[kind].First(e => IdOf(e.Entry) == now);
            problems.Add(
                $"{file}: {path}/{FormerIds}: '{was}' is the id of an entry still, so it cannot be a former one of '{now}': the two would lead in a circle."
            );
        }

        ThrowIfWrong();
        return map;
    }

    /// <summary>An entry that is the same on both sides is written once and read as two, each with its side.</summary>
    private static IEnumerable<JsonNode> Sides(JsonNode entry)
    {
        if (entry is not JsonObject once || once[EachSide] is null)
        {
            return [entry];
        }

        once.Remove(EachSide);
        return ((string[])["left", "right"]).Select(side =>
        {
            var one = once.DeepClone().AsObject();
            one["of"] = once["id"]!.DeepClone();
            one["ofName"] = once["name"]!.DeepClone();
            one["side"] = side;
            one["id"] = $"{once["id"]}-{side}";
            one["name"] = $"{once["name"]}, {side}";
            return (JsonNode)one;
        });
    }

    private static string? IdOf(JsonNode entry) => entry["id"]?.GetValue<string>();

    private void Read(string file, byte[] text, Schemas? schemas)
    {
        JsonNode? root;
        try
        {
            root = JsonNode.Parse(text);
        }
        catch (JsonException e)
        {
            problems.Add($"{file}: line {e.LineNumber + 1}: this is not JSON. {e.Message}");
            return;
        }

        var kind = (root as JsonObject)?.Select(p => p.Key).FirstOrDefault(k => k != "$schema") ?? "";
        if (schemas is not null)
        {
            problems.AddRange(schemas.Problems(file, kind, root));
        }

        var list = entries.TryGetValue(kind, out var found) ? found : entries[kind] = [];
        foreach (var (entry, i) in (root?[kind] as JsonArray ?? []).Select((e, i) => (e!, i)))
        {
            var path = $"/{kind}/{i}";
            list.AddRange(Sides(entry).Select(e => (file, path, e)));
            if (entry is JsonObject known && known[FormerIds] is JsonArray former && IdOf(entry) is { } id)
            {
                foreach (var was in former.Select(f => f!.GetValue<string>()))
                {
                    if (!(renamed.TryGetValue(kind, out var of) ? of : renamed[kind] = []).TryAdd(was, id))
                    {
                        problems.Add($"{file}: {path}/{FormerIds}: '{was}' is a former id of '{renamed[kind][was]}' already.");
                    }
                }

                known.Remove(FormerIds);
            }
        }
    }

    private void ThrowIfWrong()
    {
        if (problems.Count > 0)
        {
            throw new KnowledgeException("The knowledge cannot be used:\n" + string.Join("\n", problems.Take(Told).Select(p => "  " + p)));
        }
    }
}
