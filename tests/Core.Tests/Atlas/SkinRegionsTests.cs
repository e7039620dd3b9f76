using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Atlas;

/// <summary>Where the lines run: checked against the courses of the WHO standard (2008), from memory.</summary>
public class LineRegionsTests
{
    /// <summary>Regions each channel is known to run through, and some it keeps clear of.</summary>
    [Theory]
    [InlineData("bl", "erectors sacrum thigh-back popliteal-hollow calf foot-outer-edge", "abdomen shin-outer armpit palm")]
    [InlineData("gb", "temples ribs-side it-band shin-outer foot-top", "palm spine-bones thigh-inner sole")]
    [InlineData("st", "face chest abdomen thigh-front shin-outer foot-top", "calf thigh-back spine-bones palm")]
    [InlineData("sp", "foot-inner-edge tibial-edge-inner whole-leg", "thigh-back it-band upper-back palm")]
    [InlineData("ki", "sole calf abdomen chest", "it-band thigh-front palm scalp")]
    [InlineData("lu", "biceps forearm-inner", "hand-back thigh-front lower-back sole")]
    [InlineData("te", "forearm-outer triceps hand-back side-of-neck", "palm forearm-inner abdomen calf")]
    [InlineData("gv", "spine-bones neck scalp", "abdomen calf palm flank")]
    [InlineData("cv", "abdomen chest throat", "spine-bones calf erectors")]
    public void A_channel_runs_through_the_regions_of_its_course(string line, string through, string clearOf)
    {
        var found = Known.Base.RegionsOfLine(line);
        Assert.Empty(through.Split(' ').Except(found).Select(r => $"{line} misses {r}; it has {string.Join(" ", found)}"));
        Assert.Empty(clearOf.Split(' ').Intersect(found).Select(r => $"{line} should not run through {r}"));
    }

    [Fact]
    public void Every_line_runs_through_something_and_in_its_direction()
    {
        var lines = Known.Base.Atlas.Channels.All.Select(c => c.Id).Concat(Known.Base.Atlas.Sen.All.Select(s => s.Id)).ToList();
        Assert.All(lines, l => Assert.True(Known.Base.RegionsOfLine(l).Count > 1, l));
        var stomach = Known.Base.RegionsOfLine("st").ToList();
        Assert.True(stomach.IndexOf("face") < stomach.IndexOf("abdomen") && stomach.IndexOf("abdomen") < stomach.IndexOf("foot-top"));
    }
}
