using AmpleLantern.Core;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Papers;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Arrive;
using AmpleLantern.Web.Giving;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Time;
using NodaTime;

namespace AmpleLantern.Web.Visits;

/// <summary>What a visit is worked out with besides itself.</summary>
/// <param name="Number">Which visit of this client it is, from 1.</param>
/// <param name="PalmBreadthCm">Of whoever gives it; null until measured.</param>
public sealed record VisitSetting(
    PracticeKnowledge Knowledge,
    PlanReach Reach,
    PracticeClock Clock,
    StaffNames Names,
    StaffRole Role,
    IReadOnlyList<ReadBasis> Bases,
    int Number,
    double? PalmBreadthCm,
    bool InList = false
)
{
    /// <summary>What was measured at the visit before.</summary>
    public TakenLast? MeasuredLast { get; init; }

    /// <summary>What the session before leaves to be minded.</summary>
    public LastTime? LastTime { get; init; }

    /// <summary>What the visit's course measures.</summary>
    public IReadOnlyList<string> MeasuredInCourse { get; init; } = [];
}

/// <summary>
/// A stored visit as Core sees it. Until the session starts it is worked out from what is known now; from then on from the basis it
/// stands on and the log, and from nothing else.
/// </summary>
public sealed class VisitFrame
{
    private readonly Visit visit;
    private readonly VisitSetting setting;
    private readonly PracticeKnowledge now;

    public VisitFrame(Visit visit, VisitSetting setting)
    {
        (this.visit, this.setting, now) = (visit, setting, setting.Knowledge);
        Session = new(
            (Started?.Expansion ?? LiveExpansion)!,
            First?.Knowledge ?? now,
            setting.Bases.Skip(1).ToDictionary(b => b.Id, b => b.Basis.Expansion)
        );
    }

    private ReadBasis? First => setting.Bases.Count > 0 ? setting.Bases[0] : null;

    /// <summary>The basis it started on; null while it has not.</summary>
    public SessionBasis? Started => First?.Basis;

    private ReadBasis? Standing => field ??= State.Basis is { } id ? setting.Bases.FirstOrDefault(b => b.Id == id) ?? First : First;

    /// <summary>The basis it stands on now; null while it has not started.</summary>
    public SessionBasis? Basis => Standing?.Basis;

    /// <summary>The knowledge this visit is read with.</summary>
    public PracticeKnowledge Knowledge => Standing?.Knowledge ?? now;

    public Session Session { get; }

    public SessionState State =>
        field ??= visit is { Seal: { } seal, SignedAt: { } signed }
            ? LateNotes.Over(seal.Session, visit.Events.Select(e => e.ToEvent()), signed)
            : Session.Fold(visit.Events.Select(e => e.ToEvent()));

    public VisitPhase Phase =>
        visit switch
        {
            { CancelledAt: not null } => VisitPhase.Cancelled,
            { SignedAt: not null } => VisitPhase.Signed,
            _ => Enum.Parse<VisitPhase>(State.Phase.ToString()),
        };

    public Plan Plan => Basis?.Plan ?? Readable.Plan;

    /// <summary>Parts of the plan this knowledge can no longer read.</summary>
    public IReadOnlyList<string> SetAside => Basis is null ? [.. Readable.SetAside, .. Live.Remarks] : [];

    private (Plan Plan, IReadOnlyList<string> SetAside) Readable => readable ??= PlanCheck.Readable(visit.Plan, now);

    private (Plan Plan, IReadOnlyList<string> SetAside)? readable;

    public School School => field ??= Basis?.School ?? now.Schools.Find(visit.School) ?? now.HouseSchool;

    public Tempo Tempo => field ??= Basis?.Tempo ?? LiveTempo;

    private Tempo LiveTempo => Live.Tempo;

    private (Tempo Tempo, IReadOnlyList<string> Remarks) Live =>
        live ??= TempoOf.Stored(visit.Client!.BreathsPerMinute, visit.Client.StatureCm, setting.PalmBreadthCm, now);

    private (Tempo Tempo, IReadOnlyList<string> Remarks)? live;

    public Expansion Expansion => Basis?.Expansion ?? LiveExpansion;

    private Expansion LiveExpansion => field ??= PlanExpansion.Expand(Readable.Plan, LiveTempo, now);

