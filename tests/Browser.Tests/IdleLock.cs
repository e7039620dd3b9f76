using AmpleLantern.Browser.Tests.Support;
using AmpleLantern.Demo;
using OpenQA.Selenium;

namespace AmpleLantern.Browser.Tests;

/// <summary>A page left alone locks itself; what was typed is still there after signing in again.</summary>
[Collection(nameof(ByTheClock))]
public sealed class IdleLock(ImpatientServer server) : IClassFixture<ImpatientServer>
{
    [Fact]
    public void A_page_left_alone_locks_and_opens_again_as_it_was()
    {
        using var page = new Page(server).SignIn();
        page.Open("Maren", "arrive");
        page.Find("#words").SendKeys(" Worse on stairs.");
        page.See("Your sign-in has ended.");
        Assert.Equal(
            401L,
            page.Driver.ExecuteAsyncScript("const done = arguments[arguments.length - 1]; fetch('/api/today').then(r => done(r.status))")
        );
        page.Find("#sign-password").SendKeys(Demo.DemoPractice.Password + Keys.Enter);
        page.NotSee("Your sign-in has ended.");
        Assert.Equal("Ankles thick in the evening. Worse on stairs.", page.Find("#words").GetAttribute("value"));
    }

    [Fact]
    public void Tabs_are_touched_and_locked_together_and_a_locked_page_shows_nothing_and_takes_nothing()
    {
        using var page = new Page(server).SignIn();
        var first = page.Driver.CurrentWindowHandle;
        page.Open("Maren", "arrive");
        page.Driver.SwitchTo().NewWindow(WindowType.Tab);
        var second = page.Driver.CurrentWindowHandle;
        page.Open("Bram", "plan");
        // Somebody works here, and longer than a page may lie idle: the other tab, where nobody is, stays open.
        page.Driver.ExecuteScript("window.hand = setInterval(() => window.dispatchEvent(new Event('pointermove')), 300)");
        Thread.Sleep(TimeSpan.FromSeconds(12));
        page.Driver.SwitchTo().Window(first);
        Assert.Empty(page.Driver.FindElements(By.CssSelector(".signin")));
        page.Driver.SwitchTo().Window(second);
        page.Driver.ExecuteScript("clearInterval(window.hand)");
        foreach (var tab in new[] { first, second })
        {
            page.Driver.SwitchTo().Window(tab);
            page.See("Your sign-in has ended.");
            Assert.False(page.Shows(tab == first ? "Maren" : "Bram"));
            Assert.True((bool)page.Driver.ExecuteScript("return document.querySelector('.house').inert")!);
        }

        page.Find("#sign-password").SendKeys(Demo.DemoPractice.Password + Keys.Enter);
        page.See("Bram");
        page.Driver.SwitchTo().Window(first);
        page.NotSee("Your sign-in has ended.");
        page.See("Maren");
    }

    [Fact]
    public void A_running_session_keeps_the_page_open_and_a_stopped_one_does_not()
    {
        using var page = new Page(server).SignIn();
        page.Open("Wren", "give");
        page.See("noted");
        Thread.Sleep(TimeSpan.FromSeconds(12));
        Assert.Empty(page.Driver.FindElements(By.CssSelector(".signin")));
        page.Press("p");
        page.See("Your sign-in has ended.");
    }
}
