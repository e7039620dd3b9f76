using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Atlas;

/// <summary>The atlas against tables of the WHO standard (2008) and the classical point tables, all from memory.</summary>
public sealed class StandardTests
{
    private static readonly AtlasBase It = Known.Base.Atlas;

    [Theory]
    [InlineData("LU", 11)]
    [InlineData("LI", 20)]
    [InlineData("ST", 45)]
    [InlineData("SP", 21)]
    [InlineData("HT", 9)]
    [InlineData("SI", 19)]
    [InlineData("BL", 67)]
    [InlineData("KI", 27)]
    [InlineData("PC", 9)]
    [InlineData("TE", 23)]
    [InlineData("GB", 44)]
    [InlineData("LR", 14)]
    [InlineData("GV", 28)]
    [InlineData("CV", 24)]
    public void Each_channel_has_its_points_in_one_unbroken_count(string code, int count)
    {
        var channel = It.Channels.All.Single(c => c.Code == code);
        var ids = It.Points.All.Where(p => p.Channel == channel.Id).Select(p => p.Id).ToList();
        Assert.Equal(Enumerable.Range(1, count).Select(i => $"{code}{i}"), ids);
    }

    [Fact]
    public void There_are_361_points_and_at_least_forty_extra_ones() =>
        Assert.Equal((361, true), (It.Points.All.Count(p => p.Channel != "extra"), It.Points.All.Count(p => p.Channel == "extra") >= 40));

    // WHO standard, proportional bone measurement.
    [Theory]
    [InlineData("front-hairline..back-hairline", 12)]
    [InlineData("glabella..front-hairline", 3)]
    [InlineData("c7..back-hairline", 3)]
    [InlineData("head-corner..head-corner", 9)]
    [InlineData("mastoid..mastoid", 9)]
    [InlineData("suprasternal-notch..xiphisternal-joint", 9)]
    [InlineData("xiphisternal-joint..navel", 8)]
    [InlineData("navel..pubic-symphysis", 5)]
    [InlineData("nipple..nipple", 8)]
    [InlineData("scapula-border..scapula-border", 6)]
    [InlineData("axillary-fold..elbow-crease", 9)]
    [InlineData("elbow-crease..wrist-crease", 12)]
    [InlineData("pubic-symphysis..patella-top", 18)]
    [InlineData("medial-condyle..medial-malleolus", 13)]
    [InlineData("patella-apex..medial-malleolus", 15)]
    [InlineData("trochanter..popliteal-crease", 19)]
    [InlineData("gluteal-fold..popliteal-crease", 14)]
    [InlineData("popliteal-crease..lateral-malleolus", 16)]
    [InlineData("medial-malleolus..sole", 3)]
    public void A_stretch_counts_the_standards_cun(string stretch, double cun) => Assert.Equal(cun, It.Stretches.All[stretch].Cun);

    [Fact]
    public void The_twelve_source_points_are_those_of_the_classical_table() =>
        Assert.Equal(["BL64", "GB40", "HT7", "KI3", "LI4", "LR3", "LU9", "PC7", "SI4", "SP3", "ST42", "TE4"], Of("source"));

    [Fact]
    public void The_connecting_points_are_those_of_the_classical_table() =>
        Assert.Equal(
            ["BL58", "CV15", "GB37", "GV1", "HT5", "KI4", "LI6", "LR5", "LU7", "PC6", "SI7", "SP4", "ST40", "TE5"],
            Of("connecting")
        );

    [Fact]
    public void The_eight_confluent_points_are_those_of_the_classical_table() =>
        Assert.Equal(["BL62", "GB41", "KI6", "LU7", "PC6", "SI3", "SP4", "TE5"], Of("confluent"));

    [Fact]
    public void The_eight_influential_points_are_those_of_the_classical_table() =>
        Assert.Equal(["BL11", "BL17", "CV12", "CV17", "GB34", "GB39", "LR13", "LU9"], Of("influential"));

    [Fact]
    public void The_alarm_points_are_those_of_the_classical_table() =>
        Assert.Equal(["CV12", "CV14", "CV17", "CV3", "CV4", "CV5", "GB24", "GB25", "LR13", "LR14", "LU1", "ST25"], Of("alarm"));

    [Fact]
    public void The_back_points_are_those_of_the_classical_table() =>
        Assert.Equal(
            ["BL13", "BL14", "BL15", "BL18", "BL19", "BL20", "BL21", "BL22", "BL23", "BL25", "BL27", "BL28"],
            Of("back-transporting")
        );

    [Fact]
    public void The_cleft_points_are_those_of_the_classical_table() =>
        Assert.Equal(
            ["BL59", "BL63", "GB35", "GB36", "HT6", "KI5", "KI8", "KI9", "LI7", "LR6", "LU6", "PC4", "SI6", "SP8", "ST34", "TE7"],
            Of("cleft")
        );

    private static IEnumerable<string> Of(string kind) =>
        It.Points.All.Where(p => p.Categories.Any(c => c.Kind == kind)).Select(p => p.Id).Order(StringComparer.Ordinal);

    // Well, spring, stream, river, sea of the twelve channels.
    [Theory]
    [InlineData("LU", "11 10 9 8 5")]
    [InlineData("LI", "1 2 3 5 11")]
    [InlineData("ST", "45 44 43 41 36")]
    [InlineData("SP", "1 2 3 5 9")]
    [InlineData("HT", "9 8 7 4 3")]
    [InlineData("SI", "1 2 3 5 8")]
    [InlineData("BL", "67 66 65 60 40")]
    [InlineData("KI", "1 2 3 7 10")]
    [InlineData("PC", "9 8 7 5 3")]
    [InlineData("TE", "1 2 3 6 10")]
    [InlineData("GB", "44 43 41 38 34")]
    [InlineData("LR", "1 2 3 4 8")]
    public void The_five_phase_points_are_in_place(string channel, string numbers)
    {
        string[] kinds = ["well", "spring", "stream", "river", "sea"];
        var yin = It.Channels.All.Single(c => c.Code == channel).Polarity == "yin";
        string[] phases = yin ? ["wood", "fire", "earth", "metal", "water"] : ["metal", "water", "wood", "fire", "earth"];
        foreach (var (number, i) in numbers.Split(' ').Select((n, i) => (n, i)))
        {
            Assert.Contains(It.Points[channel + number].Categories, c => c.Kind == kinds[i] && c.Phase == phases[i]);
        }
    }

    [Fact]
    public void Two_reflex_sets_have_at_least_45_areas_each_on_all_four_faces()
    {
        Assert.Equal(2, It.Reflex.All.Count);
        foreach (var set in It.Reflex.All)
        {
            Assert.True(set.Areas.Count >= 45);
            Assert.Equal(["inner", "outer", "sole", "top"], set.Areas.Select(a => a.On).Distinct().Order(StringComparer.Ordinal));
            Assert.All(
                set.Areas.Where(a => a.Id is "liver" or "gallbladder" or "ascending-colon" or "ileocaecal"),
                a => Assert.Equal("right", a.Foot)
            );
            Assert.All(
                set.Areas.Where(a => a.Id is "heart" or "spleen" or "descending-colon" or "sigmoid-colon"),
                a => Assert.Equal("left", a.Foot)
            );
        }
    }

    [Fact]
    public void The_ten_sen_lines_and_about_sixty_places_are_there()
    {
        Assert.Equal(10, It.Sen.All.Count(s => s.Set == "sen"));
        Assert.True(Known.Base.Regions.All.Count >= 60);
        Assert.True(Known.Base.Regions.All.Count(r => r.NoPressure is not null) >= 8);
    }
}
