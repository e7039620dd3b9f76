using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using NodaTime;

namespace AmpleLantern.Core.Measuring;

/// <summary>The small sums of the work, each with its formula and source.</summary>
public static class Calculators
{
    /// <summary>Left against right round a limb, in cm; positive when the left is bigger.</summary>
    /// <exception cref="RefusalException">A girth that no limb has.</exception>
    public static Measured GirthDifference(Girth girth, double leftCm, double rightCm, BelievableMeasures believed)
    {
        Within(leftCm, believed.GirthCm.Least, believed.GirthCm.Most, "cm", "/leftCm");
        Within(rightCm, believed.GirthCm.Least, believed.GirthCm.Most, "cm", "/rightCm");
        var difference = Math.Round(leftCm - rightCm, 1);
        var size = Math.Abs(difference);
        var says =
            girth.ReferCm is { } refer && size >= refer ? girth.ReferWhy
            : size >= girth.ChangeCm ? $"A difference of {girth.ChangeCm:0.#} cm or more counts: write down which side is bigger."
            : $"Less than {girth.ChangeCm:0.#} cm: within what a tape can tell.";
        return new(difference, "cm", $"left {leftCm:0.0} - right {rightCm:0.0}, {girth.At}", girth.Source, says);
    }

    /// <summary>A joint's range against the usual one, in percent of it, side by side.</summary>
    public static Measured Range(JointRange joint, double degrees, double? otherSide, BelievableMeasures believed)
    {
        Within(degrees, believed.Degrees.Least, believed.Degrees.Most, "degrees", "/degrees");
        var percent = Math.Round(degrees / joint.NormalDegrees * 100);
        var says = new List<string> { $"Usual is {joint.NormalDegrees:0} degrees; this is {joint.NormalDegrees - degrees:0} short of it." };
        if (degrees >= joint.NormalDegrees)
        {
            says = [$"Usual is {joint.NormalDegrees:0} degrees: full."];
        }

        if (otherSide is { } other)
        {
            Within(other, believed.Degrees.Least, believed.Degrees.Most, "degrees", "/otherSideDegrees");
            var apart = Math.Abs(degrees - other);
            says.Add(
                apart >= joint.ChangeDegrees
                    ? $"The other side goes {(other > degrees ? "further" : "less far")} by {apart:0} degrees, which counts."
                    : $"The sides are within {joint.ChangeDegrees:0} degrees, the same."
            );
        }

        if (joint.WorkingDegrees is { } working)
        {
            says.Add(degrees >= working ? $"Above {working:0}: enough for daily use." : $"Below {working:0}, which daily use needs.");
        }

        return new(percent, "% of usual", $"{degrees:0} / {joint.NormalDegrees:0} degrees", joint.Source, string.Join(" ", says));
    }

    /// <summary>Percent of oil that a number of drops makes in a carrier.</summary>
    public static Measured Percent(Dilution dilution, double drops, double carrierMl, DilutionLimits limits)
    {
        Within(drops, 0, limits.MostDrops, "drops", "/drops");
        Within(carrierMl, limits.LeastCarrierMl, limits.MostCarrierMl, "ml of carrier", "/carrierMl");
        var ml = drops / dilution.DropsPerMl;
        var percent = Math.Round(ml / (ml + carrierMl) * 100, 2);
        var says =
            percent > dilution.MostPercent
                ? $"Too strong for {dilution.Name}: at most {dilution.MostPercent:0.##} %, which is {DropsFor(dilution, dilution.MostPercent, carrierMl):0} drops in this much carrier."
                : $"Within {dilution.MostPercent:0.##} % for {dilution.Name}.";
        return new(
            percent,
            "%",
            $"{drops:0} drops / {dilution.DropsPerMl:0} per ml = {ml:0.00} ml in {carrierMl:0.#} ml",
            dilution.Source,
            says
        );
    }

    /// <summary>Drops that make a percentage in an amount of carrier, rounded down.</summary>
    public static Measured Drops(Dilution dilution, double percent, double carrierMl, DilutionLimits limits)
    {
        Within(carrierMl, limits.LeastCarrierMl, limits.MostCarrierMl, "ml of carrier", "/carrierMl");
        Within(percent, 0, dilution.MostPercent, $"% for {dilution.Name}", "/percent");
        return new(
            DropsFor(dilution, percent, carrierMl),
            "drops",
            $"{percent:0.##} % of {carrierMl:0.#} ml at {dilution.DropsPerMl:0} drops per ml",
            dilution.Source
        );
    }

    /// <summary>Whole days from a date to today.</summary>
    public static Measured DaysSince(LocalDate since, LocalDate on)
    {
        if (since > on)
        {
            throw new RefusalException("date-ahead", $"{since:uuuu-MM-dd} is still to come. Give a date up to {on:uuuu-MM-dd}.", "/since");
        }

        var days = Period.DaysBetween(since, on);
        return new(
            days,
            "days",
            $"from {since:uuuu-MM-dd} to {on:uuuu-MM-dd}",
            new("published", "the calendar"),
            $"{days / 7} weeks and {days % 7} days"
        );
    }

    /// <summary>Completed weeks of pregnancy, with trimester and due date.</summary>
    public static Measured Weeks(LocalDate? lastPeriod, LocalDate? dueDate, LocalDate on, PregnancyCalendar calendar)
    {
        if (lastPeriod is null && dueDate is null)
        {
            throw new RefusalException("no-date", "Give the first day of the last period or the due date.", "");
        }

        var days = Pregnancy.Days(lastPeriod, dueDate, on, calendar);
        if (days < 0 || days > calendar.LongestPregnancyWeeks * 7)
        {
            throw new RefusalException(
                "pregnancy-dates",
                $"That would be {days / 7} weeks. Check the date.",
                lastPeriod is null ? "/dueDate" : "/lastPeriod"
            );
        }

        var due = dueDate ?? lastPeriod!.Value.PlusDays(calendar.DaysFromLastPeriodToDueDate);
        return new(
            days / 7,
            "weeks",
            $"first day of the last period + {calendar.DaysFromLastPeriodToDueDate} days = due date",
            new("from memory", "ACOG, Committee Opinion 700 (2017)"),
            $"{Pregnancy.Spoken(days)}, trimester {Pregnancy.Trimester(days, calendar)}, due {due:uuuu-MM-dd}"
        );
    }

    private static double DropsFor(Dilution dilution, double percent, double carrierMl) =>
        Math.Floor((percent / (100 - percent) * carrierMl * dilution.DropsPerMl) + 1e-9);

    private static void Within(double value, double least, double most, string unit, string pointer)
    {
        if (!(value >= least && value <= most))
        {
            throw new RefusalException(
                "out-of-range",
                FormattableString.Invariant($"{value} is outside {least:0.#} to {most:0.#} {unit}. Measure again and enter it."),
                pointer
            );
        }
    }
}
