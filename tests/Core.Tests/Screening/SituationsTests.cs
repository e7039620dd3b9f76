using System.Text.Json.Nodes;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Exchange.Ask;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>
/// Situations with the range of outcomes a careful school would require for a step or the visit: the judgement of one careful reader,
/// not the program's. A step's outcome is the strongest of the findings that touch it and those for the whole visit; the visit's is the
/// verdict.
/// </summary>
public class SituationsTests
{
    private static readonly JsonArray All = JsonNode
        .Parse(File.ReadAllText(Repository.File("tests", "Core.Tests", "Screening", "Clients", "situations.json")))!
        .AsArray();

    private static readonly string[] Scale = [Screener.Clear, .. Enum.GetValues<Outcome>().OrderDescending().Select(Words.Of)];

    public static TheoryData<int, string> Situations => [.. All.Select((s, i) => (i, (string)s!["n"]!))];

    [Theory]
    [MemberData(nameof(Situations))]
    public void The_outcome_is_one_a_careful_school_would_accept(int index, string name)
    {
        var (exit, json) = AskProgram.Ask("screen", All[index]!["ask"]!.ToJsonString(), () => new(Known.Base));
        Assert.True(exit == 0, $"{name}: {json}");
        var answer = JsonNode.Parse(json)!;
        foreach (var expected in All[index]!["expect"]!.AsArray())
        {
            var step = (string)expected!["step"]!;
            var got = step == "visit" ? (string)answer["verdict"]! : OfStep(answer, step);
            Assert.True(
                Rank(got) >= Rank((string)expected["from"]!) && Rank(got) <= Rank((string)expected["to"]!),
                $"{name}: {step} is '{got}', expected {expected["from"]} to {expected["to"]}"
            );
        }
    }

    private static string OfStep(JsonNode answer, string step) =>
        answer["findings"]!
            .AsArray()
            .Where(f => f!["steps"]!.AsArray() is { Count: 0 } || f["steps"]!.AsArray().Any(s => (string)s! == step))
            .Select(f => (string)f!["outcome"]!)
            .Append(Screener.Clear)
            .MaxBy(Rank)!;

    private static int Rank(string outcome) => Array.IndexOf(Scale, outcome);
}
