using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Knowledge;

/// <summary>A part of the body that is worked as one.</summary>
/// <param name="LengthOfStature">Length of the usual path along the region, as a fraction of stature.</param>
/// <param name="Limb">The limb it belongs to (<c>leg</c>, <c>arm</c>), for rules that speak of the whole limb.</param>
/// <param name="Patches">The skin it covers, on the left side or the middle; mirrored for the right.</param>
/// <param name="NoPressure">Why nothing is pressed there; null where pressing is possible.</param>
/// <param name="Vulnerable">Needs consent of its own before it is touched.</param>
/// <param name="Parts">Regions that lie within it.</param>
public sealed record Region(
    string Id, string Name, Source Source, double LengthOfStature, IReadOnlyList<Patch> Patches, string? Limb = null, bool Vulnerable = false,
    string? Tissue = null, string? NoPressure = null, IReadOnlyList<string>? Parts = null) : IKnown;

/// <summary>What touches the client.</summary>
/// <param name="Family">Bead shape on the thread: palm, thumb, foot, fist, forearm, knee, seat or stretch.</param>
/// <param name="Strength">Rank from softest (1) to strongest, for the same force.</param>
/// <param name="AreaCm2">Usual contact area in square centimetres, of one hand or foot.</param>
/// <param name="Spots">How many such contacts press at once.</param>
/// <param name="Singular">Whether the practitioner's breadth of this contact sets the stations of a walk.</param>
public sealed record Contact(
    string Id, string Name, Source Source, string Family, int Strength, double AreaCm2, bool Singular = false, int Spots = 1) : IKnown;

/// <summary>How the client lies or sits.</summary>
/// <param name="LiesOn">The side of the body that carries the weight: back, belly, left, right or seat.</param>
/// <param name="Mirror">The same position on the other side, where it has one.</param>
/// <param name="Base">The position this one is a variant of, when a limb is placed but the trunk is not turned.</param>
public sealed record Position(string Id, string Name, Source Source, string LiesOn, string? Base = null, string? Mirror = null) : IKnown;

/// <summary>A family of techniques that rules and replacements speak of.</summary>
public sealed record TechniqueFamily(string Id, string Name, Source Source, string Tradition) : IKnown;

/// <summary>Something put on the skin.</summary>
/// <param name="Contains">Ids of other products or substances in it, for allergies.</param>
/// <param name="Warm">Brings heat.</param>
public sealed record Product(string Id, string Name, Source Source, IReadOnlyList<string> Contains, bool Warm = false) : IKnown;

/// <summary>How the practitioner kneels, sits or stands.</summary>
/// <param name="Where">From which side of the client: feet, head, side, back, front, legs or over.</param>
/// <param name="CarriedBy"><c>knees</c>, <c>feet</c>, <c>seat</c>, or the <c>client</c> who is stood or sat on.</param>
public sealed record Stance(string Id, string Name, Source Source, string Where, string CarriedBy) : IKnown;

/// <summary>How presses follow from a region: the name the practitioner reads, and what it means.</summary>
public sealed record PatternName(string Id, string Name, Source Source, string Meaning) : IKnown;

/// <summary>A way of working: its contacts, positions, patterns, times and cautions.</summary>
/// <param name="Family">The family rules speak of, e.g. <c>compression-hold</c>.</param>
/// <param name="Bead">Shape of its beads where the contact alone does not say (stretch, hold).</param>
public sealed record Technique(
    string Id, string Name, Source Source, string Tradition, string Family, string Purpose,
    IReadOnlyList<string> Contacts, IReadOnlyList<string> Positions, IReadOnlyList<PatternKind> Patterns,
    IntRange Levels, BreathRule Breath, string How, IReadOnlyList<string> Cautions, PressTimes? Times = null,
    string? Bead = null, bool Floor = true, bool Table = true) : IKnown
{
    /// <summary>The single purposes of "warm, soften".</summary>
    internal IReadOnlyList<string> Purposes => field ??= Purpose.Split(',', StringSplitOptions.TrimEntries);
}

/// <summary>Whole numbers from <see cref="Min"/> to <see cref="Max"/>, both included.</summary>
public sealed record IntRange(int Min, int Max)
{
    public bool Contains(int value) => value >= Min && value <= Max;

    public int Clamp(int value) => Math.Clamp(value, Min, Max);
}

/// <summary>The parts of one press in seconds, before they are bound to the breath.</summary>
public sealed record PressTimes(double Sink, double Hold, double Release, double Travel)
{
    public double Total => Sink + Hold + Release + Travel;

    /// <summary>The same press at a share of the usual pace: at 50 percent it goes in and comes out twice as slowly.</summary>
    public PressTimes AtPace(int percent) => percent == 100
        ? this
        : this with { Sink = Sink * 100 / percent, Release = Release * 100 / percent, Travel = Travel * 100 / percent };
}

/// <summary>A thing to set out. It has one name; the others it went by are read as it.</summary>
public sealed record Prop(string Id, string Name, Source Source, IReadOnlyList<string>? Aliases = null) : IKnown;

/// <summary>One-key response or observation while giving.</summary>
/// <param name="Key">The key that records it.</param>
/// <param name="Effect">What it does to the rest of the plan: none, lower, or stop.</param>
public sealed record ResponseKind(
    string Id, string Name, Source Source, string Key, string Effect, string? Advice = null, string? AsksFact = null) : IKnown
{
    /// <summary>The rest of the same contact on the same region goes one level lighter.</summary>
    public const string Lower = "lower";

    /// <summary>The session stops and asks whether to go on.</summary>
    public const string Stop = "stop";

    /// <summary>A response's name; one of an older vocabulary is read as the word its id is.</summary>
    public static string Said(string id, KnowledgeBase knowledge) =>
        knowledge.Responses.Find(id)?.Name ?? char.ToUpperInvariant(id[0]) + id[1..].Replace('-', ' ');
}

/// <summary>Something measured before and after, with the change that counts.</summary>
/// <param name="Direction">Whether <c>lower</c> or <c>higher</c> is better.</param>
/// <param name="Points">Smallest change in the measure's unit that counts.</param>
/// <param name="Percent">Or the smallest change as a percentage of the first value, where that is smaller.</param>
public sealed record Measure(
    string Id, string Name, Source Source, string Unit, double Min, double Max, double Step, string Direction,
    double Points, string Question, double? Percent = null) : IKnown;
