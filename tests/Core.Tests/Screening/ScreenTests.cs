using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using NodaTime;
using Outcome = AmpleLantern.Core.Screening.Outcome;

namespace AmpleLantern.Core.Tests.Screening;

public class ScreenTests
{
    private static readonly LocalDate Adult = new(1996, 1, 1);

    [Fact]
    public void At_58_with_a_pacemaker_the_hold_is_out_and_its_replacement_takes_longer()
    {
        var result = Known.Screened(Known.Flow(Known.Groin), new(1968, 1, 1), new FactEntry("implanted-cardiac-device"));
        Assert.Equal("avoid", result.Verdict);
        Assert.Equal("implanted-cardiac-device", result.Findings[0].Fact);
        Assert.InRange(result.Swaps[0].AddedSeconds, 120, 360);
    }

    [Fact]
    public void At_30_with_nothing_known_there_is_nothing_above_a_note() =>
        Assert.Equal("note", Known.Screened(Known.Flow(Known.Groin), Adult).Verdict);

    [Fact]
    public void At_16_the_hold_is_out() => Assert.Equal("avoid", Known.Screened(Known.Flow(Known.Groin), new(2010, 1, 10)).Verdict);

    [Fact]
    public void With_twenty_weeks_to_go_the_hold_is_out_and_long_lying_on_the_back_is_changed()
    {
        var pregnant = new FactEntry("pregnancy", Detail: new Dictionary<string, string> { ["dueDate"] = "2026-07-20" });
        var result = Known.Screened(Known.Flow(Known.Legs), Adult, pregnant);
        Assert.Contains(result.Findings, f => f.Outcome is Outcome.Avoid && f.Steps.SequenceEqual(["groin-hold"]));
        Assert.Contains(
            result.Findings,
            f => f.Outcome is Outcome.Modify && f.Steps.Count > 30 && f.Because.Contains("20 weeks", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void The_swapped_hold_is_three_to_four_round_trips_and_the_time_is_what_was_said()
    {
        var plan = Known.Flow(Known.Groin);
        var subject = new ScreenSubject(Known.Day, Adult, [new("anticoagulant")]);
        var swap = Screener.Run(subject, plan, Known.Base.HouseSchool, Known.Usual, Known.Base).Swaps[0];
        var swapped = Swaps.Apply(subject, swap.Step, swap.Replacement, Known.Context(plan));
        var rounds = swapped.Steps.Where(s => s.InsteadOf is not null).ToList();
        Assert.Equal(["palm-press", "spreading-press", "twist-walk"], rounds.Select(s => s.Technique));
        Assert.Equal((3, 4), (rounds.Sum(s => s.Range.Min), rounds.Sum(s => s.Range.Max)));
        Assert.All(rounds, s => Assert.True(s.Level <= 2, "the blood thinner's cap holds for what comes in"));
        Assert.Equal(swap.AddedSeconds, Known.Expand(swapped).TotalSeconds - Known.Expand(plan).TotalSeconds, 1);
    }

    [Fact]
    public void The_headline_counts_what_is_to_be_settled_and_no_notes()
    {
        var plan = Known.Flow(Known.Groin);
        var result = Known.Screened(plan, Adult, new FactEntry("anticoagulant"));
        Assert.Equal("Two things to settle before you begin.", Headline.Of(result, [], [], 1, 0, []).Answer);
        var knee = Known.Screened(Known.Flow(Known.Legs), Adult, new FactEntry("knee-trouble", Side: Side.Left));
        Assert.Equal("Three things to settle before you begin.", Headline.Of(knee, [], [], 1, 0, []).Answer);
        // What was not asked is not clear.
        var clear = Known.Screened(plan, Adult);
        Assert.Equal("Go ahead: nothing found in what was asked.", Headline.Of(clear, [], [], 1, 5, []).Answer);
        Assert.Equal("Go ahead. Nothing stands against this plan.", Headline.Of(clear, [], [], 1, 0, []).Answer);
    }

    [Fact]
    public void What_was_changed_for_a_blood_thinner_is_told_against_the_flow()
    {
        var plan = Known.Flow(Known.Legs);
        var settled = Swaps.Settle(new(Known.Day, Adult, [new("anticoagulant")]), Known.Context(plan));
        var told = PlanDepartures.Of(settled, Known.Base, Known.Base.HouseSchool);
        // Step by step the same, each found again on the plan: what it became, or what it would have come before.
        var steps = PlanDepartures.Steps(settled, Known.Base, Known.Base.HouseSchool);
        Assert.Equal(told.Sum(d => d.Count), steps.Count);
        var ids = settled.Steps.Select(s => s.Id).ToHashSet();
        Assert.All(steps, s => Assert.Equal(s.Kind is DepartureKind.LeftOut, s.Steps.Count == 0));
        Assert.All(steps, s => Assert.True(s.Steps.All(ids.Contains) && (s.Before is null || ids.Contains(s.Before))));
        Assert.Equal(
            [DepartureKind.Exchanged, DepartureKind.Exchanged, DepartureKind.Exchanged, DepartureKind.LeftOut, DepartureKind.Lighter],
            told.Select(d => d.Kind)
        );
        Assert.Equal("level 2", told[^1].To);
        Assert.Empty(PlanDepartures.Of(plan, Known.Base, Known.Base.HouseSchool));
    }

    [Fact]
    public void What_is_held_back_is_told_too_range_pace_surface_and_product()
    {
        string Told(string flow, params FactEntry[] facts)
        {
            var settled = Swaps.Settle(new(Known.Day, Adult, facts), Known.Context(Known.Flow(flow)));
            return string.Join("; ", PlanDepartures.Of(settled, Known.Base, Known.Base.HouseSchool).Select(d => d.To));
        }

        Assert.Contains("66 % of the range", Told(Known.Legs, new FactEntry("hypermobility")), StringComparison.Ordinal);
        Assert.Contains("70 % of the pace", Told(Known.Legs, new FactEntry("epilepsy")), StringComparison.Ordinal);
        Assert.Contains("table", Told(Known.Legs, new FactEntry("cannot-reach-floor")), StringComparison.Ordinal);
        Assert.Contains("nothing on the skin", Told("neck-then-shoulder", new FactEntry("asthma")), StringComparison.Ordinal);
    }

    [Property(MaxTest = 60 / Tries.Part)]
    public Property No_plan_that_passes_the_screen_contains_a_step_a_rule_avoids() =>
        FsCheck.Fluent.Prop.ForAll(
            SomeFacts(),
            facts =>
            {
                var subject = new ScreenSubject(Known.Day, Adult, facts);
                var plan = Swaps.Settle(subject, Known.Context(Known.Flow(Known.Legs)));
                var last = Screener.Run(subject, plan, Known.Base.HouseSchool, Known.Usual, Known.Base);
                var triggered = Screener.Triggered(subject, Known.Base.HouseSchool, Known.Base);
                return last.Swaps.Count == 0
                    && last.Findings.All(f => f.Outcome is not Outcome.Avoid)
                    && plan.Steps.All(s =>
                        !triggered.Any(t =>
                            t.Rule.Then.Any(e =>
                                e.Outcome is Outcome.Avoid && e.On is not null && t.Triggers.Any(x => Known.Touch.Touches(e.On, x.Entry, s))
                            )
                        )
                    );
            }
        );

    [Property(MaxTest = 60 / Tries.Part)]
    public Property The_order_of_facts_does_not_matter_and_another_fact_never_weakens_the_verdict() =>
        FsCheck.Fluent.Prop.ForAll(
            SomeFacts(),
            facts =>
            {
                var plan = Known.Flow(Known.Legs);
                var forwards = Known.Screened(plan, Adult, facts);
                var backwards = Known.Screened(plan, Adult, [.. Enumerable.Reverse(facts)]);
                var fewer = Known.Screened(plan, Adult, [.. facts.Skip(1)]);
                return forwards.Verdict == backwards.Verdict
                    && forwards.Findings.Select(f => f.Rule + f.Title).SequenceEqual(backwards.Findings.Select(f => f.Rule + f.Title))
                    && Rank(forwards.Verdict) <= Rank(fewer.Verdict);
            }
        );

    [Fact]
    public void A_sprain_touches_its_own_limb_and_side_only()
    {
        var sprain = new FactEntry("acute-sprain", Since: Known.Day, Side: Side.Left, Region: "leg");
        var touched = Known.Screened(Known.Flow(Known.Legs), Adult, sprain).Findings.First(f => f.Rule == "sprain.leave-the-joint").Steps;
        Assert.Contains("twist-outer.left", touched);
        Assert.DoesNotContain("twist-outer.right", touched);
    }

    [Fact]
    public void Where_a_school_allows_it_the_rule_still_says_so()
    {
        var lenient = Known.Base.Schools["long-hold"];
        var plan = FlowPlans.FromFlow(Known.Base.Flows[Known.Groin], Known.Base, lenient);
        var result = Screener.Run(new(Known.Day, Adult, [new("diabetes")]), plan, lenient, Known.Usual, Known.Base);
        Assert.Contains(result.Findings, f => f.Rule == "compression-hold.diabetes" && f.Outcome is Outcome.Note);
        var held = Known.Screened(Known.Flow(Known.Groin), Adult, new FactEntry("diabetes")).Findings[0].Schools;
        Assert.Contains("House rules", held);
        Assert.DoesNotContain(lenient.Name, held);
    }

    [Fact]
    public void Only_what_was_not_asked_and_matters_here_is_asked_strongest_first()
    {
        var plan = Known.Flow(Known.Groin);
        var missing = MissingFacts.For(new(Known.Day, Adult, []), plan, Known.Base.HouseSchool, Known.Base);
        Assert.Equal(Outcome.Emergency, missing[0].Strongest);
        Assert.Contains(missing, m => m.Fact == "diabetes" && m.Steps.SequenceEqual(["Groin compression hold"]));
        Assert.DoesNotContain(missing, m => m.Fact == "shoulder-painful-click");
        var asked = missing
            .Select(m => m.Region is { } r ? new FactEntry(m.Fact, Region: r) : new FactEntry(m.Fact, FactStatus.No))
            .ToList();
        Assert.Empty(MissingFacts.For(new(Known.Day, Adult, asked), plan, Known.Base.HouseSchool, Known.Base));
    }

    [Fact]
    public void Emergency_and_refer_first_cannot_be_overridden_the_rest_needs_a_reason()
    {
        var chest = Known.Screened(Known.Flow(Known.Legs), Adult, new FactEntry("chest-pain-at-rest"));
        Assert.Equal(
            "cannot-override",
            Assert
                .Throws<RefusalException>(() =>
                    StartGate.CheckOverride("emergency.chest-pain", "It has always been like that.", chest.Findings)
                )
                .Code
        );
        var fever = Known.Screened(Known.Flow(Known.Legs), Adult, new FactEntry("fever"));
        Assert.Equal(
            "reason-too-short",
            Assert.Throws<RefusalException>(() => StartGate.CheckOverride("postpone.fever", "ok", fever.Findings)).Code
        );
        Assert.False(StartGate.Decide(fever.Findings, []).MayStart);
        Assert.True(
            StartGate
                .Decide(fever.Findings, [new("postpone.fever", "Only warm, measured twice: 37.1.", "Odile Fenn", Instant.MinValue)])
                .MayStart
        );
        Assert.False(
            StartGate
                .Decide(chest.Findings, [new("emergency.chest-pain", "a reason that must not count", "Odile Fenn", Instant.MinValue)])
                .MayStart
        );
    }

    private static int Rank(string verdict) =>
        verdict == Screener.Clear ? 99 : (int)Enum.GetValues<Outcome>().Single(o => Words.Of(o) == verdict);

    private static Arbitrary<FactEntry[]> SomeFacts()
    {
        var one =
            from fact in Gen.Elements(Known.Base.Facts.All.Select(f => f.Id))
            from side in Gen.Elements<Side?>(null, Side.Left, Side.Right)
            from status in Gen.Elements(FactStatus.Known, FactStatus.Suspected, FactStatus.Past)
            from region in Gen.Elements(null, "leg", "thigh-inner", "groin")
            select new FactEntry(fact, status, Side: side, Region: region);
        return Gen.ArrayOf(one, 4).Select(f => f.DistinctBy(x => x.Fact).ToArray()).ToArbitrary();
    }
}
