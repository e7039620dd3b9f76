using System.Globalization;
using System.Text.RegularExpressions;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using FsCheck;
using FsCheck.Xunit;

namespace AmpleLantern.Core.Tests.Planning;

public class FitTests
{
    private static readonly int SlackTenths = (int)(Known.Base.PlanLimits.SlackSeconds * 10);

    /// <summary>As it is taught most steps are given once; here once more, so that a fit can go both ways.</summary>
    private static readonly Plan Legs = Known
        .Flow(Known.Legs)
        .With(s => s.Role is StepRole.Work && s.Range.Max > s.Repeats ? s with { Repeats = s.Repeats + 1 } : s);

    private static readonly double Shortest =
        Known.Expand(Legs.With(s => s.Role is StepRole.Work ? s with { Repeats = s.Range.Min } : s)).TotalSeconds / 60;

    private static readonly double Takes = Known.Expand(Legs).TotalSeconds / 60;

    [Property(MaxTest = 40 / Tries.Part)]
    public bool A_fitted_plan_is_never_longer_than_asked_keeps_its_sides_equal_and_its_frame_whole(PositiveInt n)
    {
        var minutes = Shortest + 0.1 + (n.Get % 400) / 10.0;
        var fit = Fit.ToMinutes(Legs, minutes, Known.Usual, Known.Base);
        return fit.Expansion.TotalSeconds <= minutes * 60 + 1e-6
            && fit.Expansion.Totals.DifferenceSeconds == 0
            && fit.Plan.Steps.Zip(Legs.Steps)
                .All(p =>
                    p.First.Repeats == p.Second.Repeats
                    || p.Second.Role is StepRole.Work && p.First.Repeats >= p.Second.Range.Min && p.First.Repeats <= p.Second.Range.Max
                )
            && fit.Cuts.All(c => c.From != c.To);
    }

    [Fact]
    public void The_fit_is_as_good_as_trying_every_choice()
    {
        // Six groups of three to five choices: 3*4*3*3*5*3 = 1,620 plans, all tried.
        int[] seconds = [51, 37, 90, 64, 23, 75];
        var groups = seconds
            .Select(
                (s, i) =>
                    new Fit.Group(
                        [],
                        [.. Enumerable.Range(1, 3 + i % 3).Select(n => new Fit.Option(n, 10 * s * n + 3 * n * n, (n - 2) * (n - 2)))]
                    )
            )
            .ToList();
        for (var budget = 4_000; budget < 14_000; budget += 333)
        {
            var best = All(groups).Where(c => c.Sum(o => o.Tenths) <= budget).Min(c => Score(c, budget));
            Assert.Equal(best, Score(Fit.Solve(groups, budget, SlackTenths), budget));
        }
    }

    [Fact]
    public void When_time_is_short_the_repeats_go_and_when_there_is_more_they_come()
    {
        Assert.All(Fit.ToMinutes(Legs, (Shortest + Takes) / 2, Known.Usual, Known.Base).Cuts, c => Assert.True(c.To < c.From));
        Assert.All(Fit.ToMinutes(Legs, Takes + 6, Known.Usual, Known.Base).Cuts, c => Assert.True(c.To > c.From));
    }

    [Fact]
    public void What_cannot_be_given_in_the_time_is_refused_with_the_shortest_time()
    {
        var refusal = Assert.Throws<RefusalException>(() => Fit.ToMinutes(Legs, 15, Known.Usual, Known.Base));
        Assert.Equal("cannot-fit", refusal.Code);
        Assert.Matches(@"takes \d+ min", refusal.Message);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(-5)]
    [InlineData(1440)]
    [InlineData(double.NaN)]
    public void Minutes_no_session_takes_are_refused(double minutes) =>
        Assert.Equal(
            "minutes-out-of-range",
            Assert.Throws<RefusalException>(() => Fit.ToMinutes(Legs, minutes, Known.Usual, Known.Base)).Code
        );

    private static Plan Without(Plan plan, IEnumerable<string> names)
    {
        List<string> gone = [.. names];
        return plan with { Steps = [.. plan.Steps.Where(s => !gone.Contains(s.Name) || s.Role is not StepRole.Work)] };
    }

    private static bool Fits(Plan plan, double minutes) => Refused(plan, minutes) is null;

    private static string? Refused(Plan plan, double minutes) =>
        Record.Exception(() => Fit.ToMinutes(plan, minutes, Known.Usual, Known.Base))?.Message;

