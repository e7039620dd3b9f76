using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange.Ask;

namespace AmpleLantern.Core.Tests.Effects;

/// <summary>What steps do to a body: worked by hand, walked through whole, and of techniques that do not exist.</summary>
public class EffectsTests
{
    private const double Kg = 65;
    private static readonly Practitioner Giver = new(Kg, 1.7);
    private static readonly EffectsOf It = new(Known.Base, Giver);

    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    /// <summary>Worked by hand from the words of each technique; common practice.</summary>
    [Theory]
    [InlineData("groin-hold", "groin-hold", EffectKind.ShutsVessel, "femoral-artery", 40.0)]
    [InlineData("groin-hold", "arrive", EffectKind.Lies, "back", 1.5)]
    [InlineData("long-leg-stretches", "strap-out.left", EffectKind.MovesJoint, "knee", 90.0)]
    [InlineData("back-muscles-then-stretches", "twist.left", EffectKind.MovesJoint, "spine", 90.0)]
    [InlineData("back-muscles-then-stretches", "twist.left", EffectKind.MovesJoint, "neck", 50.0)]
    [InlineData("back-muscles-then-stretches", "twist.left", EffectKind.HoldsJoint, "neck", 70.0)]
    [InlineData("belly-bowl", "rim", EffectKind.TouchesVulnerable, "abdomen", null)]
    [InlineData("belly-bowl", "rim", EffectKind.PressesVessel, "aorta", 2.0)]
    [InlineData("neck-then-shoulder", "lift", EffectKind.PullsJoint, "neck", 60.0)]
    [InlineData("feet-fluid", "pump.left", EffectKind.MovesFluid, "foot-top", null)]
    [InlineData("treading-under-bars", "glide.left", EffectKind.DragsSkin, "back-of-leg", null)]
    public void A_step_does_what_its_words_say(string flow, string step, EffectKind kind, string on, double? amount)
    {
        var found = Of(flow).Single(s => s.Step == step).Effects.Where(e => e.Kind == kind && e.On == on).ToList();
        Assert.True(found.Count == 1, $"{step}: {string.Join("; ", Of(flow).Single(s => s.Step == step).Sayings)}");
        Assert.Equal(amount, found[0].Amount);
    }

    [Theory]
    [MemberData(nameof(Flows))]
    public void Every_step_says_how_it_presses_and_lies_and_whatever_stands_kneels_or_sits_on_a_client_bears(string flow)
    {
        var plan = Known.Flow(flow);
        foreach (var (step, effects) in plan.Steps.Zip(Of(flow)))
        {
            var touches = step.Technique != "talk";
            Assert.Equal(touches, effects.Effects.Any(e => e.Kind is EffectKind.Presses && e.Amount == step.Level));
            Assert.Contains(effects.Effects, e => e.Kind is EffectKind.Lies);
            var on = Known.Base.Contacts[step.Contact].Family is "foot" or "knee" or "seat";
            var bears = effects.Effects.Where(e => e.Kind is EffectKind.BearsWeight).ToList();
            Assert.True(!on || bears.Count > 0, $"{step.Id} rests on the client and bears nothing");
            Assert.All(bears, b => Assert.True(b.Amount is > 0 and <= Kg, $"{step.Id}: {b.Amount}"));
            Assert.All(effects.Sayings, s => Assert.True(s.Length > 5 && char.IsLower(s[0]), s));
        }
    }

    [Fact]
    public void A_press_whose_technique_says_it_touches_nobody_is_screened_all_the_same()
    {
        var walk = Known.Base.Techniques["palm-walk"];
        var sly = Known.Base.With([walk with { Id = "sly", Traits = [Trait.NoTouch] }]);
        var step = Known.Flow(Known.Legs).Steps.First(s => s.Technique == "palm-walk") with { Technique = "sly" };
        Assert.Contains(new EffectsOf(sly, Giver).Step(step, 0), e => e.Kind is EffectKind.Presses);
    }

    [Fact]
    public void A_made_up_technique_that_nothing_names_does_what_it_says_of_itself()
    {
        var walk = Known.Base.Techniques["palm-walk"];
        var made = Known.Base.With([
            walk with
            {
                Id = "tide-turn",
                Moves = [new("neck-turn", 90)],
                Traits = [Trait.Scrapes, Trait.AsksEffort, Trait.HoldsBackBlood],
            },
        ]);
        var step = Known.Flow(Known.Legs).Steps.First(s => s.Technique == "palm-walk") with { Technique = "tide-turn", Region = "groin" };
        var effects = new EffectsOf(made, Giver).Step(step, 0);
        Assert.Equal(
            [EffectKind.MovesJoint, EffectKind.ShutsVessel, EffectKind.ShutsVessel, EffectKind.ScrapesSkin, EffectKind.AsksEffort],
            effects
                .Select(e => e.Kind)
                .Where(k => k is not (EffectKind.Presses or EffectKind.Lies or EffectKind.TouchesVulnerable or EffectKind.BearsWeight))
        );
        Assert.Equal(
            "turns the neck to 90 % of its range",
            EffectWords.Of(effects.Single(e => e.Kind is EffectKind.MovesJoint), step, made)
        );
    }

