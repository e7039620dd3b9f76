using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Courses;
using AmpleLantern.Core.Planning;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Courses;

/// <summary>The plan this visit could have by what the last one found; all null where there was none.</summary>
/// <param name="Date">Of the visit it was found at.</param>
/// <param name="Taken">Whether the plan of this visit is that already.</param>
/// <param name="Helped">What it was for and did something about.</param>
/// <param name="LookAgain">Why the course it is of should not simply go on.</param>
public sealed record FromLastView(
    LocalDate? Date,
    Plan? Plan,
    double? Seconds,
    IReadOnlyList<PlanReason> Reasons,
    IReadOnlyList<HelpedAim> Helped,
    bool Taken,
    string? LookAgain = null
);

/// <summary>What the last session found, as the next plan.</summary>
public static class FromLast
{
    public static void MapFromLast(this RouteGroupBuilder visit) => visit.MapGet("/plan/from-last", View);

    private static async Task<FromLastView> View(Guid visitId, VisitStore visits)
    {
        var visit = await visits.Read(visitId);
        var frame = await visits.Frame(visit);
        var (school, tempo, minutes, plan) = (frame.School, frame.Tempo, frame.MinutesOnMat, frame.Plan);
        var records = await visits.Db.RecordsOf(visit.Person);
        var last = await visits
            .Db.Visits.AsNoTracking()
            .Where(v =>
                records.Contains(v.ClientId)
                && v.Id != visit.Id
                && v.CancelledAt == null
                && v.SignedAt != null
                && (v.Date < visit.Date || v.Date == visit.Date && v.At < visit.At)
                // Within a course its own visits say what comes next.
                && (visit.CourseId == null || v.CourseId == visit.CourseId)
            )
            .OrderByDescending(v => v.Date)
            .ThenByDescending(v => v.At)
            .Select(v => v.Id)
            .FirstOrDefaultAsync();
        if (last == default)
        {
            return new(null, null, null, [], [], false);
        }

        var past = await visits.Read(last);
        var found = await visits.Frame(past);
        var session = new SessionFound(
            PlanCheck.Readable(found.Plan, visits.Knowledge).Plan,
            found.Given,
            [.. found.State.Responses.Select(r => (r.Step, r.Response))],
            found.Changes,
            await Aims(visit, past, visits)
        );
        var next = NextPlan.From(session, minutes, school, tempo, visits.Knowledge);
        return new(
            past.Date,
            next.Plan,
            PlanExpansion.Expand(next.Plan, tempo, visits.Knowledge).TotalSeconds,
            next.Reasons,
            WhatHelped.From(session, visits.Knowledge),
            Same(next.Plan, plan),
            await LookAgain(visit, visits)
        );
    }

    private static async Task<string?> LookAgain(Visit visit, VisitStore visits)
    {
        var course = visit.CourseId is { } id
            ? await visits.Db.Courses.AsNoTracking().SingleOrDefaultAsync(c => c.Id == id && c.EndedAt == null)
            : null;
        return course is null ? null : (await CourseEndpoints.View(course, visits.Db, visits)).Standing.LookAgain;
    }

    private static async Task<IReadOnlyList<WantedAim>> Aims(Visit visit, Visit past, VisitStore visits)
    {
        var course = visit.CourseId is { } id ? await visits.Db.Courses.AsNoTracking().SingleOrDefaultAsync(c => c.Id == id) : null;
        return course is { Terms.Aims.Count: > 0 }
            ? course.Terms.Aims
            : Core.Measures.Suggested.By([.. past.Interviews.Select(i => (i.Complaint, i.Side))], visits.Knowledge).Aims;
    }

    private static bool Same(Plan one, Plan other) =>
        one.WorseSide == other.WorseSide
        && one.Steps.Count == other.Steps.Count
        && one.Steps.Zip(other.Steps)
            .All(p =>
                (p.First.Id, p.First.Technique, p.First.Level, p.First.Repeats, p.First.Pinned)
                == (p.Second.Id, p.Second.Technique, p.Second.Level, p.Second.Repeats, p.Second.Pinned)
            );
}
