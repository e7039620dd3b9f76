using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Web.Today;
using NodaTime;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>When a condition holds: status, dates, details, age and their combinations.</summary>
public class ConditionsTests
{
    private static readonly Condition Diabetes = new() { Fact = "diabetes" };
    private static readonly Condition Fever = new() { Fact = "fever" };

    private static bool Holds(Condition when, LocalDate? birth, params FactEntry[] facts) =>
        Conditions.Triggers(when, new(Known.Day, birth, facts), Known.Base.HouseSchool, Known.Base).Count > 0;

    [Theory]
    [InlineData(FactStatus.Known, true)]
    [InlineData(FactStatus.Suspected, true)]
    [InlineData(FactStatus.Past, true)] // it lasts for life
    [InlineData(FactStatus.No, false)]
    public void What_is_known_or_suspected_counts_unless_a_rule_says_otherwise(FactStatus status, bool holds)
    {
        Assert.Equal(holds, Holds(Diabetes, null, new FactEntry("diabetes", status)));
        Assert.Equal(
            status is FactStatus.Past,
            Holds(new() { Fact = "diabetes", Status = [FactStatus.Past] }, null, new FactEntry("diabetes", status))
        );
    }

    [Theory]
    [InlineData(-1, null, true)] // began yesterday, goes on
    [InlineData(0, null, true)] // begins today
    [InlineData(-30, -1, false)] // ended yesterday
    [InlineData(-30, 0, true)] // ends today
    public void A_fact_holds_from_its_first_to_its_last_day(int since, int? until, bool holds) =>
        Assert.Equal(
            holds,
            Holds(
                Diabetes,
                null,
                new FactEntry("diabetes", Since: Known.Day.PlusDays(since), Until: until is { } u ? Known.Day.PlusDays(u) : null)
            )
        );

    [Theory]
    [InlineData(0, true)]
    [InlineData(-3, true)]
    [InlineData(-4, false)]
    public void Three_days_are_three_days(int since, bool holds) =>
        Assert.Equal(
            holds,
            Holds(new() { Fact = "acute-sprain", WithinDays = 3 }, null, new FactEntry("acute-sprain", Since: Known.Day.PlusDays(since)))
        );

    [Fact]
    public void What_has_no_date_is_read_strictly()
    {
        Assert.True(Holds(new() { Fact = "acute-sprain", WithinDays = 3 }, null, new FactEntry("acute-sprain")));
        Assert.True(Holds(new() { Fact = "pregnancy", PregnancyWeeksFrom = 20 }, null, new FactEntry("pregnancy")));
    }

    [Fact]
    public void A_detail_must_be_as_the_rule_asks()
    {
        var when = new Condition
        {
            Fact = "cancer",
            Detail = new Dictionary<string, string> { ["stage"] = "in-treatment" },
        };
        FactEntry Cancer(string stage) => new("cancer", Detail: new Dictionary<string, string> { ["stage"] = stage });
        Assert.True(Holds(when, null, Cancer("in-treatment")));
        Assert.False(Holds(when, null, Cancer("past")));
        // What was not said is read at its worst, under a "not" too, unless the rule leaves that to another.
        Assert.True(Holds(when, null, new FactEntry("cancer")));
        Assert.True(Holds(new() { All = [new() { Fact = "cancer" }, new() { Not = when }] }, null, new FactEntry("cancer")));
        Assert.False(Holds(when with { SaidOnly = true }, null, new FactEntry("cancer")));
    }

    [Fact]
    public void Any_all_and_not_are_what_they_say()
    {
        var (fever, diabetes) = (new FactEntry("fever"), new FactEntry("diabetes"));
        Assert.True(Holds(new() { Any = [Fever, Diabetes] }, null, diabetes));
        Assert.False(Holds(new() { All = [Fever, Diabetes] }, null, diabetes));
        Assert.True(Holds(new() { All = [Fever, Diabetes] }, null, diabetes, fever));
        Assert.True(Holds(new() { All = [Fever, new() { Not = Diabetes }] }, null, fever));
        Assert.False(Holds(new() { All = [Fever, new() { Not = Diabetes }] }, null, fever, diabetes));
        Assert.Equal(["diabetes", "fever"], Conditions.FactsAsked(new() { Any = [Fever, new() { Not = Diabetes }] }).Order());
    }

