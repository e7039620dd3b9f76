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
            _ => (1f, 1f, 1f),
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
            HipWidth = measures.Build == Build.Broad ? 1.03f : 1f,
            UpperArm = Factor(Segment.UpperArm),
            Forearm = Factor(Segment.Forearm),
            Thigh = Factor(Segment.Thigh),
            Shank = Factor(Segment.Shank),
            Foot = (float)Clamp((measures.Foot(FootMeasures.Length) ?? 0) is > 0 and var mm ? mm / stretches.FootLengthMm(stature) : 1),
            TrunkGirth = trunk,
            WaistGirth = waist,
            LimbGirth = limb,
        };

        float Factor(Segment segment) => (float)Clamp(stretches.MeasuredFactor(segment, measures, stature) ?? 1);
    }

    private static double Clamp(double factor) => Math.Clamp(factor, NarrowestFactor, WidestFactor);
}
