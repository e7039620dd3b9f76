using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Recall;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Records;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Data.Recall;

/// <summary>Writes what signed visits say into rows and into the text index, from the records themselves and nothing else.</summary>
public static class Recaller
{
    private const int AtOnce = 100;

    /// <summary>Every signed visit that has no rows yet: after an upgrade, in a filled demo, in a copy put back.</summary>
    /// <returns>How many there were.</returns>
    /// <param name="begun">Told how many there are, where there are any.</param>
    public static async Task<int> Missing(LanternDb db, PracticeKnowledge knowledge, Action<int>? begun = null)
    {
        var ids = await db
            .Visits.Where(v => v.SignedAt != null && !db.Recalled.Any(r => r.VisitId == v.Id))
            .OrderBy(v => v.Date)
            .ThenBy(v => v.At)
            .Select(v => v.Id)
            .ToListAsync();
        if (ids.Count > 0)
        {
            begun?.Invoke(ids.Count);
        }

        var words = new WordsRead(knowledge);
        foreach (var some in ids.Chunk(AtOnce))
        {
            await Write(db, some, words);
        }

        return ids.Count;
    }

    /// <summary>Writes the rows of some signed visits anew. A visit that cannot be read is left without rows.</summary>
    public static Task Write(LanternDb db, IReadOnlyCollection<Guid> ids, PracticeKnowledge knowledge) =>
        Write(db, ids, new WordsRead(knowledge));

    private static async Task Write(LanternDb db, IReadOnlyCollection<Guid> ids, WordsRead words)
    {
        await db.SaveChangesAsync();
        db.ChangeTracker.Clear();
        var visits = await Read(db, ids);
        // Begun before anything is counted: numbers are given out by one writer at a time.
        await using var writing = db.Database.CurrentTransaction is null ? await db.Database.BeginTransactionAsync() : null;
        var known = await db.Recalled.AsNoTracking().Where(r => ids.Contains(r.VisitId)).ToDictionaryAsync(r => r.VisitId, r => r.Id);
        var last = await db.Recalled.MaxAsync(r => (long?)r.Id) ?? 0;
        var all = new List<RowsOfVisit>();
        foreach (var visit in visits)
        {
            var number = known.TryGetValue(visit.Id, out var had) ? had : last + 1;
            if (RowsOfVisit.Of(visit, number, words) is not { } rows)
            {
                continue;
            }

            if (had > 0)
            {
                await RecallTexts.Forget(db, number);
            }

            last = Math.Max(last, number);
            all.Add(rows);
        }

        var works = await Works(db, all);
        foreach (var rows in all)
        {
            db.AddRange(rows.All);
            db.AddRange(rows.StepRows(works));
        }

        await db.SaveChangesAsync();
        await RecallTexts.Add(db, all.SelectMany(r => r.Texts));
        if (writing is not null)
        {
            await writing.CommitAsync();
        }

        db.ChangeTracker.Clear();
    }

    /// <summary>Numbers of all work there was, the new as well.</summary>
    private static async Task<Dictionary<string, int>> Works(LanternDb db, List<RowsOfVisit> all)
    {
        var wanted = all.SelectMany(r => r.Given).GroupBy(x => x.Key).ToDictionary(g => g.Key, g => g.First().Step);
        var keys = wanted.Keys.ToList();
        var works = await db.RecalledWork.AsNoTracking().Where(w => keys.Contains(w.Key)).ToDictionaryAsync(w => w.Key, w => w.Id);
        List<RecalledWork> fresh = [.. wanted.Where(w => !works.ContainsKey(w.Key)).Select(w => RowsOfVisit.WorkOf(w.Value))];
        db.AddRange(fresh);
        await db.SaveChangesAsync();
        fresh.ForEach(w => works[w.Key] = w.Id);
        return works;
    }

