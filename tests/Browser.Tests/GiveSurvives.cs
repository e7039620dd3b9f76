using AmpleLantern.Browser.Tests.Support;
using AmpleLantern.Demo;
using OpenQA.Selenium;

namespace AmpleLantern.Browser.Tests;

/// <summary>Nothing noted while giving is lost.</summary>
public sealed class GiveSurvives : IAsyncLifetime
{
    private readonly Server server = new();

    public ValueTask InitializeAsync() => server.InitializeAsync();

    public ValueTask DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task A_server_killed_while_giving_has_every_acknowledged_event_afterwards_and_gets_the_rest()
    {
        using var page = new Page(server).SignIn("teo");
        page.Open("Wren", "give");
        page.See("2 noted");
        foreach (var key in "nsgty")
        {
            page.Press(key.ToString());
        }

        page.See("7 noted");
        var acknowledged = Events(page);
        Assert.True(acknowledged >= 8);
        server.Kill();
        page.Press("w");
        page.See("1 kept here, not sent yet");
        page.Driver.Navigate().Refresh();
        await server.Start();
        page.Driver.Navigate().Refresh();
        page.See("8 noted");
        Assert.Equal(acknowledged + 1, Events(page));
        page.See(" of ");
    }

    [Fact]
    public void A_sign_in_that_ends_while_giving_loses_nothing()
    {
        using var page = new Page(server).SignIn("teo");
        page.Open("Wren", "give");
        page.See("2 noted");
        page.Driver.Manage().Cookies.DeleteCookieNamed("lantern");
        page.Press("n");
        page.See("Your sign-in has ended.");
        page.Find("#sign-password").SendKeys(Demo.DemoPractice.Password + Keys.Enter);
        page.NotSee("Your sign-in has ended.");
        page.See("3 noted");
        page.Press("s");
        page.See("4 noted");
    }

    [Fact]
    public async Task Ten_noted_while_the_server_is_down_are_all_there_once_and_dizzy_stops_at_the_keypress()
    {
        using var page = new Page(server).SignIn("teo");
        page.Open("Wren", "give");
        page.See("2 noted");
        var before = Events(page);
        server.Kill();
        foreach (var key in "nsgtywie")
        {
            page.Press(key.ToString());
        }

        page.Press(Keys.Space);
        page.See("9 kept here, not sent yet");
        page.Press("d");
        // Stopped without the server; whether it goes on waits for it.
        page.See("Hands off, let them lie, cover them.");
        page.See("Whether it may go on is screened as soon as");
        Assert.Equal("stopped", page.Find(".give").GetAttribute("data-phase"));
        Assert.DoesNotContain(page.Driver.FindElements(By.TagName("button")), b => b.Text == "They want to go on");
        page.Press(Keys.Space);
        Assert.Equal("stopped", page.Find(".give").GetAttribute("data-phase"));
        await server.Start();
        page.See("11 noted");
        Assert.Equal(before + 10, Events(page));
        page.Until(
            "the screen to speak",
            () =>
                page
                    .Driver.FindElements(By.CssSelector(".gready .plum"))
                    .FirstOrDefault(p => p.Text.Contains("The session cannot go on", StringComparison.Ordinal))
        );
        var responses = page.Api($"/api/visits/{VisitId(page)}/give")
            .GetProperty("session")
            .GetProperty("responses")
            .EnumerateArray()
            .Select(r => r.GetProperty("response").GetString())
            .ToList();
        // Two of the demo, eight quiet ones and the dizzy one, each once and as they were pressed.
        Assert.Equal(9, responses.Skip(2).Count());
        Assert.Equal(9, responses.Skip(2).Distinct().Count());
        Assert.Equal("dizzy", responses[^1]);
    }

    [Fact]
    public void Two_tablets_show_the_same_moment()
    {
        using var one = new Page(server).SignIn("teo");
        using var two = new Page(server).SignIn("odile");
        one.Open("Wren", "give");
        two.Open("Wren", "give");
        two.See("2 noted");
        one.Press(Keys.Space);
        var step = one.Find("[data-testid=now-step]").Text;
        two.Until($"the step '{step}'", () => two.Find("[data-testid=now-step]").Text == step ? "here" : null);
        two.Press("p");
        one.See("paused");
        one.Press("x");
        two.See("Come off slowly.");
        two.Click("They want to go on");
        one.NotSee("Come off slowly.");
        one.Click("change");
        one.Tap(".aheadlist li:nth-child(2) .pill.quiet");
        two.Until("the seam", () => two.Driver.FindElements(By.CssSelector(".thread .seam")).FirstOrDefault());
    }

    [Fact]
    public void What_waits_under_the_lock_goes_out_only_under_the_person_who_noted_it()
    {
        using var page = new Page(server).SignIn("teo");
        var address = page.Open("Wren", "give");
        page.See("2 noted");
        page.Driver.Manage().Cookies.DeleteCookieNamed("lantern");
        page.Press("n");
        page.See("Your sign-in has ended.");
        page.Retype("#sign-name", "pim");
        page.Find("#sign-password").SendKeys(Demo.DemoPractice.Password + Keys.Enter);
        page.See("One note of somebody else waits here until they sign in.");
        Assert.Equal(2, Noted(page));
        page.Driver.Manage().Cookies.DeleteCookieNamed("lantern");
        page.Driver.Navigate().GoToUrl(server.Address);
        page.SignIn("teo");
        page.Driver.Navigate().GoToUrl($"{address}/give");
        page.See("3 noted");
        Assert.Equal(3, Noted(page));
    }

    private static int Noted(Page page) =>
        page.Api($"/api/visits/{VisitId(page)}/give").GetProperty("session").GetProperty("responses").GetArrayLength();

    private static string VisitId(Page page) => new Uri(page.Driver.Url).Segments[2].TrimEnd('/');

    private static long Events(Page page) =>
        page.Api($"/api/visits/{VisitId(page)}/give").GetProperty("session").GetProperty("events").GetInt64();
}
