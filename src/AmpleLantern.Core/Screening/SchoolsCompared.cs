using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Screening;

/// <summary>What taking an option changes of a flow, against what is taken now.</summary>
/// <param name="House">The house takes it.</param>
/// <param name="Steps">How many steps more or fewer.</param>
/// <param name="Seconds">How much longer or shorter.</param>
/// <param name="Comes">Names of steps that come; <paramref name="Goes"/> of those that go.</param>
/// <param name="Speak">Rules that hold with it and not with every other; <paramref name="OnlyNote"/> those that then only say so.</param>
/// <param name="ForClient">What then stands otherwise for this client.</param>
public sealed record OptionEffect(
    string Id,
    string Name,
    bool Chosen,
    bool House,
    int Steps,
    double Seconds,
    IReadOnlyList<string> Comes,
    IReadOnlyList<string> Goes,
    IReadOnlyList<string> Speak,
    IReadOnlyList<string> OnlyNote,
    IReadOnlyList<string> ForClient
);

/// <summary>A question in which schools differ, with what each answer changes.</summary>
public sealed record QuestionEffect(string Id, string Name, string Why, string Source, IReadOnlyList<OptionEffect> Options);

/// <summary>Where schools differ, worked out on a flow and, where there is one, a client.</summary>
public static class SchoolsCompared
{
    /// <param name="subject">Whom it is for; null where nobody in particular is.</param>
    public static IReadOnlyList<QuestionEffect> Of(
        Flow flow,
        School school,
        Tempo tempo,
        ScreenSubject? subject,
        PracticeKnowledge knowledge
    )
    {
        var now = Given.By(school, flow, tempo, subject, knowledge);
        return
        [
            .. knowledge.Disagreements.All.Select(d => new QuestionEffect(
                d.Id,
                d.Name,
                d.Why,
                d.Source.ToString(),
                [
                    .. d.Options.Select(o =>
                    {
                        var chosen = school.Chose(d.Id, knowledge) == o.Id;
                        var then = chosen
                            ? now
                            : Given.By(
                                school with
                                {
                                    Choices = school.Choices.Where(c => c.Key != d.Id).Append(new(d.Id, o.Id)).ToDictionary(),
                                },
                                flow,
                                tempo,
                                subject,
                                knowledge
                            );
                        return new OptionEffect(
                            o.Id,
                            o.Name,
                            chosen,
                            d.Default == o.Id,
                            then.Plan.Steps.Count - now.Plan.Steps.Count,
                            Timing.ToTenths(then.Expansion.TotalSeconds - now.Expansion.TotalSeconds),
                            Besides(then.Plan, now.Plan),
                            Besides(now.Plan, then.Plan),
                            Rules(knowledge, r => Conditions.Members(r.When).Any(c => Asks(c.School, d, o))),
                            Rules(knowledge, r => Asks(r.UnlessSchool, d, o)),
                            Otherwise(now, then)
                        );
                    }),
                ]
            )),
        ];
    }

    private sealed record Given(Plan Plan, Expansion Expansion, IReadOnlyList<Finding> Findings)
    {
        public static Given By(School school, Flow flow, Tempo tempo, ScreenSubject? subject, PracticeKnowledge knowledge)
        {
            var plan = FlowPlans.FromFlow(flow, knowledge, school);
            var expansion = PlanExpansion.Expand(plan, tempo, knowledge);
            return new(
                plan,
                expansion,
                subject is null ? [] : Screener.Findings(subject, new(plan, expansion, school, tempo, knowledge)).Findings
            );
        }
    }

    private static bool Asks(SchoolChoice? choice, Disagreement question, DisagreementOption option) =>
        choice is not null && choice.Question == question.Id && choice.Choice == option.Id;

    private static IReadOnlyList<string> Rules(PracticeKnowledge knowledge, Func<Rule, bool> which) =>
        [.. knowledge.Rules.All.Where(which).Select(r => r.Title).Distinct()];

    private static IReadOnlyList<string> Besides(Plan plan, Plan other)
    {
        var there = other.Steps.Select(s => s.Id).ToHashSet();
        return [.. plan.Steps.Where(s => !there.Contains(s.Id)).Select(s => s.Name).Distinct()];
    }

    private static List<string> Otherwise(Given now, Given then)
    {
        var before = now.Findings.GroupBy(f => f.Rule).ToDictionary(g => g.Key, g => g.Min(f => f.Outcome));
        return
        [
            .. then
                .Findings.GroupBy(f => f.Rule)
                .Select(g => (g.Key, Outcome: g.Min(f => f.Outcome), g.First().Title))
                .Where(x => !before.TryGetValue(x.Key, out var was) || was != x.Outcome)
                .Select(x =>
                    before.TryGetValue(x.Key, out var was)
                        ? $"{x.Title}: {Word(x.Outcome)} instead of {Word(was)}"
                        : $"{x.Title}: {Word(x.Outcome)}"
                ),
            .. now
                .Findings.Where(f => then.Findings.All(t => t.Rule != f.Rule))
                .DistinctBy(f => f.Rule)
                .Select(f => $"{f.Title}: does not touch it any more"),
        ];
    }

    private static string Word(Outcome outcome) => outcome.ToString().ToLowerInvariant();
}
