using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Composing;

/// <summary>Makes a session of what was chosen: orders it, opens and closes it, mends its order, fits its time, and says why.</summary>
internal sealed class Arrangement(ComposeRequest request, School school, Worth worth, PracticeKnowledge knowledge)
{
    private readonly ComposingModel model = knowledge.Composing.Model;

    public Proposal Propose(Choice choice, int number)
    {
        var (plan, origin) = InOrder(choice);
        plan = Settled(plan);
        plan = PlanReview.RepairAll(plan, school, request.Tempo, knowledge);
        plan = InTime(plan, origin) with { Name = Name() };
        var seconds = PlanExpansion.Expand(plan, request.Tempo, knowledge).TotalSeconds;
        var gap = choice.Objective > 0 ? Math.Round(Math.Max(0, choice.Bound - choice.Objective) * 100 / choice.Objective, 1) : 0;
        return new(
            plan,
            Math.Round(choice.Objective / 1000 / request.Minutes, 1),
            choice.Optimal,
            choice.Optimal ? 0 : gap,
            Summary(plan, origin),
            Why(plan, origin),
            seconds,
            PlanReview.Run(plan, school, request.Tempo, knowledge).Findings.Count(f => f.Severity is not Severity.Could)
        );
    }

    /// <summary>Where a step comes from, by its id.</summary>
    private sealed record Origin(Unit Unit, IReadOnlyList<int> Worth, IReadOnlyList<bool> Serves);

    private (Plan Plan, Dictionary<string, Origin> Origin) InOrder(Choice choice)
    {
        var first = school.FirstSide == "right" ? Side.Right : Side.Left;
        var passes = choice
            .Chosen.SelectMany((c, n) => Named(c.Unit, n + 1, c.Repeats, first).Select(pass => new Pass(c.Unit, pass)))
            .OrderBy(x => Order(x.First, first))
            .ToList();
        var steps = passes
            .GroupBy(x => Order(x.First, first) is var o ? (o.Item1, o.Item2) : default)
            .SelectMany(g => AsTaught([.. g]))
            .SelectMany(p => p.Steps.Select(s => (p.Unit, Step: s)))
            .ToList();
        var origin = steps.ToDictionary(
            x => x.Step.Id,
            x => new Origin(
                x.Unit,
                [.. request.Aims.Select((_, a) => worth.Of(x.Unit, a))],
                [.. request.Aims.Select((_, a) => worth.Serves(x.Unit, a))]
            )
        );
        var blocks = new List<PlanBlock>();
        var placed = steps.Select(x => x.Step with { Block = Block(x.Step, blocks) }).ToList();
        return (PlanSurfaces.Together(new("composed", Framed(placed, blocks), Blocks: blocks)), origin);
    }

    /// <summary>Position by position; in each what opens both sides, then one side, the other, and what settles both.</summary>
    private (int, int, int, int, string) Order(PlanStep step, Side first)
    {
        var rank = worth.Rank(step);
        var phase =
            step.Side == first ? 1
            : step.Side == first.Mirror() ? 2
            : rank <= 2 ? 0
            : 3;
        var neck = knowledge.OrderRules["neck-and-head-in-seated-work"].RegionsOf("neck").Contains(step.Region) ? 0 : 1;
        var at = model.PositionOrder.ToList().IndexOf(Trunk(step));
        return (at < 0 ? model.PositionOrder.Count : at, phase, neck * (rank >= 3 ? 0 : 1), rank, step.Name);
    }

    /// <summary>What is given in one go.</summary>
    private sealed record Pass(Unit Unit, IReadOnlyList<PlanStep> Steps)
    {
        public PlanStep First => Steps.FirstOrDefault(s => s.Pattern.Kind is not PatternKind.Handling) ?? Steps[0];
    }

    /// <summary>A unit's passes under ids of the new plan: <c>c3a</c> and <c>c3b</c>, in a series <c>c3.1a</c> and so on.</summary>
    private static IEnumerable<IReadOnlyList<PlanStep>> Named(Unit unit, int number, int repeats, Side first)
    {
        var keys = unit.Steps.Select(s => s.Pair ?? s.Id).Distinct().ToList();
        var twins = unit.Steps.CountBy(s => s.Pair ?? s.Id).Where(x => x.Value > 1).Select(x => x.Key).ToHashSet();
        return unit.Passes()
            .Select(pass =>
                (IReadOnlyList<PlanStep>)
                    [
                        .. pass.Select(s =>
                        {
                            var key = s.Pair ?? s.Id;
                            var id = keys.Count > 1 ? $"c{number}.{keys.IndexOf(key) + 1}" : $"c{number}";
                            return s with
                            {
                                Id = $"{id}{(twins.Contains(key) ? s.Side == first ? "a" : "b" : "")}",
                                Pair = twins.Contains(key) ? id : null,
                                Repeats = unit.RepeatsOf(s, repeats),
                            };
                        }),
                    ]
            );
    }

