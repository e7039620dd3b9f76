using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Outcomes;

/// <summary>Something noted as one line: what, at which place, in which step, on which side, how strong, in which words.</summary>
public static class NotedLine
{
    /// <param name="steps">Steps by id; one that is gone is called by its id.</param>
    public static string Of(NotedResponse noted, IReadOnlyDictionary<string, PlanStep> steps, KnowledgeBase knowledge)
    {
        var step = steps.GetValueOrDefault(noted.Step);
        var name = step?.Name ?? noted.Step;
        var place = noted.Detail?.Place;
        return string.Join(
            ", ",
            new[]
            {
                (place ?? name) is { Length: > 0 } at
                    ? $"{ResponseKind.Said(noted.Response, knowledge)} at {at}"
                    : ResponseKind.Said(noted.Response, knowledge),
                place is null ? null : name,
                (noted.Detail?.Side ?? step?.Side) is { } side and (Side.Left or Side.Right) ? side.ToString().ToLowerInvariant() : null,
                noted.Detail?.Strength is { } strength ? $"{strength} of {EventDetail.MostStrength}" : null,
                noted.Text,
            }.Where(t => t is { Length: > 0 })
        );
    }
}
