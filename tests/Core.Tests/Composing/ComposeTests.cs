using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Recall;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Web.Today;
using NodaTime;

namespace AmpleLantern.Core.Tests.Composing;

/// <summary>Sessions composed from aims: allowed today, in good order, in time, and as good as the model has them.</summary>
public class ComposeTests(ITestOutputHelper output)
{
    private static readonly LocalDate Birth = new(1980, 1, 1);

    private static ComposeRequest Asked(WantedAim[] aims, string[] traditions, double minutes, params FactEntry[] facts) =>
        new(aims, traditions, minutes, new(Known.Day, Birth, facts), Known.Usual);

    private static Composition Compose(ComposeRequest request) =>
        Composer.Compose(request, Known.Base.HouseSchool, Known.Base, TimeSpan.FromMinutes(1));

    private static readonly ComposeRequest Shoulder = Asked(
        [new("shoulder", Side.Right, "stiff"), new("whole-body", Quality: "sleeps-badly")],
        ["tui-na", "shiatsu"],
        60,
        new FactEntry("cannot-lie-prone")
    );

    [Fact]
    public void A_stiff_right_shoulder_and_bad_sleep_make_two_different_sessions_that_pass_the_review()
    {
        var proposals = Compose(Shoulder).Proposals;
        Assert.Equal(2, proposals.Count);
        foreach (var p in proposals)
        {
            Assert.InRange(p.TotalSeconds, 50 * 60, 60 * 60);
            Assert.DoesNotContain(p.Plan.Steps, s => s.Position == "prone");
            Assert.Equal((StepRole.Opening, StepRole.Closing), (p.Plan.Steps[0].Role, p.Plan.Steps[^1].Role));
            Assert.Equal(0, p.Remarks);
            Assert.DoesNotContain(
                PlanReview.Run(p.Plan, Known.Base.HouseSchool, Known.Usual, Known.Base).Findings,
                f => f.Severity is not Severity.Could
            );
            Assert.Superset(
                new HashSet<string> { "shiatsu", "tui-na" },
                p.Plan.Steps.Select(s => Known.Base.Techniques[s.Technique].Tradition).ToHashSet()
            );
            Assert.Contains(p.Why, w => w.Reason.Contains("mobilise the right shoulder", StringComparison.Ordinal));
            Assert.True(p.Optimal || p.GapPercent < 20);
        }

        var (one, other) = (Work(proposals[0]), Work(proposals[1]));
        Assert.True(one.Intersect(other).Count() <= 0.75 * Math.Max(one.Count, other.Count), "the second is another session");
    }

    public static TheoryData<string, string, string> Traditions =>
        new()
        {
            { "thai", "whole-leg", "tight" },
            { "tui-na", "lower-back", "tight" },
            { "foot-pressure", "lower-back", "tight" },
            { "reflexology", "sole", "tired" },
            { "shiatsu", "whole-leg", "heavy" },
        };

    /// <summary>What makes sense only together comes together: whole, as it is taught, on both sides, with nothing between.</summary>
    [Theory]
    [MemberData(nameof(Traditions))]
    public void A_series_is_taken_whole_or_not_at_all(string tradition, string region, string quality)
    {
        var taught = Known
            .Base.Flows.All.SelectMany(f => FlowPlans.FromFlow(f, Known.Base, Known.Base.HouseSchool).Steps)
            .Where(s => s.Series is not null)
            .GroupBy(s => s.Series!)
            .ToDictionary(
                g => g.Key,
                g => g.Select(s => (s.Pair ?? s.Id, s.Technique)).DistinctBy(s => s.Item1).Select(s => s.Technique).ToList()
            );
        var proposals = Compose(Asked([new(region, null, quality)], [tradition], 75)).Proposals;
        var seen = 0;
        foreach (var plan in proposals.Select(p => p.Plan))
        {
            var at = 0;
            while (at < plan.Steps.Count)
            {
                var run = plan.SeriesOf(plan.Steps[at]);
                at += run.Count;
                if (run[0].Series is { } series)
                {
                    seen++;
                    Assert.Equal(taught[series], run.Select(s => s.Technique));
                    Assert.True(run[0].Pair is null || plan.Steps.Count(s => s.Pair == run[0].Pair) == 2, $"{series} on one side only");
                }
            }
        }

        output.WriteLine($"{tradition}: {seen} series");
        Assert.True(tradition is "shiatsu" || seen > 0, "no series was proposed at all");
    }

