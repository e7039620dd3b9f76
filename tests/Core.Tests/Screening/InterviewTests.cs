using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
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
        Ask(complaint, Adult, answers, facts);

    private const int Adult = 40;

    private static InterviewResult Ask(string complaint, int age, IReadOnlyList<InterviewAnswer> answers, params FactEntry[] facts) =>
        Interview.Run(
            Known.Base.Complaints[complaint],
            answers,
            Side.Right,
            new(Known.Day, Known.Day.PlusYears(-age), facts),
            Known.Base.HouseSchool,
            Known.Base
        );

    /// <summary>
    /// Answers "no" (or its like, the last option) until the question asked for comes up, then the answer given; then "no" to the end.
    /// </summary>
    private static InterviewResult Until(string complaint, params (string Question, string Option)[] wanted) =>
        Until(complaint, Adult, wanted);

    private static InterviewResult Until(string complaint, int age, params (string Question, string Option)[] wanted)
    {
        var answers = new List<InterviewAnswer>();
        var result = Ask(complaint, age, answers);
        while (result.Next is { } next)
        {
            var option = wanted.FirstOrDefault(w => w.Question == next.Id).Option ?? next.Options[^1].Id;
            answers.Add(new(next.Id, option));
            result = Ask(complaint, age, answers);
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
    [InlineData("neck", "tearing", "yes", "emergency", "emergency.neck-pain-tearing")]
    [InlineData("neck", "clumsy", "yes", "refer-first", "refer.clumsy-hands")]
    [InlineData("neck", "weaker", "yes", "refer-first", "refer.weak-arm")]
    [InlineData("neck", "chest", "yes", "emergency", "emergency.chest-pain")]
    [InlineData("neck", "night", "yes", "refer-first", "refer.night-pain")]
    [InlineData("dizziness", "signs", "yes", "emergency", "emergency.trouble-swallowing")]
    [InlineData("dizziness", "faint", "yes", "refer-first", "refer.fainting")]
    [InlineData("swelling", "lips", "yes", "emergency", "emergency.lips-swollen")]
    [InlineData("swelling", "chest", "yes", "emergency", "emergency.chest-pain")]
    [InlineData("leg", "cold", "yes", "emergency", "emergency.leg-cold-pale")]
    [InlineData("leg", "rest", "yes", "refer-first", "refer.leg-rest-pain")]
    [InlineData("leg", "streak", "yes", "refer-first", "refer.red-streak")]
    [InlineData("shoulder", "effort", "yes", "refer-first", "refer.pain-on-effort")]
    [InlineData("shoulder", "weak", "yes", "refer-first", "refer.weak-arm")]
    [InlineData("back", "tearing", "yes", "emergency", "emergency.back-pain-tearing")]
    [InlineData("back", "both", "yes", "emergency", "emergency.both-legs-weak")]
    [InlineData("back", "fever", "yes", "refer-first", "refer.back-pain-fever")]
    [InlineData("back", "flank", "yes", "refer-first", "refer.flank-fever")]
    [InlineData("headache", "lying", "yes", "refer-first", "refer.headache-lying-cough")]
    [InlineData("belly", "shut", "yes", "emergency", "emergency.bowel-shut")]
    [InlineData("belly", "black", "yes", "emergency", "emergency.bleeding-inside")]
    [InlineData("belly", "testis", "yes", "emergency", "emergency.testis-pain")]
    [InlineData("midlife", "bleeding", "yes", "refer-first", "refer.bleeding-after-change")]
    [InlineData("tingling", "climbs", "yes", "emergency", "emergency.numbness-climbs")]
    [InlineData("no-energy", "mood", "yes", "refer-first", "refer.no-wish-to-live")]
    [InlineData("jaw", "effort", "yes", "refer-first", "refer.pain-on-effort")]
    [InlineData("knee", "locks", "yes", "refer-first", "refer.joint-locked")]
    [InlineData("foot", "cold", "yes", "emergency", "emergency.leg-cold-pale")]
    public void An_answer_leads_to_what_the_trade_says(string complaint, string question, string option, string verdict, string rule)
    {
        var result = Until(complaint, (question, option));
        Assert.Equal(verdict, result.Verdict);
        Assert.Contains(result.Findings, f => f.Rule == rule);
    }

    /// <summary>The red paths with the age at which they are red: at least a physician first. What may be more is no mistake.</summary>
    [Theory]
    [InlineData("shoulder", 40, "red", "yes", "refer-first")]
    [InlineData("shoulder", 40, "period", "yes", "refer-first")]
    [InlineData("back", 40, "cancer", "yes", "refer-first")]
    [InlineData("back", 17, "first", "yes", "refer-first")]
    [InlineData("back", 60, "first", "yes", "refer-first")]
    [InlineData("back", 40, "pulse", "yes", "refer-first")]
    [InlineData("headache", 58, "temple", "yes", "refer-first")]
    [InlineData("headache", 58, "jaw", "yes", "refer-first")]
    [InlineData("headache", 40, "sight", "yes", "refer-first")]
    [InlineData("headache", 40, "fever", "yes", "emergency")]
    [InlineData("headache", 40, "weak", "yes", "emergency")]
    [InlineData("headache", 30, "pregnant", "yes", "refer-first")]
    [InlineData("headache", 40, "pressure", "crisis", "emergency")]
    [InlineData("dizziness", 40, "blow", "yes", "refer-first")]
    [InlineData("dizziness", 40, "weak", "yes", "emergency")]
    [InlineData("dizziness", 40, "chest", "yes", "emergency")]
    [InlineData("belly", 40, "severe", "yes", "emergency")]
    [InlineData("belly", 40, "fever", "yes", "refer-first")]
    [InlineData("belly", 30, "late", "yes", "refer-first")]
    [InlineData("belly", 58, "habit", "yes", "refer-first")]
    [InlineData("swelling", 40, "breath", "yes", "refer-first")]
    [InlineData("tingling", 40, "weak", "yes", "emergency")]
    [InlineData("tingling", 40, "saddle", "yes", "emergency")]
    [InlineData("tingling", 40, "clumsy", "yes", "refer-first")]
    [InlineData("no-energy", 40, "chest", "yes", "emergency")]
    [InlineData("no-energy", 40, "bleeding", "yes", "refer-first")]
    [InlineData("midlife", 50, "mood", "yes", "refer-first")]
    [InlineData("sleep", 40, "mood", "yes", "refer-first")]
    [InlineData("jaw", 58, "chewing", "yes", "refer-first")]
    [InlineData("knee", 40, "red", "yes", "refer-first")]
    [InlineData("knee", 40, "calf", "yes", "refer-first")]
    [InlineData("foot", 40, "red", "yes", "refer-first")]
    [InlineData("foot", 40, "rest", "yes", "refer-first")]
    [InlineData("foot", 40, "streak", "yes", "refer-first")]
    public void A_red_path_ends_no_lower_than_it_should(string complaint, int age, string question, string option, string least)
    {
        // The last answer about a leg is a weak one: it would make every path red.
        (string, string)[] others = complaint == "back" ? [("leg", "none")] : [];
        var verdict = Until(complaint, age, [.. others, (question, option)]).Verdict;
        string[] hard = ["emergency", "refer-first"];
        Assert.True(
            Array.IndexOf(hard, verdict) >= 0 && Array.IndexOf(hard, verdict) <= Array.IndexOf(hard, least),
            $"{complaint} at {age}, {question}: {option} ends in {verdict}"
        );
    }

    /// <summary>Red only together.</summary>
    [Fact]
    public void A_fall_with_a_blood_thinner_and_stiff_shoulders_with_a_sore_temple_are_red()
    {
        Assert.Equal("refer-first", Until("neck", ("fall", "yes"), ("thinner", "yes")).Verdict);
        Assert.Equal("avoid", Until("neck", ("fall", "yes")).Verdict);
        Assert.Equal("refer-first", Until("shoulder", 58, ("both", "yes"), ("temple", "yes")).Verdict);
    }

    /// <summary>Walks every answer of every interview: what it notes is spoken of by some rule, so no answer falls on deaf ears.</summary>
    [Theory]
    [MemberData(nameof(Complaints))]
    public void Whatever_an_answer_notes_sets_off_a_rule(string complaint)
    {
        foreach (var question in Known.Base.Complaints[complaint].Questions)
        {
            foreach (var option in question.Options.Where(o => o.Sets.Any(f => f.Status is not FactStatus.No)))
            {
                var noted = option.Sets.Where(f => f.Status is not FactStatus.No).ToList();
                bool Speaks(int age) =>
                    Screener
                        .Triggered(new(Known.Day, Known.Day.PlusYears(-age), noted), Known.Base.HouseSchool, Known.Base)
                        .Any(r => r.Triggers.Any(t => noted.Exists(f => f.Fact == t.Fact)));
                // Some signs are red only in the young or the old.
                Assert.True(
                    new[] { 17, Adult, 60, 80 }.Where(age => age >= (question.FromAge ?? 0)).Any(Speaks),
                    $"{complaint}, {question.Id}: {option.Id} notes {string.Join(", ", noted.Select(f => f.Fact))}, of which no rule speaks"
                );
            }
        }
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
    public void Swelling_without_a_known_cause_is_referred()
    {
        string Verdict(params (string, string)[] answers) => Until("swelling", answers).Verdict;
        // Whatever the tape says: one side without a known cause is a clot until a physician has looked.
        Assert.Equal("refer-first", Verdict(("where", "one-leg"), ("one-cause", "unknown"), ("girth", "small")));
        Assert.Equal("refer-first", Verdict(("where", "one-leg"), ("one-cause", "known"), ("girth", "big")));
        Assert.Equal("refer-first", Verdict(("where", "arm"), ("arm-cause", "unknown")));
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

    /// <summary>Every interview, answered by chance and with no to everything: it ends, and never in "clear".</summary>
    [Theory]
    [MemberData(nameof(Complaints))]
    public void No_interview_clears_anybody_and_each_asks_what_is_new_in_the_whole_body(string complaint)
    {
        (string, string)[] nothing = complaint == "back" ? [("leg", "none")] : [];
        Assert.Equal(Interview.NoRedFlag, Until(complaint, nothing).Verdict);
        Assert.Equal("whole", Known.Base.Complaints[complaint].Questions[^1].Id);
        Assert.Equal("refer-first", Until(complaint, [.. nothing, ("whole", "yes")]).Verdict);
        var random = new Random(11);
        for (var walk = 0; walk < 40; walk++)
        {
            var answers = new List<InterviewAnswer>();
            while (Ask(complaint, answers) is { } result)
            {
                Assert.NotEqual(Screener.Clear, result.Verdict);
                if (result.Next is not { } next)
                {
                    break;
                }

                answers.Add(new(next.Id, next.Options[random.Next(next.Options.Count)].Id));
            }
        }
    }

    [Fact]
    public void What_only_the_old_are_asked_is_not_asked_of_the_young()
    {
        bool Asks(LocalDate? born)
        {
            var answers = new List<InterviewAnswer>();
            var subject = new ScreenSubject(Known.Day, born, []);
            while (
                Interview.Run(Known.Base.Complaints["headache"], answers, null, subject, Known.Base.HouseSchool, Known.Base).Next
                    is { } next
            )
            {
                answers.Add(new(next.Id, next.Options[^1].Id));
            }

            return answers.Any(a => a.Question == "temple");
        }

        Assert.True(Asks(new(1956, 1, 1)));
        Assert.False(Asks(new(1996, 1, 1)));
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
