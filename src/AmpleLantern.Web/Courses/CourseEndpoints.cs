using AmpleLantern.Core;
using AmpleLantern.Core.Courses;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Courses;

/// <summary>A visit of a course, and what it came to.</summary>
public sealed record CourseVisit(Guid Id, LocalDate Date, LocalTime At, VisitPhase Phase, string PlanName, Helped Helped);

/// <summary>A course with its visits and where it stands.</summary>
public sealed record CourseView(
    Guid Id,
    CourseTerms Terms,
    IReadOnlyList<CourseVisit> Visits,
    CourseStanding Standing,
    Instant? EndedAt,
    string? EndReason
);

/// <param name="CancelRest">Takes the visits that have not begun out of the diary.</param>
public sealed record EndCourse(string Reason, bool CancelRest = false);

/// <summary>Several visits planned together: where they stand, and when to stop.</summary>
public static class CourseEndpoints
{
    private const int ShortestReason = 4;

    public static void MapCourses(this RouteGroupBuilder api)
    {
        api.MapGet("/clients/{clientId:guid}/courses", Of).RequireAuthorization(Policies.Treat);
        api.MapPost("/courses/{courseId:guid}/end", End).RequireAuthorization(Policies.Treat);
    }

    private static async Task<IReadOnlyList<CourseView>> Of(
        Guid clientId,
        LanternDb db,
        VisitStore visits,
        ReadTrail trail,
        CurrentPerson person
    )
    {
        clientId = await db.PersonOf(clientId);
        await trail.Note(db, person, $"courses of client {clientId}", clientId);
        var records = await db.RecordsOf(clientId);
        var courses = await db
            .Courses.AsNoTracking()
            .Where(c => records.Contains(c.ClientId))
            .OrderByDescending(c => c.MadeAt)
            .ToListAsync();
        var views = new List<CourseView>();
        foreach (var course in courses)
        {
            views.Add(await View(course, db, visits));
        }

        return views;
    }

    internal static async Task<CourseView> View(Course course, LanternDb db, VisitStore visits)
    {
        var ids = await db
            .Visits.AsNoTracking()
            .Where(v => v.CourseId == course.Id)
            .OrderBy(v => v.Date)
            .ThenBy(v => v.At)
            .Select(v => v.Id)
            .ToListAsync();
        var lines = new List<CourseVisit>();
        foreach (var id in ids)
        {
            var visit = await visits.Read(id);
            var frame = await visits.Frame(visit);
            lines.Add(
                new(
                    id,
                    visit.Date,
                    visit.At,
                    frame.Phase,
                    frame.Plan.Name,
                    OutcomeShown.Of(frame.Changes, visit.Seal?.Measures, frame.Knowledge).Helped
                )
            );
        }

        return new(
            course.Id,
            course.Terms,
            lines,
            CourseStanding.Of(
                [.. lines.Where(l => l.Phase is VisitPhase.Finished or VisitPhase.Signed).Select(l => l.Helped)],
                visits.Knowledge
            ),
            course.EndedAt,
            course.EndReason
        );
    }

    private static async Task<CourseView> End(Guid courseId, EndCourse request, LanternDb db, VisitStore visits)
    {
        RefusalException.Unless(
            request.Reason.Trim().Length >= ShortestReason,
            "reason-too-short",
            "Say in a few words why it ends.",
            "/reason"
        );
        var course =
            await db.Courses.SingleOrDefaultAsync(c => c.Id == courseId && c.EndedAt == null)
            ?? throw new RefusalException("not-found", "There is no such course, or it has ended already.");
        (course.EndedAt, course.EndedBy, course.EndReason) = (visits.Now, visits.By, request.Reason.Trim());
        if (request.CancelRest)
        {
            var today = visits.Clock.Today;
            var rest = await db
                .Visits.Where(v =>
                    v.CourseId == courseId && v.Date >= today && v.ArrivedAt == null && v.SignedAt == null && v.CancelledAt == null
                )
                .ToListAsync();
            foreach (var visit in rest)
            {
                (visit.CancelledAt, visit.CancelledBy, visit.CancelReason) = (visits.Now, visits.By, course.EndReason);
            }
        }

        await db.SaveChangesAsync();
        return await View(course, db, visits);
    }
}
