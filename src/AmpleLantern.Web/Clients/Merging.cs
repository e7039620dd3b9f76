using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Clients;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Time;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Clients;

/// <summary>Two records of one person, before and while they are made one.</summary>
internal sealed record Pair(ClientRecord Kept, ClientRecord Other, SamePerson Same, IReadOnlyList<FactBrought> Facts);

/// <summary>What stays with the kept record when a merge is taken back, since it was changed or given there afterwards.</summary>
/// <param name="Facts">As the merge brought them; answered anew or taken out since.</param>
/// <param name="Parts">What the parts of the record are called.</param>
/// <param name="Visits">Days of visits that came with the merge and were given since.</param>
internal sealed record StaysKept(IReadOnlyList<FactMoved> Facts, IReadOnlyList<string> Parts, IReadOnlyList<LocalDate> Visits);

/// <summary>
/// Makes two records of one person one, and two again. Facts are read strictly; visits not begun move; what was begun and signed stays
/// under its own record, which the chain holds, and is read together with the one that is kept.
/// </summary>
public sealed class Merging(LanternDb db, PracticeKnowledge knowledge, PracticeClock clock, CurrentPerson person, VisitNews news)
{
    private string By => person.Id ?? person.Name;

    internal async Task<Pair> Look(Guid keptId, Guid otherId)
    {
        RefusalException.Unless(keptId != otherId, "same-record", "This is the same record. Choose the other one.", "/other");
        var (kept, other) = (await Record(keptId), await Record(otherId));
        return new(
            kept,
            other,
            SamePerson.Of(await Known(kept), await Known(other)),
            FactsOfTwo.Bring([.. kept.Facts.Select(f => f.ToEntry())], [.. other.Facts.Select(f => f.ToEntry())], knowledge)
        );
    }

    private async Task<ClientRecord> Record(Guid id) =>
        await db.People.Include(c => c.Facts).SingleOrDefaultAsync(c => c.Id == id) ?? throw Persons.NotHere;

    private async Task<PersonKnown> Known(ClientRecord client)
    {
        var records = await db.RecordsOf(client.Id);
        var sessions = await db
            .Visits.Where(v => records.Contains(v.ClientId) && v.Events.Any(e => e.Kind == GiveEventKind.Start))
            .Select(v => new SessionTime(v.Date, v.At, v.MinutesBooked))
            .ToListAsync();
        return new(client.Name, client.BirthDate, client.Contact, sessions);
    }

    /// <exception cref="RefusalException">They cannot be one person, or something of theirs is under way.</exception>
    public async Task Merge(Guid keptId, Guid otherId, string reason)
    {
        await using var all = await db.Database.BeginTransactionAsync();
        var pair = await Look(keptId, otherId);
        var (kept, other) = (pair.Kept, pair.Other);
        RefusalException.Unless(pair.Same.Impossible is null, "two-people", pair.Same.Impossible ?? "", "/other");
        await RequireNothingOpen(keptId, otherId);
        var waiting = await db
            .Visits.Where(v => v.ClientId == otherId && v.SignedAt == null && v.CancelledAt == null)
            .OrderBy(v => v.Id)
            .ToListAsync();
        var under = await db.Clients.Where(c => c.MergedInto == otherId).ToListAsync();
        var before = PartsOf(kept);
        var after = Together(before, PartsOf(other));
        Take(kept, after);
        var facts = pair.Facts.Select(f => Bring(kept, other, f)).ToList();
        waiting.ForEach(v => v.ClientId = keptId);
        foreach (var record in under.Append(other))
        {
            record.MergedInto = keptId;
        }

        db.Merges.Add(
            new()
            {
                ClientId = keptId,
                OtherId = otherId,
                Reason = reason,
                By = By,
                At = clock.Now,
                Did = new([.. waiting.Select(v => v.Id)], [.. under.Select(c => c.Id)], facts, before, after),
            }
        );
        await db.SaveChangesAsync();
        await all.CommitAsync();
        await Tell(keptId);
    }

    /// <summary>Takes a merge back as far as nothing was changed since: what was changed or begun since stays where it stands.</summary>
    /// <exception cref="RefusalException">It no longer holds, or a later one stands on it.</exception>
    internal async Task<StaysKept> Undo(Guid keptId, Guid mergeId)
    {
        await using var all = await db.Database.BeginTransactionAsync();
        var (stays, other) = await PutApart(keptId, mergeId);
        await db.SaveChangesAsync();
        await all.CommitAsync();
        await Tell(keptId);
        await Tell(other);
        return stays;
    }

    /// <summary>What would stay where it is; nothing is changed.</summary>
    /// <exception cref="RefusalException">It could not be taken back.</exception>
    internal async Task<StaysKept> WouldStay(Guid keptId, Guid mergeId)
    {
        var (stays, _) = await PutApart(keptId, mergeId);
        db.ChangeTracker.Clear();
        return stays;
    }

