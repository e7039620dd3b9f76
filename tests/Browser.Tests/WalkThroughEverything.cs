using System.Text.Json;
using System.Text.RegularExpressions;
using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;

namespace AmpleLantern.Browser.Tests;

/// <summary>
/// Every link followed, every visit, client, flow, rule and recording of the demo opened, as each role: no error in the browser's log, no
/// failed request, no empty page. What journeys do not meet is met here.
/// </summary>
[Collection(nameof(LookedAt))]
public sealed partial class WalkThroughEverything(Server server)
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
            walked.Look([
                .. Stages.Select(s => $"/visits/{first.Id}/{s}"),
                $"/visits/{first.Id}/card",
                .. phase.Skip(1).Select(v => $"/visits/{v.Id}"),
            ]);
        }

        walked.Look([
            .. page.Api("/api/library")
                .EnumerateArray()
                .Select(c => c.GetProperty("kept").GetBoolean() ? $"/library/own/{Text(c, "id")}" : $"/library/flow/{Text(c, "id")}"),
        ]);
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
    [InlineData("teo", false)]
    [InlineData("pim", true)]
    public void Every_visit_and_link_opens_for_whoever_treats(string who, bool few)
    {
        using var page = new Page(server).SignIn(who);
        var walked = new Walk(page);
        walked.From("/today", "/today?who=all", "/practice");
        walked.Look([.. Visits(page).GroupBy(v => v.Phase).SelectMany(v => v.Take(few ? 2 : int.MaxValue)).Select(v => $"/visits/{v.Id}")]);
        Assert.True(walked.Count > (few ? 30 : 50), $"only {walked.Count} pages were walked");
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
        page.Tap("the last of the day", () => page.Driver.FindElements(By.CssSelector(".dayline .tool"))[^1]);
        page.Find("#move-at");
        walked.Unbroken("moving a visit");
    }

    /// <summary>Every room by day; the widest and the narrowest by night too.</summary>
    private static readonly (string Theme, int Width, int Height)[] Looks =
    [
        ("light", 1280, 800),
        ("dark", 1280, 800),
        ("light", 1024, 768),
        ("light", 768, 1024),
        ("light", 390, 844),
        ("dark", 390, 844),
    ];

    private static readonly (string Theme, int Width, int Height)[] LooksAtSigned =
    [
        ("light", 1280, 800),
        ("dark", 1280, 800),
        ("dark", 768, 1024),
        ("light", 768, 1024),
    ];

    /// <summary>
    /// Each page at four widths by day and by night: nothing sticks out, nothing is cut off, nothing fails, and what lies beside the work
    /// is at hand.
    /// </summary>
    [Fact]
    public void Every_page_has_its_way_in_every_room()
    {
        using var page = new Page(server).SignIn();
        var walked = new Walk(page);
        var visits = Visits(page).GroupBy(v => v.Phase).Select(g => g.First().Id).ToList();
        string[] paths =
        [
            "/today",
            "/today?who=all",
            "/clients",
            $"/clients/{Text(page.Api("/api/clients?most=500").GetProperty("clients").EnumerateArray().First(), "id")}",
            "/atlas",
            "/atlas?mode=feet",
            "/library",
            "/bench",
            "/practice",
            .. visits.SelectMany(v => Stages.Select(s => $"/visits/{v}/{s}")),
            $"/visits/{visits[0]}/card",
            $"/visits/{Visits(page).First(v => v.Phase == "not-started").Id}/compose",
        ];
        foreach (var path in paths)
        {
            page.Size(1280, 800);
            walked.Look([path]);
            foreach (var (theme, width, height) in Looks)
            {
                page.Size(width, height);
                page.Driver.ExecuteScript($"document.documentElement.dataset.bsTheme = '{theme}'");
                walked.Unbroken($"{path}, {theme}, {width}");
                var out_ = (string)page.Driver.ExecuteScript(SticksOut)!;
                Assert.True(out_.Length == 0, $"{path} at {width}, {theme}: {out_}");
            }

            if (page.Driver.FindElements(By.CssSelector("aside#side")).Count > 0)
            {
                page.Tap(".tool.beside");
                page.Until(
                    "the sheet to come",
                    () =>
                        page.Driver.FindElement(By.Id("side")).GetDomAttribute("class")!.Contains("open", StringComparison.Ordinal)
                            ? "open"
                            : null
                );
                page.Driver.FindElement(By.TagName("body")).SendKeys(Keys.Escape);
                page.Until("the sheet to go", () => page.Driver.FindElement(By.Id("side")).Displayed ? null : "gone");
            }
        }
    }

    /// <summary>
    /// What reaches past the right edge, unless it lies in something that scrolls; and what is pressed or filled in but cut by the box it
    /// lies in, where that is not a row of places, which is swept.
    /// </summary>
    private const string SticksOut = """
        const scrolls = ({ parentElement: p }) => p && (/auto|scroll/.test(getComputedStyle(p).overflowX) || scrolls(p));
        const seen = e => e.checkVisibility({ visibilityProperty: true, opacityProperty: true });
        const out = ({ right, width }) => right > innerWidth + 1 && width > 1;
        const box = ({ parentElement: p }) => p && (getComputedStyle(p).overflowX !== 'visible' ? p : box(p));
        const cut = e => { const b = box(e); return b && e.getBoundingClientRect().right > b.getBoundingClientRect().right + 2; };
        const cuts = [...document.querySelectorAll('#root :is(button, a, input, select, textarea, summary)')].filter(e => seen(e) && cut(e)
            && !e.closest('svg, nav, .visually-hidden, .side:not(.open), .thread'));
        if (cuts.length) return cuts.slice(0, 3).map(e => `${e.tagName}.${e.className} "${e.innerText}" is cut off`).join('; ');
        return [...document.querySelectorAll('#root *')].filter(e => out(e.getBoundingClientRect()) && seen(e)
            && !e.closest('svg') && !scrolls(e) && !e.closest('.visually-hidden, .side:not(.open)')).slice(0, 3)
            .map(e => `${e.tagName}.${e.className} ends at ${Math.round(e.getBoundingClientRect().right)}`).join('; ');
        """;

    /// <summary>Each signed demo visit opened from its client's history, then looked at by day and night, wide and narrow.</summary>
    [Fact]
    public void Every_signed_visit_opens_from_its_clients_history()
    {
        using var page = new Page(server).SignIn();
        var walked = new Walk(page);
        var opened = 0;
        foreach (var client in page.Api("/api/clients?most=500").GetProperty("clients").EnumerateArray().Select(c => Text(c, "id")))
        {
            var count = page.Api($"/api/clients/{client}").GetProperty("visits").EnumerateArray().Count(v => Text(v, "phase") == "signed");
            for (var i = 0; i < count; i++)
            {
                walked.Look([$"/clients/{client}"]);
                var link = page.Until(
                    "the signed visit",
                    () =>
                        page
                            .Driver.FindElements(By.CssSelector(".past a"))
                            .Where(a =>
                                a.Text.Contains("signed", StringComparison.Ordinal)
                                && !a.Text.Contains("not signed", StringComparison.Ordinal)
                            )
                            .ElementAtOrDefault(i)
                );
                page.Driver.ExecuteScript("arguments[0].scrollIntoView({ block: 'center', behavior: 'instant' })", link);
                page.Tap("the signed visit", () => link);
                page.See("Locked; later changes are addenda.");
                page.Until(
                    "what was given, or that nothing was",
                    () => page.Shows("Given against plan") || page.Shows("Nothing was given") ? "said" : null
                );
                foreach (var (theme, width, height) in LooksAtSigned)
                {
                    page.Size(width, height);
                    page.Driver.ExecuteScript($"document.documentElement.dataset.bsTheme = '{theme}'");
                    Assert.True(
                        (bool)page.Driver.ExecuteScript("return document.documentElement.scrollWidth <= innerWidth + 1")!,
                        $"it scrolls sideways at {width}"
                    );
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
            .. page.Api("/api/clients?most=500")
                .GetProperty("clients")
                .EnumerateArray()
                .Select(c => Text(c, "id"))
                .SelectMany(c => page.Api($"/api/clients/{c}").GetProperty("visits").EnumerateArray())
                .Select(v => (Text(v, "id"), Text(v, "phase"))),
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
                page.Until(
                    $"a heading at {path}",
                    () => page.Driver.FindElements(By.CssSelector("h1")).FirstOrDefault(h => h.Text.Trim().Length > 0)
                );
                Unbroken(path);
            }
        }

        public void Unbroken(string what)
        {
            // In one look, so that nothing is drawn anew between the question and the reading.
            var text = page.Until(
                $"{what} to be drawn",
                () =>
                    (string?)
                        page.Driver.ExecuteScript(
                            "return document.querySelector('p.loading') || document.body.innerText.includes('Lighting up') ? null : document.querySelector('main')?.innerText"
                        )
            );
            Assert.True(text.Length > 20, $"{what} is empty: '{text}'");
            Assert.False(BareId().IsMatch(text), $"{what} shows an id where a name belongs: {BareId().Match(text).Value}");
            Assert.False(page.Shows("This page could not be drawn."), $"{what} could not be drawn");
            var errors = page.Errors();
            Assert.True(errors.Count == 0, $"{what}: {string.Join("; ", errors)}");
        }

        [GeneratedRegex("[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}")]
        private static partial Regex BareId();

        private IEnumerable<string> Links() =>
            (
                (IReadOnlyCollection<object>)
                    page.Driver.ExecuteScript("return [...document.querySelectorAll('a[href^=\"/\"]')].map(a => a.getAttribute('href'))")!
            )
                .Cast<string>()
                .Where(h =>
                    !h.StartsWith("/intake", StringComparison.Ordinal)
                    && !h.Contains('#', StringComparison.Ordinal)
                    && !h.StartsWith("/api/", StringComparison.Ordinal)
                );
    }
}
