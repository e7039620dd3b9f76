using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Composing;

/// <summary>
/// What a second of a unit's work is worth to an aim, in hundredths: how near the place, which side, how well the purpose fits.
/// </summary>
internal sealed class Worth(IReadOnlyList<WantedAim> aims, PracticeKnowledge knowledge, IReadOnlyList<Lean>? leans = null)
{
    private readonly ComposingBase composing = knowledge.Composing;
    private readonly IReadOnlyList<string> calming = knowledge.OrderRules["neck-and-head-in-seated-work"].PurposesOf("calming");

    public int Of(Unit unit, int aim)
    {
        var wanted = aims[aim];
        var quality = wanted.Quality is { } q ? composing.Qualities[q] : null;
        // A series is worth what its steps are, one with another.
        var each = (int)
            unit
                .Steps.Where(s => s.Pattern.Kind is not PatternKind.Handling)
                .DefaultIfEmpty(unit.First)
                .Average(s => Place(s, wanted) * Leaning(s, Purpose(s, composing.Aims[For(wanted)], quality)));
        var side =
            wanted.Side is not { } s || unit.Steps.Any(x => x.Side == s || x.Side is Side.Both or Side.Mid)
                ? Weight("sameSide")
                : Weight("otherSide");
        return each * side / 100 / 100;
    }

    /// <summary>What this client's visits say of a step; the worse of two before the better.</summary>
    public Lean? LeanOf(PlanStep step) => leans?.Where(l => l.Is(step)).MinBy(l => l.Better);

    /// <summary>What went well is worth as much as what its technique is for, whatever it is for, and a little more.</summary>
    private int Leaning(PlanStep step, int purpose) =>
        LeanOf(step) switch
        {
            { Better: true } lean => Math.Max(purpose, Weight("techniquePurpose")) * lean.Percent / 100,
            { Better: false } lean => purpose * lean.Percent / 100,
            null => purpose,
        };

    /// <summary>Whether the unit does something for the aim at its place, and does not only fill the time.</summary>
    public bool Serves(Unit unit, int aim) => Of(unit, aim) > 0 && unit.Steps.Any(s => Place(s, aims[aim]) > Weight("elsewhere"));

    /// <summary>The aim that is meant: the one named, or the one the quality usually asks for.</summary>
    /// <exception cref="RefusalException">Neither is said.</exception>
    public string For(WantedAim wanted) =>
        wanted.For ?? (wanted.Quality is { } q ? composing.Qualities[q].UsualAim : composing.Model.UsualAim);

    public int Weight(string name) =>
        composing.Model.Weights.TryGetValue(name, out var w)
            ? w
            : throw new KnowledgeException($"The composing model needs the weight '{name}'.");

    /// <summary>Broad work opens (0), then what is specific (1), what moves (2), what stretches (3), and what calms (4).</summary>
    public int Rank(PlanStep step)
    {
        var technique = knowledge.Techniques[step.Technique];
        return knowledge.Is(technique, Trait.Lengthens) ? 3
            : knowledge.Is(technique, Trait.Calming) || step.Serves(calming) && !knowledge.Is(technique, Trait.Broad) ? 4
            : knowledge.Is(technique, Trait.Moving) ? 2
            : knowledge.Is(technique, Trait.Broad) ? 0
            : 1;
    }

    private int Place(PlanStep step, WantedAim wanted) => step.Regions.Max(r => Place(r, wanted.Region));

    private int Place(string region, string wanted) =>
        region == wanted ? Weight("samePlace")
        : wanted == Everywhere || region == Everywhere ? Weight("anywhere")
        : knowledge.Overlap(region, wanted) ? Weight("overlapping")
        : composing.Neighbours.Find(wanted)?.Near.Contains(region) == true ? Weight("near")
        // Work on other parts fills what time is left; it never counts as serving the aim.
        : Weight("elsewhere");

    private int Purpose(PlanStep step, Aim aim, Quality? quality)
    {
        var own = step.Purposes;
        var technique = knowledge.Techniques[step.Technique].Purposes;
        var fits =
            own.Any(aim.Purposes.Contains) ? Weight("purpose")
            : technique.Any(aim.Purposes.Contains) ? Weight("techniquePurpose")
            : own.Concat(technique).Any(aim.Prepares.Contains) ? Weight("prepares")
            : 0;
        return fits == 0 ? 0 : fits + (quality is not null && own.Any(quality.Purposes.Contains) ? Weight("qualityBonus") : 0);
    }

    private const string Everywhere = "whole-body";
}
