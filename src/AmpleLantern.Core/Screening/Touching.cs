using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening;

/// <summary>Which steps of a plan a ruling touches. What a step does to a body is worked out once for each.</summary>
public sealed class Touching(PracticeKnowledge knowledge)
{
    private readonly Dictionary<PlanStep, (BodyEffect[] Effects, int Kinds)> done = new(ReferenceEqualityComparer.Instance);
    private (PlanStep? Step, (BodyEffect[] Effects, int Kinds) Done) last;
    private readonly Dictionary<Target, (EffectAsked[] Effects, int Kinds)> meant = new(ReferenceEqualityComparer.Instance);

    private readonly EffectsOf effects = knowledge.UsualEffects;

    /// <summary>What a step does to a body.</summary>
    public IReadOnlyList<BodyEffect> Effects(PlanStep step) => Done(step).Effects;

    /// <summary>The kinds of effects a step has, a bit each.</summary>
    internal int Kinds(PlanStep step) => Done(step).Kinds;

    /// <summary>The kinds of effects a target means, a bit each; all where it speaks of something else.</summary>
    internal int Kinds(Target target) => target.SpeaksOfEffects ? Asked(target).Kinds : ~0;

    /// <summary>The lightest a step can be given.</summary>
    public int LeastLevel(PlanStep step) => effects.LeastLevel(step);

    /// <summary>Whether both hands are of what is excepted.</summary>
    private static bool Excepted(Target target, PlanStep step) =>
        target.ExceptContacts is { } except
        && except.Contains(step.Contact)
        && (step.OtherContact is null || except.Contains(step.OtherContact));

    /// <summary>Whether a ruling, set off by an entry, touches a step.</summary>
    public bool Touches(Target? target, FactEntry? entry, PlanStep step)
    {
        if (target is null)
        {
            return true;
        }

        // The members that most often decide come first, and nothing is looked up before it is asked for.
        return (target.LevelAbove is not { } level || step.Level > level)
            && (In(target.Contacts, step.Contact) || step.OtherContact is { } other && In(target.Contacts, other))
            && !Excepted(target, step)
            && In(target.Techniques, step.Technique)
            && OfFamily(target, step)
            && (target.ExactRegions is null || step.Regions.Any(target.ExactRegions.Contains))
            && In(target.Positions, step.Position)
            && (target.LiesOn is null || In(target.LiesOn, knowledge.Positions[step.Position].LiesOn))
            && In(target.Surfaces, step.On)
            && In(target.Lines, step.Line)
            && (target.Points is null && target.PointCautions is null || PointsMeant(target, step).Any())
            && (target.Products is null || OnSkin(step).Any(target.Products.Contains))
            && (!target.NamedProduct || Named(entry, step))
            && (!target.Warm || (step.Products ?? []).Any(p => knowledge.Products[p].Warm))
            && (target.HoldOverSeconds is not { } seconds || (step.Pattern.Hold?.Usual ?? 0) > seconds)
            && (target.RangeAbovePercent is not { } range || (step.RangePercent ?? 100) > range)
            && (target.PaceAbovePercent is not { } pace || (step.PacePercent ?? 100) > pace)
            && (!target.NoTouchMissing || step.NoTouchSeconds <= 0)
            && (target.SpeaksOfEffects || target.Positions is not null || target.LiesOn is not null || !step.TouchesNobody(knowledge))
            && (target.ExceptDoes is null || !Does(step, target.ExceptDoes))
            && (target.SpeaksOfEffects ? MeantOf(target, entry, step) : Here(target, entry, step));
    }

    /// <summary>
    /// The points of a step that a target speaks of, by their names or by the caution they carry. One that is not known may carry any.
    /// </summary>
    public IEnumerable<string> PointsMeant(Target target, PlanStep step) =>
        (step.Points ?? []).Where(p =>
            (target.Points is null || target.Points.Contains(p))
            && (target.PointCautions is null || knowledge.Atlas.Points.Find(p)?.Cautions.Any(target.PointCautions.Contains) != false)
        );

    /// <summary>
    /// The steps of a plan that a ruling touches, in their order. A step that already keeps to the cap is not touched by it.
    /// </summary>
    public IReadOnlyList<string> Steps(Ruling ruling, IReadOnlyList<Trigger> triggers, ScreenContext context)
    {
        var steps = context.Plan.Steps;
        var touched = new bool[steps.Count];
        for (var i = 0; i < touched.Length; i++)
        {
            touched[i] = Any(ruling, triggers, steps[i]);
        }

        return ruling.On!.ContinuousOverSeconds is { } limit
            ? [.. LongRuns(context, touched, limit)]
            : [.. steps.Where((_, i) => touched[i]).Select(s => s.Id)];
    }

