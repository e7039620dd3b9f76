using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>Whether a step's technique allows what it asks for, and its pattern can be worked out.</summary>
internal static class StepChecks
{
    public static IEnumerable<Flaw> Of(StepTemplate step, KnowledgeBase knowledge)
    {
        foreach (var flaw in knowledge.Techniques.Find(step.Technique) is { } technique ? AgainstTechnique(step, technique) : [])
        {
            yield return flaw;
        }

        if (step.Repeats.Min > step.Repeats.Usual || step.Repeats.Usual > step.Repeats.Max)
        {
            yield return new("/repeats", KnowledgeChecks.Order);
        }

        if (step.Pattern.Stations is < 1)
        {
            yield return new("/pattern/stations", "A pattern needs one station or more.");
        }

        if (step.Pattern.Hold is { IsOrdered: false })
        {
            yield return new("/pattern/hold", KnowledgeChecks.Order);
        }

        foreach (var set in knowledge.Atlas.Reflex.All)
        {
            foreach (var area in (step.Reflex ?? []).Where(r => set.Areas.All(a => a.Id != r)))
            {
                yield return new("/reflex", $"The chart of the feet '{set.Id}' has no area '{area}': every chart must have it.");
            }
        }

        if (PatternNeeds(step.Pattern) is { } needs)
        {
            yield return new("/pattern", needs);
        }
    }

    private static IEnumerable<Flaw> AgainstTechnique(StepTemplate step, Technique technique)
    {
        if (!technique.Contacts.Contains(step.Contact))
        {
            yield return new(
                "/contact",
                $"{technique.Name} is not given with '{step.Contact}'; it takes {string.Join(", ", technique.Contacts)}."
            );
        }

        foreach (var position in (step.AlsoIn ?? []).Prepend(step.Position).Where(p => !technique.Positions.Contains(p)))
        {
            yield return new(
                "/position",
                $"{technique.Name} is not given in '{position}'; it takes {string.Join(", ", technique.Positions)}."
            );
        }

        if (!technique.Levels.Contains(step.Level))
        {
            yield return new(
                "/level",
                $"{technique.Name} goes from level {technique.Levels.Min} to {technique.Levels.Max}, not {step.Level}."
            );
        }

        if (!technique.Patterns.Contains(step.Pattern.Kind))
        {
            yield return new("/pattern/kind", $"{technique.Name} has no such pattern.");
        }
    }

    /// <summary>What a pattern still needs to be worked out, or null.</summary>
    private static string? PatternNeeds(PatternSpec p) =>
        p switch
        {
            { Kind: PatternKind.PointSet, Stations: null } => "Needs the number of points as its stations.",
            { Kind: PatternKind.ContractRelax, Hold: null } => "Needs the seconds of the push as its hold.",
            { Kind: PatternKind.Column } when !Spine.Vertebrae.Contains(p.From ?? "") || !Spine.Vertebrae.Contains(p.To ?? "") =>
                "Needs the vertebrae it goes from and to.",
            { Kind: PatternKind.Ramp, LevelFrom: null } => "Needs the level it begins at as levelFrom.",
            { Kind: PatternKind.Ramp, Breaths: null or < 2 } => "Needs the breaths it rises in, two or more.",
            { Kind: PatternKind.SpeedUp, Beat: null } => "Needs the beats it goes from and to.",
            { NeedsTime: true, Hold: null, Breaths: null } => "Needs a hold in seconds, or breaths.",
            { Places: { } places, Stations: { } n } when places.Count != n => $"Has {places.Count} places for {n} stations.",
            _ => null,
        };
}
