using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>The sixteen rules of order, each with a plan that breaks it, and its repair. Common practice.</summary>
public class ReviewTests
{
    private static ReviewResult Review(Plan plan, KnowledgeBase? knowledge = null) =>
        PlanReview.Run(plan, Known.Base.HouseSchool, Known.Usual, knowledge ?? Known.Base);

    private static Plan Repaired(Plan plan, OrderFinding finding, KnowledgeBase knowledge) =>
        PlanReview.Repair(plan, finding.Rule, finding.Steps[0], Known.Base.HouseSchool, Known.Usual, knowledge);

    /// <summary>A practice whose hamstring stretch would come out in a second.</summary>
    private static readonly KnowledgeBase Hasty = Known.Base.With(
        Known.Base.Techniques.Of([
            .. Known.Base.Techniques.All.Select(t => t.Id == "hamstring-stretch" ? t with { Times = new(3, 8, 1, 2) } : t),
        ])
    );

    /// <summary>A plan that is as it should be, with one thing wrong; the rule that has to say so.</summary>
    private static readonly Dictionary<string, Func<Plan>> Wrong = new()
    {
        ["open-and-close"] = () => Without(Known.Flow(Known.Legs), s => s.Role is StepRole.Closing),
        ["general-first"] = () => First(Known.Flow("side-line-lower"), "crescent-thumb.left"),
        ["muscles-before-stretches"] = () => First(Known.Flow("back-muscles-then-stretches"), "twist.left"),
        ["level-arc"] = () => Known.Flow(Known.Legs).With(s => s.Side is Side.Right ? s with { Level = 4 } : s),
        ["both-sides"] = () => Without(Known.Flow("inner-thigh-release"), s => s.Side is Side.Right),
        ["rest-after-hold"] = () => Known.Flow(Known.Groin).With(s => s with { NoTouchSeconds = 0 }),
        ["neck-and-head-in-seated-work"] = () =>
            First(Known.Flow("neck-then-shoulder"), "row-back.left", "row-back.right", "row.left", "row.right"),
        ["arm-overhead"] = () =>
            Known.Flow("shoulder-freeing").With(s => s.Id == "arm-up.left" ? s with { Repeats = 6, Range = new(1, 1, 6) } : s),
        ["easy-places"] = () => Known.Flow(Known.Legs).With(s => s.Region == "calf" ? s with { Level = 4 } : s),
        ["few-position-changes"] = () => First(Known.Flow("whole-body-table"), "shin.left"),
        ["out-slowly"] = () => Known.Flow("long-leg-stretches"),
        ["vulnerable-later"] = () => First(Known.Flow("whole-body-table"), "bowel"),
        ["spare-the-thumbs"] = () =>
            Known.Flow("side-line-lower").With(s => s.Id == "crescent-thumb.left" ? s with { Repeats = 12, Range = new(1, 1, 12) } : s),
        ["calm-at-the-end"] = () => Last(Known.Flow("treading-with-frame"), "quick"),
        ["belly"] = () => After(Known.Flow("whole-body-table").With(s => s.Id == "bowel" ? s with { Level = 3 } : s), "bowel", "backbend"),
        ["even-cuts"] = () => Known.Flow(Known.Legs).With(s => s.Id == "cross-pull.left" ? s with { Repeats = 3 } : s),
    };

    public static TheoryData<string> Rules => [.. Wrong.Keys];

    [Fact]
    public void Every_rule_of_order_has_a_plan_that_breaks_it() =>
        Assert.Equal(Known.Base.OrderRules.All.Select(r => r.Id).Order(), Wrong.Keys.Order());

    [Theory]
    [MemberData(nameof(Rules))]
    public void A_broken_rule_is_found_with_its_steps_and_reason_and_its_repair_mends_it(string rule)
    {
        var plan = Wrong[rule]();
        var knowledge = rule == "out-slowly" ? Hasty : Known.Base;
        var found = Review(plan, knowledge).Findings.Where(f => f.Rule == rule).ToList();
        Assert.NotEmpty(found);
        Assert.All(found, f => Assert.True(f.Steps.Count > 0 && f.What.Length > 10 && f.Why.Length > 10 && f.Source.Length > 0));
        if (found.FirstOrDefault(f => f.Repair is not null) is { } mendable)
        {
            var after = Review(Repaired(plan, mendable, knowledge), knowledge).Findings.Where(f => f.Rule == rule).ToList();
            Assert.DoesNotContain(after, f => f.Steps.SequenceEqual(mendable.Steps) && f.What == mendable.What);
        }
    }

