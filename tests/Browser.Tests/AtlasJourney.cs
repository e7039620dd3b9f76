using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;
using static System.StringComparison;

namespace AmpleLantern.Browser.Tests;

/// <summary>Where is it, on this person, lying like this: asked of the atlas, of Arrive and of the plan.</summary>
public sealed class AtlasJourney(Server server) : IClassFixture<Server>
{
    [Fact]
    public void A_point_is_found_by_any_of_its_names_and_followed_into_a_position()
    {
        using var page = new Page(server).SignIn();
        page.Driver.Navigate().GoToUrl($"{server.Address}/atlas");
        page.See("Where is it?");
        foreach (var (asked, found) in new[] { ("足三里", "ST36"), ("hegu", "LI4"), ("gb 30", "GB30") })
        {
            page.Find(".chart .skin");
            page.Press("/");
            page.Press(asked);
            page.Until(
                $"'{asked}' first",
                () =>
                    page.Driver.FindElements(By.CssSelector(".hits li")).FirstOrDefault()?.Text.StartsWith(found, StringComparison.Ordinal)
                    == true
                        ? "yes"
                        : null
            );
            page.Press(Keys.Enter);
            page.Until(found, () => page.Find(".pointsheet h2").Text.StartsWith(found, StringComparison.Ordinal) ? "yes" : null);
        }

        page.See("jumping circle");
        page.Click("on the right side");
        page.Until(
            "the point on the body",
            () => page.Driver.FindElements(By.CssSelector(".chart .spot.lit .ring")).Count > 0 ? "yes" : null
        );
        Assert.Contains("position=side-lying-right", page.Driver.Url, StringComparison.Ordinal);
        page.Click("GB31");
        page.See("wind market");
        page.See("of your fingers");
    }

    [Fact]
    public void A_learner_puts_a_finger_on_points_and_is_told_by_how_much_it_missed()
    {
        using var page = new Page(server).SignIn("pim");
        page.Go("/atlas");
        page.Click("Learn the points");
        page.See("are due today");
        // Every view there is has a name.
        Assert.DoesNotContain(page.Driver.FindElements(By.CssSelector("#learn-view option")), o => o.Text.Contains("view.", Ordinal));
        page.Click("Begin: 20 points");
        for (var n = 1; n <= 3; n++)
        {
            page.See($"{n} of 2");
            var chart = page.Find(".learnbody .chart .skin");
            page.Count(".learnbody .spot", 0);
            new OpenQA.Selenium.Interactions.Actions(page.Driver).MoveToElement(chart).Click().Perform();
            page.See("cun");
            page.Find(".aimed");
            page.Find(".learnbody .spot.lit .ring");
            page.See("Asked again on");
            page.Click("Next point");
        }

        page.Click("Stop here");
        page.See("3 asked today");
    }

    [Fact]
    public void What_lies_near_a_point_is_put_beside_it_and_a_line_is_read_in_order()
    {
        using var page = new Page(server).SignIn();
        page.Go("/atlas?point=ST36&channels=");
        page.See("What lies near");
        page.Tap("button[title='Compare with GB34']");
        page.See("ST36 and GB34");
        page.See("on different channels");
        page.Find(".spot.lit.free");
        page.Click("Back to ST36 alone");
        page.See("What lies near");
        page.Go("/atlas?channels=pc");
        page.Click("Read along it");
        page.Until(
            "its second point's name",
            () => page.Driver.FindElements(By.CssSelector(".row-of li.reading")).FirstOrDefault(l => l.Text.StartsWith("PC2", Ordinal))
        );
        page.Click("Print a sheet for the room");
        page.See("Láogōng");
        page.Count(".channelsheet tr", 9);
    }

    [Fact]
    public void Two_sets_of_the_feet_stand_side_by_side_and_an_area_lights_in_both()
    {
        using var page = new Page(server).SignIn();
        page.Driver.Navigate().GoToUrl($"{server.Address}/atlas");
        page.Click("Feet, two sets");
        page.See("Where the sets differ");
        page.Tap(By.XPath("//*[contains(@class, 'differ')]//button[contains(., 'solar plexus')]"));
        page.See("mm from the inner edge");
        page.Count(".area.reflex.lit", 4);
    }

    [Fact]
    public void Measuring_the_lower_leg_changes_what_a_cun_is()
    {
        using var page = new Page(server).SignIn();
        page.Open("Maren", "arrive");
        page.Click("Measuring");
        page.See("lengths worth taking");
        void Enter(string cm)
        {
            var field = page.Find("[id='stretch-popliteal-crease..lateral-malleolus']");
            page.Driver.ExecuteScript("arguments[0].scrollIntoView({block: 'center'})", field);
            page.Tap("the field", () => field);
            page.Press(Keys.Control + "a" + Keys.Null + cm + Keys.Tab);
        }

        Enter("48");
        page.See("One cun here is 3.0 cm.");
        page.Saved();
        Enter("480");
        page.See("Measure again and enter it.");
    }

    [Fact]
    public void The_plan_shows_the_client_as_they_lie_and_a_touched_place_chooses_its_step()
    {
        using var page = new Page(server).SignIn();
        page.Open("Bram", "plan");
        page.Click("Palm walk up both thighs");
        page.Until(
            "the thighs are lit",
            () => page.Driver.FindElements(By.CssSelector(".stepchart .area.region.lit")).Count >= 2 ? "yes" : null
        );
        var other = page.Until(
            "another place of the plan",
            () =>
                page
                    .Driver.FindElements(By.CssSelector(".stepchart .area.region.dim"))
                    .FirstOrDefault(a => a.GetAttribute("textContent")!.StartsWith("round the kneecap", StringComparison.Ordinal))
        );
        // Two palms lie on the thighs where they begin, with the mat under the client.
        page.Count(".stepchart .print", 2);
        page.Find(".stepchart .stop.coming");
        page.Find(".stepchart .rest.mat");
        page.Driver.ExecuteScript("arguments[0].dispatchEvent(new MouseEvent('click', { bubbles: true }))", other);
        page.Until(
            "the step at the kneecap",
            () => page.Find(".sheetstep h2").Text.Contains("Kneecap", StringComparison.Ordinal) ? "yes" : null
        );
    }
}
