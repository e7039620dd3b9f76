using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Web.Today;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>Every rule brings its own cases; all of them are run here.</summary>
public class RuleCasesTests
{
    public static TheoryData<string, int> Cases
    {
        get
        {
            var all = new TheoryData<string, int>();
            foreach (var rule in Known.Base.Rules.All)
            {
                for (var i = 0; i < rule.Cases.Count; i++)
                {
                    all.Add(rule.Id, i);
                }
            }

            return all;
        }
    }

    [Theory]
    [MemberData(nameof(Cases))]
    public void A_rule_does_what_its_case_says(string rule, int index)
    {
        var c = Known.Base.Rules[rule].Cases[index];
        var school = Known.Base.School(c.School);
        var plan = FlowPlans.FromFlow(Known.Base.Flows[c.Flow], Known.Base, school);
        var result = Screener.Run(new(c.Date ?? Known.Day, c.BirthDate, c.Facts, c.Clearances), plan, school, Known.Usual, Known.Base);
        var touching = result.Findings.Where(f => f.Rule == rule).ToList();
        var got =
            touching.Count > 0 ? Words.Of(touching.Min(f => f.Outcome))
            : result.Standing.Any(f => f.Rule == rule) ? "standing"
            : "none";
        Assert.Equal(c.Expect, got);
    }

    [Fact]
    public void Every_outcome_has_a_rule() =>
        Assert.Equal(Enum.GetValues<Outcome>(), Known.Base.Rules.All.SelectMany(r => r.Then).Select(e => e.Outcome).Distinct().Order());

    /// <summary>The strict list of the compression hold (common practice), one fact each.</summary>
    [Theory]
    [InlineData("heart-disease")]
    [InlineData("heart-failure")]
    [InlineData("implanted-cardiac-device")]
    [InlineData("anticoagulant")]
    [InlineData("pregnancy")]
    [InlineData("menstruation-today")]
    [InlineData("cancer")]
    [InlineData("diabetes")]
    [InlineData("hypertension-uncontrolled")]
    [InlineData("aneurysm")]
    [InlineData("stroke-or-tia")]
    [InlineData("clotting-disorder")]
    [InlineData("varicose-veins")]
    [InlineData("arterial-disease-legs")]
    [InlineData("hernia")]
    public void The_hold_is_left_out_and_the_rounds_are_offered(string fact)
    {
        var result = Known.Screened(Known.Flow(Known.Groin), new(1990, 1, 1), new FactEntry(fact));
        Assert.Contains(result.Findings, f => f.Outcome is Outcome.Avoid && f.Steps.Contains("groin-hold"));
        var swap = result.Swaps.First(s => s.Step == "groin-hold");
        Assert.Equal("palm-press-rounds", swap.Replacement);
        Assert.True(swap.AddedSeconds > 0);
    }

    /// <summary>Where nothing may be pressed at the groin, the rounds that would lie there are not offered either.</summary>
    [Theory]
    [InlineData("groin-or-abdominal-surgery")]
    [InlineData("groin-vascular-access")]
    public void Where_the_groin_is_spared_the_hold_is_only_left_out(string fact)
    {
        var result = Known.Screened(Known.Flow(Known.Groin), new(1990, 1, 1), new FactEntry(fact));
        Assert.Contains(result.Findings, f => f.Outcome is Outcome.Avoid && f.Steps.Contains("groin-hold"));
        Assert.Equal(["leave-out"], result.Swaps.Where(s => s.Step == "groin-hold").Select(s => s.Replacement).Distinct());
    }
}
