using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Screening;

/// <summary>
/// Whatever a school may choose is read by something: a rule, a flow's variant, a rule of order; or the question says that nothing is.
/// </summary>
internal sealed class ChoiceChecks : ICrossCheck
{
    public IEnumerable<KnowledgeProblem> Problems(KnowledgeBase knowledge)
    {
        var read = knowledge
            .ShippedRules.All.SelectMany(r => References.Of(r, ""))
            .Where(r => r.To.Contains(typeof(Disagreement)))
            .Select(r => r.Id)
            .Concat(knowledge.Flows.All.SelectMany(f => f.Variants ?? []).Select(v => v.Id))
            .Append(Disagreement.NeckOrShoulder)
            .ToHashSet();
        return knowledge
            .Disagreements.All.Where(d => read.Contains(d.Id) == d.Unread is not null)
            .Select(d => new KnowledgeProblem(
                Kind.Of(typeof(Disagreement)).Id,
                d.Id,
                "/unread",
                d.Unread is null
                    ? "Nothing reads what is chosen here. Let a rule or a flow go by it, or say what takes its place."
                    : "Something reads what is chosen here."
            ));
    }
}
