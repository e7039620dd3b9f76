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
public sealed record PropLine(string Name, IReadOnlyList<string> Flows);

public sealed record ComplaintLine(string Id, string Name, IReadOnlyList<string> Words);

public sealed record FlowLine(string Id, string Name, string Tradition, string Summary, string Source);

/// <summary>A line of the trail, with the client's name where it concerns one.</summary>
public sealed record TrailLine(long Id, Instant At, string Who, string Action, string Subject, string? Client, string What);

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
            [.. k.Flows.All.SelectMany(f => f.Props.Select(p => (p, f.Name))).GroupBy(p => p.p).Select(g => new PropLine(g.Key, [.. g.Select(x => x.Name)]))]));
        api.MapGet("/words", (string text, FactWords words) => words.Find(text)).RequireAuthorization(Policies.Treat);
        api.MapGet("/trail", Trail).RequireAuthorization(Policies.Own);
    }

    private static async Task<IReadOnlyList<TrailLine>> Trail(Guid? clientId, long? before, LanternDb db) => await db.Audit
        .Where(a => (clientId == null || a.ClientId == clientId) && (before == null || a.Id < before))
        .OrderByDescending(a => a.Id).Take(200)
        .Select(a => new TrailLine(
            a.Id, a.At, a.Who, a.Action, a.Subject, db.Clients.Where(c => c.Id == a.ClientId).Select(c => c.Name).FirstOrDefault(), a.What))
        .ToListAsync();
}
