using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Giving;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Reflect;

/// <summary>What was measured after, and the parts of the note written by hand; what is not given stays.</summary>
/// <param name="CaughtUp">What the draft said since of these parts has been read.</param>
/// <param name="Swap">A measure whose left and right were entered the wrong way round.</param>
public sealed record ReflectRequest(
    int Version,
    IReadOnlyList<Rating>? After = null,
    NoteEdits? Note = null,
    bool? CaughtUp = null,
    string? Swap = null
) : IOnVersion;

public sealed record AddendumRequest(string Text);

/// <summary>Reflect: did it help, what next.</summary>
public static class ReflectEndpoints
{
    public static void MapReflect(this RouteGroupBuilder visit)
    {
        visit.MapPut(
            "/reflect",
            (Guid visitId, ReflectRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    r.After is null && r.Swap is null ? VisitAction.EditNote : VisitAction.RateAfter,
                    r.Version,
                    (v, f) =>
                    {
                        v.Ratings = Ratings.Merge(v.Ratings, r.After ?? [], visits.Knowledge);
                        v.Ratings = r.Swap is { } family ? Ratings.Swapped(v.Ratings, family, after: true, visits.Knowledge) : v.Ratings;
                        v.Note = r.Note is { } note ? v.Note.With(note, f.Draft, r.CaughtUp is true) : v.Note;
                    }
                )
        );
        visit.MapPost(
            "/reflect/draft",
            (Guid visitId, DoneRequest r, VisitStore visits) =>
                visits.Change(visitId, VisitAction.EditNote, r.Version, (v, _) => v.Note = NoteEdits.None)
        );
        visit.MapPost("/sign", (Guid visitId, DoneRequest r, VisitStore visits, SessionStart start) => Sign(visitId, r, visits, start));
        visit.MapPost("/addenda", Add);
    }

    /// <summary>Signing seals basis, log and note. A visit that was never given gets its basis now.</summary>
    private static async Task<VisitView> Sign(Guid visitId, DoneRequest request, VisitStore visits, SessionStart start)
    {
        var visit = await visits.Read(visitId);
        var frame = await visits.Frame(visit);
        frame.AllowsAtAll(VisitAction.Sign).Require();
        await using var writing = await visits.Db.Database.BeginTransactionAsync();
        if (frame.Basis is null)
        {
            await visits.Db.AddBasis(Guid.CreateVersion7(), visitId, visits.Now, await start.Freeze(visit, frame));
        }

        var signed = await visits.Change(
            visitId,
            VisitAction.Sign,
            request.Version,
            (v, f) =>
            {
                v.Seal = f.MakeSeal();
                (v.SignedAt, v.SignedBy) = (visits.Now, visits.By);
            }
        );
        await visits.Recall(visitId);
        await writing.CommitAsync();
        return signed;
    }

    private static async Task<VisitView> Add(Guid visitId, AddendumRequest request, VisitStore visits, VisitNews news)
    {
        var visit = await visits.Read(visitId);
        (await visits.Frame(visit)).AllowsAtAll(VisitAction.Addend).Require();
        RefusalException.Unless(!string.IsNullOrWhiteSpace(request.Text), "empty-addendum", "Write what is to be added.", "/text");
        visits.Db.Addenda.Add(
            new()
            {
                VisitId = visit.Id,
                Text = request.Text.Trim(),
                By = visits.By,
                At = visits.Now,
            }
        );
        await visits.Save();
        await visits.Recall(visitId);
        await news.Changed(visitId);
        return await visits.View(visitId);
    }
}
