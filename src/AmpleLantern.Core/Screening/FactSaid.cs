using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>A fact with where it comes from and how it is said.</summary>
/// <param name="Saying">The fact as it is said on the day, with what follows from its dates.</param>
/// <param name="RecordedBy">Id of who wrote it down; its name when shown.</param>
/// <param name="IsNew">First said at this visit.</param>
public sealed record FactSaid(FactEntry Entry, string Saying, FactScope Scope, string? RecordedBy, Instant? RecordedAt, bool IsNew);
