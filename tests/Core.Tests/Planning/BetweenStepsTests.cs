using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>What lies between two steps costs its seconds: turning, getting up, coming round, the sheet (common practice).</summary>
public sealed class BetweenStepsTests
{
    private static readonly PlanStep Calf = Known.Flow(Known.Legs).Step("thumbs.left") with { Products = null };

    private static (string?, double) Between(PlanStep before, PlanStep step) => PlanExpansion.Change(before, step, Known.Base);

    [Fact]
    public void Each_kind_of_change_takes_its_own_time()
    {
        Assert.Equal((null, 0), PlanExpansion.Change(null, Calf, Known.Base));
        Assert.Equal((null, 0), Between(Calf, Calf));
        Assert.Equal(("stance", 15), Between(Calf, Calf with { Side = Side.Right }));
        Assert.Equal(("position", 45), Between(Calf, Calf with { Position = "prone" }));
        Assert.Equal(("surface", 90), Between(Calf, Calf with { Position = "seated-chair", Surface = "chair" }));
    }

    /// <summary>Oil on the left leg after clothed work uncovers it; going on with oil there does not; the right leg does again.</summary>
    [Fact]
    public void A_covered_place_that_is_worked_bare_is_uncovered_once()
    {
        var oiled = Calf with { Products = ["carrier-oil"] };
        Assert.Equal(("drape", 15), Between(Calf, oiled));
        Assert.Equal((null, 0), Between(oiled, oiled));
        Assert.Equal(("stance", 30), Between(oiled, oiled with { Side = Side.Right }));
        Assert.Equal((null, 0), Between(Calf, oiled with { Region = "sole" }));
    }

    /// <summary>A session put together of flows for the mat and the table is given on one of them where it can be.</summary>
    [Theory]
    [InlineData("side-line-upper", "legs-on-the-mat")]
    [InlineData("legs-on-the-mat", "shoulder-freeing")]
    [InlineData("inner-thigh-release", "side-line-lower")]
    public void Nobody_gets_up_where_one_surface_does(string one, string other)
    {
        var plan = PlanSets.Join(Known.Flow(one), Known.Flow(other), null, Known.Base);
        Assert.Single(plan.Steps.Select(s => s.Surface).Distinct());
        Assert.DoesNotContain(Known.Expand(plan).Steps, s => s.Change == "surface");
    }

    [Fact]
    public void What_needs_two_surfaces_says_so_and_takes_its_time()
    {
        var plan = PlanSets.Join(Known.Flow("neck-then-shoulder"), Known.Flow(Known.Legs), null, Known.Base);
        Assert.Contains(Known.Expand(plan).Steps, s => s is { Change: "surface", ChangeSeconds: >= 90 });
    }
}
