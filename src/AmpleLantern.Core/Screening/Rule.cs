using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>What a rule asks for, strongest first.</summary>
public enum Outcome
{
    Emergency,
    ReferFirst,
    Postpone,
    Clearance,
    Avoid,
    Modify,
    Note,
}

public static class Outcomes
{
    /// <summary>Do not treat: no reason of the practitioner's can lift it.</summary>
    public static bool ForbidsTreatment(this Outcome outcome) => outcome is Outcome.Emergency or Outcome.ReferFirst;

    /// <summary>Must be answered (a swap, a change, a reason) before the session starts.</summary>
    public static bool NeedsAnswer(this Outcome outcome) => outcome is not Outcome.Note;
}

/// <summary>A rule of practice: facts in, rulings on a plan out. Rules are data; none is code.</summary>
/// <param name="Title">What a colleague would say, short.</param>
/// <param name="Then">Its rulings; one rule may forbid one thing and cap another.</param>
/// <param name="Instead">What to do instead: ids of replacements, or plain words.</param>
/// <param name="UnlessSchool">Choice of a school profile under which the rule only notes; it never falls silent.</param>
[Kind("rules", "rule")]
public sealed record Rule(
    string Id,
    string Title,
    Source Source,
    Condition When,
    IReadOnlyList<Ruling> Then,
    string Why,
    IReadOnlyList<string> Instead,
    IReadOnlyList<RuleCase> Cases,
    SchoolChoice? UnlessSchool = null
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) => RuleChecks.Beyond(this, knowledge.WithRules([]));
}

/// <summary>A choice a school profile may have made: a question of <c>disagreements</c> and one of its options.</summary>
public sealed record SchoolChoice([RefersTo<Disagreement>] string Question, string Choice);

/// <summary>A condition on the client's facts on a day. Members that are null ask nothing; those given must all hold.</summary>
public sealed record Condition
{
    [RefersTo<FactDefinition>]
    public string? Fact { get; init; }

    /// <summary>Which statuses count; known and suspected when not given.</summary>
    public IReadOnlyList<FactStatus>? Status { get; init; }

    /// <summary>Values a detail must have. What was not said is read at its worst.</summary>
    public IReadOnlyDictionary<string, string>? Detail { get; init; }

    /// <summary>A detail or date that was not said does not count here, because another rule reads it at its worst.</summary>
    public bool SaidOnly { get; init; }

    /// <summary>Whole years reached.</summary>
    public int? AgeFrom { get; init; }

    /// <summary>So many of several conditions hold, each counted once.</summary>
    public Several? AtLeast { get; init; }

    /// <summary>The fact began at most this many days ago; a fact without a date counts as recent.</summary>
    public int? WithinDays { get; init; }

    /// <summary>Whole weeks reached; without dates the strict reading is that they are.</summary>
    public int? PregnancyWeeksFrom { get; init; }

    public AgeCondition? Age { get; init; }

    public IReadOnlyList<Condition>? Any { get; init; }

    public IReadOnlyList<Condition>? All { get; init; }

    public Condition? Not { get; init; }

    /// <summary>Holds for everyone; what it says depends on the plan alone.</summary>
    public bool Always { get; init; }

    /// <summary>Whole weeks not reached; without dates the strict reading is that they are not.</summary>
    public int? PregnancyWeeksBelow { get; init; }

    /// <summary>Numbers a detail must reach. What was not said is read at its worst.</summary>
    public IReadOnlyDictionary<string, double>? DetailFrom { get; init; }

    /// <summary>Holds where the school profile made this choice.</summary>
    public SchoolChoice? School { get; init; }

    /// <summary>Holds when the condition of another rule, named by id, does.</summary>
    public string? As { get; init; }

    /// <summary>The fact is at one of these places (regions, limbs, areas), or where it is was not said.</summary>
    public IReadOnlyList<string>? Regions { get; init; }

    /// <summary>Where it is was not said.</summary>
    public bool PlaceNotSaid { get; init; }

    /// <summary>The fact is on this side, on both, or its side was not said.</summary>
    public Side? Side { get; init; }
}

/// <summary>Conditions that weigh together.</summary>
public sealed record Several(int Count, IReadOnlyList<Condition> Of);

/// <summary>An age group whose border the school profile sets.</summary>
public enum AgeCondition
{
    Child,
    OlderAdult,
}

/// <summary>One thing a rule asks for. Without a target it concerns the whole visit.</summary>
/// <param name="Refer">A physician is to look before this part is worked: a ground for a letter although the rest may be treated.</param>
/// <param name="Imaging">They are asked for a picture of it (X-ray, ultrasound, MRI) too.</param>
public sealed record Ruling(
    Outcome Outcome,
    Target? On = null,
    Cap? Cap = null,
    string? Say = null,
    bool Refer = false,
    bool Imaging = false
);

/// <summary>
/// The steps a ruling touches: those that match every member given. Where it speaks of effects, regions and the fact's side, region and
/// limb are those of the effect (the joint that is moved), else those of the step.
/// </summary>
public sealed record Target
{
    /// <summary>Steps with an effect of one of these classes.</summary>
    [RefersTo<EffectClass>]
    public IReadOnlyList<string>? Does { get; init; }

