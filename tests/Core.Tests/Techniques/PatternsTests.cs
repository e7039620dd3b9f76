using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using FsCheck;
using FsCheck.Xunit;

namespace AmpleLantern.Core.Tests.Techniques;

/// <summary>Counts of the trade; all common practice.</summary>
public class PatternsTests
{
    [Property]
    public bool Out_and_back_over_n_stations_is_2n_minus_1_presses_and_reads_the_same_backwards(PositiveInt n)
    {
        var stations = 2 + (n.Get % (Patterns.MostStations - 1));
        var walk = Patterns.OutAndBack(stations).Select(p => p.Station).ToList();
        return walk.Count == 2 * stations - 1
            && walk.SequenceEqual(Enumerable.Reverse(walk))
            && walk.Count(s => s == stations) == 1
            && walk.Zip(walk.Skip(1)).All(p => Math.Abs(p.First - p.Second) == 1);
    }

    [Property]
    public bool Round_trips_never_press_a_turning_station_twice(PositiveInt n, PositiveInt k)
    {
        var (stations, trips) = (2 + (n.Get % 20), 1 + (k.Get % 6));
        var walk = Patterns.RoundTrips(stations, trips).Select(p => p.Station).ToList();
        return walk.Count == trips * (2 * stations - 2) + 1 && walk.Zip(walk.Skip(1)).All(p => p.First != p.Second);
    }

    [Fact]
    public void Thirds_are_1_2_3_2_1() => Assert.Equal([1, 2, 3, 2, 1], Patterns.OutAndBack(3).Select(p => p.Station));

    [Theory]
    [InlineData(0.4165, 0.085, 5)] // 0.245 of 1.70 m over 8.5 cm: 4.9 hands
    [InlineData(0.4165, 0.105, 4)] // a broad hand: 3.97
    [InlineData(0.03, 0.085, 2)] // never fewer than two
    public void A_palm_walk_has_path_over_hand_breadth_stations(double path, double hand, int stations) =>
        Assert.Equal(stations, Patterns.StationsByHand(path, hand));

    [Fact]
    public void A_percussion_pass_taps_up_and_down() =>
        Assert.Equal([1, 2, 3, 4, 3, 2, 1], Patterns.PercussionPass(4).Select(p => p.Station));

    [Fact]
    public void Neck_traction_is_seven_pulls_of_twelve_seconds()
    {
        var pulls = Patterns.Traction(7, 12, null);
        Assert.Equal(7, pulls.Count);
        Assert.All(pulls, p => Assert.Equal(12, p.StaySeconds));
    }

    [Fact]
    public void A_circle_goes_round_its_stations_in_order() =>
        Assert.Equal([1, 2, 3, 4, 1, 2, 3, 4], Patterns.Circle(4, 2).Select(p => p.Station));

    [Fact]
    public void What_cannot_be_pressed_is_refused()
    {
        Action[] impossible =
        [
            () => Patterns.OutAndBack(1),
            () => Patterns.OutAndBack(1000),
            () => Patterns.RoundTrips(3, 0),
            () => Patterns.Circle(2, 1),
            () => Patterns.Hold(null, null),
            () => Patterns.Hold(-3, null),
            () => Patterns.Traction(0, 12, null),
            () => Patterns.StationsByHand(1, 0),
        ];
        Assert.All(impossible, i => Assert.Throws<KnowledgeException>(i));
    }

    [Theory]
    [InlineData("C7", "C1", 7)]
    [InlineData("C1", "C7", 7)]
    [InlineData("T12", "L1", 2)]
    [InlineData("L5", "C1", 24)]
    public void One_press_falls_on_each_vertebra(string from, string to, int presses)
    {
        Assert.Equal(presses, Spine.Between(from, to).Count);
        Assert.Equal((from, to), (Spine.Between(from, to)[0], Spine.Between(from, to)[^1]));
        Assert.Throws<KnowledgeException>(() => Spine.Between(from, "S6"));
    }

    [Fact]
    public void Contract_and_relax_pushes_and_lets_go_in_every_round()
    {
        var rounds = Patterns.ContractRelax(3, 6, 2);
        Assert.Equal([1, 2, 1, 2, 1, 2], rounds.Select(p => p.Station));
        Assert.All(rounds.Where(p => p.Station == 1), p => Assert.Equal(6, p.StaySeconds));
        Assert.Throws<KnowledgeException>(() => Patterns.ContractRelax(3, null, 2));
    }
}
