using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace AmpleLantern.Browser.Tests;

/// <summary>A session given without a hand: by three pedals, and by an elbow on three big fields.</summary>
public sealed class HandsBusy : IAsyncLifetime
{
    // What a pedal sends; any key will do.
    private static readonly Dictionary<string, string> Pedals = new()
    {
        ["Next"] = Keys.F7,
        ["Note"] = Keys.F8,
        ["Stop"] = Keys.F9,
    };

    private readonly Server server = new();

    public ValueTask InitializeAsync() => server.InitializeAsync();

    public ValueTask DisposeAsync() => server.DisposeAsync();

    /// <summary>A foot does not press faster than it can be let go of.</summary>
    private static void Foot(Page page, string pedal)
    {
        page.Press(Pedals[pedal]);
        Thread.Sleep(330);
    }

    private static void Elbow(Page page, string field)
    {
        new Actions(page.Driver)
            .MoveToElement(page.Find($".threefields .to-{field}"))
            .ClickAndHold()
            .Pause(TimeSpan.FromMilliseconds(160))
            .Release()
            .Perform();
        Thread.Sleep(330);
    }

    private static int Events(Page page)
    {
        var visit = page.Driver.Url.Split("/visits/")[1].Split('/')[0];
        return page.Api($"/api/visits/{visit}/give").GetProperty("session").GetProperty("events").GetInt32();
    }

    [Fact]
    public void Pedals_are_learned_tell_notes_and_stop_and_never_set_it_going_again()
    {
        using var page = new Page(server).SignIn("teo");
        page.Open("Wren", "give");
        page.See("2 noted");
        page.Click("Hands free");
        page.Count(".handsfree.show:not(.showing)", 1);
        foreach (var (pedal, key) in Pedals)
        {
            page.Tap($"button[aria-label='Learn the pedal for {pedal}']");
            page.See("press it now");
            page.Press(key);
            page.NotSee("press it now");
        }

        page.Tap(".handsfree .btn-close");
        page.Count(".handsfree", 0);
        var told = new List<string>();
        for (var n = 0; n < 2; n++)
        {
            var step = page.Find("h1").Text;
            Foot(page, "Note");
            page.See("What was it?");
            told.Add(page.Find($".pedalnote dd:nth-of-type({1 + (n % 2)})").Text);
            // The likeliest by the pedal for next, the other by the one for note.
            Foot(page, n % 2 == 0 ? "Next" : "Note");
            page.See($"{3 + n} noted");
            Assert.Equal(told[^1], page.Find(".lastnote b").Text);
            Foot(page, "Next");
            page.Until("the next step or its rest", () => page.Find("h1").Text == step ? null : "on");
        }

        page.Tap(By.XPath("//*[contains(@class, 'strengths')]//button[.='clearly']"));
        page.Count(".strengths button.on", 1);
        Foot(page, "Stop");
        Assert.Equal("stopped", page.Find(".give").GetAttribute("data-phase"));
        page.See("Come off slowly and look.");
        // A foot does not set it going again.
        Foot(page, "Next");
        Assert.Equal("stopped", page.Find(".give").GetAttribute("data-phase"));
        page.Click("They want to go on");
        page.Until("it to go on", () => page.Find(".give").GetAttribute("data-phase") == "running" ? "on" : null);
    }

    [Fact]
    public void An_elbow_goes_on_notes_and_stops_and_a_brush_of_the_sheet_does_nothing()
    {
        using var page = new Page(server, 1024, 768).SignIn("teo");
        page.Open("Wren", "give");
        page.See("2 noted");
        page.Click("Hands free");
        page.Count(".handsfree.show:not(.showing)", 1);
        page.Tap("#hands-field");
        page.Tap(".handsfree .btn-close");
        page.Count(".handsfree", 0);
        // A third of the height, and no other key beside it to be hit by mistake.
        Assert.InRange(page.Find(".threefields").Size.Height, 768 / 4, 768 / 2);
        var before = Events(page);
        // Down and up in one go: by WebDriver's click a busy machine may lay them as far apart as an elbow does.
        page.Driver.ExecuteScript(
            "for (const what of ['pointerdown', 'pointerup']) arguments[0].dispatchEvent(new PointerEvent(what, { bubbles: true }))",
            page.Find(".threefields .to-next")
        );
        new Actions(page.Driver).MoveToElement(page.Find(".threefields .to-next")).ClickAndHold().MoveByOffset(120, 0).Release().Perform();
        Thread.Sleep(400);
        // The clock may have gone on by itself: nothing was told to it.
        Assert.Equal(before, Events(page));
        Elbow(page, "next");
        page.Until("it to be told", () => Events(page) == before + 1 ? "told" : null);
        Elbow(page, "note");
        var first = page.Find(".threefields .to-next").Text;
        Elbow(page, "next");
        page.Until("the note", () => page.Find(".lastnote b").Text == first ? "noted" : null);
        Elbow(page, "stop");
        Assert.Equal("stopped", page.Find(".give").GetAttribute("data-phase"));
    }
}
