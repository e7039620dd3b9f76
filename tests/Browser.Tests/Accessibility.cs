using System.Text.Json;
using AmpleLantern.Browser.Tests.Support;

namespace AmpleLantern.Browser.Tests;

/// <summary>axe-core finds nothing serious on any view, in either theme.</summary>
[Collection(nameof(LookedAt))]
public sealed class Accessibility(Server server)
{
    private static readonly (string Client, string Stage)[] Views =
    [
        ("Maren", "arrive"),
        ("Ilse", "screen"),
        ("Bram", "plan"),
        ("Wren", "give"),
        ("Bram", "give"),
        ("Anouk", "reflect"),
    ];

    [Fact]
    public void No_view_has_a_serious_violation()
    {
        using var page = new Page(server);
        page.Driver.Navigate().GoToUrl(server.Address);
        page.Find("#sign-name");
        Check(page, "sign-in");
        page.SignIn();
        Check(page, "today");
        foreach (var (client, stage) in Views)
        {
            page.Open(client, stage);
            page.Find("h1");
            Check(page, $"{client} {stage}");
        }

        page.Go("/library/flow/feet-fluid");
        page.See("Left foot");
        page.Click("Hands resting on both feet");
        page.Find(".sheetstep .chart .skin");
        Check(page, "the library");
        page.Open("Bram", "compose");
        page.See("Say what the session is for");
        Check(page, "composing");
        page.Open("Bram", "compare?with=flow:groin-hold");
        page.See("The second is");
        Check(page, "comparing");
        page.Driver.Navigate().GoToUrl(page.Open("Bram", "plan") + "/card");
        page.See("Afterwards");
        Check(page, "the card");
        page.Open("Quill", "plan");
        page.Click("Foot on the sacrum");
        page.Click("Weight");
        page.Find(".pressnumbers");
        Check(page, "weight");
        page.Go("/bench/hold-forty");
        page.Find(".curve");
        Check(page, "bench");
        page.Go("/clients");
        Check(page, "clients");
        page.Tap(".people a");
        page.Find(".past");
        Check(page, "history");
        page.Driver.Navigate().GoToUrl($"{server.Address}/atlas?point=ST36&channels=");
        page.Find(".pointsheet");
        page.Find(".chart .skin");
        Check(page, "atlas");
        page.Driver.Navigate().GoToUrl($"{server.Address}/atlas?mode=feet");
        page.Find(".differ button");
        Check(page, "feet");
        page.Go("/atlas?mode=learn");
        page.Click("Begin: 20 points");
        page.Find(".learnbody .chart .skin");
        Check(page, "learning the points");
        page.Go("/atlas?channels=pc");
        page.Find(".row-of");
        Check(page, "a channel's row");
        page.Go("/atlas/sheet/pc");
        page.Find(".channelsheet .chart .skin");
        Check(page, "a channel's sheet");
        page.Go("/practice");
        page.Find(".trailtable");
        page.Click("Write a rule of our own");
        Check(page, "practice");
        var visit = page.Open("Sedge", "screen");
        page.Driver.Navigate().GoToUrl($"{visit}/letter/referral");
        page.Find(".letter");
        Check(page, "letter");
        page.Open("Quill", "arrive");
        page.Click("Let them fill it in on their phone");
        page.Driver.Navigate().GoToUrl(page.Find(".scan a").GetAttribute("href")!);
        page.Click("Begin: six short lists");
        page.Find(".phoneline");
        Check(page, "phone");
        page.Go("/today");
        page.Press("?");
        page.Find(".modal.show");
        Check(page, "keys");
    }

    private static void Check(Page page, string view)
    {
        page.Driver.ExecuteScript(Server.AxeScript);
        foreach (var theme in new[] { "light", "dark" })
        {
            page.Driver.ExecuteScript($"document.documentElement.dataset.bsTheme = '{theme}'");
            Thread.Sleep(350); // Lamps and sheets fade in; axe judges colours as they end.
            var json = (string)page.Driver.ExecuteAsyncScript(Axe)!;
            Assert.True(JsonDocument.Parse(json).RootElement.GetArrayLength() == 0, $"{view}, {theme}: {json}");
        }
    }

    private const string Axe =
        "const done = arguments[arguments.length - 1];"
        + "axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'], resultTypes: ['violations'] })"
        + ".then(r => done(JSON.stringify(r.violations.filter(v => ['serious', 'critical'].includes(v.impact))"
        + ".map(v => ({ id: v.id, nodes: v.nodes.slice(0, 4).map(n => n.html.slice(0, 160) + ' :: ' + (n.any[0]?.message ?? '')) })))))";
}
