using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>What a paper is for.</summary>
public enum LetterKind
{
    /// <summary>Someone has to look.</summary>
    Referral,

    /// <summary>Someone has to say what is allowed.</summary>
    Clearance,

    /// <summary>The places that need a yes of their own, to be read and signed by the client.</summary>
    Consent,

    /// <summary>The record of a visit, with all it was based on.</summary>
    Record,

    /// <summary>What a colleague needs of it.</summary>
    Short,

    /// <summary>What goes home with the client.</summary>
    Home,
}

/// <summary>A part of a letter: a heading, sentences, and lines listed under them.</summary>
public sealed record LetterPart(string Heading, string Text, IReadOnlyList<string> Lines);

/// <summary>A letter drafted from the screen, to be read, changed and signed by a person.</summary>
/// <param name="Urgent">Whether it should be read today.</param>
public sealed record Letter(
    LetterKind Kind,
    string Title,
    string To,
    bool Urgent,
    string Regarding,
    string Date,
    IReadOnlyList<LetterPart> Parts,
    string From
);

/// <summary>Whom and what a letter speaks of.</summary>
/// <param name="Words">What the client said today.</param>
public sealed record LetterSubject(string ClientName, ScreenSubject Screened, string Words, string PlanName, string From);

/// <summary>Drafts letters from findings. Nothing is in them that the screen does not rest on.</summary>
public static class Letters
{
    /// <summary>The places a plan works that need a yes, each to be answered by itself and signed.</summary>
    /// <exception cref="RefusalException">The plan works no such place.</exception>
    public static Letter ConsentForm(LetterSubject subject, IReadOnlyList<ConsentPlace> places, KnowledgeBase knowledge)
    {
        RefusalException.Unless(places.Count > 0, "no-ground", "Nothing in this plan needs a consent of its own.", "/kind");
        var guardian = places[0].Guardian;
        return new(
            LetterKind.Consent,
            "Consent, place by place",
            subject.From,
            false,
            Named(subject),
            DaysSaid.Long.Format(subject.Screened.Date),
            [
                new(
                    "What this is about",
                    $"Planned: {subject.PlanName}. Some of it touches places about which we ask each time by itself. "
                        + "A yes to one is no yes to another. You may take it back at any moment, without a reason; then we stop there.",
                    []
                ),
                .. places.Select(p => new LetterPart(
                    Spelling.Sentence(knowledge.Regions[p.Region].Name),
                    $"What is done there: {string.Join("; ", p.Names)}.",
                    ["[ ] yes, today", "[ ] yes, until I take it back", "[ ] no"]
                )),
                new(
                    "Signed",
                    "",
                    guardian
                        ? ["name, and how related:", "date:", "signature:", "their own word, as far as they can give it:"]
                        : ["date:", "signature:"]
                ),
            ],
            subject.From
        );
    }

    internal static string Named(LetterSubject subject) =>
        subject.ClientName + (subject.Screened.BirthDate is { } b ? $", born {DaysSaid.Long.Format(b)}" : "");

    /// <exception cref="RefusalException">The screen gives no ground for such a letter.</exception>
    public static Letter Draft(LetterKind kind, LetterSubject subject, IReadOnlyList<Finding> findings, KnowledgeBase knowledge)
    {
        var grounds = findings
            .Where(f => kind is LetterKind.Clearance ? f.Outcome is Outcome.Clearance : f.Outcome.ForbidsTreatment())
            .ToList();
        // A region that must be looked at before it is worked is a ground for a referral too.
        if (kind is LetterKind.Referral && grounds.Count == 0)
        {
            grounds = [.. findings.Where(f => f.Refer)];
        }

        if (grounds.Count == 0)
        {
            throw new RefusalException(
                "no-ground",
                kind is LetterKind.Clearance
                    ? "Nothing on this screen asks for a physician's written OK."
                    : "Nothing on this screen asks for a physician to look first."
            );
        }

        var person = subject.Screened;
        return new(
            kind,
            kind is LetterKind.Clearance ? "Request for a written OK" : "Referral",
            "the treating physician",
            grounds.Any(f => f.Outcome.ForbidsTreatment()),
            Named(subject),
            DaysSaid.Long.Format(person.Date),
            [
                new("What we saw", Seen(subject), Facts(person, grounds, knowledge)),
                kind is LetterKind.Clearance
                    ? Asked(grounds)
                    : new("Why we did not go on", "", [.. grounds.Select(f => $"{f.Title}. {f.Why}")]),
                kind is LetterKind.Clearance
                    ? new("What we would do", $"Planned: {subject.PlanName}. With your OK we keep to this in any case:", Kept(findings))
                    : new(
                        "What we ask",
                        "Please look at this and let us know whether and when bodywork may go on, and what to leave out.",
                        [
                            .. grounds
                                .Where(f => f.Imaging)
                                .Select(f => f.Because)
                                .Distinct()
                                .Select(b => $"A picture of it, if you agree: {b}"),
                        ]
                    ),
                .. kind is LetterKind.Clearance
                    ?
                    [
                        new LetterPart(
                            "Your answer",
                            "",
                            ["[ ] may go on as described", "[ ] may go on, but:", "[ ] not for now", "valid until:", "name and signature:"]
                        ),
                    ]
                    : Array.Empty<LetterPart>(),
            ],
            subject.From
        );
    }

    private static string Seen(LetterSubject subject) =>
        subject.Words.Trim().Length > 0
            ? $"They told us: \"{subject.Words.Trim()}\""
            : "They came for bodywork; before it we ask and look.";

    private static IReadOnlyList<string> Facts(ScreenSubject person, List<Finding> grounds, KnowledgeBase knowledge)
    {
        var said = grounds.SelectMany(f => f.Because.Split("; ")).Where(s => s.Length > 0).Distinct().ToList();
        var others = person
            .Facts.Where(f =>
                f.Status is FactStatus.Known or FactStatus.Suspected
                && knowledge.Facts[f.Fact] is { Group: not "consent" and not "position limits" }
            )
            .Select(f => Conditions.Saying(f, person.Date, knowledge))
            .Where(s => !said.Contains(s))
            .Distinct()
            .ToList();
        return [.. said, .. others.Count > 0 ? [$"Also known to us: {string.Join("; ", others)}"] : Array.Empty<string>()];
    }

    private static LetterPart Asked(List<Finding> grounds) =>
        new("What we ask", "May we give bodywork, and within which limits?", [.. grounds.Select(f => $"{f.Because}: {f.Why}")]);

    private static IReadOnlyList<string> Kept(IReadOnlyList<Finding> findings) =>
        [.. findings.Where(f => f.Outcome is Outcome.Avoid or Outcome.Modify).Select(f => f.Title).Distinct()];
}
