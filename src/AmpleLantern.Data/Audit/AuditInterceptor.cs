using AmpleLantern.Data.Records;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Diagnostics;
using NodaTime;

namespace AmpleLantern.Data.Audit;

/// <summary>
/// Writes a line to the trail for every change, in the same transaction, and counts up versions. A change that is saved
/// is in the trail; one that is not, is not.
/// </summary>
public sealed class AuditInterceptor(IActor actor, IClock clock) : SaveChangesInterceptor
{
    public override InterceptionResult<int> SavingChanges(DbContextEventData eventData, InterceptionResult<int> result)
    {
        Prepare(eventData.Context!);
        return result;
    }

    public override ValueTask<InterceptionResult<int>> SavingChangesAsync(
        DbContextEventData eventData, InterceptionResult<int> result, CancellationToken cancellationToken = default)
    {
        Prepare(eventData.Context!);
        return ValueTask.FromResult(result);
    }

    private void Prepare(DbContext context)
    {
        context.ChangeTracker.DetectChanges();
        var changed = context.ChangeTracker.Entries()
            .Where(e => e.State is EntityState.Added or EntityState.Modified or EntityState.Deleted).ToList();
        foreach (var entry in changed.Where(e => e.State is EntityState.Modified && e.Entity is IVersioned))
        {
            ((IVersioned)entry.Entity).Version++;
        }

        context.AddRange(changed.Where(e => Word(e.Entity) is not null).Select(Line));
    }

    private AuditEntry Line(EntityEntry entry) => new()
    {
        At = clock.GetCurrentInstant(),
        Who = actor.Name,
        WhoId = actor.Id,
        Action = entry.State switch { EntityState.Added => "added", EntityState.Deleted => "removed", _ => "changed" },
        Subject = $"{Word(entry.Entity)} {entry.Properties.First(p => p.Metadata.IsPrimaryKey()).CurrentValue}",
        ClientId = ClientOf(entry),
        What = entry.State is EntityState.Modified
            ? string.Join(", ", entry.Properties.Where(p => p.IsModified && p.Metadata.Name is not ("Version" or "ConcurrencyStamp"))
                .Select(p => p.Metadata.Name))
            : entry.Entity switch { SessionEvent e => e.Kind.ToString(), ClientFact f => f.Fact, EarlierFact f => f.Entry.Fact, OwnFlow f => f.Name, DrillRun d => d.Drill, _ => "" },
    };

    /// <summary>Whose record it is; events and addenda belong to their visit's client, when that is at hand.</summary>
    private static Guid? ClientOf(EntityEntry entry) => entry.Entity switch
    {
        IOfClient of => of.ClientId,
        SessionEvent e => VisitAtHand(entry, e.VisitId),
        Addendum a => VisitAtHand(entry, a.VisitId),
        StoredBasis b => VisitAtHand(entry, b.VisitId),
        _ => null,
    };

    private static Guid? VisitAtHand(EntityEntry entry, Guid visitId) =>
        entry.Context.Set<Visit>().Local.FirstOrDefault(v => v.Id == visitId)?.ClientId;

    /// <summary>What a record is called in the trail; null for what is no record of the practice's (tokens, the trail itself).</summary>
    private static string? Word(object entity) => entity switch
    {
        ClientRecord => "client",
        ClientFact => "fact",
        Visit => "visit",
        SessionEvent => "event",
        Addendum => "addendum",
        Staff => "person",
        IntakeLink => "intake",
        OwnRule => "rule",
        StoredBasis => "basis",
        EarlierFact => "earlier answer",
        OwnFlow => "kept flow",
        DrillRun => "drill",
        PracticeSettings => "settings",
        IdentityUserRole<string> => "role of",
        _ => null,
    };
}
