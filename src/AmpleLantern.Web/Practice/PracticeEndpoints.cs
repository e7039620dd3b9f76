using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Courses;
using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Bench;
using AmpleLantern.Web.Rules;
using AmpleLantern.Web.Time;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Practice;

/// <summary>The words of the trade that the screens need, by id.</summary>
public sealed record Vocabulary
{
    public required string Version { get; init; }

    public required AssumedValues Defaults { get; init; }

    public required IReadOnlyList<Region> Regions { get; init; }

    public required IReadOnlyList<Contact> Contacts { get; init; }

    public required IReadOnlyList<Position> Positions { get; init; }

    public required IReadOnlyList<Stance> Stances { get; init; }

    public required IReadOnlyList<PatternName> Patterns { get; init; }

    public required IReadOnlyList<Technique> Techniques { get; init; }

    public required IReadOnlyList<FlowLine> Flows { get; init; }

    public required IReadOnlyList<FactDefinition> Facts { get; init; }

    public required IReadOnlyList<ResponseKind> Responses { get; init; }

    /// <summary>What may happen beside the mat, and what is done first.</summary>
    public required IReadOnlyList<Happening> Happenings { get; init; }

    public required IReadOnlyList<Measure> Measures { get; init; }

    public required IReadOnlyList<School> Schools { get; init; }

    public required IReadOnlyList<TechniqueFamily> Families { get; init; }

    public required IReadOnlyList<Product> Products { get; init; }

    /// <summary>What a technique can do to a joint.</summary>
    public required IReadOnlyList<JointMove> Moves { get; init; }

    public required IReadOnlyList<Area> Areas { get; init; }

    /// <summary>What a step may do to a body, as rules speak of it.</summary>
    public required IReadOnlyList<EffectClass> Effects { get; init; }

    public required IReadOnlyList<ComplaintLine> Complaints { get; init; }

    public required IReadOnlyList<Aim> Aims { get; init; }

    public required IReadOnlyList<Quality> Qualities { get; init; }

    public required IReadOnlyList<PropLine> Props { get; init; }
}

/// <summary>What holds where nothing more specific is known.</summary>
/// <param name="OfferedMinutes">Lengths of a session that are offered to choose from.</param>
/// <param name="OneSided">Positions that bend one leg, so that the side matters.</param>
/// <param name="Surfaces">What a session may be given on.</param>
/// <param name="StopByPedal">Id of the response that a foot or an elbow stops with.</param>
/// <param name="CourseVisits">How many visits a course usually has, and how many days apart.</param>
public sealed record AssumedValues(
    double StatureCm,
    double OutBreathShare,
    string Aftercare,
    IReadOnlyList<int> OfferedMinutes,
    IReadOnlyList<string> OneSided,
    IReadOnlyList<string> Surfaces,
    int CourseVisits,
    int CourseEveryDays,
    string StopByPedal,
    IReadOnlyList<string> PauseReasons
);

/// <summary>Something flows need to have at hand.</summary>
/// <param name="Flows">Ids of the flows that need it.</param>
public sealed record PropLine(string Id, string Name, IReadOnlyList<string> Flows);

/// <summary>What a practice sets for itself.</summary>
/// <param name="NotHere">Ids of things flows may need and the practice does not have.</param>
/// <param name="Zones">Every zone there is to choose.</param>
/// <param name="EmergencyNumber">As it is shown when something happens.</param>
/// <param name="EmergencyNumberSet">Whether the practice set it itself.</param>
/// <param name="Units">The system measures are shown in.</param>
public sealed record SettingsView(
    string TimeZone,
    IReadOnlyList<string> NotHere,
    IReadOnlyList<string> Zones,
    string EmergencyNumber,
    bool EmergencyNumberSet,
    string Units,
    IReadOnlyList<UnitsToChoose> UnitsToChoose
);

/// <summary>A system of units.</summary>
/// <param name="Name">Its units, one after another.</param>
public sealed record UnitsToChoose(string Id, string Name);

/// <param name="NotHere">As it is when not said.</param>
/// <param name="EmergencyNumber">As it is when not said; the usual one when empty.</param>
/// <param name="Units">As it is when not said.</param>
public sealed record SettingsRequest(
    string TimeZone,
    IReadOnlyList<string>? NotHere = null,
    string? EmergencyNumber = null,
    string? Units = null
);

public sealed record ComplaintLine(string Id, string Name, IReadOnlyList<string> Words);

public sealed record FlowLine(string Id, string Name, string Tradition, string Summary, string Source);

/// <summary>A line of the trail, with the client's name where it concerns one.</summary>
/// <param name="SignsInAs">Tells two of one name apart; null where nobody signed in.</param>
public sealed record TrailLine(
    long Id,
    Instant At,
    string Who,
    string? SignsInAs,
    string Action,
    string Subject,
    string? Client,
    string What
);

