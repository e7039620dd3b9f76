using System.Globalization;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Vocabulary;
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
    public static IReadOnlyList<Trigger> Triggers(Condition when, ScreenSubject subject, School school, PracticeKnowledge knowledge) =>
        Triggers(when, new(subject, school, knowledge, true));

    /// <param name="Strict">What was not said counts as if it were. Under a "not" it does not: read at its worst there too.</param>
    private sealed record Asked(ScreenSubject Subject, School School, PracticeKnowledge Knowledge, bool Strict);

    private static IReadOnlyList<Trigger> Triggers(Condition when, Asked asked)
    {
        var (subject, school, knowledge, _) = asked;
        if (when.Any is { } any)
        {
            return [.. any.SelectMany(c => Triggers(c, asked))];
        }

        if (when.All is { } all)
        {
            var each = all.Select(c => Triggers(c, asked)).ToList();
            return each.All(t => t.Count > 0) ? [.. each.SelectMany(t => t)] : [];
        }

        if (when.Not is { } not)
        {
            return Triggers(not, asked with { Strict = !asked.Strict }).Count == 0 ? [Silent] : [];
        }

        if (when.Always)
        {
            return [new(AboutThePlan, "", null)];
        }

        if (when.As is { } other)
        {
            return Triggers(knowledge.Rules[other].When, asked);
        }

        if (when.School is { } choice)
        {
            return school.Chose(choice.Question, knowledge) == choice.Choice ? [Silent] : [];
        }

        if (when.AtLeast is { } several)
        {
            var each = several.Of.Select(c => Triggers(c, asked)).Where(t => t.Count > 0).ToList();
            return each.Count >= several.Count ? [.. each.SelectMany(t => t)] : [];
        }

        if (when.AgeFrom is { } from)
        {
            return subject.Age >= from ? [new("age", $"{subject.Age} years old", null)] : [];
        }

        return when.Age is { } age ? Aged(age, subject, school) : Facts(when, asked);
    }

    /// <summary>A condition and all it is made of, those of rules it points to not included.</summary>
    public static IEnumerable<Condition> Members(Condition when) =>
        (when.Any ?? [])
            .Concat(when.All ?? [])
            .Concat(when.AtLeast?.Of ?? [])
            .Concat(when.Not is { } not ? [not] : [])
            .SelectMany(Members)
            .Prepend(when);

    /// <summary>Every fact id a condition asks about, those of rules it points to included.</summary>
    public static IEnumerable<string> FactsAsked(Condition when, PracticeKnowledge? knowledge = null) =>
        Members(when)
            .SelectMany(c =>
                new[] { c.Fact }
                    .OfType<string>()
                    .Concat(c.As is { } other && knowledge?.Rules.Find(other) is { } rule ? FactsAsked(rule.When, knowledge) : [])
            );

    /// <summary>A condition in words: "pregnancy from 20 weeks", "blood clot, suspected".</summary>
    public static string Spoken(Condition when, PracticeKnowledge knowledge)
    {
        string Join(IEnumerable<Condition> all, string word) =>
            string.Join($" {word} ", all.Select(c => Spoken(c, knowledge)).Where(s => s.Length > 0));
        return when switch
        {
            { Any: { } any } => Join(any, "or"),
            { All: { } all } => Join(all, "and"),
            { Not: { } not } => $"not {Spoken(not, knowledge)}",
            { Always: true } => "everyone",
            { As: { } rule } => Spoken(knowledge.Rules[rule].When, knowledge),
            { School: { } choice } =>
                $"{knowledge.Disagreements[choice.Question].Name}: {knowledge.Disagreements[choice.Question].Option(choice.Choice).Name}",
            { AtLeast: { } several } => $"{several.Count} of: {string.Join(", ", several.Of.Select(c => Spoken(c, knowledge)))}",
            { AgeFrom: { } years } => $"from {years} years",
            { Age: { } age } => age is AgeCondition.Child ? "children" : "older adults",
            _ => Fact(when, knowledge),
        };
    }

    /// <summary>Says nothing on its own, but lets a condition of several hold.</summary>
    private static readonly Trigger Silent = new("", "", null);

    private static string Fact(Condition when, KnowledgeBase knowledge)
    {
        var said = new List<string> { knowledge.Facts[when.Fact!].Name };
        said.AddRange((when.Detail ?? new Dictionary<string, string>()).Values.Select(v => v.Replace('-', ' ')));
        said.AddRange(
            (when.DetailFrom ?? new Dictionary<string, double>()).Select(d =>
                string.Create(CultureInfo.InvariantCulture, $"{d.Key} {d.Value:0.##} or more")
            )
        );
        said.AddRange(when.Regions is { } places ? [string.Join(" or ", places.Select(knowledge.PlaceName))] : []);
        said.AddRange(when.PlaceNotSaid ? ["place not said"] : []);
        said.AddRange(when.Side is { } side ? [side.ToString().ToLowerInvariant()] : []);
        said.AddRange(when.PregnancyWeeksFrom is { } from ? [$"from {from} weeks"] : []);
        said.AddRange(when.PregnancyWeeksBelow is { } below ? [$"before {below} weeks"] : []);
        said.AddRange(when.WithinDays is { } days ? [$"in the last {days} days"] : []);
        said.AddRange(
            when.Status is { } s
                ? [string.Join(" or ", s.Select(x => x is FactStatus.Past ? "in the past" : x.ToString().ToLowerInvariant()))]
                : []
        );
        return string.Join(", ", said);
    }

    private static Trigger[] Aged(AgeCondition age, ScreenSubject subject, School school) =>
        (age, subject.Age) switch
        {
            (AgeCondition.Child, { } years) when years < school.ChildBelowAge => [new("age", $"{years} years old", null)],
            (AgeCondition.OlderAdult, { } years) when years >= school.OlderAdultFromAge => [new("age", $"{years} years old", null)],
            _ => [],
        };

    private static List<Trigger> Facts(Condition when, Asked asked)
    {
        var (subject, _, knowledge, strict) = asked;
        List<Trigger>? found = null;
        foreach (var f in subject.Facts)
        {
            if (f.Fact == when.Fact && Holds(f, when, subject.Date, strict && !when.SaidOnly, knowledge))
            {
                (found ??= []).Add(new(f.Fact, Saying(f, subject.Date, knowledge), f));
            }
        }

        return found ?? [];
    }

    private static bool Holds(FactEntry entry, Condition when, LocalDate on, bool strict, KnowledgeBase knowledge)
    {
        return Present(entry, when.Status ?? CountsAsPresent, on, knowledge)
            && (when.Detail ?? new Dictionary<string, string>()).All(d => entry.Of(d.Key) is { } said ? said == d.Value : strict)
            && (when.DetailFrom ?? new Dictionary<string, double>()).All(d =>
                entry.Of(d.Key) is { } said ? SaidNumber.Of(said) is { } value && value >= d.Value : strict
            )
            && (when.Side is not { } side || entry.Side is null or Side.Both || entry.Side == side)
            && (when.WithinDays is not { } days || (entry.Since is { } since ? Period.DaysBetween(since, on) <= days : strict))
            && (!when.PlaceNotSaid || entry.Region is null)
            && (
                when.Regions is not { } places
                || (entry.Region is { } at ? places.Any(p => knowledge.Overlap(p, at) || knowledge.Meets(p, at)) : strict)
            )
            && (when.PregnancyWeeksFrom is not { } from || (FactCheck.PregnancyDays(entry, on, knowledge)?.Most ?? from * 7) >= from * 7)
            && (when.PregnancyWeeksBelow is not { } below || (FactCheck.PregnancyDays(entry, on, knowledge)?.Least ?? 0) < below * 7);
    }

    /// <summary>
    /// Whether an entry counts among some statuses on a day. What is past has an end, so then only its status counts; but what lasts
    /// for life is there still, and what was a short while ago, or nobody knows when, counts as if it were.
    /// </summary>
    private static bool Present(FactEntry entry, IReadOnlyList<FactStatus> statuses, LocalDate on, KnowledgeBase knowledge)
    {
        if (entry.Status is not FactStatus.Past)
        {
            return entry.HoldsOn(on) && statuses.Contains(entry.Status);
        }

        var fact = knowledge.Facts[entry.Fact];
        var still = fact.Lasting || fact.RecentDays is { } days && (entry.Since is not { } since || Period.DaysBetween(since, on) <= days);
        return statuses.Contains(FactStatus.Past) || still && statuses.Contains(FactStatus.Known);
    }

    /// <summary>A fact as it is said on a day: name, side, how sure, weeks of a pregnancy, since when.</summary>
    public static string Saying(FactEntry entry, LocalDate on, KnowledgeBase knowledge)
    {
        var definition = knowledge.Facts[entry.Fact];
        var which = entry.Of(FactWords.NameDetail);
        var name = which is null ? definition.Name : $"{definition.Name}: {which}";
        var side = entry.Side is { } s && s is Side.Left or Side.Right ? $", {entry.Side.ToString()!.ToLowerInvariant()}" : "";
        var region = definition.Regional && entry.Region is { } r ? $", {knowledge.Regions.Find(r)?.Name ?? r}" : "";
        var status = entry.Status switch
        {
            FactStatus.Suspected => ", suspected",
            FactStatus.Past => ", in the past",
            _ => "",
        };
        var weeks =
            entry.Fact == FactCheck.PregnancyFact && FactCheck.PregnancyDays(entry, on, knowledge) is { } days ? $", {Weeks(days)}" : "";
        var since = entry.Since is { } from ? $", since {DaysSaid.Short.Format(from)}" : "";
        return name + region + side + status + weeks + since;
    }

    private static string Weeks(DayRange days) =>
        days.Least == days.Most ? Pregnancy.Spoken(days.Least) : $"{Pregnancy.Spoken(days.Least)} or {Pregnancy.Spoken(days.Most)}";
}
