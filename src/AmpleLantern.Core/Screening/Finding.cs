using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Screening;

/// <summary>One thing the screen says: what, why, where, what instead, and where it is known from.</summary>
public sealed record Finding
{
    public required Outcome Outcome { get; init; }

    public required string Rule { get; init; }

    public required string Title { get; init; }

    /// <summary>Id of the fact that triggered it, or <c>age</c>.</summary>
    public required string Fact { get; init; }

    /// <summary>That fact in words, with its date and side.</summary>
    public required string Because { get; init; }

    /// <summary>Ids of the plan's steps it touches; empty when it concerns the whole visit.</summary>
    public required IReadOnlyList<string> Steps { get; init; }

    public required string Why { get; init; }

    public required IReadOnlyList<string> Instead { get; init; }

    public required string Source { get; init; }

    /// <summary>Schools that hold it; empty when all do.</summary>
    public required IReadOnlyList<string> Schools { get; init; }

    public Cap? Cap { get; init; }

    public required bool WholeVisit { get; init; }

    /// <summary>The rule's condition in words.</summary>
    public string When { get; init; } = "";

    /// <summary>A physician is to look before this part is worked.</summary>
    public bool Refer { get; init; }

    /// <summary>They are asked for a picture of it.</summary>
    public bool Imaging { get; init; }
}

/// <summary>A way to answer a finding on one step that can be applied as it is.</summary>
/// <param name="Replacement">
/// What it becomes: an id of a replacement, or one of <c>contact:ID</c>, <c>position:ID</c>, <c>technique:ID</c>, <c>surface:ID</c>,
/// <c>level:N</c>, <c>hold:SECONDS</c>, <c>range:PERCENT</c>, <c>pace:PERCENT</c>, <c>points</c>, <c>no-product</c>, <c>side:SIDE</c>,
/// <c>leave-out</c>.
/// </param>
/// <param name="AddedSeconds">Time it adds to the plan; negative when it takes less.</param>
/// <param name="Score">0 to 100: how much of the step's aim it keeps.</param>
/// <param name="Why">What of the step stays.</param>
/// <param name="Answers">Title of the finding it answers: a rule may make several.</param>
public sealed record Swap(
    string Rule,
    string Step,
    string Replacement,
    string Saying,
    double AddedSeconds,
    int Score,
    string Why,
    string Answers
);

/// <summary>What the screen answers.</summary>
/// <param name="Verdict">Strongest outcome that touches the plan, as its word, or <c>clear</c>.</param>
/// <param name="Swaps">Best way first, for each step a finding of modify or avoid touches.</param>
/// <param name="Standing">Holds for this person today but touches no step of this plan.</param>
/// <param name="Unresolved">What was said that does not fit together, and how it is read meanwhile.</param>
public sealed record ScreenResult(
    string Verdict,
    IReadOnlyList<Finding> Findings,
    IReadOnlyList<Swap> Swaps,
    IReadOnlyList<Finding> Standing,
    IReadOnlyList<Unresolved>? Unresolved = null
);

/// <summary>A reason given for going on against a finding, kept in the record.</summary>
public sealed record Override(string Rule, string Reason, string By, NodaTime.Instant At);
