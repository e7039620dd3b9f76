using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>Everything of a step can be changed that its technique and place allow; the rest is refused with a sentence.</summary>
public sealed class StepChangeTests
{
    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    private static Plan Change(Plan plan, string step, StepChange change) =>
        PlanEdits.Apply(plan, new(PlanEditKind.Change, step, Change: change), Known.Base);

    /// <summary>What is offered can be taken: no choice shown for any step of any flow is refused when it is made.</summary>
    [Theory]
    [MemberData(nameof(Flows))]
    public void Whatever_is_offered_for_a_step_can_be_taken(string flow)
    {
        var plan = Known.Flow(flow);
        foreach (var step in plan.Steps.DistinctBy(s => s.Pair ?? s.Id))
        {
            var choices = StepChoices.Of(step, Known.Base.HouseSchool, Known.Base);
            foreach (var pattern in choices.Patterns)
            {
                Assert.Equal(pattern, Change(plan, step.Id, new() { Pattern = pattern }).Step(step.Id).Pattern.Kind);
            }

            foreach (var like in StepChoices.Like(step, Known.Base))
            {
                var now = Change(plan, step.Id, new() { Technique = like.Id }).Step(step.Id);
                Assert.Equal((like.Id, step.Region), (now.Technique, now.Region));
                Assert.Equal(Trunk(step), Trunk(now));
                Assert.Contains(now.Contact, Known.Base.Techniques[like.Id].Contacts);
                Assert.InRange(now.Level, Known.Base.Techniques[like.Id].Levels.Min, Known.Base.Techniques[like.Id].Levels.Max);
                Assert.Equal(step.InsteadOf ?? step.Name, now.InsteadOf);
                Assert.NotEmpty(
                    Known.Expand(Change(plan, step.Id, new() { Technique = like.Id })).Steps.First(s => s.Id == step.Id).Presses
                );
            }

            foreach (var stance in choices.Stances)
            {
                Assert.Equal(stance, Change(plan, step.Id, new() { Stance = stance }).Step(step.Id).Stance);
            }
        }
    }

    /// <summary>One hand works, the other otherwise: screening hears of both, and alike again is as before.</summary>
    [Fact]
    public void Each_hand_can_be_another_contact()
    {
        var plan = Known.Flow(Known.Legs);
        var step = plan.Steps.First(s => s.Contact == "palm" && Known.Base.Techniques[s.Technique].Contacts.Count > 1);
        var other = Known.Base.Techniques[step.Technique].Contacts.First(c => c != step.Contact);
        foreach (var hand in StepChoices.Of(step, Known.Base.HouseSchool, Known.Base).OtherHands)
        {
            Assert.Equal(hand, Change(plan, step.Id, new() { OtherContact = hand }).Step(step.Id).OtherContact);
        }

        var two = Change(plan, step.Id, new() { OtherContact = other });
        Assert.Equal(plan.Step(step.Id), Change(two, step.Id, new() { OtherContact = "" }).Step(step.Id));
        var exchanged = Change(
            two,
            step.Id,
            new() { Technique = StepChoices.Like(step, Known.Base).First(l => l.Step.Contact != other).Id }
        );
        PlanCheck.Check(exchanged, Known.Base);
        bool Touched(string contact, Plan p) => Known.Touch.Touches(new() { Contacts = [contact] }, null, p.Step(step.Id));
        Assert.Equal((true, true), (Touched(step.Contact, two), Touched(other, two)));
        Assert.False(Touched(other, plan));
        Assert.True(Known.Touch.Touches(new() { ExceptContacts = [step.Contact] }, null, two.Step(step.Id)));
        Assert.False(Known.Touch.Touches(new() { ExceptContacts = [step.Contact, other] }, null, two.Step(step.Id)));
        var refusal = Assert.Throws<RefusalException>(() => Change(plan, step.Id, new() { OtherContact = "knee" }));
        Assert.Equal("contact-not-possible", refusal.Code);
    }

    private static string Trunk(PlanStep step) => Known.Base.Positions[step.Position].Base ?? step.Position;

    /// <summary>What is taught is allowed: taken away and put back, no point, line, place or area of any flow is refused.</summary>
    [Theory]
    [MemberData(nameof(Flows))]
    public void What_a_flow_teaches_is_allowed(string flow)
    {
        var plan = Known.Flow(flow);
        foreach (var step in plan.Steps.Where(s => s.Pattern.Kind is not PatternKind.PointSet).DistinctBy(s => s.Pair ?? s.Id))
        {
            var without = Change(
                plan,
                step.Id,
                new()
                {
                    Points = [],
                    Line = "",
                    Reflex = [],
                }
            );
            Assert.Null(without.Step(step.Id).Points);
            var again = Change(
                without,
                step.Id,
                new()
                {
                    Points = step.Points ?? [],
                    Line = step.Line ?? "",
                    Reflex = step.Reflex ?? [],
                }
            );
            Assert.Equal(
                (step.Points is null, step.Line, step.Reflex is null),
                (again.Step(step.Id).Points is null, again.Step(step.Id).Line, again.Step(step.Id).Reflex is null)
            );
        }
    }

