using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Planning;

/// <summary>What a practice or somebody in it chose: a profile, and where it is not the profile's, an option of a question.</summary>
/// <param name="Base">Id of the profile; the house's where there is no such profile any more.</param>
/// <param name="Choices">Options by question; what is not among them is the profile's.</param>
public sealed record OwnSchool(string Base, IReadOnlyDictionary<string, string> Choices)
{
    /// <summary>Id of the practice's own among the schools.</summary>
    public const string OfPractice = "practice";

    /// <summary>Id of somebody's own among the schools.</summary>
    public static string IdOf(string person) => $"of-{person}";

    public static bool IsOwn(string id) => id == OfPractice || id.StartsWith(IdOf(""), StringComparison.Ordinal);

    /// <exception cref="RefusalException">A profile, question or option there is not.</exception>
    public void Check(KnowledgeBase knowledge)
    {
        RefusalException.Unless(
            knowledge.Schools.Has(Base),
            "unknown-school",
            $"There is no school '{Base}'. Choose one of the list.",
            "/base"
        );
        foreach (var (question, option) in Choices)
        {
            RefusalException.Unless(
                knowledge.Disagreements.Has(question),
                "unknown-question",
                $"There is no question '{question}'. Reload the page and choose again.",
                "/choices"
            );
            foreach (var why in Disagreement.Unknown(question, option, knowledge))
            {
                throw new RefusalException("unknown-option", why, "/choices");
            }
        }
    }

    /// <summary>The school so chosen. What is no longer known is left to the profile.</summary>
    public School In(KnowledgeBase knowledge, string id, string name)
    {
        var like = knowledge.Schools.Find(Base) ?? knowledge.HouseSchool;
        var known = Choices.Where(c => knowledge.Disagreements.Find(c.Key)?.Options.Any(o => o.Id == c.Value) == true);
        return like with
        {
            Id = id,
            Name = name,
            Choices = like.Choices.Where(c => !Choices.ContainsKey(c.Key)).Concat(known).ToDictionary(),
        };
    }
}
