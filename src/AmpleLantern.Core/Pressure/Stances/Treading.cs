using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Pressure.Weights;

namespace AmpleLantern.Core.Pressure.Stances;

/// <summary>Standing or kneeling on the client: the contact carries what the aid does not.</summary>
/// <remarks>
/// F(contact) = W - F(aid). Heel and toes share it so that moments vanish: both must press, or the balance is lost.
/// A hand on a wall carries only by friction: it must press with F(aid) / friction, which the body's lean has to balance.
/// </remarks>
internal static class Treading
{
    public static Held Hold(PractitionerBody body, Mechanics mechanics, Setting s, WorkedPlace place)
    {
        var (links, places) = (body.Build, body.Build.Places.Treading);
        var share = s.SupportPercent / 100;
        var problems = new List<string>();
        if (share is < 0 or > 1)
        {
            problems.Add($"The {Name(mechanics.Aid)} cannot carry {s.SupportPercent:0} % of the weight: it is 0 to 100.");
            share = Math.Clamp(share, 0, 1);
        }

        var floor = place.HeightM;
        var ball = links.Scale * places.Ball;
        var heel = -links.Scale * places.Heel;
        var middle = (ball + heel) / 2;
        var knees = mechanics.Posture is Posture.Knees or Posture.HalfKneeling;
        var aid = Carried(body, mechanics.Aid, share, floor, links, knees);
        // Where the centre of mass has to be for the contact to press at its middle.
        var wanted =
            ((body.Weight - aid.Newtons.Y) * middle + (aid.Newtons.Y * aid.At.Z) - (aid.Newtons.Z * (aid.At.Y - floor))) / body.Weight;
        var upright = body.UprightCentre(
            mechanics.Id,
            () =>
            {
                var usual = mechanics.PlaceCm / 100;
                var placed = Posed(links, mechanics.Aid, knees, 0, usual, Carried(body, mechanics.Aid, share, usual, links, knees));
                return body.Centre(placed.Bones) + placed.Shift - (Vec.Up * usual);
            }
        );
        var posed = Balanced(body, wanted, floor, upright, lean => Posed(links, mechanics.Aid, knees, lean, floor, aid));
        var centre = (body.Centre(posed.Bones) + posed.Shift) with { X = 0 };
        var loads = new List<Force> { Balance.Weight(body, centre) };
        if (aid.Newtons.Y > 0)
        {
            loads.Add(aid);
        }

        var (back, front) = knees ? ("knee", "shin") : ("heel", "ball");
        var solved = Statics.Solve(
            loads,
            [new(back, new(0, floor, heel), Vec.Up), new(front, new(0, floor, ball), Vec.Up), new("grip", new(0, floor, 0), Vec.Forward)]
        )!;
        var down = solved[0].Newtons.Y + solved[1].Newtons.Y;
        var slides = Math.Abs(solved[2].Newtons.Z);
        if (solved[0].Newtons.Y < -places.ForgivenNewtons || solved[1].Newtons.Y < -places.ForgivenNewtons)
        {
            problems.Add("The weight is not over the foot: you would tip. Bring the hips over the contact.");
        }

        if (slides > links.Model.Friction * down + places.ForgivenNewtons)
        {
            problems.Add(
                $"The foot would slide: it must hold {slides:0} N sideways with {down:0} N on it. Take less weight onto the {Name(mechanics.Aid)}."
            );
        }

        return new(
            posed.Bones,
            posed.Shift,
            [.. loads, .. solved.Where(f => f.Newtons.Length > 0.05)],
            new(0, floor, middle),
            Vec.Up * -down,
            null,
            0,
            0,
            Balance.Lumbar(body, posed, share > 0 ? [aid] : []),
            problems
        );
    }

    private static string Name(Aid aid) =>
        aid switch
        {
            Aid.Bars => "bars",
            Aid.Frame => "frame",
            Aid.Wall => "wall",
            _ => "other foot",
        };

