using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Access;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Library;

/// <summary>One run of beads on a card: where it lies in the plan's time, which strand, how deep, which contact family.</summary>
public sealed record CardRun(double Start, double Seconds, Side Side, int Level, string Family);

/// <summary>A flow, or a plan the practice kept, as a card.</summary>
/// <param name="Kept">Whether it is the practice's own.</param>
/// <param name="Minutes">What it takes with its usual repeats; from the fewest to the most in <paramref name="Shortest"/> and <paramref name="Longest"/>.</param>
/// <param name="Remarks">Remarks of the order review that weigh.</param>
public sealed record LibraryCard(
    string Id, bool Kept, string Name, string Tradition, string Summary, string Source, IReadOnlyList<string> Surfaces, IReadOnlyList<string> Props,
    double Minutes, double Shortest, double Longest, int Steps, int Presses, IReadOnlyList<string> Positions, int Remarks, IReadOnlyList<CardRun> Runs);

/// <summary>A flow opened: what it would be, chosen and fitted as asked.</summary>
/// <param name="Fitted">What the fit said, when minutes were asked for; a refusal in words when it cannot be.</param>
public sealed record LibraryView(
    LibraryCard Card, Core.Planning.Plan Plan, Expansion Expansion, ReviewResult Review, Dose Dose, IReadOnlyList<VariantChoice> Variants, string? Fitted);

/// <summary>Keeping a plan to use again.</summary>
public sealed record KeepRequest(string Name, string Summary, Core.Planning.Plan Plan);

/// <summary>The library: every flow worked out, and the practice's own.</summary>
public static class LibraryEndpoints
{
    public static void MapLibrary(this RouteGroupBuilder api)
    {
        var library = api.MapGroup("/library").RequireAuthorization(Policies.Treat);
        library.MapGet("", All);
        library.MapGet("/{kind}/{id}", Open);
        library.MapPost("", Keep).RequireAuthorization(Policies.Sign);
        library.MapDelete("/{id:guid}", Retire).RequireAuthorization(Policies.Sign);
    }

    private static async Task<IReadOnlyList<LibraryCard>> All(KnowledgeBase knowledge, LanternDb db)
    {
        var tempo = Usual(knowledge);
        var kept = await db.OwnFlows.AsNoTracking().Where(f => f.RetiredAt == null).OrderByDescending(f => f.AddedAt).ToListAsync();
        return
        [
            .. kept.Select(f => Card(f, tempo, knowledge)),
            .. knowledge.Flows.All.Select(f => Card(f, FlowPlans.FromFlow(f, knowledge, knowledge.HouseSchool), tempo, knowledge)),
        ];
    }

    /// <param name="choices">Options of its variants as <c>variant:option</c>, comma between.</param>
    private static async Task<LibraryView> Open(string kind, string id, double? minutes, string? choices, KnowledgeBase knowledge, LanternDb db, PlanShelf shelf)
    {
        var (school, tempo) = (knowledge.HouseSchool, Usual(knowledge));
        var own = kind == "own";
        var chosen = (choices ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries).Select(c => c.Split(':', 2)).Where(c => c.Length == 2).ToDictionary(c => c[0], c => c[1]);
        var plan = await shelf.Take(new(own ? PlanSourceKind.Own : PlanSourceKind.Flow, id, own ? null : chosen), school);
        string? fitted = null;
        if (minutes is { } wanted)
        {
            try
            {
                var fit = Fit.ToMinutes(plan, wanted, tempo, knowledge);
                (plan, fitted) = (fit.Plan, fit.Reason);
            }
            catch (RefusalException e)
            {
                fitted = e.Message;
            }
        }

        var expansion = PlanExpansion.Expand(plan, tempo, knowledge);
        var flow = own ? null : knowledge.Flows[id];
        var card = flow is null
            ? Card(await db.OwnFlows.AsNoTracking().SingleAsync(f => f.Id == Guid.Parse(id)), tempo, knowledge)
            : Card(flow, plan, tempo, knowledge);
        return new(
            card, plan, expansion, PlanReview.Run(new(plan, expansion, school, tempo, knowledge)), Dose.Of(expansion),
            flow is null ? [] : [.. FlowVariants.Of(flow, knowledge, school).Select(v => v with { Chosen = plan.Choices?.GetValueOrDefault(v.Id) ?? v.Chosen })],
            fitted);
    }

