using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Measures;

/// <summary>How a measure is taken, and so how it is asked for.</summary>
public enum MeasureKind
{
    /// <summary>The client says it, 0 to 10.</summary>
    Rating,

    /// <summary>By goniometer, in degrees.</summary>
    Angle,

    /// <summary>By tape or ruler.</summary>
    Length,

    /// <summary>By tape, round a limb.</summary>
    Girth,

    /// <summary>Worked out from girths.</summary>
    Volume,

    /// <summary>By stopwatch, in seconds.</summary>
    Time,

    Count,

    /// <summary>By a gauge in the hand.</summary>
    Force,

    /// <summary>Ordered words, each with its number from 0.</summary>
    Scale,
}

/// <summary>Which of several tries counts.</summary>
public enum TryKept
{
    Best,
    Middle,
}

/// <summary>A value with a meaning of its own.</summary>
public sealed record MeasureMark(double At, string Says);

/// <summary>A difference between the sides that has to be looked at, in the measure's unit.</summary>
/// <param name="Fact">What the client is screened for where there is one; denied where both sides were taken and are even.</param>
/// <param name="Detail">The detail of the fact that holds the difference.</param>
public sealed record SideGap(double From, string Says, Source Source, [RefersTo<FactDefinition>] string Fact, string Detail);

/// <summary>Girths that bound truncated cones, from one end to the other.</summary>
/// <param name="Girths">Families of girths, of the same side.</param>
/// <param name="Apart">Centimetres between two of them.</param>
public sealed record ConesOf([RefersTo<Measure>(OrAnother = true)] IReadOnlyList<string> Girths, double Apart);

/// <summary>Something measured before and after, with the change that counts.</summary>
/// <param name="Direction">Whether <c>lower</c> or <c>higher</c> is better; <c>none</c> where neither is.</param>
/// <param name="Points">Smallest change in the measure's unit that counts.</param>
/// <param name="Percent">Or the smallest change as a percentage of what was amiss at first, where that is smaller.</param>
[Kind("measures", "measure")]
public sealed record Measure(
    string Id,
    string Name,
    Source Source,
    string Unit,
    double Min,
    double Max,
    double Step,
    string Direction,
    double Points,
    string Question,
    double? Percent = null
) : IKnown, IChecked
{
    /// <summary>What was sealed before there were others is a rating or an angle.</summary>
    public MeasureKind Kind { get; init; } = Unit is "degrees" ? MeasureKind.Angle : MeasureKind.Rating;

    /// <summary>What both sides are called together; null where there is one.</summary>
    public string? Of { get; init; }

    /// <summary>Its name without the side.</summary>
    public string? OfName { get; init; }

    public Side? Side { get; init; }

    /// <summary>Words at the lowest and the highest value.</summary>
    public string? LowEnd { get; init; }

    public string? HighEnd { get; init; }

    /// <summary>How it is taken.</summary>
    public string? How { get; init; }

    [RefersTo<Region>]
    public string? Region { get; init; }

    /// <summary>How the client is while it is taken.</summary>
    [RefersTo<Position>]
    public string? Position { get; init; }

    /// <summary>What adults usually come to.</summary>
    public double? Usual { get; init; }

    public MeasureMark? Mark { get; init; }

    public SideGap? Gap { get; init; }

    public int Tries { get; init; } = 1;

    public TryKept Keeps { get; init; }

    /// <summary>Words of a scale, the first for 0.</summary>
    public IReadOnlyList<string>? Words { get; init; }

    public ConesOf? Cones { get; init; }

    /// <summary>What it measures is said in the client's own words.</summary>
    public bool InOwnWords { get; init; }

    /// <summary>It asks about the days before: taken on arriving only, and compared with the visit before.</summary>
    public bool OfDays { get; init; }

    /// <summary>One id for a measure, whatever the side.</summary>
    public string Family => Of ?? Id;

    /// <summary>The unit the practice reads it in; null where that is its own.</summary>
    public UnitShown? Shown { get; init; }

    /// <summary>What is written behind a value.</summary>
    public string UnitSaid => Shown?.Unit ?? Unit;

    /// <summary>How many of the unit it is shown in make one of its own.</summary>
    public double Each => Shown?.Each ?? 1;

    /// <summary>A value as it is said: its word where there are words, else the number in the unit it is shown in.</summary>
    public string Say(double value) =>
        Words is { } words && value >= 0 && value < words.Count
            ? words[(int)value]
            : (Shown?.ToShown(value) ?? value).ToString("0.##", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>A difference, in the unit it is shown in: of words, how many of them lie between.</summary>
    public string SayBy(double difference) =>
        (Shown?.ToShown(difference) ?? difference).ToString("0.##", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>The same with its unit.</summary>
    public string SayWhole(double value) => $"{Say(value)} {(Words is null ? UnitSaid : "")}".TrimEnd();

    /// <summary>One that the vocabulary no longer has, as far as a record tells: its name and what was taken of it.</summary>
    public static Measure NoLonger(string id, string name, IReadOnlyList<double> taken) =>
        new(id, name, new("no longer in the vocabulary"), "", taken.Min(), taken.Max(), 1, "none", 0, "");

    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge)
    {
        if (Direction is not ("lower" or "higher" or "none"))
        {
            yield return new("/direction", $"'{Direction}' is no direction: lower, higher or none.");
        }

        if (!(Min < Max && Step > 0 && Points > 0 && Points <= Max - Min))
        {
            yield return new("/points", $"'{Name}' has no range its least change lies in.");
        }

        if (Kind is MeasureKind.Scale != Words is not null || Words is { } w && w.Count != Max - Min + 1)
        {
            yield return new("/words", $"'{Name}' needs one word for each of its values, and only a scale has words.");
        }

        if (Kind is MeasureKind.Rating && (LowEnd is null || HighEnd is null))
        {
            yield return new("/lowEnd", $"'{Name}' needs words at both ends.");
        }

        bool Bounds(string girth) => knowledge.SidesOf(girth).Any(m => m.Kind is MeasureKind.Girth && m.Side == Side);
        foreach (var girth in (Cones?.Girths ?? []).Where(g => !Bounds(g)))
        {
            yield return new("/cones/girths", $"'{girth}' is no girth of this side.");
        }
    }
}
