using System.Collections.Concurrent;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Effects;

/// <summary>
/// Works out what steps do to a body, from technique, contact, stance, position, region, pattern, level and product. Nothing here names a
/// technique or a family: what one does it says itself, by its traits and the joints it moves.
/// </summary>
/// <param name="giver">No more than they weigh can rest on a client; their own contact areas count.</param>
public sealed class EffectsOf(KnowledgeBase knowledge, Practitioner giver)
{
    private const int Whole = 100;
    private const int MostKnown = 8000;

    private readonly ConcurrentDictionary<string, Place> places = new();
    private readonly ConcurrentDictionary<Like, BodyEffect[]> known = new();

    /// <summary>Contacts through which a body rests on another, rather than a hand that can be taken back at once.</summary>
    private static readonly string[] Bearing = ["foot", "knee", "seat"];

    private static readonly (string Trait, string Breath)[] Breaths =
    [
        (Trait.SharpBreath, "sharp"),
        (Trait.HeldBreath, "held"),
        (Trait.DeepBreath, "deep"),
    ];

    /// <summary>Each step of a plan, in order.</summary>
    public IReadOnlyList<StepEffects> Plan(Plan plan, Expansion expansion)
    {
        var minutes = MinutesOnEnd(expansion);
        return
        [
            .. plan
                .Steps.Select(s => (s, Effects: Step(s, minutes.GetValueOrDefault(s.Id))))
                .Select(x => new StepEffects(x.s.Id, x.Effects, [.. x.Effects.Select(e => EffectWords.Of(e, x.s, knowledge))])),
        ];
    }

    /// <summary>What a step does, wherever it stands in a plan. Plans share their steps, so most is known already.</summary>
    public BodyEffect[] Step(PlanStep step)
    {
        var like = Like.Of(step);
        if (known.TryGetValue(like, out var found))
        {
            return found;
        }

        // Room for every step of every flow many times over; what is tried in passing makes way.
        if (known.Count >= MostKnown)
        {
            known.Clear();
        }

        return known[like] = [.. Step(step, 0)];
    }

    /// <param name="minutesOnEnd">How long the client lies this way by the end of the step.</param>
    public IReadOnlyList<BodyEffect> Step(PlanStep step, double minutesOnEnd)
    {
        var technique = knowledge.Techniques[step.Technique];
        if (step.TouchesNobody(knowledge))
        {
            return [new(EffectKind.Lies, knowledge.Positions[step.Position].LiesOn, Amount: null, By: step.Position)];
        }

        return
        [
            .. Weight(step, technique),
            .. Joints(step, technique),
            .. Vessels(step, technique),
            .. Skin(step, technique),
            .. Motion(step, technique),
            .. Products(step),
            .. Lying(step, minutesOnEnd),
            .. Places(step),
        ];
    }

    /// <summary>All of a step that its effects are worked out from: whatever is read of one below stands here.</summary>
    private readonly record struct Like(
        string Technique,
        string Contact,
        string Stance,
        string Position,
        string Region,
        Side Side,
        int Level,
        PatternKind Pattern,
        double? Hold,
        double? Range,
        double? Pace,
        string? Products,
        string? Points,
        string? Through,
        string? AlsoAt,
        string? Line
    )
    {
        public static Like Of(PlanStep step) =>
            new(
                step.Technique,
                string.Join(',', step.Contacts),
                step.Stance,
                step.Position,
                step.Region,
                step.Side,
                step.Level,
                step.Pattern.Kind,
                step.Pattern.Hold?.Usual,
                step.RangePercent,
                step.PacePercent,
                All(step.Products),
                All(step.Points),
                All(step.Through),
                All(step.AlsoAt),
                step.Line
            );

        private static string? All(IReadOnlyList<string>? ids) => ids is { Count: > 0 } ? string.Join(',', ids) : null;
    }

    private IEnumerable<BodyEffect> Weight(PlanStep step, Technique technique)
    {
        var contact = knowledge.Contacts[step.Contact];
        var bears = step.Pattern.Kind is not PatternKind.Handling && Bears(step, technique, contact);
        foreach (var region in step.Regions)
        {
            if (bears)
            {
                var kilograms = Math.Round(Kilograms(step, region, technique, contact), 1);
                yield return new(EffectKind.BearsWeight, region, step.Side, kilograms, contact.Family);
            }

            yield return new(EffectKind.Presses, region, step.Side, step.Level);
        }
    }

