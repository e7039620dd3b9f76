using AmpleLantern.Core;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Atlas;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Arrive;

/// <summary>An answer about one fact.</summary>
/// <param name="Instead">The entry it takes the place of, where its region or side was changed.</param>
public sealed record AnswerRequest(int Version, FactEntry Entry, FactEntry? Instead = null) : IOnVersion;

/// <summary>A word on one place that needs a yes of its own.</summary>
/// <param name="By">Who said it for them, where somebody else decides.</param>
public sealed record ConsentRequest(int Version, string Region, ConsentAnswer Answer, string? By = null) : IOnVersion;

/// <summary>Strikes an answer out: it is asked again, and what was said stays on record with the reason.</summary>
public sealed record StrikeRequest(int Version, FactEntry Entry, string Reason) : IOnVersion;

/// <summary>What was said and measured on arrival; null leaves a value as it is.</summary>
/// <param name="Swap">A measure whose left and right were entered the wrong way round.</param>
public sealed record CheckInRequest(
    int Version,
    string? Words = null,
    double? BreathsCounted = null,
    double? StatureCm = null,
    IReadOnlyList<Rating>? Before = null,
    string? Swap = null
) : IOnVersion;

/// <summary>Lengths taken today; null or missing leaves a value as it is, 0 takes it away.</summary>
public sealed record BodyMeasuresRequest(
    int Version,
    IReadOnlyDictionary<string, double>? StretchesCm = null,
    IReadOnlyDictionary<string, double>? HandsCm = null,
    IReadOnlyDictionary<string, double>? FootMm = null,
    Build? Build = null
) : IOnVersion;

/// <summary>What is worth measuring for today's plan, and what is known of this body.</summary>
/// <param name="Examples">What measuring changes, shown on a point along each stretch.</param>
public sealed record MeasuringView(
    BodyMeasures Measures,
    IReadOnlyList<WorthMeasuring> Worth,
    double ClientFourFingersCm,
    bool ClientFingersEstimated,
    double YourFourFingersCm,
    bool YourFingersEstimated,
    double YourFourFingersInClientCun,
    IReadOnlyList<ExampleDistance> Examples
);

/// <summary>Where a well-known point lies on this client, for each stretch worth measuring.</summary>
public sealed record ExampleDistance(string Stretch, string Point, string Name, FromLandmark From);

/// <summary>A value in the unit its measure is kept in.</summary>
public sealed record ValueRead(double Value);

/// <summary>Arrive: who is this, what changed today.</summary>
public static class ArriveEndpoints
{
    private const int ShortestReason = 4;

    /// <summary>What was written of a measure, as it is kept: a number, alone or with a unit.</summary>
    public static void MapReading(this RouteGroupBuilder api) =>
        api.MapGet(
                "/measures/{measure}/read",
                (string measure, string text, PracticeKnowledge knowledge) =>
                    new ValueRead(MeasureUnits.Read(knowledge.Measures[measure], text, knowledge))
            )
            .RequireAuthorization(Policies.Treat);

    public static void MapArrive(this RouteGroupBuilder visit)
    {
        visit.MapPut(
            "/facts",
            (Guid visitId, AnswerRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.AskFacts,
                    r.Version,
                    (v, _) => FactKeeping.Keep(v, [r.Entry], visits, instead: r.Instead)
                )
        );
        visit.MapPut(
            "/consents",
            (Guid visitId, ConsentRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.AskFacts,
                    r.Version,
                    (v, f) => FactKeeping.Keep(v, [Consent.Say(r.Answer, r.Region, r.By, f.Subject, visits.Knowledge)], visits, r.By)
                )
        );
        visit.MapPost(
            "/facts/strike",
            (Guid visitId, StrikeRequest r, VisitStore visits) =>
                visits.Change(
                    visitId,
                    VisitAction.StrikeFact,
                    r.Version,
                    (v, _) =>
                    {
                        RefusalException.Unless(
                            r.Reason.Trim().Length >= ShortestReason,
                            "reason-too-short",
                            "Say in a few words why it is struck out; it stays on record.",
                            "/reason"
                        );
                        FactKeeping.Strike(v, r.Entry, visits, r.Reason.Trim());
                    }
                )
        );
        visit.MapGet("/measuring", Measuring);
        visit.MapPut(
            "/measures",
            (Guid visitId, BodyMeasuresRequest r, VisitStore visits) =>
                visits.Change(visitId, VisitAction.Measure, r.Version, (v, _) => Measure(v, r, visits))
        );
        visit.MapPut(
            "/check-in",
            (Guid visitId, CheckInRequest r, VisitStore visits) =>
                visits.Change(visitId, VisitAction.AskFacts, r.Version, (v, f) => CheckIn(v, f, r, visits))
        );
        visit.MapPost(
            "/arrived",
            (Guid visitId, DoneRequest r, VisitStore visits) =>
                visits.Change(visitId, VisitAction.Screened, r.Version, (v, _) => v.ArrivedAt ??= visits.Now)
        );
    }

