using System.Globalization;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Papers;

/// <summary>Something added to a signed record, as it is printed.</summary>
public sealed record PrintedAddendum(string Text, string By, LocalDate On);

/// <summary>What a record rests on besides its log.</summary>
/// <param name="Facts">What was said and known, with the names of who wrote it down.</param>
/// <param name="SignedBy">Null while it is not signed.</param>
public sealed record RecordGround(
    VisitNote Note,
    IReadOnlyList<FactSaid> Facts,
    string School,
    string KnowledgeVersion,
    string? SignedBy,
    LocalDate? SignedOn,
    IReadOnlyList<PrintedAddendum> Addenda
);

/// <summary>A visit's record on paper: the note in four parts, and all it was based on; or a short version for a colleague.</summary>
public static class RecordPaper
{
    private const int MostNoted = 12;

    public static Letter Whole(LetterSubject subject, VisitLog log, RecordGround ground, PracticeKnowledge knowledge) =>
        Of(
            LetterKind.Record,
            "Record of a visit",
            subject,
            ground,
            [
                .. Note(ground.Note),
                new(
                    "Measured",
                    "",
                    [.. log.Changes.Where(c => c.Before is not null || c.After is not null).Select(c => Measured(c, knowledge))]
                ),
                new("Noted on the way", "", [.. log.Session.Responses.Select(r => NotedLine.Of(r, log.Steps, knowledge))]),
                new(
                    "Given",
                    GivenSum(log),
                    [.. log.Given.Where(g => g.GivenSeconds > 0 || g.PlannedSeconds > 0).Select(g => Given(g, log))]
                ),
                new("What the screen said", "", [.. log.Findings.Select(f => Screened(f, log))]),
                new("What was known", "", Known(ground.Facts, knowledge)),
                new(
                    "What this rests on",
                    $"Planned: {log.Plan.Name}. School: {ground.School}. Rules and measures: version {ground.KnowledgeVersion}. "
                        + "Every step and finding above is as it stood then; thresholds are those of that day.",
                    []
                ),
                new("Added later", "", [.. ground.Addenda.Select(a => $"{a.Text} ({a.By}, {DaysSaid.Long.Format(a.On)})")]),
            ]
        );

    /// <summary>What somebody needs who sees the client next: what for, what was found, what was done, what came of it.</summary>
    public static Letter Short(LetterSubject subject, VisitLog log, RecordGround ground, PracticeKnowledge knowledge) =>
        Of(
            LetterKind.Short,
            "Short report",
            subject,
            ground,
            [
                new("Came with", subject.Words.Trim(), []),
                new(
                    "Found",
                    "",
                    [
                        .. log.Findings.Where(f => f.Outcome is not Outcome.Note).Select(f => $"{f.Title}: {f.Because}").Distinct(),
                        .. log
                            .Session.Responses.Where(r => knowledge.Responses.Find(r.Response)?.Group is not NoteGroup.Decided)
                            .OrderByDescending(r => r.Detail?.Strength ?? 0)
                            .Select(r => NotedLine.Of(r, log.Steps, knowledge))
                            .Distinct()
                            .Take(MostNoted),
                    ]
                ),
                new("Done", GivenSum(log), []),
                new(
                    "Came to",
                    "",
                    [.. log.Changes.Where(c => c.Verdict is not ChangeVerdict.NotMeasured).Select(c => Measured(c, knowledge))]
                ),
                new("Next", ground.Note.Next, []),
            ]
        );

    private static Letter Of(LetterKind kind, string title, LetterSubject subject, RecordGround ground, LetterPart[] parts) =>
        new(
            kind,
            title,
            "",
            false,
            Letters.Named(subject),
            DaysSaid.Long.Format(subject.Screened.Date),
            [.. parts.Where(p => p.Text.Length > 0 || p.Lines.Count > 0)],
            ground is { SignedBy: { } by, SignedOn: { } on }
                ? $"Signed by {by}, {DaysSaid.Long.Format(on)}"
                : $"{subject.From}; not signed yet"
        );

