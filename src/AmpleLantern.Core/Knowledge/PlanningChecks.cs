using AmpleLantern.Core.Planning.Review;

namespace AmpleLantern.Core.Knowledge;

/// <summary>Checks what planning goes by: the rules of order, and the aims a session is composed from.</summary>
internal static class PlanningChecks
{
    public static IEnumerable<KnowledgeProblem> Problems(KnowledgeBase k) =>
    [
        .. k.OrderRules.All.Where(r => !PlanReview.Reviewers.ContainsKey(r.Id))
            .Select(r => new KnowledgeProblem("orderRules", r.Id, "/id", $"No reviewer is called '{r.Id}'. Known: {string.Join(", ", PlanReview.Reviewers.Keys)}.")),
        .. k.OrderRules.All.SelectMany(r => Lists(r, k)),
        .. k.Schools.All.SelectMany(s => KnowledgeChecks.All("schools", s.Id, "/orderRulesOff", k.OrderRules, s.OrderRulesOff)),
        .. k.Composing.Neighbours.All.SelectMany(n => KnowledgeChecks.Known(k.Regions, n.Id).Select(why => new KnowledgeProblem("neighbours", n.Id, "/id", why))
            .Concat(KnowledgeChecks.All("neighbours", n.Id, "/near", k.Regions, n.Near))),
    ];

    /// <summary>Lists whose name says what they hold are checked against it.</summary>
    private static IEnumerable<KnowledgeProblem> Lists(OrderRule rule, KnowledgeBase k)
    {
        foreach (var (name, ids) in rule.Lists ?? new Dictionary<string, IReadOnlyList<string>>())
        {
            var path = $"/lists/{name}";
            var problems = name switch
            {
                "families" or "stretches" or "muscles" or "rocking" or "treadingFamilies" or "backbends" or "notGeneral" or "exceptFamilies" or "thumbExceptFamilies" => KnowledgeChecks.All("orderRules", rule.Id, path, k.Families, ids),
                "neck" or "shoulder" or "head" or "belly" => KnowledgeChecks.All("orderRules", rule.Id, path, k.Regions, ids),
                "techniques" => KnowledgeChecks.All("orderRules", rule.Id, path, k.Techniques, ids),
                "positions" => KnowledgeChecks.All("orderRules", rule.Id, path, k.Positions, ids),
                _ => [],
            };
            foreach (var problem in problems)
            {
                yield return problem;
            }
        }

        foreach (var problem in KnowledgeChecks.All("orderRules", rule.Id, "/levels", k.Regions, rule.Levels?.Keys))
        {
            yield return problem;
        }
    }
}
