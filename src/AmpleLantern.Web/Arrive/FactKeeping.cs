using AmpleLantern.Core.Screening;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Arrive;

/// <summary>Keeps what was said: facts of the history with the client, facts of the day with the visit, each with who said it and when.</summary>
public static class FactKeeping
{
    /// <param name="saidBy">Who said it, where it was not simply said to the one who writes it down.</param>
    /// <param name="instead">The entry this one takes the place of, where its region or side was changed.</param>
    public static void Keep(Visit visit, IReadOnlyList<FactEntry> entries, VisitDesk desk, string? saidBy = null, FactEntry? instead = null)
    {
        foreach (var said in entries)
        {
            FactCheck.Check(said, visit.Date, desk.Knowledge, "/entry");
            var entry = said with { SaidBy = saidBy, SaidAt = desk.Now };
            if (instead is not null)
            {
                Forget(visit, instead, desk);
            }

            var definition = desk.Knowledge.Facts[entry.Fact];
            if (definition.Scope is FactScope.Today)
            {
                visit.CheckIn = [.. visit.CheckIn.Where(f => !f.SameAs(entry, definition)), entry];
                continue;
            }

            // A yes or a no to a region takes back the opposite said of it before.
            if (Opposite(entry.Fact) is { } opposite)
            {
                Forget(visit, entry with { Fact = opposite }, desk);
            }

            var fact = visit.Client!.Facts.FirstOrDefault(f => f.ToEntry().SameAs(entry, definition));
            if (fact is null)
            {
                fact = new ClientFact { ClientId = visit.ClientId, Fact = entry.Fact, RecordedBy = desk.Person.Name };
                desk.Db.Facts.Add(fact);
            }

            fact.Take(entry);
            (fact.RecordedBy, fact.RecordedAt) = (desk.Person.Name, desk.Now);
        }
    }

    /// <summary>As if it had never been asked.</summary>
    public static void Forget(Visit visit, FactEntry entry, VisitDesk desk)
    {
        var definition = desk.Knowledge.Facts[entry.Fact];
        visit.CheckIn = [.. visit.CheckIn.Where(f => !f.SameAs(entry, definition))];
        desk.Db.Facts.RemoveRange(visit.Client!.Facts.Where(f => f.ToEntry().SameAs(entry, definition)));
    }

    private static string? Opposite(string fact) => fact switch
    {
        Derived.ConsentGiven => Derived.ConsentRefused,
        Derived.ConsentRefused => Derived.ConsentGiven,
        _ => null,
    };
}
