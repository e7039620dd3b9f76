using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Pressure;

/// <summary>Every stance against its own free-body sum, and what must hold for all of them.</summary>
public class StanceTests
{
    private static readonly PractitionerBody Body = new(new(62, 1.66), Known.Base);

    public static TheoryData<string> Weighted =>
        [.. Known.Base.Pressure.Mechanics.All.Where(m => m.Kind is not (MechanicsKind.Hand or MechanicsKind.None)).Select(m => m.Id)];

    /// <summary>Sum of supports = weight and zero moments, over the whole range of each way, for small and large people.</summary>
    [Theory]
    [MemberData(nameof(Weighted))]
    public void All_forces_and_moments_add_up_to_nothing(string id)
    {
        var mechanics = Known.Base.Pressure.Mechanics[id];
        foreach (
            var body in new[] { new PractitionerBody(new(48, 1.52), Known.Base), Body, new PractitionerBody(new(105, 1.92), Known.Base) }
        )
        {
            foreach (var setting in Settings(mechanics))
            {
                var held = Hold(body, mechanics, setting);
                if (held is { Feasible: false, Forces.Count: <= 2 })
                {
                    continue;
                }

                Assert.Equal(0, Statics.Total(held.Forces).Length, 6);
                Assert.Equal(0, Statics.Moment(held.Forces, new(0, 0.7, 0.3)).X, 6);
                Assert.Equal(-body.Weight, held.Forces[0].Newtons.Y, 9);
            }
        }
    }

    /// <summary>Nothing that is said to hold asks a support to pull (but a grip), or more than there is.</summary>
    [Theory]
    [MemberData(nameof(Weighted))]
    public void What_is_said_to_hold_can_be_held(string id)
    {
        var mechanics = Known.Base.Pressure.Mechanics[id];
        var feasible = Settings(mechanics).Select(s => Hold(Body, mechanics, s)).Where(h => h.Feasible).ToList();
        Assert.NotEmpty(feasible);
        Assert.True(Hold(Body, mechanics, Setting.Usual(mechanics)).Feasible, "the usual setting is one that can be held");
        foreach (var held in feasible)
        {
            Assert.All(
                held.Forces.Skip(1).Where(f => f.Support is not ("grip" or "heels-hold")),
                f => Assert.InRange(f.Newtons.Y, -0.6, Body.Weight * 1.5)
            );
            Assert.InRange(held.Newtons, 0, Body.Weight * 1.2);
        }
    }

    /// <summary>F(hands) = W x d(com) / d(hands), 62 kg and 1.66 m with the hands 0.55 m ahead of the knees, by hand.</summary>
    [Theory]
    [InlineData(-20)]
    [InlineData(0)]
    [InlineData(10)]
    [InlineData(25)]
    public void Kneeling_the_hands_carry_by_moments_about_the_knees(double lean)
    {
        var held = Hold(Body, "lean-kneeling", new(lean, 55, 0));
        var centre = Body.Centre(held.Bones) + held.Shift;
        var hands = 62 * 9.80665 * centre.Z / 0.55;
        Assert.Equal(hands, held.Newtons, 6);
        Assert.Equal(hands / 2, Of(held, "left-hand"), 6);
        Assert.Equal(hands / 2, Of(held, "right-hand"), 6);
        Assert.Equal((62 * 9.80665) - hands, Of(held, "knees"), 6);
    }

    [Fact]
    public void Shifting_sideways_moves_weight_from_one_hand_to_the_other_and_loses_none()
    {
        var even = Hold(Body, "lean-kneeling", new(10, 55, 0));
        var shifted = Hold(Body, "lean-kneeling", new(10, 55, 0, 4));
        Assert.InRange(shifted.Newtons / even.Newtons, 0.995, 1.005);
        Assert.True(Of(shifted, "left-hand") > Of(shifted, "right-hand") * 1.3);
        Assert.Equal(shifted.Newtons, Of(shifted, "left-hand") + Of(shifted, "right-hand"), 6);
        Assert.Equal(0, Statics.Moment(shifted.Forces, Vec.Zero).Z, 6);
    }

    /// <summary>Half-kneeling and lunge: moments about the point where the legs' shares meet.</summary>
    [Theory]
    [InlineData("lean-half-kneeling", "knee", "front-foot", 65, 0.12, 5)]
    [InlineData("lean-lunge", "rear-foot", "front-foot", 30, 0.74, 25)]
    public void Two_supports_of_the_legs_act_at_their_common_point(
        string id,
        string one,
        string other,
        double ahead,
        double height,
        double lean
    )
    {
        var held = Hold(Body, Known.Base.Pressure.Mechanics[id], new(lean, ahead, 0), height);
        var centre = Body.Centre(held.Bones) + held.Shift;
        var (a, b) = (held.Forces.Single(f => f.Support == one), held.Forces.Single(f => f.Support == other));
        var legs = ((a.At.Z * a.Newtons.Y) + (b.At.Z * b.Newtons.Y)) / (a.Newtons.Y + b.Newtons.Y);
        Assert.Equal(Body.Weight * (centre.Z - legs) / ((ahead / 100) - legs), held.Newtons, 6);
    }

