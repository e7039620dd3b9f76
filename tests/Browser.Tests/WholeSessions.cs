using System.Text.Json;
using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace AmpleLantern.Browser.Tests;

/// <summary>Whole sessions without a free hand: by pedals, by elbow, by keys; one that is late, one where something happens.</summary>
public sealed class WholeSessions(Server server) : IClassFixture<Server>
{
    private static readonly Dictionary<string, string> Pedals = new()
    {
        ["Next"] = Keys.F7,
        ["Note"] = Keys.F8,
        ["Stop"] = Keys.F9,
    };

    private static int hour = 12;

    /// <summary>A visit of its own on another day, with nothing in its way.</summary>
    private static string Book(Page page, string flow)
    {
        var day = page.Api("/api/today?who=all");
        var client = day.GetProperty("visits")
            .EnumerateArray()
            .First(v => v.GetProperty("clientName").GetString()!.StartsWith("Anouk", StringComparison.Ordinal));
        var booked = page.Send(
            "POST",
            "/api/visits",
            new
            {
                clientId = client.GetProperty("clientId").GetString(),
                date = DateTime.UtcNow.AddDays(3).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
                at = $"{Interlocked.Increment(ref hour)}:00:00",
                minutesBooked = 60,
                flow,
            }
        );
        return booked.GetProperty("id").GetString()!;
    }

    private static void Foot(Page page, string pedal)
    {
        page.Press(Pedals[pedal]);
        Thread.Sleep(270);
    }

    private static void Elbow(Page page, string field)
    {
        new Actions(page.Driver)
            .MoveToElement(page.Find($".threefields .to-{field}"))
            .ClickAndHold()
            .Pause(TimeSpan.FromMilliseconds(90))
            .Release()
            .Perform();
        Thread.Sleep(270);
    }

    private static string Phase(Page page) => page.Find(".give").GetAttribute("data-phase")!;

    /// <summary>Goes on until the session is over.</summary>
    private static void ToTheEnd(Page page, Action next)
    {
        for (var n = 0; n < 250 && !page.Driver.Url.Contains("/reflect", StringComparison.Ordinal); n++)
        {
            next();
        }

        page.See("Did it help? Measure again.");
    }

    /// <summary>What the drafted note says was done.</summary>
    private static string Done(Page page, string visit) =>
        page.Api($"/api/visits/{visit}").GetProperty("note").GetProperty("done").GetString()!;

    private static void Set(Page page, string hands) =>
        page.Driver.ExecuteScript("localStorage.setItem('lantern-hands', arguments[0])", hands);

    /// <summary>Begins, also past the question what was not asked.</summary>
    private static void Begin(Page page, Action next)
    {
        page.See("Ready when you are.");
        for (var n = 0; n < 3 && Phase(page) == "not-started"; n++)
        {
            next();
            Thread.Sleep(400);
        }

        Assert.Equal("running", Phase(page));
    }

