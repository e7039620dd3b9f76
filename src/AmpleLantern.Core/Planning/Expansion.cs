using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>The bodies and the breath a plan is expanded for.</summary>
/// <param name="BreathsPerMinute">Client's resting rate.</param>
/// <param name="StatureMetres">Client's stature; sets path lengths.</param>
/// <param name="PalmBreadthMetres">Practitioner's palm breadth; sets the stations of a palm walk.</param>
public sealed record Tempo(double BreathsPerMinute, double StatureMetres, double PalmBreadthMetres)
{
    /// <summary>How long one breath lasts.</summary>
    public double BreathSeconds => 60 / BreathsPerMinute;
}

/// <summary>One press, the instruction a plan is made of. Times in seconds from the start of the plan.</summary>
public readonly record struct Press(
    int Station,
    string? Place,
    double StartSeconds,
    double Seconds,
    int Level,
    double SinkSeconds,
    double HoldSeconds,
    double ReleaseSeconds,
    int? Breaths
);

/// <summary>A step with its presses. <c>StartSeconds</c> is when its change of position begins.</summary>
public sealed record ExpandedStep
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public required string Block { get; init; }

    public required Side Side { get; init; }

    /// <summary>The side of the part it stands in, where that is not its own: the leg on the mat while the upper side is worked.</summary>
    public Side? PartSide { get; init; }

    public required string Position { get; init; }

    public required string Stance { get; init; }

    public required string Technique { get; init; }

    public required string Contact { get; init; }

    public required string Region { get; init; }

    /// <summary>Every region it works with the part of its time there; null where it is one.</summary>
    public IReadOnlyList<RegionTime>? Regions { get; init; }

    public required int Level { get; init; }

    /// <summary>The deepest level it may be taken to on the way; known from when a session begins.</summary>
    public int? Deepest { get; init; }

    /// <summary>Shared with its other side and its further rounds; null where it has neither.</summary>
    public string? SameAs { get; init; }

    public required int Stations { get; init; }

    public required double StartSeconds { get; init; }

    public required double Seconds { get; init; }

    /// <summary>Time to move to this position and stance before the first press.</summary>
    public required double ChangeSeconds { get; init; }

    /// <summary>surface, position, stance, drape or null: the most that has to be changed.</summary>
    public string? Change { get; init; }

    /// <summary>No-touch rest after the last press.</summary>
    public required double RestSeconds { get; init; }

    public required double WorkSeconds { get; init; }

    public required IReadOnlyList<Press> Presses { get; init; }

    /// <summary>What is counted besides the presses: turns, trips, pulls.</summary>
    public Counting? Counting { get; init; }

    /// <summary>What takes turns from press to press; null where nothing does.</summary>
    public ByTurns? ByTurns { get; init; }

    /// <summary>Each press is watched by its seconds, not counted.</summary>
    public bool Timed { get; init; }

    internal IReadOnlyList<RegionTime> Places => Regions ?? [new(Region, 1)];
}

/// <summary>A region a step works.</summary>
/// <param name="Of">
/// The part of the step's time spent there, 0 to 1: the regions of a path share it, those worked at once each have all.
/// </param>
public sealed record RegionTime(string Region, double Of);

/// <summary>Seconds of work on one thing.</summary>
public sealed record Share(string Id, double Seconds, int Presses);

/// <summary>What the plan adds up to.</summary>
public sealed record Totals(
    double LeftSeconds,
    double RightSeconds,
    double DifferenceSeconds,
    double ChangeSeconds,
    int Presses,
    IReadOnlyList<Share> Regions,
    IReadOnlyList<Share> Contacts
);

/// <summary>A plan worked out press by press.</summary>
public sealed record Expansion(double TotalSeconds, IReadOnlyList<ExpandedStep> Steps, Totals Totals);
