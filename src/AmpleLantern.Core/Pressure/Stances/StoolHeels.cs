using AmpleLantern.Core.Pressure.Weights;

namespace AmpleLantern.Core.Pressure.Stances;

/// <summary>
/// Sitting on a stool before the client, both legs out, the heels on them: the hands on the own knees carry the trunk's lean.
/// </summary>
/// <remarks>
/// The seat carries under the hips, the rest goes down the legs: F(heels) = W c / d, with the heels at d and the centre of mass at c
/// ahead of the seat. Both heels bear half of it, also where only one of them works.
/// </remarks>
internal static class StoolHeels
{
    /// <summary>Both heels rest on the client whichever works.</summary>
    public const int Spots = 2;

    public static Held Hold(PractitionerBody body, Setting s, WorkedPlace place)
    {
        var (links, places) = (body.Build, body.Build.Places.StoolHeels);
        var problems = new List<string>();
        var tilt = Balance.Radians(s.Lean);
        var seat = new Vec(0, links.Model.Stance.StoolCm / 100, 0);
        var hip = seat + new Vec(0, links.SeatUp, 0);
        var heel = new Vec(0, place.HeightM, s.AheadCm / 100);
        var ankle = heel + new Vec(0, links.AnkleUp, 0);
        if ((ankle - hip).Length > links.Leg)
        {
            problems.Add(
                $"The heels do not reach: the place is {((ankle - hip).Length - links.Leg) * 100:0} cm too far. Move the stool nearer."
            );
        }

        var legs = links.Place(hip, tilt, Leg(1), Leg(-1), links.Resting(hip, tilt, 1), links.Resting(hip, tilt, -1));
        var posed = links.Place(hip, tilt, Leg(1), Leg(-1), Hand(1), Hand(-1));
        var centre = (body.Centre(posed.Bones) + posed.Shift) with { X = 0 };
        Force[] loads = [Balance.Weight(body, centre)];
        var solved = Statics.Solve(loads, [new("seat", seat, Vec.Up), new("heels", heel, Vec.Up)])!;
        if (solved[1].Newtons.Y < 0)
        {
            problems.Add("The weight is behind the seat: the heels would lift. Lean forward onto your knees.");
        }

        var apart = new Vec(places.Apart * links.Scale, 0, 0);
        var each = solved[1].Newtons * (1.0 / Spots);
        return new(
            posed.Bones,
            posed.Shift,
            [.. loads, solved[0], new("left-heel", heel + apart, each), new("right-heel", heel - apart, each)],
            heel,
            solved[1].Newtons * -1,
            null,
            s.Lean,
            0,
            // The hands on the knees hold the trunk, so the low back does not.
            0,
            problems
        );

        LimbEnd Leg(int side) => new(ankle + new Vec(side * places.Apart * links.Scale, 0, 0), new(0, 1, 0.3), places.ToesUp);

        LimbEnd Hand(int side) =>
            new(legs.Joint("shank", side) + new Vec(0, places.HandAboveKnee * links.Scale, 0), new(side, -0.2, -1), -40);
    }
}
