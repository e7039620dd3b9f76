using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Effects;

/// <summary>What a step does to a body, in words.</summary>
public static class EffectWords
{
    /// <param name="step">The step the effect is of.</param>
    public static string Of(BodyEffect effect, PlanStep step, KnowledgeBase knowledge)
    {
        var (on, by, amount) = (effect.On, effect.By, effect.Amount ?? 0);
        string Region() => Low(knowledge.Regions[on].Name);
        string Product(string id) => Low(knowledge.Products[id].Name);
        string Move() => knowledge.JointMoves[by!].Name;
        return effect.Kind switch
        {
            EffectKind.BearsWeight =>
                $"bears up to {amount:0.#} kg through the {Low(knowledge.Contacts[step.Contact].Name)} on the {Region()}",
            EffectKind.Presses => $"presses the {Region()} at level {amount:0}",
            EffectKind.MovesJoint => $"{Move()} to {amount} % of its range",
            EffectKind.HoldsJoint => $"lies so that it {Move()} to {amount} % of its range",
            EffectKind.PullsJoint => $"{Move()} with {amount:0} N",
            EffectKind.PressesVessel => $"presses along the {knowledge.Vessels[on].Name} at level {amount:0}",
            EffectKind.ShutsVessel => $"presses the {knowledge.Vessels[on].Name} shut"
                + (effect.Amount is null ? "" : $" for {amount:0} s"),
            EffectKind.DragsSkin => "drags the skin",
            EffectKind.PinchesSkin => "pinches and lifts",
            EffectKind.ScrapesSkin => "scrapes the skin",
            EffectKind.RubsAcross => "rubs across the fibres",
            EffectKind.Shakes => "rocks or shakes",
            EffectKind.Drums => "drums on it",
            EffectKind.AsksEffort => "asks the client to push against you",
            EffectKind.AsksBreath => $"asks for a {by} breath",
            EffectKind.Warms => $"warms with {Product(by!)}",
            EffectKind.PutsOnSkin => $"puts {Product(on)} on the skin",
            EffectKind.MovesFluid => "moves fluid towards the trunk",
            EffectKind.Lies => Low(knowledge.Positions[by!].Name) + (effect.Amount is null ? "" : $", by its end {amount:0.#} min on end"),
            EffectKind.TouchesVulnerable => $"touches a place that needs a yes: {Region()}",
            EffectKind.HoldsPoint => $"holds {on}: {knowledge.Of<Caution>()[by!].Name}",
            EffectKind.FollowsLine => $"follows the line {Line(on, knowledge)}",
            _ => throw new ArgumentOutOfRangeException(nameof(effect), effect.Kind, "An effect without words."),
        };
    }

    private static string Line(string id, KnowledgeBase knowledge) =>
        knowledge.Atlas.Channels.Find(id) is { } channel ? $"{channel.Name} ({channel.Code})" : knowledge.Atlas.Sen[id].Name;

    private static string Low(string name) => name.Length > 1 && char.IsUpper(name[1]) ? name : char.ToLowerInvariant(name[0]) + name[1..];
}
