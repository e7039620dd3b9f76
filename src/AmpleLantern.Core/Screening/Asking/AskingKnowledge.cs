using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Screening.Asking;

/// <summary>How many of a thousand people have it, by our judgement.</summary>
/// <param name="Id">Id of the fact.</param>
/// <param name="Ages">From an age on another number; the last that applies counts.</param>
[Kind("likelihoods", "likelihood")]
public sealed record Likelihood([RefersTo<FactDefinition>] string Id, Source Source, int PerThousand, IReadOnlyList<FromAge>? Ages = null)
    : IKnown
{
    public int At(int? age) => Ages?.LastOrDefault(a => age >= a.From)?.PerThousand ?? PerThousand;
}

/// <summary>From an age on.</summary>
public sealed record FromAge(int From, int PerThousand);

/// <summary>How bad it is not to have asked, by the outcome it would have had.</summary>
/// <param name="Id">The outcome as its word.</param>
[Kind("harms", "harm")]
public sealed record Harm(string Id, Source Source, int Weight) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Enum.GetValues<Outcome>().Any(o => Words.Of(o) == Id) ? [] : [new("/id", $"There is no outcome '{Id}'.")];
}

/// <summary>What asking reads.</summary>
public static class AskingKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public Catalogue<Complaint> Complaints => knowledge.Of<Complaint>();

        public Catalogue<Likelihood> Likelihoods => knowledge.Of<Likelihood>();

        public Catalogue<Harm> Harms => knowledge.Of<Harm>();
    }
}
