using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using Microsoft.AspNetCore.Identity;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>Someone who works here and signs in.</summary>
public sealed class Staff : IdentityUser
{
    public required string DisplayName { get; set; }

    /// <summary>Breadth of the palm in centimetres, once calibrated; sets the stations of a palm walk.</summary>
    public double? PalmBreadthCm { get; set; }

    /// <summary>Breadth of the four closed fingers at the middle joint, in centimetres; turns cun into own fingers.</summary>
    public double? FourFingersCm { get; set; }

    /// <summary>Mass, stature, counted contact areas and limits, once given: what weight into pressure is worked out from.</summary>
    public Practitioner? Working { get; set; }

    /// <summary>What they said of their own day; only they are shown it, and the next day's takes its place.</summary>
    public OwnDay? OwnDay { get; set; }

    /// <summary>How they answer where schools differ; as the practice does when they have not said.</summary>
    public OwnSchool? School { get; set; }

    /// <summary>Ids of steps they reach for most, as they are found when a step is put into a plan; the latest first.</summary>
    public IReadOnlyList<string> Favourites { get; set; } = [];

    /// <summary>Sentences they write often in notes, the latest first.</summary>
    public IReadOnlyList<string> Phrases { get; set; } = [];

    /// <summary>Until when the password somebody else made for them lets them in to choose their own; null once they have.</summary>
    public Instant? FirstPasswordUntil { get; set; }

    /// <summary>When they left. Their name stays in the records; they come in no more.</summary>
    public Instant? LeftAt { get; set; }

    /// <summary>Hashes of the passwords they had before, newest first; none of them is taken again.</summary>
    public IReadOnlyList<string> EarlierPasswords { get; set; } = [];
}

/// <summary>What people here may do.</summary>
public static class Roles
{
    /// <summary>Everything, and who else may come in.</summary>
    public const string Owner = "owner";

    /// <summary>Clients and visits, signing included.</summary>
    public const string Practitioner = "practitioner";

    /// <summary>Clients and visits under supervision: no signing, no going on against a finding.</summary>
    public const string Student = "student";

    /// <summary>The day and names; no history, no visits.</summary>
    public const string Desk = "desk";

    public static readonly IReadOnlyList<string> All = [Owner, Practitioner, Student, Desk];
}
