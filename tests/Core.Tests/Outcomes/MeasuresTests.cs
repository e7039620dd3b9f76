using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Outcomes;

/// <summary>The vocabulary of measures, what is proposed of it, and what is worked out from it.</summary>
public sealed class MeasuresTests
{
    private static Measure Of(string id) => Known.Base.Measures[id];

    [Fact]
    public void There_are_at_least_forty_and_each_side_has_its_other()
    {
        var families = Known.Base.Measures.All.GroupBy(m => m.Family).ToList();
        Assert.True(families.Count >= 40, $"{families.Count} measures.");
        Assert.All(
            families,
            f => Assert.Equal(f.Count() == 1 ? [null] : new Side?[] { Side.Left, Side.Right }, f.Select(m => m.Side).Order())
        );
        // What is not a rating says how it is taken; what is at a place of the body says where.
        Assert.All(Known.Base.Measures.All.Where(m => m.Kind is not MeasureKind.Rating), m => Assert.NotNull(m.How));
        Assert.All(Known.Base.Measures.All.Where(m => m.Kind is MeasureKind.Angle or MeasureKind.Girth), m => Assert.NotNull(m.Region));
    }

    /// <summary>
    /// AAOS, Joint Motion: Method of Measuring and Recording (1965), neck turned after The Clinical Measurement of Joint Motion (1994);
    /// from memory.
    /// </summary>
    [Theory]
    [InlineData("arm-raise-forward-left", 180)]
    [InlineData("arm-raise-sideways-right", 180)]
    [InlineData("arm-turn-out-left", 90)]
    [InlineData("arm-turn-in-left", 70)]
    [InlineData("hip-flexion-left", 120)]
    [InlineData("hip-extension-left", 30)]
    [InlineData("hip-opening-left", 45)]
    [InlineData("hip-turn-out-left", 45)]
    [InlineData("hip-turn-in-right", 45)]
    [InlineData("knee-bend-left", 135)]
    [InlineData("ankle-up-left", 20)]
    [InlineData("ankle-down-left", 50)]
    [InlineData("neck-turn-left", 80)]
    [InlineData("neck-bend-aside-left", 45)]
    [InlineData("neck-bend-forward", 45)]
    [InlineData("wrist-back-left", 70)]
    [InlineData("wrist-forward-left", 80)]
    public void Usual_ranges_are_those_of_the_tables(string measure, double degrees)
    {
        var of = Of(measure);
        Assert.Equal((degrees, "degrees", 5), (of.Usual, of.Unit, of.Points));
        Assert.InRange(degrees, of.Min, of.Max);
    }

    /// <summary>Against the cone cut into thin slices.</summary>
    [Theory]
    [InlineData(new[] { 22.0, 22.0 }, 10)]
    [InlineData(new[] { 22.0, 26.5, 35.0 }, 10)]
    [InlineData(new[] { 30.0, 22.0, 36.0, 34.5 }, 4)]
    public void A_volume_is_what_its_slices_add_up_to(double[] girths, double apart)
    {
        const int Slices = 20_000;
        var sum = 0.0;
        for (var i = 0; i + 1 < girths.Length; i++)
        {
            for (var k = 0; k < Slices; k++)
            {
                var girth = girths[i] + ((girths[i + 1] - girths[i]) * (k + 0.5) / Slices);
                sum += girth * girth / (4 * Math.PI) * (apart / Slices);
            }
        }

        Assert.Equal(sum, Volume.OfCones(girths, apart), 0.51);
    }

    [Fact]
    public void A_volume_follows_its_girths_and_cannot_be_entered()
    {
        var one = Ratings.Merge([], [new("ankle-girth-left", 24), new("leg-girth-10-left", 26)], Known.Base);
        Assert.DoesNotContain(one, r => r.Measure == "leg-volume-left");
        var all = Ratings.Merge(one, [new("leg-girth-20-left", 34)], Known.Base);
        Assert.Equal(Volume.OfCones([24, 26, 34], 10), Assert.Single(all, r => r.Measure == "leg-volume-left").Before);
        var after = Ratings.Merge(
            all,
            [new("ankle-girth-left", After: 23), new("leg-girth-10-left", After: 25), new("leg-girth-20-left", After: 33)],
            Known.Base
        );
        var change = ChangeJudge.Judge(Of("leg-volume-left"), after.Single(r => r.Measure == "leg-volume-left"));
        Assert.Equal(ChangeVerdict.Better, change.Verdict);
        Assert.Equal(
            "worked-out",
            Assert.Throws<RefusalException>(() => Ratings.Merge([], [new("leg-volume-left", 900)], Known.Base)).Code
        );
    }

    [Theory]
    [InlineData("grip-left", new[] { 21.0, 24.5, 23.0 }, 24.5)]
    [InlineData("balance-right", new[] { 12.0 }, 12.0)]
    public void Of_several_tries_the_best_counts(string measure, double[] tries, double kept)
    {
        var taken = Assert.Single(Ratings.Merge([], [new(measure, BeforeTries: tries)], Known.Base));
        Assert.Equal(kept, taken.Before);
        Assert.Equal(tries, taken.BeforeTries);
        Assert.Equal(
            "too-many-tries",
            Assert.Throws<RefusalException>(() => Ratings.Merge([], [new(measure, BeforeTries: [1, 2, 3, 4])], Known.Base)).Code
        );
    }

