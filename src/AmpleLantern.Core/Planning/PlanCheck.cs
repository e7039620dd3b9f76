using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>Refuses plans that cannot be given, with the place and a sentence that says what to do.</summary>
public static class PlanCheck
{
    /// <exception cref="RefusalException">The first thing wrong.</exception>
    public static void Check(Plan plan, KnowledgeBase knowledge)
    {
        var most = knowledge.PlanLimits.MostSteps;
        RefusalException.Unless(
            plan.Steps.Count > 0 && plan.Steps.Count <= most,
            "plan-size",
            $"A plan has 1 to {most} steps, this one has {plan.Steps.Count}.",
            "/plan/steps"
        );
        var ids = new HashSet<string>();
        for (var i = 0; i < plan.Steps.Count; i++)
        {
            var at = $"/plan/steps/{i}";
            RefusalException.Unless(
                ids.Add(plan.Steps[i].Id),
                "same-id",
                $"Two steps have the id '{plan.Steps[i].Id}'. Give each its own.",
                $"{at}/id"
            );
            Step(plan.Steps[i], at, knowledge);
        }
    }

    /// <summary>
    /// The plan without the steps this knowledge can no longer read, and a sentence for each of them. What is left can be worked with;
    /// where nothing is, an opening and a closing stand.
    /// </summary>
    public static (Plan Plan, IReadOnlyList<string> SetAside) Readable(Plan plan, KnowledgeBase knowledge)
    {
        plan = References.Present(plan, knowledge);
        var aside = new List<string>();
        var steps = new List<PlanStep>();
        foreach (var step in plan.Steps)
        {
            if (Wrong(step, knowledge) is { } why)
            {
                aside.Add($"\"{step.Name}\" is set aside: {why}");
            }
            else
            {
                steps.Add(step);
            }
        }

        return aside.Count == 0 && steps.Count > 0 ? (plan, [])
            : steps.Count > 0 ? (plan with { Steps = steps }, aside)
            : (FlowPlans.Blank(knowledge, knowledge.HouseSchool) with { Name = plan.Name }, aside);
    }

    /// <summary>Whether every word of a step is known and its numbers can be.</summary>
    public static bool CanRead(PlanStep step, KnowledgeBase knowledge) => Wrong(step, knowledge) is null;

    private static string? Wrong(PlanStep step, KnowledgeBase knowledge)
    {
        try
        {
            Step(step, "", knowledge);
            return null;
        }
        catch (RefusalException e)
        {
            return e.Message;
        }
    }