    private static IEnumerable<LetterPart> Note(VisitNote note) =>
        [
            new("What they said", note.Said, []),
            new("What was found", note.Found, []),
            new("What was done", note.Done, []),
            new("Next time", note.Next, []),
        ];

    private static string Measured(Change c, PracticeKnowledge knowledge)
    {
        var measure = knowledge.Measures.Find(c.Measure);
        var name = measure is null ? c.Named ?? c.Measure : c.Of(measure);
        string Say(double? value) => value is { } v ? measure?.SayWhole(v) ?? Number(v) : "not taken";
        // Records older than the asking about days have a value after, and are read as they were judged.
        if (measure is { OfDays: true } && c is { Earlier: null, After: null })
        {
            return $"{name}: {Say(c.Before)}; compared the next time";
        }

        var taken = c.Earlier is { } was
            ? $"{Say(was.Value)} on {DaysSaid.Short.Format(was.On)}, now {Say(c.Before)}"
            : $"{Say(c.Before)}, then {Say(c.After)}";
        return $"{name}: {taken}; {c.Verdict.Said()} (counts from {measure?.SayBy(c.Threshold) ?? Number(c.Threshold)})";
    }

    private static string GivenSum(VisitLog log) =>
        log.Given.Any(g => g.GivenSeconds > 0)
            ? $"{log.Plan.Name}: {Clock(log.Given.Sum(g => g.GivenSeconds))} of {Clock(log.Given.Sum(g => g.PlannedSeconds))} planned, "
                + $"{log.Given.Count(g => g.GivenSeconds > 0)} of {log.Given.Count} steps."
            : "Nothing was given.";

    private static string Given(GivenStep g, VisitLog log)
    {
        var step = log.Steps.GetValueOrDefault(g.Step);
        var side = step?.Side is Side.Left or Side.Right ? $", {step.Side.ToString().ToLowerInvariant()}" : "";
        var level = step is null || step.Level == g.Level ? $"level {g.Level}" : $"level {g.Level}, planned {step.Level}";
        return g.GivenSeconds <= 0
            ? $"{log.NameOf(g.Step)}{side}: not given"
            : $"{log.NameOf(g.Step)}{side}: {Clock(g.GivenSeconds)} of {Clock(g.PlannedSeconds)}, {level}";
    }

    private static string Screened(Finding f, VisitLog log)
    {
        var reason = log.Overrides.FirstOrDefault(o => o.Rule == f.Rule);
        return $"{f.Title} ({f.Because}). {f.Why} Source: {f.Source}."
            + (reason is null ? "" : $" Gone on against it by {reason.By}: {reason.Reason}");
    }

    /// <summary>Consents are one line each way: they are many, and alike.</summary>
    private static IReadOnlyList<string> Known(IReadOnlyList<FactSaid> facts, PracticeKnowledge knowledge)
    {
        string Places(string consent) =>
            string.Join(", ", facts.Where(f => f.Entry.Fact == consent).Select(f => knowledge.PlaceName(f.Entry.Region ?? "")).Distinct());
        return
        [
            .. facts
                .Where(f => f.Saying.Length > 0 && f.Entry.Fact is not (Consent.Given or Consent.Refused))
                .Select(f => f.RecordedBy is { } by ? $"{f.Saying} ({by})" : f.Saying),
            .. new[] { ("Consent given for", Consent.Given), ("No consent for", Consent.Refused) }
                .Select(c => (c.Item1, Places: Places(c.Item2)))
                .Where(c => c.Places.Length > 0)
                .Select(c => $"{c.Item1}: {c.Places}"),
        ];
    }

    private static string Clock(double seconds) =>
        string.Create(CultureInfo.InvariantCulture, $"{(int)Math.Round(seconds) / 60}:{(int)Math.Round(seconds) % 60:00}");

    private static string Number(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);
}
