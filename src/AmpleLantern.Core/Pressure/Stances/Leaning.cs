using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Pressure.Stances;

/// <summary>Lean press: knees, feet or seat and the hands carry the weight between them; the hands push straight down.</summary>
/// <remarks>
/// With the base's support at z = b and the hands at z = d, moments about the base give
/// F(hands) = W (c - b) / (d - b), where c is the centre of mass.
/// </remarks>
internal static class Leaning
{
    public static Held Hold(PractitionerBody body, Mechanics mechanics, Setting s, WorkedPlace place)
    {
        var links = body.Build;
        var problems = new List<string>();
        var contact = new Vec(0, place.HeightM, s.AheadCm / 100);
        var wrist = contact + new Vec(0, links.WristUp, 0);
        var reach = place.ForearmContact ? links.UpperArm * links.Places.Joints.StraightShare : links.Arm;
        var lean = Balance.Radians(s.Lean);
        var (hip, baseAt, baseName, legs) = Base(links, mechanics.Posture, lean, s.SidewaysCm / 100);
        var sits = mechanics.Posture is Posture.Sitting or Posture.Stool;
        var tilt = sits ? lean : links.TiltToReach(hip, wrist, reach);
        if (tilt is null || (sits && (links.Shoulder(hip, lean) - wrist).Length > reach * links.Places.Joints.ReachSpare))
        {
            problems.Add(
                $"The arms do not reach: the place is {Cm((wrist - hip).Length - reach - links.ShoulderSpan, sits)} too far. Move nearer or lean further."
            );
        }

        var (left, right) = Hands(links, wrist, place, hip, tilt ?? 1);
        var posed = links.Place(hip, tilt ?? 1, legs.Left, legs.Right, left, right);
        var centre = body.Centre(posed.Bones) + posed.Shift;
        centre = centre with { X = s.SidewaysCm / 100 };
        var loads = new List<Force> { Balance.Weight(body, centre) };
        if (sits)
        {
            var feet = Balance.Heels(
                body,
                posed,
                new(centre.X, 0, Math.Max(links.Places.Leaning.LeastFoot, (posed.Joint("foot", 1).Z + posed.Joint("foot", -1).Z) / 2))
            );
            loads.Add(feet);
        }

        contact = contact with { X = centre.X };
        var solved = Statics.Solve(loads, [new(baseName, baseAt with { X = centre.X }, Vec.Up), new("hands", contact, Vec.Up)]);
        if (solved is null)
        {
            return Nothing(
                posed,
                loads,
                contact,
                $"The hands are over the {baseName}: nothing can be leaned onto them. Move them further away."
            );
        }

        var (onBase, onHands) = (solved[0].Newtons.Y, solved[1].Newtons.Y);
        if (onHands < 0)
        {
            problems.Add($"The weight is still behind the {baseName}: the hands would have to pull. Lean further forward.");
        }

        if (onBase < 0)
        {
            problems.Add(
                $"The weight is past the hands: the {baseName} would lift and you would fall forward. Lean back or reach further."
            );
        }

        var shoulder = posed.Shoulder;
        var plumb = Balance.Degrees(Math.Atan2(Math.Abs(wrist.Z - shoulder.Z), Math.Max(0.01, shoulder.Y - wrist.Y)));
        var all = loads
            .Concat(Split(links, mechanics.Posture, solved[0], legs))
            .Concat(Shared(links, solved[1], place.Spots, s.SidewaysCm / 100))
            .ToList();
        return new(
            posed.Bones,
            posed.Shift,
            all,
            contact,
            Vec.Up * -onHands,
            null,
            Balance.Degrees(tilt ?? 0),
            plumb,
            Balance.Lumbar(body, posed, [solved[1]]),
            problems
        );
    }

    private static string Cm(double metres, bool sits) => metres > 0.005 && !sits ? $"{metres * 100:0} cm" : "a little";

    private static Held Nothing(Placed posed, List<Force> loads, Vec contact, string why) =>
        new(posed.Bones, posed.Shift, loads, contact, Vec.Zero, null, 0, 0, 0, [why]);

    private static (LimbEnd Left, LimbEnd Right) Hands(Links links, Vec wrist, WorkedPlace place, Vec hip, double tilt)
    {
        if (!place.ForearmContact)
        {
            return (links.Hand(wrist, 1, place.Spots > 1), links.Hand(wrist, -1, place.Spots > 1));
        }

        // The elbow rests on the place, the forearm lies across.
        var hand = wrist + new Vec(0, 0.02, links.Forearm * 0.9);
        return (
            new(hand + new Vec(0.05, 0, 0), new(0, -1, -0.2), 20),
            links.Resting(hip, tilt, -1) with
            {
                At = wrist + new Vec(-0.2, 0.1, -0.05),
            }
        );
    }

