using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Screening;

/// <summary>Refuses details that cannot be: a reading nobody has, the lower above the upper, a choice that is not offered.</summary>
public static class DetailCheck
{
    /// <exception cref="RefusalException">A detail cannot be, with what to correct.</exception>
    public static void Check(FactEntry entry, FactDefinition fact, string pointer)
    {
        foreach (var detail in fact.Details)
        {
            if (entry.Of(detail.Key) is not { } said)
            {
                continue;
            }

            var at = $"{pointer}/detail/{detail.Key}";
            switch (detail.Kind)
            {
                case "number":
                    Number(detail, said, entry, fact, at);
                    break;
                case "choice":
                    RefusalException.Unless(
                        detail.Choices!.Contains(said),
                        "no-such-choice",
                        $"{Spelling.Sentence(detail.Name)} is one of: {string.Join(", ", detail.Choices!)}; '{said}' is not. Choose one or none.",
                        at
                    );
                    break;
                default:
                    break;
            }
        }
    }

    private static void Number(FactDetail detail, string said, FactEntry entry, FactDefinition fact, string at)
    {
        var value = SaidNumber.Of(said);
        RefusalException.Unless(
            value is not null,
            "not-a-number",
            $"{Spelling.Sentence(detail.Name)} is a number; '{said}' is not one. Write it like 3 or 3.5, or leave it empty.",
            at
        );
        RefusalException.Unless(
            !(value < detail.Least) && !(value > detail.Most),
            "number-out-of-range",
            $"{Spelling.Sentence(detail.Name)} lies between {detail.Least:0.#} and {detail.Most:0.#}, not {value:0.#}. Check it.",
            at
        );
        if (detail.Below is { } other && entry.Of(other) is { } upper && SaidNumber.Of(upper) is { } above)
        {
            Below(detail.Name, value!.Value, fact.Details.First(d => d.Key == other).Name, above, at);
        }
    }

    private static void Below(string lower, double value, string upper, double above, string at) =>
        RefusalException.Unless(
            value < above,
            "readings-swapped",
            $"{Spelling.Sentence(lower)} ({value:0.#}) is not below {upper} ({above:0.#}). Swap or correct the two.",
            at
        );
}
