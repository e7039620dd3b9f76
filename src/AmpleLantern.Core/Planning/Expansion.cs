using AmpleLantern.Core.Techniques;

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
    int Station, string? Place, double StartSeconds, double Seconds, int Level, double SinkSeconds, double HoldSeconds,
    double ReleaseSeconds, int? Breaths);

/// <summary>A step with its presses. <c>StartSeconds</c> is when its change of position begins.</summary>
/// <param name="ChangeSeconds">Time to move to this position and stance before the first press.</param>
/// <param name="Change">position, stance or null: what has to be changed.</param>
/// <param name="RestSeconds">No-touch rest after the last press.</param>
/// <param name="Timed">Each press is watched by its seconds, not counted.</param>
public sealed record ExpandedStep(
    string Id, string Name, string Block, Side Side, string Position, string Stance, string Technique, string Contact,
    string Region, int Level, int Stations, double StartSeconds, double Seconds, double ChangeSeconds, string? Change,
    double RestSeconds, double WorkSeconds, IReadOnlyList<Press> Presses, bool Timed = false);

/// <summary>Seconds of work on one thing.</summary>
public sealed record Share(string Id, double Seconds, int Presses);

/// <summary>What the plan adds up to.</summary>
public sealed record Totals(
    double LeftSeconds, double RightSeconds, double DifferenceSeconds, double ChangeSeconds, int Presses,
    IReadOnlyList<Share> Regions, IReadOnlyList<Share> Contacts);

/// <summary>A plan worked out press by press.</summary>
public sealed record Expansion(double TotalSeconds, IReadOnlyList<ExpandedStep> Steps, Totals Totals);
