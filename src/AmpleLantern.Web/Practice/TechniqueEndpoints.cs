using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Planning;
using AmpleLantern.Web.Rules;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Practice;

/// <summary>A technique of the practice's own, with who made it and when.</summary>
/// <param name="SetAside">Why it is not offered any more, where this version cannot read it.</param>
public sealed record OwnTechniqueLine(
    string Id,
    string Name,
    string How,
    string? Author,
    Instant? AddedAt,
    Instant? RetiredAt,
    string? SetAside
);

/// <summary>Ways of working the practice made itself.</summary>
public static class TechniqueEndpoints
{
    public static void MapTechniques(this RouteGroupBuilder api)
    {
        var techniques = api.MapGroup("/techniques").RequireAuthorization(Policies.Treat);
        techniques.MapGet("", All);
        techniques.MapPost("/favourites", AddStep.Favour);
        techniques.MapPost("", Add).RequireAuthorization(Policies.Sign);
        techniques.MapPost("/{id}/retire", Retire).RequireAuthorization(Policies.Sign);
    }

    private static async Task<IReadOnlyList<OwnTechniqueLine>> All(LanternDb db, RuleBook book, StaffNames names)
    {
        var (own, odd) = await db.OwnTechniques.AsNoTracking().OrderByDescending(t => t.AddedAt).ReadableAsync(t => t.Id);
        string? Aside(string id) => book.SetAside.FirstOrDefault(a => a.Id == id)?.Why;
        return
        [
            .. odd.Select(o => new OwnTechniqueLine(o.Id, "A technique that cannot be read", "", null, null, null, Aside(o.Id) ?? o.Why)),
            .. own.Select(t => new OwnTechniqueLine(
                t.Id,
                t.Way.Technique.Name,
                t.Way.Technique.How,
                names.Of(t.Author),
                t.AddedAt,
                t.RetiredAt,
                Aside(t.Id)
            )),
        ];
    }

    private static async Task<IReadOnlyList<OwnTechniqueLine>> Add(
        OwnWayDraft draft,
        LanternDb db,
        RuleBook book,
        VisitStore visits,
        CurrentPerson person,
        StaffNames names
    )
    {
        var day = NodaTime.Text.LocalDatePattern.Iso.Format(visits.Clock.Today);
        var id = $"{OwnWay.Prefix}{Guid.CreateVersion7():n}";
        var way = draft.Made(id, new(Source.OwnTechnique, $"{person.Name}, {day}"), book.Current);
        db.OwnTechniques.Add(
            new()
            {
                Id = id,
                Way = way,
                Author = visits.By,
                AddedAt = visits.Now,
            }
        );
        await db.SaveChangesAsync();
        await book.Read(db);
        return await All(db, book, names);
    }

    private static async Task<IReadOnlyList<OwnTechniqueLine>> Retire(
        string id,
        LanternDb db,
        RuleBook book,
        VisitStore visits,
        StaffNames names
    )
    {
        var technique =
            await db.OwnTechniques.SingleOrDefaultAsync(t => t.Id == id && t.RetiredAt == null)
            ?? throw new RefusalException("not-found", "This is no technique of your own, or it is retired already. Shipped ones stay.");
        technique.RetiredAt = visits.Now;
        await db.SaveChangesAsync();
        await book.Read(db);
        return await All(db, book, names);
    }
}
