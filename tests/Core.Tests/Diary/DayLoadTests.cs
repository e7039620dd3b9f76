using AmpleLantern.Core.Diary;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Diary;

public class DayLoadTests
{
    [Fact]
    public void A_day_of_two_sessions_is_twice_the_load_of_one()
    {
        var session = Known.Expand(Known.Flow(Known.Legs));
        var one = DayLoad.Of([session], Known.Base);
        var two = DayLoad.Of([session, session], Known.Base);
        Assert.Equal(session.TotalSeconds / 60, one.MinutesOnMat, 1);
        Assert.InRange(two.MinutesOnMat - 2 * one.MinutesOnMat, -0.1001, 0.1001);
        Assert.Equal(2 * one.Changes, two.Changes);
        // Thumbs: kneecaps once, the centre line on each leg. Feet: press, walk and lock on each leg.
        Assert.Equal(Work("kneecaps", "thumbs.left", "thumbs.right"), one.ThumbMinutes, 1);
        string[] feet = ["foot-press", "foot-walk", "leg-lock"];
        Assert.Equal(Work([.. feet.SelectMany(f => new[] { $"{f}.left", $"{f}.right" })]), one.FootMinutes, 1);
        double Work(params string[] steps) => session.Steps.Where(s => steps.Contains(s.Id)).Sum(s => s.WorkSeconds) / 60;
    }

    [Fact]
    public void What_to_set_out_is_named_once() =>
        Assert.Equal(["mat", "knee cushion", "sheet"], SetOut.For(Known.Flow(Known.Legs), Known.Base));

    [Fact]
    public void A_thing_has_one_name_whatever_an_older_plan_calls_it()
    {
        var old = Known.Flow(Known.Legs) is var plan
            ? plan with
            {
                Flow = null,
                Steps =
                [
                    .. plan.Steps.Select(
                        (s, i) =>
                            s with
                            {
                                Props =
                                    i == 0 ? ["cushion for the knee"]
                                    : i == 1 ? ["knee-cushion", "towels"]
                                    : [],
                            }
                    ),
                ],
            }
            : plan;
        Assert.Equal(["knee cushion", "towel"], SetOut.For(old, Known.Base));
        Assert.Equal(
            ["a thing of their own"],
            SetOut.For(old with { Steps = [old.Steps[0] with { Props = ["a thing of their own"] }] }, Known.Base)
        );
    }
}
