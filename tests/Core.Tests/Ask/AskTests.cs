using System.Diagnostics;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Exchange;
using AmpleLantern.Exchange.Ask;

namespace AmpleLantern.Core.Tests.Ask;

public class AskTests
{
    private static readonly string Docs = File.ReadAllText(Repository.File("docs", "ask.md"));

    /// <summary>Every worked example of docs/ask.md: the question is asked, the answer must hold all that is shown.</summary>
    [Fact]
    public void The_worked_examples_of_the_document_are_true()
    {
        var examples = Regex.Matches(
            Docs,
            "```json question (?<q>\\S+)\n(?<in>.*?)```\\s+```json answer(?<exit> exit 2)?\n(?<out>.*?)```",
            RegexOptions.Singleline
        );
        Assert.InRange(examples.Count, 12, 60);
        foreach (Match e in examples)
        {
            var (exit, json) = Ask(e.Groups["q"].Value, e.Groups["in"].Value);
            Assert.Equal(e.Groups["exit"].Success ? 2 : 0, exit);
            Holds(JsonNode.Parse(e.Groups["out"].Value)!, JsonNode.Parse(json)!, e.Groups["q"].Value);
        }
    }

    public static TheoryData<string, string, string, string?> Bad =>
        new()
        {
            { "screen", "{", "broken-json", "" },
            { "screen", "[]", "wrong-type", "" },
            { "screen", "{\"flow\":\"groin-hold\"}", "missing-field", "" },
            { "screen", "{\"date\":\"2026-02-30\",\"flow\":\"groin-hold\"}", "wrong-type", "/date" },
            {
                "screen",
                "{\"date\":\"2026-03-02\",\"flow\":\"groin-hold\",\"facts\":[{\"fact\":\"clot\",\"sidee\":\"left\"}]}",
                "unknown-field",
                "/facts/0/sidee"
            },
            {
                "screen",
                "{\"date\":\"2026-03-02\",\"flow\":\"groin-hold\",\"facts\":[{\"fact\":\"clot\",\"side\":3}]}",
                "wrong-type",
                "/facts/0/side"
            },
            {
                "screen",
                "{\"date\":\"2026-03-02\",\"flow\":\"groin-hold\",\"client\":{\"birthDate\":\"2027-01-01\"}}",
                "birth-after-today",
                "/client/birthDate"
            },
            { "expand", "{\"flow\":\"waltz\"}", "unknown-word", "/flow" },
            { "expand", "{}", "flow-or-plan", "" },
            { "expand", "{\"flow\":\"groin-hold\",\"breathsPerMinute\":0}", "breaths-out-of-range", "/breathsPerMinute" },
            {
                "expand",
                "{\"flow\":\"groin-hold\",\"client\":{\"measures\":{\"statureCm\":12}}}",
                "stature-out-of-range",
                "/client/measures/statureCm"
            },
            { "fit", "{\"flow\":\"groin-hold\",\"minutes\":0}", "minutes-out-of-range", "/minutes" },
            { "fit", "{\"flow\":\"groin-hold\",\"minutes\":1440}", "minutes-out-of-range", "/minutes" },
            { "fit", "{\"flow\":\"legs-on-the-mat\",\"minutes\":9}", "cannot-fit", "/minutes" },
            { "locate", "{\"point\":\"ST366\"}", "unknown-point", "/point" },
            { "locate", "{\"point\":\"\"}", "unknown-point", "/point" },
            { "locate", "{\"point\":\"ST36\",\"side\":\"up\"}", "unknown-side", "/side" },
            { "locate", "{\"point\":\"ST36\",\"position\":\"hanging\"}", "unknown-position", "/position" },
            {
                "locate",
                "{\"point\":\"ST36\",\"client\":{\"measures\":{\"stretchesCm\":{\"knee\":4}}}}",
                "unknown-measure",
                "/client/measures/stretchesCm"
            },
            {
                "locate",
                "{\"point\":\"ST36\",\"client\":{\"measures\":{\"stretchesCm\":{\"elbow-crease..wrist-crease\":400}}}}",
                "measure-out-of-range",
                "/client/measures/stretchesCm/elbow-crease..wrist-crease"
            },
            { "measure", "{\"what\":\"mood\"}", "unknown-measure", "/what" },
            { "measure", "{\"what\":\"girth\",\"place\":\"calf\",\"leftCm\":38}", "missing", "/rightCm" },
            { "measure", "{\"what\":\"girth\",\"place\":\"calf\",\"leftCm\":38,\"rightCm\":0}", "out-of-range", "/rightCm" },
            { "measure", "{\"what\":\"dilution\",\"use\":\"pregnancy\",\"percent\":3,\"carrierMl\":10}", "out-of-range", "/percent" },
            { "sing", "{}", "unknown-question", null },
        };

