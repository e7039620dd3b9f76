using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning.Review;

/// <summary>Reviews the order of a plan by the rules of the knowledge, and repairs what can be repaired in one go.</summary>
public static class PlanReview
{
    /// <summary>The reviewers, by the id of the rule each checks.</summary>
    internal static readonly IReadOnlyDictionary<string, Func<ReviewContext, OrderRule, IEnumerable<Remark>>> Reviewers = new Dictionary<
        string,
        Func<ReviewContext, OrderRule, IEnumerable<Remark>>
    >
    {
        ["open-and-close"] = ArcReviews.OpenAndClose,
        ["general-first"] = SequenceReviews.GeneralFirst,
        ["muscles-before-stretches"] = SequenceReviews.MusclesBeforeStretches,
        ["level-arc"] = ArcReviews.LevelArc,
        ["both-sides"] = BalanceReviews.BothSides,
        ["rest-after-hold"] = CareReviews.RestAfterHold,
        ["neck-and-head-in-seated-work"] = SequenceReviews.NeckAndHead,
        ["arm-overhead"] = CareReviews.ArmOverhead,
        ["easy-places"] = CareReviews.EasyPlaces,
        ["few-position-changes"] = SequenceReviews.FewPositionChanges,
        ["out-slowly"] = CareReviews.OutSlowly,
        ["vulnerable-later"] = SequenceReviews.VulnerableLater,
        ["spare-the-thumbs"] = BalanceReviews.SpareTheThumbs,
        ["calm-at-the-end"] = ArcReviews.CalmAtTheEnd,
        ["belly"] = SequenceReviews.Belly,
        ["even-cuts"] = BalanceReviews.EvenCuts,
    };

    /// <summary>Every remark on the plan, the weightiest first; those switched off by the school are not made.</summary>
    public static ReviewResult Run(Plan plan, School school, Tempo tempo, KnowledgeBase knowledge) =>
        Run(new(plan, PlanExpansion.Expand(plan, tempo, knowledge), school, tempo, knowledge));

    /// <summary>The same, where the plan is expanded already.</summary>
    public static ReviewResult Run(ReviewContext context)
    {
        var all = Remarks(context).Select(r => Finding(r.Rule, r.Remark, context)).OrderBy(f => f.Severity).ToList();
        var aside = (context.Plan.Silenced ?? []).ToDictionary(s => s.Rule);
        return new(
            [.. all.Where(f => !aside.ContainsKey(f.Rule))],
            [.. all.Where(f => aside.ContainsKey(f.Rule)).Select(f => new SilencedFinding(f, aside[f.Rule].Reason, aside[f.Rule].By))]
        );
    }

    /// <summary>The plan with one finding repaired.</summary>
    /// <param name="step">First step of the finding.</param>
    /// <exception cref="RefusalException">The finding no longer stands, or has no repair.</exception>
    public static Plan Repair(Plan plan, string rule, string step, School school, Tempo tempo, KnowledgeBase knowledge)
    {
        var context = new ReviewContext(plan, PlanExpansion.Expand(plan, tempo, knowledge), school, tempo, knowledge);
        var remark =
            Remarks(context).FirstOrDefault(r => r.Rule.Id == rule && r.Remark.Steps[0].Id == step).Remark
            ?? throw new RefusalException("no-such-finding", "This remark no longer stands. Look at the review again.", "/rule");
        var repaired = (
            remark.Repair
            ?? throw new RefusalException("no-repair", "There is no one-click repair for this. Move or change the steps it names.", "/rule")
        )();
        PlanCheck.Check(repaired, knowledge);
        return repaired;
    }

    /// <summary>
    /// The plan with everything repaired that can be, rule after rule, as long as that makes fewer remarks.
    /// </summary>
    /// <remarks>A repair that turns the client more often is left.</remarks>
    public static Plan RepairAll(Plan plan, School school, Tempo tempo, KnowledgeBase knowledge)
    {
        // A repair may bring in another remark that the next one mends: one step sideways is taken, but no plan is looked at twice.
        var seen = new HashSet<string> { Signature(plan) };
        var (best, least) = (plan, double.MaxValue);
        for (var round = 0; round < MostRounds; round++)
        {
            var context = new ReviewContext(plan, PlanExpansion.Expand(plan, tempo, knowledge), school, tempo, knowledge);
            var weight = Weight(context);
            (best, least) = weight < least ? (plan, weight) : (best, least);
            var next = Remarks(context)
                .Where(r => r.Remark.Repair is not null)
                .OrderBy(r => r.Rule.Severity)
                .Select(r => r.Remark.Repair!())
                .Where(p => !seen.Contains(Signature(p)) && OneSide.Turns(p, knowledge) <= OneSide.Turns(plan, knowledge))
                .Select(p => (Plan: p, Weight: Weight(new(p, PlanExpansion.Expand(p, tempo, knowledge), school, tempo, knowledge))))
                .Where(p => p.Weight <= weight)
                .OrderBy(p => p.Weight == weight)
                .FirstOrDefault()
                .Plan;
            if (next is null)
            {
                return best;
            }

            seen.Add(Signature(plan = next));
        }

        return best;
    }

    private static string Signature(Plan plan) =>
        string.Join(' ', plan.Steps.Select(s => $"{s.Id}/{s.Level}/{s.Repeats}/{s.NoTouchSeconds}/{s.PacePercent}"));

    private const int MostRounds = 40;

    /// <summary>One that must be mended outweighs all that should, one that should all that could.</summary>
    private static double Weight(ReviewContext context) => Remarks(context).Sum(r => Math.Pow(1000, Severity.Could - r.Rule.Severity));

    private static IEnumerable<(OrderRule Rule, Remark Remark)> Remarks(ReviewContext context) =>
        context.Plan.Steps.Count == 0
            ? []
            : context
                .Knowledge.OrderRules.All.Where(r => context.School.OrderRulesOff?.Contains(r.Id) != true)
                .SelectMany(r => Reviewers[r.Id](context, r).Select(remark => (r, remark)));

    private static OrderFinding Finding(OrderRule rule, Remark remark, ReviewContext context) =>
        new(
            rule.Id,
            rule.Name,
            remark.Severity ?? rule.Severity,
            [.. remark.Steps.Select(s => s.Id)],
            remark.What,
            rule.Why,
            remark.Repair is null ? null : remark.Saying,
            rule.Source.ToString()
        );
}
