using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning.Review;

/// <summary>Every rule of order has a reviewer.</summary>
internal sealed class ReviewChecks : ICrossCheck
{
    public IEnumerable<KnowledgeProblem> Problems(KnowledgeBase knowledge) =>
        knowledge
            .OrderRules.All.Where(r => !PlanReview.Reviewers.ContainsKey(r.Id))
            .Select(r => new KnowledgeProblem(
                Kind.Of(typeof(OrderRule)).Id,
                r.Id,
                "/id",
                $"No reviewer is called '{r.Id}'. Known: {string.Join(", ", PlanReview.Reviewers.Keys)}."
            ));
}
