using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Recall;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Giving;
using AmpleLantern.Web.Library;
using AmpleLantern.Web.Pressure;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Planning;

/// <summary>One edit of one step.</summary>
public sealed record EditRequest(int Version, PlanEdit Edit) : IOnVersion;

/// <summary>Minutes on the mat to fit to.</summary>
public sealed record FitRequest(int Version, double Minutes) : IOnVersion;

/// <summary>The plan after fitting, with what was changed and why.</summary>
public sealed record FitView(VisitView Visit, IReadOnlyList<Cut> Cuts, bool Optimal, string Reason);

/// <summary>The plan as it would be fitted, nothing changed yet.</summary>
public sealed record FitTried(Plan Plan, Expansion Expansion, IReadOnlyList<Cut> Cuts, string Reason);

/// <summary>Starts again from a plan kept somewhere, or puts its work into this one.</summary>
/// <param name="Insert">Puts it into this plan instead of starting again.</param>
/// <param name="Before">The step it is put before; at the end, before the closing, when not said.</param>
public sealed record StartRequest(int Version, PlanSource From, bool Insert = false, string? Before = null) : IOnVersion;

/// <summary>Mends what the order review found.</summary>
/// <param name="Rule">The rule whose finding is mended; all that can be when not said.</param>
/// <param name="Step">The first step of that finding.</param>
public sealed record RepairRequest(int Version, string? Rule = null, string? Step = null) : IOnVersion;

/// <summary>A plan to start from that this client or practice has already.</summary>
public sealed record SourceLine(PlanSource From, string Name, string Saying);

/// <summary>What the session is to be composed for.</summary>
public sealed record ComposeBody(
    IReadOnlyList<WantedAim> Aims,
    IReadOnlyList<string> Traditions,
    double Minutes,
    IReadOnlyList<string>? Props = null,
    string? Surface = null,
    bool Lean = false
);

/// <summary>A proposal worked out for this client: its presses and what the order review says of it.</summary>
public sealed record ProposalView(Proposal Proposal, Expansion Expansion, ReviewResult Review);

/// <summary>Two plans to be looked at beside each other.</summary>
/// <param name="First">The visit's own when not said.</param>
public sealed record CompareRequest(PlanSource With, PlanSource? First = null);

/// <summary>Two plans beside each other, both worked out for this client.</summary>
/// <param name="Review">Of the second.</param>
public sealed record CompareView(
    Plan First,
    Expansion FirstExpansion,
    Plan Other,
    Expansion Expansion,
    PlanComparison Comparison,
    ReviewResult Review
);

/// <summary>A whole plan, to go back to (undo) or brought from elsewhere.</summary>
public sealed record PlanRequest(int Version, Plan Plan) : IOnVersion;

