using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>Something said of the client that cannot be as it stands.</summary>
/// <param name="Facts">Ids of the facts concerned.</param>
/// <param name="Saying">What does not fit, how it is read meanwhile, and what settles it.</param>
public sealed record Unresolved(IReadOnlyList<string> Facts, string Saying);

/// <summary>What follows from what was said: a medicine's class, consent that was not given. Contradictions are read strictly.</summary>
public static class Derived
{
    public const string UnknownMedicine = "medicine-unknown";

    /// <summary>The person with all that follows, and what stands unresolved.</summary>
    public static (ScreenSubject Subject, IReadOnlyList<Unresolved> Unresolved) From(ScreenSubject subject, KnowledgeBase knowledge)
    {
        var facts = new List<FactEntry>(subject.Facts);
        var open = new List<Unresolved>();
        foreach (var medicine in subject.Facts.Where(f => f.Fact == FactWords.MedicineFact && f.HoldsOn(subject.Date)))
        {
            Medicine(medicine, subject, facts, open, knowledge);
        }

        open.AddRange(
            subject
                .Facts.Where(f => f.Fact == FactCheck.PregnancyFact && f.HoldsOn(subject.Date))
                .SelectMany(f => Pregnant(f, subject, knowledge))
        );
        open.AddRange(facts.Where(f => f.HoldsOn(subject.Date)).Select(f => NotSaid(f, knowledge)).OfType<Unresolved>());
        if (subject.ConsentMustBeGiven)
        {
            facts.AddRange(Consent.Open(subject, knowledge).Select(r => new FactEntry(Consent.Missing, Region: r)));
        }

        return (subject with { Facts = facts }, open);
    }

    /// <summary>What of a fact was not said although a rule asks for it; meanwhile it is read at its worst.</summary>
    private static Unresolved? NotSaid(FactEntry entry, KnowledgeBase knowledge)
    {
        var fact = knowledge.Facts[entry.Fact];
        if (fact.Derived || fact.Group == FactDefinition.ConsentGroup)
        {
            return null;
        }

        var deciding = knowledge.Once(k => new DecidingDetails(k.ShippedRules.All)).Of(fact.Id);
        string[] missing =
        [
            .. fact.Sided && entry.Side is null ? new[] { "the side" } : [],
            .. fact.Regional && entry.Region is null ? new[] { "the place" } : [],
            .. fact.Details.Where(d => deciding.Contains(d.Key) && entry.Of(d.Key) is null).Select(d => d.Name),
        ];
        return missing.Length == 0
            ? null
            : new([fact.Id], $"{Spelling.Sentence(fact.Name)}: not said {string.Join(", ", missing)}. Read at its worst until it is.");
    }

    /// <summary>Which details rules ask for, by fact.</summary>
    private sealed class DecidingDetails(IReadOnlyList<Rule> rules)
    {
        private readonly ILookup<string, string> keys = rules
            .SelectMany(r => Conditions.Members(r.When))
            .Where(c => c.Fact is not null)
            .SelectMany(c => (c.Detail?.Keys ?? []).Concat(c.DetailFrom?.Keys ?? []).Select(key => (c.Fact, key)))
            .ToLookup(x => x.Fact!, x => x.key);

        public IEnumerable<string> Of(string fact) => keys[fact];
    }

    private static void Medicine(
        FactEntry medicine,
        ScreenSubject subject,
        List<FactEntry> facts,
        List<Unresolved> open,
        KnowledgeBase knowledge
    )
    {
        var name = medicine.Of(FactWords.NameDetail);
        var known = name is null ? null : FactWords.Medicine(name, knowledge);
        if (known is null)
        {
            facts.Add(medicine with { Fact = UnknownMedicine });
            open.Add(
                new(
                    [FactWords.MedicineFact],
                    $"The medicine {(name is null ? "has no name" : $"'{name}' is not in our list")}: nobody here knows what it does. "
                        + "Ask to see the packet before deep work."
                )
            );
            return;
        }

        if (!known.Also.Prepend(known.Name).Any(w => Spelling.Plain(w) == Spelling.Plain(name!)))
        {
            open.Add(new([FactWords.MedicineFact], $"'{name}' is read as {known.Name}. Correct the name if it is another."));
        }

        foreach (var means in known.Means)
        {
            var denied = subject.Facts.FirstOrDefault(f => f.Fact == means.Fact && f.Status is FactStatus.No);
            if (denied is not null)
            {
                var what = knowledge.Facts[means.Fact].Name;
                open.Add(
                    new(
                        [FactWords.MedicineFact, means.Fact],
                        $"{Spelling.Sentence(known.Name)} means {what}, and '{what}' was answered with no. "
                            + "Read as yes until one of the two is put right."
                    )
                );
                facts.Remove(denied);
            }

            facts.Add(means with { Since = medicine.Since, Until = medicine.Until, Detail = means.Detail ?? medicine.Detail });
        }
    }

    private static IEnumerable<Unresolved> Pregnant(FactEntry entry, ScreenSubject subject, KnowledgeBase knowledge)
    {
        var calendar = knowledge.PregnancyCalendar;
        if (subject.Age is { } age && (age < calendar.YoungestPregnancyAge || age > calendar.OldestPregnancyAge))
        {
            yield return new(
                [FactCheck.PregnancyFact],
                $"Pregnant, and {age} years old by the birth date: one of the two is wrong. "
                    + "The rules for pregnancy hold until it is put right."
            );
        }

        if (
            FactCheck.PregnancyDays(entry, subject.Date, knowledge) is { } days
            && days.Most - days.Least > calendar.PregnancyDatesAgreeWithinDays
        )
        {
            yield return new(
                [FactCheck.PregnancyFact],
                $"The dates given make {Pregnancy.Spoken(days.Least)} and {Pregnancy.Spoken(days.Most)}. "
                    + "The stricter of the two is used for each rule; ask which date the midwife keeps."
            );
        }
    }
}