/// <summary>Practice: our rules, people and trail.</summary>
public static class PracticeEndpoints
{
    public static void MapPractice(this RouteGroupBuilder api)
    {
        api.MapGet(
            "/vocabulary",
            (PracticeKnowledge k) =>
                new Vocabulary
                {
                    Version = k.Version,
                    Defaults = new(
                        k.UsualBody.StatureCm,
                        k.Pace.OutBreathShare,
                        k.GivingTimes.Aftercare,
                        k.SessionTimes.OfferedMinutes,
                        [.. k.Positions.All.Select(p => p.Id).Where(k.Poses.OneSided)],
                        [.. k.Flows.All.SelectMany(f => f.Surfaces).Distinct()],
                        k.CourseRules.UsualVisits,
                        k.CourseRules.UsualEveryDays,
                        k.GivingTimes.StopByPedal,
                        k.GivingTimes.PauseReasons
                    ),
                    Regions = k.Regions.All,
                    Contacts = k.Contacts.All,
                    Positions = k.Positions.All,
                    Stances = k.Stances.All,
                    Patterns = k.Patterns.All,
                    Techniques = k.Techniques.All,
                    Flows = [.. k.Flows.All.Select(f => new FlowLine(f.Id, f.Name, f.Tradition, f.Summary, f.Source.ToString()))],
                    Facts = k.Facts.All,
                    Responses = k.Responses.All,
                    Happenings = k.Happenings.All,
                    Measures = k.Measures.All,
                    Schools = k.Schools.All,
                    Families = k.Families.All,
                    Areas = k.Areas.All,
                    Effects = k.EffectClasses.All,
                    Products = k.Products.All,
                    Moves = k.JointMoves.All,
                    Complaints = [.. k.Complaints.All.Select(c => new ComplaintLine(c.Id, c.Name, c.Words))],
                    Aims = k.Composing.Aims.All,
                    Qualities = k.Composing.Qualities.All,
                    Props =
                    [
                        .. k.Props.All.Select(p => new PropLine(
                            p.Id,
                            p.Name,
                            [.. k.Flows.All.Where(f => f.Props.Contains(p.Id)).Select(f => f.Id)]
                        )),
                    ],
                }
        );
        api.MapGet("/words", (string text, FactWords words) => words.Find(text)).RequireAuthorization(Policies.Treat);
        api.MapGet("/settings", Settings);
        api.MapPut("/settings", Set).RequireAuthorization(Policies.Own);
        api.MapGet("/trail", Trail).RequireAuthorization(Policies.Own);
    }

    private static async Task<SettingsView> Settings(PracticeClock clock, LanternDb db, PracticeKnowledge knowledge)
    {
        var set = await db
            .Settings.AsNoTracking()
            .Select(s => new
            {
                s.NotHere,
                s.EmergencyNumber,
                s.Units,
            })
            .SingleAsync();
        return new(
            clock.Zone.Id,
            set.NotHere,
            [.. NodaTime.TimeZones.TzdbDateTimeZoneSource.Default.ZoneLocations!.Select(z => z.ZoneId).Order(StringComparer.Ordinal)],
            set.EmergencyNumber ?? knowledge.GivingTimes.EmergencyNumber,
            set.EmergencyNumber is not null,
            set.Units ?? knowledge.UnitSystems[0],
            [
                .. knowledge.UnitSystems.Select(s => new UnitsToChoose(
                    s,
                    string.Join(", ", knowledge.Units.All.Where(u => u.System == s).Select(u => u.Unit).Distinct())
                )),
            ]
        );
    }

    private const int LongestNumber = 30;

    private static async Task<SettingsView> Set(
        SettingsRequest request,
        PracticeClock clock,
        LanternDb db,
        PracticeKnowledge knowledge,
        RuleBook book
    )
    {
        foreach (var prop in request.NotHere ?? [])
        {
            RefusalException.Unless(
                knowledge.Props.Has(prop),
                "unknown-prop",
                $"There is no thing '{prop}'. Choose from the list.",
                "/notHere"
            );
        }

        RefusalException.Unless(
            request.Units is null || knowledge.UnitSystems.Contains(request.Units),
            "unknown-word",
            $"There are no units '{request.Units}'. Use {string.Join(" or ", knowledge.UnitSystems)}.",
            "/units"
        );
        var number = request.EmergencyNumber?.Trim();
        RefusalException.Unless(
            number is null or "" || (number.Length <= LongestNumber && number.All(c => char.IsAsciiDigit(c) || c is ' ' or '+' or '-')),
            "not-a-number",
            "An emergency number is digits, with spaces, + or - between.",
            "/emergencyNumber"
        );
        var set = await db.Settings.SingleAsync();
        set.EmergencyNumber =
            number is null ? set.EmergencyNumber
            : number.Length > 0 ? number
            : null;
        set.NotHere = [.. (request.NotHere ?? set.NotHere).Distinct().Order(StringComparer.Ordinal)];
        set.Units = request.Units ?? set.Units;
        await clock.Set(db, request.TimeZone);
        await book.Read(db);
        return await Settings(clock, db, book.Current);
    }

    private static async Task<IReadOnlyList<TrailLine>> Trail(Guid? clientId, long? before, LanternDb db)
    {
        var records = clientId is { } of ? [.. (await db.RecordsOf(of)).Cast<Guid?>()] : new List<Guid?>();
        return await db
            .Audit.Where(a => (clientId == null || records.Contains(a.ClientId)) && (before == null || a.Id < before))
            .OrderByDescending(a => a.Id)
            .Take(200)
            .Select(a => new TrailLine(
                a.Id,
                a.At,
                a.Who,
                db.Users.Where(u => u.Id == a.WhoId).Select(u => u.UserName).FirstOrDefault(),
                a.Action,
                a.Subject,
                db.Clients.Where(c => c.Id == a.ClientId).Select(c => c.Name).FirstOrDefault(),
                a.What
            ))
            .ToListAsync();
    }
}
