using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;

namespace AmpleLantern.Browser.Tests;

/// <summary>The whole visit, from the door to the record, without a mouse.</summary>
public sealed class KeyboardVisit(Server server) : IClassFixture<Server>
{
    [Fact]
    public void From_the_door_to_the_signed_record_by_keyboard_only()
    {
        using var page = new Page(server).SignIn();
        page.TabTo("Tobin Askerell");
        page.Press(Keys.Enter);
        // Today says the same of this visit and shows its lamps too: only on the visit's own page they lead somewhere.
        page.Find(".lamps a");
        page.See("to settle before you begin.");

        // Arrive: five cards, one key each.
        page.Press("1");
        page.See("Cards to ask: 5.");
        for (var i = 0; i < 5; i++)
        {
            var card = page.Find(".askcard.on .cardhead b").Text;
            page.Press("n");
            page.Until(
                "the next card",
                () => page.Driver.FindElements(By.CssSelector(".askcard.on .cardhead b")).FirstOrDefault()?.Text == card ? null : "next"
            );
        }

        page.See("The cards are asked.");
        page.TabTo("Asking");
        page.Press(Keys.ArrowRight);
        page.TabTo("Heavy legs: 7");
        page.Press(Keys.Space);
        page.Saved();
        page.TabTo("On to Screen");
        page.Press(Keys.Enter);

        // Screen: the hold is out; the rounds take its place.
        page.See("No compression hold");
        page.TabTo("Use it");
        page.Press(Keys.Enter);
        page.See("Go ahead, with one step exchanged.");
        page.TabTo("On to Plan");
        page.Press(Keys.Enter);

        // Plan: choose, repeat once more, undo.
        page.See("instead of Groin compression hold");
        page.Press(Keys.ArrowDown);
        var before = page.Find("h1 + p b").Text;
        page.Press("+");
        page.Until("a longer plan", () => page.Find("h1 + p b").Text == before ? null : "longer");
        page.Press("u");
        page.Until("the plan as before", () => page.Find("h1 + p b").Text == before ? "back" : null);
        page.TabTo("On to Give");
        page.Press(Keys.Enter);

        // Give: begin, note, go through with the space bar and the pedal's keys.
        page.See("Ready when you are.");
        page.Press(Keys.Space);
        Now(page, "History and look");
        page.Press(Keys.PageDown);
        Now(page, "Warm hands, quiet intention");
        page.Press("s");
        page.See("1 noted");
        page.Press(Keys.PageDown);
        Now(page, "Palm press along both legs");
        page.Press("t");
        page.See("lighter now");
        page.Press(Keys.PageUp);
        Now(page, "Warm hands, quiet intention");
        page.Press("p");
        page.See("paused");
        page.Press("p");
        page.NotSee("paused");
        for (var i = 0; i < 12 && !page.Shows("Everything is given."); i++)
        {
            var step = page.Find("h1").Text;
            page.Press(Keys.Space);
            page.Until("the next step", () => page.Find("h1").Text == step ? null : "next");
        }

        page.Press(Keys.Space);

        // Reflect: measure again, read the drafted note, sign.
        page.See("Given against plan");
        page.TabTo("Heavy legs: 4");
        page.Press(Keys.Space);
        page.See("It helped: heavy legs 7 → 4 of 10.");
        Assert.Contains("Too much at palm press along both legs", page.Find("#note-done").GetAttribute("value"), StringComparison.Ordinal);
        page.TabTo("Sign and lock");
        page.Press(Keys.Enter);
        page.See("Locked; later changes are addenda.");
        Assert.False(page.Find("#note-done").Enabled);
        page.TabTo("addendum");
        page.Press("Called next day: fine." + Keys.Enter);
        page.See("Called next day: fine.");
    }

    private static void Now(Page page, string step) =>
        page.Until($"the step '{step}'", () => page.Find("[data-testid=now-step]").Text == step ? "here" : null);
}
