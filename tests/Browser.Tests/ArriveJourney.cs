using System.Diagnostics;
using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;

namespace AmpleLantern.Browser.Tests;

/// <summary>Arriving: a known client in five answers, a new one with lists; by keyboard and by touch.</summary>
public sealed class ArriveJourney(Server server, ITestOutputHelper output) : IClassFixture<Server>
{
    private static string? InFocus(Page page) => page.Driver.FindElements(By.CssSelector(".askcard.on .cardhead b")).FirstOrDefault()?.Text;

    private static void Until(Page page, string before) => page.Until("the next card", () => InFocus(page) == before ? null : "next");

    [Theory]
    [InlineData(1280, 800)]
    [InlineData(768, 1024)]
    public void A_known_client_needs_five_keys_and_each_card_comes_whole_on_the_screen(int wide, int high)
    {
        using var page = new Page(server, wide, high).SignIn();
        page.Open("Tobin", "arrive");
        page.See("Cards to ask:");
        // Nothing of the page lies below the screen: cards, lists, consent, complaint.
        var lowest = page.Bottom(".complaint .chips .pill:last-child");
        Assert.True(lowest <= high, $"the page ends at {lowest} of {high}");
        var (keys, watch) = (0, Stopwatch.StartNew());
        while (InFocus(page) is { } card && page.Find(".askcard.on").GetAttribute("class")!.Contains("open", StringComparison.Ordinal))
        {
            // Each card, its words and both answers stand on the screen as it comes.
            foreach (var part in new[] { ".askcard.on .spoken", ".askcard.on .acts" })
            {
                var bottom = page.Bottom(part);
                Assert.True(bottom <= high, $"{card}: {part} ends at {bottom} of {high}");
            }

            page.Press("n");
            keys++;
            Until(page, card);
            Assert.True(keys <= 5, "more than five cards");
        }

        page.See("The cards are asked.");
        Assert.Equal(5, keys);
        output.WriteLine($"known client, {wide} wide, keyboard: {keys} keys, {watch.Elapsed.TotalSeconds:0.0} s");
        // The visit is put back for the other width: what was answered by a slip is asked again.
        foreach (var name in new[] { "Since last time", "Today", "Right now", "Could you be pregnant", "Skin and places" }.Take(keys))
        {
            page.Tap($".askcard[aria-label='{name}'] .cardhead");
            page.Click("Ask it again");
            page.Until(
                $"'{name}' open again",
                () =>
                    page.Find($".askcard[aria-label='{name}']").GetAttribute("class")!.Contains("open", StringComparison.Ordinal)
                        ? "open"
                        : null
            );
        }
    }

    [Fact]
    public void A_known_client_needs_five_touches()
    {
        using var page = new Page(server).SignIn();
        page.Open("Sabeth", "arrive");
        var (touches, watch) = (0, Stopwatch.StartNew());
        while (InFocus(page) is { } card && page.Driver.FindElements(By.CssSelector(".askcard.on.open")).Count > 0)
        {
            page.Tap(".askcard.on .acts .pill.main");
            touches++;
            Until(page, card);
        }

        page.See("The cards are asked.");
        Assert.Equal(5, touches);
        output.WriteLine($"known client, touch: {touches} touches, {watch.Elapsed.TotalSeconds:0.0} s");
    }

    /// <summary>Nobody filled in a phone: six lists, five cards, then what is still worth asking.</summary>
    [Theory]
    [InlineData("Jory", true)]
    [InlineData("Pell", false)]
    public void A_new_client_is_asked_all_of_it_by_keyboard_or_touch_and_the_strokes_are_counted(string client, bool keyboard)
    {
        using var page = new Page(server).SignIn();
        page.Open(client, "arrive");
        var (keys, watch) = (0, Stopwatch.StartNew());
        while (InFocus(page) is { } card && page.Driver.FindElements(By.CssSelector(".askcard.on.open")).Count > 0)
        {
            if (keyboard)
            {
                page.Press("n");
            }
            else
            {
                page.Tap(".askcard.on .acts .pill.main");
            }

            keys++;
            Until(page, card);
        }

        page.See("The cards are asked.");
        Assert.Equal(11, keys);
        var left = page.Driver.FindElements(By.CssSelector(".questions .question")).Count;
        Assert.InRange(left, 0, 5);
        var further = left;
        for (; left > 0; left = page.Driver.FindElements(By.CssSelector(".questions .question")).Count)
        {
            if (keys > 11 + 2 * 5)
            {
                break;
            }

            var asked = page.Find(".questions .question b").Text;
            page.Tap(".questions .question .yesno .pill:last-child");
            keys++;
            page.Until("the next question", () => page.Shows(asked) ? null : "next");
        }

        // What is known was not denied by a no to its list.
        if (client == "Jory")
        {
            page.See("cancer");
        }

        output.WriteLine(
            $"new client, {(keyboard ? "keyboard" : "touch")}: {keys} strokes, {further} further questions, {watch.Elapsed.TotalSeconds:0.0} s"
        );
    }

    [Fact]
    public void A_key_pressed_while_something_else_has_the_keyboard_answers_nothing()
    {
        using var page = new Page(server).SignIn();
        page.Open("Maren", "arrive");
        var card = InFocus(page);
        page.Find(".factsearch input").SendKeys("nnyn");
        Assert.Equal(card, InFocus(page));
        page.TabTo("On to Screen");
        page.Press("n");
        Assert.Equal(card, InFocus(page));
        Assert.Contains("not asked today", page.Find(".askcard.on").Text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_yes_asks_its_side_at_once_and_the_rest_of_the_card_is_a_no_in_one_record()
    {
        using var page = new Page(server).SignIn();
        page.Open("Maren", "arrive");
        page.Tap(".askcard[aria-label='Right now'] .cardhead");
        page.Click("Yes, some of it");
        page.Click("one calf thicker");
        new OpenQA.Selenium.Support.UI.SelectElement(page.Find("#calf-difference--side")).SelectByText("left");
        page.Find("#calf-difference--cm").SendKeys("3.5");
        page.Click("That one; no to the rest");
        page.See("asked by Odile Fenn");
        page.See("one calf thicker, left");
        page.Click("On to Screen");
        page.See("Do not treat today. A physician looks first.");
        page.See("3 cm thicker");
    }

    [Fact]
    public void Without_the_card_of_red_flags_nothing_reads_as_clear_and_begin_takes_one_touch_more()
    {
        using var page = new Page(server).SignIn();
        page.Open("Bram", "arrive");
        page.Tap(".askcard[aria-label='Right now'] .cardhead");
        page.Click("Ask it again");
        page.See("not asked today");
        page.Until("the lamp of Screen", () => page.Find(".lamps").Text.Contains("not asked", StringComparison.Ordinal) ? "said" : null);
        page.Press("4");
        page.See("Ready when you are.");
        page.Click("Begin");
        page.See("Not asked at this visit: Right now.");
        page.Tap(By.LinkText("Ask it now"));
        page.See("One card to ask.");
        page.Press("4");
        page.Click("Begin");
        page.Click("Begin");
        page.See("step 1 of");
        page.Press("5");
        // Who reads the record sees that it was begun without asking.
        page.See("egun without asking: Right now");
    }
}