    private static void Measure(Visit visit, BodyMeasuresRequest request, VisitStore visits)
    {
        var old = visit.Client!.Measures;
        var taken = old with
        {
            Build = request.Build ?? old.Build,
            StretchesCm = Merge(old.StretchesCm, request.StretchesCm),
            HandsCm = Merge(old.HandsCm, request.HandsCm),
            FootMm = Merge(old.FootMm, request.FootMm),
        };
        BodyMeasuresCheck.Check(taken with { StatureCm = visit.Client.StatureCm }, visits.Knowledge, "");
        visit.Client.Measures = taken;
    }

    private static IReadOnlyDictionary<string, double>? Merge(
        IReadOnlyDictionary<string, double>? old,
        IReadOnlyDictionary<string, double>? taken
    )
    {
        if (taken is null)
        {
            return old;
        }

        var all = new Dictionary<string, double>(old ?? new Dictionary<string, double>());
        foreach (var (id, value) in taken)
        {
            all[id] = value;
        }

        return all.Where(m => m.Value != 0).ToDictionary();
    }

    private static async Task<MeasuringView> Measuring(Guid visitId, VisitStore visits, ClientBody bodies, FigureStore figures)
    {
        var visit = await visits.Read(visitId);
        var body = await bodies.Of(visit.ClientId);
        var frame = await visits.Frame(visit);
        var knowledge = visits.Knowledge;
        var worth = WhatToMeasure.For(frame.Expansion, body.Scale, knowledge);
        var standing = figures.Posed(body.Size, PoseSaid.Standing, 1);
        var examples = worth
            .Select(w => (w.Stretch, Point: WhatToMeasure.ExampleOn(w.Stretch, knowledge)))
            .Where(e => e.Point is not null)
            .Select(e => new ExampleDistance(
                e.Stretch,
                e.Point!.Id,
                e.Point.Pinyin,
                Location.From(e.Point, knowledge.Atlas, body.Scale, standing, 1)[^1]
            ));
        return new(
            body.Measures,
            worth,
            Math.Round(body.Scale.ClientFourFingers.Cm, 1),
            body.Scale.ClientFourFingers.Estimate,
            Math.Round(body.Scale.PractitionerFourFingers.Cm, 1),
            body.Scale.PractitionerFourFingers.Estimate,
            Math.Round(body.Scale.PractitionerFourFingersInClientCun, 2),
            [.. examples]
        );
    }

    private static void CheckIn(Visit visit, VisitFrame frame, CheckInRequest request, VisitStore visits)
    {
        if (request.Before is { Count: > 0 } || request.Swap is not null)
        {
            frame.AllowsAtAll(VisitAction.RateBefore).Require();
        }

        // Refuses breaths and statures that cannot be before anything is kept.
        var breaths = BreathCount.PerMinute(request.BreathsCounted, visits.Knowledge.Pace);
        _ = TempoOf.Measures(breaths, request.StatureCm, null, visits.Knowledge);
        visit.Words = request.Words ?? visit.Words;
        visit.Client!.BreathsPerMinute = breaths ?? visit.Client.BreathsPerMinute;
        visit.Client.StatureCm = request.StatureCm ?? visit.Client.StatureCm;
        visit.Ratings = Ratings.Merge(visit.Ratings, request.Before ?? [], visits.Knowledge);
        visit.Ratings = request.Swap is { } family ? Ratings.Swapped(visit.Ratings, family, after: false, visits.Knowledge) : visit.Ratings;
    }
}