    /// <summary>What comes from one flow keeps its teacher's order among the places it has in a position.</summary>
    private IEnumerable<Pass> AsTaught(IReadOnlyList<Pass> passes)
    {
        var taught = passes
            .GroupBy(x => x.Unit.Flow)
            .ToDictionary(
                g => g.Key,
                g => new Queue<Pass>(
                    knowledge.Flows.All.FirstOrDefault(f => f.Name == g.Key) is { } flow ? g.OrderBy(x => flow.PlaceOf(x.Unit.First)) : g
                )
            );
        return passes.Select(x => taught[x.Unit.Flow].Dequeue());
    }

    private string Block(PlanStep step, List<PlanBlock> blocks)
    {
        var position = knowledge.Positions[Trunk(step)];
        // One side is read with that side before it: "left side, face down".
        var sided = step.Side is Side.Left or Side.Right;
        var id = sided ? $"{position.Id}-side" : position.Id;
        if (blocks.All(b => b.Id != id))
        {
            blocks.Add(new(id, sided ? $"side, {position.Name}" : Spelling.Sentence(position.Name)));
        }

        return id;
    }

    /// <summary>
    /// Opened and closed by what the traditions know for these positions, with a look again where there is one for the place.
    /// </summary>
    private List<PlanStep> Framed(List<PlanStep> steps, List<PlanBlock> blocks)
    {
        var frames = Units.Frames(request, school, knowledge).ToList();
        PlanStep? Frame(StepRole role, PlanStep beside) =>
            frames
                .Where(f => f.Role == role && Trunk(f) == Trunk(beside))
                .Select(f =>
                    f with
                    {
                        Id = role is StepRole.Opening ? "open" : "close",
                        Block = beside.Block,
                        Pair = null,
                        Position = beside.Position,
                        Side = f.Side is Side.Left or Side.Right ? Side.Both : f.Side,
                    }
                )
                .FirstOrDefault();
        List<PlanStep> framed =
        [
            .. new[] { Frame(StepRole.Opening, steps[0]) }.OfType<PlanStep>(),
            .. steps,
            .. new[] { Frame(StepRole.Closing, steps[^1]) }.OfType<PlanStep>(),
        ];
        return LookedAtAgain(framed, frames, blocks);
    }

    /// <summary>The first look again that the traditions know for a place asked about, at the end of its position.</summary>
    private List<PlanStep> LookedAtAgain(List<PlanStep> steps, List<PlanStep> frames, List<PlanBlock> blocks)
    {
        var look = frames
            .Where(f =>
                f.Role is StepRole.Recheck
                && steps.Any(s => Trunk(s) == Trunk(f))
                && request.Aims.Any(a => knowledge.Overlap(a.Region, f.Region))
            )
            .GroupBy(f => f.Pair ?? f.Id)
            .FirstOrDefault()
            // Two flows may call their look again the same.
            ?.DistinctBy(f => f.Side)
            .ToList();
        if (look is null)
        {
            return steps;
        }

        var last = steps.FindLastIndex(s => Trunk(s) == Trunk(look[0]) && s.Role is StepRole.Work);
        steps.InsertRange(
            last + 1,
            look.Select(f =>
                f with
                {
                    Id = $"look-{f.Side.ToString().ToLowerInvariant()}",
                    Block = Block(f, blocks),
                    Pair = f.Pair is null ? null : "look",
                }
            )
        );
        return steps;
    }

    /// <summary>What the opening and closing brought in keeps to the day's screening too.</summary>
    private Plan Settled(Plan plan)
    {
        var context = new ScreenContext(plan, PlanExpansion.Expand(plan, request.Tempo, knowledge), school, request.Tempo, knowledge);
        return Screener.Findings(request.Subject, context).Findings.Any(f => f.Outcome is Outcome.Avoid or Outcome.Modify)
            ? Swaps.Settle(request.Subject, context)
            : plan;
    }

