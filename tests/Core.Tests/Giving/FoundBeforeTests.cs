using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Tests.Giving;

/// <summary>What was found at a place comes back when that place is worked again.</summary>
public sealed class FoundBeforeTests
{
    private static readonly Plan Legs = Known.Flow(Known.Legs);
    private static readonly LocalDate First = new(2026, 2, 2);

    private static PastNote Noted(string step, int weeks, string response = "tender", EventDetail? detail = null) =>
        new(
            First.PlusWeeks(weeks),
            new(Guid.NewGuid(), Instant.FromUtc(2026, 2, 2, 12, 0) + Duration.FromDays(7 * weeks), response, step, null, Detail: detail),
            Legs.Step(step)
        );

    private static IReadOnlyDictionary<string, IReadOnlyList<FoundHere>> At(params PastNote[] past) => FoundBefore.At(Legs, past);

    [Fact]
    public void It_comes_back_at_its_step_and_side_with_what_it_was_the_time_before()
    {
        var found = At(
            Noted("thumbs.left", 0, detail: new(Strength: 3)),
            Noted("thumbs.left", 1, detail: new(Strength: 2)),
            Noted("thumbs.left", 1, "twitch")
        );
        Assert.Equal(
            [("tender", 2, 3)],
            found["thumbs.left"].Where(f => f.Response == "tender").Select(f => (f.Response, f.Strength, f.Before))
        );
        Assert.Equal(First.PlusWeeks(1), found["thumbs.left"][0].Date);
        Assert.Contains(found["thumbs.left"], f => f.Response == "twitch");
        Assert.False(found.ContainsKey("thumbs.right"));
        // The same place worked in another way hears of it too; a place elsewhere does not.
        var region = Legs.Step("thumbs.left").Region;
        Assert.All(found.Keys, id => Assert.Contains(Legs.Step(id).Regions, Legs.Step("thumbs.left").Regions.Contains));
        Assert.True(found.Count > 1, $"only one step of several works the {region}");
    }

    [Fact]
    public void A_point_is_itself_alone()
    {
        var plan = Legs with
        {
            Steps =
            [
                Legs.Step("thumbs.left") with
                {
                    Id = "one",
                    Points = ["BL37"],
                },
                Legs.Step("thumbs.left") with
                {
                    Id = "two",
                    Points = ["BL36"],
                },
            ],
        };
        var past = new PastNote(
            First,
            new(Guid.NewGuid(), Instant.FromUtc(2026, 2, 2, 12, 0), "tender", "one", null, Detail: new(Place: "BL37", Side: Side.Left)),
            plan.Step("one")
        );
        Assert.Equal(["one"], FoundBefore.At(plan, [past]).Keys);
    }

    [Fact]
    public void Nothing_is_said_where_nothing_is_known_and_never_more_than_can_be_read()
    {
        Assert.Empty(At());
        string[] kinds = ["tender", "twitch", "sigh", "warmth", "tight"];
        Assert.Equal(FoundBefore.MostShown, At([.. kinds.Select(k => Noted("thumbs.left", 0, k))])["thumbs.left"].Count);
    }
}