    /// <summary>Points held for a place they do not lie at say so; those beside it do not.</summary>
    [Fact]
    public void Points_held_for_a_place_they_do_not_lie_at_are_called_so()
    {
        var sets = Units
            .For(Shoulder, Known.Base.HouseSchool, Known.Base)
            .SelectMany(u => u.Steps)
            .Where(s => s.Name.EndsWith(", for the shoulder", StringComparison.Ordinal))
            .ToList();
        Assert.NotEmpty(sets);
        Assert.All(
            sets,
            s => Assert.Equal(s.Region is not ("upper-arm" or "shoulder"), s.Name.Contains("from afar", StringComparison.Ordinal))
        );
        Assert.Contains(sets, s => s.Name.Contains("from afar", StringComparison.Ordinal));
    }

    private static HashSet<string> Work(Proposal p) =>
        [.. p.Plan.Steps.Where(s => s.Role is StepRole.Work).Select(s => $"{s.Technique}/{s.Region}")];

    public static TheoryData<string> Conditions =>
        ["pregnancy", "anticoagulant", "osteoporosis", "hypertension-uncontrolled", "varicose-veins"];

    /// <summary>Nothing that screening would take out is proposed, whatever is known.</summary>
    [Theory]
    [MemberData(nameof(Conditions))]
    public void Nothing_is_proposed_that_screening_avoids(string fact)
    {
        FactEntry[] facts =
            fact == "pregnancy" ? [new(fact, Detail: new Dictionary<string, string> { ["dueDate"] = "2026-06-22" })] : [new(fact)];
        var request = Asked(
            [new("lower-back", null, "tight"), new("whole-leg", null, "heavy")],
            ["thai", "shiatsu", "reflexology"],
            45,
            facts
        );
        foreach (var p in Compose(request).Proposals)
        {
            var screen = Screener.Run(request.Subject, p.Plan, Known.Base.HouseSchool, Known.Usual, Known.Base);
            Assert.DoesNotContain(screen.Findings, f => !f.WholeVisit && f.Outcome is Outcome.Avoid or Outcome.Modify && f.Steps.Count > 0);
        }
    }

    [Fact]
    public void The_same_question_has_the_same_answer()
    {
        var request = Asked([new("sole", Quality: "tired")], ["reflexology"], 30);
        Assert.Equal(Steps(Compose(request)), Steps(Compose(request)));
    }

    private static IEnumerable<string> Steps(Composition c) =>
        c.Proposals.SelectMany(p => p.Plan.Steps.Select(s => $"{s.Name} {s.Side} {s.Repeats}"));

    /// <summary>Over every technique of a session: what went well takes more room than what went badly, and it is said.</summary>
    /// <remarks>Not of each one: the search ends after its effort, not at the proven best.</remarks>
    [Fact]
    public void What_went_together_with_a_change_counts_more_or_less_and_says_so()
    {
        var request = Asked([new("shoulder", Side.Right, "stiff")], ["tui-na", "shiatsu"], 25);
        var plain = Compose(request).Proposals[0];
        Assert.DoesNotContain(plain.Why, w => w.Reason.Contains("Counted", StringComparison.Ordinal));
        double Seconds(Proposal p, string technique) =>
            p
                .Plan.Steps.Where(s => s.Technique == technique && s.Role is StepRole.Work)
                .Sum(s => PlanExpansion.WorkSeconds(s, s.Repeats, request.Tempo, Known.Base));
        var techniques = plain.Plan.Steps.Where(s => s.Role is StepRole.Work).Select(s => s.Technique).Distinct().ToList();
        var (more, less, seconds) = (0, 0, 0.0);
        var reading = Known.Base.One<HelpReading>();
        foreach (var technique in techniques)
        {
            Proposal With(bool better) =>
                Compose(
                    request with
                    {
                        Leans =
                        [
                            new(
                                [new(WorkBy.Technique, technique)],
                                better,
                                "Seen at 3 visits.",
                                better ? reading.BetterPercent : reading.WorsePercent
                            ),
                        ],
                    }
                ).Proposals[0];
            var (well, badly) = (With(true), With(false));
            var gained = Seconds(well, technique) - Seconds(badly, technique);
            (more, less, seconds) = (more + (gained > 0 ? 1 : 0), less + (gained < 0 ? 1 : 0), seconds + gained);
            Assert.Equal(Seconds(well, technique) > 0, well.Why.Any(w => w.Reason.Contains("Counted more: ", StringComparison.Ordinal)));
            Assert.Equal(Seconds(badly, technique) > 0, badly.Why.Any(w => w.Reason.Contains("Counted less: ", StringComparison.Ordinal)));
        }

        Assert.True(more > less && seconds > 0, $"{more} of {techniques.Count} took more room, {less} less, {seconds} s");
    }

