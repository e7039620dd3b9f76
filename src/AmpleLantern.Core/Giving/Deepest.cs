using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Giving;

/// <summary>The deepest level that findings let through at a step, and their titles.</summary>
public sealed record StepCap(int Level, IReadOnlyList<string> By);

/// <summary>How deep each step of a plan may be pressed.</summary>
public static class Deepest
{
    /// <summary>What caps the steps, by their ids. What was overridden with a reason caps no more.</summary>
    /// <remarks>
    /// Asked of the same plan pressed as deep as it goes: a finding says nothing of a step that is light enough, but it still caps how
    /// hard that step may be leaned on.
    /// </remarks>
    public static IReadOnlyDictionary<string, StepCap> Caps(
        ScreenSubject subject,
        ScreenContext context,
        IReadOnlyList<Override> overrides
    ) =>
        Screener
            .Findings(subject, context with { Plan = context.Plan.With(s => s with { Level = Levels.Deepest }) })
            .Findings.Where(f => f.Cap?.Level is not null && overrides.All(o => o.Rule != f.Rule))
            .SelectMany(f => f.Steps.Select(step => (step, f)))
            .GroupBy(x => x.step)
            .ToDictionary(g => g.Key, g => new StepCap(g.Min(x => x.f.Cap!.Level!.Value), [.. g.Select(x => x.f.Title).Distinct()]));

    /// <summary>The plan worked out, with how deep each step may be taken: as its technique goes, and no finding caps.</summary>
    public static Expansion Marked(ScreenSubject subject, ScreenContext context, IReadOnlyList<Override> overrides)
    {
        var caps = Caps(subject, context, overrides);
        return context.Expansion with
        {
            Steps =
            [
                .. context.Expansion.Steps.Select(s =>
                    s with
                    {
                        Deepest = Math.Min(
                            context.Knowledge.Techniques[s.Technique].Levels.Max,
                            caps.GetValueOrDefault(s.Id)?.Level ?? Levels.Deepest
                        ),
                    }
                ),
            ],
        };
    }

    /// <summary>The plan with the levels in force: what is found meanwhile caps what is really pressed, not what was planned.</summary>
    public static Plan InForce(Plan plan, SessionState state)
    {
        int Level(PlanStep s) =>
            (state.PlaceLevels?.GetValueOrDefault(s.Id)?.Values ?? []).Append(state.Levels.GetValueOrDefault(s.Id, s.Level)).Max();
        return state.Levels.Count == 0 && state.PlaceLevels is null
            ? plan
            : plan.With(s => Level(s) is var l && l != s.Level ? s with { Level = l } : s);
    }

    /// <summary>Refuses to go deeper where something forbids it by now.</summary>
    /// <exception cref="RefusalException">One of the steps reached may not go deeper.</exception>
    public static void Require(GiveEvent deeper, Session session, SessionState state, IReadOnlyDictionary<string, StepCap> caps)
    {
        var (expansion, at) = (session.In(state), session.StepOf(deeper, state, deeper.At));
        var (reach, station) = (deeper.Detail?.Reach ?? LevelReach.Step, deeper.Detail?.Station);
        RefusalException.Unless(
            at.Deepest is not null,
            "depth-not-known",
            "How deep this session may go was not kept when it began. Change the level of what is to come instead.",
            "/detail"
        );
        foreach (var step in LevelChange.Reached(expansion, at, reach))
        {
            var to = LevelChange.LevelOf(state, step, reach is LevelReach.Place ? station : null) + 1;
            if (caps.GetValueOrDefault(step.Id) is { } cap && to > cap.Level && (step.Id == at.Id || to <= step.Deepest))
            {
                throw new RefusalException("deeper-than-allowed", $"Not deeper at {step.Name}: {string.Join("; ", cap.By)}.");
            }
        }
    }
}
