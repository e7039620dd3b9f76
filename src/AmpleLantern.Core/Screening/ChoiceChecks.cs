using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Screening;

/// <summary>
/// Whatever a school may choose changes something: a rule, a flow or a rule of order goes by every option but the plain one.
/// </summary>
internal sealed class ChoiceChecks : ICrossCheck
{
    public IEnumerable<KnowledgeProblem> Problems(KnowledgeBase knowledge)
    {
        var read = knowledge
            .ShippedRules.All.SelectMany(r =>
                Conditions.Members(r.When).Select(c => c.School).Append(r.UnlessSchool).OfType<SchoolChoice>()
            )
            .Select(c => (c.Question, c.Choice))
            .Concat(knowledge.Flows.All.SelectMany(f => f.ReadChoices()))
            .ToHashSet();
        return knowledge
            .Disagreements.All.Select(d => (Question: d, Unread: d.Options.Where(o => !read.Contains((d.Id, o.Id))).ToList()))
            .Where(x => x.Unread.Count > 1)
            .Select(x => new KnowledgeProblem(
                Kind.Of(typeof(Disagreement)).Id,
                x.Question.Id,
                "/options",
                $"Nothing changes between {string.Join(" and ", x.Unread.Select(o => $"'{o.Id}'"))}. Let a rule or a flow go by them, or leave one out."
            ));
    }
}
