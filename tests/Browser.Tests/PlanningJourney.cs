using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace AmpleLantern.Browser.Tests;

/// <summary>Composing a session, putting its order right, comparing it, and taking it to the mat on a card.</summary>
public sealed class PlanningJourney(Server server) : IClassFixture<Server>
{
    [Fact]
    public void A_session_composed_from_aims_is_taken_and_its_order_mended()
    {
        using var page = new Page(server).SignIn();
        var visit = page.Open("Bram", "plan");
        page.Click("More");
        page.Click("Compose from aims");
        page.See("Say what the session is for.");
        page.Tap(By.XPath("//button[.='Compose']"));
        // Where is not assumed: nothing is composed until it is said.
        Assert.NotNull(page.Find("#aim-region-0:invalid"));
        page.See("Say what the session is for.");
        page.Choose("aim-region-0", "shoulder");
        page.Choose("aim-quality-0", "stiff");
        page.Choose("aim-side-0", "right");
        page.Click("One more");
        page.Choose("aim-region-1", "whole-body");
        page.Choose("aim-quality-1", "sleeps-badly");
        page.Click("tui na");
        page.Click("shiatsu");
        page.Retype("#compose-minutes", "60");
        page.Tap(By.XPath("//button[.='Compose']"));
        page.See("First proposal");
        page.See("mobilise the right shoulder");
        page.See("A different one");
        page.Click("Take this one");
        page.Until("the plan", () => page.Driver.Url.Contains("/plan", StringComparison.Ordinal) ? "here" : null);
        page.See("Mobilise the right shoulder");

        // The closing goes; the review says it; one click brings it back; undo and redo go both ways.
        page.Tap("the last step", () => page.Driver.FindElements(By.CssSelector("button.step")).Last());
        page.Click("Leave out");
        page.Saved();
        page.Click("Order");
        page.See("The session ends with work, without stillness.");
        page.Click("End with still hands");
        page.NotSee("The session ends with work, without stillness.");
        page.Click("Undo");
        page.See("The session ends with work, without stillness.");
        page.Click("Again");
        page.NotSee("The session ends with work, without stillness.");

        page.Driver.Navigate().GoToUrl($"{visit}/card");
        page.See("Afterwards");
        page.See("Mobilise the right shoulder");
    }

    [Fact]
    public void Steps_are_chosen_together_dragged_made_a_block_and_pinned_and_fitted()
    {
        using var page = new Page(server).SignIn();
        page.Open("Tobin", "plan");
        page.Click("More");
        page.Choose("plan-from", "flow:legs-on-the-mat");
        page.Click("Start over with it");
        page.See("Rocking walk, there and back");
        page.Click("More");
        var steps = Steps(page);
        Assert.Equal("Inner edge of both feet", Name(steps[1]));
        new Actions(page.Driver)
            .MoveToElement(steps[1])
            .ClickAndHold()
            .MoveByOffset(0, 12)
            .MoveToElement(steps[4])
            .MoveByOffset(0, 6)
            .Release()
            .Perform();
        page.Until("the step lower down", () => Name(Steps(page)[1]) == "Rocking walk, there and back" ? "moved" : null);

        page.Tap("the second step", () => Steps(page)[1]);
        new Actions(page.Driver).KeyDown(Keys.Shift).Click(Steps(page)[2]).KeyUp(Keys.Shift).Perform();
        page.See("2 steps");
        page.Click("Make a block");
        page.Find("#group-name").SendKeys("Warming" + Keys.Enter);
        page.Until(
            "the block's heading",
            () =>
                page.Driver.FindElements(By.CssSelector(".blk")).FirstOrDefault(b => b.Text.StartsWith("Warming", StringComparison.Ordinal))
        );
        page.Click("Pin");
        page.See("pinned");
        page.Retype("#fit-minutes", "20");
        page.Tap(".fit button[type=submit]");
        page.See("To make it possible,");
        page.Click("Dose");
        page.See("What each part receives");
        page.Find(".dosetable .bar");
    }

    [Fact]
    public void What_is_starred_is_at_hand_and_a_found_step_is_dragged_to_its_place_and_given_three_times()
    {
        using var page = new Page(server).SignIn();
        page.Open("Bram", "plan");
        page.Click("Add a step");
        page.See("What you star comes first");
        page.Find("#add-step").SendKeys("kneecap");
        var line = page.Find(".addstep li");
        var name = line.FindElement(By.CssSelector("b")).Text;
        page.Tap(".addstep li .star");
        page.Find(".addstep .star.on");
        page.Retype("#add-step", Keys.Backspace);
        page.Until(
            "the favourite",
            () => page.Driver.FindElements(By.CssSelector(".addstep li b")).FirstOrDefault()?.Text == name ? "" : null
        );
        var count = Steps(page).Count;
        var onto = Steps(page)[2];
        page.Driver.ExecuteScript("arguments[0].scrollIntoView({ block: 'end' })", onto);
        new Actions(page.Driver)
            .MoveToElement(page.Find(".addstep li b"))
            .ClickAndHold()
            .MoveByOffset(0, 14)
            .MoveToElement(onto)
            .MoveByOffset(0, 4)
            .Release()
            .Perform();
        // Behind the step it was dropped on, and behind its series where that stands in one.
        page.Until(
            "the step where it was dropped",
            () => Steps(page).Count == count + 1 && Steps(page).Skip(3).Any(s => Name(s) == name) ? "there" : null
        );

        page.Tap("button[aria-label='Give these one round more']");
        page.See("round 2 of 2");
        page.Tap("button[aria-label='Give these one round more']");
        page.See("round 3 of 3");
    }

    [Fact]
    public void The_library_opens_a_flow_in_its_ways_and_two_plans_stand_side_by_side()
    {
        using var page = new Page(server).SignIn();
        page.Go("/library");
        page.See("plans of our own");
        page.Find("input[type=search]").SendKeys("gland");
        page.Click("Feet: glands between systems");
        page.See("Left gland set");
        page.Choose("variant-gland-set", "once");
        page.Choose("library-minutes", "30");
        page.See("both sides stay equal");
        // A step is seen where it goes, before anybody is there to receive it.
        page.Click("Solar plexus, both feet, with the breath");
        page.Find(".sheetstep .chart .skin");
        page.Find(".sheetstep .print");
        page.Open("Bram", "compare");
        page.Choose("compare-with", "flow:groin-hold");
        page.See("The second is");
        page.See("left out");
    }

    private static System.Collections.ObjectModel.ReadOnlyCollection<IWebElement> Steps(Page page) =>
        page.Driver.FindElements(By.CssSelector("button.step"));

    private static string Name(IWebElement step) => step.FindElement(By.CssSelector(".nm b")).Text;
}
