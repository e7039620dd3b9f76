using AmpleLantern.Core.Planning;

namespace AmpleLantern.Data.Records;

/// <summary>What a practice sets for itself once; one row.</summary>
public sealed class PracticeSettings
{
    public const int OnlyId = 1;

    public int Id { get; init; } = OnlyId;

    /// <summary>The zone whose days and times the practice lives by, as the tz database names it.</summary>
    public required string TimeZone { get; set; }

    /// <summary>Ids of things flows may need and the practice does not have.</summary>
    public IReadOnlyList<string> NotHere { get; set; } = [];

    /// <summary>Whom one calls here when it cannot wait; the usual number when not set.</summary>
    public string? EmergencyNumber { get; set; }

    /// <summary>The system its measures are shown in; null for the one they are kept in.</summary>
    public string? Units { get; set; }

    /// <summary>How the practice answers where schools differ; the house's answers when it has not said.</summary>
    public OwnSchool? School { get; set; }
}