    /// <summary>
    /// What it says would make it possible does, and it asks for no more than is needed: nothing shorter is enough, and of several none
    /// can stay.
    /// </summary>
    [Fact]
    public void What_is_said_to_make_it_possible_does_and_nothing_less_would()
    {
        var ones = 0;
        var several = 0;
        for (var minutes = 6.0; Refused(Legs, minutes) is { } why; minutes += 0.7)
        {
            var said = Regex.Match(
                why,
                @"To make it possible, (?:leave out (?<parts>.+?)(?: on both sides)?(?: \((?<time>[^)]*)\))?, or )?give it (?<min>\d+) minutes"
            );
            Assert.True(said.Success, why);
            var enough = int.Parse(said.Groups["min"].Value, CultureInfo.InvariantCulture);
            Assert.True(Fits(Legs, enough) && !Fits(Legs, enough - 1), why);
            if (!said.Groups["parts"].Success)
            {
                continue;
            }

            var parts = said.Groups["parts"].Value.Split("; ");
            Assert.True(Fits(Without(Legs, parts), minutes), why);
            if (said.Groups["time"].Success)
            {
                ones++;
                var pair = Legs.Steps.Where(s => s.Name == parts[0] && s.Role is StepRole.Work).ToList();
                Assert.Equal(pair.Count > 1, why.Contains("on both sides", StringComparison.Ordinal));
                foreach (var other in Legs.Steps.Where(s => s.Role is StepRole.Work).GroupBy(s => s.Pair ?? s.Id))
                {
                    if (Least(other) < Least(pair))
                    {
                        Assert.False(Fits(Without(Legs, [other.First().Name]), minutes), $"{other.Key} is less and enough: {why}");
                    }
                }
            }
            else
            {
                several++;
                Assert.False(Fits(Without(Legs, parts.SkipLast(1)), minutes), why);
            }
        }

        Assert.True(ones > 0 && several > 0, "both ways of saying it are seen");
    }

    private static double Least(IEnumerable<PlanStep> steps) =>
        steps.Sum(s => PlanExpansion.WorkSeconds(s, s.Range.Min, Known.Usual, Known.Base));

    [Fact]
    public void It_fits_into_just_the_shortest_time_and_not_into_a_tenth_less()
    {
        Assert.Equal(Shortest * 60, Fit.ToMinutes(Legs, Shortest, Known.Usual, Known.Base).Expansion.TotalSeconds, 1);
        Assert.False(Fits(Legs, Shortest - 0.1 / 60));
        var times = Known.Base.SessionTimes;
        Fit.CheckMinutes(times.ShortestPlanMinutes, times);
        Fit.CheckMinutes(times.LongestPlanMinutes, times);
        Assert.Throws<RefusalException>(() => Fit.CheckMinutes(times.ShortestPlanMinutes - 0.1, times));
        Assert.Throws<RefusalException>(() => Fit.CheckMinutes(times.LongestPlanMinutes + 0.1, times));
    }

    [Fact]
    public void What_is_pinned_and_what_opens_looks_again_and_closes_keeps_its_repeats_and_is_not_offered()
    {
        var pinned = Legs.With(s => s.Region == "calf" ? s with { Pinned = true } : s);
        foreach (var minutes in new[] { Takes - 4, Takes + 4 })
        {
            var fitted = Fit.ToMinutes(pinned, minutes, Known.Usual, Known.Base).Plan;
            Assert.All(
                fitted.Steps.Zip(pinned.Steps).Where(p => p.Second.Pinned || p.Second.Role is not StepRole.Work),
                p => Assert.Equal(p.Second.Repeats, p.First.Repeats)
            );
        }

        Assert.All(pinned.Steps.Where(s => s.Pinned), s => Assert.DoesNotContain(s.Name, Refused(pinned, 20)));
        Assert.Contains("take the pin off", Refused(Legs.With(s => s with { Pinned = true }), 10));
    }

    /// <summary>The worse side keeps what it has more, whatever the minutes, and never goes beyond its range.</summary>
    [Theory]
    [InlineData(Side.Left)]
    [InlineData(Side.Right)]
    public void The_worse_side_keeps_what_it_has_more(Side worse)
    {
        var plan = Legs.With(s =>
            s.Side == worse && s.Range.Max > s.Repeats && s.Role is StepRole.Work ? s with { Repeats = s.Repeats + 1 } : s
        ) with
        {
            WorseSide = worse,
        };
        Assert.Contains(plan.Steps.Zip(Legs.Steps), p => p.First.Repeats > p.Second.Repeats);
        foreach (var minutes in new[] { Takes - 4, Takes, Takes + 4 })
        {
            var fitted = Fit.ToMinutes(plan, minutes, Known.Usual, Known.Base);
            Assert.True(fitted.Expansion.TotalSeconds <= minutes * 60 + 1e-6);
            Assert.All(fitted.Plan.Steps, s => Assert.InRange(s.Repeats, Math.Min(s.Range.Min, plan.Step(s.Id).Repeats), s.Range.Max));
            foreach (var pair in fitted.Plan.Steps.Where(s => s.Pair is not null && s.Range.Max > s.Range.Min).GroupBy(s => s.Pair))
            {
                var (one, other) = (pair.First(s => s.Side == worse), pair.First(s => s.Side != worse));
                Assert.True(one.Repeats - other.Repeats >= plan.Step(one.Id).Repeats - plan.Step(other.Id).Repeats, one.Name);
            }

            Assert.Matches($@"the {worse.ToString().ToLowerInvariant()} side gets \d+ % more", fitted.Reason);
        }
    }

