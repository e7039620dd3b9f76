using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Training;
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
        DbContextEventData eventData,
        InterceptionResult<int> result,
        CancellationToken cancellationToken = default
    )
    {
        Prepare(eventData.Context!);
        return ValueTask.FromResult(result);
    }

    private void Prepare(DbContext context)
    {
        var tracker = context.ChangeTracker;
        tracker.DetectChanges();
        // Looked for once; each further look at what is tracked would compare everything anew.
        tracker.AutoDetectChangesEnabled = false;
        try
        {
            var changed = tracker
                .Entries()
                .Where(e => e.State is EntityState.Added or EntityState.Modified or EntityState.Deleted)
                .ToList();
            foreach (var entry in changed.Where(e => e.State is EntityState.Modified && e.Entity is IVersioned))
            {
                ((IVersioned)entry.Entity).Version++;
            }

            var clients = ClientsOf(changed.Select(e => VisitOf(e.Entity)).OfType<Guid>().ToHashSet(), context);
            context.AddRange(changed.Where(e => Word(e.Entity) is not null).Select(e => Line(e, clients)));
        }
        finally
        {
            tracker.AutoDetectChangesEnabled = true;
        }
    }

    /// <summary>Whose these visits are: of those at hand as they stand, of others as stored.</summary>
    private static Dictionary<Guid, Guid> ClientsOf(HashSet<Guid> visits, DbContext context)
    {
        var clients = context
            .ChangeTracker.Entries<Visit>()
            .Where(v => visits.Contains(v.Entity.Id))
            .ToDictionary(v => v.Entity.Id, v => v.Entity.ClientId);
        visits.ExceptWith(clients.Keys);
        if (visits.Count > 0)
        {
            foreach (var v in context.Set<Visit>().Where(v => visits.Contains(v.Id)).Select(v => new { v.Id, v.ClientId }))
            {
                clients[v.Id] = v.ClientId;
            }
        }

        return clients;
    }

    private AuditEntry Line(EntityEntry entry, Dictionary<Guid, Guid> clients) =>
        new()
        {
            At = clock.GetCurrentInstant(),
            Who = actor.Name,
            WhoId = actor.Id,
            Action = entry.State switch
            {
                EntityState.Added => "added",
                EntityState.Deleted => "removed",
                _ => "changed",
            },
            Subject = $"{Word(entry.Entity)} {Named(entry.Properties.First(p => p.Metadata.IsPrimaryKey()).CurrentValue)}",
            ClientId = ClientOf(entry, clients),
            What =
                entry.State is EntityState.Modified
                    ? string.Join(
                        ", ",
                        entry
                            .Properties.Where(p => p.IsModified && p.Metadata.Name is not ("Version" or "ConcurrencyStamp"))
                            .Select(p => p.Metadata.Name)
                    )
                    : entry.Entity switch
                    {
                        SessionEvent e => e.Kind.ToString(),
                        ClientFact f => f.Fact,
                        EarlierFact f => f.Entry.Fact,
                        OwnFlow f => f.Name,
                        DrillRun d => d.Drill,
                        PlaceAnswer p => p.Point,
                        _ => "",
                    },
        };

    private static object? Named(object? key) => key is byte[] bytes ? Convert.ToHexStringLower(bytes) : key;

    /// <summary>Whose record it is; what belongs to a visit is its client's.</summary>
    private static Guid? ClientOf(EntityEntry entry, Dictionary<Guid, Guid> clients) =>
        entry.Entity is IOfClient of ? of.ClientId
        : VisitOf(entry.Entity) is { } visit && clients.TryGetValue(visit, out var client) ? client
        : null;

    private static Guid? VisitOf(object entity) =>
        entity switch
        {
            SessionEvent e => e.VisitId,
            Addendum a => a.VisitId,
            StoredBasis b => b.VisitId,
            _ => null,
        };

    /// <summary>What a record is called in the trail; null for what is no record of the practice's (tokens, the trail itself).</summary>
    public static string? WordOf(Type kind) => Words.GetValueOrDefault(kind);

    private static string? Word(object entity) => WordOf(entity.GetType());

    private static readonly Dictionary<Type, string> Words = new()
    {
        [typeof(ClientRecord)] = "client",
        [typeof(ClientFact)] = "fact",
        [typeof(Visit)] = "visit",
        [typeof(SessionEvent)] = "event",
        [typeof(Addendum)] = "addendum",
        [typeof(Staff)] = "person",
        [typeof(IntakeLink)] = "intake",
        [typeof(HomeLink)] = "home page",
        [typeof(OwnRule)] = "rule",
        [typeof(OwnTechnique)] = "technique",
        [typeof(Course)] = "course",
        [typeof(ClientMerge)] = "merging",
        [typeof(StoredBasis)] = "basis",
        [typeof(EarlierFact)] = "earlier answer",
        [typeof(OwnFlow)] = "kept flow",
        [typeof(DrillRun)] = "drill",
        [typeof(PlaceAnswer)] = "point touched",
        [typeof(PracticeSettings)] = "settings",
        [typeof(IdentityUserRole<string>)] = "role of",
        [typeof(IdentityUserPasskey<string>)] = "passkey",
    };
}
