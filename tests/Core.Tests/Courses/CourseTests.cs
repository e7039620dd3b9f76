using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Courses;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Tests.Courses;

/// <summary>What a session found becomes the next plan, and a course says when to stop.</summary>
public sealed class CourseTests
{
    private readonly Plan legs = Known.Flow(Known.Legs);
    private static readonly WantedAim Calf = new("calf", Quality: "heavy");

    private PlanFromLast Next(
        IReadOnlyList<(string, string)>? felt = null,
        IReadOnlyList<Change>? changes = null,
        Func<PlanStep, bool>? given = null,
        string aim = "calf"
    ) => NextPlan.From(Found(felt, changes, given, aim), 90, Known.Base.HouseSchool, Known.Usual, Known.Base);

    private SessionFound Found(
        IReadOnlyList<(string, string)>? felt = null,
        IReadOnlyList<Change>? changes = null,
        Func<PlanStep, bool>? given = null,
        string aim = "calf"
    ) =>
        new(
            legs,
            [.. legs.Steps.Select(s => new GivenStep(s.Id, 30, given?.Invoke(s) == false ? 0 : 30, 5, 5, s.Level))],
            felt ?? [],
            changes ?? [],
            [new(aim)]
        );

    private static Change Judged(string measure, double before, double after) =>
        ChangeJudge.Judge(Known.Base.Measures[measure], new(measure, before, after));

    [Fact]
    public void Too_much_is_given_lighter_on_both_sides_and_says_why()
    {
        var next = Next([("thumbs.left", "too-much")]);
        Assert.All(["thumbs.left", "thumbs.right"], id => Assert.Equal(legs.Step(id).Level - 1, next.Plan.Step(id).Level));
        var reason = Assert.Single(next.Reasons);
        Assert.Contains("Too much", reason.Because, StringComparison.Ordinal);
        Assert.Contains(legs.Step("thumbs.left").Name, reason.Because, StringComparison.Ordinal);
    }

    [Fact]
    public void What_serves_the_aim_and_was_not_reached_is_pinned()
    {
        var next = Next(given: s => s.Region != "calf");
        var calves = legs.Steps.Where(s => s is { Region: "calf", Role: StepRole.Work }).ToList();
        Assert.NotEmpty(calves);
        Assert.All(calves, s => Assert.True(next.Plan.Step(s.Id).Pinned));
        Assert.DoesNotContain(next.Plan.Steps, s => s.Pinned && !s.Regions.Any(r => Known.Base.Overlap("calf", r)));
    }

    /// <summary>Heaviness of 6 that stays 6 asks for more of it, 6 to 3 for the same, 6 to 8 for less (2 points or 30 % count).</summary>
    [Theory]
    [InlineData(6, 6, 1, 0)]
    [InlineData(6, 3, 0, 0)]
    [InlineData(6, 8, 0, -1)]
    public void The_measure_decides_whether_more_the_same_or_less_is_given(double before, double after, int repeats, int level)
    {
        var aim = level < 0 ? "thigh-back" : "calf";
        var next = Next(changes: [Judged("heaviness", before, after)], aim: aim);
        var free = legs
            .Steps.Where(s => s.Region == aim && s.Role is StepRole.Work && (repeats == 0 || s.Repeats < s.Range.Max))
            .Where(s => level == 0 || s.Level > Known.Base.Techniques[s.Technique].Levels.Min)
            .ToList();
        Assert.NotEmpty(free);
        Assert.All(
            free,
            s => Assert.Equal((s.Repeats + repeats, s.Level + level), (next.Plan.Step(s.Id).Repeats, next.Plan.Step(s.Id).Level))
        );
        Assert.All(
            legs.Steps.Where(s => !s.Regions.Any(r => Known.Base.Overlap(aim, r))),
            s => Assert.Equal((s.Repeats, s.Level), (next.Plan.Step(s.Id).Repeats, next.Plan.Step(s.Id).Level))
        );
        Assert.Single(next.Reasons);
    }

