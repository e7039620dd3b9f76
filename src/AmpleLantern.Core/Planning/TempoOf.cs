using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Planning;

/// <summary>Makes a tempo from what was measured; the rest are the practice's defaults.</summary>
public static class TempoOf
{
    /// <param name="breathsPerMinute">Counted over 30 s and doubled.</param>
    /// <param name="statureCm">Client's stature in centimetres.</param>
    /// <param name="palmBreadthCm">Practitioner's palm breadth in centimetres.</param>
    /// <exception cref="RefusalException">A value no living person has.</exception>
    public static Tempo Measures(double? breathsPerMinute, double? statureCm, double? palmBreadthCm, PracticeDefaults defaults)
    {
        var breaths = Within(breathsPerMinute ?? defaults.BreathsPerMinute, defaults.SlowestBreathsPerMinute, defaults.FastestBreathsPerMinute,
            "breaths-out-of-range", "breaths a minute", "/breathsPerMinute");
        var stature = Within(statureCm ?? defaults.StatureCm, 50, 250, "stature-out-of-range", "cm of stature", "/client/measures/statureCm");
        var palm = Within(palmBreadthCm ?? defaults.PalmBreadthCm, 4, 16, "palm-out-of-range", "cm of palm breadth",
            "/practitioner/measures/handsCm/palmBreadthCm");
        return new(breaths, stature / 100, palm / 100);
    }

    private static double Within(double value, double least, double most, string code, string unit, string at) =>
        value >= least && value <= most
            ? value
            : throw new RefusalException(code, $"{value:0.#} {unit} cannot be: it is {least:0.#} to {most:0.#}. Measure again.", at);
}
