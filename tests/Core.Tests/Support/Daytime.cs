using System.Runtime.CompilerServices;

namespace AmpleLantern.Core.Tests.Support;

/// <summary>
/// Keeps midnight out of the tests: those that make a day and then look at it would fail when the day ends between the two. The zone is
/// one where it is ten in the morning now, for this process and for the servers and browsers it starts.
/// </summary>
internal static class Daytime
{
    private const int Morning = 10;

    [ModuleInitializer]
    internal static void Begin()
    {
        Environment.SetEnvironmentVariable("TZ", Zone(DateTime.UtcNow.Hour));
        TimeZoneInfo.ClearCachedData();
    }

    /// <summary>Zones named by their offset count westwards: where it is ten hours later than in Greenwich is GMT-10.</summary>
    internal static string Zone(int hourOfGreenwich)
    {
        var west = (hourOfGreenwich - Morning + 36) % 24 - 12;
        return $"Etc/GMT{(west < 0 ? "" : "+")}{west}";
    }
}
