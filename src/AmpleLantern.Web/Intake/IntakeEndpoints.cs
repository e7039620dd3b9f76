using System.Security.Cryptography;
using System.Text;
using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Arrive;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Rules;
using AmpleLantern.Web.Time;
using AmpleLantern.Web.Visits;
using Microsoft.AspNetCore.WebUtilities;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Intake;

/// <summary>A link just made. The token is told this once and kept nowhere.</summary>
public sealed record NewLink(string Path, Instant Expires);

/// <summary>What came in from the client's phone and waits to be read.</summary>
public sealed record IntakeView(
    Guid? Link,
    bool Waiting,
    Instant? Expires,
    Instant? FilledAt,
    string Words,
    IReadOnlyList<IntakeLine> Lines
);

/// <summary>One answer, as it would be noted.</summary>
/// <param name="Was">What is known of it until now.</param>
public sealed record IntakeLine(Guid Id, FactEntry Entry, string Saying, string? Was);

/// <summary>Which of the lines of one link are taken over; the others are put aside.</summary>
public sealed record AcceptRequest(int Version, Guid Link, IReadOnlyList<Guid> Lines, bool Words) : IOnVersion;

/// <summary>A question on the phone.</summary>
public sealed record PhoneQuestion(string Fact, string Question, string Group, IReadOnlyList<FactDetail> Details, bool Sided);

/// <summary>All that a link shows: questions, and nothing of the record.</summary>
public sealed record PhonePage(IReadOnlyList<PhoneQuestion> Questions, Instant Expires);

/// <summary>What the client filled in.</summary>
/// <param name="Medicines">Names as the client wrote them, one each.</param>
public sealed record PhoneAnswers(string Words, IReadOnlyList<FactEntry> Answers, IReadOnlyList<string> Medicines);

/// <summary>Intake by a one-time link: the client fills it in on a phone, the practitioner reads it line by line.</summary>
public static class IntakeEndpoints
{
    private const int TokenBytes = 18;
    private const int LongestWords = 2000;
    private const int MostAnswers = 300;
    private const int LongestMedicine = 200;
    private const string OnThePhone = "the client, on their phone";
    private static readonly Duration Lasts = Duration.FromHours(48);

    public static void MapIntake(this RouteGroupBuilder visit)
    {
        visit.MapPost("/intake-link", Make);
        visit.MapGet("/intake", View);
        visit.MapPost("/intake/accept", Accept);
    }

    /// <summary>The only addresses that need no sign-in besides the door itself.</summary>
    public static void MapPhone(this RouteGroupBuilder api)
    {
        api.MapGet("/intake/{token}", Open).AllowAnonymous().RequireRateLimiting(AccessSetup.PhoneLimit);
        api.MapPost("/intake/{token}", Fill).AllowAnonymous().RequireRateLimiting(AccessSetup.PhoneLimit);
    }

    private static async Task<NewLink> Make(Guid visitId, VisitStore visits, LanternDb db)
    {
        var visit = await visits.Read(visitId);
        (await visits.Frame(visit)).AllowsAtAll(VisitAction.AskFacts).Require();
        foreach (var old in await db.Intakes.Where(i => i.VisitId == visitId && i.FilledAt == null).ToListAsync())
        {
            // One open link at a time: a new one shuts the old.
            old.Expires = visits.Now;
        }

        var token = WebEncoders.Base64UrlEncode(RandomNumberGenerator.GetBytes(TokenBytes));
        var link = new IntakeLink
        {
            ClientId = visit.ClientId,
            VisitId = visitId,
            TokenHash = Hash(token),
            MadeBy = visits.By,
            MadeAt = visits.Now,
            Expires = visits.Now + Lasts,
        };
        db.Intakes.Add(link);
        await db.SaveChangesAsync();
        return new($"/intake/{token}", link.Expires);
    }

    private static async Task<IntakeView> View(Guid visitId, VisitStore visits, LanternDb db)
    {
        var visit = await visits.Read(visitId);
        var link = await Latest(visitId, db);
        return new(
            link?.Id,
            link is { FilledAt: null } && link.Expires > visits.Now,
            link?.Expires,
            link?.FilledAt,
            link?.Words ?? "",
            link?.FilledAt is null ? [] : [.. link.Answers.Select(a => Line(a, visit, visits.Knowledge))]
        );
    }

    private static async Task<VisitView> Accept(Guid visitId, AcceptRequest request, VisitStore visits, LanternDb db)
    {
        var link =
            await db.Intakes.SingleOrDefaultAsync(i => i.Id == request.Link && i.VisitId == visitId && i.FilledAt != null)
            ?? throw new RefusalException("not-found", "Nothing has come in by this link. Look at the latest.", "/link");
        var unknown = request.Lines.Where(id => link.Answers.All(a => a.Id != id)).ToList();
        RefusalException.Unless(
            unknown.Count == 0,
            "no-such-line",
            "What came in has been read already, or is another answer now. Look at the latest.",
            "/lines"
        );
        var taken = link.Answers.Where(a => request.Lines.Contains(a.Id)).Select(a => a.Entry).ToList();
        var said = link.Words;
        var view = await visits.Change(
            visitId,
            VisitAction.AskFacts,
            request.Version,
            (v, _) =>
            {
                FactKeeping.Keep(v, taken, visits, OnThePhone);
                if (request.Words && said.Length > 0)
                {
                    v.Words = v.Words.Length == 0 ? said : $"{v.Words}\n{said}";
                }

                // Read is read: nothing of it waits any longer.
                (link.Answers, link.Words) = ([], "");
            }
        );
        return view;
    }

