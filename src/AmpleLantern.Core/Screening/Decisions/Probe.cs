using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening.Decisions;

/// <summary>A step with a made-up technique that no rule has ever named and that does one thing only.</summary>
public sealed class Probe(PracticeKnowledge knowledge)
{
    private const string MadeUp = "made-up";

    private readonly PlanStep still = FlowPlans.FromFlow(knowledge.Flows.All[0], knowledge, knowledge.HouseSchool).Steps[0];

    /// <param name="place">Where it is done, where the effect leaves that open.</param>
    /// <param name="joint">Which joint is moved, where the effect leaves that open.</param>
    /// <returns>The step, and the knowledge with the technique in it.</returns>
    public (PlanStep Step, PracticeKnowledge Knowledge) Doing(EffectAsked asked, string place, string joint)
    {
        var on = asked.On?[0];
        var (far, longest) = ((int)knowledge.PlanLimits.Percent.Most, knowledge.PlanLimits.HoldSeconds.Most);
        var technique = knowledge.Techniques[still.Technique] with { Id = MadeUp, Name = "Made up", Moves = [], Traits = [] };
        var step = still with
        {
            Technique = MadeUp,
            Region =
                asked.On is { } places && places.All(knowledge.IsPlace) && !places.Any(p => knowledge.Meets(p, place))
                    ? Within(on!)
                    : place,
            Side = Side.Left,
            Position = "seated-chair",
            Level = 1,
            Products = null,
            Points = null,
        };
        string Joint() =>
            asked.On is not { } meant || meant.Contains(joint) || meant.Contains(knowledge.BodyJoints[joint].Limb ?? "")
                ? joint
                : knowledge.BodyJoints.Find(on!)?.Id ?? knowledge.BodyJoints.All.First(j => j.Limb == on).Id;
        string Move(bool pulls)
        {
            var (moved, all) = (knowledge.BodyJoints[Joint()], knowledge.JointMoves.All.Where(m => m.Pulls == pulls));
            var first = all.FirstOrDefault(m => m.Joint == moved.Id) ?? all.First(m => knowledge.BodyJoints[m.Joint].Limb == moved.Limb);
            return asked.By?[0] ?? first.Id;
        }

        (technique, step) = asked.Kind switch
        {
            EffectKind.BearsWeight => (
                technique,
                step with
                {
                    Contact = ContactOf(asked.By?[0] ?? "foot"),
                    Stance = "standing-at-wall",
                    Level = 3,
                }
            ),
            EffectKind.Presses => (technique, step with { Contact = "palm", Level = (int)(asked.Above ?? 0) + 1 }),
            EffectKind.MovesJoint => (technique with { Moves = [new(Move(false), far)] }, step),
            EffectKind.PullsJoint => (technique with { Moves = [new(Move(true), far)] }, step),
            EffectKind.PressesVessel => (
                technique,
                step with
                {
                    Contact = "palm",
                    Region = knowledge.Vessels[on ?? knowledge.Vessels.All[0].Id].Regions[0],
                    Level = (int)(asked.Above ?? 0) + 1,
                }
            ),
            EffectKind.ShutsVessel => (
                technique with
                {
                    Traits = [Trait.HoldsBackBlood],
                },
                step with
                {
                    Region = knowledge.Vessels.All[0].Regions[0],
                }
            ),
            EffectKind.DragsSkin => (technique with { Traits = [Trait.Drags] }, step),
            EffectKind.PinchesSkin => (technique with { Traits = [Trait.Pinches] }, step),
            EffectKind.ScrapesSkin => (technique with { Traits = [Trait.Scrapes] }, step),
            EffectKind.RubsAcross => (technique with { Traits = [Trait.RubsAcross] }, step),
            EffectKind.Shakes => (technique with { Traits = [Trait.Rocks] }, step),
            EffectKind.Drums => (technique, step with { Pattern = step.Pattern with { Kind = PatternKind.Percussion } }),
            EffectKind.AsksEffort => (technique with { Traits = [Trait.AsksEffort] }, step),
            EffectKind.AsksBreath => (technique with { Traits = [Trait.HeldBreath] }, step),
            EffectKind.MovesFluid => (technique with { Traits = [Trait.Drains] }, step),
            EffectKind.Warms => (technique, step with { Products = [knowledge.Products.All.First(p => p.Warm).Id] }),
            EffectKind.PutsOnSkin => (technique, step with { Products = [on ?? knowledge.Products.All[0].Id] }),
            EffectKind.HoldsPoint => (technique, step with { Points = [knowledge.Atlas.Points.All.First(p => Cautioned(p, asked)).Id] }),
            EffectKind.Lies => (
                technique,
                step with
                {
                    Position = knowledge.Positions.All.First(p => on is null || p.LiesOn == on).Id,
                    Pattern = step.Pattern with { Hold = new(longest, longest, longest) },
                }
            ),
            EffectKind.HoldsJoint => (
                technique,
                step with
                {
                    Position = knowledge.Positions.All.First(p => p.Moves!.Any(m => knowledge.JointMoves[m.Move].Joint == Joint())).Id,
                }
            ),
            EffectKind.TouchesVulnerable => (technique, step with { Region = knowledge.Regions.All.First(r => r.Vulnerable).Id }),
            _ => throw new KnowledgeException($"Nothing is made up for the effect '{asked.Kind}'."),
        };
        technique = technique with
        {
            Contacts = [step.Contact],
            Positions = [step.Position],
            Patterns = [step.Pattern.Kind],
            Levels = new(1, Levels.Deepest),
        };
        return (step, knowledge.With(knowledge.Techniques.Of([.. knowledge.Techniques.All, technique])));
    }

    private static bool Cautioned(Point point, EffectAsked asked) =>
        point.Cautions.Any(c => asked.By is null || asked.By.Contains(c)) && (asked.On is null || asked.On.Contains(point.Id));

    private string ContactOf(string family) => knowledge.Contacts.All.First(c => c.Family == family).Id;

    /// <summary>A region of a place, which may be an area or a limb.</summary>
    private string Within(string place) =>
        knowledge.Regions.Find(place)?.Id
        ?? knowledge.Areas.Find(place)?.Regions[0]
        ?? knowledge.Regions.All.First(r => r.Limb == place).Id;
}
