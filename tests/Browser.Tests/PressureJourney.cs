using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace AmpleLantern.Browser.Tests;

/// <summary>Weight into pressure as a practitioner meets it: in Plan, in Give, and on the bench.</summary>
public sealed class PressureJourney(Server server) : IClassFixture<Server>
{
    [Fact]
    public void A_press_is_seen_leaned_further_kept_and_met_again_in_give()
    {
        using var page = new Page(server).SignIn();
        page.Open("Bram", "plan");
        page.Click("Palm walk up both thighs");
        page.Click("Weight");
        page.See("level 3, as planned");
        page.Find(".pressscene .puppet");
        page.Find(".pressscene .skin");
        var before = Kilograms(page);
        var knees = Arrow(page, "knees");

        // The slider moves figure and numbers at once, without asking the server.
        var lean = page.Driver.FindElement(By.CssSelector(".presssliders input"));
        lean.SendKeys(string.Concat(Enumerable.Repeat(Keys.ArrowRight, 22)));
        page.Until("more weight", () => Kilograms(page) > before ? "more" : null);
        page.Until("the knees to carry less", () => Arrow(page, "knees") != knees ? "less" : null);
        page.See("planned is level 3");
        page.See("To reach level 3");
        page.Tap(".advice .pill");
        page.See("level 3, as planned");
        page.Click("Why");
        page.See("N into the client");
        page.Click("Keep for this step");
        page.Saved();
        page.See("Kept with this step");
        page.See("What this plan asks of you");

        page.Open("Wren", "give");
        page.Find("h1");
        // Where the session stands goes by the clock: on to the next step that is given by weight.
        for (var tries = 0; tries < 5 && page.Driver.FindElements(By.CssSelector(".onepicture .pressnumbers")).Count == 0; tries++)
        {
            var step = page.Find("h1").Text;
            page.Press(Keys.Space);
            page.Until("the next step", () => page.Find("h1").Text == step ? null : "next");
            Thread.Sleep(400);
        }

        page.Find(".onepicture .pressnumbers");
        page.Find(".onepicture .force");
    }

    [Fact]
    public void Treading_past_a_cap_is_crossed_out_on_the_scale_and_named()
    {
        using var page = new Page(server).SignIn();
        page.Open("Quill", "plan");
        page.Click("Give the weight");
        page.Click("Weight");
        page.See("Cap: Pressure level 2 at most everywhere");
        page.Find(".levelscale .cap");
        var support = page.Driver.FindElement(By.CssSelector(".presssliders input"));
        support.SendKeys(string.Concat(Enumerable.Repeat(Keys.ArrowLeft, 25)));
        page.See("above today’s cap of level 2");
        page.Find(".pressscene .aid");
    }

    [Fact]
    public void A_drill_is_pressed_by_key_and_by_pointer_scored_and_looked_at_again()
    {
        using var page = new Page(server).SignIn();
        page.Go("/bench/both-hands");
        page.See("Weight between the hands");
        page.Click("Begin");
        page.Find(".curve .nowdot");
        new Actions(page.Driver).KeyDown(Keys.ArrowDown).Perform();
        page.Until("weight under both hands", () => Hand(page, 0) > 2 && Hand(page, 1) > 2 ? "pressed" : null);
        new Actions(page.Driver).KeyUp(Keys.ArrowDown).KeyDown(Keys.ArrowRight).Perform();
        page.Until("the right hand to carry more", () => Hand(page, 1) > Hand(page, 0) * 1.3 ? "shifted" : null);
        new Actions(page.Driver).KeyUp(Keys.ArrowRight).Perform();
        var pad = page.Find(".presspad.on");
        new Actions(page.Driver).MoveToElement(pad, -60, 20).ClickAndHold().Perform();
        page.Until("the left hand to carry more", () => Hand(page, 0) > Hand(page, 1) * 1.3 ? "shifted" : null);
        new Actions(page.Driver).Release().Perform();
        page.Until("the hands light", () => Hand(page, 0) < 1 ? "light" : null);
        page.Click("Stop");
        page.See("of 100");
        page.See("stay to the end");
        page.Click("Look again");
        page.See("on the simulated mat");
        Assert.NotEmpty(page.Find(".curve .total").GetAttribute("d")!);
        Assert.EndsWith("/csv", page.Find("a[download]").GetAttribute("href")!, StringComparison.Ordinal);
    }

    [Fact]
    public void A_body_nobody_has_is_refused_in_a_sentence_and_the_last_good_one_stays()
    {
        using var page = new Page(server).SignIn("teo");
        page.Go("/practice");
        page.Retype("#my-mass", "400" + Keys.Tab);
        page.See("A practitioner's mass is between 35 and 200 kg, not 400.");
        page.Go("/practice");
        Assert.Equal("84", page.Find("#my-mass").GetAttribute("value"));
    }

    private static double Kilograms(Page page) =>
        double.Parse(page.Find(".pressnumbers .big b").Text, System.Globalization.CultureInfo.InvariantCulture);

    private static string Arrow(Page page, string support) =>
        page.Driver.FindElements(By.CssSelector(".force text")).First(t => t.Text.StartsWith(support, StringComparison.Ordinal)).Text;

    private static double Hand(Page page, int index) =>
        double.Parse(
            page.Driver.FindElements(By.CssSelector(".live .hands dd"))[index].Text.Trim(),
            System.Globalization.CultureInfo.InvariantCulture
        );
}
