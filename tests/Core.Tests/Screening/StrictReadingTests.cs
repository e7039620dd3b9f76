using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Web.Today;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using NodaTime;
using Outcome = AmpleLantern.Core.Screening.Outcome;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>What does not fit together, is not known, or was cleared: read strictly, said, and lifted only where it may be.</summary>
public class StrictReadingTests
{
    private static readonly LocalDate Adult = new(1990, 1, 1);

    private static FactEntry Medicine(string name) => new("medicine", Detail: new Dictionary<string, string> { ["name"] = name });

    private static FactEntry Pregnant(params (string Key, string Date)[] dates) =>
        new("pregnancy", Detail: dates.ToDictionary(d => d.Key, d => d.Date));

    [Fact]
    public void An_unknown_medicine_is_a_note_and_a_question_never_a_blood_thinner()
    {
        var result = Known.Screened(Known.Flow(Known.Groin), Adult, Medicine("green tablets"));
        Assert.Contains(result.Findings, f => f.Rule == "medicine.unknown" && f.Outcome is Outcome.Note);
        Assert.DoesNotContain(result.Findings, f => f.Rule == "compression-hold.anticoagulant");
        Assert.Contains("green tablets", Assert.Single(result.Unresolved!).Saying, StringComparison.Ordinal);
    }

    [Fact]
    public void What_was_not_said_though_a_rule_asks_for_it_is_told_and_how_it_is_read()
    {
        string? Told(FactEntry entry) => Known.Screened(Known.Flow(Known.Legs), Adult, entry).Unresolved?.SingleOrDefault()?.Saying;
        Assert.Equal("Replaced hip: not said the side, approach. Read at its worst until it is.", Told(new("hip-replacement")));
        Assert.Equal("Cancer: not said stage. Read at its worst until it is.", Told(new("cancer")));
        Assert.Null(Told(new("diabetes")));
    }

    [Fact]
    public void A_medicine_outweighs_a_no_and_the_contradiction_is_said()
    {
        var result = Known.Screened(Known.Flow(Known.Groin), Adult, Medicine("warfarin"), new("anticoagulant", FactStatus.No));
        Assert.Contains(result.Findings, f => f.Rule == "compression-hold.anticoagulant");
        Assert.Contains("answered with no", Assert.Single(result.Unresolved!).Saying, StringComparison.Ordinal);
    }

    [Fact]
    public void Two_due_dates_are_read_by_the_stricter_one_for_each_rule()
    {
        // 12 weeks by one date, 20 by the other: too early for foot reflexes, too late to lie flat for long.
        var both = Pregnant(("dueDate", "2026-09-14"), ("secondDueDate", "2026-07-20"));
        Assert.Contains(Known.Screened(Known.Flow("feet-fluid"), Adult, both).Findings, f => f.Rule == "pregnancy.feet-early");
        var legs = Known.Screened(Known.Flow(Known.Legs), Adult, both);
        Assert.Contains(legs.Findings, f => f.Rule == "pregnancy.from-20-weeks");
        Assert.Contains("12 weeks and 20 weeks", Assert.Single(legs.Unresolved!).Saying, StringComparison.Ordinal);
        Assert.Empty(
            Known.Screened(Known.Flow(Known.Legs), Adult, Pregnant(("dueDate", "2026-09-14"), ("lastPeriod", "2025-12-10"))).Unresolved!
        );
    }

    [Theory]
    [InlineData("2018-01-01")]
    [InlineData("1960-01-01")]
    public void A_pregnancy_that_the_birth_date_makes_impossible_is_doubted_aloud_and_still_screened(string birth)
    {
        var result = Known.Screened(
            Known.Flow(Known.Groin),
            NodaTime.Text.LocalDatePattern.Iso.Parse(birth).Value,
            Pregnant(("dueDate", "2026-07-20"))
        );
        Assert.Contains("one of the two is wrong", Assert.Single(result.Unresolved!).Saying, StringComparison.Ordinal);
        Assert.Contains(result.Findings, f => f.Rule == "compression-hold.pregnancy");
    }

