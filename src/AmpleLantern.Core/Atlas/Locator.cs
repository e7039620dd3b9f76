using System.Numerics;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Flesh;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Atlas;

/// <summary>Turns places, which are data, into spots on one body's skin in one pose.</summary>
/// <remarks>
/// Cun become a fraction of the way between the landmarks of their stretch on this body, so the same cun give
/// different centimetres on different people and no others need to be known.
/// </remarks>
public sealed class Locator(AtlasBase atlas, Body body)
{
    private const float WidestCosine = 0.97f;
    private const float HalfTrunk = 16.4f;

    public Body Body => body;

    /// <summary>Where a place is.</summary>
    /// <param name="side">1 for the client's left, -1 for the right; places in the middle do not mind.</param>
    /// <exception cref="KnowledgeException">The place does not say enough for its segment.</exception>
    public Anchor On(Place place, int side)
    {
        if (place.At is { } at)
        {
            return Inside(place.On, Vector(at), Vector(place.Toward ?? throw Incomplete(place, "toward")), side);
        }

        return place.On switch
        {
            "finger" or "toe" => Digit(place.On, place.Digit ?? 1, (float)Station(place), Round(place), side),
            "head" => Head(Station(place), Sideways(place), side),
            "front" or "back" => Flat(place.On, (float)Station(place), Sideways(place), side),
            "trunk" => TrunkRound((float)Station(place), Round(place), side),
            _ => LimbRound(place.On, (float)Station(place), Round(place), side),
        };
    }

    /// <summary>Where a landmark is.</summary>
    public Anchor On(Landmark landmark, int side)
    {
        if (landmark.Place is { } place)
        {
            return On(place, side);
        }

        var (segment, station) = landmark.Stations!.First();
        return segment switch
        {
            "head" => Head(station, landmark.Across ?? 0, side),
            "front" or "back" => Flat(segment, (float)station, landmark.Across ?? 0, side),
            "trunk" => TrunkRound((float)station, (float)(landmark.Round ?? 0), side),
            _ => LimbRound(segment, (float)station, (float)(landmark.Round ?? 0), side),
        };
    }

    /// <summary>Round a limb: a fraction along it, degrees from its front outwards.</summary>
    public Anchor LimbRound(string segment, float fraction, float degrees, int side)
    {
        var name = Sides.On(segment, side);
        var frame = body.Bones.Segment(name);
        var length = body.Bones.Length(name);
        var scale = body.Size.Scale;
        if (segment == "forearm")
        {
            frame = Skeleton.Pronated(frame, 0, body.Bones.Pronation[name] * ArmFlesh.PronationShare(fraction));
        }

        // The calf's mass lies behind the shin: the middle of the leg is a little behind the line of the joints.
        var middle = segment == "shank" ? -1f : 0f;
        var a = Geometry.Radians(degrees);
        return Anchor.Snap(
            body,
            body.PartNamed(name),
            frame.At(0, fraction * length, middle * scale),
            frame.Toward(MathF.Sin(a), 0, MathF.Cos(a))
        );
    }

    /// <summary>Round the trunk or neck at a reference height: degrees from the front outwards.</summary>
    public Anchor TrunkRound(float height, float degrees, int side)
    {
        const float NeckFrom = 143;
        var a = Geometry.Radians(degrees);
        var frame = body.Bones.SpineAt(height);
        return Anchor.Snap(
            body,
            body.PartNamed("trunk"),
            body.Bones.Trunk(0, height, height > NeckFrom ? -1.6f : 0),
            frame.Toward(MathF.Sin(a) * side, 0, MathF.Cos(a))
        );
    }

    /// <summary>Over the skull: degrees up and back from straight ahead, then degrees sideways.</summary>
    public Anchor Head(double over, double sideways, int side)
    {
        var head = body.Bones.Segment("head");
        var (a, b) = (Geometry.Radians((float)over), Geometry.Radians((float)sideways));
        var middle = (new Vector3(0, 160.5f, 1) - HeadFlesh.Origin) * body.Size.Scale;
        return Anchor.Snap(
            body,
            body.PartNamed("head"),
            head.At(middle),
            head.Toward(MathF.Sin(b) * side, MathF.Cos(b) * MathF.Sin(a), MathF.Cos(b) * MathF.Cos(a))
        );
    }

    /// <summary>From inside a segment, in reference cm of its frame, out towards the skin.</summary>
    public Anchor Inside(string segment, Vector3 at, Vector3 toward, int side)
    {
        var (scale, bones) = (body.Size.Scale, body.Bones);
        switch (segment)
        {
            case "trunk":
                const float ShouldersFrom = 133;
                var x = at.X * side * (at.Y > ShouldersFrom ? body.Size.ShoulderWidth : 1);
                return Anchor.Snap(
                    body,
                    body.PartNamed("trunk"),
                    bones.Trunk(x, at.Y, at.Z),
                    bones.SpineAt(at.Y).Toward(toward.X * side, toward.Y, toward.Z)
                );
            case "head":
                var head = bones.Segment("head");
                return Anchor.Snap(
                    body,
                    body.PartNamed("head"),
                    head.At((new Vector3(at.X * side, at.Y, at.Z) - HeadFlesh.Origin) * scale),
                    head.Toward(toward.X * side, toward.Y, toward.Z)
                );
            default:
                var name = Sides.On(segment, side);
                var frame = bones.Segment(name);
                return Anchor.Snap(body, body.PartNamed(name), frame.At(Sized(segment, at) * scale), frame.Toward(toward));
        }
    }