    public ScreenSubject Subject => field ??= Basis is { } basis ? WithFacts(basis.Client.Subject, Since) : PersonOnTheDay.Of(visit, now);

    public ScreenResult Screen => field ??= Basis is { } basis ? ScreenSinceStart(basis) : ScreenNow();

    public StartDecision Start => field ??= StartGate.Decide(Screen.Findings, Overrides);

    /// <summary>Reasons on record, with the ids of who gave them: those it started with and those given since.</summary>
    public IReadOnlyList<Override> Overrides =>
        field ??= [.. (Started?.Overrides ?? []).Where(o => visit.Overrides.All(v => v.Rule != o.Rule)), .. visit.Overrides];

    public IReadOnlyList<MissingFact> Missing =>
        field ??= Basis is { } basis ? basis.Client.NotAsked : MissingFacts.For(Subject, Plan, School, now);

    public IReadOnlyList<Departure> Departures => field ??= Basis?.Departures ?? PlanDepartures.Of(Plan, now, School);

    /// <summary>Steps of a plan that cannot be reached as the client lies.</summary>
    public IReadOnlyList<OutOfReach> ReachOf(Plan plan) => setting.Reach.With(Knowledge).Of(plan);

    public Headline Headline => field ??= Headline.Of(Screen, Overrides, Departures, Answers, Missing.Count, RedFlagsOpen);

    /// <summary>How many facts something was said of, yes or no; null where cards were answered and nobody counted.</summary>
    public int? Answers =>
        Basis switch
        {
            { Client.Answers: { } counted } => counted + Since.Count,
            { Client.Cards.Count: > 0 } => null,
            _ => Asked.Answers(Subject),
        };

    /// <summary>Cards of red flags not asked at this visit. A record older than cards says nothing of them.</summary>
    public IReadOnlyList<string> RedFlagsOpen => field ??= Basis is { Client.Cards: null } ? [] : Asked.RedFlagsOpen(Subject, now);

    public ScreenContext Context => field ??= new(Plan, Expansion, School, Tempo, Knowledge);

    /// <summary>The places the plan works that need a yes of their own.</summary>
    public IReadOnlyList<ConsentPlace> Consents => field ??= Consent.Places(Subject, Context);

    /// <summary>Minutes left for the mat when the talk before and after is taken off.</summary>
    public double MinutesOnMat => visit.MinutesBooked - now.SessionTimes.TalkBeforeMinutes - now.SessionTimes.TalkAfterMinutes;

    /// <summary>When it must be over: as was set on the way, else as it is booked, where it was begun on that day and before.</summary>
    public Instant? OutBy(Instant at)
    {
        if (State.EndSet)
        {
            return State.OutBy;
        }

        var end =
            setting.Clock.InstantOf(visit.Date + visit.At) + Duration.FromMinutes(visit.MinutesBooked - now.SessionTimes.TalkAfterMinutes);
        var begun = State.StartedAt ?? at;
        return begun < end && setting.Clock.DateOf(begun) == visit.Date ? end : null;
    }

    public IReadOnlyList<GivenStep> Given => field ??= visit.Seal?.Given ?? Session.Given(State);

    public IReadOnlyList<Change> Changes =>
        field ??=
            visit.Seal?.Changes
            ??
            [
                .. Proposed
                    .Select(p => p.Measure)
                    .Concat(visit.Ratings.Select(r => Knowledge.Measures.Present(r.Measure)))
                    .Distinct()
                    .Select(Knowledge.Measures.Find)
                    .OfType<Measure>()
                    .Select(m => ChangeJudge.Judge(m, Ratings.Of(visit.Ratings, m.Id, Knowledge) ?? Untaken(m), Last)),
            ];

    /// <summary>What was taken at the visit before, under the ids measures have now.</summary>
    private TakenLast? Last =>
        field ??= setting.MeasuredLast is { } last
            ? last with
            {
                Ratings = [.. last.Ratings.Select(r => References.Present(r, Knowledge))],
            }
            : null;

    /// <summary>What nobody took yet; in own words it is called as it was the last time.</summary>
    private Rating Untaken(Measure measure) => new(measure.Id, Named: Last?.Ratings.FirstOrDefault(r => r.Measure == measure.Id)?.Named);

