using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Measures;

/// <summary>What somebody with a complaint usually wants of a session, and what is worth measuring before and after.</summary>
/// <param name="Id">Of the complaint.</param>
/// <param name="Aims">Where, how it feels, and what is wanted; nothing where hands do not answer it.</param>
[Kind("complaintWishes", "wish of a complaint")]
public sealed record ComplaintWish(
    [RefersTo<Complaint>] string Id,
    Source Source,
    IReadOnlyList<ComplaintAim> Aims,
    [RefersTo<Measure>(OrAnother = true)] IReadOnlyList<string> Measures
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) => MeasuresKnowledge.Unknown(Measures, knowledge);
}

/// <summary>One wish of it; the side is the complaint's.</summary>
public sealed record ComplaintAim(
    [RefersTo<Region>] string Region,
    [RefersTo<Quality>] string? Quality = null,
    [RefersTo<Aim>] string? For = null
);

/// <summary>What the complaints of a visit suggest.</summary>
public sealed record Suggested(IReadOnlyList<WantedAim> Aims)
{
    /// <param name="complaints">Complaints of the day, each with its side.</param>
    public static Suggested By(IReadOnlyList<(string Complaint, Side? Side)> complaints, KnowledgeBase knowledge)
    {
        var wishes = complaints.Select(c => (Wish: knowledge.Of<ComplaintWish>().Find(c.Complaint), c.Side)).Where(x => x.Wish is not null);
        return new([
            .. wishes
                .SelectMany(x =>
                    x.Wish!.Aims.Select(a => new WantedAim(a.Region, x.Side is Side.Left or Side.Right ? x.Side : null, a.Quality, a.For))
                )
                .Distinct(),
        ]);
    }
}
