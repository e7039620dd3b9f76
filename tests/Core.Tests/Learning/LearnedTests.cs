using AmpleLantern.Core.Learning;
using AmpleLantern.Core.Tests.Support;
using NodaTime;
using Xunit;

namespace AmpleLantern.Core.Tests.Learning;

/// <summary>When a place comes again: the published schedule, and what a round asks.</summary>
public class LearnedTests
{
    private static readonly LocalDate Start = new(2026, 3, 2);
    private static readonly Spacing Spacing = Known.Base.Spacing;

    /// <summary>Days between askings for the grades given on the days due. Source: Wozniak 1990, SM-2, worked by hand.</summary>
    [Theory]
    // Ease stays 2.5: 1, 6, 6 × 2.5 = 15, 15 × 2.5 = 37.5.
    [InlineData("4 4 4 4", "1 6 15 38", 2.5)]
    // Ease 2.6, 2.7, 2.8, 2.9: 6 × 2.8 = 16.8, 17 × 2.9 = 49.3.
    [InlineData("5 5 5 5", "1 6 17 50", 2.9)]
    // Ease falls by 0.14 with each 3: 6 × 2.08 = 12.48, 13 × 1.94 = 25.2.
    [InlineData("3 3 3 3", "1 6 13 26", 1.94)]
    // Missed: from the beginning, ease down by 0.8 (grade 0) and no lower than 1.3.
    [InlineData("4 4 0 4 4", "1 6 1 1 6", 1.7)]
    [InlineData("0 0 0", "1 1 1", 1.3)]
    public void What_is_found_comes_back_after_ever_longer_times(string grades, string days, double ease)
    {
        var on = Start;
        var tries = new List<PlaceTry>();
        var waits = new List<int>();
        foreach (var grade in grades.Split(' ').Select(int.Parse))
        {
            tries.Add(new("ST36", on, grade, 0));
            var known = Learned.From(tries, Spacing)["ST36"];
            waits.Add(known.Days);
            Assert.Equal(on.PlusDays(known.Days), known.Due);
            on = known.Due;
        }

        Assert.Equal(days, string.Join(' ', waits));
        Assert.Equal(ease, Learned.From(tries, Spacing)["ST36"].Ease, 6);
    }

    [Fact]
    public void Only_the_first_try_of_a_day_counts()
    {
        PlaceTry[] missedThenFound = [new("LI4", Start, 0, 3), new("LI4", Start, 5, 0.1)];
        var known = Learned.From(missedThenFound, Spacing)["LI4"];
        Assert.Equal((2, 0, 1, 0.1), (known.Tries, known.InARow, known.Days, known.LastErrorCun));
    }

    [Fact]
    public void A_round_asks_what_is_due_then_what_sessions_use_then_the_weakest()
    {
        var known = Learned.From(
            [
                new("LU1", Start.PlusDays(-9), 5, 0),
                new("LU2", Start.PlusDays(-3), 1, 2),
                new("LU3", Start, 5, 0),
                new("LU4", Start.PlusDays(-1), 4, 0.4),
                new("LU4", Start, 4, 0.4),
                new("LU5", Start.PlusDays(-1), 4, 0.4),
                new("LU5", Start.PlusDays(-2), 4, 0.4),
            ],
            Spacing
        );
        string[] pool = ["LU1", "LU2", "LU3", "LU4", "LU5", "LU6", "LU7", "LU8"];
        var round = PlaceRound.Choose(pool, known, new HashSet<string> { "LU3" }, Start, 7, p => p == "LU7" ? 4 : 0);
        Assert.Equal(["LU1", "LU2", "LU7", "LU6", "LU8"], round.Take(5));
        Assert.DoesNotContain("LU3", round);
        Assert.Equal(7, round.Count);
        Assert.Equal(["LU1", "LU2"], PlaceRound.Choose(pool, known, new HashSet<string>(), Start, 2, _ => 0));
    }
}