    private static Force Carried(PractitionerBody body, Aid aid, double share, double floor, Links links, bool knees)
    {
        var up = body.Weight * share;
        if (!links.Model.Aids.TryGetValue(Name(aid), out var place))
        {
            return new("other-foot", new(0, 0, knees ? links.Places.Treading.OtherFoot : -links.Places.Treading.OtherFoot), Vec.Up * up);
        }

        // A hand on a wall carries by friction alone, for which it has to press.
        var push = aid is Aid.Wall ? up / links.Model.WallFriction : 0;
        return new(Name(aid), new(0, floor + (place.HeightOfStature * body.Practitioner.StatureM), place.AheadM), new(0, up, -push));
    }

    /// <summary>
    /// The lean that brings the centre of mass over a place: two corrections of a first guess; the forces are exact whatever is left.
    /// </summary>
    /// <param name="upright">The centre of mass of who stands upright, above what is stood on: what the first guess is made from.</param>
    private static Placed Balanced(PractitionerBody body, double wanted, double pivotHeight, Vec upright, Func<double, Placed> pose)
    {
        var places = body.Build.Places.Treading;
        var lean = Math.Clamp((wanted - upright.Z) / Math.Max(places.LeastHeight, upright.Y), -places.MostLean, places.MostLean);
        var placed = pose(lean);
        for (var i = 0; i < 2; i++)
        {
            var centre = body.Centre(placed.Bones) + placed.Shift;
            if (Math.Abs(wanted - centre.Z) < places.NearEnough)
            {
                break;
            }

            lean = Math.Clamp(
                lean + ((wanted - centre.Z) / Math.Max(places.LeastHeight, centre.Y - pivotHeight)),
                -places.MostLean,
                places.MostLean
            );
            placed = pose(lean);
        }

        return placed;
    }

    private static Placed Posed(Links links, Aid aid, bool knees, double lean, double floor, Force support) =>
        knees ? Kneeling(links, lean, floor) : Standing(links, aid, lean, floor, support);

    private static Placed Standing(Links links, Aid aid, double lean, double floor, Force support)
    {
        var ankle = new Vec(0, floor + links.AnkleUp, 0);
        var hip = ankle + (new Vec(0, Math.Cos(lean), Math.Sin(lean)) * links.Leg);
        var (left, right) = aid switch
        {
            Aid.None or Aid.OtherFoot => (links.Resting(hip, lean, 1), links.Resting(hip, lean, -1)),
            Aid.Wall => (links.Resting(hip, lean, 1), new LimbEnd(support.At + new Vec(-0.15, 0, 0), new(0, -1, -0.3), -70)),
            _ => (
                new LimbEnd(support.At + new Vec(0.26 * links.Scale, 0, 0), new(0.6, -0.6, -0.3)),
                new(support.At + new Vec(-0.26 * links.Scale, 0, 0), new(-0.6, -0.6, -0.3))
            ),
        };
        var other = aid is Aid.OtherFoot ? new Vec(0.08, links.AnkleUp, -links.Places.Treading.OtherFoot) : ankle + new Vec(0.08, 0, 0);
        return links.Place(
            hip,
            lean,
            links.FootFlat(hip + new Vec(links.HipX, 0, 0), other),
            links.FootFlat(hip - new Vec(links.HipX, 0, 0), ankle - new Vec(0.08, 0, 0)),
            left,
            right
        );
    }

    private static Placed Kneeling(Links links, double lean, double floor)
    {
        var knee = new Vec(0, floor + links.KneeUp, 0);
        var hip = knee + (new Vec(0, Math.Cos(lean), Math.Sin(lean)) * links.Thigh);
        var foot = new Vec(0, links.AnkleUp, links.Places.Treading.OtherFoot);
        return links.Place(
            hip,
            lean / 2,
            links.FootFlat(hip + new Vec(links.HipX, 0, 0), foot + new Vec(0.2, 0, 0)),
            links.Shin(hip - new Vec(links.HipX, 0, 0), knee - new Vec(0.05, 0, 0)),
            links.Resting(hip, lean / 2, 1),
            links.Resting(hip, lean / 2, -1)
        );
    }
}
