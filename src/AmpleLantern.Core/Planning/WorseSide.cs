using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>What the fit gives the worse side more: whole repeats, no region beyond the share the school allows.</summary>
internal static class WorseSide
{
    private const double Percent = 100;

    /// <summary>Tenths of a second to keep free for it, of what both sides of the pairs take.</summary>
    public static int Reserve(int pairedTenths, School school)
    {
        var share = school.WorseSideExtraPercent / Percent;
        return (int)(pairedTenths / 2 * share / (1 + (share / 2)));
    }

    /// <summary>The plan with repeats added on the worse side, one by one, as long as time and share allow.</summary>
    public static Plan GiveMore(Plan plan, Side worse, double seconds, School school, Tempo tempo, KnowledgeBase knowledge)
    {
        var steps = plan.Steps.Where(s => s.Side == worse && Fit.MayChange(s) && Twin(plan, s) is not null).Select(s => s.Id).ToList();
        for (var more = 1; steps.Count > 0; more++)
        {
            var (before, given) = (plan, new List<string>());
            foreach (var id in steps)
            {
                var step = plan.Step(id);
                if (step.Repeats >= step.Range.Max || step.Repeats - Twin(plan, step)!.Repeats >= more)
                {
                    continue;
                }

                var with = plan.With(s => s.Id == id ? s with { Repeats = s.Repeats + 1 } : s);
                var expansion = PlanExpansion.Expand(with, tempo, knowledge);
                if (expansion.TotalSeconds <= seconds && Within(with.Step(id), expansion, worse, school))
                {
                    plan = with;
                    given.Add(id);
                }
            }

            // Who has room for one more may have it for a second; who has not, has not.
            steps = [.. steps.Where(id => given.Contains(id) || before.Step(id).Repeats - Twin(before, before.Step(id))!.Repeats >= more)];
        }

        return plan;
    }

    /// <summary>How much longer the worse side is worked than the other, in percent of it; null where the other is not worked.</summary>
    public static double? MorePercent(Expansion expansion, Side worse)
    {
        var (own, other) =
            worse is Side.Left
                ? (expansion.Totals.LeftSeconds, expansion.Totals.RightSeconds)
                : (expansion.Totals.RightSeconds, expansion.Totals.LeftSeconds);
        return other > 0 ? (own - other) / other * Percent : null;
    }

    private static bool Within(PlanStep step, Expansion expansion, Side worse, School school) =>
        Dose.Of(expansion)
            .Balance.Where(b => step.Regions.Contains(b.Region) && (b.LeftSeconds > b.RightSeconds) == worse is Side.Left)
            .All(b => b.Percent <= school.WorseSideExtraPercent);

    private static PlanStep? Twin(Plan plan, PlanStep step) =>
        plan.Steps.FirstOrDefault(s => s.Pair is not null && s.Pair == step.Pair && s.Id != step.Id);
}
