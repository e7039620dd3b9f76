using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Tests.Support;
using NodaTime;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>Cards and lists: a no is one record, it ages, and what was never asked is never read as a no.</summary>
public class AskingTests
{
    private static readonly LocalDate Born = new(1986, 1, 1);
    private static readonly Instant At = Known.Day.AtMidnight().InUtc().ToInstant();

    private static ScreenSubject Person(IReadOnlyList<CardAnswer> cards, params FactEntry[] facts) =>
        new(Known.Day, Born, facts, Cards: cards);

    private static CardAnswer No(string card, int daysAgo = 0, params FactEntry[] yes) =>
        CardAnswer.To(Known.Base.Cards[card], 1, Person([]), yes, "odile", "the client", At) with
        {
            On = Known.Day.PlusDays(-daysAgo),
        };

    private static AskState State(string fact, ScreenSubject subject) => Asked.Of(Known.Base.Facts[fact], subject, Known.Base);

    private static IEnumerable<FactDefinition> Askable =>
        Known.Base.Facts.All.Where(f => f is { Derived: false, OnMention: false } && f.Group != "consent");

    /// <summary>Walks every fact: whatever can be asked stands on a card, and somebody has judged how likely it is.</summary>
    [Fact]
    public void Everything_that_can_be_asked_stands_on_a_card_and_is_judged()
    {
        var onCards = Known.Base.Cards.All.SelectMany(c => c.Facts).ToHashSet();
        Assert.DoesNotContain(Askable, f => !onCards.Contains(f.Id));
        Assert.DoesNotContain(Askable, f => !Known.Base.Likelihoods.Has(f.Id));
        // What is of the day is asked on the day.
        var atTheDoor = Known.Base.Cards.All.Where(c => c.At is CardPlace.Door).SelectMany(c => c.Facts).ToHashSet();
        Assert.DoesNotContain(Askable, f => f.Scope is FactScope.Today && !atTheDoor.Contains(f.Id));
        // The worst a visit can be stopped by is asked on the card without which nothing reads as clear.
        var flags = Known.Base.Cards.All.Where(c => c.RedFlags).SelectMany(c => c.Facts).ToHashSet();
        var emergencies = Known
            .Base.Rules.All.Where(r => r.Then.Any(e => e.Outcome is Outcome.Emergency && e.On is null))
            .SelectMany(r => Conditions.FactsAsked(r.When, Known.Base))
            .Where(f => Known.Base.Facts[f] is { Scope: FactScope.Today, OnMention: false })
            .Distinct();
        Assert.DoesNotContain(emergencies, f => !flags.Contains(f) && f != "fever");
    }

    [Fact]
    public void Each_fact_of_the_history_has_one_age_of_its_no()
    {
        foreach (var fact in Known.Base.Facts.All.Where(f => f is { Scope: FactScope.History, Derived: false }))
        {
            var ages = Known.Base.NoAges.All.Count(a => a.Facts.Contains(fact.Id));
            var groups = Known.Base.NoAges.All.Count(a => a.Groups.Contains(fact.Group));
            Assert.True(ages <= 1 && groups == 1, $"{fact.Id}: {ages} by name, {groups} by its group '{fact.Group}'");
        }
    }

    /// <summary>Red flags this visit, medicines and pregnancy a month, what lasts a year: our own judgement.</summary>
    [Theory]
    [InlineData("now", "chest-pain-at-rest", 0, AskState.Denied)]
    [InlineData("now", "chest-pain-at-rest", 1, AskState.StillSo)]
    [InlineData("could-be", "pregnancy", 30, AskState.Denied)]
    [InlineData("could-be", "pregnancy", 31, AskState.StillSo)]
    [InlineData("medicines", "anticoagulant", 31, AskState.StillSo)]
    [InlineData("heart-and-vessels", "clot", 31, AskState.StillSo)]
    [InlineData("heart-and-vessels", "aneurysm", 31, AskState.Denied)]
    [InlineData("heart-and-vessels", "aneurysm", 365, AskState.Denied)]
    [InlineData("heart-and-vessels", "aneurysm", 366, AskState.StillSo)]
    public void A_no_ages(string card, string fact, int daysAgo, AskState expected) =>
        Assert.Equal(expected, State(fact, Person([No(card, daysAgo)])));

    [Fact]
    public void A_no_to_a_card_is_one_record_that_denies_nothing_known_and_nothing_said_now()
    {
        var answer = CardAnswer.To(
            Known.Base.Cards["heart-and-vessels"],
            1,
            Person([], new FactEntry("varicose-veins")),
            [new("clot", FactStatus.Past)],
            "odile",
            "the client",
            At
        );
        Assert.DoesNotContain("varicose-veins", answer.Denied);
        Assert.DoesNotContain("clot", answer.Denied);
        Assert.Contains("aneurysm", answer.Denied);
        Assert.Equal(AskState.Said, State("varicose-veins", Person([No("heart-and-vessels")], new FactEntry("varicose-veins"))));
        Assert.Equal(AskState.NotAsked, State("epilepsy", Person([answer])));
    }

