using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;

namespace AmpleLantern.Browser.Tests;

/// <summary>A page left alone locks itself; what was typed is still there after signing in again.</summary>
public sealed class IdleLock(ImpatientServer server) : IClassFixture<ImpatientServer>
{
    [Fact]
    public void A_page_left_alone_locks_and_opens_again_as_it_was()
    {
        using var page = new Page(server).SignIn();
        page.Open("Maren", "arrive");
        page.Find("#words").SendKeys(" Worse on stairs.");
        page.See("Your sign-in has ended.");
        Assert.Equal(401L, page.Driver.ExecuteAsyncScript("const done = arguments[arguments.length - 1]; fetch('/api/today').then(r => done(r.status))"));
        page.Find("#sign-password").SendKeys(Data.Demo.DemoPractice.Password + Keys.Enter);
        page.NotSee("Your sign-in has ended.");
        Assert.Equal("Ankles thick in the evening. Worse on stairs.", page.Find("#words").GetAttribute("value"));
    }
}
