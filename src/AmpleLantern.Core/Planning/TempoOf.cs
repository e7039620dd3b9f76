using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Planning;

/// <summary>Makes a tempo from what was measured; the rest are the practice's defaults.</summary>
public static class TempoOf
{
    /// <param name="breathsPerMinute">Counted over 30 s and doubled.</param>
    /// <param name="statureCm">Client's stature in centimetres.</param>
    /// <param name="palmBreadthCm">Practitioner's palm breadth in centimetres.</param>
    /// <exception cref="RefusalException">A value no living person has.</exception>
    public static Tempo Measures(double? breathsPerMinute, double? statureCm, double? palmBreadthCm, PracticeDefaults defaults) => new(
        Breaths(breathsPerMinute, defaults) ?? defaults.BreathsPerMinute,
        (Stature(statureCm) ?? defaults.StatureCm) / CmInMetre,
        (Palm(palmBreadthCm) ?? defaults.PalmBreadthCm) / CmInMetre);

    /// <summary>
    /// The same from what is stored, for whoever reads it: a value nobody has, however it came there, gives way to the practice's own
    /// and is remarked, so that one slip of the pen does not make a whole day unreadable.
    /// </summary>
    /// <returns>The tempo, and a sentence for each value that was not used.</returns>
    public static (Tempo Tempo, IReadOnlyList<string> Remarks) Stored(double? breathsPerMinute, double? statureCm, double? palmBreadthCm, PracticeDefaults defaults)
    {
        var remarks = new List<string>();
        double Usable(Func<double?> value, double usual)
        {
            try
            {
                return value() ?? usual;
            }
            catch (RefusalException e)
            {
                remarks.Add(string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{e.Message} Until then it is reckoned with {usual:0.#}."));
                return usual;
            }
        }

        var tempo = new Tempo(
            Usable(() => Breaths(breathsPerMinute, defaults), defaults.BreathsPerMinute),
            Usable(() => Stature(statureCm), defaults.StatureCm) / CmInMetre,
            Usable(() => Palm(palmBreadthCm), defaults.PalmBreadthCm) / CmInMetre);
        return (tempo, remarks);
    }

    private const double CmInMetre = 100;

    private static double? Breaths(double? perMinute, PracticeDefaults defaults) =>
        Within(perMinute, defaults.SlowestBreathsPerMinute, defaults.FastestBreathsPerMinute, "breaths-out-of-range", "breaths a minute", "/breathsPerMinute");

    private static double? Stature(double? cm) =>
        Within(cm, MeasureCheck.ShortestStature, MeasureCheck.TallestStature, "stature-out-of-range", "cm of stature", "/client/measures/statureCm");

    private static double? Palm(double? cm) =>
        Within(cm, MeasureCheck.LeastPalmCm, MeasureCheck.MostPalmCm, "palm-out-of-range", "cm of palm breadth", "/practitioner/measures/handsCm/palmBreadthCm");

    private static double? Within(double? value, double least, double most, string code, string unit, string at) =>
        value is null || value >= least && value <= most
            ? value
            : throw new RefusalException(code, string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{value:0.#} {unit} cannot be: it is {least:0.#} to {most:0.#}. Measure again."), at);
}
