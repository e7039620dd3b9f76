using AmpleLantern.Core;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Reflect;

/// <summary>What was measured after, and the parts of the note written by hand; what is not given stays.</summary>
public sealed record ReflectRequest(int Version, IReadOnlyList<Rating>? After = null, NoteEdits? Note = null) : IOnVersion;

public sealed record AddendumRequest(string Text);

/// <summary>Reflect: did it help, what next.</summary>
public static class ReflectEndpoints
{
    public static void MapReflect(this RouteGroupBuilder visit)
    {
        visit.MapPut("/reflect", (Guid visitId, ReflectRequest r, VisitDesk desk) => desk.Change(visitId, r.Version, (v, _) =>
        {
            v.Ratings = Ratings.Merge(v.Ratings, r.After ?? [], desk.Knowledge);
            v.Note = v.Note.With(r.Note ?? NoteEdits.None);
        }));
        visit.MapPost("/reflect/draft", (Guid visitId, DoneRequest r, VisitDesk desk) => desk.Change(visitId, r.Version, (v, _) => v.Note = NoteEdits.None));
        visit.MapPost("/sign", (Guid visitId, DoneRequest r, VisitDesk desk) => desk.Change(visitId, r.Version, (v, f) => Sign(v, f, desk)))
            .RequireAuthorization(Policies.Sign);
        visit.MapPost("/addenda", Add).RequireAuthorization(Policies.Sign);
    }

    private static void Sign(Visit visit, VisitFrame frame, VisitDesk desk)
    {
        if (frame.State.Phase is GivePhase.Running or GivePhase.Paused or GivePhase.Stopped)
        {
            throw new RefusalException("session-running", "The session is still running. Finish it before you sign.");
        }

        visit.Snapshot = frame.TakeSnapshot();
        (visit.SignedAt, visit.SignedBy) = (desk.Now, desk.Person.Name);
    }

    private static async Task<VisitView> Add(Guid visitId, AddendumRequest request, VisitDesk desk)
    {
        var visit = await desk.Load(visitId);
        if (visit.SignedAt is null)
        {
            throw new RefusalException("not-signed", "This visit is not signed yet. Change the note itself.");
        }

        if (string.IsNullOrWhiteSpace(request.Text))
        {
            throw new RefusalException("empty-addendum", "Write what is to be added.", "/text");
        }

        desk.Db.Addenda.Add(new() { VisitId = visit.Id, Text = request.Text.Trim(), By = desk.Person.Name, At = desk.Now });
        await desk.Save();
        return await desk.View(visitId);
    }
}
