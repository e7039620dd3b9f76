using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Composing;

/// <summary>One thing the session is for.</summary>
/// <param name="Region">Where; the whole body when the place does not matter.</param>
/// <param name="Quality">How it is: an id of the qualities.</param>
/// <param name="For">What is wanted: an id of the aims; the quality's usual one when not said.</param>
public sealed record WantedAim(string Region, Side? Side = null, string? Quality = null, string? For = null);

/// <summary>What a session is composed from.</summary>
/// <param name="Props">Props at hand; null when everything is.</param>
/// <param name="Surface"><c>mat</c>, <c>table</c> or <c>chair</c>, or null for any.</param>
/// <param name="Leans">What this client's visits say of some work, where it is to count.</param>
public sealed record ComposeRequest(
    IReadOnlyList<WantedAim> Aims,
    IReadOnlyList<string> Traditions,
    double Minutes,
    ScreenSubject Subject,
    Tempo Tempo,
    IReadOnlyList<string>? Props = null,
    string? Surface = null,
    IReadOnlyList<Lean>? Leans = null
);

/// <summary>Some work that went together with a change at this client's visits: it counts a little more, or less.</summary>
/// <param name="Work">Kinds of work that were always given together.</param>
/// <param name="Because">How that is known, a sentence with counts.</param>
/// <param name="Percent">What it is worth, of what it else would be.</param>
public sealed record Lean(IReadOnlyList<WorkKind> Work, bool Better, string Because, int Percent)
{
    /// <summary>Whether a step is such work: of each way it is told by, one that was given.</summary>
    public bool Is(PlanStep step)
    {
        var kinds = WorkKind.Of(step.Technique, step.Contact, step.Regions, step.Level).ToHashSet();
        return Work.GroupBy(w => w.By).All(g => g.Any(kinds.Contains));
    }
}

/// <summary>Why a block is in a proposal.</summary>
public sealed record BlockReason(string Block, string Reason);

/// <summary>A proposed session.</summary>
/// <param name="Score">What it is worth in the model, per minute; higher is better.</param>
/// <param name="Optimal">Whether the model has no better one.</param>
/// <param name="GapPercent">How much better another could be at most, as proven.</param>
/// <param name="Summary">What it is, in a sentence.</param>
/// <param name="Remarks">How many remarks of the order review weigh on it.</param>
public sealed record Proposal(
    Plan Plan,
    double Score,
    bool Optimal,
    double GapPercent,
    string Summary,
    IReadOnlyList<BlockReason> Why,
    double TotalSeconds,
    int Remarks
);

/// <summary>Proposals to choose between, the best first.</summary>
public sealed record Composition(IReadOnlyList<Proposal> Proposals);
