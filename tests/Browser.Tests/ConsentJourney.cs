using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;

namespace AmpleLantern.Browser.Tests;

/// <summary>Consent from the door to the mat; limits on the body and on the thread; the practitioner's own day.</summary>
public sealed class ConsentJourney(Server server) : IClassFixture<Server>
{
    [Fact]
    public void A_yes_is_taken_back_at_the_door_and_given_again_for_today()
    {
        using var page = new Page(server).SignIn();
        page.Open("Tobin", "arrive");
        page.See("groin crease under the hip bone");
        page.Click("Taken back");
        page.See("Yes, until taken back");
        page.Click("On to Screen");
        page.See("Leave this region: no consent");
        page.Press("1");
        page.See("May I work here?");
        page.Click("Yes, today");
        page.See("yes, until");
        page.Click("Form to sign");
        page.See("Consent, place by place");
        page.See("What is done there: Groin compression hold.");
        page.Click("Back to Arrive");
        page.Click("On to Screen");
        page.See("No compression hold");
        Assert.False(page.Shows("Leave this region: no consent"));
    }

    [Fact]
    public void Who_decides_for_a_minor_is_named_before_any_yes()
    {
        using var page = new Page(server).SignIn();
        page.Open("Pell", "screen");
        page.See("Leave this region: consent not given");
        Assert.False(page.Button("Yes, today").Enabled);
        page.Find("#consent-by").SendKeys("Ina Tarn, mother");
        var left = Open(page);
        while (left > 0)
        {
            page.Click("Yes, today");
            page.Until("one place fewer", () => Open(page) < left ? "fewer" : null);
            left = Open(page);
        }

        Assert.False(page.Shows("Leave this region: consent not given"));
    }

    private static int Open(Page page) => page.Driver.FindElements(By.CssSelector(".consents li.open")).Count;

    [Fact]
    public void While_giving_a_yes_taken_back_ends_the_work_there_with_one_touch()
    {
        using var page = new Page(server).SignIn();
        page.Open("Bram", "give");
        page.See("Ready when you are.");
        page.See("inner thigh");
        page.Press(Keys.Space);
        page.Until(
            "a step that needs a yes",
            () =>
            {
                if (page.Driver.FindElements(By.CssSelector(".gsheet .consents")).Count > 0)
                {
                    return "there";
                }

                page.Press(Keys.Space);
                return null;
            }
        );
        var steps = page.Find(".gno").Text;
        page.Tap(".gsheet .consents .pill");
        page.See("Hands away from the");
        // The step the hands were in is gone, and so are those still to come.
        page.Until("the plan without it", () => page.Find(".gno").Text == steps ? null : "shorter");
        page.Count(".gsheet .consents li.given", 0);
    }

    [Fact]
    public void A_place_touched_on_the_body_tells_what_holds_there_and_what_was_changed_stands_on_the_thread()
    {
        using var page = new Page(server).SignIn();
        page.Open("Rowan", "screen");
        page.See("Leave the port and its line alone");
        var all = page.Driver.FindElements(By.CssSelector(".limits li")).Count;
        // The port is on the left: nothing is hatched on the right arm for it.
        page.Find(".bothsides path.area");
        page.Driver.ExecuteScript(
            """
            const arm = [...document.querySelectorAll('.bothsides path.area')].find(a => a.textContent.includes('upper arm'));
            arm.dispatchEvent(new MouseEvent('click', { bubbles: true }));
            """
        );
        page.See("All places");
        page.See("left upper arm");
        Assert.InRange(page.Driver.FindElements(By.CssSelector(".limits li")).Count, 1, all - 1);
        page.Click("All places");
        page.Click("Make all");
        page.See("Changed for today");
        page.Until("marks on the thread", () => page.Driver.FindElements(By.CssSelector(".thread .departed")).Count > 0 ? "there" : null);
    }

    [Fact]
    public void What_I_say_of_my_own_day_limits_my_hands_and_is_shown_to_me_alone()
    {
        using var page = new Page(server).SignIn();
        page.Click("thumb or wrist hurts");
        page.Until("it is kept", () => page.Button("thumb or wrist hurts").GetAttribute("aria-pressed") == "true" ? "kept" : null);
        page.Open("Ilse", "screen");
        page.See("Your thumb hurts: other contacts");
        page.See("only you see this");
        using var other = new Page(server).SignIn("teo");
        other.Open("Ilse", "screen");
        other.See("Where today’s limits lie");
        other.See("to settle before you begin.");
        Assert.False(other.Shows("Your thumb hurts"));
    }
}
