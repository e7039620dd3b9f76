using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;

namespace AmpleLantern.Browser.Tests;

/// <summary>From the client's phone to a verdict that can be traced, and a rule of the practice's own.</summary>
public sealed class ScreeningJourney(Server server) : IClassFixture<Server>
{
    [Fact]
    public void The_client_fills_it_in_on_the_phone_and_the_practitioner_takes_it_over()
    {
        using var page = new Page(server).SignIn();
        page.Open("Maren", "arrive");
        page.Click("Let them fill it in on their phone");
        var link = page.Find(".scan a").GetAttribute("href")!;

        using (var phone = new Page(server, 390, 800))
        {
            phone.Driver.Navigate().GoToUrl(link);
            phone.See("Before your session");
            Assert.False(phone.Shows("Maren"));
            phone.Find("#phone-words").SendKeys("Thick ankles.");
            phone.Click("Begin: six short lists");
            phone.See("Heart, blood and vessels");
            phone.Click("None of these");
            phone.Find("#phone-medicines").SendKeys("heparin");
            // A page that is left goes on where it was.
            phone.Driver.Navigate().Refresh();
            Assert.Equal("heparin", phone.Find("#phone-medicines").GetAttribute("value"));
            phone.Click("None of these");
            phone.See("Bones, joints and operations");
            phone.Click("Thin bones");
            phone.Click("A broken bone in the last three months");
            // The place is touched on the body, and its name stands there to be put right.
            phone.Find("[data-testid='touch-body'] .skin");
            phone.Tap("[data-testid='touch-body']");
            phone.Find(".touchbody .touched");
            Assert.NotEqual("", phone.Find("[id^='recent-fracture-'][id$='-region']").GetAttribute("value"));
            phone.Click("These 2, none of the others");
            phone.See("Nerves, head and fits");
            phone.Click("I would rather say it in the room");
            phone.Click("None of these");
            phone.See("Pregnancy, belly, lungs and the rest");
            phone.Click("None of these");
            phone.See("This is what you said");
            phone.See("to be said in the room");
            phone.Click("Send it to the practice");
            phone.See("Thank you, it has arrived.");
            phone.Driver.Navigate().GoToUrl(link);
            phone.See("can be sent only once");
        }

        page.See("came in from their phone");
        // "None of these" on the last list is against a pregnancy that is on record: it is shown, and stays known.
        page.See("but known of them: pregnancy");
        page.See("medicine: heparin");
        page.Click("Take over");
        page.See("Let them fill it in on their phone");
        page.See("pregnancy, 24 weeks");
        // The list that was skipped is still to be gone through; the others are.
        page.See("✓ Heart and vessels");
        Assert.Contains("not gone through yet", page.Find(".askcard[aria-label='Nerves, head, fits']").Text, StringComparison.Ordinal);
        page.Click("On to Screen");
        page.See("blood thinner: heparin");
    }

    [Fact]
    public void A_short_interview_ends_in_a_referral_that_can_be_printed()
    {
        using var page = new Page(server).SignIn();
        var visit = page.Open("Bram", "arrive");
        page.Click("Leg");
        page.Click("left");
        foreach (
            var asked in new[]
            {
                "Is the leg suddenly cold",
                "a red streak",
                "Is a calf hot, red, swollen",
                "hurt at night",
                "Are both legs",
            }
        )
        {
            page.See(asked);
            page.Tap(".nextquestion .options button:last-child");
        }

        page.See("How much bigger is one calf");
        page.Find(".nextquestion input").SendKeys("3,5" + Keys.Enter);
        page.See("Refer first, urgently: one calf 3 cm thicker.");
        page.Driver.Navigate().GoToUrl($"{visit}/screen");
        page.See("Do not treat today. A physician looks first.");
        page.See("No reason lifts this.");
        page.Click("Says who?");
        page.See("answered in the interview");
        page.See("Wells et al. 2003");
        page.Click("Write the referral");
        page.See("one calf thicker, left");
        page.See("urgent");
    }

    [Fact]
    public void The_five_hardest_clients_of_the_day_are_screened_in_one_click_each()
    {
        using var page = new Page(server).SignIn();
        foreach (
            var (client, verdict, why) in new[]
            {
                ("Quill Harrowmere", "to settle before you begin.", "blood thinner: apixaban"),
                ("Ines Kestrelow", "Do not treat today. A physician looks first.", "Diabetes with a wound on the foot"),
                ("Rowan Tidewell", "to settle before you begin.", "Leave the port and its line alone"),
                ("Sabeth Loom", "to settle before you begin.", "Have it looked at first"),
                ("Dorrit Anselwick", "to settle before you begin.", "The dates given make 12 weeks and 16 weeks."),
            }
        )
        {
            page.Driver.Navigate().GoToUrl($"{server.Address}/today?who=all");
            page.Tap(By.XPath($"//a[contains(@class, 'dayvisit')][contains(., '{client}')]"));
            page.See(verdict);
            page.See(why);
        }
    }

    [Fact]
    public void A_rule_written_in_the_practice_changes_the_next_screen()
    {
        using var page = new Page(server).SignIn();
        page.Go("/practice");
        page.Click("Write a rule of our own");
        void Choose(string id, string text) => new OpenQA.Selenium.Support.UI.SelectElement(page.Find(id)).SelectByText(text);
        Choose("#rule-fact", "diabetes");
        Choose("#rule-product", "hot towels");
        page.Find("#rule-titleOf").SendKeys("No towels with diabetes");
        page.Find("#rule-why").SendKeys("Numbness is often not noticed yet.");
        page.Find("#rule-instead").SendKeys("Warm hands round the feet.");
        page.Find("#rule-reason").SendKeys("A scald last spring.");
        page.Click("Try it on the visits to come");
        page.See("It would speak in one of");
        page.Click("Keep this rule");
        page.See("Odile Fenn");
        page.Open("Ines", "screen");
        page.See("No towels with diabetes");
    }
}
