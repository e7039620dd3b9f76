using AmpleLantern.Core.Screening;

namespace AmpleLantern.Core.Papers;

/// <summary>What a person changed of a drafted paper before it went out. Its kind, title and date stay, and who it is from.</summary>
/// <param name="To">Null where it stays as drafted; so with the others.</param>
public sealed record LetterEdits(string? To = null, string? Regarding = null, IReadOnlyList<LetterPart>? Parts = null)
{
    /// <exception cref="RefusalException">It is the record, or nothing is left of it.</exception>
    public Letter Over(Letter draft)
    {
        RefusalException.Unless(
            draft.Kind is not LetterKind.Record || this is { To: null, Regarding: null, Parts: null },
            "record-stands",
            "The record stands as it is. Add to the signed note instead.",
            "/parts"
        );
        RefusalException.Unless(Parts is not { Count: 0 }, "empty-paper", "Nothing is left on this paper. Open it again.", "/parts");
        return draft with { To = To ?? draft.To, Regarding = Regarding ?? draft.Regarding, Parts = Parts ?? draft.Parts };
    }
}
