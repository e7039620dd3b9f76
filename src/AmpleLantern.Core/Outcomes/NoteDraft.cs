using System.Globalization;
using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Outcomes;

/// <summary>A visit's note in four parts.</summary>
public sealed record VisitNote(string Said, string Found, string Done, string Next);

/// <summary>What a note is drafted from: the log of the visit.</summary>
/// <param name="Plan">The plan as it stood at the end.</param>
/// <param name="Steps">Every step of every basis the session stood on, by id: what was noted may lie in one that was left out
/// later.</param>
/// <param name="Overrides">Reasons for going on, with the names of who gave them.</param>
public sealed record VisitLog(
    string Words,
    IReadOnlyList<Finding> Findings,
    IReadOnlyList<Override> Overrides,
    Plan Plan,
    IReadOnlyDictionary<string, PlanStep> Steps,
    IReadOnlyList<Departure> Departures,
    IReadOnlyList<GivenStep> Given,
    SessionState Session,
    IReadOnlyList<Change> Changes
)
{
    internal string NameOf(string step) => Steps.GetValueOrDefault(step)?.Name ?? step;
}

/// <summary>Drafts the note from the log, so that nothing noted has to be typed again. The hand then edits it.</summary>
public static class NoteDraft
{
    public static VisitNote From(VisitLog log, PracticeKnowledge knowledge) =>
        new(Said(log, knowledge), Found(log, knowledge), Done(log, knowledge), Next(log, knowledge));

    private static string Said(VisitLog log, PracticeKnowledge knowledge) =>
        Sentences([
            log.Words.Trim(),
            .. log
                .Changes.Where(c => c.Before is not null)
                .Select(c => (Measure: knowledge.Measures[c.Measure], c))
                .Select(x => $"{x.c.Of(x.Measure)}{(x.Measure.OfDays ? "" : " before")}: {x.Measure.SayWhole(x.c.Before!.Value)}"),
        ]);

    private static string Found(VisitLog log, PracticeKnowledge knowledge) =>
        Sentences([
            .. log.Findings.Where(f => f.Outcome is not Outcome.Note).Select(f => $"{f.Title} ({f.Because})"),
            .. log.Overrides.Select(o => $"Went on against \"{Title(o.Rule, knowledge)}\": {o.Reason.TrimEnd('.')} ({o.By})"),
            .. Noted(log, knowledge, found: true),
            .. Sides.Apart(log.Changes, knowledge).Select(s => $"{s.Name}: the {Lower(s.Thicker.ToString())} side {s.Said} more"),
            .. log.Changes.Where(c => c.Verdict is not ChangeVerdict.NotMeasured).Select(c => Change(c, knowledge)),
        ]);

    /// <summary>What the hands found, or what the client felt and what was decided by it; each place once.</summary>
    private static IEnumerable<string> Noted(VisitLog log, PracticeKnowledge knowledge, bool found) =>
        log
            .Session.Responses.Where(r => knowledge.Responses.Find(r.Response)?.Group is NoteGroup.Found == found)
            .GroupBy(r => (r.Response, Name: log.NameOf(r.Step)))
            .Select(g =>
                $"{ResponseKind.Said(g.Key.Response, knowledge)} at {Lower(g.Key.Name)}"
                + (g.Count() > 1 ? $", {g.Count()} times" : "")
                + string.Concat(g.Select(Told).Where(t => t.Length > 0).Select(t => $" ({t})"))
            );

