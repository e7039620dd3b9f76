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

/// <summary>What was changed in a plan for this person today, against the flow it started from.</summary>
public static class PlanDepartures
{
    public static IReadOnlyList<Departure> Of(Plan plan, KnowledgeBase knowledge, School school)
    {
        if (plan.Flow is not { } id || knowledge.Flows.Find(id) is not { } flow)
        {
            return [];
        }

        var now = plan.Steps.ToDictionary(s => s.Id);
        var steps = FlowPlans
            .FromFlow(flow, knowledge, school, plan.Choices)
            .Steps.Select(was => (was, Step(was, now.GetValueOrDefault(was.Id), plan, knowledge)))
            .Where(s => s.Item2 is not null);
        return
        [
            .. steps
                .GroupBy(s => s.Item2!.Value)
                .Select(g => new Departure(g.Key.Kind, [.. g.Select(s => s.was.Name).Distinct()], g.Key.To, g.Count()))
                .OrderBy(d => d.Kind),
        ];
    }

    private static (DepartureKind Kind, string To)? Step(PlanStep was, PlanStep? now, Plan plan, KnowledgeBase knowledge)
    {
        if (now is null)
        {
            var instead = plan
                .Steps.Where(s => s.Replaces == was.Id || s.Replaces is null && s.InsteadOf == was.Name && s.Side == was.Side)
                .Select(s => s.Name)
                .Distinct()
                .ToList();
            return instead.Count > 0 ? (DepartureKind.Exchanged, string.Join(", ", instead)) : (DepartureKind.LeftOut, "");
        }

        return (was, now) switch
        {
            _ when now.Technique != was.Technique => (DepartureKind.Exchanged, now.Name),
            _ when now.Contact != was.Contact => (DepartureKind.OtherContact, knowledge.Contacts[now.Contact].Name),
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