    [Fact]
    public void Where_consent_must_be_given_a_vulnerable_region_waits_for_its_yes()
    {
        ScreenResult With(params FactEntry[] facts) =>
            Screener.Run(
                new(Known.Day, Adult, facts, ConsentMustBeGiven: true),
                Known.Flow(Known.Groin),
                Known.Base.HouseSchool,
                Known.Usual,
                Known.Base
            );
        Assert.Contains(With().Findings, f => f.Rule == "consent.not-given" && f.Outcome is Outcome.Avoid);
        Assert.DoesNotContain(
            With(new FactEntry("consent-given", Region: "groin")).Findings,
            f => f.Rule.StartsWith("consent", StringComparison.Ordinal)
        );
        Assert.Contains(
            With(new FactEntry("consent-given", Region: "groin", Until: Known.Day.PlusDays(-1))).Findings,
            f => f.Rule == "consent.not-given"
        );
        Assert.Contains(With(new FactEntry("consent-refused", Region: "groin")).Findings, f => f.Rule == "consent.region");
    }

    [Theory]
    [InlineData("clearance.clot", "2026-02-20", "2026-03-20", "avoid")] // "clearance" is lifted; feet only, no calves, stays
    [InlineData("clearance.clot", "2026-01-20", "2026-03-01", "clearance")] // expired yesterday
    [InlineData("clearance.cardiac-event", "2026-02-20", "2026-03-20", "clearance")] // for something else
    public void A_written_OK_lifts_only_what_it_covers_and_only_while_it_holds(string rule, string given, string expires, string verdict)
    {
        LocalDate Day(string text) => NodaTime.Text.LocalDatePattern.Iso.Parse(text).Value;
        var subject = new ScreenSubject(
            Known.Day,
            Adult,
            [new("clot")],
            [new(rule, "Dr Hale", Day(given), Day(expires), "gentle foot reflexes")]
        );
        Assert.Equal(verdict, Screener.Run(subject, Known.Flow("feet-fluid"), Known.Base.HouseSchool, Known.Usual, Known.Base).Verdict);
    }

    [Theory]
    [InlineData("compression-hold.clot", "Dr Hale", "2026-02-20", "2026-03-20", "feet only", "no-clearance-asked")]
    [InlineData("clearance.clot", " ", "2026-02-20", "2026-03-20", "feet only", "physician-missing")]
    [InlineData("clearance.clot", "Dr Hale", "2026-02-20", "2026-03-20", "ok", "scope-missing")]
    [InlineData("clearance.clot", "Dr Hale", "2026-03-03", "2026-03-20", "feet only", "given-after-today")]
    [InlineData("clearance.clot", "Dr Hale", "2026-02-20", "2026-02-19", "feet only", "expires-before-given")]
    [InlineData("clearance.clot", "Dr Hale", "2026-01-20", "2026-03-01", "feet only", "expired")]
    public void A_written_OK_that_cannot_stand_is_refused(
        string rule,
        string physician,
        string given,
        string expires,
        string scope,
        string code
    )
    {
        LocalDate Day(string text) => NodaTime.Text.LocalDatePattern.Iso.Parse(text).Value;
        Assert.Equal(
            code,
            Assert
                .Throws<RefusalException>(() =>
                    ClearanceCheck.Check(new(rule, physician, Day(given), Day(expires), scope), Known.Day, Known.Base)
                )
                .Code
        );
    }

