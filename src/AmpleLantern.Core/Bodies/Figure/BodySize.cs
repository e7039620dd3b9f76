using AmpleLantern.Core.Measuring;

namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>The proportions a body is built to: factors on the reference figure of 172 cm.</summary>
/// <param name="Scale">Stature over that of the reference figure.</param>
/// <param name="TrunkLower">Length factor of navel to pubic bone, beyond <paramref name="Scale"/>; the others likewise.</param>
public sealed record BodySize(
    float Scale, float TrunkLower, float TrunkMiddle, float TrunkUpper, float ChestWidth, float ShoulderWidth, float HipWidth,
    float UpperArm, float Forearm, float Thigh, float Shank, float Foot, float TrunkGirth, float WaistGirth, float LimbGirth)
{
    /// <summary>Stature of the figure whose shape tables are written down, in cm.</summary>
    public const float ReferenceStature = 172;

    public static readonly BodySize Reference = new(1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1);

    private const double NarrowestFactor = 0.8;
    private const double WidestFactor = 1.25;

    /// <summary>Sized by what was measured; the rest keeps the reference figure's proportions.</summary>
    /// <param name="stretches">The cun table, whose estimates say what the reference figure measures.</param>
    /// <remarks>Several measured stretches along one segment share it: their mean factor counts.</remarks>
    public static BodySize Of(BodyMeasures measures, StretchTable stretches)
    {
        var stature = measures.StatureCm ?? stretches.UsualStatureCm;
        var (trunk, waist, limb) = measures.Build switch
        {
            Build.Slim => (0.93f, 0.9f, 0.9f),
            Build.Broad => (1.12f, 1.22f, 1.12f),
            _ => (1f, 1f, 1f),
        };
        var chest = Factor(Stretches.NippleToNipple, Stretches.ScapulaToScapula);
        return new(
            (float)(stature / ReferenceStature),
            Factor(Stretches.NavelToPubis), Factor(Stretches.XiphoidToNavel), Factor(Stretches.NotchToXiphoid),
            chest, MathF.Sqrt(chest), measures.Build == Build.Broad ? 1.03f : 1f,
            Factor(Stretches.AxillaToElbow), Factor(Stretches.ElbowToWrist),
            Factor(Stretches.TrochanterToKnee, Stretches.GlutealFoldToKnee, Stretches.PubisToPatella),
            Factor(Stretches.KneeToLateralMalleolus, Stretches.PatellaToMedialMalleolus, Stretches.CondyleToMedialMalleolus),
            (float)Clamp((measures.Foot(FootMeasures.Length) ?? 0) is > 0 and var mm ? mm / stretches.FootLengthMm(stature) : 1),
            trunk, waist, limb);

        float Factor(params string[] ids)
        {
            var given = ids.Where(id => measures.Stretch(id) is > 0)
                .Select(id => measures.Stretch(id)!.Value / stretches.EstimateCm(id, stature)).ToList();
            return given.Count == 0 ? 1 : (float)Clamp(given.Average());
        }
    }

    private static double Clamp(double factor) => Math.Clamp(factor, NarrowestFactor, WidestFactor);
}
