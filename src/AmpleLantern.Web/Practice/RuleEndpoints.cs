using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Bench;
using AmpleLantern.Web.Rules;
using AmpleLantern.Web.Time;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Practice;

/// <summary>A rule of the practice's own, as written on the screen.</summary>
/// <param name="Draft">The rule as the form fills it in.</param>
/// <param name="When">Or its condition in full,</param>
/// <param name="Then">and its effects.</param>
/// <param name="Instead">What to do instead, in plain words.</param>
/// <param name="Reason">Why this practice has it; kept with the author's name.</param>
public sealed record OwnRuleRequest(
    string Title,
    string Why,
    string Instead,
    string Reason,
    RuleDraft? Draft = null,
    Condition? When = null,
    IReadOnlyList<Ruling>? Then = null
);

/// <summary>Taking a rule of one's own out again.</summary>
public sealed record RetireRequest(string Id);

/// <summary>A rule as it is shown: the condition in words, and for own rules who, when and why.</summary>
public sealed record RuleLine(
    Rule Rule,
    string When,
    string? Author,
    Instant? AddedAt,
    string? Reason,
    Instant? RetiredAt,
    string? SetAside = null
);

/// <summary>A visit's verdict without and with a rule.</summary>
public sealed record VerdictChange(Guid VisitId, string Client, LocalDate Date, string Before, string After);

/// <summary>What a rule would do before it is kept.</summary>
/// <param name="Changes">The visits to come in which it would speak, with the verdict before and after.</param>
/// <param name="Touches">The flows of the library it would touch, for a person of whom its condition holds.</param>
public sealed record RuleTry(string When, IReadOnlyList<string> Touches, int VisitsLookedAt, IReadOnlyList<VerdictChange> Changes);

/// <summary>Rules: the shipped ones to read, one's own to write, try and retire.</summary>
public static class RuleEndpoints
{
    private const int ShortestReason = 10;
    private const int MostLookedAt = 400;

    public static void MapRules(this RouteGroupBuilder api)
    {
        var rules = api.MapGroup("/rules").RequireAuthorization(Policies.Treat);
        rules.MapGet("", All);
        rules.MapPost("/try", Try).RequireAuthorization(Policies.Own);
        rules.MapPost("", Add).RequireAuthorization(Policies.Own);
        rules.MapPost("/retire", Retire).RequireAuthorization(Policies.Own);
        rules.MapPost("/rescreen", (Rescreen job) => job.Start()).RequireAuthorization(Policies.Own);
        rules.MapGet("/rescreen", (Rescreen job) => job.State).RequireAuthorization(Policies.Own);
    }

    private static async Task<IReadOnlyList<RuleLine>> All(RuleBook book, LanternDb db, StaffNames names)
    {
        var (own, odd) = await db.OwnRules.AsNoTracking().OrderByDescending(r => r.AddedAt).ReadableAsync(r => r.Id);
        return
        [
            .. odd.Select(o => new RuleLine(
                new(o.Id, "A rule that cannot be read", new(Source.OwnRule, ""), new(), [], "", [], []),
                "",
                null,
                null,
                null,
                null,
                book.SetAside.FirstOrDefault(a => a.Id == o.Id)?.Why ?? $"This rule cannot be read: {o.Why}"
            )),
            .. own.Select(r =>
            {
                var aside =
                    book.SetAside.FirstOrDefault(a => a.Id == r.Id)?.Why
                    ?? (r.RetiredAt is not null && RuleChecks.Of(r.Rule, book.Current) is [var wrong, ..] ? wrong.Reason : null);
                return new RuleLine(
                    r.Rule,
                    aside is null ? Spoken(r.Rule, book.Current) : "",
                    names.Of(r.Author),
                    r.AddedAt,
                    r.Reason,
                    r.RetiredAt,
                    aside
                );
            }),
            .. book.ShippedOnly.Rules.All.Select(r => new RuleLine(r, Spoken(r, book.ShippedOnly), null, null, null, null)),
        ];
    }

    private static string Spoken(Rule rule, PracticeKnowledge knowledge) => Conditions.Spoken(rule.When, knowledge);

