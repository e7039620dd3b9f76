using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Bench;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Time;
using AmpleLantern.Web.Today;

namespace AmpleLantern.Web.Library;

/// <summary>Works flows and kept plans out as cards.</summary>
public sealed class LibraryCards(PracticeKnowledge k, PracticeClock clock, StaffNames names)
{
    /// <summary>The tempo cards are worked out in: nobody in particular.</summary>
    public Tempo Usual { get; } = TempoOf.Measures(null, null, null, k);

    /// <summary>Every flow that ships, in its usual way.</summary>
    public IEnumerable<LibraryCard> Shipped => k.Flows.All.Select(f => Of(f, FlowPlans.FromFlow(f, k, k.HouseSchool)));

    /// <summary>A plan the practice kept; what of it this version can no longer read is set aside with a sentence.</summary>
    public LibraryCard Of(OwnFlow f)
    {
        var (plan, aside) = PlanCheck.Readable(f.Plan, k);
        var tradition = plan.Steps.Select(s => k.Techniques[s.Technique].Tradition).GroupBy(t => t).MaxBy(g => g.Count())!.Key;
        return Card(
            f.Id.ToString(),
            true,
            f.Name,
            tradition,
            f.Summary,
            $"kept by {names.Of(f.Author)}, {DaysSaid.Short.Format(clock.DateOf(f.AddedAt))}",
            [plan.Steps[0].Surface ?? "mat"],
            plan,
            aside
        );
    }

    /// <summary>A plan the practice kept of which not even the row can be read.</summary>
    public LibraryCard Of(OddRow<Guid> row) =>
        Card(
            row.Id.ToString(),
            true,
            "A kept plan that cannot be read",
            "",
            "",
            "",
            [],
            FlowPlans.Blank(k, k.HouseSchool),
            [$"It cannot be read: {row.Why} The owner can mend it under Practice."]
        );

    public LibraryCard Of(Flow f, Plan plan) =>
        Card(f.Id, false, f.Name, f.Tradition, f.Summary, f.Source.ToString(), f.Surfaces, plan, []) with
        {
            Guide = f.Guide,
        };

    private LibraryCard Card(
        string id,
        bool kept,
        string name,
        string tradition,
        string summary,
        string source,
        IReadOnlyList<string> surfaces,
        Plan plan,
        IReadOnlyList<string> aside
    )
    {
        var expansion = PlanExpansion.Expand(plan, Usual, k);
        double Minutes(Func<PlanStep, int> repeats) =>
            Math.Round((expansion.Totals.ChangeSeconds + plan.Steps.Sum(s => PlanExpansion.WorkSeconds(s, repeats(s), Usual, k))) / 60, 1);
        var review = PlanReview.Run(new(plan, expansion, k.HouseSchool, Usual, k));
        return new()
        {
            Id = id,
            Kept = kept,
            Name = name,
            Tradition = tradition,
            Summary = summary,
            Source = source,
            Surfaces = surfaces,
            Props = SetOut.For(plan, k),
            Minutes = Math.Round(expansion.TotalSeconds / 60, 1),
            Shortest = Minutes(s => s.Range.Min),
            Longest = Minutes(s => s.Range.Max),
            Steps = plan.Steps.Count,
            Presses = expansion.Totals.Presses,
            Positions = [.. plan.Steps.Select(s => k.Positions[s.Position].Base ?? s.Position).Distinct()],
            Remarks = review.Findings.Count(f => f.Severity is not Severity.Could),
            Runs = [.. expansion.Steps.Select(s => new CardRun(s.StartSeconds, s.Seconds, s.Side, s.Level, k.Contacts[s.Contact].Family))],
            SetAside = aside,
        };
    }
}
