using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>Refuses lengths that nobody has, and names nobody knows.</summary>
public static class BodyMeasuresCheck
{
    /// <param name="pointer">Where the measures stand in what was sent.</param>
    /// <exception cref="RefusalException">The first value that cannot be right.</exception>
    public static BodyMeasures Check(BodyMeasures measures, KnowledgeBase knowledge, string pointer)
    {
        var (stretches, believed) = (knowledge.Stretches, knowledge.Believable);
        if (measures.StatureCm is { } stature)
        {
            Within(stature, believed.StatureCm, "cm of stature", $"{pointer}/statureCm");
        }

        foreach (var (id, cm) in measures.StretchesCm ?? new Dictionary<string, double>())
        {
            var known = stretches.All.Find(id) ?? throw Unknown(id, stretches.All.All.Select(s => s.Id), $"{pointer}/stretchesCm");
            var usual = stretches.EstimateCm(id, measures.StatureCm ?? stretches.UsualStatureCm);
            Within(
                cm,
                new(usual * believed.StretchShare.Least, usual * believed.StretchShare.Most),
                $"cm for {known.Name}",
                $"{pointer}/stretchesCm/{id}"
            );
        }

        foreach (var (id, cm) in measures.HandsCm ?? new Dictionary<string, double>())
        {
            Named(id, HandMeasures.All, $"{pointer}/handsCm");
            Within(cm, id == HandMeasures.Palm ? believed.PalmCm : believed.HandCm, "cm", $"{pointer}/handsCm/{id}");
        }

        foreach (var (id, mm) in measures.FootMm ?? new Dictionary<string, double>())
        {
            Named(id, FootMeasures.All, $"{pointer}/footMm");
            Within(mm, believed.FootMm, "mm", $"{pointer}/footMm/{id}");
        }

        return measures;
    }

    private static void Named(string id, IReadOnlyList<string> all, string pointer)
    {
        if (!all.Contains(id))
        {
            throw Unknown(id, all, pointer);
        }
    }

    private static RefusalException Unknown(string id, IEnumerable<string> all, string pointer) =>
        new("unknown-measure", $"There is no measure '{id}'. Use one of {string.Join(", ", all)}.", pointer);

    private static void Within(double value, Believed believed, string what, string pointer)
    {
        if (!believed.Holds(value))
        {
            throw new RefusalException(
                "measure-out-of-range",
                FormattableString.Invariant(
                    $"{value:0.#} is outside {believed.Least:0.#} to {believed.Most:0.#} {what}. Measure again and enter it."
                ),
                pointer
            );
        }
    }
}