    private static async Task<List<Visit>> Read(LanternDb db, IReadOnlyCollection<Guid> ids)
    {
        IQueryable<Visit> Of(IReadOnlyCollection<Guid> some) =>
            db
                .Visits.AsNoTracking()
                .Include(v => v.Events)
                .Include(v => v.Bases)
                    .ThenInclude(b => b.Words)
                .Include(v => v.Addenda)
                .AsSplitQuery()
                .Where(v => some.Contains(v.Id) && v.SignedAt != null)
                .OrderBy(v => v.Date)
                .ThenBy(v => v.At);
        var (read, _) = await Rows.ReadableAsync(Of(ids), v => v.Id);
        return read;
    }
}

/// <summary>The knowledge as sessions read it, once for all that were given in the same words.</summary>
internal sealed class WordsRead(PracticeKnowledge now)
{
    private readonly Dictionary<string, PracticeKnowledge> read = [];

    public PracticeKnowledge Of(StoredBasis? basis)
    {
        if (basis is null)
        {
            return now;
        }

        if (!read.TryGetValue(basis.WordsId, out var knowledge))
        {
            read[basis.WordsId] = knowledge = basis.Read().Words.Over(now);
        }

        return knowledge;
    }
}

/// <summary>The rows of one signed visit.</summary>
internal sealed class RowsOfVisit(Visit visit, long number, WordsRead words)
{
    private readonly Seal seal = visit.Seal!;
    private readonly IReadOnlyList<SessionBasis> bases =
    [
        .. visit.Bases.OrderBy(b => b.From).ThenBy(b => b.Id).Select(b => b.ReadWithoutWords()),
    ];
    private readonly SessionState session = LateNotes.Over(
        visit.Seal!.Session,
        visit.Events.Select(e => e.ToEvent()),
        visit.SignedAt!.Value
    );

    private PracticeKnowledge Knowledge => field ??= words.Of(visit.Bases.OrderBy(b => b.From).ThenBy(b => b.Id).LastOrDefault());

    private Dictionary<string, PlanStep> Steps =>
        field ??= bases.Reverse().SelectMany(b => b.Plan.Steps).DistinctBy(s => s.Id).ToDictionary(s => s.Id);

    /// <summary>Null where the record cannot be read through: it stops neither a start nor a signing.</summary>
    public static RowsOfVisit? Of(Visit visit, long number, WordsRead words)
    {
        try
        {
            var rows = new RowsOfVisit(visit, number, words);
            return rows.All.Count + rows.Given.Count + rows.Texts.Count > 0 ? rows : null;
        }
        catch (Exception e) when (Rows.IsOfTheRow(e))
        {
            return null;
        }
    }

    public IReadOnlyList<IRecalled> All => field ??= [Line(), .. Findings(), .. Ratings(), .. Responses()];

    private RecalledVisit Line() =>
        new()
        {
            Id = number,
            VisitId = visit.Id,
            ClientId = visit.ClientId,
            Date = visit.Date,
            At = visit.At,
            Plan = visit.Plan.Name,
            GivenSeconds = seal.Given.Sum(g => g.GivenSeconds),
            Helped = OutcomeShown.Of(seal.Changes, seal.Measures, Knowledge).Helped,
            Next = seal.Note.Next,
        };

    private IEnumerable<RecalledFinding> Findings() =>
        Numbered(seal.Screen?.Findings ?? (bases.Count > 0 ? bases[0].Screen.Findings : []))
            .Select(f => new RecalledFinding
            {
                Id = f.Id,
                Rule = f.Of.Rule,
                Title = f.Of.Title,
                Outcome = f.Of.Outcome,
                Settled = Reasons.FirstOrDefault(o => o.Rule == f.Of.Rule)?.Reason,
            });

    private IEnumerable<Override> Reasons => visit.Overrides.Concat(bases.SelectMany(b => b.Overrides));

    private IEnumerable<RecalledRating> Ratings() =>
        Numbered(seal.Changes)
            .Select(c => new RecalledRating
            {
                Id = c.Id,
                Measure = c.Of.Measure,
                Name = NameOf(c.Of.Measure),
                Named = c.Of.Named,
                Before = c.Of.Before,
                After = c.Of.After,
                Threshold = c.Of.Threshold,
                Verdict = c.Of.Verdict,
            });

