using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>Steps of one block on one side that follow each other, as a plan is read in parts.</summary>
/// <param name="Side">Both for what is done in the middle, too.</param>
/// <param name="Steps">Their ids, in order.</param>
/// <param name="Mirrored">Given on the left and then on the right, and listed here once.</param>
public sealed record PlanSection(string Block, string Name, Side Side, IReadOnlyList<string> Steps, double Seconds, bool Mirrored = false);

/// <summary>Divides a plan into its parts.</summary>
public static class PlanSections
{
    public static IReadOnlyList<PlanSection> Of(Plan plan, Expansion expansion) =>
        Gather(plan, expansion, [.. plan.Steps.Select(s => (s, false))]);

    /// <summary>The plan for a card: of a pair only the side that comes first.</summary>
    public static IReadOnlyList<PlanSection> OnACard(Plan plan, Expansion expansion)
    {
        var pairs = plan.Steps.Where(s => s.Pair is not null).CountBy(s => s.Pair!).ToDictionary();
        var seen = new HashSet<string>();
        return Gather(
            plan,
            expansion,
            [.. plan.Steps.Where(s => s.Pair is null || seen.Add(s.Pair)).Select(s => (s, Mirrored: s.Pair is { } pair && pairs[pair] > 1))]
        );
    }

    /// <summary>Which strand of the body a step belongs to: left, right, or both.</summary>
    internal static Side Strand(PlanStep step) => step.Side is Side.Mid ? Side.Both : step.Side;

    /// <summary>For each step the side of the part it stands in.</summary>
    /// <remarks>
    /// What is given on one side in one go stays one part, also where it works the other side, as the leg on the mat of who lies on theirs.
    /// </remarks>
    internal static IReadOnlyList<Side> PartSides(IReadOnlyList<PlanStep> steps)
    {
        var sides = new Side[steps.Count];
        var begun = new HashSet<string>();
        var before = 0;
        for (var i = 0; i < steps.Count; i++)
        {
            var own = Strand(steps[i]);
            var pass =
                steps[i].Pair is not { } pair || own is Side.Both ? 0
                : begun.Add(pair) ? 1
                : 2;
            sides[i] = i > 0 && pass > 0 && pass == before && steps[i - 1].Block == steps[i].Block ? sides[i - 1] : own;
            before = pass;
        }

        return sides;
    }

    private static List<PlanSection> Gather(Plan plan, Expansion expansion, IReadOnlyList<(PlanStep Step, bool Mirrored)> listed)
    {
        var seconds = expansion.Steps.ToDictionary(s => s.Id, s => s.Seconds);
        var sections = new List<PlanSection>();
        var sides = PartSides([.. listed.Select(x => x.Step)]);
        for (var i = 0; i < listed.Count; i++)
        {
            var (step, mirrored) = listed[i];
            var side = mirrored ? Side.Both : sides[i];
            if (sections is [.., var last] && last.Block == step.Block && last.Mirrored == mirrored && last.Side == side)
            {
                sections[^1] = last with { Steps = [.. last.Steps, step.Id], Seconds = last.Seconds + seconds[step.Id] };
            }
            else
            {
                var name = plan.Blocks?.FirstOrDefault(b => b.Id == step.Block)?.Name ?? step.Block;
                sections.Add(new(step.Block, name, side, [step.Id], seconds[step.Id], mirrored));
            }
        }

        return sections;
    }
}