    private static string Done(VisitLog log, PracticeKnowledge knowledge)
    {
        if (NothingGiven(log))
        {
            return "Nothing was given.";
        }

        var given = log.Given.Where(g => g.GivenSeconds > 0).ToList();
        var skipped = log.Given.Where(g => g.GivenSeconds <= 0).Select(g => log.NameOf(g.Step)).Distinct().ToList();
        var changed = log.Departures.Select(d =>
            d.Kind switch
            {
                DepartureKind.Exchanged => $"Instead of {Lower(d.From[0])}: {Lower(d.To)}",
                DepartureKind.LeftOut => $"Left out: {string.Join(", ", d.From.Select(Lower))}",
                _ => $"{d.Count} steps changed to {d.To}",
            }
        );
        var minutes = Math.Round(given.Sum(g => g.GivenSeconds) / 60).ToString(CultureInfo.InvariantCulture);
        return Sentences([
            $"{log.Plan.Name}, {minutes} min on the mat, {given.Count} of {log.Given.Count} steps",
            .. changed,
            skipped.Count > 0 ? $"Not given: {string.Join(", ", skipped.Select(Lower))}" : "",
            .. Noted(log, knowledge, found: false),
            .. (log.Session.Seams ?? []).Select(s => s.Saying).Where(s => s.Length > 0).Select(s => $"Changed on the way: {s}"),
            .. Pressed(log),
            Breathed(log.Session.BreathRates ?? []),
            .. (log.Session.Pauses ?? []).Where(p => p.Until is not null).GroupBy(p => p.Why ?? "no reason given").Select(Paused),
            .. (log.Session.Happened ?? []).Select(h => Happened(h, log, knowledge)),
        ]);
    }

    private static string Breathed(IReadOnlyList<BreathRate> rates) =>
        rates.Count switch
        {
            0 => "",
            1 => $"Breathed {Number(rates[0].PerMinute)} a minute",
            _ => $"Breathed {Number(rates[0].PerMinute)}, at the end {Number(rates[^1].PerMinute)} a minute",
        };