    [Fact]
    public void After_swaps_only_a_plan_that_grew_and_can_be_fitted_is_changed()
    {
        Assert.Same(Legs, Fit.Within(Legs, Takes + 0.01, Known.Usual, Known.Base));
        Assert.Same(Legs, Fit.Within(Legs, 12, Known.Usual, Known.Base));
        Assert.Same(Legs, Fit.Within(Legs, 0, Known.Usual, Known.Base));
        var fitted = Fit.Within(Legs, Takes - 2, Known.Usual, Known.Base);
        Assert.InRange(Known.Expand(fitted).TotalSeconds, (Takes - 2.5) * 60 - 1, (Takes - 2) * 60 + 1e-6);
    }

    /// <summary>The sentence tells what was done: how many steps of how many, how long it takes, how much is left.</summary>
    [Theory]
    [InlineData(36)]
    [InlineData(46)]
    [InlineData(62)]
    public void The_reason_tells_what_was_done(double minutes)
    {
        var fit = Fit.ToMinutes(Legs, minutes, Known.Usual, Known.Base);
        var (fewer, more) = (fit.Cuts.Count(c => c.To < c.From), fit.Cuts.Count(c => c.To > c.From));
        Assert.Equal(fewer > 0, fit.Reason.Contains($"ewer repeats in {fewer} of {Legs.Steps.Count} steps", StringComparison.Ordinal));
        Assert.Equal(more > 0, fit.Reason.Contains($"ore repeats in {more} of {Legs.Steps.Count} steps", StringComparison.Ordinal));
        var seconds = (int)Math.Round(fit.Expansion.TotalSeconds, MidpointRounding.AwayFromZero);
        var said = Regex.Match(
            fit.Reason,
            @"It takes (\d+) min(?: (\d+) s)?, (?:with (?:(\d+) min ?)?(?:(\d+) s )?to spare|to the second)"
        );
        Assert.True(said.Success, fit.Reason);
        int Number(int group) => said.Groups[group].Success ? int.Parse(said.Groups[group].Value, CultureInfo.InvariantCulture) : 0;
        Assert.InRange(Number(1) * 60 + Number(2), seconds - 1, seconds + 1);
        Assert.InRange(Number(3) * 60 + Number(4), minutes * 60 - seconds - 1, minutes * 60 - seconds + 1);
    }

    private static (int Slack, int Uneven, int Left) Score(IEnumerable<Fit.Option> chosen, int budget)
    {
        var list = chosen.ToList();
        var rest = budget - list.Sum(o => o.Tenths);
        return (rest / SlackTenths, list.Sum(o => o.Unevenness), rest);
    }

    private static IEnumerable<List<Fit.Option>> All(IReadOnlyList<Fit.Group> groups) =>
        groups.Aggregate(
            (IEnumerable<List<Fit.Option>>)
                [
                    [],
                ],
            (sets, g) => sets.SelectMany(s => g.Options.Select(o => s.Append(o).ToList()))
        );

    /// <summary>Against another solver on the whole plan: no choice of repeats leaves fewer half minutes unused.</summary>
    [Theory]
    [InlineData(35)]
    [InlineData(38.5)]
    [InlineData(44)]
    [InlineData(52)]
    public void The_fit_leaves_no_more_time_than_an_integer_program_does(double minutes)
    {
        var groups = Fit.Groups(Legs, Known.Usual, Known.Base);
        var fitted = Fit.ToMinutes(Legs, minutes, Known.Usual, Known.Base);
        var budget = (int)Math.Round(minutes * 600);
        var given = (int)Math.Round(fitted.Expansion.TotalSeconds * 10);
        var rest = given - groups.Sum(g => g.Options.Single(o => o.Repeats == fitted.Plan.Step(g.Steps[0].Id).Repeats).Tenths);

        var model = new Google.OrTools.Sat.CpModel();
        var choices = groups.Select((g, i) => g.Options.Select((o, n) => model.NewBoolVar($"{i}/{n}")).ToArray()).ToList();
        choices.ForEach(c => model.AddExactlyOne(c));
        var total = Google.OrTools.Sat.LinearExpr.WeightedSum(
            choices.SelectMany(c => c),
            groups.SelectMany(g => g.Options.Select(o => (long)o.Tenths))
        );
        model.Add(total <= budget - rest);
        model.Maximize(total);
        var solver = new Google.OrTools.Sat.CpSolver { StringParameters = "num_workers:1" };
        Assert.Equal(Google.OrTools.Sat.CpSolverStatus.Optimal, solver.Solve(model));
        Assert.Equal((budget - rest - (int)solver.ObjectiveValue) / SlackTenths, (budget - given) / SlackTenths);
    }
}
