using AmpleLantern.Core.Diary;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Planning;

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
        // Thumbs: kneecaps once, the centre line on each leg. Feet: foot press and foot walk on each leg.
        Assert.Equal(Work("kneecaps", "thumbs.left", "thumbs.right"), one.ThumbMinutes, 1);
        Assert.Equal(Work("foot-press.left", "foot-press.right", "foot-walk.left", "foot-walk.right"), one.FootMinutes, 1);
        double Work(params string[] steps) => session.Steps.Where(s => steps.Contains(s.Id)).Sum(s => s.WorkSeconds) / 60;
    }

    [Fact]
    public void What_to_set_out_is_named_once() =>
        Assert.Equal(["mat", "cushion for the knee", "sheet"], SetOut.For(Known.Flow(Known.Legs), Known.Base));
}
