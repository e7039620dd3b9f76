using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning;

/// <summary>Makes plans from flows.</summary>
public static class FlowPlans
{
    /// <summary>
    /// Takes a flow whole. A block for each side is given on the school's first side, then mirrored: sides are swapped
    /// everywhere in it, and each step keeps its twin as its pair.
    /// </summary>
    public static Plan FromFlow(Flow flow, KnowledgeBase knowledge, School school)
    {
        var first = school.FirstSide == "right" ? Side.Right : Side.Left;
        var steps = new List<PlanStep>();
        foreach (var block in flow.Blocks)
        {
            if (!block.EachSide)
            {
                steps.AddRange(block.Steps.Select(t => Step(t, t.Id, block.Id, t.Side, null, knowledge, school)));
                continue;
            }

            foreach (var side in new[] { first, first.Mirror() })
            {
                steps.AddRange(block.Steps.Select(t =>
                    Step(OnSide(t, side, knowledge), $"{t.Id}.{Word(side)}", block.Id, side, t.Id, knowledge, school)));
            }
        }

        return new(flow.Name, [.. steps.Select(s => s with { Surface = flow.Surfaces[0] })], flow.Id, [.. flow.Blocks.Select(b => new PlanBlock(b.Id, b.Name))]);
    }

    /// <summary>Places a template in a plan.</summary>
    public static PlanStep Step(
        StepTemplate t, string id, string block, Side side, string? pair, KnowledgeBase knowledge, School school)
    {
        var technique = knowledge.Techniques[t.Technique];
        var pattern = technique.Family == CompressionHold && t.Pattern.Kind is PatternKind.Hold
            ? t.Pattern with { Hold = school.GroinHold }
            : t.Pattern with { Places = t.Pattern.Places ?? (t.Pattern.Kind is PatternKind.PointSet ? t.Points : null) };
        return new(
            id, t.Name, block, t.Region, side, t.Position, t.Stance, t.Technique, t.Contact, pattern, t.Level,
            t.Repeats.Usual, t.Repeats, t.Purpose, t.Role, t.Breath ?? technique.Breath, t.SetupSeconds,
            t.NoTouchSeconds, t.AlsoIn ?? [], t.Props ?? [], t.Where, pair, t.Note, Points: t.Points, Line: t.Line, Products: t.Products);
    }

    /// <summary>A template given on the other side than it was written for: the client lies on the other side too.</summary>
    private static StepTemplate OnSide(StepTemplate t, Side side, KnowledgeBase knowledge)
    {
        string Other(string position) => knowledge.Positions[position].Mirror ?? position;
        return t.Side != side && t.Side == side.Mirror()
            ? t with { Position = Other(t.Position), AlsoIn = t.AlsoIn?.Select(Other).ToList() }
            : t;
    }

    /// <summary>The family whose length the school profile sets.</summary>
    public const string CompressionHold = "compression-hold";

    private static string Word(Side side) => side is Side.Left ? "left" : "right";
}
