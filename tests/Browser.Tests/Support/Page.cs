using AmpleLantern.Demo;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

namespace AmpleLantern.Browser.Tests.Support;

/// <summary>A browser in front of the server, used as a person would.</summary>
public sealed class Page : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);
    private readonly string profile = Path.Combine(Path.GetTempPath(), $"lantern-profile-{Guid.NewGuid():n}");
    private readonly Server server;

    public Page(Server server, int width = 1280, int height = 800)
    {
        this.server = server;
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
            $"--user-data-dir={profile}"
        );
        options.SetLoggingPreference(LogType.Browser, LogLevel.Severe);
        var service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        service.SuppressInitialDiagnosticInformation = true;
        Driver = new(service, options);
        Size(width, height);
    }

    public ChromeDriver Driver { get; }

    public void Size(int width, int height) =>
        Driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new()
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = false,
            }
        );

    /// <summary>Pulls the plug of this window's network, or puts it in again.</summary>
    public void Offline(bool away)
    {
        Driver.ExecuteCdpCommand("Network.enable", []);
        Driver.ExecuteCdpCommand(
            "Network.emulateNetworkConditions",
            new()
            {
                ["offline"] = away,
                ["latency"] = 0,
                ["downloadThroughput"] = -1,
                ["uploadThroughput"] = -1,
            }
        );
    }

    /// <summary>
    /// Goes to an address as a link inside the page does, without loading the page anew. Comes back when the page that was shown has gone:
    /// it stays on screen until the next one's script is here, and would be taken for it.
    /// </summary>
    public void Follow(string path)
    {
        var leaves = (bool)
            Driver.ExecuteScript(
                """
                // The list of flows stays while one after another is opened.
                const page = path => path.startsWith('/library') ? '/library' : path;
                const leaves = page(new URL(arguments[0], location.href).pathname) !== page(location.pathname);
                if (leaves) document.querySelectorAll('#root *').forEach(e => e.dataset.left = '');
                history.pushState({}, '', arguments[0]);
                dispatchEvent(new PopStateEvent('popstate'));
                return leaves;
                """,
                path
            )!;
        if (leaves)
        {
            Until(
                $"the page before {path} to go",
                () => Driver.FindElements(By.CssSelector("main[data-left], p.loading[data-left]")).Count == 0 ? "gone" : null
            );
        }
    }

    /// <summary>What an address of the API answers, asked by this page.</summary>
    public System.Text.Json.JsonElement Api(string path)
    {
        var text = (string)
            Driver.ExecuteAsyncScript("const done = arguments[1]; fetch(arguments[0]).then(r => r.text()).then(done)", path)!;
        return System.Text.Json.JsonDocument.Parse(text).RootElement;
    }

    /// <summary>Sends what the page would send: for what a test does not drive through the screen.</summary>
    public System.Text.Json.JsonElement Send(string method, string path, object body)
    {
        const string Ask = """
            const [method, path, body, done] = arguments;
            const token = decodeURIComponent(document.cookie.split('lantern-token=')[1]?.split(';')[0] ?? '');
            fetch(path, { method, body, headers: { 'content-type': 'application/json', 'X-Lantern-Token': token } })
                .then(r => r.text())
                .then(done);
            """;
        var text = (string)Driver.ExecuteAsyncScript(Ask, method, path, System.Text.Json.JsonSerializer.Serialize(body))!;
        return System.Text.Json.JsonDocument.Parse(text).RootElement;
    }

    /// <summary>Errors in the browser's log since it was asked last: exceptions, and requests that failed.</summary>
    public IReadOnlyList<string> Errors() =>
        [.. Driver.Manage().Logs.GetLog(LogType.Browser).Where(l => l.Level >= LogLevel.Severe).Select(l => l.Message)];

    public Page SignIn(string name = "odile", string theme = "light")
    {
        Driver.Navigate().GoToUrl(server.Address);
        if (theme != "light")
        {
            Driver.ExecuteScript($"localStorage.setItem('lantern-theme', '{theme}')");
            Driver.Navigate().Refresh();
        }

        Find("#sign-name").SendKeys(name);
        Find("#sign-password").SendKeys(DemoPractice.Password + Keys.Enter);
        Find(".day");
        return this;
    }

    /// <summary>Opens the visit of a client from Today, at a stage when one is named.</summary>
    public string Open(string client, string? stage = null)
    {
        Driver.Navigate().GoToUrl($"{server.Address}/today?who=all");
        Find(".day");
        var link = Until(
            $"the visit of {client}",
            () => Driver.FindElements(By.CssSelector("a.dayvisit")).FirstOrDefault(a => a.Text.Contains(client, StringComparison.Ordinal))
        );
        var address = link.GetAttribute("href")!;
        Driver.Navigate().GoToUrl(stage is null ? address : $"{address}/{stage}");
        Find(".lamps");
        return address;
    }

    public void Go(string path)
    {
        Driver.Navigate().GoToUrl(server.Address + path);
        Until("a heading", () => Driver.FindElements(By.TagName("h1")).FirstOrDefault());
    }

    public IWebElement Find(string css) => Until($"'{css}'", () => First(css, ""));

    /// <summary>
    /// The first that is shown and says so, in one question to the page: WebDriver's own ways ask two of every element, and there are
    /// hundreds.
    /// </summary>
    private IWebElement? First(string css, string text) =>
        (IWebElement?)
            Driver.ExecuteScript(
                """
                const [css, text] = arguments;
                // An entry of a list is shown where the list is; what is drawn has no text.
                const shown = e => e.getClientRects().length > 0 && e.checkVisibility({ opacityProperty: true, visibilityProperty: true });
                return (
                    [...document.querySelectorAll(css)].find(
                        e => shown(e.closest('select') ?? e) && (text === '' || e.innerText?.includes(text))
                    ) ?? null
                );
                """,
                css,
                text
            );

    /// <summary>What each of them says, in one question likewise.</summary>
    public IReadOnlyList<string> Texts(string css) =>
        [
            .. (
                (IReadOnlyCollection<object>)
                    Driver.ExecuteScript("return [...document.querySelectorAll(arguments[0])].map(e => e.innerText.trim())", css)!
            ).Cast<string>(),
        ];

    /// <summary>
    /// Waits until so many are there: a page is drawn in its own time, and a count taken at once is a count of what it drew so far.
    /// </summary>
    public void Count(string css, int count) =>
        Until($"{count} of '{css}'", () => Driver.FindElements(By.CssSelector(css)).Count == count ? "there" : null);

    /// <summary>How far down the screen something reaches, in its pixels.</summary>
    public double Bottom(string css) =>
        Convert.ToDouble(
            Driver.ExecuteScript("return arguments[0].getBoundingClientRect().bottom", Find(css)),
            System.Globalization.CultureInfo.InvariantCulture
        );

    public IWebElement Button(string text) => Until($"a button '{text}'", () => First("button, a.pill, label.pill, summary", text));

    /// <summary>Clicks the button that says so, also while it is still sliding into its place.</summary>
    public void Click(string text) =>
        Tap(
            $"'{text}'",
            () =>
            {
                var button = Button(text);
                Driver.ExecuteScript("arguments[0].scrollIntoView({block: 'center', behavior: 'instant'})", button);
                return button;
            }
        );

    public void Tap(string css) => Tap($"'{css}'", () => Find(css));

    /// <summary>One entry of a list, by its value.</summary>
    public void Choose(string id, string value) => Tap($"#{id} option[value='{value}']");

    public void Tap(By by) => Tap(by.ToString(), () => Driver.FindElement(by));

    /// <summary>The one way to click: what still slides, or is drawn anew meanwhile, is tried again.</summary>
    public void Tap(string what, Func<IWebElement> find) =>
        Until(
            $"{what} to be clicked",
            () =>
            {
                try
                {
                    find().Click();
                    return "clicked";
                }
                catch (WebDriverException e)
                    when (e
                            is ElementClickInterceptedException
                                or ElementNotInteractableException
                                or StaleElementReferenceException
                                or NoSuchElementException
                    )
                {
                    return null;
                }
            }
        );

    /// <summary>
    /// Types over whatever a field holds. WebDriver's own Clear tells the page nothing, so the page may put the old words back.
    /// </summary>
    public IWebElement Retype(string css, string text)
    {
        var field = Find(css);
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(text);
        return field;
    }

    /// <summary>In one question to the page: WebDriver's own way to read a text takes long on a long page.</summary>
    public bool Shows(string text) => (bool)Driver.ExecuteScript("return document.body.innerText.includes(arguments[0])", text)!;

    public void See(string text) => Until($"the words '{text}'", () => Shows(text) ? "seen" : null);

    public void NotSee(string text) => Until($"the words '{text}' to go", () => Shows(text) ? null : "gone");

    public void Press(string keys)
    {
        new OpenQA.Selenium.Interactions.Actions(Driver).SendKeys(keys).Perform();
    }

    /// <summary>Tabs until the focus is on something with this text, as a keyboard user would.</summary>
    public void TabTo(string text)
    {
        for (var i = 0; i < 250; i++)
        {
            Press(Keys.Tab);
            var focused = (string?)
                Driver.ExecuteScript(
                    "const a = document.activeElement; return a && a !== document.body ? (a.getAttribute('aria-label') || a.innerText || a.id || '') : ''"
                );
            if (focused?.Contains(text, StringComparison.OrdinalIgnoreCase) == true)
            {
                return;
            }
        }

        Assert.Fail($"The keyboard never reaches '{text}'. Page: {Driver.FindElement(By.TagName("body")).Text[..300]}");
    }

    /// <summary>Waits until everything entered is saved.</summary>
    public void Saved() => Until("saved", () => Find(".saved").Text.StartsWith("saved", StringComparison.Ordinal) ? "saved" : null);

    public T Until<T>(string what, Func<T?> look)
        where T : class
    {
        var end = DateTime.UtcNow + Patience;
        while (DateTime.UtcNow < end)
        {
            try
            {
                if (look() is { } found)
                {
                    return found;
                }
            }
            catch (StaleElementReferenceException)
            {
                // Drawn anew while we looked.
            }
            catch (NoSuchElementException)
            {
                // Not drawn yet.
            }

            Thread.Sleep(60);
        }

        throw new Xunit.Sdk.XunitException(
            $"Waited in vain for {what} at {Driver.Url}. The page says: {Driver.FindElement(By.TagName("body")).Text}"
        );
    }

    public void Picture(string path) => Driver.GetScreenshot().SaveAsFile(path);

    public void Dispose()
    {
        Driver.Quit();
        Driver.Dispose();
        if (Directory.Exists(profile))
        {
            Directory.Delete(profile, recursive: true);
        }
    }
}