    /// <summary>Stretch first, one side only, a long calming of the head before the shoulder, no closing: each is said.</summary>
    [Fact]
    public void A_badly_ordered_plan_gets_each_finding_and_can_be_mended_in_one_go()
    {
        var shoulder = Known.Flow("neck-then-shoulder");
        var bad = shoulder with
        {
            Steps =
            [
                .. Known.Flow("back-muscles-then-stretches").Steps.Where(s => s.Id is "twist.left"),
                .. shoulder
                    .Steps.Where(s => s.Block == "head" && s.Purpose == "calm")
                    .Select(s => s with { Repeats = 6, Range = new(1, 1, 6) }),
                .. shoulder.Steps.Where(s => s.Block == "shoulder" && s.Side is Side.Left),
                .. Known.Flow("back-muscles-then-stretches").Steps.Where(s => s.Id is "press"),
            ],
        };
        var said = Review(bad).Findings.Select(f => f.Rule).ToHashSet();
        Assert.Superset(new HashSet<string> { "open-and-close", "both-sides", "neck-and-head-in-seated-work" }, said);
        var mended = PlanReview.RepairAll(bad, Known.Base.HouseSchool, Known.Usual, Known.Base);
        var left = Review(mended).Findings.Where(f => f.Severity is not Severity.Could).Select(f => f.Rule).ToHashSet();
        Assert.DoesNotContain("open-and-close", left);
        Assert.DoesNotContain("both-sides", left);
        Assert.DoesNotContain("neck-and-head-in-seated-work", left);
    }

    [Fact]
    public void A_remark_is_set_aside_with_a_reason_and_a_name_and_a_school_may_not_hold_to_a_rule()
    {
        var plan = Wrong["rest-after-hold"]();
        Assert.Equal(
            "reason-too-short",
            Assert
                .Throws<RefusalException>(() =>
                    PlanEdits.Apply(plan, new(PlanEditKind.Silence, "", Rule: "rest-after-hold", Word: "no"), Known.Base)
                )
                .Code
        );
        var aside = Review(
            PlanEdits.Apply(
                plan,
                new(PlanEditKind.Silence, "", Rule: "rest-after-hold", Word: "the legs rest with a cloth", By: "Odile"),
                Known.Base
            )
        );
        Assert.DoesNotContain(aside.Findings, f => f.Rule == "rest-after-hold");
        Assert.Equal(("the legs rest with a cloth", "Odile"), (aside.Silenced[0].Reason, aside.Silenced[0].By));
        var other = PlanReview.Run(plan, Known.Base.HouseSchool with { OrderRulesOff = ["rest-after-hold"] }, Known.Usual, Known.Base);
        Assert.DoesNotContain(other.Findings, f => f.Rule == "rest-after-hold");
    }

    [Fact]
    public void The_worse_side_may_have_a_fifth_more_and_no_further()
    {
        var legs = Known.Flow(Known.Legs);
        var little = legs.With(s => s.Id == "percussion.right" ? s with { Repeats = 3 } : s) with { WorseSide = Side.Right };
        Assert.DoesNotContain(Review(little).Findings, f => f.Rule == "both-sides");
        var much = legs.With(s =>
            s.Region == "thigh-sides" && s.Side is Side.Right ? s with { Repeats = s.Repeats + 3, Range = new(1, 1, 9) } : s
        ) with
        {
            WorseSide = Side.Right,
        };
        Assert.Contains(Review(much).Findings, f => f.Rule == "both-sides");
        var some = legs.With(s => s.Id == "lace-squeeze.right" ? s with { Repeats = 2 } : s);
        Assert.Contains(Review(some with { WorseSide = Side.Left }).Findings, f => f.Rule == "both-sides");
    }

    /// <summary>Overhead, a short rub, overhead again: said of the worse arm only.</summary>
    [Fact]
    public void The_worse_arm_rests_before_it_goes_overhead_again()
    {
        var flow = Known.Flow("shoulder-freeing");
        var up = flow.Step("arm-up.left");
        var between = flow.Steps.First(s => s.Side is Side.Left && s.Technique == "rub-and-pull") with { Id = "between" };
        var at = flow.Steps.ToList().IndexOf(up);
        var twice = flow with { Steps = [.. flow.Steps.Take(at + 1), between, up with { Id = "again" }, .. flow.Steps.Skip(at + 1)] };
        bool Said(Side? worse) =>
            Review(twice with { WorseSide = worse })
                .Findings.Any(f => f.Rule == "arm-overhead" && f.What.Contains("without a rest", StringComparison.Ordinal));
        Assert.True(Said(Side.Left));
        Assert.False(Said(Side.Right));
        Assert.False(Said(null));
    }

    private static Plan Without(Plan plan, Func<PlanStep, bool> which) => plan with { Steps = [.. plan.Steps.Where(s => !which(s))] };

    private static Plan First(Plan plan, params string[] ids) =>
        plan with
        {
            Steps = [plan.Steps[0], .. ids.Select(plan.Step), .. plan.Steps.Skip(1).Where(s => !ids.Contains(s.Id))],
        };

    private static Plan Last(Plan plan, string id) =>
        plan with
        {
            Steps = [.. plan.Steps.SkipLast(1).Where(s => s.Id != id), plan.Step(id), plan.Steps[^1]],
        };

    private static Plan After(Plan plan, string id, string other) =>
        plan with
        {
            Steps = [.. plan.Steps.Where(s => s.Id != id).SelectMany(s => s.Id == other ? [s, plan.Step(id)] : new[] { s })],
        };
}
