using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Checking;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Bench;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Keeping;
using AmpleLantern.Web.Rules;
using AmpleLantern.Web.Serving;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Practice;

/// <summary>How far a look through all records has come, and what reads oddly.</summary>
/// <param name="FinishedAt">Null until one has gone through.</param>
public sealed record CheckState(bool Running, long Looked, long All, IReadOnlyList<Oddity> Odd, Instant? FinishedAt, string? Failed);

/// <summary>A record to mend: kind and id as the report names them.</summary>
public sealed record MendRequest(string Kind, string Id);

/// <summary>Looks through every record behind the page, and mends those the owner names.</summary>
public sealed class CheckRun(RuleBook book, IServiceScopeFactory scopes, IClock clock, ILogger<CheckRun> log)
    : PageJob<CheckState>(new(false, 0, 0, [], null, null), scopes, log)
{
    private static readonly Data.Audit.NamedActor TheProgram = new("the program");

    protected override CheckState Begun => new(true, 0, 0, [], null, null);

    protected override async Task Run(IServiceProvider services)
    {
        var check = new RecordCheck(Opening(services), book.Current, clock, TheProgram);
        var report = await check.Run((looked, all) => State = State with { Looked = looked, All = all });
        State = State with { Running = false, Odd = report.Odd, FinishedAt = clock.GetCurrentInstant() };
    }

    /// <summary>Opens the database as often as it is looked at from several sides at once.</summary>
    private static Func<LanternDb> Opening(IServiceProvider services)
    {
        var options = services.GetRequiredService<DbContextOptions<LanternDb>>();
        return () => new(options);
    }

    protected override CheckState Broken(CheckState state, string sentence) => state with { Running = false, Failed = sentence };

    /// <summary>Mends one record; a copy of everything is taken before the first.</summary>
    public async Task<CheckState> Mend(MendRequest request, IServiceProvider services, CurrentPerson person, CopySchedule copies)
    {
        Core.RefusalException.Unless(
            State.Odd.Any(o => o.Kind == request.Kind && o.Id == request.Id),
            "not-found",
            "This record was not found odd. Look through them anew.",
            "/id"
        );
        await copies.Take(person);
        var left = await new RecordCheck(Opening(services), book.Current, clock, person).Mend(request.Kind, request.Id);
        State = State with { Odd = [.. State.Odd.Where(o => o.Kind != request.Kind || o.Id != request.Id), .. left] };
        return State;
    }
}

/// <summary>The look through all records, for the owner.</summary>
public static class CheckEndpoints
{
    public static void MapCheck(this RouteGroupBuilder api)
    {
        var check = api.MapGroup("/check").RequireAuthorization(Policies.Own);
        check.MapGet("", (CheckRun job) => job.State);
        check.MapPost("", (CheckRun job) => job.Start());
        check.MapPost(
            "/mend",
            (MendRequest r, CheckRun job, HttpContext http, CurrentPerson person, CopySchedule copies) =>
                job.Mend(r, http.RequestServices, person, copies)
        );
    }
}
