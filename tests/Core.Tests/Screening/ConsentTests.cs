using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>Consent place by place: asked for by shared skin, never wider than what was said, and by whoever may decide.</summary>
public class ConsentTests(ITestOutputHelper output)
{
    private static readonly LocalDate Adult = new(1986, 1, 1);

    private static ScreenSubject Person(params FactEntry[] said) => new(Known.Day, Adult, said, ConsentMustBeGiven: true);

    private static FactEntry Yes(string region) => Consent.Say(ConsentAnswer.UntilTakenBack, region, null, Person(), Known.Base);

    private static FactEntry No(string region) => Consent.Say(ConsentAnswer.No, region, null, Person(), Known.Base);

    /// <summary>One palm press on a region, light enough that only consent can stand in its way.</summary>
    private static Plan On(string region)
    {
        var plan = Known.Flow(Known.Legs);
        var step = plan.Steps.First(s => s.Technique == "palm-press");
        return plan with { Steps = [step with { Region = region, Level = 1 }] };
    }

    private static IReadOnlyList<ConsentPlace> Places(Plan plan, ScreenSubject subject) => Consent.Places(subject, Known.Context(plan));

    private static bool Waits(Plan plan, ScreenSubject subject) =>
        Screener
            .Findings(subject, Known.Context(plan))
            .Findings.Any(f => f.Rule is "consent.not-given" or Consent.RefusedRule && f.Outcome is Outcome.Avoid);

    /// <summary>Walks every region: whatever shares skin with a place that needs a yes waits for it, and for nothing else.</summary>
    [Fact]
    public void Every_region_that_shares_skin_with_a_vulnerable_place_waits_for_its_yes()
    {
        var vulnerable = Known.Base.Regions.All.Where(r => r.Vulnerable).ToList();
        foreach (var region in Known.Base.Regions.All.Where(r => !r.Anywhere))
        {
            var plan = On(region.Id);
            var shares = vulnerable.Any(v => v.Id == region.Id || v.SharedWith(region) > 0.15 || Known.Base.Holds(v.Id, region.Id));
            var places = Places(plan, Person());
            Assert.True(!shares || places.Count > 0, $"work on {region.Id} touches a place that needs a yes and asks for none");
            Assert.Equal(places.Count > 0, Waits(plan, Person()));
            // A yes to each place that was asked about, and to nothing else, is enough.
            Assert.False(Waits(plan, Person([.. places.Select(p => Yes(p.Region))])), $"{region.Id}: still waits after its yes");
            foreach (var left in places)
            {
                var all = places.Where(p => p != left).Select(p => Yes(p.Region)).ToArray();
                Assert.True(Waits(plan, Person(all)), $"{region.Id} does not wait for the yes to {left.Region}");
            }
        }
    }

    [Fact]
    public void Every_flow_is_free_of_consent_once_its_places_have_their_yes()
    {
        foreach (var flow in Known.Base.Flows.All)
        {
            var plan = Known.Flow(flow.Id);
            var places = Places(plan, Person());
            output.WriteLine($"{flow.Id}: {string.Join(", ", places.Select(p => $"{p.Region} ({p.Steps.Count} steps)"))}");
            Assert.False(Waits(plan, Person([.. places.Select(p => Yes(p.Region))])), flow.Id);
            var open = MissingOf(plan, Person());
            Assert.Equal(places.Select(p => p.Region).Order(StringComparer.Ordinal), open.Order(StringComparer.Ordinal));
        }
    }

    private static IEnumerable<string> MissingOf(Plan plan, ScreenSubject subject) =>
        Core.Screening.Asking.MissingFacts.For(subject, plan, Known.Base.HouseSchool, Known.Base).Select(m => m.Region).OfType<string>();

    /// <summary>Shares worked out by hand from the patches: along times round, of the smaller of the two.</summary>
    [Theory]
    [InlineData("sacrum", "buttocks", 8.0 / 9 * (12.0 / 28))]
    [InlineData("tailbone", "buttocks", 4.0 / 12)]
    [InlineData("groin", "thigh-front", 0.04 / 0.1 * (64.0 / 70))]
    [InlineData("knee", "thigh-inner", 0.04 / 0.13 * (20.0 / 120))]
    [InlineData("calf", "abdomen", 0)]
    public void The_share_of_common_skin_is_that_of_the_smaller_patch(string one, string other, double share)
    {
        var (a, b) = (Known.Base.Regions[one], Known.Base.Regions[other]);
        Assert.Equal(share, a.SharedWith(b), 6);
        Assert.Equal(a.SharedWith(b), b.SharedWith(a), 9);
    }