    /// <summary>
    /// What the level comes to on this contact's area; never less than what no aid can take off, never more than the giver weighs.
    /// </summary>
    private double Kilograms(PlanStep step, string region, Technique technique, Contact contact)
    {
        var area = giver.AreaCm2(contact);
        var levels = Levels.Of(area, contact.Family, region, null, knowledge);
        var wanted = ContactPressure.Newtons(levels.Middle(step.Level), area) * step.SpotsOf(contact) / PractitionerBody.Gravity;
        var mechanics = knowledge.Pressure.MechanicsOf(step.Stance, any => knowledge.Is(technique, any), contact.Family, region);
        return mechanics is { Kind: MechanicsKind.Weight, Support: var support }
            ? Math.Clamp(wanted, giver.MassKg * Left(support?.Most), giver.MassKg * Left(support?.Least))
            : Math.Min(giver.MassKg, wanted);

        static double Left(double? supportPercent) => (Whole - (supportPercent ?? 0)) / Whole;
    }

    /// <summary>The lightest a step can be given: who stands on somebody cannot be lighter than the aid makes them.</summary>
    public int LeastLevel(PlanStep step)
    {
        var (technique, contact) = (knowledge.Techniques[step.Technique], knowledge.Contacts[step.Contact]);
        if (
            knowledge.Pressure.MechanicsOf(step.Stance, any => knowledge.Is(technique, any), contact.Family, step.Region)
            is not { Kind: MechanicsKind.Weight } m
        )
        {
            return 1;
        }

        var area = giver.AreaCm2(contact);
        var newtons = giver.MassKg * (Whole - (m.Support?.Most ?? 0)) / Whole * PractitionerBody.Gravity / step.SpotsOf(contact);
        return Levels.Of(area, contact.Family, step.Region, null, knowledge).At(ContactPressure.KPa(newtons, area));
    }

    private bool Bears(PlanStep step, Technique technique, Contact contact) =>
        Bearing.Contains(contact.Family) || knowledge.Stances[step.Stance].CarriedBy == "client" || knowledge.Is(technique, Trait.Leans);

    private IEnumerable<BodyEffect> Joints(PlanStep step, Technique technique)
    {
        var range = step.RangePercent ?? Whole;
        var moved = (technique.Moves ?? []).Select(m => m with { Share = m.Share * range / Whole });
        // What was never said is not nothing: then it may move whatever is near, all the way.
        if ((technique.Moves is null ? Whole : technique.MovesNearby) is { } share)
        {
            moved = moved.Concat(step.Regions.SelectMany(r => At(r).Moves).Select(m => new Moved(m.Id, share * range / Whole)));
        }

        return Moved(moved, EffectKind.MovesJoint, step)
            .Concat(Moved(knowledge.Positions[step.Position].Moves ?? [], EffectKind.HoldsJoint, step));
    }

    private IEnumerable<BodyEffect> Moved(IEnumerable<Moved> all, EffectKind kind, PlanStep step)
    {
        foreach (var (move, most) in all.GroupBy(m => m.Move).Select(g => (knowledge.JointMoves[g.Key], g.Max(m => m.Share))))
        {
            var joint = knowledge.BodyJoints[move.Joint];
            var newtons = move.Newtons * most / Whole;
            yield return new(move.Pulls ? EffectKind.PullsJoint : kind, joint.Id, joint.Sided ? step.Side : null, newtons ?? most, move.Id);
        }
    }

    private IEnumerable<BodyEffect> Vessels(PlanStep step, Technique technique)
    {
        var shuts = knowledge.Is(technique, Trait.HoldsBackBlood);
        foreach (var vessel in step.Regions.SelectMany(r => At(r).Vessels).Distinct())
        {
            yield return shuts
                ? new(EffectKind.ShutsVessel, vessel.Id, step.Side, step.Pattern.Hold?.Usual, vessel.Carries)
                : new(EffectKind.PressesVessel, vessel.Id, step.Side, step.Level, vessel.Carries);
        }
    }

    private IEnumerable<BodyEffect> Skin(PlanStep step, Technique technique)
    {
        (EffectKind Kind, bool Does)[] all =
        [
            (EffectKind.DragsSkin, step.Pattern.Kind is PatternKind.Glide || knowledge.Is(technique, Trait.Drags)),
            (EffectKind.PinchesSkin, knowledge.Is(technique, Trait.Pinches)),
            (EffectKind.ScrapesSkin, knowledge.Is(technique, Trait.Scrapes)),
            (EffectKind.RubsAcross, knowledge.Is(technique, Trait.RubsAcross)),
        ];
        return all.Where(a => a.Does).SelectMany(a => step.Regions.Select(r => new BodyEffect(a.Kind, r, step.Side)));
    }

