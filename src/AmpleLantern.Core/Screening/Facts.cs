using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>What is known about a fact. <c>No</c> was asked and denied; a fact never asked has no entry at all.</summary>
public enum FactStatus { Known, Suspected, Past, No }

/// <summary>Where a fact belongs: the lasting history, or the check-in of one day.</summary>
public enum FactScope { History, Today }

/// <summary>Something a client may have that changes what may be done.</summary>
/// <param name="Question">How to ask it, in plain words.</param>
/// <param name="Details">Further details worth knowing, each with its kind.</param>
/// <param name="Sided">Has a side of the body.</param>
/// <param name="Regional">Has a region of the body.</param>
/// <param name="Words">Common words people use for it.</param>
public sealed record FactDefinition(
    string Id, string Name, Source Source, string Group, FactScope Scope, string Question,
    IReadOnlyList<FactDetail> Details, IReadOnlyList<string> Words, bool Sided = false, bool Regional = false) : IKnown;

/// <summary>A detail of a fact: its key, label and kind (date, text, number or one of the choices).</summary>
public sealed record FactDetail(string Key, string Name, string Kind, IReadOnlyList<string>? Choices = null);

/// <summary>A fact as recorded for one client.</summary>
/// <param name="Detail">Values by key; dates in ISO form.</param>
public sealed record FactEntry(
    string Fact, FactStatus Status = FactStatus.Known, LocalDate? Since = null, LocalDate? Until = null,
    Side? Side = null, string? Region = null, IReadOnlyDictionary<string, string>? Detail = null)
{
    /// <summary>Whether it holds on a day: not denied, begun, and not over.</summary>
    public bool HoldsOn(LocalDate day) =>
        Status is not FactStatus.No && (Since is null || Since <= day) && (Until is null || Until >= day);
}

/// <summary>The person and the day a plan is screened for.</summary>
public sealed record ScreenSubject(LocalDate Date, LocalDate? BirthDate, IReadOnlyList<FactEntry> Facts)
{
    /// <summary>Whole years on the day; null while the birth date is not known.</summary>
    public int? Age => BirthDate is { } b ? Period.Between(b, Date, PeriodUnits.Years).Years : null;
}