    private static void Step(PlanStep step, string at, KnowledgeBase knowledge)
    {
        var limits = knowledge.PlanLimits;
        RefusalException.Unless(
            step.Name.Trim().Length > 0 && step.Name.Trim().Length <= limits.LongestName,
            "name-missing",
            $"A step has a name of 1 to {limits.LongestName} letters.",
            $"{at}/name"
        );
        Known(knowledge.Regions, step.Region, $"{at}/region");
        foreach (var region in (step.Through ?? []).Concat(step.AlsoAt ?? []))
        {
            Known(knowledge.Regions, region, $"{at}/{(step.Through?.Contains(region) == true ? "through" : "alsoAt")}");
        }

        Known(knowledge.Positions, step.Position, $"{at}/position");
        Known(knowledge.Stances, step.Stance, $"{at}/stance");
        Known(knowledge.Contacts, step.Contact, $"{at}/contact");
        Known(knowledge.Techniques, step.Technique, $"{at}/technique");
        var technique = knowledge.Techniques[step.Technique];
        RefusalException.Unless(
            technique.Contacts.Contains(step.Contact),
            "contact-not-possible",
            $"{technique.Name} is not given with '{step.Contact}'. It takes {string.Join(", ", technique.Contacts)}.",
            $"{at}/contact"
        );
        RefusalException.Unless(
            step.OtherContact is not { } other || knowledge.OtherHands(technique).Contains(other),
            "contact-not-possible",
            $"The other hand cannot be '{step.OtherContact}' here. It may be {string.Join(", ", knowledge.OtherHands(technique))}.",
            $"{at}/otherContact"
        );
        RefusalException.Unless(
            limits.Level.Holds(step.Level),
            "level-out-of-range",
            $"Pressure levels go from 1 (surface) to 5 (very deep), not {step.Level}.",
            $"{at}/level"
        );
        RefusalException.Unless(
            step.Pattern.LevelFrom is not { } from || limits.Level.Holds(from),
            "level-out-of-range",
            $"A ramp begins at a level from 1 (surface) to 5 (very deep), not {step.Pattern.LevelFrom}.",
            $"{at}/pattern/levelFrom"
        );
        RefusalException.Unless(
            step.Repeats >= 1 && step.Repeats <= limits.MostRepeats,
            "repeats-out-of-range",
            $"A step is repeated 1 to {limits.MostRepeats} times, not {step.Repeats}. To leave it out, remove the step.",
            $"{at}/repeats"
        );
        RefusalException.Unless(
            step.Range.Min >= 1 && step.Range.Max <= limits.MostRepeats && step.Range.Min <= step.Range.Max,
            "range-out-of-order",
            $"The range of repeats must go from 1 or more up to at most {limits.MostRepeats}.",
            $"{at}/range"
        );
        RefusalException.Unless(
            step.SetupSeconds >= 0
                && step.SetupSeconds <= limits.MostSetupSeconds
                && step.NoTouchSeconds >= 0
                && step.NoTouchSeconds <= limits.MostSetupSeconds,
            "seconds-out-of-range",
            $"Setting up and resting take 0 to {limits.MostSetupSeconds:0} seconds.",
            $"{at}/noTouchSeconds"
        );
        var shortest = step.Pattern.HoldsEachPress ? limits.ShortestPressSeconds : limits.HoldSeconds.Least;
        RefusalException.Unless(
            step.Pattern.Hold is not { } h || h.Min >= shortest && h.Max <= limits.HoldSeconds.Most && h.Min <= h.Usual && h.Usual <= h.Max,
            "hold-out-of-range",
            $"A hold lasts {shortest:0.##} to {limits.HoldSeconds.Most:0} seconds, shortest first.",
            $"{at}/pattern/hold"
        );
        RefusalException.Unless(
            !step.Pattern.NeedsTime || step.Pattern.Hold is not null || step.Pattern.Breaths is > 0,
            "hold-missing",
            $"{step.Name} needs seconds or breaths. Give one of them.",
            $"{at}/pattern"
        );
        RefusalException.Unless(
            step.Pattern.Stations is null or (>= 1 and <= Patterns.MostStations),
            "stations-out-of-range",
            $"A path has 1 to {Patterns.MostStations} stations, not {step.Pattern.Stations}.",
            $"{at}/pattern/stations"
        );
        RefusalException.Unless(
            limits.Percent.Holds(step.RangePercent ?? limits.Percent.Most) && limits.Percent.Holds(step.PacePercent ?? limits.Percent.Most),
            "percent-out-of-range",
            $"Range and pace go from {limits.Percent.Least:0} to {limits.Percent.Most:0} percent.",
            $"{at}/rangePercent"
        );
        RefusalException.Unless(
            step.Pattern.Count is null || step.Pattern.Count >= 1 && step.Pattern.Count <= limits.MostCount,
            "count-out-of-range",
            $"Within one repeat it is done 1 to {limits.MostCount} times, not {step.Pattern.Count}.",
            $"{at}/pattern/count"
        );
        RefusalException.Unless(
            step.Pattern.Breaths is null || step.Pattern.Breaths >= 1 && step.Pattern.Breaths <= limits.MostBreaths,
            "breaths-out-of-range",
            $"It lasts 1 to {limits.MostBreaths} breaths, not {step.Pattern.Breaths}.",
            $"{at}/pattern/breaths"
        );
        Given(step, at, limits);
        step.Press?.Check($"{at}/press", knowledge.Pressure.Model.Settings);
        foreach (var point in step.Points ?? [])
        {
            Known(knowledge.Atlas.Points, point, $"{at}/points");
        }

        foreach (var product in step.Products ?? [])
        {
            Known(knowledge.Products, product, $"{at}/products");
        }
    }

    /// <summary>Whether the pattern makes presses at all: by making them, on a path of usual length.</summary>
    private static void Given(PlanStep step, string at, PlanLimits limits)
    {
        try
        {
            _ = PatternExpansion.Expand(
                step.Pattern,
                PatternExpansion.Stations(step.Pattern, limits.UsualPathMetres, limits.UsualHandMetres),
                step.Repeats
            );
        }
        catch (KnowledgeException e)
        {
            throw new RefusalException("pattern-not-possible", $"{step.Name} cannot be given: {e.Message}", $"{at}/pattern");
        }
    }

    private static void Known<T>(Catalogue<T> all, string id, string at)
        where T : IKnown
    {
        try
        {
            // A list from elsewhere may hold nothing where a word is meant.
            _ = all[id ?? ""];
        }
        catch (KnowledgeException e)
        {
            throw new RefusalException("unknown-word", e.Message, at);
        }
    }
}
