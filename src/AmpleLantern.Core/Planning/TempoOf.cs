using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning;

/// <summary>Makes a tempo from what was measured; the rest are the practice's knowledge.Pace.</summary>
public static class TempoOf
{
    /// <param name="breathsPerMinute">Counted over 30 s and doubled.</param>
    /// <param name="statureCm">Client's stature in centimetres.</param>
    /// <param name="palmBreadthCm">Practitioner's palm breadth in centimetres.</param>
    /// <exception cref="RefusalException">A value no living person has.</exception>
    public static Tempo Measures(double? breathsPerMinute, double? statureCm, double? palmBreadthCm, KnowledgeBase knowledge) =>
        new(
            Breaths(breathsPerMinute, knowledge) ?? knowledge.Pace.BreathsPerMinute,
            (Stature(statureCm, knowledge) ?? knowledge.UsualBody.StatureCm) / CmInMetre,
            (Palm(palmBreadthCm, knowledge) ?? knowledge.Pace.PalmBreadthCm) / CmInMetre
        );

    /// <summary>The same bodies with another breath.</summary>
    /// <exception cref="RefusalException">A rate no living person has.</exception>
    public static Tempo Breathing(Tempo tempo, double breathsPerMinute, KnowledgeBase knowledge) =>
        tempo with
        {
            BreathsPerMinute = Breaths(breathsPerMinute, knowledge)!.Value,
        };

    /// <summary>
    /// The same from what is stored, for whoever reads it: a value nobody has, however it came there, gives way to the practice's own
    /// and is remarked, so that one slip of the pen does not make a whole day unreadable.
    /// </summary>
    /// <returns>The tempo, and a sentence for each value that was not used.</returns>
    public static (Tempo Tempo, IReadOnlyList<string> Remarks) Stored(
        double? breathsPerMinute,
        double? statureCm,
        double? palmBreadthCm,
        KnowledgeBase knowledge
    )
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
                remarks.Add(
                    string.Create(
                        System.Globalization.CultureInfo.InvariantCulture,
                        $"{e.Message} Until then it is reckoned with {usual:0.#}."
                    )
                );
                return usual;
            }
        }

        var tempo = new Tempo(
            Usable(() => Breaths(breathsPerMinute, knowledge), knowledge.Pace.BreathsPerMinute),
            Usable(() => Stature(statureCm, knowledge), knowledge.UsualBody.StatureCm) / CmInMetre,
            Usable(() => Palm(palmBreadthCm, knowledge), knowledge.Pace.PalmBreadthCm) / CmInMetre
        );
        return (tempo, remarks);
    }

    private const double CmInMetre = 100;

    private static double? Breaths(double? perMinute, KnowledgeBase knowledge) =>
        Within(
            perMinute,
            knowledge.Pace.SlowestBreathsPerMinute,
            knowledge.Pace.FastestBreathsPerMinute,
            "breaths-out-of-range",
            "breaths a minute",
            "/breathsPerMinute"
        );

    private static double? Stature(double? cm, KnowledgeBase knowledge) =>
        Within(
            cm,
            knowledge.Believable.StatureCm.Least,
            knowledge.Believable.StatureCm.Most,
            "stature-out-of-range",
            "cm of stature",
            "/client/measures/statureCm"
        );

    private static double? Palm(double? cm, KnowledgeBase knowledge) =>
        Within(
            cm,
            knowledge.Believable.PalmCm.Least,
            knowledge.Believable.PalmCm.Most,
            "palm-out-of-range",
            "cm of palm breadth",
            "/practitioner/measures/handsCm/palmBreadthCm"
        );

    private static double? Within(double? value, double least, double most, string code, string unit, string at) =>
        value is null || value >= least && value <= most
            ? value
            : throw new RefusalException(
                code,
                string.Create(
                    System.Globalization.CultureInfo.InvariantCulture,
                    $"{value:0.#} {unit} cannot be: it is {least:0.#} to {most:0.#}. Measure again."
                ),
                at
            );
}