    [Fact]
    public void A_degree_no_joint_has_is_refused_and_what_was_entered_stays()
    {
        IReadOnlyList<Rating> old = [new("knee-bend-left", 120)];
        Assert.Equal(
            "rating-out-of-range",
            Assert.Throws<RefusalException>(() => Ratings.Merge(old, [new("knee-bend-left", 720)], Known.Base)).Code
        );
        Assert.Equal(120, old[0].Before);
    }

    [Fact]
    public void What_is_neither_better_nor_worse_is_changed() =>
        Assert.Equal(ChangeVerdict.Changed, ChangeJudge.Judge(Of("foot-colour-left"), new("foot-colour-left", 0, 1)).Verdict);

    /// <summary>Wells and others, New England Journal of Medicine 349 (2003; from memory): a calf 3 cm thicker than the other.</summary>
    [Theory]
    [InlineData(36, 39, true)]
    [InlineData(39.5, 36, true)]
    [InlineData(36, 38.5, false)]
    public void A_calf_three_centimetres_thicker_is_looked_at(double left, double right, bool said)
    {
        var changes = new[] { ("calf-girth-left", left), ("calf-girth-right", right) }
            .Select(x => ChangeJudge.Judge(Of(x.Item1), new(x.Item1, x.Item2)))
            .ToList();
        var apart = Sides.Apart(changes, Known.Base);
        Assert.Equal(said, apart.Count == 1);
        Assert.All(apart, a => Assert.Equal(left > right ? Side.Left : Side.Right, a.Thicker));
        Assert.Empty(Sides.Apart(changes[..1], Known.Base));
        // The screen is told of it, or that it was looked for.
        var fact = Assert.Single(Sides.Said([new("calf-girth-left", left), new("calf-girth-right", right)], Known.Base));
        Assert.Equal(("calf-difference", said ? FactStatus.Known : FactStatus.No), (fact.Fact, fact.Status));
        Assert.Empty(Sides.Said([new("calf-girth-left", left)], Known.Base));
    }

    private static IReadOnlyList<string> Proposed(
        IReadOnlyList<Rating> last,
        IReadOnlyList<string> course,
        string[] complaints,
        string flow
    ) => [.. Measures.Proposed.At(last, course, complaints, Known.Flow(flow), Known.Base).Select(p => Of(p.Measure).Family).Distinct()];

    [Fact]
    public void At_most_five_are_proposed_last_times_first_and_no_complaint_crowds_out_another()
    {
        Assert.Equal(
            ["arm-raise-forward", "pain", "arm-raise-sideways", "arm-turn-out", "sleep"],
            Proposed([new("arm-raise-forward-right", 110)], [], ["shoulder"], "shoulder-freeing")
        );
        var two = Proposed([], [], ["shoulder", "swelling"], "feet-fluid");
        Assert.Equal(["pain", "heaviness", "arm-raise-forward", "ankle-eight"], two.Take(4));
        Assert.Equal(["flushes", "sleep", "temper", "energy", "fog"], Proposed([], [], [], "feet-glands-between-systems"));
        Assert.Equal("grip", Proposed([], ["grip"], ["neck"], "neck-then-shoulder")[0]);
    }

    /// <summary>Walks every flow and every complaint.</summary>
    [Fact]
    public void Every_flow_and_every_complaint_proposes_up_to_five_that_there_are()
    {
        Assert.Equal(
            Known.Base.Flows.All.Select(f => f.Id).Order(StringComparer.Ordinal),
            Known.Base.Of<FlowMeasures>().All.Select(f => f.Id).Order(StringComparer.Ordinal)
        );
        foreach (var flow in Known.Base.Flows.All)
        {
            foreach (var complaint in Known.Base.Complaints.All.Select(c => c.Id).Append("none-known"))
            {
                Assert.InRange(Proposed([], [], [complaint], flow.Id).Count, 2, 5);
            }
        }
    }

    [Fact]
    public void At_a_step_that_looks_again_only_what_belongs_there_is_asked()
    {
        var plan = Known.Flow("shoulder-freeing");
        var taken = new[] { ("arm-raise-forward-left", 100.0), ("ankle-up-left", 10), ("pain", 6) }
            .Select(x => ChangeJudge.Judge(Of(x.Item1), new(x.Item1, x.Item2)))
            .ToList();
        var at = Rechecks.At(plan, taken, Known.Base);
        Assert.Equal(plan.Steps.Where(s => s.Role is StepRole.Recheck).Select(s => s.Id), at.Keys);
        Assert.NotEmpty(at);
        Assert.All(at.Values, ids => Assert.Equal(["arm-raise-forward-left", "pain"], ids));
        Assert.All(Rechecks.At(plan, taken[1..2], Known.Base).Values, ids => Assert.Equal(["ankle-up-left"], ids));
    }
}