    /// <summary>Whether a ruling touches a step for any of the entries that set it off.</summary>
    public bool Any(Ruling ruling, IReadOnlyList<Trigger> triggers, PlanStep step)
    {
        if (ruling.Cap?.Level is { } cap && step.Level <= cap)
        {
            return false;
        }

        for (var i = 0; i < triggers.Count; i++)
        {
            if (Touches(ruling.On, triggers[i].Entry, step))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>The effects of a step for which a target touches it.</summary>
    public IEnumerable<BodyEffect> EffectsMeant(Target target, FactEntry? entry, PlanStep step) =>
        target.SpeaksOfEffects
            ? Done(step).Effects.Where(e => Meant(e, Asked(target).Effects, target, entry, Named(target, entry), step))
            : [];

    /// <summary>Whether a step has an effect like one of these: the same joint moved, the same vessel pressed, weight borne.</summary>
    public bool HasAnyLike(IReadOnlyList<BodyEffect> effects, PlanStep step)
    {
        foreach (var o in effects.Count == 0 ? [] : Effects(step))
        {
            foreach (var e in effects)
            {
                if (o.Kind == e.Kind && o.On == e.On && (o.By == e.By || o.IsOfJoint) && Touches(o.Side ?? Side.Mid, e.Side))
                {
                    return true;
                }
            }
        }

        return false;
    }

    /// <param name="place">The place the fact names, as the target follows it; null for anywhere.</param>
    private bool Meant(BodyEffect effect, EffectAsked[] asked, Target target, FactEntry? entry, string? place, PlanStep step) =>
        MeansAny(asked, effect)
        && (target.Regions is null || ReachesAny(effect, target.Regions, step))
        && (!target.SameSide || Touches(effect.Side ?? Side.Mid, entry?.Side))
        && (place is null || effect.Reaches(place, step, knowledge));

    private bool MeansAny(EffectAsked[] asked, BodyEffect effect)
    {
        foreach (var one in asked)
        {
            if (one.Means(effect, knowledge))
            {
                return true;
            }
        }

        return false;
    }

    private bool ReachesAny(BodyEffect effect, IReadOnlyList<string> regions, PlanStep step)
    {
        for (var i = 0; i < regions.Count; i++)
        {
            if (effect.Reaches(regions[i], step, knowledge))
            {
                return true;
            }
        }

        return false;
    }

    private bool Does(PlanStep step, IReadOnlyList<string> classes) =>
        Done(step).Effects.Any(e => classes.Any(c => MeansAny([.. knowledge.EffectClasses[c].Of], e)));

    /// <summary>Whether a step has an effect that a target means. Most steps have none of its kind, which is seen at once.</summary>
    private bool MeantOf(Target target, FactEntry? entry, PlanStep step)
    {
        var (effects, kinds) = Done(step);
        var asked = Asked(target);
        if ((asked.Kinds & kinds) == 0)
        {
            return false;
        }

        var place = Named(target, entry);
        foreach (var effect in effects)
        {
            if ((asked.Kinds & (1 << (int)effect.Kind)) != 0 && Meant(effect, asked.Effects, target, entry, place, step))
            {
                return true;
            }
        }

        return false;
    }

    private (EffectAsked[] Effects, int Kinds) Asked(Target target)
    {
        if (!meant.TryGetValue(target, out var known))
        {
            EffectAsked[] all = [.. (target.Does ?? []).SelectMany(d => knowledge.EffectClasses[d].Of), .. target.Effects ?? []];
            known = meant[target] = (all, all.Aggregate(0, (kinds, e) => kinds | (1 << (int)e.Kind)));
        }

        return known;
    }

    private (BodyEffect[] Effects, int Kinds) Done(PlanStep step)
    {
        // Rules are held to one step after the other.
        if (ReferenceEquals(step, last.Step))
        {
            return last.Done;
        }

        if (!done.TryGetValue(step, out var known))
        {
            var all = effects.Step(step);
            known = done[step] = (all, all.Aggregate(0, (kinds, e) => kinds | (1 << (int)e.Kind)));
        }

        last = (step, known);
        return known;
    }

    private bool Here(Target target, FactEntry? entry, PlanStep step) =>
        (!target.SameSide || Touches(step.Side, entry?.Side))
        && (target.Regions is null || step.WorksAtAny(target.Regions, knowledge))
        && (Named(target, entry) is not { } place || step.WorksAt(place, knowledge));

    /// <summary>What is in the middle is on either side.</summary>
    private static bool Touches(Side side, Side? spokenOf) => side is Side.Mid || side.Touches(spokenOf);

    /// <summary>The place the fact names, as the target follows it: the region, or the limb below. Null for anywhere.</summary>
    private string? Named(Target target, FactEntry? entry) =>
        entry?.Region is not { } region ? null
        : target.SameLimb ? knowledge.Regions.Find(region)?.Limb ?? region
        : target.SameRegion ? region
        : null;

    private bool OfFamily(Target target, PlanStep step)
    {
        if (target.Families is null && target.ExceptFamilies is null)
        {
            return true;
        }

        var family = knowledge.Techniques[step.Technique].Family;
        return In(target.Families, family) && (target.ExceptFamilies is null || !In(target.ExceptFamilies, family));
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

    private IEnumerable<string> OnSkin(PlanStep step) => (step.Products ?? []).SelectMany(p => knowledge.Products[p].Contains.Prepend(p));

    /// <summary>An allergy to something not named is one to everything put on the skin.</summary>
    private bool Named(FactEntry? entry, PlanStep step)
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
        return matching.Count == 0 || OnSkin(step).Any(matching.Contains);
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
