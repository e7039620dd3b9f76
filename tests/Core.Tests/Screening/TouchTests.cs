using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Web.Today;
using NodaTime;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>Which steps of a plan an effect touches.</summary>
public class TouchTests
{
    private static readonly Plan Legs = Known.Flow(Known.Legs);

    private static List<string> Touched(Target on, FactEntry? entry = null) =>
        [.. Legs.Steps.Where(s => Known.Touch.Touches(on, entry, s)).Select(s => s.Id)];

    [Fact]
    public void A_family_touches_its_techniques() => Assert.Equal(["groin-hold"], Touched(new() { Families = ["compression-hold"] }));

    /// <summary>One list, one place: what the atlas leaves out in pregnancy is what screening leaves out, wherever it is held.</summary>
    [Fact]
    public void Every_point_left_out_in_pregnancy_is_screened_wherever_it_is_held_and_no_other()
    {
        var rule = Known.Base.Rules["pregnancy.points"].Then.Single().On!;
        Assert.All(
            Known.Base.Atlas.Points.All,
            p =>
                Assert.Equal(
                    p.Cautions.Contains("pregnancy"),
                    Known.Touch.Touches(rule, null, Legs.Steps[0] with { Points = [p.Id], Region = "forearm" })
                )
        );
        Assert.True(Known.Touch.Touches(rule, null, Legs.Steps[0] with { Points = ["a point of another book"] }));
    }

    [Fact]
    public void A_limb_stands_for_all_its_regions()
    {
        var leg = Touched(new() { Regions = ["leg"] });
        Assert.Contains("calf-walk.left", leg);
        Assert.Contains("groin-hold", leg);
        Assert.DoesNotContain("arrive", leg);
        // The front of the body goes down to the thighs.
        Assert.Contains("front-stretch.left", leg);
    }

    [Fact]
    public void Work_on_both_sides_at_once_touches_each_side_and_skin_that_overlaps_is_touched()
    {
        var left = Touched(new() { Regions = ["calf", "shin-outer"], SameSide = true }, new FactEntry("varicose-veins", Side: Side.Left));
        // The patch of the knee goes down on the outer shin.
        Assert.Equal(
            ["calf-ease", "kneecaps", "carry.left", "arm-aside.left", "leg-lock.left", "calf-walk.left", "calf-squeeze.left", "recheck"],
            left
        );
    }

    [Fact]
    public void All_members_of_a_target_must_match() =>
        Assert.Equal(
            ["foot-press.left", "foot-walk.left", "foot-press.right", "foot-walk.right"],
            Touched(
                new()
                {
                    Contacts = ["arch-of-foot"],
                    Regions = ["thigh-back"],
                    LevelAbove = 2,
                }
            )
        );

    [Fact]
    public void Lying_on_the_back_counts_in_whatever_way_the_legs_are_placed()
    {
        Assert.Equal(Legs.Steps.Count, Touched(new() { LiesOn = ["back"] }).Count);
        Assert.Empty(Touched(new() { LiesOn = ["belly"] }));
    }

    [Fact]
    public void A_run_is_long_only_while_nothing_breaks_it()
    {
        var pregnant = new FactEntry("pregnancy", Detail: new Dictionary<string, string> { ["dueDate"] = "2026-06-01" });
        List<string> Long(Plan plan) =>
            [
                .. Known
                    .Screened(plan, new LocalDate(1996, 1, 1), pregnant)
                    .Findings.Where(f => f.Rule == "pregnancy.from-20-weeks")
                    .SelectMany(f => f.Steps),
            ];
        Assert.Equal(Legs.Steps.Count, Long(Legs).Count);
        // Half-reclined in every other step: no stretch flat on the back is long.
        var broken = Legs with
        {
            Steps = [.. Legs.Steps.Select((s, i) => i % 2 == 0 ? s with { Position = "half-reclined" } : s)],
        };
        Assert.Empty(Long(broken));
    }

    [Fact]
    public void The_strictest_cap_wins_and_a_step_that_keeps_to_it_is_not_touched()
    {
        FactEntry[] facts = [new("anticoagulant"), new("lymph-nodes-removed", Side: Side.Left, Region: "leg")];
        var settled = Swaps.Settle(new(Known.Day, null, facts), Known.Context(Legs));
        Assert.All(
            settled.Steps.Where(s => s.Side is Side.Left && Known.Base.Regions[s.Region].Limb == "leg"),
            s => Assert.Equal(1, s.Level)
        );
        Assert.All(settled.Steps, s => Assert.True(s.Level <= 2));
        Assert.Contains(settled.Steps, s => s.Side is Side.Right && s.Level == 2);
    }
}
