using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using NodaTime;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>The practitioner's own day limits what they do, is no part of the client, and never bars a start.</summary>
public class OwnDayTests
{
    private static readonly ScreenSubject Client = new(Known.Day, new(1986, 1, 1), []);

    private static OwnLimits Limits(string flow, ScreenSubject client, params string[] said) =>
        OwnDay.Said(Known.Day, said, Known.Base).On(client, Known.Context(Known.Flow(flow)), []);

    /// <summary>Walks all that can be said: each has a rule, so nothing is asked for nothing.</summary>
    [Fact]
    public void Whatever_can_be_said_of_ones_own_day_limits_something_in_some_flow()
    {
        foreach (var fact in OwnDay.Asked(Known.Base))
        {
            Assert.Contains(
                Known.Base.Flows.All,
                f => Limits(f.Id, Client, fact.Id) is var limits && limits.Cards.Count + limits.Notes.Count > 0
            );
        }
    }

    [Fact]
    public void A_sore_thumb_goes_to_another_contact_that_the_clients_own_limits_allow()
    {
        var thumbs = Limits("feet-fluid", Client, "giver-thumb");
        var card = Assert.Single(thumbs.Cards);
        Assert.All(card.Findings, f => Assert.Equal("giver-thumb", f.Fact));
        Assert.NotEmpty(card.Ways);
        // Whatever is offered for the thumb sets off nothing that the client's own blood thinner bars.
        var client = Client with
        {
            Facts = [new("anticoagulant")],
        };
        var context = Known.Context(Known.Flow("feet-fluid"));
        HashSet<string> Barred(Plan plan) =>
            [
                .. Screener
                    .Findings(client, Known.Context(plan))
                    .Findings.Where(f => f.Fact == "anticoagulant" && f.Outcome is Outcome.Avoid)
                    .SelectMany(f => f.Steps),
            ];
        var before = Barred(context.Plan);
        var offered = Limits("feet-fluid", client, "giver-thumb")
            .Cards.SelectMany(c => c.Ways.SelectMany(w => w.Steps.Select(s => (s, w))));
        Assert.NotEmpty(offered);
        Assert.All(offered, o => Assert.Subset(before, Barred(Swaps.Apply(client, o.s, o.w.Replacement, context))));
    }

    [Fact]
    public void What_the_client_has_is_not_told_as_ones_own()
    {
        var limits = Limits(Known.Legs, Client with { Facts = [new("pregnancy"), new("osteoporosis")] }, "giver-wart");
        Assert.All(limits.Cards.SelectMany(c => c.Findings), f => Assert.Equal("giver-wart", f.Fact));
    }

    [Fact]
    public void A_tired_back_carries_less_and_never_more()
    {
        var limits = Known.Base.Pressure.Model.Limits;
        var tired = OwnDay.Said(Known.Day, ["giver-tired", "giver-back", "giver-fever"], Known.Base).Lessened(limits, Known.Base);
        // The least share of each: half of the back and of treading, two thirds of thumbs and knees.
        Assert.Equal(limits.LumbarNm / 2, tired.LumbarNm, 6);
        Assert.Equal(limits.TreadingMinutes / 2, tired.TreadingMinutes, 6);
        Assert.Equal(limits.ThumbKgMinutes * 0.66, tired.ThumbKgMinutes, 6);
        Assert.All(
            Known.Base.Of<OwnDayLoad>().All.SelectMany(l => new[] { l.ThumbShare, l.KneelingShare, l.LumbarShare, l.TreadingShare }),
            share => Assert.InRange(share ?? 1, 0, 1)
        );
        Assert.Equal(limits, OwnDay.Said(Known.Day, [], Known.Base).Lessened(limits, Known.Base));
    }

    [Fact]
    public void Yesterdays_day_limits_nothing_and_a_clients_fact_is_refused()
    {
        var day = OwnDay.Said(Known.Day, ["giver-tired"], Known.Base);
        Assert.Same(OwnLimits.None, day.On(Client with { Date = Known.Day.PlusDays(1) }, Known.Context(Known.Flow(Known.Legs)), []));
        Assert.Equal("not-your-day", Assert.Throws<RefusalException>(() => OwnDay.Said(Known.Day, ["pregnancy"], Known.Base)).Code);
        Assert.Equal(
            "not-of-the-client",
            Assert.Throws<RefusalException>(() => FactCheck.CheckOfClient(new("giver-wart"), Known.Day, Known.Base, "/entry")).Code
        );
    }
}