    private static async Task<PhonePage> Open(string token, HttpContext http, LanternDb db, RuleBook book, PracticeClock clock)
    {
        var link = await Find(token, db, clock);
        Csrf.Hand(http);
        // The same is asked of everybody: what is left out would tell whoever has the link what is known.
        return new(
            [
                .. book
                    .Current.Facts.All.Where(Asked)
                    .Select(f => new PhoneQuestion(f.Id, f.Question, f.Group, [.. f.Details.Where(d => d.Kind is not "text")], f.Sided)),
            ],
            link.Expires
        );
    }

    private static async Task<IntakeDone> Fill(string token, PhoneAnswers answers, LanternDb db, RuleBook book, PracticeClock clock)
    {
        var link = await Find(token, db, clock);
        var now = clock.Now;
        var today = clock.Today;
        if (answers.Words.Length > LongestWords || answers.Answers.Count + answers.Medicines.Count > MostAnswers)
        {
            throw new RefusalException("too-much", $"Write at most {LongestWords} letters, please; tell the rest in the room.", "/words");
        }

        RefusalException.Unless(
            answers.Medicines.All(m => m.Length <= LongestMedicine),
            "too-much",
            $"A medicine's name has at most {LongestMedicine} letters; tell the rest in the room.",
            "/medicines"
        );
        for (var i = 0; i < answers.Answers.Count; i++)
        {
            FactCheck.Check(answers.Answers[i], today, book.Current, $"/answers/{i}");
        }

        link.Words = answers.Words.Trim();
        var said = answers
            .Answers.Where(a => Asked(book.Current.Facts[a.Fact]))
            .Concat(
                answers
                    .Medicines.Select(m => m.Trim())
                    .Where(m => m.Length > 0)
                    .Distinct()
                    .Select(m => new FactEntry(
                        FactWords.MedicineFact,
                        Detail: new Dictionary<string, string> { [FactWords.NameDetail] = m }
                    ))
            );
        link.Answers = [.. said.Select(a => new IntakeAnswer(Guid.CreateVersion7(), a))];
        // Used once, also when it is sent twice at the same moment: the first to take it has it.
        await using var all = await db.Database.BeginTransactionAsync();
        if (
            await db.Intakes.Where(i => i.Id == link.Id && i.FilledAt == null).ExecuteUpdateAsync(u => u.SetProperty(i => i.FilledAt, now))
            == 0
        )
        {
            throw Used;
        }

        link.FilledAt = now;
        await db.SaveChangesAsync();
        await all.CommitAsync();
        return new(link.Answers.Count);
    }

    /// <summary>
    /// What a person can say of themselves without a hand on them: no regions, no consents, nothing that follows from the rest.
    /// </summary>
    private static bool Asked(FactDefinition fact) =>
        fact is { Derived: false, Regional: false, Group: not "consent" } && fact.Id != FactWords.MedicineFact;

    private static IntakeLine Line(IntakeAnswer answer, Visit visit, KnowledgeBase knowledge)
    {
        var entry = answer.Entry;
        var definition = knowledge.Facts[entry.Fact];
        var was = visit.CheckIn.Concat(visit.Client!.Facts.Select(f => f.ToEntry())).FirstOrDefault(f => f.SameAs(entry, definition));
        string Say(FactEntry e) => e.Status is FactStatus.No ? $"no {definition.Name}" : Conditions.Saying(e, visit.Date, knowledge);
        return new(answer.Id, entry, Say(entry), was is null ? null : Say(was));
    }

    private static Task<IntakeLink?> Latest(Guid visitId, LanternDb db) =>
        db.Intakes.Where(i => i.VisitId == visitId).OrderByDescending(i => i.MadeAt).FirstOrDefaultAsync();

    private static async Task<IntakeLink> Find(string token, LanternDb db, PracticeClock clock)
    {
        var hash = Hash(token);
        var link =
            await db.Intakes.SingleOrDefaultAsync(i => i.TokenHash == hash)
            ?? throw new RefusalException("no-such-link", "This link is not right. Ask the practice for a new one.");
        if (link.FilledAt is not null)
        {
            throw Used;
        }

        return link.Expires > clock.Now
            ? link
            : throw new RefusalException(
                "link-expired",
                "This link has run out. Ask the practice for a new one; they will ask you the rest in the room."
            );
    }

    private static RefusalException Used =>
        new("link-used", "This has been sent already, and can be sent only once. Tell the practice if something should change.");

    private static string Hash(string token) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token)));
}

/// <summary>What was received.</summary>
public sealed record IntakeDone(int Answers);
