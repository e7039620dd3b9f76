using AmpleLantern.Core;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Arrive;

/// <summary>An answer about one fact.</summary>
public sealed record AnswerRequest(int Version, FactEntry Entry) : IOnVersion;

/// <summary>No to all of these.</summary>
public sealed record NoneRequest(int Version, IReadOnlyList<string> Facts) : IOnVersion;

/// <summary>Takes an answer back: as if never asked.</summary>
public sealed record ForgetRequest(int Version, string Fact) : IOnVersion;

/// <summary>What was said and measured on arrival; null leaves a value as it is.</summary>
public sealed record CheckInRequest(
    int Version, string? Words = null, double? BreathsPerMinute = null, double? StatureCm = null, IReadOnlyList<Rating>? Before = null) : IOnVersion;

/// <summary>Arrive: who is this, what changed today.</summary>
public static class ArriveEndpoints
{
    public static void MapArrive(this RouteGroupBuilder visit)
    {
        visit.MapPut("/facts", (Guid visitId, AnswerRequest r, VisitDesk desk) => desk.Change(visitId, r.Version, (v, _) => Answer(v, [r.Entry], desk)));
        visit.MapPost("/facts/none", (Guid visitId, NoneRequest r, VisitDesk desk) => desk.Change(visitId, r.Version, (v, _) =>
            Answer(v, [.. r.Facts.Select(f => new FactEntry(f, FactStatus.No))], desk)));
        visit.MapPost("/facts/forget", (Guid visitId, ForgetRequest r, VisitDesk desk) => desk.Change(visitId, r.Version, (v, _) => Forget(v, r.Fact, desk)));
        visit.MapPut("/check-in", (Guid visitId, CheckInRequest r, VisitDesk desk) => desk.Change(visitId, r.Version, (v, _) => CheckIn(v, r, desk)));
        visit.MapPost("/arrived", (Guid visitId, DoneRequest r, VisitDesk desk) => desk.Change(visitId, r.Version, (v, _) => v.ArrivedAt ??= desk.Now));
    }

    private static void Answer(Visit visit, IReadOnlyList<FactEntry> entries, VisitDesk desk)
    {
        foreach (var entry in entries)
        {
            FactCheck.Check(entry, visit.Date, desk.Knowledge, "/entry");
            if (desk.Knowledge.Facts[entry.Fact].Scope is FactScope.Today)
            {
                visit.CheckIn = [.. visit.CheckIn.Where(f => f.Fact != entry.Fact), entry];
                continue;
            }

            var fact = visit.Client!.Facts.FirstOrDefault(f => f.Fact == entry.Fact);
            if (fact is null)
            {
                fact = new ClientFact { ClientId = visit.ClientId, Fact = entry.Fact, RecordedBy = desk.Person.Name };
                desk.Db.Facts.Add(fact);
            }

            fact.Take(entry);
            (fact.RecordedBy, fact.RecordedAt) = (desk.Person.Name, desk.Now);
        }
    }

    private static void Forget(Visit visit, string fact, VisitDesk desk)
    {
        visit.CheckIn = [.. visit.CheckIn.Where(f => f.Fact != fact)];
        desk.Db.Facts.RemoveRange(visit.Client!.Facts.Where(f => f.Fact == fact));
    }

    private static void CheckIn(Visit visit, CheckInRequest request, VisitDesk desk)
    {
        // Refuses breaths and statures that cannot be before anything is kept.
        _ = TempoOf.Measures(request.BreathsPerMinute, request.StatureCm, null, desk.Knowledge.Defaults);
        visit.Words = request.Words ?? visit.Words;
        visit.Client!.BreathsPerMinute = request.BreathsPerMinute ?? visit.Client.BreathsPerMinute;
        visit.Client.StatureCm = request.StatureCm ?? visit.Client.StatureCm;
        visit.Ratings = Ratings.Merge(visit.Ratings, request.Before ?? [], desk.Knowledge);
    }
}
