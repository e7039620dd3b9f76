using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Review;

/// <summary>What a reviewer found. The repair gives the plan as it would be.</summary>
/// <param name="Steps">Concerned steps, at least one.</param>
/// <param name="Saying">What the repair does, in the words of its button.</param>
internal sealed record Remark(
    IReadOnlyList<PlanStep> Steps,
    string What,
    string? Saying = null,
    Func<Plan>? Repair = null,
    Severity? Severity = null
);

/// <summary>A plan under review, with what the reviewers ask of it again and again.</summary>
public sealed record ReviewContext(Plan Plan, Expansion Expansion, School School, Tempo Tempo, KnowledgeBase Knowledge)
{
    internal IReadOnlyList<PlanStep> Steps => Plan.Steps;

    internal bool Is(PlanStep step, string trait) => Knowledge.Is(Knowledge.Techniques[step.Technique], trait);

    internal Contact Contact(PlanStep step) => Knowledge.Contacts[step.Contact];

    internal string Trunk(PlanStep step) => Knowledge.Positions[step.Position].Base ?? step.Position;

    internal double Start(int i) => Expansion.Steps[i].StartSeconds + Expansion.Steps[i].ChangeSeconds;

    internal double End(int i) => Expansion.Steps[i].StartSeconds + Expansion.Steps[i].Seconds;

    internal double Work(int i) => Expansion.Steps[i].WorkSeconds;

    /// <summary>Whether a flow is taught with one before the other: what its teacher put in that order is not turned round.</summary>
    internal bool TaughtInOrder(PlanStep before, PlanStep after) =>
        Knowledge.Flows.All.Any(f => f.PlaceOf(before) is { } first && f.PlaceOf(after) is { } second && first < second);

    internal bool Overlap(PlanStep a, PlanStep b) => a.Side.Touches(b.Side is Side.Mid ? null : b.Side) && In(a, b.Regions);

    internal bool In(PlanStep step, IReadOnlyList<string> regions) => regions.Any(r => step.Regions.Any(w => Knowledge.Overlap(r, w)));

    /// <summary>The plan with some steps put in again before another; their order stays, and a series stays in one piece.</summary>
    internal Plan MoveBefore(IReadOnlyCollection<PlanStep> moved, PlanStep before) => Moved(moved, Plan.SeriesOf(before)[0], 0);

    /// <summary>The plan with some steps put in again after another.</summary>
    internal Plan MoveAfter(IReadOnlyCollection<PlanStep> moved, PlanStep after) => Moved(moved, Plan.SeriesOf(after)[^1], 1);

    private Plan Moved(IReadOnlyCollection<PlanStep> moved, PlanStep beside, int after)
    {
        var known = Plan.Steps.Select(s => s.Id).ToHashSet();
        // What is put in new stands in no series yet.
        IReadOnlyList<PlanStep> whole = [.. moved.SelectMany(s => known.Contains(s.Id) ? Plan.SeriesOf(s) : [s]).DistinctBy(s => s.Id)];
        var ids = whole.Select(s => s.Id).ToHashSet();
        return ids.Contains(beside.Id)
            ? Plan
            : Plan with
            {
                Steps =
                [
                    .. Plan
                        .Steps.Where(s => !ids.Contains(s.Id))
                        .SelectMany(s =>
                            s.Id != beside.Id ? [s]
                            : after == 1 ? [s, .. whole]
                            : (IEnumerable<PlanStep>)[.. whole, s]
                        ),
                ],
            };
    }

    internal Plan Change(IEnumerable<PlanStep> steps, Func<PlanStep, PlanStep> change)
    {
        var ids = steps.Select(s => s.Id).ToHashSet();
        return Plan.With(s => ids.Contains(s.Id) ? change(s) : s);
    }

    /// <summary>An id no step of the plan has yet.</summary>
    internal string Fresh(string stem)
    {
        var id = stem;
        for (var n = 2; Plan.Steps.Any(s => s.Id == id); n++)
        {
            id = $"{stem}-{n}";
        }

        return id;
    }
}
