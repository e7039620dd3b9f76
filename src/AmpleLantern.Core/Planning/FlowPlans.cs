using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>Makes plans from flows.</summary>
public static class FlowPlans
{
    /// <summary>An opening and a closing, and room between them.</summary>
    public static Plan Blank(KnowledgeBase knowledge, School school)
    {
        var still = knowledge.Flows.All.SelectMany(f => FromFlow(f, knowledge, school).Steps).ToList();
        var open = still.First(s => s is { Role: StepRole.Opening, Position: "supine" });
        var close = still.First(s => s is { Role: StepRole.Closing, Position: "supine" });
        return new("New session", [open with { Block = "session" }, close with { Block = "session" }], Blocks: [new("session", "Session")]);
    }

    /// <summary>
    /// Takes a flow whole. A block for each side is given on the school's first side, then mirrored: sides are swapped
    /// everywhere in it, the client lies on the other side, and each step keeps its twin as its pair.
    /// </summary>
    /// <param name="choices">Options of the flow's variants; the school's, or the flow's own default, where nothing is chosen.</param>
    /// <exception cref="RefusalException">An option the flow does not have.</exception>
    public static Plan FromFlow(Flow flow, KnowledgeBase knowledge, School school, IReadOnlyDictionary<string, string>? choices = null)
    {
        var first = school.FirstSide == "right" ? Side.Right : Side.Left;
        var chosen = FlowVariants.Choose(flow, knowledge, school, choices);
        var steps = new List<PlanStep>();
        foreach (var run in Runs(FlowVariants.Blocks(flow, chosen)))
        {
            IReadOnlyList<Side?> sides = run[0].EachSide ? [first, first.Mirror()] : [null];
            foreach (var side in sides)
            {
                steps.AddRange(
                    run.SelectMany(block =>
                        block.Steps.Where(t => FlowVariants.Holds(t.When, chosen)).Select(t => Placed(t, block, side, knowledge, school))
                    )
                );
            }
        }

        return new(
            flow.Name,
            [
                .. Numbered(steps)
                    .Select(s =>
                        s with
                        {
                            Surface = flow.Surfaces[0],
                            AlsoOn = flow.Surfaces.Count > 1 ? [.. flow.Surfaces.Skip(1)] : null,
                            Series = s.Series is null ? null : $"{flow.Id}/{s.Series}",
                        }
                    ),
            ],
            flow.Id,
            [.. flow.Blocks.Select(b => new PlanBlock(b.Id, b.Name))],
            Choices: chosen.Count > 0 ? chosen : null
        );
    }

    /// <summary>Places a template in a plan.</summary>
    public static PlanStep Step(StepTemplate t, string id, string block, Side side, string? pair, KnowledgeBase knowledge, School school)
    {
        var technique = knowledge.Techniques[t.Technique];
        var pattern =
            technique.Family == CompressionHold && t.Pattern.Kind is PatternKind.Hold
                ? t.Pattern with
                {
                    Hold = school.GroinHold,
                }
                : t.Pattern with
                {
                    Places = t.Pattern.Places ?? (t.Pattern.Kind is PatternKind.PointSet ? t.Points : null),
                };
        return new()
        {
            Id = id,
            Name = t.Name,
            Block = block,
            Region = t.Region,
            Through = t.Through,
            AlsoAt = t.AlsoAt,
            Side = side,
            Position = t.Position,
            Stance = t.Stance,
            Technique = t.Technique,
            Contact = t.Contact,
            Pattern = pattern,
            Level = t.Level,
            Repeats = t.Repeats.Usual,
            Range = t.Repeats,
            Purpose = t.Purpose,
            Role = t.Role,
            Breath = t.Breath ?? technique.Breath,
            SetupSeconds = t.SetupSeconds,
            NoTouchSeconds = t.NoTouchSeconds,
            AlsoIn = t.AlsoIn ?? [],
            Props = t.Props ?? [],
            Where = t.Where,
            Pair = pair,
            Note = t.Note,
            Guide = t.Guide,
            Formerly = t.Formerly,
            Points = t.Points,
            Line = t.Line,
            Products = t.Products,
            Series = t.Series,
            Reflex = t.Reflex,
            Across = t.Across,
        };
    }

    /// <summary>The step as its mirror gives it: the other side, the client lying on the other side too.</summary>
    public static PlanStep Mirrored(PlanStep s, KnowledgeBase knowledge) =>
        s with
        {
            Side = s.Side.Mirror(),
            Where = StepGuide.Swapped(s.Where),
            Guide = s.Guide?.Mirror(),
            Formerly = s.Formerly is { } was ? [.. was.Select(f => StepGuide.Swapped(f)!)] : null,
            Position = Other(s.Position, knowledge),
            AlsoIn = s.AlsoIn.Any(p => Other(p, knowledge) != p) ? [.. s.AlsoIn.Select(p => Other(p, knowledge))] : s.AlsoIn,
        };

    /// <summary>The family whose length the school profile sets.</summary>
    public const string CompressionHold = "compression-hold";

    /// <summary>
    /// A block for each side is written for the side of its first step; on the other it is mirrored whole. A step of the other side in
    /// it, as the lower leg of someone lying on the side, stays the other side.
    /// </summary>
    private static PlanStep Placed(StepTemplate t, FlowBlock block, Side? pass, KnowledgeBase knowledge, School school)
    {
        if (pass is not { } on)
        {
            return Step(t, t.Id, block.Id, t.Side, null, knowledge, school);
        }

        var step = Step(
            t,
            $"{t.Id}.{(on is Side.Left ? "left" : "right")}",
            block.Id,
            t.Side is Side.Both or Side.Mid ? block.Steps[0].Side : t.Side,
            t.Id,
            knowledge,
            school
        );
        return block.Steps[0].Side == on ? step : Mirrored(step, knowledge);
    }

    private static string Other(string position, KnowledgeBase knowledge) => knowledge.Positions[position].Mirror ?? position;

    /// <summary>Blocks of one round stay together: all of them on one side, then all on the other.</summary>
    private static IEnumerable<IReadOnlyList<FlowBlock>> Runs(IReadOnlyList<FlowBlock> blocks)
    {
        var run = new List<FlowBlock>();
        foreach (var block in blocks)
        {
            if (run.Count > 0 && !(block.EachSide && block.Round is not null && block.Round == run[^1].Round))
            {
                yield return run;
                run = [];
            }

            run.Add(block);
        }

        if (run.Count > 0)
        {
            yield return run;
        }
    }

    /// <summary>A step that comes again gets a number of its own, and so does its pair.</summary>
    private static IEnumerable<PlanStep> Numbered(IReadOnlyList<PlanStep> steps)
    {
        var seen = new Dictionary<string, int>();
        foreach (var step in steps)
        {
            var n = seen[step.Id] = seen.GetValueOrDefault(step.Id) + 1;
            yield return n == 1 ? step : step with { Id = $"{step.Id}.{n}", Pair = step.Pair is null ? null : $"{step.Pair}.{n}" };
        }
    }
}
