using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Weights;

namespace AmpleLantern.Core.Pressure.Stances;

/// <summary>Puts a practitioner into a stance and works out its forces.</summary>
public static class Balance
{
    /// <summary>The stance at a setting. What cannot be held comes back with its problems, never as an exception.</summary>
    /// <exception cref="RefusalException">The stance has no weight to work out.</exception>
    public static Held Hold(PractitionerBody body, Mechanics mechanics, Setting setting, WorkedPlace place) =>
        mechanics.Kind switch
        {
            MechanicsKind.Lean => Leaning.Hold(body, mechanics, setting, place),
            MechanicsKind.Weight => Treading.Hold(body, mechanics, setting, place),
            MechanicsKind.Seat => Seated.Hold(body, setting, place),
            MechanicsKind.Heels => StoolHeels.Hold(body, setting, place),
            // Sitting, the feet are braced so that there is something to pull against; the pull is what is worked.
            MechanicsKind.Pull when mechanics.Posture is Posture.Sitting => Bracing.Hold(body, setting, place) with { OnClient = Vec.Zero },
            MechanicsKind.Pull => Pulling.Hold(body, setting, place),
            MechanicsKind.Brace => Bracing.Hold(body, setting, place),
            _ => throw new RefusalException(
                "no-weight",
                $"{mechanics.Name} is not done with body weight: there is nothing to lean.",
                "/stance"
            ),
        };

    internal static double Radians(double degrees) => degrees * Math.PI / 180;

    internal static double Degrees(double radians) => radians * 180 / Math.PI;

    internal static Force Weight(PractitionerBody body, Vec centre) => new("weight", centre, Vec.Up * -body.Weight);

    /// <summary>Legs that lie or stand before the seat carry themselves: what their heels take, from moments about the hips.</summary>
    internal static Force Heels(PractitionerBody body, Placed posed, Vec heel)
    {
        var legs = body.LegsCentre(posed.Bones, out var mass) + posed.Shift;
        var newtons = mass * PractitionerBody.Gravity * (legs.Z - posed.Hip.Z) / (heel.Z - posed.Hip.Z);
        return new("feet", heel, Vec.Up * Math.Clamp(newtons, 0, mass * PractitionerBody.Gravity));
    }

    /// <summary>
    /// Moment about the lowest lumbar joint of what hangs and pushes above it, in newton metres; forward bending is positive.
    /// </summary>
    internal static double Lumbar(PractitionerBody body, Placed posed, IEnumerable<Force> onUpperBody)
    {
        var upper = body.UpperCentre(posed.Bones, out var mass) + posed.Shift;
        // The lowest lumbar joint lies a little above the hips.
        var joint =
            Vec.FromCm(posed.Bones.SpineAt(Bodies.Figure.Skeleton.Hips + (float)body.Build.Places.Joints.LumbarAboveHipsCm).O)
            + posed.Shift;
        var weight = new Force("", upper, Vec.Up * -(mass * PractitionerBody.Gravity));
        return Math.Abs(Statics.Moment(onUpperBody.Append(weight), joint).X);
    }
}
