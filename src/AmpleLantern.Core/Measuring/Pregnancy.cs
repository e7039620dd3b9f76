using AmpleLantern.Core.Knowledge;
using NodaTime;

namespace AmpleLantern.Core.Measuring;

/// <summary>How pregnancy is counted, and which dates are believed.</summary>
/// <param name="LongestPregnancyWeeks">Longer ones are a slip of the pen.</param>
/// <param name="YoungestPregnancyAge">Below it a pregnancy is doubted, not believed; above the oldest likewise.</param>
/// <param name="PregnancyDatesAgreeWithinDays">Two dates of one pregnancy further apart than this do not fit together.</param>
/// <param name="DrawnAnewAfterWeeks">The figure follows the weeks in steps of so many.</param>
/// <param name="ShowsFromWeeks">Before it nothing shows.</param>
/// <param name="WombHighestWeeks">Up to it the womb's top stands as many cm above the pubic bone as there are weeks.</param>
[Kind("pregnancyCalendar", "pregnancy calendar", Single = true)]
public sealed record PregnancyCalendar(
    string Id,
    Source Source,
    int DaysFromLastPeriodToDueDate,
    int LongestPregnancyWeeks,
    int SecondTrimesterFromWeeks,
    int ThirdTrimesterFromWeeks,
    int YoungestPregnancyAge,
    int OldestPregnancyAge,
    int PregnancyDatesAgreeWithinDays,
    int DrawnAnewAfterWeeks,
    int ShowsFromWeeks,
    int WombHighestWeeks
) : IKnown;

/// <summary>Weeks of pregnancy from one of the two dates people know.</summary>
public static class Pregnancy
{
    /// <summary>Days since the first day of the last period; the due date is that day + 280.</summary>
    /// <remarks>Naegele's count as used by ACOG, Committee Opinion 700 (2017; from memory).</remarks>
    public static int Days(LocalDate? lastPeriod, LocalDate? dueDate, LocalDate on, PregnancyCalendar calendar)
    {
        var start = lastPeriod ?? dueDate!.Value.PlusDays(-calendar.DaysFromLastPeriodToDueDate);
        return Period.DaysBetween(start, on);
    }

    /// <summary>1 to 13w6d, 2 to 27w6d, 3 after.</summary>
    public static int Trimester(int days, PregnancyCalendar calendar) =>
        days < calendar.SecondTrimesterFromWeeks * 7 ? 1
        : days < calendar.ThirdTrimesterFromWeeks * 7 ? 2
        : 3;

    /// <summary>As it is said: 20 weeks, or 20 weeks and 3 days.</summary>
    public static string Spoken(int days) =>
        (days / 7, days % 7) switch
        {
            (var w, 0) => $"{w} weeks",
            (var w, 1) => $"{w} weeks and 1 day",
            (var w, var d) => $"{w} weeks and {d} days",
        };
}