    [Theory]
    [MemberData(nameof(Bad))]
    public void Bad_input_gets_exit_2_and_a_sentence_with_the_place(string question, string input, string code, string? pointer)
    {
        var (exit, json) = Ask(question, input);
        var problem = JsonNode.Parse(json)!;
        Assert.Equal(2, exit);
        Assert.Equal(code, (string?)problem["code"]);
        Assert.Equal(pointer, (string?)problem["pointer"]);
        Assert.EndsWith(".", (string?)problem["detail"], StringComparison.Ordinal);
    }

    [Fact]
    public void A_plan_written_out_and_read_in_again_is_the_same_plan()
    {
        var plan = Exchange.OpenJson.Write(Known.Flow(Known.Legs));
        Assert.Equal(Ask("expand", "{\"flow\":\"legs-on-the-mat\"}"), Ask("expand", $"{{\"plan\":{plan}}}"));
    }

    [Theory]
    [InlineData("\"level\":2", "\"level\":9", "level-out-of-range")]
    [InlineData("\"repeats\":1", "\"repeats\":-1", "repeats-out-of-range")]
    [InlineData("\"contact\":\"heel-of-palm\"", "\"contact\":\"heel\"", "contact-not-possible")]
    public void A_plan_with_an_impossible_value_is_refused(string from, string to, string code)
    {
        var plan = Exchange.OpenJson.Write(Known.Flow(Known.Legs));
        var at = plan.IndexOf(from, StringComparison.Ordinal);
        var (exit, json) = Ask("expand", $"{{\"plan\":{plan[..at]}{to}{plan[(at + from.Length)..]}}}");
        Assert.Equal((2, code), (exit, (string?)JsonNode.Parse(json)!["code"]));
    }

    [Fact]
    public async Task The_program_itself_reads_standard_input_and_gives_the_exit_code()
    {
        var (exit, json) = await Run("screen", "{\"date\":\"2026-03-02\",\"flow\":\"groin-hold\",\"facts\":[{\"fact\":\"fever\"}]}");
        Assert.Equal((0, "postpone"), (exit, (string?)JsonNode.Parse(json)!["verdict"]));
        Assert.Equal(2, (await Run("screen", "nonsense")).Exit);
    }

    private static (int Exit, string Json) Ask(string question, string input) => AskProgram.Ask(question, input, () => new(Known.Base));

    private static async Task<(int Exit, string Json)> Run(string question, string input)
    {
        using var process = Process.Start(
            new ProcessStartInfo("dotnet", [Path.Combine(AppContext.BaseDirectory, "AmpleLantern.Ask.dll"), question])
            {
                RedirectStandardInput = true,
                RedirectStandardOutput = true,
            }
        )!;
        await process.StandardInput.WriteAsync(input);
        process.StandardInput.Close();
        var json = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        return (process.ExitCode, json);
    }

    /// <summary>Objects: every shown member; arrays: shown items in order, as many as shown; "…" stands for anything.</summary>
    private static void Holds(JsonNode shown, JsonNode real, string at)
    {
        switch (shown)
        {
            case JsonObject o:
                foreach (var (key, value) in o)
                {
                    Assert.True(
                        real[key] is not null,
                        $"{at}/{key} is missing in {real.ToJsonString()[..Math.Min(300, real.ToJsonString().Length)]}"
                    );
                    Holds(value!, real[key]!, $"{at}/{key}");
                }

                break;
            case JsonArray a:
                for (var i = 0; i < a.Count; i++)
                {
                    Assert.True(real.AsArray().Count > i, $"{at}/{i} is missing");
                    Holds(a[i]!, real[i]!, $"{at}/{i}");
                }

                break;
            default:
                if (shown is not JsonValue text || !text.TryGetValue<string>(out var any) || any != "…")
                {
                    Assert.True(JsonNode.DeepEquals(shown, real), $"{at}: shown {shown.ToJsonString()}, is {real.ToJsonString()}");
                }

                break;
        }
    }
}
