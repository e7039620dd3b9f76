using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange.Knowledge;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>Less of a step sets off nothing that the step did not: ways that only lessen are screened by what stood on the whole.</summary>
public class LessTests
{
    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    [Theory]
    [MemberData(nameof(Flows))]
    public void No_rule_touches_less_of_a_step_that_did_not_touch_the_step(string flow)
    {
        var context = Known.Context(Known.Flow(flow));
        // Every rule at once, set off by something said of either side and no place, and of one side and one place.
        var caps = new Caps(
            [
                .. Known.Base.Rules.All.SelectMany(r =>
                    new FactEntry[] { new("plan"), new("plan", Side: Side.Left, Region: "calf"), new("plan", Region: "upper-back") }.Select(
                        e => (r, (IReadOnlyList<Trigger>)[new Trigger("plan", "", e)])
                    )
                ),
            ],
            context
        );
        foreach (var step in context.Plan.Steps)
        {
            foreach (var way in Known.Base.SwapWays.All.Where(w => w.Lessens).SelectMany(w => Tries(w.Id, step)))
            {
                var less = SwapWays.Changed(step, way, caps, context);
                Assert.All(less.SelectMany(caps.On), x => Assert.True(caps.On(step).Contains(x), $"{flow} {step.Id} {way}: {x.Rule.Id}"));
            }
        }
    }

    private static IEnumerable<string> Tries(string way, PlanStep step) =>
        way switch
        {
            "level" => Enumerable.Range(1, step.Level).Select(l => $"level:{l}"),
            "hold" => ["hold:5", "hold:20"],
            "range" => ["range:0", "range:50"],
            "pace" => ["pace:50"],
            "side" => step.Side is Side.Both ? ["side:left", "side:right"] : [],
            "points" or "no-product" or SwapWays.LeaveOut => [way],
            _ => throw new ArgumentOutOfRangeException(nameof(way), way, "A way that lessens and that nobody tries."),
        };
}
