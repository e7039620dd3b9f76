using System.Text;
using AmpleLantern.Core;
using AmpleLantern.Core.Recall;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data;
using AmpleLantern.Data.Recall;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Clients;

/// <summary>What a client's signed visits say together.</summary>
/// <param name="Found">What was felt and found, place by place.</param>
public sealed record PastView(IReadOnlyList<PlaceFound> Found, IReadOnlyList<MeasureHelped> Helps);

/// <summary>Words of a record; what was looked for is marked.</summary>
public sealed record FoundWords(string Text, bool Marked);

/// <summary>A place in a signed visit where it stands.</summary>
public sealed record SearchHit(
    Guid Visit,
    Guid Client,
    string ClientName,
    LocalDate Date,
    string Plan,
    TextKind Kind,
    IReadOnlyList<FoundWords> Words
);

/// <param name="More">There are more than are shown: say more of what is looked for.</param>
public sealed record SearchView(IReadOnlyList<SearchHit> Hits, bool More);

/// <summary>Signed visits, asked together: over one client's, or over all.</summary>
public static class PastEndpoints
{
    private const int MostShown = 30;

    /// <summary>A visit says the same in several of its parts; it is shown once.</summary>
    private const int PiecesEach = 3;
    private const int LongestSearch = 200;

    public static void MapPast(this RouteGroupBuilder api)
    {
        api.MapGet("/clients/{clientId:guid}/past", Past).RequireAuthorization(Policies.Treat);
        api.MapGet("/search", Search).RequireAuthorization(Policies.Treat);
    }

    private static async Task<PastView> Past(
        Guid clientId,
        LanternDb db,
        PracticeKnowledge knowledge,
        ReadTrail trail,
        CurrentPerson person
    )
    {
        clientId = await db.PersonOf(clientId);
        await trail.Note(db, person, $"client {clientId}", clientId);
        var past = await PastReading.Of(db, clientId);
        return new(FoundOverVisits.Of(past), WhatHelps.Of(past, knowledge));
    }

    private static async Task<SearchView> Search(string text, Guid? client, LanternDb db, ReadTrail trail, CurrentPerson person)
    {
        RefusalException.Unless(
            text.Length <= LongestSearch,
            "search-too-long",
            $"Look for at most {LongestSearch} letters at once.",
            "/text"
        );
        await trail.Note(db, person, client is { } of ? $"client {of}" : "search over all records", client);
        var records = client is { } one ? await db.RecordsOf(await db.PersonOf(one)) : null;
        var pieces = await RecallTexts.Find(db, text, records, MostShown * PiecesEach);
        var found = pieces.GroupBy(p => p.Visit).Select(g => g.MaxBy(p => p.Kind)!).ToList();
        var numbers = found.Select(h => h.Visit).ToHashSet();
        var visits = await db
            .Recalled.AsNoTracking()
            .Where(v => numbers.Contains(v.Id) && (records == null || records.Contains(v.ClientId)))
            .Join(db.Clients, v => v.ClientId, c => c.Id, (v, c) => new { Visit = v, Person = c.MergedInto ?? c.Id })
            .Join(
                db.Clients,
                x => x.Person,
                c => c.Id,
                (x, c) =>
                    new
                    {
                        x.Visit,
                        c.Id,
                        c.Name,
                    }
            )
            .ToDictionaryAsync(x => x.Visit.Id);
        return new(
            [
                .. found
                    .Where(h => visits.ContainsKey(h.Visit))
                    .Take(MostShown)
                    .Select(h =>
                    {
                        var of = visits[h.Visit];
                        return new SearchHit(of.Visit.VisitId, of.Id, of.Name, of.Visit.Date, of.Visit.Plan, h.Kind, Marked(h.Shown));
                    })
                    .OrderByDescending(h => h.Date),
            ],
            pieces.Count == MostShown * PiecesEach || found.Count > MostShown
        );
    }

    private static List<FoundWords> Marked(string shown)
    {
        var (words, part, marked) = (new List<FoundWords>(), new StringBuilder(), false);
        void End(bool next)
        {
            if (part.Length > 0)
            {
                words.Add(new(part.ToString(), marked));
            }

            part.Clear();
            marked = next;
        }

        foreach (var c in shown)
        {
            if (c is RecallTexts.From or RecallTexts.To)
            {
                End(c is RecallTexts.From);
            }
            else
            {
                part.Append(c);
            }
        }

        End(false);
        return words;
    }
}