    /// <summary>F(feet) = W - F(support); heel and ball share it.</summary>
    [Theory]
    [InlineData("treading-bars", 40, 0.6)]
    [InlineData("treading-frame", 25, 0.75)]
    [InlineData("treading-wall", 6, 0.94)]
    [InlineData("treading-free", 0, 1)]
    [InlineData("knee-on", 70, 0.3)]
    [InlineData("treading-one-foot", 80, 0.2)]
    public void Treading_leaves_what_the_aid_does_not_carry(string id, double support, double left)
    {
        var held = Hold(Body, id, new(0, 0, support));
        Assert.Equal(Body.Weight * left, held.Newtons, 6);
        var (back, front) = id == "knee-on" ? ("knee", "shin") : ("heel", "ball");
        Assert.Equal(held.Newtons, Of(held, back) + Of(held, front), 6);
    }

    /// <summary>A wall carries only by friction: what it takes, it takes with twice as much push at 0.5.</summary>
    [Fact]
    public void A_wall_must_be_pushed_to_carry()
    {
        var wall = Hold(Body, "treading-wall", new(0, 0, 8)).Forces.Single(f => f.Support == "wall").Newtons;
        Assert.Equal(Body.Weight * 0.08, wall.Y, 6);
        Assert.Equal(-wall.Y / Known.Base.Pressure.Model.WallFriction, wall.Z, 6);
    }

    /// <summary>F(seat) by moments about the hands.</summary>
    [Fact]
    public void Sitting_the_seat_carries_by_moments_about_the_hands()
    {
        var held = Hold(Body, "seat-on", new(66, 50, 0));
        var centre = Body.Centre(held.Bones) + held.Shift;
        var feet = held.Forces.Single(f => f.Support == "feet");
        var seat = ((Body.Weight * (0.5 - centre.Z)) - (feet.Newtons.Y * (0.5 - feet.At.Z))) / 0.5;
        Assert.True(Of(held, "hands") > 50);
        Assert.Equal(seat, held.Newtons, 6);
    }

    /// <summary>F(heels) by moments about the seat, half to each; upright they bear less than the two legs weigh.</summary>
    [Fact]
    public void From_a_stool_the_heels_carry_by_moments_about_the_seat()
    {
        var held = Hold(Body, "stool-heels", new(20, 60, 0));
        var centre = Body.Centre(held.Bones) + held.Shift;
        Assert.Equal(Body.Weight * centre.Z / 0.6, held.Newtons, 6);
        Assert.Equal(held.Newtons / 2, Of(held, "left-heel"), 6);
        Assert.Equal(Body.Weight - held.Newtons, Of(held, "seat"), 6);
        Body.LegsCentre(held.Bones, out var legs);
        Assert.InRange(
            Hold(Body, "stool-heels", new(0, 60, 0)).Newtons,
            legs * 0.3 * PractitionerBody.Gravity,
            legs * PractitionerBody.Gravity
        );
    }

    /// <summary>T x (distance of the arms' line from the heels) = W x (centre of mass behind the heels).</summary>
    [Fact]
    public void Leaning_back_pulls_by_moments_about_the_heels()
    {
        var held = Hold(Body, "lean-back", new(20, 0, 0));
        var centre = Body.Centre(held.Bones) + held.Shift;
        var heel = held.Forces.Single(f => f.Support == "heels").At;
        var grip = held.Forces.Single(f => f.Support == "grip");
        var arm = (grip.At - heel).Cross(grip.Newtons.Normalised()).Length;
        Assert.Equal(Body.Weight * (heel.Z - centre.Z) / arm, held.Pull!.Value.Length, 6);
    }

