namespace AmpleLantern.Core.Screening;

/// <summary>One thing the screen says: what, why, where, what instead, and where it is known from.</summary>
/// <param name="Fact">Id of the fact that triggered it, or <c>age</c>.</param>
/// <param name="Because">That fact in words, with its date and side.</param>
/// <param name="Steps">Ids of the plan's steps it touches; empty when it concerns the whole visit.</param>
/// <param name="Schools">Schools that hold it; empty when all do.</param>
public sealed record Finding(
    Outcome Outcome, string Rule, string Title, string Fact, string Because, IReadOnlyList<string> Steps, string Why,
    IReadOnlyList<string> Instead, string Source, IReadOnlyList<string> Schools, Cap? Cap, bool WholeVisit);

/// <summary>A way to answer a finding on one step that can be applied as it is.</summary>
/// <param name="Replacement">
/// What it becomes: an id of a replacement, <c>contact:ID</c>, <c>position:ID</c>, <c>level:N</c> or <c>leave-out</c>.
/// </param>
/// <param name="AddedSeconds">Time it adds to the plan; negative when it takes less.</param>
public sealed record Swap(string Rule, string Step, string Replacement, string Saying, double AddedSeconds);

/// <summary>What the screen answers.</summary>
/// <param name="Verdict">Strongest outcome that touches the plan, as its word, or <c>clear</c>.</param>
/// <param name="Swaps">Best way first, for each step a finding of modify or avoid touches.</param>
/// <param name="Standing">Holds for this person today but touches no step of this plan.</param>
public sealed record ScreenResult(
    string Verdict, IReadOnlyList<Finding> Findings, IReadOnlyList<Swap> Swaps, IReadOnlyList<Finding> Standing);

/// <summary>A reason given for going on against a finding, kept in the record.</summary>
public sealed record Override(string Rule, string Reason, string By, NodaTime.Instant At);