    private async Task<(StaysKept Stays, Guid Other)> PutApart(Guid keptId, Guid mergeId)
    {
        var standing = await db.Merges.Where(m => m.ClientId == keptId && m.UndoneAt == null).OrderByDescending(m => m.At).ToListAsync();
        var merge =
            standing.FirstOrDefault(m => m.Id == mergeId)
            ?? throw new RefusalException("not-found", "These records are two already. Look at the latest.");
        RefusalException.Unless(
            merge == standing[0],
            "later-merge",
            "Another record was merged into this one later. Take that back first.",
            "/merge"
        );
        var kept = await Record(keptId);
        var other = await db.Clients.SingleAsync(c => c.Id == merge.OtherId);
        await RequireNothingOpen(keptId, merge.OtherId);
        var parts = PartsOf(kept);
        Take(kept, Back(parts, merge.Did));
        var facts = merge.Did.Facts.Where(f => !PutBack(kept, other, f)).ToList();
        var ids = merge.Did.Visits;
        var came = await db.Visits.Where(v => ids.Contains(v.Id) && v.ClientId == keptId).OrderBy(v => v.Date).ToListAsync();
        foreach (var visit in came.Where(v => v.SignedAt is null))
        {
            visit.ClientId = other.Id;
        }

        var under = merge.Did.Under;
        foreach (var record in await db.Clients.Where(c => under.Contains(c.Id)).ToListAsync())
        {
            record.MergedInto = other.Id;
        }

        other.MergedInto = null;
        (merge.UndoneAt, merge.UndoneBy) = (clock.Now, By);
        return (
            new(
                facts,
                [.. NamedParts.Where(p => Came(p.Of, merge.Did) && !Same(p.Of(parts), p.Of(merge.Did.After))).Select(p => p.Name)],
                [.. came.Where(v => v.SignedAt is not null).Select(v => v.Date)]
            ),
            other.Id
        );
    }

    private static readonly (string Name, Func<ClientParts, object?> Of)[] NamedParts =
    [
        ("the birth date", p => p.BirthDate),
        ("the occupation", p => p.Occupation),
        ("how they are reached", p => p.Contact),
        ("what they said of themselves", p => p.Words),
        ("the stature", p => p.StatureCm),
        ("the breath", p => p.BreathsPerMinute),
        ("the body's measures", p => p.Measures),
    ];

    private static bool Came(Func<ClientParts, object?> part, MergeDone did) => !Same(part(did.Before), part(did.After));

    /// <summary>A session stands on the record it was begun under until it is signed.</summary>
    private async Task RequireNothingOpen(Guid one, Guid another)
    {
        var open = await db
            .Visits.Where(v =>
                (v.ClientId == one || v.ClientId == another) && v.SignedAt == null && v.Events.Any(e => e.Kind == GiveEventKind.Start)
            )
            .Select(v => new { v.Date, v.Client!.Name })
            .FirstOrDefaultAsync();
        RefusalException.Unless(
            open is null,
            "not-signed",
            $"The session of {open?.Name} on {(open is null ? "" : DaysSaid.Long.Format(open.Date))} is not signed yet. Sign it first.",
            "/other"
        );
    }

    private async Task Tell(Guid client)
    {
        foreach (var id in await db.Visits.Where(v => v.ClientId == client && v.SignedAt == null).Select(v => v.Id).ToListAsync())
        {
            await news.Changed(id);
        }
    }

    private FactMoved Bring(ClientRecord kept, ClientRecord other, FactBrought brought)
    {
        var stood = brought.Was is null ? null : kept.Facts.First(f => f.ToEntry() == brought.Was);
        if (stood is not null)
        {
            Earlier(kept, stood, $"two records of {kept.Name} were made one");
        }

        if (brought.Now is not { } now)
        {
            kept.Facts.Remove(stood!);
            db.Facts.Remove(stood!);
            return new(stood!.Id, brought.Was, stood.RecordedBy, null);
        }

        var moved = new FactMoved(stood?.Id ?? Guid.CreateVersion7(), brought.Was, stood?.RecordedBy, now);
        var from = other.Facts.FirstOrDefault(f => f.RecordedAt == now.SaidAt && f.Fact == now.Fact);
        Set(kept, moved.Id, now, from?.RecordedBy ?? stood?.RecordedBy ?? By);
        return moved;
    }

    /// <returns>False where it was answered anew since and so stays.</returns>
    private bool PutBack(ClientRecord kept, ClientRecord other, FactMoved moved)
    {
        var stands = kept.Facts.FirstOrDefault(f => f.Id == moved.Id);
        var anew =
            stands is null && moved.Was is { } w && kept.Facts.Any(f => f.Fact == w.Fact && f.Region == w.Region && f.Side == w.Side);
        if (anew || !Same(stands?.ToEntry(), moved.Now))
        {
            // Answered anew since: whose answer it is nobody can tell, so it stays where it was given.
            return false;
        }

        if (stands is not null)
        {
            Earlier(kept, stands, $"the record of {other.Name} was taken out again");
        }

        if (moved.Was is { } was)
        {
            Set(kept, moved.Id, was, moved.By ?? By);
        }
        else if (stands is not null)
        {
            kept.Facts.Remove(stands);
            db.Facts.Remove(stands);
        }

        return true;
    }

