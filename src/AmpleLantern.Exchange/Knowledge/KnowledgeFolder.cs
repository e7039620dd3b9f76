using System.Security.Cryptography;
using System.Text.Json;
using System.Text.Json.Nodes;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Planning.Composing;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Training;
using Json.Schema;

namespace AmpleLantern.Exchange.Knowledge;

/// <summary>Reads the <c>knowledge/</c> folder, validates it against its schemas and cross-checks it.</summary>
public static class KnowledgeFolder
{
    /// <summary>The folder that ships with the program.</summary>
    public static string Shipped => Path.Combine(AppContext.BaseDirectory, "knowledge");

    /// <summary>
    /// Says which knowledge this very build has checked already, so that a start need not do it again. Written once by the build; any other
    /// file, schema or build is checked in full.
    /// </summary>
    public static string Seal => Path.Combine(AppContext.BaseDirectory, "knowledge.checked");

    /// <summary>Checks the shipped knowledge in full and seals it for this build.</summary>
    public static void CheckShipped()
    {
        File.Delete(Seal);
        _ = Load(Shipped);
        File.WriteAllText(Seal, Reading.SealOf(Shipped));
    }

    /// <exception cref="KnowledgeException">
    /// Something is wrong; the message names each file, the path inside it and the reason.
    /// </exception>
    public static KnowledgeBase Load(string folder)
    {
        var reading = new Reading(folder, isChecked: File.Exists(Seal) && File.ReadAllText(Seal) == Reading.SealOf(folder));
        var defaults = reading.All<PracticeDefaults>("defaults")[0];
        var knowledge = new KnowledgeBase(
            reading.Version,
            defaults,
            new("region", reading.All<Region>("regions")),
            new("contact", reading.All<Contact>("contacts")),
            new("position", reading.All<Position>("positions")),
            new("stance", reading.All<Stance>("stances")),
            new("pattern", reading.All<PatternName>("patterns")),
            new("technique", reading.All<Technique>("techniques")),
            new("flow", reading.All<Flow>("flows")),
            new("replacement", reading.All<Replacement>("replacements")),
            new("fact", reading.All<FactDefinition>("facts")),
            new("rule", reading.All<Rule>("rules")),
            new("school", reading.All<School>("schools")),
            new("response", reading.All<ResponseKind>("responses")),
            new("measure", reading.All<Measure>("measures")),
            new("technique family", reading.All<TechniqueFamily>("families")),
            new("product", reading.All<Product>("products")),
            new("term", reading.All<Term>("terms")),
            new("question of schools", reading.All<Disagreement>("disagreements")),
            new("way of swapping", reading.All<SwapWay>("swapWays")),
            new("complaint", reading.All<Complaint>("complaints")),
            new("rule of order", reading.All<OrderRule>("orderRules")),
            new("thing to set out", reading.All<Prop>("props")),
            new(
                new("aim", reading.All<Aim>("aims")), new("quality", reading.All<Quality>("qualities")),
                new("neighbourhood", reading.All<Neighbourhood>("neighbours")), reading.All<ComposingModel>("composing")[0]),
            Atlas(reading, defaults),
            new(
                new("joint range", reading.All<JointRange>("joints")), new("girth", reading.All<Girth>("girths")),
                new("dilution", reading.All<Dilution>("dilutions"))),
            new(
                new("body segment", reading.All<SegmentMass>("segments")), new("stance's mechanics", reading.All<Mechanics>("mechanics")),
                new("pressure band", reading.All<Band>("bands")), new("tissue", reading.All<Tissue>("tissues")),
                reading.All<PressureModel>("pressureModel")[0]),
            new(new("drill", reading.All<Drill>("drills")), reading.All<TrainingModel>("trainingModel")[0]));
        if (!reading.IsChecked)
        {
            reading.Refuse(KnowledgeChecks.Problems(knowledge));
        }

        return knowledge;
    }

    private static AtlasBase Atlas(Reading reading, PracticeDefaults defaults) => new(
        new("point", reading.All<Point>("points")),
        new("caution", reading.All<Caution>("cautions")),
        new("channel", reading.All<Channel>("channels")),
        new("sen line", reading.All<SenLine>("sen")),
        new("reflex set", reading.All<ReflexSet>("reflex")),
        new("hara map", reading.All<HaraMap>("hara")),
        new("landmark", reading.All<Landmark>("landmarks")),
        new(new("stretch", reading.All<Stretch>("stretches")), defaults.StatureCm, defaults.FootLengthOfStature));

