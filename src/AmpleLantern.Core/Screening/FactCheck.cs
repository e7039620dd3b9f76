using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using NodaTime;
using NodaTime.Text;

namespace AmpleLantern.Core.Screening;

/// <summary>Days of a pregnancy, when its dates do not agree.</summary>
public readonly record struct DayRange(int Least, int Most);

/// <summary>Refuses facts that cannot be, with a sentence that says what to correct.</summary>
public static class FactCheck
{
    public static void Check(ScreenSubject subject, KnowledgeBase knowledge)
    {
        CheckBirth(subject.BirthDate, subject.Date, knowledge);
        for (var i = 0; i < subject.Facts.Count; i++)
        {
            Check(subject.Facts[i], subject.Date, knowledge, $"/facts/{i}");
        }
    }

    /// <summary>
    /// A stored fact as far as it can be read on a day: where its dates or details do not go with the day (a visit moved to before it
    /// began), it stands without them, which is the strict reading, and that is said.
    /// </summary>
    public static (FactEntry Entry, Unresolved? Remark) Readable(FactEntry entry, LocalDate day, KnowledgeBase knowledge)
    {
        entry = References.Present(entry, knowledge);
        var undated = entry with { Since = null, Until = null };
        string? why = null;
        foreach (var reading in new[] { entry, undated, undated with { Detail = null }, undated with { Detail = null, Region = null } })
        {
            try
            {
                Check(reading, day, knowledge, "");
                return (reading, why is null ? null : new([entry.Fact], $"{why} Until then it counts as if that were not known."));
            }
            catch (RefusalException e)
            {
                why ??= e.Message;
            }
        }

        return (undated with { Detail = null, Region = null }, new([entry.Fact], why!));
    }

    public static void CheckBirth(LocalDate? birth, LocalDate today, KnowledgeBase knowledge)
    {
        if (birth is not { } b)
        {
            return;
        }

        if (b > today)
        {
            throw new RefusalException(
                "birth-after-today",
                $"The birth date {Say(b)} is after the day of the visit, {Say(today)}. Check the year.",
                "/client/birthDate"
            );
        }

        if (b.PlusYears(knowledge.Believable.OldestAge) < today)
        {
            throw new RefusalException(
                "birth-too-early",
                $"The birth date {Say(b)} makes the client over {knowledge.Believable.OldestAge} years old. Check the year.",
                "/client/birthDate"
            );
        }
    }

    /// <summary>The same for a client's record: what is about the practitioner is kept out of it.</summary>
    public static void CheckOfClient(FactEntry entry, LocalDate today, KnowledgeBase knowledge, string pointer)
    {
        Check(entry, today, knowledge, pointer);
        RefusalException.Unless(
            !OwnDay.Is(knowledge.Facts[entry.Fact]),
            "not-of-the-client",
            "That is about you and not about the client. Say it on your own card of the day, on Today.",
            $"{pointer}/fact"
        );
    }

    public static void Check(FactEntry entry, LocalDate today, KnowledgeBase knowledge, string pointer)
    {
        if (!knowledge.Facts.Has(entry.Fact))
        {
            throw new RefusalException("unknown-fact", Unknown(entry.Fact, knowledge), $"{pointer}/fact");
        }

        if (entry.Since is { } since && since > today)
        {
            throw new RefusalException(
                "since-after-today",
                $"{knowledge.Facts[entry.Fact].Name} is said to begin on {Say(since)}, after {Say(today)}. Give a date that has passed.",
                $"{pointer}/since"
            );
        }

        if (entry is { Since: { } from, Until: { } until } && until < from)
        {
            throw new RefusalException(
                "until-before-since",
                $"{knowledge.Facts[entry.Fact].Name} ends on {Say(until)}, before it began on {Say(from)}. Swap or correct the dates.",
                $"{pointer}/until"
            );
        }

        if (entry.Region is { } region && !knowledge.IsPlace(region))
        {
            throw new RefusalException(
                "unknown-region",
                $"There is no region called '{region}'. Choose one of: {string.Join(", ", knowledge.Regions.All.Select(r => r.Id))}.",
                $"{pointer}/region"
            );
        }

        DetailCheck.Check(entry, knowledge.Facts[entry.Fact], pointer);
        if (
            entry.Fact == PregnancyFact
            && entry.Status is FactStatus.Known or FactStatus.Suspected
            && PregnancyDays(entry, today, knowledge) is { } days
            && (days.Least < 0 || days.Most > knowledge.PregnancyCalendar.LongestPregnancyWeeks * 7)
        )
        {
            var weeks = Math.Floor((days.Least < 0 ? days.Least : days.Most) / 7.0);
            throw new RefusalException(
                "impossible-pregnancy",
                $"These dates make {weeks} weeks of pregnancy; it lasts 0 to {knowledge.PregnancyCalendar.LongestPregnancyWeeks}. "
                    + "Check the due date or the first day of the last period.",
                $"{pointer}/detail"
            );
        }
    }

    public const string PregnancyFact = "pregnancy";

    /// <summary>
    /// Days of pregnancy on a day: from its dates the least and the most they make. Null when no date is known.
    /// </summary>
    public static DayRange? PregnancyDays(FactEntry entry, LocalDate on, KnowledgeBase knowledge)
    {
        int?[] days =
        [
            Date(entry, "lastPeriod") is { } last ? Pregnancy.Days(last, null, on, knowledge.PregnancyCalendar) : null,
            Date(entry, "dueDate") is { } due ? Pregnancy.Days(null, due, on, knowledge.PregnancyCalendar) : null,
            Date(entry, "secondDueDate") is { } second ? Pregnancy.Days(null, second, on, knowledge.PregnancyCalendar) : null,
        ];
        return days.Min() is { } least ? new(least, days.Max()!.Value) : null;
    }

    private static LocalDate? Date(FactEntry entry, string key)
    {
        if (entry.Detail is null || !entry.Detail.TryGetValue(key, out var text) || string.IsNullOrWhiteSpace(text))
        {
            return null;
        }

        var parsed = LocalDatePattern.Iso.Parse(text);
        return parsed.Success
            ? parsed.Value
            : throw new RefusalException(
                "bad-date",
                $"'{text}' is not a date. Write it as year-month-day, like 2026-03-02.",
                $"/facts/detail/{key}"
            );
    }

    private static string Unknown(string fact, KnowledgeBase knowledge)
    {
        var near = new FactWords(knowledge)
            .Find(fact.Replace('-', ' '))
            .SelectMany(w => w.Noted)
            .Select(n => n.Fact)
            .Concat(knowledge.Facts.All.Where(f => f.Id.Split('-').Intersect(fact.Split('-')).Any()).Select(f => f.Id))
            .Distinct()
            .Take(6)
            .ToList();
        return $"There is no fact called '{fact}'. "
            + (
                near.Count > 0
                    ? $"Did you mean {string.Join(", ", near)}?"
                    : $"Known facts: {string.Join(", ", knowledge.Facts.All.Select(f => f.Id))}."
            );
    }

    private static string Say(LocalDate date) => LocalDatePattern.Iso.Format(date);
}
