using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Web.Library;
using AmpleLantern.Web.Planning;
using AmpleLantern.Web.Screening;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Giving;

/// <summary>A change of what is still to come.</summary>
/// <param name="Id">Of the event, made by the device; sent again it changes nothing.</param>
/// <param name="Swaps">Swaps the screen offered after a response.</param>
/// <param name="Edits">Steps left out, their level, contact or repeats from here on.</param>
/// <param name="BreathsPerMinute">The client breathes so fast: what is still to come is given in that breath.</param>
/// <param name="Insert">A plan whose work is put in, before the step named or at the end.</param>
/// <param name="Add">One step more, of those that are taught.</param>
public sealed record AmendRequest(
    Guid Id,
    Instant At,
    string? Device = null,
    long Counter = 0,
    IReadOnlyList<SwapChoice>? Swaps = null,
    IReadOnlyList<PlanEdit>? Edits = null,
    PlanSource? Insert = null,
    string? Before = null,
    double? BreathsPerMinute = null,
    TaughtPlace? Add = null
);

/// <summary>A step that is taught somewhere, and the one of the plan it is put behind.</summary>
public sealed record TaughtPlace(string Taught, string After);

/// <summary>A session's plan changed on the way: an event with a basis of its own from that moment on.</summary>
public static class AmendEndpoint
{
    public static void MapAmend(this RouteGroupBuilder visit) => visit.MapPost("/give/amend", Amend);

    private static async Task<VisitView> Amend(
        Guid visitId,
        AmendRequest request,
        VisitStore visits,
        PlanSources sources,
        SessionStart start,
        VisitNews news
    )
    {
        var visit = await visits.Read(visitId);
        if (visit.Events.Any(e => e.Id == request.Id))
        {
            return await visits.View(visitId);
        }

        var frame = await visits.Frame(visit);
        frame.AllowsAtAll(VisitAction.Amend).Require();
        var knowledge = frame.Knowledge;
        var plan = frame.Plan;
        foreach (var swap in request.Swaps ?? [])
        {
            plan = Swaps.Apply(frame.Subject, swap.Step, swap.Replacement, frame.Context with { Plan = plan });
        }

        foreach (var edit in request.Edits ?? [])
        {
            plan = PlanEdits.Apply(plan, edit with { By = visits.By }, knowledge);
        }

        if (request.Insert is { } source)
        {
            plan = PlanSets.Insert(plan, await sources.Take(source, frame.School), request.Before);
        }

        if (request.Add is { } add)
        {
            plan = AddStep.Put(plan, add.Taught, add.After, frame);
        }

        var tempo = request.BreathsPerMinute is { } breaths ? TempoOf.Breathing(frame.Tempo, breaths, knowledge) : frame.Tempo;
        if (tempo == frame.Tempo || plan != frame.Plan)
        {
            plan = Amendment.StillToCome(frame.Plan, plan, frame.Session.StepAt(frame.State, visits.Now).Id);
        }

        PlanCheck.Check(plan, knowledge);
        var changed = frame.Context with { Plan = plan, Tempo = tempo, Expansion = PlanExpansion.Expand(plan, tempo, knowledge) };
        var screen = Screener.Findings(frame.Subject, changed);
        Amendment.RequireNothingNew(frame.Start, StartGate.Decide(screen.Findings, frame.Overrides));
        var basis = await start.Amend(visit, frame, changed, screen);
        var at = request.At > visits.Now ? visits.Now : request.At;
        await using var writing = await visits.Db.Database.BeginTransactionAsync();
        if (!await visits.Db.SessionEvents.AnyAsync(e => e.Id == request.Id))
        {
            visits.Db.SessionEvents.Add(
                new()
                {
                    Id = request.Id,
                    VisitId = visitId,
                    At = at,
                    ReceivedAt = visits.Now,
                    Kind = GiveEventKind.PlanAmended,
                    Text = Amendment.Say(frame.Plan, plan, tempo == frame.Tempo ? null : tempo),
                    Device = request.Device,
                    Counter = request.Counter,
                    By = visits.By,
                }
            );
            await visits.Db.AddBasis(request.Id, visitId, at, basis);
            await visits.Save();
        }

        await writing.CommitAsync();
        await news.Changed(visitId);
        return await visits.View(visitId);
    }
}