    /// <summary>
    /// Sitting braced: about the seat, pull x height = foot x height + weight behind; along the mat, foot = pull + grip of the seat.
    /// </summary>
    [Theory]
    [InlineData("foot-brace", 80, 30)]
    [InlineData("seated-backbend", 60, 0)]
    public void Bracing_balances_pull_foot_and_seat(string id, double ahead, double support)
    {
        var held = Hold(Body, id, new(16, ahead, support));
        var centre = Body.Centre(held.Bones) + held.Shift;
        var by = held.Forces.ToDictionary(f => f.Support);
        var seat = by["seat"].Newtons;
        Assert.Equal(Known.Base.Pressure.Model.Friction * support / 100 * seat.Y, seat.Z, 6);
        Assert.Equal(-by["foot"].Newtons.Z, by["grip"].Newtons.Z + seat.Z, 6);
        var about =
            (by["grip"].At.Y * by["grip"].Newtons.Z)
            - (by["grip"].At.Z * by["grip"].Newtons.Y)
            + (by["foot"].At.Y * by["foot"].Newtons.Z)
            + (Body.Weight * centre.Z)
            - (by["feet"].Newtons.Y * by["feet"].At.Z);
        Assert.Equal(0, about, 6);
    }

    public static TheoryData<string, Way, int> Monotonic =>
        new()
        {
            { "lean-kneeling", Way.Lean, 1 },
            { "lean-half-kneeling", Way.Lean, 1 },
            { "lean-lunge", Way.Lean, 1 },
            { "lean-standing", Way.Lean, 1 },
            { "lean-sitting", Way.Lean, 1 },
            { "seat-on", Way.Lean, -1 },
            { "stool-heels", Way.Lean, 1 },
            { "stool-heels", Way.Ahead, -1 },
            { "treading-bars", Way.Support, -1 },
            { "treading-frame", Way.Support, -1 },
            { "treading-wall", Way.Support, -1 },
            { "knee-on", Way.Support, -1 },
            { "treading-one-foot", Way.Support, -1 },
            { "lean-back-sitting", Way.Lean, 1 },
            { "foot-brace", Way.Lean, 1 },
            { "lean-back", Way.Lean, 1 },
        };

    /// <summary>Leaning further never lowers the hands' force; sitting back never lowers the seat's; more help never adds weight.</summary>
    [Theory]
    [MemberData(nameof(Monotonic))]
    public void More_of_it_never_turns_back(string id, Way way, int direction)
    {
        var mechanics = Known.Base.Pressure.Mechanics[id];
        var range = mechanics.Range(way)!;
        var before = double.NaN;
        for (var x = range.Least; x <= range.Most; x += range.Step)
        {
            var held = Hold(Body, mechanics, Setting.Usual(mechanics).With(way, x));
            var now = mechanics.Kind is MechanicsKind.Pull ? held.Pull!.Value.Length : held.Newtons;
            if (held.Feasible)
            {
                Assert.False((now - before) * direction < -0.01, $"{id}: {before:0.0} N, then {now:0.0} N at {x}");
                before = now;
            }
        }
    }

    [Theory]
    [InlineData("lean-kneeling", -35, 150, 0, "do not reach")]
    [InlineData("lean-kneeling", -60, 55, 0, "would have to pull")]
    [InlineData("treading-bars", 0, 0, 130, "cannot carry 130 %")]
    [InlineData("lean-back", -6, 0, 0, "Lean further back")]
    [InlineData("seat-on", 45, 80, 0, "Sit back")]
    [InlineData("stool-heels", 10, 130, 0, "Move the stool nearer")]
    [InlineData("stool-heels", -60, 45, 0, "Lean forward")]
    public void What_cannot_be_held_says_why_and_what_to_do(string id, double lean, double ahead, double support, string says)
    {
        var held = Hold(Body, id, new(lean, ahead, support));
        Assert.False(held.Feasible);
        Assert.Contains(says, string.Join(" ", held.Problems), StringComparison.Ordinal);
    }

    private static double Of(Held held, string support) => held.Forces.Where(f => f.Support == support).Sum(f => f.Newtons.Y);

    private static Held Hold(PractitionerBody body, string id, Setting setting) => Hold(body, Known.Base.Pressure.Mechanics[id], setting);

    private static Held Hold(PractitionerBody body, Mechanics mechanics, Setting setting, double? height = null) =>
        Balance.Hold(body, mechanics, setting, new(height ?? mechanics.PlaceCm / 100, 0, mechanics.Kind is MechanicsKind.Lean ? 2 : 1));

    private static IEnumerable<Setting> Settings(Mechanics m)
    {
        foreach (var lean in Over(m.Lean))
        {
            foreach (var ahead in Over(m.Ahead))
            {
                foreach (var support in Over(m.Support))
                {
                    yield return new(lean, ahead, support);
                }
            }
        }
    }

    private static IEnumerable<double> Over(Span? span)
    {
        const int Parts = 7;
        return span is null ? [0] : Enumerable.Range(0, Parts).Select(i => span.Least + ((span.Most - span.Least) * i / (Parts - 1)));
    }
}
