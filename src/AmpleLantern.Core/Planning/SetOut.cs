using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>What has to be at hand. The one function every list of it comes from.</summary>
public static class SetOut
{
    /// <summary>The props of a plan's steps and of the flow it came from, each once, by the one name it has.</summary>
    public static IReadOnlyList<string> For(Plan plan, KnowledgeBase knowledge) => [.. Props(plan, knowledge).Select(p => p.Name)];

    /// <summary>The same as things; one the knowledge does not have is read as the word it is.</summary>
    public static IReadOnlyList<Prop> Props(Plan plan, KnowledgeBase knowledge) =>
        [
            .. (plan.Flow is { } id ? knowledge.Flows.Find(id)?.Props ?? [] : [])
                .Concat(plan.Steps.SelectMany(s => s.Props))
                .Select(p => Named(p, knowledge))
                .DistinctBy(p => p.Id),
        ];

    /// <summary>What a step needs of the things a practice does not have.</summary>
    /// <param name="notHere">Ids of those.</param>
    public static IReadOnlyList<Prop> Wanting(PlanStep step, IReadOnlyList<string> notHere, KnowledgeBase knowledge) =>
        notHere.Count == 0 ? [] : [.. step.Props.Select(p => Named(p, knowledge)).Where(p => notHere.Contains(p.Id))];

    /// <summary>A thing by its id, its name or a name it went by.</summary>
    public static Prop Named(string word, KnowledgeBase knowledge) =>
        knowledge.Props.Find(word)
        ?? knowledge.Props.All.FirstOrDefault(p => p.Name == word || p.Aliases?.Contains(word) == true)
        ?? new(word, word, new("common practice"));
}
