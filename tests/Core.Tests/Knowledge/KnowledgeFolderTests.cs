using System.Text.Json.Nodes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Exchange.Knowledge;

namespace AmpleLantern.Core.Tests.Knowledge;

public sealed class KnowledgeFolderTests : IDisposable
{
    private readonly string folder = Path.Combine(Path.GetTempPath(), $"knowledge-{Guid.NewGuid():n}");

    public KnowledgeFolderTests()
    {
        foreach (var file in Directory.GetFiles(KnowledgeFolder.Shipped, "*", SearchOption.AllDirectories))
        {
            var copy = Path.Combine(folder, Path.GetRelativePath(KnowledgeFolder.Shipped, file));
            Directory.CreateDirectory(Path.GetDirectoryName(copy)!);
            File.Copy(file, copy);
        }
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);

    public static TheoryData<string, string, string, string> Broken =>
        new()
        {
            {
                "flows/groin-hold.json",
                "/flows/0/blocks/0/steps/1/technique",
                "\"no-such-technique\"",
                "no technique called 'no-such-technique'"
            },
            { "flows/groin-hold.json", "/flows/0/blocks/0/steps/1/contact", "\"elbow\"", "is not given with 'elbow'" },
            { "flows/groin-hold.json", "/flows/0/blocks/0/steps/1/level", "9", "9 should be at most 5" },
            { "rules/whole-visit.json", "/rules/0/when/fact", "\"sneezing\"", "no fact called 'sneezing'" },
            { "rules/whole-visit.json", "/rules/0/source", "{\"label\":\"hearsay\"}", "/rules/0/source/label" },
            { "rules/pregnancy-and-cycle.json", "/rules/0/then/0/on/points", "[\"XX9\"]", "no point called 'XX9'" },
            { "rules/pregnancy-and-cycle.json", "/rules/0/then/0/on/pointCautions/0", "\"sneeze\"", "no caution called 'sneeze'" },
            { "techniques.json", "/techniques/4/moves", "[]", "Name the joints it moves" },
            { "techniques.json", "/techniques/4/moves/0/move", "\"knee-sing\"", "no movement of a joint called 'knee-sing'" },
            { "techniques.json", "/techniques/4/moves/0/share", "120", "/moves/0/share" },
            {
                "positions.json",
                "/positions/0",
                "{\"id\":\"supine\",\"name\":\"flat\",\"liesOn\":\"back\",\"source\":{\"label\":\"common practice\"}}",
                "Name the movements of joints"
            },
            { "body/vessels.json", "/vessels/0/regions/0", "\"cheek\"", "no region called 'cheek'" },
            { "rules/heart-and-vessels.json", "/rules/0/then/0/on/does/0", "\"jumping\"", "no class of effects called 'jumping'" },
            {
                "rules/heart-and-vessels.json",
                "/rules/0/then/0/on",
                "{\"effects\":[{\"kind\":\"sings\"}]}",
                "/rules/0/then/0/on/effects/0/kind"
            },
            {
                "rules/heart-and-vessels.json",
                "/rules/0/then/0/on",
                "{\"effects\":[{\"kind\":\"moves-joint\",\"on\":[\"tail\"]}]}",
                "no joint of the body called 'tail'"
            },
            {
                "rules/heart-and-vessels.json",
                "/rules/0/then/0/on",
                "{\"effects\":[{\"kind\":\"lies\",\"on\":[\"head\"]}]}",
                "Nobody lies on 'head'"
            },
            { "effect-classes.json", "/effectClasses/0/of/0/on/0", "\"tail\"", "no region called 'tail'" },
            { "body/areas.json", "/areas/5/id", "\"sole\"", "'sole' is a region or a limb already" },
            { "regions.json", "/regions/0/patches", "[]", "/regions/0/patches" },
            { "rules/bones-and-joints.json", "/rules/0/then/0/on/regions", "[\"left ear\"]", "regions/0" },
            {
                "rules/whole-visit.json",
                "/rules/0/when",
                "{\"as\":\"emergency.chest-pain\"}",
                "emergency.chest-pain → emergency.chest-pain"
            },
            {
                "rules/whole-visit.json",
                "/rules/0/when",
                "{\"school\":{\"question\":\"heat-or-ice\",\"choice\":\"steam\"}}",
                "has no option 'steam'"
            },
            { "schools.json", "/schools/0/choices", "{\"heat-or-ice\":\"steam\"}", "has no option 'steam'" },
            { "terms.json", "/terms/0/means/0/fact", "\"sneezing\"", "no fact called 'sneezing'" },
            { "complaints.json", "/complaints/4/questions/4/if/0", "\"where.the-moon\"", "no answer 'where.the-moon'" },
            { "asking/cards.json", "/cards/0/lines/0/facts/0", "\"sneezing\"", "no fact called 'sneezing'" },
            { "asking/cards.json", "/cards/0/lines/0/facts/1", "\"recent-cardiac-event\"", "asks 'recent-cardiac-event' twice" },
            { "asking/likelihoods.json", "/likelihoods/0/id", "\"sneezing\"", "no fact called 'sneezing'" },
            { "asking/harms.json", "/harms/0/id", "\"doom\"", "There is no outcome 'doom'" },
            { "asking/no-ages.json", "/noAges/0/groups/0", "\"weather\"", "No fact is of the group 'weather'" },
            { "facts.json", "/facts/0/group", "\"weather\"", "How long is a no to 'weather' believed?" },
            { "responses.json", "/responses/0/key", "\"m\"", "The key 'm' is taken already" },
            { "responses.json", "/responses/0/key", "\"p\"", "The key 'p' is taken already" },
            { "flows/groin-hold.json", "/flows/0/props/0", "\"magic-carpet\"", "There is no thing to set out called 'magic-carpet'" },
            { "props.json", "/props/0/aliases", "[\"mat\"]", "'mat' is a name of another thing too" },
            { "regions.json", "/regions/0/lengthOfStature", "\"long\"", "/regions/0/lengthOfStature" },
            { "points/st.json", "/points/35/place/along/from", "\"no-such-landmark\"", "no landmark called 'no-such-landmark'" },
            { "points/st.json", "/points/35/place/along/stretch", "\"nipple..nipple\"", "has no station on the shank" },
            { "points/gb.json", "/points/3/cautions", "[\"sneeze\"]", "no caution called 'sneeze'" },
            { "points/lu.json", "/points/0/place", "{\"on\":\"shank\",\"station\":0.5}", "needs 'round'" },
            { "channels.json", "/channels/0/points", "12", "Says 12 points, but 11 are written down" },
            { "sen.json", "/sen/0/courses/0/through/0", "{\"point\":\"XX9\"}", "no point called 'XX9'" },
            { "body/stretches.json", "/stretches/0/to", "\"tail\"", "no landmark called 'tail'" },
            { "regions.json", "/regions/1/patches/0", "{\"on\":\"foot\"}", "Give station with round" },
            { "techniques.json", "/techniques/0/positions/0", "\"upside-down\"", "no position called 'upside-down'" },
            { "flows/feet-fluid.json", "/flows/0/interleave/0/after/0", "\"each-foot\"", "cannot come after itself" },
            { "flows/feet-fluid.json", "/flows/0/variants/1/default", "\"thrice\"", "none of the options" },
            { "flows/feet-glands-between-systems.json", "/flows/0/blocks/2/when", "{\"gland-set\":\"never\"}", "has no option 'never'" },
            {
                "flows/groin-hold.json",
                "/flows/0/blocks/0/steps/1/repeats",
                "{\"usual\":4,\"min\":1,\"max\":2}",
                "/repeats: Must be ordered"
            },
            { "flows/groin-hold.json", "/flows/0/blocks/0/steps/1/pattern/stations", "0", "pattern/stations" },
            { "flows/neck-then-shoulder.json", "/flows/0/blocks/3/steps/1/points/0", "\"XX9\"", "no point called 'XX9'" },
            { "flows/whole-body-table.json", "/flows/0/blocks/6/steps/0/pattern/from", "\"C9\"", "Needs the vertebrae" },
            { "order-rules.json", "/orderRules/0/id", "\"tidy\"", "No reviewer is called 'tidy'" },
            { "families.json", "/families/0/traits", "[\"jumping\"]", "no trait called 'jumping'" },
            { "schools.json", "/schools/0/orderRulesOff", "[\"tidiness\"]", "no rule of order called 'tidiness'" },
            { "pace.json", "/pace/0/outBreath", "0.5", "no field 'outBreath'" },
            { "pace.json", "/pace/0", "{\"id\":\"house\",\"source\":{\"label\":\"common practice\"}}", "fields are missing: 'press'" },
            { "contacts.json", "/contacts/0/was", "[\"thumb\"]", "'thumb' is the id of an entry still" },
        };

