using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening;

/// <summary>Which steps of a plan an effect touches.</summary>
public static class Touching
{
    /// <summary>The surface of a step that says none: the floor, the strict reading for who cannot get down to it.</summary>
    public const string Mat = "mat";

    /// <summary>Whether an effect, set off by an entry, touches a step.</summary>
    public static bool Touches(Target? target, FactEntry? entry, PlanStep step, KnowledgeBase knowledge)
    {
        if (target is null)
        {
            return true;
        }

        // The members that most often decide come first, and nothing is looked up before it is asked for.
        return (target.LevelAbove is not { } level || step.Level > level)
            && (!target.SameSide || step.Side.Touches(entry?.Side))
            && In(target.Contacts, step.Contact)
            && In(target.Techniques, step.Technique)
            && OfFamily(target, step, knowledge)
            && InRegion(target.Regions, step.Region, knowledge)
            && In(target.ExactRegions, step.Region)
            && In(target.Positions, step.Position)
            && (target.LiesOn is null || In(target.LiesOn, knowledge.Positions[step.Position].LiesOn))
            && In(target.Surfaces, step.Surface ?? Mat)
            && In(target.Lines, step.Line)
            && (target.Points is null && target.PointCautions is null || PointsMeant(target, step, knowledge).Any())
            && (target.Products is null || OnSkin(step, knowledge).Any(target.Products.Contains))
            && (!target.NamedProduct || Named(entry, step, knowledge))
            && (!target.Warm || (step.Products ?? []).Any(p => knowledge.Products[p].Warm))
            && (target.HoldOverSeconds is not { } seconds || (step.Pattern.Hold?.Usual ?? 0) > seconds)
            && (target.RangeAbovePercent is not { } range || (step.RangePercent ?? 100) > range)
            && (target.PaceAbovePercent is not { } pace || (step.PacePercent ?? 100) > pace)
            && (!target.NoTouchMissing || step.NoTouchSeconds <= 0)
            && (!target.SameRegion || entry?.Region is not { } named || named == step.Region || knowledge.Overlap(named, step.Region));
    }

    /// <summary>
    /// The points of a step that a target speaks of, by their names or by the caution they carry. One that is not known may carry any.
    /// </summary>
    public static IEnumerable<string> PointsMeant(Target target, PlanStep step, KnowledgeBase knowledge) =>
        (step.Points ?? []).Where(p =>
            (target.Points is null || target.Points.Contains(p))
            && (target.PointCautions is null || knowledge.Atlas.Points.Find(p)?.Cautions.Any(target.PointCautions.Contains) != false)
        );

    private static bool OfFamily(Target target, PlanStep step, KnowledgeBase knowledge)
    {
        if (target.Families is null && target.ExceptFamilies is null)
        {
            return true;
        }

        var family = knowledge.Techniques[step.Technique].Family;
        return In(target.Families, family) && (target.ExceptFamilies is null || !In(target.ExceptFamilies, family));
    }

    /// <summary>
    /// The steps of a plan that an effect touches, in their order. A step that already keeps to the cap is not touched by it.
    /// </summary>
    public static IReadOnlyList<string> Steps(Effect effect, IReadOnlyList<Trigger> triggers, ScreenContext context)
    {
        var steps = context.Plan.Steps;
        var touched = new bool[steps.Count];
        for (var i = 0; i < touched.Length; i++)
        {
            touched[i] = !(effect.Cap?.Level is { } cap && steps[i].Level <= cap) && Any(effect, triggers, steps[i], context.Knowledge);
        }

        return effect.On!.ContinuousOverSeconds is { } limit
            ? [.. LongRuns(context, touched, limit)]
            : [.. steps.Where((_, i) => touched[i]).Select(s => s.Id)];
    }

    private static bool Any(Effect effect, IReadOnlyList<Trigger> triggers, PlanStep step, KnowledgeBase knowledge)
    {
        foreach (var trigger in triggers)
        {
            if (Touches(effect.On, trigger.Entry, step, knowledge))
            {
                return true;
            }
        }

        return false;
    }

    private static IEnumerable<string> LongRuns(ScreenContext context, bool[] touched, int limit)
    {
        for (var i = 0; i < touched.Length; )
        {
            var end = i;
            while (end < touched.Length && touched[end])
            {
                end++;
            }

            if (context.Expansion.Steps.Skip(i).Take(end - i).Sum(s => s.Seconds) > limit)
            {
                foreach (var step in context.Plan.Steps.Skip(i).Take(end - i))
                {
                    yield return step.Id;
                }
            }

            i = Math.Max(end, i + 1);
        }
    }

    private static bool InRegion(IReadOnlyList<string>? wanted, string region, KnowledgeBase knowledge)
    {
        for (var i = 0; i < wanted?.Count; i++)
        {
            if (knowledge.Overlap(wanted[i], region))
            {
                return true;
            }
        }

        return wanted is null;
    }

    private static IEnumerable<string> OnSkin(PlanStep step, KnowledgeBase knowledge) =>
        (step.Products ?? []).SelectMany(p => knowledge.Products[p].Contains.Prepend(p));

    /// <summary>An allergy to something not named is one to everything put on the skin.</summary>
    private static bool Named(FactEntry? entry, PlanStep step, KnowledgeBase knowledge)
    {
        if (
            step.Products is not { Count: > 0 } products
            || products.All(p => knowledge.Products[p].Contains.Count == 0 && knowledge.Products[p].Warm)
        )
        {
            return false;
        }

        var named = Spelling.Plain(entry?.Of("product") ?? "");
        var matching =
            named.Length == 0
                ? []
                : knowledge
                    .Products.All.Where(p =>
                        Spelling.Plain(p.Name).Contains(named, StringComparison.Ordinal)
                        || named.Contains(Spelling.Plain(p.Name), StringComparison.Ordinal)
                        || Spelling.Plain(p.Id) == named
                    )
                    .Select(p => p.Id)
                    .ToList();
        return matching.Count == 0 || OnSkin(step, knowledge).Any(matching.Contains);
    }

    private static bool In(IReadOnlyList<string>? wanted, string? given)
    {
        for (var i = 0; i < wanted?.Count; i++)
        {
            if (string.Equals(wanted[i], given, StringComparison.Ordinal))
            {
                return true;
            }
        }

        return wanted is null;
    }
}
