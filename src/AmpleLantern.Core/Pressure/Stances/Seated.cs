using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Pressure.Weights;

namespace AmpleLantern.Core.Pressure.Stances;

/// <summary>Sitting on the client, the hands on the floor in front taking some of the weight.</summary>
/// <remarks>
/// F(seat) = (W (d - c) - F(feet) (d - f)) / d, with the hands at d, the feet at f and the centre of mass at c ahead of the seat.
/// </remarks>
internal static class Seated
{
    public static Held Hold(PractitionerBody body, Setting s, WorkedPlace place)
    {
        var links = body.Build;
        var problems = new List<string>();
        var tilt = Balance.Radians(s.Lean);
        var hip = new Vec(0, place.HeightM + links.SeatUp, 0);
        var hand = new Vec(0, 0, s.AheadCm / 100);
        var wrist = hand + new Vec(0, links.WristUp, 0);
        var foot = new Vec(0, links.AnkleUp, links.Places.Seated.Foot * links.Scale);
        var reaches = (links.Shoulder(hip, tilt) - wrist).Length <= links.Arm * links.Places.Joints.ReachSpare;
        var (left, right) = reaches
            ? (links.Hand(wrist + new Vec(0.12, 0, 0), 1, true), links.Hand(wrist - new Vec(0.12, 0, 0), -1, true))
            : (links.Resting(hip, tilt, 1), links.Resting(hip, tilt, -1));
        var posed = links.Place(hip, tilt, Leg(1), Leg(-1), left, right);
        var centre = (body.Centre(posed.Bones) + posed.Shift) with { X = 0 };
        var feet = Balance.Heels(body, posed, new(0, 0, foot.Z));
        Force[] loads = [Balance.Weight(body, centre), feet];
        var seat = new Vec(0, place.HeightM, 0);
        // Hands that do not reach carry nothing: all but the legs sits on the client.
        if (!reaches)
        {
            return Free(body, posed, loads, seat, s.Lean);
        }

        var solved = Statics.Solve(loads, [new("seat", seat, Vec.Up), new("hands", hand, Vec.Up)])!;
        if (solved[0].Newtons.Y < 0)
        {
            problems.Add("The hands would carry more than there is: the seat would lift. Sit back.");
        }

        if (solved[1].Newtons.Y < 0)
        {
            return Free(body, posed, loads, seat, s.Lean);
        }

        return new(
            posed.Bones,
            posed.Shift,
            [.. loads, .. solved],
            seat,
            solved[0].Newtons * -1,
            null,
            s.Lean,
            0,
            Balance.Lumbar(body, posed, [solved[1]]),
            problems
        );

        LimbEnd Leg(int side) => new(foot + new Vec(side * 0.28 * links.Scale, 0, 0), new(side * 0.9, 1, 0.8), 10);
    }

    /// <summary>Without hands the seat carries all but the legs, where the moments vanish; past its front edge one tips.</summary>
    private static Held Free(PractitionerBody body, Placed posed, Force[] loads, Vec seat, double lean)
    {
        var down = -Statics.Total(loads).Y;
        var at = seat with { Z = Statics.Moment(loads, Vec.Zero).X / down };
        IReadOnlyList<string> problems =
            at.Z > body.Build.Places.Seated.Front * body.Size.Scale
                ?
                [
                    "The hands do not reach the floor and the weight is past the seat: you would tip forward. Sit back, or lean until the hands are down.",
                ]
                : [];
        return new(
            posed.Bones,
            posed.Shift,
            [.. loads, new("seat", at, Vec.Up * down)],
            seat,
            Vec.Up * -down,
            null,
            lean,
            0,
            Balance.Lumbar(body, posed, []),
            problems
        );
    }
}
