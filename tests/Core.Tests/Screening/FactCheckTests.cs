using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Web.Today;
using NodaTime;

namespace AmpleLantern.Core.Tests.Screening;

public class FactCheckTests
{
    private static FactEntry Pregnant(string key, string date) => new("pregnancy", Detail: new Dictionary<string, string> { [key] = date });

    public static TheoryData<FactEntry, string> Impossible =>
        new()
        {
            { new("no-such-fact"), "unknown-fact" },
            { new("diabetes", Since: Known.Day.PlusDays(1)), "since-after-today" },
            { new("diabetes", Since: new(2020, 5, 5), Until: new(2020, 5, 4)), "until-before-since" },
            { new("consent-refused", Region: "left ear"), "unknown-region" },
            { Pregnant("lastPeriod", "2025-01-05"), "impossible-pregnancy" }, // 60 weeks
            { Pregnant("dueDate", "2027-06-01"), "impossible-pregnancy" }, // not begun
            { Pregnant("dueDate", "next summer"), "bad-date" },
            { Pregnant("dueDate", "2025-12-01"), "impossible-pregnancy" }, // due three months ago
            { Reading("12", "200"), "number-out-of-range" },
            { Reading("80", "120"), "readings-swapped" },
            { Reading("high", "95"), "not-a-number" },
            { Saying("calf-difference", "cm", "-3"), "not-a-number" },
            { Saying("cancer", "stage", "somewhere"), "no-such-choice" },
        };

    private static FactEntry Saying(string fact, string key, string value) =>
        new(fact, Detail: new Dictionary<string, string> { [key] = value });

    private static FactEntry Reading(string upper, string lower) =>
        new("hypertension", Detail: new Dictionary<string, string> { ["systolic"] = upper, ["diastolic"] = lower });

    /// <summary>A number as people write it counts for what it is.</summary>
    [Theory]
    [InlineData("3", true)]
    [InlineData("3 cm", true)]
    [InlineData("3,5", true)]
    [InlineData(" 3.0cm", true)]
    [InlineData("2,9", false)]
    public void A_number_is_read_as_people_write_it(string said, bool refer)
    {
        var entry = Saying("calf-difference", "cm", said);
        FactCheck.Check(entry, Known.Day, Known.Base, "");
        var found = Known.Screened(Known.Flow("feet-fluid"), new(1980, 1, 1), entry).Findings;
        Assert.Equal(refer, found.Any(f => f.Rule == "refer.calf-difference"));
    }

    [Theory]
    [MemberData(nameof(Impossible))]
    public void What_cannot_be_is_refused(FactEntry entry, string code) =>
        Assert.Equal(code, Assert.Throws<RefusalException>(() => FactCheck.Check(entry, Known.Day, Known.Base, "")).Code);

    [Theory]
    [InlineData("2026-03-03", "birth-after-today")]
    [InlineData("1890-01-01", "birth-too-early")]
    public void Nobody_is_born_tomorrow_or_in_1890(string birth, string code) =>
        Assert.Equal(
            code,
            Assert
                .Throws<RefusalException>(() =>
                    FactCheck.CheckBirth(NodaTime.Text.LocalDatePattern.Iso.Parse(birth).Value, Known.Day, Known.Base)
                )
                .Code
        );

    /// <summary>
    /// Due date = first day of the last period + 280 days; trimesters end at 13w6d and 27w6d.
    /// ACOG, Methods for Estimating the Due Date, Committee Opinion 700 (2017; from memory).
    /// </summary>
    [Theory]
    [InlineData("2026-07-20", "20 weeks", 2)]
    [InlineData("2026-07-21", "19 weeks and 6 days", 2)]
    [InlineData("2026-09-01", "13 weeks and 6 days", 1)]
    [InlineData("2026-08-31", "14 weeks", 2)]
    [InlineData("2026-05-26", "27 weeks and 6 days", 2)]
    [InlineData("2026-05-25", "28 weeks", 3)]
    public void Weeks_and_trimester_follow_from_the_due_date(string due, string weeks, int trimester)
    {
        var days = Pregnancy.Days(null, NodaTime.Text.LocalDatePattern.Iso.Parse(due).Value, Known.Day, Known.Base.PregnancyCalendar);
        Assert.Equal(weeks, Pregnancy.Spoken(days));
        Assert.Equal(trimester, Pregnancy.Trimester(days, Known.Base.PregnancyCalendar));
        Assert.Equal(days, Pregnancy.Days(Known.Day.PlusDays(-days), null, Known.Day, Known.Base.PregnancyCalendar));
    }

