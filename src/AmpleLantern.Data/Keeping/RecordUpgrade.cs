using AmpleLantern.Core;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange;
using AmpleLantern.Exchange.Ask;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Data.Keeping;

/// <summary>
/// Brings the documents inside older databases up to date: every session that was started or signed gets the basis it stands on,
/// signed visits lose what is then kept twice, and names of people become their ids. All of it or nothing; killed halfway, the next
/// start begins again.
/// </summary>
public static class RecordUpgrade
{
    /// <summary>How documents are written now; kept in the database's header.</summary>
    public const int Generation = 2;

    private const int AtOnce = 200;

    public static async Task Run(LanternDb db, PracticeKnowledge knowledge)
    {
        await using var all = await db.Database.BeginTransactionAsync();
        foreach (var drop in Database.DropTriggers)
        {
            await db.Database.ExecuteSqlRawAsync(drop);
        }

        await NamesToIds(db);
        await IdsForPhoneAnswers(db);
        var ids = await db
            .Visits.Where(v => v.SignedAt != null || v.Events.Any(e => e.Kind == GiveEventKind.Start))
            .Where(v => v.Bases.Count == 0)
            .Select(v => v.Id)
            .ToListAsync();
        foreach (var some in ids.Chunk(AtOnce))
        {
            await Upgrade(db, some, knowledge);
        }

#pragma warning disable EF1002 // A number of our own.
        await db.Database.ExecuteSqlRawAsync($"PRAGMA user_version = {Generation}");
#pragma warning restore EF1002
        await all.CommitAsync();
    }

    private static async Task Upgrade(LanternDb db, Guid[] ids, PracticeKnowledge knowledge)
    {
        var visits = await db
            .Visits.Include(v => v.Client!)
                .ThenInclude(c => c.Facts)
            .Include(v => v.Events)
            .AsSplitQuery()
            .Where(v => ids.Contains(v.Id))
            .ToListAsync();
        var older = (
            await db
                .Database.SqlQueryRaw<OldDocument>("SELECT Id, Snapshot AS Document FROM Visits WHERE Snapshot IS NOT NULL")
                .Where(d => ids.Contains(d.Id))
                .ToListAsync()
        ).ToDictionary(d => d.Id, d => PackedJson.Read<OldSnapshot>(d.Document));
        foreach (var visit in visits)
        {
            var start = visit.Events.Where(e => e.Kind is GiveEventKind.Start).MinBy(e => e.At);
            var basis = BasisOf(visit, older.GetValueOrDefault(visit.Id), knowledge);
            await db.AddBasis(start?.Id ?? Guid.CreateVersion7(), visit.Id, start?.At ?? visit.SignedAt!.Value, basis);
            if (visit.Seal is { } seal)
            {
                visit.Seal = seal with
                {
                    Screen = null,
                    Measures = [.. seal.Changes.Select(c => knowledge.Measures.Find(c.Measure)).OfType<Measure>()],
                };
            }
        }

        await db.SaveChangesAsync();
        db.ChangeTracker.Clear();
    }

    /// <summary>
    /// What the record itself kept, as it was; what it did not keep, as it stands now, and said to be so. A plan this knowledge can no
    /// longer read goes in as far as it can be.
    /// </summary>
    private static SessionBasis BasisOf(Visit visit, OldSnapshot? kept, PracticeKnowledge knowledge)
    {
        var client = visit.Client!;
        var school = knowledge.Schools.Find(visit.School) ?? knowledge.HouseSchool;
        var tempo = TempoOf.Stored(client.BreathsPerMinute, client.StatureCm, null, knowledge).Tempo;
        var plan = PlanCheck.Readable(visit.Plan, knowledge).Plan;
        var expansion = kept?.Expansion ?? PlanExpansion.Expand(plan, tempo, knowledge);
        var facts = client
            .Facts.Select(f => (Entry: f.ToEntry(), f.RecordedBy, At: (NodaTime.Instant?)f.RecordedAt, Scope: FactScope.History))
            .Concat(visit.CheckIn.Select(f => (Entry: f, RecordedBy: visit.PractitionerId, At: f.SaidAt, Scope: FactScope.Today)))
            .Where(f => knowledge.Facts.Has(f.Entry.Fact) && (f.At is null || visit.SignedAt is not { } signed || f.At <= signed))
            .Select(f => new FactSaid(
                f.Entry,
                Conditions.Saying(f.Entry, visit.Date, knowledge),
                f.Scope,
                f.RecordedBy,
                f.At,
                f.Scope is FactScope.Today
            ))
            .ToList();
        var person = new BasisClient(visit.Date, client.BirthDate, client.Body, facts, client.Clearances, []);
        var context = new ScreenContext(plan, expansion, school, tempo, knowledge);
        var screen = kept?.Screen ?? Screened(person, context);
        return SessionBasis.Of(context, person, null, screen, visit.Overrides, visit.Ratings, reconstructed: true) with
        {
            KnowledgeVersion = kept?.KnowledgeVersion ?? knowledge.Version,
            Plan = kept is null ? plan : visit.Plan,
        };
    }

    private static ScreenResult Screened(BasisClient person, ScreenContext context)
    {
        try
        {
            return Screener.Findings(person.Subject, context);
        }
        catch (Exception e) when (e is RefusalException or KnowledgeException)
        {
            return new(
                "unknown",
                [],
                [],
                [],
                [new([], $"What the screen said is not on record, and cannot be worked out any more: {e.Message}")]
            );
        }
    }

    /// <summary>
    /// Columns that hold a person: a name that one person here has becomes that person's id; any other stays the name it is.
    /// </summary>
    private static readonly (string Table, string Column)[] People =
    [
        ("Facts", "RecordedBy"),
        ("SessionEvents", "By"),
        ("Addenda", "By"),
        ("Visits", "SignedBy"),
        ("Intakes", "MadeBy"),
        ("OwnRules", "Author"),
        ("OwnRules", "RetiredBy"),
        ("OwnFlows", "Author"),
    ];

    private static async Task NamesToIds(LanternDb db)
    {
        foreach (var (table, column) in People)
        {
#pragma warning disable EF1002 // Names of our own.
            await db.Database.ExecuteSqlRawAsync(
                $"""
                UPDATE "{table}" SET "{column}" = (SELECT Id FROM AspNetUsers WHERE DisplayName = "{table}"."{column}")
                WHERE (SELECT COUNT(*) FROM AspNetUsers WHERE DisplayName = "{table}"."{column}") = 1
                """
            );
#pragma warning restore EF1002
        }
    }

    /// <summary>Lines a phone sent are taken over by id.</summary>
    private static async Task IdsForPhoneAnswers(LanternDb db)
    {
        var older = await db.Database.SqlQueryRaw<OldAnswers>("SELECT Id, Answers FROM Intakes WHERE Answers <> '[]'").ToListAsync();
        foreach (var link in older)
        {
            var answers = OpenJson
                .Read<IReadOnlyList<FactEntry>>(link.Answers)
                .Select(a => new IntakeAnswer(Guid.CreateVersion7(), a))
                .ToList();
            await db.Database.ExecuteSqlAsync($"UPDATE Intakes SET Answers = {OpenJson.Write(answers)} WHERE Id = {link.Id}");
        }
    }

    private sealed record OldAnswers(Guid Id, string Answers);

    /// <summary>What a signed visit kept before there were bases.</summary>
    private sealed record OldSnapshot(string? KnowledgeVersion, ScreenResult? Screen, Expansion? Expansion);

    private sealed record OldDocument(Guid Id, byte[] Document);
}
