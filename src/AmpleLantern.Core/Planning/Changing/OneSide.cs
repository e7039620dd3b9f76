using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Changing;

/// <summary>All of one side, then all of the other: nobody is turned more often than they must be.</summary>
public static class OneSide
{
    /// <summary>
    /// What is given lying on one side gathered, then what is given lying on the other, where the first of it stood. The order on each
    /// side stays; what opens or closes a side goes with it.
    /// </summary>
    public static Plan Through(Plan plan, KnowledgeBase knowledge) =>
        Gathered(plan, [.. plan.Steps.Where(s => LiesOnASide(s, knowledge))], s => s.Position);

    /// <summary>The same where that turns the client less often; else the plan as it is.</summary>
    public static Plan WithFewerTurns(Plan plan, KnowledgeBase knowledge) =>
        Through(plan, knowledge) is var through && Turns(through, knowledge) < Turns(plan, knowledge) ? through : plan;

    /// <summary>Of these steps those on the side that comes first, then those on the other; the rest stays where it is.</summary>
    public static Plan Through(Plan plan, IReadOnlyList<PlanStep> steps, KnowledgeBase knowledge) =>
        Gathered(
            plan,
            [.. steps.Where(s => LiesOnASide(s, knowledge) || s.Side is Side.Left or Side.Right)],
            s => LiesOnASide(s, knowledge) ? s.Position : s.Side.ToString()
        );

    /// <summary>How often the client turns or sits up.</summary>
    public static int Turns(Plan plan, KnowledgeBase knowledge) =>
        plan.Steps.Zip(plan.Steps.Skip(1)).Count(p => Turns(p.First, p.Second, knowledge));

    /// <summary>Whether the client turns, sits up or gets up between two steps.</summary>
    public static bool Turns(PlanStep before, PlanStep step, KnowledgeBase knowledge) =>
        PlanExpansion.Change(before, step, knowledge).What is PlanExpansion.PositionChange or PlanExpansion.SurfaceChange;

    /// <summary>
    /// The step for a client who lies on a side: worked on the side that is up, unless it is made for the leg or arm on the mat.
    /// </summary>
    internal static PlanStep Upward(PlanStep step, bool taughtBelow, KnowledgeBase knowledge) =>
        knowledge.Positions[step.Position] is { Mirror: not null } lying
        && step.Side is Side.Left or Side.Right
        && !taughtBelow
        && Below(step, lying)
            ? step with
            {
                Side = step.Side.Mirror(),
            }
            : step;

    /// <summary>Whether it works the side the client lies on.</summary>
    internal static bool IsBelow(PlanStep step, KnowledgeBase knowledge) =>
        knowledge.Positions[step.Position] is { Mirror: not null } lying && Below(step, lying);

    private static bool Below(PlanStep step, Position lying) =>
        step.Side.ToString().Equals(lying.LiesOn, StringComparison.OrdinalIgnoreCase);

    private static bool LiesOnASide(PlanStep step, KnowledgeBase knowledge) => knowledge.Positions[step.Position].Mirror is not null;

    private static Plan Gathered(Plan plan, IReadOnlyList<PlanStep> steps, Func<PlanStep, string> pass)
    {
        var order = steps.Select(pass).Distinct().ToList();
        if (order.Count < 2)
        {
            return plan;
        }

        var gathered = steps.OrderBy(s => order.IndexOf(pass(s))).ThenBy(Arc).ToList();
        var ids = steps.Select(s => s.Id).ToHashSet();
        return plan with
        {
            Steps =
            [
                .. plan.Steps.SelectMany(s =>
                    s.Id == steps[0].Id ? gathered
                    : ids.Contains(s.Id) ? []
                    : [s]
                ),
            ],
        };
    }

    private static int Arc(PlanStep step) =>
        step.Role switch
        {
            StepRole.Opening => 0,
            StepRole.Closing => 2,
            _ => 1,
        };
}