    /// <summary>30 s were given of each step: of the aims served at the calf, the one with the most of them helped.</summary>
    [Fact]
    public void What_helped_is_the_aim_that_most_of_the_time_there_served()
    {
        var helped = Assert.Single(WhatHelped.From(Found(changes: [Judged("heaviness", 6, 3)]), Known.Base));
        double Seconds(Aim aim) =>
            30
            * legs.Steps.Count(s => s.Regions.Any(r => Known.Base.Overlap("calf", r)) && s.Purpose.Split(", ").Any(aim.Purposes.Contains));
        var most = Known.Base.Of<Aim>().All.Max(Seconds);
        Assert.Equal(most, Seconds(Known.Base.Of<Aim>()[helped.Aim.For!]));
        Assert.Contains(FormattableString.Invariant($"{most / 60:0.#} min"), helped.Because, StringComparison.Ordinal);
        Assert.Contains("6 to 3", helped.Because, StringComparison.Ordinal);
    }

    [Fact]
    public void Nothing_helped_where_nothing_is_better_or_something_is_worse_or_nothing_was_given()
    {
        Assert.Empty(WhatHelped.From(Found(changes: [Judged("heaviness", 6, 6)]), Known.Base));
        Assert.Empty(WhatHelped.From(Found(changes: [Judged("heaviness", 6, 3), Judged("pain", 2, 6)]), Known.Base));
        Assert.Empty(WhatHelped.From(Found(changes: [Judged("heaviness", 6, 3)], given: _ => false), Known.Base));
    }

    [Fact]
    public void Two_sides_measured_say_which_is_the_worse() =>
        Assert.Equal(Side.Right, Next(changes: [Judged("hip-flexion-left", 80, 85), Judged("hip-flexion-right", 60, 62)]).Plan.WorseSide);

    [Fact]
    public void Nothing_found_changes_nothing()
    {
        var next = Next();
        Assert.Empty(next.Reasons);
        Assert.Equal(legs.Steps, next.Plan.Steps);
    }

    // Common practice: after three visits without a change that counts, look again or refer.
    [Theory]
    [InlineData("", false)]
    [InlineData("same same", false)]
    [InlineData("same same same", true)]
    [InlineData("better same same", false)]
    [InlineData("better same same same", true)]
    [InlineData("same same same better", false)]
    [InlineData("same not-measured same same", true)]
    [InlineData("not-measured not-measured not-measured", true)]
    [InlineData("better worse", true)]
    public void A_course_says_when_to_look_again(string visits, bool stops)
    {
        var helped = visits
            .Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .Select(v => Enum.Parse<Helped>(v.Replace("-", "", StringComparison.Ordinal), ignoreCase: true))
            .ToList();
        Assert.Equal(stops, CourseStanding.Of(helped, Known.Base).LookAgain is not null);
    }

    [Fact]
    public void A_course_falls_on_its_days_and_refuses_what_is_none()
    {
        var terms = new CourseTerms([Calf], 3, 7, ["heaviness"]);
        terms.Check(Known.Base);
        Assert.Equal([new(2026, 1, 1), new(2026, 1, 8), new(2026, 1, 15)], terms.Days(new LocalDate(2026, 1, 1)));
        foreach (
            var (wrong, code) in new (CourseTerms, string)[]
            {
                (terms with { Visits = 1 }, "visits-out-of-range"),
                (terms with { Visits = 400 }, "visits-out-of-range"),
                (terms with { EveryDays = 0 }, "days-out-of-range"),
                (terms with { Measures = ["sneezing"] }, "unknown-word"),
                (terms with { Aims = [new("nowhere")] }, "unknown-word"),
            }
        )
        {
            Assert.Equal(code, Assert.Throws<RefusalException>(() => wrong.Check(Known.Base)).Code);
        }
    }
}
