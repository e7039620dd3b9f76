using AmpleLantern.Core.Screening;
using static AmpleLantern.Core.Knowledge.KnowledgeChecks;

namespace AmpleLantern.Core.Knowledge;

/// <summary>Cross-checks of what screening reads: rules, words, complaints, schools.</summary>
public static class ScreeningChecks
{
    public static IReadOnlyList<KnowledgeProblem> Problems(KnowledgeBase k) => Problems(k.WithRules([]));

    private static IReadOnlyList<KnowledgeProblem> Problems(PracticeKnowledge k) =>
    [
        .. k.Rules.All.SelectMany(r => Of(r, k)),
        .. k.Regions.All.SelectMany(r => All("regions", r.Id, "/parts", k.Regions, r.Parts)),
        .. k.Products.All.SelectMany(p => All("products", p.Id, "/contains", k.Products, p.Contains)),
        .. k.Terms.All.SelectMany(t => All("terms", t.Id, "/means", k.Facts, t.Means.Select(m => m.Fact))),
        .. k.Complaints.All.SelectMany(c => Of(c, k)),
        .. k.Disagreements.All.Where(d => d.Options.All(o => o.Id != d.Default))
            .Select(d => new KnowledgeProblem("disagreements", d.Id, "/default", $"'{d.Default}' is none of its options.")),
        .. k.Schools.All.SelectMany(s => s.Choices.SelectMany(c => Choice(c.Key, c.Value, k).Select(r => new KnowledgeProblem("schools", s.Id, $"/choices/{c.Key}", r)))),
    ];

    /// <summary>What is wrong with one rule, a practice's own included.</summary>
    public static IReadOnlyList<KnowledgeProblem> Of(Rule rule, PracticeKnowledge k) =>
    [
        .. All("rules", rule.Id, "/when", k.Facts, Conditions.FactsAsked(rule.When)),
        .. Members(rule.When).SelectMany(c => Condition(c, rule, k)).Select(r => new KnowledgeProblem("rules", rule.Id, "/when", r)),
        .. rule.UnlessSchool is { } u ? Choice(u.Question, u.Choice, k).Select(r => new KnowledgeProblem("rules", rule.Id, "/unlessSchool", r)) : [],
        .. rule.Then.SelectMany((e, i) => Of(rule, e, $"/then/{i}", k)),
        .. rule.Cases.SelectMany((c, i) => Known(k.Flows, c.Flow).Select(r => new KnowledgeProblem("rules", rule.Id, $"/cases/{i}/flow", r))),
        .. rule.Cases.SelectMany((c, i) => All("rules", rule.Id, $"/cases/{i}/facts", k.Facts, c.Facts.Select(f => f.Fact))),
    ];

    private static IEnumerable<Condition> Members(Condition when) =>
        (when.Any ?? []).Concat(when.All ?? []).Concat(when.Not is { } not ? [not] : []).SelectMany(Members).Prepend(when);

    private static IEnumerable<string> Condition(Condition c, Rule rule, PracticeKnowledge k)
    {
        if (c is { Fact: null, Any: null or [], All: null or [], Not: null, Always: false, As: null, School: null, Age: null })
        {
            yield return "Say when the rule holds: name a fact, an age, a school's choice, another rule, or that it always holds.";
        }

        if (c.As is { } other)
        {
            foreach (var reason in Known(k.Rules, other))
            {
                yield return reason;
            }

            if (Circle(rule.Id, rule.When, k) is { } circle)
            {
                yield return $"This rule holds when itself holds: {string.Join(" → ", circle)}. Take one of the references out.";
            }
        }

        if (c.School is { } choice)
        {
            foreach (var reason in Choice(choice.Question, choice.Choice, k))
            {
                yield return reason;
            }
        }
    }

