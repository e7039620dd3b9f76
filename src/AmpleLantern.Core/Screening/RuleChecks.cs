using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening;

/// <summary>Whether a rule, shipped or a practice's own, says when it holds and asks for what can be.</summary>
public static class RuleChecks
{
    /// <summary>Everything wrong with a rule.</summary>
    public static IReadOnlyList<Flaw> Of(Rule rule, PracticeKnowledge knowledge) =>
        [.. References.Broken(rule, knowledge), .. Beyond(rule, knowledge)];

    /// <summary>What is wrong beyond its references.</summary>
    internal static IEnumerable<Flaw> Beyond(Rule rule, PracticeKnowledge k) =>
        [
            .. Conditions.Members(rule.When).SelectMany(c => Condition(c, rule, k)).Select(why => new Flaw("/when", why)),
            .. rule.UnlessSchool is { } u
                ? Disagreement.Unknown(u.Question, u.Choice, k).Select(why => new Flaw("/unlessSchool", why))
                : [],
            .. SaidTwice(rule),
            .. rule.Then.SelectMany(
                (e, i) =>
                    Regions(e, k)
                        .Concat(Effects(e, k))
                        .Concat(Cap(e.Cap, k.PlanLimits).Select(why => new Flaw("/cap", why)))
                        .Select(f => f with { Path = $"/then/{i}{f.Path}" })
            ),
        ];

    /// <summary>What a rule asks for is told apart by what it says; two that say the same would be settled as one.</summary>
    private static IEnumerable<Flaw> SaidTwice(Rule rule) =>
        rule
            .Then.Select((r, i) => (Said: r.Say ?? rule.Title, i))
            .GroupBy(x => x.Said)
            .Where(g => g.Count() > 1)
            .Select(g => new Flaw(
                $"/then/{g.Last().i}/say",
                $"This rule says '{g.Key}' twice. Say in other words what this part asks for."
            ));

    /// <summary>A rule may speak of a whole limb or an area as if it were a region.</summary>
    private static IEnumerable<Flaw> Regions(Ruling ruling, KnowledgeBase k) =>
        (ruling.On?.Regions ?? [])
            .Select((id, i) => (i, Why: k.IsPlace(id) ? null : k.Regions.Missing(id)))
            .Where(x => x.Why is not null)
            .Select(x => new Flaw($"/on/regions/{x.i}", x.Why!));

    private static IEnumerable<Flaw> Effects(Ruling ruling, KnowledgeBase k) =>
        (ruling.On?.Effects ?? []).SelectMany((e, i) => e.Flaws(k).Select(f => f with { Path = $"/on/effects/{i}{f.Path}" }));

    private static IEnumerable<string> Condition(Condition c, Rule rule, PracticeKnowledge k)
    {
        if (
            c is
            {
                Fact: null,
                Any: null or [],
                All: null or [],
                Not: null,
                Always: false,
                As: null,
                School: null,
                Age: null,
                AgeFrom: null,
                AtLeast: null
            }
        )
        {
            yield return "Say when the rule holds: name a fact, an age, a school's choice, another rule, or that it always holds.";
        }

        foreach (var missing in (c.Regions ?? []).Where(r => !k.IsPlace(r)).Select(r => k.Regions.Missing(r)!))
        {
            yield return missing;
        }

        if (c.As is { } other)
        {
            if (k.Rules.Missing(other) is { } missing)
            {
                yield return missing;
            }

            if (Circle(rule.Id, rule.When, k) is { } circle)
            {
                yield return $"This rule holds when itself holds: {string.Join(" → ", circle)}. Take one of the references out.";
            }
        }

        if (c.School is { } choice)
        {
            foreach (var reason in Disagreement.Unknown(choice.Question, choice.Choice, k))
            {
                yield return reason;
            }
        }
    }

    private static IReadOnlyList<string>? Circle(string start, Condition when, PracticeKnowledge k)
    {
        IReadOnlyList<string>? From(string at, Condition condition, IReadOnlyList<string> way)
        {
            foreach (var next in Conditions.Members(condition).Select(c => c.As).OfType<string>())
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

    /// <summary>A cap no step can keep would take the plan apart.</summary>
    private static IEnumerable<string> Cap(Cap? cap, PlanLimits limits) =>
        new[]
        {
            (
                Outside(cap?.Level, limits.Level),
                $"A level goes from {limits.Level.Least:0} (surface) to {limits.Level.Most:0} (very deep)."
            ),
            (
                Outside(cap?.HoldSeconds, limits.HoldSeconds),
                $"A hold lasts {limits.HoldSeconds.Least:0} to {limits.HoldSeconds.Most:0} seconds."
            ),
            (Outside(cap?.RangePercent, limits.Percent), $"A range goes from {limits.Percent.Least:0} to {limits.Percent.Most:0} percent."),
            (Outside(cap?.PacePercent, limits.Percent), $"A pace goes from {limits.Percent.Least:0} to {limits.Percent.Most:0} percent."),
        }
            .Where(c => c.Item1)
            .Select(c => c.Item2);

    private static bool Outside(int? value, Believed limits) => value is { } v && !limits.Holds(v);
}
