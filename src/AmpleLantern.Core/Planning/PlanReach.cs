using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>A step whose place lies where no hand gets to in its position.</summary>
/// <param name="Instead">Positions of the step's technique in which it could be reached.</param>
public sealed record OutOfReach(string Step, string Why, IReadOnlyList<string> Instead);

/// <summary>Tells how a region can be got at on a side in a position, on the reference figure.</summary>
/// <param name="bent">Which leg a one-sided position bends: 1 the left, -1 the right.</param>
/// <param name="side">1 the left, -1 the right, 0 either.</param>
public delegate SkinAccess ReachedIn(string position, int bent, Region region, int side);

/// <summary>Tells which steps of a plan cannot be reached in their position.</summary>
/// <remarks>Judged on the reference figure: what faces up does not depend on size.</remarks>
/// <param name="reached">Asked again and again of the same places: whoever hands it in keeps what it said.</param>
public sealed class PlanReach(KnowledgeBase knowledge, ReachedIn reached)
{
    /// <summary>The same with what a practice added of its own.</summary>
    public PlanReach With(KnowledgeBase own) => new(own, reached);

    public IReadOnlyList<OutOfReach> Of(Plan plan) =>
        [
            .. plan
                .Steps.Where(s => s.Pattern.Kind is not PatternKind.Handling)
                .Select(s => (Step: s, Region: s.Regions.FirstOrDefault(r => Shut(s, r, s.Position))))
                .Where(s => s.Region is not null)
                .Select(s => new OutOfReach(s.Step.Id, Say(s.Step, s.Region!), Instead(s.Step))),
        ];

    /// <summary>Which leg a one-sided position bends for a step.</summary>
    public static int BentSide(Side side) => side == Side.Right ? -1 : 1;

    /// <summary>A limb that lies on its worked side is lifted, or a hand slips under it: only what covers it shuts it off.</summary>
    private bool Shut(PlanStep step, string region, string position) =>
        AccessOf(step, region, position) is var access
        && (
            access == SkinAccess.Covered
            || (access == SkinAccess.AgainstTheMat && knowledge.Regions[region] is { Limb: null, FitsBeneath: false })
        );

    private List<string> Instead(PlanStep step) =>
        [.. knowledge.Techniques[step.Technique].Positions.Where(p => p != step.Position && !step.Regions.Any(r => Shut(step, r, p)))];

    private SkinAccess AccessOf(PlanStep step, string region, string position)
    {
        // Work on the whole body, or without a place of its own, is always somewhere within reach.
        var side = step.Side switch
        {
            Side.Left => 1,
            Side.Right => -1,
            _ => 0,
        };
        return reached(position, knowledge.Poses.OneSided(position) ? BentSide(step.Side) : 1, knowledge.Regions[region], side);
    }

    private string Say(PlanStep step, string id)
    {
        var (region, position) = (knowledge.Regions[id].Name, knowledge.Positions[step.Position].Name);
        return AccessOf(step, id, step.Position) == SkinAccess.AgainstTheMat
            ? $"The {region} lies against the mat when the client is {position}."
            : $"The {region} is covered when the client is {position}.";
    }
}