/// <summary>Plan: what, in what order, how deep, how long.</summary>
public static class PlanEndpoints
{
    public static void MapPlan(this RouteGroupBuilder visit)
    {
        visit.MapPost(
            "/plan/edits",
            (Guid visitId, EditRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.EditPlan,
                    r.Version,
                    (v, f) => v.Plan = PlanEdits.Apply(f.Plan, r.Edit with { By = visits.By }, visits.Knowledge)
                )
        );
        visit.MapGet("/plan/taught", AddStep.Find);
        visit.MapPost("/plan/add", AddStep.Add);
        visit.MapGet("/plan/steps/{step}/choices", ChangeStep.Choices);
        visit.MapPost("/plan/fit", FitTo);
        visit.MapGet("/plan/fit", TryFit);
        visit.MapPost("/plan/start", Start);
        visit.MapPost(
            "/plan/repair",
            (Guid visitId, RepairRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.EditPlan,
                    r.Version,
                    (v, f) =>
                        v.Plan = r.Rule is null
                            ? PlanReview.RepairAll(f.Plan, f.School, f.Tempo, visits.Knowledge)
                            : PlanReview.Repair(f.Plan, r.Rule, r.Step ?? "", f.School, f.Tempo, visits.Knowledge)
                )
        );
        visit.MapPost(
            "/plan/compose",
            async (Guid visitId, ComposeBody r, VisitStore visits) =>
            {
                var frame = await visits.Frame(await visits.Read(visitId));
                var leans = r.Lean ? await Leans(visitId, visits) : null;
                var composed = Composer.Compose(
                    new(r.Aims, r.Traditions, r.Minutes, frame.Subject, frame.Tempo, r.Props, r.Surface, leans),
                    frame.School,
                    visits.Knowledge
                );
                return composed
                    .Proposals.Select(proposal =>
                    {
                        var expansion = PlanExpansion.Expand(proposal.Plan, frame.Tempo, visits.Knowledge);
                        return new ProposalView(
                            proposal,
                            expansion,
                            PlanReview.Run(new(proposal.Plan, expansion, frame.School, frame.Tempo, visits.Knowledge))
                        );
                    })
                    .ToList();
            }
        );
        visit.MapGet("/plan/leans", Leans);
        visit.MapGet(
            "/plan/file",
            async (Guid visitId, VisitStore visits) =>
                LibraryEndpoints.AsFile((await visits.Frame(await visits.Read(visitId))).Plan, visits.Knowledge)
        );
        visit.MapPost("/plan/compare", Compare);
        visit.MapGet("/plan/sources", Sources);
        visit.MapGet("/plan/dose", DoseOf);
        visit.MapGet("/plan/effects/{step}", EffectsOfStep);
        visit.MapGet(
            "/plan/card",
            async (Guid visitId, VisitStore visits) =>
            {
                var frame = await visits.Frame(await visits.Read(visitId));
                return PlanSections.OnACard(frame.Plan, frame.Expansion);
            }
        );
        visit.MapPut(
            "/plan",
            (Guid visitId, PlanRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.EditPlan,
                    r.Version,
                    (v, f) =>
                    {
                        PlanCheck.Check(r.Plan, visits.Knowledge);
                        // Whoever sends it silenced what was not silenced before; a name that was sent along says nothing.
                        v.Plan = r.Plan with
                        {
                            Silenced = r
                                .Plan.Silenced?.Select(s => f.Plan.Silenced?.Contains(s) == true ? s : s with { By = visits.By })
                                .ToList(),
                        };
                    }
                )
        );
    }

    /// <summary>What the client's signed visits say of some work, as far as it can be told from chance.</summary>
    private static async Task<IReadOnlyList<Lean>> Leans(Guid visitId, VisitStore visits) =>
        WhatHelps.Leans(
            WhatHelps.Of(await PastReading.Of(visits.Db, (await visits.Read(visitId)).Person), visits.Knowledge),
            visits.Knowledge
        );

    private static async Task<VisitView> Start(Guid visitId, StartRequest request, VisitStore visits, PlanSources sources)
    {
        var taken = await sources.Take(request.From, (await visits.Frame(await visits.Read(visitId))).School);
        return await visits.Change(
            visitId,
            VisitAction.EditPlan,
            request.Version,
            (v, f) =>
            {
                var plan = request.Insert ? PlanSets.Join(f.Plan, taken, request.Before, visits.Knowledge) : taken with { Silenced = null };
                PlanCheck.Check(plan, visits.Knowledge);
                v.Plan = plan;
            }
        );
    }

    private static async Task<CompareView> Compare(Guid visitId, CompareRequest request, VisitStore visits, PlanSources sources)
    {
        var visit = await visits.Read(visitId);
        var frame = await visits.Frame(visit);
        var first = request.First is null ? frame.Plan : await sources.Take(request.First, frame.School);
        var other = await sources.Take(request.With, frame.School);
        var expansion = PlanExpansion.Expand(other, frame.Tempo, visits.Knowledge);
        return new(
            first,
            request.First is null ? frame.Expansion : PlanExpansion.Expand(first, frame.Tempo, visits.Knowledge),
            other,
            expansion,
            PlanCompare.Of(first, other, frame.Tempo, visits.Knowledge),
            PlanReview.Run(new(other, expansion, frame.School, frame.Tempo, visits.Knowledge))
        );
    }

