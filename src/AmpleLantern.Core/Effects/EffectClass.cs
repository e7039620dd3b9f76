using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Effects;

/// <summary>A class of effects that rules speak of: body weight on the trunk, the neck drawn, skin dragged.</summary>
/// <param name="Of">An effect belongs to it when any of these describes it.</param>
/// <param name="Loads">What of a body it loads (bone, skin, heart); null where the class is only a short word for others.</param>
[Kind("effectClasses", "class of effects")]
public sealed record EffectClass(string Id, string Name, Source Source, IReadOnlyList<EffectAsked> Of, IReadOnlyList<string>? Loads = null)
    : IKnown,
        IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Of.SelectMany((e, i) => e.Flaws(knowledge).Select(f => f with { Path = $"/of/{i}{f.Path}" }));
}

/// <summary>Describes effects: of a kind, on one of some things, made by one of some things, above an amount.</summary>
/// <param name="On">Regions, limbs or areas; joints or limbs; vessels; products; how the client lies. Null for any.</param>
/// <param name="By">Movements of a joint, cautions of a point, contact families, what a vessel carries. Null for any.</param>
/// <param name="Above">In the unit of the kind; an effect whose amount is not known counts as above.</param>
public sealed record EffectAsked(EffectKind Kind, IReadOnlyList<string>? On = null, IReadOnlyList<string>? By = null, double? Above = null)
{
    /// <summary>Whether an effect is meant, wherever it is.</summary>
    public bool Means(BodyEffect effect, KnowledgeBase knowledge) =>
        effect.Kind == Kind
        && (Above is not { } most || effect.Amount is not { } amount || amount > most)
        && (By is null || effect.By is { } by && By.Contains(by))
        && (On is null || IsOnAny(effect, On, knowledge));

    private static bool IsOnAny(BodyEffect effect, IReadOnlyList<string> things, KnowledgeBase knowledge)
    {
        for (var i = 0; i < things.Count; i++)
        {
            if (effect.IsOn(things[i], knowledge))
            {
                return true;
            }
        }

        return false;
    }

    internal IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        (On ?? [])
            .Select((id, i) => (i, Why: MissingOn(id, knowledge)))
            .Where(x => x.Why is not null)
            .Select(x => new Flaw($"/on/{x.i}", x.Why!))
            .Concat(
                OfJoint
                    ? (By ?? [])
                        .Select((id, i) => (i, Why: knowledge.JointMoves.Missing(id)))
                        .Where(x => x.Why is not null)
                        .Select(x => new Flaw($"/by/{x.i}", x.Why!))
                    : []
            );

    private bool OfJoint => Kind is EffectKind.MovesJoint or EffectKind.PullsJoint or EffectKind.HoldsJoint;

    private string? MissingOn(string id, KnowledgeBase knowledge) =>
        Kind switch
        {
            EffectKind.MovesJoint or EffectKind.PullsJoint or EffectKind.HoldsJoint => knowledge.BodyJoints.All.Any(j => j.Limb == id)
                ? null
                : knowledge.BodyJoints.Missing(id),
            EffectKind.PressesVessel or EffectKind.ShutsVessel => knowledge.Vessels.Missing(id),
            EffectKind.PutsOnSkin => knowledge.Products.Missing(id),
            EffectKind.HoldsPoint => null,
            EffectKind.FollowsLine => knowledge.Atlas.Channels.Has(id) ? null : knowledge.Atlas.Sen.Missing(id),
            EffectKind.Lies => knowledge.Positions.All.Any(p => p.LiesOn == id)
                ? null
                : $"Nobody lies on '{id}'; it is one of: {string.Join(", ", knowledge.Positions.All.Select(p => p.LiesOn).Distinct())}.",
            _ => knowledge.IsPlace(id) ? null : knowledge.Regions.Missing(id),
        };
}

/// <summary>Where on the body an effect is.</summary>
public static class EffectPlaces
{
    private const double Percent = 100;

    /// <summary>
    /// Ids of all places that need a yes of their own and share skin with a region, or hold it. What is only counted with it (the sacrum
    /// with the spine) but lies elsewhere is not touched; nor is what shares no more than the drawn body may be off.
    /// </summary>
    public static IReadOnlyList<string> VulnerableAt(string region, KnowledgeBase knowledge)
    {
        var worked = knowledge.Regions[region];
        var sliver = knowledge.UsualBody.ModelErrorPercent / Percent;
        return
        [
            .. knowledge
                .Regions.All.Where(r =>
                    r.Vulnerable && (knowledge.Holds(r.Id, region) || !worked.Anywhere && r.SharedWith(worked) > sliver)
                )
                .Select(r => r.Id),
        ];
    }

    /// <summary>Whether an effect is on a thing: a place of the body, a joint, a vessel, a product, a way of lying.</summary>
    public static bool IsOn(this BodyEffect effect, string thing, KnowledgeBase knowledge) =>
        effect.On == thing
        || effect.Kind switch
        {
            EffectKind.MovesJoint or EffectKind.PullsJoint or EffectKind.HoldsJoint => knowledge.BodyJoints[effect.On].Limb == thing,
            EffectKind.PressesVessel
            or EffectKind.ShutsVessel
            or EffectKind.PutsOnSkin
            or EffectKind.HoldsPoint
            or EffectKind.Lies
            or EffectKind.FollowsLine => false,
            _ => knowledge.Meets(thing, effect.On),
        };

    /// <summary>Whether an effect reaches a place of the body: its skin, a joint under it, a vessel through it.</summary>
    /// <param name="step">The step it is of: what has no place of its own is wherever that works.</param>
    public static bool Reaches(this BodyEffect effect, string place, PlanStep step, KnowledgeBase knowledge) =>
        effect.Kind switch
        {
            EffectKind.MovesJoint or EffectKind.PullsJoint or EffectKind.HoldsJoint => knowledge.BodyJoints[effect.On] is { } joint
                && (joint.Limb == place || knowledge.MeetsAny(place, joint.Regions)),
            EffectKind.PressesVessel or EffectKind.ShutsVessel => knowledge.MeetsAny(place, knowledge.Vessels[effect.On].Regions),
            EffectKind.PutsOnSkin or EffectKind.HoldsPoint => step.WorksAt(place, knowledge),
            EffectKind.FollowsLine => knowledge.MeetsAny(place, knowledge.RegionsOfLine(effect.On)),
            EffectKind.Lies => false,
            // A yes is given to a place and to no other.
            EffectKind.TouchesVulnerable => place == effect.On,
            _ => knowledge.Meets(place, effect.On),
        };
}