    /// <summary>What is worth measuring at this visit.</summary>
    public IReadOnlyList<ProposedMeasure> Proposed =>
        field ??= Core.Measures.Proposed.At(
            Last?.Ratings ?? [],
            setting.MeasuredInCourse,
            [.. visit.Interviews.Select(i => i.Complaint)],
            Plan,
            Knowledge
        );

    public VisitNote Note => field ??= visit.Seal?.Note ?? visit.Note.Over(Draft);

    /// <summary>The note as the log alone says it.</summary>
    public VisitNote Draft => field ??= NoteDraft.From(Log, Knowledge);

    /// <summary>What note and papers are drafted from.</summary>
    public VisitLog Log => field ??= new(visit.Words, Screen.Findings, Reasons, Plan, Steps, Departures, Given, State, Changes);

    /// <summary>What the record rests on besides its log, with the names of people.</summary>
    public RecordGround Ground =>
        new(
            Note,
            Facts(),
            School.Name,
            Basis?.KnowledgeVersion ?? now.Version,
            visit.SignedBy is { } by ? setting.Names.Of(by) : null,
            visit.SignedAt is { } at ? setting.Clock.DateOf(at) : null,
            [
                .. visit
                    .Addenda.OrderBy(a => a.At)
                    .Select(a => new PrintedAddendum(a.Text, setting.Names.Of(a.By), setting.Clock.DateOf(a.At))),
            ]
        );

    /// <summary>Every step of every basis it stood on, by id; the latest where one was changed.</summary>
    public IReadOnlyDictionary<string, PlanStep> Steps =>
        field ??= (Basis is null ? Plan.Steps : setting.Bases.Reverse().SelectMany(b => b.Basis.Plan.Steps))
            .DistinctBy(s => s.Id)
            .ToDictionary(s => s.Id);

    /// <summary>Whether something may be done to this visit now by whoever asks.</summary>
    public MayAnswer Allows(VisitAction action) => May.Do(action, Phase, setting.Role, Start);

    /// <summary>The same where only phase and role count; the screen is not asked.</summary>
    public MayAnswer AllowsAtAll(VisitAction action) => May.Do(action, Phase, setting.Role);

    /// <exception cref="RefusalException">This would lift what forbids treatment, and whoever asks may not sign.</exception>
    public void RequireNothingLifted(VisitFrame before) => May.Lift(setting.Role, before.Start, Start).Require();

    /// <summary>What signing adds to basis and log.</summary>
    public Seal MakeSeal()
    {
        var judged = Changes.Where(c => c.Verdict is not ChangeVerdict.NotMeasured || c.Before is not null || c.After is not null).ToList();
        return new(
            Given,
            State,
            judged,
            Note,
            Basis is { } b && b.Screen.Findings.SequenceEqual(Screen.Findings) ? null : Screen with { Swaps = [] },
            [.. judged.Select(c => Knowledge.Measures[c.Measure])]
        );
    }

