using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Screening;

/// <summary>A word people use, and the facts it stands for.</summary>
/// <param name="Kind"><c>medicine</c>, <c>condition</c>, <c>operation</c> or <c>complaint</c>.</param>
/// <param name="Also">Other ways of saying it.</param>
/// <param name="Means">The facts, with what the word already tells of them.</param>
/// <param name="Codes">Categories of open classifications, from memory.</param>
[Kind("terms", "term")]
public sealed record Term(
    string Id,
    string Name,
    Source Source,
    string Kind,
    IReadOnlyList<string> Also,
    IReadOnlyList<FactEntry> Means,
    IReadOnlyList<OpenCode> Codes
) : IKnown;

/// <summary>A word found, and what it would note.</summary>
/// <param name="Noted">The entries that saying it makes: for a medicine the medicine itself, otherwise the facts.</param>
/// <param name="Because">Which spelling matched.</param>
public sealed record WordFound(
    string Name,
    string Kind,
    IReadOnlyList<FactEntry> Noted,
    IReadOnlyList<string> Facts,
    IReadOnlyList<OpenCode> Codes,
    string Because,
    bool Near
);

/// <summary>From the words people use to facts: "blood thinners", "warfarin", "slipped disc".</summary>
public sealed class FactWords
{
    public const string MedicineFact = "medicine";
    public const string NameDetail = "name";

    /// <summary>Where a word is shown and chosen, more slips are allowed than where it is taken as it stands.</summary>
    private const int LettersForASlipTyped = 4;

    private const int SlipRank = 2;
    private const int InRank = 100;

    private readonly List<(string Plain, string Said, Func<string, bool, WordFound> Found)> entries = [];
    private readonly KnowledgeBase knowledge;

    public FactWords(KnowledgeBase knowledge)
    {
        this.knowledge = knowledge;
        foreach (var fact in knowledge.Facts.All.Where(f => !f.Derived && !OwnDay.Is(f)))
        {
            foreach (var word in fact.Words.Prepend(fact.Name).Append(fact.Id).Concat((fact.Codes ?? []).Select(c => c.Code)))
            {
                entries.Add(
                    (
                        Spelling.Plain(word),
                        word,
                        (said, near) => new(fact.Name, fact.Group, [new(fact.Id)], [fact.Name], fact.Codes ?? [], said, near)
                    )
                );
            }
        }

        foreach (var term in knowledge.Terms.All)
        {
            foreach (var word in term.Also.Prepend(term.Name).Concat(term.Codes.Select(c => c.Code)))
            {
                entries.Add(
                    (
                        Spelling.Plain(word),
                        word,
                        (said, near) =>
                            new(
                                term.Name,
                                term.Kind,
                                Noted(term),
                                [.. term.Means.Select(m => knowledge.Facts[m.Fact].Name)],
                                term.Codes,
                                said,
                                near
                            )
                    )
                );
            }
        }
    }

    /// <summary>
    /// Best matches first: the word itself, words it begins, words close to it, words it is in. A hit inside a longer name never hides a
    /// plain one that is a slip of the pen away.
    /// </summary>
    public IReadOnlyList<WordFound> Find(string text, int most = 8)
    {
        var asked = Spelling.Plain(text);
        if (asked.Length < 2)
        {
            return [];
        }

        var slips = Math.Max(1, asked.Length / LettersForASlipTyped);
        return
        [
            .. entries
                .Select(e => (e, Rank: Rank(e.Plain, asked) ?? Near(e.Plain, asked, slips)))
                .Where(x => x.Rank is not null)
                .OrderBy(x => x.Rank)
                .ThenBy(x => x.e.Plain.Length)
                .Select(x => x.e.Found(x.e.Said, x.Rank is >= SlipRank and < InRank))
                .DistinctBy(w => w.Name)
                .Take(most),
        ];
    }

    /// <summary>The medicine of this name; failing that the only one so close to it that a slip of the pen explains it.</summary>
    public static Term? Medicine(string name, KnowledgeBase knowledge)
    {
        var asked = Spelling.Plain(name);
        var all = knowledge.Once(k => new Medicines(k.Terms.All)).All;
        if (all.FirstOrDefault(m => m.Plain == asked).Term is { } exact)
        {
            return exact;
        }

        var slips = asked.Length / LettersForASlip;
        return
            slips > 0
            && all.Where(m => Spelling.Apart(m.Plain, asked) <= slips).Select(m => m.Term).Distinct().Take(2).ToList() is [var one]
            ? one
            : null;
    }

    /// <summary>One slip in so many letters; short names have too many neighbours.</summary>
    private const int LettersForASlip = 5;

    private sealed class Medicines(IReadOnlyList<Term> terms)
    {
        public IReadOnlyList<(string Plain, Term Term)> All { get; } =
        [.. terms.Where(t => t.Kind == MedicineFact).SelectMany(t => t.Also.Prepend(t.Name).Select(w => (Spelling.Plain(w), t)))];
    }

    private static IReadOnlyList<FactEntry> Noted(Term term) =>
        term.Kind == MedicineFact ? [new(MedicineFact, Detail: new Dictionary<string, string> { [NameDetail] = term.Name })] : term.Means;

    private static int? Rank(string plain, string asked) =>
        plain == asked ? 0
        : plain.StartsWith(asked, StringComparison.Ordinal) ? 1
        : plain.Contains(asked, StringComparison.Ordinal) ? InRank
        : plain.Length > 4 && asked.Contains(plain, StringComparison.Ordinal) ? InRank + 1
        : null;

    /// <summary>The more slips the later; too many are another word.</summary>
    private static int? Near(string plain, string asked, int slips) =>
        Math.Abs(plain.Length - asked.Length) <= slips && Spelling.Apart(plain, asked) is var edits && edits <= slips
            ? SlipRank + edits
            : null;
}
