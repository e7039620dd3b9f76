using AmpleLantern.Core;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Arrive;

/// <summary>
/// Keeps what was said: facts of the history with the client, facts of the day with the visit, each with who said it and when.
/// </summary>
public static class FactKeeping
{
    /// <param name="saidBy">Who said it, where it was not simply said to the one who writes it down.</param>
    /// <param name="instead">The entry this one takes the place of, where its region or side was changed.</param>
    public static void Keep(
        Visit visit,
        IReadOnlyList<FactEntry> entries,
        VisitStore visits,
        string? saidBy = null,
        FactEntry? instead = null
    )
    {
        foreach (var said in entries)
        {
            FactCheck.CheckOfClient(said, visit.Date, visits.Knowledge, "/entry");
            var entry = said with { SaidBy = saidBy, SaidAt = visits.Now };
            if (instead is not null)
            {
                Forget(visit, instead, visits);
            }

            var definition = visits.Knowledge.Facts[entry.Fact];
            // A yes or a no to a region takes back the opposite said of it before.
            if (Opposite(entry.Fact) is { } opposite)
            {
                Forget(visit, entry with { Fact = opposite }, visits);
            }

            if (definition.Scope is FactScope.Today)
            {
                Forget(visit, entry, visits);
                visit.CheckIn = [.. visit.CheckIn, entry];
                continue;
            }

            var fact = visit.Client!.Facts.FirstOrDefault(f => f.ToEntry().SameAs(entry, definition));
            if (fact is null)
            {
                fact = new ClientFact
                {
                    ClientId = visit.ClientId,
                    Fact = entry.Fact,
                    RecordedBy = visits.By,
                };
                visits.Db.Facts.Add(fact);
            }
            else
            {
                Earlier(visit, fact, visits, null);
            }

            fact.Take(entry);
            (fact.RecordedBy, fact.RecordedAt) = (visits.By, visits.Now);
        }
    }

    /// <summary>Struck out with a reason: it is asked again, and what was said stays on record.</summary>
    /// <exception cref="Core.RefusalException">Nothing of the kind is on record.</exception>
    public static void Strike(Visit visit, FactEntry entry, VisitStore visits, string reason) =>
        Core.RefusalException.Unless(
            Forget(visit, entry, visits, reason),
            "not-found",
            "This answer no longer stands. Look at the latest.",
            "/entry"
        );

    /// <summary>Takes what was said out of what holds, and keeps it with what was said before.</summary>
    public static bool Forget(Visit visit, FactEntry entry, VisitStore visits, string? reason = null)
    {
        bool Same(FactEntry f) =>
            visits.Knowledge.Facts.Find(entry.Fact) is { } definition ? f.SameAs(entry, definition) : f.Fact == entry.Fact;
        var today = visit.CheckIn.Where(Same).ToList();
        foreach (var said in today)
        {
            visits.Db.EarlierFacts.Add(
                new()
                {
                    ClientId = visit.ClientId,
                    VisitId = visit.Id,
                    Entry = said,
                    RecordedAt = said.SaidAt,
                    By = visits.By,
                    At = visits.Now,
                    Reason = reason,
                }
            );
        }

        visit.CheckIn = [.. visit.CheckIn.Except(today)];
        var lasting = visit.Client!.Facts.Where(f => Same(f.ToEntry())).ToList();
        foreach (var fact in lasting)
        {
            Earlier(visit, fact, visits, reason);
            visit.Client.Facts.Remove(fact);
            visits.Db.Facts.Remove(fact);
        }

        return today.Count + lasting.Count > 0;
    }

    private static void Earlier(Visit visit, ClientFact fact, VisitStore visits, string? reason) =>
        visits.Db.EarlierFacts.Add(
            new()
            {
                ClientId = visit.ClientId,
                Entry = fact.ToEntry(),
                RecordedBy = fact.RecordedBy,
                RecordedAt = fact.RecordedAt,
                By = visits.By,
                At = visits.Now,
                Reason = reason,
            }
        );

    private static string? Opposite(string fact) =>
        fact switch
        {
            Consent.Given => Consent.Refused,
            Consent.Refused => Consent.Given,
            _ => null,
        };
}