    // Steps of "legs on the mat": palms along the calf's inner edge, thumbs on the back of the thigh, the groin hold.
    [Theory]
    [InlineData("technique", "neck-grasp", "position-not-possible")]
    [InlineData("technique", "belly-wave", "region-not-possible")]
    [InlineData("region", "neck", "region-not-possible")]
    [InlineData("region", "throat", "region-not-possible")]
    [InlineData("point", "LU5", "point-not-here")]
    [InlineData("point", "XX9", "unknown-word")]
    [InlineData("line", "lu", "line-not-here")]
    [InlineData("line", "no-line", "unknown-line")]
    [InlineData("reflex", "pituitary", "reflex-not-here")]
    [InlineData("pattern", "Column", "pattern-not-possible")]
    [InlineData("position", "seated-chair", "position-not-possible")]
    [InlineData("stations", "900", "stations-out-of-range")]
    public void What_is_not_allowed_is_refused_with_what_is(string what, string to, string code)
    {
        var plan = Known.Flow(Known.Legs);
        PlanEdit edit =
            what == "position"
                ? new(PlanEditKind.Position, "thumbs.left", Word: to)
                : new(
                    PlanEditKind.Change,
                    "thumbs.left",
                    Change: what switch
                    {
                        "technique" => new() { Technique = to },
                        "region" => new() { Region = to },
                        "point" => new() { Points = [to] },
                        "line" => new() { Line = to },
                        "reflex" => new() { Reflex = [to] },
                        "stations" => new() { Stations = 900 },
                        _ => new() { Pattern = Enum.Parse<PatternKind>(to) },
                    }
                );
        var refusal = Assert.Throws<RefusalException>(() => PlanEdits.Apply(plan, edit, Known.Base));
        Assert.Equal(code, refusal.Code);
        Assert.EndsWith(".", refusal.Message, StringComparison.Ordinal);
    }

    /// <summary>Both legs change alike, and the time follows.</summary>
    [Fact]
    public void A_change_is_made_on_both_sides_and_counted()
    {
        var plan = Known.Flow(Known.Legs);
        var longer = Change(plan, "thumbs.left", new() { Stations = 12 });
        Assert.Equal(12, longer.Step("thumbs.right").Pattern.Stations);
        Assert.Equal(0, Known.Expand(longer).Totals.DifferenceSeconds);
        Assert.True(Known.Expand(longer).TotalSeconds > Known.Expand(plan).TotalSeconds);
        var pointed = Change(plan, "thumbs.left", new() { Points = ["BL37", "BL36"] }).Step("thumbs.right");
        Assert.Equal(["BL37", "BL36"], pointed.Points);
        var worded = Change(plan, "thumbs.left", new() { Name = " Thumbs, slowly ", Say = "Tell me when it softens." }).Step("thumbs.left");
        Assert.Equal(("Thumbs, slowly", "Tell me when it softens."), (worded.Name, worded.Guide?.Say));
        // Words that name a side name the other on the other side.
        var sided = Change(plan, "thumbs.left", new() { Where = "the left hand holds, the right works" });
        Assert.Equal("the left hand holds, the right works", StepGuide.Plain(sided.Step("thumbs.left").Where));
        Assert.Equal("the right hand holds, the left works", StepGuide.Plain(sided.Step("thumbs.right").Where));
    }

    /// <summary>A technique that no flow teaches is taught by itself, and can be put into a plan.</summary>
    [Fact]
    public void Every_technique_is_taught_somewhere()
    {
        var taught = Known.Base.Flows.All.SelectMany(f => f.Blocks.SelectMany(b => b.Steps)).Select(s => s.Technique);
        var alone = Known.Base.SingleSteps.All.Select(s => s.Step.Technique);
        Assert.Empty(Known.Base.Techniques.All.Select(t => t.Id).Except(taught).Except(alone));
        var plan = Known.Flow(Known.Legs);
        foreach (var single in Known.Base.SingleSteps.All)
        {
            var step = Known.Base.Taught(Known.Base.HouseSchool)[$"by-itself/{single.Id}"].Step;
            var (put, added) = PlanSets.Add(plan, [step], "thumbs.left", Known.Base);
            PlanCheck.Check(put, Known.Base);
            Assert.True(Known.Expand(put).Steps.First(s => s.Id == added[0]).Presses.Count > 0, single.Id);
        }
    }
}