    /// <summary>Past visits of this client, and what the practice kept.</summary>
    private static async Task<IReadOnlyList<SourceLine>> Sources(Guid visitId, VisitStore visits)
    {
        var visit = await visits.Read(visitId);
        var past = await Earlier(visit, visits, MostPast);
        var kept = await visits
            .Db.OwnFlows.AsNoTracking()
            .Where(f => f.RetiredAt == null)
            .OrderByDescending(f => f.AddedAt)
            .Select(f => new
            {
                f.Id,
                f.Name,
                f.Summary,
            })
            .ToListAsync();
        return
        [
            .. past.Select(v => new SourceLine(new(PlanSourceKind.Visit, v.Id.ToString()), v.Plan.Name, DaysSaid.Short.Format(v.Date))),
            .. kept.Select(f => new SourceLine(new(PlanSourceKind.Own, f.Id.ToString()), f.Name, f.Summary)),
        ];
    }

    /// <summary>What each part receives, beside the average of the last visits.</summary>
    private static async Task<StepEffects> EffectsOfStep(Guid visitId, string step, VisitStore visits, VisitPressure pressure)
    {
        var visit = await visits.Read(visitId);
        var frame = await visits.Frame(visit);
        frame.Plan.Step(step);
        var giver = (await pressure.Between(visit, frame)).Between.Practitioner.Practitioner;
        return new EffectsOf(frame.Knowledge, giver).Plan(frame.Plan, frame.Expansion).First(s => s.Step == step);
    }

    private static async Task<Dose> DoseOf(Guid visitId, VisitStore visits, VisitPressure pressure, BasisStore bases)
    {
        var visit = await visits.Read(visitId);
        var frame = await visits.Frame(visit);
        var earlier = await Earlier(visit, visits, DoseVisits);
        var newtons = (await pressure.Pressed(visit, frame)).Presses.ToDictionary(p => p.Step, p => p.Newtons);
        return Dose.Of(frame.Expansion, newtons).Against([.. earlier.Select(v => Dose.Of(bases.Of(v)[^1].Basis.Expansion))]);
    }

    private static async Task<List<Visit>> Earlier(Visit visit, VisitStore visits, int most)
    {
        var records = await visits.Db.RecordsOf(visit.Person);
        return (
            await visits
                .Db.Visits.AsNoTracking()
                .Include(v => v.Bases)
                    .ThenInclude(b => b.Words)
                .Where(v => records.Contains(v.ClientId) && v.SignedAt != null && v.Date < visit.Date)
                .OrderByDescending(v => v.Date)
                .Take(most)
                .ReadableAsync(v => v.Id)
        ).Read;
    }

    private const int MostPast = 12;

    /// <summary>Earlier visits a dose is compared with.</summary>
    private const int DoseVisits = 3;

    private static async Task<FitView> FitTo(Guid visitId, FitRequest request, VisitStore visits)
    {
        FitResult? fit = null;
        var view = await visits.Change(
            visitId,
            VisitAction.EditPlan,
            request.Version,
            (v, f) =>
            {
                fit = Fit.ToMinutes(f.Plan, request.Minutes, f.Tempo, visits.Knowledge, f.School);
                v.Plan = fit.Plan;
            }
        );
        return new(view, fit!.Cuts, fit.Optimal, fit.Reason);
    }

    /// <summary>What the plan would be in so many minutes, to look at before it is taken; the booked ones when not said.</summary>
    private static async Task<FitTried> TryFit(Guid visitId, double? minutes, VisitStore visits)
    {
        var frame = await visits.Frame(await visits.Read(visitId));
        var fit = Fit.ToMinutes(frame.Plan, minutes ?? frame.MinutesOnMat, frame.Tempo, visits.Knowledge, frame.School);
        return new(fit.Plan, fit.Expansion, fit.Cuts, fit.Reason);
    }
}