    [Fact]
    public void A_lean_means_work_that_is_all_it_was_told_by_and_the_worse_of_two_counts()
    {
        var step = FlowPlans
            .FromFlow(Known.Base.Flows["belly-bowl"], Known.Base, Known.Base.HouseSchool)
            .Steps.First(s => s.Regions.Count > 0);
        WorkKind technique = new(WorkBy.Technique, step.Technique),
            place = new(WorkBy.Region, step.Regions[0]),
            elsewhere = new(WorkBy.Region, "sole");
        Assert.True(new Lean([technique, place], true, "", 125).Is(step));
        Assert.True(new Lean([technique, place, elsewhere], true, "", 125).Is(step));
        Assert.False(new Lean([technique, elsewhere], true, "", 125).Is(step));
        Lean better = new([technique], true, "", 125),
            worse = new([place], false, "", 70);
        Assert.Same(worse, new Worth([new("abdomen")], Known.Base, [better, worse]).LeanOf(step));
    }

    [Theory]
    [InlineData("legs-on-the-mat", 4, 240)]
    [InlineData("neck-then-shoulder", 6, 300)]
    [InlineData("belly-bowl", 5, 200)]
    [InlineData("side-line-upper", 6, 420)]
    public void The_choice_is_as_good_as_trying_every_one(string flow, int most, int budget)
    {
        // A few units of one flow, every subset and every repeat tried by hand.
        WantedAim[] aims = [new("whole-leg", null, "tight"), new("shoulder", null, "stiff"), new("abdomen", null, "bloated")];
        var request = Asked(aims, [Known.Base.Flows[flow].Tradition], 60);
        var worth = new Worth(aims, Known.Base);
        var units = Units
            .For(request, Known.Base.HouseSchool, Known.Base)
            .Where(u => u.Key.StartsWith(flow, StringComparison.Ordinal))
            .Select(u => Composer.Price(u, request, worth, Known.Base) with { Thumbs = false, Specific = false })
            .DistinctBy(p => (p.Unit.First.Technique, p.Unit.First.Region, p.Unit.First.Contact))
            .Take(most)
            .ToList();
        var solved = new ChoiceModel(units, aims.Length, budget, Known.Base).Solve(null, null, TimeSpan.FromMinutes(1))!;
        Assert.True(solved.Optimal);
        Assert.Equal(Best(units, aims.Length, budget), solved.Objective, 0);
    }

    /// <summary>The stated model by brute force: served up to its share, the rest at a fifth, traditions and positions.</summary>
    private static double Best(List<Priced> units, int aims, int budget)
    {
        var model = Known.Base.Composing.Model;
        var change = (int)Math.Ceiling(Known.Base.SessionTimes.Changes.PositionSeconds);
        IEnumerable<(int Unit, int Seconds)[]> choices =
        [
            [],
        ];
        for (var i = 0; i < units.Count; i++)
        {
            var at = i;
            choices = choices
                .SelectMany(c => units[at].Seconds.Select(s => (Unit: at, Seconds: s)).Select(x => ((int, int)[])[.. c, x]).Prepend(c))
                .ToList();
        }

        return choices
            .Where(c => c.Length > 0)
            .Max(c =>
            {
                var positions = c.SelectMany(x => units[x.Unit].Positions).Distinct().Count();
                if (c.Sum(x => x.Seconds) + (positions - 1) * change > budget)
                {
                    return double.MinValue;
                }

                var served = Enumerable
                    .Range(0, aims)
                    .Sum(a => Math.Min(budget / aims * 100L, c.Sum(x => (long)x.Seconds * units[x.Unit].Worth[a])));
                var rest = c.Sum(x => (long)x.Seconds * units[x.Unit].Worth.Max()) * (long)(model.Shares["restOfSession"] * 10);
                return (served * 10) + rest + model.Weights["newTradition"] * 10 - positions * 10 * model.Weights["positionChange"];
            });
    }

    [Theory]
    [InlineData("hand", "reflexology", 30, "nothing-serves")]
    [InlineData("no-such-place", "thai", 30, "unknown-word")]
    [InlineData("shoulder", "crystal", 30, "unknown-word")]
    [InlineData("shoulder", "thai", 0, "minutes-out-of-range")]
    [InlineData("shoulder", "thai", 2, "nothing-fits")]
    public void What_cannot_be_composed_is_refused_with_its_place(string region, string tradition, double minutes, string code)
    {
        var refusal = Assert.Throws<RefusalException>(() => Compose(Asked([new(region, Quality: "stiff")], [tradition], minutes)));
        Assert.Equal(code, refusal.Code);
        Assert.StartsWith("/", refusal.Pointer, StringComparison.Ordinal);
    }

    [Fact]
    public void Props_that_are_not_at_hand_are_not_planned_with()
    {
        var request = Asked([new("lower-back", Quality: "tight")], ["foot-pressure"], 45) with { Props = ["mat by a wall", "cushion"] };
        Assert.All(
            Compose(request).Proposals,
            p => Assert.DoesNotContain(p.Plan.Steps, s => s.Stance is "standing-in-bars" or "standing-in-frame")
        );
    }
}
