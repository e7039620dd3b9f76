using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Knowledge;

/// <summary>What was stored under ids of its time is screened as what it is called today.</summary>
public class RenamedTests
{
    private static readonly PracticeKnowledge Later = Known.Base.With(
        new Catalogue<Region>("region", Known.Base.Regions.All, new Dictionary<string, string> { ["lower-leg-back"] = "calf" }),
        new Catalogue<FactDefinition>(
            "fact",
            Known.Base.Facts.All,
            new Dictionary<string, string> { ["warm-thick-calf"] = "hot-swollen-calf" }
        ),
        new Catalogue<Technique>("technique", Known.Base.Techniques.All, new Dictionary<string, string> { ["quiet-hands"] = "still-hands" })
    );

    [Fact]
    public void A_plan_and_a_fact_of_before_lead_to_the_same_findings()
    {
        var plan = Known.Flow(Known.Legs);
        var old = plan.With(s =>
            s with
            {
                Region = s.Region == "calf" ? "lower-leg-back" : s.Region,
                Technique = s.Technique == "still-hands" ? "quiet-hands" : s.Technique,
            }
        );
        Assert.NotEqual(plan.Steps, old.Steps);
        var (read, aside) = PlanCheck.Readable(old, Later);
        Assert.Empty(aside);
        Assert.Equal(plan.Steps.Select(s => (s.Id, s.Region, s.Technique)), read.Steps.Select(s => (s.Id, s.Region, s.Technique)));
        var fact = FactCheck.Readable(new("warm-thick-calf", Side: Side.Left, Region: "lower-leg-back"), Known.Day, Later).Entry;
        Assert.Equal(("hot-swollen-calf", "calf"), (fact.Fact, fact.Region));
        string Findings(Plan p, FactEntry f) =>
            string.Join(
                "; ",
                Screener
                    .Run(new(Known.Day, null, [f]), p, Later.HouseSchool, Known.Usual, Later)
                    .Findings.Select(x => $"{x.Rule}: {string.Join(",", x.Steps)}")
            );
        Assert.Equal(Findings(plan, new("hot-swollen-calf", Side: Side.Left, Region: "calf")), Findings(read, fact));
    }

    [Fact]
    public void Where_nothing_was_renamed_what_is_stored_is_the_same_thing()
    {
        var plan = Known.Flow(Known.Legs);
        Assert.Same(plan, References.Present(plan, Known.Base));
        Assert.Same(plan, References.Present(plan, Later));
    }
}
