using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Stances;

namespace AmpleLantern.Core.Pressure;

/// <summary>The one who works: mass, stature, own contact areas and limits.</summary>
/// <param name="AreasCm2">Contact areas counted on squared paper, by contact id.</param>
public sealed record Practitioner(
    double MassKg, double StatureM, Proportions Proportions = Proportions.Mean, IReadOnlyDictionary<string, double>? AreasCm2 = null,
    LoadLimits? Limits = null)
{
    /// <exception cref="RefusalException">A mass, stature or area nobody has.</exception>
    public void Check(KnowledgeBase knowledge)
    {
        var model = knowledge.Pressure.Model;
        RefusalException.Unless(MassKg >= model.LeastMassKg && MassKg <= model.MostMassKg, "mass-out-of-range",
            $"A practitioner's mass is between {model.LeastMassKg:0} and {model.MostMassKg:0} kg, not {MassKg:0.#}. Check the number.", "/practitioner/massKg");
        RefusalException.Unless(StatureM >= model.LeastStatureM && StatureM <= model.MostStatureM, "stature-out-of-range",
            $"A practitioner's stature is between {model.LeastStatureM:0.##} and {model.MostStatureM:0.##} m, not {StatureM:0.##}. Check the unit: metres.", "/practitioner/statureM");
        foreach (var (contact, area) in AreasCm2 ?? new Dictionary<string, double>())
        {
            RefusalException.Unless(knowledge.Contacts.Has(contact), "unknown-word", $"There is no contact '{contact}'.", $"/practitioner/areasCm2/{contact}");
            CheckArea(area, $"/practitioner/areasCm2/{contact}");
        }
    }

    /// <summary>Counted area of a contact, or the usual one.</summary>
    public double AreaCm2(Contact contact) => AreasCm2 is { } own && own.TryGetValue(contact.Id, out var area) ? area : contact.AreaCm2;

    public static void CheckArea(double areaCm2, string pointer) => RefusalException.Unless(areaCm2 is >= SmallestArea and <= LargestArea, "area-out-of-range",
        $"A contact area is between {SmallestArea} and {LargestArea:0} cm², not {areaCm2:0.##}. Count the squares again.", pointer);

    private const double SmallestArea = 0.2;
    private const double LargestArea = 1000;
}

/// <summary>A practitioner's body as weights on a skeleton.</summary>
public sealed class PractitionerBody
{
    /// <summary>Standard gravity, m/s² (CGPM 1901).</summary>
    public const double Gravity = 9.80665;

    private readonly (SegmentMass Segment, double Mass, double Centre)[] masses;

    public PractitionerBody(Practitioner practitioner, KnowledgeBase knowledge)
    {
        practitioner.Check(knowledge);
        Practitioner = practitioner;
        Size = BodySize.Of(new(practitioner.StatureM * 100), knowledge.Atlas.Stretches);
        Build = new(this, knowledge.Pressure.Model);
        var shares = knowledge.Pressure.Segments.All.Select(s => (s, s.MassPercent.Of(practitioner.Proportions), s.CentrePercent.Of(practitioner.Proportions))).ToList();
        // Published shares add up to 100 within their rounding; what is left over is spread evenly, so that the weight is whole.
        var whole = shares.Sum(s => s.Item2 * (s.s.Paired ? 2 : 1));
        masses = [.. shares.Select(s => (s.s, practitioner.MassKg * s.Item2 / whole, s.Item3 / 100))];
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
    public Vec Centre(Skeleton bones) => Centre(bones, _ => true, out _);

    /// <summary>Centre of mass of some segments, and their mass in kg.</summary>
    public Vec Centre(Skeleton bones, Func<string, bool> counted, out double mass)
    {
        var (sum, total) = (Vec.Zero, 0.0);
        foreach (var (segment, m, centre) in masses)
        {
            if (!counted(segment.Id))
            {
                continue;
            }

            for (var side = 1; side >= -1; side -= 2)
            {
                var (from, to) = (End(bones, segment.From, side), End(bones, segment.To, side));
                sum += (from + ((to - from) * centre)) * m;
                total += m;
                if (!segment.Paired)
                {
                    break;
                }
            }
        }

        mass = total;
        return sum * (1 / total);
    }

    /// <summary>What of the body a leg is; the rest is the upper body.</summary>
    public static bool IsLeg(string segment) => segment is "thigh" or "shank" or "foot";

    private const float Crown = BodySize.ReferenceStature;
    private const float ChinAngle = 152;

    private static Vec End(Skeleton bones, string end, int side)
    {
        Frame Of(string segment) => bones.Segment(Sides.On(segment, side));
        return Vec.FromCm(end switch
        {
            "vertex" => bones.Segment("head").At(0, (Crown - ChinAngle) * bones.Size.Scale, 0),
            "jaw-angle" => bones.Segment("head").O,
            "notch" => bones.SpineAt(Skeleton.Notch).O,
            "xiphoid" => bones.SpineAt(Skeleton.Xiphoid).O,
            "navel" => bones.SpineAt(Skeleton.Navel).O,
            "hips" => bones.SpineAt(Skeleton.Hips).O,
            "shoulder" => bones.Shoulder(side),
            "elbow" => Of("forearm").O,
            "wrist" => Of("wrist").O,
            "knuckle" => Of("hand").At(0, Knuckle * bones.Size.Scale, 0),
            "hip" => bones.Hip(side),
            "knee" => Of("shank").O,
            "ankle" => Of("foot").O,
            "heel" => Of("foot").At(new System.Numerics.Vector3(0, -5, Heel) * bones.Size.Scale),
            "toe" => Of("foot").At(new System.Numerics.Vector3(0, -5, Toe) * bones.Size.Scale),
            _ => throw new KnowledgeException($"No segment ends at '{end}'."),
        });
    }

    // Of the reference figure: see its flesh of hand and foot.
    private const float Knuckle = 8.6f;
    private const float Heel = -6.6f;
    private const float Toe = 19;
}