    private static async Task<LibraryCard> Keep(KeepRequest request, KnowledgeBase knowledge, LanternDb db, CurrentPerson person, IClock clock)
    {
        RefusalException.Unless(request.Name.Trim().Length is >= 3 and <= 80, "name-missing", "Give it a name of three letters or more.", "/name");
        PlanCheck.Check(request.Plan, knowledge);
        // What was set aside or replaced for one person is not kept for others.
        var plan = request.Plan with { Name = request.Name.Trim(), Silenced = null, WorseSide = null };
        var flow = new OwnFlow
        {
            Id = Guid.CreateVersion7(),
            Name = plan.Name,
            Summary = request.Summary.Trim(),
            Plan = plan.With(s => s with { InsteadOf = null }),
            Author = person.Name,
            AddedAt = clock.GetCurrentInstant(),
        };
        db.OwnFlows.Add(flow);
        await db.SaveChangesAsync();
        return Card(flow, Usual(knowledge), knowledge);
    }

    private static async Task<IReadOnlyList<LibraryCard>> Retire(Guid id, KnowledgeBase knowledge, LanternDb db, IClock clock)
    {
        var flow = await db.OwnFlows.SingleOrDefaultAsync(f => f.Id == id && f.RetiredAt == null)
            ?? throw new RefusalException("not-found", "This plan is not kept any more.", "/id");
        flow.RetiredAt = clock.GetCurrentInstant();
        await db.SaveChangesAsync();
        return await All(knowledge, db);
    }

    private static LibraryCard Card(OwnFlow f, Tempo tempo, KnowledgeBase k)
    {
        var day = NodaTime.Text.LocalDatePattern.CreateWithInvariantCulture("d MMM uuuu").Format(f.AddedAt.InUtc().Date);
        var tradition = f.Plan.Steps.Select(s => k.Techniques[s.Technique].Tradition).GroupBy(t => t).MaxBy(g => g.Count())!.Key;
        return Card(f.Id.ToString(), true, f.Name, tradition, f.Summary, $"kept by {f.Author}, {day}", [f.Plan.Steps[0].Surface ?? "mat"], [], f.Plan, tempo, k);
    }

    private static LibraryCard Card(Flow f, Core.Planning.Plan plan, Tempo tempo, KnowledgeBase k) =>
        Card(f.Id, false, f.Name, f.Tradition, f.Summary, f.Source.ToString(), f.Surfaces, f.Props, plan, tempo, k);

    private static LibraryCard Card(
        string id, bool kept, string name, string tradition, string summary, string source, IReadOnlyList<string> surfaces, IReadOnlyList<string> props,
        Core.Planning.Plan plan, Tempo tempo, KnowledgeBase k)
    {
        var expansion = PlanExpansion.Expand(plan, tempo, k);
        double Minutes(Func<PlanStep, int> repeats) => Math.Round(
            (expansion.Totals.ChangeSeconds + plan.Steps.Sum(s => PlanExpansion.WorkSeconds(s, repeats(s), tempo, k))) / 60, 1);
        var review = PlanReview.Run(new(plan, expansion, k.HouseSchool, tempo, k));
        return new(
            id, kept, name, tradition, summary, source, surfaces, [.. props.Concat(plan.Steps.SelectMany(s => s.Props)).Distinct()],
            Math.Round(expansion.TotalSeconds / 60, 1), Minutes(s => s.Range.Min), Minutes(s => s.Range.Max), plan.Steps.Count, expansion.Totals.Presses,
            [.. plan.Steps.Select(s => k.Positions[s.Position].Base ?? s.Position).Distinct()], review.Findings.Count(f => f.Severity is not Severity.Could),
            [.. expansion.Steps.Select(s => new CardRun(s.StartSeconds, s.Seconds, s.Side, s.Level, k.Contacts[s.Contact].Family))]);
    }

    private static Tempo Usual(KnowledgeBase knowledge) => TempoOf.Measures(null, null, null, knowledge.Defaults);
}
