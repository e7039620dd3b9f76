using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Planning;

/// <summary>A technique that could take the step's place, as it would be there.</summary>
public sealed record LikeLine(string Technique, PlanStep Step, IReadOnlyList<string> Differs, Standing Standing);

/// <summary>All that can be chosen for a step.</summary>
public sealed record StepChoicesView(StepChoices Choices, IReadOnlyList<LikeLine> Like);

/// <summary>What a step of the plan could be instead.</summary>
public static class ChangeStep
{
    public static async Task<StepChoicesView> Choices(Guid visitId, string step, VisitStore visits)
    {
        var frame = await visits.Frame(await visits.Read(visitId));
        var at = frame.Plan.Step(step);
        var like = StepChoices.Like(at, frame.Knowledge);
        var (plan, ids) = PlanSets.Add(frame.Plan, [.. like.Select(l => l.Step)], at.Id, frame.Knowledge);
        var tried = new WouldStand(frame, plan, ids);
        return new(
            StepChoices.Of(at, frame.School, frame.Knowledge),
            [.. like.Zip(ids, (l, id) => new LikeLine(l.Id, l.Step, l.Differs, tried.Of(id)))]
        );
    }
}
