using System.Text.RegularExpressions;

namespace AmpleLantern.Core.Outcomes;

/// <summary>The parts of a note that were written by hand; the others keep following the log.</summary>
/// <param name="On">What the draft said of each part when the hand took it over: what it says more since then is not lost.</param>
public sealed partial record NoteEdits(
    string? Said = null,
    string? Found = null,
    string? Done = null,
    string? Next = null,
    VisitNote? On = null
)
{
    public static readonly NoteEdits None = new();

    /// <summary>What is written by hand laid over the draft.</summary>
    public VisitNote Over(VisitNote draft) => new(Said ?? draft.Said, Found ?? draft.Found, Done ?? draft.Done, Next ?? draft.Next);

    /// <summary>Newer edits laid over these.</summary>
    /// <param name="draft">As it stands now.</param>
    /// <param name="caughtUp">What the draft says more has been read for the parts given.</param>
    public NoteEdits With(NoteEdits newer, VisitNote draft, bool caughtUp)
    {
        string Kept(string? was, string? now, string drafted, string? on) =>
            now is null || (was is not null && !caughtUp) ? on ?? drafted : drafted;
        return new(
            newer.Said ?? Said,
            newer.Found ?? Found,
            newer.Done ?? Done,
            newer.Next ?? Next,
            new(
                Kept(Said, newer.Said, draft.Said, On?.Said),
                Kept(Found, newer.Found, draft.Found, On?.Found),
                Kept(Done, newer.Done, draft.Done, On?.Done),
                Kept(Next, newer.Next, draft.Next, On?.Next)
            )
        );
    }

    /// <summary>What the draft says since the hand took a part over, and the part does not: empty where nothing.</summary>
    public VisitNote Since(VisitNote draft) =>
        new(
            Since(Said, draft.Said, On?.Said),
            Since(Found, draft.Found, On?.Found),
            Since(Done, draft.Done, On?.Done),
            Since(Next, draft.Next, On?.Next)
        );

    private static string Since(string? written, string drafted, string? then) =>
        written is null || then is null
            ? ""
            : string.Join(" ", Sentences().Split(drafted).Where(s => s.Length > 0 && !Has(then, s) && !Has(written, s)));

    private static bool Has(string text, string sentence) => text.Contains(sentence, StringComparison.Ordinal);

    [GeneratedRegex(@"(?<=[.?])\s+(?=\p{Lu}|[\u201c""])")]
    private static partial Regex Sentences();
}
