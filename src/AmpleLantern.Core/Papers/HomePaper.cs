using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Papers;

/// <summary>What is said at home of something that was felt or found.</summary>
/// <param name="Say">A sentence; <c>{place}</c> is where it was.</param>
public sealed record HomeSaying([RefersTo<ResponseKind>] IReadOnlyList<string> Responses, string Say);

/// <summary>A sign for which a physician is called.</summary>
/// <param name="Regions">Said after work there; always where none are named.</param>
public sealed record HomeSign(string Say, [RefersTo<Region, Area>] IReadOnlyList<string>? Regions = null);

/// <summary>What goes home after a flow, in words for the client. Its aftercare on the card is for whoever gives it.</summary>
/// <param name="Id">The flow's.</param>
/// <param name="Today">All that is said of today.</param>
/// <param name="Physician">Signs for which a physician is called, besides those of the places worked.</param>
[Kind("flowHome", "advice that goes home after a flow")]
public sealed record FlowHome(
    [RefersTo<Flow>] string Id,
    Source Source,
    IReadOnlyList<string> Today,
    IReadOnlyList<string> Practice,
    IReadOnlyList<string> Physician
) : IKnown;

/// <summary>What goes home with the client besides what their flow says.</summary>
/// <param name="LastsDays">A link to it ends by itself after so many days.</param>
/// <param name="MostFound">More than this nobody reads on the way home.</param>
/// <param name="NothingGiven">Where they were sent on.</param>
/// <param name="Stopped">Where something stopped the session: then nothing is practised at home.</param>
[Kind("homeAdvice", "advice that goes home", Single = true)]
public sealed record HomeAdvice(
    string Id,
    Source Source,
    int LastsDays,
    int MostFound,
    IReadOnlyList<string> Usual,
    IReadOnlyList<string> NothingGiven,
    IReadOnlyList<string> Stopped,
    IReadOnlyList<HomeSaying> Found,
    IReadOnlyList<string> CallUs,
    IReadOnlyList<HomeSign> CallPhysician,
    IReadOnlyList<string> CallEmergency
) : IKnown, IChecked
{
    /// <summary>Each thing is said in one way, and every flow has words for the client.</summary>
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Found
            .SelectMany(f => f.Responses)
            .GroupBy(r => r)
            .Where(g => g.Count() > 1)
            .Select(g => new Flaw("/found", $"'{g.Key}' is said in two ways; keep one."))
            .Concat(
                knowledge
                    .Flows.All.Where(f => knowledge.Of<FlowHome>().Find(f.Id) is null)
                    .Select(f => new Flaw("/id", $"The flow '{f.Id}' has no advice that goes home: write it as flowHome."))
            );
}

/// <summary>One page in plain words: the rest of today, what to do at home, and when to call whom.</summary>
public static class HomePaper
{
    /// <param name="subject">Without a name where the page may be seen by others.</param>
    /// <param name="emergencyNumber">As it is called here.</param>
    public static Letter Draft(LetterSubject subject, VisitLog log, string emergencyNumber, KnowledgeBase knowledge)
    {
        var advice = knowledge.One<HomeAdvice>();
        var given = log.Given.Any(g => g.GivenSeconds > 0);
        var (home, guide) =
            given && log.Plan.Flow is { } flow ? (knowledge.Of<FlowHome>().Find(flow), knowledge.Flows.Find(flow)?.Guide) : (null, null);
        var stopped =
            log.Session.Happened is { Count: > 0 }
            || log.Session.Responses.Any(r => knowledge.Responses.Find(r.Response)?.Effect == ResponseKind.Stop);
        List<PlanStep> worked =
        [
            .. log.Given.Where(g => g.GivenSeconds > 0).Select(g => log.Steps.GetValueOrDefault(g.Step)).OfType<PlanStep>(),
        ];
        LetterPart[] parts =
        [
            // Where something stopped it, neither aftercare nor practice of the flow was meant for that.
            new(
                "Today",
                "",
                !given ? advice.NothingGiven
                    : stopped ? [.. advice.Stopped, .. advice.Usual]
                    : home?.Today ?? [.. guide?.Aftercare ?? [], .. advice.Usual]
            ),
            new("What we noticed", "", Found(log, advice, knowledge)),
            new("At home, until we meet", "", stopped ? [] : home?.Practice ?? guide?.Home ?? []),
            new("Call us", "", advice.CallUs),
            new(
                "Call a physician the same day",
                "",
                [
                    .. home?.Physician ?? [],
                    .. advice
                        .CallPhysician.Where(s => s.Regions is null || s.Regions.Any(r => worked.Any(w => w.WorksAt(r, knowledge))))
                        .Select(s => s.Say),
                ]
            ),
            new($"Call {emergencyNumber} at once", "", advice.CallEmergency),
        ];
        return new(
            LetterKind.Home,
            "For the way home",
            "",
            false,
            subject.ClientName,
            DaysSaid.Long.Format(subject.Screened.Date),
            [.. parts.Where(p => p.Lines.Count > 0)],
            subject.From
        );
    }

    /// <summary>Each thing at each place once, the strongest first.</summary>
    private static List<string> Found(VisitLog log, HomeAdvice advice, KnowledgeBase knowledge) =>
        [
            .. log
                .Session.Responses.Select(r => (Noted: r, advice.Found.FirstOrDefault(f => f.Responses.Contains(r.Response))?.Say))
                .Where(x => x.Say is not null)
                .OrderByDescending(x => x.Noted.Detail?.Strength ?? 0)
                .Select(x => Spelling.Sentence(x.Say!.Replace("{place}", Place(x.Noted, log, knowledge), StringComparison.Ordinal)))
                .Distinct()
                .Take(advice.MostFound),
        ];

    /// <summary>The part of the body in everyday words, with the place in it where it has a name.</summary>
    private static string Place(NotedResponse noted, VisitLog log, KnowledgeBase knowledge)
    {
        var step = log.Steps.GetValueOrDefault(noted.Step);
        var region = step is null ? "one place" : knowledge.PlaceName(step.Region);
        var side = (noted.Detail?.Side ?? step?.Side) switch
        {
            Side.Left => " on the left",
            Side.Right => " on the right",
            _ => "",
        };
        var at = noted.Detail?.Place is { } place && step?.Points?.Contains(place) != true ? $" at {place}" : "";
        // "Both sides of the thigh on the left" has no article.
        var article = region.StartsWith("both ", StringComparison.Ordinal) ? "" : "the ";
        return step is null ? region : $"{article}{region}{side}{at}";
    }
}
