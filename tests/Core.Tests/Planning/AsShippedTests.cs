using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Web.Access;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>A flow taken whole, for somebody of whom nothing is known against it, can be given as it stands.</summary>
public class AsShippedTests
{
    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    private static readonly PlanReach Reach = new(
        Known.Base,
        (position, bent, region, side) => Three.Of("middling, long in the leg", position).AccessOf(region, side)
    );

    [Theory]
    [MemberData(nameof(Flows))]
    public void Screening_holds_nothing_against_it(string flow) =>
        Assert.DoesNotContain(Known.Screened(Known.Flow(flow), new(1985, 1, 1)).Findings, f => f.Outcome is not Outcome.Note);

    [Theory]
    [MemberData(nameof(Flows))]
    public void Every_step_is_within_reach_as_the_client_lies(string flow) => Assert.Empty(Reach.Of(Known.Flow(flow)));
}