    /// <summary>Past is not gone: what lasts is there still, what was lately or nobody knows when counts as if it were.</summary>
    [Theory]
    [InlineData("hip-replacement", "2001-01-01", true)]
    [InlineData("hip-replacement", null, true)]
    [InlineData("clot", "2026-01-20", true)]
    [InlineData("clot", "2021-01-01", false)]
    [InlineData("clot", null, true)]
    [InlineData("recent-fracture", "2025-06-01", false)]
    [InlineData("fever", null, false)]
    public void What_is_said_as_past_counts_as_long_as_it_matters(string fact, string? since, bool holds) =>
        Assert.Equal(
            holds,
            Holds(
                new() { Fact = fact },
                null,
                new FactEntry(fact, FactStatus.Past, since is null ? null : NodaTime.Text.LocalDatePattern.Iso.Parse(since).Value)
            )
        );

    [Fact]
    public void Several_weigh_together_each_counted_once()
    {
        var two = new Condition { AtLeast = new(2, [Fever, Diabetes, new() { AgeFrom = 75 }]) };
        var (fever, diabetes) = (new FactEntry("fever"), new FactEntry("diabetes"));
        Assert.False(Holds(two, new(1990, 1, 1), fever, fever));
        Assert.True(Holds(two, new(1990, 1, 1), fever, diabetes));
        Assert.True(Holds(two, new(1951, 3, 2), fever)); // 75 today
        Assert.False(Holds(two, new(1951, 3, 3), fever)); // 75 tomorrow
        Assert.Equal(["diabetes", "fever"], Conditions.FactsAsked(two).Order());
    }

    [Theory]
    [InlineData("calf", true)]
    [InlineData("whole-leg", true)]
    [InlineData("forearm", false)]
    [InlineData(null, true)] // not said: it may be there
    public void A_place_is_met_by_what_lies_in_it(string? region, bool holds)
    {
        var entry = new FactEntry("recent-fracture", Region: region);
        Assert.Equal(holds, Holds(new() { Fact = "recent-fracture", Regions = ["leg"] }, null, entry));
        Assert.Equal(region is null, Holds(new() { Fact = "recent-fracture", PlaceNotSaid = true }, null, entry));
    }

    [Fact]
    public void Without_a_birth_date_no_age_rule_speaks()
    {
        Assert.False(Holds(new() { Age = AgeCondition.Child }, null));
        Assert.False(Holds(new() { Age = AgeCondition.OlderAdult }, null));
    }

    [Fact]
    public void A_finding_says_the_fact_with_its_side_how_sure_and_since_when() =>
        Assert.Equal(
            "blood clot, right, suspected, since 1 Mar 2026",
            Conditions.Saying(new("clot", FactStatus.Suspected, new LocalDate(2026, 3, 1), Side: Side.Right), Known.Day, Known.Base)
        );

    private static Dictionary<string, string> Said(string name, string? value) => value is null ? [] : new() { [name] = value };

    [Theory]
    [InlineData("160", true)]
    [InlineData("159", false)]
    [InlineData("161", true)]
    [InlineData(null, true)] // read at its worst
    [InlineData("high", false)] // no number that reaches it; the check asks for one
    public void A_number_must_be_reached(string? systolic, bool holds)
    {
        var when = new Condition
        {
            Fact = "hypertension",
            DetailFrom = new Dictionary<string, double> { ["systolic"] = 160 },
        };
        Assert.Equal(holds, Holds(when, null, new FactEntry("hypertension", Detail: Said("systolic", systolic))));
        Assert.False(Holds(when with { SaidOnly = true }, null, new FactEntry("hypertension")));
    }

    [Theory]
    [InlineData(Side.Left, true)]
    [InlineData(Side.Right, false)]
    [InlineData(Side.Both, true)]
    [InlineData(null, true)] // not said: it may be that one
    public void A_side_is_met_by_itself_by_both_and_by_none_said(Side? side, bool holds) =>
        Assert.Equal(holds, Holds(new() { Fact = "knee-trouble", Side = Side.Left }, null, new FactEntry("knee-trouble", Side: side)));

