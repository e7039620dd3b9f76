using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening;

/// <summary>Steps that can take the place of a step that is left out, serving the same purpose.</summary>
/// <param name="For">Families or traits of what is replaced.</param>
/// <param name="Regions">The regions of the step replaced; empty for any.</param>
[Kind("replacements", "replacement")]
public sealed record Replacement(
    string Id,
    string Name,
    Source Source,
    [RefersTo<TechniqueFamily, Trait>] IReadOnlyList<string> For,
    [RefersTo<Region>] IReadOnlyList<string> Regions,
    IReadOnlyList<StepTemplate> Steps,
    string Saying
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Steps.SelectMany((s, i) => StepChecks.Of(s, knowledge).Select(f => f with { Path = $"/steps/{i}{f.Path}" }));
}