    public VisitView View(Instant at)
    {
        var lamps = Lamps.Of(visit, this, at);
        var live = Basis is null;
        return new()
        {
            Id = visit.Id,
            Version = visit.Version,
            Client = Header(),
            Date = visit.Date,
            At = visit.At,
            MinutesBooked = visit.MinutesBooked,
            MinutesOnMat = MinutesOnMat,
            Room = visit.Room,
            School = School.Id,
            Lamps = lamps,
            CurrentStage = Lamps.Current(lamps),
            Words = visit.Words,
            Facts = Facts(),
            Missing = Missing,
            Asking = live ? Named(AskingShown.Of(Missing, Subject, now)) : null,
            Consents = Consents,
            RedFlagsOpen = RedFlagsOpen,
            BegunWith = visit.Events.Find(e => e is { Kind: GiveEventKind.Start, Text: not null })?.Text,
            Headline = Headline,
            Screen = Screen,
            Shown = ScreenShown.Of(Screen, Subject, Context, Reasons),
            Start = Start,
            Overrides = Reasons,
            Plan = Plan,
            SetAside = SetAside,
            SetOut = SetOut.For(Plan, Knowledge),
            Sections = PlanSections.Of(Plan, Expansion),
            LikelyNotes = Plan.Steps.ToDictionary(s => s.Id, s => LikelyNotes.At(s, Knowledge)),
            Departures = Departures,
            DepartedSteps = live ? PlanDepartures.Steps(Plan, now, School) : [],
            Expansion = Expansion,
            Tempo = Tempo,
            Changes = Changes,
            Session = SessionAt(at),
            Given = Given,
            GivenSummary = GivenSummary.Of(Given, State, Expansion, Steps, Knowledge.GivingTimes.GivenOtherwiseSeconds),
            Note = Note,
            NoteIsDraft = visit.Note == NoteEdits.None,
            NoteSince = visit.SignedAt is null && visit.Note != NoteEdits.None ? visit.Note.Since(Draft) : null,
            SignedAt = visit.SignedAt,
            SignedBy = visit.SignedBy is { } by ? setting.Names.Of(by) : null,
            Addenda = [.. visit.Addenda.OrderBy(a => a.At).Select(a => new AddendumView(a.Text, setting.Names.Of(a.By), a.At))],
            KnowledgeVersion = Basis?.KnowledgeVersion ?? now.Version,
            Reconstructed = Basis?.Reconstructed ?? false,
            OutOfReach = live ? ReachOf(Plan) : [],
            Clearances = Clearances(),
            Suggested = Suggested.By([.. visit.Interviews.Select(i => (i.Complaint, i.Side))], Knowledge),
            Proposed = Proposed,
            RecheckedAt = Rechecks.At(Plan, Changes, Knowledge),
            SidesApart = Sides.Apart(Changes, Knowledge),
            Interviews = live ? Interviews.Of(visit, Subject, School, now) : [],
            Review = live ? Named(PlanReview.Run(new(Plan, Expansion, School, Tempo, now))) : new([], []),
            Phase = Phase,
            May = Enum.GetValues<VisitAction>().ToDictionary(a => a, Allows),
            Vocabulary = live ? null : Frozen(),
            LastTime = setting.LastTime,
            Outcome = OutcomeShown.Of(Changes, visit.Seal?.Measures, Knowledge),
        };
    }

    public SessionView SessionAt(Instant at) => SessionShown.Of(this, visit.Events.Count, at);

    /// <summary>With the names of who asked.</summary>
    private AskingShown Named(AskingShown asking)
    {
        CardShown Of(CardShown card) =>
            card.Answer is { AskedBy: { } by } answer ? card with { Answer = answer with { AskedBy = setting.Names.Of(by) } } : card;
        return asking with { Door = [.. asking.Door.Select(Of)], Lists = [.. asking.Lists.Select(Of)] };
    }

    private ScreenResult ScreenNow()
    {
        var screen = setting.InList ? Screener.Findings(Subject, Context) : Screener.Run(Subject, Context);
        return PersonOnTheDay.Unread(visit, now) is { Count: > 0 } unread
            ? screen with
            {
                Unresolved = [.. screen.Unresolved ?? [], .. unread],
            }
            : screen;
    }

    /// <summary>What was said since the session began is screened with what it began on; a signed visit says what it said.</summary>
    private ScreenResult ScreenSinceStart(SessionBasis basis)
    {
        if (visit.SignedAt is not null || Since.Count == 0)
        {
            return visit.Seal?.Screen ?? basis.Screen;
        }

        try
        {
            var pressed = Context with { Plan = Deepest.InForce(Plan, State) };
            return setting.InList ? Screener.Findings(Subject, pressed) : Screener.Run(Subject, pressed);
        }
        catch (Exception e) when (e is KnowledgeException or RefusalException)
        {
            return basis.Screen with { Verdict = "unknown", Findings = [.. basis.Screen.Findings, CannotBeScreened(e.Message)] };
        }
    }

    /// <summary>What cannot be screened must not read as safe: it stands in the way until someone answers for it.</summary>
    private Finding CannotBeScreened(string why) =>
        new()
        {
            Outcome = Outcome.Postpone,
            Rule = "screen.not-possible",
            Title = "What was said since the session began could not be screened",
            Fact = Since[0].Fact,
            Because = string.Join(", ", Since.Select(f => f.Fact.Replace('-', ' '))),
            Steps = [],
            Why = why,
            Instead = ["End the session, or go on with a reason."],
            Source = "this program",
            Schools = [],
            Cap = null,
            WholeVisit = true,
        };

