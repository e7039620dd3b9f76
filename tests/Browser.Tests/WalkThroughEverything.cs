using System.Text.Json;
using System.Text.RegularExpressions;
using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;

namespace AmpleLantern.Browser.Tests;

/// <summary>
/// Every link followed, every visit, client, flow, rule and recording of the demo opened, as each role: no error in the browser's log, no
/// failed request, no empty page. What journeys do not meet is met here.
/// </summary>
public sealed partial class WalkThroughEverything(Server server) : IClassFixture<Server>
{
    private static readonly string[] Stages = ["arrive", "screen", "plan", "give", "reflect"];

    [Fact]
    public void Everything_opens_for_the_owner()
    {
        using var page = new Page(server).SignIn();
        var walked = new Walk(page);
        walked.From("/today", "/today?who=all", "/practice", "/atlas", "/atlas?mode=feet", "/bench", "/library");
        // Every visit where it stands; of each phase one in every stage.
        foreach (var phase in Visits(page).GroupBy(v => v.Phase))
        {
            var first = phase.First();
            walked.Look([.. Stages.Select(s => $"/visits/{first.Id}/{s}"), $"/visits/{first.Id}/card", .. phase.Skip(1).Select(v => $"/visits/{v.Id}")]);
        }

        walked.Look([.. page.Api("/api/library").EnumerateArray().Select(c => c.GetProperty("kept").GetBoolean() ? $"/library/own/{Text(c, "id")}" : $"/library/flow/{Text(c, "id")}")]);
        foreach (var drill in page.Api("/api/bench").GetProperty("drills").EnumerateArray())
        {
            walked.Look([$"/bench/{Text(drill.GetProperty("target").GetProperty("drill"), "id")}"]);
            foreach (var _ in drill.GetProperty("runs").EnumerateArray().Take(1))
            {
                page.Click("Look again");
                page.See("on the simulated mat");
                walked.Unbroken("a recording");
            }
        }

        page.Follow("/practice");
        page.Find(".rules input").SendKeys("preg");
        page.See("regnan");
        walked.Unbroken("the rules");
        Assert.True(walked.Count > 110, $"only {walked.Count} pages were walked");
    }

    [Theory]
    [InlineData("teo")]
    [InlineData("pim")]
    public void Every_visit_and_link_opens_for_whoever_treats(string who)
    {
        using var page = new Page(server).SignIn(who);
        var walked = new Walk(page);
        walked.From("/today", "/today?who=all", "/practice");
        walked.Look([.. Visits(page).Select(v => $"/visits/{v.Id}")]);
        Assert.True(walked.Count > 50, $"only {walked.Count} pages were walked");
    }

    [Fact]
    public void Every_link_the_desk_is_shown_opens_and_no_record_does()
    {
        using var page = new Page(server).SignIn("ansa");
        var walked = new Walk(page);
        walked.From("/today");
        Assert.True(walked.Count >= 23, $"only {walked.Count} pages were walked");
        Assert.DoesNotContain(walked.Seen, p => p.StartsWith("/visits", StringComparison.Ordinal));
        page.Follow("/today");
        // The last of the day has not begun, whatever the hour.
        page.Driver.FindElements(By.CssSelector(".dayline .tool"))[^1].Click();
        page.Find("#move-at");
        walked.Unbroken("moving a visit");
    }

    private static readonly (string Theme, int Width, int Height)[] Looks =
        [("light", 1280, 800), ("dark", 1280, 800), ("dark", 768, 1024), ("light", 768, 1024)];

