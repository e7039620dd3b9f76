using System.Collections.Concurrent;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Pressure.Weights;

/// <summary>The one who works: mass, stature, own contact areas and limits.</summary>
/// <param name="AreasCm2">Contact areas counted on squared paper, by contact id.</param>
public sealed record Practitioner(
    double MassKg,
    double StatureM,
    Proportions Proportions = Proportions.Mean,
    IReadOnlyDictionary<string, double>? AreasCm2 = null,
    LoadLimits? Limits = null
)
{
    /// <exception cref="RefusalException">A mass, stature or area nobody has.</exception>
    public void Check(KnowledgeBase knowledge)
    {
        var model = knowledge.Pressure.Model;
        RefusalException.Unless(
            MassKg >= model.Practitioner.MassKg.Least && MassKg <= model.Practitioner.MassKg.Most,
            "mass-out-of-range",
            $"A practitioner's mass is between {model.Practitioner.MassKg.Least:0} and {model.Practitioner.MassKg.Most:0} kg, not {MassKg:0.#}. Check the number.",
            "/practitioner/massKg"
        );
        RefusalException.Unless(
            StatureM >= model.Practitioner.StatureM.Least && StatureM <= model.Practitioner.StatureM.Most,
            "stature-out-of-range",
            $"A practitioner's stature is between {model.Practitioner.StatureM.Least:0.##} and {model.Practitioner.StatureM.Most:0.##} m, not {StatureM:0.##}. Check the unit: metres.",
            "/practitioner/statureM"
        );
        foreach (var (contact, area) in AreasCm2 ?? new Dictionary<string, double>())
        {
            RefusalException.Unless(
                knowledge.Contacts.Has(contact),
                "unknown-word",
                $"There is no contact '{contact}'.",
                $"/practitioner/areasCm2/{contact}"
            );
            CheckArea(area, $"/practitioner/areasCm2/{contact}", model);
        }
    }

    /// <summary>Counted area of a contact, or the usual one.</summary>
    public double AreaCm2(Contact contact) => AreasCm2 is { } own && own.TryGetValue(contact.Id, out var area) ? area : contact.AreaCm2;

    public static void CheckArea(double areaCm2, string pointer, PressureModel model) =>
        RefusalException.Unless(
            model.Practitioner.AreaCm2.Holds(areaCm2),
            "area-out-of-range",
            $"A contact area is between {model.Practitioner.AreaCm2.Least} and {model.Practitioner.AreaCm2.Most:0} cm², not {areaCm2:0.##}. Count the squares again.",
            pointer
        );
}

/// <summary>A practitioner's body as weights on a skeleton.</summary>
public sealed class PractitionerBody
{
    /// <summary>Standard gravity, m/s² (CGPM 1901).</summary>
    public const double Gravity = 9.80665;

    /// <summary>One segment on one side, its ends ready to be looked up.</summary>
    private readonly record struct Piece(bool Leg, double Mass, double Centre, Func<Skeleton, Vec> From, Func<Skeleton, Vec> To);

    private readonly Piece[] pieces;
    private readonly ConcurrentDictionary<string, Vec> upright = new();

    public PractitionerBody(Practitioner practitioner, KnowledgeBase knowledge)
    {
        practitioner.Check(knowledge);
        Practitioner = practitioner;
        Size = BodySize.Of(new(practitioner.StatureM * 100), knowledge.Atlas.Stretches);
        Build = new(this, knowledge.Pressure.Model, knowledge.Pressure.Postures);
        var shares = knowledge
            .Pressure.Segments.All.Select(s =>
                (s, s.MassPercent.Of(practitioner.Proportions), s.CentrePercent.Of(practitioner.Proportions))
            )
            .ToList();
        // Published shares add up to 100 within their rounding; what is left over is spread evenly, so that the weight is whole.
        var whole = shares.Sum(s => s.Item2 * (s.s.Paired ? 2 : 1));
        pieces =
        [
            .. shares.SelectMany(x =>
                (x.s.Paired ? BothSides : OneSide).Select(side => new Piece(
                    x.s.Id is "thigh" or "shank" or "foot",
                    practitioner.MassKg * x.Item2 / whole,
                    x.Item3 / 100,
                    End(x.s.From, side),
                    End(x.s.To, side)
                ))
            ),
        ];
    }

