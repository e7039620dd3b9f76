using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Recall;

/// <summary>
/// A row worked out from a signed visit, so that what it says can be asked for across visits. It can be built anew at any time; the
/// record itself is the visit.
/// </summary>
public interface IRecalled
{
    long Id { get; }
}

/// <summary>A signed visit in a line.</summary>
public sealed class RecalledVisit : IRecalled
{
    /// <summary>Rows of one visit are numbered from its own number times this.</summary>
    public const long Room = 1024;

    public long Id { get; init; }

    public Guid VisitId { get; init; }

    public Guid ClientId { get; init; }

    public LocalDate Date { get; init; }

    public LocalTime At { get; init; }

    /// <summary>Name of what was planned.</summary>
    public required string Plan { get; init; }

    public double GivenSeconds { get; init; }

    public Helped Helped { get; init; }

    /// <summary>What the note says of next time.</summary>
    public string Next { get; init; } = "";
}

/// <summary>What the screen said, and how it was settled.</summary>
public sealed class RecalledFinding : IRecalled
{
    public long Id { get; init; }

    public required string Rule { get; init; }

    public required string Title { get; init; }

    public Outcome Outcome { get; init; }

    /// <summary>The reason for going on against it; null where nobody went on.</summary>
    public string? Settled { get; init; }
}

/// <summary>A measure as it was taken and judged then.</summary>
public sealed class RecalledRating : IRecalled
{
    public long Id { get; init; }

    public required string Measure { get; init; }

    /// <summary>What it was called.</summary>
    public required string Name { get; init; }

    /// <summary>What is measured, where it is in the client's own words.</summary>
    public string? Named { get; init; }

    public double? Before { get; init; }

    public double? After { get; init; }

    public double Threshold { get; init; }

    public ChangeVerdict Verdict { get; init; }
}

/// <summary>Work of one kind at one place, once for all visits it was given at: there are few of these, and millions of steps.</summary>
public sealed class RecalledWork
{
    public int Id { get; init; }

    /// <summary>All that follows in one text, to find it by.</summary>
    public required string Key { get; init; }

    public required string Name { get; init; }

    public required string Technique { get; init; }

    public required string Contact { get; init; }

    /// <summary>Ids of its regions, in their order.</summary>
    public required IReadOnlyList<string> Regions { get; init; }

    /// <summary>Codes of its points.</summary>
    public required IReadOnlyList<string> Points { get; init; }

    public Side Side { get; init; }
}

/// <summary>Work as it was given at one visit, however often.</summary>
public sealed class RecalledStep : IRecalled
{
    public long Id { get; init; }

    public int WorkId { get; init; }

    public RecalledWork Work { get; set; } = null!;

    public int Level { get; init; }

    public int Seconds { get; init; }
}

/// <summary>What was felt, found or decided, and where.</summary>
public sealed class RecalledResponse : IRecalled
{
    public long Id { get; init; }

    public required string Response { get; init; }

    /// <summary>Null where the knowledge no longer has such a note.</summary>
    public NoteGroup? Group { get; init; }

    public Instant At { get; init; }

    public required string StepName { get; init; }

    public string? Region { get; init; }

    /// <summary>What the place is called: a point, an hour of the belly, a vertebra; null where only the step is known.</summary>
    public string? Place { get; init; }

    public Side? Side { get; init; }

    public int? Strength { get; init; }

    public string? Text { get; init; }
}
