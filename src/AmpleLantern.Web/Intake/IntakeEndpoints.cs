using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
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
    IReadOnlyList<IntakeLine> Lines,
    IReadOnlyList<IntakeList> Lists
);

/// <summary>A list they went through.</summary>
/// <param name="Against">What is known of them although they did not tick it: it stays known.</param>
public sealed record IntakeList(Guid Id, string Name, IReadOnlyList<string> Against);

/// <summary>One answer, as it would be noted.</summary>
/// <param name="Was">What is known of it until now.</param>
public sealed record IntakeLine(Guid Id, FactEntry Entry, string Saying, string? Was);

/// <summary>Which of the lines of one link are taken over; the others are put aside.</summary>
public sealed record AcceptRequest(int Version, Guid Link, IReadOnlyList<Guid> Lines, bool Words) : IOnVersion;

/// <summary>Something that can be ticked on the phone.</summary>
public sealed record PhoneFact(string Fact, string Name, string Question, IReadOnlyList<FactDetail> Details, bool Sided, bool Regional);

/// <summary>A line of a list.</summary>
public sealed record PhoneLine(string Say, IReadOnlyList<PhoneFact> Facts);

/// <summary>A list on the phone, in the client's own words.</summary>
/// <param name="NamesMedicines">Here their names can be written down.</param>
public sealed record PhoneList(string Id, int Version, string Name, string Say, IReadOnlyList<PhoneLine> Lines, bool NamesMedicines);

/// <summary>A place of the body to choose.</summary>
public sealed record PhonePlace(string Id, string Name);

/// <summary>All that a link shows: lists, and nothing of the record.</summary>
public sealed record PhonePage(IReadOnlyList<PhoneList> Lists, IReadOnlyList<PhonePlace> Places, Instant Expires);

/// <summary>A list they went through to its end.</summary>
public sealed record PhoneListSeen(string Card, int Version);

/// <summary>What the client filled in.</summary>
/// <param name="Medicines">Names as the client wrote them, one each.</param>
/// <param name="Lists">What of a list seen was not ticked is a no to it.</param>
public sealed record PhoneAnswers(
    string Words,
    IReadOnlyList<FactEntry> Answers,
    IReadOnlyList<string> Medicines,
    IReadOnlyList<PhoneListSeen> Lists
);

/// <summary>Intake by a one-time link: the client fills it in on a phone, the practitioner reads it line by line.</summary>
public static class IntakeEndpoints
{
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

    /// <summary>With the body of nobody and the page that goes home, the only addresses that need no sign-in besides the door.</summary>
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