    private static string Paused(IGrouping<string, PauseTaken> pauses) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"Paused {Math.Ceiling(pauses.Sum(p => (p.Until!.Value - p.At).TotalMinutes)):0} min: {Lower(pauses.Key)}"
        );

    private static string Happened(Happened h, VisitLog log, PracticeKnowledge knowledge) =>
        string.Join(
            "; ",
            new[]
            {
                $"{knowledge.Happenings.Find(h.What)?.Name ?? h.What} during {Lower(log.NameOf(h.Step))}",
                h.Text,
                h.Done.Count > 0 ? $"done: {string.Join(", ", h.Done.Select(Lower))}" : null,
                h.Told is { Length: > 0 } ? $"told: {h.Told}" : null,
                h.FollowedUp is { Length: > 0 } ? $"asked after: {h.FollowedUp}" : null,
            }.Where(p => p is { Length: > 0 })
        );

    /// <summary>What was pressed lighter or deeper than planned, of what was given.</summary>
    private static IEnumerable<string> Pressed(VisitLog log)
    {
        var steps = log
            .Given.Where(g => g.GivenSeconds > 0 && log.Steps.ContainsKey(g.Step))
            .Select(g => (Name: Lower(log.NameOf(g.Step)), By: g.Level - log.Steps[g.Step].Level));
        var places = (log.Session.PlaceLevels ?? new Dictionary<string, IReadOnlyDictionary<int, int>>())
            .Where(p => log.Steps.ContainsKey(p.Key))
            .SelectMany(p =>
                p.Value.Select(at =>
                    (Name: $"{Lower(log.NameOf(p.Key))} at {PlaceOf(log.Steps[p.Key], at.Key)}", By: at.Value - log.Steps[p.Key].Level)
                )
            );
        var all = steps.Concat(places).ToList();
        string Of(string how, Func<int, bool> which) =>
            all.Where(s => which(s.By)).Select(s => s.Name).Distinct().ToList() is { Count: > 0 } names
                ? $"{how} {string.Join(", ", names)}"
                : "";
        return [Of("Pressed lighter than planned:", by => by < 0), Of("Pressed deeper than planned:", by => by > 0)];
    }

    private static string PlaceOf(PlanStep step, int station) =>
        (step.Points ?? step.Pattern.Places) is { } names && station >= 1 && station <= names.Count
            ? names[station - 1]
            : $"place {station.ToString(CultureInfo.InvariantCulture)}";

    /// <summary>Where it was, how strong, and what was said of it, as far as any of it is known.</summary>
    private static string Told(NotedResponse noted) =>
        string.Join(
            ", ",
            new[]
            {
                noted.Detail?.Place,
                noted.Detail?.Side is Side.Left or Side.Right ? noted.Detail.Side.ToString()!.ToLowerInvariant() : null,
                noted.Detail?.Strength is { } s ? $"{s} of {EventDetail.MostStrength}" : null,
                noted.Text,
            }.Where(t => t is { Length: > 0 })
        );

    private static string Next(VisitLog log, PracticeKnowledge knowledge)
    {
        var better = log.Changes.Where(c => c.Verdict is ChangeVerdict.Better).ToList();
        var worse = log.Changes.Where(c => c.Verdict is ChangeVerdict.Worse).ToList();
        var same = log.Changes.Where(c => c.Verdict is ChangeVerdict.Same).ToList();
        var lighter = log
            .Session.Responses.Where(r => knowledge.Responses.Find(r.Response)?.Effect == ResponseKind.Lower)
            .Select(r => log.Steps.GetValueOrDefault(r.Step))
            .OfType<PlanStep>()
            .DistinctBy(s => s.Name)
            .Select(s => $"Start \"{s.Name}\" at level {Math.Max(1, s.Level - 1)}");
        return Sentences([
            better.Count > 0 ? $"{Moved(better, knowledge)}: repeat {log.Plan.Name} once, then look again" : "",
            same.Count > 0 ? $"{Names(same, knowledge)} did not move enough to count: change one thing, not everything" : "",
            worse.Count > 0 ? $"{Moved(worse, knowledge)}: ask tomorrow, and begin lighter" : "",
            .. lighter,
            // Who was not worked on has nothing to rest from; who was sent on is told where.
            NothingGiven(log)
                ? log.Findings.Any(f => f.Outcome.ForbidsTreatment())
                    ? "A physician looks first; go on when we have heard from them"
                    : ""
                : knowledge.GivingTimes.Aftercare,
        ]);
    }

    private static bool NothingGiven(VisitLog log) => log.Session.StartedAt is null && log.Given.All(g => g.GivenSeconds <= 0);

    private static string Title(string rule, PracticeKnowledge knowledge) => knowledge.Rules.Find(rule)?.Title ?? rule;

    private static string Names(List<Change> changes, PracticeKnowledge knowledge) =>
        string.Join(", ", changes.Select(c => c.Of(knowledge.Measures[c.Measure])));

    private static string Moved(List<Change> changes, PracticeKnowledge knowledge) =>
        string.Join(", ", changes.Select(c => Moved(c, knowledge.Measures[c.Measure])));

    private static string Moved(Change c, Measure of)
    {
        var (from, to) = c.Compared()!.Value;
        return $"{c.Of(of)} {of.Say(from)} to {of.Say(to)}{(c.Earlier is { On: var on } ? $" since {DaysSaid.Short.Format(on)}" : "")}";
    }

    private static string Change(Change c, PracticeKnowledge knowledge)
    {
        var of = knowledge.Measures[c.Measure];
        return $"{Moved(c, of)}: {c.Verdict.Said()} (counts from {of.SayBy(c.Threshold)})";
    }

    private static string Number(double? value) => value?.ToString("0.##", CultureInfo.InvariantCulture) ?? "-";

    private static string Lower(string s) => s.Length > 1 && char.IsUpper(s[1]) ? s : char.ToLowerInvariant(s[0]) + s[1..];

    private static string Sentences(IEnumerable<string> parts) =>
        string.Join(" ", parts.Where(p => p.Length > 0).Select(p => p.EndsWith('.') || p.EndsWith('?') ? p : p + "."));
}
