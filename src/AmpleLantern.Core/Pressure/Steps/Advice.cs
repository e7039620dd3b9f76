using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Pressure.Steps;

/// <summary>One thing to change so that a press makes the level it should.</summary>
/// <param name="Say">What to do, short: "knees 12 cm closer".</param>
/// <param name="Setting">The setting that does it; null when another contact does.</param>
/// <param name="Contact">The contact that does it at the same setting.</param>
/// <param name="Level">The level it then makes.</param>
/// <param name="Stance">The stance from which it is reached, where this one cannot.</param>
public sealed record PressureAdvice(string Say, Setting? Setting, string? Contact, int Level, double KPa, string? Stance = null);

/// <summary>What to change when a press is not at its planned level, or above what a finding lets through.</summary>
public static class Advices
{
    private const int MostContacts = 2;

    private const int MostStances = 2;

    /// <summary>
    /// Ways that reach the level, each alone; where none does, stances that do; at last the hands' own strength. None when it is reached.
    /// </summary>
    public static IReadOnlyList<PressureAdvice> For(PlanStep step, PressureAsked asked, PressureResult now, KnowledgeBase knowledge)
    {
        if (now.Level is not { } level)
        {
            return [];
        }

        var goal = StepPressure.Goal(asked, step.Level);
        if (level == goal && !now.AboveCap && now.Held.Feasible)
        {
            return [];
        }

        var wanted = now.AboveCap && now.CapKPa is { } cap ? Math.Min(cap, now.Levels.Middle(goal)) : now.Levels.Middle(goal);
        var ways = StepPressure
            .Ways(asked.Mechanics)
            .Select(w => (Way: w, Found: ContactPressure.For(asked, now.Setting, w, wanted, r => r.KPa, knowledge)))
            .Where(x => x.Found is not null)
            .Select(x => new PressureAdvice(
                Say(asked, now.Setting, x.Found!.Setting, x.Way),
                x.Found.Setting,
                null,
                x.Found.Level!.Value,
                x.Found.KPa!.Value
            ));
        List<PressureAdvice> found = [.. ways, .. Contacts(step, asked, now, goal, wanted, knowledge)];
        if (found.Count == 0)
        {
            found.AddRange(Stances(step, asked, goal, wanted, knowledge));
        }

        return found.Count > 0 || level < goal ? found : [new("hands only, with their own strength", null, null, goal, wanted)];
    }

    /// <summary>Other stances at the same place, or over it, from which the level is made.</summary>
    private static IEnumerable<PressureAdvice> Stances(PlanStep step, PressureAsked asked, int goal, double wanted, KnowledgeBase knowledge)
    {
        var technique = knowledge.Techniques[step.Technique];
        var at = knowledge.Stances[step.Stance].Where;
        return knowledge
            .Stances.All.Where(s => s.Where == at || s.Where == Stance.Over)
            .Select(s =>
                (
                    Stance: s,
                    Mechanics: knowledge.Pressure.MechanicsOf(s.Id, any => knowledge.Is(technique, any), asked.Contact.Family, step.Region)
                )
            )
            .Where(x => x.Mechanics.Id != asked.Mechanics.Id && x.Mechanics.Kind is MechanicsKind.Lean or MechanicsKind.Weight)
            .DistinctBy(x => x.Mechanics.Id)
            .Select(x =>
                (x.Stance, StepPressure.Planned(asked with { Mechanics = x.Mechanics }, Setting.Usual(x.Mechanics), goal, knowledge).Result)
            )
            .Where(x => x.Result.Level == goal && !x.Result.AboveCap && x.Result.Held.Feasible)
            .OrderBy(x => Math.Abs(x.Result.KPa!.Value - wanted))
            .Take(MostStances)
            .Select(x => new PressureAdvice($"{x.Stance.Name} reaches it", null, null, goal, x.Result.KPa!.Value, x.Stance.Id));
    }

    private static IEnumerable<PressureAdvice> Contacts(
        PlanStep step,
        PressureAsked asked,
        PressureResult now,
        int goal,
        double wanted,
        KnowledgeBase knowledge
    ) =>
        knowledge
            .Techniques[step.Technique]
            .Contacts.Where(c => c != step.Contact)
            .Select(c => knowledge.Contacts[c])
            .Where(c => c.Family == asked.Contact.Family)
            .Select(c =>
                (
                    Contact: c,
                    Result: ContactPressure.At(
                        asked with
                        {
                            Contact = c,
                            Place = asked.Place with { Spots = Math.Min(asked.Place.Spots, c.Spots) },
                        },
                        now.Setting,
                        knowledge
                    )
                )
            )
            .Where(x => x.Result.Level == goal && !x.Result.AboveCap && x.Result.Held.Feasible)
            .OrderBy(x => Math.Abs(x.Result.KPa!.Value - wanted))
            .Take(MostContacts)
            .Select(x => new PressureAdvice(
                $"{x.Contact.Name}, not {asked.Contact.Name}",
                null,
                x.Contact.Id,
                x.Result.Level!.Value,
                x.Result.KPa!.Value
            ));

    private static string Say(PressureAsked asked, Setting from, Setting to, Way way)
    {
        var by = to.Of(way) - from.Of(way);
        return way switch
        {
            Way.Support => Support(asked, by),
            Way.Ahead => $"{Pivot(asked.Mechanics)} {Math.Abs(by):0} cm {(by < 0 ? "closer" : "further away")}",
            _ => asked.Mechanics.Kind switch
            {
                MechanicsKind.Seat => by < 0 ? $"sit back by {-by:0}°" : $"lean {by:0}° further forward",
                MechanicsKind.Brace or MechanicsKind.Pull => by < 0 ? $"lean back {-by:0}° less" : $"lean back {by:0}° further",
                _ => by < 0 ? $"lean {-by:0}° less" : $"lean {by:0}° further",
            },
        };
    }

    private static string Support(PressureAsked asked, double byPercent)
    {
        if (asked.Mechanics.Kind is MechanicsKind.Brace)
        {
            return byPercent < 0 ? "push less from the seat" : "push more from the seat";
        }

        var kg = Math.Abs(byPercent) / 100 * asked.Body.Practitioner.MassKg;
        var what = asked.Mechanics.Aid switch
        {
            Aid.Bars => "arms on the bars take",
            Aid.Frame => "arms on the frame take",
            Aid.Wall => "the wall takes",
            _ => "the other foot takes",
        };
        return $"{what} {kg:0} kg {(byPercent < 0 ? "less" : "more")}";
    }

    private static string Pivot(Mechanics mechanics) =>
        mechanics.Kind is MechanicsKind.Seat
            ? "hands"
            : mechanics.Posture switch
            {
                Posture.Knees or Posture.HalfKneeling => "knees",
                Posture.Lunge or Posture.Standing => "feet",
                _ => "seat",
            };
}
