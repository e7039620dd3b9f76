using AmpleLantern.Data;
using AmpleLantern.Web.Access;

namespace AmpleLantern.Web.Visits;

/// <summary>Reading a visit whole.</summary>
public static class VisitEndpoints
{
    public static void MapVisit(this RouteGroupBuilder visits) => visits.MapGet("", Get);

    private static async Task<VisitView> Get(Guid visitId, VisitDesk desk, ReadTrail trail, LanternDb db, CurrentPerson person)
    {
        var view = await desk.View(visitId);
        await trail.Note(db, person, $"visit {visitId}", view.Client.Id);
        return view;
    }
}
