namespace AmpleLantern.Core.Planning.Changing;

/// <summary>Where steps taught on different surfaces can be given on one, they are: nobody gets up for nothing.</summary>
public static class PlanSurfaces
{
    /// <summary>
    /// Every step on the surface that most of them can be given on, as far as it can be given there. Of several, the one the plan begins
    /// on.
    /// </summary>
    public static Plan Together(Plan plan)
    {
        var surfaces = plan.Steps.SelectMany(Of).Distinct().ToList();
        if (plan.Steps.Select(s => s.On).Distinct().Count() < 2)
        {
            return plan;
        }

        var most = surfaces.MaxBy(on => plan.Steps.Count(s => Of(s).Contains(on)));
        return plan.With(s =>
            s.On == most || !Of(s).Contains(most!) ? s : s with { Surface = most, AlsoOn = [.. Of(s).Where(on => on != most)] }
        );
    }

    private static IEnumerable<string> Of(PlanStep step) => (step.AlsoOn ?? []).Prepend(step.On);
}
