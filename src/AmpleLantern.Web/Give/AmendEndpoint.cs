using AmpleLantern.Core;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Web.Library;
using AmpleLantern.Web.Screen;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Give;

/// <summary>A change of what is still to come.</summary>
/// <param name="Id">Of the event, made by the device; sent again it changes nothing.</param>
/// <param name="Swaps">Swaps the screen offered after a response.</param>
/// <param name="Edits">Steps left out, their level, contact or repeats from here on.</param>
/// <param name="Insert">A plan whose work is put in, before the step named or at the end.</param>
public sealed record AmendRequest(
    Guid Id, Instant At, string? Device = null, long Counter = 0, IReadOnlyList<SwapChoice>? Swaps = null, IReadOnlyList<PlanEdit>? Edits = null,
    PlanSource? Insert = null, string? Before = null);

/// <summary>A session's plan changed on the way: an event with a basis of its own from that moment on.</summary>
public static class AmendEndpoint
{
    public static void MapAmend(this RouteGroupBuilder visit) => visit.MapPost("/give/amend", Amend);

    private static async Task<VisitView> Amend(Guid visitId, AmendRequest request, VisitDesk desk, PlanShelf shelf, SessionStart start, VisitNews news)
    {
        var visit = await desk.Read(visitId);
        if (visit.Events.Any(e => e.Id == request.Id))
        {
            return await desk.View(visitId);
        }

        var frame = await desk.Frame(visit);
        frame.MayAtAll(VisitAction.Amend).Require();
        var knowledge = frame.Knowledge;
        var plan = frame.Plan;
        foreach (var swap in request.Swaps ?? [])
        {
            plan = Swaps.Apply(frame.Subject, swap.Step, swap.Replacement, frame.Context with { Plan = plan });
        }

        foreach (var edit in request.Edits ?? [])
        {
            plan = PlanEdits.Apply(plan, edit with { By = desk.By }, knowledge);
        }

        if (request.Insert is { } source)
        {
            plan = PlanSets.Insert(plan, await shelf.Take(source, frame.School), request.Before);
        }

        plan = Amendment.StillToCome(frame.Plan, plan, frame.Session.StepAt(frame.State, desk.Now).Id);
        PlanCheck.Check(plan, knowledge);
        var changed = frame.Context with { Plan = plan, Expansion = PlanExpansion.Expand(plan, frame.Tempo, knowledge) };
        var screen = Core.Screening.Screen.Findings(frame.Subject, changed);
        Amendment.RequireNothingNew(frame.Start, StartGate.Decide(screen.Findings, frame.Overrides));
        var basis = await start.Amend(visit, frame, changed, screen);
        var at = request.At > desk.Now ? desk.Now : request.At;
        await using var writing = await desk.Db.Database.BeginTransactionAsync();
        if (!await desk.Db.SessionEvents.AnyAsync(e => e.Id == request.Id))
        {
            desk.Db.SessionEvents.Add(new()
            {
                Id = request.Id,
                VisitId = visitId,
                At = at,
                ReceivedAt = desk.Now,
                Kind = GiveEventKind.PlanAmended,
                Text = Amendment.Say(frame.Plan, plan),
                Device = request.Device,
                Counter = request.Counter,
                By = desk.By,
            });
            await desk.Db.AddBasis(request.Id, visitId, at, basis);
            await desk.Save();
        }

        await writing.CommitAsync();
        await news.Changed(visitId);
        return await desk.View(visitId);
    }
}
