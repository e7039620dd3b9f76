using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using FsCheck;
using FsCheck.Xunit;

namespace AmpleLantern.Core.Tests.Techniques;

public class TimingTests
{
    private static readonly PressTimes Press = new(2, 2, 2, 1);

    [Theory] // Worked by hand: 60/rate seconds a breath, times the breaths.
    [InlineData(12, 3, 15)]
    [InlineData(16, 3, 11.25)]
    [InlineData(20, 3, 9)]
    public void A_hold_of_breaths_lasts_as_long_as_they_do(double rate, int breaths, double seconds) =>
        Assert.Equal(seconds, Timing.Of(new(1, null, breaths), Press, BreathRule.Free, rate).Hold, 6);

    [Theory] // Bare press 2+2+2+1 = 7 s.
    [InlineData(12, 2, 10)] // 5 s a breath: 7/5 -> 2
    [InlineData(16, 2, 7.5)] // 3.75 s: 7/3.75 = 1.87 -> 2
    [InlineData(20, 3, 9)] // 3 s: 7/3 = 2.33 -> 3
    [InlineData(8, 1, 7.5)] // 7.5 s: one is enough
    public void A_press_on_the_breath_is_rounded_up_to_whole_breaths(double rate, int breaths, double seconds)
    {
        var timing = Timing.Of(new(1), Press, BreathRule.Out, rate);
        Assert.Equal(breaths, timing.Breaths);
        Assert.Equal(seconds, timing.Seconds, 6);
    }

    [Property]
    public bool On_the_breath_nothing_is_shortened_and_less_than_one_breath_is_added(PositiveInt tenths)
    {
        var rate = 4 + (tenths.Get % 360) / 10.0;
        var free = Timing.Of(new(1), Press, BreathRule.Free, rate).Seconds;
        var bound = Timing.Of(new(1), Press, BreathRule.Out, rate).Seconds;
        return bound >= free - 1e-6 && bound < free + Timing.BreathSeconds(rate);
    }
}
