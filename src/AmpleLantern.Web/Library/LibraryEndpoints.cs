using System.Text.Json;
using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Rules;
using AmpleLantern.Web.Time;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Library;

/// <summary>One run of beads on a card: where it lies in the plan's time, which strand, how deep, which contact family.</summary>
public sealed record CardRun(double Start, double Seconds, Side Side, int Level, string Family);

/// <summary>A flow, or a plan the practice kept, as a card.</summary>
public sealed record LibraryCard
{
    public required string Id { get; init; }

    /// <summary>Whether it is the practice's own.</summary>
    public required bool Kept { get; init; }

    public required string Name { get; init; }

    public required string Tradition { get; init; }

    public required string Summary { get; init; }

    public required string Source { get; init; }

    public required IReadOnlyList<string> Surfaces { get; init; }

    public required IReadOnlyList<string> Props { get; init; }

    /// <summary>What belongs to it round its steps, where that is known.</summary>
    public FlowGuide? Guide { get; init; }

    /// <summary>
    /// What it takes with its usual repeats; from the fewest to the most in <see cref="Shortest"/> and <see cref="Longest"/>.
    /// </summary>
    public required double Minutes { get; init; }

    public required double Shortest { get; init; }

    public required double Longest { get; init; }

    public required int Steps { get; init; }

    public required int Presses { get; init; }

    public required IReadOnlyList<string> Positions { get; init; }

    /// <summary>Remarks of the order review that weigh.</summary>
    public required int Remarks { get; init; }

    public required IReadOnlyList<CardRun> Runs { get; init; }

    /// <summary>Steps this version can no longer read, each with a sentence.</summary>
    public required IReadOnlyList<string> SetAside { get; init; }
}

/// <summary>A flow opened: what it would be, chosen and fitted as asked.</summary>
/// <param name="Fitted">What the fit said, when minutes were asked for; a refusal in words when it cannot be.</param>
public sealed record LibraryView(
    LibraryCard Card,
    Plan Plan,
    Expansion Expansion,
    IReadOnlyList<PlanSection> Sections,
    ReviewResult Review,
    Dose Dose,
    IReadOnlyList<VariantChoice> Variants,
    string? Fitted
);

/// <summary>Keeping a plan to use again.</summary>
/// <param name="InPlaceOf">A kept plan that this one is the newer state of: it is kept no more.</param>
public sealed record KeepRequest(string Name, string Summary, Plan Plan, Guid? InPlaceOf = null);

/// <summary>The library: every flow worked out, and the practice's own.</summary>
public static class LibraryEndpoints
{
    public static void MapLibrary(this RouteGroupBuilder api)
    {
        var library = api.MapGroup("/library").RequireAuthorization(Policies.Treat);
        library.MapGet("", All);
        library.MapGet("/{kind}/{id}", Open);
        library.MapPost("", Keep).RequireAuthorization(Policies.Sign);
        library.MapGet("/own/{id:guid}/file", PutOut);
        library.MapPost("/file", ReadIn).RequireAuthorization(Policies.Sign);
        library.MapDelete("/{id:guid}", Retire).RequireAuthorization(Policies.Sign);
    }

    private static async Task<IReadOnlyList<LibraryCard>> All(LibraryCards cards, LanternDb db)
    {
        var (kept, odd) = await db
            .OwnFlows.AsNoTracking()
            .Where(f => f.RetiredAt == null)
            .OrderByDescending(f => f.AddedAt)
            .ReadableAsync(f => f.Id);
        return [.. odd.Select(cards.Of), .. kept.Select(cards.Of), .. cards.Shipped];
    }

    /// <param name="choices">Options of its variants as <c>variant:option</c>, comma between.</param>
    private static async Task<LibraryView> Open(
        string kind,
        string id,
        double? minutes,
        string? choices,
        PracticeKnowledge knowledge,
        LanternDb db,
        PlanSources sources,
        LibraryCards cards,
        CurrentPerson person
    )
    {
        var (school, tempo) = (knowledge.SchoolOf(person.Id), cards.Usual);
        var own = kind == "own";
        var chosen = (choices ?? "")
            .Split(',', StringSplitOptions.RemoveEmptyEntries)
            .Select(c => c.Split(':', 2))
            .Where(c => c.Length == 2)
            .ToDictionary(c => c[0], c => c[1]);
        var plan = await sources.Take(new(own ? PlanSourceKind.Own : PlanSourceKind.Flow, id, own ? null : chosen), school);
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
            ? cards.Of(await db.OwnFlows.AsNoTracking().SingleAsync(f => f.Id == Guid.Parse(id)))
            : cards.Of(flow, plan);
        return new(
            card,
            plan,
            expansion,
            PlanSections.Of(plan, expansion),
            PlanReview.Run(new(plan, expansion, school, tempo, knowledge)),
            Dose.Of(expansion),
            flow is null
                ? []
                :
                [
                    .. FlowVariants
                        .Of(flow, knowledge, school)
                        .Select(v => v with { Chosen = plan.Choices?.GetValueOrDefault(v.Id) ?? v.Chosen }),
                ],
            fitted
        );
    }