    /// <summary>Steps with an effect of one of these descriptions.</summary>
    public IReadOnlyList<EffectAsked>? Effects { get; init; }

    public bool SpeaksOfEffects => Does is not null || Effects is not null;

    [RefersTo<TechniqueFamily>]
    public IReadOnlyList<string>? Families { get; init; }

    [RefersTo<Technique>]
    public IReadOnlyList<string>? Techniques { get; init; }

    [RefersTo<Contact>]
    public IReadOnlyList<string>? Contacts { get; init; }

    /// <summary>Regions or limbs; a step touches them when its region overlaps one of them.</summary>
    [RefersTo<Region>(OrAnother = true)]
    public IReadOnlyList<string>? Regions { get; init; }

    public IReadOnlyList<string>? LiesOn { get; init; }

    /// <summary>Only on the side the fact names.</summary>
    public bool SameSide { get; init; }

    /// <summary>Only on the region or limb the fact names.</summary>
    public bool SameRegion { get; init; }

    /// <summary>Only on the limb of the region the fact names: what hangs below it.</summary>
    public bool SameLimb { get; init; }

    /// <summary>Steps in a run of matching steps longer than this.</summary>
    public int? ContinuousOverSeconds { get; init; }

    /// <summary>Only steps above this level.</summary>
    public int? LevelAbove { get; init; }

    public bool NoTouchMissing { get; init; }

    /// <summary>Steps that work one of these points.</summary>
    [RefersTo<Point>]
    public IReadOnlyList<string>? Points { get; init; }

    /// <summary>Steps that work a point with one of these cautions, whatever the step's region is called.</summary>
    [RefersTo<Caution>]
    public IReadOnlyList<string>? PointCautions { get; init; }

    /// <summary>Steps that follow one of these lines.</summary>
    [RefersTo<SenLine, Channel>]
    public IReadOnlyList<string>? Lines { get; init; }

    /// <summary>Steps that put one of these on the skin, or something that contains it.</summary>
    [RefersTo<Product>]
    public IReadOnlyList<string>? Products { get; init; }

    /// <summary>Steps with the product that the fact names, or something that contains it.</summary>
    public bool NamedProduct { get; init; }

    /// <summary>Steps that bring heat.</summary>
    public bool Warm { get; init; }

    /// <summary>Steps given on one of these.</summary>
    public IReadOnlyList<string>? Surfaces { get; init; }

    /// <summary>Only steps that stay longer than this in one place.</summary>
    public int? HoldOverSeconds { get; init; }

    /// <summary>Only stretches that go further than this.</summary>
    public int? RangeAbovePercent { get; init; }

    /// <summary>Only steps faster than this share of the usual pace.</summary>
    public int? PaceAbovePercent { get; init; }

    [RefersTo<Position>]
    public IReadOnlyList<string>? Positions { get; init; }

    /// <summary>All families but these.</summary>
    [RefersTo<TechniqueFamily>]
    public IReadOnlyList<string>? ExceptFamilies { get; init; }

    /// <summary>All contacts but these: what holds for a heel may not for a broad sole.</summary>
    [RefersTo<Contact>]
    public IReadOnlyList<string>? ExceptContacts { get; init; }

    /// <summary>Not what also has an effect of one of these classes: a foot that glides on is no foot that stands.</summary>
    [RefersTo<EffectClass>]
    public IReadOnlyList<string>? ExceptDoes { get; init; }

    /// <summary>Regions that a step names itself; overlapping is not enough.</summary>
    [RefersTo<Region>]
    public IReadOnlyList<string>? ExactRegions { get; init; }
}

/// <summary>How far a touched step may go.</summary>
/// <param name="Positions">Positions to change to, best first.</param>
/// <param name="Surface">Surface to change to.</param>
public sealed record Cap(
    int? Level = null,
    [RefersTo<Position>] IReadOnlyList<string>? Positions = null,
    int? HoldSeconds = null,
    int? RangePercent = null,
    int? PacePercent = null,
    string? Surface = null
);

/// <summary>A test of a rule, beside it: facts and a flow, and the outcome expected of this rule.</summary>
/// <param name="Expect">An outcome word, <c>none</c>, or <c>standing</c>.</param>
public sealed record RuleCase(
    IReadOnlyList<FactEntry> Facts,
    [RefersTo<Flow>] string Flow,
    string Expect,
    LocalDate? BirthDate = null,
    [RefersTo<School>] string? School = null,
    LocalDate? Date = null,
    IReadOnlyList<Clearance>? Clearances = null
);

/// <summary>A physician's written OK: for one rule, from one day to another, and no further than it says.</summary>
/// <param name="Rule">The rule whose "only with a written OK" it answers.</param>
/// <param name="Scope">What it allows, in the physician's words.</param>
public sealed record Clearance(
    string Rule,
    string Physician,
    LocalDate Given,
    LocalDate Expires,
    string Scope,
    string? By = null,
    Instant? At = null
)
{
    public bool HoldsOn(LocalDate day) => Given <= day && day <= Expires;
}
