using System.Diagnostics;
using AmpleLantern.Core;
using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Exchange.Knowledge;

namespace AmpleLantern.Bench;

/// <summary>
/// Limits: expand, time, review and dose of a plan of 60 steps and 1,500 presses under 5 ms; its fit under 100 ms; a composition
/// of two proposals under 1 s at p95. Timed by a stopwatch, warm, because a composition is too long for a micro-benchmark.
/// </summary>
public static class PlanningCost
{
    private static readonly PracticeKnowledge Knowledge = KnowledgeFolder.Load(KnowledgeFolder.Shipped).WithRules([]);
    private static readonly School School = Knowledge.HouseSchool;
    private static readonly Tempo Tempo = TempoOf.Measures(14, 170, 8.5, Knowledge);

    private static readonly string[] Flows = ["legs-on-the-mat", "side-line-lower", "neck-then-shoulder"];
    private static readonly string[] Regions = ["shoulder", "lower-back", "neck", "whole-leg", "hip", "abdomen"];
    private static readonly string[] Traditions = ["thai", "shiatsu", "tui-na", "reflexology", "foot-pressure"];

    public static void Report()
    {
        var large = Large();
        var presses = PlanExpansion.Expand(large, Tempo, Knowledge).Totals.Presses;
        Times(
            $"expand, review and dose of {large.Steps.Count} steps, {presses} presses",
            200,
            _ =>
            {
                var expansion = PlanExpansion.Expand(large, Tempo, Knowledge);
                PlanReview.Run(new(large, expansion, School, Tempo, Knowledge));
                Dose.Of(expansion);
            }
        );
        Times("fit it to 90 minutes", 30, _ => Fit.ToMinutes(large, 90, Tempo, Knowledge));
        var taught = Knowledge.Taught(School);
        Times("a step found by words", 120, i => taught.Find(Words[i % Words.Length], new(8)));
        Times(
            "what a step could be: all choices, and the like of it",
            60,
            i =>
            {
                StepChoices.Of(large.Steps[i], School, Knowledge);
                StepChoices.Like(large.Steps[i], Knowledge);
            }
        );
        Times(
            $"an edit of {large.Steps.Count} steps to new totals, review and screen",
            60,
            i =>
            {
                var edited = PlanEdits.Apply(large, new(PlanEditKind.Pin, large.Steps[i].Id), Knowledge);
                var expansion = PlanExpansion.Expand(edited, Tempo, Knowledge);
                PlanReview.Run(new(edited, expansion, School, Tempo, Knowledge));
                Screener.Run(Somebody, edited, School, Tempo, Knowledge);
            }
        );
        var asked = Questions().ToList();
        Times($"compose, {asked.Count} questions of one to three aims", asked.Count, i => Answer(asked[i], Knowledge));
        var own = WithOwn(300);
        Times($"the same with {300} ways of one's own", asked.Count, i => Answer(asked[i], own));
    }

    private static readonly string[] Words = ["calf", "calf side", "GB34", "push lung line forearm", "temples", "sole on the back"];

    private static readonly ScreenSubject Somebody = new(
        new(2026, 3, 2),
        new NodaTime.LocalDate(1955, 1, 1),
        [new("anticoagulant"), new("knee-trouble"), new("varicose-veins")]
    );

    /// <summary>The knowledge with so many ways of one's own, each made from a step of a flow.</summary>
    private static PracticeKnowledge WithOwn(int count)
    {
        var steps = Knowledge
            .Flows.All.SelectMany(f => FlowPlans.FromFlow(f, Knowledge, School).Steps)
            .Where(s => s.Role is StepRole.Work && !s.Pattern.Kind.Equals(PatternKind.Handling))
            .ToList();
        var ways = Enumerable
            .Range(0, count)
            .Select(i =>
            {
                var step = steps[i * 7 % steps.Count];
                var like = Knowledge.Techniques[step.Technique];
                return new OwnWayDraft
                {
                    Name = $"Way {i}",
                    How = "As it is given here.",
                    Purpose = like.Purpose,
                    Contacts = like.Contacts,
                    Positions = like.Positions,
                    Levels = like.Levels,
                    Moves = [],
                    Cautions = [],
                    Step = step,
                    From = like.Id,
                }.Made($"own.{i}", new(Core.Knowledge.Source.OwnTechnique), Knowledge);
            })
            .ToList();
        return (PracticeKnowledge)Knowledge.With(OwnWay.Over(Knowledge, ways));
    }

    /// <summary>That nothing serves an aim in these traditions is an answer too.</summary>
    private static void Answer(ComposeRequest request, PracticeKnowledge knowledge)
    {
        try
        {
            Composer.Compose(request, School, knowledge);
        }
        catch (Core.RefusalException e) when (e.Code is "nothing-serves") { }
    }

    /// <summary>Sixty steps of three flows, repeated until they make 1,500 presses.</summary>
    private static Plan Large()
    {
        var steps = Flows
            .SelectMany(f =>
                FlowPlans
                    .FromFlow(Knowledge.Flows[f], Knowledge, School)
                    .Steps.Select(s => s with { Id = $"{f}.{s.Id}", Pair = s.Pair is null ? null : $"{f}.{s.Pair}" })
            )
            .Take(60)
            .ToList();
        var plan = new Plan("Sixty steps", steps);
        while (PlanExpansion.Expand(plan, Tempo, Knowledge).Totals.Presses < 1500)
        {
            plan = plan.With(s => s.Pattern.IsContinuous ? s : s with { Repeats = s.Repeats + 1, Range = new(1, 1, s.Repeats + 2) });
        }

        return plan.With(s => s.Pattern.IsContinuous ? s : s with { Range = new(1, 1, s.Repeats + 2) });
    }

    private static IEnumerable<ComposeRequest> Questions()
    {
        for (var i = 0; i < 24; i++)
        {
            WantedAim[] aims =
            [
                .. Enumerable
                    .Range(0, 1 + i % 3)
                    .Select(n => new WantedAim(Regions[(i + n * 2) % Regions.Length], i % 2 == 0 ? Side.Right : null, "tight")),
            ];
            string[] from = [.. Traditions.Skip(i % 4).Take(2 + i % 2)];
            yield return new(aims, from, 45 + i % 3 * 15, new(new(2026, 3, 2), new NodaTime.LocalDate(1980, 1, 1), []), Tempo);
        }
    }

    private static void Times(string what, int runs, Action<int> work)
    {
        for (var i = 0; i < Math.Min(runs, 3); i++)
        {
            work(i);
        }

        var times = Enumerable
            .Range(0, runs)
            .Select(i =>
            {
                var clock = Stopwatch.GetTimestamp();
                work(i);
                return Stopwatch.GetElapsedTime(clock).TotalMilliseconds;
            })
            .Order()
            .ToList();
        Console.WriteLine($"{what}: p50 {times[runs / 2]:0.##} ms, p95 {times[(int)(runs * 0.95)]:0.##} ms");
    }
}
