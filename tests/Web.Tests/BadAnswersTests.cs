using System.Text.Json.Nodes;
using AmpleLantern.Web.Tests.Support;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Tests;

/// <summary>Answers that do not go together, come twice, or mean nothing here: a plain sentence, and nothing said is lost.</summary>
public sealed class BadAnswersTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;

    public async ValueTask InitializeAsync() => odile = await house.Guest();

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private static async Task<int> Version(Guest who, string visit) => (int)(await who.Visit(visit))["version"]!;

    private static async Task<JsonNode> Say(Guest who, string visit, object entry) =>
        (await who.Put($"/api/visits/{visit}/facts", new { version = await Version(who, visit), entry }))!;

    private static async Task<JsonNode> Card(Guest who, string visit, params object[] yes) =>
        (
            await who.Put(
                $"/api/visits/{visit}/cards",
                new
                {
                    version = await Version(who, visit),
                    card = "now",
                    cardVersion = 1,
                    yes,
                    notConcerned = false,
                    withdraw = false,
                }
            )
        )!;

    [Fact]
    public async Task A_card_answered_by_two_people_keeps_both_answers_and_the_later_counts()
    {
        var id = await odile.VisitOf("Corvin");
        await Card(odile, id);
        var teo = await house.Guest("teo");
        var visit = await Card(teo, id, new { fact = "dizziness-today", status = "known" });
        var now = visit["asking"]!["door"]!.AsArray().Single(c => (string)c!["id"]! == "now")!;
        Assert.Equal("Teo Marsh", (string)now["answer"]!["askedBy"]!, ignoreCase: true);
        Assert.Contains(visit["facts"]!.AsArray(), f => (string)f!["entry"]!["fact"]! == "dizziness-today");
        var kept = await house.InDb(db => db.Visits.Where(v => v.Id == Guid.Parse(id)).Select(v => v.Cards).SingleAsync());
        var answers = kept.Where(c => c.Card == "now").ToList();
        Assert.Equal(2, answers.Count);
        Assert.Equal(2, answers.Select(a => a.AskedBy).Distinct().Count());
        Assert.Contains("dizziness-today", answers[0].Denied);
        Assert.DoesNotContain("dizziness-today", answers[1].Denied);
    }

    [Fact]
    public async Task A_pregnancy_the_birth_date_makes_impossible_is_kept_and_doubted_aloud()
    {
        var id = await odile.VisitOf("Hesper");
        var visit = await Say(
            odile,
            id,
            new
            {
                fact = "pregnancy",
                status = "known",
                detail = new { dueDate = "2027-03-01" },
            }
        );
        Assert.Contains("one of the two is wrong", visit["screen"]!["unresolved"]!.ToJsonString(), StringComparison.Ordinal);
        Assert.Contains(
            visit["screen"]!["findings"]!.AsArray(),
            f => ((string)f!["because"]!).Contains("pregnan", StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task A_reading_the_wrong_way_round_is_refused_and_what_stood_stays()
    {
        var id = await odile.VisitOf("Tobin");
        var before = (await odile.Visit(id))["facts"]!.AsArray().Count;
        odile.Refused(
            422,
            "number-out-of-range",
            await Say(
                odile,
                id,
                new
                {
                    fact = "hypertension",
                    status = "known",
                    detail = new { systolic = "12", diastolic = "200" },
                }
            )
        );
        Assert.Equal(before, (await odile.Visit(id))["facts"]!.AsArray().Count);
    }

    [Theory]
    [InlineData("Blutverdünner")]
    [InlineData("血液稀释剂")]
    public async Task A_medicine_in_another_language_is_kept_as_it_was_said_and_asked_about(string name)
    {
        var id = await odile.VisitOf("Tobin");
        var visit = await Say(
            odile,
            id,
            new
            {
                fact = "medicine",
                status = "known",
                detail = new { name },
            }
        );
        Assert.Contains(visit["facts"]!.AsArray(), f => (string?)f!["entry"]!["detail"]?["name"] == name);
        Assert.Contains(
            visit["screen"]!["unresolved"]!.AsArray(),
            u => ((string)u!["saying"]!).Contains("nobody here knows what it does", StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task A_link_opened_on_two_phones_takes_one_answer_and_tells_the_other_why()
    {
        var id = await odile.VisitOf("Maren");
        var link = "/api" + (string)(await odile.Post($"/api/visits/{id}/intake-link", new { }))!["path"]!;
        var (one, other) = (await house.Guest(null), await house.Guest(null));
        await one.Get(link);
        await other.Get(link);
        object Told(string words) =>
            new
            {
                words,
                answers = Array.Empty<object>(),
                medicines = Array.Empty<string>(),
                lists = Array.Empty<object>(),
            };
        await one.Post(link, Told("From the first."));
        other.Refused(410, "link-used", await other.Post(link, Told("From the second.")));
        var came = (await odile.Get($"/api/visits/{id}/intake"))!;
        Assert.Equal("From the first.", (string)came["words"]!);
        // One made anew in the middle shuts the one that is open on a phone.
        var second = "/api" + (string)(await odile.Post($"/api/visits/{id}/intake-link", new { }))!["path"]!;
        await other.Get(second);
        await odile.Post($"/api/visits/{id}/intake-link", new { });
        other.Refused(410, "link-expired", await other.Post(second, Told("Too late.")));
    }
}
