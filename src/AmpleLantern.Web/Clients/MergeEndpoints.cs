using AmpleLantern.Core;
using AmpleLantern.Core.Clients;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Time;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Clients;

/// <summary>Another record that seems to be of the same person.</summary>
/// <param name="Why">What speaks for it, a sentence each.</param>
public sealed record LikelySame(Guid Id, string Name, IReadOnlyList<string> Why);

/// <summary>What making two records one would do.</summary>
/// <param name="For">What speaks for one person; <paramref name="Against"/> what speaks against it or is not known.</param>
/// <param name="Impossible">Why it will not be done; null where it may be.</param>
/// <param name="Comes">What of the other record's facts will hold for the kept one, or change there.</param>
/// <param name="Visits">Visits of the other record, those to come included.</param>
public sealed record MergeAhead(
    Guid Id,
    string Name,
    IReadOnlyList<string> For,
    IReadOnlyList<string> Against,
    string? Impossible,
    IReadOnlyList<FactComes> Comes,
    int Visits
);

/// <summary>A fact that will hold, and what was said of it here; either may be missing.</summary>
public sealed record FactComes(string? Now, string? Was);

/// <param name="Other">The record that is no longer listed afterwards.</param>
public sealed record MergeRequest(Guid Other, string Reason);

/// <param name="Kept">The record to go on with.</param>
public sealed record MergeAnswer(Guid Kept);

/// <param name="Stays">What was changed since the merge and so stays with the record that is kept, a sentence each.</param>
public sealed record MergeUndone(Guid Kept, IReadOnlyList<string> Stays);

/// <summary>Two records of one person: found, looked at, made one, and made two again.</summary>
public static class MergeEndpoints
{
    public static void MapMerging(this RouteGroupBuilder api)
    {
        var client = api.MapGroup("/clients/{clientId:guid}").RequireAuthorization(Policies.Treat);
        client.MapGet("/doubles", Doubles);
        client.MapGet("/merge/{otherId:guid}", Ahead);
        client.MapPost("/merge", Merge);
        client.MapGet("/merge/{mergeId:guid}/undo", UndoAhead);
        client.MapPost("/merge/{mergeId:guid}/undo", Undo);
    }

    private static async Task<IReadOnlyList<LikelySame>> Doubles(Guid clientId, LanternDb db)
    {
        var one = await db.People.AsNoTracking().SingleOrDefaultAsync(c => c.Id == clientId) ?? throw Persons.NotHere;
        var others = await db
            .People.AsNoTracking()
            // Names alone are never enough.
            .Where(c => c.Id != clientId && (one.BirthDate != null && c.BirthDate == one.BirthDate || one.Contact != "" && c.Contact != ""))
            .Select(c => new { c.Id, Known = new PersonKnown(c.Name, c.BirthDate, c.Contact, new List<SessionTime>()) })
            .ToListAsync();
        var known = new PersonKnown(one.Name, one.BirthDate, one.Contact, []);
        return
        [
            .. others
                .Where(o => SamePerson.Hinted(known, o.Known))
                .Select(o => (o.Id, o.Known.Name, Same: SamePerson.Of(known, o.Known)))
                .Where(x => x.Same.Likely)
                .OrderByDescending(x => x.Same.For.Count)
                .ThenBy(x => x.Name, StringComparer.Ordinal)
                .Select(x => new LikelySame(x.Id, x.Name, x.Same.For)),
        ];
    }

    private static async Task<MergeAhead> Ahead(
        Guid clientId,
        Guid otherId,
        LanternDb db,
        Merging merging,
        PracticeClock clock,
        PracticeKnowledge knowledge,
        ReadTrail trail,
        CurrentPerson person
    )
    {
        await trail.Note(db, person, $"client {otherId}", otherId);
        var pair = await merging.Look(clientId, otherId);
        string? Say(FactEntry? f) => f is null ? null : Said(f, clock, knowledge);
        return new(
            otherId,
            pair.Other.Name,
            pair.Same.For,
            pair.Same.Against,
            pair.Same.Impossible,
            [.. pair.Facts.Select(f => new FactComes(Say(f.Now), Say(f.Was)))],
            await VisitsOf(db, otherId)
        );
    }

    private static string Said(FactEntry f, PracticeClock clock, PracticeKnowledge knowledge) =>
        !knowledge.Facts.Has(f.Fact) ? f.Fact.Replace('-', ' ')
        : f.Status is FactStatus.No ? $"no {knowledge.Facts[f.Fact].Name}"
        : Conditions.Saying(f, clock.Today, knowledge);

    private static async Task<int> VisitsOf(LanternDb db, Guid client)
    {
        var records = await db.RecordsOf(client);
        return await db.Visits.CountAsync(v => records.Contains(v.ClientId) && v.CancelledAt == null);
    }

    private static async Task<MergeAnswer> Merge(Guid clientId, MergeRequest request, Merging merging, CurrentPerson person)
    {
        May.MergeRecords(person.Role).Require();
        StartGate.RequireReason(request.Reason);
        await merging.Merge(clientId, request.Other, request.Reason.Trim());
        return new(clientId);
    }

    private static async Task<MergeUndone> Undo(
        Guid clientId,
        Guid mergeId,
        Merging merging,
        CurrentPerson person,
        PracticeClock clock,
        PracticeKnowledge knowledge
    )
    {
        May.MergeRecords(person.Role).Require();
        return Told(clientId, await merging.Undo(clientId, mergeId), clock, knowledge);
    }

    /// <summary>What taking a merge back would leave where it is; nothing is changed.</summary>
    private static async Task<MergeUndone> UndoAhead(
        Guid clientId,
        Guid mergeId,
        Merging merging,
        CurrentPerson person,
        PracticeClock clock,
        PracticeKnowledge knowledge
    )
    {
        May.MergeRecords(person.Role).Require();
        return Told(clientId, await merging.WouldStay(clientId, mergeId), clock, knowledge);
    }

    private static MergeUndone Told(Guid kept, StaysKept stays, PracticeClock clock, PracticeKnowledge knowledge) =>
        new(
            kept,
            [
                .. stays.Facts.Select(f => $"\"{Said((f.Now ?? f.Was)!, clock, knowledge)}\" was answered anew here."),
                .. stays.Parts.Select(p => $"Here {p} was changed since."),
                .. stays.Visits.Select(v => $"The visit of {DaysSaid.Long.Format(v)} was signed since."),
            ]
        );
}