    [Theory]
    [MemberData(nameof(Broken))]
    public void A_broken_value_stops_the_start_with_file_path_and_reason(string file, string pointer, string value, string reason)
    {
        var path = Path.Combine(folder, file);
        var root = JsonNode.Parse(File.ReadAllText(path))!;
        var keys = pointer.Split('/').Skip(1).ToList();
        var parent = keys.SkipLast(1).Aggregate(root, (n, k) => int.TryParse(k, out var i) ? n[i]! : n[k]!);
        if (int.TryParse(keys[^1], out var index))
        {
            parent[index] = JsonNode.Parse(value);
        }
        else
        {
            parent[keys[^1]] = JsonNode.Parse(value);
        }

        File.WriteAllText(path, root.ToJsonString());
        var error = Assert.Throws<KnowledgeException>(() => KnowledgeFolder.Load(folder));
        Assert.Contains(file, error.Message, StringComparison.Ordinal);
        Assert.Contains(reason, error.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void An_entry_is_found_by_an_id_it_had_before()
    {
        var path = Path.Combine(folder, "contacts.json");
        File.WriteAllText(
            path,
            File.ReadAllText(path).Replace("\"id\": \"thumb\",", "\"id\": \"thumb\", \"was\": [\"pollex\"],", StringComparison.Ordinal)
        );
        var contacts = KnowledgeFolder.Load(folder).Contacts;
        Assert.Equal("thumb", contacts["pollex"].Id);
        Assert.True(contacts.Has("pollex"));
        Assert.Equal(Known.Base.Contacts.All.Select(c => c.Id), contacts.All.Select(c => c.Id));
    }

    [Fact]
    public void Two_entries_cannot_have_had_the_same_id()
    {
        var path = Path.Combine(folder, "contacts.json");
        var root = JsonNode.Parse(File.ReadAllText(path))!;
        root["contacts"]![0]!["was"] = new JsonArray("old-one");
        root["contacts"]![1]!["was"] = new JsonArray("old-one");
        File.WriteAllText(path, root.ToJsonString());
        Assert.Contains(
            "is a former id of",
            Assert.Throws<KnowledgeException>(() => KnowledgeFolder.Load(folder)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Every_kind_is_read_from_a_file_and_has_a_schema() =>
        Assert.All(
            Kind.All,
            kind =>
            {
                Assert.True(File.Exists(Path.Combine(folder, "schemas", $"{kind.Id}.schema.json")), kind.Id);
                Assert.NotEmpty(Known.Base.Of(kind.Record).Entries);
            }
        );

    [Fact]
    public void A_file_that_is_not_json_is_named_with_its_line()
    {
        File.WriteAllText(Path.Combine(folder, "pace.json"), "{\n  \"measures\": [ oh\n");
        Assert.Contains(
            "pace.json: line 2",
            Assert.Throws<KnowledgeException>(() => KnowledgeFolder.Load(folder)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Changed_knowledge_has_another_version()
    {
        File.AppendAllText(Path.Combine(folder, "pace.json"), "\n");
        Assert.NotEqual(Known.Base.Version, KnowledgeFolder.Load(folder).Version);
    }

    [Fact]
    public void Nothing_invented_is_in_the_knowledge() =>
        Assert.All(Known.Base.Catalogues.SelectMany(c => c.Entries), known => Assert.NotEqual("invented", known.Source.Label));
}