    private sealed class Reading
    {
        private readonly Dictionary<string, List<(string File, string Path, JsonNode Entry)>> entries = [];
        private readonly List<string> problems = [];

        /// <summary>Everything that is read and whatever reads it, in one hash. Empty where there is nothing to read.</summary>
        public static string SealOf(string folder)
        {
            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            foreach (var type in new[] { typeof(KnowledgeFolder), typeof(KnowledgeBase) })
            {
                hash.AppendData(type.Module.ModuleVersionId.ToByteArray());
            }

            foreach (var file in (Directory.Exists(folder) ? Directory.GetFiles(folder, "*.json", SearchOption.AllDirectories) : []).Order(StringComparer.Ordinal))
            {
                hash.AppendData(System.Text.Encoding.UTF8.GetBytes(Path.GetRelativePath(folder, file)));
                hash.AppendData(File.ReadAllBytes(file));
            }

            return Convert.ToHexStringLower(hash.GetHashAndReset());
        }

        public bool IsChecked { get; }

        public Reading(string folder, bool isChecked)
        {
            IsChecked = isChecked;
            var schemas = Path.Combine(folder, "schemas");
            if (!Directory.Exists(schemas))
            {
                throw new KnowledgeException($"The knowledge folder '{folder}' is missing or has no schemas. Install the program again.");
            }

            var files = Directory.GetFiles(folder, "*.json", SearchOption.AllDirectories)
                .Where(f => !f.StartsWith(schemas, StringComparison.Ordinal)).Order(StringComparer.Ordinal).ToList();
            var byKind = isChecked ? [] : Directory.GetFiles(schemas, "*.schema.json").ToDictionary(
                f => Path.GetFileName(f).Replace(".schema.json", "", StringComparison.Ordinal), f => JsonSchema.FromText(File.ReadAllText(f)));
            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            foreach (var file in files)
            {
                var text = File.ReadAllBytes(file);
                hash.AppendData(text);
                ReadFile(Path.GetRelativePath(folder, file), text, byKind);
            }

            Version = Convert.ToHexStringLower(hash.GetHashAndReset())[..12];
            ThrowIfWrong();
        }

        public string Version { get; }

        public List<T> All<T>(string kind)
        {
            var all = new List<T>();
            foreach (var (file, path, entry) in entries.GetValueOrDefault(kind) ?? [])
            {
                try
                {
                    all.Add(entry.Deserialize<T>(OpenJson.Strict)!);
                }
                catch (JsonException e)
                {
                    problems.Add($"{file}: {path}{e.Path?.TrimStart('$').Replace('.', '/')}: {e.Message}");
                }
            }

            ThrowIfWrong();
            return all.Count > 0 ? all : throw new KnowledgeException($"There is no knowledge of the kind '{kind}'.");
        }

        public void Refuse(IReadOnlyList<KnowledgeProblem> found)
        {
            foreach (var p in found)
            {
                var (file, path, _) = entries[p.Kind].First(e => e.Entry["id"]?.GetValue<string>() == p.Id);
                problems.Add($"{file}: {path}{p.Path}: {p.Reason}");
            }

            ThrowIfWrong();
        }

        private void ReadFile(string file, byte[] text, Dictionary<string, JsonSchema> schemas)
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
            if (!IsChecked && !Fits(file, kind, root, schemas))
            {
                return;
            }

            var list = entries.TryGetValue(kind, out var found) ? found : entries[kind] = [];
            list.AddRange((root![kind] as JsonArray ?? []).Select((e, i) => (file, $"/{kind}/{i}", e!)));
        }

        /// <summary>Holds a file to the schema of its kind; false where there is none.</summary>
        private bool Fits(string file, string kind, JsonNode? root, Dictionary<string, JsonSchema> schemas)
        {
            if (!schemas.TryGetValue(kind, out var schema))
            {
                problems.Add($"{file}: /: holds '{kind}', which is none of {string.Join(", ", schemas.Keys.Order(StringComparer.Ordinal))}.");
                return false;
            }

            var result = schema.Evaluate(root, new EvaluationOptions { OutputFormat = OutputFormat.List });
            problems.AddRange(result.IsValid ? [] : result.Details
                .Where(d => d.HasErrors).SelectMany(d => d.Errors!.Select(e => $"{file}: {d.InstanceLocation}: {e.Value}")));
            return true;
        }

        private void ThrowIfWrong()
        {
            if (problems.Count > 0)
            {
                throw new KnowledgeException("The knowledge cannot be used:\n" + string.Join("\n", problems.Take(20).Select(p => "  " + p)));
            }
        }
    }
}
