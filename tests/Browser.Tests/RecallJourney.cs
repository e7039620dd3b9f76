using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;
using OpenQA.Selenium.Support.UI;

namespace AmpleLantern.Browser.Tests;

/// <summary>What was found comes back: over the visits, in the note, in a search, and on the page that goes home.</summary>
public sealed class RecallJourney(Server server) : IClassFixture<Server>
{
    [Fact]
    public void A_client_page_says_what_a_place_said_at_each_visit_and_finds_the_words_of_it()
    {
        using var page = new Page(server).SignIn();
        page.Go("/clients");
        page.Tap(By.XPath("//a[.//b='Linnet Aspery']"));
        page.See("Tender at 4 o'clock");
        page.See("nothing noted there on");
        page.Count("[aria-label*='3 of 3'] i", 6);
        page.See("They cannot be told apart");
        page.Tap(By.XPath("//button[.//b[contains(., \"Tender at 4 o'clock\")]]"));
        page.Find("button.chosen[aria-pressed=true]");
        page.Retype("#find-records", "tender 4 o'cl");
        page.Count(".hits li", 5);
        page.Retype("#find-records", "tender quillwort");
        page.See("Nothing signed says that.");
        page.Tap(By.XPath("//summary[.='Two visits beside each other'] | //button[.='Two visits beside each other']"));
        page.Count(".twovisits article", 2);
        page.See("How far the breath reaches");
        Assert.Empty(page.Errors());
    }

    [Fact]
    public void A_record_written_twice_is_made_one_and_two_again()
    {
        using var page = new Page(server).SignIn();
        page.Go("/clients");
        page.Tap(By.XPath("//a[.//b='Quenby, Petra Maria']"));
        page.See("Written down twice? Petra Quenby.");
        var old = new Uri(page.Driver.Url).AbsolutePath;
        page.Go("/clients");
        page.Tap(By.XPath("//a[.//b='Petra Quenby']"));
        page.See("3 visits so far.");
        page.NotSee("blood thinner");
        page.Click("Look at both");
        page.See("blood thinner, since");
        page.Click("Make them one");
        page.See("Write the reason in at least 10 letters");
        Assert.Contains("422", Assert.Single(page.Errors()), StringComparison.Ordinal);
        page.Retype("#merge-reason", "Her daughter said so.");
        page.Click("Make them one");
        page.See("Read with the record of Quenby, Petra Maria: Her daughter said so.");
        page.See("blood thinner, since");
        page.Go(old);
        page.See("Read with the record of Quenby, Petra Maria");
        page.Until("the address of the record that is kept", () => new Uri(page.Driver.Url).AbsolutePath != old ? "there" : null);
        page.Click("Make them two again");
        page.See("Written down twice? Quenby, Petra Maria.");
        page.NotSee("blood thinner, since");
        Assert.Empty(page.Errors());
    }

    [Fact]
    public void What_was_found_is_added_by_touch_kept_apart_from_the_hands_words_signed_found_again_and_goes_home()
    {
        using var page = new Page(server).SignIn();
        page.Open("Anouk", "reflect");
        page.Retype("#note-found", "Both legs even.");
        page.Saved();
        page.Tap(By.XPath("//summary[.='Add what was found'] | //button[.='Add what was found']"));
        new SelectElement(page.Find("#noted-step")).SelectByText("Interlaced squeeze, left");
        page.Click("Hard spot");
        page.Click("strongly");
        page.Click("Keep it");
        page.See("Noted since you wrote this:");
        page.Click("Add it");
        page.NotSee("Noted since you wrote this:");
        page.Until(
            "the added sentence",
            () =>
                page.Find("#note-found").GetAttribute("value") is { } v
                && v.StartsWith("Both legs even. Hard spot at", StringComparison.Ordinal)
                    ? "there"
                    : null
        );
        page.Click("Sign and lock");
        page.See("Locked; later changes are addenda.");

        page.Tap(By.LinkText("For the way home"));
        page.See("Call a physician the same day");
        page.See("One calf that is hot");
        page.Click("Make a link for them");
        var link = page.Find(".homelink code").Text;
        using (var home = new Page(server, 390, 780))
        {
            home.Driver.Navigate().GoToUrl(link);
            home.See("For the way home");
            home.See("Ends by itself on");
            home.NotSee("Anouk");
            Assert.True((bool)home.Driver.ExecuteScript("return document.documentElement.scrollWidth <= innerWidth")!);
            home.Driver.Navigate().GoToUrl(link[..^3]);
            home.See("This link is not right.");
        }

        page.Go("/clients");
        page.Retype("#find-records", "hard spot strongly");
        page.See("Nothing signed says that.");
        page.Retype("#find-records", "hard spot interlaced");
        page.See("Hard spot");
        page.Count(".hits li", 1);
        Assert.Empty(page.Errors());
    }
}
