using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using Google.OrTools.Sat;

namespace AmpleLantern.Core.Composing;

/// <summary>What was chosen, and how good it is proven to be.</summary>
internal sealed record Choice(IReadOnlyList<(Unit Unit, int Repeats)> Chosen, double Objective, double Bound, bool Optimal);

/// <summary>A unit with what the model needs of it.</summary>
/// <param name="Seconds">Whole seconds it takes, by repeats from the least of its range on.</param>
/// <param name="Worth">Hundredths a second is worth, by aim.</param>
internal sealed record Priced(
    Unit Unit,
    IReadOnlyList<int> Seconds,
    IReadOnlyList<int> Worth,
    IReadOnlyList<string> Positions,
    bool Thumbs,
    bool Broad,
    bool Specific
)
{
    public int Least => Unit.Range.Min;
}

/// <summary>
/// Chooses which units a session is made of and how often each is repeated, as an integer program:
/// the most worth, each aim counted up to its share of the session and a little beyond; never over the time; each unit in one
/// position at most; little time on the thumbs; nothing specific without something broad before it at the place; position changes
/// cost their time and their calm.
/// </summary>
internal sealed class ChoiceModel(IReadOnlyList<Priced> units, int aims, int budgetSeconds, PracticeKnowledge knowledge)
{
    private readonly ComposingModel model = knowledge.Composing.Model;

    /// <param name="against">Units of an earlier proposal, of which only a share may come again.</param>
    /// <param name="effort">How long the solver may search, in its own deterministic seconds; null until it is proven.</param>
    /// <param name="patience">And by the clock.</param>
    public Choice? Solve(IReadOnlyCollection<string>? against, double? effort, TimeSpan patience)
    {
        var cp = new CpModel();
        var given = units.Select((u, i) => u.Seconds.Select((_, r) => cp.NewBoolVar($"u{i}r{r}")).ToArray()).ToArray();
        var chosen = units.Select((_, i) => cp.NewBoolVar($"u{i}")).ToArray();
        for (var i = 0; i < units.Count; i++)
        {
            cp.Add(LinearExpr.Sum(given[i]) == chosen[i]);
        }

        // One position for the same work, and one of several that are the same technique at the same place.
        foreach (
            var same in Groups(u => u.Unit.Key)
                .Concat(Groups(u => $"{u.Unit.First.Technique}/{u.Unit.First.Region}/{u.Unit.First.Contact}"))
                .Concat(Groups(u => u.Unit.First.Points is { } points ? string.Join(",", points) : u.Unit.Key))
        )
        {
            cp.AddAtMostOne(same.Select(i => chosen[i]));
        }

        var positions = Positions(cp, chosen);
        var seconds = LinearExpr.WeightedSum(given.SelectMany(g => g), units.SelectMany(u => u.Seconds.Select(s => (long)s)));
        var change = (int)Math.Ceiling(knowledge.SessionTimes.Changes.PositionSeconds);
        cp.Add(seconds + LinearExpr.Sum(positions.Values) * change <= budgetSeconds + change);
        SpareThumbs(cp, given);
        Most(
            cp,
            given,
            u => u.Unit.Key.StartsWith(Units.PointsKey, StringComparison.Ordinal),
            (int)(budgetSeconds * model.Shares["points"])
        );
        BroadFirst(cp, chosen);
        if (against is not null)
        {
            var again = Enumerable.Range(0, units.Count).Where(i => against.Contains(units[i].Unit.Key)).Select(i => chosen[i]).ToList();
            cp.Add(LinearExpr.Sum(again) <= (int)Math.Floor(against.Count * model.Shares["different"]));
        }

        cp.Maximize(Objective(cp, given, chosen, positions));
        return Read(cp, given, effort, patience.TotalSeconds);
    }

    private LinearExpr Objective(CpModel cp, BoolVar[][] given, BoolVar[] chosen, Dictionary<string, BoolVar> positions)
    {
        var terms = new List<LinearExpr>();
        var share = budgetSeconds / aims;
        for (var a = 0; a < aims; a++)
        {
            var served = cp.NewIntVar(0, share * 100L, $"aim{a}");
            cp.Add(
                served
                    <= LinearExpr.WeightedSum(given.SelectMany(g => g), units.SelectMany(u => u.Seconds.Select(s => (long)s * u.Worth[a])))
            );
            terms.Add(served * 10);
        }

        // Beyond the shares work is still worth something, so that time is used.
        var rest = (long)(model.Shares["restOfSession"] * 10);
        terms.Add(LinearExpr.WeightedSum(given.SelectMany(g => g), units.SelectMany(u => u.Seconds.Select(s => s * u.Worth.Max() * rest))));
        foreach (var tradition in units.Select(u => u.Unit.Tradition).Distinct())
        {
            var used = cp.NewBoolVar(tradition);
            cp.Add(
                LinearExpr.Sum(Enumerable.Range(0, units.Count).Where(i => units[i].Unit.Tradition == tradition).Select(i => chosen[i]))
                    >= used
            );
            terms.Add(used * (model.Weights["newTradition"] * 10L));
        }

        terms.Add(LinearExpr.Sum(positions.Values) * (-10L * model.Weights["positionChange"]));
        return LinearExpr.Sum(terms);
    }

