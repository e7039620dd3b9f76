using System.Text.Json;
using System.Text.Json.Serialization;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Exchange.Ask;

/// <summary>Whoever gives it, as far as weight and hands go.</summary>
public sealed record Giver(double? MassKg = null, double? StatureCm = null, IReadOnlyDictionary<string, double>? HandsCm = null);

/// <summary>Input of <c>ask effects</c>.</summary>
public sealed record EffectsQuestion(
    string? Flow = null,
    Plan? Plan = null,
    double? BreathsPerMinute = null,
    Person? Client = null,
    Giver? Practitioner = null,
    string? School = null,
    IReadOnlyDictionary<string, string>? Choices = null,
    IReadOnlyList<Technique>? Techniques = null
) : IWithTechniques;

/// <summary>The giver's weight on the client.</summary>
/// <param name="Through">What rests on the client: foot, knee, seat, forearm, palm, thumb, fist.</param>
public sealed record WeightAnswer(double Kg, string Through, IReadOnlyList<string> On);

public sealed record DepthAnswer(string Region, Side Side, int Level);

/// <param name="Direction">bend, back, side, turn, raise ...</param>
/// <param name="Share">Of the joint's range, in per cent.</param>
public sealed record JointAnswer(string Joint, Side? Side, string Direction, double Share);

public sealed record PullAnswer(string Joint, Side? Side, double Newtons);

/// <summary>What one step does to a body.</summary>
public sealed record EffectsShown
{
    /// <summary>Null where nothing of the giver's weight rests on the client; said all the same.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    public required WeightAnswer? Weight { get; init; }

    public required IReadOnlyList<DepthAnswer> Depth { get; init; }

    public required IReadOnlyList<JointAnswer> Joints { get; init; }

    public required IReadOnlyList<PullAnswer> Pull { get; init; }

    public required IReadOnlyList<string> Vessels { get; init; }

    /// <summary>drags-skin, pinches-skin, scrapes-skin, rubs-across.</summary>
    public required IReadOnlyList<string> Skin { get; init; }

    public required bool Shaking { get; init; }

    public required bool Heat { get; init; }

    /// <summary>What comes on the skin, with all that is in it.</summary>
    public required IReadOnlyList<string> Product { get; init; }

    public required string Lying { get; init; }

    /// <summary>Without a turn, by the end of the step.</summary>
    public required double MinutesLying { get; init; }

    public required bool FluidTowardsHeart { get; init; }

    /// <summary>What is asked of the client: free, deep, held or sharp.</summary>
    public required string Breath { get; init; }

    /// <summary>Places that need consent of their own.</summary>
    public required IReadOnlyList<string> Intimate { get; init; }

    /// <summary>Points held that carry a caution of their own.</summary>
    public required IReadOnlyList<string> Points { get; init; }

    /// <summary>All of it in words.</summary>
    public required IReadOnlyList<string> Sayings { get; init; }
}

public sealed record StepEffectsAnswer(string Id, EffectsShown Effects);

/// <summary>Answer of <c>ask effects</c>.</summary>
public sealed record EffectsAnswer(IReadOnlyList<StepEffectsAnswer> Steps);

/// <summary>What steps do to a body, as functions of Core.</summary>
public sealed class EffectAnswers(Answers answers, PracticeKnowledge knowledge)
{
    public EffectsAnswer Effects(EffectsQuestion q)
    {
        var giver = new Practitioner(
            q.Practitioner?.MassKg ?? knowledge.Pressure.Model.Practitioner.UsualMassKg,
            (q.Practitioner?.StatureCm ?? knowledge.UsualBody.StatureCm) / 100
        );
        giver.Check(knowledge);
        var plan = answers.PlanOf(q.Flow, q.Plan, answers.School(q.School), q.Choices);
        var tempo = answers.Tempo(q.BreathsPerMinute, q.Client, new(HandsCm: q.Practitioner?.HandsCm));
        var all = new EffectsOf(knowledge, giver).Plan(plan, PlanExpansion.Expand(plan, tempo, knowledge));
        return new([.. all.Select(s => new StepEffectsAnswer(s.Step, Shown(s, plan.Step(s.Step).Region)))]);
    }

    private EffectsShown Shown(StepEffects step, string region)
    {
        var effects = step.Effects;
        IEnumerable<BodyEffect> Of(params EffectKind[] kinds) => effects.Where(e => kinds.Contains(e.Kind));
        IReadOnlyList<string> On(params EffectKind[] kinds) => [.. Of(kinds).Select(e => e.On).Distinct()];
        var weight = Of(EffectKind.BearsWeight).ToList();
        var lies = Of(EffectKind.Lies).Single();
        return new()
        {
            Weight = weight is [var first, ..] ? new(first.Amount!.Value, first.By!, [.. weight.Select(w => w.On)]) : null,
            Depth = [.. Of(EffectKind.Presses).Select(e => new DepthAnswer(e.On, e.Side!.Value, (int)e.Amount!.Value))],
            Joints = [.. Of(EffectKind.MovesJoint).Select(e => new JointAnswer(e.On, e.Side, e.By![(e.On.Length + 1)..], e.Amount!.Value))],
            Pull = [.. Of(EffectKind.PullsJoint).Select(e => new PullAnswer(e.On, e.Side, e.Amount!.Value))],
            Vessels = On(EffectKind.PressesVessel, EffectKind.ShutsVessel),
            Skin =
            [
                .. Of(EffectKind.DragsSkin, EffectKind.PinchesSkin, EffectKind.ScrapesSkin, EffectKind.RubsAcross)
                    .Select(e => JsonNamingPolicy.KebabCaseLower.ConvertName(e.Kind.ToString())),
            ],
            Shaking = Of(EffectKind.Shakes, EffectKind.Drums).Any(),
            Heat = Of(EffectKind.Warms).Any(),
            Product = On(EffectKind.PutsOnSkin),
            Lying = lies.By!,
            MinutesLying = lies.Amount ?? 0,
            FluidTowardsHeart = Of(EffectKind.MovesFluid).Any(),
            Breath = Of(EffectKind.AsksBreath).FirstOrDefault()?.By ?? "free",
            Intimate = EffectPlaces.VulnerableAt(region, knowledge),
            Points = On(EffectKind.HoldsPoint),
            Sayings = step.Sayings,
        };
    }
}
