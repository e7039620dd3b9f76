using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.OnBody;

/// <summary>What of the atlas belongs under a step.</summary>
public static class StepLayers
{
    /// <param name="touchable">Regions that can be touched on the chart beside those worked.</param>
    /// <param name="offered">Points to choose from beside those worked.</param>
    public static LayersWanted Of(
        PlanStep step,
        IReadOnlyList<string> touchable,
        IReadOnlyList<string> leftOut,
        IReadOnlyList<string> offered,
        string view,
        ReflexSet set,
        KnowledgeBase knowledge
    )
    {
        // Who touches nobody lights no place, nor who turns or covers all of somebody.
        var nowhere = step.Pattern.Kind is PatternKind.Handling && step.Regions.All(r => knowledge.Regions[r].Anywhere);
        var worked = nowhere || step.TouchesNobody(knowledge) ? [] : step.Regions;
        return new(
            step.Line is { } channel && knowledge.Atlas.Channels.Has(channel) ? [channel] : [],
            [.. (step.Points ?? []).Concat(offered).Distinct()],
            step.Line is { } line && knowledge.Atlas.Sen.Has(line) ? [line] : [],
            // An area of the foot says more than the part it lies in.
            [
                .. (step.Reflex is { Count: > 0 } ? [] : worked)
                    .Concat(touchable)
                    .Concat(leftOut)
                    .Distinct()
                    .Where(r => worked.Contains(r) || !knowledge.Regions[r].Anywhere),
            ],
            step.Reflex is { Count: > 0 } ? set.Id : null,
            view == Belly ? knowledge.Atlas.Hara.All[0].Id : null,
            NoPressure: true,
            Side: step.Side switch
            {
                Side.Left => 1,
                Side.Right => -1,
                _ => 0,
            },
            LinesOnly: true
        );
    }

    private const string Belly = "belly";
}
