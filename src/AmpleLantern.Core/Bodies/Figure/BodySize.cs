namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>The proportions a body is built to: factors on the reference figure of 172 cm.</summary>
public sealed record BodySize
{
    /// <summary>Stature over that of the reference figure.</summary>
    public required float Scale { get; init; }

    /// <summary>Length factor of navel to pubic bone, beyond <see cref="Scale"/>; the others likewise.</summary>
    public required float TrunkLower { get; init; }

    public required float TrunkMiddle { get; init; }

    public required float TrunkUpper { get; init; }

    public required float ChestWidth { get; init; }

    public required float ShoulderWidth { get; init; }

    public required float HipWidth { get; init; }

    public required float UpperArm { get; init; }

    public required float Forearm { get; init; }

    public required float Thigh { get; init; }

    public required float Shank { get; init; }

    public required float Foot { get; init; }

    public required float TrunkGirth { get; init; }

    public required float WaistGirth { get; init; }

    public required float LimbGirth { get; init; }

    /// <summary>How full the breast is, 0 flat to 1.</summary>
    public float Breast { get; init; }

    /// <summary>How high the womb stands above the pubic bone, in cm; 0 where no child shows.</summary>
    public float WombTopCm { get; init; }

    /// <summary>How far a child has grown from when it first shows, 0, to term, 1.</summary>
    public float WombGrown { get; init; }

    /// <summary>How much of each limb is there, in segments from the trunk: 1.5 is half of the second.</summary>
    public float LeftArm { get; init; } = WholeLimb;

    public float RightArm { get; init; } = WholeLimb;

    public float LeftLeg { get; init; } = WholeLimb;

    public float RightLeg { get; init; } = WholeLimb;

    /// <summary>Upper arm, forearm and hand; thigh, lower leg and foot.</summary>
    public const float WholeLimb = 3;

    public float Arm(int side) => side > 0 ? LeftArm : RightArm;

    public float Leg(int side) => side > 0 ? LeftLeg : RightLeg;

    /// <summary>Stature of the figure whose shape tables are written down, in cm.</summary>
    public const float ReferenceStature = 172;

    public static readonly BodySize Reference = new()
    {
        Scale = 1,
        TrunkLower = 1,
        TrunkMiddle = 1,
        TrunkUpper = 1,
        ChestWidth = 1,
        ShoulderWidth = 1,
        HipWidth = 1,
        UpperArm = 1,
        Forearm = 1,
        Thigh = 1,
        Shank = 1,
        Foot = 1,
        TrunkGirth = 1,
        WaistGirth = 1,
        LimbGirth = 1,
    };

    private const double NarrowestFactor = 0.8;
    private const double WidestFactor = 1.25;

    /// <summary>Sized by what was measured; the rest keeps the reference figure's proportions.</summary>
    /// <param name="stretches">The cun table, whose estimates say what the reference figure measures.</param>
    /// <remarks>Several measured stretches along one segment share it: their mean factor counts.</remarks>
    public static BodySize Of(BodyMeasures measures, CunStretchTable stretches)
    {
        var stature = measures.StatureCm ?? stretches.UsualStatureCm;
        var (trunk, waist, limb) = measures.Build switch
        {
            Build.Slim => (0.93f, 0.9f, 0.9f),
            Build.Broad => (1.12f, 1.22f, 1.12f),
            Build.Heavy => (1.24f, 1.42f, 1.17f),
            _ => (1f, 1f, 1f),
        };
        // A wide pelvis lets the waist look the narrower, and the other way about.
        var (hips, slender) = measures.Pelvis switch
        {
            PelvisForm.Narrow => (0.95f, 1.02f),
            PelvisForm.Wide => (1.07f, 0.95f),
            _ => (1f, 1f),
        };
        var chest = Factor(Segment.Chest);
        return new()
        {
            Scale = (float)(stature / ReferenceStature),
            TrunkLower = Factor(Segment.TrunkLower),
            TrunkMiddle = Factor(Segment.TrunkMiddle),
            TrunkUpper = Factor(Segment.TrunkUpper),
            ChestWidth = chest,
            ShoulderWidth = MathF.Sqrt(chest),
            HipWidth =
                hips
                * measures.Build switch
                {
                    Build.Broad => 1.03f,
                    Build.Heavy => 1.08f,
                    _ => 1,
                },
            UpperArm = Factor(Segment.UpperArm),
            Forearm = Factor(Segment.Forearm),
            Thigh = Factor(Segment.Thigh),
            Shank = Factor(Segment.Shank),
            Foot = (float)Clamp((measures.Foot(FootMeasures.Length) ?? 0) is > 0 and var mm ? mm / stretches.FootLengthMm(stature) : 1),
            TrunkGirth = trunk,
            WaistGirth = waist * slender,
            LimbGirth = limb,
            Breast = measures.Chest switch
            {
                ChestForm.Small => 0.5f,
                ChestForm.Full => 1,
                _ => 0,
            },
        };

        float Factor(Segment segment) => (float)Clamp(stretches.MeasuredFactor(segment, measures, stature) ?? 1);
    }

    private static double Clamp(double factor) => Math.Clamp(factor, NarrowestFactor, WidestFactor);
}
