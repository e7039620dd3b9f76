using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Pressure.Weights;

namespace AmpleLantern.Core.Pressure.Stances;

/// <summary>Sitting, leaning back on a held limb, one foot (or the knees) straight against the client: pull and press at once.</summary>
/// <remarks>
/// About the seat: T x h(grip) - F(foot) x h(foot) = W(upper) x (centre of mass behind the hips). Along the floor:
/// F(foot) = T + what the seat's friction gives.
/// </remarks>
internal static class Bracing
{
    public static Held Hold(PractitionerBody body, Setting s, WorkedPlace place)
    {
        var (links, places) = (body.Build, body.Build.Places.Bracing);
        var problems = new List<string>();
        var tilt = -Balance.Radians(s.Lean);
        var hip = new Vec(0, links.SeatUp, 0);
        var shoulder = links.Shoulder(hip, tilt);
        var sole = new Vec(0, Math.Max(places.LeastSole, place.HeightM), Math.Min(s.AheadCm / 100, links.Leg + places.SoleBeyondLeg));
        var gripAt = new Vec(
            0,
            Math.Max(sole.Y + places.GripAboveSole, shoulder.Y - places.GripBelowShoulder),
            shoulder.Z + (links.Arm * places.GripReachShare)
        );
        var ankle = sole + new Vec(0, 0.02, -0.06);
        var posed = links.Place(
            hip,
            tilt,
            new(ankle + new Vec(0.05, 0, 0), new(0.1, 1, 0), -5),
            new(new(-0.3, 0.06, 0.4), new(-1, 0.4, 0.5), 20),
            Grip(1),
            Grip(-1)
        );
        var centre = (body.Centre(posed.Bones) + posed.Shift) with { X = 0 };
        var feet = Balance.Heels(body, posed, new(0, 0, places.Heels * links.Scale));
        var along = (gripAt - (posed.Shoulder with { X = 0 })).Normalised();
        var hold = links.Model.Friction * s.SupportPercent / 100;
        Force[] loads = [Balance.Weight(body, centre), feet];
        var solved = Statics.Solve(
            loads,
            [new("grip", gripAt, along), new("foot", sole, new(0, 0, -1)), new("seat", Vec.Zero, new(0, 1, hold))]
        );
        if (solved is null)
        {
            return new(
                posed.Bones,
                posed.Shift,
                loads,
                sole,
                Vec.Zero,
                null,
                -s.Lean,
                0,
                0,
                ["Grip and foot lie in one line: nothing can be balanced so. Change the distance."]
            );
        }

        var (pull, press) = (solved[0].Newtons.Dot(along), -solved[1].Newtons.Z);
        if (pull < 0)
        {
            problems.Add("The weight is not behind the seat yet: there is no pull. Lean further back.");
        }

        if (press < 0)
        {
            problems.Add("The foot would have to pull. Lean further back, or let the seat grip less.");
        }

        if (Math.Max(pull, press) > body.Weight)
        {
            problems.Add("More than your whole weight would go through the foot. Lean back less, or let the seat grip less.");
        }

        return new(
            posed.Bones,
            posed.Shift,
            [.. loads, .. solved],
            sole,
            new(0, 0, Math.Max(0, press)),
            along * -pull,
            -s.Lean,
            0,
            Balance.Lumbar(body, posed, [solved[0]]),
            problems
        );

        LimbEnd Grip(int side) => new(gripAt + new Vec(side * 0.08, 0, 0), new(0, -1, 0));
    }
}