    private Vector3 Sized(string segment, Vector3 at) =>
        segment switch
        {
            "hand" => at * HandFlesh.Size,
            "foot" => at with { Z = at.Z > 0 ? at.Z * body.Size.Foot : at.Z },
            "upper-arm" => at with { Y = at.Y * body.Size.UpperArm },
            "forearm" => at with { Y = at.Y * body.Size.Forearm },
            "thigh" => at with { Y = at.Y * body.Size.Thigh },
            _ => at with { Y = at.Y * body.Size.Shank },
        };

    private Anchor Flat(string face, float height, double sideways, int side)
    {
        var front = face == "front" ? 1f : -1f;
        var x = (float)sideways * body.Size.ChestWidth;
        // Straight out where the trunk is flat, so that the breadth is kept; leaning outwards where it curves away.
        var lean = MathF.Min(x / (HalfTrunk * body.Size.TrunkGirth), WidestCosine);
        var outward = 0.35f * Geometry.SmoothStep(0.72f, 0.95f, lean);
        var depth = 10 * MathF.Sqrt(1 - (lean * lean));
        var found = Anchor.Snap(
            body,
            body.PartNamed("trunk"),
            body.Bones.Trunk(side * x * (1 - outward), height, 0),
            body.Bones.SpineAt(height).Toward(side * x * outward, 0, front * depth)
        );
        return outward > 0 && !found.Buried ? AtBreadth(found, side * x * body.Size.Scale, body.Bones.SpineAt(height)) : found;
    }

    /// <summary>Where the trunk curves away, still as far out as it is told, as long as the skin there faces front or back.</summary>
    private Anchor AtBreadth(Anchor near, float across, Frame spine)
    {
        const float FacesAside = 0.96f;
        var off = across - spine.ToLocal(near.At).X;
        var there = Anchor.OnSurface(body, near.At + (spine.X * off), spine.X);
        return there.Buried || MathF.Abs(Vector3.Dot(there.Normal, spine.X)) > FacesAside ? near : there;
    }

    private Anchor Digit(string kind, int digit, float fraction, float degrees, int side)
    {
        var finger = kind == "finger";
        var name = Sides.On(finger ? "hand" : "foot", side);
        var frame = body.Bones.Segment(name);
        var toe = finger ? default : FootFlesh.Toes[digit - 1];
        var chain = finger
            ? HandFlesh.Chain(digit, side > 0 ? body.Pose.LeftArm : body.Pose.RightArm).Select(p => p * HandFlesh.Size).ToArray()
            : new[] { toe.Base, toe.Middle, toe.Tip }.Select(p => Sized("foot", p)).ToArray();
        var world = chain.Select(p => frame.At(p * body.Size.Scale)).ToArray();
        var (at, along) = Along(world, fraction);
        // Palm or sole is the front of a digit; the thumb's or the big toe's side is outward.
        var (thumbward, palm) = finger ? (frame.X, frame.Z) : (-frame.X, -frame.Y);
        var out1 = Geometry.Across(palm, along);
        var out2 = Geometry.Across(thumbward, along);
        var a = Geometry.Radians(degrees);
        return Anchor.Snap(body, body.PartNamed(name), at, (out1 * MathF.Cos(a)) + (out2 * MathF.Sin(a)));
    }

    private static (Vector3 At, Vector3 Along) Along(Vector3[] chain, float fraction)
    {
        var lengths = chain.Zip(chain.Skip(1), (a, b) => (b - a).Length()).ToArray();
        var left = fraction * lengths.Sum();
        var i = 0;
        while (i < lengths.Length - 1 && left > lengths[i])
        {
            left -= lengths[i++];
        }

        var along = Vector3.Normalize(chain[i + 1] - chain[i]);
        return (chain[i] + (along * left), along);
    }

    /// <summary>Where along its segment a place is, in the segment's own measure.</summary>
    public double Station(Place place)
    {
        if (place.Station is { } given)
        {
            return given;
        }

        var along = place.Along ?? throw Incomplete(place, "along");
        var from = StationOf(along.From, place.On);
        if (along.Stretch is null)
        {
            return from;
        }

        var stretch = atlas.Stretches.All[along.Stretch];
        return from + (along.Cun * (StationOf(stretch.To, place.On) - StationOf(stretch.From, place.On)) / stretch.Cun);
    }

    private double Sideways(Place place)
    {
        if (place.Across is not { } across)
        {
            return 0;
        }

        var stretch = atlas.Stretches.All[across.Stretch];
        return across.Cun * 2 * (atlas.Landmarks[stretch.To].Across ?? throw Incomplete(place, "across")) / stretch.Cun;
    }

    private double StationOf(string landmark, string segment) =>
        atlas.Landmarks[landmark].Stations is { } stations && stations.TryGetValue(segment, out var at)
            ? at
            : throw new KnowledgeException(
                $"The landmark '{landmark}' has no station on the {segment}. Give it one, or measure from another."
            );

    private static float Round(Place place) => (float)(place.Round ?? throw Incomplete(place, "round"));

    private static Vector3 Vector(IReadOnlyList<double> v) => new((float)v[0], (float)v[1], (float)v[2]);

    private static KnowledgeException Incomplete(Place place, string what) => new($"A place on the {place.On} needs '{what}'. Add it.");
}
