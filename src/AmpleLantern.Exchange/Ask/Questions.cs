using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Exchange.Ask;

/// <summary>Lengths of the body, as far as they were measured.</summary>
public sealed record Measures(
    double? StatureCm = null,
    IReadOnlyDictionary<string, double>? StretchesCm = null,
    IReadOnlyDictionary<string, double>? HandsCm = null,
    IReadOnlyDictionary<string, double>? FootMm = null,
    Build? Build = null
);

/// <summary>A person in a question.</summary>
public sealed record Person(LocalDate? BirthDate = null, Measures? Measures = null, IReadOnlyDictionary<string, double>? HandsCm = null);

/// <summary>Input of <c>ask screen</c>.</summary>
public sealed record ScreenQuestion(
    LocalDate Date,
    Person? Client = null,
    IReadOnlyList<FactEntry>? Facts = null,
    string? Flow = null,
    Plan? Plan = null,
    string? School = null,
    double? BreathsPerMinute = null,
    Person? Practitioner = null,
    IReadOnlyList<Clearance>? Clearances = null,
    bool ConsentMustBeGiven = false,
    IReadOnlyList<Technique>? Techniques = null
) : IWithTechniques;

/// <summary>Input of <c>ask interview</c>.</summary>
/// <param name="Side">The side complained of.</param>
public sealed record InterviewQuestionAsked(
    string Complaint,
    LocalDate Date,
    IReadOnlyList<InterviewAnswer>? Answers = null,
    Person? Client = null,
    IReadOnlyList<FactEntry>? Facts = null,
    Side? Side = null,
    string? School = null
);

/// <summary>Input of <c>ask words</c>: what the client said.</summary>
public sealed record WordsQuestion(string Text);

/// <summary>Answer of <c>ask words</c>.</summary>
public sealed record WordsAnswer(IReadOnlyList<WordFound> Found);

/// <summary>Input of <c>ask expand</c> and, with minutes, of <c>ask fit</c>.</summary>
/// <param name="Choices">Options of the flow's variants.</param>
public sealed record ExpandQuestion(
    string? Flow = null,
    Plan? Plan = null,
    double? BreathsPerMinute = null,
    Person? Client = null,
    Person? Practitioner = null,
    string? School = null,
    IReadOnlyDictionary<string, string>? Choices = null
);

/// <summary>Input of <c>ask fit</c>.</summary>
public sealed record FitQuestion(
    double Minutes,
    string? Flow = null,
    Plan? Plan = null,
    double? BreathsPerMinute = null,
    Person? Client = null,
    Person? Practitioner = null,
    string? School = null,
    IReadOnlyDictionary<string, string>? Choices = null
);

/// <summary>Answer of <c>ask fit</c>: that of expand, and what was changed.</summary>
public sealed record FitAnswer(
    double TotalSeconds,
    IReadOnlyList<ExpandedStep> Steps,
    Totals Totals,
    IReadOnlyList<Cut> Cuts,
    bool Optimal,
    string Reason
);

/// <summary>The questions as functions of Core. No logic of its own.</summary>
public sealed class Answers(PracticeKnowledge knowledge)
{
    private const string PalmBreadth = HandMeasures.Palm;

    /// <summary>The same with the techniques that a question brings along.</summary>
    public Answers With(IWithTechniques question) => question.Techniques is null ? this : new(knowledge.With(question.Techniques));

    /// <summary>Where things are and how big they are.</summary>
    public MeasureAnswers Measuring { get; } = new(knowledge);

    /// <summary>Weight into pressure.</summary>
    public PressAnswers Pressing => new(knowledge);

    /// <summary>What steps do to a body.</summary>
    public EffectAnswers Effects => new(this, knowledge);

    /// <summary>Order, dose and composing.</summary>
    public PlanningAnswers Planning => new(this, knowledge);

    public ScreenResult Screened(ScreenQuestion q)
    {
        var school = School(q.School);
        var subject = new ScreenSubject(q.Date, q.Client?.BirthDate, q.Facts ?? [], q.Clearances, q.ConsentMustBeGiven);
        var plan = PlanOf(q.Flow, q.Plan, school);
        var result = Screener.Run(subject, plan, school, Tempo(q.BreathsPerMinute, q.Client, q.Practitioner), knowledge);
        // Whoever knows a step by the id it had before its flow was rewritten finds it.
        var former = plan.Steps.ToDictionary(s => s.Id, s => s.WasCalled().ToList());
        return result with
        {
            Findings =
            [
                .. result.Findings.Select(f => f with { Steps = [.. f.Steps.Concat(f.Steps.SelectMany(s => former[s])).Distinct()] }),
            ],
        };
    }

    public InterviewResult Interviewed(InterviewQuestionAsked q)
    {
        var subject = new ScreenSubject(q.Date, q.Client?.BirthDate, q.Facts ?? []);
        FactCheck.Check(subject, knowledge);
        return Interview.Run(
            Named(() => knowledge.Complaints[q.Complaint], "/complaint"),
            q.Answers ?? [],
            q.Side,
            subject,
            School(q.School),
            knowledge
        );
    }

    public WordsAnswer Words(WordsQuestion q) => new(new FactWords(knowledge).Find(q.Text));

    public Expansion Expand(ExpandQuestion q) =>
        PlanExpansion.Expand(
            PlanOf(q.Flow, q.Plan, School(q.School), q.Choices),
            Tempo(q.BreathsPerMinute, q.Client, q.Practitioner),
            knowledge
        );

    public FitAnswer Fitted(FitQuestion q)
    {
        var fit = Fit.ToMinutes(
            PlanOf(q.Flow, q.Plan, School(q.School), q.Choices),
            q.Minutes,
            Tempo(q.BreathsPerMinute, q.Client, q.Practitioner),
            knowledge
        );
        return new(fit.Expansion.TotalSeconds, fit.Expansion.Steps, fit.Expansion.Totals, fit.Cuts, fit.Optimal, fit.Reason);
    }

    internal School School(string? id) => Named(() => knowledge.School(id), "/school");

    internal Tempo Tempo(double? breaths, Person? client, Person? practitioner)
    {
        var hands = practitioner?.HandsCm ?? practitioner?.Measures?.HandsCm;
        return TempoOf.Measures(
            breaths,
            client?.Measures?.StatureCm,
            hands is not null && hands.TryGetValue(PalmBreadth, out var palm) ? palm : null,
            knowledge
        );
    }

    internal Plan PlanOf(string? flow, Plan? plan, School school, IReadOnlyDictionary<string, string>? choices = null)
    {
        switch (flow, plan)
        {
            case (null, { } given):
                PlanCheck.Check(given, knowledge);
                return given;
            case ({ } id, null):
                return FlowPlans.FromFlow(Named(() => knowledge.Flows[id], "/flow"), knowledge, school, choices);
            default:
                throw new Core.RefusalException("flow-or-plan", "Give either a flow or a plan, one of the two.", "");
        }
    }

    internal static T Named<T>(Func<T> find, string pointer)
    {
        try
        {
            return find();
        }
        catch (KnowledgeException e)
        {
            throw new Core.RefusalException("unknown-word", e.Message, pointer);
        }
    }
}
