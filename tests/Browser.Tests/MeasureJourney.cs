using System.Diagnostics;
using System.Globalization;
using System.Text.RegularExpressions;
using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;

namespace AmpleLantern.Browser.Tests;

/// <summary>A shoulder is measured before and after, left beside right, and seen on the client's page.</summary>
public sealed partial class MeasureJourney(Server server) : IClassFixture<Server>
{
    [Fact]
    public void A_shoulder_is_measured_before_and_after_and_stands_on_the_clients_page()
    {
        using var page = new Page(server).SignIn();
        var address = page.Open("Bram", "arrive");
        page.Click("Shoulder");
        page.Click("Measuring");
        page.See("Arm raised forward");
        page.See("for what they came for");
        Number(page, "arm-raise-forward-left", "100");
        Number(page, "arm-raise-forward-right", "150");
        page.Tap("button[aria-label='Pain: 6']");
        page.Saved();
        page.Tap("button[aria-label='Pain: and a half']");
        page.Saved();

        // What no arm does is refused in a sentence, and what was taken stays.
        page.Retype("#take-arm-raise-forward-left", "720" + Keys.Enter);
        page.See("Arm raised forward, left goes from 0 to 200 degrees; 720 is outside.");
        page.Until("the value before", () => Value(page, "arm-raise-forward-left") == "100" ? "there" : null);

        // How it is taken is one touch away; any other measure can be added, by stopwatch where it asks for one.
        page.Tap(By.XPath("//*[@aria-label='Arm raised forward']//button[.='how']"));
        page.See("usually 180 degrees");
        page.Tap("#another-measure option[value='balance']");
        var watch = Stopwatch.StartNew();
        page.Tap("button[aria-label='Start the stopwatch for Standing on one leg, left']");
        Thread.Sleep(1200);
        page.Tap("button[aria-label='Stop the stopwatch for Standing on one leg, left']");
        // Between two touches a busy machine lets as much time go by as it likes.
        var (least, most) = (1.0, watch.Elapsed.TotalSeconds + 0.1);
        page.Until(
            "the best of the tries",
            () =>
                Best().Match(page.Find("main").Text) is { Success: true } best
                && double.Parse(best.Groups[1].Value, CultureInfo.InvariantCulture) is var seconds
                && seconds >= least
                && seconds <= most
                    ? "there"
                    : null
        );

        page.Driver.Navigate().GoToUrl($"{address}/give");
        page.Click("Begin");
        page.See("Warm hands, quiet intention");
        page.Click("pain");
        page.Click("End here");
        Number(page, "arm-raise-forward-left", "112");
        page.See("100 → 112 degrees · better");
        Number(page, "arm-raise-forward-right", "152");
        page.See("150 → 152 degrees · no change that counts");
        page.Tap("button[aria-label='Pain: 6']");
        page.See("6.5 → 6 of 10 · no change that counts");
        page.Tap(".who a");
        page.See("Arm raised forward");
        page.See("left 100 → 112 degrees · better");
    }

    [GeneratedRegex(@"best (\d+(\.\d+)?)")]
    private static partial Regex Best();

    private static void Number(Page page, string measure, string value)
    {
        page.Retype($"#take-{measure}", value + Keys.Enter);
        page.Saved();
    }

    private static string? Value(Page page, string measure) => page.Find($"#take-{measure}").GetAttribute("value");
}
