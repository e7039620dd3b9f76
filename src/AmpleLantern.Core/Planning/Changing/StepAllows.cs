using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Changing;

/// <summary>Refuses what a step's technique or place does not allow, of what was changed; what stood before is left to stand.</summary>
internal static class StepAllows
{
    /// <exception cref="RefusalException">The first thing that is not allowed, with what is.</exception>
    public static void Check(PlanStep was, PlanStep now, KnowledgeBase knowledge)
    {
        var technique = knowledge.Techniques[now.Technique];
        var other = was.Technique != now.Technique;
        string Position(string id) => knowledge.Positions[id].Name.ToLowerInvariant();
        var elsewhere = !was.Regions.SequenceEqual(now.Regions);
        RefusalException.Unless(
            !(other || was.Position != now.Position) || technique.Positions.Contains(now.Position) || now.AlsoIn.Contains(now.Position),
            "position-not-possible",
            $"{technique.Name} is not given {Position(now.Position)}. It is given {Words(technique.Positions.Select(Position))}.",
            "/position"
        );
        RefusalException.Unless(
            !(other || was.Pattern.Kind != now.Pattern.Kind) || technique.Patterns.Contains(now.Pattern.Kind),
            "pattern-not-possible",
            $"{technique.Name} has no such pattern. It is given as {Words(technique.Patterns.Select(p => knowledge.PatternOf(p)?.Name.ToLowerInvariant()))}.",
            "/pattern"
        );
        RefusalException.Unless(
            Out(now.Level, technique.Levels) <= (other ? 0 : Out(was.Level, technique.Levels)),
            "level-not-possible",
            $"{technique.Name} goes from level {technique.Levels.Min} to {technique.Levels.Max}, not {now.Level}. For more or less, exchange the step for another way of working.",
            "/level"
        );
        if (other || elsewhere)
        {
            Place(technique, now, knowledge);
        }

        if (now.Line is { } line && (elsewhere || was.Line != line))
        {
            Line(line, now, knowledge);
        }

        foreach (var point in (now.Points ?? []).Where(p => elsewhere || was.Points?.Contains(p) != true))
        {
            Point(point, now, knowledge);
        }

        if (now.Reflex is { Count: > 0 } && (elsewhere || was.Reflex is null))
        {
            RefusalException.Unless(
                now.Regions.Any(r => knowledge.Meets(WholeFoot, r) || knowledge.Holds(WholeFoot, r)),
                "reflex-not-here",
                $"Reflex areas lie on the feet; this step works the {Places(now.Regions, knowledge)}. Choose a place on the foot first, or take the areas away.",
                "/reflex"
            );
        }
    }

    /// <summary>Whether a point lies where the step works: on the same limb, or on the trunk, neck and head as it does.</summary>
    public static bool Here(string point, PlanStep step, KnowledgeBase knowledge) =>
        knowledge
            .Atlas.Points[point]
            .Places.Any(place =>
                step.Regions.Any(r => knowledge.Regions[r].Patches.Any(p => Location.LimbOf(p.On) == Location.LimbOf(place.On)))
            );

    /// <summary>Whether a line runs through a region of the step.</summary>
    public static bool Runs(string line, PlanStep step, KnowledgeBase knowledge) =>
        knowledge.RegionsOfLine(line).Any(at => step.Regions.Any(r => knowledge.Overlap(at, r)))
        // The edge of a region is worked with it.
        || knowledge.AsTaught.Follows(line, step.Regions);

    internal const string WholeFoot = "whole-foot";

    private static void Place(Technique technique, PlanStep step, KnowledgeBase knowledge)
    {
        var taught = knowledge.AsTaught;
        if (step.Regions.FirstOrDefault(r => !taught.MayBeOn(technique.Id, r)) is { } strange)
        {
            throw new RefusalException(
                "region-not-possible",
                $"{technique.Name} is not made for the {Places([strange], knowledge)}. It is made for: {Places(taught.PlacesOf(technique.Id), knowledge)}.",
                "/region"
            );
        }
    }

    private static void Line(string line, PlanStep step, KnowledgeBase knowledge)
    {
        var name = knowledge.Atlas.Channels.Find(line)?.Name ?? knowledge.Atlas.Sen.Find(line)?.Name;
        RefusalException.Unless(name is not null, "unknown-line", $"There is no line '{line}'. Choose one of the list.", "/line");
        RefusalException.Unless(
            Runs(line, step, knowledge),
            "line-not-here",
            $"{name} does not run through the {Places(step.Regions, knowledge)}. It runs through: {Places(knowledge.RegionsOfLine(line), knowledge)}.",
            "/line"
        );
    }

    private static void Point(string point, PlanStep step, KnowledgeBase knowledge)
    {
        RefusalException.Unless(
            Here(point, step, knowledge),
            "point-not-here",
            $"{point} does not lie here: {knowledge.Atlas.Points[point].Location.TrimEnd('.')}. This step works the {Places(step.Regions, knowledge)}. Change its place first, or add a step for {point}.",
            "/points"
        );
    }

    private static int Out(int level, IntRange range) => Math.Abs(level - range.Clamp(level));

    private static string Places(IEnumerable<string> ids, KnowledgeBase knowledge) =>
        Words(ids.Select(id => knowledge.PlaceName(id).ToLowerInvariant()).Distinct());

    private static string Words(IEnumerable<string?> words) => string.Join(", ", words);
}
