using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>Where a limb ends that is not all there.</summary>
/// <param name="Name">As it is chosen in the detail of the fact.</param>
/// <param name="There">How much of the limb is there, in segments from the trunk.</param>
[Kind("limbEnds", "end of a limb")]
public sealed record LimbEnd(string Id, string Name, Source Source, string Limb, double There) : IKnown;

/// <summary>What facts say of how a body looks: a child that shows, a limb that is not all there.</summary>
public static class FormOfFacts
{
    public const string MissingLimbFact = "limb-missing";
    public const string Ends = "ends";
    private const string Arm = "arm";

    /// <summary>The body as the facts of a day leave it. What was not said (a week, where a limb ends) changes nothing.</summary>
    public static BodySize With(this BodySize size, IEnumerable<FactEntry> facts, LocalDate today, KnowledgeBase knowledge)
    {
        foreach (var fact in facts.Where(f => f.Status is FactStatus.Known or FactStatus.Past))
        {
            size = fact switch
            {
                { Fact: FactCheck.PregnancyFact, Status: FactStatus.Known }
                    when FactCheck.PregnancyDays(fact, today, knowledge) is { } days => Pregnant(
                    size,
                    Weeks(days, knowledge.PregnancyCalendar),
                    knowledge.PregnancyCalendar
                ),
                { Fact: MissingLimbFact, Side: { } side } when End(fact, knowledge) is { } end => Without(size, end, side),
                _ => size,
            };
        }

        return size;
    }

    /// <summary>A body so many weeks pregnant.</summary>
    public static BodySize Pregnant(BodySize size, float weeks, PregnancyCalendar calendar)
    {
        var (shows, term) = (calendar.ShowsFromWeeks, calendar.DaysFromLastPeriodToDueDate / 7f);
        return weeks <= shows
            ? size
            : size with
            {
                WombTopCm = Math.Min(weeks, calendar.WombHighestWeeks),
                WombGrown = Math.Min(1, (weeks - shows) / (term - shows)),
            };
    }

    private static float Weeks(DayRange days, PregnancyCalendar calendar) =>
        Math.Max(0, days.Most) / 7 / calendar.DrawnAnewAfterWeeks * calendar.DrawnAnewAfterWeeks;

    private static LimbEnd? End(FactEntry fact, KnowledgeBase knowledge) =>
        fact.Detail?.GetValueOrDefault(Ends) is { } said ? knowledge.Of<LimbEnd>().All.FirstOrDefault(e => e.Name == said) : null;

    private static BodySize Without(BodySize size, LimbEnd end, Side side)
    {
        var there = (float)end.There;
        if (side is Side.Left or Side.Both)
        {
            size = end.Limb == Arm ? size with { LeftArm = there } : size with { LeftLeg = there };
        }

        if (side is Side.Right or Side.Both)
        {
            size = end.Limb == Arm ? size with { RightArm = there } : size with { RightLeg = there };
        }

        return size;
    }
}

/// <summary>A choice nobody can draw, or an end nobody can choose, is refused.</summary>
internal sealed class LimbEndChecks : ICrossCheck
{
    public IEnumerable<KnowledgeProblem> Problems(KnowledgeBase knowledge)
    {
        var detail = knowledge.Facts.Find(FormOfFacts.MissingLimbFact)?.Details.FirstOrDefault(d => d.Key == FormOfFacts.Ends);
        var (choices, ends) = (detail?.Choices ?? [], knowledge.Of<LimbEnd>().All.Select(e => e.Name).ToList());
        return choices
            .Except(ends)
            .Concat(ends.Except(choices))
            .Select(name => new KnowledgeProblem(
                Kind.Of(typeof(FactDefinition)).Id,
                FormOfFacts.MissingLimbFact,
                "/details",
                $"'{name}' stands only in one of the fact's choices and body/limb-ends.json. Name it in both."
            ));
    }
}