    [Fact]
    public void A_letter_rests_on_the_findings_and_is_not_written_without_them()
    {
        var subject = new LetterSubject(
            "Sedge Oumari",
            new(Known.Day, Adult, [new("hot-swollen-calf", Side: Side.Right), new("diabetes")]),
            "Hot since yesterday.",
            "Legs on the mat",
            "Teo Marsh"
        );
        var findings = Known.Screened(Known.Flow(Known.Legs), Adult, [.. subject.Screened.Facts]).Findings;
        var letter = Letters.Draft(LetterKind.Referral, subject, findings, Known.Base);
        Assert.True(letter.Urgent);
        Assert.Contains("hot, red, swollen or painful calf, right", letter.Parts[0].Lines);
        Assert.Contains(
            letter.Parts[0].Lines,
            l => l.StartsWith("Also known to us: ", StringComparison.Ordinal) && l.Contains("diabetes", StringComparison.Ordinal)
        );
        Assert.Equal(
            "no-ground",
            Assert.Throws<RefusalException>(() => Letters.Draft(LetterKind.Clearance, subject, findings, Known.Base)).Code
        );
        var click = Known
            .Screened(Known.Flow("neck-then-shoulder"), Adult, new FactEntry("shoulder-painful-click", Side: Side.Right))
            .Findings;
        Assert.False(Letters.Draft(LetterKind.Referral, subject, click, Known.Base).Urgent);
    }

    /// <summary>No pressure on anyone, by common practice, whatever the client has: the places of the trade's own list.</summary>
    [Theory]
    [InlineData("popliteal-hollow")]
    [InlineData("throat")]
    [InlineData("spine-bones")]
    [InlineData("floating-ribs")]
    [InlineData("kidneys")]
    [InlineData("eyes")]
    [InlineData("armpit")]
    [InlineData("tailbone")]
    [InlineData("breastbone-tip")]
    [InlineData("femoral-triangle")]
    public void Some_places_are_pressed_on_nobody(string region)
    {
        var plan = Known.Flow(Known.Legs);
        var changed = plan with { Steps = [.. plan.Steps.Select((s, i) => i == 5 ? s with { Region = region } : s)] };
        Assert.Contains(
            Known.Screened(changed, Adult).Findings,
            f => f.Outcome is Outcome.Avoid && f.Steps.SequenceEqual([plan.Steps[5].Id])
        );
    }

    [Theory]
    [InlineData("calf", 3, "modify")] // the calves are sensitive under a foot
    [InlineData("lower-back", 2, "avoid")] // nothing lies under the lumbar hollow
    [InlineData("thigh-back", 3, "clear")]
    public void Under_a_treading_foot_the_calf_is_light_and_the_lumbar_hollow_left_out(string region, int level, string verdict)
    {
        var plan = Known.Flow("treading-with-frame");
        var step = plan.Step("thighs") with { Region = region, Contact = "arch-of-foot", Through = null, AlsoAt = null, Level = level };
        Assert.Equal(verdict, Known.Screened(plan with { Steps = [step] }, Adult).Verdict);
    }

    [Fact]
    public void When_most_of_a_plan_is_out_the_flows_that_go_are_named_freest_first()
    {
        IReadOnlyList<OtherFlow> Others(params FactEntry[] facts) =>
            OtherFlows.For(new(Known.Day, Adult, facts), Known.Flow("belly-bowl"), Known.Base.HouseSchool, Known.Usual, Known.Base);
        var full = Others(new FactEntry("meal-within-two-hours"));
        Assert.DoesNotContain(full, f => f.Flow == "belly-bowl");
        Assert.Equal(full.Select(f => f.Touched).Order(), full.Select(f => f.Touched));
        Assert.DoesNotContain(Others(new FactEntry("osteoporosis")), f => f.Flow == "treading-with-frame");
        Assert.Empty(Others(new FactEntry("fever")));
    }