    private static async Task<RuleTry> Try(OwnRuleRequest request, RuleBook book, LanternDb db, VisitStore visits, CurrentPerson person)
    {
        var rule = Checked(request, book, person, visits.Clock);
        var with = book.Current.And(rule);
        var today = visits.Clock.Today;
        var coming = (
            await db
                .Visits.AsNoTracking()
                .Include(v => v.Client!)
                    .ThenInclude(c => c.Facts)
                .Where(v => v.Date >= today && v.SignedAt == null)
                .OrderBy(v => v.Date)
                .ThenBy(v => v.At)
                .Take(MostLookedAt)
                .ReadableAsync(v => v.Id)
        ).Read;
        var changes = coming
            .Where(v => Rescreen.Speaks(rule, v, with))
            .Select(v => (v, Before: Rescreen.Verdict(v, book.Current), After: Rescreen.Verdict(v, with)))
            .Select(x => new VerdictChange(x.v.Id, x.v.Client!.Name, x.v.Date, x.Before, x.After))
            .ToList();
        return new(Spoken(rule, with), Touched(rule, with), coming.Count, changes);
    }

    private static IReadOnlyList<string> Touched(Rule rule, PracticeKnowledge knowledge) =>
        [
            .. knowledge
                .Flows.All.Where(f =>
                    FlowPlans
                        .FromFlow(f, knowledge, knowledge.HouseSchool)
                        .Steps.Any(s => rule.Then.Any(e => e.On is null || new Touching(knowledge).Touches(e.On, null, s)))
                )
                .Select(f => f.Name),
        ];

    private static async Task<IReadOnlyList<RuleLine>> Add(
        OwnRuleRequest request,
        RuleBook book,
        LanternDb db,
        VisitStore visits,
        CurrentPerson person,
        StaffNames names
    )
    {
        var rule = Checked(request, book, person, visits.Clock);
        db.OwnRules.Add(
            new()
            {
                Id = rule.Id,
                Rule = rule,
                Reason = request.Reason.Trim(),
                Author = visits.By,
                AddedAt = visits.Now,
            }
        );
        await db.SaveChangesAsync();
        await book.Read(db);
        return await All(book, db, names);
    }

    private static async Task<IReadOnlyList<RuleLine>> Retire(
        RetireRequest request,
        RuleBook book,
        LanternDb db,
        VisitStore visits,
        StaffNames names
    )
    {
        var rule =
            await db.OwnRules.SingleOrDefaultAsync(r => r.Id == request.Id && r.RetiredAt == null)
            ?? throw new RefusalException("not-found", "This is no rule of your own, or it is retired already. Shipped rules stay.");
        (rule.RetiredAt, rule.RetiredBy) = (visits.Now, visits.By);
        await db.SaveChangesAsync();
        await book.Read(db);
        return await All(book, db, names);
    }

    /// <summary>The request as a rule, or a sentence that says what to correct.</summary>
    private static Rule Checked(OwnRuleRequest request, RuleBook book, CurrentPerson person, PracticeClock clock)
    {
        RefusalException.Unless(
            request.Title.Trim().Length >= 5,
            "title-missing",
            "Write what a colleague would say, in a few words.",
            "/title"
        );
        RefusalException.Unless(
            request.Why.Trim().Length >= ShortestReason,
            "why-missing",
            "Write why, so that whoever meets it understands.",
            "/why"
        );
        RefusalException.Unless(request.Instead.Trim().Length >= 3, "instead-missing", "Write what to do instead.", "/instead");
        RefusalException.Unless(
            request.Reason.Trim().Length >= ShortestReason,
            "reason-too-short",
            $"Write the reason for having this rule in at least {ShortestReason} letters.",
            "/reason"
        );
        var (when, then) = request.Draft is { } draft ? (draft.When(), draft.Then()) : (request.When ?? new(), request.Then ?? []);
        RefusalException.Unless(then.Count > 0, "effect-missing", "Say what the rule does: choose an outcome.", "/then");
        var day = NodaTime.Text.LocalDatePattern.Iso.Format(clock.Today);
        var id = $"own.{Guid.CreateVersion7():n}"[..20];
        var rule = new Rule(
            id,
            request.Title.Trim(),
            new(Source.OwnRule, $"{person.Name}, {day}: {request.Reason.Trim()}"),
            when,
            then,
            request.Why.Trim(),
            [request.Instead.Trim()],
            []
        );
        var wrong = RuleChecks.Of(rule, book.Current.And(rule));
        return wrong.Count == 0 ? rule : throw new RefusalException("rule-wrong", wrong[0].Reason, wrong[0].Path);
    }
}