    [Fact]
    public void What_was_answered_by_a_slip_is_not_asked_and_what_does_not_concern_them_is_not_asked_again()
    {
        Assert.Equal(AskState.NotAsked, State("fever", Person([No("today") with { Withdrawn = true }])));
        var never = No("could-be", 4000) with { NotConcerned = true };
        Assert.Equal(AskState.Denied, State("pregnancy", Person([never])));
        Assert.True(Asked.Today(Known.Base.Cards["could-be"], Person([never])));
        // Who is past the age of a card is not asked it; of whom no age is known, is.
        Assert.True(Asked.Today(Known.Base.Cards["could-be"], Person([]) with { BirthDate = Known.Day.PlusYears(-70) }));
        Assert.False(Asked.Today(Known.Base.Cards["could-be"], Person([]) with { BirthDate = null }));
    }

    [Fact]
    public void A_card_that_was_changed_or_a_yes_to_nothing_on_it_is_refused()
    {
        var card = Known.Base.Cards["now"];
        Assert.Equal("card-changed", Assert.Throws<RefusalException>(() => CardAnswer.To(card, 2, Person([]), [], null, "", At)).Code);
        Assert.Equal(
            "not-on-card",
            Assert.Throws<RefusalException>(() => CardAnswer.To(card, 1, Person([]), [new("epilepsy")], null, "", At)).Code
        );
    }

    [Fact]
    public void At_most_five_further_questions_the_worst_to_miss_first_and_nothing_is_left_out_in_silence()
    {
        var subject = Person([]);
        var missing = MissingFacts.For(subject, Known.Flow(Known.Legs), Known.Base.HouseSchool, Known.Base);
        var further = FurtherQuestions.Of(missing, subject, Known.Base);
        Assert.Equal(FurtherQuestions.Most, further.Ask.Count);
        Assert.Equal(
            missing.Where(m => m.Region is null).Select(m => m.Fact).Order(),
            further.Ask.Concat(further.NotAsked).Select(m => m.Fact).Order()
        );
        int Weight(MissingFact m) => FurtherQuestions.Weight(m, subject, Known.Base);
        Assert.True(further.Ask.Min(Weight) >= further.NotAsked.Max(Weight));
        // Thin bones are likelier at seventy than at forty.
        var bones = missing.Single(m => m.Fact == "osteoporosis");
        Assert.True(FurtherQuestions.Weight(bones, subject with { BirthDate = Known.Day.PlusYears(-70) }, Known.Base) > Weight(bones));
    }

    [Fact]
    public void After_every_card_little_is_left_to_ask_and_without_the_red_flags_nothing_reads_as_clear()
    {
        var all = Person([.. Known.Base.Cards.All.Select(c => No(c.Id))]);
        var missing = MissingFacts.For(all, Known.Flow(Known.Legs), Known.Base.HouseSchool, Known.Base);
        Assert.Empty(missing.Where(m => m.Region is null).Select(m => m.Fact));
        Assert.Empty(Asked.RedFlagsOpen(all, Known.Base));
        // Every no is an answer; a card taken back is none.
        Assert.Equal(all.Cards!.SelectMany(c => c.Denied).Distinct().Count(), Asked.Answers(all));
        Assert.Equal(0, Asked.Answers(all with { Cards = [.. all.Cards!.Select(c => c with { Withdrawn = true })] }));
        Assert.Equal(["Right now"], Asked.RedFlagsOpen(all with { Date = Known.Day.PlusDays(1) }, Known.Base));
        var clear = Known.Screened(Known.Flow(Known.Legs), Born);
        Assert.Equal("Not asked yet: right now.", Headline.Of(clear, [], [], 1, 0, ["Right now"]).Answer);
    }

    [Fact]
    public void An_aged_list_asks_whether_it_is_still_so()
    {
        var subject = Person([No("medicines", 40)]);
        var missing = MissingFacts.For(subject, Known.Flow(Known.Legs), Known.Base.HouseSchool, Known.Base);
        Assert.Equal(Known.Day.PlusDays(-40), missing.Single(m => m.Fact == "anticoagulant").DeniedOn);
        var shown = AskingShown.Of(missing, subject, Known.Base);
        Assert.Equal(CardState.StillSo, shown.Lists.Single(l => l.Id == "medicines").State);
        // What a card asks is asked there and not a second time.
        Assert.DoesNotContain(shown.Further.Ask, m => m.Fact == "anticoagulant");
    }
}