    public Practitioner Practitioner { get; }

    public BodySize Size { get; }

    /// <summary>Link lengths that postures are made from.</summary>
    internal Links Build { get; }

    /// <summary>The body standing straight, for drawing it in pieces.</summary>
    public Body Upright() => new(Size, Links.Upright);

    /// <summary>Weight in newtons.</summary>
    public double Weight => Practitioner.MassKg * Gravity;

    /// <summary>Centre of mass of the whole body in a pose, in metres, in the skeleton's own directions.</summary>
    public Vec Centre(Skeleton bones) => Sum(bones, legs: true, upper: true, out _);

    /// <summary>Where the centre of mass of a stance lies before it leans, worked out once for each.</summary>
    internal Vec UprightCentre(string stance, Func<Vec> workOut) => upright.GetOrAdd(stance, _ => workOut());

    /// <summary>Centre of mass of both legs, and their mass in kg.</summary>
    public Vec LegsCentre(Skeleton bones, out double mass) => Sum(bones, legs: true, upper: false, out mass);

    /// <summary>Centre of mass of all but the legs, and its mass in kg.</summary>
    public Vec UpperCentre(Skeleton bones, out double mass) => Sum(bones, legs: false, upper: true, out mass);

    private Vec Sum(Skeleton bones, bool legs, bool upper, out double mass)
    {
        var sum = Vec.Zero;
        mass = 0;
        foreach (var piece in pieces)
        {
            if (piece.Leg ? legs : upper)
            {
                var from = piece.From(bones);
                sum += (from + ((piece.To(bones) - from) * piece.Centre)) * piece.Mass;
                mass += piece.Mass;
            }
        }

        return sum * (1 / mass);
    }

    private static readonly int[] BothSides = [1, -1];
    private static readonly int[] OneSide = [1];

    private const float Crown = BodySize.ReferenceStature;
    private const float ChinAngle = 152;

    /// <summary>Looks up where a segment ends. Names are put together once: this is asked thousands of times a second.</summary>
    private static Func<Skeleton, Vec> End(string end, int side)
    {
        string On(string segment) => Sides.On(segment, side);
        var (forearm, wrist, hand, shank, foot) = (On("forearm"), On("wrist"), On("hand"), On("shank"), On("foot"));
        return end switch
        {
            "vertex" => b => Vec.FromCm(b.Segment("head").At(0, (Crown - ChinAngle) * b.Size.Scale, 0)),
            "jaw-angle" => b => Vec.FromCm(b.Segment("head").O),
            "notch" => b => Vec.FromCm(b.SpineAt(Skeleton.Notch).O),
            "xiphoid" => b => Vec.FromCm(b.SpineAt(Skeleton.Xiphoid).O),
            "navel" => b => Vec.FromCm(b.SpineAt(Skeleton.Navel).O),
            "hips" => b => Vec.FromCm(b.SpineAt(Skeleton.Hips).O),
            "shoulder" => b => Vec.FromCm(b.Shoulder(side)),
            "elbow" => b => Vec.FromCm(b.Segment(forearm).O),
            "wrist" => b => Vec.FromCm(b.Segment(wrist).O),
            "knuckle" => b => Vec.FromCm(b.Segment(hand).At(0, Knuckle * b.Size.Scale, 0)),
            "hip" => b => Vec.FromCm(b.Hip(side)),
            "knee" => b => Vec.FromCm(b.Segment(shank).O),
            "ankle" => b => Vec.FromCm(b.Segment(foot).O),
            "heel" => b => Vec.FromCm(b.Segment(foot).At(new System.Numerics.Vector3(0, -5, Heel) * b.Size.Scale)),
            "toe" => b => Vec.FromCm(b.Segment(foot).At(new System.Numerics.Vector3(0, -5, Toe) * b.Size.Scale)),
            _ => throw new KnowledgeException($"No segment ends at '{end}'."),
        };
    }

    // Of the reference figure: see its flesh of hand and foot.
    private const float Knuckle = 8.6f;
    private const float Heel = -6.6f;
    private const float Toe = 19;
}
