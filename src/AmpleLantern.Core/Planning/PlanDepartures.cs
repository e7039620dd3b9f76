using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>How a step departs from its flow.</summary>
public enum DepartureKind
{
    Exchanged,
    LeftOut,
    Lighter,
    Stronger,
    OtherPosition,
    OtherContact,
    OtherSurface,
    Within,
}

/// <summary>Steps that depart from their flow in the same way.</summary>
/// <param name="From">Name of the flow's step, or the names of several.</param>
/// <param name="To">What it became: the new steps, the level, the position or the contact; empty when left out.</param>
/// <param name="Count">How many steps of the flow are concerned.</param>
public sealed record Departure(DepartureKind Kind, IReadOnlyList<string> From, string To, int Count);

/// <summary>One step of the flow that departs, and where in the plan that is seen.</summary>
/// <param name="From">Name of the flow's step.</param>
/// <param name="To">As in <see cref="Departure"/>.</param>
/// <param name="Steps">Ids of the plan's steps it became; empty when left out.</param>
/// <param name="Before">Id of the plan's step before which it would have come; null when at the end.</param>
public sealed record StepDeparture(DepartureKind Kind, string From, string To, IReadOnlyList<string> Steps, string? Before);

/// <summary>What was changed in a plan for this person today, against the flow it started from.</summary>
public static class PlanDepartures
{
    public static IReadOnlyList<Departure> Of(Plan plan, KnowledgeBase knowledge, School school) =>
        [
            .. Steps(plan, knowledge, school)
                .GroupBy(s => (s.Kind, s.To))
                .Select(g => new Departure(g.Key.Kind, [.. g.Select(s => s.From).Distinct()], g.Key.To, g.Count()))
                .OrderBy(d => d.Kind),
        ];

    /// <summary>Step by step, in the order of the flow.</summary>
    public static IReadOnlyList<StepDeparture> Steps(Plan plan, KnowledgeBase knowledge, School school)
    {
        if (plan.Flow is not { } id || knowledge.Flows.Find(id) is not { } flow)
        {
            return [];
        }

        var now = plan.Steps.ToDictionary(s => s.Id);
        var found = new List<StepDeparture>();
        string? next = null;
        // From the end, so that what follows each step is known.
        foreach (var was in FlowPlans.FromFlow(flow, knowledge, school, plan.Choices).Steps.Reverse())
        {
            List<PlanStep> became = now.TryGetValue(was.Id, out var same) ? [same] : Instead(was, plan);
            if (Step(was, same, became, knowledge) is { } departed)
            {
                found.Add(new(departed.Kind, was.Name, departed.To, [.. became.Select(s => s.Id)], became.Count == 0 ? next : null));
            }

            next = became.Count > 0 ? became[0].Id : next;
        }

        found.Reverse();
        return found;
    }

    private static List<PlanStep> Instead(PlanStep was, Plan plan) =>
        [.. plan.Steps.Where(s => s.Replaces == was.Id || s.Replaces is null && s.InsteadOf == was.Name && s.Side == was.Side)];

    private static (DepartureKind Kind, string To)? Step(PlanStep was, PlanStep? now, List<PlanStep> became, KnowledgeBase knowledge)
    {
        if (now is null)
        {
            return became.Count > 0
                ? (DepartureKind.Exchanged, string.Join(", ", became.Select(s => s.Name).Distinct()))
                : (DepartureKind.LeftOut, "");
        }

        return (was, now) switch
        {
            _ when now.Technique != was.Technique => (DepartureKind.Exchanged, now.Name),
            _ when now.Contact != was.Contact => (DepartureKind.OtherContact, knowledge.Contacts[now.Contact].Name),
            _ when now.OtherContact != was.OtherContact && now.OtherContact is { } other => (
                DepartureKind.OtherContact,
                knowledge.Contacts[other].Name
            ),
            _ when now.Position != was.Position => (DepartureKind.OtherPosition, knowledge.Positions[now.Position].Name),
            _ when now.Level < was.Level => (DepartureKind.Lighter, $"level {now.Level}"),
            _ when now.Level > was.Level => (DepartureKind.Stronger, $"level {now.Level}"),
            _ when now.Surface != was.Surface && now.Surface is { } surface => (DepartureKind.OtherSurface, surface),
            _ when Limit(was, now) is { } limit => (DepartureKind.Within, limit),
            _ => null,
        };
    }

    /// <summary>The one thing that is held back: range, pace, length, points or what is put on the skin.</summary>
    private static string? Limit(PlanStep was, PlanStep now) =>
        (was, now) switch
        {
            _ when now.RangePercent is { } range && range != was.RangePercent => $"{range} % of the range",
            _ when now.PacePercent is { } pace && pace != was.PacePercent => $"{pace} % of the pace",
            _ when now.Pattern.Hold?.Usual < was.Pattern.Hold?.Usual => $"{now.Pattern.Hold!.Usual:0} s",
            _ when (was.Points ?? []).Except(now.Points ?? []).ToList() is { Count: > 0 } points => $"without {string.Join(", ", points)}",
            _ when was.Products is { Count: > 0 } && now.Products is null => "nothing on the skin",
            _ => null,
        };
}