    [Theory]
    [InlineData("abdomen", "upper-belly", false)]
    [InlineData("upper-belly", "abdomen", true)]
    [InlineData("upper-belly", "lower-belly", true)]
    [InlineData("buttocks", "piriformis", false)]
    [InlineData("adductors", "thigh-inner", true)]
    [InlineData("groin", "abdomen", true)]
    public void A_yes_never_spreads_to_what_was_not_named(string given, string worked, bool waits) =>
        Assert.Equal(waits, Waits(On(worked), Person(Yes(given))));

    [Theory]
    [InlineData("upper-belly", "abdomen")]
    [InlineData("abdomen", "upper-belly")]
    [InlineData("thigh-inner", "adductors")]
    public void A_no_holds_for_all_that_shares_skin_whatever_else_was_said(string refused, string worked) =>
        Assert.True(Waits(On(worked), Person(Yes(worked), No(refused))));

    [Fact]
    public void A_yes_for_today_is_over_tomorrow_and_a_later_one_for_good_is_not()
    {
        var today = Consent.Say(ConsentAnswer.Today, "groin", null, Person(), Known.Base);
        Assert.False(Waits(On("groin"), Person(today)));
        Assert.True(Waits(On("groin"), Person(today) with { Date = Known.Day.PlusDays(1) }));
        Assert.False(Waits(On("groin"), Person(Yes("groin")) with { Date = Known.Day.PlusDays(400) }));
    }

    [Fact]
    public void Who_does_not_decide_alone_has_somebody_named_who_does()
    {
        ScreenSubject[] others = [Person() with { BirthDate = Known.Day.PlusYears(-18).PlusDays(1) }, Person(new FactEntry("dementia"))];
        foreach (var other in others)
        {
            Assert.Equal(
                "guardian-missing",
                Assert.Throws<RefusalException>(() => Consent.Say(ConsentAnswer.Today, "groin", " ", other, Known.Base)).Code
            );
            // A yes that names nobody, on record from before, does not count.
            Assert.True(Waits(On("groin"), other with { Facts = [.. other.Facts, Yes("groin")] }));
            var given = Consent.Say(ConsentAnswer.Today, "groin", "Ina Tarn, mother", other, Known.Base);
            Assert.False(Waits(On("groin"), other with { Facts = [.. other.Facts, given] }));
            // A no needs nobody's leave.
            Assert.Equal(Consent.Refused, Consent.Say(ConsentAnswer.No, "groin", null, other, Known.Base).Fact);
        }

        Assert.False(Consent.NeedsGuardian(Person() with { BirthDate = Known.Day.PlusYears(-18) }, Known.Base));
    }

    /// <summary>Walks every place of every flow: once all that a no takes out is out, nothing stands for it.</summary>
    [Fact]
    public void What_a_no_takes_out_is_all_that_stands_in_its_way()
    {
        foreach (var flow in Known.Base.Flows.All)
        {
            var plan = Known.Flow(flow.Id);
            foreach (var place in Places(plan, Person()))
            {
                Assert.Subset(place.IfRefused.ToHashSet(), place.Steps.ToHashSet());
                var left = plan with { Steps = [.. plan.Steps.Where(s => !place.IfRefused.Contains(s.Id))] };
                var others = Places(left, Person()).Select(p => Yes(p.Region));
                Assert.False(Waits(left, Person([.. others, No(place.Region)])), $"{flow.Id}, {place.Region}");
            }
        }
    }

    [Fact]
    public void A_finding_names_the_places_it_is_about_and_no_others()
    {
        var finding = Screener
            .Findings(Person(), Known.Context(Known.Flow(Known.Groin)))
            .Findings.Single(f => f.Rule == "consent.not-given");
        Assert.Equal("consent not asked yet, groin crease under the hip bone", finding.Because);
    }

    [Fact]
    public void What_needs_no_yes_is_refused_with_another_way() =>
        Assert.Contains("do not touch", Assert.Throws<RefusalException>(() => Yes("calf")).Message, StringComparison.Ordinal);

    [Fact]
    public void The_form_asks_each_place_by_itself()
    {
        var plan = Known.Flow("belly-bowl");
        var person = Person();
        var places = Places(plan, person);
        var form = Letters.ConsentForm(new("Tobin Ash", person, "", plan.Name, "Odile Fenn"), places, Known.Base);
        var asked = form.Parts.Where(p => p.Lines.Contains("[ ] no")).ToList();
        Assert.Equal(places.Count, asked.Count);
        Assert.All(asked, p => Assert.Equal(3, p.Lines.Count));
        Assert.Throws<RefusalException>(() => Letters.ConsentForm(new("A", person, "", "", ""), [], Known.Base));
    }
}
