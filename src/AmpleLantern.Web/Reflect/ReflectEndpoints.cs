using AmpleLantern.Core;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Web.Give;
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
        visit.MapPut("/reflect", (Guid visitId, ReflectRequest r, VisitDesk desk) => desk.Change(visitId, r.After is null ? VisitAction.EditNote : VisitAction.RateAfter, r.Version, (v, _) =>
        {
            v.Ratings = Ratings.Merge(v.Ratings, r.After ?? [], desk.Knowledge);
            v.Note = v.Note.With(r.Note ?? NoteEdits.None);
        }));
        visit.MapPost("/reflect/draft", (Guid visitId, DoneRequest r, VisitDesk desk) =>
            desk.Change(visitId, VisitAction.EditNote, r.Version, (v, _) => v.Note = NoteEdits.None));
        visit.MapPost("/sign", (Guid visitId, DoneRequest r, VisitDesk desk, SessionStart start) => Sign(visitId, r, desk, start));
        visit.MapPost("/addenda", Add);
    }

    /// <summary>Signing seals basis, log and note. A visit that was never given gets its basis now.</summary>
    private static async Task<VisitView> Sign(Guid visitId, DoneRequest request, VisitDesk desk, SessionStart start)
    {
        var visit = await desk.Read(visitId);
        var frame = await desk.Frame(visit);
        frame.MayAtAll(VisitAction.Sign).Require();
        await using var writing = await desk.Db.Database.BeginTransactionAsync();
        if (frame.Basis is null)
        {
            await desk.Db.AddBasis(Guid.CreateVersion7(), visitId, desk.Now, await start.Freeze(visit, frame));
        }

        var signed = await desk.Change(visitId, VisitAction.Sign, request.Version, (v, f) =>
        {
            v.Seal = f.MakeSeal();
            (v.SignedAt, v.SignedBy) = (desk.Now, desk.By);
        });
        await writing.CommitAsync();
        return signed;
    }

    private static async Task<VisitView> Add(Guid visitId, AddendumRequest request, VisitDesk desk, VisitNews news)
    {
        var visit = await desk.Read(visitId);
        (await desk.Frame(visit)).MayAtAll(VisitAction.Addend).Require();
        RefusalException.Unless(!string.IsNullOrWhiteSpace(request.Text), "empty-addendum", "Write what is to be added.", "/text");
        desk.Db.Addenda.Add(new() { VisitId = visit.Id, Text = request.Text.Trim(), By = desk.By, At = desk.Now });
        await desk.Save();
        await news.Changed(visitId);
        return await desk.View(visitId);
    }
}
