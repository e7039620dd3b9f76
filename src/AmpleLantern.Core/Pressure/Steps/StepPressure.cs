using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Pressure.Steps;

/// <summary>Who presses whom: what every step of a plan is worked out for.</summary>
/// <param name="Client">The client's body in a position, by its id and the bent side.</param>
/// <param name="Own">What this client answered before.</param>
public sealed record PressureBetween(PractitionerBody Practitioner, Func<string, int, Posed> Client, OwnBands? Own);

/// <summary>One step worked out: how it is pressed, what it comes to, and what to change.</summary>
/// <param name="Step">Id of the step.</param>
/// <param name="Way">The way in which the setting was found; null when it was kept with the step, or there is nothing to set.</param>
/// <param name="Result">Null for steps that body weight has no part in.</param>
/// <param name="Newtons">Into the client, all contacts together; by the hand's own strength where weight has no part.</param>
/// <param name="Level">The level it makes.</param>
public sealed record StepPressure(
    string Step,
    Mechanics Mechanics,
    PressureAsked? Asked,
    StepPlace? Place,
    Way? Way,
    PressureResult? Result,
    double Newtons,
    int Level
)
{
    /// <summary>Works a step out: as it was set, or at the setting that makes its planned level.</summary>
    /// <param name="capLevel">The deepest level a finding lets through here.</param>
    public static StepPressure Of(PlanStep step, PressureBetween between, int? capLevel, KnowledgeBase knowledge)
    {
        var contact = knowledge.Contacts[step.Contact];
        var mechanics = knowledge.Pressure.MechanicsOf(
            step.Stance,
            any => knowledge.Is(knowledge.Techniques[step.Technique], any),
            contact.Family,
            step.Region
        );
        if (mechanics.Kind is MechanicsKind.None)
        {
            return new(step.Id, mechanics, null, null, null, null, 0, step.Level);
        }

        if (mechanics.Kind is MechanicsKind.Hand)
        {
            var area = between.Practitioner.Practitioner.AreaCm2(contact);
            var levels = Levels.Of(area, contact.Family, step.Region, between.Own, knowledge);
            var level = Math.Min(step.Level, capLevel ?? Levels.Deepest);
            return new(
                step.Id,
                mechanics,
                null,
                null,
                null,
                null,
                ContactPressure.Newtons(levels.Middle(level), area) * step.SpotsOf(contact),
                level
            );
        }

        var place = StepPlace.Of(step, mechanics, between.Client(step.Position, PlanReach.BentSide(step.Side)), knowledge);
        var asked = new PressureAsked(between.Practitioner, mechanics, contact, place.Worked, step.Region, between.Own, capLevel);
        var (result, way) = step.Press is { } kept
            ? (ContactPressure.At(asked, kept, knowledge), (Way?)null)
            : Planned(asked, Setting.Usual(mechanics), Goal(asked, step.Level), knowledge);
        return new(step.Id, mechanics, asked, place, way, result, result.Newtons, result.Level ?? step.Level);
    }

    /// <summary>The level aimed at: the planned one, no deeper than the cap.</summary>
    public static int Goal(PressureAsked asked, int planned) => Math.Min(planned, asked.CapLevel ?? Levels.Deepest);

    /// <summary>The press that makes a level: by the stance's own way first, else the nearest that can be held.</summary>
    public static (PressureResult Result, Way? Way) Planned(PressureAsked asked, Setting from, int level, KnowledgeBase knowledge)
    {
        var usual = ContactPressure.At(asked, from, knowledge);
        if (usual.Level is null)
        {
            return (usual, null);
        }

        // A client who wants more moves the middle of a level up, but never past what a finding lets through.
        var wanted = Math.Min(
            usual.Levels.Middle(level),
            (usual.CapKPa ?? double.PositiveInfinity) * knowledge.Pressure.Model.Settings.UnderCapShare
        );
        if (Found(asked, from, wanted, knowledge) is { } found)
        {
            return (found.Result, found.Way);
        }

        // One way alone does not do it: as near as each comes, one after the other.
        var (best, last) = (usual, (Way?)null);
        foreach (var way in Ways(asked.Mechanics).Concat(Ways(asked.Mechanics)))
        {
            var nearer = ContactPressure.Nearest(asked, best.Setting, way, wanted, r => r.KPa, knowledge);
            if (nearer.Held.Feasible && (!best.Held.Feasible || Off(nearer) < Off(best)))
            {
                (best, last) = (nearer, way);
            }
        }

        var combined =
            Found(asked, best.Setting, wanted, knowledge)
            ?? (
                best is { AboveCap: true, CapKPa: { } cap }
                    ? Found(asked, best.Setting, cap * knowledge.Pressure.Model.Settings.UnderCapShare, knowledge)
                    : null
            );
        return combined is { } both ? (both.Result, both.Way) : (best, last);

        double Off(PressureResult result) => Math.Abs((result.KPa ?? 0) - wanted);
    }

    private static (PressureResult Result, Way Way)? Found(PressureAsked asked, Setting from, double wanted, KnowledgeBase knowledge)
    {
        foreach (var way in Ways(asked.Mechanics))
        {
            if (ContactPressure.For(asked, from, way, wanted, r => r.KPa, knowledge) is { } found)
            {
                return (found, way);
            }
        }

        return null;
    }

    /// <summary>The ways a stance can be changed: what it leans or takes off first.</summary>
    public static IEnumerable<Way> Ways(Mechanics mechanics) => Order.Where(w => mechanics.Range(w) is not null);

    private static readonly Way[] Order = [Weights.Way.Lean, Weights.Way.Support, Weights.Way.Ahead];
}