    [Fact]
    public void Less_range_is_less_movement_and_what_is_worked_nearby_moves_with_it()
    {
        var step = Known.Flow("long-leg-stretches").Steps.First(s => s.Technique == "hamstring-stretch");
        double? Hip(PlanStep s, EffectKind kind = EffectKind.MovesJoint) =>
            It.Step(s, 0).SingleOrDefault(e => e.Kind == kind && e.By == "hip-bend")?.Amount;
        Assert.Equal(90, Hip(step with { Position = "supine" }));
        Assert.Equal(45, Hip(step with { Position = "supine", RangePercent = 50 }));
        // Lying with the hip at a right angle holds it there however little is stretched.
        Assert.Equal(75, Hip(step with { Position = "hip-knee-90", RangePercent = 50 }, EffectKind.HoldsJoint));
        Assert.Null(Hip(step with { Position = "supine" }, EffectKind.HoldsJoint));

        var near = It.Step(step with { Technique = "contract-relax", Position = "supine", Region = "shoulder" }, 0);
        Assert.Equal(
            Known.Base.JointMoves.All.Where(m => m.Joint == "shoulder" && !m.Pulls).Select(m => m.Id).Order(),
            near.Where(e => e.On == "shoulder" && e.Kind is EffectKind.MovesJoint).Select(e => e.By!).Order()
        );
    }

    [Fact]
    public void A_larger_contact_of_ones_own_bears_more_and_nobody_bears_more_than_one_weighs()
    {
        var step = Known.Flow(Known.Legs).Steps.First(s => s is { Contact: "palm", Technique: "palm-walk" });
        double Borne(Practitioner giver) =>
            new EffectsOf(Known.Base, giver).Step(step, 0).Single(e => e.Kind is EffectKind.BearsWeight).Amount!.Value;
        var palm = Known.Base.Contacts["palm"].AreaCm2;
        Assert.True(Borne(Giver with { AreasCm2 = new Dictionary<string, double> { ["palm"] = palm * 1.5 } }) > Borne(Giver));
        Assert.Equal(3, Borne(new(3, 1.7)));
    }

    [Fact]
    public void What_was_never_said_of_a_technique_may_move_whatever_is_near()
    {
        var old = Known.Base.With(Known.Base.Techniques.Under([Known.Base.Techniques["palm-walk"] with { Moves = null }]));
        var step = Known.Flow(Known.Legs).Steps.First(s => s.Technique == "palm-walk") with { Region = "knee", Position = "supine" };
        var moved = new EffectsOf(old, Giver).Step(step, 0).Where(e => e.Kind is EffectKind.MovesJoint).ToList();
        Assert.Contains(moved, e => e is { On: "knee", Amount: 100 });
        Assert.DoesNotContain(It.Step(step, 0), e => e.Kind is EffectKind.MovesJoint);
    }

    [Fact]
    public void A_point_with_a_caution_is_told_wherever_it_is_held_and_a_product_with_all_that_is_in_it()
    {
        var step = Known.Flow(Known.Legs).Steps[0] with { Points = ["ST9", "ST36"], Products = ["liniment", "hot-towels"] };
        var effects = It.Step(step, 0);
        Assert.Equal(["ST9"], effects.Where(e => e.Kind is EffectKind.HoldsPoint).Select(e => e.On).Distinct());
        Assert.Contains(effects, e => e is { Kind: EffectKind.PutsOnSkin, On: "camphor", By: "liniment" });
        Assert.Equal("hot-towels", effects.Single(e => e.Kind is EffectKind.Warms).By);
    }

    [Theory]
    [InlineData("erectors", "upper-back", true)]
    [InlineData("erectors", "lower-back", true)]
    [InlineData("kidneys", "lower-back", true)]
    [InlineData("kidneys", "upper-back", false)]
    [InlineData("calf", "thigh-back", false)]
    [InlineData("sole", "heel", true)]
    [InlineData("sole", "foot-top", false)]
    [InlineData("adductors", "thigh-inner", true)]
    [InlineData("thigh-front", "thigh-back", false)]
    [InlineData("femoral-triangle", "groin", true)]
    public void Pieces_of_skin_overlap_as_they_lie(string one, string other, bool expected)
    {
        var (a, b) = (Known.Base.Regions[one], Known.Base.Regions[other]);
        Assert.Equal(expected, a.Overlaps(b));
        Assert.Equal(expected, b.Overlaps(a));
    }

    [Fact]
    public void What_stretches_pulls_or_circles_without_naming_a_joint_is_refused()
    {
        var stretch = Known.Base.Techniques["hamstring-stretch"] with { Moves = [] };
        Assert.Contains("Name the joints", Assert.Single(stretch.Flaws(Known.Base)).Reason, StringComparison.Ordinal);
        Assert.Contains("moves", Assert.Single((stretch with { Moves = null }).Flaws(Known.Base)).Reason, StringComparison.Ordinal);
        Assert.All(Known.Base.Techniques.All, t => Assert.Empty(t.Flaws(Known.Base)));
        Assert.Single((Known.Base.JointMoves["hip-bend"] with { Id = "bend-hip" }).Flaws(Known.Base));
    }

    private static IReadOnlyList<StepEffects> Of(string flow)
    {
        var plan = Known.Flow(flow);
        return It.Plan(plan, Known.Expand(plan));
    }

    /// <summary>
    /// What was worked out for a step serves every like one. Walks every member of a step: whichever is another's, what is kept is what
    /// would be worked out anew, so nothing that counts was left out of what makes two steps alike.
    /// </summary>
    [Fact]
    public void What_is_kept_of_a_step_is_what_would_be_worked_out_anew()
    {
        var kept = new EffectsOf(Known.Base, new(65, 1.7));
        List<PlanStep> steps = [.. Known.Base.Flows.All.SelectMany(f => Known.Flow(f.Id).Steps)];
        var random = new Random(27);
        foreach (var step in steps)
        {
            Assert.Equal(kept.Step(step, 0), kept.Step(step));
            foreach (var member in typeof(PlanStep).GetProperties().Where(p => p.CanWrite))
            {
                var other = step with { };
                member.SetValue(other, member.GetValue(steps[random.Next(steps.Count)]));
                Assert.Equal(kept.Step(other, 0), kept.Step(other));
            }
        }
    }
}