    private Dictionary<string, BoolVar> Positions(CpModel cp, BoolVar[] chosen)
    {
        var positions = units.SelectMany(u => u.Positions).Distinct().ToDictionary(p => p, cp.NewBoolVar);
        for (var i = 0; i < units.Count; i++)
        {
            foreach (var position in units[i].Positions)
            {
                cp.AddImplication(chosen[i], positions[position]);
            }
        }

        return positions;
    }

    /// <summary>A share of the session on the thumbs at most, unless there is too little else to fill it.</summary>
    private void SpareThumbs(CpModel cp, BoolVar[][] given)
    {
        var others = units.Where(u => !u.Thumbs).GroupBy(u => u.Unit.Key).Sum(g => g.Max(u => u.Seconds[^1]));
        var most = Math.Max((int)(budgetSeconds * model.Shares["thumbs"]), budgetSeconds - others);
        Most(cp, given, u => u.Thumbs, most);
    }

    private void Most(CpModel cp, BoolVar[][] given, Func<Priced, bool> which, int seconds)
    {
        var some = Enumerable.Range(0, units.Count).Where(i => which(units[i])).ToList();
        cp.Add(
            LinearExpr.WeightedSum(some.SelectMany(i => given[i]), some.SelectMany(i => units[i].Seconds.Select(s => (long)s))) <= seconds
        );
    }

    /// <summary>
    /// What goes in needs something broad at the place, in the same position or an earlier one; where there is only a later one, not both.
    /// </summary>
    private void BroadFirst(CpModel cp, BoolVar[] chosen)
    {
        for (var i = 0; i < units.Count; i++)
        {
            if (!units[i].Specific)
            {
                continue;
            }

            var at = At(units[i]);
            var broad = Enumerable
                .Range(0, units.Count)
                .Where(j => units[j].Broad && knowledge.Overlap(units[j].Unit.First.Region, units[i].Unit.First.Region))
                .ToLookup(j => At(units[j]) <= at);
            if (broad[true].Any())
            {
                cp.Add(LinearExpr.Sum(broad[true].Select(j => chosen[j])) >= chosen[i]);
                continue;
            }

            foreach (var j in broad[false])
            {
                cp.AddAtMostOne([chosen[i], chosen[j]]);
            }
        }
    }

    /// <summary>When in the session its position comes.</summary>
    private int At(Priced unit) => unit.Positions.Min(p => model.PositionOrder.ToList().IndexOf(p));

    private IEnumerable<IReadOnlyList<int>> Groups(Func<Priced, string> key) =>
        Enumerable.Range(0, units.Count).GroupBy(i => key(units[i])).Where(g => g.Count() > 1).Select(g => g.ToList());

    /// <summary>
    /// Solves within the effort; when that was too little to find anything at all, on a busy machine, takes the time it needs.
    /// </summary>
    private Choice? Read(CpModel cp, BoolVar[][] given, double? effort, double wall) =>
        Once(cp, given, effort, wall)
        ?? (effort is { } e ? Once(cp, given, e * model.Search.SecondTryTimes, wall * model.Search.SecondTryTimes) : null);

    private Choice? Once(CpModel cp, BoolVar[][] given, double? effort, double wall)
    {
        var solver = new CpSolver
        {
            StringParameters =
                FormattableString.Invariant($"num_workers:1,random_seed:7,linearization_level:2,relative_gap_limit:0.001")
                + (effort is { } e ? FormattableString.Invariant($",max_deterministic_time:{e},max_time_in_seconds:{wall}") : ""),
        };
        if (solver.Solve(cp) is not (CpSolverStatus.Optimal or CpSolverStatus.Feasible))
        {
            return null;
        }

        var chosen = units
            .SelectMany((u, i) => given[i].Select((b, r) => (Given: solver.BooleanValue(b), u.Unit, Repeats: u.Least + r)))
            .Where(x => x.Given)
            .Select(x => (x.Unit, x.Repeats))
            .ToList();
        return chosen.Count == 0
            ? null
            : new(chosen, solver.ObjectiveValue, solver.BestObjectiveBound, solver.BestObjectiveBound - solver.ObjectiveValue < 0.5);
    }
}
