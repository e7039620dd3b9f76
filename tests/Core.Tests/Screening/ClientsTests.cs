using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Exchange;
using AmpleLantern.Web.Today;
using NodaTime;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>
/// Worked clients: who they are, what they are booked for, and the full list of what the screen has to say. Written from the
/// trade's common practice; every condition, several together, every tradition.
/// </summary>
public class ClientsTests
{
    private static readonly IReadOnlyList<WorkedClient> All = OpenJson.Read<IReadOnlyList<WorkedClient>>(
        File.ReadAllText(Repository.File("tests", "Core.Tests", "Screening", "Clients", "clients.json"))
    );

    public static TheoryData<string> Names => [.. All.Select(c => c.Client)];

    [Theory]
    [MemberData(nameof(Names))]
    public void The_screen_says_all_of_it_and_nothing_else(string name)
    {
        var client = All.Single(c => c.Client == name);
        var said = Known
            .Screened(Known.Flow(client.Flow), client.BirthDate, [.. client.Facts])
            .Findings.GroupBy(f => Words.Of(f.Outcome))
            .ToDictionary(g => g.Key, g => g.Select(f => f.Rule).Distinct().Order().ToList());
        Assert.Equal(client.Expect.Keys.Order(), said.Keys.Order());
        Assert.All(client.Expect, e => Assert.Equal(e.Value.Order(), said[e.Key]));
    }

    /// <summary>Whatever stands above "avoid" stays; the rest is settled by swaps, and no swap brings in what it takes out.</summary>
    [Theory]
    [MemberData(nameof(Names))]
    public void Suggested_changes_settle_what_can_be_settled_and_no_swap_makes_it_worse(string name)
    {
        var client = All.Single(c => c.Client == name);
        var subject = new ScreenSubject(Known.Day, client.BirthDate, client.Facts);
        var plan = Known.Flow(client.Flow);
        var before = Screener.Run(subject, plan, Known.Base.HouseSchool, Known.Usual, Known.Base);
        foreach (var swap in before.Swaps)
        {
            var removed = before.Findings.First(f =>
                f.Rule == swap.Rule && f.Steps.Contains(swap.Step) && f.Outcome is Outcome.Avoid or Outcome.Modify
            );
            var changed = Swaps.Apply(subject, swap.Step, swap.Replacement, Known.Context(plan));
            var known = plan.Steps.Select(s => s.Id).ToHashSet();
            var fresh = Screener
                .Run(subject, changed, Known.Base.HouseSchool, Known.Usual, Known.Base)
                .Findings.Where(f => f.Steps.Any(s => !known.Contains(s)) && f.Outcome <= removed.Outcome);
            Assert.Empty(fresh);
        }

        var settled = Swaps.Settle(subject, Known.Context(plan));
        var after = Screener.Run(subject, settled, Known.Base.HouseSchool, Known.Usual, Known.Base).Findings;
        Assert.DoesNotContain(after, f => f.Outcome is Outcome.Avoid);
        Assert.Equal(before.Findings.Where(f => f.WholeVisit).Select(f => f.Rule), after.Where(f => f.WholeVisit).Select(f => f.Rule));
    }

    [Fact]
    public void They_cover_every_tradition_and_most_of_the_rules_that_can_speak()
    {
        Assert.True(All.Count >= 40);
        Assert.Equal(
            Known.Base.Flows.All.Select(f => f.Tradition).Distinct().Order(),
            All.Select(c => Known.Base.Flows[c.Flow].Tradition).Distinct().Order()
        );
        Assert.True(All.Count(c => c.Facts.Count > 1) >= 10, "two or more conditions together");
    }

    private sealed record WorkedClient(
        string Client,
        LocalDate BirthDate,
        IReadOnlyList<FactEntry> Facts,
        string Flow,
        IReadOnlyDictionary<string, IReadOnlyList<string>> Expect
    );
}