    /// <summary>Facts that came up after the session began: told by a response, or noted meanwhile.</summary>
    private IReadOnlyList<FactEntry> Since =>
        field ??=
            visit.SignedAt is not null || State.StartedAt is not { } start
                ? []
                :
                [
                    // What a hand noted stands first: an answer given elsewhere does not take it back.
                    .. State
                        .Responses.Select(r => (r.At, Fact: Knowledge.Responses.Find(r.Response)?.AsksFact))
                        .Where(r => r.Fact is not null)
                        .Select(r => new FactEntry(r.Fact!, SaidBy: "noted while giving", SaidAt: r.At))
                        .Concat((State.Happened ?? []).Select(h => h.Fact(Steps.GetValueOrDefault(h.Step), now)).OfType<FactEntry>())
                        .Concat(visit.Client!.Facts.Where(f => f.RecordedAt > start).Select(f => f.ToEntry()))
                        .Concat(visit.CheckIn.Where(f => f.SaidAt > start))
                        .Where(f => now.Facts.Has(f.Fact))
                        .DistinctBy(f => (f.Fact, f.Region, f.Side, f.Of(FactWords.NameDetail))),
                ];

    private ScreenSubject WithFacts(ScreenSubject subject, IReadOnlyList<FactEntry> since) =>
        since.Count == 0
            ? subject
            : subject with
            {
                Facts = [.. subject.Facts.Where(f => now.Facts.Find(f.Fact) is { } d && since.All(s => !s.SameAs(f, d))), .. since],
            };

    /// <summary>The reasons as they are shown: with names, where the record keeps who it was by id.</summary>
    private IReadOnlyList<Override> Reasons => [.. Overrides.Select(o => o with { By = setting.Names.Of(o.By) })];

    private ReviewResult Named(ReviewResult review) =>
        review with
        {
            Silenced = [.. review.Silenced.Select(x => x with { By = setting.Names.Of(x.By) })],
        };

    private IReadOnlyList<Clearance> Clearances() =>
        [
            .. (Basis?.Client.Clearances ?? visit.Client!.Clearances).Select(c =>
                c with
                {
                    By = c.By is { } by ? setting.Names.Of(by) : null,
                }
            ),
        ];

    private BasisWords? Frozen() => Basis?.Words.And(visit.Seal?.Measures ?? []);

    private ClientHeader Header()
    {
        var client = visit.Client!;
        return new(
            client.Id,
            client.Name,
            Subject.Age,
            Basis?.Client.BirthDate ?? client.BirthDate,
            client.Occupation,
            setting.Number,
            client.StatureCm,
            BreathCount.Of(client.BreathsPerMinute, Knowledge.Pace)
        );
    }

    private IReadOnlyList<FactSaid> Facts() =>
        [
            .. (Basis is { } basis ? SaidSince(basis) : LiveFacts()).Select(f =>
                f with
                {
                    RecordedBy = f.RecordedBy is { } by ? setting.Names.Of(by) : null,
                }
            ),
        ];

    private IEnumerable<FactSaid> SaidSince(SessionBasis basis) =>
        Since
            .Select(f => new FactSaid(f, Conditions.Saying(f, visit.Date, now), now.Facts[f.Fact].Scope, f.SaidBy, f.SaidAt, true))
            .Concat(basis.Client.Facts.Where(b => Subject.Facts.Contains(b.Entry)));

    /// <summary>What is known now, as it would be frozen.</summary>
    public IReadOnlyList<FactSaid> LiveFacts() =>
        [
            .. visit.CheckIn.Select(f => new FactSaid(f, Saying(f), FactScope.Today, null, f.SaidAt, true)),
            .. visit
                .Client!.Facts.OrderByDescending(f => f.RecordedAt)
                .Select(f => new FactSaid(
                    f.ToEntry(),
                    Saying(f.ToEntry()),
                    FactScope.History,
                    f.RecordedBy,
                    f.RecordedAt,
                    setting.Clock.DateOf(f.RecordedAt) >= visit.Date && f.Status is not FactStatus.No
                )),
        ];

    /// <summary>What was denied is counted, not said.</summary>
    private string Saying(FactEntry entry) =>
        entry.Status is FactStatus.No ? ""
        : now.Facts.Has(entry.Fact) ? Conditions.Saying(entry, visit.Date, now)
        : $"{entry.Fact.Replace('-', ' ')} (no longer known to this version)";
}
