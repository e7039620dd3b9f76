using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>Limits lie where the step does what is limited, on the side that is meant.</summary>
public class PlaceLimitsTests
{
    private static readonly LocalDate Adult = new(1986, 1, 1);

    private static (ScreenSubject Subject, ScreenContext Context) Asked(string flow, params FactEntry[] facts) =>
        (new(Known.Day, Adult, facts), Known.Context(Known.Flow(flow)));

    private static IReadOnlyList<PlaceLimit> Of(string flow, params FactEntry[] facts)
    {
        var (subject, context) = Asked(flow, facts);
        return ScreenShown.Of(Screener.Findings(subject, context), subject, context, []).Limits;
    }

    [Fact]
    public void A_replaced_hip_is_limited_at_the_hip_and_on_its_side_though_the_hand_is_elsewhere()
    {
        var (subject, context) = Asked("long-leg-stretches", new FactEntry("hip-replacement", Side: Side.Left));
        var screen = Screener.Findings(subject, context);
        var limits = ScreenShown
            .Of(screen with { Findings = [.. screen.Findings.Where(f => f.Fact == "hip-replacement")] }, subject, context, [])
            .Limits.SelectMany(l => l.Places)
            .ToList();
        Assert.Contains(limits, p => p is { Region: "hip", Side: Side.Left or Side.Mid or Side.Both });
        Assert.DoesNotContain(limits, p => p is { Region: "hip", Side: Side.Right });
    }

    /// <summary>Walks all flows with a client who has much: a limit that is not of the whole visit lies somewhere and is named.</summary>
    [Fact]
    public void Every_limit_lies_somewhere_and_is_said_in_a_few_words()
    {
        FactEntry[] much = [new("osteoporosis"), new("varicose-veins"), new("anticoagulant"), new("knee-trouble"), new("hypermobility")];
        foreach (var flow in Known.Base.Flows.All)
        {
            foreach (var limit in Of(flow.Id, much))
            {
                Assert.Equal(limit.Places.Count == 0, limit.Phrase.Length == 0);
                Assert.Equal(limit.Places.Count, limit.Places.Distinct().Count());
                Assert.All(limit.Places, p => Assert.True(Known.Base.Regions.Has(p.Region), p.Region));
                Assert.True(limit.Phrase.Length < 120, limit.Phrase);
            }
        }
    }
}