    private static IReadOnlyList<string>? Circle(string start, Condition when, PracticeKnowledge k)
    {
        IReadOnlyList<string>? From(string at, Condition condition, IReadOnlyList<string> way)
        {
            foreach (var next in Members(condition).Select(c => c.As).OfType<string>())
            {
                if (next == start)
                {
                    return [.. way, next];
                }

                if (!way.Contains(next) && k.Rules.Find(next) is { } rule && From(next, rule.When, [.. way, next]) is { } found)
                {
                    return found;
                }
            }

            return null;
        }

        return From(start, when, [start]);
    }

    private static IEnumerable<string> Choice(string question, string option, KnowledgeBase k) =>
        Known(k.Disagreements, question).Concat(
            k.Disagreements.Find(question) is { } d && d.Options.All(o => o.Id != option)
                ? [$"'{d.Name}' has no option '{option}'. It has {string.Join(", ", d.Options.Select(o => o.Id))}."] : []);

    private static IEnumerable<KnowledgeProblem> Of(Rule rule, Effect effect, string at, KnowledgeBase k)
    {
        var on = effect.On;
        var limbs = k.Regions.All.Select(r => r.Limb).OfType<string>().ToHashSet();
        return
        [
            .. All("rules", rule.Id, $"{at}/on/families", k.Families, on?.Families),
            .. All("rules", rule.Id, $"{at}/on/techniques", k.Techniques, on?.Techniques),
            .. All("rules", rule.Id, $"{at}/on/contacts", k.Contacts, on?.Contacts),
            .. All("rules", rule.Id, $"{at}/on/regions", k.Regions, on?.Regions?.Where(r => !limbs.Contains(r))),
            .. All("rules", rule.Id, $"{at}/on/exceptFamilies", k.Families, on?.ExceptFamilies),
            .. All("rules", rule.Id, $"{at}/on/exactRegions", k.Regions, on?.ExactRegions),
            .. All("rules", rule.Id, $"{at}/on/positions", k.Positions, on?.Positions),
            .. All("rules", rule.Id, $"{at}/on/points", k.Atlas.Points, on?.Points),
            .. All("rules", rule.Id, $"{at}/on/products", k.Products, on?.Products),
            .. All("rules", rule.Id, $"{at}/on/lines", k.Atlas.Channels, on?.Lines?.Where(l => !k.Atlas.Sen.Has(l))),
            .. All("rules", rule.Id, $"{at}/cap/positions", k.Positions, effect.Cap?.Positions),
            .. Cap(effect.Cap).Select(why => new KnowledgeProblem("rules", rule.Id, $"{at}/cap", why)),
        ];
    }

    /// <summary>A cap no step can keep would take the plan apart.</summary>
    private static IEnumerable<string> Cap(Cap? cap) => new[]
    {
        (cap?.Level is < 1 or > 5, "A level goes from 1 (surface) to 5 (very deep)."),
        (cap?.HoldSeconds is < 1 or > 900, "A hold lasts 1 to 900 seconds."),
        (cap?.RangePercent is < 10 or > 100, "A range goes from 10 to 100 percent."),
        (cap?.PacePercent is < 10 or > 100, "A pace goes from 10 to 100 percent."),
    }.Where(c => c.Item1).Select(c => c.Item2);

    private static IEnumerable<KnowledgeProblem> Of(Complaint complaint, KnowledgeBase k)
    {
        var answers = complaint.Questions.SelectMany(q => q.Options.Select(o => $"{q.Id}.{o.Id}")).ToHashSet();
        return complaint.Questions.SelectMany((q, i) => Enumerable.Concat(
            All("complaints", complaint.Id, $"/questions/{i}/options", k.Facts, q.Options.SelectMany(o => o.Sets).Select(s => s.Fact)),
            (q.If ?? []).Where(a => !answers.Contains(a))
                .Select(a => new KnowledgeProblem("complaints", complaint.Id, $"/questions/{i}/if", $"There is no answer '{a}' in this interview."))));
    }
}
