using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning;

/// <summary>A step whose place lies where no hand gets to in its position.</summary>
/// <param name="Instead">Positions of the step's technique in which it could be reached.</param>
public sealed record OutOfReach(string Step, string Why, IReadOnlyList<string> Instead);

/// <summary>Tells which steps of a plan cannot be reached in their position.</summary>
/// <remarks>
/// Judged on the reference figure: what faces up does not depend on size. Kept for as long as the program runs,
/// because only the position, the bent side, the region and the side matter.
/// </remarks>
public sealed class PlanReach(KnowledgeBase knowledge)
{
    private readonly Dictionary<(string Position, int Bent), Posed> posed = [];
    private readonly Dictionary<(string Position, int Bent, string Region, int Side), Access> known = [];
    private readonly Lock guard = new();

    public IReadOnlyList<OutOfReach> Of(Plan plan) =>
    [
        .. plan.Steps.Select(s => (Step: s, Access: AccessOf(s, s.Position))).Where(s => Shut(s.Step, s.Access))
            .Select(s => new OutOfReach(s.Step.Id, Say(s.Step, s.Access), Instead(s.Step))),
    ];

    /// <summary>Which leg a one-sided position bends for a step.</summary>
    public static int BentSide(Side side) => side == Side.Right ? -1 : 1;

    /// <summary>A limb that lies on its worked side is lifted, or a hand slips under it: only what covers it shuts it off.</summary>
    private bool Shut(PlanStep step, Access access) => access == Access.Covered
        || (access == Access.AgainstTheMat && knowledge.Regions[step.Region].Limb is null);

    private List<string> Instead(PlanStep step) =>
        [.. knowledge.Techniques[step.Technique].Positions.Where(p => p != step.Position && !Shut(step, AccessOf(step, p)))];

    private Access AccessOf(PlanStep step, string position)
    {
        // Work on the whole body, or without a place of its own, is always somewhere within reach.
        var side = step.Side switch
        {
            Side.Left => 1,
            Side.Right => -1,
            _ => 0,
        };
        var key = (position, Poses.OneSided(position) ? BentSide(step.Side) : 1, step.Region, side);
        lock (guard)
        {
            if (known.TryGetValue(key, out var access))
            {
                return access;
            }

            if (!posed.TryGetValue((key.position, key.Item2), out var figure))
            {
                figure = posed[(key.position, key.Item2)] = new(knowledge, new(BodySize.Reference, Poses.Of(position, key.Item2)));
            }

            return known[key] = figure.AccessOf(knowledge.Regions[step.Region], side);
        }
    }

    private string Say(PlanStep step, Access access)
    {
        var (region, position) = (knowledge.Regions[step.Region].Name, knowledge.Positions[step.Position].Name);
        return access == Access.AgainstTheMat
            ? $"The {region} lies against the mat when the client is {position}."
            : $"The {region} is covered when the client is {position}.";
    }
}
