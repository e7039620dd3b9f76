using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.OnBody;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Pressure.Steps;

/// <summary>Where a step's press meets the client's skin, seen by the practitioner.</summary>
/// <param name="Forward">The practitioner's forward, in the client's own directions.</param>
/// <param name="Toward">From which side both are looked at, in the client's own directions.</param>
public sealed record StepPlace(Anchor Anchor, WorkedPlace Worked, Vector3 Forward, Vector3 Toward)
{
    private const int Along = 5;

    /// <summary>The place of a region that meets the press most squarely.</summary>
    public static StepPlace Of(PlanStep step, Mechanics mechanics, Posed client, KnowledgeBase knowledge)
    {
        var up = client.Body.Pose.Up;
        var forward = Standpoint.Facing(knowledge.Stances[step.Stance], step.Side, client.Body.Pose);
        var against =
            mechanics.Kind is MechanicsKind.Brace || mechanics is { Kind: MechanicsKind.Pull, Posture: Posture.Sitting } ? -forward : up;
        int[] sides = step.Side switch
        {
            Side.Left => [1],
            Side.Right => [-1],
            _ => [1, -1],
        };
        var anchor = knowledge
            .Regions[step.Region]
            .Patches.SelectMany(p =>
                sides.SelectMany(s =>
                    Enumerable
                        .Range(0, Along)
                        .Select(i => Patches.At(client.Locator, p, (i + 0.5) / Along, 0.5, s))
                        .Append(Patches.Centre(client.Locator, p, s))
                )
            )
            .MaxBy(a => Vector3.Dot(a.Normal, against));
        // What faces away as the client lies is turned or lifted towards the press first.
        var facing = Vector3.Dot(anchor.Normal, against);
        var height = (Vector3.Dot(anchor.At, up) - client.MatCm) / 100;
        var model = knowledge.Pressure.Model;
        // Whoever stands beside a table stands lower than the one who lies on it.
        var beside =
            mechanics.Posture is Posture.Lunge or Posture.Standing or Posture.Stool
            && mechanics.Kind is MechanicsKind.Lean or MechanicsKind.Pull;
        var raised = beside && model.SurfacesCm.TryGetValue(step.On, out var cm) ? cm / 100 : 0;
        var contact = knowledge.Contacts[step.Contact];
        return new(
            anchor,
            new(
                mechanics is { Kind: MechanicsKind.Pull, Posture: not Posture.Sitting }
                    ? model.Stance.GripCm / 100
                    : Math.Max(0, height) + raised,
                facing < (float)knowledge.Pressure.Model.Settings.TurnedAwayShare
                    ? 0
                    : Balance.Degrees(Math.Acos(Math.Clamp(facing, -1, 1))),
                mechanics.Kind is MechanicsKind.Heels ? StoolHeels.Spots
                    : step.Pattern.Kind is PatternKind.PalmWalk ? 1
                    : step.SpotsOf(contact),
                contact.Family == ForearmFamily
            ),
            forward,
            Vector3.Cross(forward, up)
        );
    }

    private const string ForearmFamily = "forearm";
}
