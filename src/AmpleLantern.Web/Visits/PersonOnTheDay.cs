using AmpleLantern.Core;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Data.Records;
using NodaTime;

namespace AmpleLantern.Web.Visits;

/// <summary>Whom a visit is screened for: what its records say of the client, read on the day of the visit.</summary>
public static class PersonOnTheDay
{
    /// <summary>The lasting history and what was said today. In the practice consent must be given.</summary>
    public static ScreenSubject Of(Visit visit, PracticeKnowledge knowledge) =>
        new(
            visit.Date,
            BirthOn(visit, knowledge).Birth,
            [.. Said(visit, knowledge).Select(f => f.Entry)],
            visit.Client!.Clearances,
            ConsentMustBeGiven: true,
            Cards: Cards(visit)
        );

    /// <summary>Of each card the last answer by the day of the visit; one given at the visit itself before any other.</summary>
    private static IReadOnlyList<CardAnswer> Cards(Visit visit) =>
        [.. visit.Client!.Cards.Where(c => c.On <= visit.Date).Concat(visit.Cards).GroupBy(c => c.Card).Select(g => g.Last())];

    /// <summary>Facts the knowledge has, each as far as it can be read on the day of the visit.</summary>
    private static IEnumerable<(FactEntry Entry, Unresolved? Remark)> Said(Visit visit, PracticeKnowledge knowledge)
    {
        var said = visit.Client!.Facts.Select(f => f.ToEntry()).Concat(visit.CheckIn).ToList();
        // Of tape and word the stricter holds: an even tape denies only what nobody said.
        var measured = Sides.Said(visit.Ratings, knowledge);
        var found = measured.Where(m => m.Status is not FactStatus.No || said.All(f => f.Fact != m.Fact)).ToList();
        return said.Where(f => found.All(m => m.Fact != f.Fact))
            .Concat(found)
            .Where(f => knowledge.Facts.Has(f.Fact))
            .Select(f => FactCheck.Readable(f, visit.Date, knowledge));
    }

    private static (LocalDate? Birth, Unresolved? Remark) BirthOn(Visit visit, PracticeKnowledge knowledge)
    {
        try
        {
            FactCheck.CheckBirth(visit.Client!.BirthDate, visit.Date, knowledge);
            return (visit.Client.BirthDate, null);
        }
        catch (RefusalException e)
        {
            return (null, new([], $"{e.Message} Until then the age counts as not known."));
        }
    }

    /// <summary>What of this visit's facts the knowledge no longer has, or cannot read on this day: kept, and said.</summary>
    public static IReadOnlyList<Unresolved> Unread(Visit visit, PracticeKnowledge knowledge) =>
        [
            .. Said(visit, knowledge).Select(f => f.Remark).Append(BirthOn(visit, knowledge).Remark).OfType<Unresolved>(),
            .. visit
                .Client!.Facts.Select(f => f.ToEntry())
                .Concat(visit.CheckIn)
                .Where(f => !knowledge.Facts.Has(f.Fact))
                .Select(f => new Unresolved(
                    [f.Fact],
                    $"'{f.Fact.Replace('-', ' ')}' is on record, but this version no longer knows it and cannot screen it. Enter what it stands for today."
                )),
        ];
}