    private static (Vec Hip, Vec BaseAt, string Name, (LimbEnd Left, LimbEnd Right) Legs) Base(
        Links links,
        Posture posture,
        double lean,
        double sideways
    )
    {
        var (sin, cos) = Math.SinCos(lean);
        Vec Side(Vec v, int side, double wide) => v + new Vec((side * wide) + sideways, 0, 0);
        switch (posture)
        {
            case Posture.Knees:
            {
                var knee = new Vec(0, links.KneeUp, 0);
                var hip = knee + (new Vec(0, cos, sin) * links.Thigh);
                return (
                    hip,
                    Vec.Zero,
                    "knees",
                    (links.Shin(Side(hip, 1, links.HipX), Side(knee, 1, 0.13)), links.Shin(Side(hip, -1, links.HipX), Side(knee, -1, 0.13)))
                );
            }

            case Posture.HalfKneeling:
            {
                var knee = new Vec(0, links.KneeUp, 0);
                var hip = knee + (new Vec(0, cos, sin) * links.Thigh);
                var foot = new Vec(0, links.AnkleUp, links.HalfStep);
                return (
                    hip,
                    new(0, 0, links.Model.Stance.FrontShareKneeling * links.HalfStep),
                    "knee and foot",
                    (
                        links.FootFlat(Side(hip, 1, links.HipX), Side(foot, 1, 0.14)),
                        links.Shin(Side(hip, -1, links.HipX), Side(knee, -1, 0.13))
                    )
                );
            }

            case Posture.Lunge:
            {
                var rear = new Vec(0, links.AnkleUp, -links.Step);
                var hip = rear + (new Vec(0, cos, sin) * links.Leg);
                var front = new Vec(0, links.AnkleUp, 0);
                return (
                    hip,
                    new(0, 0, -(1 - links.Model.Stance.FrontShare) * links.Step),
                    "feet",
                    (
                        links.FootFlat(Side(hip, 1, links.HipX), Side(front, 1, 0.12)),
                        links.FootFlat(Side(hip, -1, links.HipX), Side(rear, -1, 0.12))
                    )
                );
            }

            case Posture.Standing:
            {
                var ankle = new Vec(0, links.AnkleUp, 0);
                var hip = ankle + (new Vec(0, cos, sin) * links.Leg);
                return (
                    hip,
                    new(0, 0, links.Places.Leaning.MidFoot * links.Scale),
                    "feet",
                    (
                        links.FootFlat(Side(hip, 1, links.HipX), Side(ankle, 1, 0.12)),
                        links.FootFlat(Side(hip, -1, links.HipX), Side(ankle, -1, 0.12))
                    )
                );
            }

            default:
            {
                var seat = posture == Posture.Stool ? links.Model.Stance.StoolCm / 100 : 0;
                var hip = new Vec(0, seat + links.SeatUp, 0);
                var foot =
                    posture == Posture.Stool
                        ? new Vec(0, links.AnkleUp, links.Places.Leaning.StoolFoot * links.Scale)
                        : new Vec(0, links.Places.Leaning.MatAnkleUp, links.Places.Leaning.MatFoot * links.Scale);
                return (hip, new(0, seat, 0), "seat", (Bent(foot, 1, links), Bent(foot, -1, links)));
            }
        }
    }

    /// <summary>Knees fall outward beside what is worked.</summary>
    private static LimbEnd Bent(Vec foot, int side, Links links) =>
        new(foot + new Vec(side * (foot.Y > 0.065 ? 0.2 : 0.3) * links.Scale, 0, 0), new(side * 1.2, 0.8, 0.6), 20);

    private static IEnumerable<Force> Split(Links links, Posture posture, Force onBase, (LimbEnd Left, LimbEnd Right) legs) =>
        posture switch
        {
            Posture.HalfKneeling =>
            [
                new("knee", onBase.At with { Z = 0 }, onBase.Newtons * (1 - links.Model.Stance.FrontShareKneeling)),
                new("front-foot", onBase.At with { Z = links.HalfStep }, onBase.Newtons * links.Model.Stance.FrontShareKneeling),
            ],
            Posture.Lunge =>
            [
                new("rear-foot", onBase.At with { Z = -links.Step }, onBase.Newtons * (1 - links.Model.Stance.FrontShare)),
                new("front-foot", onBase.At with { Z = 0 }, onBase.Newtons * links.Model.Stance.FrontShare),
            ],
            _ => [onBase],
        };

    /// <summary>Two hands share by how far the weight is shifted between them; equal when it is in the middle.</summary>
    private static IEnumerable<Force> Shared(Links links, Force hands, int spots, double sideways)
    {
        if (spots < 2)
        {
            yield return hands with
            {
                Support = "hand",
            };
            yield break;
        }

        var half = links.Places.Joints.HandsAside * links.Scale;
        var left = Math.Clamp(0.5 + (sideways / (2 * half)), 0, 1);
        yield return new("left-hand", hands.At with { X = half }, hands.Newtons * left);
        yield return new("right-hand", hands.At with { X = -half }, hands.Newtons * (1 - left));
    }
}
