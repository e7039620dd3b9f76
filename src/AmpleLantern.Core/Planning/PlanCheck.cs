using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning;

/// <summary>Refuses plans that cannot be given, with the place and a sentence that says what to do.</summary>
public static class PlanCheck
{
    /// <summary>Most steps a plan may have.</summary>
    public const int MostSteps = 400;

    private const int MostRepeats = 30;
    private const int LongestName = 200;
    private const int MostCount = 200;
    private const int MostBreaths = 60;

    /// <exception cref="RefusalException">The first thing wrong.</exception>
    public static void Check(Plan plan, KnowledgeBase knowledge)
    {
        RefusalException.Unless(plan.Steps.Count is > 0 and <= MostSteps, "plan-size",
            $"A plan has 1 to {MostSteps} steps, this one has {plan.Steps.Count}.", "/plan/steps");
        var ids = new HashSet<string>();
        for (var i = 0; i < plan.Steps.Count; i++)
        {
            var at = $"/plan/steps/{i}";
            RefusalException.Unless(ids.Add(plan.Steps[i].Id), "same-id", $"Two steps have the id '{plan.Steps[i].Id}'. Give each its own.", $"{at}/id");
            Step(plan.Steps[i], at, knowledge);
        }
    }

    /// <summary>
    /// The plan without the steps this knowledge can no longer read, and a sentence for each of them. What is left can be worked with;
    /// where nothing is, an opening and a closing stand.
    /// </summary>
    public static (Plan Plan, IReadOnlyList<string> SetAside) Readable(Plan plan, KnowledgeBase knowledge)
    {
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
        RefusalException.Unless(step.Name.Trim().Length is > 0 and <= LongestName, "name-missing", $"A step has a name of 1 to {LongestName} letters.", $"{at}/name");
        Known(knowledge.Regions, step.Region, $"{at}/region");
        Known(knowledge.Positions, step.Position, $"{at}/position");
        Known(knowledge.Stances, step.Stance, $"{at}/stance");
        Known(knowledge.Contacts, step.Contact, $"{at}/contact");
        Known(knowledge.Techniques, step.Technique, $"{at}/technique");
        var technique = knowledge.Techniques[step.Technique];
        RefusalException.Unless(technique.Contacts.Contains(step.Contact), "contact-not-possible",
            $"{technique.Name} is not given with '{step.Contact}'. It takes {string.Join(", ", technique.Contacts)}.", $"{at}/contact");
        RefusalException.Unless(step.Level is >= 1 and <= 5, "level-out-of-range",
            $"Pressure levels go from 1 (surface) to 5 (very deep), not {step.Level}.", $"{at}/level");
        RefusalException.Unless(step.Repeats is >= 1 and <= MostRepeats, "repeats-out-of-range",
            $"A step is repeated 1 to {MostRepeats} times, not {step.Repeats}. To leave it out, remove the step.", $"{at}/repeats");
        RefusalException.Unless(step.Range is { Min: >= 1, Max: <= MostRepeats } && step.Range.Min <= step.Range.Max, "range-out-of-order",
            $"The range of repeats must go from 1 or more up to at most {MostRepeats}.", $"{at}/range");
        RefusalException.Unless(step.SetupSeconds is >= 0 and <= 600 && step.NoTouchSeconds is >= 0 and <= 600, "seconds-out-of-range",
            "Setting up and resting take 0 to 600 seconds.", $"{at}/noTouchSeconds");
        RefusalException.Unless(step.Pattern.Hold is not { } h || h is { Min: >= 1, Max: <= 900 } && h.Min <= h.Usual && h.Usual <= h.Max,
            "hold-out-of-range", "A hold lasts 1 to 900 seconds, shortest first.", $"{at}/pattern/hold");
        RefusalException.Unless(!step.Pattern.NeedsTime || step.Pattern.Hold is not null || step.Pattern.Breaths is > 0, "hold-missing",
            $"{step.Name} needs seconds or breaths. Give one of them.", $"{at}/pattern");
        RefusalException.Unless(step.Pattern.Stations is null or (>= 1 and <= Patterns.MostStations), "stations-out-of-range",
            $"A path has 1 to {Patterns.MostStations} stations, not {step.Pattern.Stations}.", $"{at}/pattern/stations");
        RefusalException.Unless(step.RangePercent is null or (>= 10 and <= 100) && step.PacePercent is null or (>= 10 and <= 100), "percent-out-of-range",
            "Range and pace go from 10 to 100 percent.", $"{at}/rangePercent");
        RefusalException.Unless(step.Pattern.Count is null or (>= 1 and <= MostCount), "count-out-of-range",
            $"Within one repeat it is done 1 to {MostCount} times, not {step.Pattern.Count}.", $"{at}/pattern/count");
        RefusalException.Unless(step.Pattern.Breaths is null or (>= 1 and <= MostBreaths), "breaths-out-of-range",
            $"It lasts 1 to {MostBreaths} breaths, not {step.Pattern.Breaths}.", $"{at}/pattern/breaths");
        Given(step, at);
        step.Press?.Check($"{at}/press");
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
    private static void Given(PlanStep step, string at)
    {
        try
        {
            _ = PatternExpansion.Expand(step.Pattern, PatternExpansion.Stations(step.Pattern, UsualPathMetres, UsualHandMetres), step.Repeats);
        }
        catch (KnowledgeException e)
        {
            throw new RefusalException("pattern-not-possible", $"{step.Name} cannot be given: {e.Message}", $"{at}/pattern");
        }
    }

    private const double UsualPathMetres = 0.8, UsualHandMetres = 0.1;

    private static void Known<T>(Catalogue<T> all, string id, string at)
        where T : IKnown
    {
        try
        {
            _ = all[id];
        }
        catch (KnowledgeException e)
        {
            throw new RefusalException("unknown-word", e.Message, at);
        }
    }
}