    /// <summary>Each signed demo visit opened from its client's history, then looked at by day and night, wide and narrow.</summary>
    [Fact]
    public void Every_signed_visit_opens_from_its_clients_history()
    {
        using var page = new Page(server).SignIn();
        var walked = new Walk(page);
        var opened = 0;
        foreach (var client in page.Api("/api/clients").EnumerateArray().Select(c => Text(c, "id")))
        {
            var count = page.Api($"/api/clients/{client}").GetProperty("visits").EnumerateArray().Count(v => Text(v, "phase") == "signed");
            for (var i = 0; i < count; i++)
            {
                walked.Look([$"/clients/{client}"]);
                var link = page.Until("the signed visit", () => page.Driver.FindElements(By.CssSelector(".past a"))
                    .Where(a => a.Text.Contains("signed", StringComparison.Ordinal) && !a.Text.Contains("not signed", StringComparison.Ordinal)).ElementAtOrDefault(i));
                page.Driver.ExecuteScript("arguments[0].scrollIntoView({ block: 'center', behavior: 'instant' })", link);
                link.Click();
                page.See("Locked; later changes are addenda.");
                page.Until("what was given, or that nothing was", () => page.Shows("Given against plan") || page.Shows("Nothing was given") ? "said" : null);
                foreach (var (theme, width, height) in Looks)
                {
                    page.Size(width, height);
                    page.Driver.ExecuteScript($"document.documentElement.dataset.bsTheme = '{theme}'");
                    Assert.True((bool)page.Driver.ExecuteScript("return document.documentElement.scrollWidth <= innerWidth + 1")!, $"it scrolls sideways at {width}");
                    walked.Unbroken($"signed visit {i + 1} of {client}, {theme}, {width}");
                }

                page.Size(1280, 800);
                opened++;
            }
        }

        Assert.True(opened >= 8, $"only {opened} signed visits");
    }

    private static string Text(JsonElement of, string name) => of.GetProperty(name).GetString()!;

    private static List<(string Id, string Phase)> Visits(Page page) =>
    [
        .. page.Api("/api/clients").EnumerateArray().Select(c => Text(c, "id"))
            .SelectMany(c => page.Api($"/api/clients/{c}").GetProperty("visits").EnumerateArray()).Select(v => (Text(v, "id"), Text(v, "phase"))),
    ];

    /// <summary>Goes from page to page and fails at the first broken one.</summary>
    private sealed partial class Walk(Page page)
    {
        private readonly HashSet<string> seen = [];

        public int Count => seen.Count;

        public IReadOnlyCollection<string> Seen => seen;

        /// <summary>Looks at pages and at everything they link to, and so on.</summary>
        public void From(params string[] paths)
        {
            var open = new Queue<string>(paths);
            while (open.TryDequeue(out var path))
            {
                if (!seen.Contains(path))
                {
                    Look([path]);
                    foreach (var link in Links().Where(l => !seen.Contains(l)))
                    {
                        open.Enqueue(link);
                    }
                }
            }
        }

        public void Look(IReadOnlyList<string> paths)
        {
            foreach (var path in paths.Where(p => seen.Add(p) || p.StartsWith("/clients/", StringComparison.Ordinal)))
            {
                page.Follow(path);
                page.Until($"a heading at {path}", () => page.Driver.FindElements(By.CssSelector("h1")).FirstOrDefault(h => h.Text.Trim().Length > 0));
                Unbroken(path);
            }
        }

        public void Unbroken(string what)
        {
            // In one look, so that nothing is drawn anew between the question and the reading.
            var text = page.Until($"{what} to be drawn", () => (string?)page.Driver.ExecuteScript(
                "return document.querySelector('p.loading') || document.body.innerText.includes('Lighting up') ? null : document.querySelector('main')?.innerText"));
            Assert.True(text.Length > 20, $"{what} is empty: '{text}'");
            Assert.False(BareId().IsMatch(text), $"{what} shows an id where a name belongs: {BareId().Match(text).Value}");
            Assert.False(page.Shows("This page could not be drawn."), $"{what} could not be drawn");
            var errors = page.Errors();
            Assert.True(errors.Count == 0, $"{what}: {string.Join("; ", errors)}");
        }

        [GeneratedRegex("[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}")]
        private static partial Regex BareId();

        private IEnumerable<string> Links() => ((IReadOnlyCollection<object>)page.Driver.ExecuteScript(
            "return [...document.querySelectorAll('a[href^=\"/\"]')].map(a => a.getAttribute('href'))")!).Cast<string>()
            .Where(h => !h.StartsWith("/intake", StringComparison.Ordinal) && !h.Contains('#', StringComparison.Ordinal) && !h.StartsWith("/api/", StringComparison.Ordinal));
    }
}
