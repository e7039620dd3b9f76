using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;

namespace AmpleLantern.Browser.Tests;

/// <summary>A plan made as a teacher makes one, without a mouse: a way chosen, steps found by words, exchanged, one side through.</summary>
public sealed class PlanByKeyboard(Server server) : IClassFixture<Server>
{
    private static int Turns(Page page, string visit) =>
        page.Api($"/api/visits/{visit.Split('/')[^1]}")
            .GetProperty("expansion")
            .GetProperty("steps")
            .EnumerateArray()
            .Count(s => s.TryGetProperty("change", out var change) && change.GetString() == "position");

    [Fact]
    public void A_flow_in_its_second_way_gets_steps_by_words_and_two_flows_are_given_one_side_through()
    {
        using var page = new Page(server).SignIn();

        // Booked in its second way.
        page.TabTo("Book a visit");
        page.Press(Keys.Enter);
        page.Until("the clients", () => page.Find("#book-client").Text.Contains("Una", StringComparison.Ordinal) ? "here" : null);
        page.Find("#book-client").SendKeys("Una");
        page.Find("#book-flow").SendKeys("First back session");
        Choose(page, "#book-way-back-lying", "side");
        page.Find("#book-minutes").SendKeys(Keys.Control + "a");
        page.Find("#book-minutes").SendKeys("110");
        page.Find("#book-at").SendKeys("0800PM");
        page.TabTo("Book it");
        page.Press(Keys.Enter);
        page.Count("#book-client", 0);
        var visit = page.Open("Una", "plan");
        page.See("Palms down the leg");

        // Length, twice.
        Fit(page, "20");
        Says(page, "It takes 20 min", "It takes 19 min");
        Fit(page, "22");
        Says(page, "It takes 22 min", "It takes 21 min");

        // Two steps by words.
        var many = Names(page).Count;
        Add(page, "push lung line forearm", "Push along the inner forearm");
        Add(page, "GB34", "GB34 held");
        Assert.Equal(many + 2, Names(page).Count);

        // One exchanged for another way of working.
        page.TabTo("Change what is done");
        page.Press(Keys.Enter);
        var first = page.Until(
            "a way in its place",
            () => page.Driver.FindElements(By.CssSelector(".exchange button:not([disabled])")).FirstOrDefault()
        );
        page.TabTo(first.GetAttribute("aria-label")!);
        page.Press(Keys.Enter);
        page.See("instead of GB34 held");

        // Two flows of the side put together: all of the left, one turn, all of the right.
        page.TabTo("More");
        page.Press(Keys.Enter);
        Start(page, "Side line, upper half", "Start over with it");
        page.Until("one turn", () => Turns(page, visit) == 1 ? "one" : null);
        Start(page, "Side line, lower half", "Put it into this plan");
        page.Until("both flows", () => Names(page).Count > 60 ? "both" : null);
        Assert.Equal(1, Turns(page, visit));
        page.Find("#worse-side").SendKeys("right");
        page.Saved();
        Fit(page, "75");
        page.See("the right side gets");
        page.Find("[role=tab][aria-selected=true]").SendKeys(Keys.ArrowRight);
        page.Find("[role=tab][aria-selected=true]").SendKeys(Keys.ArrowRight);
        Says(page, "could be better", "Nothing to remark");
        page.NotSee("should be otherwise");
        page.NotSee("can harm");
    }

    private static void Says(Page page, params string[] either) =>
        page.Until($"one of: {string.Join("; ", either)}", () => either.Any(page.Shows) ? "said" : null);

    private static IReadOnlyList<string> Names(Page page) => page.Texts("button.step .nm b");

    private static void Choose(Page page, string css, string value) =>
        page.Until(
            $"{value} of {css}",
            () =>
            {
                page.Find($"{css} option[value='{value}']");
                page.Find(css).SendKeys(page.Find($"{css} option[value='{value}']").Text);
                return page.Find(css).GetAttribute("value") == value ? "chosen" : null;
            }
        );

    private static void Fit(Page page, string minutes)
    {
        var field = page.Find("#fit-minutes");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(minutes + Keys.Enter);
    }

    private static void Add(Page page, string words, string name)
    {
        page.Find("button.step.sel").SendKeys("a");
        page.Find("#add-step").SendKeys(words);
        page.Until(
            $"{name} among what is found",
            () => page.Driver.FindElements(By.CssSelector(".addstep li b")).FirstOrDefault()?.Text == name ? "found" : null
        );
        page.Find("#add-step").SendKeys(Keys.Enter);
        page.Until($"{name} in the plan", () => Names(page).Contains(name) ? "there" : null);
        page.Find("#add-step").SendKeys(Keys.Escape);
    }

    private static void Start(Page page, string flow, string how)
    {
        page.Find("#plan-from").SendKeys(flow);
        page.TabTo(how);
        page.Press(Keys.Enter);
        page.Saved();
    }
}
