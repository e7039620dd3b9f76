using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>Any step that is taught is found by what people call it, and can be put into any plan.</summary>
public sealed class TaughtStepsTests
{
    private static readonly TaughtSteps Taught = Known.Base.Taught(Known.Base.HouseSchool);

    private static Plan Of(string flow) => FlowPlans.FromFlow(Known.Base.Flows[flow], Known.Base, Known.Base.HouseSchool);

    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    [Theory]
    [MemberData(nameof(Flows))]
    public void Every_step_of_every_flow_is_found_by_its_name_and_can_be_put_in_on_either_side(string flow)
    {
        var into = Of("legs-on-the-mat");
        var (left, right) = (into.Steps.First(s => s.Side is Side.Left), into.Steps.First(s => s.Side is Side.Right));
        // The second side lies the other way round and is taught by the first.
        foreach (var step in Of(flow).Steps.DistinctBy(s => s.Pair ?? s.Id))
        {
            var found = Taught.Find($"{step.Name} {Known.Base.Positions[step.Position].Name}", new(200));
            Assert.Contains(found, t => t.Step.Name == step.Name);
            var taught = found.First(t => t.Step.Name == step.Name);
            Assert.Equal(taught, Taught[taught.Id]);
            foreach (var after in new[] { left, right })
            {
                var (plan, added) = PlanSets.Add(into, [taught.Step], after.Id, Known.Base);
                PlanCheck.Check(plan, Known.Base);
                var come = plan.Steps[plan.Steps.ToList().FindIndex(s => s.Id == into.SeriesOf(after)[^1].Id) + 1];
                Assert.Equal(added.Single(), come.Id);
                Assert.Equal(into.Steps.Count + 1, plan.Steps.Count);
                Assert.Equal((after.Block, after.Surface), (come.Block, come.Surface));
                Assert.True(
                    taught.Step.Side is not (Side.Left or Side.Right) || come.Side == after.Side,
                    $"{step.Name} is on the other side"
                );
            }
        }
    }

    // What a person types, and the step that must be among the first five.
    [Theory]
    [InlineData("GB30", "GB30")]
    [InlineData("GB34", "GB34 held")]
    [InlineData("push lung line forearm", "Push along the inner forearm")]
    [InlineData("leg side-lying", "Palms down the leg")]
    [InlineData("wind pool", "GB20, BL10")]
    [InlineData("calf traction", "Calf traction walk, there and back")]
    [InlineData("groin compression", "Groin compression hold")]
    [InlineData("pituitary", "Pituitary: press and let go")]
    [InlineData("both soles achilles", "Both legs, Achilles to buttocks")]
    [InlineData("figure four above knees", "Figure-four, press above both knees")]
    [InlineData("tempels", "Temples")]
    public void It_is_found_by_point_place_hand_or_with_a_slip(string typed, string name) =>
        Assert.Contains(name, Taught.Find(typed, new(5)).Select(t => t.Step.Name));

    [Fact]
    public void What_needs_no_turning_comes_first()
    {
        var prone = Taught.Find("calf", new(8, "prone")).Select(t => Known.Base.Positions[t.Step.Position]).ToList();
        Assert.True(prone.Take(3).All(p => (p.Base ?? p.Id) == "prone"), string.Join(", ", prone.Select(p => p.Id)));
        Assert.Equal(Taught.Find("calf", new(500)).Count, Taught.Find("calf", new(500, "prone")).Count);
    }

    /// <summary>With nothing typed one's favourites, in their order; with words they come first of what is said as plainly.</summary>
    [Fact]
    public void Favourites_come_first_and_without_words()
    {
        var all = Taught.Find("calf", new(50));
        var favourites = new[] { all[^1].Id, all[^2].Id };
        Assert.Equal(favourites, Taught.Find("", new(8, Favourites: favourites)).Select(t => t.Id));
        int At(string id) => Taught.Find("calf", new(50, Favourites: [id])).ToList().FindIndex(t => t.Id == id);
        var places = all.Select((t, i) => (Was: i, Now: At(t.Id))).ToList();
        Assert.All(places, p => Assert.True(p.Now <= p.Was));
        Assert.Contains(places, p => p.Now < p.Was);
        Assert.Empty(Taught.Find("", new(8, Favourites: favourites, Only: _ => false)));
    }

    [Fact]
    public void Only_what_is_looked_among_is_found_and_what_is_not_here_is_named()
    {
        var needs = Known.Base.Flows.All.SelectMany(f => Known.Flow(f.Id).Steps).First(s => s.Props.Count > 0);
        var prop = SetOut.Named(needs.Props[0], Known.Base);
        Assert.Equal([prop.Id], SetOut.Wanting(needs, [prop.Id], Known.Base).Select(p => p.Id));
        Assert.Empty(SetOut.Wanting(needs, [], Known.Base));
        Assert.DoesNotContain(
            Taught.Find(needs.Name, new(50, Only: s => SetOut.Wanting(s, [prop.Id], Known.Base).Count == 0)),
            t => t.Step.Name == needs.Name && t.Step.Props.Count > 0 && t.Step.Props[0] == needs.Props[0]
        );
    }

    [Fact]
    public void Every_word_counts_and_none_finds_nothing()
    {
        Assert.Empty(Taught.Find("", new(5)));
        Assert.Empty(Taught.Find("calf zeppelin", new(5)));
        var (one, both) = (Taught.Find("calf", new(500)), Taught.Find("calf side", new(500)));
        Assert.InRange(both.Count, 1, one.Count - 1);
        Assert.Subset(one.ToHashSet(), both.ToHashSet());
        var problem = Assert.Throws<RefusalException>(() => Taught["nobody/teaches-this"]);
        Assert.Equal("unknown-taught-step", problem.Code);
    }
}
