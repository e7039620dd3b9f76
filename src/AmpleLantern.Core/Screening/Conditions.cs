using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>Why a condition holds: the fact (or age) that makes it so, in words.</summary>
public sealed record Trigger(string Fact, string Saying, FactEntry? Entry);

/// <summary>Evaluates conditions. The first trigger found is the one shown.</summary>
public static class Conditions
{
    /// <summary>Trigger of rules that hold for everyone.</summary>
    public const string AboutThePlan = "plan";

    private static readonly FactStatus[] CountsAsPresent = [FactStatus.Known, FactStatus.Suspected];

    /// <returns>All entries that make the condition hold; empty when it does not.</returns>
    public static IReadOnlyList<Trigger> Triggers(Condition when, ScreenSubject subject, School school, KnowledgeBase knowledge)
    {
        if (when.Any is { } any)
        {
            return [.. any.SelectMany(c => Triggers(c, subject, school, knowledge))];
        }

        if (when.All is { } all)
        {
            var each = all.Select(c => Triggers(c, subject, school, knowledge)).ToList();
            return each.All(t => t.Count > 0) ? [.. each.SelectMany(t => t)] : [];
        }

        if (when.Not is { } not)
        {
            return Triggers(not, subject, school, knowledge).Count == 0 ? [new("", "", null)] : [];
        }

        if (when.Always)
        {
            return [new(AboutThePlan, "", null)];
        }

        return when.Age is { } age ? Aged(age, subject, school) : Facts(when, subject, knowledge);
    }

    /// <summary>Every fact id a condition asks about.</summary>
    public static IEnumerable<string> FactsAsked(Condition when) =>
        new[] { when.Fact }.OfType<string>()
            .Concat((when.Any ?? []).Concat(when.All ?? []).SelectMany(FactsAsked))
            .Concat(when.Not is { } not ? FactsAsked(not) : []);

    private static Trigger[] Aged(AgeCondition age, ScreenSubject subject, School school) => (age, subject.Age) switch
    {
        (AgeCondition.Child, { } years) when years < school.ChildBelowAge => [new("age", $"{years} years old", null)],
        (AgeCondition.OlderAdult, { } years) when years >= school.OlderAdultFromAge => [new("age", $"{years} years old", null)],
        _ => [],
    };

    private static Trigger[] Facts(Condition when, ScreenSubject subject, KnowledgeBase knowledge) =>
    [
        .. subject.Facts.Where(f => f.Fact == when.Fact && Holds(f, when, subject.Date, knowledge))
            .Select(f => new Trigger(f.Fact, Saying(f, subject.Date, knowledge), f)),
    ];

    private static bool Holds(FactEntry entry, Condition when, LocalDate on, KnowledgeBase knowledge)
    {
        var statuses = when.Status ?? CountsAsPresent;
        // What is past has an end: it is the status that counts then, not whether it still goes on.
        var holds = entry.Status is FactStatus.Past ? statuses.Contains(FactStatus.Past) : entry.HoldsOn(on) && statuses.Contains(entry.Status);
        return holds
            && (when.Detail ?? new Dictionary<string, string>()).All(d =>
                entry.Detail?.TryGetValue(d.Key, out var value) == true && value == d.Value)
            && (when.WithinDays is not { } days || entry.Since is not { } since || Period.DaysBetween(since, on) <= days)
            && (when.PregnancyWeeksFrom is not { } weeks || (FactCheck.PregnancyDays(entry, on, knowledge) ?? weeks * 7) >= weeks * 7);
    }

    /// <summary>A fact as it is said on a day: name, side, how sure, weeks of a pregnancy, since when.</summary>
    public static string Saying(FactEntry entry, LocalDate on, KnowledgeBase knowledge)
    {
        var name = knowledge.Facts[entry.Fact].Name;
        var side = entry.Side is { } s && s is Techniques.Side.Left or Techniques.Side.Right
            ? $", {entry.Side.ToString()!.ToLowerInvariant()}" : "";
        var status = entry.Status switch { FactStatus.Suspected => ", suspected", FactStatus.Past => ", in the past", _ => "" };
        var weeks = entry.Fact == FactCheck.PregnancyFact && FactCheck.PregnancyDays(entry, on, knowledge) is { } days
            ? $", {Pregnancy.Spoken(days)}" : "";
        var since = entry.Since is { } from ? $", since {NodaTime.Text.LocalDatePattern.CreateWithInvariantCulture("d MMM uuuu").Format(from)}" : "";
        return name + side + status + weeks + since;
    }
}
