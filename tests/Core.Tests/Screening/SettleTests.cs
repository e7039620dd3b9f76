using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Decisions;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>Swaps that cannot hurt: all flows by all classes of conditions.</summary>
public class SettleTests
{
    public static TheoryData<string> Conditions => [.. Known.Base.Of<ScreenedCondition>().All.Select(c => c.Id)];

    [Theory]
    [MemberData(nameof(Conditions))]
    public void After_make_all_nothing_barred_is_left_and_nothing_impossible_or_barred_came_in(string id)
    {
        var condition = Known.Base.Of<ScreenedCondition>()[id];
        var subject = new ScreenSubject(Known.Day, Known.Day.PlusYears(-condition.Age).PlusDays(-1), condition.Facts);
        var touch = Known.Touch;
        foreach (var flow in Known.Base.Flows.All)
        {
            var plan = Known.Flow(flow.Id);
            var context = Known.Context(plan);
            var before = Screener.Run(subject, context);
            foreach (var swap in before.Swaps)
            {
                // Each by itself: what comes in has nothing standing on it that was not on the step before, and can be done.
                var after = Swaps.Apply(subject, swap.Step, swap.Replacement, context);
                var known = plan.Steps.Select(s => s.Id).ToHashSet();
                var fresh = after.Steps.Where(s => !known.Contains(s.Id) || s != plan.Steps.FirstOrDefault(p => p.Id == s.Id)).ToList();
                var stands = Screener
                    .Findings(subject, Known.Context(after))
                    .Findings.Where(f => f.Outcome is Outcome.Avoid or Outcome.Modify && f.Steps.Any(s => fresh.Any(x => x.Id == s)))
                    // How long somebody lies the same way is no matter of one step; it is settled after the swaps.
                    .Where(f => !Known.Base.Rules[f.Rule].Then.Any(x => x.On?.ContinuousOverSeconds is not null))
                    .Select(f => f.Rule + f.Title);
                Assert.Empty(
                    stands
                        .Except(before.Findings.Where(f => f.Steps.Contains(swap.Step)).Select(f => f.Rule + f.Title))
                        .Select(s => $"{flow.Id} {swap.Step} {swap.Replacement}: {s}")
                );
            }

            var settled = Swaps.Settle(subject, context);
            Assert.Empty(
                Screener
                    .Findings(subject, Known.Context(settled))
                    .Findings.Where(f => f.Outcome is Outcome.Avoid or Outcome.Modify && f.Steps.Count > 0)
                    .Select(f => $"{flow.Id}: {f.Title} on {string.Join(", ", f.Steps)}")
            );
            foreach (var step in settled.Steps)
            {
                var was = plan.Steps.FirstOrDefault(s => s.Id == step.Id);
                Assert.True(
                    was is null || step.Technique == was.Technique && step.Side == was.Side,
                    $"{flow.Id} {step.Id}: {was?.Technique} became {step.Technique} unasked"
                );
                Assert.True(
                    was is not null && step.Level >= was.Level || step.Level >= touch.LeastLevel(step),
                    $"{flow.Id} {step.Id}: nobody can do this at level {step.Level}"
                );
            }
        }
    }
}
