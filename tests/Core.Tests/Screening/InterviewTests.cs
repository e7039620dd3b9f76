using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Web.Today;
using NodaTime;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>Interviews ask little, ask only what matters, and end where the trade says they end (common practice).</summary>
public class InterviewTests
{
    private static InterviewResult Ask(string complaint, IReadOnlyList<InterviewAnswer> answers, params FactEntry[] facts) =>
        Interview.Run(
            Known.Base.Complaints[complaint],
            answers,
            Side.Right,
            new(Known.Day, new LocalDate(1986, 1, 1), facts),
            Known.Base.HouseSchool,
            Known.Base
        );

    /// <summary>
    /// Answers "no" (or its like, the last option) until the question asked for comes up, then the answer given; then "no" to the end.
    /// </summary>
    private static InterviewResult Until(string complaint, params (string Question, string Option)[] wanted)
    {
        var answers = new List<InterviewAnswer>();
        var result = Ask(complaint, answers);
        while (result.Next is { } next)
        {
            var option = wanted.FirstOrDefault(w => w.Question == next.Id).Option ?? next.Options[^1].Id;
            answers.Add(new(next.Id, option));
            result = Ask(complaint, answers);
        }

        return result;
    }

    [Theory]
    [InlineData("shoulder", "click", "painful", "avoid", "shoulder.painful-click")]
    [InlineData("shoulder", "click", "painless", "note", "shoulder.painless-click")]
    [InlineData("shoulder", "stiff", "yes", "avoid", "shoulder.frozen")]
    [InlineData("shoulder", "gives-way", "yes", "avoid", "shoulder.gives-way")]
    [InlineData("neck", "turn", "yes", "refer-first", "refer.vertigo")]
    [InlineData("neck", "fever", "yes", "emergency", "emergency.stiff-neck")]
    [InlineData("neck", "whiplash", "recent", "avoid", "neck.unstable")]
    [InlineData("back", "saddle", "yes", "emergency", "emergency.saddle-numbness")]
    [InlineData("back", "leg", "weak", "refer-first", "refer.disc-nerve")]
    [InlineData("back", "night", "yes", "refer-first", "refer.night-pain")]
    [InlineData("leg", "hot", "yes", "refer-first", "refer.hot-calf")]
    [InlineData("leg", "before", "now", "clearance", "clearance.clot")]
    [InlineData("headache", "worst", "yes", "emergency", "emergency.headache")]
    [InlineData("belly", "pulse", "yes", "refer-first", "refer.pulsing-mass")]
    [InlineData("dizziness", "when", "standing", "avoid", "vertigo-standing.rise")]
    [InlineData("dizziness", "when", "turning", "refer-first", "refer.vertigo")]
    public void An_answer_leads_to_what_the_trade_says(string complaint, string question, string option, string verdict, string rule)
    {
        var result = Until(complaint, (question, option));
        Assert.Equal(verdict, result.Verdict);
        Assert.Contains(result.Findings, f => f.Rule == rule);
    }

    [Theory]
    [InlineData(2.9, null)]
    [InlineData(3.0, "refer.calf-difference")]
    [InlineData(4.5, "refer.calf-difference")]
    public void Three_centimetres_between_the_calves_are_referred(double cm, string? rule)
    {
        var result = Ask("leg", [new("hot", "no"), new("girth", Value: cm)]);
        Assert.Equal(rule, result.Findings.Where(f => f.Outcome is Outcome.ReferFirst).Select(f => f.Rule).SingleOrDefault());
    }

    [Fact]
    public void Swelling_of_one_leg_asks_about_a_clot_and_of_both_about_the_cause()
    {
        Assert.Contains("refer.calf-difference", Until("swelling", ("where", "one-leg"), ("girth", "big")).Findings.Select(f => f.Rule));
        Assert.Equal("refer-first", Until("swelling", ("where", "both-legs"), ("cause", "unknown")).Verdict);
        Assert.Equal("avoid", Until("swelling", ("where", "both-legs"), ("cause", "known")).Verdict);
    }

    public static TheoryData<string> Complaints => [.. Known.Base.Complaints.All.Select(c => c.Id)];

    /// <summary>
    /// Every question on every path: two answers lead apart, at once or by the questions they open. Nothing is asked twice.
    /// </summary>
    [Theory]
    [MemberData(nameof(Complaints))]
    public void Only_what_can_change_an_outcome_is_asked(string complaint)
    {
        var random = new Random(7);
        for (var walk = 0; walk < 40; walk++)
        {
            var answers = new List<InterviewAnswer>();
            var result = Ask(complaint, answers);
            while (result.Next is { } next)
            {
                Assert.DoesNotContain(answers, a => a.Question == next.Id);
                var after = next.Options.Select(o => Ask(complaint, [.. answers, new(next.Id, o.Id)])).ToList();
                Assert.True(
                    after.Select(a => string.Join(';', a.Findings.Select(f => f.Rule + f.Outcome)) + a.Next?.Id).Distinct().Count() > 1,
                    $"{complaint}: {next.Id} changes nothing"
                );
                answers.Add(new(next.Id, next.Options[random.Next(next.Options.Count)].Id));
                result = Ask(complaint, answers);
            }
        }
    }

    [Fact]
    public void What_the_history_says_is_not_asked_again()
    {
        FactEntry[] known =
        [
            new("chest-pain-at-rest", FactStatus.No),
            new("fall-today", FactStatus.No),
            new("shoulder-painful-click", Side: Side.Right),
        ];
        var asked = new List<string>();
        var answers = new List<InterviewAnswer>();
        while (Ask("shoulder", answers, known).Next is { } next)
        {
            asked.Add(next.Id);
            answers.Add(new(next.Id, next.Options[^1].Id));
        }

        Assert.DoesNotContain("chest", asked);
        Assert.DoesNotContain("fall", asked);
        Assert.DoesNotContain("click", asked);
    }

    [Fact]
    public void A_no_in_the_interview_never_takes_back_what_was_known() =>
        Assert.Contains(
            Ask("leg", [new("hot", "no")], new FactEntry("hot-swollen-calf", Side: Side.Left)).Findings,
            f => f.Rule == "refer.hot-calf"
        );

    [Theory]
    [InlineData("no-such-question", "yes", "unknown-question")]
    [InlineData("hot", "perhaps", "unknown-option")]
    public void An_answer_to_nothing_is_refused_with_what_there_is(string question, string option, string code) =>
        Assert.Equal(code, Assert.Throws<RefusalException>(() => Ask("leg", [new(question, option)])).Code);
}
