using System.Globalization;
using System.Text.Json;
using AmpleLantern.Demo;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

namespace AmpleLantern.Bench;

/// <summary>
/// Limits: a running session of 1,700 presses takes under 4 ms of script a frame, and a step dragged about a plan of as many under 8. The
/// real page in headless Chromium, its own account of script time over some seconds. <c>./lantern bench frames</c>.
/// </summary>
public static class GiveFrames
{
    private const double LimitMilliseconds = 4;
    private const double DragLimitMilliseconds = 8;
    private const int DragMoves = 240;
    private const int Seconds = 12;
    private static readonly string[] Flows =
    [
        "treading-with-frame",
        "feet-fluid",
        "neck-then-shoulder",
        "whole-body-table",
        "long-leg-stretches",
        "treading-under-bars",
        "treading-with-wall",
        "feet-glands-between-systems",
        "side-line-lower",
    ];

    public static async Task Report()
    {
        var folder = Path.Combine(Path.GetTempPath(), $"lantern-frames-{Guid.NewGuid():n}");
        using var server = LiveServer.Start(folder, 5198);
        await server.Up();
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--disable-dev-shm-usage",
            $"--user-data-dir={folder}-profile"
        );
        using var driver = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver"), options);
        driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new()
            {
                ["width"] = 1280,
                ["height"] = 800,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = false,
            }
        );
        driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(30);
        driver.Manage().Timeouts().ImplicitWait = TimeSpan.FromSeconds(15);
        driver.Navigate().GoToUrl(server.Address);
        driver.FindElement(By.CssSelector("#sign-name")).SendKeys("odile");
        driver.FindElement(By.CssSelector("#sign-password")).SendKeys(DemoPractice.Password + Keys.Enter);
        driver.FindElement(By.CssSelector(".day"));
        driver.ExecuteCdpCommand("Performance.enable", []);
        var visit = Run(driver, Fill);
        await Drag(driver, new Uri(server.Address, $"/visits/{visit}/plan"));
        Run(driver, Begin);
        driver.Navigate().GoToUrl(new Uri(server.Address, $"/visits/{visit}/give").ToString());
        driver.FindElement(By.CssSelector("[data-testid=now-step]"));
        await Task.Delay(3000);
        var presses = Convert.ToInt32(
            driver.ExecuteScript("return document.querySelectorAll('.thread .bead').length"),
            CultureInfo.InvariantCulture
        );
        // What the page takes by itself, before anything asks it for every frame.
        var resting = Metrics(driver)["TaskDuration"];
        await Task.Delay(TimeSpan.FromSeconds(Seconds));
        var busy = (Metrics(driver)["TaskDuration"] - resting) / Seconds;
        CountFrames(driver);
        var before = Metrics(driver);
        await Task.Delay(TimeSpan.FromSeconds(Seconds));
        var after = Metrics(driver);
        var frames = Frames(driver);
        var script = (after["ScriptDuration"] - before["ScriptDuration"]) * 1000;
        var ticks = Seconds * 10;
        Console.WriteLine(
            $"give    {Count(driver, visit)} presses ({presses} beads and ridges drawn), {Seconds} s: {script / frames:0.00} ms of script a frame ({frames} frames), {script / ticks:0.00} ms a tick; "
                + $"layout {(after["LayoutDuration"] - before["LayoutDuration"]) * 1000 / frames:0.00} ms, style {(after["RecalcStyleDuration"] - before["RecalcStyleDuration"]) * 1000 / frames:0.00} ms a frame   script a tick/limit {script / ticks / LimitMilliseconds:0.00}"
        );
        Console.WriteLine(
            $"        {busy:0.0%} of one core while the clock runs; {after["JSHeapUsedSize"] / Megabyte:0} MB of script memory   memory/limit {after["JSHeapUsedSize"] / Megabyte / MemoryLimit:0.00}"
        );
        Note(driver);
        await Through(driver);
        driver.Quit();
        server.Kill();
        Directory.Delete(folder, recursive: true);
        Directory.Delete(folder + "-profile", recursive: true);
    }

    /// <summary>Notes by a key: until the page shows it, and until the server has stored it.</summary>
    private static void Note(ChromeDriver driver)
    {
        var told =
            (IReadOnlyCollection<object>)
                driver.ExecuteAsyncScript(
                    """
                    const [times, done] = arguments;
                    performance.clearResourceTimings();
                    const shown = [];
                    const said = () => document.querySelector('.gsaved').textContent;
                    const once = () => new Promise(next => {
                      const before = said(), from = performance.now();
                      new MutationObserver((_, seen) => {
                        if (said() === before) return;
                        seen.disconnect();
                        requestAnimationFrame(() => { shown.push(performance.now() - from); setTimeout(next, 400); });
                      }).observe(document.querySelector('.give'), { subtree: true, childList: true, characterData: true });
                      document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'n', bubbles: true }));
                    });
                    (async () => {
                      for (let i = 0; i < times; i++) await once();
                      const sent = performance.getEntriesByType("resource").filter(e => e.name.endsWith("/give/events"));
                      done([shown, sent.map(e => e.duration)]);
                    })();
                    """,
                    Notes
                )!;
        var (shown, stored) = (Sorted(told.First()), Sorted(told.Last()));
        Console.WriteLine(
            $"note    {shown.Count} by key: on the screen {At(shown, 0.5):0} / {At(shown, 0.95):0} ms, stored {At(stored, 0.5):0} / {At(stored, 0.95):0} ms (p50/p95)   screen/limit {At(shown, 0.95) / NoteLimit:0.00}, disk/limit {At(stored, 0.95) / DiskLimit:0.00}"
        );
    }

    /// <summary>
    /// Goes on from step to step until the session is done, as an hour and a half of giving does: how long the page was ever held up, and
    /// what it holds in memory at the end.
    /// </summary>
    private static async Task Through(ChromeDriver driver)
    {
        driver.ExecuteScript(
            """
            window.__held = [];
            window.__presses = 0;
            new PerformanceObserver(l => __held.push(...l.getEntries().map(e => e.duration))).observe({ type: 'longtask' });
            const next = () => {
              if (document.querySelector('.gready') || __presses > 900) return window.__through = true;
              __presses++;
              document.body.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));
              setTimeout(next, 600);
            };
            next();
            """
        );
        while (driver.ExecuteScript("return window.__through") is not true)
        {
            await Task.Delay(TimeSpan.FromSeconds(5));
        }

        var told = (IReadOnlyCollection<object>)driver.ExecuteScript("return [__presses, __held]")!;
        var held = Sorted(told.Last());
        var heap = Metrics(driver)["JSHeapUsedSize"] / Megabyte;
        Console.WriteLine(
            $"through {told.First()} times on to the end: held up {held.Count} times over {FrameLimit:0} ms, longest {(held.Count > 0 ? held[^1] : 0):0} ms; {heap:0} MB at the end   longest/limit {(held.Count > 0 ? held[^1] : 0) / FrameLimit:0.00}, memory/limit {heap / MemoryLimit:0.00}"
        );
    }

    private const double FrameLimit = 50;
    private const int Notes = 40;
    private const double NoteLimit = 50;
    private const double DiskLimit = 150;
    private const double Megabyte = 1_000_000;
    private const double MemoryLimit = 150;

    private static List<double> Sorted(object values) =>
        [.. ((IEnumerable<object>)values).Select(v => Convert.ToDouble(v, CultureInfo.InvariantCulture)).Order()];

    private static double At(List<double> sorted, double share) => sorted[(int)Math.Ceiling(share * sorted.Count) - 1];

    /// <summary>A step taken up and drawn slowly up and down the list, as a hand does.</summary>
    private static async Task Drag(ChromeDriver driver, Uri plan)
    {
        driver.Navigate().GoToUrl(plan.ToString());
        driver.FindElement(By.CssSelector("button.step"));
        await Task.Delay(3000);
        var box = driver.FindElements(By.CssSelector("button.step"))[2];
        driver.ExecuteScript("arguments[0].scrollIntoView({ block: 'center' })", box);
        var at =
            (IReadOnlyCollection<object>)
                driver.ExecuteScript("const b = arguments[0].getBoundingClientRect(); return [b.x + 40, b.y + b.height / 2]", box)!;
        var (x, y) = (
            Convert.ToDouble(at.First(), CultureInfo.InvariantCulture),
            Convert.ToDouble(at.Last(), CultureInfo.InvariantCulture)
        );
        Mouse(driver, "mousePressed", x, y);
        Mouse(driver, "mouseMoved", x, y + 12);
        CountFrames(driver);
        var before = Metrics(driver);
        for (var i = 0; i < DragMoves; i++)
        {
            Mouse(driver, "mouseMoved", x, y + 12 + (160 * (1 - Math.Cos(i * 2 * Math.PI / 80)) / 2));
            await Task.Delay(12);
        }

        var after = Metrics(driver);
        var frames = Frames(driver);
        var held = (bool)driver.ExecuteScript("return document.querySelector('.movable.held') !== null")!;
        Mouse(driver, "mouseReleased", x, y + 12);
        var script = (after["ScriptDuration"] - before["ScriptDuration"]) * 1000 / frames;
        var layout =
            (after["LayoutDuration"] + after["RecalcStyleDuration"] - before["LayoutDuration"] - before["RecalcStyleDuration"])
            * 1000
            / frames;
        Console.WriteLine(
            held
                ? $"drag    {DragMoves} moves in {frames} frames: {script:0.00} ms of script a frame; layout and style {layout:0.00} ms   script/limit {script / DragLimitMilliseconds:0.00}"
                : "drag    nothing was taken up"
        );
    }

    private static void Mouse(ChromeDriver driver, string type, double x, double y) =>
        driver.ExecuteCdpCommand(
            "Input.dispatchMouseEvent",
            new()
            {
                ["type"] = type,
                ["x"] = x,
                ["y"] = y,
                ["button"] = "left",
                ["buttons"] = 1,
                ["clickCount"] = 1,
            }
        );

    private static void CountFrames(ChromeDriver driver) =>
        driver.ExecuteScript(
            "window.__frames = 0; const f = () => { window.__frames++; requestAnimationFrame(f) }; requestAnimationFrame(f)"
        );

    private static int Frames(ChromeDriver driver) =>
        Convert.ToInt32(driver.ExecuteScript("return window.__frames"), CultureInfo.InvariantCulture);

    /// <summary>Puts many flows into one plan.</summary>
    private const string Fill = """
        for (const flow of flows) await change('POST', 'plan/start', { from: { kind: 'flow', id: flow }, insert: true });
        """;

    /// <summary>Settles it as far as it goes, answers for the rest, and begins.</summary>
    private const string Begin = """
        for (const { id: card, version: cardVersion } of [...visit.asking.door, ...visit.asking.lists])
          await change('PUT', 'cards', { card, cardVersion, notConcerned: false, withdraw: false });
        for (const { fact, region } of visit.missing.filter(m => m.region))
          await change('PUT', 'facts', { entry: { fact, status: 'known', region } });
        for (const { rule } of visit.start.obstacles)
          await change('POST', 'overrides', { rule, reason: 'For the measurement only.' });
        const start = { id: crypto.randomUUID(), at: new Date().toISOString(), kind: 'start' };
        await send('POST', `/api/visits/${id}/give/events`, { events: [start] });
        """;

    private static string Run(ChromeDriver driver, string work) =>
        (string)
            driver.ExecuteAsyncScript(
                $$"""
                const [flows, done] = arguments;
                const token = () => decodeURIComponent(document.cookie.split('; ').find(c => c.startsWith('lantern-token=')).slice(14));
                const send = (method, path, body) => fetch(path, {
                  method, headers: { 'Content-Type': 'application/json', 'X-Lantern-Token': token() }, body: JSON.stringify(body),
                }).then(r => r.json());
                (async () => {
                  const day = await fetch('/api/today').then(r => r.json());
                  const id = day.visits.find(v => v.clientName.startsWith('Bram')).id;
                  let visit = await fetch(`/api/visits/${id}`).then(r => r.json());
                  const change = async (method, tail, body) => {
                    visit = await send(method, `/api/visits/${id}/${tail}`, { version: visit.version, ...body });
                  };
                  {{work}}
                  done(id);
                })().catch(e => done('' + e));
                """,
                [Flows]
            )!;

    private static long Count(ChromeDriver driver, string visit) =>
        (long)
            driver.ExecuteAsyncScript(
                "const [id, done] = arguments; fetch(`/api/visits/${id}`).then(r => r.json()).then(v => done(v.expansion.totals.presses))",
                visit
            )!;

    private static Dictionary<string, double> Metrics(ChromeDriver driver)
    {
        var answer = (Dictionary<string, object>)driver.ExecuteCdpCommand("Performance.getMetrics", [])!;
        return ((IEnumerable<object>)answer["metrics"])
            .Cast<Dictionary<string, object>>()
            .ToDictionary(m => (string)m["name"], m => Convert.ToDouble(m["value"], CultureInfo.InvariantCulture));
    }
}
