using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;
using F23.StringSimilarity;
using NodaTime;

namespace AmpleLantern.Core.Clients;

/// <summary>A session that was begun.</summary>
/// <param name="Minutes">As long as it was booked.</param>
public sealed record SessionTime(LocalDate Date, LocalTime From, int Minutes)
{
    public bool Overlaps(SessionTime other) =>
        Date == other.Date
        && From < other.From.PlusMinutes(other.Minutes)
        && other.From < From.PlusMinutes(Minutes)
        && From.PlusMinutes(Minutes) > From
        && other.From.PlusMinutes(other.Minutes) > other.From;
}

/// <summary>A record as far as it tells whose it is.</summary>
/// <param name="Sessions">Sessions of theirs that were begun; empty where that is not asked.</param>
public sealed record PersonKnown(string Name, LocalDate? BirthDate, string Contact, IReadOnlyList<SessionTime> Sessions);

/// <summary>Whether two records are one person's.</summary>
/// <param name="For">What speaks for it, a sentence each.</param>
/// <param name="Against">What speaks against it, or is not known.</param>
/// <param name="Impossible">Why they cannot be; null where they can.</param>
/// <param name="Likely">Worth looking at by themselves: two of name, birth date and contact agree.</param>
public sealed record SamePerson(IReadOnlyList<string> For, IReadOnlyList<string> Against, string? Impossible, bool Likely)
{
    /// <summary>A shorter piece of a number or a mail address is shared by many.</summary>
    private const int ShortestContact = 6;

    /// <summary>Whether something besides the name agrees: without it two records are never likely one person's.</summary>
    public static bool Hinted(PersonKnown a, PersonKnown b) => BornAlike(a, b) || ReachedAlike(a, b);

    private static bool BornAlike(PersonKnown a, PersonKnown b) => a.BirthDate is not null && a.BirthDate == b.BirthDate;

    private static bool ReachedAlike(PersonKnown a, PersonKnown b) => Ways(a.Contact).Intersect(Ways(b.Contact)).Any();

    public static SamePerson Of(PersonKnown a, PersonKnown b)
    {
        List<string> speaksFor = [],
            against = [];
        var names = Alike(a.Name, b.Name);
        (names is null ? against : speaksFor).Add(
            names ?? $"The names are different: “{a.Name}” and “{b.Name}”. Say in the reason how you know it is one person."
        );
        var born = BornAlike(a, b);
        if (born)
        {
            speaksFor.Add($"Both were born on {DaysSaid.Long.Format(a.BirthDate!.Value)}.");
        }
        else if (a.BirthDate is null || b.BirthDate is null)
        {
            against.Add("The birth date is not known in both records, so nothing tells for certain.");
        }

        var contact = ReachedAlike(a, b);
        if (contact)
        {
            speaksFor.Add("Both are reached in the same way.");
        }

        var impossible = Bars(a, b);
        return new(speaksFor, against, impossible, impossible is null && (names is not null && (born || contact) || born && contact));
    }

    private static string? Bars(PersonKnown a, PersonKnown b)
    {
        if (a.BirthDate is { } one && b.BirthDate is { } other && one != other)
        {
            return $"{a.Name} was born on {DaysSaid.Long.Format(one)}, {b.Name} on {DaysSaid.Long.Format(other)}: they are two people. "
                + "If one of the dates is wrong, put it right on that client's page first.";
        }

        return a.Sessions.FirstOrDefault(s => b.Sessions.Any(s.Overlaps)) is { } both
            ? $"Both had a session at the same time on {DaysSaid.Long.Format(both.Date)}: these are two people."
            : null;
    }

    /// <summary>How two names agree; null where they do not.</summary>
    private static string? Alike(string a, string b)
    {
        var (one, other) = (Sorted(a), Sorted(b));
        if (one.Count == 0 || other.Count == 0)
        {
            return null;
        }

        if (one.SequenceEqual(other))
        {
            return "The names are the same.";
        }

        if (one.All(other.Contains) || other.All(one.Contains))
        {
            return $"One name is a part of the other: “{a}” and “{b}”.";
        }

        return
            one.Except(other).ToList() is [var mine]
            && other.Except(one).ToList() is [var theirs]
            // A number tells two people apart.
            && !(mine + theirs).Any(char.IsDigit)
            && new Damerau().Distance(mine, theirs) <= 1
            ? $"The names differ by one letter: “{a}” and “{b}”."
            : null;
    }

    private static List<string> Sorted(string name) => [.. PersonName.Words(name).Order(StringComparer.Ordinal)];

    /// <summary>Telephone numbers as digits and mail addresses, long enough to be one person's.</summary>
    private static IEnumerable<string> Ways(string contact) =>
        contact
            .Split([',', ';', '\n', '/'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            .Select(w => w.Contains('@', StringComparison.Ordinal) ? w.ToLowerInvariant() : new string([.. w.Where(char.IsAsciiDigit)]))
            .Where(w => w.Length >= ShortestContact);
}
