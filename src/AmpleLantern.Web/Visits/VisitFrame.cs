using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Arrive;
using NodaTime;

namespace AmpleLantern.Web.Visits;

/// <summary>A stored visit as Core sees it: the person on the day, the school, the tempo, and what follows from them.</summary>
public sealed class VisitFrame
{
    private readonly Visit visit;
    private readonly KnowledgeBase knowledge;
    private readonly int visitNumber;
    private readonly PlanReach reach;
    private readonly bool inList;

    public VisitFrame(Visit visit, int visitNumber, double? palmBreadthCm, KnowledgeBase knowledge, PlanReach reach, bool inList = false)
    {
        this.inList = inList;
        this.visit = visit;
        this.knowledge = knowledge;
        this.visitNumber = visitNumber;
        this.reach = reach;
        var client = visit.Client!;
        School = knowledge.School(visit.School);
        Subject = PersonOn(visit);
        Tempo = TempoOf.Measures(client.BreathsPerMinute, client.StatureCm, palmBreadthCm, knowledge.Defaults);
    }

    /// <summary>The person on the day: the lasting history and what was said today. In the practice consent must be given.</summary>
    public static ScreenSubject PersonOn(Visit visit) => new(
        visit.Date, visit.Client!.BirthDate, [.. visit.Client.Facts.Select(f => f.ToEntry()), .. visit.CheckIn], visit.Client.Clearances, ConsentMustBeGiven: true);

    public School School { get; }

    public ScreenSubject Subject { get; }

    public Tempo Tempo { get; }

    // Worked out when first asked for: most requests need only some of it.
    public Expansion Expansion => field ??= visit.Snapshot?.Expansion ?? PlanExpansion.Expand(visit.Plan, Tempo, knowledge);

    public ScreenResult Screen => field ??= visit.Snapshot?.Screen ?? (inList ? Core.Screening.Screen.Findings(Subject, Context) : Core.Screening.Screen.Run(Subject, Context));

    public StartDecision Start => field ??= StartGate.Decide(Screen.Findings, visit.Overrides);

    public Session Session => field ??= new(Expansion, knowledge);

    public SessionState State => field ??=
        visit.Snapshot?.Session ?? Session.Fold(visit.Events.OrderBy(e => e.Sequence).Select(e => e.ToEvent()));

    public IReadOnlyList<MissingFact> Missing => field ??=
        visit.SignedAt is null ? MissingFacts.For(Subject, visit.Plan, School, knowledge) : [];

    public IReadOnlyList<Departure> Departures => field ??= Core.Planning.Departures.Of(visit.Plan, knowledge, School);

    public Headline Headline => field ??= Headline.Of(Screen, visit.Overrides, Departures, Subject.Facts.Count, Missing.Count);

    public ScreenContext Context => new(visit.Plan, Expansion, School, Tempo, knowledge);

    /// <summary>Minutes left for the mat when the talk before and after is taken off.</summary>
    public double MinutesOnMat => visit.MinutesBooked - knowledge.Defaults.TalkBeforeMinutes - knowledge.Defaults.TalkAfterMinutes;

    public IReadOnlyList<GivenStep> Given => visit.Snapshot?.Given ?? Session.Given(State);

    public IReadOnlyList<Change> Changes => visit.Snapshot?.Changes ??
        [.. knowledge.Measures.All.Select(m => Core.Outcomes.Changes.Judge(m, visit.Ratings.FirstOrDefault(r => r.Measure == m.Id) ?? new(m.Id, null, null)))];

    private VisitNote Draft => NoteDraft.From(
        new(visit.Words, Screen.Findings, visit.Overrides, visit.Plan, Departures, Given, State, Changes), knowledge);

    public VisitNote Note => field ??= visit.Snapshot?.Note ?? visit.Note.Over(Draft);

    public Snapshot TakeSnapshot() => new(knowledge.Version, Screen, Expansion, Given, State, Changes, Note);

    public VisitView View(Instant now)
    {
        var lamps = Lamps.Of(visit, this, now);
        return new(
            visit.Id, visit.Version, Header(), visit.Date, visit.At, visit.MinutesBooked, MinutesOnMat, visit.Room, visit.School,
            lamps, Lamps.Current(lamps), visit.Words, Facts(), Missing, Headline, Screen, Start, visit.Overrides,
            visit.Plan, Departures, Expansion, Tempo, Changes, SessionAt(now), Given, Note, visit.Note == NoteEdits.None, visit.SignedAt,
            visit.SignedBy, [.. visit.Addenda.OrderBy(a => a.At).Select(a => new AddendumView(a.Text, a.By, a.At))],
            visit.Snapshot?.KnowledgeVersion ?? knowledge.Version, reach.Of(visit.Plan), visit.Client!.Clearances,
            visit.SignedAt is null ? InterviewEndpoints.Of(visit, Subject, School, knowledge) : [],
            visit.SignedAt is null ? PlanReview.Run(new(visit.Plan, Expansion, School, Tempo, knowledge)) : new([], []));
    }

    public SessionView SessionAt(Instant now) => new(
        State.Phase, now, State.StartedAt, State.AnchoredAt, State.CursorSeconds, Math.Round(Session.LateSeconds(State, now), 1),
        State.Levels, State.StoppedBy, State.Responses, visit.Events.Count);

    private ClientHeader Header()
    {
        var client = visit.Client!;
        return new(client.Id, client.Name, Subject.Age, client.BirthDate, client.Occupation, visitNumber, client.StatureCm, client.BreathsPerMinute);
    }

    private IReadOnlyList<FactView> Facts() =>
    [
        .. visit.CheckIn.Select(f => new FactView(f, Conditions.Saying(f, visit.Date, knowledge), FactScope.Today, null, f.SaidAt, true)),
        .. visit.Client!.Facts.OrderByDescending(f => f.RecordedAt)
            .Select(f => new FactView(f.ToEntry(), Conditions.Saying(f.ToEntry(), visit.Date, knowledge), FactScope.History, f.RecordedBy, f.RecordedAt,
                f.RecordedAt.InUtc().Date >= visit.Date && f.Status is not FactStatus.No)),
    ];
}
