using System.Globalization;
using System.Text;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>Every flow in each of its ways, fitted to 30, 60 and 90 minutes: sides equal, turns counted, series whole.</summary>
public sealed class EveryWayTests
{
    private static readonly double[] Minutes = [30, 60, 90];

    /// <summary>A flow and one option for each of its variants: all there are.</summary>
    private static IEnumerable<(Flow Flow, IReadOnlyDictionary<string, string> Way)> Ways() =>
        Known.Base.Flows.All.SelectMany(f =>
            FlowVariants
                .Of(f, Known.Base, Known.Base.HouseSchool)
                .Aggregate(
                    new[] { new Dictionary<string, string>() }.AsEnumerable(),
                    (ways, v) => ways.SelectMany(w => v.Options.Select(o => new Dictionary<string, string>(w) { [v.Id] = o.Id }))
                )
                .Select(w => (f, (IReadOnlyDictionary<string, string>)w))
        );

    /// <summary>The table stands in docs/flows/every-way.md; LANTERN_DOCS=write writes it anew.</summary>
    [Fact]
    public void Every_way_of_every_flow_keeps_its_sides_turns_and_series()
    {
        var table = new StringBuilder(
            "# Every flow in each of its ways\n\nMade by a test (`./lantern sheets`). Seconds left and right are of what is given on one side; "
                + "a series is whole when it stands as it is taught.\n\n"
                + "| flow | way | asked | takes | left | right | turns | series | steps |\n| --- | --- | --- | --- | --- | --- | --- | --- | --- |\n"
        );
        var ways = 0;
        foreach (var (flow, way) in Ways())
        {
            var plan = FlowPlans.FromFlow(flow, Known.Base, Known.Base.HouseSchool, way);
            var series = Series(plan);
            var turns = Turns(Known.Expand(plan));
            foreach (var minutes in Minutes)
            {
                ways++;
                var name = $"{flow.Name} | {string.Join(", ", way.Values)}";
                try
                {
                    var fit = Fit.ToMinutes(plan, minutes, Known.Usual, Known.Base);
                    var pairs = fit.Expansion.Steps.Where((_, i) => fit.Plan.Steps[i].Pair is not null).ToList();
                    double Of(Side side) => Math.Round(pairs.Where(s => s.Side == side).Sum(s => s.WorkSeconds), 1);
                    Assert.True(fit.Expansion.TotalSeconds <= minutes * 60 + 1e-6, name);
                    Assert.True(Math.Abs(Of(Side.Left) - Of(Side.Right)) < 0.5, $"{name}: {Of(Side.Left)} left, {Of(Side.Right)} right");
                    Assert.Equal(turns, Turns(fit.Expansion));
                    Assert.Equal(series, Series(fit.Plan));
                    table.AppendLine(
                        CultureInfo.InvariantCulture,
                        $"| {name} | {minutes:0} | {fit.Expansion.TotalSeconds / 60:0.0} | {Of(Side.Left):0} | {Of(Side.Right):0} | {turns} | {series.Count} | {fit.Plan.Steps.Count} |"
                    );
                }
                catch (RefusalException e)
                {
                    // What cannot be fitted says what would make it possible.
                    Assert.Equal("cannot-fit", e.Code);
                    Assert.Matches(@"give it \d+ minutes", e.Message);
                    table.AppendLine(
                        CultureInfo.InvariantCulture,
                        $"| {name} | {minutes:0} | cannot be | | | {turns} | {series.Count} | |"
                    );
                }
            }
        }

        Assert.True(ways >= 3 * Known.Base.Flows.All.Count, $"{ways} ways");
        Repository.Holds(Repository.File("docs", "flows", "every-way.md"), table.ToString(), "LANTERN_DOCS");
    }

    private static int Turns(Expansion expansion) => expansion.Steps.Count(s => s.Change == "position");

    /// <summary>The series of a plan, each as the ids of its steps in order.</summary>
    private static List<string> Series(Plan plan) =>
        [.. plan.Steps.Where(s => s.Series is not null).Select(s => string.Join(' ', plan.SeriesOf(s).Select(x => x.Id))).Distinct()];
}
