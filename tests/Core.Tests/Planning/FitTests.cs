using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using FsCheck;
using FsCheck.Xunit;

namespace AmpleLantern.Core.Tests.Planning;

public class FitTests
{
    private static readonly int SlackTenths = (int)(Known.Base.PlanLimits.SlackSeconds * 10);

    private static readonly Plan Legs = Known.Flow(Known.Legs);

    [Property(MaxTest = 40 / Tries.Part)]
    public bool A_fitted_plan_is_never_longer_than_asked_keeps_its_sides_equal_and_its_frame_whole(PositiveInt n)
    {
        var minutes = 30 + (n.Get % 400) / 10.0;
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
        Assert.All(Fit.ToMinutes(Legs, 32, Known.Usual, Known.Base).Cuts, c => Assert.True(c.To < c.From));
        Assert.All(Fit.ToMinutes(Legs, 50, Known.Usual, Known.Base).Cuts, c => Assert.True(c.To > c.From));
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
    [InlineData(31)]
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