    /// <summary>Weeks by Naegele's count: the due date is the end of the fortieth.</summary>
    [Theory]
    [InlineData("2026-07-20", 20, true)] // 140 days to go: 20 weeks today
    [InlineData("2026-07-21", 20, false)]
    [InlineData("2026-07-19", 20, true)]
    public void Whole_weeks_of_a_pregnancy_are_reached_or_not(string due, int weeks, bool reached)
    {
        var pregnant = new FactEntry("pregnancy", Detail: Said("dueDate", due));
        Assert.Equal(reached, Holds(new() { Fact = "pregnancy", PregnancyWeeksFrom = weeks }, null, pregnant));
        Assert.Equal(!reached, Holds(new() { Fact = "pregnancy", PregnancyWeeksBelow = weeks }, null, pregnant));
        Assert.True(Holds(new() { Fact = "pregnancy", PregnancyWeeksBelow = weeks }, null, new FactEntry("pregnancy")));
    }

    [Fact]
    public void An_age_group_begins_and_ends_where_the_school_says()
    {
        var (house, day) = (Known.Base.HouseSchool, Known.Day);
        bool Is(AgeCondition age, LocalDate birth) => Holds(new() { Age = age }, birth);
        Assert.True(Is(AgeCondition.Child, day.PlusYears(-house.ChildBelowAge).PlusDays(1)));
        Assert.False(Is(AgeCondition.Child, day.PlusYears(-house.ChildBelowAge)));
        Assert.True(Is(AgeCondition.OlderAdult, day.PlusYears(-house.OlderAdultFromAge)));
        Assert.False(Is(AgeCondition.OlderAdult, day.PlusYears(-house.OlderAdultFromAge).PlusDays(1)));
    }

    [Fact]
    public void A_schools_choice_lets_a_condition_hold_without_a_word_of_its_own()
    {
        foreach (var question in Known.Base.Disagreements.All)
        {
            var chosen = question.Options.Where(o => Holds(new() { School = new(question.Id, o.Id) }, null)).ToList();
            Assert.True(chosen.Count == 1, $"{question.Id}: {chosen.Count} options hold at once");
        }
    }

    [Fact]
    public void A_condition_is_said_in_words()
    {
        string Spoken(Condition when) => Conditions.Spoken(when, Known.Base);
        var pregnancy = Known.Base.Facts["pregnancy"].Name;
        Assert.Equal($"{pregnancy}, from 20 weeks", Spoken(new() { Fact = "pregnancy", PregnancyWeeksFrom = 20 }));
        Assert.Equal($"{pregnancy}, before 14 weeks", Spoken(new() { Fact = "pregnancy", PregnancyWeeksBelow = 14 }));
        Assert.Equal("diabetes and not fever", Spoken(new() { All = [Diabetes, new() { Not = Fever }] }));
        Assert.Equal("2 of: fever, diabetes, from 75 years", Spoken(new() { AtLeast = new(2, [Fever, Diabetes, new() { AgeFrom = 75 }]) }));
        Assert.Equal(
            "children or older adults",
            Spoken(new() { Any = [new() { Age = AgeCondition.Child }, new() { Age = AgeCondition.OlderAdult }] })
        );
        Assert.EndsWith(
            ", systolic 160 or more",
            Spoken(
                new()
                {
                    Fact = "hypertension",
                    DetailFrom = new Dictionary<string, double> { ["systolic"] = 160 },
                }
            )
        );
        Assert.EndsWith(", in treatment", Spoken(new() { Fact = "cancer", Detail = Said("stage", "in-treatment") }));
        Assert.EndsWith(", known or in the past", Spoken(new() { Fact = "clot", Status = [FactStatus.Known, FactStatus.Past] }));
        Assert.Equal("everyone", Spoken(new() { Always = true }));
    }

    [Theory]
    [InlineData("2026-07-20", ", 20 weeks")]
    [InlineData(null, "")]
    public void A_pregnancy_is_said_with_its_weeks_and_nothing_else_is(string? due, string weeks)
    {
        Assert.EndsWith(
            Known.Base.Facts["pregnancy"].Name + weeks,
            Conditions.Saying(new("pregnancy", Detail: Said("dueDate", due)), Known.Day, Known.Base)
        );
        Assert.DoesNotContain("week", Conditions.Saying(new("diabetes", Detail: Said("dueDate", due)), Known.Day, Known.Base));
    }
}
