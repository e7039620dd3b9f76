using System.Text.Json;
using AmpleLantern.Browser.Tests.Support;
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
        page.Find("#sign-password").SendKeys(Data.Demo.DemoPractice.Password + Keys.Enter);
        page.NotSee("Your sign-in has ended.");
        page.See("3 noted");
        page.Press("s");
        page.See("4 noted");
    }

    private static long Events(Page page)
    {
        var id = new Uri(page.Driver.Url).Segments[2].TrimEnd('/');
        var json = (string)page.Driver.ExecuteAsyncScript(
            $"const done = arguments[arguments.length - 1]; fetch('/api/visits/{id}/give').then(r => r.text()).then(done)")!;
        return JsonDocument.Parse(json).RootElement.GetProperty("session").GetProperty("events").GetInt64();
    }
}
