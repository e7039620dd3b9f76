using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Pressure.Weights;

namespace AmpleLantern.Core.Pressure.Stances;

/// <summary>Leaning back from the heels, holding the client: the weight pulls through straight arms.</summary>
/// <remarks>T x (distance of the arms' line from the heels) = W x (centre of mass behind the heels).</remarks>
internal static class Pulling
{
    public static Held Hold(PractitionerBody body, Setting s, WorkedPlace place)
    {
        var (links, places) = (body.Build, body.Build.Places.Pulling);
        var problems = new List<string>();
        var back = -Balance.Radians(s.Lean);
        var hip = new Vec(0, links.AnkleUp, 0) + (new Vec(0, Math.Cos(back), Math.Sin(back)) * links.Leg);
        // A low grip is reached by folding at the hips; the legs keep the lean.
        var tilt = back;
        while (links.Shoulder(hip, tilt).Y - place.HeightM > links.Arm * places.FoldFromShare && tilt < places.MostFold)
        {
            tilt += places.FoldStep;
        }

        var shoulder = links.Shoulder(hip, tilt);
        var drop = shoulder.Y - place.HeightM;
        if (drop > links.Arm)
        {
            problems.Add("The grip is too low for straight arms. Kneel or sit down for it.");
        }

        var grip = new Vec(0, place.HeightM, shoulder.Z + Math.Sqrt(Math.Max(0.01, (links.Arm * links.Arm) - (drop * drop))));
        var ankle = new Vec(0, links.AnkleUp, 0);
        var posed = links.Place(
            hip,
            tilt,
            links.FootFlat(hip + new Vec(links.HipX, 0, 0), ankle + new Vec(0.1, 0, 0)),
            links.FootFlat(hip - new Vec(links.HipX, 0, 0), ankle - new Vec(0.1, 0, 0)),
            Grip(1),
            Grip(-1)
        );
        var centre = (body.Centre(posed.Bones) + posed.Shift) with { X = 0 };
        var heel = new Vec(0, 0, -places.Heel * links.Scale);
        var along = (grip - (posed.Shoulder with { X = 0 })).Normalised();
        Force[] loads = [Balance.Weight(body, centre)];
        var solved = Statics.Solve(loads, [new("grip", grip, along), new("heels", heel, Vec.Up), new("heels-hold", heel, Vec.Forward)])!;
        var pull = solved[0].Newtons.Dot(along);
        if (pull < 0)
        {
            problems.Add("The weight is still over the feet: there is no pull. Lean further back.");
        }

        if (Math.Abs(solved[2].Newtons.Z) > links.Model.Friction * solved[1].Newtons.Y)
        {
            problems.Add($"The heels would slide: they must hold {Math.Abs(solved[2].Newtons.Z):0} N. Lean back less, or brace the feet.");
        }

        return new(
            posed.Bones,
            posed.Shift,
            [.. loads, .. solved],
            grip,
            Vec.Zero,
            along * -pull,
            Balance.Degrees(tilt),
            0,
            Balance.Lumbar(body, posed, [solved[0]]),
            problems
        );

        LimbEnd Grip(int side) => new(grip + new Vec(side * 0.1, 0, 0), new(0, -1, 0));
    }
}
