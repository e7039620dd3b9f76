using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>How the client lies or sits.</summary>
/// <param name="LiesOn">The side of the body that carries the weight: back, belly, left, right or seat.</param>
/// <param name="Mirror">The same position on the other side, where it has one.</param>
/// <param name="Base">The position this one is a variant of, when a limb is placed but the trunk is not turned.</param>
/// <param name="Moves">In which movements of the joints it holds the client. Null only in records from before it was said.</param>
[Kind("positions", "position")]
public sealed record Position(
    string Id,
    string Name,
    Source Source,
    string LiesOn,
    [RefersTo<Position>] string? Base = null,
    [RefersTo<Position>] string? Mirror = null,
    IReadOnlyList<Moved>? Moves = null
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Moves is null ? [new("/moves", $"Name the movements of joints in which '{Name}' holds; none is written [].")] : [];
}
