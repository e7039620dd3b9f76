using NodaTime;

namespace AmpleLantern.Core.Diary;

/// <summary>A stretch of one day's diary.</summary>
public readonly record struct Slot(LocalTime At, int Minutes)
{
    private const int DayMinutes = 24 * 60;

    private int From => At.Hour * 60 + At.Minute;

    /// <summary>Whether both take the same minute; one that ends when the other begins does not.</summary>
    public bool Overlaps(Slot other) => From < other.From + other.Minutes && other.From < From + Minutes;

    /// <summary>The first time from a wanted one on at which it would overlap nothing; null when the day has none.</summary>
    public static LocalTime? NextFree(IReadOnlyList<Slot> taken, Slot wanted, int grainMinutes)
    {
        for (var at = wanted.From; at + wanted.Minutes <= DayMinutes; at += grainMinutes)
        {
            var tried = wanted with { At = new(at / 60, at % 60) };
            if (!taken.Any(tried.Overlaps))
            {
                return tried.At;
            }
        }

        return null;
    }
}
