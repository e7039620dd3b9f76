using AmpleLantern.Browser.Tests.Support;
using OpenQA.Selenium;
using OpenQA.Selenium.VirtualAuth;

namespace AmpleLantern.Browser.Tests;

/// <summary>Letting somebody in, their own password, second factor and passkey, and what happens when they leave.</summary>
public sealed class SigningInJourney(Server server) : IClassFixture<Server>
{
    private const string Own = "tidal reed hinge owl";

    [Fact]
    public void Somebody_new_comes_in_by_password_then_by_passkey_and_leaves()
    {
        using var odile = new Page(server).SignIn();
        odile.Go("/practice");
        odile.Find("#person-displayName").SendKeys("Rook Mayweed");
        odile.Find("#person-name").SendKeys("rook");
        odile.Tap(By.XPath("//button[.='Add']"));
        var first = odile.Find(".handover .secret").Text;
        odile.See("has not come in yet");

        using var rook = new Page(server);
        rook.Driver.Navigate().GoToUrl(server.NamedAddress);
        rook.Find("#sign-name").SendKeys("rook");
        rook.Find("#sign-password").SendKeys(first + Keys.Enter);
        rook.See("This password was made for you.");
        rook.Find("#sign-new").SendKeys("password1234" + Keys.Enter);
        rook.See("would be guessed soon");
        rook.Retype("#sign-new", Own + Keys.Enter);
        rook.Find(".day");

        rook.Driver.AddVirtualAuthenticator(
            new VirtualAuthenticatorOptions()
                .SetProtocol("ctap2")
                .SetTransport("internal")
                .SetHasResidentKey(true)
                .SetHasUserVerification(true)
                .SetIsUserVerified(true)
        );
        rook.Driver.Navigate().GoToUrl(server.NamedAddress + "/practice");
        rook.Find("#access-key-name").SendKeys("The tablet by the mat");
        rook.Find("#access-key").SendKeys("not this one");
        rook.Click("Add this device");
        rook.See("This is not your password.");
        rook.Retype("#access-key", Own);
        rook.Click("Add this device");
        rook.Until(
            "the passkey",
            () => rook.Driver.FindElements(By.CssSelector(".ownaccess li b")).FirstOrDefault(b => b.Text == "The tablet by the mat")
        );
        rook.Tap(By.XPath("//button[.='Sign out']"));
        rook.Click("Sign in with a passkey");
        rook.Until("Today", () => rook.Driver.FindElements(By.CssSelector(".day, .ownaccess")).FirstOrDefault());

        odile.Go("/practice");
        odile.Find(".person:has(b) .personline");
        var person = odile.Until(
            "Rook",
            () =>
                odile
                    .Driver.FindElements(By.CssSelector(".person"))
                    .FirstOrDefault(p => p.Text.Contains("Rook Mayweed", StringComparison.Ordinal))
        );
        Assert.Contains("signed in on 1 device", person.Text, StringComparison.Ordinal);
        odile.Tap("the person", () => person.FindElement(By.CssSelector(".accordion-button")));
        odile.Tap("they leave", () => person.FindElement(By.XPath(".//button[.='They leave']")));
        odile.See("Their name stays in the records.");
        odile.Click("Yes, they leave");
        odile.See("They are back");
        rook.Driver.Navigate().Refresh();
        rook.Find("#sign-name");
        rook.Click("Sign in with a passkey");
        rook.See("This passkey opens nothing here.");
    }
}
