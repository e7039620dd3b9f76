using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Planning;

/// <summary>A step that is taught by itself, in no flow.</summary>
[Kind("singleSteps", "single step")]
public sealed record SingleStep(string Id, Source Source, StepTemplate Step) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        StepChecks.Of(Step, knowledge).Select(f => f with { Path = $"/step{f.Path}" });
}
