using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Courses;

/// <summary>Several visits planned together.</summary>
/// <param name="Aims">What it is for.</param>
/// <param name="Measures">What is measured at each of them.</param>
public sealed record CourseTerms(
    IReadOnlyList<WantedAim> Aims,
    int Visits,
    int EveryDays,
    [RefersTo<Measure>(OrAnother = true)] IReadOnlyList<string> Measures
)
{
    /// <exception cref="RefusalException">More visits or days than a course has, an aim or a measure there is not.</exception>
    public void Check(KnowledgeBase knowledge)
    {
        var rules = knowledge.CourseRules;
        RefusalException.Unless(
            Visits >= 2 && Visits <= rules.MostVisits,
            "visits-out-of-range",
            $"A course has 2 to {rules.MostVisits} visits, not {Visits}. Book a single one as a visit.",
            "/course/visits"
        );
        RefusalException.Unless(
            EveryDays >= 1 && EveryDays <= rules.MostEveryDays,
            "days-out-of-range",
            $"Visits of a course lie 1 to {rules.MostEveryDays} days apart, not {EveryDays}.",
            "/course/everyDays"
        );
        foreach (var aim in Aims.Where(a => !knowledge.Regions.Has(a.Region)))
        {
            throw new RefusalException("unknown-word", $"There is no region '{aim.Region}'.", "/course/aims");
        }

        foreach (var measure in Measures.Where(m => knowledge.SidesOf(m).Count == 0))
        {
            throw new RefusalException("unknown-word", $"There is no measure '{measure}'.", "/course/measures");
        }
    }

    /// <summary>The days it falls on.</summary>
    public IReadOnlyList<LocalDate> Days(LocalDate first) => [.. Enumerable.Range(0, Visits).Select(i => first.PlusDays(i * EveryDays))];
}

/// <summary>Where a course stands after the visits given so far.</summary>
/// <param name="Without">Measured visits since the last change for the better.</param>
/// <param name="LookAgain">What to do when there has been none for too long; null while there is no reason.</param>
public sealed record CourseStanding(int Given, int Measured, int Better, int Without, string? LookAgain)
{
    /// <param name="helped">What each visit given came to, in their order.</param>
    public static CourseStanding Of(IReadOnlyList<Helped> helped, KnowledgeBase knowledge)
    {
        var after = knowledge.CourseRules.LookAgainAfter;
        var measured = helped.Where(h => h is not Helped.NotMeasured).ToList();
        var without = measured.Count - 1 - measured.FindLastIndex(h => h is Helped.Better);
        var worse = measured.Count > 0 && measured[^1] is Helped.Worse;
        var say =
            without >= after ? $"No change that counts in {without} measured visits. Look again at what it is, change the way, or refer."
            : helped.Count >= after && measured.Count == 0
                ? $"Nothing was measured in {helped.Count} visits: nobody can say whether it helps. Measure before and after the next."
            : worse ? "The last visit left it worse. Look again before the next."
            : null;
        return new(helped.Count, measured.Count, measured.Count(h => h is Helped.Better), without, say);
    }
}