    private void Set(ClientRecord kept, Guid id, FactEntry entry, string by)
    {
        var fact = kept.Facts.FirstOrDefault(f => f.Id == id);
        if (fact is null)
        {
            fact = new()
            {
                Id = id,
                ClientId = kept.Id,
                Fact = entry.Fact,
                RecordedBy = by,
            };
            db.Facts.Add(fact);
        }

        fact.Take(entry);
        (fact.RecordedBy, fact.RecordedAt) = (by, entry.SaidAt ?? clock.Now);
    }

    private void Earlier(ClientRecord kept, ClientFact fact, string reason) =>
        db.EarlierFacts.Add(
            new()
            {
                ClientId = kept.Id,
                Entry = fact.ToEntry(),
                RecordedBy = fact.RecordedBy,
                RecordedAt = fact.RecordedAt,
                By = By,
                At = clock.Now,
                Reason = reason,
            }
        );

    private static ClientParts PartsOf(ClientRecord c) =>
        new()
        {
            BirthDate = c.BirthDate,
            Occupation = c.Occupation,
            Contact = c.Contact,
            Words = c.Words,
            StatureCm = c.StatureCm,
            BreathsPerMinute = c.BreathsPerMinute,
            Measures = c.Measures,
            Clearances = c.Clearances,
            Cards = c.Cards,
        };

    private static void Take(ClientRecord c, ClientParts parts)
    {
        (c.BirthDate, c.Occupation, c.Contact, c.Words) = (parts.BirthDate, parts.Occupation, parts.Contact, parts.Words);
        (c.StatureCm, c.BreathsPerMinute, c.Measures) = (parts.StatureCm, parts.BreathsPerMinute, parts.Measures);
        (c.Clearances, c.Cards) = (parts.Clearances, parts.Cards);
    }

    /// <summary>What the kept record does not say is taken from the other; words of both stand beside each other.</summary>
    private static ClientParts Together(ClientParts kept, ClientParts other) =>
        new()
        {
            BirthDate = kept.BirthDate ?? other.BirthDate,
            Occupation = kept.Occupation.Length > 0 ? kept.Occupation : other.Occupation,
            Contact = Beside(kept.Contact, other.Contact),
            Words = Beside(kept.Words, other.Words),
            StatureCm = kept.StatureCm ?? other.StatureCm,
            BreathsPerMinute = kept.BreathsPerMinute ?? other.BreathsPerMinute,
            Measures = kept.Measures with
            {
                StretchesCm = Fill(kept.Measures.StretchesCm, other.Measures.StretchesCm),
                HandsCm = Fill(kept.Measures.HandsCm, other.Measures.HandsCm),
                FootMm = Fill(kept.Measures.FootMm, other.Measures.FootMm),
            },
            Clearances = [.. kept.Clearances.Union(other.Clearances)],
            // Of each card the last answer counts.
            Cards = [.. kept.Cards.Concat(other.Cards).OrderBy(c => c.On).ThenBy(c => c.At)],
        };

    private static string Beside(string kept, string other) =>
        other.Length == 0 || kept.Contains(other, StringComparison.OrdinalIgnoreCase) ? kept
        : kept.Length == 0 ? other
        : $"{kept}; {other}";

    private static IReadOnlyDictionary<string, double>? Fill(
        IReadOnlyDictionary<string, double>? kept,
        IReadOnlyDictionary<string, double>? other
    ) => other is null ? kept : (kept ?? new Dictionary<string, double>()).Concat(other).DistinctBy(m => m.Key).ToDictionary();

    /// <summary>Each part as it was before, where it still stands as the merge left it; of lists, without what came with it.</summary>
    private static ClientParts Back(ClientParts now, MergeDone did)
    {
        T As<T>(Func<ClientParts, T> part) => Same(part(now), part(did.After)) ? part(did.Before) : part(now);
        IReadOnlyList<T> Without<T>(Func<ClientParts, IReadOnlyList<T>> part)
        {
            var came = part(did.After).Where(a => !part(did.Before).Any(b => Same(a, b))).ToList();
            return [.. part(now).Where(n => !came.Any(c => Same(c, n)))];
        }

        return new()
        {
            BirthDate = As(p => p.BirthDate),
            Occupation = As(p => p.Occupation),
            Contact = As(p => p.Contact),
            Words = As(p => p.Words),
            StatureCm = As(p => p.StatureCm),
            BreathsPerMinute = As(p => p.BreathsPerMinute),
            Measures = As(p => p.Measures),
            Clearances = Without(p => p.Clearances),
            Cards = Without(p => p.Cards),
        };
    }

    /// <summary>The same by what is written of it: lists in records are compared by what stands in them.</summary>
    private static bool Same<T>(T a, T b) => OpenJson.Write(a) == OpenJson.Write(b);
}
