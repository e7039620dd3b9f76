using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning.Composing;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data;
using AmpleLantern.Web.Access;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Practice;

/// <summary>The words of the trade that the screens need, by id.</summary>
public sealed record Vocabulary(
    string Version, PracticeDefaults Defaults, IReadOnlyList<Region> Regions, IReadOnlyList<Contact> Contacts, IReadOnlyList<Position> Positions,
    IReadOnlyList<Stance> Stances, IReadOnlyList<PatternName> Patterns, IReadOnlyList<Technique> Techniques, IReadOnlyList<FlowLine> Flows,
    IReadOnlyList<FactDefinition> Facts, IReadOnlyList<ResponseKind> Responses, IReadOnlyList<Measure> Measures, IReadOnlyList<School> Schools,
    IReadOnlyList<TechniqueFamily> Families, IReadOnlyList<Product> Products, IReadOnlyList<ComplaintLine> Complaints,
    IReadOnlyList<Aim> Aims, IReadOnlyList<Quality> Qualities, IReadOnlyList<PropLine> Props);

/// <summary>Something flows need to have at hand.</summary>
/// <param name="Flows">Ids of the flows that need it.</param>
public sealed record PropLine(string Id, string Name, IReadOnlyList<string> Flows);

/// <summary>What a practice sets for itself.</summary>
/// <param name="Zones">Every zone there is to choose.</param>
public sealed record SettingsView(string TimeZone, IReadOnlyList<string> Zones);

public sealed record SettingsRequest(string TimeZone);

public sealed record ComplaintLine(string Id, string Name, IReadOnlyList<string> Words);

public sealed record FlowLine(string Id, string Name, string Tradition, string Summary, string Source);

/// <summary>A line of the trail, with the client's name where it concerns one.</summary>
/// <param name="SignsInAs">Tells two of one name apart; null where nobody signed in.</param>
public sealed record TrailLine(long Id, Instant At, string Who, string? SignsInAs, string Action, string Subject, string? Client, string What);

/// <summary>Practice: our rules, people and trail.</summary>
public static class PracticeEndpoints
{
    public static void MapPractice(this RouteGroupBuilder api)
    {
        api.MapGet("/vocabulary", (KnowledgeBase k) => new Vocabulary(
            k.Version, k.Defaults, k.Regions.All, k.Contacts.All, k.Positions.All, k.Stances.All, k.Patterns.All, k.Techniques.All,
            [.. k.Flows.All.Select(f => new FlowLine(f.Id, f.Name, f.Tradition, f.Summary, f.Source.ToString()))],
            k.Facts.All, k.Responses.All, k.Measures.All, k.Schools.All, k.Families.All, k.Products.All,
            [.. k.Complaints.All.Select(c => new ComplaintLine(c.Id, c.Name, c.Words))], k.Composing.Aims.All, k.Composing.Qualities.All,
            [.. k.Props.All.Select(p => new PropLine(p.Id, p.Name, [.. k.Flows.All.Where(f => f.Props.Contains(p.Id)).Select(f => f.Id)]))]));
        api.MapGet("/words", (string text, FactWords words) => words.Find(text)).RequireAuthorization(Policies.Treat);
        api.MapGet("/settings", (PracticeClock clock) => new SettingsView(clock.Zone.Id, [.. NodaTime.TimeZones.TzdbDateTimeZoneSource.Default.ZoneLocations!.Select(z => z.ZoneId).Order(StringComparer.Ordinal)]));
        api.MapPut("/settings", async (SettingsRequest r, PracticeClock clock, LanternDb db) =>
        {
            await clock.Set(db, r.TimeZone);
            return new SettingsView(clock.Zone.Id, []);
        }).RequireAuthorization(Policies.Own);
        api.MapGet("/trail", Trail).RequireAuthorization(Policies.Own);
    }

    private static async Task<IReadOnlyList<TrailLine>> Trail(Guid? clientId, long? before, LanternDb db) => await db.Audit
        .Where(a => (clientId == null || a.ClientId == clientId) && (before == null || a.Id < before))
        .OrderByDescending(a => a.Id).Take(200)
        .Select(a => new TrailLine(
            a.Id, a.At, a.Who, db.Users.Where(u => u.Id == a.WhoId).Select(u => u.UserName).FirstOrDefault(), a.Action, a.Subject, db.Clients.Where(c => c.Id == a.ClientId).Select(c => c.Name).FirstOrDefault(), a.What))
        .ToListAsync();
}
