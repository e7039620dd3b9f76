using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>What was said of a place that needs a yes of its own.</summary>
public enum ConsentWord
{
    /// <summary>Nothing that holds today.</summary>
    Open,
    Given,
    Refused,
}

/// <summary>For how long a yes to a place is meant; or a no, which also takes a yes back.</summary>
public enum ConsentAnswer
{
    Today,
    UntilTakenBack,
    No,
}

/// <summary>A place that needs a yes of its own and that a plan works.</summary>
/// <param name="Entry">What was said of it last; null while nothing was.</param>
/// <param name="Steps">Ids of the steps that touch it.</param>
/// <param name="Names">Their names, each once.</param>
/// <param name="IfRefused">Ids of the steps that a no takes out: also those that only graze it.</param>
/// <param name="Guardian">The yes has to come from somebody who decides for them.</param>
public sealed record ConsentPlace(
    string Region,
    ConsentWord Word,
    FactEntry? Entry,
    IReadOnlyList<string> Steps,
    IReadOnlyList<string> Names,
    IReadOnlyList<string> IfRefused,
    bool Guardian
);

/// <summary>
/// Consent, place by place. A yes holds for the place it names and what lies within it, never for one beside it or round it; a no holds
/// for all that shares skin with it.
/// </summary>
public static class Consent
{
    public const string Given = "consent-given";
    public const string Refused = "consent-refused";
    public const string Missing = "consent-missing";

    /// <summary>The rule for a region about which a no was said.</summary>
    public const string RefusedRule = "consent.region";

    /// <summary>The detail of a yes that names who gave it for them.</summary>
    public const string GivenBy = "given-by";

    /// <summary>Whether a yes has to come from somebody who decides for them: a minor, or one who may not be able to.</summary>
    public static bool NeedsGuardian(ScreenSubject subject, KnowledgeBase knowledge) =>
        subject.Age is { } age && age < knowledge.HouseSchool.ChildBelowAge
        || subject.Facts.Any(f =>
            f.HoldsOn(subject.Date) && f.Status is not FactStatus.Past && knowledge.Facts.Find(f.Fact)?.Guardian == true
        );

    /// <summary>Places that need a yes and about which nothing was said that holds today.</summary>
    public static IEnumerable<string> Open(ScreenSubject subject, KnowledgeBase knowledge)
    {
        var guardian = NeedsGuardian(subject, knowledge);
        return knowledge
            .Regions.All.Where(r => r.Vulnerable && !subject.Facts.Any(f => Speaks(f, r.Id, subject.Date, guardian, knowledge)))
            .Select(r => r.Id);
    }

    /// <summary>The places a plan works that need a yes, in the order it comes to them.</summary>
    public static IReadOnlyList<ConsentPlace> Places(ScreenSubject subject, ScreenContext context) =>
        Places(subject, context.Plan, context.Touching, context.Knowledge);

    internal static IReadOnlyList<ConsentPlace> Places(ScreenSubject subject, Plan plan, Touching touching, KnowledgeBase knowledge)
    {
        var guardian = NeedsGuardian(subject, knowledge);
        ConsentPlace Place(string region, IEnumerable<PlanStep> steps)
        {
            var said = subject.Facts.LastOrDefault(f => Speaks(f, region, subject.Date, guardian, knowledge));
            var word =
                said is null ? ConsentWord.Open
                : said.Fact == Given ? ConsentWord.Given
                : ConsentWord.Refused;
            return new(
                region,
                word,
                said,
                [.. steps.Select(s => s.Id).Distinct()],
                [.. steps.Select(s => s.Name).Distinct()],
                [.. plan.Steps.Where(s => s.WorksAt(region, knowledge)).Select(s => s.Id)],
                guardian
            );
        }

        var touched = plan
            .Steps.SelectMany(s => touching.Effects(s).Where(e => e.Kind is EffectKind.TouchesVulnerable).Select(e => (e.On, Step: s)))
            .ToLookup(x => x.On, x => x.Step);
        var places = touched.Select(g => Place(g.Key, g)).ToList();
        // What lies within another place of the plan, about which the same was said, is spoken of with it.
        ConsentPlace? Holder(ConsentPlace part) =>
            places.Find(p => p != part && p.Word == part.Word && knowledge.Holds(p.Region, part.Region));
        return
        [
            .. places
                .Where(p => Holder(p) is null)
                .Select(p => Place(p.Region, places.Where(q => q == p || Holder(q) == p).SelectMany(q => touched[q.Region]).Distinct())),
        ];
    }

    /// <summary>What an answer notes.</summary>
    /// <param name="by">Who gave it for them, where it has to be somebody else.</param>
    /// <exception cref="RefusalException">The place needs no consent, or nobody is named who decides for them.</exception>
    public static FactEntry Say(ConsentAnswer answer, string region, string? by, ScreenSubject subject, KnowledgeBase knowledge)
    {
        RefusalException.Unless(
            knowledge.Regions.Find(region) is { Vulnerable: true },
            "no-consent-needed",
            $"'{region}' is no place that is asked about by itself. Note a boundary there as \"do not touch\" instead.",
            "/region"
        );
        if (answer is ConsentAnswer.No)
        {
            return new(Refused, Region: region);
        }

        RefusalException.Unless(
            !NeedsGuardian(subject, knowledge) || !string.IsNullOrWhiteSpace(by),
            "guardian-missing",
            "A yes has to come from whoever decides for them: write who said it.",
            "/by"
        );
        return new(
            Given,
            Until: answer is ConsentAnswer.Today ? subject.Date : null,
            Region: region,
            Detail: string.IsNullOrWhiteSpace(by) ? null : new Dictionary<string, string> { [GivenBy] = by.Trim() }
        );
    }

    private static bool Speaks(FactEntry said, string region, LocalDate on, bool guardian, KnowledgeBase knowledge) =>
        said.Region is { } named
        && (
            said.Fact == Given
                ? said.HoldsOn(on) && (!guardian || said.Of(GivenBy) is not null) && knowledge.Holds(named, region)
                : said.Fact == Refused && said.Status is not FactStatus.No && knowledge.Overlap(region, named)
        );
}
