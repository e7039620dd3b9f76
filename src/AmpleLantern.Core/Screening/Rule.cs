using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>What a rule asks for, strongest first.</summary>
public enum Outcome { Emergency, ReferFirst, Postpone, Clearance, Avoid, Modify, Note }

public static class Outcomes
{
    /// <summary>Do not treat: no reason of the practitioner's can lift it.</summary>
    public static bool ForbidsTreatment(this Outcome outcome) => outcome is Outcome.Emergency or Outcome.ReferFirst;

    /// <summary>Must be answered (a swap, a change, a reason) before the session starts.</summary>
    public static bool NeedsAnswer(this Outcome outcome) => outcome is not Outcome.Note;
}

/// <summary>A rule of practice: facts in, effects on a plan out. Rules are data; none is code.</summary>
/// <param name="Title">What a colleague would say, short.</param>
/// <param name="Then">Its effects; one rule may forbid one thing and cap another.</param>
/// <param name="Instead">What to do instead: ids of replacements, or plain words.</param>
/// <param name="UnlessSchool">Choice of a school profile under which the rule only notes; it never falls silent.</param>
public sealed record Rule(
    string Id, string Title, Source Source, Condition When, IReadOnlyList<Effect> Then, string Why,
    IReadOnlyList<string> Instead, IReadOnlyList<RuleCase> Cases, SchoolChoice? UnlessSchool = null) : IKnown;

/// <summary>A choice a school profile may have made: a question of <c>disagreements</c> and one of its options.</summary>
public sealed record SchoolChoice(string Question, string Choice);

/// <summary>A condition on the client's facts on a day. Members that are null ask nothing; those given must all hold.</summary>
/// <param name="Status">Which statuses count; known and suspected when not given.</param>
/// <param name="Detail">Values a detail must have.</param>
/// <param name="DetailFrom">Numbers a detail must reach; a detail not given does not reach them.</param>
/// <param name="WithinDays">The fact began at most this many days ago; a fact without a date counts as recent.</param>
/// <param name="Always">Holds for everyone; what it says depends on the plan alone.</param>
/// <param name="PregnancyWeeksFrom">Whole weeks reached; without dates the strict reading is that they are.</param>
/// <param name="PregnancyWeeksBelow">Whole weeks not reached; without dates the strict reading is that they are not.</param>
/// <param name="School">Holds where the school profile made this choice.</param>
/// <param name="Side">The fact is on this side, on both, or its side was not said.</param>
/// <param name="As">Holds when the condition of another rule, named by id, does.</param>
public sealed record Condition(
    string? Fact = null, IReadOnlyList<FactStatus>? Status = null, IReadOnlyDictionary<string, string>? Detail = null,
    int? WithinDays = null, int? PregnancyWeeksFrom = null, AgeCondition? Age = null,
    IReadOnlyList<Condition>? Any = null, IReadOnlyList<Condition>? All = null, Condition? Not = null, bool Always = false,
    int? PregnancyWeeksBelow = null, IReadOnlyDictionary<string, double>? DetailFrom = null, SchoolChoice? School = null, string? As = null,
    Side? Side = null);

/// <summary>An age group whose border the school profile sets.</summary>
public enum AgeCondition { Child, OlderAdult }

/// <summary>One effect of a rule. Without a target it concerns the whole visit.</summary>
/// <param name="Refer">A physician is to look before this part is worked: a ground for a letter although the rest may be treated.</param>
public sealed record Effect(Outcome Outcome, Target? On = null, Cap? Cap = null, string? Say = null, bool Refer = false);

/// <summary>The steps an effect touches: those that match every member given.</summary>
/// <param name="Regions">Regions or limbs; a step touches them when its region overlaps one of them.</param>
/// <param name="ExactRegions">Regions that a step names itself; overlapping is not enough.</param>
/// <param name="ExceptFamilies">All families but these.</param>
/// <param name="Points">Steps that work one of these points.</param>
/// <param name="Lines">Steps that follow one of these lines.</param>
/// <param name="Products">Steps that put one of these on the skin, or something that contains it.</param>
/// <param name="NamedProduct">Steps with the product that the fact names, or something that contains it.</param>
/// <param name="Warm">Steps that bring heat.</param>
/// <param name="Surfaces">Steps given on one of these.</param>
/// <param name="SameSide">Only on the side the fact names.</param>
/// <param name="SameRegion">Only on the region or limb the fact names.</param>
/// <param name="ContinuousOverSeconds">Steps in a run of matching steps longer than this.</param>
/// <param name="LevelAbove">Only steps above this level.</param>
/// <param name="HoldOverSeconds">Only steps that stay longer than this in one place.</param>
/// <param name="RangeAbovePercent">Only stretches that go further than this.</param>
/// <param name="PaceAbovePercent">Only steps faster than this share of the usual pace.</param>
public sealed record Target(
    IReadOnlyList<string>? Families = null, IReadOnlyList<string>? Techniques = null,
    IReadOnlyList<string>? Contacts = null, IReadOnlyList<string>? Regions = null,
    IReadOnlyList<string>? LiesOn = null, bool SameSide = false, bool SameRegion = false,
    int? ContinuousOverSeconds = null, int? LevelAbove = null, bool NoTouchMissing = false,
    IReadOnlyList<string>? Points = null, IReadOnlyList<string>? Lines = null, IReadOnlyList<string>? Products = null,
    bool NamedProduct = false, bool Warm = false, IReadOnlyList<string>? Surfaces = null, int? HoldOverSeconds = null,
    int? RangeAbovePercent = null, int? PaceAbovePercent = null, IReadOnlyList<string>? Positions = null,
    IReadOnlyList<string>? ExceptFamilies = null, IReadOnlyList<string>? ExactRegions = null);

/// <summary>How far a touched step may go.</summary>
/// <param name="Positions">Positions to change to, best first.</param>
/// <param name="Surface">Surface to change to.</param>
public sealed record Cap(
    int? Level = null, IReadOnlyList<string>? Positions = null, int? HoldSeconds = null, int? RangePercent = null,
    int? PacePercent = null, string? Surface = null);

/// <summary>A test of a rule, beside it: facts and a flow, and the outcome expected of this rule.</summary>
/// <param name="Expect">An outcome word, <c>none</c>, or <c>standing</c>.</param>
public sealed record RuleCase(
    IReadOnlyList<FactEntry> Facts, string Flow, string Expect, LocalDate? BirthDate = null, string? School = null,
    LocalDate? Date = null, IReadOnlyList<Clearance>? Clearances = null);

/// <summary>A physician's written OK: for one rule, from one day to another, and no further than it says.</summary>
/// <param name="Rule">The rule whose "only with a written OK" it answers.</param>
/// <param name="Scope">What it allows, in the physician's words.</param>
public sealed record Clearance(
    string Rule, string Physician, LocalDate Given, LocalDate Expires, string Scope, string? By = null, Instant? At = null)
{
    public bool HoldsOn(LocalDate day) => Given <= day && day <= Expires;
}
