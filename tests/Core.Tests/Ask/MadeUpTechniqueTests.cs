using System.Text.Json.Nodes;
using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Decisions;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Exchange;
using AmpleLantern.Exchange.Ask;

namespace AmpleLantern.Core.Tests.Ask;

/// <summary>A technique of one's own that no rule has ever named, through <c>ask screen</c>: barred where its effect is.</summary>
public class MadeUpTechniqueTests
{
    public static TheoryData<string, string> Decided
    {
        get
        {
            // One condition for each effect: the first of the table that leaves it out.
            var all = new TheoryData<string, string>();
            var table = DecisionTable.Of(Known.Base, Known.Day, Known.Usual);
            foreach (var effect in Known.Base.EffectClasses.All.Where(e => e.Loads is not null))
            {
                var row = table.FirstOrDefault(r => r.Effects.Single(e => e.Effect == effect.Id).Decision == "out");
                all.Add(effect.Id, row?.Condition.Id ?? "");
            }

            return all;
        }
    }

    [Theory]
    [MemberData(nameof(Decided))]
    public void Each_effect_is_barred_by_some_condition_and_by_none_for_who_has_nothing(string effect, string condition)
    {
        Assert.True(condition.Length > 0, $"nobody is spared {effect}");
        var row = Known.Base.Of<ScreenedCondition>()[condition];
        var asked = Known.Base.EffectClasses[effect].Of[0];
        var (step, with) = new Probe(Known.Base).Doing(asked, row.Place, row.Joint);
        Assert.Contains("avoid", Outcomes(step, with, row.Facts, Known.Day.PlusYears(-row.Age).PlusDays(-1)));
        Assert.DoesNotContain("avoid", Outcomes(step, with, [], new(1986, 3, 1)));
    }

    private static IEnumerable<string> Outcomes(
        PlanStep step,
        PracticeKnowledge with,
        IReadOnlyList<FactEntry> facts,
        NodaTime.LocalDate birth
    )
    {
        var question = new
        {
            date = Known.Day,
            client = new { birthDate = birth },
            facts,
            plan = new Plan("made-up", [step]),
            techniques = new[] { with.Techniques[step.Technique] },
        };
        var (exit, json) = AskProgram.Ask("screen", OpenJson.Write(question), () => new(Known.Base));
        Assert.True(exit == 0, json);
        return JsonNode.Parse(json)!["findings"]!
            .AsArray()
            // What holds for everyone (nobody stands on the low back) says nothing of the condition.
            .Where(f => f!["steps"]!.AsArray().Count > 0 && (string)f["fact"]! != Conditions.AboutThePlan)
            .Select(f => (string)f!["outcome"]!);
    }
}