    /// <summary>Fitted to the minutes; while even the fewest repeats take too long, what is worth least is left out.</summary>
    private Plan InTime(Plan plan, Dictionary<string, Origin> origin)
    {
        while (true)
        {
            try
            {
                return Fit.ToMinutes(plan, request.Minutes, request.Tempo, knowledge).Plan;
            }
            catch (RefusalException) when (plan.Steps.Count(s => s.Role is StepRole.Work) > 1)
            {
                var least = plan
                    .Steps.Where(s => s.Role is StepRole.Work)
                    .MinBy(s => origin.TryGetValue(s.Id, out var o) ? o.Worth.Max() : 0)!;
                plan = plan with
                {
                    Steps =
                    [
                        .. plan.Steps.Where(s =>
                            s.Id != least.Id
                            && (least.Pair is null || s.Pair != least.Pair)
                            && (least.Series is null || s.Series != least.Series)
                        ),
                    ],
                };
            }
        }
    }

    private string Name() => string.Join(", ", request.Aims.Select(Said).Take(2)) is var said ? Spelling.Sentence(said) : "";

    /// <summary>The aim as it was asked: "mobilise the right shoulder", "calm, sleeps badly".</summary>
    private string Said(WantedAim aim)
    {
        var verb = knowledge.Composing.Aims[worth.For(aim)].Saying;
        if (aim.Region == "whole-body")
        {
            return aim.Quality is { } q ? $"{verb}: {knowledge.Composing.Qualities[q].Name}" : verb;
        }

        return $"{verb} the {(aim.Side is Side.Left or Side.Right ? $"{aim.Side.ToString()!.ToLowerInvariant()} " : "")}{knowledge.Regions[aim.Region].Name}";
    }

    private string Summary(Plan plan, Dictionary<string, Origin> origin)
    {
        var traditions = plan.Steps.Where(s => origin.ContainsKey(s.Id)).Select(s => origin[s.Id].Unit.Tradition).Distinct().ToList();
        var positions = plan.Steps.Select(Trunk).Distinct().Select(p => knowledge.Positions[p].Name).ToList();
        return $"{plan.Steps.Count} steps, {string.Join(" and ", traditions.Select(t => t.Replace('-', ' ')))}, {string.Join(", then ", positions)}.";
    }

    /// <summary>One reason for each position: which steps serve which aim, what fills the time, and where it all comes from.</summary>
    private List<BlockReason> Why(Plan plan, Dictionary<string, Origin> origin) =>
        [
            .. plan
                .Steps.Where(s => origin.ContainsKey(s.Id))
                .GroupBy(Trunk)
                .Select(g =>
                {
                    var steps = g.ToList();
                    var seconds = steps.Sum(s => PlanExpansion.WorkSeconds(s, s.Repeats, request.Tempo, knowledge));
                    var aims = request
                        .Aims.Select(
                            (aim, a) =>
                                (
                                    Aim: Said(aim),
                                    Steps: Names(
                                        steps.Where(s => origin[s.Id].Serves[a] && origin[s.Id].Worth[a] == origin[s.Id].Worth.Max())
                                    )
                                )
                        )
                        .Append((Aim: "round it off", Steps: Names(steps.Where(s => !origin[s.Id].Serves.Any(x => x)))))
                        .Where(x => x.Steps.Length > 0)
                        .Select(x => $"to {x.Aim}: {x.Steps}");
                    var leaned = steps
                        .Select(s => (Step: s, Lean: worth.LeanOf(s)))
                        .Where(x => x.Lean is not null)
                        .GroupBy(x => x.Lean!)
                        .Select(l => $" Counted {(l.Key.Better ? "more" : "less")}: {Names(l.Select(x => x.Step))}. {l.Key.Because}");
                    var name = knowledge.Positions[g.Key].Name;
                    return new BlockReason(
                        steps[0].Block,
                        $"{Spelling.Sentence(name)}, {seconds / 60:0} min, {string.Join("; ", aims)}. From {string.Join(", ", steps.Select(s => origin[s.Id].Unit.Flow).Distinct())}.{string.Concat(leaned)}"
                    );
                }),
        ];

    private static string Names(IEnumerable<PlanStep> steps) => string.Join(", ", steps.Select(s => s.Name).Distinct());

    private string Trunk(PlanStep step) => knowledge.Positions[step.Position].Base ?? step.Position;
}