        var token = LinkTokens.New();
        var link = new IntakeLink
        {
            ClientId = visit.ClientId,
            VisitId = visitId,
            TokenHash = LinkTokens.Hash(token),
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
            link?.FilledAt is null ? [] : [.. link.Answers.Select(a => Line(a, visit, visits.Knowledge))],
            link?.FilledAt is null ? [] : [.. link.Lists.Select(l => Seen(l, link, visit, visits.Knowledge))]
        );
    }

    private static async Task<VisitView> Accept(Guid visitId, AcceptRequest request, VisitStore visits, LanternDb db)
    {
        var link =
            await db.Intakes.SingleOrDefaultAsync(i => i.Id == request.Link && i.VisitId == visitId && i.FilledAt != null)
            ?? throw new RefusalException("not-found", "Nothing has come in by this link. Look at the latest.", "/link");
        var unknown = request.Lines.Where(id => link.Answers.All(a => a.Id != id) && link.Lists.All(l => l.Id != id)).ToList();
        RefusalException.Unless(
            unknown.Count == 0,
            "no-such-line",
            "What came in has been read already, or is another answer now. Look at the latest.",
            "/lines"
        );
        var taken = link.Answers.Where(a => request.Lines.Contains(a.Id)).Select(a => a.Entry).ToList();
        var lists = link.Lists.Where(l => request.Lines.Contains(l.Id)).ToList();
        var said = link.Words;
        var view = await visits.Change(
            visitId,
            VisitAction.AskFacts,
            request.Version,
            (v, f) =>
            {
                FactKeeping.Keep(v, taken, visits, OnThePhone);
                foreach (var seen in lists)
                {
                    var card = visits.Knowledge.Cards[seen.Card];
                    var yes = taken.Where(t => card.Facts.Contains(t.Fact)).ToList();
                    CardEndpoints.Keep(v, CardAnswer.To(card, seen.Version, f.Subject, yes, null, OnThePhone, link.FilledAt!.Value));
                }

                if (request.Words && said.Length > 0)
                {
                    v.Words = v.Words.Length == 0 ? said : $"{v.Words}\n{said}";
                }

                // Read is read: nothing of it waits any longer.
                (link.Answers, link.Words, link.Lists) = ([], "", []);
            }
        );
        return view;
    }

    private static async Task<PhonePage> Open(string token, HttpContext http, LanternDb db, RuleBook book, PracticeClock clock)
    {
        var link = await Find(token, db, clock);
        Csrf.Hand(http);
        var knowledge = book.Current;
        return new(
            [.. Lists(knowledge).Select(c => Shown(c, knowledge))],
            [
                .. knowledge.Of<Area>().All.Select(a => new PhonePlace(a.Id, a.Name)),
                .. knowledge.Regions.All.Select(r => new PhonePlace(r.Id, r.Name)),
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
        var asked = Lists(book.Current).SelectMany(c => c.Facts).ToHashSet();
        var said = answers
            .Answers.Where(a => asked.Contains(a.Fact) && a.Status is not FactStatus.No)
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
        link.Lists =
        [
            .. answers
                .Lists.DistinctBy(l => l.Card)
                .Where(l => Lists(book.Current).Any(c => c.Id == l.Card && c.Version == l.Version))
                .Select(l => new ListSeen(Guid.CreateVersion7(), l.Card, l.Version)),
        ];
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
        return new(link.Answers.Count + link.Lists.Count);
    }

    /// <summary>The lists of the phone. The same for everybody: what is left out would tell whoever has the link what is known.</summary>
    private static IEnumerable<AskCard> Lists(KnowledgeBase knowledge) => knowledge.Cards.All.Where(c => c.At is CardPlace.Phone);

    private static PhoneList Shown(AskCard card, KnowledgeBase knowledge) =>
        new(
            card.Id,
            card.Version,
            card.Name,
            card.Say,
            [
                .. card.Lines.Select(l => new PhoneLine(
                    l.Say,
                    [
                        .. l
                            .Facts.Select(f => knowledge.Facts[f])
                            .Select(f => new PhoneFact(
                                f.Id,
                                f.Name,
                                f.Question,
                                [.. f.Details.Where(d => d.Kind is not "text")],
                                f.Sided,
                                f.Regional
                            )),
                    ]
                )),
            ],
            card.Facts.Contains(FactWords.MedicineFact)
        );

    private static IntakeList Seen(ListSeen seen, IntakeLink link, Visit visit, KnowledgeBase knowledge)
    {
        var card = knowledge.Cards.Find(seen.Card);
        var ticked = link.Answers.Select(a => a.Entry.Fact).ToHashSet();
        var known = visit.CheckIn.Concat(visit.Client!.Facts.Select(f => f.ToEntry())).Where(f => f.Status is not FactStatus.No);
        return new(
            seen.Id,
            card?.Name ?? seen.Card,
            [
                .. known
                    .Where(f => card?.Facts.Contains(f.Fact) == true && !ticked.Contains(f.Fact))
                    .Select(f => Conditions.Saying(f, visit.Date, knowledge)),
            ]
        );
    }

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
        var hash = LinkTokens.Hash(token);
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
}

/// <summary>What was received.</summary>
public sealed record IntakeDone(int Answers);
