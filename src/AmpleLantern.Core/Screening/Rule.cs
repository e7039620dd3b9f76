using AmpleLantern.Core.Knowledge;
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

/// <summary>A choice a school profile may have made.</summary>
public sealed record SchoolChoice(string Question, string Choice);

/// <summary>A condition on the client's facts on a day. Members that are null ask nothing; those given must all hold.</summary>
/// <param name="Status">Which statuses count; known and suspected when not given.</param>
/// <param name="Detail">Values a detail must have.</param>
/// <param name="WithinDays">The fact began at most this many days ago; a fact without a date counts as recent.</param>
/// <param name="Always">Holds for everyone; what it says depends on the plan alone.</param>
/// <param name="PregnancyWeeksFrom">Whole weeks reached; without dates the strict reading is that they are.</param>
public sealed record Condition(
    string? Fact = null, IReadOnlyList<FactStatus>? Status = null, IReadOnlyDictionary<string, string>? Detail = null,
    int? WithinDays = null, int? PregnancyWeeksFrom = null, AgeCondition? Age = null,
    IReadOnlyList<Condition>? Any = null, IReadOnlyList<Condition>? All = null, Condition? Not = null, bool Always = false);

/// <summary>An age group whose border the school profile sets.</summary>
public enum AgeCondition { Child, OlderAdult }

/// <summary>One effect of a rule. Without a target it concerns the whole visit.</summary>
public sealed record Effect(Outcome Outcome, Target? On = null, Cap? Cap = null, string? Say = null);

/// <summary>The steps an effect touches: those that match every member given.</summary>
/// <param name="SameSide">Only on the side the fact names.</param>
/// <param name="SameRegion">Only on the region or limb the fact names.</param>
/// <param name="ContinuousOverSeconds">Steps in a run of matching steps longer than this.</param>
/// <param name="LevelAbove">Only steps above this level.</param>
public sealed record Target(
    IReadOnlyList<string>? Families = null, IReadOnlyList<string>? Techniques = null,
    IReadOnlyList<string>? Contacts = null, IReadOnlyList<string>? Regions = null,
    IReadOnlyList<string>? LiesOn = null, bool SameSide = false, bool SameRegion = false,
    int? ContinuousOverSeconds = null, int? LevelAbove = null, bool NoTouchMissing = false);

/// <summary>How far a touched step may go.</summary>
/// <param name="Positions">Positions to change to, best first.</param>
public sealed record Cap(int? Level = null, IReadOnlyList<string>? Positions = null);

/// <summary>A test of a rule, beside it: facts and a flow, and the outcome expected of this rule.</summary>
/// <param name="Expect">An outcome word, or <c>none</c>.</param>
public sealed record RuleCase(
    IReadOnlyList<FactEntry> Facts, string Flow, string Expect, LocalDate? BirthDate = null, string? School = null,
    LocalDate? Date = null);