    [Theory]
    [InlineData("feet-fluid")]
    [InlineData("treading-with-frame")]
    public void By_three_pedals_with_five_notes_and_a_level_changed(string flow)
    {
        using var page = new Page(server).SignIn();
        var id = Book(page, flow);
        Set(page, """{"keys":{"next":"F7","note":"F8","stop":"F9"}}""");
        page.Go($"/visits/{id}/give");
        Begin(page, () => Foot(page, "Next"));
        Foot(page, "Next");
        var (notes, lighter) = (0, "");
        for (var step = 0; step < 40 && notes < 5; step++)
        {
            Foot(page, "Note");
            page.See("What was it?");
            var offered = page.Until(
                "two notes",
                () =>
                    page.Driver.FindElements(By.CssSelector(".pedalnote dd")) is { Count: 2 } two ? two.Select(d => d.Text).ToArray() : null
            );
            // That it is too much is told where it is offered; else the likeliest.
            var second = lighter.Length == 0 && offered[1] == "Too much";
            var told = offered[second ? 1 : 0];
            Foot(page, second ? "Note" : "Next");
            notes++;
            page.See($"{notes} noted");
            if (told == "Too much")
            {
                page.See("lighter now");
                lighter = page.Find("[data-testid=now-step]").Text;
            }

            if (notes > 2 || told == "Too much")
            {
                Foot(page, "Next");
            }
        }

        Assert.Equal(5, notes);
        Assert.NotEqual("", lighter);
        ToTheEnd(page, () => Foot(page, "Next"));
        Assert.Contains("Pressed lighter than planned", Done(page, id), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("feet-fluid")]
    [InlineData("treading-with-frame")]
    public void By_an_elbow_only_while_a_second_device_shows_it(string flow)
    {
        using var page = new Page(server, 1024, 768).SignIn();
        using var wall = new Page(server).SignIn();
        var id = Book(page, flow);
        Set(page, """{"field":true}""");
        Set(wall, """{"far":true}""");
        page.Go($"/visits/{id}/give");
        Begin(page, () => Elbow(page, "next"));
        wall.Go($"/visits/{id}/give");
        wall.Count(".give.far", 1);
        Elbow(page, "note");
        Elbow(page, "next");
        page.See("1 noted");
        for (var n = 0; n < 6; n++)
        {
            Elbow(page, "next");
        }

        wall.Until("the wall to follow", () => wall.Find(".gno").Text == page.Find(".gno").Text ? "follows" : null);
        ToTheEnd(page, () => Elbow(page, "next"));
        wall.See("Given.");
    }

    [Fact]
    public void By_keys_with_notes_and_a_level()
    {
        using var page = new Page(server).SignIn();
        var id = Book(page, "treading-with-frame");
        page.Go($"/visits/{id}/give");
        Begin(page, () => page.Press(" "));
        page.Press(Keys.PageDown);
        page.Press("n");
        page.See("1 noted");
        page.Press("t");
        page.See("lighter now");
        ToTheEnd(page, () => page.Press(Keys.PageDown));
        Assert.Contains("Pressed lighter than planned", Done(page, id), StringComparison.Ordinal);
    }

    [Fact]
    public void By_keys_late_by_ten_minutes_and_out_at_the_hour()
    {
        using var page = new Page(server).SignIn();
        var id = Book(page, "feet-fluid");
        page.Go($"/visits/{id}/give");
        Begin(page, () => page.Press(" "));
        // They came late: the end is set so that ten minutes are missing.
        var view = page.Api($"/api/visits/{id}");
        var total = view.GetProperty("expansion").GetProperty("totalSeconds").GetDouble();
        page.Send(
            "POST",
            $"/api/visits/{id}/give/events",
            new
            {
                events = new[]
                {
                    new
                    {
                        id = Guid.NewGuid(),
                        at = DateTime.UtcNow.ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", System.Globalization.CultureInfo.InvariantCulture),
                        kind = "out-by",
                        detail = new
                        {
                            until = DateTime
                                .UtcNow.AddSeconds(total - 600)
                                .ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", System.Globalization.CultureInfo.InvariantCulture),
                        },
                    },
                },
            }
        );
        page.See("over");
        page.TabTo("Make it fit");
        page.Press(Keys.Enter);
        page.See("Fewer things, in full");
        var offer = page.Driver.FindElements(By.CssSelector(".intime .offer")).Last();
        Assert.Contains("Left out:", offer.Text, StringComparison.Ordinal);
        page.TabTo("Fewer things");
        page.Press(Keys.Enter);
        page.NotSee("Make it fit");
        var after = page.Api($"/api/visits/{id}").GetProperty("expansion").GetProperty("totalSeconds").GetDouble();
        Assert.InRange(after, total - 900, total - 560);
        // One level lighter and back, a breath, a pause with its reason, all by keys.
        page.Press(Keys.PageDown);
        page.Press("[");
        page.See("lighter now");
        page.Press("]");
        page.NotSee("lighter now");
        page.Press("v");
        page.See("out-breath 1 of 3");
        page.Press("p");
        page.TabTo("Telephone");
        page.Press(Keys.Space);
        page.Count(".pausewhy .on", 1);
        page.Press("p");
        ToTheEnd(page, () => page.Press(Keys.PageDown));
        Assert.Contains("Paused 1 min: telephone", Done(page, id), StringComparison.Ordinal);
    }

    [Fact]
    public void When_something_happens_it_is_one_touch_to_what_to_do_first_and_the_record_keeps_it()
    {
        using var page = new Page(server).SignIn();
        var id = Book(page, "treading-with-frame");
        page.Go($"/visits/{id}/give");
        Begin(page, () => page.Press(" "));
        page.Click("Something happened");
        page.Count(".whathappened.show:not(.showing)", 1);
        page.Click("Fainting");
        page.See("Call 112 when:");
        Assert.Equal("stopped", Phase(page));
        page.Click("Hands off; lay them flat where they are");
        page.Count(".tick[aria-pressed=true]", 1);
        page.Retype("#happened-told", "the front desk");
        page.Click("End here");
        page.See("What happened");
        page.See("Done: Hands off; lay them flat where they are");
        page.See("Told: the front desk");
        page.See("Have they fainted again");
    }
}