    private static async Task<LibraryCard> Keep(
        KeepRequest request,
        PracticeKnowledge knowledge,
        LanternDb db,
        CurrentPerson person,
        PracticeClock clock,
        LibraryCards cards
    )
    {
        RefusalException.Unless(
            request.Name.Trim().Length is >= 3 and <= 80,
            "name-missing",
            "Give it a name of three letters or more.",
            "/name"
        );
        PlanCheck.Check(request.Plan, knowledge);
        // What was set aside or replaced for one person is not kept for others.
        var plan = request.Plan with
        {
            Name = request.Name.Trim(),
            Silenced = null,
            WorseSide = null,
        };
        var flow = new OwnFlow
        {
            Id = Guid.CreateVersion7(),
            Name = plan.Name,
            Summary = request.Summary.Trim(),
            Plan = plan.With(s => s with { InsteadOf = null, Replaces = null }),
            Author = person.Id!,
            AddedAt = clock.Now,
        };
        if (request.InPlaceOf is { } before)
        {
            var was =
                await db.OwnFlows.SingleOrDefaultAsync(f => f.Id == before && f.RetiredAt == null)
                ?? throw new RefusalException(
                    "not-found",
                    "The plan it should replace is not kept any more. Keep this one beside.",
                    "/inPlaceOf"
                );
            was.RetiredAt = clock.Now;
        }

        db.OwnFlows.Add(flow);
        await db.SaveChangesAsync();
        return cards.Of(flow);
    }

    private static async Task<IResult> PutOut(Guid id, LanternDb db, PracticeKnowledge knowledge)
    {
        var flow =
            await db.OwnFlows.AsNoTracking().SingleOrDefaultAsync(f => f.Id == id)
            ?? throw new RefusalException("not-found", "This plan is not kept any more.", "/id");
        return AsFile(flow.Plan, knowledge);
    }

    /// <summary>A plan as a file to save.</summary>
    public static IResult AsFile(Plan plan, KnowledgeBase knowledge) =>
        Results.File(
            System.Text.Encoding.UTF8.GetBytes(PlanFile.Write(plan, knowledge)),
            "application/json",
            $"{string.Join('-', Spelling.Words(plan.Name))}.plan.json"
        );

    /// <summary>A plan read in is kept here, with the ways of working it brings.</summary>
    private static async Task<LibraryCard> ReadIn(
        JsonElement written,
        PracticeKnowledge knowledge,
        LanternDb db,
        RuleBook book,
        CurrentPerson person,
        PracticeClock clock,
        StaffNames names
    )
    {
        var file = PlanFile.Read(written.GetRawText(), knowledge);
        foreach (var way in file.Ways ?? [])
        {
            db.OwnTechniques.Add(
                new()
                {
                    Id = way.Technique.Id,
                    Way = way,
                    Author = person.Id!,
                    AddedAt = clock.Now,
                }
            );
        }

        var flow = new OwnFlow
        {
            Id = Guid.CreateVersion7(),
            Name = file.Plan.Name,
            Summary = $"Read in from a file on {NodaTime.Text.LocalDatePattern.Iso.Format(clock.Today)}",
            Plan = file.Plan,
            Author = person.Id!,
            AddedAt = clock.Now,
        };
        db.OwnFlows.Add(flow);
        await db.SaveChangesAsync();
        await book.Read(db);
        // What it brought is known from now on.
        return new LibraryCards(book.Current, clock, names).Of(flow);
    }

    private static async Task<IReadOnlyList<LibraryCard>> Retire(Guid id, LibraryCards cards, LanternDb db, PracticeClock clock)
    {
        var flow =
            await db.OwnFlows.SingleOrDefaultAsync(f => f.Id == id && f.RetiredAt == null)
            ?? throw new RefusalException("not-found", "This plan is not kept any more.", "/id");
        flow.RetiredAt = clock.Now;
        await db.SaveChangesAsync();
        return await All(cards, db);
    }
}
