using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Steps;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Pressure;
using AmpleLantern.Web.Today;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Planning;

/// <summary>What steps tried in a plan would ask of the one who gives it, on top of what the plan asks already.</summary>
public sealed class OwnLoad
{
    private readonly ScreenContext context;
    private readonly IReadOnlyDictionary<string, StepPressure> presses;
    private readonly LoadLimits limits;
    private readonly PractitionerLoad before;

    private OwnLoad(
        ScreenContext context,
        IReadOnlyList<string> tried,
        IReadOnlyDictionary<string, StepPressure> presses,
        LoadLimits limits
    )
    {
        (this.context, this.presses, this.limits) = (context, presses, limits);
        before = Load(s => !tried.Contains(s.Id));
    }

    /// <param name="tried">Ids of the steps that were put in.</param>
    /// <param name="days">Of whoever asks, where they give it themselves: how their own day lessens them is shown to nobody else.</param>
    public static async Task<OwnLoad> Of(
        Visit visit,
        VisitFrame frame,
        ScreenContext context,
        IReadOnlyList<string> tried,
        VisitPressure pressure,
        OwnDays? days
    )
    {
        var (between, _, _) = await pressure.Between(visit, frame);
        var limits = pressure.LimitsOf(between.Practitioner.Practitioner);
        limits = days is null ? limits : await days.Lessened(limits, visit.Date);
        return new(context, tried, pressure.All(visit, frame, context, between), limits);
    }

    public IReadOnlyList<string> Beyond(string step)
    {
        var cannot = presses[step].Result is { Held.Feasible: false }
            ? new[] { $"level {context.Plan.Step(step).Level} is more than you can give so" }
            : [];
        return [.. cannot, .. Load(s => s.Id == step).OnTopOf(before, limits)];
    }

    private PractitionerLoad Load(Func<ExpandedStep, bool> which) =>
        PractitionerLoad.Of(
            context.Expansion with
            {
                Steps = [.. context.Expansion.Steps.Where(which)],
            },
            presses,
            limits,
            context.Knowledge
        );
}
