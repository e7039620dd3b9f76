using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange.Ask;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>A record whose every change counts up a version, so that two windows cannot overwrite each other silently.</summary>
public interface IVersioned
{
    int Version { get; set; }
}

/// <summary>A record that belongs to one client, for the audit trail.</summary>
public interface IOfClient
{
    Guid ClientId { get; }
}

/// <summary>A person who comes for sessions.</summary>
public sealed class ClientRecord : IVersioned, IOfClient
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public required string Name { get; set; }

    public LocalDate? BirthDate { get; set; }

    public string Occupation { get; set; } = "";

    /// <summary>How to reach them: telephone, mail, whom to call.</summary>
    public string Contact { get; set; } = "";

    /// <summary>What is worth knowing of them besides facts, in plain words.</summary>
    public string Words { get; set; } = "";

    public double? StatureCm { get; set; }

    /// <summary>What else was measured: stretches of the cun table, hands, feet, build.</summary>
    public BodyMeasures Measures { get; set; } = BodyMeasures.Nothing;

    /// <summary>All that is known of the body's size.</summary>
    public BodyMeasures Body => Measures with { StatureCm = StatureCm };

    public double? BreathsPerMinute { get; set; }

    /// <summary>Physicians' written OKs.</summary>
    public IReadOnlyList<Clearance> Clearances { get; set; } = [];

    /// <summary>The last answer to each card. What was answered at a visit stays with the visit.</summary>
    public IReadOnlyList<CardAnswer> Cards { get; set; } = [];

    public List<ClientFact> Facts { get; init; } = [];

    public List<Visit> Visits { get; init; } = [];

    /// <summary>The record of the same person that is kept instead of this one; null where this one is.</summary>
    public Guid? MergedInto { get; set; }

    /// <summary>The record that is kept of this person.</summary>
    public Guid Person => MergedInto ?? Id;

    public int Version { get; set; }

    Guid IOfClient.ClientId => Id;
}

/// <summary>A fact of the client's lasting history.</summary>
public sealed class ClientFact : IOfClient
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid ClientId { get; init; }

    public required string Fact { get; init; }

    public FactStatus Status { get; set; }

    public LocalDate? Since { get; set; }

    public LocalDate? Until { get; set; }

    public Side? Side { get; set; }

    public string? Region { get; set; }

    public IReadOnlyDictionary<string, string>? Detail { get; set; }

    /// <summary>Who said it, where it was not the client to the one who recorded it.</summary>
    public string? SaidBy { get; set; }

    /// <summary>Id of who wrote it down.</summary>
    public required string RecordedBy { get; set; }

    public Instant RecordedAt { get; set; }

    public FactEntry ToEntry() => new(Fact, Status, Since, Until, Side, Region, Detail, SaidBy, RecordedAt);

    public void Take(FactEntry entry) =>
        (Status, Since, Until, Side, Region, Detail, SaidBy) = (
            entry.Status,
            entry.Since,
            entry.Until,
            entry.Side,
            entry.Region,
            entry.Detail,
            entry.SaidBy
        );
}

/// <summary>
/// What was said of a fact before it was answered anew or struck out. Nothing said of a client is ever deleted; the table only grows.
/// </summary>
public sealed class EarlierFact : IOfClient
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid ClientId { get; init; }

    /// <summary>The visit whose check-in it stood in; null for the lasting history.</summary>
    public Guid? VisitId { get; init; }

    public required FactEntry Entry { get; init; }

    public string? RecordedBy { get; init; }

    public Instant? RecordedAt { get; init; }

    /// <summary>Id of who replaced it or struck it out.</summary>
    public required string By { get; init; }

    public Instant At { get; init; }

    /// <summary>Why it was struck out; null where a newer answer took its place.</summary>
    public string? Reason { get; init; }
}
