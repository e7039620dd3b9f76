using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;

namespace AmpleLantern.Browser.Tests;

/// <summary>
/// Takes the pictures of the main views into the folder LANTERN_SHOTS names (<c>./lantern shots</c>). That they draw, the walk sees to.
/// </summary>
public sealed class Pictures(Server server) : IClassFixture<Server>
{
    private static readonly string Folder = Environment.GetEnvironmentVariable("LANTERN_SHOTS") ?? "";

    [Fact(Explicit = true)]
    public void Every_main_view_has_its_picture()
    {
        using (var day = new Page(server).SignIn())
        {
            // The load is part of the day: the picture waits for it.
            day.See("Low back");
            Take(day, "today");
            day.Open("Maren", "arrive");
            Take(day, "arrive");
            day.Go("/atlas");
            Take(day, "atlas");
            day.Go("/atlas?mode=feet&area=solar-plexus");
            day.Find(".area.lit");
            Take(day, "atlas-feet");
            day.Go("/atlas?mode=learn");
            day.Click("Begin: 20 points");
            new OpenQA.Selenium.Interactions.Actions(day.Driver).MoveToElement(day.Find(".learnbody .chart .skin")).Click().Perform();
            day.Find(".aimed");
            Take(day, "atlas-learn");
            day.Open("Quill", "screen");
            day.Click("Says who?");
            Take(day, "screen");
            day.Driver.Navigate().GoToUrl(day.Open("Sedge", "screen") + "/letter/referral");
            Take(day, "letter");
            day.Open("Sabeth", "arrive");
            day.Click("Neck");
            day.See("Is it a sudden neck pain");
            day.Driver.ExecuteScript("arguments[0].scrollIntoView({ block: 'center', behavior: 'instant' })", day.Find(".nextquestion"));
            Take(day, "arrive-interview");
            day.Go("/practice");
            day.Click("Write a rule of our own");
            Take(day, "practice-rule");
            day.Open("Bram", "plan");
            day.Click("Palm walk up both thighs");
            Take(day, "plan");
            day.Click("Weight");
            day.Find(".pressscene .skin");
            Take(day, "plan-weight");
            day.Open("Bram", "compose");
            day.Choose("aim-region-0", "shoulder");
            day.Choose("aim-quality-0", "stiff");
            day.Click("One more");
            day.Choose("aim-region-1", "whole-body");
            day.Choose("aim-quality-1", "sleeps-badly");
            day.Click("tui na");
            day.Click("shiatsu");
            day.Tap(By.XPath("//button[.='Compose']"));
            day.See("A different one");
            Take(day, "compose");
            day.Driver.Navigate().GoToUrl(day.Open("Bram", "plan") + "/card");
            day.See("Afterwards");
            Take(day, "plan-card");
            day.Go("/library/flow/feet-glands-between-systems");
            day.See("Left gland set");
            day.Click("Pituitary: press and let go");
            day.Find(".sheetstep .chart .skin");
            Take(day, "library");
            day.Go("/bench/slow-sink");
            day.Click("Look again");
            day.See("on the simulated mat");
            Take(day, "bench");
            day.Open("Anouk", "reflect");
            day.Tap("button[aria-label='Heavy legs: 2']");
            day.See("It helped");
            Take(day, "reflect");
            day.Go("/clients");
            day.Tap(By.XPath("//a[.//b='Linnet Aspery']"));
            day.Find(".foundbody .chart .skin");
            Take(day, "history");
        }

        using (var desk = new Page(server).SignIn())
        {
            desk.Open("Maren", "arrive");
            desk.Click("Let them fill it in on their phone");
            var link = desk.Find(".scan a").GetAttribute("href")!;
            using var phone = new Page(server, 390, 800);
            phone.Driver.Navigate().GoToUrl(link);
            phone.Click("Begin: six short lists");
            phone.Find(".phoneline");
            Take(phone, "phone");
        }

        using var night = new Page(server).SignIn(theme: "dark");
        night.Open("Wren", "give");
        night.Find("[data-testid=now-step]");
        Take(night, "give-night");
    }

    private static void Take(Page page, string name)
    {
        page.Until("the heading", () => page.Driver.FindElements(By.TagName("h1")).FirstOrDefault());
        page.Until(
            "the body, the client's own",
            () => page.Driver.FindElements(By.CssSelector(".chart.loading, .chartbox figcaption")).Count == 0 ? "drawn" : null
        );
        Thread.Sleep(700);
        Assert.Empty(page.Errors());
        Directory.CreateDirectory(Folder);
        page.Picture(Path.Combine(Folder, $"{name}.png"));
    }
}
