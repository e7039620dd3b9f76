using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Bench;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Rules;
using AmpleLantern.Web.Serving;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Practice;

/// <summary>How far a screening of all clients has come, and whose verdict it changed.</summary>
/// <param name="Changes">At most the first hundred.</param>
public sealed record RescreenState(
    bool Running,
    int Done,
    int Total,
    int Changed,
    IReadOnlyList<VerdictChange> Changes,
    Instant? FinishedAt,
    string? Failed
);

/// <summary>
/// Screens every client anew against their latest plan, with the shipped rules alone and with the practice's own. Runs behind the
/// page; what it finds is shown as it goes on.
/// </summary>
public sealed class Rescreen(RuleBook book, IServiceScopeFactory scopes, IClock clock, ILogger<Rescreen> log)
    : PageJob<RescreenState>(new(false, 0, 0, 0, [], null, null), scopes, log)
{
    private const int Batch = 250;
    private const int MostShown = 100;

    protected override RescreenState Begun => new(true, 0, 0, 0, [], null, null);

    protected override RescreenState Broken(RescreenState state, string sentence) => state with { Running = false, Failed = sentence };

    /// <summary>The verdict of one stored visit under some knowledge.</summary>
    public static string Verdict(Visit visit, PracticeKnowledge knowledge)
    {
        var (subject, tempo) = Of(visit, knowledge);
        return Screener.VerdictOf(subject, PlanCheck.Readable(visit.Plan, knowledge).Plan, SchoolOf(visit, knowledge), tempo, knowledge);
    }

    /// <summary>Whether one rule has something to say of one stored visit.</summary>
    public static bool Speaks(Rule rule, Visit visit, PracticeKnowledge knowledge)
    {
        var (subject, tempo) = Of(visit, knowledge);
        return Screener
            .Run(subject, PlanCheck.Readable(visit.Plan, knowledge).Plan, SchoolOf(visit, knowledge), tempo, knowledge)
            .Findings.Any(f => f.Rule == rule.Id);
    }

    private static School SchoolOf(Visit visit, KnowledgeBase knowledge) => knowledge.Schools.Find(visit.School) ?? knowledge.HouseSchool;

    private static (ScreenSubject Subject, Tempo Tempo) Of(Visit visit, PracticeKnowledge knowledge)
    {
        var client = visit.Client!;
        return (PersonOnTheDay.Of(visit, knowledge), TempoOf.Stored(client.BreathsPerMinute, client.StatureCm, null, knowledge).Tempo);
    }

    protected override async Task Run(IServiceProvider services)
    {
        var db = services.GetRequiredService<LanternDb>();
        var latest = (
            await db
                .Visits.AsNoTracking()
                .Select(v => new
                {
                    v.Id,
                    v.Date,
                    v.At,
                    Person = v.Client!.MergedInto ?? v.ClientId,
                })
                .ToListAsync()
        ).GroupBy(v => v.Person).Select(g => g.MaxBy(v => v.Date + v.At)!.Id).ToList();
        var (done, changed, changes) = (0, 0, new List<VerdictChange>());
        foreach (var batch in latest.Chunk(Batch))
        {
            var visits = (
                await db
                    .Visits.AsNoTracking()
                    .Include(v => v.Client!)
                        .ThenInclude(c => c.Facts)
                    .Where(v => batch.Contains(v.Id))
                    .ReadableAsync(v => v.Id)
            ).Read;
            foreach (var visit in visits.Where(v => v.Client!.MergedInto is not null))
            {
                // What is known of a person stands in the record that was kept.
                visit.Client = await db.Clients.AsNoTracking().Include(c => c.Facts).SingleAsync(c => c.Id == visit.Client!.MergedInto);
            }

            var verdicts = visits
                .AsParallel()
                .Select(v => (Visit: v, Before: Verdict(v, book.ShippedOnly), After: Verdict(v, book.Current)))
                .ToList();
            foreach (var (visit, before, after) in verdicts.Where(v => v.Before != v.After))
            {
                changed++;
                if (changes.Count < MostShown)
                {
                    changes.Add(new(visit.Id, visit.Client!.Name, visit.Date, before, after));
                }
            }

            done += batch.Length;
            State = new(true, done, latest.Count, changed, [.. changes], null, null);
        }

        State = State with { Running = false, Done = done, Total = latest.Count, FinishedAt = clock.GetCurrentInstant() };
    }
}
