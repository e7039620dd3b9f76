using NodaTime;

namespace AmpleLantern.Data.Audit;

/// <summary>Who saw or changed what, when. The table only grows: a trigger refuses changes and removals.</summary>
public sealed class AuditEntry
{
    public long Id { get; init; }

    public required Instant At { get; init; }

    /// <summary>The name as it was then.</summary>
    public required string Who { get; init; }

    /// <summary>Id of that person; null for the program itself and for lines older than ids.</summary>
    public string? WhoId { get; init; }

    /// <summary>read, added, changed, removed, signed-in, refused.</summary>
    public required string Action { get; init; }

    /// <summary>Kind of record and its id.</summary>
    public required string Subject { get; init; }

    public Guid? ClientId { get; init; }

    /// <summary>Names of what changed; never the values.</summary>
    public string What { get; init; } = "";
}

/// <summary>Who is acting, for the trail.</summary>
public interface IActor
{
    string Name { get; }

    /// <summary>Id of the person; null for the program itself.</summary>
    string? Id { get; }
}

/// <summary>An actor with a fixed name, for work the program does itself.</summary>
public sealed record NamedActor(string Name, string? Id = null) : IActor;
