using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;

namespace AmpleLantern.Core.Measures;

/// <summary>Why a measure is worth taking today.</summary>
public enum ProposedFor
{
    /// <summary>It was taken last time, so it can be compared.</summary>
    LastTime,
    Course,
    Complaint,
    Flow,
    Usual,
}

/// <summary>A measure worth taking at a visit.</summary>
/// <param name="Measure">Id; both sides stand beside each other.</param>
public sealed record ProposedMeasure([RefersTo<Measure>] string Measure, ProposedFor For);

/// <summary>What is worth measuring at a visit: few, and those that can tell whether it helped.</summary>
public static class Proposed
{
    /// <param name="last">What was taken at the visit before.</param>
    /// <param name="course">What the course measures, by measure or family.</param>
    /// <param name="complaints">Ids of what they came for.</param>
    public static IReadOnlyList<ProposedMeasure> At(
        IReadOnlyList<Rating> last,
        IReadOnlyList<string> course,
        IReadOnlyList<string> complaints,
        Plan plan,
        KnowledgeBase knowledge
    )
    {
        (ProposedFor For, IEnumerable<string> Of)[] ranked =
        [
            (ProposedFor.LastTime, last.Where(r => (r.Before ?? r.After) is not null).Select(r => r.Measure)),
            (ProposedFor.Course, course),
            (ProposedFor.Complaint, InTurn([.. complaints.Select(c => knowledge.Of<ComplaintWish>().Find(c)?.Measures ?? [])])),
            (ProposedFor.Flow, plan.Flow is { } flow ? knowledge.Of<FlowMeasures>().Find(flow)?.Measures ?? [] : []),
            (ProposedFor.Usual, knowledge.MeasureChoice.Usual),
        ];
        return
        [
            .. ranked
                .SelectMany(r => r.Of.Select(m => (r.For, Sides: Sides(m, knowledge))))
                .Where(x => x.Sides.Count > 0)
                .DistinctBy(x => x.Sides[0].Family)
                .Take(knowledge.MeasureChoice.MostProposed)
                .SelectMany(x => x.Sides.Select(m => new ProposedMeasure(m.Id, x.For))),
        ];
    }

    /// <summary>Both sides of a measure, whichever was named; what is worked out brings what it is worked out from.</summary>
    private static IReadOnlyList<Measure> Sides(string measure, KnowledgeBase knowledge) =>
        knowledge.SidesOf(knowledge.Measures.Find(measure)?.Family ?? measure) is [{ Cones: { } cones }, ..] worked
            ? [.. worked, .. cones.Girths.SelectMany(knowledge.SidesOf)]
            : knowledge.SidesOf(knowledge.Measures.Find(measure)?.Family ?? measure);

    /// <summary>The first of each complaint, then the second: no complaint crowds out another.</summary>
    private static IEnumerable<string> InTurn(IReadOnlyList<IReadOnlyList<string>> lists) =>
        Enumerable
            .Range(0, lists.Select(l => l.Count).DefaultIfEmpty().Max())
            .SelectMany(i => lists.Where(l => i < l.Count).Select(l => l[i]));
}
