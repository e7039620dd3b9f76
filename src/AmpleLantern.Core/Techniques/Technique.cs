using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Techniques;

/// <summary>A family of techniques that rules and replacements speak of.</summary>
[Kind("families", "technique family")]
public sealed record TechniqueFamily(
    string Id,
    string Name,
    Source Source,
    string Tradition,
    [RefersTo<Trait>] IReadOnlyList<string>? Traits = null
) : IKnown;

/// <summary>A way of working: its contacts, positions, patterns, times and cautions.</summary>
[Kind("techniques", "technique")]
public sealed record Technique : IKnown, IChecked
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public required Source Source { get; init; }

    public required string Tradition { get; init; }

    /// <summary>The family rules speak of, e.g. <c>compression-hold</c>.</summary>
    [RefersTo<TechniqueFamily>]
    public required string Family { get; init; }

    public required string Purpose { get; init; }

    [RefersTo<Contact>]
    public required IReadOnlyList<string> Contacts { get; init; }

    [RefersTo<Position>]
    public required IReadOnlyList<string> Positions { get; init; }

    public required IReadOnlyList<PatternKind> Patterns { get; init; }

    public required IntRange Levels { get; init; }

    public required BreathRule Breath { get; init; }

    /// <summary>
    /// The joints it moves, each in its direction; said of every technique, so that none moves one unseen. Null, which is not known,
    /// only in records from before it was said.
    /// </summary>
    public IReadOnlyList<Moved>? Moves { get; init; }

    /// <summary>Moves the joints next to the place worked, whichever way the work there goes: so far, in per cent of their range.</summary>
    public int? MovesNearby { get; init; }

    public required string How { get; init; }

    public required IReadOnlyList<string> Cautions { get; init; }

    public PressTimes? Times { get; init; }

    /// <summary>Regions, limbs and areas it may be worked on beside those where it is taught.</summary>
    public IReadOnlyList<string>? Places { get; init; }

    /// <summary>Shape of its beads where the contact alone does not say (stretch, hold).</summary>
    public string? Bead { get; init; }

    public bool Floor { get; init; } = true;

    public bool Table { get; init; } = true;

    /// <summary>What it is beyond its family.</summary>
    [RefersTo<Trait>]
    public IReadOnlyList<string>? Traits { get; init; }

    /// <summary>Traits of what cannot be done without moving a joint.</summary>
    private static readonly string[] MovingTraits =
    [
        Trait.Moving,
        Trait.Lengthens,
        Trait.Stretch,
        Trait.EndOfRange,
        Trait.BendsBack,
        Trait.ArmOverhead,
    ];

    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Moves is null ? [new("/moves", $"Name the joints '{Name}' moves; none is written [].")]
        : Moves.Count == 0 && MovesNearby is null && knowledge.Is(this, MovingTraits)
            ? [new("/moves", $"'{Name}' stretches, pulls or circles. Name the joints it moves, or 'movesNearby'.")]
        : (Places ?? []).Where(p => !knowledge.IsPlace(p)).Select(p => new Flaw("/places", $"There is no region, limb or area '{p}'."));

    /// <summary>The single purposes of "warm, soften".</summary>
    internal IReadOnlyList<string> Purposes => field ??= Purpose.Split(',', StringSplitOptions.TrimEntries);
}

/// <summary>How presses follow from a region: the name the practitioner reads, and what it means.</summary>
[Kind("patterns", "pattern")]
public sealed record PatternName(string Id, string Name, Source Source, string Meaning) : IKnown;

/// <summary>Whole numbers from <see cref="Min"/> to <see cref="Max"/>, both included.</summary>
public sealed record IntRange(int Min, int Max)
{
    public bool Contains(int value) => value >= Min && value <= Max;

    public int Clamp(int value) => Math.Clamp(value, Min, Max);
}
