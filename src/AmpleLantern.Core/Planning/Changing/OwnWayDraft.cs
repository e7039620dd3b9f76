using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Changing;

/// <summary>A way of working as it is written down: from one that is shipped, or from nothing.</summary>
public sealed record OwnWayDraft
{
    public required string Name { get; init; }

    public required string How { get; init; }

    public required string Purpose { get; init; }

    public required IReadOnlyList<string> Contacts { get; init; }

    public required IReadOnlyList<string> Positions { get; init; }

    public required IntRange Levels { get; init; }

    public required IReadOnlyList<Moved> Moves { get; init; }

    public required IReadOnlyList<string> Cautions { get; init; }

    /// <summary>The step that shows how it is given.</summary>
    public required PlanStep Step { get; init; }

    public IReadOnlyList<string> Traits { get; init; } = [];

    /// <summary>The technique it is made from: its family, joints, traits and cautions stay, more may come.</summary>
    public string? From { get; init; }

    /// <summary>Of one made from nothing: rules speak of families.</summary>
    public string? Family { get; init; }

    private const int ShortestName = 3;
    private const int ShortestHow = 10;

    /// <summary>The way of working, checked in the knowledge it would be laid over.</summary>
    /// <exception cref="RefusalException">The first thing wrong, with its place.</exception>
    public OwnWay Made(string id, Source source, KnowledgeBase knowledge)
    {
        RefusalException.Unless(
            Step.Range.Min <= Step.Range.Max && Levels.Min <= Levels.Max,
            "technique-wrong",
            "The least is more than the most: of the levels or of how often it is done. Put them the right way round.",
            Levels.Min <= Levels.Max ? "/step/range" : "/levels"
        );
        RefusalException.Unless(Name.Trim().Length >= ShortestName, "name-missing", "Give it a name of three letters or more.", "/name");
        RefusalException.Unless(
            knowledge.Techniques.All.All(t => !t.Name.Equals(Name.Trim(), StringComparison.OrdinalIgnoreCase)),
            "taken",
            $"There is a technique '{Name.Trim()}' already. Give yours another name.",
            "/name"
        );
        RefusalException.Unless(
            How.Trim().Length >= ShortestHow,
            "how-missing",
            "Write in a sentence how it is done, so that a colleague can give it.",
            "/how"
        );
        var from = From is null ? null : knowledge.Techniques.Find(From);
        RefusalException.Unless(From is null || from is not null, "unknown-word", $"There is no technique '{From}'.", "/from");
        var family = from?.Family ?? Family ?? "";
        RefusalException.Unless(
            knowledge.Families.Has(family),
            "family-missing",
            "Say what kind of work it is: rules speak of kinds, and without one it could not be screened.",
            "/family"
        );
        var technique = new Technique
        {
            Id = id,
            Name = Name.Trim(),
            Source = source,
            Tradition = from?.Tradition ?? knowledge.Families[family].Tradition,
            Family = family,
            Purpose = Purpose.Trim(),
            Contacts = Contacts,
            Positions = Positions,
            Patterns = [.. (from?.Patterns ?? []).Append(Step.Pattern.Kind).Distinct()],
            Levels = Levels,
            Breath = Step.Breath,
            Moves = [.. (from?.Moves ?? []).Where(m => Moves.All(x => x.Move != m.Move)), .. Moves],
            MovesNearby = from?.MovesNearby,
            How = How.Trim(),
            // What is to be minded stays to be minded.
            Cautions = [.. (from?.Cautions ?? []).Concat(Cautions).Where(c => c.Trim().Length > 0).Distinct()],
            Times = from?.Times,
            Bead = from?.Bead,
            Floor = from?.Floor ?? true,
            Table = from?.Table ?? true,
            Traits = [.. (from?.Traits ?? []).Concat(Traits).Distinct()],
        };
        var way = new OwnWay(technique, Template(technique));
        var with = knowledge.With(OwnWay.Over(knowledge, [way]));
        return way.Flaws(with).FirstOrDefault() is { } flaw ? throw new RefusalException("technique-wrong", flaw.Reason, flaw.Path) : way;
    }

    private StepTemplate Template(Technique technique) =>
        new()
        {
            Id = technique.Id,
            Name = technique.Name,
            Region = Step.Region,
            Through = Step.Through,
            AlsoAt = Step.AlsoAt,
            Side = Step.Side,
            Position = Step.Position,
            Stance = Step.Stance,
            Technique = technique.Id,
            Contact = Step.Contact,
            Pattern = Step.Pattern,
            Level = Step.Level,
            Repeats = Step.Range with { Usual = Math.Clamp(Step.Repeats, Step.Range.Min, Step.Range.Max) },
            Purpose = Step.Purpose,
            Breath = Step.Breath,
            SetupSeconds = Step.SetupSeconds,
            NoTouchSeconds = Step.NoTouchSeconds,
            Where = Step.Where,
            AlsoIn = [.. Step.AlsoIn.Where(technique.Positions.Contains)],
            Props = Step.Props,
            Guide = Step.Guide,
            Points = Step.Points,
            Line = Step.Line,
            Reflex = Step.Reflex,
            Across = Step.Across,
            Products = Step.Products,
        };
}
