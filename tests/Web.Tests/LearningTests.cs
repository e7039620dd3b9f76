using System.Text.Json.Nodes;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Web.Atlas;
using AmpleLantern.Web.Tests.Support;
using AmpleLantern.Web.Time;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace AmpleLantern.Web.Tests;

/// <summary>Points asked, touched, judged and asked again.</summary>
public sealed class LearningTests : IAsyncLifetime
{
    private readonly ClockHouse house = new();
    private Guest pim = null!;

    public async ValueTask InitializeAsync() => pim = await house.Guest("pim");

    public ValueTask DisposeAsync() => house.DisposeAsync();

    /// <summary>A student's round: every other one is missed by five centimetres; next day what was missed comes again.</summary>
    [Fact]
    public async Task A_round_of_twenty_is_scored_and_what_was_missed_comes_next_day()
    {
        var round = (await pim.Get("/api/learn"))!["round"]!.AsArray();
        Assert.Equal(20, round.Count);
        var missed = new List<string>();
        for (var i = 0; i < round.Count; i++)
        {
            var (point, view) = ((string)round[i]!["point"]!, (string)round[i]!["view"]!);
            var at = Seen(point, view);
            var judged = i % 2 == 0 ? await Touch(point, view, at.X, at.Y) : await Miss(point, view, at);
            Assert.Equal(i % 2 == 0, (bool)judged["found"]!);
            if (i % 2 != 0)
            {
                missed.Add(point);
                Assert.Equal(Today.PlusDays(1).ToString("uuuu-MM-dd", null), (string)judged["again"]!);
                Assert.NotEmpty(judged["ways"]!.AsArray());
            }
        }

        var after = (await pim.Get("/api/learn"))!;
        Assert.Equal(20, (int)after["today"]!["asked"]!);
        Assert.Equal(10, (int)after["today"]!["found"]!);
        Assert.Empty(after["round"]!.AsArray().Select(p => (string)p!["point"]!).Intersect(round.Select(p => (string)p!["point"]!)));

        house.Clock.Stands = house.Clock.Stands + Duration.FromDays(1);
        var next = (await pim.Get("/api/learn"))!["round"]!.AsArray().Select(p => (string)p!["point"]!).ToList();
        Assert.Subset(next.ToHashSet(), missed.ToHashSet());
        var odile = await house.Guest();
        Assert.Equal(0, (int)(await odile.Get("/api/learn"))!["today"]!["asked"]!);
    }

    [Fact]
    public async Task An_answer_sent_twice_counts_once_and_a_touch_beside_the_body_not_at_all()
    {
        var at = Seen("CV6", "front");
        var id = Guid.NewGuid();
        await Touch("CV6", "front", at.X, at.Y, id);
        await Touch("CV6", "front", at.X, at.Y, id);
        pim.Refused(422, "beside-the-body", await pim.Post("/api/learn/answers", Body("CV6", "front", 1, 1)));
        pim.Refused(422, "unknown-word", await pim.Post("/api/learn/answers", Body("CV99", "front", 1, 1)));
        pim.Refused(422, "unknown-view", await pim.Post("/api/learn/answers", Body("CV6", "beneath", 1, 1)));
        Assert.Equal(1, (int)(await pim.Get("/api/learn"))!["today"]!["asked"]!);
        Assert.All((await pim.Get("/api/learn?channel=lu"))!["round"]!.AsArray(), p => Assert.StartsWith("LU", (string)p!["point"]!));
    }

    private static object Body(string point, string view, double x, double y, Guid? id = null) =>
        new
        {
            id = id ?? Guid.NewGuid(),
            point,
            view,
            xMm = x,
            yMm = y,
        };

    private async Task<JsonNode> Touch(string point, string view, double x, double y, Guid? id = null) =>
        (await pim.Post("/api/learn/answers", Body(point, view, x, y, id)))!;

    /// <summary>Five centimetres off in whichever direction there is skin.</summary>
    private async Task<JsonNode> Miss(string point, string view, Spot at)
    {
        foreach (var (dx, dy) in new[] { (0, 50), (0, -50), (50, 0), (-50, 0), (35, 35), (-35, -35) })
        {
            if (Core.Atlas.Touch.Skin(Views.Of(Standing.Body, view), at.X + dx, at.Y + dy) is not null)
            {
                return await Touch(point, view, at.X + dx, at.Y + dy);
            }
        }

        throw new InvalidOperationException($"There is no skin round {point} in {view}.");
    }

    private LocalDate Today => house.Services.GetRequiredService<PracticeClock>().Today;

    private Posed Standing => house.Services.GetRequiredService<FigureStore>().Posed(BodySize.Reference, PoseSaid.Standing, 1);

    private Spot Seen(string point, string view) =>
        Standing
            .SpotsOf(house.Services.GetRequiredService<KnowledgeBase>().Atlas.Points[point])
            .Select(s => new Chart(Views.Of(Standing.Body, view)).Spot(s.Anchor))
            .First(s => s.Visible);
}