    private static Arbitrary<(string Flow, FactEntry[] Facts)> Anyone()
    {
        var one =
            from fact in Gen.Elements(Known.Base.Facts.All.Where(f => !f.Derived && f.Id != "medicine").Select(f => f.Id))
            from side in Gen.Elements<Side?>(null, Side.Left, Side.Right)
            from status in Gen.Elements(FactStatus.Known, FactStatus.Known, FactStatus.Suspected, FactStatus.Past)
            from region in Gen.Elements(null, "leg", "arm", "abdomen", "sole", "neck", "shoulder-blades")
            select new FactEntry(fact, status, Side: side, Region: region);
        var some = Gen.ArrayOf(one, 4).Select(f => f.DistinctBy(x => x.Fact).ToArray());
        var flow = Gen.Elements(Known.Base.Flows.All.Select(f => f.Id));
        return flow.SelectMany(f => some.Select(s => (f, s))).ToArbitrary();
    }

    /// <summary>
    /// Over every flow: the order of facts does not matter, another fact never weakens, and what is settled has nothing left out of rule.
    /// </summary>
    [Property(MaxTest = 120 / Tries.Part)]
    public Property Over_every_flow_the_screen_is_steady_and_settling_settles() =>
        FsCheck.Fluent.Prop.ForAll(
            Anyone(),
            who =>
            {
                var plan = Known.Flow(who.Flow);
                var subject = new ScreenSubject(Known.Day, Adult, who.Facts);
                var all = Known.Screened(plan, Adult, who.Facts);
                var backwards = Known.Screened(plan, Adult, [.. Enumerable.Reverse(who.Facts)]);
                var fewer = Known.Screened(plan, Adult, [.. who.Facts.Skip(1)]);
                var settled = Swaps.Settle(subject, Known.Context(plan));
                return all.Findings.Select(Said).SequenceEqual(backwards.Findings.Select(Said))
                    && fewer.Findings.All(f =>
                        all.Findings.Any(x => x.Rule == f.Rule && x.Outcome == f.Outcome && f.Steps.All(x.Steps.Contains))
                    )
                    && Screener
                        .Run(subject, settled, Known.Base.HouseSchool, Known.Usual, Known.Base)
                        .Findings.All(f => f.Outcome is not Outcome.Avoid);
            }
        );

    /// <summary>The strictest cap wins: after settling, every step keeps to every level cap that touches it.</summary>
    [Property(MaxTest = 80 / Tries.Part)]
    public Property The_strictest_cap_wins() =>
        FsCheck.Fluent.Prop.ForAll(
            Anyone(),
            who =>
            {
                var subject = new ScreenSubject(Known.Day, Adult, who.Facts);
                var settled = Swaps.Settle(subject, Known.Context(Known.Flow(who.Flow)));
                var caps = new Caps(Screener.Triggered(subject, Known.Base.HouseSchool, Known.Base), Known.Context(settled));
                return settled.Steps.SequenceEqual(caps.Capped(settled.Steps), new SameLevel());
            }
        );

    private static string Said(Finding f) => $"{f.Outcome} {f.Rule} {f.Title} {string.Join(',', f.Steps)}";

    private sealed class SameLevel : IEqualityComparer<PlanStep>
    {
        public bool Equals(PlanStep? x, PlanStep? y) => x!.Level == y!.Level;

        public int GetHashCode(PlanStep obj) => obj.Level;
    }

    [Fact]
    public void Every_question_says_what_its_yes_and_its_no_would_note()
    {
        foreach (var flow in Known.Base.Flows.All)
        {
            foreach (
                var m in MissingFacts.For(
                    new(Known.Day, null, [], ConsentMustBeGiven: true),
                    Known.Flow(flow.Id),
                    Known.Base.HouseSchool,
                    Known.Base
                )
            )
            {
                Assert.True(m.IfYes.HoldsOn(Known.Day));
                Assert.Equal(m.Region, m.IfYes.Region);
                // A no to a consent is itself something that holds: the refusal of that place.
                Assert.Equal(m.Region is not null, m.IfNo.HoldsOn(Known.Day));
                Assert.Equal(m.Region is null ? m.Fact : Consent.Refused, m.IfNo.Fact);
            }
        }
    }
}