    private string NameOf(string measure) =>
        (seal.Measures?.FirstOrDefault(m => m.Id == measure) ?? Knowledge.Measures.Find(measure))?.Name ?? measure;

    /// <summary>The work it was, step by step.</summary>
    public IReadOnlyList<(GivenStep Given, PlanStep Step, string Key)> Given =>
        field ??= [
            .. seal.Given.Where(g => g.GivenSeconds > 0 && Steps.ContainsKey(g.Step)).Select(g => (g, Steps[g.Step], KeyOf(Steps[g.Step]))),
        ];

    private static string KeyOf(PlanStep s) =>
        string.Join('|', s.Name, s.Technique, s.Contact, s.Side, string.Join(',', s.Regions), string.Join(',', s.Points ?? []));

    public static RecalledWork WorkOf(PlanStep step) =>
        new()
        {
            Key = KeyOf(step),
            Name = step.Name,
            Technique = step.Technique,
            Contact = step.Contact,
            Side = step.Side,
            Regions = [.. step.Regions],
            Points = step.Points ?? [],
        };

    /// <remarks>The same work at the same level, however often, is one row.</remarks>
    public IEnumerable<RecalledStep> StepRows(IReadOnlyDictionary<string, int> works) =>
        Numbered(Given.GroupBy(x => (x.Key, x.Given.Level)))
            .Select(x => new RecalledStep
            {
                Id = x.Id,
                WorkId = works[x.Of.Key.Key],
                Level = x.Of.Key.Level,
                Seconds = (int)Math.Round(x.Of.Sum(s => s.Given.GivenSeconds)),
            });

    private IEnumerable<RecalledResponse> Responses() =>
        Numbered(session.Responses)
            .Select(r => new RecalledResponse
            {
                Id = r.Id,
                Response = r.Of.Response,
                Group = Knowledge.Responses.Find(r.Of.Response)?.Group,
                At = r.Of.At,
                StepName = Steps.GetValueOrDefault(r.Of.Step)?.Name ?? r.Of.Step,
                Region = Steps.GetValueOrDefault(r.Of.Step)?.Region,
                Place = r.Of.Detail?.Place,
                Side = r.Of.Detail?.Side ?? Steps.GetValueOrDefault(r.Of.Step)?.Side,
                Strength = r.Of.Detail?.Strength,
                Text = r.Of.Text,
            });

    /// <summary>All that is said in words: the note by its parts, what was added, what was noted, what was given.</summary>
    public IReadOnlyList<RecalledText> Texts =>
        field ??= [
            .. Numbered([
                    (TextKind.Said, seal.Note.Said),
                    (TextKind.Found, seal.Note.Found),
                    (TextKind.Done, seal.Note.Done),
                    (TextKind.Next, seal.Note.Next),
                    (TextKind.Given, Work()),
                    .. visit.Addenda.OrderBy(a => a.At).Select(a => (TextKind.Added, a.Text)),
                    .. session.Responses.Select(r => (TextKind.Noted, NotedLine.Of(r, Steps, Knowledge))),
                ])
                .Where(t => t.Of.Item2.Length > 0)
                .Select(t => new RecalledText(t.Id, visit.ClientId, t.Of.Item1, t.Of.Item2)),
        ];

    /// <summary>Each technique with the steps it was given in, every name once.</summary>
    private string Work() =>
        string.Join(
            ". ",
            Given
                .Select(g => g.Step)
                .GroupBy(s => s.Technique)
                .Select(g => $"{Knowledge.Techniques.Find(g.Key)?.Name ?? g.Key}: {string.Join(", ", g.Select(s => s.Name).Distinct())}")
        );

    private IEnumerable<(long Id, T Of)> Numbered<T>(IEnumerable<T> all) =>
        all.Take((int)RecalledVisit.Room - 1).Select((x, i) => (number * RecalledVisit.Room + i, x));
}
