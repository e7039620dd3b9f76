using NodaTime.Text;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>Days as they are written for people.</summary>
public static class DaysSaid
{
    /// <summary>In a line: 3 Nov 2026.</summary>
    public static readonly LocalDatePattern Short = LocalDatePattern.CreateWithInvariantCulture("d MMM uuuu");

    /// <summary>In a letter: 3 November 2026.</summary>
    public static readonly LocalDatePattern Long = LocalDatePattern.CreateWithInvariantCulture("d MMMM uuuu");
}
