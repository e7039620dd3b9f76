using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Planning;
using NodaTime;

namespace AmpleLantern.Core.Screening.Decisions;

/// <summary>What is decided about one effect for one condition.</summary>
/// <param name="Effect">Id of the class of effects.</param>
/// <param name="Decision"><c>out</c>, <c>less</c>, <c>look</c> or <c>nothing</c>.</param>
/// <param name="Says">The ruling in words; the reason where nothing is limited. Null where nobody has decided.</param>
public sealed record Decided(string Effect, string Decision, string? Says);

/// <summary>A row of the table.</summary>
/// <param name="Visit">What holds for the whole visit, as its word; null where nothing does.</param>
public sealed record DecidedCondition(ScreenedCondition Condition, string? Visit, IReadOnlyList<Decided> Effects);

/// <summary>
/// For each class of condition and each effect a decision, found by screening a made-up technique with that effect. What is limited by
/// effect so holds for a technique that does not exist yet.
/// </summary>
public static class DecisionTable
{
    /// <param name="day">The day on which the conditions' dates are meant.</param>
    public static IReadOnlyList<DecidedCondition> Of(PracticeKnowledge knowledge, LocalDate day, Tempo tempo)
    {
        var probe = new Probe(knowledge);
        return [.. knowledge.Of<ScreenedCondition>().All.Select(c => Row(c, knowledge, day, tempo, probe))];
    }

    private static DecidedCondition Row(ScreenedCondition condition, PracticeKnowledge knowledge, LocalDate day, Tempo tempo, Probe probe)
    {
        var subject = new ScreenSubject(day, day.PlusYears(-condition.Age).PlusDays(-1), condition.Facts);
        string? visit = null;
        Finding? Strongest(EffectAsked asked)
        {
            var (step, with) = probe.Doing(asked, condition.Place, condition.Joint);
            var plan = new Plan("made-up", [step]);
            var context = new ScreenContext(plan, PlanExpansion.Expand(plan, tempo, with), knowledge.HouseSchool, tempo, with);
            var found = Screener.Findings(subject, context).Findings;
            visit ??= found.Where(f => f.WholeVisit && f.Outcome.NeedsAnswer()).Select(f => Words.Of(f.Outcome)).FirstOrDefault();
            return found.FirstOrDefault(f => f.Steps.Count > 0 && f.Fact != Conditions.AboutThePlan);
        }

        Decided Cell(EffectClass effect)
        {
            // Each kind of the class is decided; the cell tells the least that holds for all of them.
            var least = effect.Of.Select(Strongest).MaxBy(f => f?.Outcome ?? (Outcome)int.MaxValue);
            return least is null ? Silent(effect, condition) : new(effect.Id, Said(least.Outcome), least.Title);
        }

        var cells = knowledge.EffectClasses.All.Where(e => e.Loads is not null).Select(Cell).ToList();
        return new(condition, visit, cells);
    }

    private static string Said(Outcome outcome) =>
        outcome switch
        {
            Outcome.Modify => "less",
            Outcome.Note => "look",
            _ => "out",
        };

    private static Decided Silent(EffectClass effect, ScreenedCondition condition)
    {
        var because = condition.Nothing?.FirstOrDefault(n => n.Effects.Contains(effect.Id))?.Because;
        return new(
            effect.Id,
            "nothing",
            because
                ?? (
                    effect.Loads!.Intersect(condition.Spares).Any()
                        ? null
                        : $"loads {string.Join(", ", effect.Loads!)}, not {string.Join(", ", condition.Spares)}"
                )
        );
    }
}
