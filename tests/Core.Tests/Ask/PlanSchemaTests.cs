using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Exchange;
using Json.Schema;

namespace AmpleLantern.Core.Tests.Ask;

public class PlanSchemaTests
{
    private static readonly string File = Repository.File("docs", "plan.schema.json");

    /// <summary>The published schema is the format the program reads. LANTERN_WRITE_SCHEMA=1 writes it anew.</summary>
    [Fact]
    public void The_published_schema_is_what_is_read()
    {
        var node = OpenJson
            .Strict.GetJsonSchemaAsNode(typeof(Plan), new JsonSchemaExporterOptions { TreatNullObliviousAsNonNullable = true })
            .AsObject();
        node.Insert(0, "title", "Ample Lantern plan");
        node.Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        var now = node.ToJsonString(new JsonSerializerOptions(OpenJson.Options) { WriteIndented = true }) + "\n";
        if (Environment.GetEnvironmentVariable("LANTERN_WRITE_SCHEMA") is not null)
        {
            System.IO.File.WriteAllText(File, now);
        }

        Assert.Equal(now, System.IO.File.ReadAllText(File));
    }

    [Theory]
    [InlineData(Known.Legs)]
    [InlineData(Known.Groin)]
    public void Plans_as_written_keep_to_it(string flow) =>
        Assert.True(JsonSchema.FromFile(File).Evaluate(JsonNode.Parse(OpenJson.Write(Known.Flow(flow)))).IsValid);
}
