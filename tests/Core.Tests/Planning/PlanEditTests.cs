using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Planning;

public class PlanEditTests
{
    private readonly Plan legs = Known.Flow(Known.Legs);

    private Plan Edit(PlanEditKind kind, string step, double? number = null, string? word = null, bool both = true) =>
        PlanEdits.Apply(legs, new(kind, step, number, word, both), Known.Base);

    [Fact]
    public void An_edit_on_one_leg_is_made_on_the_other_too_unless_told_not_to()
    {
        Assert.Equal(0, Known.Expand(Edit(PlanEditKind.Repeats, "foot-press.left", 3)).Totals.DifferenceSeconds);
        Assert.True(Known.Expand(Edit(PlanEditKind.Repeats, "foot-press.left", 3, both: false)).Totals.DifferenceSeconds > 0);
        Assert.Equal(legs.Steps.Count - 2, Edit(PlanEditKind.Remove, "thumbs.right").Steps.Count);
    }

    [Fact]
    public void A_step_can_be_moved_and_moved_back()
    {
        var moved = Edit(PlanEditKind.Move, "kneecaps", 2);
        Assert.Equal("kneecaps", moved.Steps[2].Id);
        Assert.Equal(legs.Steps, PlanEdits.Apply(moved, new(PlanEditKind.Move, "kneecaps", 4), Known.Base).Steps);
    }

    [Fact]
    public void A_side_changed_by_hand_has_no_twin_any_more() =>
        Assert.Null(Edit(PlanEditKind.Side, "thumbs.left", word: "right").Step("thumbs.left").Pair);

    [Theory]
    [InlineData(PlanEditKind.Level, "thumbs.left", 9.0, null, "level-out-of-range")]
    [InlineData(PlanEditKind.Level, "thumbs.left", 2.5, null, "not-whole")]
    [InlineData(PlanEditKind.Repeats, "thumbs.left", -1.0, null, "repeats-out-of-range")]
    [InlineData(PlanEditKind.Contact, "thumbs.left", null, "elbow", "contact-not-possible")]
    [InlineData(PlanEditKind.Contact, "thumbs.left", null, "feather", "unknown-word")]
    [InlineData(PlanEditKind.Side, "thumbs.left", null, "up", "unknown-side")]
    [InlineData(PlanEditKind.Hold, "thumbs.left", 30.0, null, "no-hold")]
    [InlineData(PlanEditKind.Hold, "groin-hold", 90.0, null, "hold-outside-school")]
    [InlineData(PlanEditKind.Remove, "no-such-step", null, null, "unknown-step")]
    public void What_cannot_be_is_refused_with_a_code_and_a_sentence(
        PlanEditKind kind,
        string step,
        double? number,
        string? word,
        string code
    )
    {
        var refusal = Assert.Throws<RefusalException>(() => Edit(kind, step, number, word));
        Assert.Equal(code, refusal.Code);
        Assert.EndsWith(".", refusal.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(1, 3, null)]
    [InlineData(1, 1, null)]
    [InlineData(0, 3, "range-out-of-order")]
    [InlineData(3, 2, "range-out-of-order")]
    [InlineData(2, 3, "range-excludes-repeats")]
    public void A_range_holds_its_repeats_and_begins_at_one(int least, int most, string? code)
    {
        var plan = legs.With(s => s.Id == "thumbs.left" ? s with { Repeats = 1 } : s);
        var edit = new PlanEdit(PlanEditKind.Range, "thumbs.left", least, BothSides: false, Upper: most);
        if (code is null)
        {
            var range = PlanEdits.Apply(plan, edit, Known.Base).Step("thumbs.left").Range;
            Assert.Equal((least, most), (range.Min, range.Max));
        }
        else
        {
            Assert.Equal(code, Assert.Throws<RefusalException>(() => PlanEdits.Apply(plan, edit, Known.Base)).Code);
        }
    }

    /// <summary>The school's hold may be its shortest and its longest, and not a second less or more.</summary>
    [Fact]
    public void A_hold_of_the_school_stays_within_it()
    {
        var hold = legs.Step("groin-hold").Pattern.Hold!;
        Assert.Equal(hold.Min, Edit(PlanEditKind.Hold, "groin-hold", hold.Min).Step("groin-hold").Pattern.Hold!.Usual);
        Assert.Equal(hold.Max, Edit(PlanEditKind.Hold, "groin-hold", hold.Max).Step("groin-hold").Pattern.Hold!.Usual);
        Assert.Throws<RefusalException>(() => Edit(PlanEditKind.Hold, "groin-hold", hold.Min - 1));
        Assert.Throws<RefusalException>(() => Edit(PlanEditKind.Hold, "groin-hold", hold.Max + 1));
    }

    [Fact]
    public void Several_steps_chosen_go_up_or_down_together_each_from_its_own()
    {
        string[] chosen = ["foot-press.left", "thumbs.left"];
        var deeper = PlanEdits.Apply(
            legs,
            new(PlanEditKind.Level, "foot-press.left", legs.Step("foot-press.left").Level - 1, Steps: chosen),
            Known.Base
        );
        Assert.All(chosen, id => Assert.Equal(legs.Step(id).Level - 1, deeper.Step(id).Level));
        Assert.Equal(legs.Step("calf-squeeze.left").Level, deeper.Step("calf-squeeze.left").Level);
    }
}