    [Fact]
    public void A_birthday_counts_from_the_day_itself()
    {
        Assert.Equal(17, new ScreenSubject(new(2026, 3, 1), new LocalDate(2008, 3, 2), []).Age);
        Assert.Equal(18, new ScreenSubject(new(2026, 3, 2), new LocalDate(2008, 3, 2), []).Age);
    }

    /// <summary>Every bound from both sides: today is no day to come, a reading may be the least and the most there is.</summary>
    [Fact]
    public void What_may_just_be_is_taken()
    {
        FactCheck.Check(new("diabetes", Since: Known.Day), Known.Day, Known.Base, "");
        FactCheck.Check(new("diabetes", Since: new(2020, 5, 5), Until: new(2020, 5, 5)), Known.Day, Known.Base, "");
        FactCheck.CheckBirth(Known.Day, Known.Day, Known.Base);
        var oldest = Known.Day.PlusYears(-Known.Base.Believable.OldestAge);
        FactCheck.CheckBirth(oldest, Known.Day, Known.Base);
        Assert.Throws<RefusalException>(() => FactCheck.CheckBirth(oldest.PlusDays(-1), Known.Day, Known.Base));
    }

    [Fact]
    public void Every_number_of_every_fact_may_be_its_least_and_its_most_and_nothing_beyond()
    {
        var seen = 0;
        foreach (var fact in Known.Base.Facts.All)
        {
            foreach (var detail in fact.Details.Where(d => d.Kind == "number"))
            {
                void Say(double value) =>
                    FactCheck.Check(
                        Saying(fact.Id, detail.Key, value.ToString(System.Globalization.CultureInfo.InvariantCulture)),
                        Known.Day,
                        Known.Base,
                        ""
                    );
                foreach (var (at, beyond) in new[] { (detail.Least, -0.1), (detail.Most, 0.1) }.Where(x => x.Item1 is not 0))
                {
                    if (at is { } limit)
                    {
                        seen++;
                        Say(limit);
                        Assert.Equal("number-out-of-range", Assert.Throws<RefusalException>(() => Say(limit + beyond)).Code);
                    }
                }
            }
        }

        Assert.True(seen > 3, $"{seen} limits seen");
        Assert.Equal(
            "readings-swapped",
            Assert.Throws<RefusalException>(() => FactCheck.Check(Reading("120", "120"), Known.Day, Known.Base, "")).Code
        );
        FactCheck.Check(Reading("121", "120"), Known.Day, Known.Base, "");
    }

    /// <summary>From the day of the last period to the longest there is; the sentence says how many weeks it would be.</summary>
    [Fact]
    public void A_pregnancy_lasts_from_nothing_to_its_longest_and_the_refusal_says_how_long_it_would_be()
    {
        string Iso(LocalDate day) => NodaTime.Text.LocalDatePattern.Iso.Format(day);
        var longest = Known.Base.PregnancyCalendar.LongestPregnancyWeeks;
        FactCheck.Check(Pregnant("lastPeriod", Iso(Known.Day)), Known.Day, Known.Base, "");
        FactCheck.Check(Pregnant("lastPeriod", Iso(Known.Day.PlusWeeks(-longest))), Known.Day, Known.Base, "");
        var over = Assert.Throws<RefusalException>(() =>
            FactCheck.Check(Pregnant("lastPeriod", Iso(Known.Day.PlusWeeks(-longest - 1))), Known.Day, Known.Base, "")
        );
        Assert.Contains($"make {longest + 1} weeks", over.Message);
        // What is past or denied has no weeks that could be wrong.
        FactCheck.Check(Pregnant("lastPeriod", "2019-01-05") with { Status = FactStatus.Past }, Known.Day, Known.Base, "");
    }
}