    private IEnumerable<BodyEffect> Motion(PlanStep step, Technique technique)
    {
        var pace = step.PacePercent ?? Whole;
        (EffectKind Kind, bool Does, double? Amount)[] all =
        [
            (EffectKind.Shakes, step.Pattern.Kind is PatternKind.Rock || knowledge.Is(technique, Trait.Rocks), pace),
            (EffectKind.Drums, step.Pattern.Kind is PatternKind.Percussion, pace),
            (EffectKind.AsksEffort, knowledge.Is(technique, Trait.AsksEffort), null),
            (EffectKind.MovesFluid, knowledge.Is(technique, Trait.Drains), null),
        ];
        foreach (var motion in all.Where(a => a.Does).SelectMany(a => step.Regions.Select(r => (a, r))))
        {
            yield return new(motion.a.Kind, motion.r, step.Side, motion.a.Amount);
        }

        if (Breaths.FirstOrDefault(b => knowledge.Is(technique, b.Trait)) is { Breath: { } breath })
        {
            yield return new(EffectKind.AsksBreath, step.Region, By: breath);
        }
    }

    private IEnumerable<BodyEffect> Products(PlanStep step)
    {
        foreach (var product in (step.Products ?? []).Select(p => knowledge.Products[p]))
        {
            foreach (var region in product.Warm ? step.Regions : [])
            {
                yield return new(EffectKind.Warms, region, step.Side, By: product.Id);
            }

            foreach (var on in product.Contains.Prepend(product.Id).Select(p => knowledge.Products[p]))
            {
                yield return new(EffectKind.PutsOnSkin, on.Id, step.Side, By: product.Id);
            }
        }
    }

    private IEnumerable<BodyEffect> Lying(PlanStep step, double minutes)
    {
        var position = knowledge.Positions[step.Position];
        yield return new(EffectKind.Lies, position.LiesOn, Amount: minutes > 0 ? minutes : null, By: position.Id);
    }

    private IEnumerable<BodyEffect> Places(PlanStep step)
    {
        foreach (var region in step.Regions.SelectMany(r => At(r).Vulnerable).Distinct())
        {
            yield return new(EffectKind.TouchesVulnerable, region, step.Side);
        }

        var hold = step.Pattern.Hold?.Usual;
        foreach (var point in (step.Points ?? []).Select(p => knowledge.Atlas.Points[p]))
        {
            foreach (var caution in point.Cautions.Select(c => knowledge.Of<Caution>()[c]))
            {
                yield return new(EffectKind.HoldsPoint, point.Id, step.Side, hold, caution.Id);
            }
        }

        if (step.Line is { } line)
        {
            yield return new(EffectKind.FollowsLine, line, step.Side);
        }
    }

    /// <summary>What lies at a region of the skin; many steps work the same.</summary>
    private Place At(string region) =>
        places.GetOrAdd(
            region,
            _ =>
                new(
                    [.. knowledge.Vessels.All.Where(v => v.Regions.Any(r => knowledge.Meets(r, region)))],
                    Vulnerable(region),
                    [
                        .. knowledge.JointMoves.All.Where(m =>
                            !m.Pulls && knowledge.BodyJoints[m.Joint].Regions.Any(r => knowledge.Meets(r, region))
                        ),
                    ]
                )
        );

    /// <summary>
    /// Places that need a yes and share skin with a region. What it lies within, and what lies within another of them, is spoken of
    /// with it.
    /// </summary>
    private IReadOnlyList<string> Vulnerable(string region)
    {
        List<string> touched = [.. EffectPlaces.VulnerableAt(region, knowledge)];
        if (touched.Contains(region))
        {
            touched.RemoveAll(r => r != region && knowledge.Holds(r, region));
        }

        return [.. touched.Where(r => !touched.Exists(whole => whole != r && knowledge.Holds(whole, r)))];
    }

    /// <param name="Vessels">Great vessels along it.</param>
    /// <param name="Vulnerable">Ids of places that need consent of their own when it is worked.</param>
    /// <param name="Moves">Every movement, pulls apart, of the joints under it.</param>
    private sealed record Place(IReadOnlyList<Vessel> Vessels, IReadOnlyList<string> Vulnerable, IReadOnlyList<JointMove> Moves);

    /// <summary>Minutes the client has lain the same way by the end of each step, turning not counted.</summary>
    private Dictionary<string, double> MinutesOnEnd(Expansion expansion)
    {
        var minutes = new Dictionary<string, double>();
        var (lies, since) = ("", 0.0);
        foreach (var step in expansion.Steps)
        {
            var now = knowledge.Positions[step.Position].LiesOn;
            (lies, since) = now == lies ? (lies, since) : (now, step.StartSeconds);
            minutes[step.Id] = Math.Round((step.StartSeconds + step.Seconds - since) / 60, 1);
        }

        return minutes;
    }
}
