using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening;

/// <summary>A place of the body with its side.</summary>
public sealed record PlaceOfLimit(string Region, Side Side);

/// <summary>A limit of today, and where it lies.</summary>
/// <param name="Places">Empty for the whole visit.</param>
/// <param name="Phrase">Where they are, in a few words; empty for the whole visit.</param>
public sealed record PlaceLimit(Outcome Outcome, string Title, IReadOnlyList<PlaceOfLimit> Places, string Phrase);

/// <summary>
/// Where on the body today's limits lie: not where the hand is put, but where the step does what is limited. A twisted hip is limited at
/// the hip, though the hand is on the knee.
/// </summary>
public static class PlaceLimits
{
    /// <summary>More names than these are said as parts of the body with a count.</summary>
    private const int MostNamed = 2;

    /// <summary>Each limit once, the strictest first.</summary>
    public static IReadOnlyList<PlaceLimit> Of(IReadOnlyList<Finding> open, ScreenSubject subject, ScreenContext context)
    {
        var steps = context.Plan.Steps.ToDictionary(s => s.Id);
        return
        [
            .. open.GroupBy(f => (f.Outcome, f.Title))
                .Select(g =>
                {
                    List<PlaceOfLimit> places = g.Any(f => f.WholeVisit)
                        ? []
                        : [.. g.SelectMany(f => Places(f, steps, subject, context)).Distinct()];
                    return new PlaceLimit(g.Key.Outcome, g.Key.Title, places, Phrase(places, context.Knowledge));
                })
                .OrderBy(l => l.Outcome),
        ];
    }

    private static IEnumerable<PlaceOfLimit> Places(
        Finding finding,
        Dictionary<string, PlanStep> steps,
        ScreenSubject subject,
        ScreenContext context
    )
    {
        var rule = context.Knowledge.Rules.Find(finding.Rule);
        List<Target> targets =
        [
            .. (rule?.Then ?? [])
                .Where(r => r.Outcome == finding.Outcome && (r.Say ?? rule!.Title) == finding.Title)
                .Select(r => r.On)
                .OfType<Target>(),
        ];
        // What follows from other facts (a medicine's class) has no place of its own.
        List<FactEntry?> said = [.. subject.Facts.Where(f => f.Fact == finding.Fact).DefaultIfEmpty()];
        foreach (var step in finding.Steps.Select(steps.GetValueOrDefault).OfType<PlanStep>())
        {
            var effects = targets.SelectMany(t => said.SelectMany(e => context.Touching.EffectsMeant(t, e, step))).ToList();
            foreach (var place in effects.Count == 0 ? At(step) : effects.SelectMany(e => At(e, step, context.Knowledge)))
            {
                yield return place;
            }
        }
    }

    private static IEnumerable<PlaceOfLimit> At(PlanStep step) => step.Regions.Select(r => new PlaceOfLimit(r, step.Side));

    private static IEnumerable<PlaceOfLimit> At(BodyEffect effect, PlanStep step, KnowledgeBase knowledge) =>
        effect.IsOfJoint ? knowledge.BodyJoints[effect.On].Regions.Select(r => new PlaceOfLimit(r, effect.Side ?? Side.Mid))
        : knowledge.Regions.Has(effect.On) ? [new(effect.On, effect.Side ?? step.Side)]
        : At(step);

    /// <summary>"left calf, sole", or "leg (6 places), back (3 places)".</summary>
    private static string Phrase(List<PlaceOfLimit> places, KnowledgeBase knowledge)
    {
        var regions = places.GroupBy(p => p.Region).ToList();
        if (regions.Count <= MostNamed)
        {
            return string.Join(", ", regions.Select(g => Sided(g.Key, [.. g.Select(p => p.Side)], knowledge)));
        }

        return string.Join(
            ", ",
            regions
                .GroupBy(g => Part(g.Key, knowledge))
                .OrderByDescending(g => g.Count())
                .Select(g => g.Count() == 1 ? knowledge.PlaceName(g.First().Key) : $"{g.Key} ({g.Count()} places)")
        );
    }

    private static string Sided(string region, List<Side> sides, KnowledgeBase knowledge)
    {
        var side =
            sides.TrueForAll(s => s is Side.Left) ? "left "
            : sides.TrueForAll(s => s is Side.Right) ? "right "
            : "";
        return side + knowledge.PlaceName(region);
    }

    /// <summary>The part of the body a region is counted with: its limb, or the area that holds it.</summary>
    private static string Part(string region, KnowledgeBase knowledge) =>
        knowledge.Regions.Find(region)?.Limb is { } limb ? knowledge.PlaceName(limb)
        : knowledge.Areas.All.FirstOrDefault(a => a.Regions.Any(r => knowledge.Holds(r, region))) is { } area ? area.Name
        : knowledge.PlaceName(region);
}
